"""The usual share of a mother: the pull that moves the painting by what is seen when touching.

Mothers are compared at one cost, so that none looks better only since more of it was taken.
"""

from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.harmony.gathering import COST_DELTA_E, movement
from mesotint.harmony.painting import Painting
from mesotint.harmony.pulls import Pulls
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

_TRIED: Final = 17
_CLOSINGS: Final = 3
"""Amounts that are tried at once, and how often closer: to a two-thousandth of what is found."""


def by_strength(painting: Painting, mothers: Sequence[Paint], shares: Array) -> Array:
    """How much of passages is the mother, by strength: volume times what it absorbs and scatters.

    Parameters
    ----------
    shares : array, shape (mothers, n, passages)
        By volume.

    Returns
    -------
    array, shape (mothers, n, passages)
    """
    absorption, scattering = painting.optics
    own = absorption.mean(axis=-1) + scattering.mean(axis=-1)
    does = np.array([float(m.absorption.mean() + m.scattering.mean()) for m in mothers])
    of_mother = shares * does[:, None, None]
    return np.asarray(of_mother / (of_mother + (1 - shares) * own))


def usual_amounts(
    painting: Painting,
    mothers: Sequence[Paint],
    pulls: Pulls,
    accent_share: float = 0.0,
    *,
    even: bool = True,
) -> Array:
    """The usual amount of each mother, shape (mothers,): a fraction of every pull, or a share, that
    moves what is no accent by `COST_DELTA_E` on the mean; all of it where even that moves less.

    Parameters
    ----------
    pulls : Pulls
        Of those mothers.
    accent_share : float
        What accents take.
    even : bool
        Whether all go the same fraction of their pulls, or else take the same share.
    """
    quiet = ~painting.accents
    if not quiet.any():
        return np.zeros(len(mothers))
    before, areas = painting.labs[quiet], painting.areas[quiet]

    def moved(amounts: Array) -> Array:
        """Mean movement at amounts of shape (mothers, n)."""
        alike = np.repeat(amounts[..., None], len(quiet), axis=2)
        shares = pulls.shares_at(alike) if even else alike
        shares = np.where(quiet, shares, accent_share)
        return movement(before, pulls.between(shares)[:, :, quiet], areas)

    rows = np.arange(len(mothers))
    tried = np.broadcast_to(np.linspace(0, 1, _TRIED) ** 2, (len(mothers), _TRIED))
    low = high = np.zeros(len(mothers))
    for _ in range(_CLOSINGS):
        over = moved(tried) >= COST_DELTA_E
        at = np.where(over.any(axis=1), over.argmax(axis=1), _TRIED - 1)
        low, high = tried[rows, np.maximum(at - 1, 0)], tried[rows, at]
        tried = np.linspace(low, high, _TRIED, axis=1)
    return np.asarray(high)
