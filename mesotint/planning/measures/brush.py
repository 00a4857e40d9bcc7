"""Loads of a brush."""

from typing import Final

from mesotint.mixing.mixture import checked_amount
from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import Measure

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
    return Measure("brush-loads", 0.5, 1, 1 / load_ml, counted=True)


KIND: Final = MeasureKind(
    key="brush",
    title="Brush-loads, for washes",
    unit="loads",
    most=4000,
    usual=BRUSH_LOAD_ML,
    make=brush,
    rank=60,
)
