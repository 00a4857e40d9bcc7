"""What paint is measured with, and what that can tell apart.

Volumes are millilitres throughout.
"""

from dataclasses import dataclass
from fractions import Fraction
from typing import Final

import numpy as np
from numpy.typing import ArrayLike

from mesotint.errors import InputError
from mesotint.mixing.mixture import checked_amount
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.hand import NEAR_ENOUGH, Hand

HONEST_STEPS: Final = 10
"""Steps of a scale below which a weight says little (common practice)."""


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
    counted : bool
        Whether it comes in whole steps, whatever the amount.
    sixteenths : bool
        Whether it is told in halves, quarters and sixteenths.
    imperial : bool
        Whether it reads ounces or inches.

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
    counted: bool = False
    sixteenths: bool = False
    imperial: bool = False

    def __post_init__(self) -> None:
        checked_amount(self.step, "step", most=1000)
        if self.step <= 0:
            raise InputError("A scale's step is above zero, such as 0.1 g.", "step")
        checked_amount(self.units_per_ml, "units_per_ml", least=1e-6)

    def per_ml(self, paint: Paint) -> float:
        """Units in one millilitre of a paint."""
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
        if self.sixteenths:
            return f"{_in_sixteenths(amount)} {self.unit}"
        decimals = max(0, -int(np.floor(np.log10(self.step) + 1e-9)))
        return f"{amount:.{decimals}f} {self.unit}"

    def roughly(self, amount: float) -> str:
        """An amount that nobody is to weigh to the last step, in as many digits as are of use.

        Parameters
        ----------
        amount : float
            In the measure's unit, above zero.
        """
        if self.counted:
            if amount < self.step / 2:
                return "a trace"
            if self.hand is not None:
                return self.hand.in_words(amount / self.units_per_ml, NEAR_ENOUGH)
            told = self.told(amount)
            return "1 drop" if told == "1 drops" else told
        digits = 0 if amount >= 10 else 1 if amount >= 1 else 2 if amount >= 0.1 else 3
        return f"{amount:.{digits}f} {self.unit}"

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


def _in_sixteenths(inches: float) -> str:
    whole, left = divmod(round(inches * 16), 16)
    if not left:
        return str(whole)
    part = Fraction(left, 16)
    return f"{whole} {part}" if whole else str(part)


def told_in(volume_ml: float, paint: Paint, measure: Measure) -> str:
    """A volume of a paint by a measure, in as many digits as anybody can measure.

    Parameters
    ----------
    volume_ml : float
        Millilitres, above zero.
    """
    return measure.roughly(volume_ml * measure.per_ml(paint))
