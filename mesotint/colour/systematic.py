"""Systematic colour names: a hue word and a modifier, from Munsell hue, value and chroma.

The manner is that of the ISCC–NBS method (Kelly and Judd, "The ISCC-NBS method of designating
colors and a dictionary of color names", NBS Circular 553, 1955): the same hue words and the same
modifiers by value and chroma. The bounds here are simplified, one set for all hues, and from
memory; the Circular's own charts differ from block to block.
"""

from typing import Final

import numpy as np

from mesotint.colour.munsell import munsell_from_lab
from mesotint.optics.grid import Array

NEUTRAL_BELOW: Final = 0.7
"""Munsell chroma below which a colour is a plain grey."""

_HUES: Final = (
    (1.0, "purplish red"),
    (6.5, "red"),
    (11.5, "reddish orange"),
    (17.0, "orange"),
    (22.0, "orange yellow"),
    (27.0, "yellow"),
    (31.0, "greenish yellow"),
    (37.0, "yellow green"),
    (42.0, "yellowish green"),
    (49.0, "green"),
    (57.0, "bluish green"),
    (65.0, "greenish blue"),
    (75.0, "blue"),
    (79.0, "purplish blue"),
    (83.0, "violet"),
    (89.0, "purple"),
    (93.0, "reddish purple"),
    (100.1, "purplish red"),
)
_ISH: Final = {
    "purplish red": "reddish",
    "red": "reddish",
    "reddish orange": "brownish",
    "orange": "brownish",
    "orange yellow": "yellowish",
    "yellow": "yellowish",
    "greenish yellow": "olive",
    "yellow green": "greenish",
    "yellowish green": "greenish",
    "green": "greenish",
    "bluish green": "greenish",
    "greenish blue": "bluish",
    "blue": "bluish",
    "purplish blue": "bluish",
    "violet": "purplish",
    "purple": "purplish",
    "reddish purple": "purplish",
}
_VALUES: Final = (2.5, 4.5, 6.5, 8.5)
_NEUTRALS: Final = ("black", "dark gray", "medium gray", "light gray", "white")
_FAINT: Final = ("{} black", "dark {} gray", "{} gray", "light {} gray", "{} white")
_MODIFIERS: Final = (
    (1.5, ()),
    (3.0, ("blackish", "dark grayish", "grayish", "pale", "very pale")),
    (7.0, ("very dark", "dark", "moderate", "light", "very light")),
    (11.0, ("very deep", "deep", "strong", "brilliant", "brilliant")),
    (float("inf"), ("vivid", "vivid", "vivid", "vivid", "vivid")),
)


def _noun(hue: str, value: float, chroma: float) -> str:
    """The noun a hue goes by at a value: pinks, browns and olives have words of their own."""
    if value >= 6.5 and chroma < 11:
        pinks = {"red": "pink", "purplish red": "purplish pink", "reddish orange": "yellowish pink"}
        return pinks.get(hue, hue)
    if value < 5.5 and chroma < 8:
        darks = {"reddish orange": "reddish brown", "orange": "brown",
                 "orange yellow": "yellowish brown", "yellow": "olive brown",
                 "greenish yellow": "olive", "yellow green": "olive green"}  # fmt: skip
        return darks.get(hue, hue)
    return hue


def systematic_name(munsell: Array) -> str:
    """The systematic name of one colour.

    Parameters
    ----------
    munsell : array, shape (3,)
        Hue number, value, chroma.

    >>> systematic_name(np.array([15.0, 3.5, 4.0]))
    'dark brown'
    """
    hue, value, chroma = (float(v) for v in munsell)
    level = int(np.searchsorted(_VALUES, value, "right"))
    if chroma < NEUTRAL_BELOW:
        return _NEUTRALS[level]
    word = next(name for below, name in _HUES if hue % 100 < below)
    band = next(i for i, (below, _) in enumerate(_MODIFIERS) if chroma < below)
    if band == 0:
        return _FAINT[level].format(_ISH[word])
    return f"{_MODIFIERS[band][1][level]} {_noun(word, value, chroma)}"


def systematic_names(lab: Array) -> list[str]:
    """Systematic names of CIELAB colours, shape (n, 3)."""
    munsell, _ = munsell_from_lab(np.atleast_2d(lab))
    return [systematic_name(row) for row in munsell]
