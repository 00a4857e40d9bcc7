"""A pair and a target on its trail: what share of the second hits it?"""

from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import library
from mesotint.practice.exercise import TOLD_APART, Exercise, Judged, Shown, seen_truly
from mesotint.practice.exercises.kind import Draw, ExerciseKind, figure
from mesotint.practice.exercises.tubes import OPENED, TRIES

FROM_ENDS: Final = 10.0
"""CIEDE2000 between what is asked for by its share and either of the two tubes."""

HIT_WITHIN: Final = 5.0
"""CIEDE2000 within which a share that was dragged is right: seen side by side, and no more."""

SHARE_WITHIN: Final = 2.0
"""Times by which its amount may be off as well: in a strong paint fifty times hardly show."""


def _draw(draw: Draw) -> Exercise | None:
    one, other = (draw.box[i] for i in draw.rng.choice(len(draw.box), 2, replace=False))
    trail = Trail(one, other, OPENED)
    share = float(trail.shares[int(draw.rng.integers(30, 171))])
    target = trail.lab(np.array([share]))[0]
    ends = trail.lab(np.array([0.0, 1.0]))
    gaps = delta_e_2000(trail.labs, target)
    # No other place of the trail comes back to the same colour.
    far = np.abs(trail.shares - share) > 0.25
    clear = float(gaps[far].min()) if far.any() else float("inf")
    # At an end none at all, or fifty times too much, would look as right.
    from_ends = float(delta_e_2000(ends, target).min())
    margin = min(clear, from_ends)
    if margin < TOLD_APART or from_ends < FROM_ENDS or not seen_truly(np.array([target, *ends])):
        return None
    return Exercise(
        f"How much {other.name.lower()} goes into {one.name.lower()} for this, in white?",
        (
            Shown("target", target),
            Shown("first", ends[0], one.name),
            Shown("second", ends[1], other.name),
        ),
        (),
        share,
        margin,
        f"1 part to {(1 - share) / share:.2g} of {one.name.lower()}: {100 * share:.3g} % of both.",
        topic=f"how-much:{one.key}+{other.key}",
        paints=(one, other, library().white),
        parts=(1 - share, share, OPENED),
    )


def _judged(exercise: Exercise, answer: object) -> Judged:
    share, wanted = figure(answer, 0.0, 1.0), exercise.answer
    assert isinstance(wanted, float)
    one, other, white = exercise.paints
    parts = np.array([1 - share, share, exercise.parts[2]])
    lab = DEFAULT_VIEWING.lab(parts, [one, other, white])
    off = float(delta_e_2000(lab, exercise.shown[0].lab))
    ratio = share * (1 - wanted) / max((1 - share) * wanted, 1e-12)
    near = 1 / SHARE_WITHIN <= ratio <= SHARE_WITHIN
    if share <= 0 or share >= 1:
        times = "nothing of one of the two"
    else:
        times = (
            f"{ratio:.2g} times too much" if ratio > 1.05 else
            f"{1 / ratio:.2g} times too little" if ratio < 0.95 else "the right amount"
        )  # fmt: skip
    said = f"ΔE {off:.1f}, {difference_in_words(off)}: {times}."
    score = max(0.0, 1 - off / 20) if near else 0.0
    return Judged(near and off < HIT_WITHIN, score, off, f"{said} {exercise.why}")


KIND: Final = ExerciseKind(
    key="how-much",
    title="How much?",
    stage="share",
    draw=_draw,
    rank=60,
    judge=_judged,
    answer="share",
    fewest=2,
    takes="Saying how much",
    lacking="No two of these tubes lie far enough apart; add another.",
    tries=TRIES,
    by_heart=True,
    good_for="knowing how little it takes saves paint",
)
