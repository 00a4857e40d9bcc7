"""What is painted on: papers and canvases as they are seen bare, and any colour."""

from collections.abc import Mapping
from functools import lru_cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import checked_lab
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.colour.srgb import lab_from_hex
from mesotint.errors import InputError, nearest_words
from mesotint.optics.grid import Array
from mesotint.optics.surface import internal_reflectance

GROUNDS: Final[Mapping[str, tuple[float, float, float]]] = {
    "bright white": (95.5, 0.0, 0.5),
    "natural white": (94.0, 0.3, 3.0),
    "cream": (91.0, 1.0, 10.0),
    "primed canvas": (94.5, -0.3, 1.8),
    "toned grey": (65.0, 0.0, 1.0),
    "toned ochre": (66.0, 8.0, 30.0),
}
"""CIELAB (D65) of bare grounds as they are seen, all from memory of typical ones."""

USUAL_GROUND: Final = "bright white"


def ground_lab(ground: str) -> tuple[float, float, float]:
    """CIELAB of a bare ground: one of `GROUNDS`, a Munsell notation, or a code such as #c8b48a.

    Parameters
    ----------
    ground : str
        A word or CIELAB; see `ground_lab`.

    Raises
    ------
    InputError
        For a word that is neither.
    """
    if ground in GROUNDS:
        return GROUNDS[ground]
    try:
        lab = lab_from_hex(ground) if ground.strip().startswith("#") else None
        lab = lab_from_munsell(parse(ground)) if lab is None else lab
    except InputError:
        near = nearest_words(ground, GROUNDS) or list(GROUNDS)
        raise InputError(
            f"'{ground[:40]}' is no ground; choose {', '.join(near)}, or a colour such as 5Y 8/2.",
            "ground",
        ) from None
    lightness, a, b = checked_lab(lab, "ground").tolist()
    return lightness, a, b


@lru_cache(maxsize=64)
def ground_reflectance(ground: str, finish: str) -> Array:
    """Internal reflectance, shape (36,), of a ground under a film of a finish.

    What is told of a ground is what is seen of it bare, so the surface is taken out again; its
    spectrum is the smoothest of its colour.

    Parameters
    ----------
    ground : str
        A word or CIELAB; see `ground_lab`.
    finish : str
        gloss, satin or matte.
    """
    return internal_reflectance(smoothest_reflectance(np.array(ground_lab(ground))), finish)
