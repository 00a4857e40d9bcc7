"""A mixture of paints, and how it looks."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance, lch_from_lab, weights
from mesotint.colour.munsell import munsell_from_lab, notations
from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.colour.systematic import systematic_names
from mesotint.colour.words import describe_each
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.ground import USUAL_GROUND, ground_lab, ground_reflectance
from mesotint.optics.film import opaque_film, opaque_film_of, wash_film, wash_film_of
from mesotint.optics.grid import BANDS, Array
from mesotint.optics.surface import surface_scatter
from mesotint.paints.library import WATER, Paint, library

MEDIA: Final = ("opaque", "wash")
BLOCK: Final = 2048
WHITE_TEST_PARTS: Final = 4.0
"""Parts of the lightener to one of the mixture in the white test; common practice says "much".

With fewer a black stays dark, with far more every lean is too pale to be named.
"""


def checked_amount(value: Any, field: str, *, least: float = 0.0, most: float = 1e6) -> float:
    """A finite number from `least` to `most`; `InputError` naming the field otherwise.

    Parameters
    ----------
    value : object
        What was given.
    field : str
        Name of what was asked, for the error.
    least : float
        The smallest that will do.
    most : float
        The largest that will do.
    """
    # Nearly every amount will do, and there may be very many.
    if type(value) in (int, float) and least <= value <= most:
        return float(value)
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        raise InputError(f"'{str(value)[:40]}' is not a number, as {_asked(field)} needs.", field)
    if not math.isfinite(value) or not least <= value <= most:
        raise InputError(
            f"{value:g} will not do for {_asked(field)}; give a number from {least:g} to {most:g}.",
            field,
        )
    return float(value)


def _asked(field: str) -> str:
    """A field as one would say it."""
    return field.replace("_", " ")


def merged(paints: Sequence[Paint], parts: Array) -> tuple[tuple[Paint, ...], Array]:
    """Each paint once: columns of parts, shape (..., paints), of the same paint are added.

    Parameters
    ----------
    parts : array, shape (..., paints)
        Parts by volume, zero or more.
    """
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

    Parameters
    ----------
    mixtures : sequence of (sequence of Paint, sequence of float)
        Paints and parts of each mixture.

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
    rows = np.repeat(np.arange(len(mixtures)), [len(paints) for paints, _ in mixtures])
    columns = np.array([place[paint.key] for paints, _ in mixtures for paint in paints], dtype=int)
    np.add.at(table, (rows, columns), [amount for _, parts in mixtures for amount in parts])
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
        ``opaque``, or ``wash``: a thin film over paper or another ground.
    finish : str
        gloss, satin or matte.
    light : str
        A key of `mesotint.colour.colorimetry.LIGHTS`.
    ground : str
        What a wash is laid on; see `mesotint.mixing.ground.ground_lab`. An opaque film hides it.
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
    ground: str = USUAL_GROUND

    def __post_init__(self) -> None:
        if self.medium not in MEDIA:
            near = nearest_words(self.medium, MEDIA)
            hint = f"did you mean {near[0]}?" if near else "choose opaque or wash."
            raise InputError(f"The medium '{self.medium[:40]}' is not known; {hint}", "medium")
        checked_amount(self.wet_load, "wet_load", least=0.1, most=10)
        surface_scatter(self.finish)
        weights(self.light)
        ground_lab(self.ground)

    @property
    def _paper(self) -> Array:
        return ground_reflectance(self.ground, self.finish)

    @property
    def lightener(self) -> Paint:
        """What lightens in this medium: titanium white, or water in a wash."""
        return WATER if self.medium == "wash" else library().white

    def film(
        self,
        parts: Array,
        absorption: Array,
        scattering: Array,
        water: float | Array = 0.0,
    ) -> Array:
        """Reflectance of mixtures from K and S, shapes as in `mesotint.optics.film`.

        Parameters
        ----------
        parts : array, shape (..., paints)
            Parts by volume, zero or more.
        absorption : array, shape (paints, 36) or (n, paints, 36)
            K of each paint.
        scattering : array, shape (paints, 36) or (n, paints, 36)
            S of each paint.
        water : float or array, shape (...)
            Parts of water to one of paint; only a wash takes it.
        """
        if self.wet_load != 1:
            absorption = absorption / self.wet_load
        if self.medium == "wash":
            return wash_film(parts, absorption, scattering, self._paper, water, self.finish)
        return opaque_film(parts, absorption, scattering, self.finish)

    def film_of(self, absorption: Array, scattering: Array) -> Array:
        """Reflectance, shape (..., 36), of mixtures whose own K and S are known by volume.

        Parameters
        ----------
        absorption : array, shape (..., 36)
            K of one part of each mixture, above zero.
        scattering : array, shape (..., 36)
            S of one part of each mixture, above zero.
        """
        if self.wet_load != 1:
            absorption = absorption / self.wet_load
        if self.medium == "wash":
            return wash_film_of(absorption, scattering, self._paper, finish=self.finish)
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

        Parameters
        ----------
        parts : array, shape (..., paints)
            Parts by volume, zero or more.
        water : float or array, shape (...)
            Parts of water to one of paint; only a wash takes it.
        """
        absorption = np.array([p.absorption for p in paints])
        scattering = np.array([p.scattering for p in paints])
        # Parts of any size are the same mixture, and their squares must not come to nothing.
        parts = np.asarray(parts, dtype=np.float64)
        return self.film(parts / parts.max(axis=-1, keepdims=True), absorption, scattering, water)

    def lab(self, parts: Array, paints: Sequence[Paint], water: float | Array = 0.0) -> Array:
        """CIELAB, shape (..., 3), of mixtures of shape (..., paints).

        Parameters
        ----------
        parts : array, shape (..., paints)
            Parts by volume, zero or more.
        water : float or array, shape (...)
            Parts of water to one of paint; only a wash takes it.
        """
        return lab_from_reflectance(self.reflectance(parts, paints, water), self.light)

    def lab_of_film(self, reflectance: Array) -> Array:
        """CIELAB, shape (..., 3), of films as this light shows them.

        Parameters
        ----------
        reflectance : array, shape (..., 36)
            Reflectance factors, 0 to 1.
        """
        return lab_from_reflectance(reflectance, self.light)

    def opened_film(
        self,
        parts: Array,
        absorption: Array,
        scattering: Array,
        water: float = 0.0,
    ) -> Array:
        """Reflectance of mixtures in the white test, arguments and shapes as `film` takes them.

        Every mixture is opened with four parts of white, or of water in a wash: a dark mixture
        hides its lean until it is opened (common practice).

        Parameters
        ----------
        parts : array, shape (..., paints)
            Parts by volume, zero or more.
        absorption : array, shape (paints, 36) or (n, paints, 36)
            K of each paint.
        scattering : array, shape (paints, 36) or (n, paints, 36)
            S of each paint.
        water : float
            Parts of water to one of paint; only a wash takes it.
        """
        more = WHITE_TEST_PARTS * (parts.sum(axis=-1, keepdims=True) + water)
        k, s = (
            np.concatenate([of, np.broadcast_to(light, (*of.shape[:-2], 1, BANDS))], axis=-2)
            for of, light in (
                (absorption, self.lightener.absorption),
                (scattering, self.lightener.scattering),
            )
        )
        return self.film(np.concatenate([parts, more], axis=-1), k, s, water)

    def opened_film_of(self, absorption: Array, scattering: Array) -> Array:
        """As `opened_film`, of mixtures whose own K and S are known by volume, shape (..., 36).

        Parameters
        ----------
        absorption : array, shape (..., 36)
            K of one part of each mixture, above zero.
        scattering : array, shape (..., 36)
            S of one part of each mixture, above zero.
        """
        light = self.lightener
        return self.film_of(
            self.with_more(absorption, light.absorption, WHITE_TEST_PARTS),
            self.with_more(scattering, light.scattering, WHITE_TEST_PARTS),
        )

    def opened_lab(self, parts: Array, paints: Sequence[Paint]) -> Array:
        """CIELAB, shape (..., 3), of mixtures of shape (..., paints) in the white test.

        Parameters
        ----------
        parts : array, shape (..., paints)
            Parts by volume, zero or more.
        """
        absorption = np.array([p.absorption for p in paints])
        scattering = np.array([p.scattering for p in paints])
        parts = np.asarray(parts, dtype=np.float64)
        films = self.opened_film(parts / parts.max(axis=-1, keepdims=True), absorption, scattering)
        return self.lab_of_film(films)

    def lab_in_bulk(
        self, parts: Array, paints: Sequence[Paint], water: float = 0.0, dtype: type = np.float64
    ) -> Array:
        """CIELAB, shape (n, 3), of very many mixtures, shape (n, paints).

        Swept in blocks that stay in the processor's cache. In float32 it is twice as fast and off
        by less than 0.001 in L*, a* and b*, which is enough for searching.

        Parameters
        ----------
        parts : array, shape (..., paints)
            Parts by volume, zero or more.
        water : float
            Parts of water to one of paint; only a wash takes it.
        dtype : type
            numpy.float64, or numpy.float32 where speed counts.
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
    """Appearances of colours of shape (n, 3).

    Parameters
    ----------
    lab : array, shape (..., 3)
        CIELAB.
    """
    lab = np.atleast_2d(lab)
    munsell, extrapolated = munsell_from_lab(lab)
    codes, inside = hex_from_lab(lab)
    columns = (
        _triples(lab),
        _triples(lch_from_lab(lab)),
        notations(munsell),
        extrapolated.tolist(),
        codes,
        neutral_hex(lab[:, 0]),
        inside,
        describe_each(lab),
        systematic_names(lab),
    )
    return [Appearance(*row) for row in zip(*columns, strict=True)]


def _triples(values: Array) -> list[tuple[float, float, float]]:
    # Adding nothing turns -0 into 0.
    rounded = (np.round(values, 3) + 0.0).tolist()
    return [(first, second, third) for first, second, third in rounded]


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
            raise InputError("Name at least one paint and its parts.", "parts")
        for paint, amount in zip(self.paints, self.parts, strict=True):
            checked_amount(amount, f"parts of {paint.key}")
        checked_amount(self.water, "water", most=1000)
        if sum(self.parts) <= 0:
            raise InputError("At least one paint needs more than zero parts.", "parts")

    @classmethod
    def of(
        cls,
        parts: Mapping[Paint, float],
        viewing: Viewing | None = None,
        water: float = 0.0,
    ) -> "Mixture":
        """A mixture from parts by paint.

        Parameters
        ----------
        parts : mapping of Paint to float
            Parts by volume, zero or more.
        viewing : Viewing, optional
            Opaque, satin and in daylight where none is given.
        water : float
            Parts of water to one of paint; only a wash takes it.
        """
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
