"""Complement charts: a scale between two tubes, and the same opened in rows."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Final

import numpy as np

from mesotint.mixing.mixture import checked_amount
from mesotint.mixing.muting.trail import Trail
from mesotint.planning.charts.cells import OPENINGS, Cell, cells_with, opening_labels
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Count, opened
from mesotint.planning.examples import PAIR
from mesotint.planning.scale import FEWEST_STEPS, MOST_STEPS, Scale


def complement_chart(scale: Scale, whites: Sequence[float] = OPENINGS) -> list[list[Cell]]:
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
        rows.append(cells_with(labels, paints, parts, trail.viewing))
    return rows


@dataclass(frozen=True)
class Options:
    """What is chosen of a complement chart."""

    count: Annotated[int, Count(FEWEST_STEPS, MOST_STEPS, "steps")] = 9
    openings: Annotated[tuple[float, ...], opened("rows")] = OPENINGS


def _chart(inputs: Inputs[Options]) -> Chart:
    count, whites = inputs.options.count, inputs.options.openings
    trail = Trail(inputs.mixtures[0], inputs.mixtures[1], 0.0, inputs.viewing)
    rows = complement_chart(Scale(trail, count), whites)
    title = f"{trail.first.name} into {trail.second.name.lower()}"
    steps = [f"step {i + 1}" for i in range(count)]
    return Chart(title, rows, opening_labels(whites, inputs.viewing), steps)


KIND: Final = Kind(
    key="complement",
    title="Complement chart",
    noun="Complement chart",
    question="Choose two tubes: every step between them, opened with white in rows.",
    takes="A complement chart takes two tubes.",
    sides={"mixtures": Side("Row {}", 2, 2, example=PAIR)},
    options=Options,
    compute=_chart,
    rank=70,
    for_class="A complement scale",
)
