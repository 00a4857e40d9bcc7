"""The paint of each box of a flat page, and the bare paper beside it.

What is not the box's own paint is found and left out: bare paper, glare, a fleck of another colour.
The light is taken from the paper around each box, so that its fall-off and soft shadows go out.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_xyz
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import decoded, encoded, xyz_from_srgb
from mesotint.errors import InputError
from mesotint.optics.grid import Array, Mask
from mesotint.painted.found import PX_PER_MM, FlatPage
from mesotint.painted.layout import Rectangle, SheetLayout

EDGE_SHARE: Final = 0.1
"""Share of a box's width at each edge that is not looked at: the brush is ragged there."""

RING_MM: Final = (1.0, 4.5)
"""From where to where beside a box its paper is looked for."""

BARE_WITHIN: Final = 5.0
"""CIEDE2000 from the paper within which a place counts as bare."""

EMPTY_FROM: Final = 0.85
HALF_FROM: Final = 0.12
"""Shares of a box that is bare from which it is empty, or painted only in part."""

_NEAR_PAPER: Final = 9.0
"""CIEDE2000 from the paper below which paint cannot be told from it by colour alone."""

FLECK_BEYOND: Final = 9.0
"""CIEDE2000 from a box's paint beyond which a place is of another colour."""

FLECK_FROM: Final = 0.006
GLARE_FROM: Final = 0.08
SHADOW_FROM: Final = 0.10
"""Share of the paper beside a box that is far darker than the rest: a shadow's edge lies there."""

UNEVEN_FROM: Final = 3.0
"""Spread, in CIEDE2000, from which paint is not mixed through."""

BURNT_FROM: Final = 0.992
_MARKER_CELLS: Final = 6
"""A marker of 4 by 4 has a rim of one cell."""

_TRIES: Final = 8


@dataclass(frozen=True)
class BoxPixels:
    """What a photograph shows of one box.

    Attributes
    ----------
    paint, paper : array, shape (3,)
        sRGB, 0 to 1, of the paint in the middle of the box and of bare paper there; averaged as
        light.
    spread : float
        Standard deviation of the paint within the box, in CIEDE2000.
    error : float
        Standard error of `paint`, in sRGB.
    empty : bool
    remarks : tuple of str
        What is to be told of it: half painted, a fleck, glare, a shadow's edge.
    """

    paint: Array
    paper: Array
    spread: float
    error: float
    empty: bool
    remarks: tuple[str, ...]


def box_pixels(page: FlatPage, layout: SheetLayout, expected: Sequence[Array]) -> list[BoxPixels]:
    """What a page shows of its boxes.

    Parameters
    ----------
    expected : sequence of array, shape (3,)
        CIELAB that each box is meant to have, to tell white paint from bare paper.
    """
    printed = _printed(page.there.shape, layout)
    return [
        _read(page, box.rect_mm, printed, np.asarray(lab))
        for box, lab in zip(layout.boxes, expected, strict=True)
    ]


def grey_pixels(page: FlatPage, layout: SheetLayout) -> list[BoxPixels]:
    """What a page shows of its printed greys."""
    printed = _printed(page.there.shape, layout)
    return [_read(page, grey.rect_mm, printed, None) for grey in layout.greys]


def ink_pixels(page: FlatPage, layout: SheetLayout) -> list[BoxPixels]:
    """What a page shows of the black rims of its markers, which are a grey of sorts as well."""
    printed = _printed(page.there.shape, layout)
    side = layout.markers.size_mm
    cell = side / _MARKER_CELLS
    found = []
    for mark in layout.markers.at:
        if mark.id not in page.seen:
            continue
        x, y = mark.centre_mm
        whole = Rectangle(x - side / 2, y - side / 2, side, side)
        rim = Rectangle(x - side / 2, y - side / 2, side, cell)
        seen = _read(page, rim.within(0.15 * cell), printed, None)
        light, _ = _paper_beside(page, whole, printed)
        found.append(replace(seen, paper=encoded(light[0])))
    return found


def judge_exposure(page: FlatPage, grey: bool = False) -> None:
    """Refuse a picture that cannot tell colours.

    Parameters
    ----------
    grey : bool
        Whether there is nothing on the page that has a colour.

    Raises
    ------
    InputError
        For a picture without colour, burnt out, or lost in the dark.
    """
    shown = page.pixels[page.there][::37].astype(np.int16)
    if len(shown) == 0:
        raise InputError("The sheet lies beside the picture; take it again.", "photograph")
    if not grey and np.ptp(shown, axis=1).max() <= 6:
        raise InputError(
            "The picture is black and white; take it again in colour, without a filter.",
            "photograph",
        )
    bright = np.percentile(shown.min(axis=1), 80)
    if bright >= 254:
        raise InputError(
            "The picture is overexposed: its paper is burnt out. Take it again a little darker, "
            "without flash.",
            "photograph",
        )
    if np.percentile(shown.max(axis=1), 95) < 70:
        raise InputError(
            "The picture is too dark to tell colours; take it again in more light.", "photograph"
        )


def _slices(rect: Rectangle, shape: tuple[int, ...]) -> tuple[slice, slice]:
    rows = np.clip(np.rint(np.array([rect.top, rect.top + rect.height]) * PX_PER_MM), 0, shape[0])
    columns = np.clip(
        np.rint(np.array([rect.left, rect.left + rect.width]) * PX_PER_MM), 0, shape[1]
    )
    return slice(int(rows[0]), int(rows[1])), slice(int(columns[0]), int(columns[1]))


def _printed(shape: tuple[int, ...], layout: SheetLayout) -> Mask:
    """Where a page is painted or printed as far as its layout tells, shape (height, width)."""
    taken = np.zeros(shape[:2], dtype=bool)
    half = layout.markers.size_mm / 2
    marks = [
        Rectangle(x - half, y - half, 2 * half, 2 * half)
        for x, y in (mark.centre_mm for mark in layout.markers.at)
    ]
    for rect in [
        *(box.rect_mm for box in layout.boxes),
        *(g.rect_mm for g in layout.greys),
        *marks,
    ]:
        taken[_slices(rect.within(-0.6), shape)] = True
    return taken


def _read(page: FlatPage, rect: Rectangle, printed: Mask, expected: Array | None) -> BoxPixels:
    margin = EDGE_SHARE * min(rect.width, rect.height)
    inside = _slices(rect.within(margin), page.pixels.shape)
    light, remarks = _paper_beside(page, rect, printed)
    patch = decoded(page.pixels[inside] / 255.0)
    shown = page.there[inside]
    if shown.mean() < 0.5 or patch.size == 0:
        nothing = np.full(3, np.nan)
        return BoxPixels(nothing, nothing, 0.0, 1.0, True, ("it is not in the picture",))
    rows, columns = np.mgrid[inside]
    middle = np.array([rows.mean(), columns.mean()])
    there = np.stack([np.ones(rows.shape), rows - middle[0], columns - middle[1]], axis=-1)
    at_middle = light[0]
    falls = np.maximum(there @ light, 0.02 * at_middle)
    even = (patch / falls * at_middle)[shown]
    even = _grains(even)
    return _paint_of(even, at_middle, expected, tuple(remarks))


def _grains(pixels: Array) -> Array:
    """A few thousand places at the most, so that a large box costs no more than a small one."""
    return pixels[:: max(1, len(pixels) // 6000)]


def _paper_beside(page: FlatPage, rect: Rectangle, printed: Mask) -> tuple[Array, list[str]]:
    """Linear light of the paper around a box as a plane through its middle, shape (3, 3): there,
    and how it falls by the row and by the column."""
    outer, inner = rect.within(-RING_MM[1]), rect.within(-RING_MM[0])
    around = _slices(outer, page.pixels.shape)
    hole = _slices(inner, page.pixels.shape)
    free = page.there[around] & ~printed[around]
    rows, columns = np.mgrid[around]
    in_hole = (
        (rows >= hole[0].start) & (rows < hole[0].stop)
        & (columns >= hole[1].start) & (columns < hole[1].stop)
    )  # fmt: skip
    free &= ~in_hole
    bright = decoded(page.pixels[around][free] / 255.0)
    if len(bright) < 60:
        whole = decoded(page.pixels[page.there & ~printed][::53] / 255.0)
        best = whole[whole.sum(axis=1) >= np.percentile(whole.sum(axis=1), 60)]
        return np.stack([np.median(best, axis=0), np.zeros(3), np.zeros(3)]), []
    rows, columns = rows[free], columns[free]
    step = max(1, len(bright) // 4000)
    bright, rows, columns = bright[::step], rows[::step], columns[::step]
    place = np.stack(
        [
            np.ones(len(rows)),
            rows - (rect.top + rect.height / 2) * PX_PER_MM,
            columns - (rect.left + rect.width / 2) * PX_PER_MM,
        ],
        axis=-1,
    )
    power = bright.mean(axis=1)
    # Paper is the brightest there; what is written, drawn or painted on it is darker.
    kept = power >= 0.86 * np.percentile(power, 88)
    for _ in range(_TRIES):
        plane = np.linalg.lstsq(place[kept], bright[kept], rcond=None)[0]
        off = (bright - place @ plane) / np.maximum(place @ plane, 1e-3)
        now = np.abs(off).max(axis=1) < max(0.04, 2.5 * float(np.median(np.abs(off[kept]))))
        if now.sum() < 40 or (now == kept).all():
            break
        kept = now
    lit = place @ plane
    shade = (power < 0.8 * lit.mean(axis=1)) & (power > 0.2 * lit.mean(axis=1))
    colour = bright / np.maximum(lit, 1e-3)
    greyish = np.ptp(colour, axis=1) < 0.12
    remarks = []
    if (shade & greyish).mean() > 3.5 * SHADOW_FROM:
        remarks.append("the edge of a shadow lies across it")
    return plane, remarks


def _paint_of(
    even: Array, paper: Array, expected: Array | None, remarks: tuple[str, ...]
) -> BoxPixels:
    labs = _labs(even)
    paper_lab = _labs(paper[None])[0]
    told = list(remarks)
    bare = delta_e_2000(labs, paper_lab) < BARE_WITHIN
    close = expected is not None and _from_paper(expected) < _NEAR_PAPER
    empty = False
    if expected is not None and not close:
        if bare.mean() > EMPTY_FROM:
            empty = True
            told = ["it is not painted"]
        elif bare.mean() > HALF_FROM:
            told.append("it is painted only in part")
    kept = ~bare if not (close or empty or expected is None) and (~bare).any() else bare | True
    middle = np.median(labs[kept], axis=0)
    for _ in range(_TRIES):
        gap = delta_e_2000(labs, middle)
        scale = max(1.5, 1.4826 * float(np.median(gap[kept])))
        now = kept & (gap < min(3 * scale, max(FLECK_BEYOND, 2 * scale)))
        if now.sum() < 20:
            break
        moved = _labs(even[now].mean(axis=0)[None])[0]
        done = float(delta_e_2000(moved, middle)) < 0.05
        middle = moved
        if done:
            break
    now = kept & (delta_e_2000(labs, middle) < max(FLECK_BEYOND, 2 * scale))
    if now.sum() < 20:
        now = kept
    mean = even[now].mean(axis=0)
    gaps = delta_e_2000(labs[now], _labs(mean[None])[0])
    spread = float(np.sqrt((gaps**2).mean()))
    if expected is not None and not empty:
        told += _blemishes(labs, kept, now, middle)
        if spread > UNEVEN_FROM:
            told.append("it is not mixed through")
    if (encoded(paper) > BURNT_FROM).any():
        told.append("the paper beside it is burnt out")
    return BoxPixels(
        paint=encoded(mean),
        paper=encoded(paper),
        spread=spread,
        error=float(0.004 + 0.0012 * spread),
        empty=empty,
        remarks=tuple(dict.fromkeys(told)),
    )


def _blemishes(labs: Array, kept: Mask, own: Mask, middle: Array) -> list[str]:
    """What else lies in a box: glare, or a fleck of another colour."""
    other = kept & ~own
    lighter = (labs[:, 0] > middle[0] + 8) & (
        np.hypot(labs[:, 1], labs[:, 2]) < max(12.0, float(np.hypot(*middle[1:])))
    )
    told = []
    if (other & lighter).mean() > GLARE_FROM:
        told.append("the light glares on it")
    if (other & ~lighter).mean() > FLECK_FROM:
        told.append("there is a fleck of another colour in it")
    return told


def _labs(linear: Array) -> Array:
    """CIELAB, shape (n, 3), of linear sRGB as if it were truly sRGB."""
    return lab_from_xyz(xyz_from_srgb(encoded(np.clip(linear, 0, 1.2))))


def _from_paper(lab: Array) -> float:
    return float(delta_e_2000(lab, np.array([95.0, 0.0, 1.0])))
