"""What asks to be looked at: each figure with a painting where it speaks and one where it must not.

Common practice, no published source; differences by another library, sums by hand.
"""

import unittest

import colour
import numpy as np

from mesotint.harmony.attention import are_opposite, attention, clearest
from mesotint.harmony.figures import Figure, figures
from mesotint.harmony.painting import Painting
from mesotint.harmony.tests.test_mother import PAINT, passage, yard
from mesotint.harmony.unity import figures_of
from mesotint.mixing.mixture import DEFAULT_VIEWING


def told(painting: Painting, name: str) -> Figure:
    return next(f for f in figures(painting, figures_of(painting)) if f.name.startswith(name))


LOUD = Painting((passage("red", 0.5, PR108=1), passage("green", 0.5, PG7=1)))
CALM = Painting(
    (
        passage("wall", 0.6, PBr7_umber=1, PB29=1, PW6=8),
        passage("field", 0.38, PG17=1, PW6=1),
        passage("coat", 0.02, "accent", PR108=1),
    )
)


class FightsTest(unittest.TestCase):
    def test_full_red_beside_full_phthalo_green_fight(self) -> None:
        """Its C* is 14 at masstone and 49 as a tint: a tube is judged where it is clearest."""
        self.assertLess(np.hypot(*LOUD.labs[1, 1:]), 20)
        self.assertGreater(np.hypot(*clearest(PAINT("PG7"), DEFAULT_VIEWING)[1:]), 45)
        self.assertTrue(told(LOUD, "Complements that fight").alarm)
        self.assertEqual(attention(LOUD).fights, ((0, 1),))

    def test_a_mixture_is_judged_as_it_is(self) -> None:
        dull = Painting((passage("red", 0.5, PR108=1), passage("green", 0.5, PG7=1, PR108=0.4)))
        self.assertEqual(attention(dull).fights, ())
        self.assertFalse(told(dull, "Complements that fight").alarm)
        clear = Painting((passage("red", 0.5, PR108=1, PW6=1), passage("sea", 0.5, PG7=1, PW6=6)))
        self.assertEqual(attention(clear).fights, ((0, 1),))

    def test_neighbours_and_accents_do_not_fight(self) -> None:
        beside = Painting((passage("red", 0.5, PR108=1), passage("orange", 0.5, PO20=1)))
        self.assertEqual(attention(beside).fights, ())
        accent = Painting(
            (passage("sea", 0.9, PG7=1, PW6=6), passage("buoy", 0.1, "accent", PR108=1))
        )
        self.assertEqual(attention(accent).fights, ())

    def test_opposites_of_both_wheels(self) -> None:
        self.assertTrue(are_opposite(100, 310))  # yellow and violet of the painters' wheel
        self.assertTrue(are_opposite(60, 240))  # across in CIELAB
        self.assertFalse(are_opposite(60, 120))
        for one in range(0, 360, 15):
            for other in range(0, 360, 15):
                self.assertEqual(are_opposite(one, other), are_opposite(other, one))
                if abs((one - other + 180) % 360 - 180) >= 141:
                    self.assertTrue(are_opposite(one, other))


class LeadingTest(unittest.TestCase):
    def test_red_and_green_do_not_lead_yellow(self) -> None:
        """Their mean in the plan is a yellow that nobody sees."""
        self.assertEqual(attention(LOUD).leading, "red")

    def test_the_largest_sum_of_area_and_chroma_leads(self) -> None:
        blue = Painting((passage("sea", 0.8, PB28=1, PW6=1), passage("sun", 0.2, PO20=1, PW6=1)))
        self.assertEqual(attention(blue).leading, "blue")
        grey = Painting((passage("fog", 1.0, PBk11=0.02, PW6=1),))
        clear = np.hypot(*grey.labs[0, 1:])
        self.assertEqual(attention(grey).leading is None, clear < 1)


class RestTest(unittest.TestCase):
    def test_the_share_that_rests_is_summed_by_hand(self) -> None:
        for painting in (yard(), CALM, LOUD):
            chroma = np.hypot(painting.labs[:, 1], painting.labs[:, 2])
            limit = max(12.0, chroma.max() / 3)
            rest = sum(
                each.area
                for each, clear in zip(painting.passages, chroma, strict=True)
                if clear < limit and each.part != "accent"
            )
            self.assertAlmostEqual(attention(painting).rest, rest, places=9)

    def test_all_loud_and_all_dull_speak_and_are_silent(self) -> None:
        loud = Painting(
            (passage("a", 0.4, PR108=1), passage("b", 0.3, PY3=1), passage("c", 0.3, PB28=1, PW6=1))
        )
        dull = Painting(
            (passage("a", 0.5, PBr7_umber=1, PB29=1, PW6=4), passage("b", 0.5, PBr7_umber=1))
        )
        self.assertEqual(told(loud, "Rest").told, "all loud")
        self.assertEqual(told(dull, "Rest").told, "all dull")
        for painting in (CALM, yard()):
            self.assertFalse(told(painting, "Rest").alarm)


class FirstTest(unittest.TestCase):
    def test_the_eye_goes_where_the_difference_to_what_touches_is_largest(self) -> None:
        painting = yard()
        means = []
        for i in range(len(painting.passages)):
            beside = painting.neighbours(i)
            gaps = [
                float(colour.delta_E(painting.labs[i], painting.labs[j], method="CIE 2000"))
                for j in beside
            ]
            areas = [painting.passages[j].area for j in beside]
            means.append(float(np.average(gaps, weights=areas)))
        order = attention(painting).order
        self.assertEqual(list(order), sorted(range(len(means)), key=lambda i: -means[i]))

    def test_an_accent_that_is_looked_at_first_is_no_fault_and_one_that_is_not_is(self) -> None:
        self.assertFalse(told(CALM, "Where the eye goes").alarm)
        self.assertEqual(told(CALM, "Where the eye goes").told, "coat")
        lost = Painting(
            (
                passage("dark", 0.5, PBk9=1),
                passage("light", 0.3, PW6=1),
                passage("coat", 0.2, "accent", PBr7_umber=1, PW6=1),
            )
        )
        self.assertTrue(told(lost, "Where the eye goes").alarm)
        alone = Painting((passage("all", 1.0, PY43=1),))
        names = [f.name for f in figures(alone, figures_of(alone))]
        self.assertNotIn("Where the eye goes", names)


class ShiningTest(unittest.TestCase):
    def test_the_neutral_that_lets_an_accent_shine(self) -> None:
        figure = told(CALM, "What lets “coat” shine")
        self.assertEqual(figure.told, "wall")
        self.assertEqual(attention(CALM).neutrals, {2: 0})
        without = Painting(
            (passage("sea", 0.9, PB28=1, PW6=1), passage("buoy", 0.1, "accent", PO20=1))
        )
        self.assertEqual(attention(without).neutrals, {})
        self.assertRegex(told(without, "What lets").says, "darker grey that leans blue would do it")

    def test_without_an_accent_it_says_nothing(self) -> None:
        names = [f.name for f in figures(LOUD, figures_of(LOUD))]
        self.assertFalse([name for name in names if "shine" in name])
