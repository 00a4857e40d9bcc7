"""Making an exercise of any kind, and judging its answer."""

from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import Final

from mesotint.errors import InputError, nearest_words
from mesotint.paints.library import Paint
from mesotint.practice.exercise import Exercise, Judged, NotForThisBox, dice
from mesotint.practice.exercises import KINDS
from mesotint.practice.exercises.kind import Draw
from mesotint.practice.staircase import Scale

SCALES: Final[dict[str, Scale]] = {
    key: kind.scale for key, kind in KINDS.items() if kind.scale is not None
}
"""Kinds by which a threshold is sought, and what differences they can show."""


def make(kind: str, seed: int, paints: Sequence[Paint], level: float | None = None) -> Exercise:
    """An exercise.

    Parameters
    ----------
    kind : str
        One of `KINDS`.
    seed : int
        0 to 2,147,483,647; the same seed makes the same exercise.
    paints : sequence of Paint
        The box.
    level : float, optional
        How much is to be told, of the kinds of `SCALES`; a usual amount where none is given.

    Raises
    ------
    NotForThisBox
        Where the box has not what the exercise takes.
    InputError
        For a kind, a seed or a level that is none.
    """
    if kind not in KINDS:
        near = nearest_words(kind, KINDS) or list(KINDS)
        raise InputError(f"'{kind[:40]}' is no exercise; try {', '.join(near)}.", "kind")
    wanted = 0.0
    if scale := KINDS[kind].scale:
        wanted = scale.usual if level is None else float(level)
        if not scale.least <= wanted <= scale.most:
            raise InputError(f"Of {kind} {scale.least:g} to {scale.most:g} can be asked.", "level")
    return _made(kind, seed, tuple(paints), wanted)


# What is asked is made again when it is judged, and once more when it is told.
@lru_cache(maxsize=256)
def _made(kind: str, seed: int, paints: tuple[Paint, ...], level: float) -> Exercise:
    of = KINDS[kind]
    box, rng = of.box(paints), dice(kind, seed)
    for turn in range(of.tries):
        drawn = of.draw(Draw(rng, box, level, seed, first=turn == 0))
        if drawn is not None:
            return replace(drawn, kind=kind, seed=seed, level=level)
    raise NotForThisBox(of.lacking, "box")


def left_for(paints: Sequence[Paint]) -> tuple[list[str], dict[str, str]]:
    """Which exercises a box is enough for, and of the others what they lack."""
    there, lacking = [], {}
    for kind in KINDS:
        try:
            make(kind, 1, paints)
            there.append(kind)
        except InputError as error:
            lacking[kind] = error.message
    return there, lacking


def judge(exercise: Exercise, answer: object) -> Judged:
    """What an answer comes to.

    Parameters
    ----------
    answer : object
        The id of a choice; a share, 0 to 1, of ``how-much``; ids in order, of ``order``; CIELAB of
        what was mixed, of ``mud``.

    Raises
    ------
    InputError
        For an answer that is none of the choices.
    """
    return KINDS[exercise.kind].judge(exercise, answer)
