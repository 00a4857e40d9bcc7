"""Calibration: a tube's own K and S, from readings of its masstone and its tints.

The library's nearest paint gives the shapes; the readings bend them. The unknowns are smooth
changes of log K and log S, in units of how far a tube usually strays from its pigment, so the
answer is the most likely paint under those priors and the readings' errors (Tarantola 2005,
*Inverse Problem Theory*, section 3.2: least squares with prior). What the readings leave open stays
as the paint's doubts, so that every mixture's ± tells how far the calibration is to be trusted.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np
from scipy.optimize import least_squares

from mesotint.colour.colorimetry import checked_lab, lab_from_reflectance
from mesotint.colour.difference import delta_e_2000, difference_axes
from mesotint.errors import InputError
from mesotint.optics.film import opaque_film
from mesotint.optics.grid import BANDS, WAVELENGTHS_NM, Array, as_spectra
from mesotint.paints.library import WHITE_KEY, Paint, library

STRAY: Final = (0.30, 0.22, 0.15, 0.10, 0.07, 0.05)
"""How far log K and log S stray from the library's, one standard deviation for each cosine over
the wavelengths, the constant first (our own judgement; from memory of how makers' tubes differ)."""

READING_ERROR: Final = 0.4
"""Standard error of a reading, in CIEDE2000: a hand-held colorimeter's, the drawdown's, and the
measured ratio's (our own judgement)."""

CONTRADICTS_FROM: Final = 2.0
"""CIEDE2000 left at a reading after calibration from which the readings contradict each other."""

PALE_BELOW: Final = 8.0
"""CIEDE2000 from white below which a tint is too pale to tell the paint's strength."""

SPECTRAL_ERROR: Final = 0.006
"""Standard error of a spectral reading, in the square root of reflectance (our own judgement)."""

DOUBT_MODES: Final = 6
GREATEST_TINT: Final = 1000.0
_EVALUATIONS: Final = 60


@dataclass(frozen=True)
class Reading:
    """One measured drawdown of a tube: alone, let into titanium white, or in a mixture.

    Attributes
    ----------
    white_parts : float
        Parts of titanium white to one of the paint, by volume; 0 for the masstone.
    lab : array, shape (3,)
        CIELAB, D65, 2°, surface reflection included.
    reflectance : array, shape (36,), or None
        The spectrum, where the instrument gave one.
    others : tuple of (Paint, float)
        Other paints in the mixture, and parts of each to one of the paint. What is not known of
        them counts as error of the reading.

    Raises
    ------
    InputError
        For a colour or a spectrum that is none, or parts out of range.
    """

    white_parts: float
    lab: Array
    reflectance: Array | None = None
    others: tuple[tuple[Paint, float], ...] = ()

    def __post_init__(self) -> None:
        checked_lab(self.lab, "lab")
        if not 0 <= self.white_parts <= GREATEST_TINT:
            raise InputError(
                f"white_parts: give 0 for the masstone, or up to {GREATEST_TINT:g}.", "white_parts"
            )

    @classmethod
    def of_spectrum(cls, white_parts: float, reflectance: Array) -> "Reading":
        """A reading from a spectrum of shape (36,)."""
        spectrum = as_spectra(reflectance)
        return cls(white_parts, lab_from_reflectance(spectrum), spectrum)

    def mixture(self, paint: Paint) -> tuple[list[Paint], Array]:
        """The paints of the drawdown, the given one for the tube's, and their parts by volume."""
        paints = [paint, library().paint(WHITE_KEY), *(other for other, _ in self.others)]
        return paints, np.array([1.0, self.white_parts, *(parts for _, parts in self.others)])

    @property
    def name(self) -> str:
        """What the reading is of, in words."""
        if self.others:
            return f"mixture with {' and '.join(paint.name.lower() for paint, _ in self.others)}"
        return "masstone" if self.white_parts == 0 else f"tint 1 : {self.white_parts:g}"


@dataclass(frozen=True)
class Calibration:
    """A tube's paint as its readings make it.

    Attributes
    ----------
    paint : Paint
        The calibrated paint, its doubts those that the readings leave.
    base_key : str
        Key of the paint whose shapes were bent.
    before, after : tuple of float
        CIEDE2000 of each reading from the library's paint, and from the calibrated one.
    remarks : tuple of str
        What is poor about the set of readings; empty where nothing is.
    """

    paint: Paint
    base_key: str
    before: tuple[float, ...]
    after: tuple[float, ...]
    remarks: tuple[str, ...]


def _cosines() -> Array:
    """Smooth shapes over the wavelengths, shape (len(STRAY), 36), each times its prior."""
    along = (WAVELENGTHS_NM - WAVELENGTHS_NM[0]) / np.ptp(WAVELENGTHS_NM)
    shapes = np.cos(np.pi * np.arange(len(STRAY))[:, None] * along)
    return np.asarray(shapes * np.array(STRAY)[:, None])


_SHAPES: Final = _cosines()


def bent(paint: Paint, departures: Array) -> tuple[Array, Array]:
    """K and S of a paint after smooth departures, shape (2 len(STRAY),), in prior deviations."""
    half = len(STRAY)
    absorption = paint.absorption * np.exp(departures[:half] @ _SHAPES)
    scattering = paint.scattering * np.exp(departures[half:] @ _SHAPES)
    return absorption, scattering


@dataclass(frozen=True)
class _Drawdowns:
    """Drawdowns as arrays: parts, shape (readings, 2 + others), the tube's and white's first; K and
    S of white and of the others, shape (1 + others, 36); and the error of each reading, CIEDE2000.
    """

    parts: Array
    absorption: Array
    scattering: Array
    errors: Array

    @classmethod
    def of(cls, readings: Sequence[Reading], base: Paint) -> "_Drawdowns":
        """What was read, of a tube that is about the base."""
        others = list({p.key: p for r in readings for p, _ in r.others}.values())
        place = {paint.key: 2 + i for i, paint in enumerate(others)}
        parts = np.zeros((len(readings), 2 + len(others)))
        for row, reading in zip(parts, readings, strict=True):
            row[:2] = 1.0, reading.white_parts
            for paint, amount in reading.others:
                row[place[paint.key]] += amount
        rest = [library().paint(WHITE_KEY), *others]
        known = cls(
            parts,
            np.array([paint.absorption for paint in rest]),
            np.array([paint.scattering for paint in rest]),
            np.full(len(readings), READING_ERROR),
        )
        return (
            replace(known, errors=known._with_doubts(others, base, readings)) if others else known
        )

    def films(self, absorption: Array, scattering: Array) -> Array:
        """Reflectance, shape (readings, 36), of the drawdowns with a paint for the tube's."""
        k = np.concatenate([absorption[None], self.absorption])
        s = np.concatenate([scattering[None], self.scattering])
        return opaque_film(self.parts, k, s)

    def _with_doubts(
        self, others: Sequence[Paint], base: Paint, readings: Sequence[Reading]
    ) -> Array:
        """Errors of the readings, with what is not known of the other paints in them."""
        axes = np.stack([difference_axes(np.asarray(reading.lab)) for reading in readings])
        plain = lab_from_reflectance(self.films(base.absorption, base.scattering))
        squares = self.errors**2
        for i, paint in enumerate(others, start=1):
            for mode in paint.doubts:
                k, s = self.absorption.copy(), self.scattering.copy()
                k[i], s[i] = k[i] * np.exp(mode[0]), s[i] * np.exp(mode[1])
                moved = replace(self, absorption=k, scattering=s)
                labs = lab_from_reflectance(moved.films(base.absorption, base.scattering))
                squares = squares + (np.einsum("rij,rj->ri", axes, labs - plain) ** 2).sum(axis=1)
        return np.asarray(np.sqrt(squares))


def nearest_paint(readings: Sequence[Reading]) -> Paint:
    """The library paint whose drawdowns are nearest to the readings; its spectrum gives the shape.

    Raises
    ------
    InputError
        Where there is no reading.
    """
    _need(readings)
    wanted = np.array([reading.lab for reading in readings])
    paints = [p for p in library().paints.values() if not p.recipe]
    drawn = _Drawdowns.of(readings, paints[0])

    def away(paint: Paint) -> float:
        labs = lab_from_reflectance(drawn.films(paint.absorption, paint.scattering))
        return float(delta_e_2000(labs, wanted).mean())

    return min(paints, key=away)


def calibrate(
    readings: Sequence[Reading], base: Paint | None = None, key: str = "", name: str = ""
) -> Calibration:
    """A tube's own paint from its readings.

    Parameters
    ----------
    readings : sequence of Reading
        A masstone and a tint at least, to tell absorption from scattering; a second tint
        improves it. A poor set is calibrated all the same, and told.
    base : Paint, optional
        The library paint it is labelled as; the nearest one where none is given.
    key, name : str
        Of the calibrated paint; the base's where none is given.

    Raises
    ------
    InputError
        Where there is no reading.
    """
    _need(readings)
    base = base or nearest_paint(readings)
    wanted = np.array([reading.lab for reading in readings])
    metrics = np.stack([difference_axes(lab) for lab in wanted])
    drawn = _Drawdowns.of(readings, base)

    def residuals(departures: Array) -> Array:
        films = drawn.films(*bent(base, departures))
        gaps = lab_from_reflectance(films) - wanted
        off = np.einsum("rij,rj->ri", metrics, gaps) / drawn.errors[:, None]
        spectral = [
            (np.sqrt(film) - np.sqrt(reading.reflectance)) / SPECTRAL_ERROR
            for film, reading in zip(films, readings, strict=True)
            if reading.reflectance is not None
        ]
        return np.concatenate([off.ravel(), *spectral, departures])

    start = np.zeros(2 * len(STRAY))
    found = least_squares(residuals, start, method="trf", max_nfev=_EVALUATIONS)
    absorption, scattering = bent(base, found.x)
    before, after = (
        delta_e_2000(lab_from_reflectance(drawn.films(k, s)), wanted)
        for k, s in ((base.absorption, base.scattering), (absorption, scattering))
    )
    paint = replace(
        base,
        key=key or base.key,
        name=name or base.name,
        absorption=absorption,
        scattering=scattering,
        doubts=_doubts_left(found.jac),
        origin=f"calibrated with {len(readings)} reading{'s' * (len(readings) > 1)}",
        recipe=(),
    )
    remarks = _remarks(readings, after)
    return Calibration(paint, base.key, tuple(before.tolist()), tuple(after.tolist()), remarks)


def _need(readings: Sequence[Reading]) -> None:
    if not readings:
        raise InputError("readings: there is none; read the masstone and a tint first.", "readings")


def _doubts_left(jacobian: Array) -> Array:
    """Changes of log K and log S that the readings leave open, shape (modes, 2, 36).

    The posterior covariance is the inverse of JᵀJ, the prior being among the rows; its principal
    axes are independent, each one standard deviation long.
    """
    values, axes = np.linalg.eigh(np.linalg.inv(jacobian.T @ jacobian))
    departures = (axes * np.sqrt(np.maximum(values, 0.0))).T
    half = len(STRAY)
    modes = np.stack([departures[:, :half] @ _SHAPES, departures[:, half:] @ _SHAPES], axis=1)
    size = np.abs(modes).reshape(len(modes), 2 * BANDS).max(axis=1)
    return np.asarray(modes[np.argsort(size)[::-1][:DOUBT_MODES]])


def _remarks(readings: Sequence[Reading], after: Array) -> tuple[str, ...]:
    """What is poor about a set of readings, in words that say how to better it."""
    remarks = []
    alone = [reading for reading in readings if not reading.others]
    tints = [reading for reading in alone if reading.white_parts > 0]
    if not alone:
        remarks.append(
            "Only mixtures with other tubes were read, so the difference is shared between them. "
            "Read it alone, and a tint, to be sure."
        )
    elif not tints:
        remarks.append(
            "Only the masstone was read: its strength is the library's. Read a tint, 1 part in "
            "10 of white, say."
        )
    elif len(tints) == len(alone):
        remarks.append(
            "The masstone was not read: how dark it is alone is the library's. Read it unthinned."
        )
    white = library().paint(WHITE_KEY)
    plain = lab_from_reflectance(
        opaque_film(np.ones(1), white.absorption[None], white.scattering[None])
    )
    for reading in tints:
        if delta_e_2000(np.asarray(reading.lab), plain) < PALE_BELOW:
            remarks.append(
                f"The {reading.name} is too pale to tell the strength by; take less white."
            )
    worst = int(np.argmax(after))
    if after[worst] >= CONTRADICTS_FROM:
        remarks.append(
            f"The readings contradict each other: the {readings[worst].name} stays "
            f"ΔE {after[worst]:.1f} away. Check its parts, and read it again."
        )
    return tuple(remarks)
