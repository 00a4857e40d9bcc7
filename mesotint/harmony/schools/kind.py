"""The mould of a school of harmony: what it is called, and what it makes of a painting.

A school is one module of this package with a constant ``KIND``. Each is taken just as far as halves
the hue spread, where it can, so that what they cost can be compared. All are common practice; how
far each is taken, and how they are judged, is our own.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from mesotint.harmony.judgement import HALF, Judged
from mesotint.harmony.mother import Giving, Mother
from mesotint.harmony.painting import Painting
from mesotint.harmony.unity import hue_spread
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint


@dataclass(frozen=True)
class School:
    """What one school makes of a painting.

    Attributes
    ----------
    key : str
        Of one of the schools.
    says : str
        What is done, with its amounts.
    judged : Judged
    painting : Painting or None
        The painting with its new mixtures; None where the mixtures stay as they are and something
        is laid over them.
    """

    key: str
    says: str
    judged: Judged
    painting: Painting | None


@dataclass(frozen=True)
class Subject:
    """What the schools are tried on.

    Attributes
    ----------
    mother : Mother
        The painting, and what it is harmonised around.
    giving : Giving
        How the mother is given.
    box : sequence of Paint
        What a limited set is chosen from.
    tubes : int
        How many paints that set is to have, 3 to 8.
    """

    mother: Mother
    giving: Giving
    box: Sequence[Paint]
    tubes: int


@dataclass(frozen=True)
class SchoolOfHarmony:
    """What a school of harmony says of itself.

    Attributes
    ----------
    key : str
        In answers and in files.
    title : str
        Above its patches.
    make : callable
        What it makes of a painting; none where there is nothing for it to be made of.
    rank : int
        Where it stands among the schools, the lowest first.
    """

    key: str
    title: str
    make: Callable[[Subject], School | None]
    rank: int


def per_cent(shares: Array) -> str:
    """Shares in per cent, the least and the most of them.

    Parameters
    ----------
    shares : array, shape (passages,)
        0 to 1.
    """
    if not len(shares):
        return "nothing"
    least, most = 100 * float(shares.min()), 100 * float(shares.max())
    if most - least < 0.05:
        return f"{most:.1f} %"
    return f"{least:.1f} to {most:.1f} %"


def half_the_spread(painting: Painting) -> float:
    """Half the hue spread of a painting without its accents, in degrees."""
    quiet = ~painting.accents
    return HALF * float(hue_spread(painting.labs[quiet], painting.areas[quiet]))
