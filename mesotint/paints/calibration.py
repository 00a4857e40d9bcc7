"""Calibration: a tube's own K and S, from readings of its masstone and its tints.

The library's nearest paint gives the shapes; the readings bend them. The unknowns are smooth
changes of log K and log S along the doubts of what the label says (`mesotint.paints.stray`), so the
answer is the most likely paint under those priors and the readings' errors (Tarantola 2005,
*Inverse Problem Theory*, section 3.2: least squares with prior). What the readings leave open stays
as the paint's doubts, so that every mixture's ± tells how far the calibration is to be trusted.
"""

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final

import numpy as np
from scipy.optimize import least_squares

from mesotint.colour.colorimetry import checked_lab, lab_from_reflectance, lab_slopes
from mesotint.colour.difference import delta_e_2000, difference_axes
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.optics.film import film_slopes, opaque_film, opaque_film_of
from mesotint.optics.grid import BANDS, Array, as_spectra
from mesotint.paints.library import Paint, library
from mesotint.paints.stray import bent, doubts_left, film_moves

READING_ERROR: Final = 0.16
"""Standard error of a reading, root mean square in CIEDE2000: a hand-held colorimeter's own, and a
little for the drawdown (our own judgement). Larger, and a ± after calibration holds nearly every
mixture; smaller, and it is trusted beyond what an instrument repeats."""

CONTRADICTS_FROM: Final = 2.0
"""CIEDE2000 left at a reading after calibration from which the readings contradict each other."""

PALE_BELOW: Final = 8.0
"""CIEDE2000 from white below which a tint is too pale to tell the paint's strength."""

SPECTRAL_ERROR: Final = 0.006
"""Standard error of a spectral reading, in the square root of reflectance (our own judgement)."""

GREATEST_TINT: Final = 1000.0
_EVALUATIONS: Final = 60
_DIGITS: Final = 5
"""Digits of a share to which two kept drawdowns are the same one."""


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
        Other paints in the mixture, and parts of each to one of the paint. They are unknowns as
        far as their doubts go.

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
            raise InputError(f"Give 0 for the masstone, or up to {GREATEST_TINT:g}.", "white_parts")

    @classmethod
    def of_spectrum(cls, white_parts: float, reflectance: Array) -> "Reading":
        """A reading from a spectrum of shape (36,).

        Parameters
        ----------
        white_parts : float
            Parts of white to one of the paint; 0 for the masstone.
        reflectance : array, shape (..., 36)
            Reflectance factors, 0 to 1.
        """
        spectrum = as_spectra(reflectance)
        return cls(white_parts, lab_from_reflectance(spectrum), spectrum)

    def mixture(self, paint: Paint) -> tuple[list[Paint], Array]:
        """The paints of the drawdown, the given one for the tube's, and their parts by volume."""
        paints = [paint, library().white, *(other for other, _ in self.others)]
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


@dataclass(frozen=True)
class _Drawdowns:
    """Drawdowns of some tubes as arrays, in an order that does not depend on who asks.

    Attributes
    ----------
    paints : tuple of Paint
        What is in them, as far as it is known without them, by key.
    shares : array, shape (drawdowns, paints)
    labs : array, shape (drawdowns, 3)
    spectra : tuple of array or None
    """

    paints: tuple[Paint, ...]
    shares: Array
    labs: Array
    spectra: tuple[Array | None, ...]

    @classmethod
    def of(cls, read: Sequence[tuple[Paint, Sequence[Reading]]]) -> "_Drawdowns":
        """What was read of some tubes. A mixture that was kept for several of them counts once."""
        paints = {paint.key: paint for paint, _ in read}
        rows: dict[tuple[object, ...], tuple[dict[str, float], Reading]] = {}
        for paint, readings in read:
            for number, reading in enumerate(readings):
                held, parts = reading.mixture(paint)
                shares: dict[str, float] = {}
                for each, part in zip(held, (parts / parts.sum()).tolist(), strict=True):
                    if part > 0:
                        paints.setdefault(each.key, each)
                        shares[each.key] = shares.get(each.key, 0.0) + part
                told = {key: float(f"{shares[key]:.{_DIGITS}g}") for key in sorted(shares)}
                # Two drawdowns of one tube alone that read alike are two all the same.
                which = -1 if reading.others else number
                rows[(*told.items(), *np.asarray(reading.lab).tolist(), which)] = told, reading
        keys = sorted(paints)
        drawn = [rows[key] for key in sorted(rows, key=repr)]
        table = [[shares.get(key, 0.0) for key in keys] for shares, _ in drawn]
        return cls(
            tuple(paints[key] for key in keys),
            np.array(table),
            np.array([reading.lab for _, reading in drawn]),
            tuple(reading.reflectance for _, reading in drawn),
        )

    @cached_property
    def unknowns(self) -> tuple[str, ...]:
        """What is not known of all paints, each once."""
        return tuple(dict.fromkeys(name for p in self.paints for name in p.doubts.names))

    @cached_property
    def of_each(self) -> list[list[int]]:
        """Where each paint's unknowns stand among all of them."""
        place = {name: i for i, name in enumerate(self.unknowns)}
        return [[place[name] for name in paint.doubts.names] for paint in self.paints]

    @cached_property
    def axes(self) -> Array:
        """What turns a step in CIELAB into errors of a reading, shape (drawdowns, 3, 3)."""
        return np.asarray(difference_axes(self.labs) * np.sqrt(3) / READING_ERROR)

    def optics(self, departures: Array) -> tuple[Array, Array]:
        """K and S of the paints, shape (paints, 36) each, after departures in deviations."""
        pairs = [
            bent(paint.absorption, paint.scattering, paint.doubts, departures[at])
            for paint, at in zip(self.paints, self.of_each, strict=True)
        ]
        return np.array([pair[0] for pair in pairs]), np.array([pair[1] for pair in pairs])

    def residuals(self, departures: Array) -> Array:
        """What is left of every reading, in its errors, and the departures themselves."""
        films = opaque_film(self.shares, *self.optics(departures))
        gaps = lab_from_reflectance(films) - self.labs
        spectral = [
            (np.sqrt(film) - np.sqrt(spectrum)) / SPECTRAL_ERROR
            for film, spectrum in zip(films, self.spectra, strict=True)
            if spectrum is not None
        ]
        off = (self.axes @ gaps[..., None]).ravel()
        return np.concatenate([off, *spectral, departures])

    def slopes(self, departures: Array) -> Array:
        """Slopes of `residuals` by the departures."""
        k, s = self.optics(departures)
        whole = self.shares @ k, self.shares @ s
        films = opaque_film_of(*whole)
        by_log = film_slopes(opaque_film_of, *whole)
        bands = np.zeros((*films.shape, len(departures)))
        for i, (paint, at) in enumerate(zip(self.paints, self.of_each, strict=True)):
            moves = film_moves(by_log, self.shares[:, i], (k[i], s[i]), whole)
            by_band = moves.reshape(len(moves), 2, BANDS)
            bands[..., at] += np.einsum("nhb,mhb->nbm", by_band, paint.doubts.moves)
        colours = self.axes @ lab_slopes(films) @ bands
        read = [i for i, spectrum in enumerate(self.spectra) if spectrum is not None]
        spectral = bands[read] / (2 * np.sqrt(films[read]) * SPECTRAL_ERROR)[..., None]
        rows = [each.reshape(-1, len(departures)) for each in (colours, spectral)]
        return np.concatenate([*rows, np.eye(len(departures))])

    @cached_property
    def digest(self) -> str:
        """A name for just these drawdowns of just these paints."""
        known = [a for p in self.paints for a in (p.absorption, p.scattering)]
        data = [*known, self.shares, self.labs, *(s for s in self.spectra if s is not None)]
        told = hashlib.sha256(" ".join(self.unknowns).encode())
        for array in data:
            told.update(np.ascontiguousarray(array, dtype=np.float64).tobytes())
        return told.hexdigest()[:12]


def nearest_paint(readings: Sequence[Reading]) -> Paint:
    """The library paint whose drawdowns are nearest to the readings; its spectrum gives the shape.

    Parameters
    ----------
    readings : sequence of Reading
        At least one.

    Raises
    ------
    InputError
        Where there is no reading.
    """
    _need(readings)
    wanted = np.array([reading.lab for reading in readings])
    paints = library().plain

    def away(paint: Paint) -> float:
        return float(delta_e_2000(_colours(readings, paint), wanted).mean())

    return min(paints, key=away)


def _colours(readings: Sequence[Reading], paint: Paint) -> Array:
    """CIELAB of the drawdowns, shape (readings, 3), with a paint for the tube's."""
    films = [
        opaque_film(
            parts, np.array([p.absorption for p in held]), np.array([p.scattering for p in held])
        )
        for held, parts in (reading.mixture(paint) for reading in readings)
    ]
    return lab_from_reflectance(np.array(films))


def calibrate(
    readings: Sequence[Reading],
    base: Paint | None = None,
    key: str = "",
    name: str = "",
    alongside: Sequence[tuple[Paint, Sequence[Reading]]] = (),
) -> Calibration:
    """A tube's own paint from its readings.

    Where other tubes are in what was read, they are unknowns as well, each as far as its doubts
    go: a difference is shared between all that may have made it, and counts once.

    Parameters
    ----------
    readings : sequence of Reading
        A masstone and a tint at least, to tell absorption from scattering; a second tint
        improves it. A poor set is calibrated all the same, and told.
    base : Paint, optional
        The library paint it is labelled as; the nearest one where none is given.
    key, name : str
        Of the calibrated paint; the base's where none is given.
    alongside : sequence of (Paint, sequence of Reading)
        What was read of the other tubes in the readings, each with the paint of its label, under
        the keys by which readings name them. None of it is calibrated, but all of it tells.

    Raises
    ------
    InputError
        Where there is no reading.
    """
    _need(readings)
    base = base or nearest_paint(readings)
    drawn = _Drawdowns.of([(base, readings), *alongside])
    found = least_squares(
        drawn.residuals,
        np.zeros(len(drawn.unknowns)),
        jac=drawn.slopes,
        method="trf",
        max_nfev=_EVALUATIONS,
    )
    own = drawn.of_each[[paint.key for paint in drawn.paints].index(base.key)]
    absorption, scattering = bent(base.absorption, base.scattering, base.doubts, found.x[own])
    paint = replace(
        base,
        key=key or base.key,
        name=name or base.name,
        absorption=absorption,
        scattering=scattering,
        doubts=doubts_left(found.jac, own, base.doubts, drawn.digest),
        origin=f"calibrated with {len(readings)} reading{'s' * (len(readings) > 1)}",
        recipe=(),
    )
    wanted = np.array([reading.lab for reading in readings])
    before, after = (delta_e_2000(_colours(readings, p), wanted) for p in (base, paint))
    remarks = _remarks(readings, after)
    return Calibration(paint, base.key, tuple(before.tolist()), tuple(after.tolist()), remarks)


def _need(readings: Sequence[Reading]) -> None:
    if not readings:
        raise InputError("There are no readings; read the masstone and a tint first.", "readings")


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
    white = library().white
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
            f"ΔE {after[worst]:.1f} away, {difference_in_words(float(after[worst]))}. "
            "Check its parts, and read it again."
        )
    return tuple(remarks)
