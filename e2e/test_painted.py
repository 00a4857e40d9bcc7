"""A journey with a sheet that reads itself: printed, painted and photographed by stand-ins."""

import io
import re

from PIL import Image
from playwright.sync_api import expect

from e2e.studio import InBrowser

TUBES = ("Cadmium orange", "Ultramarine blue", "Red oxide")


class PaintedTest(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo()

    def calibration_sheet(self, name: str) -> None:
        page = self.page
        page.goto(f"{self.studio.address}scales?new=chart&turn=1")
        page.get_by_role("button", name=re.compile("^Chart:")).click()
        page.get_by_role("option", name="Calibration sheet").click()
        tray = page.get_by_role("navigation", name="Tubes")
        for tube in TUBES:
            tray.get_by_title(tube, exact=True).first.click()
        page.get_by_label("Name of the sheet").fill(name)
        expect(page.get_by_role("button", name="Read back")).to_be_enabled()

    def test_a_sheet_is_printed_photographed_read_and_taken_over(self) -> None:
        page = self.page
        self.calibration_sheet("Three to learn")
        page.get_by_role("button", name="On paper").click()
        with page.expect_download() as waited:
            page.get_by_role("menuitem", name="To paint on, A4 (PDF)").click()
        self.assertTrue(waited.value.path().read_bytes().startswith(b"%PDF-"))
        page.get_by_role("button", name="Read back").click()
        panel = page.get_by_role("dialog", name="“Three to learn” read back")
        self.assert_accessible()
        panel.get_by_role("button", name="Photograph it (simulated)").click()
        boxes = panel.get_by_role("list", name="Boxes read").get_by_role("listitem")
        expect(boxes).to_have_count(15, timeout=60_000)
        self.assert_accessible()
        off = [text for text in boxes.all_inner_texts() if "Too much" in text]
        self.assertGreaterEqual(len(off), 2, boxes.all_inner_texts())
        for tube in TUBES:
            expect(panel.get_by_label(re.compile(tube))).to_be_checked()
        panel.get_by_label(re.compile("Titanium white")).uncheck()
        panel.get_by_role("button", name="Calibrate these 3 tubes").click()
        expect(panel.get_by_role("status")).to_contain_text("offers to be computed anew")
        panel.get_by_role("button", name="Note all boxes in the journal").click()
        expect(panel.get_by_text("The boxes stand in the journal")).to_be_visible()
        panel.get_by_role("button", name="Close").click()

        # The sheet stays as it was computed, and offers to be computed anew: at once, and later.
        offer = page.get_by_text("measured anew since this was saved")
        expect(offer).to_be_visible()
        page.reload()
        expect(offer).to_be_visible()
        page.get_by_role("link", name="Journal").click()
        page.get_by_label("Words").fill("three to learn")
        entry = page.get_by_test_id("wall").locator("[data-entry]").first
        entry.click()
        slip = page.get_by_label("The slip", exact=True)
        expect(slip.get_by_role("region", name="How it came out")).to_contain_text(
            "off a painted sheet"
        )
        expect(slip.get_by_role("region", name="Where it stands")).to_contain_text("Three to learn")

    def test_a_photograph_of_ones_own_is_read_and_a_bad_one_is_told(self) -> None:
        page = self.page
        self.calibration_sheet("Mine")
        page.get_by_role("button", name="Read back").click()
        panel = page.get_by_role("dialog")
        file = io.BytesIO()
        Image.new("RGB", (900, 1200), "#8a8a7a").save(file, "JPEG")
        field = panel.locator("input[type=file]")

        def offer(data: bytes) -> None:
            field.set_input_files({"name": "a.jpg", "mimeType": "image/jpeg", "buffer": data})

        offer(file.getvalue())
        alert = panel.get_by_role("alert")
        expect(alert).to_contain_text("There is no sheet in the picture", timeout=30_000)
        corners = panel.get_by_role("region", name="Its corners")
        expect(corners.get_by_role("status")).to_have_text("Tap the top left corner of the paper.")
        picture = corners.get_by_role("button", name=re.compile("^The picture"))
        picture.click(position={"x": 10, "y": 10})
        expect(corners.get_by_role("status")).to_have_text("Tap the top right corner of the paper.")
        corners.get_by_role("button", name="Take the last one back").click()
        self.assert_accessible()

        # A real one, as the stand-in takes it, is read where it comes as a file.
        panel.get_by_role("button", name="Photograph it (simulated)").click()
        boxes = panel.get_by_role("list", name="Boxes read").get_by_role("listitem")
        expect(boxes).to_have_count(15, timeout=60_000)
        source = panel.get_by_role("img", name="The sheet as it was").get_attribute("src")
        taken = page.request.get(self.studio.address.rstrip("/") + str(source)).body()
        panel.get_by_role("button", name="Another photograph").click()
        offer(taken)
        expect(panel.get_by_role("progressbar")).to_be_visible()
        expect(boxes).to_have_count(15, timeout=60_000)
        panel.get_by_role("button", name="Plan the sheet that would tell most").click()
        expect(page.get_by_label("Name of the sheet")).to_have_value(
            re.compile("^What tells most of cadmium orange")
        )
