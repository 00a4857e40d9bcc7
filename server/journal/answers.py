"""What goes out of the journal."""

from datetime import datetime
from typing import Literal

from pydantic import BaseModel

from server.kept.looks import Look, Swatch
from server.mixtures.answers import Ingredient, Used, WorkLine
from server.mixtures.requests import TubeMixture


class WallSwatch(BaseModel):
    """One entry on the wall: as it was predicted, and as it was where somebody looked.

    `away` is CIEDE2000 from the colour that was asked for, and `says` what that is to an eye; none
    where none was.
    """

    id: int
    title: str
    colour: Swatch
    seen: Swatch | None
    times: int
    away: float | None = None
    says: str = ""


class MapCell(BaseModel):
    """One place on the map of what is mixed: its row of values from the lightest, its column of
    hues with the greys first, how many entries lie there, and the newest of them."""

    row: int
    column: int
    count: int
    newest: list[WallSwatch]


class MapOut(BaseModel):
    """A map of what a painter mixes: hue across, value up."""

    rows: list[str]
    columns: list[str]
    cells: list[MapCell]


class WallGroup(BaseModel):
    """Entries that stand together: a day, a painting, some tubes."""

    key: str
    title: str
    says: str
    count: int


class WallOut(BaseModel):
    """The wall in groups, and the entries of the first of them, as far as a window shows them."""

    groups: list[WallGroup]
    total: int
    first: list[WallSwatch]
    tags: list[str]


class MixingOut(BaseModel):
    """One time that it was mixed or meant, and how near that was."""

    at: datetime
    came: Literal["pile", "scoop", "kept", "sheet", "patch", "palette", "tube", "note", "file"]
    name: str
    volume_ml: float | None
    growth: float | None
    delta_e: float | None
    target: Look | None


class RemarkOut(BaseModel):
    """How it came out in truth, as somebody saw it."""

    at: datetime
    how: Literal["instrument", "sheet", "photograph", "eye"]
    wet: bool
    word: str
    look: Look | None
    delta_e: float | None
    says: str
    photograph: int | None


class PartOut(Ingredient):
    """What is in it of one tube; how that tube is now: gone, empty, or calibrated since."""

    standing: Literal["", "put away", "empty", "calibrated since"]


class Link(BaseModel):
    """Somewhere it came from or was used: where that stands, and what it is called."""

    kind: Literal["sheet", "passage", "pile", "kept", "patch", "painting"]
    id: int
    title: str


class MadeStep(BaseModel):
    """A step of the pile that it was made in."""

    label: str
    srgb: str


class EntryOut(BaseModel):
    """One entry, with everything that is known of it."""

    id: int
    title: str
    note: str
    tags: list[str]
    revision: int
    medium: str
    finish: str
    ground: str
    look: Look
    seen: Look | None
    wet: Look | None
    target_name: str
    parts: list[PartOut]
    mixture: TubeMixture | None
    mixings: list[MixingOut]
    remarks: list[RemarkOut]
    made: list[MadeStep]
    links: list[Link]
    created: datetime
    thrown_away: bool


class AgainOut(BaseModel):
    """How to mix an entry again: what stands in the way, and a plan.

    Where a tube is missing or another one now, `delta_e` is how far what is mixed from the tubes on
    the desk is off, and `says` tells it.
    """

    mixture: TubeMixture
    look: Look
    delta_e: float
    says: str
    lines: list[WorkLine]
    used: list[Used]


class UnsurePart(BaseModel):
    """A paint of a file that is not surely one of the tubes; the likeliest, or none."""

    label: str
    tube: int | None
    says: str


class FoundEntry(BaseModel):
    """An entry of a file, and what is unsure of the tubes it was matched to; `untold` where
    nothing tells its colour until a tube is chosen."""

    name: str
    says: str
    date: str
    unsure: list[UnsurePart]
    untold: bool


class Taken(BaseModel):
    """How many entries were taken from a file."""

    count: int


class Point(BaseModel):
    """A figure in time."""

    at: datetime
    value: float


class StoreTube(BaseModel):
    """Where the paint of one tube is, in millilitres, and what is to be done."""

    tube: int
    label: str
    srgb: str
    size_ml: float | None
    left_ml: float | None
    squeezed_ml: float
    used_ml: float
    in_piles_ml: float
    in_pots_ml: float
    wasted_ml: float
    lasts_days: float | None
    wanted_ml: float
    buy: str


class StoreOut(BaseModel):
    """The store: every tube, what was used by week, and how piles grew."""

    tubes: list[StoreTube]
    weeks: list[Point]
    growth: list[Point]
    says: list[str]


class HabitOut(BaseModel):
    """What the painter tends to in one dimension; `says` is empty where it may be chance."""

    dimension: str
    mean: float
    within: float
    count: int
    says: str


class HueCount(BaseModel):
    """How often a hue of the wheel was mixed, and the clearest colour that was; none where none."""

    name: str
    srgb: str | None
    count: int


class TeachesOut(BaseModel):
    """What the journal teaches, from how many entries."""

    hits: list[Point]
    habits: list[HabitOut]
    hues: list[HueCount]
    greys: int
    most: list[WallSwatch]
    says: list[str]
    needed: int
