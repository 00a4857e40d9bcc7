"""A patchwork: touching fields in the passages' shares, neighbours side by side where they can be.

It is cut like a floor plan, always in two, so that it is filled without gaps. Which cut is best is
found by exchanging passages while more neighbours meet. A judging aid, not a picture.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.optics.grid import Array

_LEAST_EDGE: Final = 0.02
"""How much of the side of the whole two fields must share to be told to touch."""

_SLIVER_COST: Final = 0.12
_TRIES: Final = 6_000
_FEWEST_TRIES: Final = 150
_MANY: Final = 12
_STARTS: Final = 5
_BIASES: Final = (1.0, 0.6, 1.7)
"""How much more readily a field is cut across its width than across its height."""

_SAME: Final = 1e-9

Rectangle = tuple[float, float, float, float]
Pair = tuple[int, int]


@dataclass(frozen=True)
class Patchwork:
    """Where each passage's field lies.

    Attributes
    ----------
    fields : array, shape (passages, 4)
        Left, top, width and height of each, in shares of the whole's width and height.
    apart : tuple of (int, int)
        Passages that touch in the painting and could not be laid side by side.
    """

    fields: Array
    apart: tuple[Pair, ...]


def patchwork(
    areas: Sequence[float] | Array, touching: Collection[Pair], ratio: float = 4 / 3
) -> Patchwork:
    """Fields for passages.

    Parameters
    ----------
    areas : sequence of float
        Shares of the surface, zero or more; a passage of none gets a field of none.
    ratio : float
        Width of the whole over its height, above zero.

    Raises
    ------
    InputError
        For areas that add to nothing, or a ratio of nothing.
    """
    given = np.asarray(areas, dtype=np.float64)
    if not len(given) or given.sum() <= 0 or (given < 0).any():
        raise InputError("Give at least one passage some of the surface.", "area")
    if not np.isfinite(ratio) or ratio <= 0:
        raise InputError("Give the surface a width and a height.", "surface")
    shares = tuple((given / given.sum()).tolist())
    pairs = frozenset((min(pair), max(pair)) for pair in touching)
    return _laid(shares, pairs, float(ratio))


@lru_cache(maxsize=256)
def _laid(areas: tuple[float, ...], pairs: frozenset[Pair], ratio: float) -> Patchwork:
    wanted = sorted(pairs)
    tries = max(_FEWEST_TRIES, _TRIES // len(areas) ** 2)
    found = [
        _exchanged(order, areas, wanted, ratio, bias, tries)
        for order in _starts(areas, wanted)
        for bias in _BIASES
    ]
    _, fields = max(found, key=lambda each: each[0])
    apart = tuple(pair for pair in wanted if _edge(fields[pair[0]], fields[pair[1]]) < _LEAST_EDGE)
    return Patchwork(np.array(fields), apart)


def _starts(areas: Sequence[float], pairs: Sequence[Pair]) -> list[list[int]]:
    order = _walk(areas, pairs)
    if len(order) > _MANY:
        return [order]
    return [order[at:] + order[:at] for at in range(0, len(order), -(-len(order) // _STARTS))]


def _exchanged(
    order: Sequence[int],
    areas: Sequence[float],
    pairs: Sequence[Pair],
    ratio: float,
    bias: float,
    tries: int,
) -> tuple[float, list[Rectangle]]:
    """Fields after exchanging any two passages as long as that helps, and their score."""
    best, fields = list(order), _cut(order, areas, ratio, bias)
    score, better = _score(fields, pairs, ratio), True
    while better and tries > 0:
        better = False
        for i, j in combinations(range(len(best)), 2):
            tried = list(best)
            tried[i], tried[j] = tried[j], tried[i]
            laid = _cut(tried, areas, ratio, bias)
            now = _score(laid, pairs, ratio)
            if now > score + _SAME:
                best, fields, score, better = tried, laid, now, True
            tries -= 1
            if tries <= 0:
                break
    return score, fields


def _walk(areas: Sequence[float], pairs: Sequence[Pair]) -> list[int]:
    """From the largest on to what touches what is there already."""
    near: dict[int, set[int]] = {i: set() for i in range(len(areas))}
    for one, other in pairs:
        near[one].add(other)
        near[other].add(one)
    left = set(near)
    order: list[int] = []
    while left:
        placed = set(order)
        order.append(max(left, key=lambda i: (len(near[i] & placed), areas[i], -i)))
        left.remove(order[-1])
    return order


def _cut(
    order: Sequence[int], areas: Sequence[float], ratio: float, bias: float
) -> list[Rectangle]:
    """Fields of passages in an order: halved in area as nearly as can be, across the long side."""
    fields: list[Rectangle] = [(0.0, 0.0, 0.0, 0.0)] * len(areas)

    def lay(part: Sequence[int], x: float, y: float, width: float, height: float) -> None:
        if len(part) == 1:
            fields[part[0]] = (x, y, width, height)
            return
        whole = sum(areas[i] for i in part)
        so_far, at, share = 0.0, 1, 0.5
        nearest = np.inf
        for k in range(1, len(part)):
            so_far += areas[part[k - 1]]
            if whole > 0 and abs(so_far / whole - 0.5) < nearest:
                nearest, at, share = abs(so_far / whole - 0.5), k, so_far / whole
        if width * ratio * bias >= height:
            lay(part[:at], x, y, width * share, height)
            lay(part[at:], x + width * share, y, width * (1 - share), height)
        else:
            lay(part[:at], x, y, width, height * share)
            lay(part[at:], x, y + height * share, width, height * (1 - share))

    lay(list(order), 0.0, 0.0, 1.0, 1.0)
    return fields


def _edge(one: Rectangle, other: Rectangle) -> float:
    """Length of the edge that two fields share."""
    (x, y, w, h), (u, v, p, q) = one, other
    if abs(x + w - u) < _SAME or abs(u + p - x) < _SAME:
        return max(0.0, min(y + h, v + q) - max(y, v))
    if abs(y + h - v) < _SAME or abs(v + q - y) < _SAME:
        return max(0.0, min(x + w, u + p) - max(x, u))
    return 0.0


def _score(fields: Sequence[Rectangle], pairs: Sequence[Pair], ratio: float) -> float:
    """Neighbours that meet, less what slivers cost: no field should be a mere strip."""
    met = sum(_edge(fields[one], fields[other]) >= _LEAST_EDGE for one, other in pairs)
    slivers = 0.0
    for _, _, width, height in fields:
        if width > 0 and height > 0:
            aspect = width * ratio / height
            slivers += min(max(aspect, 1 / aspect) - 1, 8.0)
    return met - _SLIVER_COST * slivers
