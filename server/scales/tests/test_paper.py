"""Sheets as files: they open, they say what the sheet says, on both sizes of paper."""

import csv
import io
import json
from xml.etree import ElementTree

from PIL import Image
from pypdf import PdfReader

from server.scales.tests.desk import DeskTest

SVG = "{http://www.w3.org/2000/svg}"
POINTS = {"A4": (595.3, 841.9), "Letter": (612, 792)}


class PaperTest(DeskTest):
    def setUp(self) -> None:
        super().setUp()
        notes = [{"place": 2, "text": "fog, near"}]
        self.saved = self.kept(self.scale(steps=9), name="Fog – Nebel", notes=notes)

    def file(self, form: str, query: str = "", sheet: int | None = None):
        answer = self.client.get(f"/api/scales/{sheet or self.saved['id']}/paper.{form}{query}")
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        return answer

    def test_svg_names_every_patch_with_its_parts(self) -> None:
        for size, (width, height) in POINTS.items():
            root = ElementTree.fromstring(self.file("svg", f"?size={size}").content)
            box = [float(v) for v in root.attrib["viewBox"].split()]
            self.assertAlmostEqual(box[2], width, delta=1)
            self.assertAlmostEqual(box[3], height, delta=1)
            told = [text.text or "" for text in root.iter(f"{SVG}text")]
            self.assertIn("Fog – Nebel", told)
            self.assertIn("fog, near", told)
            self.assertTrue(any("only a guide" in text for text in told))
            self.assertTrue(any(text.startswith("Mesotint · ") for text in told))
            # Its faces go along, so that the lines are as long as they were measured.
            (style,) = root.iter(f"{SVG}style")
            named = {
                t.attrib["style"].split(";")[0].split(": ")[1] for t in root.iter(f"{SVG}text")
            }
            for face in named:
                self.assertIn(f'font-family: "{face}"', style.text or "")
            for i, patch in enumerate(self.saved["patches"]):
                parts = ", ".join(
                    f"{p['name']}, {p['says']}" if p["touch"] else f"{p['whole']} {p['name']}"
                    for p in patch["parts"]
                    if p["whole"] or p["touch"]
                )
                self.assertIn(f"Step {i + 1}: {parts}", told)
                self.assertIn(f"{patch['look']['munsell']} · {patch['look']['name']}", told)
            # Every printed patch has an empty box beside it.
            fills = [rect.attrib.get("style", "") for rect in root.iter(f"{SVG}rect")]
            self.assertEqual(sum("fill: none" in fill for fill in fills), 9)

    def pdf(self, query: str = "", sheet: int | None = None) -> PdfReader:
        return PdfReader(io.BytesIO(self.file("pdf", query, sheet).content))

    def test_pdf_has_the_size_and_says_what_the_sheet_says(self) -> None:
        name = self.file("pdf").headers["Content-Disposition"]
        self.assertIn('filename="fog-nebel.pdf"', name)
        for size, (width, height) in POINTS.items():
            (page,) = self.pdf(f"?size={size}").pages
            self.assertAlmostEqual(page.mediabox.width, width, delta=1)
            self.assertAlmostEqual(page.mediabox.height, height, delta=1)
            text = page.extract_text()
            for patch in self.saved["patches"]:
                self.assertIn(patch["look"]["munsell"], text)
            self.assertIn("Fog – Nebel", text)

    def test_a_large_chart_goes_on_over_pages(self) -> None:
        chart = self.scale(steps=15, openings=[1, 2, 3, 4])
        saved = self.kept(chart, name="Chart")
        self.assertEqual(len(saved["patches"]), 75)
        self.assertGreater(len(self.pdf(sheet=saved["id"]).pages), 1)
        root = ElementTree.fromstring(self.file("svg", sheet=saved["id"]).content)
        boxes = [r for r in root.iter(f"{SVG}rect") if "fill: none" in r.attrib.get("style", "")]
        self.assertEqual(len(boxes), 75)

    def test_png_holds_the_patches_touching(self) -> None:
        picture = Image.open(io.BytesIO(self.file("png").content))
        self.assertEqual(picture.size, (9 * 160, 160))
        for i, patch in enumerate(self.saved["patches"]):
            for x in (0, 80, 159):
                code = "#{:02x}{:02x}{:02x}".format(*picture.getpixel((i * 160 + x, 80)))
                self.assertEqual(code, patch["look"]["srgb"])

    def test_data_say_what_the_sheet_says(self) -> None:
        text = self.file("csv").content.decode("utf-8-sig")
        rows = list(csv.DictReader(io.StringIO(text)))
        self.assertEqual([row["munsell"] for row in rows],
                         [patch["look"]["munsell"] for patch in self.saved["patches"]])  # fmt: skip
        self.assertEqual(rows[2]["note"], "fog, near")
        told = json.loads(self.file("json").content)
        for written, patch in zip(told["patches"], self.saved["patches"], strict=True):
            self.assertEqual(written["lab"], patch["look"]["lab"])
            self.assertEqual(written["parts"], patch["parts"])
            self.assertEqual(written["note"], patch["note"])
        self.assertEqual(told["request"], self.saved["request"])

    def test_what_is_no_paper(self) -> None:
        for form, query in (("exe", ""), ("pdf", "?size=A0")):
            answer = self.client.get(f"/api/scales/{self.saved['id']}/paper.{form}{query}")
            self.assertIn(answer.status_code, (404, 422))
