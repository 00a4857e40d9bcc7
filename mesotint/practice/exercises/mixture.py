"""Two or three tubes in parts: which of six patches do they make?"""

from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch, lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import describe
from mesotint.mixing.character import by_strength
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.practice.exercise import (
    TOLD_APART,
    Choice,
    Exercise,
    Shown,
    least_apart,
    seen_truly,
)
from mesotint.practice.exercises.kind import Draw, ExerciseKind
from mesotint.practice.exercises.tubes import TRIES

PATCHES: Final = 6
_LEAST_STRENGTH: Final = 0.02


def _draw(draw: Draw) -> Exercise | None:
    box, rng, white = draw.box, draw.rng, library().white
    count = int(rng.integers(2, min(3, len(box)) + 1))
    some = [box[i] for i in rng.choice(len(box), count, replace=False)]
    parts = np.array([float(rng.choice([1, 1, 2, 3])) for _ in some])
    parts /= np.gcd.reduce(parts.astype(int))
    opened = float(rng.choice([2, 4, 6]) * parts.sum())
    right = DEFAULT_VIEWING.lab(np.append(parts, opened), [*some, white])
    labs = [right]
    for wrong in _mistakes(some, parts, opened, right, rng):
        near = delta_e_2000(np.array(labs), wrong).min()
        if near >= TOLD_APART and seen_truly(wrong) and len(labs) < PATCHES:
            labs.append(wrong)
    tubes = [_tube_seen(paint) for paint in some]
    if len(labs) < PATCHES or not seen_truly(np.array([right, *tubes])):
        return None
    at = rng.permutation(PATCHES).tolist()
    mixed = ", ".join(f"{n:.0f} {p.name.lower()}" for n, p in zip(parts, some, strict=True))
    strongest = some[int(by_strength(parts, some).argmax())].name.lower()
    return Exercise(
        f"What will they make? {mixed}, and {opened:.0f} white.",
        tuple(Shown(p.key, lab, p.name) for p, lab in zip(some, tubes, strict=True)),
        tuple(Choice(str(i + 1), f"patch {i + 1}", labs[k]) for i, k in enumerate(at)),
        str(at.index(0) + 1),
        least_apart(labs, 0),
        f"They make a {describe(right)}. {strongest[0].upper()}{strongest[1:]} does most in it: "
        "strength decides, not volume.",
        topic="mixture:" + "+".join(sorted(p.key for p in some)),
        paints=(*some, white),
        parts=(*parts.tolist(), opened),
    )


def _tube_seen(paint: Paint) -> Array:
    """A tube as a screen can show it: its masstone, or opened with as little white as it takes."""
    white = library().white
    for opened in (0.0, 0.5, 1.0, 2.0, 4.0, 8.0):
        lab = DEFAULT_VIEWING.lab(np.array([1.0, opened]), [paint, white])
        if seen_truly(lab):
            break
    return lab


def _mistakes(
    some: Sequence[Paint], parts: Array, opened: float, right: Array, rng: np.random.Generator
) -> list[Array]:
    """What would come of the usual mistakes, and of lesser ones to fill the page."""
    white = library().white
    equal = parts / np.maximum(by_strength(np.ones(len(some)), some), _LEAST_STRENGTH)
    masstones = np.array([DEFAULT_VIEWING.lab(np.ones(1), [p]) for p in some])
    tints = np.array([DEFAULT_VIEWING.lab(np.array([1.0, 8.0]), [p, white]) for p in some])
    shares = parts / parts.sum()
    wheel = shares @ tints
    lch = lch_from_lab(wheel)
    found = [
        # As if all were equally strong.
        DEFAULT_VIEWING.lab(np.append(equal, equal.sum() * opened / parts.sum()), [*some, white]),
        # What the wheel says: the hue between, and clear.
        lab_from_lch(np.array([lch[0], max(float(lch[1]), 20.0), lch[2]])),
        # The masstone taken for the tint.
        shares @ masstones,
        # Value forgotten.
        np.array([min(right[0] + 22, 92), right[1], right[2]]),
        np.array([max(right[0] - 18, 18), right[1], right[2]]),
        # Parts the other way round.
        DEFAULT_VIEWING.lab(np.append(parts[::-1], opened), [*some, white]),
    ]
    rng.shuffle(found)
    for _ in range(40):
        found.append(right + rng.normal(0, 1, 3) * [8.0, 10.0, 10.0])
    return found


KIND: Final = ExerciseKind(
    key="mixture",
    title="What will they make?",
    stage="tubes",
    draw=_draw,
    rank=50,
    fewest=2,
    takes="Guessing a mixture",
    lacking="These tubes make too few different colours; add another.",
    tries=TRIES,
    by_heart=True,
    good_for="knowing what tubes make saves paint",
)
