"""Length of the ribbon from a tube in inches."""

from typing import Final

from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measures.ribbon import ribbon

INCH_MM: Final = 25.4
"""Millimetres of an inch (international yard and pound agreement of 1959; exact)."""


def ribbon_inches(nozzle_mm: float = 5.0) -> Measure:
    """Length of the ribbon from a tube in inches, told to a sixteenth.

    Parameters
    ----------
    nozzle_mm : float
        Width of the tube's mouth, above zero.
    """
    units_per_ml = ribbon(nozzle_mm).units_per_ml / INCH_MM
    return Measure("in", 1 / 16, 2, units_per_ml, counted=True, sixteenths=True, imperial=True)


KIND: Final = MeasureKind(
    key="inches",
    title="Inches of ribbon",
    unit="in",
    most=2000,
    usual=5.0,
    make=ribbon_inches,
    rank=80,
    read_by="nozzle",
    imperial=True,
)
