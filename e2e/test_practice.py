"""Journeys of practice: by mouse, by keys alone, by touch; a match that goes on; the record."""

import re

from playwright.sync_api import expect

from e2e.studio import InBrowser

KINDS = ("Which way does it lean?", "Which is darker?", "What value is it?", "Which is duller?",
         "What will they make?", "How much?", "What takes it out?", "What mutes it?",
         "Put in order", "From memory")  # fmt: skip


class AtPractice(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo()
        self.page.goto(f"{self.studio.address}practice")
        stop = self.page.get_by_role("button", name="Stop here")
        begin = self.page.get_by_role("button", name="Begin", exact=True)
        expect(stop.or_(begin).first).to_be_visible()
        if stop.count():
            stop.click()
            expect(self.page.get_by_role("heading", level=1)).to_contain_text("Done")
        expect(begin).to_be_enabled()

    def begin(self, *kinds: str) -> None:
        for kind in kinds:
            self.page.get_by_role("checkbox", name=re.compile(f"^{re.escape(kind)}")).check()
        self.page.get_by_role("button", name="Begin", exact=True).click()
        expect(self.stage).to_be_visible()

    @property
    def stage(self):
        return self.page.get_by_role("region", name="The exercise")

    @property
    def verdict(self):
        return self.page.get_by_label("The slip", exact=True).get_by_role("status")

    def answer(self) -> None:
        """Any answer, by what the exercise on the stage has to choose from."""
        page, stage = self.page, self.stage
        if (show := stage.get_by_role("button", name="Show it for five seconds")).count():
            show.click()
            expect(stage.get_by_role("button").first).to_be_visible()
        if stage.get_by_role("group", name="To be laid down").count():
            for place in range(1, 10):
                stage.get_by_role("button", name=f"Patch {place}", exact=True).click()
            stage.get_by_role("button", name="In this order").click()
        elif stage.get_by_role("slider").count():
            stage.get_by_role("slider").press("ArrowLeft")
            stage.get_by_role("button", name="That much").click()
        else:
            stage.get_by_role("button").first.click()
        expect(self.verdict).to_contain_text(re.compile("Right|Not this time"))
        expect(page.get_by_role("button", name=re.compile("^(Next|To the end)$"))).to_be_visible()


class PracticeTest(AtPractice):
    def test_a_session_of_three_kinds_by_mouse_that_goes_on_after_a_reload(self) -> None:
        page = self.page
        self.begin("Which way does it lean?", "What will they make?", "Put in order")
        for number in range(1, 6):
            expect(page.get_by_text(f"{number} of 30")).to_be_visible()
            self.answer()
            page.get_by_role("button", name="Next").click()
        page.reload()
        expect(page.get_by_text("6 of 30")).to_be_visible()
        asked = page.get_by_role("heading", level=1).text_content()
        page.get_by_role("link", name="Tubes").click()
        page.get_by_role("link", name="Practice").click()
        expect(page.get_by_role("heading", level=1)).to_have_text(asked or "")
        page.get_by_role("button", name="Stop here").click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("Done")
        page.get_by_role("button", name="Record").click()
        expect(page.get_by_text(re.compile(r"answers on \d+ day"))).to_be_visible()
        expect(page.get_by_role("heading", name="How it goes")).to_be_visible()
        self.assert_accessible()

    def test_every_kind_is_within_reach_and_gives_no_hint(self) -> None:
        page = self.page
        for kind in KINDS:
            with self.subTest(kind):
                self.begin(kind)
                self.assert_accessible()
                # Nothing on the page tells a figure of what is shown.
                text = self.stage.inner_text() + page.get_by_label("The slip").inner_text()
                self.assertNotRegex(text, r"\d+(\.\d+)?(R|Y|G|B|P)+ \d|ΔE|L\*")
                self.answer()
                page.get_by_role("button", name="Stop here").click()
                expect(page.get_by_role("button", name="Begin", exact=True)).to_be_enabled()
                page.reload()

    def test_by_keys_alone(self) -> None:
        page = self.page
        page.get_by_role("checkbox", name=re.compile("^Which is darker")).focus()
        page.keyboard.press("Space")
        page.get_by_role("button", name="Begin", exact=True).focus()
        page.keyboard.press("Enter")
        expect(self.stage).to_be_visible()
        for number, key in enumerate(("1", "2", "ArrowLeft", "ArrowRight"), start=1):
            expect(page.get_by_text(f"{number} of ")).to_be_visible()
            page.keyboard.press(key)
            expect(self.verdict).to_contain_text("The darker is")
            page.keyboard.press("Enter")
        expect(page.get_by_text("5 of ")).to_be_visible()

    def test_a_match_is_interrupted_goes_on_and_is_shown_addition_by_addition(self) -> None:
        page = self.page
        self.begin("Match the mud")
        for tube in ("Burnt sienna", "Ultramarine blue", "Titanium white"):
            self.stage.get_by_role("button", name=f"Add {tube}").click()
            expect(self.stage.get_by_role("button", name="That is it")).to_be_enabled()
        expect(self.stage.get_by_role("status")).to_contain_text("3 additions")
        self.assert_accessible()
        page.reload()
        expect(self.stage.get_by_role("status")).to_contain_text("3 additions")
        self.stage.get_by_role("button", name="Take the last back").click()
        expect(self.stage.get_by_role("status")).to_contain_text("2 additions")
        self.stage.get_by_role("button", name="Ask for advice").click()
        expect(self.stage.get_by_role("status")).to_contain_text(re.compile("Add|add|Nothing"))
        self.stage.get_by_role("button", name="That is it").click()
        expect(self.verdict).to_contain_text("It was made of")
        steps = self.stage.get_by_role("list", name="Addition by addition")
        expect(steps.get_by_role("listitem").first).to_be_attached()
        page.get_by_role("button", name="To the end").click()
        page.get_by_role("button", name="Record").click()
        expect(page.get_by_role("heading", name="Matches")).to_be_visible()

    def test_what_was_asked_is_shown_on_another_stage(self) -> None:
        page = self.page
        self.begin("What mutes it?")
        self.answer()
        page.get_by_role("button", name="Show me").click()
        page.get_by_role("menuitem", name="A scale from it").click()
        expect(page.get_by_label("Name of the sheet")).to_be_visible()

    def test_a_set_is_made_done_and_handed_in(self) -> None:
        page = self.page
        page.get_by_role("button", name="For a class").click()
        page.get_by_label("Name of the set").fill("Week one")
        for _ in range(10):
            page.get_by_role("button", name="Fewer exercises").click()
        self.assert_accessible()
        with page.expect_download() as download:
            page.get_by_role("button", name="Download the set").click()
        made = download.value.path().read_bytes()
        files = page.locator("input[type=file]")
        file = {"name": "week.json", "mimeType": "application/json", "buffer": made}
        files.first.set_input_files(file)
        expect(page.get_by_text("1 of 2 · Week one")).to_be_visible()
        for end in ("Next", "To the end"):
            self.answer()
            page.get_by_role("button", name=end).click()
        with page.expect_download() as download:
            page.get_by_role("link", name=re.compile("^Results of")).click()
        results = download.value.path().read_bytes()
        page.get_by_role("button", name="For a class").click()
        file = {"name": "r.json", "mimeType": "application/json", "buffer": results}
        files.last.set_input_files([file, {**file, "name": "s.json"}])
        expect(page.get_by_role("cell", name="Week one")).to_have_count(2)
        files.first.set_input_files({**file, "buffer": b"{"})
        expect(page.get_by_role("alert")).to_contain_text("no JSON")

    def test_the_screen_is_looked_at(self) -> None:
        page = self.page
        page.get_by_role("button", name=re.compile("^This screen and room")).click()
        for says, told in (("dark square", "No"), ("light square", "Yes"), ("look even", "Yes")):
            page.get_by_role("group", name=re.compile(says)).get_by_role(
                "button", name=told
            ).click()
        expect(page.get_by_text("It is no test of eyesight")).to_contain_text("lower the light")
        self.assert_accessible()


class ByTouchTest(AtPractice):
    viewport = {"width": 390, "height": 844}  # noqa: RUF012 - as in the class it is of

    def test_on_a_phone(self) -> None:
        page = self.page
        self.begin("Which is duller?", "From memory")
        for number in range(1, 4):
            expect(page.get_by_text(f"{number} of 30")).to_be_visible()
            self.answer()
            page.get_by_role("button", name="Next").click()
        self.assert_accessible()
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
