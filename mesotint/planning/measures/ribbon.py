"""Length of the ribbon that is squeezed from a tube."""

import math
from typing import Final

from mesotint.mixing.mixture import checked_amount
from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import Measure


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
    return Measure("mm", step_mm, 2, 1000 / (math.pi * nozzle_mm**2 / 4), counted=True)


KIND: Final = MeasureKind(
    key="ribbon",
    title="Ribbon from the tube",
    unit="mm",
    most=50_000,
    usual=5.0,
    make=ribbon,
    rank=50,
    read_by="nozzle",
)
