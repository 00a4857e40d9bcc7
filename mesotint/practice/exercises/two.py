"""Two halves that touch, of which one is it."""

import numpy as np

from mesotint.optics.grid import Array
from mesotint.practice.exercise import Choice, Exercise, Shown, seen_truly
from mesotint.practice.exercises.kind import Draw


def of_two(draw: Draw, asks: str, right: Array, wrong: Array, why: str) -> Exercise | None:
    """An exercise of two halves, shuffled; none where a screen cannot show them truly.

    Parameters
    ----------
    right, wrong : array, shape (3,)
        CIELAB.
    """
    if not seen_truly(np.array([right, wrong])):
        return None
    labs = [right, wrong] if draw.rng.random() < 0.5 else [wrong, right]
    names = ("left", "right")
    return Exercise(
        asks,
        tuple(Shown(name, lab) for name, lab in zip(names, labs, strict=True)),
        tuple(Choice(name, name, lab) for name, lab in zip(names, labs, strict=True)),
        names[next(i for i, lab in enumerate(labs) if lab is right)],
        draw.level,
        why,
    )
