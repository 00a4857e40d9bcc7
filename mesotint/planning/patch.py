"""A patch: one mixture of a scale, a triangle or a chart, with all that is told of it."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from mesotint.colour.srgb import hex_from_lab
from mesotint.mixing.mixture import DEFAULT_VIEWING, Appearance, Viewing, appearances
from mesotint.mixing.near import near_names
from mesotint.mixing.trust import uncertainty
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.amounts import WholeParts, whole_parts


@dataclass(frozen=True)
class Patch:
    """Parts by volume, exact and whole, and how it looks.

    `opened_srgb` is the mixture in the white test on a screen: opened with four parts of white, or
    of water in a wash. `uncertainty` is one standard deviation, in CIEDE2000. `near` names the
    colour that it is near and how it differs; empty where it lies between the names.
    """

    parts: tuple[float, ...]
    whole: WholeParts
    appearance: Appearance
    opened_srgb: str
    uncertainty: float
    near: str


def patches_of(
    parts: Array, paints: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> list[Patch]:
    """Patches of mixtures, parts of shape (n, paints).

    Parameters
    ----------
    parts : array, shape (n, paints)
        Parts by volume, zero or more.
    """
    parts = np.ascontiguousarray(parts, dtype=np.float64)
    return list(_patches_of(parts.tobytes(), parts.shape, tuple(paints), viewing))


# A sheet is asked for again with every change of how it is measured, and is the same sheet then.
@lru_cache(maxsize=128)
def _patches_of(
    data: bytes, shape: tuple[int, ...], paints: tuple[Paint, ...], viewing: Viewing
) -> tuple[Patch, ...]:
    parts = np.frombuffer(data).reshape(shape)
    labs = viewing.lab(parts, paints)
    looks, near = appearances(labs), near_names(labs)
    opened, _ = hex_from_lab(viewing.opened_lab(parts, paints))
    doubts = uncertainty(viewing, parts, paints)
    whole = whole_parts(parts, lambda p: viewing.lab(p, paints))
    return tuple(
        Patch(tuple(row.tolist()), rounded, look, light, float(doubt), name)
        for row, rounded, look, light, doubt, name in zip(
            parts, whole, looks, opened, doubts, near, strict=True
        )
    )
