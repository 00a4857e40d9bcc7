"""Charts: complement, browns, values, tints, strings and recession, cell by cell."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing, together
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import black_of
from mesotint.planning import charts as core
from mesotint.planning.calibration_sheet import ACROSS, TINTS, calibration_sheet, most_telling
from mesotint.planning.patch import patches_of
from mesotint.planning.scale import Scale
from server.mixtures.services import (
    ingredients_of,
    paint_of,
    refs,
)
from server.scales.answers import ChartOut
from server.scales.patches import Patches
from server.scales.requests import ChartIn
from server.tubes.services import PaintBox


@dataclass(frozen=True)
class Grid:
    """Cells row by row, with what is written beside the rows and above the columns."""

    title: str
    rows: list[list[core.Cell]]
    row_labels: list[str]
    column_labels: list[str]


@dataclass(frozen=True)
class Computed:
    """A chart of the core."""

    made: Patches
    grid: Grid


@dataclass(frozen=True)
class Asked:
    """A request with its paints."""

    request: ChartIn
    paints: Sequence[Paint]
    dark: Paint | None
    box: Sequence[Paint]
    viewing: Viewing

    def need(self, what: str) -> None:
        """Refuse a number of mixtures that the chart cannot be made of."""
        fewest, most = core.CHART_MIXTURES[self.request.chart]
        if not fewest <= len(self.paints) <= most:
            raise InputError(what, "mixtures")

    def darkener(self) -> Paint:
        """What darkens."""
        return self.dark or black_of(self.box) or self.paints[0]


def _openings(asked: Asked) -> list[str]:
    word = "water" if asked.viewing.medium == "wash" else "white"
    return [f"1 : {opening:g} {word}" for opening in asked.request.openings]


def _complement(asked: Asked) -> Grid:
    asked.need("A complement chart takes two tubes.")
    trail = Trail(asked.paints[0], asked.paints[1], 0.0, asked.viewing)
    scale = Scale(trail, asked.request.count)
    rows = core.complement_chart(scale, asked.request.openings)
    steps = [f"step {i + 1}" for i in range(asked.request.count)]
    told = f"{trail.first.name} into {trail.second.name.lower()}"
    return Grid(told, rows, _openings(asked), steps)


def _browns(asked: Asked) -> Grid:
    asked.need("A brown chart takes two to six tubes; three primaries are usual.")
    base = asked.request.base or [1.0] * len(asked.paints)
    if len(base) != len(asked.paints):
        raise InputError("Give parts for every tube of the base.", "base")
    rows = core.brown_chart(
        dict(zip(asked.paints, base, strict=True)),
        whites=asked.request.openings,
        more=asked.request.more,
        viewing=asked.viewing,
    )
    labels = ["base", *(f"more {paint.name.lower()}" for paint in asked.paints)]
    told = ", ".join(paint.name for paint in asked.paints)
    return Grid(f"Browns of {told}", rows, labels, _openings(asked))


def _values(asked: Asked) -> Grid:
    asked.need("A value scale takes one dark: a black, or a mixture.")
    cells = core.value_scale(asked.paints[0], asked.request.count, viewing=asked.viewing)
    labels = [cell.label for cell in cells]
    return Grid(
        f"Values of {asked.paints[0].name.lower()}", [cells], [asked.paints[0].name], labels
    )


def _tints(asked: Asked) -> Grid:
    rows = [core.tint_column(p, asked.request.openings, asked.viewing) for p in asked.paints]
    return Grid("Tints", rows, [paint.name for paint in asked.paints], _openings(asked))


def _strings(asked: Asked) -> Grid:
    dark = asked.darkener()
    rows = [core.string(p, asked.request.values, dark, asked.viewing) for p in asked.paints]
    columns = [f"value {value:g}" for value in asked.request.values]
    title = f"Strings, darkened with {dark.name.lower()}"
    return Grid(title, rows, [paint.name for paint in asked.paints], columns)


def _recession(asked: Asked) -> Grid:
    wanted, paints = asked.request, asked.paints
    found = core.recession(
        paints, asked.box, wanted.lighter, wanted.cooler, wanted.greyer, asked.viewing
    )
    cells = core.cells_of_recipes([cell for row in found for cell in row])
    columns = [label for label, _ in found[0]]
    rows = [cells[i : i + len(columns)] for i in range(0, len(cells), len(columns))]
    return Grid("Recession", rows, [paint.name for paint in paints], columns)


def _white_beside(asked: Asked) -> tuple[list[Paint], Paint]:
    """The tubes of a sheet that teaches, and the white they are let into: the box's own."""
    whites = [paint for paint in asked.box if _is_white(paint)]
    white = whites[0] if whites else library().white
    return [paint for paint in asked.paints if paint.key != white.key], white


def _is_white(paint: Paint) -> bool:
    return paint.key == library().white.key or paint.name == library().white.name


def _calibration(asked: Asked) -> Grid:
    asked.need("A calibration sheet takes one to six tubes; the white is on it anyhow.")
    tubes, white = _white_beside(asked)
    paints, told = calibration_sheet(tubes, white)
    cells = core.cells_of([each.label for each in told], paints,
                          np.array([each.parts for each in told]), asked.viewing)  # fmt: skip
    rows = [cells[i : i + ACROSS] for i in range(0, len(cells), ACROSS)]
    columns = ["alone", *(f"1 : {tint:g} white" for tint in TINTS), "with another", "and white"]
    names = ", ".join(tube.name for tube in tubes)
    return Grid(f"To calibrate {names}", rows, [tube.name for tube in tubes], columns)


def _telling(asked: Asked) -> Grid:
    asked.need("Choose one to six tubes that a sheet is to tell more of.")
    tubes, white = _white_beside(asked)
    found = most_telling([*tubes, white], asked.viewing, 2 * ACROSS)
    labels = [f"box {number}" for number in range(1, len(found.parts) + 1)]
    cells = core.cells_of(labels, [*tubes, white], found.parts, asked.viewing)
    rows = [cells[i : i + ACROSS] for i in range(0, len(cells), ACROSS)]
    title = f"What tells most of {', '.join(tube.name for tube in tubes)}: ± ΔE "
    title += f"{found.before:.1f} would come to {found.after:.1f}"
    return Grid(title, rows, ["", ""], labels[:ACROSS])


CHARTS: dict[str, Callable[[Asked], Grid]] = {
    "complement": _complement,
    "browns": _browns,
    "values": _values,
    "tints": _tints,
    "strings": _strings,
    "recession": _recession,
    "calibration": _calibration,
    "telling": _telling,
}


def compute(box: PaintBox, asked: ChartIn) -> Computed:
    """The chart a painter asks for."""
    wanted = Asked(
        request=asked,
        paints=[paint_of(box, mixture) for mixture in asked.mixtures],
        dark=paint_of(box, asked.dark) if asked.dark else None,
        box=box.paints,
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
        paint_data_version=library().version,
    )
