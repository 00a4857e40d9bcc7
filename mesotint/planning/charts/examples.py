"""Tubes that examples begin with, where a box has them: the best of each place first."""

from typing import Final

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
