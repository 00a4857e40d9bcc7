"""The usual share of a mother: the largest pull that meets every wish, and no larger than halves
the hue spread.

The hues draw together as the pull grows, so that it is the one that leaves the least spread; where
a mother turns them apart first, none of it is taken.
"""

from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.harmony.judgement import HALF, wishes_kept
from mesotint.harmony.painting import Painting
from mesotint.harmony.pulls import Pulls
from mesotint.harmony.unity import hue_spread
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

MARGIN: Final = 0.03
"""Share of each wish's limit that is left, since pulls are read between samples."""

_TRIED: Final = 25
_CLOSER: Final = 9


def by_strength(painting: Painting, mothers: Sequence[Paint], shares: Array) -> Array:
    """How much of passages is the mother, by strength: volume times what it absorbs and scatters.

    Parameters
    ----------
    painting : Painting
    mothers : sequence of Paint
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
    """The usual amount of each mother, shape (mothers,): a fraction of every pull, or a share.

    Parameters
    ----------
    painting : Painting
    mothers : sequence of Paint
    pulls : Pulls
        Of those mothers.
    accent_share : float
        What accents take.
    even : bool
        Whether all go the same fraction of their pulls, or else take the same share.
    """
    quiet, areas = ~painting.accents, painting.areas
    wanted = HALF * float(hue_spread(painting.labs[quiet], areas[quiet]))
    most = pulls.least_amount(wanted, quiet, areas, even=even)

    def spreads(amounts: Array) -> Array:
        """Hue spread at amounts of shape (mothers, n); infinite where a wish gives way."""
        alike = np.repeat(amounts[..., None], len(quiet), axis=2)
        shares = pulls.shares_at(alike) if even else alike
        shares = np.where(quiet, shares, accent_share)
        labs = pulls.between(shares)
        met = wishes_kept(painting, labs, by_strength(painting, mothers, shares), MARGIN)
        return np.where(met, hue_spread(labs[:, :, quiet], areas[quiet]), np.inf)

    rows = np.arange(len(most))
    tried = most[:, None] * np.linspace(1, 0, _TRIED)
    found = spreads(tried)
    # A mother that turns the hues apart is of no use however little of it is taken.
    found[:, -1] = np.minimum(found[:, -1], 2 * wanted)
    best = found.argmin(axis=1)
    high = tried[rows, np.maximum(best - 1, 0)]
    closer = np.linspace(high, tried[rows, best], _CLOSER, axis=1)
    again = spreads(closer)
    # What is at the far end is met already.
    again[:, -1] = found[rows, best]
    return np.asarray(closer[rows, again.argmin(axis=1)])
