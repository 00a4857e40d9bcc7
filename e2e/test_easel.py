"""At the easel: a plan that is ticked off without a line, a match, and what opens offline."""

from playwright.sync_api import expect

from e2e.studio import PHONE, TABLET, TOO_SMALL, WIDE, InBrowser


class AtTheEasel(InBrowser):
    """A phone that is touched, and now and then without a line; tablet and desk follow."""

    viewport = PHONE
    in_hand = True
    has_now = True
    """Whether the next thing to do stands in large type, for a knuckle."""

    def setUp(self) -> None:
        super().setUp()
        self.open_demo()
        # What works offline is there once it has been fetched.
        self.page.evaluate("navigator.serviceWorker.ready.then(() => true)")

    def knuckle(self, name: str) -> None:
        """A tap on something large."""
        button = self.page.get_by_label("Now", exact=True).get_by_role("button", name=name)
        box = button.bounding_box()
        assert box is not None
        self.assertGreaterEqual(box["height"], 72)
        button.scroll_into_view_if_needed()
        button.tap()

    def open_plan(self) -> None:
        """The work plan, laid out."""
        self.page.get_by_role("button", name="Work plan").tap()
        self.page.get_by_role("checkbox").first.wait_for()

    def tick(self, line: int) -> None:
        """The next line of the plan is done."""
        if self.has_now:
            told = self.page.get_by_label("Now", exact=True).inner_text()
            self.knuckle("Done")
            expect(self.page.get_by_label("Now", exact=True)).not_to_have_text(told)
        else:
            self.page.get_by_role("checkbox").nth(line).check()

    def test_a_plan_is_ticked_off_offline_and_sent_in_order(self) -> None:
        page = self.page
        sheet = page.url.rsplit("/", 1)[1]
        self.open_plan()
        # What was asked last is kept a moment later; on a busy machine the moment is longer.
        page.wait_for_timeout(4000)
        page.context.set_offline(True)
        page.reload()
        self.open_plan()
        self.tick(0)
        self.tick(1)
        expect(page.get_by_text("2 wait").first).to_be_visible()
        # A page that the phone lets go of meanwhile comes back as it was.
        page.reload()
        self.open_plan()
        two = page.get_by_role("status").filter(has_text="2 of")
        expect(two).to_be_visible()
        page.context.set_offline(False)
        expect(page.get_by_text("The studio does not answer")).to_have_count(0)
        self.until(lambda: [
            each["lines"] for each in self.api(page, "GET", f"scales/{sheet}")["ticks"]
        ] == [[0, 1]])  # fmt: skip
        expect(two).to_be_visible()
        page.reload()
        self.open_plan()
        expect(two).to_be_visible()

    def test_tubes_and_sheets_open_without_a_line(self) -> None:
        page = self.page
        sheet = page.url
        page.wait_for_timeout(1500)
        page.get_by_role("link", name="Tubes").tap()
        page.get_by_role("heading", name="Hansa yellow light").wait_for()
        page.wait_for_timeout(1500)
        page.context.set_offline(True)
        page.reload()
        page.get_by_role("heading", name="Hansa yellow light").wait_for()
        page.goto(sheet)
        expect(page.locator("[data-run-step]")).to_have_count(9)

    def test_what_was_changed_opens_without_a_line_as_it_is_now(self) -> None:
        page = self.page
        sheet = page.url
        page.get_by_role("link", name="Piles").tap()
        page.get_by_role("button", name="New pile").tap()
        page.get_by_label("Colour to hit").fill("5YR 4/3")
        page.get_by_role("button", name="Begin the pile").tap()
        page.get_by_role("region", name="Advice").get_by_role("button").first.wait_for()
        if self.has_now:
            self.knuckle("It is in")
        else:
            page.get_by_role("region", name="Advice").get_by_role("button").first.tap()
        history = page.get_by_role("region", name="What is in it")
        expect(history.get_by_role("listitem")).to_have_count(1)
        told = history.inner_text()
        pile = page.url
        page.goto(sheet)
        name = page.get_by_label("Name of the sheet")
        name.fill("Fog, at noon")
        # Kept, and asked for once more when nothing changes any longer.
        page.wait_for_timeout(8000)
        page.context.set_offline(True)
        page.goto(pile)
        expect(history).to_have_text(told, use_inner_text=True)
        page.goto(sheet)
        expect(name).to_have_value("Fog, at noon")

    def test_who_signs_out_leaves_nothing_behind(self) -> None:
        page = self.page
        sheet = page.url
        light = page.get_by_role("button", name="Light", exact=True)
        if light.is_visible():
            light.tap()
        page.get_by_role("button", name="The studio of demo").tap()
        page.get_by_role("dialog").get_by_role("button", name="Sign out").tap()
        page.get_by_role("button", name="Open the demo studio").wait_for()
        kept = page.evaluate(
            """() => new Promise(done => {
                const open = indexedDB.open('mesotint');
                open.onsuccess = () => {
                    const all = open.result.transaction('answers').objectStore('answers');
                    const keys = all.getAllKeys();
                    keys.onsuccess = () => done(keys.result);
                };
            })"""
        )
        self.assertEqual([key for key in kept if key != "/api/me"], [])
        # That nobody is signed in is known without a line as well.
        page.wait_for_timeout(1500)
        page.context.set_offline(True)
        page.goto(sheet)
        expect(page.get_by_role("button", name="Open the demo studio")).to_be_visible()

    def test_a_match_at_the_palette_is_made_by_what_is_told(self) -> None:
        page = self.page
        page.get_by_role("link", name="Piles").tap()
        page.get_by_role("button", name="New pile").tap()
        page.get_by_label("Colour to hit").fill("5YR 4/3")
        page.get_by_role("button", name="Begin the pile").tap()
        advice = page.get_by_role("region", name="Advice")
        advice.get_by_role("button").first.wait_for()
        self.assertEqual(page.evaluate(TOO_SMALL), [])
        for _ in range(12):
            # What was added is on its way to the server for a moment.
            page.wait_for_function(
                """() => {
                    const advice = document.querySelector('[aria-label=Advice]');
                    return advice.innerText.includes('It is there')
                        || advice.querySelector('button:not([disabled])');
                }"""
            )
            told = advice.inner_text()
            if "It is there" in told:
                break
            if self.has_now:
                self.knuckle("It is in")
            else:
                advice.get_by_role("button").first.tap()
            page.wait_for_function(
                "told => document.querySelector('[aria-label=Advice]').innerText !== told", arg=told
            )
        expect(page.get_by_test_id("advice")).to_contain_text("It is there")
        self.assertLessEqual(
            page.evaluate("document.documentElement.scrollWidth"), self.viewport["width"]
        )


class OnATablet(AtTheEasel):
    viewport = TABLET
    has_now = False


class AtTheDesk(AtTheEasel):
    viewport = WIDE
    has_now = False
