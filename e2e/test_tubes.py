"""Journeys with tubes: a box by keyboard, a tube measured, files looked into and taken."""

import re
import tempfile
from pathlib import Path

from playwright.sync_api import expect

from e2e.studio import InBrowser

TWELVE = (
    "titanium", "hansa yellow light", "cadmium yellow deep", "cadmium orange",
    "cadmium red light", "quinacridone rose", "dioxazine", "ultramarine blue", "PB15:3",
    "viridian", "yellow ochre", "burnt sienna",
)  # fmt: skip
CGATS = """CGATS.17
ORIGINATOR "an example of our own"
WEIGHTING_FUNCTION "ILLUMINANT, D65"
BEGIN_DATA_FORMAT
SAMPLE_NAME WHITE_PARTS LAB_L LAB_A LAB_B
END_DATA_FORMAT
NUMBER_OF_SETS 3
BEGIN_DATA
"Harbour blue" 0 22.5 14.0 -44.0
"Harbour blue 1:4" 4 44.0 8.0 -50.0
"Harbour blue 1:20" 20 66.0 -2.0 -36.0
END_DATA
"""


class BoxByKeyboard(InBrowser):
    words = ("--no-demo",)

    def test_a_box_of_twelve_is_set_up_with_the_keyboard_alone(self) -> None:
        page = self.page
        page.goto(self.studio.address)
        self.tab_to(page, "button", "New studio")
        page.keyboard.press("Enter")
        # The name is what the form begins with.
        page.keyboard.press("Shift+Tab")
        self.tab_to(page, "textbox", "The name you paint under", back=True)
        page.keyboard.type("ann")
        page.keyboard.press("Tab")
        page.keyboard.type("grey-on-grey-7")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="What do you paint with?")).to_be_visible()
        page.keyboard.press("a")
        page.get_by_role("dialog").get_by_role("heading").first.wait_for()
        self.tab_to(page, "searchbox", "Find a paint")
        for words in TWELVE:
            page.keyboard.press("Control+a")
            page.keyboard.type(words)
            added = page.get_by_role("button", name=re.compile("^In box"))
            before = added.count()
            page.keyboard.press("Tab")
            while not page.evaluate("document.activeElement.ariaLabel || ''").startswith("Add "):
                page.keyboard.press("Tab")
            page.keyboard.press("Enter")
            expect(added).to_have_count(before + 1)
            self.tab_to(page, "searchbox", "Find a paint", back=True)
        page.keyboard.press("Escape")
        tray = page.get_by_role("navigation", name="Tubes")
        expect(tray.get_by_role("listitem")).to_have_count(12)


class Tubes(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo()

    def look_at(self, label: str) -> None:
        """One tube of the tray on the slip."""
        self.page.get_by_role("link", name="Tubes").click()
        self.page.get_by_title(label, exact=True).click()
        expect(self.page.get_by_role("heading", name=label)).to_be_visible()

    def test_a_tube_is_measured_and_a_saved_scale_offers_to_recompute(self) -> None:
        page = self.page
        sheet = page.url
        saved = page.locator("[data-parts]").all_inner_texts()
        self.look_at("Cobalt blue")
        before = page.get_by_test_id("tube-words").inner_text()
        page.get_by_role("button", name="Measure it").click()
        desk = page.get_by_role("region", name="Colorimeter")
        desk.get_by_role("button", name="Switch it on").click()
        # It reads nothing before it has seen its white tile, and says so.
        desk.get_by_role("button", name="Measure", exact=True).click()
        expect(desk.get_by_role("alert")).to_contain_text("white tile")
        desk.get_by_role("button", name="Read the white tile").click()
        expect(desk.get_by_role("status")).to_contain_text("tile holds for 15 minutes")
        readings = page.get_by_role("list", name="Readings").get_by_role("listitem")
        for count, white in enumerate(("0", "4", "20"), start=1):
            desk.get_by_label("White under it, parts").fill(white)
            desk.get_by_role("button", name="Measure", exact=True).click()
            expect(readings).to_have_count(count)
        table = page.get_by_role("region", name="Calibration")
        expect(table.get_by_role("row")).to_have_count(4)
        self.assert_accessible()
        table.get_by_role("button", name="Calibrate the tube").click()
        expect(table.get_by_role("button", name="Calibrate again")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_test_id("tube-words")).not_to_have_text(before)
        expect(page.get_by_text("calibrated with 3 readings")).to_be_visible()
        # The saved scale is as it was, beside what it would be now, and offers to recompute.
        page.goto(sheet)
        expect(page.get_by_text("measured anew since this was saved")).to_be_visible()
        expect(page.get_by_role("region", name="Beside it: as it was saved")).to_be_visible()
        self.assertNotEqual(page.locator("[data-parts]").all_inner_texts(), saved)
        page.get_by_role("button", name="Recompute and keep").click()
        self.wait_until_kept()
        expect(page.get_by_text("measured anew since this was saved")).to_have_count(0)
        self.look_at("Cobalt blue")
        page.get_by_role("button", name="Measure it").click()
        page.get_by_role("button", name="Back to its label").click()
        expect(page.get_by_role("button", name="Calibrate the tube")).to_be_visible()

    def test_what_is_tapped_stays_where_it_is_when_the_rest_comes(self) -> None:
        page = self.page
        held = self.hold(re.compile(r"/api/tubes/\d+$"))
        self.look_at("Cobalt blue")
        button = page.get_by_role("button", name="Measure it")
        before = button.bounding_box()
        nature = page.get_by_role("region", name="What it really is")
        expect(nature).to_have_count(0)
        for each in held:
            each.continue_()
        expect(nature).to_be_visible()
        self.assertEqual(button.bounding_box(), before)

    def test_a_file_of_readings_is_looked_into_and_one_with_faults_is_refused(self) -> None:
        page = self.page
        bad = CGATS.replace("14.0 -44.0", "14.0").replace("44.0 8.0", "bright 8.0")
        bad = bad.replace("66.0", "166.0")
        with tempfile.TemporaryDirectory() as folder:
            good_file, bad_file = (Path(folder) / name for name in ("good.txt", "bad.txt"))
            good_file.write_text(CGATS)
            bad_file.write_text(bad)
            self.look_at("Ultramarine blue")
            page.get_by_role("button", name="Measure it").click()
            page.get_by_role("button", name="From a file", exact=True).click()
            panel = page.get_by_role("dialog", name="Readings of Ultramarine blue")
            panel.get_by_label("Drop a file here").set_input_files(bad_file)
            alert = panel.get_by_role("alert")
            expect(alert).to_contain_text("Nothing was taken")
            for line in ("Line 9", "Line 10", "Line 11"):
                expect(alert).to_contain_text(line)
            panel.locator("input[type=file]").set_input_files(good_file)
            expect(panel.get_by_role("listitem")).to_have_count(3)
            self.assert_accessible()
            panel.get_by_role("button", name="Take all 3").click()
        readings = page.get_by_role("list", name="Readings").get_by_role("listitem")
        expect(readings).to_have_count(3)
        expect(page.get_by_role("region", name="Calibration")).to_be_visible()
        with page.expect_download() as waited:
            page.get_by_role("link", name="As CxF 3").click()
        self.assertIn(b"CxF", waited.value.path().read_bytes())

    def test_tubes_are_written_on_held_beside_and_put_away(self) -> None:
        page = self.page
        self.look_at("Raw umber")
        # What is read after a reload has to be there before it; each field is sent as it is left.
        for label, typed, onward in (("Notes", "for the tarred hull", "Left in it, ml"),
                                     ("Left in it, ml", "11.5", "Label")):  # fmt: skip
            page.get_by_label(label).fill(typed)
            with page.expect_response(lambda told: told.request.method == "PATCH"):
                page.get_by_label(onward).click()
        page.reload()
        page.get_by_title("Raw umber", exact=True).click()
        expect(page.get_by_label("Notes")).to_have_value("for the tarred hull")
        expect(page.get_by_label("Left in it, ml")).to_have_value("11.5")
        page.get_by_role("button", name="Hold beside").click()
        page.get_by_title("Burnt umber", exact=True).click()
        expect(page.get_by_test_id("tube-words")).to_contain_text("Beside it: Burnt umber")
        page.get_by_role("button", name="Put it away").click()
        expect(page.get_by_title("Raw umber", exact=True)).to_have_count(0)
        page.get_by_role("button", name="Bring Raw umber back").click()
        expect(page.get_by_title("Raw umber", exact=True)).to_be_visible()

    def test_a_selection_is_what_the_other_stages_work_from(self) -> None:
        page = self.page
        page.get_by_role("link", name="Tubes").click()
        tray = page.get_by_role("navigation", name="Tubes").get_by_role("listitem")
        everything = len(self.api(page, "GET", "tubes"))
        expect(tray).to_have_count(everything)
        self.choose("On the desk", "For Low Tide, Breakers' Yard")
        expect(tray).to_have_count(8)
        page.get_by_role("link", name="Scales").click()
        expect(tray).to_have_count(8)
        page.get_by_role("link", name="Tubes").click()
        self.choose("On the desk", "Studio box")
        expect(tray).to_have_count(everything)

    def test_mixed_and_unknown_tubes_are_added(self) -> None:
        page = self.page
        page.get_by_role("link", name="Tubes").click()
        page.get_by_role("button", name="Add tubes").click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_role("button", name="A mixed tube").click()
        dialog.get_by_label("What is written on it").fill("Sea mist")
        dialog.get_by_label("Parts").fill("8")
        dialog.get_by_role("button", name="One paint more").click()
        dialog.get_by_role("button", name="Add the tube").click()
        page.get_by_title("Sea mist", exact=True).click()
        expect(page.get_by_text("Made of 8 Titanium white, 1 Ultramarine blue.")).to_be_visible()
        page.get_by_role("button", name="Add tubes").click()
        dialog.get_by_role("button", name="An unknown tube").click()
        dialog.get_by_label("What you call it").fill("From a drawer")
        dialog.get_by_label("Masstone").fill("mud")
        dialog.get_by_role("button", name="Add the tube").click()
        expect(dialog.get_by_role("alert")).to_contain_text("CIELAB")
        dialog.get_by_label("Masstone").fill("38 35 25")
        dialog.get_by_label("Tint").fill("68 22 12")
        dialog.get_by_role("button", name="Add the tube").click()
        page.get_by_title("From a drawer", exact=True).click()
        expect(page.get_by_text("calibrated with 2 readings")).to_be_visible()

    def test_axe_finds_nothing_on_the_views_of_tubes(self) -> None:
        page = self.page
        page.get_by_role("link", name="Tubes").click()
        page.get_by_text("it would gain most").wait_for()
        for value in ("2", "5", "9"):
            page.get_by_role("slider", name="Surround").fill(value)
            self.assert_accessible()
        for opener in ("New box", "Take in", "Add tubes"):
            page.get_by_role("button", name=opener).click()
            page.get_by_role("dialog").get_by_role("heading").first.wait_for()
            page.wait_for_timeout(300)
            self.assert_accessible()
            page.keyboard.press("Escape")
            expect(page.get_by_role("dialog")).to_have_count(0)
        self.assertLessEqual(page.evaluate("document.documentElement.scrollHeight"), 800)
