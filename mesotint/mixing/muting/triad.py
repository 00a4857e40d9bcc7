"""Triads: three paints that surround the neutral axis, and where in them grey lies."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache, cached_property
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import opposite_of
from mesotint.colour.words import lean, miss_in_words
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.searcher import Searcher, Wanted
from mesotint.optics.grid import Array, Indices
from mesotint.paints.library import Paint

LEANS: Final[dict[str, float]] = {
    "warm": 60.0,
    "cool": 250.0,
    "red": 22.0,
    "orange": 60.0,
    "yellow": 90.0,
    "green": 150.0,
    "blue": 265.0,
    "violet": 312.0,
}
"""CIELAB hue angle of each lean a painter asks for."""

REACHES_BELOW: Final = 1.0
_ZOOMS: Final = 7
_ZOOM: Final = 0.35


def barycentric(level: int) -> Array:
    """Points of a triangle, shape ((level + 1)(level + 2) / 2, 3), rows adding to 1.

    Parameters
    ----------
    level : int
        How many steps a side has, 1 or more.
    """
    return np.array(
        [
            (i / level, j / level, (level - i - j) / level)
            for i in range(level + 1)
            for j in range(level + 1 - i)
        ]
    )


@dataclass(frozen=True)
class Triad:
    """Three paints as a triangle of mixtures.

    Corners are weighed by strength: the middle of the triangle is the mixture to which all three
    do about as much, so that patches are spread over colours and not over volumes.

    Raises
    ------
    InputError
        For other than three different paints.
    """

    paints: tuple[Paint, Paint, Paint]
    white: float = 0.0
    viewing: Viewing = DEFAULT_VIEWING

    def __post_init__(self) -> None:
        if len(self.paints) != 3 or len({p.key for p in self.paints}) != 3:
            raise InputError("A triad takes three different paints.", "paints")
        checked_amount(self.white, "white", most=500)

    @cached_property
    def _amount(self) -> Array:
        strength = [p.absorption.mean() + p.scattering.mean() for p in self.paints]
        amounts = 1 / np.array(strength)
        return np.asarray(amounts / amounts.sum())

    @cached_property
    def all_paints(self) -> tuple[Paint, ...]:
        """The three, and what lightens: titanium white, or water in a wash."""
        return (*self.paints, self.viewing.lightener)

    def parts(self, points: Array) -> Array:
        """Parts by volume, shape (..., 4) with white last, at points of the triangle.

        Parameters
        ----------
        points : array, shape (..., 3)
            Shares of the three corners, adding to 1.
        """
        pair = np.asarray(points) * self._amount
        pair = pair / pair.sum(axis=-1, keepdims=True)
        white = np.full((*pair.shape[:-1], 1), self.white)
        return np.concatenate([pair, white], axis=-1)

    def labs(self, points: Array) -> Array:
        """CIELAB, shape (..., 3), at points of the triangle, shape (..., 3).

        Parameters
        ----------
        points : array, shape (..., 3)
            Shares of the three corners, adding to 1.
        """
        return self.viewing.lab(self.parts(points), self.all_paints)

    def opened_labs(self, points: Array) -> Array:
        """CIELAB of the white test at points of the triangle.

        Parameters
        ----------
        points : array, shape (..., 3)
            Shares of the three corners, adding to 1.
        """
        return self.viewing.opened_lab(self.parts(points), self.all_paints)

    @cached_property
    def neutral_point(self) -> Array:
        """The point of least chroma, shape (3,)."""
        grid = barycentric(24)
        centre, spread = np.zeros(3), 1.0
        for turn in range(_ZOOMS):
            near = grid if turn == 0 else centre + spread * (grid - 1 / 3)
            near = np.clip(near, 0, 1)
            near = near / near.sum(axis=1, keepdims=True)
            labs = self.labs(near)
            centre = near[int(np.hypot(labs[:, 1], labs[:, 2]).argmin())]
            spread *= _ZOOM
        return np.asarray(centre)

    @property
    def miss(self) -> str:
        """How near the triad comes to grey, in words, and which hue is missing if it does not."""
        lab = self.labs(self.neutral_point)
        hue = lean(lab)
        told = miss_in_words(lab)
        if hue is None or np.hypot(lab[1], lab[2]) < REACHES_BELOW:
            return told
        return f"{told} What is missing is a {opposite_of(hue)}."

    def leaning(self, word: str, chroma: float, lightness: float) -> tuple[Array, float]:
        """Parts for a grey of a wanted lean, chroma and lightness.

        Parameters
        ----------
        word : str
            One of `LEANS`.
        chroma : float
            CIELAB chroma, 0 to 100.
        lightness : float
            L*, 0 to 100.

        Returns
        -------
        parts : array, shape (4,)
            Of the three and white, adding to 1.
        delta_e : float
            CIEDE2000 to what was asked.
        """
        if word not in LEANS:
            near = nearest_words(word, LEANS) or list(LEANS)
            raise InputError(f"The lean '{word[:40]}' is not known; try {', '.join(near)}.", "lean")
        checked_amount(chroma, "chroma", most=100)
        checked_amount(lightness, "lightness", most=100)
        target = lab_from_lch(np.array([lightness, chroma, LEANS[word]]))
        # In a wash the search brings the water along itself.
        box = self.paints if self.viewing.medium == "wash" else self.all_paints
        best, parts = np.inf, np.zeros(4)
        for found in Searcher(box, self.viewing, [Wanted(target)]).run(len(box))[0]:
            gaps = delta_e_2000(found.labs, target)
            at = int(gaps.argmin())
            if gaps[at] < best:
                best = float(gaps[at])
                mixture = dict(zip(found.paints(at), found.parts[at].tolist(), strict=True))
                parts = np.array([mixture.get(p, 0.0) for p in self.all_paints])
        return parts, best

    def chroma_lines(self, levels: Sequence[float], fineness: int = 48) -> list[Array]:
        """Lines of equal chroma: for each level, pieces of shape (n, 2, 3) in the triangle.

        Each small triangle of the lattice is crossed where its edges reach the level, by linear
        interpolation.

        Parameters
        ----------
        levels : sequence of float
            Chroma of each line, above zero.
        fineness : int
            Into how many pieces a side is cut for it.
        """
        grid, triangles = barycentric(fineness), _small_triangles(fineness)
        labs = self.labs(grid)
        heights = np.hypot(labs[:, 1], labs[:, 2])[triangles]
        return [_crossings(grid[triangles], heights - level) for level in levels]


@cache
def _small_triangles(level: int) -> Indices:
    """Places in the lattice of the corners of its small triangles, shape (level², 3)."""
    place = {tuple(p): n for n, p in enumerate(np.rint(barycentric(level) * level).tolist())}
    corners = []
    for (i, j, k), at in place.items():
        for others in (((1, -1, 0), (1, 0, -1)), ((1, 0, -1), (0, 1, -1))):
            found = [place.get((i + a, j + b, k + c)) for a, b, c in others]
            if None not in found:
                corners.append([at, *found])
    return np.array(corners, dtype=np.intp)


def _crossings(corners: Array, above: Array) -> Array:
    """Where zero cuts the edges of triangles, shape (n, 2, 3).

    Parameters
    ----------
    corners : array, shape (triangles, 3, 3)
    above : array, shape (triangles, 3)
        How far each corner is above zero.
    """
    low, high = above, np.roll(above, -1, axis=1)
    cut = (low < 0) != (high < 0)
    through = cut.any(axis=1)
    with np.errstate(divide="ignore", invalid="ignore"):
        share = low / (low - high)
    ends = corners + (np.roll(corners, -1, axis=1) - corners) * share[..., None]
    # A line that enters a triangle leaves it: two edges are cut, or none.
    return np.asarray(ends[through][cut[through]].reshape(-1, 2, 3))
