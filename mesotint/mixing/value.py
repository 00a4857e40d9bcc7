"""Value held: white or a darker neutral added until a mixture is as light as it is wanted."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

WITHIN: Final = 0.5
"""How near L* is held."""

_HALVINGS: Final = 30
_ROWS_AT_ONCE: Final = 400
_MOST_PARTS: Final = 1e4


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
    paints : sequence of Paint
    lightness : float or array, shape (n,)
        L* wanted.
    white, dark : Paint
        What lightens and what darkens; one of the two is added to each mixture, never both.
    viewing : Viewing
    """
    parts = np.asarray(parts, dtype=np.float64)
    wanted = np.broadcast_to(np.asarray(lightness, dtype=np.float64), len(parts))
    everything = (*paints, white, dark)
    whole = parts.sum(axis=1)
    lighter = viewing.lab(parts, paints)[:, 0] < wanted

    def mixed_with(added: Array) -> Array:
        """Parts, shape (..., n, paints + 2), with this much added to each, shape (..., n)."""
        more = np.stack([added * whole * lighter, added * whole * ~lighter], axis=-1)
        same = np.broadcast_to(parts, (*added.shape, parts.shape[1]))
        return np.concatenate([same, more], axis=-1)

    # More white only lightens and more of the dark only darkens, so closing in from both sides
    # finds the amount; few mixtures are cut finer at a time, many coarser.
    rows = np.arange(len(parts))
    cuts = int(np.clip(_ROWS_AT_ONCE // len(parts), 2, 8))
    low, high = np.full(len(parts), -14.0), np.full(len(parts), np.log(_MOST_PARTS))
    for _ in range(math.ceil(_HALVINGS / math.log2(cuts))):
        tried = np.linspace(low, high, cuts + 1)
        now = viewing.lab(mixed_with(np.exp(tried)), everything)[..., 0]
        enough = np.where(lighter, now >= wanted, now <= wanted)
        enough[-1] = True
        first = np.maximum(np.argmax(enough, axis=0), 1)
        low, high = tried[first - 1, rows], tried[first, rows]
    result = mixed_with(np.exp((low + high) / 2))
    labs = viewing.lab(result, everything)
    return Held(everything, result, labs, np.abs(labs[:, 0] - wanted) <= WITHIN)
