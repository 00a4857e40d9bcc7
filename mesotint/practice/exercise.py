"""An exercise: what is asked, what is shown, what there is to choose, and how an answer is judged.

Every exercise comes of a seed: the same seed, box and difficulty make the same exercise on any
machine. Colours are CIELAB (D65) that a screen can show.
"""

import zlib
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab
from mesotint.errors import InputError
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

TOLD_APART: Final = 4.0
"""CIEDE2000 between a right answer and any wrong one, where no threshold is sought: seen side by
side, by a margin."""

MOST_SEED: Final = 2**31 - 1


class NotForThisBox(InputError):
    """An exercise that a box has not the tubes for."""


@dataclass(frozen=True)
class Shown:
    """A colour on the stage."""

    id: str
    lab: Array
    says: str = ""


@dataclass(frozen=True)
class Choice:
    """Something to choose; a patch, where `lab` is told."""

    id: str
    says: str
    lab: Array | None = None


@dataclass(frozen=True)
class Exercise:
    """One exercise with its answer.

    Attributes
    ----------
    asks : str
    shown : tuple of Shown
    choices : tuple of Choice
        Empty where a share or an order is answered.
    answer : str, float or tuple of str
        The id of a choice; a share, 0 to 1; or ids in order.
    margin : float
        How far the right answer is from the nearest wrong one: CIEDE2000 where patches are chosen,
        else in the units of what is asked.
    why : str
        What it was, and why.
    topic : str
        What is learnt by heart: the tubes that it is about, so that it can come again; else empty.
    paints : tuple of Paint
        Those it is about, in the order of `parts`.
    parts : tuple of float
        Of the mixture that was asked about, by volume; else empty.
    kind : str
    seed : int
    level : float
        What was to be told, where a threshold is sought, in L* or chroma; else 0.
    """

    asks: str
    shown: tuple[Shown, ...]
    choices: tuple[Choice, ...]
    answer: str | float | tuple[str, ...]
    margin: float
    why: str
    topic: str = ""
    paints: tuple[Paint, ...] = ()
    parts: tuple[float, ...] = ()
    kind: str = ""
    seed: int = 0
    level: float = 0.0


@dataclass(frozen=True)
class Judged:
    """What an answer came to.

    Attributes
    ----------
    right : bool
    score : float
        1 where it is right, falling to 0.
    off : float
        How far off it was: CIEDE2000 where colours are compared, else places.
    says : str
    """

    right: bool
    score: float
    off: float
    says: str


def dice(kind: str, seed: int) -> np.random.Generator:
    """The dice of an exercise.

    Parameters
    ----------
    seed : int
        0 to 2,147,483,647.

    Raises
    ------
    InputError
        For a seed that is none.
    """
    if isinstance(seed, bool) or not isinstance(seed, int) or not 0 <= seed <= MOST_SEED:
        raise InputError(f"A seed is a whole number from 0 to {MOST_SEED}.", "seed")
    return np.random.default_rng([seed, zlib.crc32(kind.encode())])


def seen_truly(labs: Array) -> bool:
    """Whether a screen can show every one of some colours, shape (n, 3).

    Parameters
    ----------
    labs : array, shape (n, 3)
    """
    return all(hex_from_lab(np.atleast_2d(labs))[1])


def least_apart(labs: Sequence[Array], right: int) -> float:
    """CIEDE2000 from a right colour to the nearest of the others.

    Parameters
    ----------
    labs : sequence of array, shape (3,)
    right : int
        Its place.
    """
    gaps = delta_e_2000(np.array(labs), labs[right])
    return float(np.delete(gaps, right).min())
