"""Sets of exercises for a class, and their results, as open files.

A set names its tubes by the keys of the library, so that every pupil gets the same exercises,
whatever stands on their desk.
"""

import json
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.library import Paint, library
from mesotint.practice.exercises import KINDS
from mesotint.practice.making import make

SET: Final = "mesotint practice set"
RESULTS: Final = "mesotint practice results"
VERSION: Final = 1
MOST: Final = 100


@dataclass(frozen=True)
class Answered:
    """One exercise of a set as a pupil answered it."""

    kind: str
    seed: int
    right: bool
    score: float


@dataclass(frozen=True)
class ExerciseSet:
    """Exercises by kind and seed, over a box of the library."""

    name: str
    paints: tuple[str, ...]
    exercises: tuple[tuple[str, int], ...]


def written_set(of: ExerciseSet) -> str:
    """A set as a JSON file."""
    told = [{"kind": kind, "seed": seed} for kind, seed in of.exercises]
    body = {"format": SET, "version": VERSION, "name": of.name, "paints": list(of.paints)}
    return json.dumps({**body, "exercises": told}, indent=1)


def read_set(text: str) -> ExerciseSet:
    """A set from its file; one exercise of each kind is made, so that a set that is taken can be
    done.

    Raises
    ------
    InputError
        For what is no set, naming what is wrong with it.
    """
    told = _checked(text, SET)
    name, paints, rows = told.get("name"), told.get("paints"), told.get("exercises")
    if not isinstance(name, str) or not isinstance(paints, list) or not isinstance(rows, list):
        raise InputError("A set has a name, paints and exercises; this file has not.", "file")
    if not 0 < len(rows) <= MOST or len(paints) > 60:
        raise InputError(f"A set has 1 to {MOST} exercises over up to 60 paints.", "file")
    box = [library().paint(str(key)) for key in paints]
    exercises = []
    for number, row in enumerate(rows, start=1):
        kind, seed = (row.get("kind"), row.get("seed")) if isinstance(row, dict) else (None, None)
        if kind not in KINDS or isinstance(seed, bool) or not isinstance(seed, int):
            raise InputError(f"Exercise {number} of the set has no known kind or no seed.", "file")
        exercises.append((str(kind), seed))
    for kind, seed in dict(exercises).items():
        make(kind, seed, box)
    return ExerciseSet(name[:120], tuple(p.key for p in box), tuple(exercises))


def written_results(name: str, pupil: str, answers: Sequence[Answered]) -> str:
    """What a pupil answered, as a JSON file.

    Parameters
    ----------
    name : str
        Of the set.
    """
    told = [vars(answer) for answer in answers]
    body = {"format": RESULTS, "version": VERSION, "set": name, "pupil": pupil}
    return json.dumps({**body, "answers": told}, indent=1)


def read_results(text: str) -> tuple[str, str, list[Answered]]:
    """Set, pupil and answers of a file of results.

    Raises
    ------
    InputError
        For what is no file of results, naming the answer that is at fault.
    """
    told = _checked(text, RESULTS)
    rows = told.get("answers")
    if not isinstance(rows, list) or len(rows) > MOST:
        raise InputError("A file of results has its answers; this one has not.", "file")
    answers = []
    for number, row in enumerate(rows, start=1):
        try:
            kind, seed, right, score = (row[key] for key in ("kind", "seed", "right", "score"))
        except (KeyError, TypeError):
            raise InputError(f"Answer {number} lacks its kind, seed or score.", "file") from None
        if (
            kind not in KINDS
            or not isinstance(right, bool)
            or isinstance(seed, bool)
            or not isinstance(seed, int)
            or isinstance(score, bool)
            or not isinstance(score, (int, float))
            or not 0 <= score <= 1
        ):
            raise InputError(f"Answer {number} is not as it was written.", "file")
        answers.append(Answered(kind, seed, right, float(score)))
    return str(told.get("set", ""))[:120], str(told.get("pupil", ""))[:120], answers


def _checked(text: str, form: str) -> dict[str, Any]:
    try:
        told = json.loads(text)
    except (json.JSONDecodeError, RecursionError):
        raise InputError("This file is no JSON; take one that Mesotint wrote.", "file") from None
    if not isinstance(told, dict) or told.get("format") != form:
        raise InputError(f"This is no {form} file.", "file")
    if told.get("version") != VERSION:
        raise InputError("This file is of another version; update Mesotint.", "file")
    return told


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
