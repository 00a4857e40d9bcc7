"""What the eye will see in a painting, as figures that each say what they mean and where they are
from."""

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.words import difference_in_words
from mesotint.harmony.painting import DISTANCES, Painting
from mesotint.harmony.unity import MERGES_BELOW, AccentContrast, Figures

OWN: Final = "our own judgement"
PRACTICE: Final = "common practice"
CIELAB: Final = "CIELAB, ISO/CIE 11664-4:2019"
CIEDE2000: Final = "CIEDE2000, ISO/CIE 11664-6:2022"
CIRCULAR: Final = "circular standard deviation, Mardia and Jupp 2000, section 2.3"

_WIDE_DEGREES: Final = 60.0
_NARROW_DEGREES: Final = 30.0
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
    painting : Painting
    of : Figures
        What was measured of the painting.
    """
    return (
        _spread(of),
        _common(of),
        _dominance(painting, of),
        _fights(painting, of),
        _outline(of),
        _page(of),
        *_accents(painting, of),
        _merges(painting, of),
        *_depth(painting),
    )


def _name(painting: Painting, place: int) -> str:
    return f"“{painting.passages[place].name}”"


def _each_of(pairs: Iterable[tuple[int, int]]) -> tuple[int, ...]:
    return tuple(sorted({place for pair in pairs for place in pair}))


def _spread(of: Figures) -> Figure:
    spread = of.spread_degrees
    if spread >= _WIDE_DEGREES:
        says = "The hues lie all around the plan: nothing holds them together yet."
    elif spread >= _NARROW_DEGREES:
        says = "The hues keep to a part of the plan, and still differ."
    else:
        says = "The hues keep close together."
    return Figure(
        "Hue spread",
        f"{spread:.0f}°",
        says,
        "Large and clear passages weigh most; accents are left out, since they are meant to "
        "stand apart.",
        CIRCULAR + ", weighted by area and chroma",
        spread >= _WIDE_DEGREES,
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


def _dominance(painting: Painting, of: Figures) -> Figure:
    if of.dominant is None:
        told, says = "none", "No hue leads: the whole balances to grey."
    else:
        told, says = of.dominant, f"Taken together the painting leans to {of.dominant}."
    return Figure(
        "Leading hue",
        told,
        says,
        "One hue should lead, with its complement kept dull.",
        f"mean of a* and b* by area, {CIELAB}",
    )


def _fights(painting: Painting, of: Figures) -> Figure:
    if not of.fights:
        told, says = "none", "No two intense complements stand against each other."
    else:
        pairs = [" and ".join(_name(painting, i) for i in pair) for pair in of.fights]
        told = str(len(pairs))
        says = f"{'; '.join(pairs)} are intense complements: dull one of them."
    return Figure(
        "Complements that fight",
        told,
        says,
        "Two intense complements both ask to be looked at.",
        OWN,
        bool(of.fights),
        _each_of(of.fights),
    )


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
