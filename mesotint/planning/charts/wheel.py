"""A wheel of hues mixed true, with its rings toward grey."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Final, Literal

import numpy as np

from mesotint.colour.hues import WHEEL, turn
from mesotint.mixing.character import hue_of
from mesotint.mixing.true_hues import angle_of, muted_rings, true_hues, wheel_hues
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import Cell, cell_of
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import OneOf


@dataclass(frozen=True)
class Options:
    """What is chosen of a wheel."""

    count: Annotated[
        Literal[6, 12, 24], OneOf("Hues", {6: "6 hues", 12: "12 hues", 24: "24 hues"})
    ] = 12
    hue: Annotated[
        str, OneOf("", {"": "all", **{hue.name: hue.name for hue in WHEEL}})
    ] = ""  # fmt: skip


def _chart(inputs: Inputs[Options]) -> Chart:
    box, viewing = inputs.mixtures or inputs.box, inputs.viewing
    alone = inputs.options.hue
    wanted = [(alone, angle_of(alone))] if alone else wheel_hues(inputs.options.count)
    hues = true_hues(wanted, box, viewing)
    light = viewing.lightener
    outer = [
        replace(
            cell_of(hue.name, [*hue.paints, light], [*hue.parts, hue.white], hue.lab),
            facts={"off": hue.off, "true": hue.is_true},
        )
        for hue in hues
    ]
    # One hue has none across from it.
    rings = [] if alone else muted_rings(hues, viewing)
    rows = [outer, *(
        [Cell(f"{hue.name}, muted", muted.paints, muted.parts, muted.lab)
         for hue, muted in zip(hues, ring, strict=True)]
        for ring in rings
    )]  # fmt: skip
    return Chart(
        f"{alone.capitalize()}, mixed true" if alone else f"A wheel of {len(hues)} hues",
        rows,
        ["clear", "a third muted", "two thirds", "greyest"][: len(rows)],
        [hue.name for hue in hues],
        remarks=[[hue.says for hue in hues], *([""] * len(hues) for _ in rings)],
        column_says=[
            names and f"At this hue stands {names}."
            for names in _names_by_hue([hue.angle for hue in hues], box)
        ],
    )


def _names_by_hue(angles: Sequence[float], box: Sequence[Paint]) -> list[str]:
    """Which tubes stand at each hue of a wheel, by the hues of their tints."""
    names: list[list[str]] = [[] for _ in angles]
    for paint in box:
        if (hue := hue_of(paint)) is not None:
            names[int(np.abs(turn(np.array(angles), hue)).argmin())].append(paint.name)
    return [", ".join(each) for each in names]


KIND: Final = Kind(
    key="wheel",
    title="Wheel",
    noun="Wheel",
    question="The hues of the wheel, each mixed true from the tubes beside it.",
    takes="A wheel is mixed from up to 12 tubes.",
    sides={"mixtures": Side("From", 0, 12)},
    options=Options,
    compute=_chart,
    rank=50,
)
