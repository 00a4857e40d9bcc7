"""Where everything stands on a sheet, so that it can be found in a photograph.

All millimetres count from the page's top left corner, rightwards and down.
"""

import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any, Final

from mesotint.errors import InputError
from mesotint.formats.listed import read_listed

FORMAT: Final = "mesotint-sheet-layout"
VERSION: Final = 1
SCHEMA_FILE: Final = Path(__file__).parent / "data" / "sheet-layout.schema.json"
DICTIONARY: Final = "DICT_4X4_250"
"""The markers that sheets are printed with; OpenCV's name for the set."""

FIRST_MARKER: Final = 40
"""The first page's top left marker; the others count on, clockwise from there, page after page."""

MOST_PAGES: Final = 50
MOST_BOXES: Final = 200


@dataclass(frozen=True)
class Rectangle:
    """A rectangle on a page, in millimetres."""

    left: float
    top: float
    width: float
    height: float

    def within(self, margin_mm: float) -> "Rectangle":
        """It without so much of its edge, or with so much more where that is below zero."""
        return Rectangle(self.left + margin_mm, self.top + margin_mm,
                         self.width - 2 * margin_mm, self.height - 2 * margin_mm)  # fmt: skip


@dataclass(frozen=True)
class Marker:
    """A marker that a page is found by: its number, and where its middle is."""

    id: int
    centre_mm: tuple[float, float]


@dataclass(frozen=True)
class Box:
    """A box to paint.

    Attributes
    ----------
    id : str
        What it is known by on its sheet.
    label : str
    rect_mm : Rectangle
    parts : mapping of str to float
        Parts by volume of every paint, by key.
    printed : str
        The colour printed beside it, #rrggbb; empty where none is.
    """

    id: str
    label: str
    rect_mm: Rectangle
    parts: Mapping[str, float]
    printed: str = ""


@dataclass(frozen=True)
class Grey:
    """A printed grey: where it is, and the share of light that it was meant to turn back."""

    rect_mm: Rectangle
    reflectance: float


@dataclass(frozen=True)
class SheetLayout:
    """One page of a sheet.

    Attributes
    ----------
    page_mm : pair of float
        Width and height.
    medium, finish, ground : str
        How it is painted; see `mesotint.mixing.mixture.Viewing`.
    marker_mm : float
        Side of each marker.
    markers : sequence of Marker
    boxes : sequence of Box
    greys : sequence of Grey
    dictionary : str
        OpenCV's name for the set that the markers are of.
    sheet : str
        What names the sheet and its revision; empty for one that nobody keeps.
    """

    page_mm: tuple[float, float]
    markers: Sequence[Marker]
    boxes: Sequence[Box]
    marker_mm: float = 14.0
    medium: str = "opaque"
    finish: str = "satin"
    ground: str = ""
    greys: Sequence[Grey] = field(default=())
    dictionary: str = DICTIONARY
    sheet: str = ""


def layout_schema() -> dict[str, Any]:
    """The JSON Schema of a layout (draft 2020-12)."""
    schema: dict[str, Any] = json.loads(SCHEMA_FILE.read_text("utf-8"))
    return schema


def write_layout(layout: SheetLayout) -> str:
    """A layout as JSON that follows the schema."""

    def rect(of: Rectangle) -> list[float]:
        return [round(v, 3) for v in (of.left, of.top, of.width, of.height)]

    told: dict[str, Any] = {
        "format": FORMAT,
        "version": VERSION,
        "sheet": layout.sheet,
        "page_mm": list(layout.page_mm),
        "medium": layout.medium,
        "finish": layout.finish,
        "ground": layout.ground,
        "markers": {
            "dictionary": layout.dictionary,
            "size_mm": layout.marker_mm,
            "at": [{"id": each.id, "centre_mm": list(each.centre_mm)} for each in layout.markers],
        },
        "greys": [
            {"rect_mm": rect(each.rect_mm), "reflectance": each.reflectance}
            for each in layout.greys
        ],
        "boxes": [
            {"id": box.id, "label": box.label, "rect_mm": rect(box.rect_mm),
             "parts": dict(box.parts), **({"printed": box.printed} if box.printed else {})}
            for box in layout.boxes
        ],
    }  # fmt: skip
    return json.dumps({k: v for k, v in told.items() if v != ""}, ensure_ascii=False, indent=1)


def read_layout(data: bytes) -> SheetLayout:
    """A layout from its JSON.

    Parameters
    ----------
    data : bytes
        The file as it came.

    Raises
    ------
    FileFaults
        With every fault and its line.
    InputError
        For two boxes of one name, a box that is not on the page, or markers of an unknown kind.
    """
    whole, _, _ = read_listed(data, layout_schema(), "boxes", "box", MOST_BOXES)
    marks = whole["markers"]
    layout = SheetLayout(
        page_mm=(float(whole["page_mm"][0]), float(whole["page_mm"][1])),
        medium=whole.get("medium", "opaque"),
        finish=whole.get("finish", "satin"),
        ground=whole.get("ground", ""),
        sheet=whole.get("sheet", ""),
        dictionary=marks.get("dictionary", DICTIONARY),
        marker_mm=float(marks["size_mm"]),
        markers=[
            Marker(each["id"], (float(each["centre_mm"][0]), float(each["centre_mm"][1])))
            for each in marks["at"]
        ],
        greys=[
            Grey(Rectangle(*map(float, each["rect_mm"])), float(each["reflectance"]))
            for each in whole.get("greys", [])
        ],
        boxes=[
            Box(str(each["id"]), each.get("label", str(each["id"])),
                Rectangle(*map(float, each["rect_mm"])),
                {key: float(part) for key, part in each["parts"].items()}, each.get("printed", ""))
            for each in whole["boxes"]
        ],
    )  # fmt: skip
    _check(layout)
    return layout


def _check(layout: SheetLayout) -> None:
    width, height = layout.page_mm
    names = [box.id for box in layout.boxes]
    for box in layout.boxes:
        if names.count(box.id) > 1:
            raise InputError(f"Two boxes are called '{box.id[:40]}'; give each its own.", "boxes")
        at = box.rect_mm
        if at.left + at.width > width + 0.5 or at.top + at.height > height + 0.5:
            raise InputError(f"The box '{box.id[:40]}' reaches beyond the page.", "boxes")
        if sum(box.parts.values()) <= 0:
            raise InputError(f"The box '{box.id[:40]}' needs more than zero parts.", "boxes")
    numbers = [mark.id for mark in layout.markers]
    if len(set(numbers)) < len(numbers):
        raise InputError("Two markers have one number; give each its own.", "markers")
