"""Calibration sheets: tubes alone, in tints and together, to be painted and read back."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.paints.library import Paint, library
from mesotint.planning.calibration_sheet import ACROSS, MOST_TUBES, TINTS, calibration_sheet
from mesotint.planning.charts.cells import cells_of
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.examples import TRIAD


@dataclass(frozen=True)
class Options:
    """Nothing is left to choose."""


def white_beside(tubes: Sequence[Paint], box: Sequence[Paint]) -> tuple[list[Paint], Paint]:
    """The tubes of a sheet that teaches, and the white they are let into: the box's own."""
    titanium = library().white
    own = (paint for paint in box if titanium.key == paint.key or titanium.name == paint.name)
    white = next(own, titanium)
    return [paint for paint in tubes if paint.key != white.key], white


def _chart(inputs: Inputs[Options]) -> Chart:
    tubes, white = white_beside(inputs.mixtures, inputs.box)
    paints, boxes = calibration_sheet(tubes, white)
    parts = np.array([box.parts for box in boxes])
    cells = cells_of([box.label for box in boxes], paints, parts, inputs.viewing)
    columns = ["alone", *(f"1 : {tint:g} white" for tint in TINTS), "with another", "and white"]
    names = [tube.name for tube in tubes]
    rows = [cells[i : i + ACROSS] for i in range(0, len(cells), ACROSS)]
    return Chart(f"To calibrate {', '.join(names)}", rows, names, columns)


KIND: Final = Kind(
    key="calibration",
    title="Calibration sheet",
    noun="Calibration",
    question="Choose one to six tubes: painted and photographed, this sheet tells what is really "
    "in them.",
    takes="A calibration sheet takes one to six tubes; the white is on it anyhow.",
    sides={"mixtures": Side("Row {}", 1, MOST_TUBES, example=TRIAD)},
    options=Options,
    compute=_chart,
    rank=120,
)
