"""How far to trust a predicted mixture: a ± in CIEDE2000 from what is not known of its paints."""

from collections.abc import Sequence

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint


def uncertainty(
    viewing: Viewing, parts: Array, paints: Sequence[Paint], water: float | Array = 0.0
) -> Array:
    """Standard uncertainty of the colours of mixtures.

    Each paint's doubts are independent of each other and of those of other paints; each is moved
    by one standard deviation, and the differences it makes are added in squares (JCGM 100:2008,
    clause 5.1.2, with the sensitivity taken as a difference).

    Parameters
    ----------
    viewing : Viewing
    parts : array, shape (..., paints)
    paints : sequence of Paint
    water : float or array
        Parts of water to one of paint, in a wash.

    Returns
    -------
    array, shape (...)
        CIEDE2000, one standard deviation.
    """
    parts = np.asarray(parts, dtype=np.float64)
    shape, parts = parts.shape[:-1], parts.reshape(-1, len(paints))
    thinned = np.broadcast_to(water, shape).reshape(-1)
    log_k = np.log([p.absorption for p in paints])
    log_s = np.log([p.scattering for p in paints])
    # A paint that is in none of the mixtures cannot make a difference.
    doubts = [(i, mode) for i, p in enumerate(paints) if parts[:, i].any() for mode in p.doubts]
    all_k = np.repeat(log_k[None], len(doubts) + 1, axis=0)
    all_s = np.repeat(log_s[None], len(doubts) + 1, axis=0)
    for row, (i, mode) in enumerate(doubts, start=1):
        all_k[row, i] += mode[0]
        all_s[row, i] += mode[1]
    films = viewing.film(parts, np.exp(all_k), np.exp(all_s), thinned)
    labs = lab_from_reflectance(films, viewing.light)
    squares = delta_e_2000(labs[:1], labs[1:]) ** 2
    return np.asarray(np.sqrt(squares.sum(axis=0)).reshape(shape))
