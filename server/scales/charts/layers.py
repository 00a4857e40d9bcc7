"""Glazes over dry layers, and the mixtures beside them."""

from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.mixing.layers import LayerGrid, layer_grid, thickness, thinned
from mesotint.mixing.mixture import Appearance, appearances
from mesotint.mixing.traces import TRACE_BELOW, one_in
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning import charts as core
from server.scales.answers import LayerRun, LayersAhead
from server.scales.charts.asked import Asked, Grid, listed
from server.scales.patches import Laying


def layers(asked: Asked) -> Grid:
    asked.need("Layers take up to eight dry layers down, and one to eight glazes across.")
    wanted, viewing = asked.request, asked.viewing
    ground = wanted.ground if wanted.bare else ""
    found = layer_grid(
        [{paint: 1.0} for paint in asked.paints],
        [{paint: 1.0} for paint in asked.columns],
        viewing,
        ground,
        wanted.coats,
    )
    at = found.nearest(wanted.coats)
    how = f"{thickness(wanted.coats)}, {thinned(wanted.coats)}"
    below = [*([viewing.lightener] if ground else []), *asked.paints]
    names = [*([f"bare ground, {ground}"] if ground else []), *(p.name for p in asked.paints)]
    rows, remarks = [], []
    for i, (under, name) in enumerate(zip(below, names, strict=True)):
        labels = [f"{glaze.name} over {name.lower()}" for glaze in asked.columns]
        rows.append([
            core.Cell(label, (glaze,), (1.0,), found.labs[i, j, at])
            for j, (label, glaze) in enumerate(zip(labels, asked.columns, strict=True))
        ])  # fmt: skip
        remarks.append([
            f"{glaze.name}, {how}, over {name.lower()}. The nearest mixture of the two is another "
            f"thing: {_in_parts(under, glaze, float(found.mixed_shares[i, j, at]))}."
            for j, glaze in enumerate(asked.columns)
        ])  # fmt: skip
    told = [f"Lay {listed(asked.paints)}, each in its row, and let it dry."] if asked.paints else []
    over = f"Then lay {listed(asked.columns)}, each down its column: {how}."
    return Grid(
        f"Glazes over dry layers: {how}",
        rows,
        [name[0].upper() + name[1:] for name in names],
        [paint.name for paint in asked.columns],
        remarks=remarks,
        layers=found,
        laying=Laying(
            (*([None] if ground else []), *asked.paints), tuple(asked.columns), wanted.coats, how
        ),
        advice=(*told, over),
    )


def _in_parts(under: Paint, glaze: Paint, share: float) -> str:
    """The mixture of two paints in whole parts, as far as an eye tells."""
    if under.key == glaze.key or share <= 0 or share >= 1:
        return (glaze if share >= 1 or under.key == glaze.key else under).name.lower()
    if (least := min(share, 1 - share)) < TRACE_BELOW:
        trace, most = (glaze, under) if share < 0.5 else (under, glaze)
        return f"{most.name.lower()} with {trace.name.lower()}, 1 in {one_in(least)}"
    parts = share / (1 - share)
    more, less = (glaze, under) if parts >= 1 else (under, glaze)
    return f"{max(parts, 1 / parts):.2g} {more.name.lower()} to 1 {less.name.lower()}"


def looks_of(grid: Grid, coats: float) -> tuple[Appearance, ...]:
    """The layers of a chart as they look at one thickness; none where a chart has none."""
    if grid.layers is None:
        return ()
    at = grid.layers.nearest(coats)
    return tuple(appearances(grid.layers.labs[:, :, at].reshape(-1, 3)))


def ahead(found: LayerGrid) -> LayersAhead:
    points = len(found.coats)
    return LayersAhead(
        coats=found.coats.tolist(),
        laid=[thinned(float(coats)) for coats in found.coats],
        layers=_runs(found.labs, points),
        mixed=_runs(found.mixed_labs, points),
        away=found.away.reshape(-1, points).round(2).tolist(),
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
