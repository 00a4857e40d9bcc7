"""What asks to be looked at in a painting, and what lets the eye rest.

A painting needs quiet around what is loud; everything loud or everything dull is the usual fault,
and two loud opposites fight (common practice). Where loud begins and rest ends is our own
judgement.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from itertools import combinations
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import (
    FAMILIES,
    OPPOSITE_FROM,
    families,
    family,
    steps_apart,
    turn,
    wheel_name,
)
from mesotint.harmony.painting import Painting
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.table import WHITES

INTENSE_FROM: Final = 30.0
"""C* from which a colour is loud: with less, opposites sit side by side in peace."""

OPPOSITE_WITHIN: Final = 40.0
"""Degrees of CIELAB hue around the opposite within which two colours are opposites, whatever the
painters' wheel calls them."""

REST_SHARE: Final = 1 / 3
REST_BELOW: Final = 12.0
"""Share of the clearest passage's chroma, and C*, below which a passage lets the eye rest."""

LEAST_REST: Final = 0.15
"""Share of the area that rests below which everything is loud."""

DULL_BELOW: Final = 18.0
"""C* of the clearest passage, accents among them, below which everything is dull."""

NEUTRAL_BELOW: Final = 12.0
"""C* below which a passage is a neutral to an accent beside it."""

OPENINGS: Final = np.array([0.0, 0.5, 1.0, 2.0, 4.0, 8.0, 16.0])
"""Parts of white, or of water, in which a tube is looked at for where it is clearest."""

_LOOKED_AT: Final = 3


@dataclass(frozen=True)
class Attention:
    """What a painting asks of the eye.

    Attributes
    ----------
    intensity : array, shape (passages,)
        C* of each passage as it is; of one that is a tube alone where that is clearest.
    hues : array, shape (passages,)
        CIELAB hue angle of each, degrees; of a tube alone where it is clearest.
    fights : tuple of (int, int)
        Pairs of loud opposites, neither of them an accent.
    leading : str or None
        The hue family with the largest sum of area times chroma; None where all is grey.
    rest : float
        Share of the area that lets the eye rest, 0 to 1.
    resting : tuple of int
        The passages that do.
    all_loud, all_dull : bool
    order : tuple of int
        Passages in the order in which the eye goes to them: by their contrast of value, chroma and
        hue with what they touch.
    neutrals : mapping of int to int
        For an accent the neutral passage beside which it shines most; accents without one are not
        in it.
    """

    intensity: Array
    hues: Array
    fights: tuple[tuple[int, int], ...]
    leading: str | None
    rest: float
    resting: tuple[int, ...]
    all_loud: bool
    all_dull: bool
    order: tuple[int, ...]
    neutrals: Mapping[int, int]


def clearest(paint: Paint, viewing: Viewing) -> Array:
    """CIELAB of a tube where it is clearest: alone, opened or thinned; shape (3,)."""
    parts = np.stack([np.ones_like(OPENINGS), OPENINGS], axis=1)
    labs = viewing.lab(parts, [paint, viewing.lightener])
    return np.asarray(labs[int(np.hypot(labs[:, 1], labs[:, 2]).argmax())])


def are_opposite(one: float, other: float) -> bool:
    """Whether two hues are opposites: five or six places apart on the painters' wheel, or across
    from each other in CIELAB within `OPPOSITE_WITHIN`.

    Parameters
    ----------
    one, other : float
        CIELAB hue angles, degrees.

    Examples
    --------
    >>> are_opposite(35.0, 180.0), are_opposite(35.0, 90.0)
    (True, False)
    """
    if steps_apart(wheel_name(one), wheel_name(other)) >= OPPOSITE_FROM:
        return True
    return abs(float(turn(one, other + 180))) <= OPPOSITE_WITHIN


def attention(painting: Painting) -> Attention:
    """What a painting asks of the eye."""
    labs, areas, quiet = painting.labs, painting.areas, ~painting.accents
    seen = labs.copy()
    for i, passage in enumerate(painting.passages):
        used = [paint for paint, part in passage.mixture.items() if part > 0]
        if len(used) == 1 and used[0].key not in WHITES:
            seen[i] = clearest(used[0], painting.viewing)
    chroma = np.hypot(labs[:, 1], labs[:, 2])
    tubes = lch_from_lab(seen)
    loud = [i for i in np.flatnonzero(quiet).tolist() if tubes[i, 1] >= INTENSE_FROM]
    calm = quiet & (chroma < np.maximum(REST_BELOW, REST_SHARE * chroma.max()))
    rest = float(areas[calm].sum())
    all_dull = bool(chroma.max() < DULL_BELOW)
    return Attention(
        intensity=tubes[:, 1],
        hues=tubes[:, 2],
        fights=tuple(
            (i, j)
            for i, j in combinations(loud, 2)
            if are_opposite(float(tubes[i, 2]), float(tubes[j, 2]))
        ),
        leading=_leading(labs, areas),
        rest=rest,
        resting=tuple(np.flatnonzero(calm).tolist()),
        all_loud=not all_dull and rest < LEAST_REST and bool(chroma.max() >= INTENSE_FROM),
        all_dull=all_dull,
        order=_order(painting),
        neutrals=_neutrals(painting, chroma),
    )


def _leading(labs: Array, areas: Array) -> str | None:
    lch = lch_from_lab(labs)
    sums = dict.fromkeys(FAMILIES, 0.0)
    for name, area, clear in zip(families(lch[:, 2]), areas, lch[:, 1], strict=True):
        sums[name] += float(area * clear)
    leading = max(sums, key=lambda name: sums[name])
    return leading if float(areas @ lch[:, 1]) >= 1.0 else None


def _order(painting: Painting) -> tuple[int, ...]:
    """Passages by their mean CIEDE2000 to what they touch, each neighbour by its area; what covers
    nothing is not looked at."""
    pulls = []
    for i in range(len(painting.passages)):
        beside = painting.neighbours(i)
        if not beside or painting.areas[i] <= 0:
            continue
        gaps = delta_e_2000(painting.labs[beside], painting.labs[i])
        weights = painting.areas[beside]
        mean = float(gaps @ weights / weights.sum()) if weights.sum() > 0 else float(gaps.mean())
        pulls.append((-mean, i))
    return tuple(i for _, i in sorted(pulls))


def _neutrals(painting: Painting, chroma: Array) -> dict[int, int]:
    """For each accent the neutral that it stands out from most; one that leans its own way takes
    from it."""
    found = {}
    for accent in np.flatnonzero(painting.accents).tolist():
        neutral = [
            i
            for i in range(len(chroma))
            if i != accent and not painting.accents[i] and chroma[i] < NEUTRAL_BELOW
        ]
        if neutral:
            gaps = delta_e_2000(painting.labs[neutral], painting.labs[accent])
            found[accent] = neutral[int(gaps.argmax())]
    return found


def looked_at(of: Attention) -> tuple[int, ...]:
    """The passages that the eye goes to first."""
    return of.order[:_LOOKED_AT]


def shines_beside(lab: Array) -> str:
    """The neutral that would make a colour shine, in words: a grey that leans its opposite way.

    Parameters
    ----------
    lab : array, shape (3,)
        CIELAB of the accent.
    """
    _, _, hue = lch_from_lab(lab).tolist()
    side = "darker" if lab[0] >= 50 else "lighter"
    return f"a {side} grey that leans {family(hue + 180)}"
