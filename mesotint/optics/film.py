"""Films of mixed paint: from parts to the reflectance a viewer sees."""

import numpy as np

from mesotint.optics.grid import Array
from mesotint.optics.kubelka_munk import film_reflectance, mixed, opaque_reflectance
from mesotint.optics.surface import seen_reflectance


def opaque_film(parts: Array, absorption: Array, scattering: Array, finish: str = "satin") -> Array:
    """Reflectance of opaque films of mixtures.

    Parameters
    ----------
    parts : array, shape (..., paints)
        Volumes of each paint; at least one above zero in every row.
    absorption, scattering : array, shape (paints, 36)
        K and S of the paints.
    finish : str
        gloss, satin or matte.

    Returns
    -------
    array, shape (..., 36)
    """
    parts = np.asarray(parts, dtype=np.float64)
    internal = opaque_reflectance(mixed(parts, absorption), mixed(parts, scattering))
    return seen_reflectance(internal, finish)


PAPER_REFLECTANCE = 0.9
"""Internal reflectance of white watercolour paper, the same at all wavelengths (from memory)."""

WASH_THICKNESS = 1.0
"""Thickness of a wash of undiluted paint, in the units of K and S (from memory: a heavy wash)."""


def wash_film(
    parts: Array,
    absorption: Array,
    scattering: Array,
    water: float | Array = 0.0,
    finish: str = "satin",
) -> Array:
    """Reflectance of washes over white paper.

    Water makes the same film hold less paint: after it has dried away, the layer is thinner by
    ``1 + water``.

    Parameters
    ----------
    parts : array, shape (..., paints)
    absorption, scattering : array, shape (paints, 36)
    water : float or array, shape (...)
        Parts of water to one part of paint, zero or more.
    finish : str
        gloss, satin or matte.

    Returns
    -------
    array, shape (..., 36)
    """
    parts = np.asarray(parts, dtype=np.float64)
    thickness = np.asarray(WASH_THICKNESS / (1.0 + np.asarray(water, dtype=np.float64)))
    ground = np.full(absorption.shape[-1], PAPER_REFLECTANCE)
    k, s = mixed(parts, absorption), mixed(parts, scattering)
    return seen_reflectance(film_reflectance(k, s, thickness[..., None], ground), finish)
