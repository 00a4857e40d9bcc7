"""One colour at falling or rising values."""

import numpy as np

from mesotint.planning import charts as core
from mesotint.planning import shades as core_shades
from server.scales.charts.asked import Asked, Grid


def shades(asked: Asked) -> Grid:
    wanted = asked.request
    verb = "lightens" if wanted.up else "darkens"
    asked.need(f"Shades take one colour, and up to eight of what {verb} it.")
    colour = asked.paints[0]
    usual = core_shades.usual_lighteners if wanted.up else core_shades.usual_darkeners
    added = asked.columns or usual(colour, asked.box, asked.viewing)
    found = core_shades.shades(colour, added, wanted.count, up=wanted.up, viewing=asked.viewing)
    rows, remarks = [], []
    for row in found:
        told = [f"{colour.name} with {row.paint.name.lower()}, value {s.value:.1f}"
                for s in row.steps]  # fmt: skip
        parts = np.array([step.parts for step in row.steps])
        rows.append(core.cells_of(told, [colour, row.paint], parts, asked.viewing))
        remarks.append([step.says for step in row.steps])
    return Grid(
        f"Shades of {colour.name.lower()}",
        rows,
        [row.paint.name for row in found],
        _steps(wanted.count, wanted.up),
        remarks=remarks,
        row_says=[row.says for row in found],
    )


def _steps(count: int, up: bool) -> list[str]:
    """What is written above the columns: every row goes as far as its own paint brings it."""
    between = [f"step {i}" for i in range(2, count)]
    return ["as it is", *between, "lightest" if up else "deepest"]
