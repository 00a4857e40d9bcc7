"""Amounts a painter can measure: whole parts and touches, and what the rounding costs."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cache
from itertools import product
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import EYE_TELLS
from mesotint.mixing.traces import TRACE_BELOW, one_in, touch
from mesotint.optics.grid import Array

MOST_PARTS: Final = 80
"""Most parts in all that a painter would still count out."""

_GIVEN_TOTAL: Final = 40
"""Parts up to which what was given in whole parts stays as it was given."""

_FEW: Final = 20
_MANY_PAINTS: Final = 6


@dataclass(frozen=True)
class WholeParts:
    """A mixture in parts that can be measured.

    Attributes
    ----------
    parts : tuple of int
        Whole parts of each paint; 0 for one that is not in it, or only as a touch.
    touches : tuple of int
        For a trace the parts of the mixture that hold one of it, as 280 for 1 in 280; else 0.
    cost_delta_e : float
        CIEDE2000 that the rounding costs.
    """

    parts: tuple[int, ...]
    touches: tuple[int, ...]
    cost_delta_e: float

    def in_words(self, names: Sequence[str]) -> str:
        """Such as ``9 parts ochre, 1 part umber; black, a touch: 1 in 280, let down first``.

        Parameters
        ----------
        names : sequence of str
            Their names.
        """
        told = [
            f"{part} {'part' if part == 1 else 'parts'} {name}"
            for part, name in zip(self.parts, names, strict=True)
            if part
        ]
        traces = [
            f"{name}, {touch(of)}" for of, name in zip(self.touches, names, strict=True) if of
        ]
        return "; ".join([", ".join(told), *traces])


def whole_parts(exact: Array, lab_of: Callable[[Array], Array]) -> list[WholeParts]:
    """The smallest whole parts that stay within what an eye tells of each exact mixture.

    A share under 1 in 40 is a touch, and does not count among the parts. Few parts that are whole
    already stay as they are.

    Parameters
    ----------
    exact : array, shape (mixtures, paints)
        Exact parts, any unit.
    lab_of : callable
        CIELAB, shape (..., 3), of parts of shape (..., paints).

    Returns
    -------
    list of WholeParts
        Where nothing comes within CIEDE2000 1, the nearest found.
    """
    shares = exact / exact.sum(axis=1, keepdims=True)
    labs = lab_of(shares)
    told = []
    for row, lab in zip(shares, labs, strict=True):
        traces = (row > 0) & (row < TRACE_BELOW)
        touches = np.array([one_in(s) if t else 0 for s, t in zip(row, traces, strict=True)])
        left = np.divide(1.0, touches, out=np.zeros(len(row)), where=touches > 0)
        mains = np.where(traces, 0.0, row)
        parts, cost = _smallest(mains, left, lab, lab_of)
        told.append(WholeParts(parts, tuple(touches.tolist()), cost))
    return told


def _smallest(
    mains: Array, traces: Array, lab: Array, lab_of: Callable[[Array], Array]
) -> tuple[tuple[int, ...], float]:
    """The smallest whole parts of what is no trace, and what they cost; `traces` are shares."""
    held = np.flatnonzero(mains)
    rest = 1 - traces.sum()

    def costs(parts: Array) -> Array:
        whole = np.zeros((len(parts), len(mains)))
        whole[:, held] = parts / parts.sum(axis=1, keepdims=True) * rest
        return delta_e_2000(lab_of(whole + traces), lab)

    def full(parts: Array) -> tuple[int, ...]:
        found = np.zeros(len(mains), dtype=int)
        found[held] = parts // np.gcd.reduce(parts.astype(int))
        return tuple(found.tolist())

    shares = mains[held] / mains[held].sum()
    if (given := _whole_already(shares)) is not None:
        return full(given), float(costs(given[None])[0])
    best: tuple[tuple[int, ...], float] | None = None
    for totals in (range(1, _FEW + 1), range(_FEW + 1, MOST_PARTS + 1)):
        tried = _near(shares, totals)
        found = costs(tried)
        # The fewest parts that no eye tells from it; of as many, the nearest.
        fits = np.flatnonzero(found < EYE_TELLS)
        if len(fits):
            at = fits[np.lexsort((found[fits], tried[fits].sum(axis=1)))[0]]
            return full(tried[at]), float(found[at])
        at = int(found.argmin())
        if best is None or found[at] < best[1]:
            best = full(tried[at]), float(found[at])
    assert best is not None
    return best


def _near(shares: Array, totals: range) -> Array:
    """Whole parts near shares at some totals: each part rounded down or up, and none to nothing."""
    exact: Array = shares * np.array(totals)[:, None]
    if len(shares) > _MANY_PAINTS:
        return np.maximum(np.rint(exact), 1)
    below = np.floor(exact)
    ways: Array = (below[:, None] + _up_or_down(len(shares))).reshape(-1, len(shares))
    return np.asarray(np.unique(np.maximum(ways, 1), axis=0))


@cache
def _up_or_down(paints: int) -> Array:
    return np.array(list(product((0.0, 1.0), repeat=paints)))


def _whole_already(shares: Array) -> Array | None:
    """Shares as whole parts, where they are few; else None."""
    parts = shares / shares.min()
    whole = np.rint(parts)
    near = bool(np.abs(parts - whole).max() < 1e-6)
    return whole if near and whole.sum() <= _GIVEN_TOTAL else None
