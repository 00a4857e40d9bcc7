"""Glazes over dry layers, and the mixtures beside them."""

from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.mixing.layers import (
    LayerGrid,
    laid_in_words,
    layer_grid,
    layer_in_words,
    thinned,
)
from mesotint.mixing.mixture import Appearance, appearances
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
    how = laid_in_words(wanted.coats)
    unders: list[Paint | None] = [*([None] if ground else []), *asked.paints]
    names = ["bare ground, " + ground if paint is None else paint.name for paint in unders]
    rows, remarks = [], []
    for i, (under, name) in enumerate(zip(unders, names, strict=True)):
        rows.append([
            core.Cell(f"{glaze.name} over {name.lower()}", (glaze,), (1.0,), found.labs[i, j, at])
            for j, glaze in enumerate(asked.columns)
        ])  # fmt: skip
        partner = (under or viewing.lightener).name
        remarks.append([
            layer_in_words(glaze.name, name, wanted.coats, partner, share)
            for glaze, share in zip(
                asked.columns, found.mixed_shares[i, :, at].tolist(), strict=True
            )
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
        laying=Laying(tuple(unders), tuple(asked.columns), wanted.coats, how),
        advice=(*told, over),
    )


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
