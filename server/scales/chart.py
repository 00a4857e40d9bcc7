"""Charts of every kind, cell by cell."""

from collections.abc import Callable
from dataclasses import dataclass

from mesotint.mixing.mixture import together
from mesotint.paints.library import library
from mesotint.paints.nature import advice
from mesotint.planning.patch import patches_of
from server.mixtures.services import (
    ingredients_of,
    paint_of,
    refs,
)
from server.scales.answers import ChartOut
from server.scales.charts import calibrating, darks, grid, layers, plain, shades, wheel
from server.scales.charts.asked import Asked, Grid
from server.scales.patches import Patches
from server.scales.requests import ChartIn
from server.tubes.services import PaintBox

CHARTS: dict[str, Callable[[Asked], Grid]] = {
    "complement": plain.complement,
    "browns": plain.browns,
    "values": plain.values,
    "tints": plain.tints,
    "strings": plain.strings,
    "recession": plain.recession,
    "calibration": calibrating.calibration,
    "telling": calibrating.telling,
    "grid": grid.grid,
    "darks": darks.darks,
    "shades": shades.shades,
    "layers": layers.layers,
    "wheel": wheel.wheel,
}


@dataclass(frozen=True)
class Computed:
    """A chart of the core."""

    made: Patches
    grid: Grid


def compute(box: PaintBox, asked: ChartIn) -> Computed:
    """The chart a painter asks for."""
    wanted = Asked(
        request=asked,
        paints=[paint_of(box, mixture) for mixture in asked.mixtures],
        columns=[paint_of(box, mixture) for mixture in asked.columns],
        dark=paint_of(box, asked.dark) if asked.dark else None,
        box=box.advised,
        viewing=asked.viewing,
    )
    grid = CHARTS[asked.chart](wanted)
    cells = [cell for row in grid.rows for cell in row]
    paints, parts = together([(cell.paints, cell.parts) for cell in cells])
    made = Patches(
        box=box,
        viewing=wanted.viewing,
        paints=paints,
        labels=tuple(cell.label for cell in cells),
        patches=tuple(patches_of(parts, paints, wanted.viewing)),
        columns=len(grid.rows[0]),
        summary=grid.title,
        ingredients={**{p.key: p for p in box.paints}, **ingredients_of(box, asked.asked_for)},
        layered=layers.looks_of(grid, asked.coats),
        laying=grid.laying,
        advice=(*grid.advice, *advice(paints)),
    )
    return Computed(made, grid)


def chart_out(computed: Computed) -> ChartOut:
    """A computed chart as the API tells it; a cell tells only the paints that are in it."""
    made, grid = computed.made, computed.grid
    cells = made.out(absent=False)
    return ChartOut(
        title=grid.title,
        paints=refs(made.paints),
        rows=[cells[i : i + made.columns] for i in range(0, len(cells), made.columns)],
        row_labels=grid.row_labels,
        column_labels=grid.column_labels,
        kinds=grid.kinds,
        remarks=grid.remarks,
        row_says=grid.row_says,
        column_says=grid.column_says,
        layers=None if grid.layers is None else layers.ahead(grid.layers),
        paint_data_version=library().version,
    )
