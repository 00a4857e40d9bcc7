"""Figures against brute force: hues mixed true, darks, the order of a box, few tubes, habits."""

from itertools import combinations

import numpy as np

from bench.timing import Figure, above, below
from mesotint.errors import InputError
from mesotint.harmony.few_tubes import SetTable
from mesotint.mixing.darks import darks
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.recipe import search
from mesotint.mixing.tests.test_darks import least_of_all
from mesotint.mixing.tests.test_true_hues import compared
from mesotint.mixing.true_hues import NEAR_WITHIN
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.paints.table import WHITES
from mesotint.practice.habits import habits
from mesotint.practice.tests.test_habits import career, with_habit

HUE_BOXES = 300
DARK_BOXES = 60
SHUFFLED_BOXES = 100
SHUFFLES = 5
BOXES_OF_NINE = 60
CAREERS = 1500
HABITS = 200


def _box(rng: np.random.Generator, size: int, *, whites: bool = False) -> list[Paint]:
    plain = [paint for paint in library().plain if whites or paint.key not in WHITES]
    return [plain[i] for i in rng.choice(len(plain), size, replace=False)]


def hues() -> list[Figure]:
    """Twelve hues of boxes of two to six tubes, beside a dense search of twos and threes."""
    rng = np.random.default_rng(33)
    nearer, duller, told, denied, count = 0, 0, 0, 0, 0
    for _ in range(HUE_BOXES):
        try:
            each = compared(_box(rng, int(rng.integers(2, 7))))
        except InputError:
            continue
        for found, away, clearer in each:
            count += 1
            nearer += abs(found.off) > away + 2
            duller += clearer > 1 / 0.8
            denied += away <= NEAR_WITHIN and not found.is_reached
            told += found.is_reached
    return [
        Figure(f"of {count} hues of {HUE_BOXES} boxes, reached", 100 * told / count, "%"),
        below("… a dense search is nearer by 2°", 100 * nearer / count, "%", 0.5),
        below("… a dense search is clearer by a fourth, as near", 100 * duller / count, "%", 0.5),
        below("… told out of reach, and a dense search has them", denied, "", 1),
    ]


def deepest() -> list[Figure]:
    """The best dark of a box beside each tube, and each pair at 801 shares."""
    rng, off, denied = np.random.default_rng(60), [], 0
    for place in range(DARK_BOXES):
        box = _box(rng, (1, 2, 3, 4, 5, 6, 8, 10)[place % 8], whites=True)
        best = least_of_all(box, 801)
        try:
            off.append(darks(box, 2)[0].cost - (0.0 if best is None else best))
        except InputError:
            denied += best is not None
    return [
        below(f"darks of {DARK_BOXES} boxes, worse than the best of all", max(off), "L*", 0.05),
        below("… denied, and there", denied, "", 1),
    ]


def order() -> list[Figure]:
    """The best recipe of a box in five orders."""
    rng, apart = np.random.default_rng(6), []
    for _ in range(SHUFFLED_BOXES):
        box = _box(rng, int(rng.integers(3, 13)), whites=True)
        target = rng.uniform([20, -35, -40], [85, 45, 60])
        off = []
        for _ in range(SHUFFLES):
            lies = [box[i] for i in rng.permutation(len(box))]
            off.append(min(recipe.delta_e for recipe in search(target, lies).recipes))
        apart.append(max(off) - min(off))
    return [below(f"{SHUFFLED_BOXES} boxes in {SHUFFLES} orders, apart", max(apart), "ΔE00", 0.05)]


def few() -> list[Figure]:
    """Sets of two to seven tubes of boxes of nine, beside every set there is."""
    rng, worse = np.random.default_rng(10), []
    for _ in range(BOXES_OF_NINE):
        box, count = _box(rng, 9, whites=True), int(rng.integers(1, 9))
        targets: list[Array] = list(rng.uniform([25, -25, -25], [85, 35, 45], (count, 3)))
        table = SetTable(box, DEFAULT_VIEWING, targets)
        for size, chosen in enumerate(table.grown(7), start=1):
            best = min(table.cost(each) for each in combinations(range(9), size))
            worse.append(table.cost(chosen) / max(best, 0.3))
    return [below("few tubes of boxes of nine, beside the best set", max(worse), "times", 1.02)]


def careers() -> list[Figure]:
    """Habits told of painters who have none, and of those who have one."""
    return [
        below(
            f"a habit told of {CAREERS} without one, {count} mixtures",
            100
            * float(
                np.mean([
                    any(each.says for each in habits(*career(seed, count)))
                    for seed in range(CAREERS)
                ])
            ),
            "%",
            5,
        )
        for count in (8, 20, 40, 200)
    ] + [
        above(
            f"a habit of ΔE 3 told by the twentieth mixture, too {word}",
            100 * float(np.mean([any(f"too {word}" in each.says
                                     for each in habits(*with_habit(seed, 20, sign)))
                                 for seed in range(HABITS)])),
            "%",
            80,
        )
        for sign, word in ((-1, "dull"), (1, "clear"))
    ]  # fmt: skip


SUITES = (hues, deepest, order, few, careers)
