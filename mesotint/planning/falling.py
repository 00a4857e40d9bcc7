"""Paints that fall to grey, each with its first partner: the idea of the craft at one look."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.muting.partners import ENDS_FROM, first_partner
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import Paint
from mesotint.planning.scale import Scale, Step

OPENED_BELOW: Final = 45.0
"""L* of a masstone below which its hue is seen only once it is opened (our own judgement)."""

WHITE_PARTS: Final = 3.0
"""Parts of white to one that open it."""


@dataclass(frozen=True)
class Falling:
    """A paint in steps from itself down to the greyest mixture with its partner; opened with
    white where the paint is so dark, or the partner, that nothing would be seen otherwise."""

    paint: Paint
    partner: Paint
    steps: tuple[Step, ...]


def falling(paints: Sequence[Paint], box: Sequence[Paint], count: int = 9) -> list[Falling]:
    """Scales of some paints, from clear to grey.

    Parameters
    ----------
    paints : sequence of Paint
        What falls.
    box : sequence of Paint
        What may mute them.
    count : int
        Steps of each, 3 to 15.

    Returns
    -------
    list of Falling
        Of each paint that something in the box mutes, in their order.
    """
    found = []
    for paint in paints:
        partner = first_partner(paint, box)
        if partner is not None:
            dark = DEFAULT_VIEWING.lab(np.ones((1, 1)), [paint])[0, 0] < OPENED_BELOW
            trail = Trail(paint, partner)
            # A partner so dark that its masstone is the greyest of all greys nothing unopened.
            if dark or trail.neutral_share > ENDS_FROM:
                trail = Trail(paint, partner, WHITE_PARTS)
            scale = Scale(trail, count, to_grey=True)
            found.append(Falling(paint, partner, tuple(scale.steps)))
    return found
