"""A sheet that a made-up painter paints with made-up tubes, and a made-up camera photographs."""

from dataclasses import dataclass
from functools import cache

import numpy as np

from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.instruments.camera import (
    Camera,
    PaintedSheet,
    Shot,
    Slip,
    painted_sheet,
    photograph,
    tubes_that_stray,
)
from mesotint.mixing.ground import ground_lab
from mesotint.optics.grid import Array
from mesotint.painted.layout import Box, Grey, Marker, Markers, Rectangle, SheetLayout
from mesotint.paints.library import Paint, library

PAIR = ("PO20", "PB29")
PAPER = smoothest_reflectance(np.array(ground_lab("bright white")))


def layout_of(pair: tuple[str, str] = PAIR, *, greys: bool = True, sheet: str = "") -> SheetLayout:
    """Nine steps of a pair, the same opened with four parts of white, and white."""
    white = library().white.key
    rows = [{pair[0]: 8.0 - i, pair[1]: float(i)} for i in range(9)]
    rows += [{**row, white: 32.0} for row in rows] + [{white: 1.0}]
    boxes = []
    for i, row in enumerate(rows):
        down, across = divmod(i, 4)
        at = Rectangle(28 + across * 40, 40 + down * 40, 34, 30)
        parts = {k: v for k, v in row.items() if v > 0}
        boxes.append(Box(str(i + 1), at, parts, f"Box {i + 1}"))
    corners = ((15, 15), (195, 15), (195, 282), (15, 282))
    return SheetLayout(
        (210, 297),
        Markers([Marker(40 + i, at) for i, at in enumerate(corners)]),
        boxes,
        greys=[Grey(Rectangle(40 + 18 * i, 262, 16, 12), v) for i, v in enumerate((0.7, 0.4, 0.15))]
        if greys
        else (),
        sheet=sheet,
    )


@dataclass(frozen=True)
class Painted:
    """What there is to read, and what is true of it."""

    layout: SheetLayout
    tubes: dict[str, Paint]
    sheet: PaintedSheet
    photograph: bytes


@cache
def _tubes(seed: int, pair: tuple[str, str]) -> tuple[Paint, ...]:
    paints = [*(library().paint(key) for key in pair), library().white]
    return tuple(tubes_that_stray(paints, np.random.default_rng(seed)))


def painted(
    seed: int,
    slips: dict[str, Slip] | None = None,
    shot: Shot | None = None,
    pair: tuple[str, str] = PAIR,
) -> Painted:
    """A sheet painted and photographed by daylight; the same seed is the same sheet."""
    rng = np.random.default_rng(seed)
    layout = layout_of(pair)
    tubes = dict(zip((*pair, library().white.key), _tubes(seed, pair), strict=True))
    sheet = painted_sheet(layout, tubes, PAPER, rng, slips=slips)
    taken = photograph(sheet, Camera.made_up("daylight", rng), shot or Shot(), rng)
    return Painted(layout, tubes, sheet, taken)


def over_the_triangle(count: int, seed: int) -> Array:
    """Parts of three paints, drawn evenly over all their mixtures, shape (count, 3)."""
    return np.asarray(np.random.default_rng(seed).dirichlet(np.ones(3), count))
