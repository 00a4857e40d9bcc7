"""A mixture of paints, and how it looks."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance, lch_from_lab, weights
from mesotint.colour.munsell import munsell_from_lab, notation
from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.colour.systematic import systematic_name
from mesotint.colour.words import describe
from mesotint.errors import InputError, nearest_words
from mesotint.optics.film import opaque_film, opaque_film_of, wash_film, wash_film_of
from mesotint.optics.grid import Array
from mesotint.optics.surface import surface_scatter
from mesotint.paints.library import WATER, WHITE_KEY, Paint, library

MEDIA: Final = ("opaque", "wash")
BLOCK: Final = 2048
WHITE_TEST_PARTS: Final = 4.0


def checked_amount(value: Any, field: str, *, least: float = 0.0, most: float = 1e6) -> float:
    """A finite number from `least` to `most`; `InputError` naming the field otherwise."""
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        raise InputError(f"{field}: '{str(value)[:40]}' is not a number.", field)
    if not math.isfinite(value) or not least <= value <= most:
        raise InputError(f"{field}: give a number from {least:g} to {most:g}.", field)
    return float(value)


def merged(paints: Sequence[Paint], parts: Array) -> tuple[tuple[Paint, ...], Array]:
    """Each paint once: columns of parts, shape (..., paints), of the same paint are added."""
    once = {paint.key: paint for paint in paints}
    keys = list(once)
    added: Array = np.zeros((*parts.shape[:-1], len(keys)))
    for column, paint in enumerate(paints):
        added[..., keys.index(paint.key)] += parts[..., column]
    return tuple(once.values()), added


def together(
    mixtures: Sequence[tuple[Sequence[Paint], Sequence[float]]],
) -> tuple[tuple[Paint, ...], Array]:
    """Mixtures of different paints as one table.

    Returns
    -------
    tuple of Paint
        Every paint of the mixtures once, in the order they are met.
    array, shape (mixtures, paints)
        Parts; 0 for a paint that a mixture does not hold.
    """
    once = {paint.key: paint for paints, _ in mixtures for paint in paints}
    place = {key: i for i, key in enumerate(once)}
    table = np.zeros((len(mixtures), len(once)))
    for row, (paints, parts) in zip(table, mixtures, strict=True):
        for paint, amount in zip(paints, parts, strict=True):
            row[place[paint.key]] += amount
    return tuple(once.values()), table


DRYING: Final[dict[str, float]] = {
    "oil": 1.0,
    "tempera": 0.9,
    "gouache": 0.85,
    "watercolour": 0.75,
    "acrylic": 1.15,
}
"""How much a film's absorption grows as it dries: below 1 it dries lighter, above 1 darker.

Common practice as to direction, from memory as to size; a painter may set their own figure.
"""


@dataclass(frozen=True)
class Viewing:
    """How a mixture is laid and seen: medium, finish, light, and water in a wash.

    Attributes
    ----------
    medium : str
        ``opaque``, or ``wash``: a thin film over white paper.
    finish : str
        gloss, satin or matte.
    light : str
        A key of `mesotint.colour.colorimetry.LIGHTS`.
    wet_load : float
        1 for a dry film. A film still wet absorbs the dry one's K divided by this; see `DRYING`.

    Raises
    ------
    InputError
        For a word that is not known.
    """

    medium: str = "opaque"
    finish: str = "satin"
    light: str = "D65"
    wet_load: float = 1.0

    def __post_init__(self) -> None:
        if self.medium not in MEDIA:
            near = nearest_words(self.medium, MEDIA)
            hint = f"did you mean {near[0]}?" if near else "choose opaque or wash."
            raise InputError(f"medium: '{self.medium[:40]}' is not known; {hint}", "medium")
        checked_amount(self.wet_load, "wet_load", least=0.1, most=10)
        surface_scatter(self.finish)
        weights(self.light)

    @property
    def lightener(self) -> Paint:
        """What lightens in this medium: titanium white, or water in a wash."""
        return WATER if self.medium == "wash" else library().paint(WHITE_KEY)

    def film(
        self,
        parts: Array,
        absorption: Array,
        scattering: Array,
        water: float | Array = 0.0,
    ) -> Array:
        """Reflectance of mixtures from K and S, shapes as in `mesotint.optics.film`."""
        if self.wet_load != 1:
            absorption = absorption / self.wet_load
        if self.medium == "wash":
            return wash_film(parts, absorption, scattering, water, self.finish)
        return opaque_film(parts, absorption, scattering, self.finish)

    def film_of(self, absorption: Array, scattering: Array) -> Array:
        """Reflectance, shape (..., 36), of mixtures whose own K and S are known by volume."""
        if self.wet_load != 1:
            absorption = absorption / self.wet_load
        if self.medium == "wash":
            return wash_film_of(absorption, scattering, finish=self.finish)
        return opaque_film_of(absorption, scattering, self.finish)

    def with_more(self, mixed: Array, added: Array, parts: float | Array) -> Array:
        """K or S of mixtures, shape (..., 36), with parts of something more to one of each.

        In a wash the volume counts as well, since what is added thins the film; where the film
        hides, a common factor of K and S changes nothing.

        Parameters
        ----------
        mixed : array, shape (..., 36)
            K or S of one part of each mixture.
        added : array, shape (..., 36)
            K or S of what is added.
        parts : float or array, shape (..., 1)
        """
        whole = mixed + parts * added
        return np.asarray(whole / (1 + parts)) if self.medium == "wash" else whole

    def reflectance(
        self, parts: Array, paints: Sequence[Paint], water: float | Array = 0.0
    ) -> Array:
        """Reflectance, shape (..., 36), of mixtures of shape (..., paints).

        `water` is parts of water to one of paint; only a wash takes it.
        """
        absorption = np.array([p.absorption for p in paints])
        scattering = np.array([p.scattering for p in paints])
        return self.film(parts, absorption, scattering, water)

    def lab(self, parts: Array, paints: Sequence[Paint], water: float | Array = 0.0) -> Array:
        """CIELAB, shape (..., 3), of mixtures of shape (..., paints)."""
        return lab_from_reflectance(self.reflectance(parts, paints, water), self.light)

    def lab_of_film(self, reflectance: Array) -> Array:
        """CIELAB, shape (..., 3), of films as this light shows them."""
        return lab_from_reflectance(reflectance, self.light)

    def opened_lab(self, parts: Array, paints: Sequence[Paint]) -> Array:
        """CIELAB, shape (..., 3), of mixtures in the white test.

        Every mixture is opened with four parts of white, or of water in a wash: a dark mixture
        hides its lean until it is opened (common practice).
        """
        parts = np.asarray(parts, dtype=np.float64)
        more = WHITE_TEST_PARTS * parts.sum(axis=-1, keepdims=True)
        return self.lab(np.concatenate([parts, more], axis=-1), (*paints, self.lightener))

    def lab_in_bulk(
        self, parts: Array, paints: Sequence[Paint], water: float = 0.0, dtype: type = np.float64
    ) -> Array:
        """CIELAB, shape (n, 3), of very many mixtures, shape (n, paints).

        Swept in blocks that stay in the processor's cache. In float32 it is twice as fast and off
        by less than 0.001 in L*, a* and b*, which is enough for searching.
        """
        absorption: Array = np.array([p.absorption for p in paints], dtype=dtype)
        scattering: Array = np.array([p.scattering for p in paints], dtype=dtype)
        parts = np.asarray(parts, dtype=dtype)
        labs: Array = np.empty((len(parts), 3), dtype=dtype)
        for at in range(0, len(parts), BLOCK):
            films = self.film(parts[at : at + BLOCK], absorption, scattering, water)
            labs[at : at + BLOCK] = lab_from_reflectance(films, self.light)
        return labs


DEFAULT_VIEWING: Final = Viewing()
"""Opaque, satin, under D65."""


@dataclass(frozen=True)
class Appearance:
    """How one colour looks: figures, screen colour, Munsell notation and words.

    `value_srgb` is the neutral of the same lightness, which is what a squint shows.
    """

    lab: tuple[float, float, float]
    lch: tuple[float, float, float]
    munsell: str
    munsell_extrapolated: bool
    srgb: str
    value_srgb: str
    in_gamut: bool
    name: str
    systematic_name: str


def appearances(lab: Array) -> list[Appearance]:
    """Appearances of colours of shape (n, 3)."""
    lab = np.atleast_2d(lab)
    munsell, extrapolated = munsell_from_lab(lab)
    codes, inside = hex_from_lab(lab)
    values = neutral_hex(lab[:, 0])
    lch = lch_from_lab(lab)
    return [
        Appearance(
            lab=_triple(lab[i]),
            lch=_triple(lch[i]),
            munsell=notation(munsell[i]),
            munsell_extrapolated=bool(extrapolated[i]),
            srgb=codes[i],
            value_srgb=values[i],
            in_gamut=inside[i],
            name=describe(lab[i]),
            systematic_name=systematic_name(munsell[i]),
        )
        for i in range(len(lab))
    ]


def _triple(values: Array) -> tuple[float, float, float]:
    first, second, third = (round(float(v), 3) for v in values)
    return first, second, third


@dataclass(frozen=True)
class Mixture:
    """Paints in parts by volume, as they are laid and seen.

    Raises
    ------
    InputError
        For no paints, an amount that is negative or not a number, or a total of zero.
    """

    paints: tuple[Paint, ...]
    parts: tuple[float, ...]
    viewing: Viewing = DEFAULT_VIEWING
    water: float = 0.0

    def __post_init__(self) -> None:
        if not self.paints:
            raise InputError("parts: name at least one paint and its parts.", "parts")
        for paint, amount in zip(self.paints, self.parts, strict=True):
            checked_amount(amount, f"parts of {paint.key}")
        checked_amount(self.water, "water", most=1000)
        if sum(self.parts) <= 0:
            raise InputError("parts: at least one paint needs more than zero parts.", "parts")

    @classmethod
    def of(
        cls,
        parts: Mapping[Paint, float],
        viewing: Viewing | None = None,
        water: float = 0.0,
    ) -> "Mixture":
        """A mixture from parts by paint."""
        return cls(tuple(parts), tuple(parts.values()), viewing or DEFAULT_VIEWING, water)

    @cached_property
    def reflectance(self) -> Array:
        """Reflectance factors, shape (36,)."""
        return self.viewing.reflectance(np.array(self.parts), self.paints, self.water)

    @cached_property
    def lab(self) -> Array:
        """CIELAB under the mixture's light, shape (3,)."""
        return lab_from_reflectance(self.reflectance, self.viewing.light)

    @cached_property
    def appearance(self) -> Appearance:
        """How the mixture looks."""
        return appearances(self.lab)[0]
