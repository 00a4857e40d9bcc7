"""Browns: base and measures by strength, found here from the optics of tints; rows that are no
brown.

That three primaries of equal strength make a dark brown is common practice.
"""

import unittest

import numpy as np
from scipy.optimize import brentq

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.words import describe
from mesotint.errors import InputError
from mesotint.mixing.mixture import Mixture, Viewing
from mesotint.paints.library import Paint, library
from mesotint.planning.charts.browns import brown_chart, brown_says, equal_base
from mesotint.planning.charts.cells import Cell

PAINT = library().paint
WHITE = PAINT("PW6")


def pull(paint: Paint) -> float:
    """Parts of a paint in white that bring K/S, where it is largest, to 0.05: the fewer, the
    stronger.

    K/S is read from the mixture's own optics, a band's share of the white taken off (Duncan's rule
    of mixing by volume).
    """

    def off(log: float) -> float:
        part = float(np.exp(log))
        k = (part * paint.absorption + WHITE.absorption) / (1 + part)
        return float(np.sort(k - WHITE.absorption / (1 + part))[-6:].mean()) - 0.05

    return float(np.exp(brentq(off, -14, 6)))


def parts_of(cell: Cell) -> dict[str, float]:
    return {p.key: n for p, n in zip(cell.paints, cell.parts, strict=True)}


class BrownsTest(unittest.TestCase):
    keys = ("PR108-light", "PY3", "PB15:3")

    def test_the_base_is_equal_in_strength(self) -> None:
        """Cadmium red, Hansa and phthalo blue at 1 : 1 : 1 by volume are a teal."""
        base = equal_base([PAINT(key) for key in self.keys])
        amounts = [pull(PAINT(key)) for key in self.keys]
        for part, amount in zip(base.values(), amounts, strict=True):
            self.assertAlmostEqual(part, amount / amounts[0], delta=0.1 * part)
        volume = Mixture.of({PAINT(key): 1 for key in self.keys} | {WHITE: 12}).lab
        strength = Mixture.of({**base, WHITE: 4 * sum(base.values())}).lab
        self.assertRegex(describe(volume), "blue|green")
        self.assertTrue(describe(strength).endswith("brown"), describe(strength))
        # Near what the trade calls equal in strength: red, yellow, blue as 1 : 1.9 : 1.
        trade = equal_base([PAINT(key) for key in ("PR108-light", "PY3", "PB29")])
        np.testing.assert_allclose(list(trade.values()), [1, 1.9, 1], rtol=0.2)

    def test_each_richer_row_adds_one_measure_by_strength(self) -> None:
        paints = [PAINT(key) for key in self.keys]
        rows = brown_chart(equal_base(paints), whites=(0, 2))
        self.assertEqual([len(row) for row in rows], [2] * 4)
        start = parts_of(rows[0][0])
        for paint, row in zip(paints, rows[1:], strict=True):
            parts = parts_of(row[0])
            for key in self.keys:
                scale = parts[key] / start[key]
                other = next(k for k in self.keys if k != paint.key)
                wanted = 2.0 if key == paint.key else 1.0
                self.assertAlmostEqual(scale / (parts[other] / start[other]), wanted, places=6)
            for cell in row:
                mixed = Mixture.of(dict(zip(cell.paints, cell.parts, strict=True))).lab
                np.testing.assert_allclose(mixed, cell.lab, atol=1e-9)

    def test_rows_are_turned_richer_or_poorer_one_by_one(self) -> None:
        paints = [PAINT(key) for key in self.keys]
        base = equal_base(paints)
        rows = brown_chart(base, whites=(0,), more=[2.0, 0.0, -0.5])
        red, same, blue = (parts_of(row[0]) for row in rows[1:])
        start = parts_of(rows[0][0])
        self.assertAlmostEqual(red["PR108-light"] / red["PY3"],
                               3 * start["PR108-light"] / start["PY3"], places=6)  # fmt: skip
        self.assertEqual(same, start)
        self.assertAlmostEqual(blue["PB15:3"] / blue["PY3"],
                               0.5 * start["PB15:3"] / start["PY3"], places=6)  # fmt: skip
        self.assertIn("less", rows[3][0].label)
        for wrong in ([1.0], [1.0, 1.0, -2.0]):
            with self.assertRaises(InputError):
                brown_chart(base, more=wrong)

    def test_by_volume_a_chart_is_what_it_was(self) -> None:
        primaries = dict.fromkeys((PAINT("PO20"), PAINT("PY3"), PAINT("PB29")), 1.0)
        rows = brown_chart(primaries, by="volume")
        parts = parts_of(rows[1][0])
        self.assertAlmostEqual(parts["PO20"] / parts["PY3"], 4, places=9)
        ochre = brown_chart(primaries, [PAINT("PY43")], (0, 1), 0.5, by="volume")
        self.assertEqual([len(row) for row in ochre], [2, 2])
        with self.assertRaisesRegex(InputError, "at least one paint"):
            brown_chart({})

    def test_a_row_that_is_no_brown_says_what_it_is_and_what_mends_it(self) -> None:
        paints = [PAINT(key) for key in self.keys]
        base = equal_base(paints)
        rows = brown_chart(base, whites=(0, 1, 4), more=[1.0, 1.0, 1.0])
        said = [brown_says(row, base) for row in rows]
        self.assertTrue(any(not words for words in said), said)
        off = [(row, words) for row, words in zip(rows, said, strict=True) if words]
        self.assertTrue(off, said)
        mended = 0
        for row, words in off:
            names = [describe(cell.lab) for cell in row]
            self.assertFalse(all(name.endswith("brown") for name in names), (words, names))
            self.assertIn("no brown", words)
            if "would make it one" not in words:
                continue
            mended += 1
            paint = next(p for p in paints if p.name.lower() in words)
            count = 1.0 if "a measure" in words else float(words.split(": ")[1].split()[0])
            made = []
            for cell in row:
                parts = dict(zip(cell.paints, cell.parts, strict=True))
                whole = sum(base.values())
                brown = sum(n for p, n in parts.items() if p is not WHITE)
                parts[paint] += count * base[paint] / whole * brown
                made.append(lch_from_lab(Mixture.of(parts).lab))
            self.assertTrue(
                any(20 <= hue <= 88 and chroma >= 4 and light < 60 for light, chroma, hue in made),
                (words, made),
            )
        self.assertGreater(mended, 0)

    def test_in_a_wash_water_opens(self) -> None:
        paints = [PAINT("PR254"), PAINT("PY3"), PAINT("PB29")]
        rows = brown_chart(equal_base(paints), whites=(0, 3), viewing=Viewing("wash"))
        self.assertIn("water", parts_of(rows[0][1]))
