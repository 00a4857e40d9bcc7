"""Corrections: what to add to a pile that went wrong. Paint is only ever added.

The pile counts as one paint that every recipe must hold; the recipes of the box with it are then
lists of additions. Value is judged first, then hue, then chroma (common practice).
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations, permutations
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import checked_lab, lch_from_lab
from mesotint.colour.comparing import values_in_words
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import family, too_what, turn
from mesotint.colour.munsell import munsell_from_lab
from mesotint.colour.words import EYE_TELLS, GREY_BELOW_CHROMA
from mesotint.errors import InputError
from mesotint.mixing.character import strength
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.palette import LEAST_ML
from mesotint.mixing.recipe import Recipe, search
from mesotint.mixing.searcher import MOST_PAINTS, Searcher, Wanted
from mesotint.mixing.traces import TRACE_BELOW, one_in, touch
from mesotint.optics.grid import Array
from mesotint.paints.library import WATER, Paint, mixed_tube
from mesotint.paints.table import WHITES

CLOSE: Final = 2.0
"""CIEDE2000 within which a pile counts as the target."""

VALUE_OFF: Final = 0.2
"""Munsell value from which value is off, and advice on hue and chroma waits."""

STRONG_FROM: Final = 1.5
"""Strength, in ultramarines, from which a paint is added in two goes."""

FIRST_ML: Final = 5.0
"""How much is mixed at first where nobody says how much."""

HELD_BACK: Final = 1 / 3
MOST_GROWTH: Final = 3.0
GROWTH_COST: Final = 0.15
"""CIEDE2000 that a doubling of the pile is worth in the choice of additions (our own judgement)."""

ADDITION_COST: Final = 0.2
"""CIEDE2000 that one addition fewer is worth in that choice (our own judgement)."""

FAR_TOO_LARGE: Final = 8.0
"""How many times its volume a pile may have before its correction is not told at all, but a fresh
pile instead: nobody mixes litres (our own judgement)."""

_HUE_OFF_DEGREES: Final = 6.0
_CHROMA_OFF: Final = 3.0
_SEEN_STEP: Final = 1.0
_SETS_KEPT: Final = 40
_ALONG: Final = 0.7


@dataclass(frozen=True)
class Addition:
    """One paint to add.

    Attributes
    ----------
    volume_ml : float
        The whole addition.
    first_ml : float
        How much of it to add before looking: all, or two thirds of a strong paint.
    lab : array, shape (3,)
        Predicted colour of the pile once the whole addition is in.
    why : str
        What it does to the pile, in words.
    share : float
        Its share of the pile once it is in, 0 to 1.
    """

    paint: Paint
    volume_ml: float
    first_ml: float
    lab: Array
    why: str
    share: float

    @property
    def touch(self) -> str:
        """Where it is a trace, the words for it; else empty."""
        return touch(one_in(self.share)) if self.share < TRACE_BELOW else ""


@dataclass(frozen=True)
class Correction:
    """What is wrong with a pile, and what to add.

    Attributes
    ----------
    wrong : tuple of str
        What is wrong, in the order it is to be mended; empty where nothing is.
    waits : bool
        Whether hue and chroma wait until the value is right.
    additions : tuple of Addition
        One to three, in order; none where the pile is right, nothing helps, or it would take
        litres.
    delta_e_now : float
        CIEDE2000 to the target as the pile is.
    delta_e : float
        CIEDE2000 to the target after all of them.
    growth : float
        How many times its volume the pile has then.
    start_again : bool
        Whether a fresh pile wastes less than correcting this one: nothing brings it close, or it
        would grow beyond what is allowed.
    fresh : tuple of Addition
        What to mix a fresh pile of as much paint from, where correcting would take litres.
    """

    wrong: tuple[str, ...]
    waits: bool
    additions: tuple[Addition, ...]
    delta_e_now: float
    delta_e: float
    growth: float
    start_again: bool
    fresh: tuple[Addition, ...] = ()

    @property
    def says(self) -> str:
        """What is wrong and what waits, in sentences."""
        if not self.wrong:
            return "It is there: paint with it."
        told = "; ".join(self.wrong) + "."
        told = f"Close: it is {told}" if self.delta_e_now < CLOSE else f"It is {told}"
        if self.waits and len(self.wrong) > 1:
            told += " The value comes first; hue and chroma wait."
        if "too dull" in self.wrong and not self.waits and not self.start_again:
            told += " Overpower it with clean colour."
        if self.fresh:
            told += " It cannot be mended with what there is: start again with a fresh pile."
        elif self.start_again:
            told += f" The pile would grow {self.growth:.1f} times: start again, it wastes less."
        return told


def what_is_wrong(lab: Array, target: Array) -> tuple[tuple[str, ...], bool]:
    """Faults of a colour against a target, value first, and whether the rest has to wait.

    Parameters
    ----------
    lab, target : array, shape (3,)
    """
    if delta_e_2000(lab, target) < EYE_TELLS:
        return (), False
    (munsell, wanted), _ = munsell_from_lab(np.stack([lab, target]))
    have, want = lch_from_lab(np.stack([lab, target]))
    faults = []
    step = float(munsell[1] - wanted[1])
    value_off = abs(step) >= VALUE_OFF
    if value_off:
        faults.append(f"{'lighter' if step > 0 else 'darker'} by {values_in_words(abs(step))}")
    away = np.asarray(lab, dtype=np.float64)[1:] - np.asarray(target)[1:]
    off, clearer = float(np.hypot(*away)), float(have[1] - want[1])
    chromatic = _chromatic(have, want)
    turned = abs(float(turn(have[2], want[2])))
    # What is wanted clear and lies near grey on its own side is too dull, and leans nowhere else.
    only_dull = want[1] >= GREY_BELOW_CHROMA and _aside(away, want) < _CHROMA_OFF
    if off >= _CHROMA_OFF and (turned >= _HUE_OFF_DEGREES if chromatic else not only_dull):
        faults.append(_too(have, want, away))
    if (chromatic or want[1] >= GREY_BELOW_CHROMA) and abs(clearer) >= _CHROMA_OFF:
        faults.append("too clear" if clearer > 0 else "too dull")
    if not faults and delta_e_2000(lab, target) >= CLOSE:
        # Nothing is far off by itself, and yet together it shows: name what shows most.
        if abs(step) / VALUE_OFF > off / _CHROMA_OFF:
            faults.append(f"{'lighter' if step > 0 else 'darker'} by {values_in_words(abs(step))}")
        elif chromatic and abs(clearer) > off / 2**0.5:
            faults.append("too clear" if clearer > 0 else "too dull")
        else:
            faults.append(_too(have, want, away))
    return tuple(faults), value_off


def what_it_does(before: Array | None, after: Array) -> str:
    """What an addition does to a pile, in words; `before` is none for the first of all.

    Parameters
    ----------
    before, after : array, shape (3,)
    """
    if before is None:
        return "is the body of it"
    step = np.asarray(after, dtype=np.float64) - before
    way = float(np.hypot(*step[1:]))
    clearer = float(np.hypot(*after[1:]) - np.hypot(*before[1:]))
    told = []
    if abs(step[0]) >= _SEEN_STEP and abs(step[0]) >= way / 3:
        told.append("lightens it" if step[0] > 0 else "darkens it")
    if way >= _SEEN_STEP and way >= abs(step[0]) / 3:
        if abs(clearer) >= _ALONG * way:
            told.append("clears it" if clearer > 0 else "mutes it")
        else:
            told.append(f"turns it toward {_toward(before, after)}")
    return " and ".join(told) or "moves it by a trace"


def _chromatic(one: Array, other: Array) -> bool:
    """Whether hues turn along the circle between two colours (L*, C*, h), neither of them near
    grey."""
    return bool(min(one[1], other[1]) >= GREY_BELOW_CHROMA)


def _aside(away: Array, want: Array) -> float:
    """How far a step in the plane of a* and b* leads beside a colour's own hue."""
    hue = np.radians(want[2])
    return float(abs(away[1] * np.cos(hue) - away[0] * np.sin(hue)))


def _too(have: Array, want: Array, away: Array) -> str:
    """What a colour has too much of: between chromatic ones the hue it has turned to, near grey the
    hue it leans to, from its way off in the plane of a* and b*."""
    if _chromatic(have, want):
        return f"too {too_what(float(have[2]), float(want[2]))}"
    return f"too {family(float(np.degrees(np.arctan2(away[1], away[0]))))}"


def _toward(before: Array, after: Array) -> str:
    """What a colour is turned toward; named as in `_too`."""
    was, now = lch_from_lab(np.stack([before, after]))
    if _chromatic(was, now):
        toward = too_what(float(now[2]), float(was[2]))
        return "the cool side" if toward == "cool" else toward
    step = np.asarray(after)[1:] - np.asarray(before)[1:]
    return family(float(np.degrees(np.arctan2(step[1], step[0]))))


def correct(
    pile_ml: dict[Paint, float],
    target: Array,
    box: Sequence[Paint],
    viewing: Viewing = DEFAULT_VIEWING,
    *,
    reading: Array | None = None,
    most_growth: float = MOST_GROWTH,
    stock_ml: Mapping[str, float] | None = None,
) -> Correction:
    """What to add to a pile to bring it to a target.

    Parameters
    ----------
    pile_ml : dict
        Millilitres of each paint in the pile.
    target : array, shape (3,)
        CIELAB under the viewing's light.
    box : sequence of Paint
        What may be added.
    viewing : Viewing
        In a wash no white is added: water lightens.
    reading : array, shape (3,), optional
        Colour of the pile as it was measured; its difference from the prediction is carried
        along into the advice.
    most_growth : float
        How many times its volume the pile may have in the end; 1 to 50.
    stock_ml : mapping, optional
        Millilitres there are, by paint key, of what is soon used up; advice that would need more
        of such a paint does without it.

    Raises
    ------
    InputError
        For a pile of nothing, an empty box, or a growth below 1.
    """
    target = checked_lab(target, "target")
    held = {p: checked_amount(ml, f"pile of {p.key}") for p, ml in pile_ml.items()}
    volume = sum(held.values())
    if volume <= 0:
        raise InputError("The pile is empty; squeeze out some paint first.", "pile")
    if viewing.medium == "wash":
        box = [paint for paint in box if paint.key not in WHITES]
    if not box:
        raise InputError("The box is empty; add a tube to correct with.", "box")
    checked_amount(most_growth, "most_growth", least=1, most=50)
    pile = mixed_tube("pile", "The pile", "pile", {p: ml for p, ml in held.items() if ml > 0})
    predicted = viewing.lab(np.ones(1), [pile])
    carried = np.zeros(3) if reading is None else checked_lab(reading, "reading") - predicted
    wrong, waits = what_is_wrong(predicted + carried, target)
    now = float(delta_e_2000(predicted + carried, target))
    if not wrong:
        return Correction((), False, (), now, now, 1.0, False)
    paints, parts, gap = _best(pile, box, viewing, target - carried, most_growth)
    volumes = parts / parts[0] * volume
    additions = _ordered(pile, paints[1:], volumes, viewing, target, carried)
    if short := _short(additions, stock_ml):
        enough = [paint for paint in box if paint.key not in short]
        return correct(
            pile_ml,
            target,
            enough,
            viewing,
            reading=reading,
            most_growth=most_growth,
            stock_ml=stock_ml,
        )
    growth = float(volumes.sum() / volume)
    # Water is at hand: only paint is wasted.
    of_paint = [ml for paint, ml in zip(paints, volumes, strict=True) if paint is not WATER]
    if sum(of_paint) > FAR_TOO_LARGE * volume:
        fresh, left = begin(target, box, volume, viewing, stock_ml=stock_ml)
        return Correction(wrong, waits, (), now, left, 1.0, True, fresh)
    again = gap >= CLOSE or growth > most_growth
    return Correction(wrong, waits, additions, now, gap, growth, again)


def begin(
    target: Array,
    box: Sequence[Paint],
    volume_ml: float = FIRST_ML,
    viewing: Viewing = DEFAULT_VIEWING,
    *,
    stock_ml: Mapping[str, float] | None = None,
) -> tuple[tuple[Addition, ...], float]:
    """What to begin an empty pile with: the best recipe, most of it first, and its CIEDE2000.

    Parameters
    ----------
    target : array, shape (3,)
    volume_ml : float
        How much the pile is to be, above zero.
    stock_ml : mapping, optional
        As `correct` takes it.

    Raises
    ------
    InputError
        For an empty box, or a target that is no colour.
    """
    recipe = _best_of_box(checked_lab(target, "target").tobytes(), tuple(box), viewing)
    order = np.argsort(recipe.parts)[::-1]
    order = order[np.array(recipe.parts)[order] * volume_ml >= LEAST_ML]
    paints = [recipe.paints[i] for i in order.tolist()]
    volumes = np.array(recipe.parts)[order] * volume_ml
    labs = viewing.lab(np.tril(np.ones((len(paints), 1)) * volumes), paints)
    additions = [
        Addition(
            paint, float(ml), float(ml), lab, what_it_does(before, lab), float(ml / volumes.sum())
        )
        for paint, ml, before, lab in zip(paints, volumes, [None, *labs[:-1]], labs, strict=True)
    ]
    if short := _short(additions, stock_ml):
        enough = [paint for paint in box if paint.key not in short]
        return begin(target, enough, volume_ml, viewing, stock_ml=stock_ml)
    return tuple(additions), recipe.delta_e


# While a pile grows its target and the box stay, and so does what one would begin anew with.
@lru_cache(maxsize=256)
def _best_of_box(target: bytes, box: tuple[Paint, ...], viewing: Viewing) -> Recipe:
    return search(np.frombuffer(target), box, viewing=viewing).recipes[0]


def _short(additions: Sequence[Addition], stock_ml: Mapping[str, float] | None) -> set[str]:
    """Keys of the paints of which more is advised than there is."""
    there_is = stock_ml or {}
    return {a.paint.key for a in additions if a.volume_ml > there_is.get(a.paint.key, np.inf)}


def _best(
    pile: Paint, box: Sequence[Paint], viewing: Viewing, target: Array, most_growth: float
) -> tuple[tuple[Paint, ...], Array, float]:
    """Paints with the pile first, their parts, and what they leave.

    Within the growth allowed, if that comes close; else without regard to it, so that the painter
    sees what correcting this pile would cost.
    """
    searcher = Searcher([pile, *box], viewing, [Wanted(target, must=(0,))], sets_kept=_SETS_KEPT)
    entries = []
    for found in searcher.run(MOST_PAINTS)[0]:
        gaps = found.gaps
        growth = found.parts.sum(axis=1) / np.maximum(found.parts[:, 0], 1e-9)
        score = gaps + GROWTH_COST * np.log2(growth) + ADDITION_COST * (found.sets.shape[1] - 1)
        for allowed in (growth <= most_growth, growth < np.inf):
            if allowed.any():
                at = int(np.argmin(np.where(allowed, score, np.inf)))
                within = bool(growth[at] <= most_growth)
                entries.append(
                    (
                        not (within and gaps[at] < CLOSE),
                        float(score[at]),
                        found.paints(at),
                        found.parts[at],
                        float(gaps[at]),
                    )
                )
    _, _, paints, parts, gap = min(entries, key=lambda entry: entry[:2])
    return paints, parts, gap


def _ordered(
    pile: Paint,
    paints: Sequence[Paint],
    volumes: Array,
    viewing: Viewing,
    target: Array,
    carried: Array,
) -> tuple[Addition, ...]:
    """The additions in the order that brings the value right first."""
    added = [i for i in range(len(paints)) if volumes[i + 1] > 1e-4 * volumes[0]]
    # A third of a strong paint is held back until the rest has been seen.
    first = {
        i: volumes[i + 1] * (1 - HELD_BACK * (strength(paints[i]) >= STRONG_FROM))
        for i in added
        if paints[i] is not WATER
    }
    # Every way of having some of them in, once: an order is a walk through these.
    walked = [frozenset(some) for n in range(len(added) + 1) for some in combinations(added, n)]
    parts = np.zeros((len(walked), len(volumes)))
    parts[:, 0] = volumes[0]
    for row, some in zip(parts, walked, strict=True):
        row[[i + 1 for i in some]] = volumes[[i + 1 for i in some]]
    seen = dict(zip(walked, viewing.lab(parts, [pile, *paints]) + carried, strict=True))

    def passed(order: tuple[int, ...]) -> list[frozenset[int]]:
        return [frozenset(order[:n]) for n in range(len(order) + 1)]

    def off(order: tuple[int, ...]) -> float:
        return sum(abs(float(seen[each][0] - target[0])) for each in passed(order)[1:])

    order = min(permutations(added), key=off)
    told, mixed = [], float(volumes[0])
    for i, before, after in zip(order, passed(order), passed(order)[1:], strict=False):
        whole = float(volumes[i + 1])
        mixed += whole
        at_first = float(first.get(i, whole))
        why = what_it_does(seen[before], seen[after])
        told.append(Addition(paints[i], whole, at_first, seen[after], why, whole / mixed))
    return tuple(told)
