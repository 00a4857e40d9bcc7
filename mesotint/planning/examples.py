"""Tubes that examples begin with, where a box has them: the best of each place first."""

from dataclasses import dataclass
from typing import Final, Literal

Places = tuple[tuple[str, ...], ...]

PAIR: Final[Places] = (
    ("PO20", "PO73", "PBr7-burnt-sienna", "PR101", "PR108-light"),
    ("PB29", "PB28", "PB35", "PB15:3", "PB15:1"),
)
"""An orange and the blue that mutes it."""

TRIAD: Final[Places] = (
    ("PR108-light", "PR254", "PV19", "PR101"),
    ("PY3", "PY37", "PY74", "PY43"),
    ("PB29", "PB15:3", "PB28"),
)
"""A red, a yellow and a blue."""


def first_of(keys: tuple[str, ...], count: int) -> Places:
    """The first few of some tubes that a box has.

    Parameters
    ----------
    keys : tuple of str
        Keys of the library, the best first.
    count : int
        How many.
    """
    return (keys,) * count


@dataclass(frozen=True)
class ExamplePassage:
    """A passage of a painting to try things on.

    Attributes
    ----------
    name : str
    area : float
        Share of the picture, in hundredths.
    part : str
    places : tuple of tuple of str
        For each tube of its mixture the keys of paints that would serve, the best first.
    amounts : tuple of float
        Parts of each.
    white : float
        Parts of white: masstones are all but black; opened they are what one sees on a shore.
    """

    name: str
    area: float
    part: Literal["dominant", "supporting", "accent"]
    places: Places
    amounts: tuple[float, ...]
    white: float = 3.0


SHORE: Final = (
    ExamplePassage(
        *("Wet sand", 45, "dominant"),
        (("PY43", "PBr7-raw-sienna", "PBr7-raw-umber", "PY37", "PY110"),
         ("PB29", "PB28", "PBk9", "PB60")),
        (3, 1),
    ),
    ExamplePassage(
        *("Water", 35, "supporting"),
        (("PB29", "PB28", "PB60", "PB15:3", "PBk9"),
         ("PBr7-burnt-sienna", "PR101", "PO20", "PO73")),
        (2, 1),
    ),
    ExamplePassage(
        *("A buoy", 5, "accent"), (("PO20", "PO73", "PR108-light", "PR254", "PR101"),), (1,), 0
    ),
    ExamplePassage(
        *("Weed", 15, "supporting"),
        (("PG18", "PG7", "PG17", "PBr7-raw-umber"), ("PV19", "PR101")),
        (1, 1),
    ),
)  # fmt: skip
"""Passages of a shore."""
