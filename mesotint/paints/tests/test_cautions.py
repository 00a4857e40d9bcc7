"""The usual cautions: each hazard by itself, and where thinning and rinsing are told.

Common practice; nothing here goes beyond the usual, and the label has the say.
"""

import re
import unittest

from mesotint.paints.cautions import (
    LIBRARY,
    OILY,
    RINSING,
    cautions,
    groups_of,
    has_no_usual_hazard,
)
from mesotint.paints.first_boxes import FIRST_MEDIA, without_usual_hazards
from mesotint.paints.library import library

PAINT = library().paint


class CautionsTest(unittest.TestCase):
    def test_lead_stands_by_itself_and_zinc_apart_from_it(self) -> None:
        says = cautions([PAINT("PW4"), PAINT("PW1"), PAINT("PO20"), PAINT("PB28")])
        self.assertIn("poisonous", says[0])
        for sentence in (*says, *LIBRARY):
            words = sentence.lower()
            if re.search(r"\blead\b", words):
                self.assertNotRegex(words, "zinc|cadmium|cobalt")
            if "zinc" in words:
                self.assertNotRegex(words, r"\blead\b|cadmium")
        self.assertEqual(sum("cadmium" in sentence for sentence in says), 1)
        self.assertEqual(sum("zinc" in sentence.lower() for sentence in says), 1)

    def test_every_hazard_of_the_library_is_told_by_the_paint_that_has_it(self) -> None:
        for paint in library().paints.values():
            says = " ".join(cautions([paint]))
            for group in groups_of(paint):
                if not has_no_usual_hazard(paint) and "dust" not in group:
                    with self.subTest(paint=paint.key, group=group):
                        self.assertIn(group, says)
                        self.assertIn(paint.name.lower(), says.lower())
            self.assertRegex(says, "spray")
            self.assertRegex(says, "sand")
            self.assertIn("children", says)
            self.assertIn("label, the maker's safety sheet and local rules have the say", says)

    def test_heavy_metals_are_not_rinsed_down_a_drain_and_oil_has_its_rags(self) -> None:
        self.assertIn(RINSING, cautions([PAINT("PB28")]))
        self.assertNotIn(RINSING, cautions([PAINT("PB29")]))
        self.assertIn(OILY, cautions([PAINT("PB29")], oil=True))
        self.assertNotIn(OILY, cautions([PAINT("PB29")]))
        self.assertRegex(OILY, "heat up by themselves")

    def test_a_first_box_can_be_had_without_usual_hazards(self) -> None:
        for medium in FIRST_MEDIA.values():
            for box in medium.boxes:
                gentle = without_usual_hazards(box.paints)
                with self.subTest(medium=medium.name, box=box.name):
                    self.assertTrue(all(has_no_usual_hazard(PAINT(key)) for key in gentle))
                    self.assertEqual(len(gentle), len(set(gentle)))
                    self.assertGreaterEqual(len(gentle), len(box.paints) - 2)
                    kept = [key for key in box.paints if has_no_usual_hazard(PAINT(key))]
                    self.assertLessEqual(set(kept), set(gentle))
