"""The wavelength grid every spectrum of the project stands on."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from mesotint.errors import InputError

Array = NDArray[np.floating[Any]]
"""Real numbers: float64, or float32 where very many are swept for a search."""

Indices = NDArray[np.intp]
Mask = NDArray[np.bool_]
Pixels = NDArray[np.uint8]
"""Pixels of a picture, sRGB, shape (height, width, 3)."""

WAVELENGTHS_NM: Array = np.arange(380.0, 731.0, 10.0)
"""380 to 730 nm in steps of 10 nm, shape (36,)."""

BANDS = WAVELENGTHS_NM.size


def as_spectra(values: object, field: str = "reflectance") -> Array:
    """Reflectance factors on the project's grid, checked.

    Parameters
    ----------
    values : array_like, shape (..., 36)
        Reflectance factors, 0 to 1.2 (a little over 1 happens with fluorescence or noise).
    field : str
        Name to report in an error.

    Raises
    ------
    InputError
        When the values are not numbers, the grid does not fit, or a value is out of range.
    """
    try:
        spectra = np.asarray(values, dtype=np.float64)
    except (TypeError, ValueError):
        raise InputError(f"Give {BANDS} reflectances, numbers between 0 and 1.", field) from None
    if spectra.ndim == 0 or spectra.shape[-1] != BANDS:
        got = spectra.shape[-1] if spectra.ndim else 1
        raise InputError(
            f"Give {BANDS} values, 380 to 730 nm in steps of 10 nm; this has {got}.", field
        )
    if not np.all(np.isfinite(spectra)) or spectra.min() < 0 or spectra.max() > 1.2:
        raise InputError("Every reflectance must lie between 0 and 1.2.", field)
    return spectra
