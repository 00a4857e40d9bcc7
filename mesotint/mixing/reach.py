"""What a box reaches: the outline of its mixtures at one value, and the gaps in it."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Final

import numpy as np
from scipy.spatial import ConvexHull, QhullError

from mesotint.colour.colorimetry import lab_from_reflectance, lch_from_lab
from mesotint.colour.hues import (
    PRIMARIES,
    WITHIN_FAMILY,
    family,
    opposite_of,
    temperature_at,
)
from mesotint.mixing.character import hue_of
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import is_white

DIRECTIONS: Final = 36
"""Directions of hue in which the outline is told."""

NEAR_VALUE: Final = 1.0
"""L* within which a mixture counts as being of the value."""

GREY_CHROMA: Final = 12.0
"""Chroma below which a direction counts as missing from a box."""

_SHARES: Final = np.array([0.0, 0.04, 0.12, 0.25, 0.4, 0.55, 0.7, 0.83, 0.93, 1.0])
_HALVINGS: Final = 12


@dataclass(frozen=True)
class Reach:
    """The outline of a box's mixtures at a value.

    Attributes
    ----------
    chroma : array, shape (36,)
        The greatest chroma in each direction of CIELAB hue, from 0° in steps of 10°, within the
        convex outline of the mixtures; 0 where none lies.
    gaps : tuple of str
        What the box lacks, in words.
    helper : Paint or None
        The library paint that would widen the outline most.
    gain : float
        By what share it would widen the outline's area.
    """

    chroma: Array
    gaps: tuple[str, ...]
    helper: Paint | None
    gain: float


def reach(box: Sequence[Paint], lightness: float, viewing: Viewing = DEFAULT_VIEWING) -> Reach:
    """What a box reaches at a lightness, with pairs of its paints and white.

    Parameters
    ----------
    lightness : float
        L*, 0 to 100.
    """
    paints = [paint for paint in box if not is_white(paint)]
    pairs = [*combinations(paints, 2), *((p, p) for p in paints[:1])]
    outline = _outline(_mixtures(pairs, viewing, lightness), lightness)
    owned = {paint.key for paint in box}
    best: tuple[float, Paint | None] = (0.0, None)
    area = _area(outline)
    for paint in library().paints.values():
        if paint.key in owned or paint.recipe:
            continue
        with_it = [(paint, other) for other in paints] or [(paint, paint)]
        wider = np.maximum(outline, _outline(_mixtures(with_it, viewing, lightness), lightness))
        gain = (_area(wider) - area) / max(area, 1.0)
        if gain > best[0]:
            best = gain, paint
    return Reach(outline, (*_missing_sides(paints), *_missing_hues(outline)), best[1], best[0])


class _Pairs:
    """Pairs of paints, mixed in ratios weighed by their strength and opened with white."""

    def __init__(self, pairs: Sequence[tuple[Paint, Paint]], viewing: Viewing) -> None:
        white = library().white
        trios = [(a, b, white) for a, b in pairs]
        self.viewing = viewing
        self.k = np.array([[p.absorption for p in trio] for trio in trios], np.float32)
        self.s = np.array([[p.scattering for p in trio] for trio in trios], np.float32)
        self.amount = 1 / (self.k.mean(axis=2) + self.s.mean(axis=2))

    def labs(self, share: Array, opened: Array) -> Array:
        """CIELAB, shape (pairs, n, 3), at shares and openings of shape (pairs, n)."""
        first, second = self.amount[:, :1] * (1 - share), self.amount[:, 1:2] * share
        parts = np.stack([first, second, opened * (first + second)], axis=-1)
        films = self.viewing.film(parts.astype(np.float32), self.k, self.s)
        return lab_from_reflectance(films, self.viewing.light)

    def at(self, lightness: float) -> Array:
        """Mixtures of a lightness, shape (n, 3): opened until they have it, or mixed until then."""
        shape = (len(self.k), len(_SHARES))
        share = np.broadcast_to(_SHARES, shape)
        # Darker mixtures are opened with white, which only lightens.
        low, high = np.full(shape, -6.0), np.full(shape, 8.0)
        for _ in range(_HALVINGS):
            middle = (low + high) / 2
            light = self.labs(share, np.exp(middle))[..., 0] >= lightness
            low, high = np.where(light, low, middle), np.where(light, middle, high)
        opened = self.labs(share, np.exp(high))
        # Of a pair with a lighter and a darker end, some unopened ratio has the lightness itself.
        none = np.zeros((len(self.k), 1))
        ends = [self.labs(none + end, none)[..., 0] for end in (0.0, 1.0)]
        low, high = none.copy(), none + 1
        rising = ends[1] > ends[0]
        for _ in range(_HALVINGS):
            middle = (low + high) / 2
            beyond = (self.labs(middle, none)[..., 0] >= lightness) == rising
            low, high = np.where(beyond, low, middle), np.where(beyond, middle, high)
        mixed = self.labs(high, none)
        return np.concatenate([opened.reshape(-1, 3), mixed.reshape(-1, 3)])


def _mixtures(pairs: Sequence[tuple[Paint, Paint]], viewing: Viewing, lightness: float) -> Array:
    """CIELAB of pairs of paints at a lightness, shape (n, 3)."""
    if not pairs:
        return np.zeros((0, 3))
    return _Pairs(pairs, viewing).at(lightness)


def _outline(labs: Array, lightness: float) -> Array:
    """The greatest chroma of colours of a lightness, in each direction; shape (36,).

    A direction between two mixtures is reached by mixing those, so gaps of a few directions are
    bridged by straight lines in the plan.
    """
    near = labs[np.abs(labs[:, 0] - lightness) <= NEAR_VALUE]
    chroma: Array = np.zeros(DIRECTIONS)
    if len(near) < 3:
        for _, c, hue in np.atleast_2d(lch_from_lab(near)) if len(near) else ():
            at = round(hue / (360 / DIRECTIONS)) % DIRECTIONS
            chroma[at] = max(chroma[at], c)
        return chroma
    plan = near[:, 1:].astype(np.float64)
    try:
        corners = plan[ConvexHull(plan).vertices]
    except QhullError:
        corners = plan
    return _along_rays(corners)


def _along_rays(corners: Array) -> Array:
    """How far rays from the neutral axis go within a convex outline, shape (36,)."""
    angles = np.arange(DIRECTIONS) * 2 * np.pi / DIRECTIONS
    rays = np.stack([np.cos(angles), np.sin(angles)], axis=1)[:, None, :]
    start, along = corners, np.roll(corners, -1, axis=0) - corners
    cross = rays[..., 0] * along[:, 1] - rays[..., 1] * along[:, 0]
    with np.errstate(divide="ignore", invalid="ignore"):
        far = (start[:, 0] * along[:, 1] - start[:, 1] * along[:, 0]) / cross
        on = (start[:, 0] * rays[..., 1] - start[:, 1] * rays[..., 0]) / cross
    hit = (far > 0) & (on >= -1e-9) & (on <= 1 + 1e-9) & np.isfinite(far)
    return np.asarray(np.where(hit, far, 0.0).max(axis=1))


def _area(chroma: Array) -> float:
    """Area of an outline in the plan of a* and b*."""
    turn = np.sin(2 * np.pi / DIRECTIONS) / 2
    return float((chroma * np.roll(chroma, -1)).sum() * turn)


def _missing_sides(box: Sequence[Paint]) -> list[str]:
    """Primaries of which a box lacks a warm or a cool one (common practice: two of each)."""
    sides: dict[str, set[str | None]] = {primary: set() for primary in PRIMARIES}
    for paint in box:
        angle = hue_of(paint)
        word = family(angle) if angle is not None else None
        # A crimson or rose serves as the cool red, and a turquoise as the cool blue.
        near = {"red-violet": "red", "blue-green": "blue"}.get(str(word), str(word))
        if near in sides:
            sides[near].add("cool" if near != word else temperature_at(WITHIN_FAMILY, angle or 0.0))
    gaps = []
    for primary, there in sides.items():
        missing = [side for side in ("warm", "cool") if side not in there]
        if len(missing) == 2 and not there:
            gaps.append(f"There is no {primary}.")
        elif missing:
            gaps.append(f"The {primary} has no {missing[0]} one beside it.")
    return gaps


def _missing_hues(outline: Array) -> list[str]:
    """Hues that a box hardly reaches, named with what they would mute."""
    words: dict[str, list[float]] = {}
    for at, chroma in enumerate(outline.tolist()):
        words.setdefault(family(at * 360 / DIRECTIONS), []).append(chroma)
    return [
        f"It hardly reaches {word}, the opposite of {opposite_of(word)}."
        for word, found in words.items()
        if max(found) < GREY_CHROMA
    ]
