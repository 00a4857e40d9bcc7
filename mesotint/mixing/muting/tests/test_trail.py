"""Trails: pure ends, the nearest point to grey, third paints that bend, lightness that is held."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize_scalar

from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Mixture, Viewing
from mesotint.mixing.muting.trail import POINTS, Hold, Third, Trail
from mesotint.paints.library import library

PAINT = library().paint
COLOURS = ("PY3", "PY43", "PO20", "PR108-light", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PG17")
pairs = st.permutations(COLOURS).map(lambda keys: (PAINT(keys[0]), PAINT(keys[1])))
triples = st.permutations(COLOURS).map(lambda keys: tuple(PAINT(key) for key in keys[:3]))
few = settings(max_examples=25, deadline=None)


def chroma(lab: np.ndarray) -> np.ndarray:
    return np.hypot(lab[..., 1], lab[..., 2])


class TrailTest(unittest.TestCase):
    @few
    @given(pairs)
    def test_it_goes_from_the_one_paint_to_the_other(self, pair) -> None:
        trail = Trail(*pair)
        for end, paint in ((0, pair[0]), (-1, pair[1])):
            np.testing.assert_allclose(trail.labs[end], Mixture.of({paint: 1}).lab, atol=1e-9)
        self.assertEqual(trail.shares.shape, (POINTS,))
        self.assertTrue((np.diff(trail.shares) > 0).all())

    @few
    @given(pairs)
    def test_its_points_stand_evenly_along_it(self, pair) -> None:
        steps = np.linalg.norm(np.diff(Trail(*pair).labs, axis=0), axis=1)
        self.assertLess(steps.max() / steps.mean(), 1.6)

    @few
    @given(pairs)
    def test_its_greyest_point_is_where_scipy_finds_it(self, pair) -> None:
        """scipy.optimize.minimize_scalar, bounded, from the best of the trail's own points."""
        trail = Trail(*pair)
        at = int(chroma(trail.labs).argmin())
        low, high = trail.shares[max(at - 1, 0)], trail.shares[min(at + 1, POINTS - 1)]
        found = minimize_scalar(
            lambda share: float(chroma(trail.lab(np.array(share)))),
            bounds=(low, high), method="bounded", options={"xatol": 1e-12},
        )  # fmt: skip
        ours = float(chroma(trail.lab(np.array(trail.neutral_share))))
        self.assertLess(ours, found.fun + 0.02)

    @few
    @given(pairs)
    def test_walked_from_the_other_end_it_is_the_same(self, pair) -> None:
        there, back = Trail(*pair), Trail(pair[1], pair[0])
        shares = np.linspace(0, 1, 21)
        np.testing.assert_allclose(there.lab(shares), back.lab(1 - shares), atol=1e-9)
        grey = [t.lab(np.array(t.neutral_share)) for t in (there, back)]
        self.assertLess(abs(float(chroma(grey[0]) - chroma(grey[1]))), 0.05)

    @few
    @given(pairs, st.floats(0.01, 100))
    def test_white_is_in_every_mixture_alike(self, pair, white) -> None:
        trail = Trail(*pair, white)
        self.assertEqual(trail.paints[-1], DEFAULT_VIEWING.lightener)
        parts = trail.parts(np.linspace(0, 1, 5))
        np.testing.assert_allclose(parts[:, -1] / parts[:, :2].sum(axis=1), white)

    def test_in_a_wash_water_lightens(self) -> None:
        wash = Viewing(medium="wash")
        thick, thin = (Trail(PAINT("PB29"), PAINT("PO20"), water, wash) for water in (1.0, 20.0))
        self.assertTrue((thin.labs[:, 0] > thick.labs[:, 0]).all())
        self.assertNotIn("PW6", [paint.key for paint in thin.paints])

    def test_an_end_may_hold_the_white_that_lightens(self) -> None:
        trail = Trail(PAINT("PB29"), PAINT("PW6"), 2.0)
        self.assertEqual([paint.key for paint in trail.paints], ["PB29", "PW6"])
        np.testing.assert_allclose(trail.parts(np.array(0.25)), [0.75, 0.25 + 2.0])


class ThirdTest(unittest.TestCase):
    @few
    @given(triples, st.floats(0.001, 2))
    def test_it_leaves_the_ends_pure_and_is_most_where_the_pair_is_greyest(self, three, much):
        first, second, third = three
        plain, bent = Trail(first, second), Trail(first, second, third=Third(third, much))
        ends = bent.parts(np.array([0.0, 1.0]))
        np.testing.assert_allclose(ends, [[1, 0, 0], [0, 1, 0]], atol=1e-12)
        grey = plain.neutral_share
        if 1e-3 < grey < 1 - 1e-3:
            self.assertAlmostEqual(bent.parts(np.array(grey))[2], much, places=9)
        shares = np.linspace(0, 1, 101)
        of_third = bent.parts(shares)[:, 2]
        self.assertLessEqual(of_third.max(), much + 1e-12)
        self.assertGreaterEqual(of_third.min(), 0)

    @few
    @given(triples)
    def test_none_of_it_changes_nothing(self, three) -> None:
        first, second, third = three
        shares = np.linspace(0, 1, 11)
        bent = Trail(first, second, third=Third(third, 0.0))
        np.testing.assert_allclose(bent.lab(shares), Trail(first, second).lab(shares), atol=1e-9)

    def test_a_trace_of_blue_takes_the_umber_out_of_yellow_and_violet(self) -> None:
        """Yellow and violet fall to umber, and a blue brings them to grey (common practice)."""
        plain = Trail(PAINT("PY3"), PAINT("PV23"))
        blue = [Third(PAINT("PB29"), parts) for parts in np.linspace(0.01, 0.5, 12).tolist()]
        bent = [Trail(plain.first, plain.second, third=third) for third in blue]
        least = min(float(chroma(trail.labs[20:-20]).min()) for trail in bent)
        self.assertLess(least, float(chroma(plain.labs[20:-20]).min()))


class HoldTest(unittest.TestCase):
    @few
    @given(pairs, st.floats(30, 60))
    def test_every_mixture_is_as_light_as_is_wanted(self, pair, lightness) -> None:
        trail = Trail(*pair, hold=Hold(lightness, PAINT("PBk9")))
        self.assertLess(np.abs(trail.labs[:, 0] - lightness).max(), 0.5)

    def test_it_leaves_the_pair_in_its_own_ratio(self) -> None:
        trail = Trail(PAINT("PB29"), PAINT("PO20"), hold=Hold(50.0, PAINT("PBk9")))
        shares = np.linspace(0, 1, 9)
        parts = trail.parts(shares)
        np.testing.assert_allclose(parts[:, 1] / parts[:, :2].sum(axis=1), shares, atol=1e-9)
        # One of the two is added, never both.
        self.assertEqual(float(np.minimum(parts[:, 2], parts[:, 3]).max()), 0.0)


class RefusalTest(unittest.TestCase):
    def test_what_cannot_be_walked_says_what_would_do(self) -> None:
        blue, orange, black = PAINT("PB29"), PAINT("PO20"), PAINT("PBk9")
        for make, told in (
            (lambda: Trail(blue, blue), "choose another paint"),
            (lambda: Trail(blue, orange, -1.0), "white"),
            (lambda: Trail(blue, orange, float("nan")), "white"),
            (lambda: Trail(blue, orange, -1.0, Viewing(medium="wash")), "water"),
            (lambda: Trail(blue, orange, third=Third(blue, 0.1)), "in the pair already"),
            (lambda: Trail(blue, orange, third=Third(black, 51.0)), "third"),
            (lambda: Trail(blue, orange, hold=Hold(101.0, black)), "hold"),
        ):
            with self.subTest(told=told), self.assertRaisesRegex(InputError, told):
                make()
