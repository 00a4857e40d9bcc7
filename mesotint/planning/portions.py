"""A chart of tints as piles and portions: a mixture that is opened several times is mixed once."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

import numpy as np

from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.roles import mixture
from mesotint.planning.let_downs import READ_WITH_CARE, UNSEEN
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measuring import Measured, measured_addition

_DIGITS: Final = 6
"""Digits to which two mixtures are the same."""


@dataclass(frozen=True)
class Portion:
    """A patch that is a portion of another one's pile, opened.

    Attributes
    ----------
    base : int
        The patch whose pile it is taken from.
    measured : Measured
        How much of the pile, as one paint of the patch's name, and how much white or water.
    """

    base: int
    measured: Measured

    @property
    def taken_ml(self) -> float:
        """Millilitres that the pile gives."""
        return self.measured.amounts[0].volume_ml


def portions(
    parts: Array,
    paints: Sequence[Paint],
    labels: Sequence[str],
    volumes_ml: Sequence[float],
    measure: Measure,
    viewing: Viewing,
) -> Mapping[int, Portion]:
    """The patches that are another one opened, by their place; where no mixture is, none.

    Each is opened from the one that is next to it in white, so that no portion is too small to be
    measured; those that are taken from stand before what is taken from them.

    Parameters
    ----------
    parts : array, shape (patches, paints)
        By volume.
    labels : sequence of str
        What each patch is called.
    volumes_ml : sequence of float
        Millilitres wanted of each.
    viewing : Viewing
        What lightens in it opens: white, or water in a wash.
    """
    white = viewing.lightener
    keys = [paint.key for paint in paints]
    if white.key not in keys:
        return {}
    shares = parts / parts.sum(axis=1, keepdims=True)
    of_white = shares[:, keys.index(white.key)]
    families: dict[tuple[float, ...], list[int]] = {}
    for place, row in enumerate(np.delete(shares, keys.index(white.key), axis=1)):
        if row.sum() > 0:
            families.setdefault(tuple(np.round(row / row.sum(), _DIGITS)), []).append(place)
    ladders = [
        sorted(family, key=lambda place: (of_white[place], place))
        for family in families.values()
        if len(family) > 1
    ]
    # A tube is a pile already, but beside piles it is told as they are.
    if all((parts[ladder[0]] > 0).sum() == 1 for ladder in ladders):
        return {}
    taken: dict[int, Portion] = {}
    for ladder in ladders:
        volumes = dict(zip(ladder, (volumes_ml[place] for place in ladder), strict=True))
        base_of = {}
        # From the lightest down: each takes of the one before it, which becomes so much larger.
        above = list(reversed(ladder))
        for place, base in pairwise(above):
            pile = mixture(
                f"pile {base}", labels[base], dict(zip(paints, parts[base], strict=True))
            )
            more = (of_white[place] - of_white[base]) / (1 - of_white[base])
            wanted = volumes[place] * np.array([1 - more, more])
            found = measured_addition(np.zeros(2), wanted, (pile, white), measure, viewing)
            clear = all(doubt < READ_WITH_CARE for _, doubt in found.doubts)
            if clear and found.amounts[0].paint is pile and found.cost_delta_e <= UNSEEN:
                base_of[place] = Portion(base, found)
                volumes[base] += found.amounts[0].volume_ml
        taken.update((place, base_of[place]) for place in ladder if place in base_of)
    return taken


def ladders(taken: Mapping[int, Portion]) -> list[tuple[int, list[int]]]:
    """Portions by the pile they come from: its patch, and those opened from it one by one.

    Parameters
    ----------
    taken : mapping of int to Portion
        As `portions` tells them.
    """
    found: list[tuple[int, list[int]]] = []
    for place, portion in taken.items():
        if found and found[-1][1][-1] == portion.base:
            found[-1][1].append(place)
        else:
            found.append((portion.base, [place]))
    return found
