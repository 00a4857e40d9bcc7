"""A syringe or a spoon."""

from typing import Final

from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import Measure


def syringe(step_ml: float = 0.1) -> Measure:
    """A syringe or spoon of a step in millilitres.

    Parameters
    ----------
    step_ml : float
        Millilitres it reads to, above zero.
    """
    return Measure("ml", step_ml, 1, 1.0)


KIND: Final = MeasureKind(
    key="ml",
    title="Millilitres",
    unit="ml",
    most=1000,
    usual=0.1,
    make=syringe,
    rank=20,
    read_by="step",
)
