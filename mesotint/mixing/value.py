"""Value held: white or a darker neutral added until a mixture is as light as it is wanted."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lightness_from_reflectance
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array, Indices
from mesotint.optics.kubelka_munk import mixed
from mesotint.paints.library import Paint

WITHIN: Final = 0.5
"""How near L* is held."""

_SOUGHT_WITHIN: Final = 1e-3
_LEAST_LOG: Final = -14.0
_MOST: Final = 1e4
_BLOCK: Final = 4096


@dataclass(frozen=True)
class Held:
    """Mixtures brought to a lightness.

    Attributes
    ----------
    paints : tuple of Paint
        Those of the mixtures, then white and the dark neutral.
    parts : array, shape (n, paints)
    labs : array, shape (n, 3)
    reached : array of bool, shape (n,)
        Whether L* came within 0.5 of what was wanted.
    """

    paints: tuple[Paint, ...]
    parts: Array
    labs: Array
    reached: np.ndarray


def hold_value(
    parts: Array,
    paints: Sequence[Paint],
    lightness: float | Array,
    white: Paint,
    dark: Paint,
    viewing: Viewing = DEFAULT_VIEWING,
) -> Held:
    """Bring mixtures to a lightness with white, or with a darker neutral.

    Parameters
    ----------
    parts : array, shape (n, paints)
    lightness : float or array, shape (n,)
        L* wanted.
    white, dark : Paint
        What lightens and what darkens; one of the two is added to each mixture, never both.
    """
    parts = np.asarray(parts, dtype=np.float64)
    wanted = np.broadcast_to(np.asarray(lightness, dtype=np.float64), len(parts))
    absorption = mixed(parts, np.array([paint.absorption for paint in paints]))
    scattering = mixed(parts, np.array([paint.scattering for paint in paints]))
    amount, lighten = amount_to_hold(absorption, scattering, wanted, white, dark, viewing)
    amount *= parts.sum(axis=1)
    everything = (*paints, white, dark)
    result = np.column_stack([parts, amount * lighten, amount * ~lighten])
    labs = viewing.lab(result, everything)
    return Held(everything, result, labs, np.abs(labs[:, 0] - wanted) <= WITHIN)


def amount_to_hold(
    absorption: Array,
    scattering: Array,
    lightness: Array,
    white: Paint,
    dark: Paint,
    viewing: Viewing = DEFAULT_VIEWING,
) -> tuple[Array, np.ndarray]:
    """How much white or dark brings each mixture to a lightness.

    Parameters
    ----------
    absorption, scattering : array, shape (..., 36)
        K and S of one part of each mixture. float32 is enough for very many: L* is then off by
        less than 0.01.
    lightness : array, shape (...)
        L* wanted.

    Returns
    -------
    amount : array, shape (...)
        Parts to one part of the mixture. Where no amount reaches it, the most there is, 10,000, or
        nothing, whichever comes nearer.
    lighten : array of bool, shape (...)
        Whether it is white, and not dark.
    """
    shape = absorption.shape[:-1]
    k, s = (each.reshape(-1, absorption.shape[-1]) for each in (absorption, scattering))
    wanted = np.broadcast_to(lightness, shape).ravel()
    plain = lightness_from_reflectance(viewing.film_of(k, s), viewing.light)
    lighten, amount = plain < wanted, np.zeros(len(k))
    off = np.abs(plain - wanted) > _SOUGHT_WITHIN
    for added, side in ((white, lighten), (dark, ~lighten)):
        needed = np.flatnonzero(off & side)
        # In blocks that stay in the processor's cache.
        for rows in np.split(needed, range(_BLOCK, len(needed), _BLOCK)):
            if len(rows):
                amount[rows] = _amount(k[rows], s[rows], wanted[rows], added, viewing)
    return amount.reshape(shape), lighten.reshape(shape)


def _amount(k: Array, s: Array, wanted: Array, added: Paint, viewing: Viewing) -> Array:
    """Parts of a paint to one of each mixture that bring it to L*, arrays of shape (n, ...)."""
    # Imported where it is needed, so that a command that holds no value starts at once.
    from scipy.optimize.elementwise import find_root

    more_k, more_s = added.absorption.astype(k.dtype), added.scattering.astype(s.dtype)

    def off(log_amount: Array, row: Array) -> Array:
        places: Indices = row.astype(np.intp)
        parts = np.exp(log_amount).astype(k.dtype)[:, None]
        film = viewing.film_of(
            viewing.with_more(k[places], more_k, parts), viewing.with_more(s[places], more_s, parts)
        )
        return lightness_from_reflectance(film, viewing.light) - wanted[places]

    # More of either goes one way, so the amount lies between two bounds; where neither reaches it,
    # it is all or nothing, whichever comes nearer.
    bounds = np.full(len(k), _LEAST_LOG), np.full(len(k), np.log(_MOST))
    found = find_root(
        off, bounds, args=(np.arange(len(k)),), tolerances={"fatol": _SOUGHT_WITHIN, "xatol": 0}
    )
    nothing, most = np.abs(found.f_bracket)
    return np.where(found.success, np.exp(found.x), np.where(most < nothing, _MOST, 0.0))
