"""The smoothest spectrum that has a colour, where nothing but its colour is known."""

from functools import cache

import numpy as np

from mesotint.colour.colorimetry import weights, xyz_from_lab
from mesotint.optics.grid import BANDS, Array


def smoothest_reflectance(lab: Array, light: str = "D65") -> Array:
    """The smoothest spectra that have some colours, held within 0.001 and 1.

    The sum of squared second differences is least under the condition of equal tristimulus
    values (van Trigt, "Smoothest reflectance functions", J. Opt. Soc. Am. A 7 (1990), 1891).

    Parameters
    ----------
    lab : array, shape (..., 3)

    Returns
    -------
    array, shape (..., 36)
    """
    return np.clip(xyz_from_lab(lab, light) @ _smoothest(light), 0.001, 1.0)


@cache
def _smoothest(light: str) -> Array:
    """What each tristimulus value brings to the smoothest spectrum, shape (3, 36)."""
    second = np.diff(np.eye(BANDS), n=2, axis=0)
    w = weights(light)
    system = np.zeros((BANDS + 3, BANDS + 3))
    system[:BANDS, :BANDS] = second.T @ second + 1e-9 * np.eye(BANDS)
    system[:BANDS, BANDS:] = w.T
    system[BANDS:, :BANDS] = w
    wanted = np.vstack([np.zeros((BANDS, 3)), np.eye(3)])
    return np.asarray(np.linalg.solve(system, wanted)[:BANDS].T)
