"""Systematic colour names: the ISCC–NBS name whose centroid is nearest.

The names and centroids are those of the Universal Color Language, level 3 (Kelly and Judd, "The
ISCC-NBS method of designating colors and a dictionary of color names", NBS Circular 553, 1955;
centroids: Kelly, "Central notations for the revised ISCC-NBS color-name blocks", J. Res. NBS 61
(1958), 427). `data/iscc-nbs.csv` has them as the npm package color-name-lists carries them, CC0:
as 8-bit sRGB codes, and not as Kelly's Munsell notations; by-names after a comma and cross
references are left out. The blocks themselves have edges in hue, value and chroma; here a colour
has the name whose centroid is nearest by CIEDE2000.
"""

import csv
from functools import cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import DATA
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import lab_from_hex
from mesotint.optics.grid import Array, Indices

_MOST_OF_A_STEP: Final = 1.75
"""The most that CIEDE2000 divides a difference of L* by (its S_L, at black and at white): what is
farther in L* alone than some centroid in all cannot be nearer."""

_AT_ONCE: Final = 1024
"""Colours that are compared with all centroids at a time, so that many take no more memory."""


@cache
def centroids() -> tuple[tuple[str, ...], Array]:
    """The 267 names in the order of the Circular, and CIELAB of their centroids."""
    with (DATA / "iscc-nbs.csv").open(encoding="utf-8", newline="") as file:
        rows = list(csv.DictReader(file))
    return tuple(row["name"] for row in rows), np.array([lab_from_hex(r["hex"]) for r in rows])


def systematic_names(lab: Array) -> list[str]:
    """Systematic names of CIELAB colours, shape (n, 3).

    Parameters
    ----------
    lab : array, shape (..., 3)
        CIELAB.

    Examples
    --------
    >>> systematic_names(np.array([[20.0, 0.0, 0.0]]))
    ['black']
    """
    names, middles = centroids()
    lab = np.atleast_2d(np.asarray(lab, dtype=np.float64))
    blocks = np.split(lab, range(_AT_ONCE, len(lab), _AT_ONCE))
    return [names[at] for some in blocks for at in _nearest(some, middles).tolist()]


def _nearest(lab: Array, middles: Array) -> Indices:
    """The place of the centroid nearest to each colour by CIEDE2000, of all of them."""
    close = ((lab[:, None] - middles) ** 2).sum(axis=2).argmin(axis=1)
    least = delta_e_2000(lab, middles[close])
    apart = np.abs(lab[:, None, 0] - middles[:, 0])
    row, column = np.nonzero(apart <= _MOST_OF_A_STEP * least[:, None])
    gaps = np.full(apart.shape, np.inf)
    gaps[np.arange(len(lab)), close] = least
    gaps[row, column] = delta_e_2000(lab[row], middles[column])
    return np.asarray(gaps.argmin(axis=1))
