"""Amounts a painter can measure: whole parts, and what the rounding costs."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.optics.grid import Array

PARTS_TOLERANCE: Final = 1.0
"""CIEDE2000 between the exact mixture and its whole parts that still counts as the same."""

MEASURABLE_TOTAL: Final = 240
"""Most parts in all that a painter would still measure; a stronger paint wants a let-down."""

_GIVEN_TOTAL: Final = 40
_TOTALS: Final = np.concatenate([np.arange(1, MEASURABLE_TOTAL + 1), np.geomspace(270, 8000, 30)])


@dataclass(frozen=True)
class WholeParts:
    """Whole-number parts of a mixture and the CIEDE2000 that the rounding costs."""

    parts: tuple[int, ...]
    cost_delta_e: float

    @property
    def measurable(self) -> bool:
        """Whether a painter can measure it without thinning the strong paint first."""
        return sum(self.parts) <= MEASURABLE_TOTAL + 2


def whole_parts(exact: Array, lab_of: Callable[[Array], Array]) -> list[WholeParts]:
    """The smallest whole parts that stay within CIEDE2000 1.0 of each exact mixture.

    Parameters
    ----------
    exact : array, shape (mixtures, paints)
        Exact parts, any unit.
    lab_of : callable
        CIELAB, shape (..., 3), of parts of shape (..., paints).

    Returns
    -------
    list of WholeParts
        Where no total tried comes within 1.0, the nearest one found. Parts that are whole already
        stay as they are.
    """
    shares = exact / exact.sum(axis=1, keepdims=True)
    rounded = np.rint(shares[:, None, :] * _TOTALS[:, None])
    # A paint that is in the mixture at all never rounds to nothing.
    rounded = np.where((shares > 0)[:, None, :], np.maximum(rounded, 1), 0)
    cost = delta_e_2000(lab_of(rounded), lab_of(exact)[:, None, :])
    result = []
    for i in range(len(exact)):
        if (given := _whole_already(shares[i])) is not None:
            result.append(WholeParts(given, 0.0))
            continue
        by_size = np.argsort(rounded[i].sum(axis=1), kind="stable")
        within = by_size[cost[i, by_size] <= PARTS_TOLERANCE]
        best = within[0] if within.size else int(np.argmin(cost[i]))
        parts = tuple(
            int(p) for p in rounded[i, best] // np.gcd.reduce(rounded[i, best].astype(int))
        )
        result.append(WholeParts(parts, float(cost[i, best])))
    return result


def _whole_already(shares: Array) -> tuple[int, ...] | None:
    """Shares as whole parts, where they are small multiples of their least; else None."""
    parts = shares / shares[shares > 0].min()
    whole = np.rint(parts)
    near = bool(np.abs(parts - whole).max() < 1e-6)
    return tuple(whole.astype(int).tolist()) if near and whole.sum() <= _GIVEN_TOTAL else None
