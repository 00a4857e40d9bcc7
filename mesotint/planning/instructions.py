"""Instructions: a work plan in the painter's measure, told as things to do and to tick off.

The plan itself is exact; what a measure reads is rounded. A chart of tints is planned as piles and
portions, and of let-downs as few are made as keep every patch so near that no eye tells it.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import islice
from math import inf
from typing import Final

import numpy as np

from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.fewest import Patches, first_that_fits
from mesotint.planning.following import Following, Instructions
from mesotint.planning.let_downs import LetDown
from mesotint.planning.measures import finer
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measures.volumes import checked_volumes
from mesotint.planning.portions import portions
from mesotint.planning.work_plan import work_plan

OFF_AT_MOST: Final = 1.0
"""CIEDE2000 that a patch of a plan may be off; an eye is said to see more."""

PAINT_AT_MOST: Final = 1.25
"""How many times what is asked for a plan may take, let-downs and all (our own judgement)."""

A_JAR_ML: Final = 8.0
"""Millilitres that may be left over of a few small piles' let-downs: one by 0.1 g is 5 (our own
judgement)."""

_OUT_OF_ORDER: Final = 0.5
"""CIEDE2000 that steps in their order are worth, where no plan does both."""

SEEN_AT_ONCE: Final = 4.0
"""CIEDE2000 of a half step from which another plan is sought, if there is one that fits."""

_LIGHTLY: Final = 1e-3
"""What such a half step counts beside what is off by rounding."""

_TRIED_FOR_ADVICE: Final = 8
"""Sets of let-downs that are tried where only advice depends on it."""

_MORE_TIMES: Final = (2, 3, 5, 10)
"""How many times as much is tried where nothing else can be measured; more fills a jar."""


@dataclass(frozen=True)
class Work:
    """How the work is done: what measures, the volume of each patch, and the method.

    `each_ml` is one volume for all patches, or one for each. `method` is one of
    `mesotint.planning.work_plan.METHODS`.
    """

    measure: Measure
    each_ml: float | tuple[float, ...]
    method: str = "separate"

    def volumes_ml(self, patches: int) -> tuple[float, ...]:
        """The volume of each of some patches.

        Parameters
        ----------
        patches : int
            How many are mixed.
        """
        return self.each_ml if isinstance(self.each_ml, tuple) else (self.each_ml,) * patches


def instructions(
    parts: Array,
    paints: Sequence[Paint],
    labels: Sequence[str],
    work: Work,
    viewing: Viewing = DEFAULT_VIEWING,
    ingredients: Mapping[str, Paint] | None = None,
) -> Instructions:
    """A work plan for patches, as a measure tells it.

    Parameters
    ----------
    parts : array, shape (patches, paints)
        By volume.
    labels : sequence of str
        What each patch is called, such as ``step 3``.
    ingredients : mapping, optional
        Paints by key of which mixtures among `paints` are made; they are then mixed first.

    Raises
    ------
    InputError
        For a volume that the measure cannot tell, or a method that is not known.
    """
    return _instructions(
        tuple(map(tuple, np.asarray(parts, dtype=np.float64).tolist())),
        tuple(paints),
        tuple(labels),
        work,
        viewing,
        tuple((ingredients or {}).items()),
    )


# The same plan is computed again with every line that is ticked.
@lru_cache(maxsize=64)
def _instructions(
    parts: tuple[tuple[float, ...], ...],
    paints: tuple[Paint, ...],
    labels: tuple[str, ...],
    work: Work,
    viewing: Viewing,
    ingredients: tuple[tuple[str, Paint], ...],
) -> Instructions:
    planner = _Planner(np.array(parts), paints, labels, viewing, dict(ingredients))
    best = planner.best(work)
    if planner.shortfall(work, best) > 0:
        return replace(best, advice=(*best.advice, planner.what_would_do(work, best)))
    if best.doubt >= SEEN_AT_ONCE and (finer := planner.reads_better(work)):
        return replace(best, advice=(*best.advice, finer))
    return best


@dataclass(frozen=True)
class _Planner:
    """What is to be made, however it is measured."""

    parts: Array
    paints: Sequence[Paint]
    labels: Sequence[str]
    viewing: Viewing
    ingredients: Mapping[str, Paint]

    def best(self, work: Work, most: int | None = None) -> Instructions:
        """The plan with the fewest let-downs that falls short of nothing; else the nearest of
        `most` sets of them, or of all that are worth following."""

        def short(plan: Instructions) -> float:
            # A half step that would be seen at once is worth a let-down, where paint allows it.
            return self.shortfall(work, plan) + _LIGHTLY * max(0.0, plan.doubt - SEEN_AT_ONCE)

        return first_that_fits(self._plans(work, most), short)

    def _plans(self, work: Work, most: int | None) -> Iterator[Instructions]:
        """Plans with ever more let-downs."""
        volumes = list(work.volumes_ml(len(self.parts)))
        # Refuses a total that is too small for the measure before anything is planned.
        for row, volume in zip(self.parts.tolist(), volumes, strict=True):
            checked_volumes(row, self.paints, volume, work.measure)
        taken = (
            portions(self.parts, self.paints, self.labels, volumes, work.measure, self.viewing)
            if work.method == "separate"
            else {}
        )
        for portion in taken.values():
            volumes[portion.base] += portion.taken_ml
        same = len(set(volumes)) == 1
        plan = work_plan(self.parts, volumes[0] if same else volumes, work.method)
        shares = self.parts / self.parts.sum(axis=1, keepdims=True)
        patches = Patches(
            shares * np.array(volumes)[:, None], self.paints, work.measure, self.viewing
        )

        def followed(let_downs: tuple[LetDown, ...], sparing: bool = False) -> Instructions:
            return Following(
                plan, self.parts, self.paints, self.labels, patches, taken, self.ingredients,
                let_downs, sparing,
            ).follow()  # fmt: skip

        plain = followed(())
        yield plain
        for let_downs in islice(patches.sets(plain.costs), most):
            plan_with = followed(let_downs)
            yield plan_with
            if self._wastes(work, plan_with):
                yield followed(let_downs, sparing=True)

    def shortfall(self, work: Work, plan: Instructions) -> float:
        """How far a plan is from what a hand would do: 0 where nothing is seen; infinitely, where
        much is wasted.
        """
        if self._wastes(work, plan):
            return inf
        short = max(0.0, max(plan.costs) - OFF_AT_MOST)
        return short + (0.0 if plan.in_order else _OUT_OF_ORDER)

    def _wastes(self, work: Work, plan: Instructions) -> bool:
        """Whether a plan takes much more paint than is asked for."""
        asked = sum(work.volumes_ml(len(self.parts)))
        return plan.used_ml > max(PAINT_AT_MOST * asked, asked + A_JAR_ML)

    def _tried(self, work: Work) -> Instructions | None:
        """A plan done so, if it falls short of nothing."""
        try:
            plan = self.best(work, _TRIED_FOR_ADVICE)
        except InputError:
            # Less than this measure can tell at all.
            return None
        return plan if self.shortfall(work, plan) <= 0 else None

    def reads_better(self, work: Work) -> str:
        """What no care is needed with, where half a step shows at once; empty where nothing is."""
        scale = finer(work.measure)
        better = self._tried(replace(work, measure=scale))
        if better is None or better.doubt >= SEEN_AT_ONCE:
            return ""
        return f"A scale that reads {scale.step:g} {scale.unit} would tell it better."

    def what_would_do(self, work: Work, plan: Instructions) -> str:
        """What would do where this measure does not, once it is tried: more, or a finer scale."""
        ways = []
        for times in _MORE_TIMES:
            each = tuple(times * ml for ml in work.volumes_ml(len(self.parts)))
            more = replace(work, each_ml=each if isinstance(work.each_ml, tuple) else each[0])
            if self._tried(more):
                ways.append(f"mix {times} times as much")
                break
        scale = finer(work.measure)
        if self._tried(replace(work, measure=scale)):
            ways.append(f"use a scale that reads {scale.step:g} {scale.unit}")
        worst = int(np.argmax(plan.costs))
        if plan.costs[worst] > OFF_AT_MOST:
            what = f"{self.labels[worst]} comes out off: {difference_in_words(plan.costs[worst])}"
        elif plan.in_order:
            what = "much of the paint goes into what is mixed first"
        else:
            what = "steps come out in another order than was asked for"
        way = ", or ".join(ways) or "mix more, by a finer scale"
        return f"With this measure {what}. {way[0].upper()}{way[1:]}."
