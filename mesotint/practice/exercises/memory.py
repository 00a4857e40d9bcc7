"""A swatch shown for five seconds, to be found on the page."""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.difference import delta_e_2000
from mesotint.practice.exercise import (
    TOLD_APART,
    Choice,
    Exercise,
    Shown,
    least_apart,
    seen_truly,
)
from mesotint.practice.exercises.kind import TRIES, Draw, ExerciseKind

REMEMBERED: Final = 12


def _draw(draw: Draw) -> Exercise | None:
    rng = draw.rng
    lch = np.array([rng.uniform(38, 72), rng.uniform(8, 34), rng.uniform(0, 360)])
    right = lab_from_lch(lch)
    labs = [right]
    # Others are laid beside it until the page is full.
    for _ in range(TRIES):
        other = right + rng.normal(0, 1, 3) * [7.0, 8.0, 8.0]
        near = delta_e_2000(np.array(labs), other).min()
        if near >= TOLD_APART and seen_truly(other):
            labs.append(other)
        if len(labs) == REMEMBERED:
            break
    if len(labs) < REMEMBERED or not seen_truly(right):
        return None
    at = rng.permutation(len(labs)).tolist()
    return Exercise(
        "Look for five seconds. Which of them was it?",
        (Shown("swatch", right),),
        tuple(Choice(str(i + 1), f"patch {i + 1}", labs[place]) for i, place in enumerate(at)),
        str(at.index(0) + 1),
        least_apart(labs, 0),
        "What is remembered drifts toward the clearest colour of its hue: name its value first, "
        "then which way it leans.",
    )


KIND: Final = ExerciseKind(
    key="memory",
    title="From memory",
    stage="memory",
    draw=_draw,
    rank=100,
    good_for="a remembered colour reaches the palette as it was seen",
)
