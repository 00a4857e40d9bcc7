"""Exercises of the eye alone: lean, value, chroma, order and memory. Any box will do.

Colours are drawn from what a screen shows, since they are looked at and not mixed: a difference of
one kind is set exactly, and all else is left to the dice.
"""

from collections.abc import Callable, Sequence
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch, lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import FAMILIES, MIDDLES, family
from mesotint.colour.munsell import lab_from_munsell
from mesotint.colour.srgb import hex_from_lab, lab_from_hex
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.practice.exercise import (
    TOLD_APART,
    Choice,
    Exercise,
    Shown,
    dice,
    least_apart,
    seen_truly,
)

TRIES: Final = 400
ORDERS: Final = ("value", "chroma", "hue")
ORDERED: Final = 9
REMEMBERED: Final = 12
USUAL_LEVELS: Final = {"lean": 8.0, "darker": 6.0, "duller": 14.0}
"""How much is to be told where nothing is known of the painter: chroma of a lean, L*, chroma."""

_HUES_APART: Final = 60.0
_EVENLY: Final = 0.155
_SHOWN_WITHIN: Final = 0.1
"""Share of its chroma by which a lean may be another one as a code of 8 bits."""


def lean(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """A grey that leans; which way?

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        Unused: any box will do.
    level : float
        Chroma of the lean.
    """
    rng = dice("lean", seed)
    for _ in range(TRIES):
        name = FAMILIES[int(rng.integers(len(FAMILIES)))]
        angle = MIDDLES[name] + float(rng.uniform(-4, 4))
        lab = lab_from_lch(np.array([rng.uniform(35, 75), level, angle]))
        if family(angle) == name and seen_truly(lab) and _shown(lab, name):
            break
    choices = tuple(Choice(each, each) for each in FAMILIES)
    return Exercise(
        "lean", seed, "Which way does this grey lean?", (Shown("grey", lab),), choices, name,
        level, f"It leans {name} by {level:.1f} of chroma; on the wheel its opposite takes it out.",
        level,
    )  # fmt: skip


def _shown(lab: Array, name: str) -> bool:
    """Whether a lean still is what it is once it is a code of 8 bits."""
    shown = lch_from_lab(lab_from_hex(hex_from_lab(lab[None])[0][0]))
    off = abs(float(shown[1]) / float(lch_from_lab(lab)[1]) - 1)
    return family(float(shown[2])) == name and off <= _SHOWN_WITHIN


def darker(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """Two colours of different hue; one is darker.

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        Unused: any box will do.
    level : float
        L* between the two.
    """
    rng = dice("darker", seed)

    def pair() -> tuple[Array, Array]:
        hue = float(rng.uniform(0, 360))
        other = hue + float(rng.uniform(_HUES_APART, 360 - _HUES_APART))
        light = float(rng.uniform(35, 75))
        chromas = rng.uniform(12, 45, 2)
        return (
            lab_from_lch(np.array([light, chromas[0], hue])),
            lab_from_lch(np.array([light + level, chromas[1], other % 360])),
        )

    dark, bright = _shown_truly(pair)
    return _of_two(
        "darker", seed, "Which is darker?", dark, bright, rng, (level,
        f"The darker is L* {dark[0]:.0f} and the other L* {bright[0]:.0f}. Half-close your eyes: "
        "hue misleads, and clear colours look lighter than they are."),
    )  # fmt: skip


def duller(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """Two colours of one hue and value; one is duller.

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        Unused: any box will do.
    level : float
        Chroma between the two.
    """
    rng = dice("duller", seed)

    def pair() -> tuple[Array, Array]:
        light, hue = float(rng.uniform(40, 72)), float(rng.uniform(0, 360))
        chroma = float(rng.uniform(6, max(7.0, 44 - level)))
        return (
            lab_from_lch(np.array([light, chroma, hue])),
            lab_from_lch(np.array([light, chroma + level, hue])),
        )

    dull, clear = _shown_truly(pair)
    one, other = (float(lch_from_lab(lab)[1]) for lab in (dull, clear))
    return _of_two(
        "duller", seed, "Which is duller?", dull, clear, rng, (level,
        f"One has {one:.0f} of chroma and the other {other:.0f}, at one hue and value."),
    )  # fmt: skip


def _shown_truly(make: Callable[[], tuple[Array, Array]]) -> tuple[Array, Array]:
    found = make()
    for _ in range(TRIES):
        if seen_truly(np.array(found)):
            break
        found = make()
    return found


def _of_two(
    kind: str,
    seed: int,
    asks: str,
    right: Array,
    wrong: Array,
    rng: np.random.Generator,
    told: tuple[float, str],
) -> Exercise:
    level, why = told
    labs = [right, wrong] if rng.random() < 0.5 else [wrong, right]
    at = next(i for i, lab in enumerate(labs) if lab is right)
    names = ("left", "right")
    return Exercise(
        kind, seed, asks,
        tuple(Shown(name, lab) for name, lab in zip(names, labs, strict=True)),
        tuple(Choice(name, name, lab) for name, lab in zip(names, labs, strict=True)),
        names[at], level, why, level,
    )  # fmt: skip


def value(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """A colour against a nine-step scale of greys.

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        Unused: any colour has a value.
    level : float
        Unused: no threshold is sought.
    """
    rng = dice("value", seed)
    greys = lab_from_munsell(np.array([[0.0, step, 0.0] for step in range(1, 10)]))
    for _ in range(TRIES):
        at = int(rng.integers(1, 8))
        light = greys[at, 0] + rng.uniform(-0.2, 0.2) * 10
        lab = lab_from_lch(np.array([light, rng.uniform(10, 50), rng.uniform(0, 360)]))
        if seen_truly(lab):
            break
    away = np.sort(np.abs(greys[:, 0] - lab[0]))
    return Exercise(
        "value", seed, "What value is it?", (Shown("colour", lab),),
        tuple(Choice(str(i + 1), f"value {i + 1}", grey) for i, grey in enumerate(greys)),
        str(at + 1), float(away[1] - away[0]),
        f"It is value {lab[0] / 10:.1f}: squint until the hue is gone, then find the grey beside "
        "which its edge goes.",
    )  # fmt: skip


def order(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """Nine shuffled patches to be put in order by value, by chroma or by hue.

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        Unused.
    level : float
        Unused.
    """
    rng = dice("order", seed)
    by = ORDERS[int(rng.integers(len(ORDERS)))]
    labs: Array = np.zeros((ORDERED, 3))
    for _ in range(TRIES):
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
        if seen_truly(labs):
            break
    ids = [str(i + 1) for i in rng.permutation(ORDERED).tolist()]
    shuffled = rng.permutation(ORDERED)
    margin = float(min(delta_e_2000(labs[:-1], labs[1:])))
    asks = {
        "value": "Put them in order, darkest first.",
        "chroma": "Put them in order, greyest first.",
        "hue": f"Put them in order round the wheel, beginning with {ids[0]}.",
    }[by]
    return Exercise(
        "order", seed, asks,
        tuple(Shown(ids[int(i)], labs[int(i)]) for i in shuffled),
        tuple(Choice(ids[int(i)], ids[int(i)], labs[int(i)]) for i in shuffled),
        tuple(ids), margin, f"They fall evenly by {by}.",
    )  # fmt: skip


def memory(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """A swatch shown for five seconds, to be found on the page.

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        Unused.
    level : float
        Unused.
    """
    rng = dice("memory", seed)
    best: list[Array] = []
    for _ in range(TRIES):
        lch = np.array([rng.uniform(38, 72), rng.uniform(8, 34), rng.uniform(0, 360)])
        right = lab_from_lch(lch)
        labs = [right]
        for _ in range(TRIES):
            other = right + rng.normal(0, 1, 3) * [7.0, 8.0, 8.0]
            near = delta_e_2000(np.array(labs), other).min()
            if near >= TOLD_APART and seen_truly(other):
                labs.append(other)
            if len(labs) == REMEMBERED:
                break
        if len(labs) == REMEMBERED and seen_truly(right):
            best = labs
            break
    at = rng.permutation(len(best)).tolist()
    choices = tuple(Choice(str(i + 1), f"patch {i + 1}", best[place]) for i, place in enumerate(at))
    return Exercise(
        "memory", seed, "Look for five seconds. Which of them was it?",
        (Shown("swatch", best[0]),), choices, str(at.index(0) + 1), least_apart(best, 0),
        "What is remembered drifts toward the clearest colour of its hue: name its value first, "
        "then which way it leans.",
    )  # fmt: skip
