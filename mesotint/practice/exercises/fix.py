"""A grey that leans: which tube takes it out, and how much of it?

Every tube stands there with the amount that does most and with another one.
"""

from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.colour.words import lean
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.traces import TRACE_BELOW, one_in
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import is_black
from mesotint.practice.exercise import Exercise, Shown, seen_truly
from mesotint.practice.exercises.kind import Draw, ExerciseKind
from mesotint.practice.exercises.tubes import (
    CLEARLY,
    OPENED,
    TRIES,
    TUBES,
    greyest_with,
    in_words,
)

_AMOUNTS: Final = np.geomspace(1e-3, 1.5, 41)
"""Parts of a tube to one of a pair that may take a lean out."""

_APART: Final = 11
"""Places among the amounts between a right and a wrong one: some seven times."""


def _draw(draw: Draw) -> Exercise | None:
    box, rng = draw.box, draw.rng
    one, other = (box[i] for i in rng.choice(len(box), 2, replace=False))
    shares, labs = greyest_with(one, [other])
    share, grey = float(shares[0]), labs[0]
    chroma = float(np.hypot(*grey[1:]))
    if not (0.002 < share < 0.998 and 6 <= chroma <= 30 and seen_truly(grey)):
        return None
    rest = [p for p in box if p.key not in (one.key, other.key)]
    left = _left_by(rest, (one, other), share)
    least = left.min(axis=1)
    best = int(least.argmin())
    # The others are such as surely do not, whatever is taken of them.
    wrong = np.flatnonzero(least >= least[best] + CLEARLY)[: TUBES - 1]
    tubes = [best, *wrong.tolist()]
    at = left[tubes].argmin(axis=1)
    far = np.where(at + _APART < len(_AMOUNTS), at + _APART, at - _APART)
    left_by_each = np.stack([left[tubes, at], left[tubes, far]], axis=1)
    margin = float(np.delete(left_by_each.ravel(), 0).min() - left_by_each[0, 0])
    if least[best] >= 0.6 * chroma or margin < CLEARLY:
        return None
    rows = [
        (f"{rest[tube].name}, {_amount(float(_AMOUNTS[place]))}", row == 0 and column == 0)
        for row, tube in enumerate(tubes)
        for column, place in enumerate((at[row], far[row]))
    ]
    choices, answer = in_words(rows, rng)
    paint, needed = rest[best], float(_AMOUNTS[at[0]])
    return Exercise(
        f"This grey leans {lean(grey)}. What takes it out?",
        (Shown("grey", grey),),
        choices,
        answer,
        margin,
        f"{paint.name}, {_amount(needed)}: of {chroma:.0f} of chroma {least[best]:.1f} is left. "
        "Name the lean, add a little of its opposite.",
        topic=f"fix:{one.key}+{other.key}",
        paints=(one, other, paint, library().white),
        parts=(1 - share, share, needed, OPENED),
    )


def _left_by(rest: Sequence[Paint], pair: tuple[Paint, Paint], share: float) -> Array:
    """Chroma that is left of a pair's grey with each of some paints, shape (paints, amounts)."""
    parts = np.zeros((len(rest), len(_AMOUNTS), 3 + len(rest)))
    parts[..., :3] = 1 - share, share, OPENED
    for i in range(len(rest)):
        parts[i, :, 3 + i] = _AMOUNTS
    labs = DEFAULT_VIEWING.lab(parts, [*pair, library().white, *rest])
    return np.hypot(labs[..., 1], labs[..., 2])


def _amount(parts: float) -> str:
    """How much to one part of the pair."""
    share = parts / (1 + parts)
    if share < TRACE_BELOW:
        return f"a touch, 1 in {one_in(share)}"
    return f"1 part to {1 / parts:.2g}" if parts <= 1 else f"{parts:.2g} parts to 1"


KIND: Final = ExerciseKind(
    key="fix",
    title="What takes it out?",
    stage="words",
    draw=_draw,
    rank=70,
    fewest=3,
    takes="Taking a lean out",
    fits=lambda paint: not is_black(paint),
    lacking="No lean of these tubes is taken out clearly by one of them.",
    tries=TRIES,
    by_heart=True,
    good_for="taking leans out is half of all correcting",
)
