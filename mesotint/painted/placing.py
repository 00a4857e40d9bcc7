"""What stands where on a sheet to paint: patches with their guides and boxes, page by page.

Millimetres count from a page's top left corner.
"""

import hashlib
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm

from mesotint.errors import InputError
from mesotint.optics.grid import Pixels
from mesotint.painted.layout import FIRST_MARKER, Box, Grey, Marker, Markers, Rectangle, SheetLayout

SIZES = {"A4": A4, "Letter": LETTER}
MARGIN = 15 * mm
HEAD = 24 * mm
FOOT = 22 * mm
"""Below the boxes: a strip of printed greys, the note, and the lower markers."""

ROW = 17 * mm
"""Height of a patch of a scale with its box, from one to the next."""

MARKER_MM = 14.0
MARKER_CENTRE_MM = 15.0
"""How large each marker is, and how far its middle lies from both edges of the page: a printer that
leaves a margin of 8 mm prints it whole."""

CODE_SIDE_MM = 14.0
BESIDE = 27 * mm
"""Where text may begin beside a marker."""

GREYS = (0.75, 0.5, 0.33, 0.2, 0.1)
"""What the printed greys are meant to turn back."""

GREY_MM = (16.0, 8.0)
GUIDE_MM = 16.0
BOX_MM = 40.0
GAP_MM = 3.5
"""Bare paper beside every box, from which a photograph's light is read."""

CELL_GUIDE_MM = 9.0
CELL_MM = 38.0
CELL_LINE_MM = 2.9
CELL_TEXT_LINES = 6
MOST_COLUMNS = 5


@dataclass(frozen=True)
class SheetPatch:
    """One patch of a sheet: what is written beside it, and its colour on a screen, #rrggbb.

    `parts` tell what to mix it from, each as a hand would measure it, and `amounts` the same by the
    keys of the paints, in parts by volume; `in_gamut` is False where the printed colour cannot be
    true.
    """

    label: str
    munsell: str
    name: str
    srgb: str
    in_gamut: bool
    parts: Sequence[str]
    note: str = ""
    amounts: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True)
class SheetPicture:
    """A picture that goes with a sheet, on a page of its own after the boxes.

    `marks` are where its numbers stand, in shares of width and height, each with what it is; `says`
    is what is written below.
    """

    pixels: Pixels
    marks: Sequence[tuple[float, float, str]]
    says: Sequence[str] = ()


@dataclass(frozen=True)
class Sheet:
    """Patches under a name, one below the other or as a grid in columns.

    `code` names the sheet, so that a photograph tells which one it is of; medium, finish and ground
    are how it is painted. `cautions` are printed below the last box, or on a page of their own
    where it has no room; the boxes stand where they stand without.
    """

    name: str
    summary: str
    changed: datetime
    patches: Sequence[SheetPatch]
    columns: int = 1
    grid: bool = False
    code: str = ""
    medium: str = "opaque"
    finish: str = "satin"
    ground: str = ""
    picture: SheetPicture | None = None
    cautions: Sequence[str] = ()


@dataclass(frozen=True)
class Placed:
    """A patch on its page: where its printed guide and its empty box are, and its text."""

    number: int
    patch: SheetPatch
    guide: Rectangle
    box: Rectangle
    text: Rectangle


def layouts(sheet: Sheet, size: str = "A4") -> list[SheetLayout]:
    """Where everything stands on a sheet as it is printed, a layout for each page.

    Parameters
    ----------
    size : str
        A4 or Letter.

    Raises
    ------
    InputError
        For a size that is not known.
    """
    pages = placed(sheet, size)
    return [
        SheetLayout(
            page_mm=page_mm(size),
            markers=Markers(markers_of(size, number), MARKER_MM),
            boxes=[
                Box(str(each.number), each.box, each.patch.amounts, each.patch.label,
                    each.patch.srgb)
                for each in page
            ],
            greys=greys_of(size),
            medium=sheet.medium,
            finish=sheet.finish,
            ground=sheet.ground,
            sheet=page_code(sheet, number),
        )
        for number, page in enumerate(pages)
    ]  # fmt: skip


def page_code(sheet: Sheet, page: int) -> str:
    """What the small code on a page says: the sheet, the state of its boxes, and the page.

    The state changes with what is painted and where, and not with a name or a note, so that a sheet
    that is called otherwise since it was printed is still the same one. Nothing for a sheet that
    nobody keeps.

    Parameters
    ----------
    page : int
        From 0.
    """
    if not sheet.code:
        return ""
    boxes = [sorted(patch.amounts.items()) for patch in sheet.patches]
    told = repr((boxes, sheet.columns, sheet.grid, sheet.medium, sheet.finish, sheet.ground))
    state = hashlib.sha256(told.encode()).hexdigest()[:5]
    return f"{sheet.code}/{state}/{page + 1}"


def page_mm(size: str) -> tuple[float, float]:
    """Width and height of a page.

    Parameters
    ----------
    size : str
        A4 or Letter.

    Raises
    ------
    InputError
        For a size that is not known.
    """
    if size not in SIZES:
        raise InputError(f"Paper is {' or '.join(SIZES)}.", "size")
    width, height = SIZES[size]
    return round(width / mm, 2), round(height / mm, 2)


def markers_of(size: str, page: int) -> list[Marker]:
    """The markers of a page, from its top left corner clockwise.

    Parameters
    ----------
    page : int
        From 0.
    """
    wide, high = page_mm(size)
    near = MARKER_CENTRE_MM
    corners = [(near, near), (wide - near, near), (wide - near, high - near), (near, high - near)]
    first = FIRST_MARKER + 4 * page
    return [Marker(first + i, (round(x, 2), round(y, 2))) for i, (x, y) in enumerate(corners)]


def greys_of(size: str) -> list[Grey]:
    """The greys at the foot of a page."""
    wide, high = page_mm(size)
    across, down = GREY_MM
    left = (wide - len(GREYS) * (across + 2)) / 2
    top = high - MARGIN / mm - 15.0
    return [
        Grey(Rectangle(round(left + i * (across + 2), 2), round(top, 2), across, down), level)
        for i, level in enumerate(GREYS)
    ]


def placed(sheet: Sheet, size: str) -> list[list[Placed]]:
    """The patches of a sheet page by page, each in its place."""
    wide, high = page_mm(size)
    edge, head, foot = MARGIN / mm, HEAD / mm, FOOT / mm
    room, tall = wide - 2 * edge, high - 2 * edge - head - foot
    columns = min(sheet.columns, MOST_COLUMNS) if sheet.grid else 1
    # A row of a wide chart goes on below itself, so that no cell is too narrow to paint.
    rows: list[list[tuple[int, SheetPatch]]] = []
    step = sheet.columns if sheet.grid else 1
    numbered = list(enumerate(sheet.patches, start=1))
    for at in range(0, len(numbered), step):
        row = numbered[at : at + step]
        rows += [row[i : i + columns] for i in range(0, len(row), columns)]
    row_high = CELL_MM if sheet.grid else ROW / mm
    on_page = max(1, int(tall // row_high))
    across = room / columns
    place = _cell_places if sheet.grid else _row_places

    def of_page(first: int) -> Iterator[Placed]:
        for i, row in enumerate(rows[first : first + on_page]):
            for j, (number, patch) in enumerate(row):
                corner = edge + j * across, edge + head + i * row_high
                yield Placed(number, patch, *place(*corner, across))

    return [list(of_page(first)) for first in range(0, len(rows), on_page)]


def _row_places(left: float, top: float, across: float) -> tuple[Rectangle, Rectangle, Rectangle]:
    high = ROW / mm - GAP_MM
    box = left + GUIDE_MM + GAP_MM
    text = box + BOX_MM + GAP_MM
    return (
        Rectangle(left, top, GUIDE_MM, high),
        Rectangle(box, top, BOX_MM, high),
        Rectangle(text, top, left + across - text, high),
    )


def _cell_places(left: float, top: float, across: float) -> tuple[Rectangle, Rectangle, Rectangle]:
    lines = CELL_TEXT_LINES * CELL_LINE_MM
    high = CELL_MM - lines - GAP_MM
    box = left + CELL_GUIDE_MM + GAP_MM / 2
    return (
        Rectangle(left, top, CELL_GUIDE_MM, high),
        Rectangle(box, top, across - CELL_GUIDE_MM - 1.5 * GAP_MM, high),
        Rectangle(left, top + high + 0.8, across - GAP_MM / 2, lines),
    )
