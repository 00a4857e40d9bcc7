"""Value scales: a dark to white, even in Munsell value."""

from dataclasses import dataclass
from typing import Annotated, Final

import numpy as np

from mesotint.colour.munsell import lightness_of_value, munsell_from_lab
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import Cell, cells_with
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Count

FEWEST_VALUES: Final = 3
MOST_VALUES: Final = 11


def value_scale(
    black: Paint, count: int = 9, white: Paint | None = None, viewing: Viewing = DEFAULT_VIEWING
) -> list[Cell]:
    """A black, mixed or from a tube, to white in 3 to 11 steps even in Munsell value.

    Parameters
    ----------
    black : Paint
        A paint, or a mixed black as a tube (`mixed_tube`).
    white : Paint, optional
        Titanium white where none is given, or water in a wash.

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
    return cells_with(labels, trail.paints, trail.parts(shares), viewing)


@dataclass(frozen=True)
class Options:
    """What is chosen of a value scale."""

    count: Annotated[int, Count(FEWEST_VALUES, MOST_VALUES, "steps")] = 9


def _chart(inputs: Inputs[Options]) -> Chart:
    dark = inputs.mixtures[0]
    cells = value_scale(dark, inputs.options.count, viewing=inputs.viewing)
    labels = [cell.label for cell in cells]
    return Chart(f"Values of {dark.name.lower()}", [cells], [dark.name], labels)


KIND: Final = Kind(
    key="values",
    title="Value scale",
    noun="Values",
    question="Choose a black, or a dark mixture: its scale to white, even in Munsell value.",
    takes="A value scale takes one dark: a black, or a mixture.",
    sides={"mixtures": Side("Row {}", 1, 1, example=(("PBk9", "PBk11", "PBk7", "PBk6"),))},
    options=Options,
    compute=_chart,
    rank=80,
    goes_on="A value scale from it to white",
)
