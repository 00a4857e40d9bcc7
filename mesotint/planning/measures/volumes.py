"""How much of a mixture is wanted, and the least of it that a measure can tell."""

import math
from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import checked_amount
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.measures.measure import Measure

FLUID_OUNCE_ML: Final = 231 * 25.4**3 / 1000 / 128
"""Millilitres of a US fluid ounce, 231 cubic inches to the gallon of 128 (NIST Handbook 44,
appendix C; exact)."""


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
