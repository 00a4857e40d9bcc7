"""Scales: where the steps lie, and the parts they take."""

import itertools
import unittest
from dataclasses import replace

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import EYE_TELLS
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.partners import partners
from mesotint.mixing.muting.trail import Hold, Third, Trail
from mesotint.paints.library import WATER, library
from mesotint.planning.amounts import MOST_PARTS, whole_parts
from mesotint.planning.scale import SPACINGS, Scale

PAINT = library().paint
PAIRS = (("PO20", "PB29"), ("PY3", "PV23"), ("PBr7-burnt-sienna", "PB29"), ("PG7", "PV19"))


def trail(first: str, second: str, white: float = 0.0, medium: str = "opaque") -> Trail:
    return Trail(PAINT(first), PAINT(second), white, Viewing(medium))


class ScaleTest(unittest.TestCase):
    def test_steps_rise_from_pure_to_pure_with_the_neutral_among_them(self) -> None:
        for pair in PAIRS:
            for spacing in SPACINGS:
                for count in (3, 5, 9, 13, 15):
                    with self.subTest(pair=pair, spacing=spacing, count=count):
                        scale = Scale(trail(*pair), count, spacing)
                        self.assertEqual(len(scale.steps), count)
                        self.assertEqual((scale.shares[0], scale.shares[-1]), (0, 1))
                        self.assertTrue((np.diff(scale.shares) > 0).all())
                        self.assertIn(scale.trail.neutral_share, scale.shares)

    def test_chroma_steps_are_even_on_either_side_of_the_neutral(self) -> None:
        """Even in length along the trail in the chroma-hue plane, within 2 % of the range."""
        for pair in PAIRS:
            scale = Scale(trail(*pair, 2.0), 9, "chroma")
            shares = np.union1d(np.linspace(0, 1, 60001), scale.shares)
            lab = scale.trail.lab(shares)
            length = np.concatenate(
                [[0], np.cumsum(np.linalg.norm(np.diff(lab[:, 1:], axis=0), axis=1))]
            )
            at = length[np.searchsorted(shares, scale.shares)]
            for side in (at[: scale.neutral_index + 1], at[scale.neutral_index :]):
                with self.subTest(pair=pair):
                    steps = np.diff(side)
                    self.assertLess(np.ptp(steps), 0.02 * length[-1])

    def test_parts_steps_are_even_in_parts(self) -> None:
        scale = Scale(trail("PO20", "PB29"), 9, "parts")
        for side in (scale.shares[: scale.neutral_index + 1], scale.shares[scale.neutral_index :]):
            np.testing.assert_allclose(np.diff(side), np.diff(side).mean(), atol=1e-3)

    def test_difference_steps_look_alike(self) -> None:
        scale = Scale(trail("PY3", "PV23", 4), 13, "difference")
        shares = np.linspace(0, 1, 60001)
        lab = scale.trail.lab(shares)
        steps = delta_e_2000(lab[:-1], lab[1:])
        length = np.concatenate([[0], np.cumsum(steps)])
        at = np.interp(scale.shares, shares, length)
        before = np.diff(at[: scale.neutral_index + 1])
        self.assertLess(np.ptp(before), 0.02 * length[-1])

    def test_a_trail_that_is_greyest_at_an_end_keeps_it_there(self) -> None:
        scale = Scale(trail("PY3", "PW6"), 7, "chroma")
        self.assertEqual(scale.neutral_index, 6)
        self.assertEqual(scale.shares[-1], 1)

    def test_a_strong_paint_takes_far_from_equal_parts(self) -> None:
        scale = Scale(trail("PY3", "PV23"), 9, "chroma")
        self.assertLess(scale.shares[1], 0.02)

    def test_steps_and_spacings_that_cannot_be_had(self) -> None:
        for count in (1, 2, 99, 7.5, True):
            with self.subTest(count=count), self.assertRaisesRegex(InputError, "3 to 15"):
                Scale(trail(*PAIRS[0]), count)
        with self.assertRaisesRegex(InputError, "chroma"):
            Scale(trail(*PAIRS[0]), 9, "chrome")


class OneValueTest(unittest.TestCase):
    def test_every_step_has_the_value_and_the_ratio_of_its_pair(self) -> None:
        free = trail("PO20", "PB29")
        held = replace(free, hold=Hold(55.0, PAINT("PBk9")))
        for step in Scale(held, 9).steps:
            self.assertAlmostEqual(step.appearance.lab[0], 55, delta=0.5)
            first, second, *_ = step.parts
            self.assertAlmostEqual(second / (first + second), step.share)

    def test_a_dark_that_is_the_partner_too_stands_in_one_column(self) -> None:
        held = Trail(PAINT("PO20"), PAINT("PBk9"), hold=Hold(40.0, PAINT("PBk9")))
        self.assertEqual([p.key for p in held.paints], ["PO20", "PBk9", "PW6"])
        np.testing.assert_allclose(held.labs[:-1, 0], 40, atol=0.5)

    def test_a_wash_is_held_with_water(self) -> None:
        held = Trail(PAINT("PO20"), PAINT("PB29"), 0, Viewing("wash"), hold=Hold(70, PAINT("PBk9")))
        self.assertEqual(held.paints[2], WATER)
        np.testing.assert_allclose(held.labs[:, 0], 70, atol=0.5)

    def test_a_value_that_is_none_is_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "hold"):
            replace(trail("PO20", "PB29"), hold=Hold(200, PAINT("PBk9")))


class ThirdPaintTest(unittest.TestCase):
    def test_the_fix_bends_the_trail_to_grey_and_leaves_the_ends_pure(self) -> None:
        """Common practice: name the lean, add a little of its opposite."""
        for first, second in (("PY3", "PV23"), ("PR108-light", "PG7"), ("PO20", "PB15:3")):
            with self.subTest(pair=(first, second)):
                box = [PAINT(k) for k in (second, "PB29", "PY74", "PR101", "PG18", "PV19")]
                found = partners(PAINT(first), box, 4.0)
                partner = next(p for p in found if p.paint.key == second)
                assert partner.fix is not None
                free = Trail(PAINT(first), PAINT(second), 4.0)
                bent = replace(free, third=Third(partner.fix.paint, partner.fix.parts))
                ends = np.array([0.0, 1.0])
                np.testing.assert_allclose(bent.lab(ends), free.lab(ends))
                left = np.hypot(*bent.lab(np.array(bent.neutral_share))[1:])
                self.assertLess(left, 0.7 * partner.chroma)
                self.assertLessEqual(left, partner.fix.chroma + 0.01)

    def test_none_of_it_changes_nothing_and_one_of_the_pair_is_refused(self) -> None:
        free = trail("PY3", "PV23", 2)
        shares = np.linspace(0, 1, 7)
        bent = replace(free, third=Third(PAINT("PB29"), 0.0))
        np.testing.assert_allclose(bent.lab(shares), free.lab(shares))
        with self.assertRaisesRegex(InputError, "in the pair already"):
            replace(free, third=Third(PAINT("PV23"), 0.1))


class PinTest(unittest.TestCase):
    def test_a_pinned_step_stands_and_the_others_are_even_around_it(self) -> None:
        for spacing in SPACINGS:
            with self.subTest(spacing=spacing):
                free = Scale(trail("PO20", "PB29"), 9, spacing)
                share = float(free.shares[2] * 0.4 + free.shares[3] * 0.6)
                pinned = Scale(free.trail, 9, spacing, pins=((2, share),))
                self.assertEqual(pinned.shares[2], share)
                self.assertIn(free.trail.neutral_share, pinned.shares)
                self.assertTrue((np.diff(pinned.shares) > 0).all())
        middle = Scale(trail("PO20", "PB29"), 9, "parts", pins=((2, 0.1),)).shares
        np.testing.assert_allclose(middle[1], 0.05, atol=1e-6)

    def test_pins_that_leave_no_room_leave_the_neutral_out(self) -> None:
        pinned = Scale(trail("PO20", "PB29"), 5, pins=((1, 0.1), (2, 0.2), (3, 0.9)))
        self.assertEqual(pinned.shares.tolist(), [0, 0.1, 0.2, 0.9, 1])

    def test_pins_that_cannot_be(self) -> None:
        for pins in (((0, 0.1),), ((8, 0.5),), ((3, 0.5), (2, 0.6)), ((2, 0.6), (3, 0.5)),
                     ((2, 1.0),), ((2, 0.0),)):  # fmt: skip
            with self.subTest(pins=pins), self.assertRaisesRegex(InputError, "[Pp]inned"):
                Scale(trail("PO20", "PB29"), 9, pins=pins)

    def test_a_scale_to_grey_ends_there(self) -> None:
        scale = Scale(trail("PO20", "PB29"), 7, to_grey=True, pins=((2, 0.1),))
        self.assertEqual(scale.shares[-1], scale.trail.neutral_share)
        with self.assertRaisesRegex(InputError, "greyest"):
            Scale(Trail(PAINT("PW6"), PAINT("PY3")), 7, to_grey=True)


class WholePartsTest(unittest.TestCase):
    def test_the_exact_fraction_lies_between_the_roundings_neighbours(self) -> None:
        """A whole part stands next to the exact one: one less or one more is beyond it."""
        for pair in PAIRS:
            for step in Scale(trail(*pair), 11).steps:
                first, second = step.whole.parts
                if not first or not second:
                    continue
                total = first + second
                with self.subTest(pair=pair, share=step.share):
                    self.assertLess((second - 1) / total, step.share)
                    self.assertGreater((second + 1) / total, step.share)

    def test_known_mixtures_get_the_parts_they_were_made_of(self) -> None:
        pair = (PAINT("PO20"), PAINT("PB29"))
        exact = np.array([[1.0, 1.0], [5.0, 2.0], [1.0, 0.0], [0.0, 3.0]])
        found = whole_parts(exact, lambda p: Viewing().lab(p, pair))
        self.assertEqual([w.parts for w in found][2:], [(1, 0), (0, 1)])
        for parts, whole in zip(exact, found, strict=True):
            self.assertLessEqual(sum(whole.parts), parts.sum())

    def test_they_are_the_fewest_of_all_that_were_tried(self) -> None:
        """Every total to 60 and every rounding tried for itself, the plain way."""
        rng = np.random.default_rng(6)
        keys = ("PW6", "PY43", "PBr7-burnt-sienna", "PB35")
        paints = [PAINT(key) for key in keys]
        exact = rng.dirichlet(np.full(4, 1.5), 12) * (rng.random((12, 4)) > 0.2)
        exact = np.where(exact < 0.05, 0.0, exact)
        exact[:, 0] += 0.05
        found = whole_parts(exact, lambda p: Viewing().lab(p, paints))
        for parts, whole in zip(exact, found, strict=True):
            shares = parts / parts.sum()
            wanted = Viewing().lab(shares, paints)
            fewest = np.inf
            for total in range(1, 61):
                for up in itertools.product((0, 1), repeat=4):
                    tried = np.floor(shares * total) + up
                    tried = np.where(shares > 0, np.maximum(tried, 1), 0)
                    if delta_e_2000(Viewing().lab(tried, paints), wanted) < EYE_TELLS:
                        fewest = min(fewest, int(tried.sum()))
            with self.subTest(parts=parts.round(3)):
                self.assertEqual(whole.touches, (0, 0, 0, 0))
                self.assertLessEqual(sum(whole.parts), fewest)
                self.assertLess(whole.cost_delta_e, EYE_TELLS)

    def test_nobody_is_asked_to_count_to_a_thousand(self) -> None:
        """Read as a painter reads it: so many parts, and one in so many of what is a touch."""
        for first, second, white in (("PW6", "PB15:3", 0.0), ("PY3", "PV23", 6.0),
                                     ("PR254", "PG7", 3.0), ("PO20", "PBk7", 0.0)):  # fmt: skip
            scale = Scale(trail(first, second, white), 11)
            paints = scale.trail.paints
            for step in scale.steps:
                whole, shares = step.whole, np.array(step.parts) / sum(step.parts)
                made = np.array([1 / n if n else 0.0 for n in whole.touches])
                mains = np.array(whole.parts, dtype=float)
                made += (1 - made.sum()) * mains / mains.sum()
                lab = scale.trail.viewing.lab(made, paints)
                with self.subTest(pair=(first, second), parts=step.parts):
                    self.assertLessEqual(sum(whole.parts), MOST_PARTS)
                    self.assertEqual([n > 0 for n in whole.touches],
                                     [0 < s < 1 / 40 for s in shares])  # fmt: skip
                    off = float(delta_e_2000(lab, np.array(step.appearance.lab)))
                    self.assertLess(off, EYE_TELLS)
                    self.assertAlmostEqual(off, whole.cost_delta_e, delta=0.01)

    def test_a_trace_of_a_strong_paint_is_a_touch(self) -> None:
        pair = (PAINT("PW6"), PAINT("PB15:3"))
        (found,) = whole_parts(np.array([[280.0, 1.0]]), lambda p: Viewing().lab(p, pair))
        self.assertEqual((found.parts, found.touches), ((1, 0), (0, 280)))
        self.assertEqual(
            found.in_words(["white", "blue"]),
            "1 part white; blue, a touch: 1 in 280, let down first",
        )
        self.assertLess(found.cost_delta_e, 0.1)
