"""Kinds of colour that painters are asked for, each as a small field by value and warmth.

The ranges are from memory of what painters aim at; none has a published source, and people, leaves
and stones differ more than any table. That skin in a wash is thinned yellow, orange and red toned
with the least blue or violet, and in opaque paint comes of muted complements and white, is common
practice.
"""

from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from mesotint.colour.munsell import lab_from_munsell, notations, parse, real_chroma
from mesotint.errors import InputError, nearest_words
from mesotint.optics.grid import Array

WARMTHS: Final = ("cool", "neutral", "warm")
SOURCE: Final = "from memory"
VALUES: Final = 5


@dataclass(frozen=True)
class Kind:
    """One kind of colour.

    Attributes
    ----------
    key, name, group : str
    hues : tuple of str
        Munsell hues of its cool, neutral and warm side, such as ``5R``.
    values : tuple of float
        Munsell values from its darkest to its lightest.
    chromas : tuple of float
        Munsell chroma at the darkest and at the lightest.
    opaque, wash : str
        How it is usually mixed, in paint with white and in a wash.
    """

    key: str
    name: str
    group: str
    hues: tuple[str, str, str]
    values: tuple[float, float]
    chromas: tuple[float, float]
    opaque: str
    wash: str


_SKIN_OPAQUE: Final = "Muted complements and white: a red with its green, an orange with a blue."
_SKIN_WASH: Final = (
    "Yellow, orange and red thinned with water, toned with the least blue or violet."
)
_LEAF_OPAQUE: Final = "A yellow into blue or green, muted with red or an earth before white."
_LEAF_WASH: Final = "Yellow first and blue into it, dulled with a touch of red while wet."
_EARTH_OPAQUE: Final = "An earth with its blue, opened with white."
_EARTH_WASH: Final = "An earth thinned, a blue let into it; paper for the light."

KINDS: Final = (
    Kind("skin-very-light", "Skin, very light", "skin", ("2.5R", "2.5YR", "6YR"), (6.5, 9.0),
         (4.0, 1.5), _SKIN_OPAQUE, _SKIN_WASH),
    Kind("skin-light", "Skin, light", "skin", ("5R", "4YR", "7.5YR"), (5.5, 8.0), (4.5, 2.5),
         _SKIN_OPAQUE, _SKIN_WASH),
    Kind("skin-middle", "Skin, middle", "skin", ("7.5R", "5YR", "8YR"), (4.0, 7.0), (4.5, 3.5),
         _SKIN_OPAQUE, _SKIN_WASH),
    Kind("skin-deep", "Skin, deep", "skin", ("7.5R", "3YR", "7YR"), (2.5, 5.5), (3.0, 4.0),
         _SKIN_OPAQUE, _SKIN_WASH),
    Kind("skin-very-deep", "Skin, very deep", "skin", ("5R", "2.5YR", "6YR"), (1.5, 4.0),
         (1.5, 3.0), _SKIN_OPAQUE, _SKIN_WASH),
    Kind("hair-fair", "Hair, fair", "hair", ("2.5Y", "10YR", "7.5YR"), (4.0, 8.0), (3.0, 4.0),
         "An ochre muted with a violet, lights with white.",
         "Ochre thinned, a violet in the dark."),
    Kind("hair-red", "Hair, red", "hair", ("10R", "2.5YR", "5YR"), (2.5, 6.0), (4.0, 7.0),
         "A burnt earth with orange, its darks with blue.", "A burnt earth, orange in the light."),
    Kind("hair-dark", "Hair, brown to black", "hair", ("5RP", "5YR", "10YR"), (1.2, 4.0),
         (0.5, 2.0), "A mixed dark that leans; lights take the sky's grey.",
         "A dark of two transparents; leave the lights."),
    Kind("foliage-light", "Foliage in light", "foliage", ("10GY", "5GY", "2.5GY"), (4.5, 7.5),
         (4.0, 6.5), _LEAF_OPAQUE, _LEAF_WASH),
    Kind("foliage-shade", "Foliage in shade", "foliage", ("5G", "10GY", "5GY"), (1.8, 4.2),
         (2.0, 3.5), "Green with red to a dark, cooled with blue.",
         "A green dark of two transparents, in one lay."),
    Kind("bark", "Bark", "ground", ("5P", "2.5Y", "5YR"), (2.0, 6.0), (0.8, 2.0), _EARTH_OPAQUE,
         _EARTH_WASH),
    Kind("stone", "Stone", "ground", ("5PB", "10YR", "5YR"), (3.5, 8.0), (0.6, 1.8), _EARTH_OPAQUE,
         _EARTH_WASH),
    Kind("sand", "Sand", "ground", ("5Y", "10YR", "7.5YR"), (5.5, 8.5), (2.5, 3.0),
         "Ochre and white, muted with a violet.", "Ochre, much thinned, a breath of violet."),
    Kind("brick", "Brick", "ground", ("5R", "10R", "2.5YR"), (3.0, 6.0), (4.0, 6.0),
         "A red earth, muted with blue in the joints.", "A red earth, lifted for the lights."),
    Kind("sky", "Sky", "air", ("5PB", "10B", "2.5B"), (5.5, 9.0), (6.0, 2.0),
         "Blue and white; lower, a touch of orange and then of yellow.",
         "Blue thinned toward the horizon, a warm wash laid first."),
    Kind("water", "Water", "air", ("5PB", "5B", "5BG"), (2.5, 7.0), (3.0, 3.0),
         "The sky's colours, darker and duller, with what lies below.",
         "The sky's wash once more, darker; paper for the glints."),
    Kind("shadow", "Shadow on white", "air", ("7.5PB", "5P", "5YR"), (4.0, 8.0), (3.0, 1.5),
         "A violet or blue grey, mixed with the light's complement.",
         "A muted violet or blue, laid first and left to dry."),
    Kind("off-white", "Off-whites", "white", ("10B", "5Y", "7.5YR"), (8.2, 9.4), (0.8, 1.0),
         "White with the last pile's rest; warmth out with a light violet, cooled with a blue.",
         "Paper, with the thinnest breath of ochre or violet."),
)  # fmt: skip


def kind(key: str) -> Kind:
    """A kind of colour by its key; `InputError` with the nearest for another.

    Parameters
    ----------
    key : str
        A key of `KINDS`.
    """
    known = {each.key: each for each in KINDS}
    if key not in known:
        near = nearest_words(key, known) or list(known)
        raise InputError(f"'{key[:40]}' is no kind of colour; try {', '.join(near)}.", "kind")
    return known[key]


@cache
def field_of(key: str) -> tuple[Array, list[str]]:
    """The field of a kind: CIELAB, and Munsell notations row by row.

    Parameters
    ----------
    key : str
        A key of `KINDS`.

    Returns
    -------
    array, shape (5, 3, 3)
        Rows from light to dark, columns cool, neutral and warm.
    list of str
    """
    of = kind(key)
    values = np.linspace(of.values[1], of.values[0], VALUES)
    chromas = np.interp(values, of.values, of.chromas)
    munsell = np.array(
        [
            parse(f"{hue} {value:.3f}/{chroma:.3f}")
            for value, chroma in zip(values.tolist(), chromas.tolist(), strict=True)
            for hue in of.hues
        ]
    )
    # Beyond what the renotation has measured a range would name colours that nobody has seen.
    munsell[:, 2] = np.minimum(munsell[:, 2], real_chroma(munsell[:, 0], munsell[:, 1]))
    labs = lab_from_munsell(munsell).reshape(VALUES, len(WARMTHS), 3)
    return labs, notations(munsell)
