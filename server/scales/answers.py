"""What the API tells of scales, triangles, charts, partners and plans."""

from datetime import datetime

from pydantic import BaseModel

from server.scales.requests import MeasureIn, SheetRequest, TubePart


class ColourOut(BaseModel):
    """A colour as a screen shows it. `value_srgb` is its lightness alone."""

    srgb: str
    value_srgb: str
    in_gamut: bool


class LookOut(ColourOut):
    """A colour with its notation and its words."""

    lab: list[float]
    munsell: str
    name: str


class OpenedOut(ColourOut):
    """A colour that the white test can open with four parts of white, or of water."""

    opened_srgb: str


class PaintRef(BaseModel):
    """A paint of a sheet."""

    key: str
    name: str


class GroundOut(LookOut):
    """Something to paint on, and how it looks bare."""

    word: str


class PartOut(BaseModel):
    """How much of one paint a patch holds: exact, in whole parts, or as a touch.

    `touch` is 280 for a trace of 1 in 280, which counts no parts; `says` tells either.
    """

    key: str
    name: str
    exact: float
    whole: int
    touch: int
    says: str


class PatchOut(LookOut, OpenedOut):
    """A patch: its parts and how it looks.

    `uncertainty_delta_e` is how far the prediction is to be trusted: one standard deviation.
    `mixture` is the patch in tubes, to go on with as an end of another sheet; without its water.
    It is none where a paint of it is in no tube of the painter's.
    """

    label: str
    parts: list[PartOut]
    mixture: list[TubePart] | None
    rounding_delta_e: float
    uncertainty_delta_e: float


class StepOut(PatchOut):
    """A step of a scale, at its share of the second paint."""

    share: float
    pinned: bool


class LineOut(BaseModel):
    """Colours in order, for drawing and for smooth dragging.

    `value_srgb` is each point's lightness alone, `opened_srgb` the mixture opened with four parts
    of white (or water).
    """

    lab: list[list[float]]
    srgb: list[str]
    in_gamut: list[bool]
    value_srgb: list[str]
    opened_srgb: list[str]


class TrailOut(LineOut):
    """A trail in 201 points, each at its share of the second paint."""

    share: list[float]


class NeutralOut(BaseModel):
    """Where the trail comes nearest to grey, how far it misses, and which way it leans.

    `step` is the step that lies there, or the nearest one; `among_steps` says which.
    """

    share: float
    step: int
    among_steps: bool
    lab: list[float]
    chroma: float
    lean: str | None
    miss: str


class AheadOut(BaseModel):
    """The trail with other amounts of its third paint, so that the amount can be dragged."""

    parts: list[float]
    trails: list[TrailOut]


class ScaleOut(BaseModel):
    """A computed scale."""

    paints: list[PaintRef]
    ends: list[LookOut]
    trail: TrailOut
    ahead: AheadOut | None
    steps: list[StepOut]
    neutral: NeutralOut
    paint_data_version: str


class FieldOut(LineOut):
    """A triangle in a lattice of points, rows from the first corner; shares of the corners."""

    level: int
    point: list[list[float]]
    parts: list[list[float]]


class ChromaLineOut(BaseModel):
    """Where the triangle has one chroma: pieces of line, each two points of the triangle."""

    chroma: float
    pieces: list[list[list[float]]]


class TriangleOut(BaseModel):
    """A computed triangle; `patches` are its picks, in order."""

    paints: list[PaintRef]
    corners: list[LookOut]
    field: FieldOut
    lines: list[ChromaLineOut]
    neutral_point: list[float]
    neutral: PatchOut
    reaches: bool
    miss: str
    patches: list[PatchOut]
    paint_data_version: str


class ChartOut(BaseModel):
    """A computed chart, row by row."""

    title: str
    paints: list[PaintRef]
    rows: list[list[PatchOut]]
    row_labels: list[str]
    column_labels: list[str]
    paint_data_version: str


class FixOut(BaseModel):
    """The paint that takes a lean out: parts to one of the pair, and what it does.

    `tube` is none where nothing in the box would; `says` then names what would.
    """

    tube: int | None
    parts: float
    chroma: float
    says: str
    line: LineOut


class PartnerOut(LookOut):
    """One tube as a partner; the look is that of the pair where it is nearest to grey."""

    tube: int
    label: str
    share: float
    chroma: float
    lean: str | None
    miss: str
    passes: list[str]
    relation: str
    remark: str
    ends_there: bool
    line: LineOut
    run: list[OpenedOut]
    fix: FixOut | None


class WayOut(PatchOut):
    """One school's way to mute."""

    school: str
    hue_drift: float
    value_change: float
    strength: float
    reached: bool


class CompareOut(BaseModel):
    """Two scales patch by patch: the other one's patches and CIEDE2000 between each two."""

    name: str
    steps: list[PatchOut]
    delta_e: list[float]


class AmountOut(BaseModel):
    """One paint of a patch, in the painter's measure."""

    name: str
    says: str


class MeasuredOut(BaseModel):
    """A patch in the painter's measure, and what the rounding costs in CIEDE2000."""

    amounts: list[AmountOut]
    cost_delta_e: float


class PlanLineOut(BaseModel):
    """One thing to do, below its heading."""

    heading: str
    says: str


class UsedOut(BaseModel):
    """What one tube must give in all."""

    key: str
    name: str
    says: str
    volume_ml: float


class SpareOut(BaseModel):
    """What is left of something that was mixed beforehand."""

    name: str
    volume_ml: float


class PlanOut(BaseModel):
    """A work plan: amounts of each patch, and the lines to tick. `key` tells plans apart.

    `advice` says what would do where something cannot be measured so that nothing is seen.
    """

    key: str
    patches: list[MeasuredOut]
    lines: list[PlanLineOut]
    worst_delta_e: float
    used: list[UsedOut]
    left_ml: float
    left: LookOut | None
    spare: list[SpareOut]
    advice: list[str]
    each_ml: float


class TicksOut(BaseModel):
    """Lines of a plan that are done."""

    plan: str
    lines: list[int]


class SavedPatchOut(LookOut):
    """A saved patch as it was computed when it was saved."""

    label: str
    parts: list[PartOut]
    rounding_delta_e: float
    note: str


class SheetHead(BaseModel):
    """What every answer tells of a kept sheet."""

    id: int
    kind: str
    name: str
    changed: datetime
    summary: str
    columns: int


class SummaryOut(SheetHead):
    """A sheet on the shelf, known by its patches."""

    patches: list[LookOut]


class SheetOut(SheetHead):
    """A saved sheet: what it was made from, and the result it had then."""

    revision: int
    request: SheetRequest
    measure: MeasureIn
    patches: list[SavedPatchOut]
    ticks: list[TicksOut]
    paint_data_version: str
    current_data: bool
