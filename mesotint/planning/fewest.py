"""The fewest let-downs that serve all patches of a plan.

A painter makes one let-down of a strong paint for a whole scale, and none for a difference that no
eye sees. So sets of let-downs are tried, the fewest first: what each would do for the patches that
cannot be measured without is looked at beforehand, patch by patch, and only what looks well is
followed through the whole plan.
"""

from collections.abc import Callable, Iterable, Iterator, Sequence
from itertools import combinations, islice
from typing import Final, TypeVar

import numpy as np

from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.let_downs import (
    GREATEST_LET_DOWN,
    LET_DOWN_PARTS,
    READ_WITH_CARE,
    UNSEEN,
    LetDown,
)
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measuring import Measured, measured_addition

_IN_DOUBT: Final = 0.3
"""CIEDE2000 of half a step from which a paint may be what cannot be measured."""

_MOST_STRONG: Final = 4
"""Paints that are thought of as too strong, those in the greatest doubt."""

_FAILING: Final = 8
"""Patches that are looked at, those that are off the most."""

_FOLLOWED: Final = 8
"""Sets of one size that are followed through a plan."""

_LOOKED_AT: Final = 24
"""Sets of one size that are looked at patch by patch."""

_MOST_LET_DOWNS: Final = 3

T = TypeVar("T")


def first_that_fits(outcomes: Iterable[T], shortfall: Callable[[T], float]) -> T:
    """The first outcome that falls short of nothing; else the one that falls least short.

    Parameters
    ----------
    outcomes : iterable
        At least one.
    shortfall : callable
        How far an outcome falls short, 0 for not at all.
    """
    best: tuple[float, T] | None = None
    for outcome in outcomes:
        short = shortfall(outcome)
        if best is None or short < best[0]:
            best = short, outcome
        if short <= 0:
            break
    assert best is not None
    return best[1]


class Patches:
    """Mixtures in millilitres, shape (patches, paints), as a measure would tell them one by one."""

    def __init__(
        self, wanted_ml: Array, paints: Sequence[Paint], measure: Measure, viewing: Viewing
    ) -> None:
        self.wanted_ml = wanted_ml
        self.paints = tuple(paints)
        self.measure = measure
        self.viewing = viewing

    def measured(self, patch: int, let_downs: Sequence[LetDown]) -> Measured:
        """One of them, with some let-downs at hand."""
        return measured_addition(
            np.zeros(len(self.paints)), self.wanted_ml[patch], self.paints, self.measure,
            self.viewing, let_downs=let_downs,
        )  # fmt: skip

    def costs(self, patches: Sequence[int], let_downs: Sequence[LetDown]) -> Array:
        """CIEDE2000 that some of them are off by, shape (patches,)."""
        return np.array([self.measured(i, let_downs).cost_delta_e for i in patches])

    def sets(self, costs: Sequence[float]) -> Iterator[tuple[LetDown, ...]]:
        """Sets of let-downs that are worth following, the fewest first.

        Parameters
        ----------
        costs : sequence of float
            CIEDE2000 of each patch without a let-down.
        """
        failing = [i for i, cost in enumerate(costs) if cost > UNSEEN]
        if not failing:
            failing = [int(np.argmax(costs))]
        failing = sorted(failing, key=lambda i: -costs[i])[:_FAILING]
        singles = [
            (each, self.costs(failing, (each,)))
            for strong in self._strong(failing)
            for each in self._of(strong, failing)
        ]
        for size in range(1, _MOST_LET_DOWNS + 1):
            looks = [
                (np.min([cost for _, cost in some], axis=0), tuple(each for each, _ in some))
                for some in combinations(singles, size)
                if len({each.strong for each, _ in some}) == size
            ]
            looks.sort(key=lambda look: float(look[0].max()))
            looks = looks[:_LOOKED_AT]
            looks.sort(key=lambda look: _unusual(look[1]))
            if size > 1:
                # Two in one patch do what neither does alone.
                looks = [
                    (cost if cost.max() <= UNSEEN else self.costs(failing, some), some)
                    for cost, some in looks
                ]
            # Of what no eye tells apart, the fewest jars are the least work; of one jar the one of
            # which half a step is not seen, and then the usual one.
            doubts = [self._doubt(failing, some) if size == 1 else 0.0 for _, some in looks]
            ranked = [
                (max(float(cost.max()), UNSEEN), _jars(some), max(doubt, READ_WITH_CARE), place)
                for place, ((cost, some), doubt) in enumerate(zip(looks, doubts, strict=True))
            ]
            looks = [looks[place] for *_, place in sorted(ranked)]
            yield from islice((some for _, some in looks), _FOLLOWED)

    def _doubt(self, patches: Sequence[int], let_downs: Sequence[LetDown]) -> float:
        """CIEDE2000 of the half step that shows most in some of them."""
        return max(self.measured(i, let_downs).doubt for i in patches)

    def _strong(self, failing: Sequence[int]) -> list[Paint]:
        """Paints of which half a step shows in what fails, the greatest doubt first."""
        doubt: dict[Paint, float] = {}
        for i in failing:
            for paint, seen in self.measured(i, ()).doubts:
                doubt[paint] = max(doubt.get(paint, 0.0), seen)
        ranked = sorted((seen, paint.key, paint) for paint, seen in doubt.items())
        return [paint for seen, _, paint in reversed(ranked) if seen >= _IN_DOUBT][:_MOST_STRONG]

    def _of(self, strong: Paint, failing: Sequence[int]) -> Iterator[LetDown]:
        """Let-downs of one paint that some of what fails could take."""
        table = self.wanted_ml[list(failing)]
        amount = table[:, self.paints.index(strong)]
        for parts in LET_DOWN_PARTS:
            for place, carrier in enumerate(self.paints):
                takes = (amount > 0) & (table[:, place] >= parts * amount)
                if carrier != strong and not carrier.recipe and takes.any():
                    yield LetDown(strong, carrier, parts)


def _jars(some: Sequence[LetDown]) -> int:
    """How many jars are filled for some let-downs; one that is made in two goes fills two."""
    return sum(1 if each.parts <= GREATEST_LET_DOWN else 2 for each in some)


def _unusual(some: Sequence[LetDown]) -> int:
    return sum(LET_DOWN_PARTS.index(each.parts) for each in some)
