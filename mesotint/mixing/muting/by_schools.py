"""Schools of muting, side by side, for one paint and one wanted chroma."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch, lch_from_lab
from mesotint.colour.hues import turn
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount, together
from mesotint.mixing.muting.schools import KINDS
from mesotint.mixing.muting.trail import Trail
from mesotint.mixing.recipe import Wishes, search_each
from mesotint.mixing.searcher import REACHED_BELOW
from mesotint.mixing.value import hold_value
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import black_of

LEAST_PART: Final = 1e-5
"""Part of a mixture below which a paint is not told: no hand leaves so little out or in."""

_SECTIONS: Final = 32
_CLOSINGS: Final = 3
"""Into how many pieces the stretch that holds a share is cut, and how often: to a thirty-thousandth
of the whole."""


@dataclass(frozen=True)
class School:
    """One school of muting, and the wanted chroma as it reaches it.

    Attributes
    ----------
    key : str
        Of one of the schools.
    paints : tuple of Paint
    parts : tuple of float
        By volume, adding to 1.
    lab : array, shape (3,)
    hue_drift : float
        Degrees of CIELAB hue from the pure paint.
    value_change : float
        L* gained (or, below zero, lost).
    strength : float
        How many units of chroma the first hundredth part of the muting paint takes away.
    reached : bool
        Whether the wanted chroma is reached at all.
    """

    key: str
    paints: tuple[Paint, ...]
    parts: tuple[float, ...]
    lab: Array
    hue_drift: float
    value_change: float
    strength: float
    reached: bool


def schools_of_muting(
    paint: Paint,
    chroma: float,
    box: Sequence[Paint],
    viewing: Viewing = DEFAULT_VIEWING,
    *,
    keep_value: bool = False,
    keep_hue: bool = False,
) -> list[School]:
    """The same paint muted to the same chroma by every school the box has paints for.

    Common practice; the schools have no published source.

    Parameters
    ----------
    chroma : float
        CIELAB chroma wanted, above zero and below the paint's own.
    keep_value : bool
        Whether white or a darker neutral is added until L* is the pure paint's within 0.5; the
        chroma is then what is left.
    keep_hue : bool
        Whether up to two paints of the box are added so that the hue angle stays the pure paint's,
        at the value the school's own mixture has.

    Raises
    ------
    InputError
        For a chroma that is no muting, or a box that holds nothing to mute with.
    """
    checked_amount(chroma, "chroma", most=200)
    pure = viewing.lab(np.ones(1), [paint])
    own = float(np.hypot(pure[1], pure[2]))
    if chroma >= own:
        raise InputError(
            f"{paint.name} has {own:.0f} of itself; ask for less to mute it.", "chroma"
        )
    schools = _trails(paint, tuple(p for p in box if p.key != paint.key), viewing)
    if not schools:
        raise InputError("The box holds nothing to mute with; add a tube.", "box")
    trails = list(schools.values())
    muted = [_muted(trail, chroma, box) for trail in trails]
    if keep_hue:
        muted = _turned_back(trails, muted, chroma, pure, box)
    if keep_value:
        muted = _held(trails, muted, pure, box)
    return [
        _school(school, trail, each, pure)
        for school, trail, each in zip(schools, trails, muted, strict=True)
    ]


# While a chroma is chosen, the same trails are asked for again and again.
@lru_cache(maxsize=32)
def _trails(paint: Paint, others: tuple[Paint, ...], viewing: Viewing) -> Mapping[str, Trail]:
    """The trail to what each school mutes with."""
    agents = {key: school.agent(paint, others, viewing) for key, school in KINDS.items()}
    return {key: Trail(paint, agent, 0.0, viewing) for key, agent in agents.items() if agent}


@dataclass(frozen=True)
class _Muted:
    """A muted mixture on its way: what is in it, and whether it reaches what is wanted."""

    paints: tuple[Paint, ...]
    parts: Array
    reached: bool


def _muted(trail: Trail, chroma: float, box: Sequence[Paint]) -> _Muted:
    """The first mixture of a trail whose chroma has fallen to the wanted one."""
    along = np.hypot(trail.labs[:, 1], trail.labs[:, 2])
    under = np.flatnonzero(along <= chroma)
    reached = bool(under.size)
    at = int(under[0]) if reached else int(along.argmin())
    share = float(trail.shares[at])
    if reached and at:
        share = _share_at(trail, chroma, float(trail.shares[at - 1]), share)
    ingredients = _ingredients(trail.second, box)
    parts = np.array([1 - share, *(share * part for part in ingredients.values())])
    return _Muted((trail.first, *ingredients), parts, reached)


def _share_at(trail: Trail, chroma: float, low: float, high: float) -> float:
    """The least share between two at which the trail's chroma has fallen to one that is wanted."""
    for _ in range(_CLOSINGS):
        near = np.linspace(low, high, _SECTIONS + 1)
        labs = trail.lab(near)
        at = max(int(np.argmax(np.hypot(labs[:, 1], labs[:, 2]) <= chroma)), 1)
        low, high = float(near[at - 1]), float(near[at])
    return high


def _turned_back(
    trails: Sequence[Trail],
    muted: Sequence[_Muted],
    chroma: float,
    pure: Array,
    box: Sequence[Paint],
) -> list[_Muted]:
    """The muted mixtures with their hue brought back to the pure paint's by paints of the box."""
    viewing, paint = trails[0].viewing, trails[0].first
    in_box = {p.key for p in box}
    mixed = [t.second for t in trails if t.second.key not in in_box]
    everything = [paint, *mixed, *(p for p in box if p.key != paint.key)]
    hue = lch_from_lab(pure)[2]
    targets = [
        lab_from_lch(np.array([viewing.lab(each.parts, each.paints)[0], chroma, hue]))
        for each in muted
    ]
    wishes = [
        Wishes(
            required=(paint.key, trail.second.key),
            # A school does not borrow another one's mixture.
            forbidden=[p.key for p in mixed if p.key != trail.second.key],
            sparing=True,
        )
        for trail in trails
    ]
    told = []
    for recipes in search_each(targets, everything, wishes, viewing):
        best = recipes[0]
        parts: dict[Paint, float] = {}
        for used, part in zip(best.paints, best.parts, strict=True):
            for ingredient, of in _ingredients(used, box).items():
                parts[ingredient] = parts.get(ingredient, 0.0) + part * of
        amounts = np.array(list(parts.values()))
        told.append(_Muted(tuple(parts), amounts, best.delta_e < REACHED_BELOW))
    return told


def _held(
    trails: Sequence[Trail], muted: Sequence[_Muted], pure: Array, box: Sequence[Paint]
) -> list[_Muted]:
    """Muted mixtures brought to the pure paint's value with white or a dark."""
    white = library().white
    black = black_of(box)
    told: dict[int, _Muted] = {}
    # All at once where one black darkens them; without a black each has its own agent to do it.
    for places in [range(len(muted))] if black else [[i] for i in range(len(muted))]:
        paints, parts = together([(muted[i].paints, muted[i].parts.tolist()) for i in places])
        dark = black or trails[places[0]].second
        held = hold_value(parts, paints, float(pure[0]), white, dark, trails[0].viewing)
        for i, row, reached in zip(places, held.parts, held.reached.tolist(), strict=True):
            told[i] = _Muted(held.paints, row, muted[i].reached and reached)
    return [told[i] for i in range(len(muted))]


def _school(key: str, trail: Trail, muted: _Muted, pure: Array) -> School:
    """What is told of a school's mixture, without what there is only a trace of."""
    merged: dict[Paint, float] = {}
    whole = muted.parts.sum()
    for ingredient, part in zip(muted.paints, (muted.parts / whole).tolist(), strict=True):
        if part > LEAST_PART:
            merged[ingredient] = merged.get(ingredient, 0.0) + part
    parts = np.array(list(merged.values()))
    lab = trail.viewing.lab(parts, tuple(merged))
    start = trail.lab(np.array([0.0, 0.01]))
    lch, was = lch_from_lab(lab), lch_from_lab(pure)
    return School(
        key=key,
        paints=tuple(merged),
        parts=tuple((parts / parts.sum()).tolist()),
        lab=lab,
        hue_drift=float(turn(lch[2], was[2])),
        value_change=float(lab[0] - pure[0]),
        strength=float(-np.diff(np.hypot(start[:, 1], start[:, 2]))[0]),
        reached=muted.reached,
    )


def _ingredients(agent: Paint, box: Sequence[Paint]) -> dict[Paint, float]:
    """A mixture's paints and shares of 1; a plain paint is its own only one."""
    if not agent.recipe or agent in box:
        return {agent: 1.0}
    by_key = {p.key: p for p in box}
    total = sum(part for _, part in agent.recipe)
    return {by_key[key]: part / total for key, part in agent.recipe}
