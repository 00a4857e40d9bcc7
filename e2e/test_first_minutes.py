"""The first minutes: the door, a box by one tap, the first scale and its sheet on paper."""

import re
import time

from playwright.sync_api import expect

from e2e.studio import PHONE, TABLET, TOO_SMALL, InBrowser

MOST_TAPS = 15
TWELVE = "Twelve A warm and a cool of every primary, greens, a violet and two earths."
MOST_SECONDS = 120


class FirstMinutes(InBrowser):
    """The same at the desk, on a tablet in portrait, and on a phone."""

    taps = 0

    def tap(self, role: str, name: "str | re.Pattern[str]") -> None:
        """One tap, counted."""
        self.page.get_by_role(role, name=name).first.click()  # type: ignore[arg-type]
        self.taps += 1

    def test_from_the_door_to_a_printed_sheet(self) -> None:
        page = self.page
        began = time.monotonic()
        page.goto(self.studio.address)
        # The door's scale is moved across by keys as well.
        wall = page.get_by_role("slider", name="A paint and what mutes it")
        before = wall.get_attribute("aria-valuetext")
        wall.press("ArrowRight")
        expect(wall).not_to_have_attribute("aria-valuetext", before or "")
        self.assert_accessible()
        self.assertEqual(page.evaluate(TOO_SMALL), [])

        self.tap("button", "New studio")
        page.get_by_label("The name you paint under").fill("ida")
        page.get_by_label("Password").fill("grey-on-grey-7")
        self.tap("button", "Begin the studio")
        page.get_by_role("heading", name="What do you paint with?").wait_for()
        self.assert_accessible()
        self.tap("button", "Gouache")
        self.tap("button", re.compile("^Twelve"))
        self.assertEqual(page.evaluate(TOO_SMALL), [])
        self.assertLessEqual(
            page.evaluate("document.documentElement.scrollWidth"), self.viewport["width"]
        )
        self.tap("button", "Mute Pyrrole orange")
        page.locator("[data-run-step]").first.wait_for()
        expect(page.get_by_label("Name of the sheet")).to_have_value(
            "Pyrrole orange into phthalo blue green shade"
        )
        tubes = self.api(page, "GET", "tubes")
        self.assertEqual({tube["medium"] for tube in tubes}, {"gouache"})
        self.assertEqual(len(tubes), 12)

        self.tap("button", "On paper")
        with page.expect_download() as waited:
            self.tap("menuitem", re.compile("PDF"))
        self.assertEqual(waited.value.path().read_bytes()[:5], b"%PDF-")
        self.assertLess(time.monotonic() - began, MOST_SECONDS)
        self.assertLessEqual(self.taps, MOST_TAPS)

    def test_a_watercolour_painter_begins_on_paper_and_tubes_are_chosen_one_by_one(self) -> None:
        page = self.begin_studio("una")
        page.get_by_role("button", name="Watercolour").click()
        page.get_by_role("button", name="One by one").click()
        for paint in ("Pyrrole orange", "Ultramarine blue", "Burnt sienna"):
            page.get_by_role("button", name=paint, exact=True).click()
        page.get_by_role("button", name="Burnt sienna", exact=True).click()
        page.get_by_role("button", name="Mute Pyrrole orange").click()
        page.locator("[data-run-step]").first.wait_for()
        (sheet,) = self.api(page, "GET", "scales")
        request = self.api(page, "GET", f"scales/{sheet['id']}")["request"]
        self.assertEqual(request["medium"], "wash")
        self.assertEqual(len(self.api(page, "GET", "tubes")), 2)

    def test_what_is_empty_offers_an_example_that_can_be_thrown_away(self) -> None:
        page = self.begin_studio("ada")
        page.get_by_role("button", name=re.compile("^Twelve")).click()
        page.get_by_role("button", name="Only put them in the box").click()
        page.get_by_role("heading", name="Your tubes").or_(
            page.get_by_role("button", name="Measure it")
        ).first.wait_for()
        for stage, button, done in (
            ("Scales", "Show me an example", "[data-run-step]"),
            ("Piles", "Try one: a random mud", "[data-testid=advice]"),
            ("Paintings", "Try an example", "text=Wet sand"),
            ("Journal", "Note an example", "text=An example"),
        ):
            with self.subTest(stage=stage):
                page.get_by_role("link", name=stage).click()
                example = page.get_by_role("button", name=button)
                example.wait_for()
                self.assert_accessible()
                self.assertEqual(page.evaluate(TOO_SMALL), [])
                expect(page.get_by_role("navigation", name="Tubes")).to_be_visible()
                example.click()
                page.locator(done).first.wait_for()


class ByKeysAlone(InBrowser):
    def press(self, role: str, name: str) -> None:
        """Walk there and press it."""
        self.tab_to(self.page, role, name)
        self.page.keyboard.press("Enter")

    def test_from_the_door_through_the_stages(self) -> None:
        """Nothing here is clicked: new studio, box, scale, plan, pile, painting, journal."""
        page = self.page
        page.goto(self.studio.address)
        self.press("button", "New studio")
        page.get_by_label("The name you paint under").wait_for()
        page.keyboard.type("kim")
        page.keyboard.press("Tab")
        page.keyboard.type("grey-on-grey-7")
        page.keyboard.press("Enter")
        self.press("button", TWELVE)
        self.press("button", "Mute Cadmium orange")
        page.locator("[data-run-step]").first.wait_for()
        # A step is moved, and the plan is ticked.
        self.tab_to(page, "slider", "Step 4 of 9")
        page.keyboard.press("ArrowRight")
        expect(page.get_by_role("slider", name="Step 4 of 9, pinned")).to_be_visible()
        self.press("button", "Work plan")
        page.get_by_role("checkbox").first.wait_for()
        for _ in range(40):
            page.keyboard.press("Tab")
            if page.evaluate("document.activeElement.type") == "checkbox":
                break
        page.keyboard.press("Space")
        expect(page.get_by_role("status").filter(has_text="1 of")).to_be_visible()
        self.press("link", "Piles")
        self.press("button", "Try one: a random mud")
        page.get_by_test_id("advice").wait_for()
        # What is told goes in, and is taken back.
        history = page.get_by_role("region", name="What is in it").get_by_role("listitem")
        there = history.count()
        told = page.get_by_role("region", name="Advice").get_by_role("button").first
        self.press("button", told.get_attribute("aria-label") or told.inner_text())
        expect(history).to_have_count(there + 1)
        page.keyboard.press("Control+z")
        expect(history).to_have_count(there)
        self.press("link", "Paintings")
        self.press("button", "Try an example")
        page.get_by_text("Wet sand").first.wait_for()
        page.keyboard.press("2")
        page.get_by_role("region", name="What may be the mother").wait_for()
        self.press("link", "Journal")
        self.press("button", "By colour")
        self.press("link", "Practice")
        self.press("button", "Begin")
        page.get_by_role("region", name="The exercise").wait_for()


class FirstMinutesOnAPhone(FirstMinutes):
    viewport = PHONE


class FirstMinutesOnATablet(FirstMinutes):
    viewport = TABLET
