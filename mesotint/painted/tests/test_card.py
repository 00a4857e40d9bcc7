"""The card beside the palette: places of a picture are read by it, each with a ± that holds."""

import io
import re
import unittest
from dataclasses import replace

import numpy as np
from PIL import Image
from pypdf import PdfReader

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import decoded, encoded
from mesotint.instruments.camera import (
    Camera,
    Shot,
    painted_sheet,
    photograph,
    tubes_that_stray,
)
from mesotint.painted.card import CARD_MM, card_layout, draw_card, find_card
from mesotint.painted.layout import Box, Rectangle, SheetLayout
from mesotint.painted.tests.painting import PAPER
from mesotint.paints.library import library

PILES = (
    {"PO20": 1.0}, {"PB29": 1.0, "PW6": 4.0}, {"PR101": 1.0, "PW6": 2.0},
    {"PY43": 3.0, "PB29": 1.0}, {"PG18": 1.0, "PR101": 1.0, "PW6": 6.0}, {"PW6": 20.0, "PBk9": 1.0},
)  # fmt: skip
KEYS = ("PO20", "PB29", "PR101", "PY43", "PG18", "PBk9", "PW6")


def beside(rect: Rectangle) -> Rectangle:
    return replace(rect, left=rect.left + 20, top=rect.top + 130)


def scene() -> SheetLayout:
    """Six piles, and the card lying below them."""
    card = card_layout()
    boxes = [
        Box(str(i), Rectangle(20 + i % 3 * 55, 20 + i // 3 * 50, 40, 36), parts, f"Pile {i}")
        for i, parts in enumerate(PILES)
    ]
    at = [replace(m, centre_mm=(m.centre_mm[0] + 20, m.centre_mm[1] + 130))
          for m in card.markers.at]  # fmt: skip
    greys = [replace(grey, rect_mm=beside(grey.rect_mm)) for grey in card.greys]
    markers = replace(card.markers, at=at)
    return replace(card, page_mm=(190, 200), markers=markers, boxes=boxes, greys=greys)


class CardTest(unittest.TestCase):
    def test_piles_are_read_by_a_tap_and_the_uncertainty_holds(self) -> None:
        layout = scene()
        known = [library().paint(key) for key in KEYS]
        gaps, within = [], []
        for seed, kind in enumerate(("daylight", "led", "daylight", "tungsten")):
            rng = np.random.default_rng(80 + seed)
            tubes = dict(zip(KEYS, tubes_that_stray(known, rng), strict=True))
            sheet = painted_sheet(layout, tubes, PAPER, rng, hand=0.0)
            still = Shot(tilt_deg=0, turn_deg=0, falls_off=0.06, width_px=1400, height_px=1470)
            data = photograph(sheet, Camera.made_up(kind, rng), still, rng)
            pixels = np.asarray(Image.open(io.BytesIO(data)))
            card = find_card(pixels)
            assert card is not None
            true = lab_from_reflectance(sheet.films)
            for box, lab in zip(layout.boxes, true, strict=True):
                # Nothing is tilted: a millimetre is the same everywhere, about the middle.
                scale = 0.94 * min(1400 / 190, 1470 / 200)
                x = 700 + (box.rect_mm.left + 20 - 95) * scale
                y = 735 + (box.rect_mm.top + 18 - 100) * scale
                patch = pixels[round(y) - 8 : round(y) + 8, round(x) - 8 : round(x) + 8]
                shown = encoded(decoded(patch.reshape(-1, 3) / 255).mean(axis=0))
                read = card.colour(shown)
                gap = float(delta_e_2000(read.lab, lab))
                gaps.append(gap)
                within.append(gap <= 2 * read.uncertainty)
        self.assertLess(float(np.mean(gaps)), 4.0, gaps)
        self.assertGreaterEqual(float(np.mean(within)), 0.8)

    def test_there_is_no_card_where_there_is_none(self) -> None:
        for shape in ((600, 800), (1, 1), (1, 40), (1400, 2), (7, 9), (64, 64)):
            self.assertIsNone(find_card(np.full((*shape, 3), 120, np.uint8)), shape)

    def test_it_is_printed_at_its_true_size(self) -> None:
        page = PdfReader(io.BytesIO(draw_card())).pages[0]
        size = [float(side) / 72 * 25.4 for side in (page.mediabox.width, page.mediabox.height)]
        np.testing.assert_allclose(size, CARD_MM, atol=0.1)
        self.assertTrue(re.search("Photograph both", page.extract_text()))
