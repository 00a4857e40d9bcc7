"""Tints: each tube or mixture opened with white, or with water."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Final

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import Cell, cells_with
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import opened
from mesotint.planning.examples import PAIR
from mesotint.planning.openings import opening_labels

TINT_PARTS: Final = (0.0, 1.0, 2.0, 4.0, 8.0)


def tint_column(
    paint: Paint, whites: Sequence[float] = TINT_PARTS, viewing: Viewing = DEFAULT_VIEWING
) -> list[Cell]:
    """A paint or mixture with rising parts of titanium white, or of water in a wash.

    Parameters
    ----------
    whites : sequence of float
        Parts of white to one of the paint.
    """
    amounts = np.array([checked_amount(w, "white", most=1000) for w in whites])
    paints = (paint, viewing.lightener)
    parts = np.stack([np.ones_like(amounts), amounts], axis=1)
    labels = [f"1 : {w:g}" for w in amounts]
    return cells_with(labels, paints, parts, viewing)


@dataclass(frozen=True)
class Options:
    """What is chosen of tints."""

    openings: Annotated[tuple[float, ...], opened("columns", TINT_PARTS)] = TINT_PARTS


def _chart(inputs: Inputs[Options]) -> Chart:
    whites, viewing = inputs.options.openings, inputs.viewing
    rows = [tint_column(paint, whites, viewing) for paint in inputs.mixtures]
    names = [paint.name for paint in inputs.mixtures]
    return Chart("Tints", rows, names, opening_labels(whites, viewing))


KIND: Final = Kind(
    key="tints",
    title="Tints",
    noun="Tints",
    question="Choose tubes: each opened with white, a row each.",
    takes="Tints take one tube at the least, a row each.",
    sides={"mixtures": Side("Row {}", 1, 8, example=PAIR)},
    options=Options,
    compute=_chart,
    rank=90,
    goes_on="A tint column of it",
)
