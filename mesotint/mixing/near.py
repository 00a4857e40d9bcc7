"""Which colour that painters have a name for a mixture is near, and how it differs from it."""

from functools import cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import MIDDLES, turn
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.words import EYE_TELLS
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.optics.grid import Array
from mesotint.paints.library import library
from mesotint.paints.names import colour_name, colour_names
from mesotint.paints.roles import is_classic

NEAR_WITHIN: Final = 10.0
"""CIEDE2000 within which a colour is said to be near a named one: our own judgement. Beyond it a
painter would look for another name."""

_A_LITTLE: Final = 6.0
"""Of a difference in one of its three directions, up to which it is a little; CIELAB units."""

_TOLD_FROM: Final = 1.5
_MOST_TOLD: Final = 2
_PROPER: Final = ("Mars", "Payne", "Van", "Indian", "Prussian", "Naples")
_TOWARD: Final = {"redder": "red", "yellower": "yellow", "greener": "green", "bluer": "blue"}


def colour_called(word: str) -> Array | None:
    """CIELAB, shape (3,), of the colour that a common name stands for; None for no such name.

    Parameters
    ----------
    word : str
        A common name, or the name or key of a paint of the library, whose masstone it then is.
    """
    row = colour_name(word)
    if row is not None and row.munsell:
        return np.asarray(lab_from_munsell(parse(row.munsell)))
    wanted = word.strip().casefold()
    for paint in library().paints.values():
        named = (paint.key.casefold(), paint.name.casefold())
        if wanted in named or (row is not None and row.paint == paint.key):
            return DEFAULT_VIEWING.lab(np.ones(1), [paint])
    return None


@cache
def _named_colours() -> tuple[tuple[str, ...], Array]:
    """Names and colours, shape (names, 3): the common ones, and the classic earths and blacks."""
    rows = {row.name: colour_called(row.name) for row in colour_names() if not row.search_only}
    rows |= {
        paint.name: DEFAULT_VIEWING.lab(np.ones(1), [paint])
        for paint in library().paints.values()
        if is_classic(paint)
    }
    return tuple(rows), np.array(list(rows.values()))


def near_names(labs: Array) -> list[str]:
    """What colours are near that painters have a name for: near raw umber, a little greener.

    Parameters
    ----------
    labs : array, shape (n, 3)
        CIELAB.

    Returns
    -------
    list of str
        Empty for a colour that lies between the names.
    """
    names, colours = _named_colours()
    labs = np.asarray(labs, dtype=np.float64).reshape(-1, 3)
    gaps = delta_e_2000(labs[:, None], colours)
    rows = []
    for lab, gap in zip(labs, gaps, strict=True):
        best = int(gap.argmin())
        if gap[best] > NEAR_WITHIN:
            rows.append("")
            continue
        word = names[best]
        word = word if word.startswith(_PROPER) else f"{word[0].lower()}{word[1:]}"
        if gap[best] < EYE_TELLS:
            rows.append(f"{word}, to the eye")
            continue
        rows.append(", ".join([f"near {word}", *differences(lab, colours[best])]))
    return rows


def differences(lab: Array, other: Array) -> list[str]:
    """How a colour differs from another: its largest one or two differences, as comparatives.

    Parameters
    ----------
    lab, other : array, shape (3,)
        CIELAB.

    Examples
    --------
    >>> differences(np.array([60.0, 20.0, 20.0]), np.array([40.0, 20.0, 20.0]))
    ['lighter']
    """
    own, theirs = lch_from_lab(lab), lch_from_lab(other)
    # Along the circle a difference of hue counts by how clear both are.
    around = float(np.radians(turn(own[2], theirs[2])) * np.sqrt(own[1] * theirs[1]))
    steps = [
        (float(own[0] - theirs[0]), "lighter", "darker"),
        (float(own[1] - theirs[1]), "clearer", "greyer"),
        (around, *_hue_words(float(theirs[2]))),
    ]
    told = sorted((step for step in steps if abs(step[0]) >= _TOLD_FROM), key=lambda s: -abs(s[0]))
    return [
        f"{'a little ' if abs(size) < _A_LITTLE else ''}{more if size > 0 else less}"
        for size, more, less in told[:_MOST_TOLD]
    ]


def _hue_words(hue: float) -> tuple[str, str]:
    """What a hue turns to onward and backward along the circle, as comparatives: the plain hue that
    lies that way, straight across from the line to grey."""
    onward, backward = (
        min(_TOWARD, key=lambda word: abs(float(turn(MIDDLES[_TOWARD[word]], hue + side))))
        for side in (90, -90)
    )
    return onward, backward
