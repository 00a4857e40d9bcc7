"""What the painters' wheel and temperature say of two paints.

Common practice, no published source.
"""

from collections.abc import Sequence
from typing import Final

from mesotint.colour.hues import (
    COOL,
    OPPOSITE_FROM,
    WARM,
    is_tertiary,
    shared_primary,
    steps_apart,
    wheel_name,
)
from mesotint.mixing.character import hue_of, is_grey, temperatures
from mesotint.paints.library import Paint

NEIGHBOURS_UNTIL: Final = 2
"""Places on the wheel up to which two hues are neighbours."""


def _names(first: Paint, second: Paint) -> tuple[str, str] | None:
    """Both paints on the wheel of twelve; None where one is a grey itself."""
    angles = hue_of(first), hue_of(second)
    if angles[0] is None or angles[1] is None or is_grey(first) or is_grey(second):
        return None
    return wheel_name(angles[0]), wheel_name(angles[1])


def are_opposite(first: Paint, second: Paint) -> bool:
    """Whether two paints stand five or six places apart on the painters' wheel of twelve."""
    names = _names(first, second)
    return names is not None and steps_apart(*names) >= OPPOSITE_FROM


def relation(first: Paint, second: Paint) -> str:
    """What the red–yellow–blue wheel calls two paints.

    Complement, near-complement, tertiary complement with the primary both share, neighbour, or
    apart; ``grey`` where one of the two is a black, a white or a grey.

    Parameters
    ----------
    first : Paint
        The paint that is muted.
    second : Paint
        What mutes it.
    """
    names = _names(first, second)
    if names is None:
        return "grey"
    one, other = names
    apart = steps_apart(one, other)
    if apart == 6 and is_tertiary(one) and is_tertiary(other):
        shared = shared_primary(one, other)
        return f"tertiary complement, sharing {shared}" if shared else "tertiary complement"
    if apart >= OPPOSITE_FROM:
        return "complement" if apart == 6 else "near-complement"
    return "neighbour" if apart <= NEIGHBOURS_UNTIL else "apart"


def sharing(first: Paint, second: Paint, lean: str | None) -> str:
    """What two paints that hold one primary have to do with the grey they make; empty where they
    hold none, are neighbours, or one is a grey.

    Parameters
    ----------
    lean : str or None
        The hue family that their grey was measured to lean to, opened; None where it leans nowhere.
    """
    names = _names(first, second)
    if names is None or steps_apart(*names) <= NEIGHBOURS_UNTIL:
        return ""
    primary = shared_primary(*names)
    if primary is None:
        return ""
    if lean is None:
        return f"Both hold {primary}; measured, this pair leans nowhere."
    if primary in lean.split("-"):
        return f"Both hold {primary}, and measured their grey leans {lean}."
    return f"Both hold {primary}; measured, this pair leans {lean}."


_CLEAN: Final = ("brown", "grey", "black")
_MIXED: Final = ("olive", "khaki", "wine red")


def temperature_remark(first: Paint, second: Paint, kinds: Sequence[str]) -> str:
    """What temperature has to say of what two paints make; never a block.

    Painters expect cleaner browns and greys of warm with warm and cool with cool, and olives,
    khakis and wine reds across. Only what is really there is named.

    Parameters
    ----------
    first : Paint
        The paint that is muted.
    second : Paint
        What mutes it.
    kinds : sequence of str
        What the two were computed to make, each in the one word of a grid.
    """
    sides = [temperatures(first), temperatures(second)]
    if sides[0] is None or sides[1] is None:
        return ""
    one, other = sides[0][1], sides[1][1]
    alike = one == other
    pair = f"{one} with {other}" if alike else f"{WARM} with {COOL}"
    named = [kind for kind in (_CLEAN if alike else _MIXED) if kind in kinds]
    if not named:
        return pair
    return f"{pair}: {'cleaner ' if alike else ''}{' and '.join(named)}"
