"""A scale that reads ounces."""

from typing import Final

from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import HONEST_STEPS, Measure

OUNCE_G: Final = 28.349523125
"""Grams of an avoirdupois ounce (international yard and pound agreement of 1959; exact)."""


def ounces(step_oz: float = 0.01) -> Measure:
    """A scale that reads ounces; an honest weight has ten steps.

    Parameters
    ----------
    step_oz : float
        Ounces it reads to, above zero.
    """
    return Measure("oz", step_oz, HONEST_STEPS, 1 / OUNCE_G, by_weight=True, imperial=True)


KIND: Final = MeasureKind(
    key="ounces",
    title="Ounces, on a scale",
    unit="oz",
    most=70,
    usual=0.01,
    make=ounces,
    rank=70,
    read_by="step",
    own_step=0.01,
    imperial=True,
)
