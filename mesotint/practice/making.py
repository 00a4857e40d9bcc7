"""Making an exercise of any kind, and judging its answer."""

from collections.abc import Callable, Sequence
from functools import lru_cache
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.library import Paint
from mesotint.practice import box, eye
from mesotint.practice.exercise import Exercise, Judged
from mesotint.practice.staircase import SCALES

MAKERS: Final[dict[str, Callable[[int, Sequence[Paint], float], Exercise]]] = {
    "lean": eye.lean,
    "darker": eye.darker,
    "value": eye.value,
    "duller": eye.duller,
    "mixture": box.mixture,
    "how-much": box.how_much,
    "fix": box.fix,
    "partner": box.partner,
    "order": eye.order,
    "mud": box.mud,
    "memory": eye.memory,
}
KINDS: Final = tuple(MAKERS)
THRESHOLDS: Final = tuple(SCALES)
"""Kinds by which a threshold is sought."""

OF_TUBES: Final = ("mixture", "how-much", "fix", "partner")
"""Kinds that are learnt by heart, tube by tube."""

HIT_WITHIN: Final = 5.0
"""CIEDE2000 within which a share that was dragged is right: seen side by side, and no more."""

SHARE_WITHIN: Final = 2.0
"""Times by which its amount may be off as well: in a strong paint fifty times hardly show."""

MATCHED_WITHIN: Final = 2.5


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
        How much is to be told, of the kinds of `THRESHOLDS`; a usual amount where none is given.

    Raises
    ------
    NotForThisBox
        Where the box has not what the exercise takes.
    InputError
        For a kind, a seed or a level that is none.
    """
    if kind not in MAKERS:
        near = nearest_words(kind, MAKERS) or list(MAKERS)
        raise InputError(f"'{kind[:40]}' is no exercise; try {', '.join(near)}.", "kind")
    wanted = 0.0
    if kind in THRESHOLDS:
        scale = SCALES[kind]
        wanted = eye.USUAL_LEVELS[kind] if level is None else float(level)
        if not scale.least <= wanted <= scale.most:
            raise InputError(f"Of {kind} {scale.least:g} to {scale.most:g} can be asked.", "level")
    return _made(kind, seed, tuple(paints), wanted)


# What is asked is made again when it is judged, and once more when it is told.
@lru_cache(maxsize=256)
def _made(kind: str, seed: int, paints: tuple[Paint, ...], level: float) -> Exercise:
    return MAKERS[kind](seed, paints, level)


def left_for(paints: Sequence[Paint]) -> tuple[list[str], dict[str, str]]:
    """Which exercises a box is enough for, and of the others what they lack.

    Parameters
    ----------
    paints : sequence of Paint
    """
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
    exercise : Exercise
    answer : object
        The id of a choice; a share, 0 to 1, of ``how-much``; ids in order, of ``order``; CIELAB of
        what was mixed, of ``mud``.

    Raises
    ------
    InputError
        For an answer that is none of the choices.
    """
    if exercise.kind == "order":
        return _judged_order(exercise, answer)
    if exercise.kind == "how-much":
        return _judged_share(exercise, answer)
    if exercise.kind == "mud":
        return _judged_mud(exercise, answer)
    chosen = next((each for each in exercise.choices if each.id == answer), None)
    if chosen is None:
        raise InputError("That is none of the choices; choose one of them.", "answer")
    right = chosen.id == exercise.answer
    off = 0.0
    wanted = next(each for each in exercise.choices if each.id == exercise.answer)
    if chosen.lab is not None and wanted.lab is not None:
        off = float(delta_e_2000(chosen.lab, wanted.lab))
    said = "Right." if right else f"It was {wanted.says}."
    return Judged(right, float(right), off, f"{said} {exercise.why}")


def _judged_order(exercise: Exercise, answer: object) -> Judged:
    wanted = exercise.answer
    assert isinstance(wanted, tuple)
    if not isinstance(answer, (list, tuple)) or sorted(map(str, answer)) != sorted(wanted):
        raise InputError("Put all nine in order, each once.", "answer")
    told = [str(each) for each in answer]
    strays = [abs(told.index(each) - place) for place, each in enumerate(wanted)]
    # As far as nine patches can stray in all: turned round, 40 places.
    most = len(wanted) ** 2 // 2
    score = 1 - sum(strays) / most
    said = "All in their places." if not sum(strays) else (
        f"{sum(1 for each in strays if each)} stand elsewhere, by {max(strays)} places at the most."
    )  # fmt: skip
    return Judged(sum(strays) == 0, score, float(sum(strays)), f"{said} {exercise.why}")


def _judged_share(exercise: Exercise, answer: object) -> Judged:
    share, wanted = _number(answer, 0.0, 1.0), exercise.answer
    assert isinstance(wanted, float)
    one, other, white = exercise.paints
    parts = np.array([1 - share, share, exercise.parts[2]])
    lab = DEFAULT_VIEWING.lab(parts, [one, other, white])
    off = float(delta_e_2000(lab, exercise.shown[0].lab))
    ratio = share * (1 - wanted) / max((1 - share) * wanted, 1e-12)
    near = 1 / SHARE_WITHIN <= ratio <= SHARE_WITHIN
    if share <= 0 or share >= 1:
        times = "nothing of one of the two"
    else:
        times = (
            f"{ratio:.2g} times too much" if ratio > 1.05 else
            f"{1 / ratio:.2g} times too little" if ratio < 0.95 else "the right amount"
        )  # fmt: skip
    said = f"ΔE {off:.1f}, {difference_in_words(off)}: {times}."
    score = max(0.0, 1 - off / 20) if near else 0.0
    return Judged(near and off < HIT_WITHIN, score, off, f"{said} {exercise.why}")


def _judged_mud(exercise: Exercise, answer: object) -> Judged:
    if not isinstance(answer, (list, tuple, np.ndarray)) or len(answer) != 3:
        raise InputError("Give what was mixed as three figures of CIELAB.", "answer")
    lab = np.array([_number(each, -200.0, 200.0) for each in answer])
    off = float(delta_e_2000(lab, exercise.shown[0].lab))
    best = exercise.answer
    assert isinstance(best, float)
    said = f"ΔE {off:.1f}, {difference_in_words(off)}."
    return Judged(off < max(MATCHED_WITHIN, best + 1), max(0.0, 1 - off / 20), off,
                  f"{said} {exercise.why}")  # fmt: skip


def _number(value: object, least: float, most: float) -> float:
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        raise InputError("Give a number for an answer.", "answer")
    if not least <= value <= most:
        raise InputError(f"Give a number from {least:g} to {most:g}.", "answer")
    return float(value)
