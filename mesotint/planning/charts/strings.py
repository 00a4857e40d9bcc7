"""Strings: one hue from shadow to light, at stated values."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Final

import numpy as np

from mesotint.colour.munsell import lightness_of_value
from mesotint.errors import InputError
from mesotint.mixing.darks import chromatic_dark
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.value import hold_value
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import Cell, cells_with
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Numbers
from mesotint.planning.examples import TRIAD


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
    return cells_with([f"value {v:g}" for v in wanted], held.paints, held.parts, viewing)


def _spread(count: int) -> tuple[float, ...]:
    """Munsell values from shadow to light, even, in halves."""
    return tuple(round(2 * value) / 2 for value in np.linspace(3, 8, count).tolist())


_VALUES: Final = Numbers(
    0.5, 9.8, "values", {count: _spread(count) for count in range(2, 10)}, longest=11
)


@dataclass(frozen=True)
class Options:
    """What is chosen of strings."""

    values: Annotated[tuple[float, ...], _VALUES] = _spread(6)


def _chart(inputs: Inputs[Options]) -> Chart:
    values, viewing = inputs.options.values, inputs.viewing
    (dark,) = inputs.sides["dark"] or [
        chromatic_dark(tuple(inputs.box), viewing) or inputs.mixtures[0]
    ]
    rows = [string(paint, values, dark, viewing) for paint in inputs.mixtures]
    columns = [f"value {value:g}" for value in values]
    title = f"Strings, darkened with {dark.name.lower()}"
    return Chart(title, rows, [paint.name for paint in inputs.mixtures], columns)


KIND: Final = Kind(
    key="strings",
    title="Strings",
    noun="Strings",
    question="Choose tubes: each brought to every value, from shadow to light.",
    takes="Strings take one colour at the least, a row each.",
    sides={"mixtures": Side("Colours", 1, 8, example=TRIAD), "dark": Side("Darkened with", 0, 1)},
    options=Options,
    compute=_chart,
    rank=100,
    goes_on="A string of it, dark to light",
    for_class="Three value columns",
)
