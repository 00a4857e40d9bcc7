"""Two greys of one value: which is warmer?"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.hues import WARMEST
from mesotint.colour.srgb import hex_from_lab, lab_from_hex
from mesotint.optics.grid import Array
from mesotint.practice.exercise import Exercise
from mesotint.practice.exercises.kind import Draw, ExerciseKind
from mesotint.practice.exercises.two import of_two
from mesotint.practice.staircase import Scale

_LEANS_UP_TO: Final = 4.0
"""Chroma by which both may lean anywhere: greys on a palette are seldom true."""

_SHOWN_WITHIN: Final = 0.1
"""Share of what lies between them by which it may be another as codes of 8 bits."""

_WARM: Final = lab_from_lch(np.array([0.0, 1.0, WARMEST]))


def _draw(draw: Draw) -> Exercise | None:
    rng = draw.rng
    lean = [rng.uniform(35, 75), rng.uniform(0, _LEANS_UP_TO), rng.uniform(0, 360)]
    between = lab_from_lch(np.array(lean))
    warm, cool = (between + side * draw.level / 2 * _WARM for side in (1, -1))
    if abs(_apart(warm, cool) / draw.level - 1) > _SHOWN_WITHIN:
        return None
    return of_two(
        draw,
        "Which of the two greys is warmer?",
        warm,
        cool,
        f"They lie {draw.level:.1f} of chroma apart from warm to cool, at one value. A grey is "
        "warm or cool beside another: look at the joint.",
    )


def _apart(warm: Array, cool: Array) -> float:
    """How far two colours lie apart from warm to cool once they are codes of 8 bits."""
    codes, _ = hex_from_lab(np.stack([warm, cool]))
    one, other = (lab_from_hex(code) for code in codes)
    return float((one - other) @ _WARM)


KIND: Final = ExerciseKind(
    key="warmer",
    title="Which grey is warmer?",
    stage="two",
    draw=_draw,
    rank=15,
    good_for="telling warm from cool among greys is mixing them",
    scale=Scale(1.5, 20.0, 2, 8.0, "You tell the warmer of two greys from {} of chroma apart on"),
)
