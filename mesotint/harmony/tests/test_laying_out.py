"""The palette laid out: dark to light, clear to one side, earths, what is carried on."""

import unittest

from mesotint.harmony.laying_out import laying_out
from mesotint.harmony.painting import Painting, Passage
from mesotint.paints.library import library


def painting(*told: tuple[str, dict[str, float], str]) -> Painting:
    return Painting(
        tuple(
            Passage(name, 1 / len(told), {library().paint(k): v for k, v in mix.items()}, part)
            for name, mix, part in told
        )
    )


class LayingOutTest(unittest.TestCase):
    def test_a_yard(self) -> None:
        """By hand: tar is darkest and rope lightest, the bill is the one clear colour, umber and
        sienna are the earths and ivory black a blue; mud and bank share both their paints."""
        told = laying_out(
            painting(
                ("rope", {"PY43": 1, "PW6": 40}, "supporting"),
                ("tar", {"PBk9": 3, "PBr7-burnt-umber": 1}, "dominant"),
                ("mud", {"PBr7-burnt-umber": 2, "PBr7-raw-sienna": 1}, "supporting"),
                ("bank", {"PBr7-burnt-umber": 2, "PBr7-raw-sienna": 2, "PW6": 3}, "supporting"),
                ("bill", {"PO20": 1}, "accent"),
            )
        )
        self.assertTrue(told[0].startswith("From dark to light: tar, mud"), told[0])
        self.assertIn("bill to one side", told[1])
        self.assertIn("Ivory black as a dull blue", told[2])
        self.assertIn("as a dull yellow", told[2])
        self.assertIn("What is left of mud goes on into bank.", told)
        self.assertFalse(any("bill goes" in line or "into bill" in line for line in told))

    def test_one_passage_needs_no_order_and_greys_have_no_side(self) -> None:
        self.assertEqual(laying_out(painting(("all", {"PW6": 1}, "dominant"))), [])
        told = laying_out(
            painting(("one", {"PW6": 1}, "dominant"), ("two", {"PW6": 6, "PBk9": 1}, "supporting"))
        )
        self.assertFalse(any("to one side" in line for line in told))
