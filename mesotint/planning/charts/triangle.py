"""Triangles: every mixture of three paints, and the points a painter picks of it."""

from dataclasses import dataclass
from typing import Annotated, Final

import numpy as np

from mesotint.mixing.mixture import merged
from mesotint.mixing.muting.triad import Triad
from mesotint.planning.charts.cells import cells_with
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Marks, Number, Numbers
from mesotint.planning.examples import TRIAD
from mesotint.planning.openings import MOST_OPENING

MOST_PICKS: Final = 30
SHARES: Final = Numbers(0, 1, "shares", {3: (1.0, 0.0, 0.0)}, longest=3)
"""Of the three corners; none of a pick has to add up to one."""


@dataclass(frozen=True)
class Options:
    """What is chosen of a triangle."""

    lightener: Annotated[float, Number(0, MOST_OPENING, "White", "parts", in_wash="Water")] = 0.0
    picks: Annotated[
        tuple[dict[str, tuple[float, ...]], ...], Marks({"point": SHARES}, MOST_PICKS)
    ] = ()


def _chart(inputs: Inputs[Options]) -> Chart:
    first, second, third = inputs.mixtures
    triad = Triad((first, second, third), inputs.options.lightener, inputs.viewing)
    picks = [np.array(pick["point"]) for pick in inputs.options.picks if sum(pick["point"]) > 0]
    # Without a pick its greyest spot is the one patch.
    points = np.array([pick / pick.sum() for pick in picks] or [triad.neutral_point])
    paints, parts = merged(triad.all_paints, triad.parts(points))
    labels = [f"point {place}" for place in range(1, len(points) + 1)]
    cells = cells_with(labels, paints, parts, inputs.viewing)
    return Chart(triad.miss, [cells], [""], labels, field=triad)


KIND: Final = Kind(
    key="triad",
    title="Triangle",
    noun="",
    question="Choose three paints around grey: every mixture of them, and where they reach it.",
    takes="A triangle takes three paints.",
    sides={"corners": Side("Corners", 3, 3, example=TRIAD)},
    options=Options,
    compute=_chart,
    rank=2,
    picture="field",
    example={"lightener": 1.0},
    goes_on="A triangle with it",
    goes_on_as="corners",
)
