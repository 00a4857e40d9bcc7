"""Whether a mixture is one that was mixed before, as a painter would say it."""

from collections.abc import Mapping
from typing import Final

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import EYE_TELLS
from mesotint.optics.grid import Array

SAME_SHARE: Final = 1 / 20
"""How far the share of a paint may be off, of the whole: no hand mixes closer twice. Our own
judgement; with twice of it mixtures that a painter would tell apart become one."""


def same_mixture(
    one: Mapping[int, float], other: Mapping[int, float], lab: Array, other_lab: Array
) -> bool:
    """Whether two mixtures are one, mixed twice: the same tubes, every share within a twentieth of
    the whole, and no eye tells their colours apart.

    Parameters
    ----------
    one, other : mapping of int to float
        How much of each tube is in them, by its key; each adds to 1.
    lab, other_lab : ndarray of float
        Their CIELAB, shape (3,).

    Examples
    --------
    >>> import numpy as np
    >>> grey = np.array([50.0, 1.0, 1.0])
    >>> same_mixture({1: 0.5, 2: 0.5}, {1: 0.46, 2: 0.54}, grey, grey + 0.3)
    True
    >>> same_mixture({1: 0.5, 2: 0.5}, {1: 0.4, 2: 0.6}, grey, grey)
    False
    """
    return (
        one.keys() == other.keys()
        and all(abs(share - other[tube]) <= SAME_SHARE for tube, share in one.items())
        and float(delta_e_2000(lab, other_lab)) < EYE_TELLS
    )
