"""Nudging: each step replayed by hand, until no lean is left; the undertone by Kubelka's film."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.nudging import FILM_COATS, MOST_NUDGES, nudged
from mesotint.optics.film import GLAZE_THICKNESS
from mesotint.optics.surface import INNER_REFLECTION, OUTER_REFLECTION, surface_scatter
from mesotint.paints.library import library

L = library()
BOX = [L.paint(key) for key in ("PW6", "PY43", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3",
                                "PG7", "PBr7-burnt-sienna", "PBk9")]  # fmt: skip
PILES = (
    {"PG7": 1.0, "PR254": 1.4},
    {"PB15:3": 1.0, "PO73": 1.2},
    {"PV23": 1.0, "PY43": 6.0},
    {"PBk9": 2.0},
)


def white_test(pile: dict, viewing: Viewing) -> np.ndarray:
    """Four parts of white to one of the pile."""
    whole = sum(pile.values())
    mixed = {**pile, L.white: pile.get(L.white, 0.0) + 4 * whole}
    return viewing.lab(np.array(list(mixed.values())), list(mixed))


def film_test(pile: dict) -> np.ndarray:
    """Kubelka 1948, eq. 27: a thin film of the pile over white, band by band."""
    whole = sum(pile.values())
    k = sum(n / whole * p.absorption for p, n in pile.items())
    s = sum(n / whole * p.scattering for p, n in pile.items())
    ratio = L.white.absorption / L.white.scattering
    ground = 1 + ratio - np.sqrt(ratio**2 + 2 * ratio)
    a = 1 + k / s
    b = np.sqrt(a**2 - 1)
    coth = 1 / np.tanh(b * s * FILM_COATS * GLAZE_THICKNESS)
    inner = (1 - ground * (a - b * coth)) / (a - ground + b * coth)
    seen = (1 - OUTER_REFLECTION) * (1 - INNER_REFLECTION) * inner / (1 - INNER_REFLECTION * inner)
    return lab_from_reflectance(seen + surface_scatter("satin"), "D65")


def chroma(lab: np.ndarray) -> float:
    return float(np.hypot(lab[1], lab[2]))


class NudgingTest(unittest.TestCase):
    def test_the_run_replayed_by_hand_leaves_no_lean(self) -> None:
        viewing = Viewing()
        for keys in PILES:
            for test, seen in (("white", lambda p: white_test(p, viewing)), ("film", film_test)):
                pile = {L.paint(key): ml for key, ml in keys.items()}
                found = nudged(pile, BOX, test)
                before = chroma(seen(pile))
                for step in found.nudges:
                    self.assertAlmostEqual(step.chroma, before, delta=0.01)
                    pile[step.paint] = pile.get(step.paint, 0.0) + step.volume_ml
                    after = seen(pile)
                    np.testing.assert_allclose(step.test_lab, after, atol=0.02)
                    # It helps every time, and never by turning the lean into a greater one.
                    self.assertLess(chroma(after), before)
                    before = chroma(after)
                self.assertIsNone(found.left, (keys, test))
                self.assertLess(before, 1.0)
                self.assertLess(len(found.nudges), 6)
                at_once = {L.paint(key): ml for key, ml in keys.items()}
                for paint, volume in found.at_once.items():
                    at_once[paint] = at_once.get(paint, 0.0) + volume
                self.assertLess(chroma(seen(at_once)), 1.0)
                self.assertEqual({p.key: v for p, v in pile.items()},
                                 {p.key: v for p, v in found.pile.items()})  # fmt: skip

    def test_a_first_nudge_takes_two_thirds_and_a_lesser_one_would_take_less(self) -> None:
        viewing = Viewing()
        pile = {L.paint("PG7"): 1.0, L.paint("PR254"): 1.4}
        first = nudged(pile, BOX).nudges[0]
        self.assertGreater(first.chroma, 3)
        less = {**pile, first.paint: pile.get(first.paint, 0.0) + 0.8 * first.volume_ml}
        self.assertGreater(chroma(white_test(less, viewing)), chroma(first.test_lab))
        self.assertLess(chroma(first.test_lab), first.chroma * (1 / 3) + 0.05)
        self.assertIn("Leans", first.says)

    def test_what_is_true_is_left_alone(self) -> None:
        done = nudged(nudged({L.paint("PG7"): 1.0, L.paint("PR254"): 1.4}, BOX).pile, BOX)
        self.assertEqual((done.nudges, done.lean, done.at_once), ((), None, {}))

    def test_a_box_without_an_opposite_says_what_is_left(self) -> None:
        found = nudged({L.paint("PG7"): 1.0}, [L.paint("PG7"), L.paint("PBk9"), L.white])
        self.assertEqual(found.nudges, ())
        self.assertIsNotNone(found.left)
        self.assertLessEqual(len(nudged({L.paint("PY3"): 1.0}, BOX).nudges), MOST_NUDGES)

    def test_bad_input(self) -> None:
        for asked, says in (
            (({}, BOX), "no pile"),
            (({L.white: 0.0}, BOX), "no pile"),
            (({L.white: 1.0}, BOX, "sniff"), "choose one"),
            (({L.paint("PG7"): float("nan")}, BOX), "no pile|will not do"),
        ):
            with self.subTest(says), self.assertRaisesRegex(InputError, says):
                nudged(*asked)
