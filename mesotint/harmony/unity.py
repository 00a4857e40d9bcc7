"""What the eye will see in a painting, in figures and in words."""

from dataclasses import dataclass
from itertools import combinations
from typing import Final

import numpy as np
from scipy.spatial import ConvexHull

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import turn
from mesotint.harmony.attention import Attention, attention
from mesotint.harmony.gathering import distance
from mesotint.harmony.painting import Painting
from mesotint.optics.grid import Array

MERGES_BELOW: Final = 4.0
"""CIEDE2000 below which neighbours run into each other (our own judgement)."""

_GREATEST_SPREAD: Final = 180.0
ORDER_STEP: Final = 1.0
"""Steps in L* from which two passages have an order of value."""


def spread_length(degrees: float) -> float:
    """Length of the mean of unit vectors whose circular standard deviation this is.

    Parameters
    ----------
    degrees : float
        Circular standard deviation, 0 or more.
    """
    return float(np.exp(-(np.radians(min(degrees, _GREATEST_SPREAD)) ** 2) / 2))


def hue_spread(labs: Array, areas: Array) -> Array:
    """Spread of hue in degrees, each colour weighted by its area and its chroma.

    The circular standard deviation ``sqrt(-2 ln R)`` of Mardia and Jupp, *Directional Statistics*
    (2000), section 2.3.3, with R the length of the weighted mean of the unit vectors of hue. A grey
    has no weight; greys alone have no spread. It is held to 180°.

    Parameters
    ----------
    labs : array, shape (..., passages, 3)
    areas : array, shape (passages,)

    Returns
    -------
    array, shape (...)
    """
    plan = np.asarray(labs)[..., 1:]
    weight = np.hypot(plan[..., 0], plan[..., 1]) @ areas
    mean = np.linalg.norm(np.einsum("p,...pi->...i", areas, plan), axis=-1)
    least = spread_length(_GREATEST_SPREAD)
    length = np.clip(mean / np.maximum(weight, 1e-12), least, 1.0)
    return np.asarray(np.where(weight > 0, np.degrees(np.sqrt(-2 * np.log(length))), 0.0))


def outline(labs: Array) -> list[int]:
    """Places of the colours on the convex outline of a palette in the plan, in order around it.

    Parameters
    ----------
    labs : array, shape (n, 3)
        CIELAB.
    """
    plan = np.round(np.asarray(labs, dtype=np.float64)[:, 1:], 9)
    if len(np.unique(plan, axis=0)) < 3 or np.linalg.matrix_rank(plan - plan[0], tol=1e-6) < 2:
        return [int(np.lexsort((plan[:, 1], plan[:, 0]))[at]) for at in (0, -1)]
    return [int(place) for place in ConvexHull(plan).vertices]


def plan_area(labs: Array) -> float:
    """Area of that outline, in squared units of a* and b*.

    Parameters
    ----------
    labs : array, shape (n, 3)
        CIELAB.
    """
    a, b = np.asarray(labs)[outline(labs), 1:].T
    return float(abs(a @ np.roll(b, -1) - b @ np.roll(a, -1)) / 2)


def common_share(parts: Array) -> float:
    """Share of paint that all mixtures have in common, shape (passages, paints) adding to 1.

    Parameters
    ----------
    parts : array, shape (passages, paints)
        Parts by volume, zero or more.
    """
    return float(parts.min(axis=0).sum())


@dataclass(frozen=True)
class AccentContrast:
    """An accent against one passage that it touches: CIEDE2000, and steps in L*, hue and chroma."""

    accent: int
    other: int
    delta_e: float
    lightness: float
    hue_degrees: float
    chroma: float


def contrast_pairs(painting: Painting) -> list[tuple[int, int]]:
    """Each accent with each passage that it touches."""
    accents = np.flatnonzero(painting.accents).tolist()
    return [(accent, other) for accent in accents for other in painting.neighbours(accent)]


def contrasts_kept(painting: Painting, labs: Array) -> Array:
    """What accents keep of their CIEDE2000 to what they touch.

    Parameters
    ----------
    painting : Painting
        Before.
    labs : array, shape (n, passages, 3)
        Its passages' colours after.

    Returns
    -------
    array, shape (n, pairs)
        In the order of `contrast_pairs`.
    """
    accents, others = np.array(contrast_pairs(painting), dtype=np.intp).reshape(-1, 2).T
    was, *now = delta_e_2000(
        *(np.concatenate([painting.labs[None], labs])[:, at] for at in (accents, others))
    )
    return np.asarray(np.array(now) / np.maximum(was, 1e-9))


def accent_contrasts(painting: Painting, labs: Array) -> list[AccentContrast]:
    """Each accent against what it touches, with the passages' colours of shape (passages, 3).

    Parameters
    ----------
    labs : array, shape (n, 3)
        CIELAB.
    """
    lch = lch_from_lab(labs)
    pairs = contrast_pairs(painting)
    accents, others = np.array(pairs, dtype=np.intp).reshape(-1, 2).T
    gaps = delta_e_2000(labs[accents], labs[others])
    steps = lch[accents] - lch[others]
    turns = turn(steps[:, 2], 0)
    return [
        AccentContrast(accent, other, float(gap), float(step[0]), float(turn), float(step[1]))
        for (accent, other), gap, step, turn in zip(pairs, gaps, steps, turns, strict=True)
    ]


@dataclass(frozen=True)
class Figures:
    """What the eye will see.

    Attributes
    ----------
    spread_degrees : float
        Hue spread of what is no accent; see `hue_spread`.
    common : float
        Share of paint that all but the accents have in common.
    outline : tuple of int
        Passages on the outline of the palette in the plan.
    plan_area : float
        See `plan_area`.
    lightness, chroma : (float, float)
        Darkest and lightest L*; dullest and clearest C*.
    apart : float
        Root mean square distance from the mean in the plane of a* and b*, accents aside; see
        `mesotint.harmony.gathering.distance`.
    attention : Attention
        What asks to be looked at, and what lets the eye rest.
    merges : tuple of (int, int)
        Neighbours that run into each other.
    contrasts : tuple of AccentContrast
    """

    spread_degrees: float
    common: float
    outline: tuple[int, ...]
    plan_area: float
    lightness: tuple[float, float]
    chroma: tuple[float, float]
    apart: float
    attention: Attention
    merges: tuple[tuple[int, int], ...]
    contrasts: tuple[AccentContrast, ...]


def figures_of(painting: Painting) -> Figures:
    """Everything that is told of a painting's colours."""
    labs, areas, quiet = painting.labs, painting.areas, ~painting.accents
    lch = lch_from_lab(labs)
    some = quiet if quiet.any() else ~quiet
    pairs = painting.touching or set(combinations(range(len(labs)), 2))
    return Figures(
        spread_degrees=float(hue_spread(labs[quiet], areas[quiet])),
        common=common_share(painting.table[1][quiet if quiet.any() else ~quiet]),
        outline=tuple(outline(labs)),
        plan_area=plan_area(labs),
        lightness=(float(labs[:, 0].min()), float(labs[:, 0].max())),
        chroma=(float(lch[:, 1].min()), float(lch[:, 1].max())),
        apart=float(distance(labs[some], areas[some])),
        attention=attention(painting),
        merges=tuple(
            (i, j)
            for i, j in sorted(tuple(sorted(pair)) for pair in pairs)
            if delta_e_2000(labs[i], labs[j]) < MERGES_BELOW
        ),
        contrasts=tuple(accent_contrasts(painting, labs)),
    )
