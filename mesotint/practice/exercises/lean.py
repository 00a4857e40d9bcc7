"""A grey that leans: which way?"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch, lch_from_lab
from mesotint.colour.hues import FAMILIES, MIDDLES, family
from mesotint.colour.srgb import hex_from_lab, lab_from_hex
from mesotint.optics.grid import Array
from mesotint.practice.exercise import Choice, Exercise, Shown, seen_truly
from mesotint.practice.exercises.kind import Draw, ExerciseKind
from mesotint.practice.staircase import Scale

_SHOWN_WITHIN: Final = 0.1
"""Share of its chroma by which a lean may be another one as a code of 8 bits."""


def _draw(draw: Draw) -> Exercise | None:
    rng, level = draw.rng, draw.level
    name = FAMILIES[int(rng.integers(len(FAMILIES)))]
    angle = MIDDLES[name] + float(rng.uniform(-4, 4))
    lab = lab_from_lch(np.array([rng.uniform(35, 75), level, angle]))
    if not (family(angle) == name and seen_truly(lab) and _shown(lab, name)):
        return None
    return Exercise(
        "Which way does this grey lean?",
        (Shown("grey", lab),),
        tuple(Choice(each, each) for each in FAMILIES),
        name,
        level,
        f"It leans {name} by {level:.1f} of chroma; on the wheel its opposite takes it out.",
    )


def _shown(lab: Array, name: str) -> bool:
    """Whether a lean still is what it is once it is a code of 8 bits."""
    shown = lch_from_lab(lab_from_hex(hex_from_lab(lab[None])[0][0]))
    off = abs(float(shown[1]) / float(lch_from_lab(lab)[1]) - 1)
    return family(float(shown[2])) == name and off <= _SHOWN_WITHIN


KIND: Final = ExerciseKind(
    key="lean",
    title="Which way does it lean?",
    stage="wheel",
    draw=_draw,
    rank=10,
    # A lean of less is not what is shown, once it is a code of 8 bits.
    scale=Scale(1.5, 24.0, len(FAMILIES), 8.0, "You name the lean of a grey from {} of chroma on"),
    confuses=True,
    good_for="naming the lean of a grey is how a neutral is made true",
)
