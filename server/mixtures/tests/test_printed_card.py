"""A printed card in a photograph is found by itself, and colours are read by it."""

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.instruments.camera import Camera, Shot, painted_sheet, photograph
from mesotint.painted.tests.painting import PAPER
from mesotint.painted.tests.test_card import KEYS, scene
from mesotint.paints.library import library
from server.kept.models import Photograph
from server.kept.tests.pictures import picture_file
from server.painters.tests.studio import StudioTest


class PrintedCardTest(StudioTest):
    def give(self, data: bytes) -> dict:
        answer = self.client.post("/api/photographs?name=card", data,
                                  content_type="application/octet-stream")  # fmt: skip
        self.assertEqual(answer.status_code, 201, answer.content)
        return dict(answer.json())

    def test_colours_are_read_by_it_with_how_sure_that_is(self) -> None:
        layout, rng = scene(), np.random.default_rng(82)
        sheet = painted_sheet(layout, {key: library().paint(key) for key in KEYS}, PAPER, rng, 0.0)
        shot = Shot(tilt_deg=0, turn_deg=0, falls_off=0.05, width_px=1300, height_px=1365)
        found = self.give(photograph(sheet, Camera.made_up("daylight", rng), shot, rng))
        self.assertEqual(found["card"], "printed")
        gaps = []
        for box, lab in zip(layout.boxes, lab_from_reflectance(sheet.films), strict=True):
            at = box.rect_mm
            left, top = (
                0.5 + (middle - whole / 2) * 0.94 / whole
                for middle, whole in ((at.left + 20, 190), (at.top + 18, 200))
            )
            body = {"left": left - 0.01, "top": top - 0.01, "width": 0.02, "height": 0.02}
            status, told = self.send("post", f"photographs/{found['id']}/area", body)
            self.assertEqual(status, 200)
            self.assertGreater(told["uncertainty"], 0.3)
            self.assertTrue(told["says"])
            gaps.append(float(delta_e_2000(np.array(told["look"]["lab"]), lab)))
        self.assertLess(float(np.mean(gaps)), 6.0, gaps)
        # A card that the painter marks comes before it, and taken out again it is back.
        grey = {"card": {"kind": "grey", "area": {"left": 0.3, "top": 0.75, "width": 0.02,
                                                  "height": 0.02}}}  # fmt: skip
        self.assertEqual(
            self.send("put", f"photographs/{found['id']}/card", grey)[1]["card"], "grey"
        )
        out = self.send("put", f"photographs/{found['id']}/card", {"card": None})[1]
        self.assertEqual(out["card"], "printed")

    def test_a_photograph_without_one_is_read_as_before(self) -> None:
        found = self.give(picture_file("PNG"))
        self.assertEqual(found["card"], "")
        self.assertIsNone(Photograph.objects.get(pk=found["id"]).printed)
        body = {"left": 0.1, "top": 0.4, "width": 0.02, "height": 0.02}
        told = self.send("post", f"photographs/{found['id']}/area", body)[1]
        self.assertEqual((told["uncertainty"], told["says"]), (None, ""))

    def test_the_card_is_a_download(self) -> None:
        answer = self.client.get("/api/photographs/card.pdf")
        self.assertTrue(answer.content.startswith(b"%PDF-"))
