"""How near the colours of a painting lie to each other, as it is seen.

A painting holds together when its colours lie near each other around a common mean. That is
measured in the plane of a* and b*, where near-greys of opposite hues are close and two loud
opposites are far apart, and not by the angles of hues, by which they would count alike. What only
takes chroma away brings colours nearer to each other too, and is told apart: the distance that is
left is held against the chroma that is left. Our own measure, in CIELAB.
"""

from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.optics.grid import Array

COST_DELTA_E: Final = 2.0
"""Mean CIEDE2000 that a painting moves by where mothers are compared: seen when touching. With
less none does anything, with more each repaints (our own judgement)."""

DRAWS_BELOW: Final = 0.995
"""Figure of `gathered` below which colours are drawn together, and not merely dulled: at 1 they are
no nearer, and what is told in whole per cent has to be one (our own judgement)."""

_NO_DISTANCE: Final = 1e-6


def distance(labs: Array, areas: Array) -> Array:
    """Root mean square distance of colours from their mean in the plane of a* and b*, by area.

    Parameters
    ----------
    labs : array, shape (..., passages, 3)
        CIELAB, accents left out.
    areas : array, shape (passages,)
        Any unit, not all zero.

    Returns
    -------
    array, shape (...)
        CIELAB units.
    """
    weights = areas / areas.sum()
    plan = np.asarray(labs)[..., 1:]
    mean = np.einsum("p,...pi->...i", weights, plan)
    away = ((plan - mean[..., None, :]) ** 2).sum(axis=-1)
    return np.asarray(np.sqrt(away @ weights))


def gathered(before: Array, after: Array, areas: Array) -> Array:
    """How far colours are drawn together: distance from the mean, after over before, divided by the
    chroma that is left; below 1 they are, and what only greys is 1.

    Parameters
    ----------
    before : array, shape (passages, 3)
        CIELAB, accents left out.
    after : array, shape (..., passages, 3)
    areas : array, shape (passages,)

    Returns
    -------
    array, shape (...)
    """
    weights = areas / areas.sum()

    def chroma(labs: Array) -> Array:
        return np.asarray(np.hypot(labs[..., 1], labs[..., 2]) @ weights)

    kept = np.minimum(1.0, chroma(after) / max(float(chroma(before)), _NO_DISTANCE))
    left = distance(after, areas) / max(float(distance(before, areas)), _NO_DISTANCE)
    return np.asarray(left / np.maximum(kept, _NO_DISTANCE))


def movement(before: Array, after: Array, areas: Array) -> Array:
    """Mean CIEDE2000 that colours move by, by area.

    Parameters
    ----------
    before : array, shape (passages, 3)
        CIELAB, accents left out.
    after : array, shape (..., passages, 3)
    areas : array, shape (passages,)

    Returns
    -------
    array, shape (...)
    """
    return np.asarray(delta_e_2000(after, before) @ (areas / areas.sum()))
