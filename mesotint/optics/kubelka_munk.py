"""Two-constant Kubelka–Munk theory of a film that absorbs (K) and scatters (S).

Sources: Kubelka and Munk, "Ein Beitrag zur Optik der Farbanstriche", Z. tech. Physik 12 (1931);
Duncan, "The colour of pigment mixtures", Proc. Phys. Soc. 52 (1940) for the additivity of K and S
over the paints of a mixture.
"""

import numpy as np

from mesotint.optics.grid import Array


def mixed(parts: Array, coefficients: Array) -> Array:
    """K or S of mixtures: the mean of their paints', weighted by volume (Duncan 1940).

    Parameters
    ----------
    parts : array, shape (..., paints)
        Volumes, non-negative, in any unit.
    coefficients : array, shape (paints, 36)
        K or S of each paint per unit volume.

    Returns
    -------
    array, shape (..., 36)
    """
    result: Array = (parts / parts.sum(axis=-1, keepdims=True)) @ coefficients
    return result


def opaque_reflectance(absorption: Array, scattering: Array) -> Array:
    """Internal reflectance of a film too thick to see through (Kubelka and Munk 1931).

    ``R = 1 + K/S - sqrt((K/S)**2 + 2 K/S)``, written as ``1 / (1 + q + sqrt(q (q + 2)))``, which
    keeps its precision when K/S is large.

    Parameters
    ----------
    absorption, scattering : array, shape (..., 36)
        K of zero or more, S above zero.

    Returns
    -------
    array, shape (..., 36)
        Between 0 and 1.
    """
    ratio = absorption / scattering
    return np.asarray(1.0 / (1.0 + ratio + np.sqrt(ratio * (ratio + 2.0))))


def film_reflectance(
    absorption: Array, scattering: Array, thickness: float | Array, ground: Array
) -> Array:
    """Internal reflectance of a film of finite thickness over a ground.

    Kubelka, "New contributions to the optics of intensely light-scattering materials. Part I",
    J. Opt. Soc. Am. 38 (1948), 448, in the exponential form of the hyperbolic solution, which
    does not overflow for thick films.

    Parameters
    ----------
    absorption, scattering : array, shape (..., 36)
        K of zero or more and S above zero, per unit thickness.
    thickness : float or array
        Zero or more, broadcast against the spectra.
    ground : array, shape (..., 36)
        Internal reflectance of what lies below.

    Returns
    -------
    array, shape (..., 36)
    """
    # A film that only scatters is the limit of one that absorbs next to nothing.
    ratio = np.maximum(absorption / scattering, 1e-9)
    root = np.sqrt(ratio * (ratio + 2.0))
    infinite = 1.0 / (1.0 + ratio + root)
    decay = np.exp(-2.0 * root * scattering * thickness)
    gap = (ground - infinite) / (ground - 1.0 / infinite)
    return np.asarray((infinite - decay * gap / infinite) / (1.0 - decay * gap))
