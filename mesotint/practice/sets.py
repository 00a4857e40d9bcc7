"""Sets of exercises for a class, and their results, as open files.

A set names its tubes by the keys of the library, so that every pupil gets the same exercises,
whatever stands on their desk.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Final

import numpy as np
from pydantic import Field

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.formats.own import STRICT, OwnFormat, Words
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.library import Paint, library
from mesotint.practice.exercises import KINDS
from mesotint.practice.making import make

MOST: Final = 100
Name = Annotated[str, Field(max_length=120)]
Kind = Annotated[str, Words(*KINDS)]


@dataclass(frozen=True)
class Answered:
    """One exercise of a set as a pupil answered it."""

    __pydantic_config__ = STRICT

    kind: Kind
    seed: int
    right: bool
    score: Annotated[float, Field(ge=0, le=1)]


@dataclass(frozen=True)
class Drawn:
    """One exercise, by its kind and the seed it is drawn from."""

    __pydantic_config__ = STRICT

    kind: Kind
    seed: int


@dataclass(frozen=True)
class ExerciseSet:
    """Exercises over a box of the library."""

    __pydantic_config__ = STRICT

    name: Name
    paints: Annotated[tuple[str, ...], Field(max_length=60)]
    exercises: Sequence[Drawn]


@dataclass(frozen=True)
class Results:
    """What a pupil answered, and of which set."""

    __pydantic_config__ = STRICT

    answers: Sequence[Answered]
    set: Name = ""
    pupil: Name = ""


SET_FILE: Final = OwnFormat(
    "mesotint practice set",
    1,
    "Exercises for a class, each drawn from its seed over the same paints.",
    ExerciseSet,
    "exercises",
    Drawn,
    MOST,
)
RESULTS_FILE: Final = OwnFormat(
    "mesotint practice results",
    1,
    "What a pupil answered to a set.",
    Results,
    "answers",
    Answered,
    MOST,
)


def read_set(data: bytes) -> ExerciseSet:
    """A set from its file; one exercise of each kind is made, so that a set that is taken can be
    done.

    Raises
    ------
    InputError
        For what is no set, naming what is wrong with it.
    """
    found, _, _ = SET_FILE.read(data)
    if not found.exercises:
        raise InputError("The set has no exercises; take one that has.", "file")
    box = [library().paint(key) for key in found.paints]
    for kind, seed in {each.kind: each.seed for each in found.exercises}.items():
        make(kind, seed, box)
    return replace(found, paints=tuple(paint.key for paint in box))


def nearest_owned(wanted: Sequence[str], box: Sequence[Paint]) -> dict[str, str | None]:
    """For each paint of a set that a box has not, the box's nearest by its tint; none for an empty
    box.

    Parameters
    ----------
    wanted : sequence of str
        Keys of the library.
    """
    own = {paint.pigment for paint in box}
    white = library().white
    tint = np.array([1.0, 8.0])
    labs = np.array([DEFAULT_VIEWING.lab(tint, [paint, white]) for paint in box])
    found: dict[str, str | None] = {}
    for key in wanted:
        paint = library().paint(key)
        if key in own:
            continue
        found[paint.name] = None
        if box:
            gaps = delta_e_2000(labs, DEFAULT_VIEWING.lab(tint, [paint, white]))
            found[paint.name] = box[int(gaps.argmin())].name
    return found
