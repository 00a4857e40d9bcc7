"""Triads: three paints that surround the neutral axis, and where in them grey lies."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import lean, miss_in_words, opposite_of
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.recipe import Searcher
from mesotint.optics.grid import Array
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
    """Points of a triangle, shape ((level + 1)(level + 2) / 2, 3), rows adding to 1."""
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
            raise InputError("paints: a triad takes three different paints.", "paints")
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
        """Parts by volume, shape (..., 4) with white last, at points of the triangle."""
        pair = np.asarray(points) * self._amount
        pair = pair / pair.sum(axis=-1, keepdims=True)
        white = np.full((*pair.shape[:-1], 1), self.white)
        return np.concatenate([pair, white], axis=-1)

    def labs(self, points: Array) -> Array:
        """CIELAB, shape (..., 3), at points of the triangle, shape (..., 3)."""
        return self.viewing.lab(self.parts(points), self.all_paints)

    def opened_labs(self, points: Array) -> Array:
        """CIELAB of the white test at points of the triangle."""
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
            raise InputError(f"lean: '{word[:40]}' is not known; try {', '.join(near)}.", "lean")
        checked_amount(chroma, "chroma", most=100)
        checked_amount(lightness, "lightness", most=100)
        target = lab_from_lch(np.array([lightness, chroma, LEANS[word]]))
        # In a wash the search brings the water along itself.
        box = self.paints if self.viewing.medium == "wash" else self.all_paints
        best, parts = np.inf, np.zeros(4)
        for found in Searcher(box, self.viewing, target).run(len(box), []):
            gaps = delta_e_2000(found.labs, target)
            at = int(gaps.argmin())
            if gaps[at] < best:
                best = float(gaps[at])
                mixture = dict(zip(found.paints[at], found.parts[at].tolist(), strict=True))
                parts = np.array([mixture.get(p, 0.0) for p in self.all_paints])
        return parts, best

    def chroma_lines(self, levels: Sequence[float], fineness: int = 48) -> list[list[Array]]:
        """Lines of equal chroma: for each level, segments of shape (2, 3) in the triangle.

        Each small triangle of the lattice is crossed where its edges reach the level, by linear
        interpolation.
        """
        grid = barycentric(fineness)
        labs = self.labs(grid)
        chroma = np.hypot(labs[:, 1], labs[:, 2])
        index = {tuple(np.rint(p * fineness).astype(int).tolist()): i for i, p in enumerate(grid)}
        lines: list[list[Array]] = [[] for _ in levels]
        for (i, j, k), at in index.items():
            for corners in (((1, -1, 0), (1, 0, -1)), ((1, 0, -1), (0, 1, -1))):
                others = [index.get((i + a, j + b, k + c)) for a, b, c in corners]
                if None in others:
                    continue
                triangle = [at, *(int(o) for o in others if o is not None)]
                for line, level in zip(lines, levels, strict=True):
                    ends = _crossings(grid[triangle], chroma[triangle], level)
                    if ends is not None:
                        line.append(ends)
        return lines


def _crossings(corners: Array, heights: Array, level: float) -> Array | None:
    """Where a level cuts the edges of one triangle: shape (2, 3), or None."""
    ends = []
    for a, b in ((0, 1), (1, 2), (2, 0)):
        low, high = heights[a] - level, heights[b] - level
        if (low < 0) != (high < 0):
            ends.append(corners[a] + (corners[b] - corners[a]) * low / (low - high))
    return np.array(ends) if len(ends) == 2 else None
