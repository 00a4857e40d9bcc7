"""The order of partners: what greys a colour once a little white, or water, lets one see it.

In the dark every mixture is nearly grey, so that partners are judged opened. The painters' wheel
says what is opposite, and an opposite comes first where it greys about as well as anything in the
box. What is grey itself dulls a colour toward itself and is no partner (common practice, no
published source).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from mesotint.colour.hues import across, family
from mesotint.colour.words import miss_in_words
from mesotint.mixing.character import hue_of, is_grey
from mesotint.mixing.mixture import WHITE_TEST_PARTS, Viewing
from mesotint.mixing.muting.pairs import Pairs
from mesotint.mixing.muting.relation import are_opposite
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import is_white

OPPOSITE_WITHIN: Final = 4.0
"""CIELAB chroma that an opposite may leave more than the best of the box and still come first: our
own judgement. With less, a tube that passes through another hue on its way wins by what no eye
weighs; with more, an opposite that leaves a plain lean would."""

OPPOSITE_OF_YELLOW_WITHIN: Final = 6.5
"""The same for clear yellows, whose opposite is violet: no other pair is so far apart in value, and
the violet's red is seen longest (our own judgement)."""

CLEAR_YELLOW_FROM: Final = 80.0
"""Masstone C* from which a yellow is a clear one."""

STRAY_COSTS: Final = 0.15
"""What a unit of straying counts against one of residue: our own judgement. At nothing a yellow
goes to grey through green, at one no pair of strong paints would be left."""

MIXED_COSTS: Final = 1.5
"""Chroma that a tube mixed of several pigments counts more than a single one: each of them muddies
whatever comes next (common practice; the size is our own judgement)."""

_ALONG: Final = np.linspace(0.05, 1, 16) ** 2
"""Where on the way to grey a trail is looked at for straying: close together where a strong
partner does most of its work."""


@dataclass(frozen=True)
class Ranking:
    """Some paints as partners of one, in order.

    Attributes
    ----------
    order : tuple of int
        Places of the paints, the first partner first: chromatic paints, then whites, then what is
        grey itself.
    residues : array, shape (paints,)
        Least CIELAB chroma along each trail, opened with four parts of white, or of water.
    labs : array, shape (paints, 3)
        CIELAB there, opened.
    misses : tuple of str
        How near grey each opened trail comes and which way it leans, in words.
    strays : array, shape (paints,)
        How far the opened trail goes aside, in the plane of a* and b*, of the straight line from
        the colour to grey before it is there; CIELAB units.
    opposite : array of bool, shape (paints,)
        Which stand five or six places away on the painters' wheel of twelve.
    grey : array of bool, shape (paints,)
        Which are blacks, whites and greys themselves.
    why : str
        Why the first is no opposite: that another leaves less, or that none is in the box, and
        which paint would be; empty where the first is an opposite.
    """

    order: tuple[int, ...]
    residues: Array
    labs: Array
    misses: tuple[str, ...]
    strays: Array
    opposite: np.ndarray
    grey: np.ndarray
    why: str


def ranked(paint: Paint, others: Sequence[Paint], viewing: Viewing) -> Ranking:
    """The order in which some paints are partners of one.

    Parameters
    ----------
    paint : Paint
        A paint, or a mixture as a tube.
    others : sequence of Paint
        What may mute it, the paint itself not among them; at least one.
    """
    pairs = Pairs(paint, others, WHITE_TEST_PARTS, viewing)
    residues, labs, strays = _opened(pairs)
    misses = tuple(
        miss_in_words(lab, end) for lab, end in zip(labs, pairs.ends(paint, labs), strict=True)
    )
    opposite = np.array([are_opposite(paint, other) for other in others])
    white = np.array([is_white(other) for other in others])
    grey = white | np.array([is_grey(other) for other in others])
    mixed = np.array([bool(other.recipe) for other in others])
    costs = residues + STRAY_COSTS * strays + MIXED_COSTS * mixed
    best = float(residues[~grey].min()) if not grey.all() else np.inf
    near = opposite & ~grey & (residues <= best + allowance(paint, viewing))
    # Where no opposite is near enough the least residue is first, whatever its way there.
    first = near if near.any() else ~grey & (residues == best)
    tiers = np.select([first, ~grey, white], [0, 1, 2], 3)
    order = np.lexsort((np.where(grey, residues, costs), tiers))
    why = "" if near.any() or grey.all() else _why(paint, others, residues, opposite & ~grey)
    return Ranking(tuple(order.tolist()), residues, labs, misses, strays, opposite, grey, why)


def allowance(paint: Paint, viewing: Viewing) -> float:
    """CIELAB chroma that an opposite may leave more than the best of a box and still come first.

    Parameters
    ----------
    paint : Paint
        What is muted.
    """
    hue = hue_of(paint)
    if hue is None or family(hue) != "yellow":
        return OPPOSITE_WITHIN
    masstone = viewing.lab(np.ones(1), [paint])
    clear = float(np.hypot(masstone[1], masstone[2])) > CLEAR_YELLOW_FROM
    return OPPOSITE_OF_YELLOW_WITHIN if clear else OPPOSITE_WITHIN


def _opened(pairs: Pairs) -> tuple[Array, Array, Array]:
    """Residues, CIELAB there, and strays of opened trails."""
    shares, labs = pairs.nearest_neutrals()
    way = pairs.labs(shares[:, None] * np.concatenate([[0.0], _ALONG]))[..., 1:]
    start = way[:, :1]
    long = np.maximum(np.hypot(start[..., 0], start[..., 1]), 1e-9)
    aside = np.abs(way[..., 0] * start[..., 1] - way[..., 1] * start[..., 0]) / long
    return np.hypot(labs[:, 1], labs[:, 2]), labs, aside.max(axis=1)


def _why(paint: Paint, others: Sequence[Paint], residues: Array, opposite: np.ndarray) -> str:
    """Why no opposite is first, in a sentence or two; empty for a colour that has none."""
    hue = hue_of(paint)
    if hue is None:
        return ""
    if opposite.any():
        at = int(np.where(opposite, residues, np.inf).argmin())
        return (
            f"On the wheel the opposite is {others[at].name.lower()}, but at its greyest it leaves "
            f"{residues[at]:.0f} of chroma, {residues.min():.0f} with the first here."
        )
    would = _usual_opposite(paint)
    helper = f"; {would.name.lower()} would do" if would else ""
    asked = across(hue)
    article = "an" if asked[0] in "aeiou" else "a"
    return f"No opposite is in the box: {paint.name.lower()} asks for {article} {asked}{helper}."


@cache
def _usual_opposite(paint: Paint) -> Paint | None:
    """The opposite of the whole library that leaves least, in an opaque film."""
    some = [
        other
        for other in library().plain
        if other.key != paint.key and are_opposite(paint, other) and not is_grey(other)
    ]
    if not some:
        return None
    return some[int(_opened(Pairs(paint, some, WHITE_TEST_PARTS, Viewing()))[0].argmin())]
