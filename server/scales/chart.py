"""Charts of every kind, cell by cell."""

from dataclasses import dataclass

from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.mixing.layers import LayerGrid, thinned
from mesotint.mixing.mixture import Appearance, appearances, together
from mesotint.optics.grid import Array
from mesotint.paints.library import library
from mesotint.paints.nature import advice
from mesotint.planning.charts.kind import Chart
from mesotint.planning.patch import patches_of
from server.mixtures.services import ingredients_of, paint_of, refs
from server.scales.answers import ChartOut, LayerRun, LayersAhead
from server.scales.chart_requests import ChartIn
from server.scales.field import field_out
from server.scales.patches import Patches
from server.scales.run import run_out
from server.tubes.services import PaintBox


@dataclass(frozen=True)
class Computed:
    """A chart of the core."""

    made: Patches
    chart: Chart


def compute(box: PaintBox, asked: ChartIn) -> Computed:
    """The chart a painter asks for."""
    viewing = asked.viewing
    sides = {
        name: [paint_of(box, mixture) for mixture in mixtures]
        for name, mixtures in asked.sides.items()
    }
    chart = asked.chart_kind.chart(sides, asked.options, box.advised, viewing)
    cells = [cell for row in chart.rows for cell in row]
    paints, parts = together([(cell.paints, cell.parts) for cell in cells])
    made = Patches(
        box=box,
        viewing=viewing,
        paints=paints,
        labels=tuple(cell.label for cell in cells),
        patches=tuple(patches_of(parts, paints, viewing)),
        columns=len(chart.rows[0]),
        summary=chart.title,
        ingredients={**{p.key: p for p in box.paints}, **ingredients_of(box, asked.asked_for)},
        layered=_looks(chart),
        laying=chart.laying,
        advice=(*chart.advice, *advice(paints)),
    )
    return Computed(made, chart)


def _looks(chart: Chart) -> tuple[Appearance, ...]:
    """The layers of a chart as they look at its thickness; none where a chart has none."""
    if chart.layers is None or chart.laying is None:
        return ()
    at = chart.layers.nearest(chart.laying.coats)
    return tuple(appearances(chart.layers.labs[:, :, at].reshape(-1, 3)))


def chart_out(computed: Computed) -> ChartOut:
    """A computed chart as the API tells it.

    A cell tells only the paints that are in it; along a trail or on a field, where one is as
    another but for its parts, all of them.
    """
    made, chart = computed.made, computed.chart
    cells = made.out(absent=bool(chart.run or chart.field))
    return ChartOut(
        title=chart.title,
        paints=refs(made.paints),
        rows=[cells[i : i + made.columns] for i in range(0, len(cells), made.columns)],
        row_labels=chart.row_labels,
        column_labels=chart.column_labels,
        kinds=chart.kinds,
        remarks=chart.remarks,
        row_says=chart.row_says,
        column_says=chart.column_says,
        pairs=chart.pairs,
        layers=None if chart.layers is None else _ahead(chart.layers),
        run=None if chart.run is None else run_out(chart.run),
        field=None if chart.field is None else field_out(chart.field, made.box),
        paint_data_version=library().version,
    )


def _ahead(layers: LayerGrid) -> LayersAhead:
    points = len(layers.coats)
    return LayersAhead(
        coats=layers.coats.tolist(),
        laid=[thinned(float(coats)) for coats in layers.coats],
        layers=_runs(layers.labs, points),
        mixed=_runs(layers.mixed_labs, points),
        away=layers.away.reshape(-1, points).round(2).tolist(),
    )


def _runs(labs: Array, points: int) -> list[LayerRun]:
    flat = labs.reshape(-1, 3)
    (codes, inside), values = hex_from_lab(flat), neutral_hex(flat[:, 0])
    return [
        LayerRun(
            srgb=codes[at : at + points],
            value_srgb=values[at : at + points],
            in_gamut=inside[at : at + points],
        )
        for at in range(0, len(flat), points)
    ]
