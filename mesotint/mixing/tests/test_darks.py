"""Darks: against every pair at steps of one in a hundred, and what the trade knows of blacks."""

import unittest
from itertools import combinations

import numpy as np
from scipy.optimize import brentq

from mesotint.errors import InputError
from mesotint.mixing.darks import DARK_BELOW, LEAN_COSTS, darks
from mesotint.mixing.mixture import WHITE_TEST_PARTS, Viewing
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import mixture
from mesotint.paints.table import WHITES
from mesotint.planning.charts.shades import shades

L = library()
KEYS = ("PG7", "PV19", "PR177", "PB15:3", "PO73", "PBr7-burnt-sienna", "PB29", "PBr7-burnt-umber",
        "PV23", "PY43", "PR108-light", "PBk9", "PW6", "neutral-tint")  # fmt: skip
BOX = [L.paint(key) for key in KEYS]
VIEWING = Viewing()


def cost(labs: np.ndarray, opened: np.ndarray) -> np.ndarray:
    """What a dark is ranked by, from its words: depth, and half of what it leans once opened."""
    return np.asarray(labs[..., 0] + LEAN_COSTS * np.hypot(opened[..., 1], opened[..., 2]))


def told(parts: np.ndarray, paints: list[Paint]) -> np.ndarray:
    """Costs of mixtures, the white test mixed here with its own parts of white."""
    opened = np.concatenate([parts, WHITE_TEST_PARTS * parts.sum(axis=1, keepdims=True)], axis=1)
    return cost(VIEWING.lab(parts, paints), VIEWING.lab(opened, [*paints, L.white]))


def least_of_all(box: list[Paint], shares: int) -> float | None:
    """The least cost of each tube, and of each pair at many shares; none where nothing is dark."""
    share = 1 / (1 + np.exp(-np.linspace(-12, 12, shares)))
    parts = np.stack([1 - share, share], axis=1)
    tubes = [paint for paint in box if paint.key not in WHITES]
    found = []
    for size, table in ((1, np.ones((1, 1))), (2, parts)):
        for paints in combinations(tubes, size):
            deep = VIEWING.lab(table, list(paints))[:, 0] < DARK_BELOW
            found += told(table, list(paints))[deep].tolist()
    return min(found, default=None)


class DarksTest(unittest.TestCase):
    def test_no_pair_at_one_in_a_hundred_is_darker(self) -> None:
        found = {frozenset(p.key for p in d.paints): d for d in darks(BOX, 2)}
        share = np.linspace(0.01, 0.99, 99)
        parts = np.stack([1 - share, share], axis=1)
        tried = [p for p in BOX if p.key != "PW6"]
        for one, other in combinations(tried, 2):
            costs = told(parts, [one, other])
            best = parts[costs.argmin()]
            if VIEWING.lab(best, [one, other])[0] > 44:
                continue
            mine = found.get(frozenset((one.key, other.key)))
            if mine is None:
                # Where one of the two does it all, it is no dark of both.
                alone = told(np.eye(2), [one, other]).min()
                self.assertLess(alone, costs.min() + 0.5, (one.key, other.key))
                continue
            self.assertLess(mine.cost, costs.min() + 0.1, (one.key, other.key))
            mixed = told(np.array([mine.parts]), list(mine.paints))[0]
            self.assertAlmostEqual(mine.cost, mixed, delta=1e-3)

    def test_the_best_dark_of_a_box_is_the_best_of_all_that_it_mixes(self) -> None:
        """Exhaustively: each tube, and each pair at 801 shares, of boxes of one tube and more."""
        rng, plain = np.random.default_rng(5), L.plain
        for size in (1, 1, 2, 3, 5, 6):
            for _ in range(3):
                box = [plain[i] for i in rng.choice(len(plain), size, replace=False)]
                best = least_of_all(box, 801)
                with self.subTest(box=[paint.key for paint in box]):
                    if best is None:
                        self.assertRaises(InputError, darks, box, 2)
                    else:
                        self.assertLess(darks(box, 2)[0].cost, best + 0.05)

    def test_a_deep_tube_is_a_dark_by_itself(self) -> None:
        green_black = L.paint("PBk31")
        (only,) = darks([green_black, L.white])
        self.assertEqual(only.paints, (green_black,))
        np.testing.assert_allclose(only.lab, VIEWING.lab(np.ones(1), [green_black]))
        # It is sold as a black, so it is none where the painter has none; a yellow is no dark.
        for box, no_black in (([green_black, L.white], True), ([L.paint("PY3"), L.white], False)):
            with self.assertRaisesRegex(InputError, "Nothing dark"):
                darks(box, no_black=no_black)

    def test_triads_are_told_where_the_third_paint_brings_something(self) -> None:
        found = darks(BOX)
        costs = [d.cost for d in found]
        self.assertEqual(costs, sorted(costs))
        pairs = {frozenset(p.key for p in d.paints): d.cost for d in found if len(d.paints) == 2}
        triads = [d for d in found if len(d.paints) == 3]
        self.assertTrue(triads)
        lattice = np.array([(i, j, 20 - i - j) for i in range(1, 19) for j in range(1, 20 - i)])
        for dark in triads[:12]:
            below = [pairs[frozenset(p.key for p in two)] for two in combinations(dark.paints, 2)
                     if frozenset(p.key for p in two) in pairs]  # fmt: skip
            self.assertLess(dark.cost, min(below))
            tried = told(lattice / 20, list(dark.paints)).min()
            self.assertLess(dark.cost, tried + 0.3, [p.key for p in dark.paints])

    def test_what_the_trade_knows_of_blacks(self) -> None:
        """Common practice, no published source: strong transparents go deepest, an earth with
        ultramarine stays above them."""

        def depth(*keys: str) -> float:
            paints = [L.paint(key) for key in keys]
            return min(float(d.lab[0]) for d in darks(paints, max(2, len(keys)), no_black=True))

        soft = depth("PBr7-burnt-sienna", "PB29")
        for pair in (("PG7", "PV19"), ("PG7", "PR177"), ("PB15:3", "PO73")):
            self.assertLess(depth(*pair), 22.0, pair)
            self.assertLess(depth(*pair), soft, pair)

    def test_a_third_primary_makes_red_and_greens_middle_a_convincing_black(self) -> None:
        """Common practice: a pinch of a third primary takes the lean out of a mixed dark."""
        red, green = L.paint("PR108-light"), L.paint("PG7")
        two = darks([red, green], 2)[0]
        three = next(d for d in darks([red, green, L.paint("PV23")]) if len(d.paints) == 3)
        pinch = three.parts[[p.key for p in three.paints].index("PV23")]
        self.assertLess(pinch, 0.34)
        self.assertLess(np.hypot(*three.opened_lab[1:]), np.hypot(*two.opened_lab[1:]))
        self.assertLess(three.cost, two.cost)

    def test_a_tube_black_takes_more_chroma_than_a_dark_that_leans_the_colours_way(self) -> None:
        """Common practice, no published source; at one value. A dark mixed to a true grey takes
        as much as the tube black does: both are then the same black."""
        box = [p for p in BOX if p.key not in ("PBk9", "neutral-tint")]
        for key, leans in (
            ("PR108-light", "warm"), ("PY43", "orange"), ("PB28", "blue"), ("PG17", "green"),
        ):  # fmt: skip
            colour = L.paint(key)
            dark = darks([p for p in box if p is not colour], leans=leans)[0]
            mixed = mixture("dark", "A mixed dark", dict(zip(dark.paints, dark.parts, strict=True)))
            deepest = float(VIEWING.lab(np.ones(1), [L.paint("PBk9")])[0]) + 4
            for step in shades(colour, [mixed], 6)[0].steps[1:]:
                if step.lab[0] < deepest:
                    continue

                def darker(log: float, to: float = float(step.lab[0]), of: Paint = colour) -> float:
                    parts = np.array([1.0, np.exp(log)])
                    return float(VIEWING.lab(parts, [of, L.paint("PBk9")])[0]) - to

                parts = np.array([1.0, np.exp(brentq(darker, -14, 8))])
                black = VIEWING.lab(parts, [colour, L.paint("PBk9")])
                self.assertGreater(np.hypot(*step.lab[1:]), np.hypot(*black[1:]), (key, step.value))

    def test_filters(self) -> None:
        every = darks(BOX)
        self.assertTrue(any(p.key == "PBk9" for d in every for p in d.paints))
        self.assertEqual([len(d.paints) for d in every if d.paints[0].key == "PBk9"
                          and len(d.paints) == 1], [1])  # fmt: skip
        for dark in darks(BOX, no_black=True):
            self.assertNotIn("PBk9", [p.key for p in dark.paints])
        for dark in darks(BOX, transparent=True):
            self.assertTrue(dark.transparent)
            self.assertTrue(all(p.opacity == "transparent" for p in dark.paints))
        for dark in darks(BOX, leans="violet"):
            self.assertEqual(dark.lean, "violet")
        for leans, side in (("warm", 1), ("cool", -1)):
            way = np.array([np.cos(np.radians(60)), np.sin(np.radians(60))])
            for dark in darks(BOX, 2, leans=leans)[:10]:
                self.assertGreater(side * float(dark.opened_lab[1:] @ way), 0)
        for dark in darks(BOX, 2):
            self.assertLessEqual(len(dark.paints), 2)
            self.assertNotIn("PW6", [p.key for p in dark.paints])

    def test_in_a_wash(self) -> None:
        best = darks([L.paint("PG7"), L.paint("PR177")], 2, viewing=Viewing(medium="wash"))[0]
        self.assertLess(best.lab[0], 45)
        self.assertIn("opened it", best.says)

    def test_bad_input(self) -> None:
        for asked, more, says in (
            ([L.paint("PW6"), L.paint("PW4")], {}, "Nothing dark"),
            ([], {}, "Nothing dark"),
            (BOX, {"most": 4}, "2 or 3"),
            (BOX, {"leans": "sideways"}, "choose one"),
            ([L.paint("PBk9")], {"no_black": True}, "Nothing dark"),
            ([L.paint("PV23"), L.paint("PB29")], {"leans": "green"}, "leans green"),
        ):
            with self.subTest(says), self.assertRaisesRegex(InputError, says):
                darks(asked, **more)
