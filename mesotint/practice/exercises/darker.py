"""Two colours of different hue: which is darker?"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.practice.exercise import Exercise
from mesotint.practice.exercises.kind import Draw, ExerciseKind
from mesotint.practice.exercises.two import of_two
from mesotint.practice.staircase import Scale

_HUES_APART: Final = 60.0


def _draw(draw: Draw) -> Exercise | None:
    rng = draw.rng
    hue = float(rng.uniform(0, 360))
    other = hue + float(rng.uniform(_HUES_APART, 360 - _HUES_APART))
    light = float(rng.uniform(35, 75))
    chromas = rng.uniform(12, 45, 2)
    dark = lab_from_lch(np.array([light, chromas[0], hue]))
    bright = lab_from_lch(np.array([light + draw.level, chromas[1], other % 360]))
    return of_two(
        draw,
        "Which is darker?",
        dark,
        bright,
        f"The darker is L* {dark[0]:.0f} and the other L* {bright[0]:.0f}. Half-close your eyes: "
        "hue misleads, and clear colours look lighter than they are.",
    )


KIND: Final = ExerciseKind(
    key="darker",
    title="Which is darker?",
    stage="two",
    draw=_draw,
    rank=20,
    scale=Scale(0.4, 18.0, 2, 6.0, "You tell two values apart from L* {} on"),
    good_for="telling values apart is what a painting reads by",
)
