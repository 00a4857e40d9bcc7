"""The wheel's complement."""

from collections.abc import Sequence
from itertools import combinations
from typing import Final

from mesotint.colour.hues import across, middle_of
from mesotint.mixing.character import hue_of, is_grey
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.ranking import ranked
from mesotint.mixing.muting.relation import are_opposite
from mesotint.mixing.muting.schools.kind import SchoolOfMuting, apart, in_ratios
from mesotint.paints.library import Paint

_BESIDE_WITHIN: Final = 90.0
"""Degrees of hue from the middle of the opposite within which two paints may mix it."""


def _agent(paint: Paint, others: Sequence[Paint], viewing: Viewing) -> Paint | None:
    """The wheel's complement: the tube of the opposite family that greys most, or where none is,
    a mixture of two that stands opposite."""
    coloured = [other for other in others if not is_grey(other)]
    tubes = [other for other in coloured if are_opposite(paint, other)]
    if tubes:
        return tubes[ranked(paint, tubes, viewing).order[0]]
    hue = hue_of(paint)
    if hue is None:
        return None
    # Only neighbours of the opposite make it; of two that lie far from it nothing clear comes.
    middle = middle_of(across(hue))
    near = [other for other in coloured if apart(middle, hue_of(other)) < _BESIDE_WITHIN]
    mixtures = [
        made
        for one, other in combinations(near, 2)
        for made in in_ratios("complement", one, other)
        if are_opposite(paint, made)
    ]
    if not mixtures:
        return None
    return mixtures[ranked(paint, mixtures, viewing).order[0]]


KIND: Final = SchoolOfMuting(key="complement", title="By the complement", agent=_agent, rank=10)
