"""Nine shuffled patches to be put in order by value, by chroma or by hue."""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.practice.exercise import Choice, Exercise, Judged, Shown, dice, seen_truly
from mesotint.practice.exercises.kind import Draw, ExerciseKind

ORDERS: Final = ("value", "chroma", "hue")
ORDERED: Final = 9
_EVENLY: Final = 0.155


def _draw(draw: Draw) -> Exercise | None:
    rng = draw.rng
    # By what they are ordered is drawn once, whatever is tried after that.
    by = ORDERS[int((rng if draw.first else dice("order", draw.seed)).integers(len(ORDERS)))]
    light, chroma, hue = rng.uniform(45, 70), rng.uniform(16, 30), rng.uniform(0, 360)
    lch = np.tile([light, chroma, hue], (ORDERED, 1))
    if by == "value":
        lch[:, 0] = np.linspace(24, 88, ORDERED)
        lch[:, 1], lch[:, 2] = rng.uniform(4, 22, ORDERED), rng.uniform(0, 360, ORDERED)
    elif by == "chroma":
        # Even to the eye: CIEDE2000 counts chroma the less the more there is.
        lch[:, 1] = (np.exp(_EVENLY * np.arange(ORDERED)) - 1) / 0.045
    else:
        lch[:, 2] = hue + np.arange(ORDERED) * 20.0
        lch[:, 1] = rng.uniform(24, 30)
    labs = lab_from_lch(lch)
    if not seen_truly(labs):
        return None
    ids = [str(i + 1) for i in rng.permutation(ORDERED).tolist()]
    shuffled = rng.permutation(ORDERED).tolist()
    asks = {
        "value": "Put them in order, darkest first.",
        "chroma": "Put them in order, greyest first.",
        "hue": f"Put them in order round the wheel, beginning with {ids[0]}.",
    }[by]
    return Exercise(
        asks,
        tuple(Shown(ids[i], labs[i]) for i in shuffled),
        tuple(Choice(ids[i], ids[i], labs[i]) for i in shuffled),
        tuple(ids),
        float(min(delta_e_2000(labs[:-1], labs[1:]))),
        f"They fall evenly by {by}.",
    )


def _judged(exercise: Exercise, answer: object) -> Judged:
    wanted = exercise.answer
    assert isinstance(wanted, tuple)
    if not isinstance(answer, (list, tuple)) or sorted(map(str, answer)) != sorted(wanted):
        raise InputError("Put all nine in order, each once.", "answer")
    places = [str(each) for each in answer]
    strays = [abs(places.index(each) - place) for place, each in enumerate(wanted)]
    # As far as nine patches can stray in all: turned round, 40 places.
    most = len(wanted) ** 2 // 2
    score = 1 - sum(strays) / most
    said = "All in their places." if not sum(strays) else (
        f"{sum(1 for each in strays if each)} stand elsewhere, by {max(strays)} places at the most."
    )  # fmt: skip
    return Judged(sum(strays) == 0, score, float(sum(strays)), f"{said} {exercise.why}")


KIND: Final = ExerciseKind(
    key="order",
    title="Put in order",
    stage="order",
    draw=_draw,
    rank=90,
    judge=_judged,
    answer="order",
    good_for="ordering patches is laying out a palette",
)
