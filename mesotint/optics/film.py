"""Films of mixed paint: from parts to the reflectance a viewer sees."""

from collections.abc import Callable, Sequence
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.optics.grid import Array
from mesotint.optics.kubelka_munk import film_reflectance, mixed
from mesotint.optics.surface import (
    INNER_REFLECTION,
    OUTER_REFLECTION,
    seen_reflectance,
    surface_scatter,
)

_LOG_STEP: Final = 1e-3


def opaque_film(parts: Array, absorption: Array, scattering: Array, finish: str = "satin") -> Array:
    """Reflectance of opaque films of mixtures: `opaque_reflectance` under `seen_reflectance`.

    Computed in the precision of its arguments, float64 or float32.

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
    # A common factor of all parts cancels, and the parts need no scaling.
    parts = np.asarray(parts)
    return _seen_in_place(parts @ absorption, parts @ scattering, finish)


def opaque_film_of(absorption: Array, scattering: Array, finish: str = "satin") -> Array:
    """Reflectance, shape (..., 36), of opaque films whose K and S, shape (..., 36), are known.

    A common factor of both changes nothing. The precision is that of the arguments.

    Parameters
    ----------
    absorption : array, shape (..., 36)
        K of one part of each mixture, above zero.
    scattering : array, shape (..., 36)
        S of one part of each mixture, above zero.
    finish : str
        gloss, satin or matte.
    """
    return _seen_in_place(absorption, np.array(scattering), finish)


def _seen_in_place(k: Array, s: Array, finish: str) -> Array:
    """What is seen of opaque films; `s` is overwritten with it.

    With q = k / s, R = 1 / (1 + q + sqrt(q (q + 2))) put into Saunderson's formula leaves one root
    and one quotient. This is the sweep that every mixture goes through, so it is done in place.
    """
    below = s + s
    below += k
    below *= k
    np.sqrt(below, out=below)
    below += k
    s *= 1 - INNER_REFLECTION
    below += s
    s /= below
    s *= 1 - OUTER_REFLECTION
    s += surface_scatter(finish)
    return np.asarray(s)


def film_slopes(
    film: Callable[[Array, Array], Array], absorption: Array, scattering: Array
) -> tuple[Array, Array]:
    """How the reflectance of films changes with the logarithms of their K and S.

    Each band depends on its own K and S alone, so one step of all bands tells every slope.

    Parameters
    ----------
    film : callable
        Reflectance, shape (..., 36), of K and S of that shape.
    absorption, scattering : array, shape (..., 36)

    Returns
    -------
    array, array, shape (..., 36)
        The slope by log K, and by log S.
    """
    more, less = np.exp(_LOG_STEP), np.exp(-_LOG_STEP)
    by_k = film(absorption * more, scattering) - film(absorption * less, scattering)
    by_s = film(absorption, scattering * more) - film(absorption, scattering * less)
    return by_k / (2 * _LOG_STEP), by_s / (2 * _LOG_STEP)


def layered_film(
    layers: Sequence[tuple[Array, Array, float]], ground: Array, finish: str = "satin"
) -> Array:
    """Reflectance of dry layers one over another, such as a glaze over a passage.

    The layers lie in one binder, so the light meets a surface only at the top (Kubelka 1954,
    "New contributions … Part II: nonhomogeneous layers", J. Opt. Soc. Am. 44, 330).

    Parameters
    ----------
    layers : sequence of (absorption, scattering, thickness)
        From the ground upward; K and S of shape (..., 36), thickness of zero or more.
    ground : array, shape (..., 36)
        Internal reflectance of what lies below; `internal_reflectance` gives that of a dry
        passage from what is seen of it.
    finish : str
        gloss, satin or matte, of the topmost surface.

    Returns
    -------
    array, shape (..., 36)
    """
    for absorption, scattering, thickness in layers:
        if not np.isfinite(thickness) or thickness < 0:
            raise InputError("A thickness is zero or more.", "thickness")
        ground = film_reflectance(absorption, scattering, thickness, ground)
    return seen_reflectance(ground, finish)


GLAZE_THICKNESS: Final = 0.27
"""Thickness of a thin coat of unthinned paint, in the units of K and S (from memory)."""

WASH_THICKNESS: Final = 1.0
"""Mean thickness of a wash of undiluted paint, in the units of K and S (from memory: a heavy wash,
of which a black comes to about L* 30)."""

GRAIN_SHARE: Final = 0.3
GRAIN_THICKNESS: Final = 0.08
"""Share of the paper that stands up as its grain, and how thick a wash lies on it, of its mean. A
wash settles in the hollows: on bright white paper ultramarine then reaches a chroma of about 63 and
no more, as watercolour does; an even film would reach 90 (from memory)."""


def wash_film(
    parts: Array,
    absorption: Array,
    scattering: Array,
    paper: Array,
    water: float | Array = 0.0,
    finish: str = "satin",
) -> Array:
    """Reflectance of washes over paper or any other ground.

    Water makes the same film hold less paint: after it has dried away, the layer is thinner by
    ``1 + water``.

    Parameters
    ----------
    parts : array, shape (..., paints)
    absorption, scattering : array, shape (paints, 36)
    paper : array, shape (36,)
        Internal reflectance of the ground.
    water : float or array, shape (...)
        Parts of water to one part of paint, zero or more.
    finish : str
        gloss, satin or matte.

    Returns
    -------
    array, shape (..., 36)
    """
    parts = np.asarray(parts, dtype=np.float64)
    return wash_film_of(mixed(parts, absorption), mixed(parts, scattering), paper, water, finish)


def wash_film_of(
    absorption: Array,
    scattering: Array,
    paper: Array,
    water: float | Array = 0.0,
    finish: str = "satin",
) -> Array:
    """Reflectance, shape (..., 36), of washes whose K and S, shape (..., 36), are known by volume.

    The other arguments are those of `wash_film`. Hollows and grain are mixed as areas that the eye
    does not tell apart.

    Parameters
    ----------
    absorption : array, shape (..., 36)
        K of one part of each mixture, above zero.
    scattering : array, shape (..., 36)
        S of one part of each mixture, above zero.
    paper : array, shape (36,)
        Internal reflectance of the ground.
    water : float or array, shape (...)
        Parts of water to one of paint; only a wash takes it.
    finish : str
        gloss, satin or matte.
    """
    mean = np.asarray(WASH_THICKNESS / (1.0 + np.asarray(water, dtype=np.float64)))[..., None]
    in_hollows = (1 - GRAIN_SHARE * GRAIN_THICKNESS) / (1 - GRAIN_SHARE)
    hollows = film_reflectance(absorption, scattering, in_hollows * mean, paper)
    grain = film_reflectance(absorption, scattering, GRAIN_THICKNESS * mean, paper)
    return seen_reflectance((1 - GRAIN_SHARE) * hollows + GRAIN_SHARE * grain, finish)
