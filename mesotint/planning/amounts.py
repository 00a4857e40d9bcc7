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
    rounded = [_Rounded(row) for row in shares]
    labs = lab_of(shares)
    # All mixtures at once: few parts first, and many only where few do not come near enough.
    _try([(each, each.given()) for each in rounded], labs, lab_of, given=True)
    for totals in (range(1, _FEW + 1), range(_FEW + 1, MOST_PARTS + 1)):
        left = [i for i, each in enumerate(rounded) if not each.fits]
        tries = [(rounded[i], _near(rounded[i].shares, totals)) for i in left]
        _try(tries, labs[left], lab_of)
    return [
        WholeParts(each.full(each.best), tuple(each.touches.tolist()), each.cost)
        for each in rounded
    ]


class _Rounded:
    """A mixture on the way to whole parts: what of it are traces, and the best found so far."""

    def __init__(self, shares: Array) -> None:
        traces = (shares > 0) & (shares < TRACE_BELOW)
        self.touches = np.array(
            [one_in(s) if t else 0 for s, t in zip(shares, traces, strict=True)]
        )
        self.traces = np.divide(1.0, self.touches, out=np.zeros(len(shares)), where=traces)
        self.held = np.flatnonzero(np.where(traces, 0.0, shares))
        self.shares = shares[self.held] / shares[self.held].sum()
        self.best, self.cost, self.fits = self.shares, np.inf, False

    def given(self) -> Array:
        """What is few whole parts already, the only thing to try; else nothing, shape (n, held)."""
        whole = _whole_already(self.shares)
        return np.empty((0, len(self.held))) if whole is None else whole[None]

    def mixtures(self, parts: Array) -> Array:
        """Mixtures of whole parts, shape (n, paints), with the traces in them."""
        whole = np.zeros((len(parts), len(self.traces)))
        rest = 1 - self.traces.sum()
        whole[:, self.held] = parts / parts.sum(axis=1, keepdims=True) * rest
        return np.asarray(whole + self.traces)

    def full(self, parts: Array) -> tuple[int, ...]:
        """Whole parts of every paint, none of those that are traces."""
        found = np.zeros(len(self.traces), dtype=int)
        found[self.held] = parts // np.gcd.reduce(parts.astype(int))
        return tuple(found.tolist())

    def take(self, tried: Array, costs: Array, *, given: bool) -> None:
        """Keep the fewest parts that no eye tells from it, of as many the nearest; else the
        nearest. What was whole already stays, whatever it costs."""
        fits = np.flatnonzero(costs < EYE_TELLS)
        if given or len(fits):
            among = np.arange(len(costs)) if given else fits
            at = among[np.lexsort((costs[among], tried[among].sum(axis=1)))[0]]
            self.best, self.cost, self.fits = tried[at], float(costs[at]), True
        elif costs.min() < self.cost:
            at = costs.argmin()
            self.best, self.cost = tried[at], float(costs[at])


def _try(
    tries: Sequence[tuple[_Rounded, Array]],
    labs: Array,
    lab_of: Callable[[Array], Array],
    *,
    given: bool = False,
) -> None:
    """Let each mixture take the best of some whole parts, all of them computed together."""
    counts = [len(tried) for _, tried in tries]
    if not sum(counts):
        return
    seen = lab_of(np.concatenate([each.mixtures(tried) for each, tried in tries]))
    costs = delta_e_2000(seen, np.repeat(labs, counts, axis=0))
    for (each, tried), found in zip(tries, np.split(costs, np.cumsum(counts)[:-1]), strict=True):
        if len(tried):
            each.take(tried, found, given=given)


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
