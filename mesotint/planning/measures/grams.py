"""A scale that reads grams."""

from typing import Final

from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import HONEST_STEPS, Measure


def gram_scale(step_g: float = 0.1) -> Measure:
    """A gram scale of a step; an honest weight has ten steps.

    Parameters
    ----------
    step_g : float
        Grams it reads to, above zero.
    """
    return Measure("g", step_g, HONEST_STEPS, 1.0, by_weight=True)


KIND: Final = MeasureKind(
    key="grams",
    title="Grams, on a scale",
    unit="g",
    most=2000,
    usual=0.1,
    make=gram_scale,
    rank=30,
    read_by="step",
    own_step=0.1,
)
