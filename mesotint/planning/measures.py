"""Measures to read paint with, and what they can tell apart.

Volumes are millilitres throughout.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import checked_amount
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

HAND_AMOUNTS: Final[dict[str, float]] = {
    "knife-tip": 0.05,
    "lentil": 0.1,
    "pea": 0.3,
    "hazelnut": 1.0,
    "walnut": 5.0,
}
"""Millilitres of the amounts that a hand knows, from memory."""

HONEST_STEPS: Final = 10
"""Steps of a scale below which a weight says little (common practice)."""


@dataclass(frozen=True)
class Measure:
    """Something to measure with.

    Attributes
    ----------
    unit : str
        g, ml, drops or mm of ribbon.
    step : float
        The smallest step it shows, in its unit; above zero.
    least_steps : int
        How many steps an honest amount has at the least.
    units_per_ml : float
        Units in a millilitre; for a scale, of a paint of density 1.
    by_weight : bool
        Whether the density of the paint counts.

    Raises
    ------
    InputError
        For a step of zero or less.
    """

    unit: str
    step: float
    least_steps: int
    units_per_ml: float
    by_weight: bool = False

    def __post_init__(self) -> None:
        checked_amount(self.step, "step", most=1000)
        if self.step <= 0:
            raise InputError("A scale's step is above zero, such as 0.1 g.", "step")
        checked_amount(self.units_per_ml, "units_per_ml", least=1e-6)

    def per_ml(self, paint: Paint) -> float:
        """Units in one millilitre of a paint.

        Parameters
        ----------
        paint : Paint
        """
        return self.units_per_ml * (paint.density_g_per_ml if self.by_weight else 1.0)

    @property
    def least(self) -> float:
        """The least amount it measures honestly, in its unit."""
        return self.step * self.least_steps

    @property
    def within_a_tenth(self) -> float:
        """The amount from which half a step is a tenth of it or less, in its unit.

        A syringe or a dropper can measure a single step, but half of one more or less is much.
        """
        return max(self.least, 5 * self.step)


def gram_scale(step_g: float = 0.1) -> Measure:
    """A gram scale of a step; an honest weight has ten steps.

    Parameters
    ----------
    step_g : float
        Grams it reads to, above zero.
    """
    return Measure("g", step_g, HONEST_STEPS, 1.0, by_weight=True)


def syringe(step_ml: float = 0.1) -> Measure:
    """A syringe or spoon of a step in millilitres.

    Parameters
    ----------
    step_ml : float
        Millilitres it reads to, above zero.
    """
    return Measure("ml", step_ml, 1, 1.0)


def dropper(drop_ml: float = 0.05) -> Measure:
    """A dropper; the drop of water of a household dropper is about 0.05 ml (from memory).

    Parameters
    ----------
    drop_ml : float
        Millilitres of one drop, above zero.
    """
    checked_amount(drop_ml, "drop_ml", least=1e-4, most=1)
    return Measure("drops", 1.0, 1, 1 / drop_ml)


def ribbon(nozzle_mm: float = 5.0, step_mm: float = 1.0) -> Measure:
    """Length of the ribbon squeezed from a tube with a round nozzle.

    Parameters
    ----------
    nozzle_mm : float
        Width of the tube's mouth, above zero.
    step_mm : float
        Millimetres of ribbon that a hand can tell, above zero.
    """
    checked_amount(nozzle_mm, "nozzle_mm", least=0.5, most=50)
    return Measure("mm", step_mm, 2, 1000 / (math.pi * nozzle_mm**2 / 4))


MEASURES: Final[dict[str, tuple[Callable[[float], Measure], float]]] = {
    "grams": (gram_scale, 0.1),
    "ml": (syringe, 0.1),
    "drops": (lambda _: dropper(), 1.0),
    "ribbon": (ribbon, 5.0),
}
"""Measures by their names, with their usual step; of a ribbon, its nozzle in mm."""


def measure_of(name: str, step: float | None = None) -> Measure:
    """A measure by its name and its step; `InputError` with the nearest names for another.

    Parameters
    ----------
    name : str
        A key of `MEASURES`.
    step : float or None
        Its smallest step, in its own unit; its usual one where none is given.
    """
    if name not in MEASURES:
        near = nearest_words(name, MEASURES) or list(MEASURES)
        raise InputError(
            f"The measure '{name[:40]}' is not known; try {', '.join(near)}.", "measure"
        )
    make, usual = MEASURES[name]
    return make(usual if step is None else step)


def volume_of(amount: float, paint: Paint, measure: str) -> float:
    """Millilitres of an amount of a paint in a measure's unit, such as 1.2 with ``grams``.

    Parameters
    ----------
    amount : float
        How much, in the measure's own unit; above zero.
    paint : Paint
    measure : str
        ml, grams, drops or ribbon.
    """
    return amount / measure_of(measure).per_ml(paint)


def told_in(volume_ml: float, paint: Paint, name: str) -> str:
    """A volume of a paint in a measure's unit, in as many digits as anybody can measure.

    Parameters
    ----------
    volume_ml : float
        Millilitres, above zero.
    paint : Paint
    name : str
        A key of `MEASURES`.
    """
    measure = measure_of(name)
    amount = volume_ml * measure.per_ml(paint)
    if measure.unit in ("drops", "mm"):
        whole = round(amount)
        if whole < 1:
            return "a trace"
        return f"{whole} {'drop' if whole == 1 and measure.unit == 'drops' else measure.unit}"
    digits = 0 if amount >= 10 else 1 if amount >= 1 else 2 if amount >= 0.1 else 3
    return f"{amount:.{digits}f} {measure.unit}"


def volume_for_area(area_cm2: float, coats: int = 1, spread_cm2_per_ml: float = 80.0) -> float:
    """Millilitres for an area at a spread rate (80 cm² a ml is from memory, for thick paint).

    Parameters
    ----------
    area_cm2 : float
        Square centimetres to cover, above zero.
    coats : int
        How many, 1 or more.
    spread_cm2_per_ml : float
        Square centimetres that a millilitre covers in one coat, above zero.
    """
    checked_amount(area_cm2, "area_cm2", least=1e-3)
    checked_amount(spread_cm2_per_ml, "spread_cm2_per_ml", least=0.1)
    return area_cm2 * coats / spread_cm2_per_ml


def least_ml(parts: Sequence[float], paints: Sequence[Paint], measure: Measure) -> float:
    """Millilitres of a mixture from which a measure can tell what it has most of.

    Parameters
    ----------
    parts : sequence of float
        Parts by volume, zero or more.
    paints : sequence of Paint
    measure : Measure
        What amounts are read with.
    """
    shares = np.asarray(parts, dtype=np.float64) / sum(parts)
    most = int(shares.argmax())
    return measure.least / measure.per_ml(paints[most]) / float(shares[most])


def checked_volumes(
    parts: Sequence[float], paints: Sequence[Paint], total_ml: float, measure: Measure
) -> Array:
    """Millilitres of each paint in a mixture of a wanted volume, shape (paints,).

    Parameters
    ----------
    parts : sequence of float
        Parts by volume, zero or more.
    paints : sequence of Paint
    total_ml : float
        Millilitres in all, above zero.
    measure : Measure
        What amounts are read with.

    Raises
    ------
    InputError
        For a mixture of nothing, or a total smaller than the measure can tell.
    """
    shares: Array = np.array([checked_amount(part, "parts") for part in parts])
    if shares.sum() <= 0:
        raise InputError("A mixture of nothing; give at least one paint some parts.", "parts")
    checked_amount(total_ml, "total_ml", most=1e5)
    shares = shares / shares.sum()
    wanted: Array = shares * total_ml
    need = least_ml(parts, paints, measure)
    if total_ml < need * (1 - 1e-9):
        raise InputError(
            f"{total_ml:g} ml is less than this can measure; "
            f"mix at least {need:.2g} ml, or use a finer one.",
            "total_ml",
        )
    return wanted
