"""Charts a painter makes of a few paints: value scales, tints, strings, recession, browns."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch, lch_from_lab
from mesotint.colour.hues import turn
from mesotint.colour.munsell import lab_from_munsell, munsell_from_lab
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount, merged
from mesotint.mixing.muting.trail import Trail
from mesotint.mixing.recipe import Recipe, Wishes, search_each
from mesotint.mixing.value import hold_value
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.calibration_sheet import MOST_TUBES
from mesotint.planning.scale import FEWEST_STEPS, MOST_STEPS, Scale

FEWEST_VALUES: Final = 3
MOST_VALUES: Final = 11
CHART_MIXTURES: Final[Mapping[str, tuple[int, int]]] = {
    "complement": (2, 2),
    "browns": (2, 6),
    "values": (1, 1),
    "tints": (1, 8),
    "strings": (1, 8),
    "recession": (1, 8),
    "calibration": (1, MOST_TUBES),
    "telling": (1, MOST_TUBES),
    "grid": (1, 8),
    "darks": (0, 24),
    "shades": (1, 1),
    "layers": (0, 8),
    "wheel": (0, 12),
}
"""The charts, and how many tubes or mixtures each is made of: at least, at most. Where none is
needed, the tubes on the desk serve."""

CHART_COLUMNS: Final[Mapping[str, tuple[int, int]]] = {
    "grid": (1, 8),
    "shades": (0, 8),
    "layers": (1, 8),
}
"""The charts that have tubes or mixtures across as well, and how many; where shades have none, what
painters try first."""

CHART_COUNTS: Final[Mapping[str, tuple[int, int]]] = {
    "complement": (FEWEST_STEPS, MOST_STEPS),
    "values": (FEWEST_VALUES, MOST_VALUES),
    "darks": (2, 12),
    "shades": (2, 11),
}
"""How many steps a chart has that has a number of them: at least, at most."""

TINT_PARTS: Final = (0.0, 1.0, 2.0, 4.0, 8.0)
COMPLEMENT_WHITES: Final = (0.0, 1.0, 3.0, 8.0)
RECEDING: Final = ("near", "middle", "far")
FAR_HUE: Final = 255.0
"""CIELAB hue angle toward which colours cool with distance."""

VEIL_L: Final = 74.0
"""L* of the air that far things fade into (from memory)."""


@dataclass(frozen=True)
class Weather:
    """What a step of distance does in a weather; every figure from memory, a painter's to change.

    Attributes
    ----------
    lighter : float
        L* gained.
    cooler : float
        Degrees of CIELAB hue turned toward blue.
    greyer : float
        Share of the chroma lost.
    flatter : float
        Share of the distance from the veil's lightness lost: contrast.
    """

    lighter: float
    cooler: float
    greyer: float
    flatter: float


WEATHERS: Final[Mapping[str, Weather]] = {
    "clear": Weather(5.0, 6.0, 0.2, 0.05),
    "haze": Weather(6.0, 9.0, 0.35, 0.2),
    "mist": Weather(4.0, 4.0, 0.5, 0.45),
    "rain": Weather(1.0, 5.0, 0.55, 0.35),
}
"""Weathers that a recession may be held to."""


@dataclass(frozen=True)
class Cell:
    """One patch of a chart: parts by paint, and CIELAB of shape (3,)."""

    label: str
    paints: tuple[Paint, ...]
    parts: tuple[float, ...]
    lab: Array


def _cells(labels: Sequence[str], paints: Sequence[Paint], parts: Array, labs: Array) -> list[Cell]:
    paints, parts = merged(paints, parts)
    return [
        Cell(label, paints, tuple(row.tolist()), lab)
        for label, row, lab in zip(labels, parts, labs, strict=True)
    ]


def cells_with(
    labels: Sequence[str], paints: Sequence[Paint], parts: Array, viewing: Viewing
) -> list[Cell]:
    """Mixtures as patches of a chart, each with every paint, those that are absent too.

    Parameters
    ----------
    labels : sequence of str
    paints : sequence of Paint
    parts : array, shape (n, paints)
        Parts by volume.
    viewing : Viewing
    """
    return _cells(labels, paints, parts, viewing.lab(parts, paints))


def cells_of(
    labels: Sequence[str], paints: Sequence[Paint], parts: Array, viewing: Viewing
) -> list[Cell]:
    """Mixtures as patches of a chart, each with the paints that are in it.

    Parameters
    ----------
    labels : sequence of str
    paints : sequence of Paint
    parts : array, shape (n, paints)
        Parts by volume.
    viewing : Viewing
    """
    labs = viewing.lab(parts, paints)
    return [
        Cell(label, tuple(p for p, part in zip(paints, row, strict=True) if part > 0),
             tuple(part for part in row if part > 0), lab)
        for label, row, lab in zip(labels, parts.tolist(), labs, strict=True)
    ]  # fmt: skip


def cells_of_recipes(found: Sequence[tuple[str, Recipe]]) -> list[Cell]:
    """Recipes, each with its label, as patches of a chart.

    Parameters
    ----------
    found : sequence of (str, Recipe)
        Heading and recipe of each cell.
    """
    return [Cell(label, recipe.paints, recipe.parts, recipe.lab) for label, recipe in found]


def lightness_of_value(value: float) -> float:
    """L* of a Munsell value (ASTM D1535).

    Parameters
    ----------
    value : float
        Munsell value, 0 to 10.
    """
    return float(lab_from_munsell(np.array([0.0, value, 0.0]))[0])


def value_scale(
    black: Paint, count: int = 9, white: Paint | None = None, viewing: Viewing = DEFAULT_VIEWING
) -> list[Cell]:
    """A black, mixed or from a tube, to white in 3 to 11 steps even in Munsell value.

    Parameters
    ----------
    black : Paint
        A paint, or a mixed black as a tube (`mixed_tube`).
    count : int
    white : Paint, optional
        Titanium white where none is given, or water in a wash.
    viewing : Viewing

    Raises
    ------
    InputError
        For a number of steps that cannot be had.
    """
    if isinstance(count, bool) or not FEWEST_VALUES <= count <= MOST_VALUES:
        raise InputError(f"A value scale has {FEWEST_VALUES} to {MOST_VALUES} steps.", "steps")
    trail = Trail(black, white or viewing.lightener, 0.0, viewing)
    dark, light = munsell_from_lab(trail.lab(np.array([0.0, 1.0])))[0][:, 1]
    values = np.linspace(dark, light, count)
    wanted = np.array([lightness_of_value(v) for v in values])
    # Lightness rises all along the trail, so halving finds each share.
    low, high = np.zeros(count), np.ones(count)
    for _ in range(50):
        middle = (low + high) / 2
        under = trail.lab(middle)[:, 0] < wanted
        low, high = np.where(under, middle, low), np.where(under, high, middle)
    shares = (low + high) / 2
    shares[0], shares[-1] = 0.0, 1.0
    labels = [f"value {v:.1f}" for v in values]
    return _cells(labels, trail.paints, trail.parts(shares), trail.lab(shares))


def tint_column(
    paint: Paint, whites: Sequence[float] = TINT_PARTS, viewing: Viewing = DEFAULT_VIEWING
) -> list[Cell]:
    """A paint or mixture with rising parts of titanium white, or of water in a wash.

    Parameters
    ----------
    paint : Paint
    whites : sequence of float
        Parts of white to one of the paint.
    viewing : Viewing
    """
    amounts = np.array([checked_amount(w, "white", most=1000) for w in whites])
    paints = (paint, viewing.lightener)
    parts = np.stack([np.ones_like(amounts), amounts], axis=1)
    labels = [f"1 : {w:g}" for w in amounts]
    return _cells(labels, paints, parts, viewing.lab(parts, paints))


def complement_chart(scale: Scale, whites: Sequence[float] = COMPLEMENT_WHITES) -> list[list[Cell]]:
    """A complement scale, and the same opened with white (or water) in steps, a row each.

    Parameters
    ----------
    scale : Scale
        Its own lightener is what the first row holds more of.
    whites : sequence of float
        Parts of white to one of each step.
    """
    trail, rows = scale.trail, []
    paints = (*trail.paints, trail.viewing.lightener)
    steps = trail.parts(scale.shares)
    for white in whites:
        opened = checked_amount(white, "white", most=100) * steps.sum(axis=1, keepdims=True)
        parts = np.concatenate([steps, opened], axis=1)
        of_white = f", {white:g} white" if white else ""
        labels = [f"step {i + 1}{of_white}" for i in range(len(parts))]
        rows.append(_cells(labels, paints, parts, trail.viewing.lab(parts, paints)))
    return rows


def string(
    paint: Paint,
    values: Sequence[float],
    dark: Paint,
    viewing: Viewing = DEFAULT_VIEWING,
) -> list[Cell]:
    """One hue from shadow to light: a paint brought to stated Munsell values.

    Parameters
    ----------
    paint : Paint
        A paint, or a mixture as a tube.
    values : sequence of float
        Munsell values, 0 to 10.
    dark : Paint
        What darkens it: its complement, a black or a mixed dark.
    viewing : Viewing

    Raises
    ------
    InputError
        For a value that white or the dark cannot bring it to.
    """
    wanted = [checked_amount(v, "values", most=10) for v in values]
    lightness = np.array([lightness_of_value(v) for v in wanted])
    white = viewing.lightener
    held = hold_value(np.ones((len(wanted), 1)), [paint], lightness, white, dark, viewing)
    if not held.reached.all():
        short = wanted[int(np.flatnonzero(~held.reached)[0])]
        raise InputError(
            f"{paint.name} cannot be brought to value {short:g} with "
            f"{white.name.lower()} and {dark.name.lower()}; ask for a value between.",
            "values",
        )
    return _cells([f"value {v:g}" for v in wanted], held.paints, held.parts, held.labs)


def recession(
    paints: Sequence[Paint],
    box: Sequence[Paint],
    lighter: float = 8.0,
    cooler: float = 8.0,
    greyer: float = 0.35,
    flatter: float = 0.0,
    viewing: Viewing = DEFAULT_VIEWING,
) -> list[list[tuple[str, Recipe]]]:
    """Near, middle and far of some colours: each a step lighter, cooler and greyer.

    Parameters
    ----------
    paints : sequence of Paint
        The near colours, each a paint or a mixture as a tube.
    box : sequence of Paint
        What they may be mixed with.
    lighter : float
        L* gained by each step, 0 to 40.
    cooler : float
        Degrees of CIELAB hue turned toward blue by each step, 0 to 90.
    greyer : float
        Share of chroma lost by each step, 0 to 1.
    flatter : float
        Share of the distance from `VEIL_L` lost by each step, 0 to 1.
    viewing : Viewing

    Returns
    -------
    list of list of (str, Recipe)
        near, middle and far of each colour; the near one is the paint itself.
    """
    checked_amount(lighter, "lighter", most=40)
    checked_amount(cooler, "cooler", most=90)
    checked_amount(greyer, "greyer", most=1)
    checked_amount(flatter, "flatter", most=1)
    in_box = {paint.key for paint in box}
    mixed = {paint.key: paint for paint in paints if paint.key not in in_box}
    nears = [viewing.lab(np.ones(1), [paint]) for paint in paints]
    far = range(1, len(RECEDING))
    targets = [
        receded(near, steps, lighter, cooler, greyer, flatter) for near in nears for steps in far
    ]
    wishes = [
        # One colour is not mixed from another one's mixture.
        Wishes(required=[p.key], forbidden=[key for key in mixed if key != p.key], sparing=True)
        for p in paints
        for _ in far
    ]
    found = iter(search_each(targets, [*mixed.values(), *box], wishes, viewing))
    return [
        [
            (RECEDING[0], Recipe((paint,), (1.0,), near, 0.0, 0.0)),
            *((RECEDING[steps], next(found)[0]) for steps in far),
        ]
        for paint, near in zip(paints, nears, strict=True)
    ]


def receded(
    lab: Array,
    steps: int,
    lighter: float = 8.0,
    cooler: float = 8.0,
    greyer: float = 0.35,
    flatter: float = 0.0,
) -> Array:
    """A colour some steps farther away, CIELAB of shape (3,); figures as in `recession`.

    Parameters
    ----------
    lab : array, shape (3,)
        CIELAB.
    steps : int
        How many steps away, 0 or more.
    lighter : float
        L* by each step, 0 to 40.
    cooler : float
        Degrees of hue toward blue by each step, 0 to 90.
    greyer : float
        Share of the chroma that each step loses, 0 to 1.
    flatter : float
        Share of the distance from `VEIL_L` that each step loses, 0 to 1.
    """
    lightness, chroma, hue = lch_from_lab(lab).tolist()
    toward = float(turn(FAR_HUE, hue))
    hue += np.sign(toward) * min(abs(toward), cooler * steps)
    lightness = VEIL_L + (lightness - VEIL_L) * (1 - flatter) ** steps
    lch = [min(lightness + lighter * steps, 97.0), chroma * (1 - greyer) ** steps, hue]
    return lab_from_lch(np.array(lch))


def valued(lab: Array, steps: int, darker: float = 1.5) -> Array:
    """A colour some steps darker in Munsell value, of the same Munsell hue and chroma.

    Parameters
    ----------
    lab : array, shape (3,)
    steps : int
    darker : float
        Values lost by each step; what would fall below value 1 stays there.
    """
    munsell = munsell_from_lab(lab[None])[0][0]
    munsell[1] = max(1.0, munsell[1] - darker * steps)
    return np.asarray(lab_from_munsell(munsell))
