"""Calibration: it recovers tubes it has not seen, and says when it cannot."""

import unittest
from dataclasses import replace

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


class MixtureReadingsTest(unittest.TestCase):
    """Readings of piles, in which other tubes are that stray as well."""

    def setUp(self) -> None:
        self.blue, self.orange = PAINT("PB29"), PAINT("PO20")
        self.real = hidden_tube(self.blue, 3)

    def reading(self, parts: tuple[float, float, float], orange: Paint | None = None) -> Reading:
        paints = [self.real, WHITE, orange or self.orange]
        lab = DEFAULT_VIEWING.lab(np.array(parts), paints)
        return Reading(parts[1] / parts[0], lab, others=((self.orange, parts[2] / parts[0]),))

    def test_a_mixture_with_a_tube_that_is_known_tells_as_much_as_a_drawdown(self) -> None:
        sure = replace(self.orange, doubts=np.zeros((0, 2, 36)))
        readings = [
            replace(self.reading(parts), others=((sure, parts[2] / parts[0]),))
            for parts in ((1.0, 0.0, 2.0), (1.0, 6.0, 1.0))
        ]
        found = calibrate(readings, self.blue)
        self.assertLess(max(found.after), 0.5)
        tint = np.array([1.0, 8.0])
        truth = DEFAULT_VIEWING.lab(tint, [self.real, WHITE])
        off = [float(delta_e_2000(DEFAULT_VIEWING.lab(tint, [paint, WHITE]), truth))
               for paint in (self.blue, found.paint)]  # fmt: skip
        self.assertLess(off[1], off[0])

    def test_what_is_not_known_of_the_others_holds_the_tube_back(self) -> None:
        """The same difference moves the tube the less, the more the other one may stray."""
        strange = [self.reading((1.0, 2.0, 2.0), hidden_tube(self.orange, 11))]
        moved = {}
        for name, size in (("sure", 0.0), ("usual", 1.0), ("unknown", 4.0)):
            other = replace(self.orange, doubts=self.orange.doubts * size)
            readings = [replace(r, others=((other, r.others[0][1]),)) for r in strange]
            paint = calibrate(readings, self.blue).paint
            moved[name] = float(np.abs(np.log(paint.absorption / self.blue.absorption)).mean())
        self.assertGreater(moved["sure"], moved["usual"])
        self.assertGreater(moved["usual"], moved["unknown"])

    def test_it_says_what_it_is_of_and_that_a_tube_alone_would_tell_more(self) -> None:
        reading = self.reading((1.0, 2.0, 2.0))
        self.assertEqual(reading.name, "mixture with cadmium orange")
        self.assertIn("shared between them", " ".join(calibrate([reading], self.blue).remarks))
        paints, parts = reading.mixture(self.blue)
        self.assertEqual([p.key for p in paints], ["PB29", "PW6", "PO20"])
        np.testing.assert_allclose(parts, [1, 2, 2])
        together = [reading, *readings_of(self.real, (0, 9), np.random.default_rng(1))]
        self.assertEqual(calibrate(together, self.blue).remarks, ())
