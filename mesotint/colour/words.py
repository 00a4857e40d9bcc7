"""Colours in painters' words: greys and what they lean toward, browns, olives, dull and clear.

The words and their bounds are common practice in the trade, without a published source.
"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.optics.grid import Array

HUE_SEEN_FROM_CHROMA: Final = 1.0
"""CIELAB chroma below which no hue is named: an eye cannot tell it."""

GREY_BELOW_CHROMA: Final = 9.0

_HUES: Final = (
    (20.0, "red"),
    (48.0, "red"),
    (73.0, "orange"),
    (103.0, "yellow"),
    (125.0, "yellow-green"),
    (175.0, "green"),
    (225.0, "blue-green"),
    (299.0, "blue"),
    (326.0, "violet"),
    (352.0, "red-violet"),
    (360.0, "red"),
)
_GREYS: Final = (
    (20.0, "black"),
    (34.0, "very dark grey"),
    (48.0, "dark grey"),
    (62.0, "middle grey"),
    (78.0, "light grey"),
    (93.0, "pale grey"),
    (float("inf"), "white"),
)
_LIGHTNESS: Final = (
    (22.0, "very dark "),
    (38.0, "dark "),
    (62.0, ""),
    (78.0, "light "),
    (float("inf"), "pale "),
)
_CHROMAS: Final = ((22.0, "dull "), (42.0, "muted "), (float("inf"), "clear "))
_OPPOSITES: Final = {
    "red": "green",
    "orange": "blue",
    "yellow": "violet",
    "yellow-green": "red-violet",
    "green": "red",
    "blue-green": "orange-red",
    "blue": "orange",
    "violet": "yellow",
    "red-violet": "yellow-green",
}


def _pick(bounds: tuple[tuple[float, str], ...], figure: float) -> str:
    return next(word for above, word in bounds if figure < above or above == bounds[-1][0])


def hue_word(hue_degrees: float) -> str:
    """The painter's name of a CIELAB hue angle: red, orange, yellow … red-violet.

    >>> hue_word(290.0)
    'blue'
    """
    return _pick(_HUES, hue_degrees % 360)


def lean(lab: Array) -> str | None:
    """The hue a colour leans toward, or None where its chroma is below what an eye can tell.

    Parameters
    ----------
    lab : array, shape (3,)
    """
    _, chroma, hue = lch_from_lab(lab).tolist()
    return hue_word(hue) if chroma >= HUE_SEEN_FROM_CHROMA else None


def opposite_of(hue: str) -> str:
    """The hue that takes a lean out, on the painters' wheel."""
    return _OPPOSITES[hue]


def describe(lab: Array) -> str:
    """One colour in a painter's words, such as ``dark grey that leans violet``.

    Parameters
    ----------
    lab : array, shape (3,)

    >>> describe(np.array([45.0, 0.5, 0.2]))
    'dark grey'
    """
    lightness, chroma, angle = lch_from_lab(lab).tolist()
    if chroma < GREY_BELOW_CHROMA:
        grey = _pick(_GREYS, lightness)
        hue = lean(lab)
        return f"{grey} that leans {hue}" if hue else grey
    return (
        _pick(_LIGHTNESS, lightness)
        + _pick(_CHROMAS, chroma)
        + _surface_hue(lightness, chroma, angle)
    )


def _surface_hue(lightness: float, chroma: float, angle: float) -> str:
    """Hue name as painters use it for a surface: dark oranges are browns, dark yellows olives."""
    hue = hue_word(angle)
    if hue in ("red", "orange") and angle < 90 and lightness < 55 and chroma < 45 and angle > 35:
        return "brown"
    if hue == "yellow" and lightness < 60 and chroma < 50:
        return "brown" if angle < 84 else "olive"
    if hue == "yellow-green" and lightness < 55 and chroma < 40:
        return "olive green"
    if hue in ("red", "red-violet") and lightness > 68:
        return "pink"
    return hue


def miss_in_words(lab: Array) -> str:
    """How far a colour misses the neutral axis and which way, in one plain sentence.

    Parameters
    ----------
    lab : array, shape (3,)
    """
    chroma = float(np.hypot(lab[1], lab[2]))
    hue = lean(lab)
    if hue is None:
        return "Reaches grey: no lean an eye could name."
    if chroma < 3:
        return f"Reaches grey but for a trace: it leans {hue} by {chroma:.1f} of chroma."
    if chroma < GREY_BELOW_CHROMA:
        return f"Comes near grey and leans {hue}: {chroma:.1f} of chroma is left."
    return f"Passes beside grey on the {hue} side: {chroma:.0f} of chroma is left."


_FAMILY_MIDDLES: Final = {
    "red": 22.0,
    "orange": 60.0,
    "yellow": 88.0,
    "yellow-green": 114.0,
    "green": 150.0,
    "blue-green": 200.0,
    "blue": 270.0,
    "violet": 312.0,
    "red-violet": 339.0,
}
WARMEST_HUE: Final = 60.0
"""CIELAB hue angle of orange, toward which every family's warm side lies."""


def temperature(lab: Array) -> str | None:
    """``warm`` or ``cool`` against the middle of a colour's own hue family.

    None where no hue is seen, in the orange family, which is the warm pole itself, and in
    blue-green, which is the cool one. Common practice, no published source.

    Parameters
    ----------
    lab : array, shape (3,)
    """
    hue = lean(lab)
    if hue in (None, "orange", "blue-green"):
        return None
    angle = float(lch_from_lab(lab)[2])

    def away(from_angle: float) -> float:
        return abs((from_angle - WARMEST_HUE + 180) % 360 - 180)

    return "warm" if away(angle) < away(_FAMILY_MIDDLES[str(hue)]) else "cool"
