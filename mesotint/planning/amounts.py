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
_FEW: Final = 40
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
    told = {
        i: WholeParts(given, 0.0)
        for i in range(len(exact))
        if (given := _whole_already(shares[i])) is not None
    }
    # Most mixtures come out in a few parts. A greater total rounds down by less than half a part
    # for each paint, so what is well below the few is the smallest there is.
    sure = _FEW + 1 - exact.shape[1] / 2
    left = [i for i in range(len(exact)) if i not in told]
    for i, (total, few) in zip(left, _rounded(shares[left], _TOTALS[:_FEW], lab_of), strict=True):
        if few.cost_delta_e <= PARTS_TOLERANCE and total <= sure:
            told[i] = few
    left = [i for i in left if i not in told]
    for i, (_, found) in zip(left, _rounded(shares[left], _TOTALS, lab_of), strict=True):
        told[i] = found
    return [told[i] for i in range(len(exact))]


def _rounded(
    shares: Array, totals: Array, lab_of: Callable[[Array], Array]
) -> list[tuple[int, WholeParts]]:
    """The smallest rounding to one of some totals that is within 1.0 of shares of shape (mixtures,
    paints), or else the nearest, with how many parts it was before they were shortened."""
    if not len(shares):
        return []
    rounded = np.rint(shares[:, None, :] * totals[:, None])
    # A paint that is in the mixture at all never rounds to nothing.
    rounded = np.where((shares > 0)[:, None, :], np.maximum(rounded, 1), 0)
    cost = delta_e_2000(lab_of(rounded), lab_of(shares)[:, None, :])
    told = []
    for row, costs in zip(rounded, cost, strict=True):
        by_size = np.argsort(row.sum(axis=1), kind="stable")
        within = by_size[costs[by_size] <= PARTS_TOLERANCE]
        best = within[0] if within.size else int(np.argmin(costs))
        whole = row[best].astype(int)
        shortened = tuple((whole // np.gcd.reduce(whole)).tolist())
        told.append((int(whole.sum()), WholeParts(shortened, float(costs[best]))))
    return told


def _whole_already(shares: Array) -> tuple[int, ...] | None:
    """Shares as whole parts, where they are small multiples of their least; else None."""
    parts = shares / shares[shares > 0].min()
    whole = np.rint(parts)
    near = bool(np.abs(parts - whole).max() < 1e-6)
    return tuple(whole.astype(int).tolist()) if near and whole.sum() <= _GIVEN_TOTAL else None
