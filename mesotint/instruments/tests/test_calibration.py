"""Calibration: it recovers tubes it has not seen, and says when it cannot."""

import unittest

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.instruments.colorimeter import drawdown, hidden_tube
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.trust import uncertainty
from mesotint.paints.calibration import Reading, calibrate, nearest_paint
from mesotint.paints.library import Paint, library

PAINT = library().paint
WHITE = PAINT("PW6")
NOISE = 0.15 / np.sqrt(3)
PLAIN = [
    p for p in library().paints.values() if not p.recipe and p.key not in ("PW6", "PW4", "PW1")
]


def readings_of(
    tube: Paint, parts: tuple[float, ...], random: np.random.Generator
) -> list[Reading]:
    return [Reading(w, drawdown(tube, WHITE, w) + random.normal(0, NOISE, 3)) for w in parts]


class CalibrationTest(unittest.TestCase):
    def test_unmeasured_mixtures_of_twenty_tubes_come_within_a_third(self) -> None:
        """The bar: a third or less of the uncalibrated difference, and below 1.5."""
        random = np.random.default_rng(20)
        some = [PLAIN[i] for i in random.choice(len(PLAIN), 20, replace=False)]
        real = [hidden_tube(paint, seed) for seed, paint in enumerate(some)]
        known = [calibrate(readings_of(tube, (0, 4, 20), random), paint).paint
                 for tube, paint in zip(real, some, strict=True)]  # fmt: skip
        before, after = [], []
        for _ in range(150):
            i, j = random.choice(20, 2, replace=False)
            trio = [some[i], some[j], WHITE]
            parts = random.uniform(0.1, 1, 3) / [p.absorption.mean() + p.scattering.mean()
                                                for p in trio]  # fmt: skip
            truth = DEFAULT_VIEWING.lab(parts, [real[i], real[j], WHITE])
            before.append(delta_e_2000(DEFAULT_VIEWING.lab(parts, trio), truth))
            mine = DEFAULT_VIEWING.lab(parts, [known[i], known[j], WHITE])
            after.append(delta_e_2000(mine, truth))
        self.assertLess(np.mean(after), np.mean(before) / 3)
        self.assertLess(np.mean(after), 1.5)

    def test_the_readings_are_met_and_the_doubts_shrink(self) -> None:
        random = np.random.default_rng(4)
        for key in ("PB29", "PY3", "PR101", "PG7"):
            tube = hidden_tube(PAINT(key), 8)
            found = calibrate(readings_of(tube, (0, 9), random), PAINT(key))
            with self.subTest(paint=key):
                self.assertLess(max(found.after), 0.5)
                self.assertLess(np.mean(found.after), np.mean(found.before))
                self.assertEqual(found.remarks, ())
                self.assertIn("calibrated with 2 readings", found.paint.origin)
                parts = np.array([1.0, 4.0])
                doubt = [float(uncertainty(DEFAULT_VIEWING, parts, [p, WHITE]))
                         for p in (PAINT(key), found.paint)]  # fmt: skip
                self.assertLess(doubt[1], doubt[0])

    def test_a_spectrum_tells_more_than_a_colour(self) -> None:
        tube = hidden_tube(PAINT("PV19"), 5)
        both = np.array([[1.0, 0.0], [1.0, 9.0]])
        films = DEFAULT_VIEWING.reflectance(both, [tube, WHITE])
        spectra = [Reading.of_spectrum(w, film) for w, film in zip((0.0, 9.0), films, strict=True)]
        colours = [Reading(r.white_parts, r.lab) for r in spectra]
        found = [calibrate(readings, PAINT("PV19")).paint for readings in (spectra, colours)]
        off = [np.abs(np.log(paint.absorption / tube.absorption)).mean() for paint in found]
        self.assertLess(off[0], off[1])

    def test_an_unknown_tube_is_taken_for_the_nearest_paint(self) -> None:
        random = np.random.default_rng(6)
        for key in ("PB29", "PY43", "PG18", "PR108-light"):
            tube = hidden_tube(PAINT(key), 3)
            found = nearest_paint(readings_of(tube, (0, 9), random))
            gap = delta_e_2000(drawdown(found, WHITE, 9), drawdown(PAINT(key), WHITE, 9))
            with self.subTest(paint=key):
                self.assertTrue(found.key == key or gap < 6, found.key)

    def test_poor_sets_are_told(self) -> None:
        random = np.random.default_rng(5)
        blue = PAINT("PB29")
        alone = calibrate(readings_of(blue, (0,), random), blue)
        self.assertIn("Only the masstone", alone.remarks[0])
        tint = calibrate(readings_of(blue, (9,), random), blue)
        self.assertIn("masstone was not read", tint.remarks[0])
        earth = PAINT("PG23")
        pale = calibrate(readings_of(earth, (0, 400), random), earth)
        self.assertTrue(any("too pale" in remark for remark in pale.remarks))
        wrong = [*readings_of(blue, (0, 9), random), Reading(9.0, drawdown(blue, WHITE, 1))]
        found = calibrate(wrong, blue)
        self.assertTrue(any("contradict" in remark for remark in found.remarks))

    def test_nonsense_is_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "there is none"):
            calibrate([])
        for lab in ((120, 0, 0), (float("nan"), 0, 0)):
            with self.assertRaisesRegex(InputError, "lab"):
                Reading(0, np.array(lab))
        with self.assertRaisesRegex(InputError, "white_parts"):
            Reading(-1, np.array([50.0, 0, 0]))
        with self.assertRaises(InputError):
            Reading.of_spectrum(0, np.full(36, 1.4))
