"""Readings as files know them: a name, a colour or a spectrum, and how much white is in it."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from scipy.interpolate import PchipInterpolator

from mesotint.colour.colorimetry import LIGHTS, adapted_lab
from mesotint.errors import InputError
from mesotint.formats.faults import MOST_READINGS, Faults
from mesotint.optics.grid import WAVELENGTHS_NM, Array
from mesotint.paints.calibration import Reading

NEEDED_NM: Final = (400.0, 700.0)
COARSEST_NM: Final = 20.0
_TINT: Final = re.compile(r"\b1\s*:\s*(\d+(?:[.,]\d+)?)\b")
_OTHER_LIGHT_NAMES: Final = {"F2": None, "TL84": "F11", "FL11": "F11"}


@dataclass(frozen=True)
class NamedReading:
    """A reading, and the sample it is of."""

    name: str
    reading: Reading


def white_parts_in(name: str) -> float:
    """Parts of white that a sample's name tells, as ``Ultramarine 1:9``; 0 where it tells none.

    Parameters
    ----------
    name : str
        Name of a sample, such as "tint 1:4".

    Examples
    --------
    >>> white_parts_in("Ultramarine, 1 : 9")
    9.0
    """
    found = _TINT.search(name)
    return float(found[1].replace(",", ".")) if found else 0.0


def light_of(word: str) -> str:
    """The light a file names; `InputError` where it is none we can adapt from.

    Parameters
    ----------
    word : str
        As it was typed.
    """
    plain = word.strip().upper().removeprefix("ILLUMINANT").strip(" ,")
    plain = _OTHER_LIGHT_NAMES.get(plain) or plain
    known = {light.upper(): light for light in LIGHTS}
    if plain not in known:
        raise InputError(
            f"The light '{word[:30]}' is not one we adapt from; measure under {', '.join(LIGHTS)}.",
            "light",
        )
    return known[plain]


def lab_reading(white_parts: float, lab: Sequence[float], light: str) -> Reading:
    """A reading of CIELAB under any light, adapted to D65.

    Parameters
    ----------
    white_parts : float
        Parts of white to one of the paint; 0 for the masstone.
    lab : sequence of 3 floats
        CIELAB.
    light : str
        A key of `LIGHTS`.
    """
    values = np.array(lab, dtype=np.float64)
    return Reading(white_parts, values if light == "D65" else adapted_lab(values, light))


@dataclass(frozen=True)
class Spectral:
    """A spectrum as it stands in a file: the line, the sample's name, its parts of white, the
    wavelengths in nanometres, and reflectance factors at them."""

    line: int
    name: str
    white_parts: float
    wavelengths_nm: tuple[float, ...]
    values: Sequence[float]


def readings_of(spectra: Sequence[Spectral], faults: Faults) -> list[NamedReading]:
    """Readings of the spectra of a file, in order; of what cannot be, the fault is noted instead.

    Parameters
    ----------
    faults : Faults
        Where they are noted.

    Raises
    ------
    FileFaults
        For more than a file may have.
    """
    if len(spectra) > MOST_READINGS:
        told = f"It has {len(spectra):,} readings; a file may have {MOST_READINGS:,}. Split it."
        faults.add(0, told)
        faults.refuse()
    alike: dict[tuple[float, ...], list[int]] = {}
    for i, each in enumerate(spectra):
        alike.setdefault(each.wavelengths_nm, []).append(i)
    ours: dict[int, Array] = {}
    for grid, places in alike.items():
        # All of one grid are brought onto ours at once.
        with faults.noting(spectra[places[0]].line):
            found = resampled(np.array(grid), np.array([spectra[i].values for i in places]))
            ours.update(zip(places, found, strict=True))
    readings = []
    for i, each in enumerate(spectra):
        if i in ours:
            with faults.noting(each.line):
                reading = Reading.of_spectrum(each.white_parts, ours[i])
                readings.append(NamedReading(each.name, reading))
    return readings


def resampled(wavelengths_nm: Array, values: Array) -> Array:
    """Spectra of any usual grid on the project's, shape (..., 36).

    Between the points by monotone cubics (Fritsch and Carlson 1980); beyond the ends the last
    value holds, as in ASTM E308-18, section 7.3.

    Parameters
    ----------
    wavelengths_nm : array, shape (bands,)
        Rising, in nanometres.
    values : array, shape (..., bands)
        Reflectance factors at the wavelengths.

    Raises
    ------
    InputError
        Where the grid does not cover 400 to 700 nm in steps of 20 nm or finer.
    """
    order = np.argsort(wavelengths_nm)
    grid, spectra = np.asarray(wavelengths_nm)[order], np.asarray(values)[..., order]
    fits = (
        len(grid) > 1
        and grid[0] <= NEEDED_NM[0]
        and grid[-1] >= NEEDED_NM[1]
        and np.diff(grid).min() > 0
        and np.diff(grid).max() <= COARSEST_NM
    )
    if not fits:
        raise InputError(
            "The spectrum has to cover 400 to 700 nm in steps of 20 nm or finer.", "spectrum"
        )
    if np.array_equal(grid, WAVELENGTHS_NM):
        return spectra
    at = np.clip(WAVELENGTHS_NM, grid[0], grid[-1])
    return np.asarray(PchipInterpolator(grid, spectra, axis=-1)(at))
