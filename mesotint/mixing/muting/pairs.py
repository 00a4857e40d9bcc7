"""One paint with each of many others, computed together: trails, greys, and what mends a miss."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance, lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import turn
from mesotint.colour.words import EYE_TELLS
from mesotint.mixing.character import classics, hue_of
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.trail import tapered
from mesotint.mixing.traces import TRACE_BELOW, one_in, touch
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library

MISS_FROM: Final = 2.0
"""CIELAB chroma at the nearest grey from which a pair is said to miss, and a fix is looked for."""

FIXED_BELOW: Final = 1.0
"""Chroma to which a fix should bring the grey."""

OPPOSITE_WITHIN: Final = 90.0
"""Degrees of hue around a lean's opposite within which a paint takes it out, and does not merely
darken or feed it: the far half of the plan. Ultramarine takes out a red lean, from 75° beside its
opposite."""

PASSES_WITHIN: Final = 8.0
"""CIEDE2000 within which a trail is said to pass a classic colour."""

_SCAN: Final = 1 / (1 + np.exp(-np.linspace(-9, 9, 73)))
"""Shares at which a trail is looked at first: close together at both ends, where a strong paint
does most of its work."""

_REFINE: Final = 11
"""Points of each closer look; two of them find a share to a four-hundredth in the middle of a
trail, and far finer near its ends."""

_ABOUT_EVEN: Final = 0.75
"""Parts to one of the pair from which a fix is told as about as much (our own judgement)."""

_BLACKS: Final = "PBk"
"""How the names of black pigments begin in the Colour Index."""
_FIX_SCAN: Final = np.geomspace(0.003, 1.5, 18)
"""Parts of a fix to one of the pair that are tried: from less than a touch to more than the pair.
Neighbours are 44 % apart, within what a hand can tell."""

WAYPOINTS: Final = 14
"""Places on the way to grey that are held against the classic colours."""

LINE_POINTS: Final = 25
"""Points that a trail is drawn by, enough that no corners are seen."""


@dataclass(frozen=True)
class Fix:
    """The paint that takes a lean out with the least of it.

    `parts` is the amount to one part of the pair at its nearest grey; `chroma` what is left then;
    `owned` whether it is in the box, or only one that would do.
    """

    paint: Paint
    parts: float
    chroma: float
    owned: bool = True

    def in_words(self, leaning: str) -> str:
        """Such as: Leans red; ultramarine blue, about 1 part to 12, takes it out.

        Parameters
        ----------
        leaning : str
            Which way the grey leans without the fix.
        """
        share = self.parts / (1 + self.parts)
        if share < TRACE_BELOW:
            amount = touch(one_in(share))
        elif self.parts <= _ABOUT_EVEN:
            amount = f"about 1 part to {1 / self.parts:.0f}"
        else:
            amount = f"about {self.parts:.1f} parts to 1"
        name = self.paint.name.lower()
        if not self.owned:
            return (
                f"Leans {leaning}; no opposite is in the box. {name[0].upper()}{name[1:]} would do."
            )
        verb = "takes it out" if self.chroma < FIXED_BELOW else "takes out most of it"
        return f"Leans {leaning}; {name}, {amount}, {verb}."


@dataclass(frozen=True)
class Line:
    """A trail in points even in colour: CIELAB plain and in the white test, shape (25, 3) each."""

    labs: Array
    opened_labs: Array


class Pairs:
    """One paint with each of many others, computed together."""

    def __init__(
        self, paint: Paint, others: Sequence[Paint], lightener: float, viewing: Viewing
    ) -> None:
        white = library().white
        self.viewing, self.others = viewing, others
        self.white = lightener if viewing.medium == "opaque" else 0.0
        self.water = lightener if viewing.medium == "wash" else 0.0
        # Rows of K and S for each pair: the paint, the other, white; shape (pairs, 3, 36).
        self.k = np.array([[paint.absorption, o.absorption, white.absorption] for o in others])
        self.s = np.array([[paint.scattering, o.scattering, white.scattering] for o in others])

    def labs(self, shares: Array) -> Array:
        """CIELAB, shape (pairs, n, 3), at shares of the others of shape (pairs, n).

        Parameters
        ----------
        shares : array, shape (pairs, n)
            Of the others, 0 to 1.
        """
        parts = np.stack([1 - shares, shares, np.full_like(shares, self.white)], axis=-1)
        films = self.viewing.film(parts, self.k, self.s, self.water)
        return lab_from_reflectance(films, self.viewing.light)

    def nearest_neutrals(self) -> tuple[Array, Array]:
        """Share and CIELAB of each pair's least chroma, shapes (pairs,) and (pairs, 3)."""
        count = len(self.others)
        scan = np.broadcast_to(np.concatenate([[0.0], _SCAN, [1.0]]), (count, len(_SCAN) + 2))
        for _ in range(3):
            labs = self.labs(scan)
            at = np.argmin(np.hypot(labs[..., 1], labs[..., 2]), axis=1)
            row = np.arange(count)
            low = scan[row, np.maximum(at - 1, 0)]
            high = scan[row, np.minimum(at + 1, scan.shape[1] - 1)]
            best, found = scan[row, at], labs[row, at]
            scan = low[:, None] + (high - low)[:, None] * np.linspace(0, 1, _REFINE)
        return best, found

    def lines(
        self, shares: Array, fixes: Sequence[Fix | None]
    ) -> tuple[list[Line], list[Line | None]]:
        """Each trail as a line, plain and bent by its fix where it has one.

        Parameters
        ----------
        shares : array, shape (pairs,)
            Where each pair is nearest to grey.
        fixes : sequence of Fix or None
            The fix of each pair that has one.
        """
        # Every other point is enough to draw by, and so is float32.
        points = np.concatenate([[0.0], _SCAN[::2], [1.0]])
        scan = np.broadcast_to(points, (len(self.others), len(points)))
        pair = np.stack([1 - scan, scan, np.full_like(scan, self.white)], axis=-1)
        plain = self._lines(pair, self.k, self.s)
        bent: list[Line | None] = [None] * len(self.others)
        fixed = [i for i, fix in enumerate(fixes) if fix is not None]
        if fixed:
            chosen = [fix for fix in fixes if fix is not None]
            third = (
                tapered(scan[fixed], shares[fixed, None])
                * np.array([fix.parts for fix in chosen])[:, None]
            )
            k, s = (
                np.concatenate([of[fixed], np.array(third)[:, None]], axis=1)
                for of, third in (
                    (self.k, [fix.paint.absorption for fix in chosen]),
                    (self.s, [fix.paint.scattering for fix in chosen]),
                )
            )
            parts = np.concatenate([pair[fixed], third[..., None]], axis=-1)
            for i, line in zip(fixed, self._lines(parts, k, s), strict=True):
                bent[i] = line
        return plain, bent

    def _lines(self, parts: Array, k: Array, s: Array) -> list[Line]:
        """Lines of mixtures of shape (pairs, n, paints)."""
        parts, k, s = (of.astype(np.float32) for of in (parts, k, s))
        plain, light = (
            self.viewing.lab_of_film(film(parts, k, s, self.water))
            for film in (self.viewing.film, self.viewing.opened_film)
        )
        return [_even_line(*labs) for labs in zip(plain, light, strict=True)]

    def ends(self, paint: Paint, greyest: Array) -> list[str]:
        """Name of the pure end that each pair's greyest point is; empty where it lies between.

        Parameters
        ----------
        greyest : array, shape (pairs, 3)
            CIELAB where each pair is nearest to grey.
        """
        pure = self.labs(np.tile([0.0, 1.0], (len(self.others), 1)))
        away = delta_e_2000(greyest[:, None], pure)
        return [
            "" if gaps.min() >= EYE_TELLS else (paint, other)[int(gaps.argmin())].name.lower()
            for gaps, other in zip(away, self.others, strict=True)
        ]

    def passed(self, shares: Array) -> list[tuple[str, ...]]:
        """Classic colours within sight of each trail, from the first paint to its grey.

        Parameters
        ----------
        shares : array, shape (pairs,)
            Where each pair is nearest to grey.
        """
        names, colours = classics()
        # Even steps of share would skip what a strong partner does in its first traces.
        way = self.labs(shares[:, None] * np.linspace(0.04, 1, WAYPOINTS) ** 2)
        nearest = ((way[:, :, None] - colours) ** 2).sum(axis=-1).argmin(axis=2)
        close = delta_e_2000(way, colours[nearest]) < PASSES_WITHIN
        return [
            tuple(dict.fromkeys(names[n] for n, near in zip(row, seen, strict=True) if near))
            for row, seen in zip(nearest, close, strict=True)
        ]

    def fixes(self, shares: Array, labs: Array, box: Sequence[Paint]) -> list[Fix | None]:
        """For each pair that misses, the third paint that takes the lean out with the least.

        Only an opposite takes a lean out: a black darkens it. Where the box has none, the library
        paint that would do.

        Parameters
        ----------
        shares : array, shape (pairs,)
            Where each pair is nearest to grey.
        labs : array, shape (pairs, 3)
            CIELAB there.
        box : sequence of Paint
            What may be used.
        """
        result: list[Fix | None] = [None] * len(self.others)
        chroma = np.hypot(labs[:, 1], labs[:, 2])
        missing = np.flatnonzero((chroma >= MISS_FROM) & (shares < 1 - 1e-6) & (shares > 1e-6))
        if not missing.size:
            return result
        leans = lch_from_lab(labs[missing])[:, 2]
        pair_parts = np.stack([1 - shares, shares, np.full_like(shares, self.white)], axis=-1)
        greys = tuple(
            (pair_parts[missing, None] @ of[missing])[:, 0] / (1 + self.white)
            for of in (self.k, self.s)
        )
        for owned, paints in ((True, list(box)), (False, _plain_paints())):
            still = [row for row, pair in enumerate(missing.tolist()) if result[pair] is None]
            coloured = [paint for paint in paints if hue_of(paint) is not None]
            if not still or not coloured:
                continue
            opposed = np.array(
                [opposes(paint, leans[row]) for row in still for paint in coloured]
            ).reshape(len(still), len(coloured))
            left = self._left((greys[0][still], greys[1][still]), coloured)
            for i, row in enumerate(still):
                pair = int(missing[row])
                other = self.others[pair].key
                kept = opposed[i] & [paint.key != other for paint in coloured]
                result[pair] = _least(left[i], float(chroma[pair]), kept, coloured, owned)
        return result

    def _left(self, greys: tuple[Array, Array], box: Sequence[Paint]) -> Array:
        """Chroma left of greys, K and S of shape (greys, 36), with each paint of a box in each of
        `_FIX_SCAN`, shape (greys, paints, amounts)."""
        # float32 is far finer than a fix has to be, and this is the widest sweep of all.
        shape = (len(greys[0]), len(box), 2, greys[0].shape[-1])
        k, s = np.empty(shape, np.float32), np.empty(shape, np.float32)
        k[:, :, 0], s[:, :, 0] = greys[0][:, None], greys[1][:, None]
        k[:, :, 1] = [p.absorption for p in box]
        s[:, :, 1] = [p.scattering for p in box]
        volume = np.full_like(_FIX_SCAN, 1 + self.white)
        added = np.stack([volume, _FIX_SCAN], axis=-1).astype(np.float32)
        labs = lab_from_reflectance(self.viewing.film(added, k, s, self.water), self.viewing.light)
        return np.asarray(np.hypot(labs[..., 1], labs[..., 2]))


@cache
def _plain_paints() -> list[Paint]:
    return library().plain


def opposes(paint: Paint, lean_degrees: float) -> bool:
    """Whether a paint lies across from a lean, and is no black, which would only darken it.

    Parameters
    ----------
    lean_degrees : float
        CIELAB hue of the lean.
    """
    hue = hue_of(paint)
    if hue is None or paint.colour_index.startswith(_BLACKS):
        return False
    return abs(float(turn(hue, lean_degrees + 180))) <= OPPOSITE_WITHIN


def _least(
    left: Array, miss: float, kept: np.ndarray, box: Sequence[Paint], owned: bool
) -> Fix | None:
    """The least amount that fixes and can be measured; else the least that fixes, else the paint
    that leaves least, if it helps at all."""
    if not kept.any():
        return None
    enough = left < FIXED_BELOW
    done = enough.any(axis=1)
    at = np.where(done, enough.argmax(axis=1), left.argmin(axis=1))
    row = np.arange(len(box))
    # What fixes comes before what only helps: the least of it, or else what leaves least.
    trace = np.where(_FIX_SCAN[at] < TRACE_BELOW, _FIX_SCAN[-1], 0.0)
    rank = np.where(done, _FIX_SCAN[at] + trace, 2 * _FIX_SCAN[-1] + left[row, at])
    best = int(np.where(kept, rank, np.inf).argmin())
    found = Fix(box[best], float(_FIX_SCAN[at[best]]), float(left[best, at[best]]), owned)
    return found if found.chroma < 0.7 * miss else None


def _even_line(labs: Array, opened: Array) -> Line:
    """A line of colours redrawn in points that are even in CIELAB distance."""
    along = np.append(0.0, np.cumsum(np.linalg.norm(np.diff(labs, axis=0), axis=1) + 1e-9))
    at = np.linspace(0, along[-1], LINE_POINTS)
    low = np.clip(np.searchsorted(along, at, side="right") - 1, 0, len(along) - 2)
    on = ((at - along[low]) / (along[low + 1] - along[low]))[:, None]
    return Line(*(of[low] + (of[low + 1] - of[low]) * on for of in (labs, opened)))
