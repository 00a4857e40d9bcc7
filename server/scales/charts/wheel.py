"""A wheel of hues mixed true, with its rings toward grey."""

from collections.abc import Sequence

import numpy as np

from mesotint.colour.hues import turn
from mesotint.mixing.character import hue_of
from mesotint.mixing.true_hues import muted_rings, true_hues, wheel_hues
from mesotint.paints.library import Paint
from mesotint.planning import charts as core
from server.scales.charts.asked import Asked, Grid, there


def wheel(asked: Asked) -> Grid:
    asked.need("A wheel is mixed from up to 12 tubes.")
    box = asked.paints or asked.box
    found = true_hues(wheel_hues(asked.request.count), box, asked.viewing)
    light = asked.viewing.lightener
    outer = [
        core.Cell(hue.name, *there([*hue.paints, light], [*hue.parts, hue.white]), hue.lab)
        for hue in found
    ]
    rows = [outer, *(
        [core.Cell(f"{hue.name}, muted", muted.paints, muted.parts, muted.lab)
         for hue, muted in zip(found, ring, strict=True)]
        for ring in muted_rings(found, asked.viewing)
    )]  # fmt: skip
    return Grid(
        f"A wheel of {len(found)} hues",
        rows,
        ["clear", "a third muted", "two thirds", "greyest"],
        [hue.name for hue in found],
        remarks=[[hue.says for hue in found], *([""] * len(found) for _ in rows[1:])],
        column_says=_places([hue.angle for hue in found], box),
    )


def _places(angles: Sequence[float], box: Sequence[Paint]) -> list[str]:
    """Which tubes stand at each hue of a wheel, by the hues of their tints."""
    names: list[list[str]] = [[] for _ in angles]
    for paint in box:
        if (hue := hue_of(paint)) is not None:
            names[int(np.abs(turn(np.array(angles), hue)).argmin())].append(paint.name)
    return [", ".join(each) for each in names]
