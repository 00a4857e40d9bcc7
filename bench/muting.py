"""Partners and recipes: how fast, how good, and how they grow with the box."""

import statistics
import time

import numpy as np
from scipy.optimize import minimize

from bench.timing import Figure, above, below, median_ms
from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.correction import CLOSE, correct
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.muting.partners import partners
from mesotint.mixing.muting.tests.by_search import cases
from mesotint.mixing.recipe import search
from mesotint.mixing.searcher import Searcher, Wanted, paint_sets
from mesotint.paints.library import Paint, library

BOX_SIZES = (6, 12, 24, 49)
TARGETS = 200
SLSQP_SETS = 40
GOOD_ENOUGH = 0.3


def _boxes() -> dict[int, list[Paint]]:
    """Boxes that hold white and are spread over the library, each within the next."""
    paints = library().plain
    order = np.random.default_rng(24).permutation(len(paints)).tolist()
    white = next(p for p in paints if p.key == "PW6")
    row = [white, *(paints[i] for i in order if paints[i] is not white)]
    return {size: row[:size] for size in BOX_SIZES}


def _targets(box: list[Paint], count: int) -> list[np.ndarray]:
    """Colours of random mixtures of two to four paints of the box: all within its reach."""
    random = np.random.default_rng(5)
    found = []
    for _ in range(count):
        some = random.choice(len(box), random.integers(2, 5), replace=False)
        paints = [box[i] for i in some]
        strength = np.array([p.absorption.mean() + p.scattering.mean() for p in paints])
        parts = random.uniform(0.05, 1, len(paints)) / strength
        found.append(DEFAULT_VIEWING.lab(parts, paints))
    return found


def _search_ms(box: list[Paint], count: int) -> float:
    times = []
    for target in _targets(box, count):
        began = time.perf_counter()
        search(target, box)
        times.append((time.perf_counter() - began) * 1e3)
    return statistics.median(times)


def _slsqp_ms(box: list[Paint], target: np.ndarray) -> float:
    """scipy's SLSQP on all sets of four of a box, from the time for some of them."""
    random = np.random.default_rng(1)
    rows = paint_sets(range(len(box)), 4)
    some = rows[random.choice(len(rows), SLSQP_SETS, replace=False)]
    began = time.perf_counter()
    for row in some:
        paints = [box[i] for i in row]
        minimize(
            lambda parts, paints=paints: float(
                delta_e_2000(DEFAULT_VIEWING.lab(np.abs(parts) + 1e-9, paints), target)
            ),
            np.full(4, 0.25),
            method="SLSQP",
            bounds=[(0, 1)] * 4,
            constraints={"type": "eq", "fun": lambda parts: parts.sum() - 1},
        )
    return (time.perf_counter() - began) * 1e3 / SLSQP_SETS * len(rows)


def _as_good_as_exhaustive(box: list[Paint]) -> float:
    """Per cent of reachable targets within ΔE00 0.3 of a refinement of every set of four.

    No search can be better than exact, so only targets missed by 0.3 need the long way.
    """
    good = 0
    rows = paint_sets(range(len(box)), 4)
    for target in _targets(box, TARGETS):
        ours = min(r.delta_e for r in search(target, box).recipes)
        if ours >= GOOD_ENOUGH:
            searcher = Searcher(box, DEFAULT_VIEWING, [Wanted(target)])
            starts, _ = searcher.lattice(rows)
            every = searcher.refine(rows, starts)[0]
            ours -= float(delta_e_2000(every.labs, target).min())
        good += ours < GOOD_ENOUGH
    return 100 * good / TARGETS


def recipes() -> list[Figure]:
    """The search against its bars and against SLSQP in the same run."""
    boxes = _boxes()
    times = {size: _search_ms(box, 15) for size, box in boxes.items()}
    slsqp = _slsqp_ms(boxes[24], _targets(boxes[24], 1)[0])
    sizes = np.log(list(times))
    exponent = float(np.polyfit(sizes, np.log(list(times.values())), 1)[0])
    return [
        below("best recipe of up to 4 paints, box of 24, median", times[24], "ms", 250),
        below("the same from 49 paints, median", times[49], "ms", 1500),
        above("… box of 24, to SLSQP over all sets of four", slsqp / times[24], "×", 50),
        above("targets within ΔE00 0.3 of an exhaustive search", _as_good_as_exhaustive(boxes[24]),
              "%", 95),
        *(Figure(f"recipe from a box of {size}", ms, "ms") for size, ms in times.items()),
        Figure("… its growth: exponent of the box size", exponent, ""),
    ]  # fmt: skip


def corrections() -> list[Figure]:
    """Piles of random mixtures brought to reachable targets: time, and how many come close."""
    box = _boxes()[24]
    random = np.random.default_rng(11)
    times, close = [], 0
    for target in _targets(box, TARGETS):
        paints = [box[i] for i in random.choice(len(box), 3, replace=False)]
        strength = np.array([p.absorption.mean() + p.scattering.mean() for p in paints])
        parts = random.uniform(0.1, 1, 3) / strength
        pile = dict(zip(paints, (5 * parts / parts.sum()).tolist(), strict=True))
        began = time.perf_counter()
        found = correct(pile, target, box, most_growth=50)
        times.append((time.perf_counter() - began) * 1e3)
        close += found.delta_e < CLOSE and len(found.additions) <= 3
    return [
        below("correction of a pile, box of 24, median", statistics.median(times), "ms", 150),
        above("piles within ΔE00 2 after three additions", 100 * close / TARGETS, "%", 95),
    ]


def muting() -> list[Figure]:
    """All partners of a paint, with their fixes."""
    box = _boxes()[49]
    paints = [p for p in box if p.key in ("PB29", "PY3", "PO20", "PV23", "PG7")]

    def all_of(paint: Paint) -> float:
        return median_ms(lambda: partners(paint, box, 4.0), runs=9)

    times = [all_of(paint) for paint in paints]
    return [below("all partners of one paint in a box of 49", max(times), "ms", 60)]


def opposites() -> list[Figure]:
    """How often an opposite is first where a search of its own finds that it greys as well."""
    right = [partners(case.paint, case.box)[0].paint.key in case.near
             for case in cases() if case.near]  # fmt: skip
    others = [case.residues[partners(case.paint, case.box)[0].paint.key]
              - min(case.residues.values()) for case in cases() if not case.near]  # fmt: skip
    return [
        above(f"of {len(right)} times, an opposite first where it greys as well",
              100 * sum(right) / len(right), "%", 100),
        below(f"of {len(others)} times without one, more chroma left than need be",
              max(others), "C*", 0.05),
    ]  # fmt: skip


SUITES = (muting, opposites, recipes, corrections)
