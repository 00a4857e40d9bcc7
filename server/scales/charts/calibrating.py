"""Sheets that teach: for calibrating tubes, and of what tells most of them."""

import numpy as np

from mesotint.paints.library import Paint, library
from mesotint.planning import charts as core
from mesotint.planning.calibration_sheet import ACROSS, TINTS, calibration_sheet, most_telling
from server.scales.charts.asked import Asked, Grid


def _white_beside(asked: Asked) -> tuple[list[Paint], Paint]:
    """The tubes of a sheet that teaches, and the white they are let into: the box's own."""
    whites = [paint for paint in asked.box if _is_white(paint)]
    white = whites[0] if whites else library().white
    return [paint for paint in asked.paints if paint.key != white.key], white


def _is_white(paint: Paint) -> bool:
    return paint.key == library().white.key or paint.name == library().white.name


def calibration(asked: Asked) -> Grid:
    asked.need("A calibration sheet takes one to six tubes; the white is on it anyhow.")
    tubes, white = _white_beside(asked)
    paints, told = calibration_sheet(tubes, white)
    cells = core.cells_of([each.label for each in told], paints,
                          np.array([each.parts for each in told]), asked.viewing)  # fmt: skip
    rows = [cells[i : i + ACROSS] for i in range(0, len(cells), ACROSS)]
    columns = ["alone", *(f"1 : {tint:g} white" for tint in TINTS), "with another", "and white"]
    names = ", ".join(tube.name for tube in tubes)
    return Grid(f"To calibrate {names}", rows, [tube.name for tube in tubes], columns)


def telling(asked: Asked) -> Grid:
    asked.need("Choose one to six tubes that a sheet is to tell more of.")
    tubes, white = _white_beside(asked)
    found = most_telling([*tubes, white], asked.viewing, 2 * ACROSS)
    labels = [f"box {number}" for number in range(1, len(found.parts) + 1)]
    cells = core.cells_of(labels, [*tubes, white], found.parts, asked.viewing)
    rows = [cells[i : i + ACROSS] for i in range(0, len(cells), ACROSS)]
    title = f"What tells most of {', '.join(tube.name for tube in tubes)}: ± ΔE "
    title += f"{found.before:.1f} would come to {found.after:.1f}"
    return Grid(title, rows, ["", ""], labels[:ACROSS])
