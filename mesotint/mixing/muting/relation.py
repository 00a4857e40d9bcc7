"""What the painters' wheel and temperature say of two paints.

Common practice, no published source.
"""

from functools import lru_cache

import numpy as np

from mesotint.colour.hues import is_tertiary, shared_primary, steps_apart, wheel_name
from mesotint.colour.words import temperature
from mesotint.mixing.character import hue_of
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.library import Paint, library
from mesotint.paints.table import TINT_WHITE_PARTS


def relation(first: Paint, second: Paint) -> str:
    """What the red–yellow–blue wheel calls two paints. Common practice, no published source.

    Complement, near-complement, tertiary complement with the primary both share, neighbour, or
    apart; ``grey`` where one of the two has no hue.

    Parameters
    ----------
    first : Paint
        The paint that is muted.
    second : Paint
        What mutes it.
    """
    angles = hue_of(first), hue_of(second)
    if angles[0] is None or angles[1] is None:
        return "grey"
    one, other = wheel_name(angles[0]), wheel_name(angles[1])
    apart = steps_apart(one, other)
    if apart == 6 and is_tertiary(one) and is_tertiary(other):
        shared = shared_primary(one, other)
        return f"tertiary complement, sharing {shared}" if shared else "tertiary complement"
    if apart >= 5:
        return "complement" if apart == 6 else "near-complement"
    return "neighbour" if apart <= 2 else "apart"


def temperature_remark(first: Paint, second: Paint) -> str:
    """Advice on mixing warm with warm; never a block. Common practice, no published source.

    Parameters
    ----------
    first : Paint
        The paint that is muted.
    second : Paint
        What mutes it.
    """
    sides = _temperature_of(first), _temperature_of(second)
    if None in sides:
        return ""
    if sides[0] == sides[1]:
        return f"{sides[0]} with {sides[1]}: cleaner browns and greys"
    return "warm with cool: olives, khakis and wine reds"


@lru_cache(maxsize=512)
def _temperature_of(paint: Paint) -> str | None:
    """Warm or cool by a paint's tint; None for a grey."""
    if hue_of(paint) is None:
        return None
    white = library().white
    return temperature(DEFAULT_VIEWING.lab(np.array([1.0, TINT_WHITE_PARTS]), [paint, white]))
