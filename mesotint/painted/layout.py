"""Where everything stands on a sheet, so that it can be found in a photograph.

All millimetres count from the page's top left corner, rightwards and down.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Final

from pydantic import BeforeValidator, Field, GetCoreSchemaHandler, WithJsonSchema
from pydantic_core import CoreSchema, core_schema

from mesotint.errors import InputError
from mesotint.formats.own import STRICT, OwnFormat, Words
from mesotint.optics.surface import FINISHES

DICTIONARY: Final = "DICT_4X4_250"
"""The markers that sheets are printed with; OpenCV's name for the set."""

FIRST_MARKER: Final = 40
"""The first page's top left marker; the others count on, clockwise from there, page after page."""

MOST_PAGES: Final = 50
MOST_BOXES: Final = 200


class _AsList:
    """A rectangle as a file has it: left, top, width and height."""

    def __get_pydantic_core_schema__(self, _: Any, __: GetCoreSchemaHandler) -> CoreSchema:
        """A list in JSON, a rectangle in the dataclass."""
        side = core_schema.float_schema(ge=0, le=2000)
        return core_schema.no_info_after_validator_function(
            lambda sides: Rectangle(*sides),
            core_schema.list_schema(side, min_length=4, max_length=4),
            serialization=core_schema.plain_serializer_function_ser_schema(
                lambda of: [round(v, 3) for v in (of.left, of.top, of.width, of.height)]
            ),
        )


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


Key = Annotated[
    str,
    BeforeValidator(lambda key: str(key) if type(key) is int else key),
    Field(max_length=40),
    WithJsonSchema({"type": ["string", "integer"], "maxLength": 40}),
]
OnPage = Annotated[float, Field(ge=0, le=2000)]


@dataclass(frozen=True)
class Marker:
    """A marker that a page is found by: its number, and where its middle is."""

    __pydantic_config__ = STRICT

    id: Annotated[int, Field(ge=0, le=1023)]
    centre_mm: tuple[OnPage, OnPage]


@dataclass(frozen=True)
class Markers:
    """The markers of a page: the side of each, and OpenCV's name for the set they are of."""

    __pydantic_config__ = STRICT

    at: Annotated[Sequence[Marker], Field(max_length=16)] = ()
    size_mm: Annotated[float, Field(ge=2, le=200)] = 14.0
    dictionary: Annotated[str, Field(max_length=40)] = DICTIONARY


@dataclass(frozen=True)
class Box:
    """A box to paint.

    Attributes
    ----------
    id : str
        What it is known by on its sheet.
    rect_mm : Rectangle
    parts : mapping of str to float
        Parts by volume of every paint, by key.
    label : str
        What stands beside it; its key where nothing else does.
    printed : str
        The colour printed beside it, #rrggbb; empty where none is.
    """

    __pydantic_config__ = STRICT

    id: Key
    rect_mm: Annotated[Rectangle, _AsList()]
    parts: Annotated[
        Mapping[str, Annotated[float, Field(ge=0, le=1_000_000)]],
        Field(min_length=1, max_length=12),
    ]
    label: Annotated[str, Field(max_length=120)] = ""
    printed: Annotated[str, Field(pattern="^(#[0-9a-fA-F]{6})?$")] = ""

    def __post_init__(self) -> None:
        if not self.label:
            object.__setattr__(self, "label", self.id)


@dataclass(frozen=True)
class Grey:
    """A printed grey: where it is, and the share of light that it was meant to turn back."""

    __pydantic_config__ = STRICT

    rect_mm: Annotated[Rectangle, _AsList()]
    reflectance: Annotated[float, Field(ge=0, le=1)]


Side = Annotated[float, Field(ge=20, le=2000)]


@dataclass(frozen=True)
class SheetLayout:
    """One page of a sheet.

    Attributes
    ----------
    page_mm : pair of float
        Width and height.
    medium, finish, ground : str
        How it is painted; see `mesotint.mixing.mixture.Viewing`.
    markers : Markers
    boxes : sequence of Box
    greys : sequence of Grey
    sheet : str
        What names the sheet and its revision; empty for one that nobody keeps.
    """

    __pydantic_config__ = STRICT

    page_mm: tuple[Side, Side]
    markers: Markers
    boxes: Sequence[Box]
    medium: Annotated[str, Words("opaque", "wash")] = "opaque"
    finish: Annotated[str, Words(*FINISHES)] = "satin"
    ground: Annotated[str, Field(max_length=40)] = ""
    greys: Annotated[Sequence[Grey], Field(max_length=24)] = ()
    sheet: Annotated[str, Field(max_length=80)] = ""


LAYOUT_FILE: Final = OwnFormat(
    "mesotint-sheet-layout",
    1,
    "Where the boxes of a sheet to paint are, what each is mixed from, and the markers it is found "
    "by in a photograph.",
    SheetLayout,
    "boxes",
    Box,
    MOST_BOXES,
)


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
    layout, _, _ = LAYOUT_FILE.read(data)
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
    numbers = [mark.id for mark in layout.markers.at]
    if len(set(numbers)) < len(numbers):
        raise InputError("Two markers have one number; give each its own.", "markers")
