"""A picture divided into passages: regions of one colour job, by colour and place together.

A picture is first cut into pieces (`mesotint.pictures.pieces`). Then two regions that touch become
one, again and again, always where that costs least: the criterion of Ward (1963, JASA 58, 236) over
a graph of neighbours, with most of the difference taken where the two meet, so that a passage may
change slowly across the picture, and lightness counting half, so that a shadow may lie across it.
What something in front has cut in two, a strip behind a post, is one passage still, where both
parts are of one colour. Nothing is left to chance: the same picture is divided alike.
"""

import heapq
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_xyz, xyz_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import describe
from mesotint.errors import InputError
from mesotint.optics.grid import Array, Indices
from mesotint.pictures.pieces import Pieces

FEWEST_PASSAGES: Final = 2
MOST_PASSAGES: Final = 24
USUALLY_FROM: Final = 4
USUALLY_TO: Final = 12

# What follows is our own judgement, and was tried on made-up scenes (tests/scenes.py).

_LIGHTNESS_COUNTS: Final = 0.5
"""Lightness against a* and b*: at 1 a cast shadow parts a passage, at 0.3 passages that differ in
value alone become one."""

_AT_THE_EDGE: Final = 0.8
"""Share of the cost that lies where two regions meet; the rest is how far their means differ."""

_OF_ONE_COLOUR: Final = 3.0
"""CIEDE2000 below which parts that nowhere touch are of one colour: light wanders by as much over a
picture, and the passages of made-up scenes lie more than twice as far apart."""

_FIELDS_MORE: Final = 8
"""How many passages of a picture may be cut in two, for as many to be found as are asked for."""

_ACCENT_FROM: Final = 1.0
"""How much a region stands out, from where on it may be meant as an accent: our own."""


@dataclass(frozen=True)
class Region:
    """One region of a division.

    Attributes
    ----------
    share : float
        Of what is in any region, 0 to 1.
    lab : array, shape (3,)
        CIELAB of its mean light.
    spread : float
        Root mean square distance in CIELAB of its pixels from that.
    touching : tuple of int
        Regions that it touches along more than a corner.
    centre : tuple of float
        A place well inside it, in shares of width and height.
    name : str
        Its colour and place in words.
    accent : float
        How much it stands out: how far its colour lies from what it touches, and the smaller the
        more; above 1 it may be meant as an accent.
    """

    share: float
    lab: Array
    spread: float
    touching: tuple[int, ...]
    centre: tuple[float, float]
    name: str
    accent: float

    @property
    def is_accent(self) -> bool:
        """Whether it stands out so far that it may be meant as an accent."""
        return self.accent >= _ACCENT_FROM


def divide(pieces: Pieces, count: int | None = None) -> Indices:
    """The region of each piece, shape (pieces,), the largest region first.

    Parameters
    ----------
    count : int, optional
        How many regions, 2 to 24; where none is given, as many as the picture seems to have. There
        are fewer where it has no more pieces.

    Raises
    ------
    InputError
        For a count that cannot be had.
    """
    if count is not None and not FEWEST_PASSAGES <= count <= MOST_PASSAGES:
        raise InputError(
            f"A picture is divided into {FEWEST_PASSAGES} to {MOST_PASSAGES} passages.", "count"
        )
    everything = np.arange(len(pieces.labs))

    def passages(fields: int) -> Indices:
        merged = _Merging(pieces, everything)
        merged.down_to(fields)
        return _largest_first(_of_one_colour(pieces, merged.regions), pieces.sizes)

    if count is None:
        return passages(_usual(_Merging(pieces, everything).down_to(1)))
    # Where fields of one colour are one passage, it takes more of them to make as many.
    found = passages(count)
    for fields in range(count + 1, count + _FIELDS_MORE + 1):
        if found.max() + 1 == count:
            break
        more = passages(fields)
        if found.max() < more.max() < count:
            found = more
    return found


def split(pieces: Pieces, members: Indices) -> tuple[Indices, Indices]:
    """A region as the two that differ most, by the pieces of each, the larger one first.

    Parameters
    ----------
    members : array of int
        The pieces of the region.

    Raises
    ------
    InputError
        For a region of one piece.
    """
    members = np.unique(np.asarray(members, dtype=np.intp))
    if len(members) < 2:
        raise InputError("This is as small as a passage can be; it cannot be split.", "region")
    merged = _Merging(pieces, members)
    merged.down_to(2)
    of = _largest_first(merged.regions, pieces.sizes[members])
    return members[of == 0], members[of > 0]


def regions(pieces: Pieces, of: Sequence[Sequence[int] | Indices]) -> list[Region]:
    """What some regions are, each by its pieces.

    Parameters
    ----------
    of : sequence of sequence of int
        The pieces of each region; one without a piece has no share and touches nothing.

    Raises
    ------
    InputError
        For a piece that is none, or that is in two regions.
    """
    owner = np.full(len(pieces.labs), -1)
    for place, members in enumerate(of):
        rows = np.asarray(members, dtype=np.intp)
        if len(rows) and not 0 <= rows.min() <= rows.max() < len(owner):
            raise InputError("This division is of another picture; divide it anew.", "pieces")
        if (owner[rows] >= 0).any():
            raise InputError("A piece of the picture is in two passages; divide it anew.", "pieces")
        owner[rows] = place
    touching = _touching(pieces, owner, len(of))
    # What is nobody's, such as a card, is no part of the whole.
    xyz, whole = xyz_from_lab(pieces.labs), pieces.sizes[owner >= 0].sum()
    sizes = [pieces.sizes[owner == place].sum() for place in range(len(of))]
    labs = [
        lab_from_xyz((xyz[owner == place] * pieces.sizes[owner == place, None]).sum(axis=0) / size)
        if size else np.zeros(3)
        for place, size in enumerate(sizes)
    ]  # fmt: skip
    told = []
    for place, (size, lab) in enumerate(zip(sizes, labs, strict=True)):
        mine, share = owner == place, float(size / whole) if whole else 0.0
        centre, spread = (0.5, 0.5), 0.0
        if size:
            inside, weight = pieces.centres[mine], pieces.sizes[mine]
            middle = (inside * weight[:, None]).sum(axis=0) / size
            # A region may lie around its middle: the nearest of its pieces lies in it.
            nearest = inside[int(((inside - middle) ** 2).sum(axis=1).argmin())]
            centre = (float(nearest[0]), float(nearest[1]))
            off = ((pieces.labs[mine] - lab) ** 2).sum(axis=1) + pieces.spreads[mine] ** 2
            spread = float(np.sqrt((off * weight).sum() / size))
        others = [labs[other] for other in touching[place]]
        told.append(
            Region(
                share,
                lab,
                spread,
                touching[place],
                centre,
                f"{describe(lab)}, {_where(*centre)}",
                _stands_out(lab, share, others),
            )
        )
    return told


class _Merging:
    """Regions that become one, two by two: their means, and what differs where they meet."""

    def __init__(self, pieces: Pieces, members: Indices) -> None:
        place = np.full(len(pieces.labs), -1)
        place[members] = np.arange(len(members))
        pairs, lengths = pieces.borders
        inside = (place[pairs] >= 0).all(axis=1)
        seen = pieces.labs[members] * np.array([_LIGHTNESS_COUNTS, 1.0, 1.0])
        self.means = list(seen)
        self.sizes = pieces.sizes[members].tolist()
        self.parent = list(range(len(members)))
        self.stamps = [0] * len(members)
        self.left = len(members)
        # Of each neighbour: pixels of the border, and the sum over them of what differs there.
        self.beside: list[dict[int, tuple[float, Array]]] = [{} for _ in members]
        for (i, j), length in zip(
            place[pairs[inside]].tolist(), lengths[inside].tolist(), strict=True
        ):
            step = (seen[j] - seen[i]) * length
            self.beside[i][j] = (length, step)
            self.beside[j][i] = (length, -step)
        self.heap = [
            (self._cost(i, j), i, j, 0, 0)
            for i, others in enumerate(self.beside)
            for j in others
            if i < j
        ]
        heapq.heapify(self.heap)

    def _cost(self, i: int, j: int) -> float:
        length, step = self.beside[i][j]
        edge, apart = step / length, self.means[i] - self.means[j]
        differs = _AT_THE_EDGE * float(edge @ edge) + (1 - _AT_THE_EDGE) * float(apart @ apart)
        both = self.sizes[i] * self.sizes[j] / (self.sizes[i] + self.sizes[j])
        return float(both * differs / np.sqrt(length))

    def down_to(self, count: int) -> list[float]:
        """Merge until so many are left, or none touch; what each merging cost, the last one last.

        Parts that nowhere touch, as a region may have them, stay apart beyond that.
        """
        costs = []
        while self.left > count and self.heap:
            cost, i, j, of_i, of_j = heapq.heappop(self.heap)
            if self.stamps[i] != of_i or self.stamps[j] != of_j:
                continue
            costs.append(cost)
            self._merge(i, j)
        while self.left > count:
            # What touches nothing goes with what it is most like.
            roots = [i for i, up in enumerate(self.parent) if i == up]
            smallest = min(roots, key=lambda i: self.sizes[i])
            like = min(
                (i for i in roots if i != smallest),
                key=lambda i: float(((self.means[i] - self.means[smallest]) ** 2).sum()),
            )
            self._merge(like, smallest)
        return costs

    def _merge(self, i: int, j: int) -> None:
        whole = self.sizes[i] + self.sizes[j]
        self.means[i] = (self.means[i] * self.sizes[i] + self.means[j] * self.sizes[j]) / whole
        self.sizes[i] = whole
        self.parent[j] = i
        self.left -= 1
        self.stamps[i] += 1
        self.stamps[j] = -1
        for k, (length, step) in self.beside[j].items():
            self.beside[k].pop(j)
            if k == i:
                continue
            known, so_far = self.beside[i].get(k, (0.0, np.zeros(3)))
            self.beside[i][k] = (length + known, step + so_far)
            self.beside[k][i] = (length + known, -(step + so_far))
        self.beside[j] = {}
        for k in self.beside[i]:
            one, other = min(i, k), max(i, k)
            heapq.heappush(
                self.heap,
                (self._cost(one, other), one, other, self.stamps[one], self.stamps[other]),
            )

    @property
    def regions(self) -> Indices:
        """The region of each member, by its root."""
        roots = []
        for i in range(len(self.parent)):
            at = i
            while self.parent[at] != at:
                at = self.parent[at]
            roots.append(at)
        return np.array(roots)


def _of_one_colour(pieces: Pieces, roots: Indices) -> Indices:
    """The region of each piece, where those of one colour are one, the most alike first."""
    names, of = np.unique(roots, return_inverse=True)
    sizes = np.bincount(of, pieces.sizes)
    lights = xyz_from_lab(pieces.labs) * pieces.sizes[:, None]
    lights = np.stack([np.bincount(of, row) for row in lights.T], axis=1)
    while len(names) > FEWEST_PASSAGES:
        labs = lab_from_xyz(lights / sizes[:, None])
        apart = delta_e_2000(labs[:, None], labs[None])
        np.fill_diagonal(apart, np.inf)
        one, other = sorted(np.unravel_index(int(apart.argmin()), apart.shape))
        if apart[one, other] >= _OF_ONE_COLOUR:
            break
        lights[one] += lights[other]
        sizes[one] += sizes[other]
        lights, sizes = np.delete(lights, other, axis=0), np.delete(sizes, other)
        names = np.delete(names, other)
        of = np.where(of == other, one, of - (of > other))
    return np.asarray(of)


def _usual(costs: Sequence[float]) -> int:
    """How many regions a picture seems to have: where the next merging costs most more."""
    # The last cost is that of making two into one.
    last = np.array(costs[::-1][: USUALLY_TO + 1])
    counts = [n for n in range(USUALLY_FROM, USUALLY_TO + 1) if n <= len(last) - 1]
    if not counts:
        return max(FEWEST_PASSAGES, min(USUALLY_FROM, len(costs) + 1))
    # From n regions on the next merging is last[n - 2], and the one before it was last[n - 1].
    return max(counts, key=lambda n: float(last[n - 2] / max(last[n - 1], 1e-9)))


def _largest_first(roots: Indices, sizes: Array) -> Indices:
    """Regions by number from 0, the largest first."""
    _, of = np.unique(roots, return_inverse=True)
    order = np.argsort(-np.bincount(of, sizes), kind="stable")
    rank = np.empty(len(order), dtype=np.intp)
    rank[order] = np.arange(len(order))
    return np.asarray(rank[of])


def _touching(pieces: Pieces, owner: Indices, count: int) -> list[tuple[int, ...]]:
    """Which regions touch each other along more than a corner."""
    pairs, lengths = pieces.borders
    both = np.sort(owner[pairs], axis=1)
    along = np.zeros((count, count))
    seen = (both[:, 0] >= 0) & (both[:, 0] != both[:, 1])
    np.add.at(along, (both[seen, 0], both[seen, 1]), lengths[seen])
    along += along.T
    more_than_a_corner = 0.01 * max(pieces.labels.shape)
    return [
        tuple(np.flatnonzero(row > more_than_a_corner).tolist()) for row in along
    ]  # fmt: skip


_THIRD: Final = 1 / 3


def _where(across: float, down: float) -> str:
    """A place of the picture in words."""
    row = "upper" if down < _THIRD else "lower" if down > 1 - _THIRD else ""
    column = "left" if across < _THIRD else "right" if across > 1 - _THIRD else ""
    if row and column:
        return f"{row} {column}"
    if row:
        return f"{row} middle"
    return column or "in the middle"


_STANDS_OUT: Final = 45.0
_SMALL: Final = 0.06


def _stands_out(lab: Array, share: float, others: Sequence[Array]) -> float:
    """How much a region stands out, mostly by its chroma: small ones the more."""
    if not others or share == 0:
        return 0.0
    away = np.array(others) - lab
    far = float(np.sqrt(0.5 * away[:, 0] ** 2 + (away[:, 1:] ** 2).sum(axis=1)).min())
    clearer = float(np.hypot(*lab[1:]) - np.hypot(*np.array(others)[:, 1:].T).max())
    return max(0.0, far + clearer) / _STANDS_OUT * min(1.0, _SMALL / share)
