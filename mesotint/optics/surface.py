"""The surface of a paint film: what is reflected there before and after light has met the paint.

Source of the correction: Saunderson, "Calculation of the color of pigmented plastics",
J. Opt. Soc. Am. 32 (1942), 727. The diffuse surface reflection of each finish is a figure from
memory, no published source.
"""

from typing import Final

import numpy as np

from mesotint.errors import InputError, nearest_words
from mesotint.optics.grid import Array

OUTER_REFLECTION: Final = 0.035
"""Saunderson's k1: share of light that the surface turns back from outside."""

INNER_REFLECTION: Final = 0.6
"""Saunderson's k2: share of diffuse light that the surface turns back from inside."""

FINISHES: Final[dict[str, float]] = {"gloss": 0.004, "satin": 0.012, "matte": 0.03}
"""Share of light that the surface scatters toward the eye, by finish (from memory)."""


def surface_scatter(finish: str) -> float:
    """Diffuse surface reflection of a finish; `InputError` for an unknown one.

    Parameters
    ----------
    finish : str
        gloss, satin or matte.
    """
    try:
        return FINISHES[finish]
    except KeyError:
        near = nearest_words(finish, FINISHES)
        hint = f"did you mean {near[0]}?" if near else "choose gloss, satin or matte."
        raise InputError(f"The finish '{finish}' is not known; {hint}", "finish") from None


def seen_reflectance(internal: Array, finish: str = "satin") -> Array:
    """Reflectance a viewer sees of a film of given internal reflectance (Saunderson 1942).

    Parameters
    ----------
    internal : array, shape (..., 36)
        Internal reflectance, 0 to 1.
    finish : str
        gloss, satin or matte.

    Returns
    -------
    array, shape (..., 36)
        Above 0 and below 1.
    """
    inside = (1 - OUTER_REFLECTION) * (1 - INNER_REFLECTION) * internal
    return np.asarray(surface_scatter(finish) + inside / (1 - INNER_REFLECTION * internal))


def internal_reflectance(seen: Array, finish: str = "satin") -> Array:
    """The inverse of `seen_reflectance`; values below the surface's own are held at 1e-4.

    Parameters
    ----------
    seen : array, shape (..., 36)
        Reflectance factors with the surface on, 0 to 1.
    finish : str
        gloss, satin or matte.
    """
    through = np.asarray(seen) - surface_scatter(finish)
    gain = (1 - OUTER_REFLECTION) * (1 - INNER_REFLECTION)
    return np.clip(through / (gain + INNER_REFLECTION * through), 1e-4, 1 - 1e-6)
