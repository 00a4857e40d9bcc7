"""Colours in painters' words: greys and what they lean toward, browns, olives, dull and clear.

The words and their bounds are common practice in the trade, without a published source.
"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import (
    HUE_SEEN_FROM_CHROMA,
    WITHIN_FAMILY,
    clearest_at,
    families,
    family,
    temperature_at,
)
from mesotint.optics.grid import Array, Indices

GREY_BELOW_CHROMA: Final = 9.0

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
_FULL_CHROMA: Final = 50.0
"""Chroma from which lightness is judged against the hue's own range alone."""

EYE_TELLS: Final = 1.0
"""CIEDE2000 below which no eye tells two colours apart."""

DIFFERENCES: Final = (
    (EYE_TELLS, "no eye sees it"),
    (2.5, "seen when touching"),
    (5.0, "seen side by side"),
    (float("inf"), "seen at once"),
)
"""What a CIEDE2000 is to an eye: each word up to where it is told."""


def _picks(bounds: tuple[tuple[float, str], ...], figures: Array) -> list[str]:
    at: Indices = np.searchsorted([above for above, _ in bounds], figures, side="right")
    return [bounds[place][1] for place in np.minimum(at, len(bounds) - 1).tolist()]


def difference_in_words(delta_e: float) -> str:
    """What a CIEDE2000 is to an eye, in four bands.

    Parameters
    ----------
    delta_e : float
        CIEDE2000, zero or more.

    Examples
    --------
    >>> difference_in_words(1.7)
    'seen when touching'
    """
    return _picks(DIFFERENCES, np.array([delta_e]))[0]


def lean(lab: Array) -> str | None:
    """The hue a colour leans toward, or None where its chroma is below what an eye can tell.

    Parameters
    ----------
    lab : array, shape (3,)
    """
    _, chroma, hue = lch_from_lab(lab).tolist()
    return family(hue) if chroma >= HUE_SEEN_FROM_CHROMA else None


def describe(lab: Array) -> str:
    """One colour in a painter's words, such as ``dark grey that leans violet``.

    Parameters
    ----------
    lab : array, shape (3,)

    Examples
    --------
    >>> describe(np.array([45.0, 0.5, 0.2]))
    'dark grey'
    """
    return describe_each(np.asarray(lab)[None])[0]


def describe_each(labs: Array) -> list[str]:
    """Colours of shape (n, 3) in a painter's words.

    Parameters
    ----------
    labs : array, shape (n, 3)
        CIELAB.
    """
    lightness, chroma, angle = lch_from_lab(labs).T
    hues = families(angle)
    greys = _picks(_GREYS, lightness)
    lights = _picks(_LIGHTNESS, _within_its_range(lightness, chroma, angle))
    chromas = _picks(_CHROMAS, chroma)
    is_grey = (chroma < GREY_BELOW_CHROMA).tolist()
    leans = (chroma >= HUE_SEEN_FROM_CHROMA).tolist()
    surfaces = _surface_hues(lightness, chroma, angle, hues)
    return [
        (f"{grey} that leans {hue}" if leaning else grey) if plain else light + clear + surface
        for plain, leaning, grey, hue, light, clear, surface in zip(
            is_grey, leans, greys, hues, lights, chromas, surfaces, strict=True
        )
    ]


def _within_its_range(lightness: Array, chroma: Array, angle: Array) -> Array:
    """L* as it is judged: for a clear colour against where its hue is clearest, which counts as the
    middle then; for a dull one as it is."""
    middle = clearest_at(angle)
    within = np.where(
        lightness > middle,
        50 + 50 * (lightness - middle) / (100 - middle),
        50 * lightness / middle,
    )
    weight = np.clip((chroma - GREY_BELOW_CHROMA) / (_FULL_CHROMA - GREY_BELOW_CHROMA), 0, 1)
    return np.asarray(weight * within + (1 - weight) * lightness)


def _surface_hues(lightness: Array, chroma: Array, angle: Array, hues: list[str]) -> list[str]:
    """Hue names as painters use them of a surface: dark oranges are brown, dark yellows olive."""
    hue = np.array(hues)
    warm = np.isin(hue, ("red", "orange")) & (angle > 35) & (angle < 90)
    rules = (
        (warm & (lightness < 55) & (chroma < 45), "brown"),
        ((hue == "yellow") & (lightness < 60) & (chroma < 50) & (angle < 84), "brown"),
        ((hue == "yellow") & (lightness < 60) & (chroma < 50), "olive"),
        ((hue == "yellow-green") & (lightness < 55) & (chroma < 40), "olive green"),
        (np.isin(hue, ("red", "red-violet")) & (lightness > 68), "pink"),
    )
    words = np.select([rule for rule, _ in rules], [word for _, word in rules], "")
    return [word or plain for word, plain in zip(words.tolist(), hues, strict=True)]


def miss_in_words(lab: Array, end: str = "") -> str:
    """How far a colour misses the neutral axis and which way, in one plain sentence.

    Parameters
    ----------
    lab : array, shape (3,)
    end : str
        Name of the paint that it is, where the greyest point of a trail is a pure end of it:
        nothing comes near grey there, it only starts or stops at a dull paint.
    """
    chroma = float(np.hypot(lab[1], lab[2]))
    hue = lean(lab)
    if end:
        if hue is None:
            return f"Passes no grey: {end} is grey itself."
        return f"Passes no grey: {end} itself is the greyest, {hue} with {chroma:.0f} of chroma."
    if hue is None:
        return "Reaches grey: no lean an eye could name."
    if chroma < 3:
        return f"Reaches grey but for a trace: it leans {hue} by {chroma:.1f} of chroma."
    if chroma < GREY_BELOW_CHROMA:
        return f"Comes near grey and leans {hue}: {chroma:.1f} of chroma is left."
    return f"Passes beside grey on the {hue} side: {chroma:.0f} of chroma is left."


def temperature(lab: Array) -> str | None:
    """``warm`` or ``cool`` within a colour's own hue family; None where no hue is seen.

    Common practice, no published source.

    Parameters
    ----------
    lab : array, shape (3,)
    """
    if lean(lab) is None:
        return None
    return temperature_at(WITHIN_FAMILY, float(lch_from_lab(lab)[2]))
