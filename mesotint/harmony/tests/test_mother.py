"""The mother colour: shares against optimisers of the tests' own, and what no share may break."""

import unittest
from functools import cache

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import brentq, minimize
from scipy.stats import circstd

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.harmony.candidates import candidates, harmony, mixtures_of, offered
from mesotint.harmony.judgement import HALF
from mesotint.harmony.mother import Giving, Mother, mothers_of
from mesotint.harmony.painting import Painting, Passage
from mesotint.harmony.unity import MERGES_BELOW, common_share, figures_of, hue_spread
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.library import library

PAINT = library().paint
BLACK = PAINT("PBk9")
BOX = [PAINT(key) for key in (
    "PW6", "PY3", "PY43", "PO20", "PBr7-burnt-sienna", "PR101", "PR108-light", "PV19", "PV23",
    "PB29", "PB28", "PB35", "PB15:3", "PG18", "PBr7-raw-umber", "PBk9")]  # fmt: skip


def passage(name: str, area: float, part: str = "supporting", **mixture: float) -> Passage:
    keys = {"PBr7_umber": "PBr7-burnt-umber", "PBr7_sienna": "PBr7-raw-sienna",
            "PR108": "PR108-light"}  # fmt: skip
    return Passage(name, area, {PAINT(keys.get(k, k)): v for k, v in mixture.items()}, part)


@cache
def yard() -> Painting:
    """A painting of seven mixtures that have nothing in common; invented for the demo."""
    return Painting(
        (
            passage("tarred hull", 0.24, "dominant", PB28=2, PBk9=1),
            passage("rust runs", 0.08, PO20=2, PR108=1, PBk9=0.1),
            passage("wet mud", 0.22, PBr7_umber=3, PBr7_sienna=2),
            passage("bleached rope", 0.06, PY43=1, PW6=5),
            passage("fog bank", 0.2, PV23=0.05, PW6=8),
            passage("harbour water", 0.18, PB35=3, PG18=1, PW6=2),
            passage("the bill", 0.02, "accent", PR108=2, PO20=1),
        ),
        frozenset({(0, 1), (0, 4), (0, 2), (2, 5), (5, 4), (2, 6), (0, 3), (5, 6)}),
    )


def random_painting(rng: np.random.Generator, count: int = 8) -> Painting:
    """Passages of three paints each, one of them an accent."""
    coloured = [paint for paint in BOX if paint.key not in ("PW6", "PBk9")]
    areas = rng.dirichlet(np.full(count, 2.0))
    made = []
    for i, area in enumerate(areas):
        chosen = [coloured[j] for j in rng.choice(len(coloured), 2, replace=False)]
        parts = rng.dirichlet([1, 1]) / [
            float((p.absorption + p.scattering).mean()) for p in chosen
        ]
        mixture = dict(zip(chosen, (parts / parts.sum()).tolist(), strict=True))
        mixture[PAINT("PW6")] = float(rng.uniform(0.1, 3))
        made.append(Passage(f"p{i}", float(area), mixture, "accent" if i == 0 else "supporting"))
    return Painting(tuple(made))


class SpreadTest(unittest.TestCase):
    def test_with_equal_weights_it_is_the_circular_deviation_of_scipy(self) -> None:
        """Mardia and Jupp (2000), as scipy.stats has it."""
        hues = np.radians([20.0, 75, 300, 340, 10])
        labs = np.column_stack([np.full(5, 50.0), 30 * np.cos(hues), 30 * np.sin(hues)])
        wanted = np.degrees(circstd(hues))
        self.assertAlmostEqual(hue_spread(labs, np.full(5, 0.2)), wanted, places=6)

    def test_greys_and_single_hues_have_no_spread_and_chroma_and_area_weigh(self) -> None:
        grey = np.array([[50.0, 0, 0], [20, 0, 0]])
        one = np.array([[50.0, 20, 0], [20, 40, 0]])
        self.assertEqual(hue_spread(grey, np.array([0.5, 0.5])), 0.0)
        self.assertEqual(hue_spread(one, np.array([0.5, 0.5])), 0.0)
        two = np.array([[50.0, 20, 0], [50, 0, 20]])
        even, little = (hue_spread(two, np.array(a)) for a in ([0.5, 0.5], [0.95, 0.05]))
        self.assertGreater(even, little)
        opposed = np.array([[50.0, 20, 0], [50, -20, 0]])
        self.assertEqual(hue_spread(opposed, np.array([0.5, 0.5])), 180.0)

    def test_what_is_seen_of_the_yard(self) -> None:
        told = figures_of(yard())
        self.assertEqual(told.common, 0.0)
        self.assertGreater(told.spread_degrees, 90)
        self.assertEqual({c.other for c in told.contrasts}, {2, 5})
        bill = next(c for c in told.contrasts if c.other == 5)
        labs = yard().labs
        self.assertAlmostEqual(bill.delta_e, float(delta_e_2000(labs[6], labs[5])))
        self.assertEqual(told.merges, ())
        shared = np.array([[0.5, 0.5, 0.0], [0.2, 0.0, 0.8]])
        self.assertAlmostEqual(common_share(shared), 0.2)
        twins = Painting((passage("a", 0.5, PY43=1), passage("b", 0.5, PY43=1.01, PW6=0.01)))
        self.assertLess(float(delta_e_2000(*twins.labs)), MERGES_BELOW)
        self.assertEqual(figures_of(twins).merges, ((0, 1),))


class MotherTest(unittest.TestCase):
    def mother(self, key: str = "PB15:3", **more) -> Mother:
        return Mother(yard(), PAINT(key), dark=BLACK, **more)

    def test_a_share_of_nothing_changes_nothing_and_a_whole_one_makes_all_equal(self) -> None:
        for hold in (True, False):
            mother = self.mother(hold_value=hold)
            nothing = mother.at(mother.equal_pull(0.0))
            np.testing.assert_allclose(nothing, yard().labs, atol=1e-3)
        plain = self.mother(hold_value=False).at(np.ones(7))
        alone = DEFAULT_VIEWING.lab(np.ones(1), [PAINT("PB15:3")])
        np.testing.assert_allclose(plain, np.broadcast_to(alone, (7, 3)), atol=1e-6)

    def test_a_share_is_the_mixture_it_says(self) -> None:
        mother = self.mother(hold_value=False)
        share = 0.15
        paints, parts = yard().table
        mixed = np.column_stack([parts * (1 - share), np.full(7, share)])
        wanted = DEFAULT_VIEWING.lab(mixed, [*paints, PAINT("PB15:3")])
        np.testing.assert_allclose(mother.at(np.full(7, share)), wanted, atol=1e-6)

    def test_held_values_stay_within_half_a_step(self) -> None:
        for key in ("PB15:3", "PY43", "PR101", "PW6", "PBk9"):
            mother = self.mother(key)
            off = np.abs(mother.pulls.labs[0, ..., 0] - yard().labs[:, None, 0])
            self.assertLess(off.max(), 0.5, key)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 10_000))
    def test_every_share_between_moves_monotonically(self, seed: int) -> None:
        rng = np.random.default_rng(seed)
        painting = random_painting(rng, 4)
        mother = Mother(painting, BOX[int(rng.integers(len(BOX)))], hold_value=False)
        k, s = painting.optics
        ratio = np.log(k / s)
        wanted = np.log(mother.paint.absorption / mother.paint.scattering)
        last = np.full(len(ratio), np.inf)
        for share in np.linspace(0, 1, 9):
            now = np.log(((1 - share) * k + share * mother.paint.absorption)
                         / ((1 - share) * s + share * mother.paint.scattering))  # fmt: skip
            left = np.abs(now - wanted).max(axis=1)
            self.assertTrue((left <= last + 1e-9).all())
            last = left
        fractions = [mother.equal_pull(f) for f in np.linspace(0, 1, 9)]
        self.assertTrue((np.diff(fractions, axis=0) >= -1e-12).all())

    def test_equal_pull_agrees_with_a_root_finder_on_the_exact_mixtures(self) -> None:
        for hold in (True, False):
            mother = self.mother("PBr7-raw-umber", hold_value=hold)
            ends = mother.at(np.ones(7))[:, 1:]
            whole = np.linalg.norm(yard().labs[:, 1:] - ends, axis=1)
            shares = mother.equal_pull(0.4)
            for i in np.flatnonzero(~yard().accents):

                def left(share: float, i=i, mother=mother, ends=ends, whole=whole) -> float:
                    lab = mother.labs(np.full((7, 1), share))[i, 0]
                    return float(np.linalg.norm(lab[1:] - ends[i]) / whole[i]) - 0.6

                self.assertAlmostEqual(shares[i], brentq(left, 0, 1, xtol=1e-6), delta=0.01)

    def test_the_least_shares_agree_with_an_optimiser_of_another_kind(self) -> None:
        """COBYLA on exact mixtures, which knows no slopes, against our SLSQP on smooth pulls."""
        painting = Painting(
            (passage("mud", 0.4, PBr7_umber=2, PW6=1), passage("water", 0.35, PB35=2, PW6=2),
             passage("rust", 0.25, PO20=2, PBk9=0.3))
        )  # fmt: skip
        mother = Mother(painting, PAINT("PBr7-raw-umber"), hold_value=False, points=129)
        wanted = HALF * float(hue_spread(painting.labs, painting.areas))
        ours = mother.least(wanted)
        plan = painting.labs[:, 1:]

        def cost(shares: np.ndarray) -> float:
            moved = mother.at(shares.clip(0, 1))[:, 1:] - plan
            return float((painting.areas * (moved**2).sum(axis=1)).sum())

        def room(shares: np.ndarray) -> float:
            return wanted - float(hue_spread(mother.at(shares.clip(0, 1)), painting.areas))

        theirs = minimize(
            cost,
            mother.pull_to(wanted),
            constraints=[
                {"type": "ineq", "fun": each}
                for each in (room, lambda x: x, lambda x: 1 - x)
            ],
            method="COBYLA",
            options={"maxiter": 4000, "rhobeg": 0.05, "tol": 1e-7},
        )  # fmt: skip
        self.assertLess(abs(room(ours)), 1.0)
        np.testing.assert_allclose(ours, theirs.x.clip(0, 1), atol=0.01)
        self.assertLess(cost(ours), cost(mother.pull_to(wanted)) * 1.001)

    def test_with_values_held_a_search_without_slopes_finds_the_same_shares(self) -> None:
        """COBYQA (Ragonneau and Zhang 2023, as scipy has it) on six passages of the yard."""
        painting, quiet = yard(), ~yard().accents
        mother = self.mother("PBr7-raw-umber", points=129)
        areas = painting.areas[quiet]
        wanted = HALF * float(hue_spread(painting.labs[quiet], areas))

        def labs(shares: np.ndarray) -> np.ndarray:
            every = np.zeros((1, 7))
            every[0, quiet] = shares.clip(0, 1)
            return mother.between(every)[0, quiet]

        def cost(shares: np.ndarray) -> float:
            moved = labs(shares)[:, 1:] - painting.labs[quiet, 1:]
            return float(areas @ (moved**2).sum(axis=1))

        theirs = minimize(
            cost,
            mother.pull_to(wanted)[quiet],
            bounds=[(0, 1)] * int(quiet.sum()),
            constraints={"type": "ineq", "fun": lambda x: wanted - hue_spread(labs(x), areas)},
            method="COBYQA",
            options={"initial_tr_radius": 0.05},
        )
        ours = mother.least(wanted)[quiet]
        np.testing.assert_allclose(ours, theirs.x, atol=0.01)
        self.assertLess(cost(ours), theirs.fun * 1.001)

    def test_a_passage_of_the_mothers_colour_takes_none_of_it(self) -> None:
        """The fog bank is this violet in white, and at its value looks the same at any share."""
        mother = Mother(yard(), PAINT("PV23"), dark=BLACK)
        fog = [each.name for each in yard().passages].index("fog bank")
        for pull in (0.0, 0.25, 0.7, 1.0):
            shares = mother.equal_pull(pull)
            self.assertEqual(float(shares[fog]), 0.0)
            np.testing.assert_allclose(mother.at(shares)[fog], yard().labs[fog], atol=0.01)
        # Each pull goes from nothing to the whole, so that every share can be dragged.
        even = mother.even(33)
        self.assertTrue((np.diff(even, axis=1) > 0).all())
        np.testing.assert_allclose(even[:, [0, -1]], [[0, 1]] * len(even), atol=1e-9)

    def test_mothers_of_many_are_each_as_alone(self) -> None:
        paints = [PAINT(key) for key in ("PB15:3", "PY43", "PR101", "PW6")]
        alone, together = mothers_of(yard(), [*paints, *BOX[:2]], BLACK, 9)
        for i, paint in enumerate(paints):
            one = Mother(yard(), paint, dark=BLACK, points=9)
            np.testing.assert_allclose(alone[i].pulls.labs, one.pulls.labs, atol=0.02)
            np.testing.assert_allclose(together.labs[i], one.pulls.labs[0], atol=0.02)
            least = together.least_amount(30.0, ~yard().accents, yard().areas)[i]
            pulled = one.at(alone[i].pull_to(30.0))
            np.testing.assert_allclose(pulled, one.at(one.pull_to(30.0)), atol=0.05)
            np.testing.assert_allclose(alone[i].equal_pull(float(least)), alone[i].pull_to(30.0))

    def test_no_passage_moves_farther_than_it_may(self) -> None:
        mother = self.mother()
        bounded = mother.bounded(mother.equal_pull(0.8), 6.0)
        moved = delta_e_2000(mother.at(bounded), yard().labs)
        self.assertLess(moved.max(), 6.1)
        self.assertGreater(moved.max(), 5.5)

    def test_the_yard_is_harmonised_and_the_accent_stays_clean(self) -> None:
        offer = offered(yard(), candidates(yard(), BOX), BLACK)
        for best in offer.mothers:
            self.assertEqual(best.shares[6], 0.0)
            was, now = yard().labs[:, 0], best.labs[:, 0]
            darker = (was[:, None] - was) > 1
            self.assertFalse((darker & (now[:, None] < now)).any())
            self.assertLess(np.abs(now - was).max(), 2.0)
            np.testing.assert_allclose(best.labs[6], yard().labs[6], atol=0.01)
        self.assertEqual(offer.mothers[0].gives_way, ())

    def test_nothing_to_rank_is_ranked_as_nothing(self) -> None:
        mud = Painting((passage("mud", 1.0, PBr7_umber=1),))
        self.assertEqual(offered(mud, [PAINT("PBr7-burnt-umber")], BLACK).mothers, ())

    def test_a_passage_takes_no_share_of_itself(self) -> None:
        fog = mixtures_of(yard())[4]
        mother = Mother(yard(), fog, dark=BLACK)
        for given_as in (Giving("equal", 0.4), Giving("same", 0.2), Giving("least", 40.0)):
            shares = mother.given(given_as)
            self.assertEqual(shares[4], 0.0)
            self.assertGreater(shares[1], 0.0)
        other = Mother(yard(), PAINT("PB29"), dark=BLACK)
        self.assertGreater(other.given(Giving("same", 0.2))[4], 0.0)

    def test_what_cannot_be_had_is_said(self) -> None:
        none = harmony(self.mother(), self.mother().same(0.0))
        self.assertEqual(none.gives_way, ())
        grey = Mother(yard(), BLACK, dark=BLACK)
        dull = harmony(grey, grey.equal_pull(grey.usual()))
        self.assertIn("this only dulls", " ".join(dull.gives_way))
        plain = self.mother(hold_value=False)
        says = " ".join(harmony(plain, plain.same(0.4, accent_share=0.4)).gives_way)
        self.assertIn("The value of", says)
        self.assertIn("of its contrast to", says)


class BadPaintingTest(unittest.TestCase):
    def test_each_is_answered_with_what_to_do(self) -> None:
        mud = passage("mud", 1.0, PBr7_umber=1)
        cases = (
            (lambda: Painting(()), "list what is to be painted"),
            (lambda: Painting((mud, mud, mud)), "300 %"),
            (lambda: Passage("sky", 0.5, {}), "give it one"),
            (lambda: Passage("sky", 0.5, {BLACK: 1}, "hero"), "dominant, supporting"),
            (lambda: Passage("sky", 0.5, {BLACK: 1}, "accent", "yonder"), "near, middle or far"),
            (lambda: Passage("sky", -1, {BLACK: 1}), "area of sky"),
            (lambda: Painting((mud,), frozenset({(0, 3)})), "two different passages"),
            (lambda: Mother(Painting((mud,)), PAINT("PBr7-burnt-umber"), dark=BLACK), "choose an"),
            (lambda: Mother(yard(), PAINT("PY3")), "Name a dark"),
            (lambda: Mother(yard(), PAINT("PY3"), dark=BLACK).same(2.0), "share"),
        )  # fmt: skip
        for act, told in cases:
            with self.subTest(told=told), self.assertRaisesRegex(InputError, told):
                act()
