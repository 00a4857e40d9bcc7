"""The darks of a box, each opened."""

from dataclasses import dataclass, replace
from typing import Annotated, Final, Literal

import numpy as np

from mesotint.mixing.darks import LEANS, darks
from mesotint.planning.charts.cells import cells_of, names_in_words
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Count, OneOf, Toggle, opened
from mesotint.planning.openings import opening_labels

_OPENINGS: Final = (0.0, 4.0, 12.0)


@dataclass(frozen=True)
class Options:
    """What is chosen of darks."""

    count: Annotated[int, Count(2, 12, "darks")] = 9
    leans: Annotated[
        str,
        OneOf("Which way it leans",
              {"": "True grey", **{lean: f"Leans {lean}" for lean in LEANS}}),
    ] = ""  # fmt: skip
    no_black: Annotated[bool, Toggle("No tube black")] = False
    transparent: Annotated[bool, Toggle("Transparent")] = False
    most: Annotated[Literal[2, 3], Toggle("Two paints", on=2, off=3)] = 3
    openings: Annotated[tuple[float, ...], opened("columns", _OPENINGS)] = _OPENINGS


def _chart(inputs: Inputs[Options]) -> Chart:
    chosen, viewing = inputs.options, inputs.viewing
    best = darks(
        inputs.mixtures or inputs.box,
        chosen.most,
        no_black=chosen.no_black,
        transparent=chosen.transparent,
        leans=chosen.leans,
        viewing=viewing,
    )[: chosen.count]
    names = [names_in_words(dark.paints) for dark in best]
    openings = opening_labels(chosen.openings, viewing)
    rows = []
    for dark, name in zip(best, names, strict=True):
        parts = np.array([[*dark.parts, opening] for opening in chosen.openings])
        labels = [f"{name}, {opening}" for opening in openings]
        alone, *opened = cells_of(labels, [*dark.paints, viewing.lightener], parts, viewing)
        facts = {"lean": dark.lean, "transparent": dark.transparent}
        rows.append([replace(alone, facts=facts), *opened])
    title = f"The best dark: {names[0][0].lower()}{names[0][1:]}"
    return Chart(title, rows, names, openings, row_says=[dark.says for dark in best])


KIND: Final = Kind(
    key="darks",
    title="Darks",
    noun="Darks",
    question="The darks of your desk, best first.",
    takes="Darks are sought among up to 24 tubes.",
    sides={"mixtures": Side("Among", 0, 24)},
    options=Options,
    compute=_chart,
    rank=20,
)
