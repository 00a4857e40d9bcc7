"""Hues as painters name them: one table of angles, families, neighbours and opposites.

Angles are CIELAB hue angles under D65. The words are common practice in the trade; where one hue
ends and the next begins, and where each is clearest, is our own judgement, after the tints and
masstones of the paint library.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.optics.grid import Array


@dataclass(frozen=True)
class Hue:
    """One hue of the painters' wheel of twelve.

    Attributes
    ----------
    name : str
    until : float
        CIELAB hue angle at which the next hue begins.
    family : str
        What the hue is called where twelve words are too many.
    clearest_at : float
        L* at which paints of this hue are clearest: a pure yellow is light, a pure violet dark.
    """

    name: str
    until: float
    family: str
    clearest_at: float


WHEEL: Final = (
    Hue("red", 35.0, "red", 44.0),
    Hue("red-orange", 48.0, "red", 52.0),
    Hue("orange", 70.0, "orange", 64.0),
    Hue("yellow-orange", 80.0, "yellow", 75.0),
    Hue("yellow", 104.0, "yellow", 86.0),
    Hue("yellow-green", 125.0, "yellow-green", 72.0),
    Hue("green", 174.0, "green", 50.0),
    Hue("blue-green", 220.0, "blue-green", 46.0),
    Hue("blue", 288.0, "blue", 38.0),
    Hue("blue-violet", 301.0, "blue", 32.0),
    Hue("violet", 326.0, "violet", 32.0),
    Hue("red-violet", 352.0, "red-violet", 40.0),
)
"""The wheel of twelve, in the order of their angles; red goes on through 0°. A hue's complement
stands six places on."""

_NAMES: Final = tuple(hue.name for hue in WHEEL)
_UNTIL: Final = np.array([hue.until for hue in WHEEL])
_FAMILIES: Final = tuple(hue.family for hue in WHEEL)
FAMILIES: Final = tuple(dict.fromkeys(_FAMILIES))
"""Nine families in the order of the circle."""

_FAMILY_PLACES: Final = np.array([FAMILIES.index(name) for name in _FAMILIES])

MIDDLES: Final[Mapping[str, float]] = {
    "red": 22.0,
    "orange": 60.0,
    "yellow": 90.0,
    "yellow-green": 114.0,
    "green": 150.0,
    "blue-green": 198.0,
    "blue": 272.0,
    "violet": 313.0,
    "red-violet": 339.0,
}
"""The hue angle that is most a family's own."""

OPPOSITES: Final[Mapping[str, str]] = {
    "red": "green",
    "orange": "blue",
    "yellow": "violet",
    "yellow-green": "red-violet",
    "green": "red",
    "blue-green": "red-orange",
    "blue": "orange",
    "violet": "yellow",
    "red-violet": "yellow-green",
}
"""What takes a family's lean out, on the painters' wheel."""

OPPOSITE_FROM: Final = 5
"""Places on the wheel of twelve from which two hues are opposite: a complement, or the near one
beside it."""

WARM: Final = "warm"
COOL: Final = "cool"

WITHIN_FAMILY: Final = (
    (18.0, COOL),
    (92.0, WARM),
    (104.0, COOL),
    (150.0, WARM),
    (272.0, COOL),
    (301.0, WARM),
    (313.0, COOL),
    (326.0, WARM),
    (360.0, COOL),
)
"""Warm or cool within the hue's own family, each up to the CIELAB hue angle of a tint: crimsons and
roses, reds and oranges, lemon yellows, leaf greens, blue greens and greenish blues, violet blues,
blue violets, red violets, magentas. Common practice; the angles are our own judgement, after the
tints of the paint library."""

OF_ALL: Final = ((150.0, WARM), (330.0, COOL), (360.0, WARM))
"""Warm or cool of all colours, as `WITHIN_FAMILY`: the half of the circle around orange is warm."""

ARGUED: Final = (280.0, 290.0)
"""CIELAB hue angles of a tint about which painters disagree: ultramarine leans violet, and is warm
among blues to most and cool to others."""

PRIMARIES: Final = ("red", "yellow", "blue")
SECONDARIES: Final = ("orange", "green", "violet")
WARMEST: Final = MIDDLES["orange"]
"""CIELAB hue angle toward which every family's warm side lies."""

HUE_SEEN_FROM_CHROMA: Final = 1.0
"""CIELAB chroma below which no hue is named: an eye cannot tell it."""

_SIX: Final = ("red", "orange", "yellow", "green", "blue", "violet")
_AT_ITS_OWN: Final = 5.0


def turn(of: float | Array, against: float | Array) -> Array:
    """Degrees from one hue angle to another the short way round, -180 to 180.

    Parameters
    ----------
    of : float or array
        Degrees that are turned to.
    against : float or array
        Degrees from which the turn is counted.

    Examples
    --------
    >>> float(turn(350.0, 10.0))
    -20.0
    """
    return np.asarray((np.asarray(of) - against + 180) % 360 - 180)


def places(angles: Array) -> Array:
    """Places in `WHEEL` of CIELAB hue angles, shape (...).

    Parameters
    ----------
    angles : array, shape (...)
        CIELAB hues, degrees; any turn.
    """
    return np.asarray(np.searchsorted(_UNTIL, np.asarray(angles) % 360, side="right") % len(WHEEL))


def wheel_name(angle: float) -> str:
    """The hue's name on the wheel of twelve.

    Parameters
    ----------
    angle : float
        CIELAB hue, degrees; any turn.

    Examples
    --------
    >>> wheel_name(42.0)
    'red-orange'
    """
    return _NAMES[int(places(np.array(angle)))]


def family(angle: float) -> str:
    """The family of a hue angle: red, orange, yellow … red-violet.

    Parameters
    ----------
    angle : float
        CIELAB hue, degrees; any turn.

    Examples
    --------
    >>> family(280.0)
    'blue'
    """
    return _FAMILIES[int(places(np.array(angle)))]


def families(angles: Array) -> list[str]:
    """Families of hue angles, shape (n,).

    Parameters
    ----------
    angles : array, shape (...)
        CIELAB hues, degrees; any turn.
    """
    return [_FAMILIES[at] for at in places(angles).tolist()]


def family_places(angles: Array) -> Array:
    """Places in `FAMILIES` of CIELAB hue angles, shape (...).

    Parameters
    ----------
    angles : array, shape (...)
        CIELAB hues, degrees; any turn.
    """
    return np.asarray(_FAMILY_PLACES[places(angles)])


def opposite_of(name: str) -> str:
    """The hue that takes a family's lean out, on the painters' wheel.

    Parameters
    ----------
    name : str
        A name on the wheel of twelve.
    """
    return OPPOSITES[name]


def alike(one: str, other: str) -> bool:
    """Whether two families are one, or neighbours on the circle.

    Parameters
    ----------
    one : str
        A name on the wheel of twelve.
    other : str
        Another name on it.
    """
    apart = abs(FAMILIES.index(one) - FAMILIES.index(other))
    return min(apart, len(FAMILIES) - apart) <= 1


def clearest_at(angles: Array) -> Array:
    """L* at which paints of some hue angles are clearest, shape (...), smooth around the circle.

    Parameters
    ----------
    angles : array, shape (...)
        CIELAB hues, degrees; any turn.
    """
    starts = np.concatenate([[_UNTIL[-1] - 360], _UNTIL[:-1]])
    middles = (starts + _UNTIL) / 2
    light = [hue.clearest_at for hue in WHEEL]
    return np.asarray(np.interp(np.asarray(angles) % 360, middles, light, period=360))


def too_what(angle: float, wanted: float) -> str:
    """What a chromatic colour has too much of, as at the palette: the hue that it has turned to.

    Named is the one of the six plain hues, on that side of what was wanted, that it is nearest to;
    a red that is short of its red is too cool.

    Parameters
    ----------
    angle, wanted : float
        CIELAB hue angles.

    Examples
    --------
    >>> too_what(25.0, 45.0), too_what(100.0, 88.0), too_what(10.0, 24.0)
    ('red', 'green', 'cool')
    """
    onward = float(turn(angle, wanted)) >= 0
    sides = {name: float(turn(MIDDLES[name], wanted)) for name in _SIX}
    beyond = [name for name, way in sides.items() if abs(way) > _AT_ITS_OWN and (way > 0) == onward]
    nearest = nearest_family(beyond, angle)
    still_red = family(wanted) == "red" and family(angle) in ("red", "red-violet")
    return "cool" if nearest == "violet" and still_red else nearest


def shared_primary(one: str, other: str) -> str | None:
    """The primary that two hues of the wheel both hold: yellow-green and red-violet hold blue.

    Parameters
    ----------
    one : str
        A name on the wheel of twelve.
    other : str
        Another name on it.
    """
    both = _primaries_in(one) & _primaries_in(other)
    return next(iter(sorted(both)), None)


def _primaries_in(name: str) -> set[str]:
    """The primaries of which a hue of the wheel is made."""
    made = {"orange": {"red", "yellow"}, "green": {"yellow", "blue"}, "violet": {"red", "blue"}}
    return set().union(*(made.get(part, {part}) for part in name.split("-")))


def middle_of(name: str) -> float:
    """CIELAB hue angle in the middle of a hue of the wheel of twelve, degrees.

    Parameters
    ----------
    name : str
        A name on the wheel of twelve.
    """
    at = _NAMES.index(name)
    start = float(_UNTIL[at - 1]) - (360.0 if at == 0 else 0.0)
    return (start + float(_UNTIL[at])) / 2 % 360


def across(angle: float) -> str:
    """The hue that stands six places on from a hue angle, on the wheel of twelve.

    Parameters
    ----------
    angle : float
        CIELAB hue, degrees; any turn.

    Examples
    --------
    >>> across(100.0), across(46.0)
    ('violet', 'blue-green')
    """
    half = len(WHEEL) // 2
    return _NAMES[(int(places(np.array(angle))) + half) % len(WHEEL)]


def steps_apart(one: str, other: str) -> int:
    """Places between two hues of the wheel, 0 to 6.

    Parameters
    ----------
    one : str
        A name on the wheel of twelve.
    other : str
        Another name on it.
    """
    apart = abs(_NAMES.index(one) - _NAMES.index(other))
    return min(apart, len(WHEEL) - apart)


def temperature_at(table: Sequence[tuple[float, str]], angle: float) -> str:
    """``warm`` or ``cool`` at a hue angle, by one of the two tables.

    Parameters
    ----------
    table : sequence of (float, str)
        `WITHIN_FAMILY` or `OF_ALL`.
    angle : float
        CIELAB hue of a tint, degrees; any turn.

    Examples
    --------
    >>> temperature_at(WITHIN_FAMILY, 100.0), temperature_at(OF_ALL, 100.0)
    ('cool', 'warm')
    """
    return next(word for until, word in table if angle % 360 < until)


def is_tertiary(name: str) -> bool:
    """Whether a hue of the wheel is neither primary nor secondary.

    Parameters
    ----------
    name : str
        A name on the wheel of twelve.
    """
    return name not in (*PRIMARIES, *SECONDARIES)


def nearest_family(names: Sequence[str], angle: float) -> str:
    """The family of some whose middle lies nearest to a hue angle.

    Parameters
    ----------
    names : sequence of str
        Families to choose among.
    angle : float
        CIELAB hue, degrees; any turn.
    """
    return min(names, key=lambda name: abs(float(turn(angle, MIDDLES[name]))))
