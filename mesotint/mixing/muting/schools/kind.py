"""The mould of a school of muting: what it is called, and what it mutes with.

A school is one module of this package with a constant ``KIND``. All are common practice without a
published source.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.hues import turn
from mesotint.mixing.mixture import Viewing
from mesotint.paints.library import Paint
from mesotint.paints.roles import mixture

RATIOS: Final = np.linspace(0.1, 0.9, 9)
"""Shares of one paint in a pair of neutrals that are tried; closer ones look alike."""


@dataclass(frozen=True)
class SchoolOfMuting:
    """What a school of muting says of itself.

    Attributes
    ----------
    key : str
        In answers and in files.
    title : str
        Above its patches.
    agent : callable
        What it mutes a paint with, of the other paints of a box, as one paint or a mixture; none
        where the box holds nothing of the kind.
    rank : int
        Where it stands among the schools, the lowest first.
    """

    key: str
    title: str
    agent: Callable[[Paint, Sequence[Paint], Viewing], Paint | None]
    rank: int


def in_ratios(key: str, one: Paint, other: Paint) -> list[Paint]:
    """Two paints mixed in several ratios of equal strength.

    Parameters
    ----------
    key : str
        Of the mixtures.
    """
    amounts = [1 / float(p.absorption.mean() + p.scattering.mean()) for p in (one, other)]
    return [
        mixture(
            key, f"{one.name} with {other.name.lower()}",
            {one: float(r) * amounts[0], other: float(1 - r) * amounts[1]},
        )
        for r in RATIOS
    ]  # fmt: skip


def apart(one: float | None, other: float | None) -> float:
    """Degrees between two hues, 0 to 180; farther than any where one is a grey.

    Parameters
    ----------
    one, other : float or None
        CIELAB hue angles.
    """
    if one is None or other is None:
        return 360.0
    return abs(float(turn(one, other)))
