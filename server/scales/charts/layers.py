"""Glazes over dry layers, and the mixtures beside them."""

from typing import Final

import numpy as np

from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.mixing.layers import LayerGrid, layer_grid, thinned
from mesotint.mixing.mixture import Appearance, appearances, merged
from mesotint.optics.grid import Array
from mesotint.planning import charts as core
from server.scales.answers import LayerRun, LayersAhead
from server.scales.charts.asked import Asked, Grid, listed

_MIXED_BESIDE: Final = "The parts are those of the mixture that comes nearest to the layers."


def layers(asked: Asked) -> Grid:
    asked.need("Layers take up to eight dry layers down, and one to eight glazes across.")
    wanted, viewing = asked.request, asked.viewing
    ground = wanted.ground if wanted.bare else ""
    found = layer_grid(
        [{paint: 1.0} for paint in asked.paints],
        [{paint: 1.0} for paint in asked.columns],
        viewing,
        ground,
    )
    at = found.nearest(wanted.coats)
    laid = thinned(float(found.coats[at]))
    below = [*([viewing.lightener] if ground else []), *asked.paints]
    names = [*([f"bare ground, {ground}"] if ground else []), *(p.name for p in asked.paints)]
    rows = []
    for i, (under, name) in enumerate(zip(below, names, strict=True)):
        cells = []
        for j, glaze in enumerate(asked.columns):
            share = float(found.mixed_shares[i, j, at])
            paints, parts = merged([under, glaze], np.array([1 - share, share]))
            cells += core.cells_of([f"{glaze.name} over {name.lower()}"], paints, parts[None],
                                   viewing)  # fmt: skip
        rows.append(cells)
    told = [f"Lay {listed(asked.paints)}, each in its row, and let it dry."] if asked.paints else []
    over = f"Then lay {listed(asked.columns)}, each down its column: {laid}."
    return Grid(
        f"Glazes over dry layers: {laid}",
        rows,
        [name[0].upper() + name[1:] for name in names],
        [paint.name for paint in asked.columns],
        layers=found,
        advice=(
            *told,
            over,
            "The parts are those of the mixture that comes nearest to the layers.",
        ),
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
