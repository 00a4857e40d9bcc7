"""The four stages in a hand: on a phone nothing is out of reach, and nothing scrolls sideways."""

from playwright.sync_api import ViewportSize, expect

from e2e.studio import TOO_SMALL, InBrowser

PHONE: ViewportSize = {"width": 390, "height": 844}
STAGES = ("Tubes", "Scales", "Piles", "Paintings")


class PhoneTest(InBrowser):
    viewport = PHONE

    def test_every_stage_fits_and_is_reached_from_the_bottom(self) -> None:
        page = self.open_demo()
        stages = page.get_by_role("navigation", name="Stages of the work")
        box = stages.bounding_box()
        assert box is not None
        self.assertAlmostEqual(box["y"] + box["height"], 844, delta=1)
        for stage in STAGES:
            with self.subTest(stage=stage):
                stages.get_by_role("link", name=stage).click()
                expect(stages.get_by_role("link", name=stage)).to_have_attribute(
                    "aria-current", "page"
                )
                page.get_by_role("main").first.wait_for()
                self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
                self.assertEqual(page.evaluate(TOO_SMALL), [])
                self.assert_accessible()

    def test_the_tray_is_a_drawer_and_the_light_is_behind_one_button(self) -> None:
        page = self.open_demo()
        tray = page.get_by_label("Tubes", exact=True)
        tube = tray.get_by_role("button", name="Yellow ochre:")
        expect(tube).to_be_hidden()
        tray.get_by_role("button", name="Tray").click()
        tube.click()
        self.unfold()
        expect(page.get_by_role("button", name="To Yellow ochre")).to_be_visible()
        expect(page.get_by_role("button", name="Squint")).to_be_hidden()
        page.get_by_role("button", name="Light", exact=True).click()
        page.get_by_role("button", name="White test").click()
        expect(page.get_by_role("button", name="White test")).to_have_attribute(
            "aria-pressed", "true"
        )


class AtTheEasel(InBrowser):
    """A phone that is touched, and now and then without a line."""

    viewport = PHONE
    in_hand = True

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

    def test_a_plan_is_ticked_off_offline_and_sent_in_order(self) -> None:
        page = self.page
        sheet = page.url.rsplit("/", 1)[1]
        page.get_by_role("button", name="Work plan").tap()
        page.get_by_label("Now", exact=True).wait_for()
        first = page.get_by_label("Now", exact=True).inner_text()
        # What was asked last is kept a moment later.
        page.wait_for_timeout(1500)
        page.context.set_offline(True)
        page.reload()
        page.get_by_role("button", name="Work plan").tap()
        self.knuckle("Done")
        expect(page.get_by_label("Now", exact=True)).not_to_have_text(first)
        self.knuckle("Done")
        expect(page.get_by_text("2 wait").first).to_be_visible()
        page.context.set_offline(False)
        expect(page.get_by_text("The studio does not answer")).to_have_count(0)
        page.wait_for_function(
            f"""async () => (await (await fetch('/api/scales/{sheet}')).json()).ticks
                .some(each => each.lines.length === 2)"""
        )
        page.reload()
        page.get_by_role("button", name="Work plan").tap()
        expect(page.get_by_role("status").filter(has_text="2 of")).to_be_visible()

    def test_tubes_and_sheets_open_without_a_line(self) -> None:
        page = self.page
        page.get_by_role("link", name="Tubes").tap()
        page.get_by_role("heading", name="Hansa yellow light").wait_for()
        page.wait_for_timeout(1500)
        page.context.set_offline(True)
        page.reload()
        page.get_by_role("heading", name="Hansa yellow light").wait_for()
        page.get_by_role("link", name="Scales").tap()
        expect(page.locator("body")).not_to_contain_text("nothing at this address")

    def test_who_signs_out_leaves_nothing_behind(self) -> None:
        page = self.page
        sheet = page.url
        page.wait_for_timeout(1500)
        page.get_by_role("button", name="Light", exact=True).tap()
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
        page.context.set_offline(True)
        page.goto(sheet)
        expect(page.locator("[data-run-step]")).to_have_count(0)

    def test_a_match_at_the_palette_is_made_with_a_knuckle(self) -> None:
        page = self.page
        page.get_by_role("link", name="Piles").tap()
        page.get_by_role("button", name="New pile").tap()
        page.get_by_label("Colour to hit").fill("5YR 4/3")
        page.get_by_role("button", name="Begin the pile").tap()
        page.get_by_label("Now", exact=True).wait_for()
        self.assertEqual(page.evaluate(TOO_SMALL), [])
        for _ in range(12):
            now = page.get_by_label("Now", exact=True)
            if not now.count():
                break
            told = now.inner_text()
            self.knuckle("It is in")
            page.wait_for_function(
                "told => document.querySelector('[aria-label=Now]')?.innerText !== told", arg=told
            )
        expect(page.get_by_test_id("advice")).to_contain_text("It is there")
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
