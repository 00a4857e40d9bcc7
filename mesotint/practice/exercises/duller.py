"""Two colours of one hue and value: which is duller?"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch, lch_from_lab
from mesotint.practice.exercise import Exercise
from mesotint.practice.exercises.kind import Draw, ExerciseKind
from mesotint.practice.exercises.two import of_two
from mesotint.practice.staircase import Scale


def _draw(draw: Draw) -> Exercise | None:
    rng, level = draw.rng, draw.level
    light, hue = float(rng.uniform(40, 72)), float(rng.uniform(0, 360))
    chroma = float(rng.uniform(6, max(7.0, 44 - level)))
    dull = lab_from_lch(np.array([light, chroma, hue]))
    clear = lab_from_lch(np.array([light, chroma + level, hue]))
    one, other = (float(lch_from_lab(lab)[1]) for lab in (dull, clear))
    return of_two(
        draw,
        "Which is duller?",
        dull,
        clear,
        f"One has {one:.0f} of chroma and the other {other:.0f}, at one hue and value.",
    )


KIND: Final = ExerciseKind(
    key="duller",
    title="Which is duller?",
    stage="two",
    draw=_draw,
    rank=40,
    scale=Scale(1.0, 26.0, 2, 14.0, "You tell two colours of one hue apart from {} of chroma on"),
    good_for="telling chroma apart keeps accents clear",
)
