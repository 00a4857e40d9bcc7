"""What the eye will see in a painting, as figures that each say what they mean and where they are
from."""

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.words import difference_in_words
from mesotint.harmony.attention import REST_BELOW, looked_at, shines_beside
from mesotint.harmony.painting import DISTANCES, Painting
from mesotint.harmony.unity import MERGES_BELOW, AccentContrast, Figures

OWN: Final = "our own judgement"
PRACTICE: Final = "common practice"
CIELAB: Final = "CIELAB, ISO/CIE 11664-4:2019"
CIEDE2000: Final = "CIEDE2000, ISO/CIE 11664-6:2022"
CIRCULAR: Final = "circular standard deviation, Mardia and Jupp 2000, section 2.3"

_FAR_APART: Final = 30.0
_SOME_WAY_APART: Final = 15.0
_MUCH_IN_COMMON: Final = 0.05
_WEAK_ACCENT: Final = 20.0
_VALUE_STEP: Final = 10.0
_SEEN_STEP: Final = 1.0


@dataclass(frozen=True)
class Figure:
    """One figure.

    Attributes
    ----------
    name : str
    told : str
        The figure itself, with its unit.
    says : str
        What it means for this painting.
    why : str
        Why it matters.
    source : str
        The published measure, or that it is common practice or our own.
    alarm : bool
        Whether it tells of something to mend.
    places : tuple of int
        Passages that it speaks of; none where it speaks of all.
    """

    name: str
    told: str
    says: str
    why: str
    source: str
    alarm: bool = False
    places: tuple[int, ...] = ()


def figures(painting: Painting, of: Figures) -> tuple[Figure, ...]:
    """Every figure of a painting, the ones that hold it together first.

    Parameters
    ----------
    of : Figures
        What was measured of the painting.
    """
    return (
        _apart(of),
        _common(of),
        _dominance(of),
        _fights(painting, of),
        _rest(of),
        *_first(painting, of),
        _spread(of),
        _outline(of),
        _page(of),
        *_accents(painting, of),
        *_shining(painting, of),
        _merges(painting, of),
        *_depth(painting),
    )


def _name(painting: Painting, place: int) -> str:
    return f"“{painting.passages[place].name}”"


def _each_of(pairs: Iterable[tuple[int, int]]) -> tuple[int, ...]:
    return tuple(sorted({place for pair in pairs for place in pair}))


def _apart(of: Figures) -> Figure:
    if of.apart >= _FAR_APART:
        says = "The colours lie all over the plan: nothing holds them together yet."
    elif of.apart >= _SOME_WAY_APART:
        says = "The colours keep to a part of the plan, and still differ."
    else:
        says = "The colours keep close together."
    return Figure(
        "How far apart",
        f"{of.apart:.0f}",
        says,
        "How far the passages lie from their mean in the plan, by area, accents left out: greys of "
        "opposite hues are near each other, two loud opposites are not.",
        f"root mean square in a* and b*, {CIELAB}; the limits are our own",
        of.apart >= _FAR_APART,
    )


def _spread(of: Figures) -> Figure:
    spread = of.spread_degrees
    return Figure(
        "Hue spread",
        f"{spread:.0f}°",
        f"The angles of the hues differ by {spread:.0f}°, by area and chroma.",
        "Large and clear passages weigh most; accents are left out, since they are meant to "
        "stand apart.",
        CIRCULAR + ", weighted by area and chroma",
    )


def _common(of: Figures) -> Figure:
    if of.common <= 0:
        says = "No paint is in every mixture."
    elif of.common < _MUCH_IN_COMMON:
        says = "A trace of the same paint is in every mixture."
    else:
        says = "Every mixture shares paint with all others."
    return Figure(
        "Paint in common",
        f"{100 * of.common:.1f} %",
        says,
        "Mixtures that share paint look as if one light fell on them; accents are left out.",
        PRACTICE,
        of.common <= 0,
    )


def _dominance(of: Figures) -> Figure:
    leading = of.attention.leading
    if leading is None:
        words, says = "none", "No hue leads: the whole is grey."
    else:
        words, says = leading, f"By area and chroma {leading} leads."
    return Figure(
        "Leading hue",
        words,
        says,
        "One hue should lead, with its complement kept dull.",
        f"largest sum of area times C*, {CIELAB}; {PRACTICE}",
    )


def _fights(painting: Painting, of: Figures) -> Figure:
    fights = of.attention.fights
    if not fights:
        words, says = "none", "No two intense complements stand against each other."
    else:
        pairs = [" and ".join(_name(painting, i) for i in pair) for pair in fights]
        words = str(len(pairs))
        says = f"{'; '.join(pairs)} are intense complements: dull one of them."
    return Figure(
        "Complements that fight",
        words,
        says,
        "Two intense complements both ask to be looked at. A tube is judged where it is clearest, "
        "a mixture as it is.",
        OWN,
        bool(fights),
        _each_of(fights),
    )


def _rest(of: Figures) -> Figure:
    seen = of.attention
    if seen.all_dull:
        says = "Everything is dull: one clearer passage would give the eye a place to go."
    elif seen.all_loud:
        says = "Everything is loud: grey something large, so that what is meant to speak is heard."
    else:
        says = "There is quiet around what is clear."
    faults = {(True, False): "all loud", (False, True): "all dull"}
    fault = faults.get((seen.all_loud, seen.all_dull), "")
    return Figure(
        "Rest",
        fault or f"{100 * seen.rest:.0f} % of the area",
        says,
        f"The eye needs quiet beside what is loud: passages under a third of the clearest one's "
        f"chroma, or under C* {REST_BELOW:g}. Everything loud or everything dull is the usual "
        "fault.",
        f"{PRACTICE}; the limits are our own",
        bool(fault),
        () if seen.all_dull else seen.resting,
    )


def _first(painting: Painting, of: Figures) -> list[Figure]:
    """What the eye goes to; nothing for a painting of one passage."""
    first = looked_at(of.attention)
    if len(first) < 2:
        return []
    names = [_name(painting, place) for place in first]
    astray = bool(painting.accents.any()) and not painting.accents[first[0]]
    says = f"The eye goes to {names[0]} first, then to {' and '.join(names[1:])}."
    if astray:
        says += " The accent is not the first: clear it, or quiet the other."
    return [
        Figure(
            "Where the eye goes",
            painting.passages[first[0]].name,
            says,
            "It goes where value, chroma and hue differ most from what lies beside.",
            f"mean {CIEDE2000} to what touches, by area; {OWN}",
            astray,
            first,
        )
    ]


def _shining(painting: Painting, of: Figures) -> list[Figure]:
    """Which neutral makes each accent shine."""
    rows = []
    for accent in np.flatnonzero(painting.accents).tolist():
        neutral = of.attention.neutrals.get(accent)
        if neutral is None:
            words = "none"
            places: tuple[int, ...] = (accent,)
            says = f"No neutral lies beside it; {shines_beside(painting.labs[accent])} would do it."
        else:
            words, places = painting.passages[neutral].name, (accent, neutral)
            beside = neutral in painting.neighbours(accent)
            says = f"It shines most beside {_name(painting, neutral)}" + (
                ", which touches it." if beside else ": let the two touch."
            )
        rows.append(
            Figure(
                f"What lets {_name(painting, accent)} shine",
                words,
                says,
                "A grey surround makes one clean colour shine.",
                f"{PRACTICE}; largest {CIEDE2000}",
                False,
                places,
            )
        )
    return rows


def _outline(of: Figures) -> Figure:
    return Figure(
        "Outline in the plan",
        f"{of.plan_area:.0f}",
        f"The palette covers {of.plan_area:.0f} square units of a* and b*.",
        "The smaller the outline, the fewer colours the eye has to hold together.",
        f"convex outline, {CIELAB}",
    )


def _page(of: Figures) -> Figure:
    (dark, light), (dull, clear) = of.lightness, of.chroma
    narrow = light - dark < 2 * _VALUE_STEP
    says = f"Values reach from L* {dark:.0f} to {light:.0f}, chroma from {dull:.0f} to {clear:.0f}."
    if narrow:
        says += " That is a narrow range of values."
    return Figure(
        "Spread on the page",
        f"L* {light - dark:.0f}",
        says,
        "Values carry the picture; they should survive the harmonising.",
        CIELAB,
        narrow,
    )


def _accents(painting: Painting, of: Figures) -> list[Figure]:
    """For each accent what it touches, the passage that it stands out from least first."""
    of_each: dict[int, list[AccentContrast]] = {}
    for contrast in sorted(of.contrasts, key=lambda each: each.delta_e):
        of_each.setdefault(contrast.accent, []).append(contrast)
    return [_accent(painting, least, others) for least, *others in of_each.values()]


def _accent(painting: Painting, contrast: AccentContrast, others: list[AccentContrast]) -> Figure:
    weak = contrast.delta_e < _WEAK_ACCENT
    rest = ", ".join(f"{_far(each.delta_e)} from {_name(painting, each.other)}" for each in others)
    lighter = "lighter" if contrast.lightness > 0 else "darker"
    clearer = "clearer" if contrast.chroma > 0 else "duller"
    sides = [
        f"{abs(contrast.lightness):.0f} in L* ({lighter})",
        f"{abs(contrast.hue_degrees):.0f}° in hue",
        f"{abs(contrast.chroma):.0f} in chroma ({clearer})",
    ]
    return Figure(
        f"Accent {_name(painting, contrast.accent)}",
        _far(contrast.delta_e),
        f"Stands out least from {_name(painting, contrast.other)}: {', '.join(sides)}."
        + (f" {rest}." if rest else "")
        + (" That is little for an accent." if weak else ""),
        "A grey surround makes one clean colour shine.",
        CIEDE2000,
        weak,
        (contrast.accent, contrast.other),
    )


def _far(delta_e: float) -> str:
    return f"ΔE {delta_e:.0f}, {difference_in_words(delta_e)}"


def _merges(painting: Painting, of: Figures) -> Figure:
    if not of.merges:
        told, says = "none", "No two neighbours run into each other."
    else:
        pairs = [" and ".join(_name(painting, i) for i in pair) for pair in of.merges]
        told = str(len(pairs))
        says = f"{'; '.join(pairs)} run into each other: move one in value."
    return Figure(
        "Neighbours that merge",
        told,
        says,
        f"Under ΔE {MERGES_BELOW:g}, which is seen side by side, an edge is lost at a few steps.",
        f"{CIEDE2000}; the limit is our own",
        bool(of.merges),
        _each_of(of.merges),
    )


def _depth(painting: Painting) -> list[Figure]:
    """Whether what is farther away is lighter and greyer; nothing where no distances are told."""
    lch = lch_from_lab(painting.labs)
    told: list[tuple[str, float, float]] = []
    for distance in DISTANCES[1:]:
        here = [
            i
            for i, passage in enumerate(painting.passages)
            if passage.distance == distance and not painting.accents[i] and passage.area > 0
        ]
        if here:
            areas = painting.areas[here] / painting.areas[here].sum()
            told.append((distance, float(areas @ lch[here, 0]), float(areas @ lch[here, 1])))
    if len(told) < 2:
        return []
    turned = [
        far[0]
        for near, far in pairwise(told)
        if far[2] > near[2] + _SEEN_STEP or far[1] < near[1] - _SEEN_STEP
    ]
    forward = tuple(i for i, each in enumerate(painting.passages) if each.distance in turned)
    means = "; ".join(f"{name} L* {light:.0f}, chroma {clear:.0f}" for name, light, clear in told)
    if turned:
        says = f"What lies {' and '.join(turned)} comes forward: make it lighter or greyer."
    else:
        says = "What lies farther away is lighter and greyer, so it goes back."
    return [
        Figure(
            "Distance",
            "comes forward" if turned else "goes back",
            f"{says} By area: {means}.",
            "Colours turn lighter, cooler and greyer with distance.",
            PRACTICE,
            bool(turned),
            forward,
        )
    ]
