"""A mixture, or an addition to a pile, as a measure can tell it: whole steps and let-downs.

A strong paint of which half a step more or less would be seen is let down first: thinned with what
the mixture holds anyway, so that nothing changes but the amount, which can then be measured. Where
the pile lies there already, the carrier comes on top of it, and the pile grows a little to take it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.let_downs import Addition, Bench
from mesotint.planning.measures import Measure, checked_volumes

_MORE_TIMES: Final = (2, 3, 5, 10)
"""How many times as much is tried where nothing else can be measured; more fills a jar."""


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
    advice : str
        What would do where even a let-down cannot be measured so that nothing is seen; else empty.
    """

    amounts: tuple[Amount, ...]
    cost_delta_e: float
    let_downs: tuple[Paint, ...]
    advice: str = ""

    @property
    def volume_ml(self) -> float:
        """Volume of the whole mixture."""
        return sum(a.volume_ml for a in self.amounts)


def measured(
    parts: Sequence[float],
    paints: Sequence[Paint],
    total_ml: float,
    measure: Measure,
    viewing: Viewing = DEFAULT_VIEWING,
) -> Measured:
    """A mixture of a wanted volume, as a measure can tell it.

    Where nothing in it can carry a let-down, `Measured.advice` says what would do.

    Parameters
    ----------
    parts : sequence of float
        By volume, as many as paints.
    paints : sequence of Paint
    total_ml : float
        Volume wanted, above zero.
    measure : Measure
    viewing : Viewing

    Raises
    ------
    InputError
        For a mixture of nothing, or a total smaller than the measure can tell.
    """
    wanted = checked_volumes(parts, paints, total_ml, measure)
    return measured_addition(np.zeros(len(paints)), wanted, paints, measure, viewing)


def measured_addition(
    there_ml: Array,
    wanted_ml: Array,
    paints: Sequence[Paint],
    measure: Measure,
    viewing: Viewing = DEFAULT_VIEWING,
    *,
    most_grown: float = 1.0,
) -> Measured:
    """What to add to a pile so that it becomes a wanted mixture, as a measure can tell it.

    Parameters
    ----------
    there_ml, wanted_ml : array, shape (paints,)
        Millilitres of each paint in the pile, and what is to be in it afterwards.
    paints : sequence of Paint
    measure : Measure
    viewing : Viewing
    most_grown : float
        How many times what is wanted may lie there afterwards, so that what a let-down brings along
        fits, or what is there too much already; 1 or more.
    """
    return _measured(
        tuple(np.asarray(there_ml, dtype=np.float64).tolist()),
        tuple(np.asarray(wanted_ml, dtype=np.float64).tolist()),
        tuple(paints),
        measure,
        viewing,
        most_grown,
    )


# A plan measures what its sheet has measured already, and is asked for again with every tick.
@lru_cache(maxsize=2048)
def _measured(
    there_ml: tuple[float, ...],
    wanted_ml: tuple[float, ...],
    paints: tuple[Paint, ...],
    measure: Measure,
    viewing: Viewing,
    most_grown: float,
) -> Measured:
    there, wanted = np.array(there_ml), np.array(wanted_ml)
    plan = _best(there, wanted, paints, measure, viewing, most_grown)
    advice = ""
    if plan.unsure.any():
        times = next(
            (
                times
                for times in _MORE_TIMES
                if not _best(
                    times * there, times * wanted, paints, measure, viewing, most_grown
                ).unsure.any()
            ),
            None,
        )
        advice = plan.advice(times)
    amounts = [
        Amount(
            paint, float(steps * measure.step), measure.unit, float(steps * measure.step / per_ml)
        )
        for paint, steps, per_ml in zip(plan.what, plan.steps, plan.per_ml, strict=True)
        if steps > 0
    ]
    let_downs = tuple(thinned.paint for thinned in plan.thinned)
    return Measured(tuple(amounts), plan.cost, let_downs, advice)


def _best(
    there: Array,
    wanted: Array,
    paints: tuple[Paint, ...],
    measure: Measure,
    viewing: Viewing,
    most_grown: float,
) -> Addition:
    """The addition with every paint let down that wants it, the one most in doubt first."""
    bench = Bench(paints, there, measure, viewing, viewing.lab(wanted, paints), most_grown)
    grown = min(max(1.0, too_much(there, wanted)), most_grown)
    plan = Addition(bench, grown * wanted).without_traces()
    tried: set[int] = set()
    while (strong := plan.strong(tried)) is not None:
        tried.add(strong)
        plan = plan.let_down(strong)
    return plan


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
