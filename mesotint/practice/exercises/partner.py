"""A tube: what mutes it, and on which side of grey does it pass?

Every tube stands there with its own side and with another one, so that none is told by how often it
stands there.
"""

from typing import Final

import numpy as np

from mesotint.colour.hues import family, opposite_of
from mesotint.colour.words import lean
from mesotint.mixing.character import hue_of, is_grey
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.muting.ranking import ranked
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
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

_MUTED: Final = 12.0
"""Chroma below which a tube counts as muted by another."""


def _draw(draw: Draw) -> Exercise | None:
    box, rng, white = draw.box, draw.rng, library().white
    paint = box[int(rng.integers(len(box)))]
    others = [p for p in box if p.key != paint.key]
    some = [others[i] for i in rng.choice(len(others), min(TUBES, len(others)), replace=False)]
    shares, labs = greyest_with(paint, some)
    chroma = np.hypot(labs[:, 1], labs[:, 2])
    best, second = (int(i) for i in np.argsort(chroma)[:2])
    if ranked(paint, some, DEFAULT_VIEWING).order[0] != best:
        # The wheel and the measurement disagree: advice may weigh them, a question may not.
        return None
    tube = DEFAULT_VIEWING.lab(np.array([1.0, OPENED]), [paint, white])
    margin = float(chroma[second] - chroma[best])
    if not (
        0.002 < shares[best] < 0.998
        and margin >= CLEARLY
        and chroma[best] < _MUTED
        and seen_truly(tube)
    ):
        return None
    rows = [
        (f"{p.name}, and it passes {side}", i == best and true)
        for i, (p, lab) in enumerate(zip(some, labs, strict=True))
        for side, true in zip(_sides(lab, paint), (True, False), strict=True)
    ]
    choices, answer = in_words(rows, rng)
    return Exercise(
        f"What mutes {paint.name.lower()} best, and on which side of grey?",
        (Shown(paint.key, tube, paint.name),),
        choices,
        answer,
        margin,
        f"{some[best].name} passes {_sides(labs[best], paint)[0]} with {chroma[best]:.1f} of "
        f"chroma left; the next leaves {chroma[second]:.1f}.",
        topic=f"partner:{paint.key}",
        paints=(paint, some[best], white),
        parts=(float(1 - shares[best]), float(shares[best]), OPENED),
    )


def _sides(lab: Array, paint: Paint) -> tuple[str, str]:
    """On which side of grey a mixture passes, and a side on which it does not."""
    hue = lean(lab)
    if hue is None:
        return "through grey", f"on the {family(hue_of(paint) or 0.0)} side"
    return f"on the {hue} side", f"on the {opposite_of(hue)} side"


KIND: Final = ExerciseKind(
    key="partner",
    title="What mutes it?",
    stage="words",
    draw=_draw,
    rank=80,
    fewest=3,
    takes="Choosing what mutes",
    tubes="tubes that have a hue",
    fits=lambda paint: not is_grey(paint),
    lacking="No tube here mutes another clearly better than the rest.",
    tries=TRIES,
    by_heart=True,
    good_for="knowing what mutes what is muting",
)
