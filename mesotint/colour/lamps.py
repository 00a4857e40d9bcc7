"""Light as it falls on a sheet: daylight of any colour temperature, and kinds of lamps.

Source: CIE 015:2018, clause 4.1.2 for daylight from its three spectra, and tables of fluorescent
and LED lamps; Planck's law for incandescent ones (see `build_tables`).
"""

from collections.abc import Mapping
from functools import cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import DATA
from mesotint.errors import InputError, nearest_words
from mesotint.optics.grid import WAVELENGTHS_NM, Array

KINDS: Final[Mapping[str, str]] = {
    "daylight": "daylight",
    "led": "LED lamp",
    "fluorescent": "fluorescent lamp",
    "tungsten": "tungsten lamp",
}
"""Kinds of light that a picture may be taken under, with a painter's word for each."""

DAYLIGHT_K: Final = (4000.0, 12000.0)
"""Colour temperatures of daylight that the formula of CIE 015:2018 holds for (to 25 000 K)."""

_SECOND_RADIATION: Final = 1.4388e7
"""The constant c2 of Planck's law, nm K (CIE 015:2018)."""


@cache
def _tables() -> Mapping[str, Array]:
    with np.load(DATA / "lamps.npz") as tables:
        return {kind: tables[kind] for kind in KINDS}


def lamps(kind: str) -> Array:
    """Relative spectral powers of the lamps of a kind, shape (lamps, 36), each of mean 1.

    Parameters
    ----------
    kind : str
        led, fluorescent or tungsten.

    Raises
    ------
    InputError
        For another word.
    """
    if kind not in KINDS or kind == "daylight":
        near = nearest_words(kind, KINDS) or list(KINDS)
        raise InputError(f"No lamp is called '{kind[:40]}'; choose {', '.join(near)}.", "light")
    return _tables()[kind]


def daylight(kelvin: float) -> Array:
    """Relative spectral power of daylight, shape (36,), of mean 1 (CIE 015:2018, clause 4.1.2).

    Parameters
    ----------
    kelvin : float
        Colour temperature, 4000 to 12 000.

    Raises
    ------
    InputError
        For a temperature out of that range.
    """
    if not DAYLIGHT_K[0] <= kelvin <= DAYLIGHT_K[1]:
        raise InputError("Daylight has 4000 to 12 000 K.", "light")
    t = 1000.0 / kelvin
    if kelvin <= 7000:
        x = 0.244063 + 0.09911 * t + 2.9678 * t**2 - 4.6070 * t**3
    else:
        x = 0.237040 + 0.24748 * t + 1.9018 * t**2 - 2.0064 * t**3
    y = -3.0 * x**2 + 2.870 * x - 0.275
    below = 0.0241 + 0.2562 * x - 0.7341 * y
    first = (-1.3515 - 1.7703 * x + 5.9114 * y) / below
    second = (0.0300 - 31.4424 * x + 30.0717 * y) / below
    power = np.array([1.0, first, second]) @ _tables()["daylight"]
    return np.asarray(power / power.mean())


def glowing(kelvin: float) -> Array:
    """Relative spectral power of a body that glows, shape (36,), of mean 1 (Planck's law).

    Parameters
    ----------
    kelvin : float
        Its temperature, above zero.
    """
    power = WAVELENGTHS_NM**-5.0 / np.expm1(_SECOND_RADIATION / (WAVELENGTHS_NM * kelvin))
    return np.asarray(power / power.mean())
