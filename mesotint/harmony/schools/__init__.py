"""Schools of bringing a painting together, side by side: a module for each."""

import sys
from collections.abc import Mapping, Sequence
from typing import Final

from mesotint.harmony.mother import Giving, Mother
from mesotint.harmony.schools.kind import School, SchoolOfHarmony, Subject
from mesotint.harmony.schools.limited import USUAL_TUBES
from mesotint.kinds import kinds_of
from mesotint.paints.library import Paint

KINDS: Final[Mapping[str, SchoolOfHarmony]] = kinds_of(sys.modules[__name__])
"""The schools by their keys, in the order in which they stand side by side."""


def schools(
    mother: Mother, giving: Giving, box: Sequence[Paint], tubes: int = USUAL_TUBES
) -> list[School]:
    """Every school on one painting.

    Parameters
    ----------
    giving : Giving
        How the mother is given in the first of them.
    box : sequence of Paint
        What a limited set is chosen from.
    tubes : int
        How many paints that set is to have, 3 to 8.

    Returns
    -------
    list of School
        In the order of `KINDS`; without a trace of everything where there is one paint only.

    Raises
    ------
    InputError
        For a number of tubes that cannot be had.
    """
    subject = Subject(mother, giving, box, tubes)
    made = (kind.make(subject) for kind in KINDS.values())
    return [school for school in made if school is not None]
