"""Measures to read paint with, and what they can tell apart.

Volumes are millilitres throughout.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import checked_amount
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.hand import NEAR_ENOUGH, Hand

INCH_MM: Final = 25.4
"""Millimetres of an inch (international yard and pound agreement of 1959; exact)."""

OUNCE_G: Final = 28.349523125
"""Grams of an avoirdupois ounce (international yard and pound agreement of 1959; exact)."""

FLUID_OUNCE_ML: Final = 231 * 25.4**3 / 1000 / 128
"""Millilitres of a US fluid ounce, 231 cubic inches to the gallon of 128 (NIST Handbook 44,
appendix C; exact)."""

HONEST_STEPS: Final = 10
"""Steps of a scale below which a weight says little (common practice)."""


HAND_UNIT: Final = "knife-tips"


@dataclass(frozen=True)
class Measure:
    """Something to measure with.

    Attributes
    ----------
    unit : str
        g, oz, ml, drops, mm or in of ribbon, brush-loads, or knife-tips of a hand.
    step : float
        The smallest step it shows, in its unit; above zero.
    least_steps : int
        How many steps an honest amount has at the least.
    units_per_ml : float
        Units in a millilitre; for a scale, of a paint of density 1.
    by_weight : bool
        Whether the density of the paint counts.
    hand : Hand or None
        What the amounts of a hand are, where that is what measures.

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
    hand: Hand | None = None

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

    def read(self, amounts: ArrayLike) -> Array:
        """The nearest amounts that it shows: whole steps, or what a hand can count.

        Parameters
        ----------
        amounts : array-like
            In its unit, zero or more.
        """
        steps: Array = np.rint(np.asarray(amounts, dtype=np.float64) / self.step) * self.step
        if self.hand is None:
            return steps
        return self.hand.nearest(steps / self.units_per_ml) * self.units_per_ml

    def told(self, amount: float) -> str:
        """An amount in its unit, with as many decimals as its step has; of a hand in its words.

        Parameters
        ----------
        amount : float
            In the measure's unit, zero or more.
        """
        if self.hand is not None:
            return self.hand.in_words(amount / self.units_per_ml)
        if self.unit == "in":
            return f"{_in_sixteenths(amount)} in"
        decimals = max(0, -int(np.floor(np.log10(self.step) + 1e-9)))
        return f"{amount:.{decimals}f} {self.unit}"

    def roughly(self, amount: float) -> str:
        """An amount that nobody is to weigh to the last step, in as many digits as are of use.

        Parameters
        ----------
        amount : float
            In the measure's unit, above zero.
        """
        if self.unit in _COUNTED:
            if amount < self.step / 2:
                return "a trace"
            if self.hand is not None:
                return self.hand.in_words(amount / self.units_per_ml, NEAR_ENOUGH)
            told = self.told(amount)
            return "1 drop" if told == "1 drops" else told
        digits = 0 if amount >= 10 else 1 if amount >= 1 else 2 if amount >= 0.1 else 3
        return f"{amount:.{digits}f} {self.unit}"

    @property
    def imperial(self) -> bool:
        """Whether it reads ounces or inches."""
        return self.unit in ("oz", "in")

    @property
    def finer(self) -> "Measure":
        """A scale that would do better, in the units that are worked in.

        Without a scale it is one that weighs a hundredth of a gram, and shows ounces by the half
        thousandth (from memory).
        """
        if self.by_weight:
            return replace(self, step=self.step / 10)
        return ounces(0.0005) if self.imperial else gram_scale(0.01)

    @property
    def least(self) -> float:
        """The least amount it measures honestly, in its unit."""
        return self.step * self.least_steps

    @property
    def honest(self) -> float:
        """The amount below which half a step is over a twentieth of it, in its unit."""
        return HONEST_STEPS * self.step * (1 - 1e-9)

    @property
    def within_a_tenth(self) -> float:
        """The amount from which half a step is a tenth of it or less, in its unit."""
        return 5 * self.step

    @property
    def well(self) -> float:
        """The amount from which it measures well, in its unit.

        A syringe or a dropper can measure a single step, but half of one more or less is much.
        """
        return max(self.least, self.within_a_tenth)


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


def ounces(step_oz: float = 0.01) -> Measure:
    """A scale that reads ounces; an honest weight has ten steps.

    Parameters
    ----------
    step_oz : float
        Ounces it reads to, above zero.
    """
    return Measure("oz", step_oz, HONEST_STEPS, 1 / OUNCE_G, by_weight=True)


def ribbon_inches(nozzle_mm: float = 5.0) -> Measure:
    """Length of the ribbon from a tube in inches, told to a sixteenth.

    Parameters
    ----------
    nozzle_mm : float
        Width of the tube's mouth, above zero.
    """
    return Measure("in", 1 / 16, 2, ribbon(nozzle_mm).units_per_ml / INCH_MM)


def hand(own: Hand | None = None) -> Measure:
    """Amounts that a hand knows, from a knife-tip to a walnut; a knife-tip is its step.

    Parameters
    ----------
    own : Hand, optional
        What each amount of this hand is; the usual ones where none is given.
    """
    own = own or Hand()
    return Measure(HAND_UNIT, 1.0, 1, 1 / own.knife_tip, hand=own)


BRUSH_LOAD_ML: Final = 0.25
"""Millilitres of colour and water that a middling round brush holds, from memory."""


def brush(load_ml: float = BRUSH_LOAD_ML) -> Measure:
    """Loads of a brush, as washes are mixed with, told to half a load.

    Parameters
    ----------
    load_ml : float
        Millilitres that the brush holds, above zero.
    """
    checked_amount(load_ml, "load_ml", least=0.01, most=10)
    return Measure("brush-loads", 0.5, 1, 1 / load_ml)


def _in_sixteenths(inches: float) -> str:
    whole, left = divmod(round(inches * 16), 16)
    if not left:
        return str(whole)
    part = Fraction(left, 16)
    return f"{whole} {part}" if whole else str(part)


MEASURES: Final[dict[str, tuple[Callable[[float], Measure], float]]] = {
    "grams": (gram_scale, 0.1),
    "ml": (syringe, 0.1),
    "drops": (lambda _: dropper(), 1.0),
    "ribbon": (ribbon, 5.0),
    "hand": (lambda pea_ml: hand(Hand().scaled(pea_ml / Hand().pea)), Hand().pea),
    "brush": (brush, BRUSH_LOAD_ML),
    "ounces": (ounces, 0.01),
    "inches": (ribbon_inches, 5.0),
}
"""Measures by their names, with their usual step; of a ribbon its nozzle in mm, of a hand its pea
and of a brush its load in ml."""


def measure_of(name: str, step: float | None = None, own: Hand | None = None) -> Measure:
    """A measure by its name and its step; `InputError` with the nearest names for another.

    Parameters
    ----------
    name : str
        A key of `MEASURES`.
    step : float or None
        Its smallest step, in its own unit; its usual one where none is given.
    own : Hand, optional
        What the amounts of the hand are that measures, if one does.
    """
    if name == "hand" and own is not None:
        return hand(own)
    if name not in MEASURES:
        near = nearest_words(name, MEASURES) or list(MEASURES)
        raise InputError(
            f"The measure '{name[:40]}' is not known; try {', '.join(near)}.", "measure"
        )
    make, usual = MEASURES[name]
    return make(usual if step is None else step)


def told_in(volume_ml: float, paint: Paint, measure: Measure) -> str:
    """A volume of a paint by a measure, in as many digits as anybody can measure.

    Parameters
    ----------
    volume_ml : float
        Millilitres, above zero.
    paint : Paint
    measure : Measure
    """
    return measure.roughly(volume_ml * measure.per_ml(paint))


_COUNTED: Final = frozenset({"drops", "mm", "in", "brush-loads", HAND_UNIT})
"""Units that come in whole steps, whatever the amount."""


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


def _rounded_up(figure: float) -> float:
    """To two digits, and never below: what is called enough has to be."""
    digit = 10.0 ** (math.floor(math.log10(figure)) - 1)
    return math.ceil(figure / digit - 1e-9) * digit


def _volume_in_words(volume_ml: float, measure: Measure) -> str:
    """Millilitres, behind fluid ounces where ounces or inches are worked in."""
    if not measure.imperial:
        return f"{volume_ml:.4g} ml"
    return f"{_rounded_up(volume_ml / FLUID_OUNCE_ML):.4g} fl oz ({volume_ml:.4g} ml)"


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
            f"{_volume_in_words(total_ml, measure)} is less than this can measure; mix at least "
            f"{_volume_in_words(_rounded_up(need), measure)}, or use a finer one.",
            "total_ml",
        )
    return wanted
