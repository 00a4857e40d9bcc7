"""A colour against a nine-step scale of greys: what value is it?"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.munsell import lab_from_munsell
from mesotint.practice.exercise import Choice, Exercise, Shown, seen_truly
from mesotint.practice.exercises.kind import Draw, ExerciseKind


def _draw(draw: Draw) -> Exercise | None:
    rng = draw.rng
    greys = lab_from_munsell(np.array([[0.0, step, 0.0] for step in range(1, 10)]))
    at = int(rng.integers(1, 8))
    light = greys[at, 0] + rng.uniform(-0.2, 0.2) * 10
    lab = lab_from_lch(np.array([light, rng.uniform(10, 50), rng.uniform(0, 360)]))
    if not seen_truly(lab):
        return None
    away = np.sort(np.abs(greys[:, 0] - lab[0]))
    return Exercise(
        "What value is it?",
        (Shown("colour", lab),),
        tuple(Choice(str(i + 1), f"value {i + 1}", grey) for i, grey in enumerate(greys)),
        str(at + 1),
        float(away[1] - away[0]),
        f"It is value {lab[0] / 10:.1f}: squint until the hue is gone, then find the grey beside "
        "which its edge goes.",
    )


KIND: Final = ExerciseKind(
    key="value",
    title="What value is it?",
    stage="scale",
    draw=_draw,
    rank=30,
    good_for="naming values is how a mixture is begun: value first",
)
