"""A random mud to be matched on the palette; the box can mix it, since it did."""

from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.mud import random_mud
from mesotint.paints.library import library
from mesotint.practice.exercise import TOLD_APART, Exercise, Judged, Shown, seen_truly
from mesotint.practice.exercises.kind import Draw, ExerciseKind, figure
from mesotint.practice.exercises.tubes import TRIES

MATCHED_WITHIN: Final = 2.5


def _draw(draw: Draw) -> Exercise | None:
    target = random_mud([*draw.box, library().white], draw.rng)
    if not seen_truly(target.lab):
        return None
    mixed = ", ".join(
        f"{100 * n:.3g} {p.name.lower()}" for p, n in zip(target.paints, target.parts, strict=True)
    )
    return Exercise(
        "Match the mud: mix it, look, say what is wrong, add the smallest thing.",
        (Shown("target", target.lab),),
        (),
        0.0,
        TOLD_APART,
        f"It was made of {mixed}: {len(target.paints)} additions would do. Value first, then hue, "
        "then chroma.",
        paints=target.paints,
        parts=target.parts,
    )


def _judged(exercise: Exercise, answer: object) -> Judged:
    if not isinstance(answer, (list, tuple, np.ndarray)) or len(answer) != 3:
        raise InputError("Give what was mixed as three figures of CIELAB.", "answer")
    lab = np.array([figure(each, -200.0, 200.0) for each in answer])
    off = float(delta_e_2000(lab, exercise.shown[0].lab))
    best = exercise.answer
    assert isinstance(best, float)
    said = f"ΔE {off:.1f}, {difference_in_words(off)}."
    return Judged(off < max(MATCHED_WITHIN, best + 1), max(0.0, 1 - off / 20), off,
                  f"{said} {exercise.why}")  # fmt: skip


KIND: Final = ExerciseKind(
    key="mud",
    title="Match the mud",
    stage="palette",
    draw=_draw,
    rank=110,
    judge=_judged,
    answer="lab",
    fewest=3,
    takes="Matching a mud",
    lacking="These tubes make no mud that a screen can show.",
    tries=TRIES,
    on_palette=True,
    good_for="matching is all of it together",
)
