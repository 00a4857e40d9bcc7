"""What a paint is really like: strength, opacity, undertone, temperature, and its likeness."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab, xyz_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import (
    ARGUED,
    HUE_SEEN_FROM_CHROMA,
    OF_ALL,
    WITHIN_FAMILY,
    family,
    temperature_at,
    turn,
)
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.optics.film import layered_film
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import is_classic, is_ready_grey
from mesotint.paints.table import TINT_WHITE_PARTS

STRENGTH_DEPTH: Final = 20.0
"""CIEDE2000 from white to which strength is measured: every coloured paint reaches it."""

STRENGTH_STANDARD: Final = "PB29"
DRAWDOWN_THICKNESS: Final = 10.0
"""Thickness of the drawdown on which opacity is measured, in the units of K and S.

Titanium white then hides at a contrast ratio of about 0.94. Our own measure.
"""

BLACK_GROUND: Final = 0.01
WHITE_GROUND: Final = 0.85
GREY_PAINT_BELOW: Final = 4.0
"""Chroma of its tint below which a paint counts as a grey."""

CLASSIC_TINTS: Final = (0.0, 1.0, 4.0)
"""Parts of white in which a classic is still known by its name."""

_SHARES: Final = np.geomspace(1e-5, 1, 400)


@dataclass(frozen=True)
class Character:
    """A paint's measured nature.

    Attributes
    ----------
    hue : str or None
        Hue family of the tint, in painters' words.
    temperature : str or None
        warm or cool within its hue family; None for a grey.
    temperature_of_all : str or None
        warm or cool of all colours; None for a grey.
    argued_over : bool
        Whether painters disagree about its temperature.
    strength : float
        How much more it does in white than the same volume of ultramarine; 0 for a white.
    opacity : float
        Contrast ratio of a drawdown over black and over white, 0 to 1.
    undertone_shift : float or None
        Degrees of CIELAB hue from masstone to tint, positive toward yellow from red; None where
        either has no hue an eye could name.
    """

    hue: str | None
    temperature: str | None
    temperature_of_all: str | None
    argued_over: bool
    strength: float
    opacity: float
    undertone_shift: float | None


def character(paint: Paint) -> Character:
    """The measured nature of a paint."""
    white = library().white
    tint_parts = np.array([1.0, TINT_WHITE_PARTS])
    masstone = DEFAULT_VIEWING.lab(np.ones(1), [paint])
    tint = DEFAULT_VIEWING.lab(tint_parts, [paint, white])
    both = lch_from_lab(np.stack([masstone, tint]))
    seen = bool((both[:, 1] >= 2 * HUE_SEEN_FROM_CHROMA).all())
    shift = float(turn(both[1, 2], both[0, 2]))
    sides = temperatures(paint)
    return Character(
        hue=family(both[1, 2]) if both[1, 1] >= HUE_SEEN_FROM_CHROMA else None,
        temperature=sides[1] if sides else None,
        temperature_of_all=sides[0] if sides else None,
        argued_over=is_argued_over(paint),
        strength=strength(paint),
        opacity=contrast_ratio(paint),
        undertone_shift=shift if seen else None,
    )


def _amount_to_depth(paint: Paint) -> float:
    """Share of a paint in titanium white that brings it to the depth; infinite if none does."""
    white = library().white
    parts = np.stack([_SHARES, 1 - _SHARES], axis=-1)
    depth = delta_e_2000(
        DEFAULT_VIEWING.lab(parts, [paint, white]), DEFAULT_VIEWING.lab(np.ones(1), [white])
    )
    if depth.max() < STRENGTH_DEPTH:
        return float("inf")
    return float(np.exp(np.interp(STRENGTH_DEPTH, depth, np.log(_SHARES))))


@cache
def _standard_amount() -> float:
    return _amount_to_depth(library().paint(STRENGTH_STANDARD))


@lru_cache(maxsize=1024)
def strength(paint: Paint) -> float:
    """Tinting strength relative to the same volume of ultramarine: 1 for ultramarine itself.

    Both are let into titanium white until it is CIEDE2000 20 away from white; the strength is the
    ratio of the amounts. Our own measure, after the trade's practice of comparing amounts in
    white. 0 for a paint that never gets there, which is a white.
    """
    return float(_standard_amount() / _amount_to_depth(paint))


def equal_strength(paints: Sequence[Paint]) -> Array:
    """Parts by volume of some paints that pull alike in white, shape (paints,); the first is 1.

    What a painter who knows the tubes means by equal parts: the strong paint held back (common
    practice). By `strength`.

    Raises
    ------
    InputError
        For a white, which has no strength to be equal in.
    """
    pulls = np.array([strength(paint) for paint in paints])
    for paint, pull in zip(paints, pulls, strict=True):
        if pull <= 0:
            raise InputError(
                f"{paint.name} does not colour a white, so nothing is as strong; give it by parts.",
                "strength",
            )
    return np.asarray(pulls[0] / pulls)


_PEAK_BANDS: Final = 6
"""Bands of most absorption that count: one alone would be one band's noise in a calibrated tube."""


def colouring_strength(paint: Paint) -> float:
    """How strongly a paint colours others, relative to ultramarine: its absorption where it absorbs
    most, in volume.

    Relative tinting strength is judged at the wavelength of most absorption (ASTM D4838, recalled
    from memory). Of paints equal in it none wins over the others: a red, a yellow and a blue make a
    dark brown (common practice), where equal distances from white would ask for very much yellow.
    """

    def peak(of: Paint) -> float:
        return float(np.sort(of.absorption)[-_PEAK_BANDS:].mean())

    return peak(paint) / peak(library().paint(STRENGTH_STANDARD))


def by_strength(parts: Array, paints: Sequence[Paint]) -> Array:
    """Parts by volume weighed by what each paint does in white; whites count nothing.

    Parameters
    ----------
    parts : array, shape (..., paints)
        Parts by volume, zero or more.

    Returns
    -------
    array, shape (..., paints)
        In volumes of ultramarine that would do as much.
    """
    return np.asarray(parts * np.array([strength(paint) for paint in paints]))


def contrast_ratio(paint: Paint) -> float:
    """Opacity: luminance of a drawdown over black to that over white, 0 to 1.

    A strong dark paint hides by absorbing: its ratio is near 1 although it scatters little and
    painters call it transparent. The contrast ratio of ISO 6504-3 and ASTM D2805, on a film of
    `DRAWDOWN_THICKNESS` over a black and a white ground.
    """
    layer = [(paint.absorption, paint.scattering, DRAWDOWN_THICKNESS)]
    grounds = np.array([[BLACK_GROUND], [WHITE_GROUND]]) * np.ones(paint.absorption.size)
    over_black, over_white = xyz_from_reflectance(layered_film(layer, grounds))[:, 1]
    return float(over_black / over_white)


@cache
def classics() -> tuple[tuple[str, ...], Array]:
    """Names and colours of the classic earths and blacks; their tints go by the same names."""
    white = library().white
    paints = [p for p in library().paints.values() if is_classic(p)]
    names, labs = [], []
    for opened in CLASSIC_TINTS:
        for paint in paints:
            names.append(paint.name.lower())
            labs.append(DEFAULT_VIEWING.lab(np.array([1.0, opened]), [paint, white]))
    return tuple(names), np.array(labs)


@lru_cache(maxsize=512)
def hue_of(paint: Paint) -> float | None:
    """CIELAB hue angle of a paint's tint, or None where it is a grey or a white."""
    white = library().white
    tint = lch_from_lab(DEFAULT_VIEWING.lab(np.array([1.0, TINT_WHITE_PARTS]), [paint, white]))
    return float(tint[2]) if tint[1] >= GREY_PAINT_BELOW else None


def is_grey(paint: Paint) -> bool:
    """Whether a paint is itself a black, a white or a grey: it dulls, and mutes nothing."""
    return hue_of(paint) is None or is_ready_grey(paint)


def temperatures(paint: Paint) -> tuple[str, str] | None:
    """Warm or cool of all colours and within the family, by a paint's tint; None for a grey.

    Examples
    --------
    >>> temperatures(library().paint("PY3"))
    ('warm', 'cool')
    """
    hue = hue_of(paint)
    if hue is None or is_ready_grey(paint):
        return None
    return temperature_at(OF_ALL, hue), temperature_at(WITHIN_FAMILY, hue)


def temperature_in_words(known: Character) -> str:
    """Such as: A cool yellow within its family, warm of all colours.

    Parameters
    ----------
    known : Character
        Of a paint that has a hue; one without is told to be a grey.
    """
    if known.hue is None or known.temperature is None:
        return "Neither warm nor cool: a black or a grey."
    of_all = f"{known.temperature_of_all} of all colours"
    if known.argued_over:
        return (
            f"A {known.hue} that painters argue over: it leans violet, {known.temperature} among "
            f"{known.hue}s to most; {of_all}."
        )
    return f"A {known.temperature} {known.hue} within its family, {of_all}."


def is_argued_over(paint: Paint) -> bool:
    """Whether painters disagree about a paint's temperature."""
    hue = None if is_grey(paint) else hue_of(paint)
    return hue is not None and ARGUED[0] <= hue % 360 < ARGUED[1]


def nearest_classic(lab: Array) -> tuple[str, float]:
    """The classic earth or black that a colour looks most like, itself or opened with white.

    Parameters
    ----------
    lab : array, shape (3,)

    Returns
    -------
    name : str
    delta_e : float
        CIEDE2000 to it.
    """
    names, labs = classics()
    gaps = delta_e_2000(labs, lab)
    best = int(np.argmin(gaps))
    return names[best], float(gaps[best])
