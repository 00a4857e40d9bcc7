"""A mixture, or an addition to a pile, as a measure can tell it: whole steps and let-downs.

What no whole step of the measure tells is taken from a let-down, where one is made: thinned with
what the mixture holds anyway, so that nothing changes but the amount. Where the pile lies there
already, the carrier comes on top of it, and the pile grows a little to take it.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Final

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.let_downs import (
    READ_WITH_CARE,
    UNSEEN,
    Addition,
    Bench,
    LetDown,
    round_together,
)
from mesotint.planning.measures.measure import Measure

_AS_GOOD: Final = 0.5
"""CIEDE2000 by which the half steps of two ways may differ and be as good."""

_SIZES: Final = np.array([1.0, 1.03, 1.06, 1.1, 1.15, 1.2])
"""How many times as much is mixed where whole steps come nearer then: the least first."""


@dataclass(frozen=True)
class Amount:
    """One paint of a measured mixture: how much by the measure, and what that is in millilitres."""

    paint: Paint
    amount: float
    unit: str
    volume_ml: float


@dataclass(frozen=True)
class Measured:
    """A mixture as it can be measured.

    Attributes
    ----------
    amounts : tuple of Amount
    cost_delta_e : float
        CIEDE2000 from the exact mixture.
    let_downs : tuple of Paint
        Mixed first.
    plan : Addition
        What was rounded.
    """

    amounts: tuple[Amount, ...]
    cost_delta_e: float
    let_downs: tuple[Paint, ...]
    plan: Addition = field(repr=False, compare=False)

    @property
    def doubts(self) -> list[tuple[Paint, float]]:
        """CIEDE2000 that half a step more or less makes of each that is added."""
        return list(zip(self.plan.what, self.plan.doubts.tolist(), strict=True))

    @property
    def doubt(self) -> float:
        """CIEDE2000 of the half step that shows most, of what is fewer steps than are honest."""
        return self.plan.doubt

    @property
    def volume_ml(self) -> float:
        """Volume of the whole mixture."""
        return sum(a.volume_ml for a in self.amounts)


def measured_addition(
    there_ml: Array,
    wanted_ml: Array,
    paints: Sequence[Paint],
    measure: Measure,
    viewing: Viewing = DEFAULT_VIEWING,
    *,
    most_grown: float = 1.0,
    let_downs: Sequence[LetDown] = (),
) -> Measured:
    """What to add to a pile so that it becomes a wanted mixture, as a measure can tell it.

    Parameters
    ----------
    there_ml, wanted_ml : array, shape (paints,)
        Millilitres of each paint in the pile, and what is to be in it afterwards.
    most_grown : float
        How many times what is wanted may lie there afterwards, so that what a let-down brings along
        fits, or what is there too much already; 1 or more.
    let_downs : sequence of LetDown
        Those that are made, and of which the fewest are taken.
    """
    return _measured(
        tuple(np.asarray(there_ml, dtype=np.float64).tolist()),
        tuple(np.asarray(wanted_ml, dtype=np.float64).tolist()),
        tuple(paints),
        measure,
        viewing,
        most_grown,
        tuple(let_downs),
    )


# A plan measures what its sheet has measured already, and is asked for again with every tick.
@lru_cache(maxsize=4096)
def _measured(
    there_ml: tuple[float, ...],
    wanted_ml: tuple[float, ...],
    paints: tuple[Paint, ...],
    measure: Measure,
    viewing: Viewing,
    most_grown: float,
    let_downs: tuple[LetDown, ...],
) -> Measured:
    there, wanted = np.array(there_ml), np.array(wanted_ml)
    sizes = np.ones(1) if there.any() else _SIZES
    exact = viewing.lab(wanted, paints)
    bench = Bench(paints, there, measure, viewing, exact, most_grown, sizes)
    grown = min(max(1.0, too_much(there, wanted)), most_grown)
    plan = _nearest(bench, grown * wanted, let_downs)
    amounts = [
        Amount(paint, float(amount), measure.unit, float(amount / per_ml))
        for paint, amount, per_ml in zip(plan.what, plan.amounts, plan.per_ml, strict=True)
        if amount > 0
    ]
    return Measured(
        tuple(amounts),
        plan.cost,
        tuple(thinned.paint for thinned in plan.thinned),
        plan,
    )


def _nearest(bench: Bench, wanted: Array, let_downs: tuple[LetDown, ...]) -> Addition:
    """The first way that comes so near that no eye tells it; else the nearest.

    A let-down that is made is taken wherever half a step would show without it.
    """
    plain = Addition(bench, wanted).without_traces()
    if plain.cost <= UNSEEN and (not let_downs or plain.doubt < READ_WITH_CARE):
        return plain
    plans = list(plain.ways(let_downs))
    round_together(plans)
    near = [plan for plan in plans if plan.cost <= UNSEEN]
    if not near:
        return min(plans, key=lambda plan: plan.cost)
    if not let_downs:
        return near[0]
    return min(near, key=lambda plan: max(plan.doubt, READ_WITH_CARE) // _AS_GOOD)


def too_much(there_ml: Array, wanted_ml: Array) -> float:
    """How many times what is wanted a pile must become, so that no paint in it is too much.

    Parameters
    ----------
    there_ml : array, shape (paints,)
        Millilitres in the pile, zero or more.
    wanted_ml : array, shape (paints,)
        Millilitres that were wanted.
    """
    held = wanted_ml > 0
    return float(np.max(there_ml[held] / wanted_ml[held]))
