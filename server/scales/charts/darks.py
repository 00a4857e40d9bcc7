"""The darks of a box, each opened."""

import numpy as np

from mesotint.mixing import darks as core_darks
from mesotint.planning import charts as core
from server.scales.charts.asked import Asked, Grid, listed, openings


def darks(asked: Asked) -> Grid:
    asked.need("Darks are sought among up to 24 tubes.")
    wanted = asked.request
    found = core_darks.darks(
        asked.paints or asked.box,
        wanted.most,
        no_black=wanted.no_black,
        transparent=wanted.transparent,
        leans=wanted.leans,
        viewing=asked.viewing,
    )[: wanted.count]
    rows = []
    for dark in found:
        parts = np.array([[*dark.parts, opening] for opening in wanted.openings])
        name = listed(dark.paints)
        labels = [f"{name}, {opening}" for opening in openings(asked)]
        rows.append(
            core.cells_of(labels, [*dark.paints, asked.viewing.lightener], parts, asked.viewing)
        )
    return Grid(
        f"The best dark: {listed(found[0].paints)[0].lower()}{listed(found[0].paints)[1:]}",
        rows,
        [listed(dark.paints) for dark in found],
        openings(asked),
        row_says=[dark.says for dark in found],
    )
