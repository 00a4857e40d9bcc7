"""Distance: colours lighter, cooler, greyer and flatter the farther away they are."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass
from typing import Annotated, Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch, lch_from_lab
from mesotint.colour.hues import turn
from mesotint.colour.munsell import lab_from_munsell, munsell_from_lab
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.recipe import Recipe, Wishes, search_each
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import cells_of_recipes
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Number
from mesotint.planning.examples import TRIAD

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
    darker : float
        Values lost by each step; what would fall below value 1 stays there.
    """
    munsell = munsell_from_lab(lab[None])[0][0]
    munsell[1] = max(1.0, munsell[1] - darker * steps)
    return np.asarray(lab_from_munsell(munsell))


@dataclass(frozen=True)
class Options:
    """What is chosen of a recession."""

    lighter: Annotated[float, Number(0, 40, "Lighter by", "L*")] = 8.0
    cooler: Annotated[float, Number(0, 90, "Cooler by", "°")] = 8.0
    greyer: Annotated[float, Number(0, 1, "Greyer by", "%", percent=True)] = 0.35
    flatter: Annotated[float, Number(0, 1, "Flatter by", "%", percent=True)] = 0.0


def _chart(inputs: Inputs[Options]) -> Chart:
    far = inputs.options
    recipes = recession(
        *(inputs.mixtures, inputs.box),
        *(far.lighter, far.cooler, far.greyer, far.flatter),
        viewing=inputs.viewing,
    )
    names = [paint.name for paint in inputs.mixtures]
    return Chart("Recession", [cells_of_recipes(row) for row in recipes], names, [*RECEDING])


KIND: Final = Kind(
    key="recession",
    title="Distance",
    noun="Recession",
    question="Choose tubes: each near, in the middle, and far away.",
    takes="Colours that go back are one at the least, a row each.",
    sides={"mixtures": Side("Row {}", 1, 8, example=TRIAD)},
    options=Options,
    compute=_chart,
    rank=110,
    presets=("Weather", {name: asdict(weather) for name, weather in WEATHERS.items()}),
    opaque=True,
    goes_on="It near, middle and far",
)
