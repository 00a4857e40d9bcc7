"""What goes out of scales, triangles, charts, partners and plans."""

from collections.abc import Iterable, Sequence
from datetime import datetime

import numpy as np
from pydantic import BaseModel, TypeAdapter

from mesotint.colour.srgb import neutral_hex
from server.kept.answers import Ticks
from server.kept.looks import Lab, Line, Look, Swatch
from server.kept.services import ticks_of
from server.mixtures.answers import PaintRef, Part, Spare, Used, WorkLine
from server.mixtures.requests import TubeMixture, TubePart
from server.scales.chart_requests import AnyChart, ChartIn
from server.scales.models import Patch, Sheet
from server.scales.requests import SheetMeasure
from server.tubes.services import version_of

Point = tuple[float, float, float]
"""A point of a triangle: shares of its corners."""

_REQUESTS: TypeAdapter[ChartIn] = TypeAdapter(AnyChart)


class PatchOut(BaseModel):
    """A patch: its parts and how it looks.

    `uncertainty_delta_e` is how far the prediction is to be trusted: one standard deviation; of
    layers none is known. `mixture` is the patch in tubes, to go on with as an end of another sheet;
    without its water. It is none where a paint of it is in no tube of the painter's, and of layers.
    `near` names the colour that it is near and how it differs, empty where it lies between the
    names.
    """

    label: str
    look: Look
    parts: list[Part]
    mixture: list[TubePart] | None
    rounding_delta_e: float
    uncertainty_delta_e: float | None
    near: str


class TrailOut(Line):
    """A trail in 201 points, each at its share of the second paint."""

    share: list[float]


class NeutralOut(BaseModel):
    """Where the trail comes nearest to grey, how far it misses, and which way it leans.

    `step` is the step that lies there, or the nearest one; `among_steps` says which.
    """

    share: float
    step: int
    among_steps: bool
    lab: Lab
    chroma: float
    lean: str | None
    miss: str


class AheadOut(BaseModel):
    """The trail with other amounts of its third paint, so that the amount can be dragged."""

    parts: list[float]
    trails: list[TrailOut]


class RunOut(BaseModel):
    """A trail in steps, which stand in the first row: where they lie along it, and which are
    pinned. `ends` are its tubes."""

    ends: list[Look]
    trail: TrailOut
    ahead: AheadOut | None
    shares: list[float]
    pinned: list[bool]
    neutral: NeutralOut


class FieldOut(Line):
    """A triangle in a lattice of points, rows from the first corner; shares of the corners."""

    level: int
    point: list[Point]
    parts: list[list[float]]


class ChromaLineOut(BaseModel):
    """Where the triangle has one chroma: pieces of line, each two points of the triangle."""

    chroma: float
    pieces: list[tuple[Point, Point]]


class TriangleOut(BaseModel):
    """The field of a triangle, whose picks stand in the only row."""

    corners: list[Look]
    lattice: FieldOut
    lines: list[ChromaLineOut]
    neutral_point: Point
    neutral: PatchOut
    reaches: bool


class LayerRun(BaseModel):
    """One cell of a chart of layers from thin to thick; each list as a `Swatch` has it."""

    srgb: list[str]
    value_srgb: list[str]
    in_gamut: list[bool]


class LayersAhead(BaseModel):
    """A chart of layers at every thickness, so that the thickness can be dragged: a line for each
    cell, row by row, of the layers and of the mixture that comes nearest to them."""

    coats: list[float]
    laid: list[str]
    layers: list[LayerRun]
    mixed: list[LayerRun]
    away: list[list[float]]


class ChartOut(BaseModel):
    """A computed chart, row by row.

    `kinds` are its cells in a word each, `remarks` what else there is to say of a cell, and
    `row_says` and `column_says` what there is to say of a row or a column; each is empty where the
    chart has nothing of the kind. `pairs` are the places on both sides of what a cell is mixed of.
    """

    title: str
    paints: list[PaintRef]
    rows: list[list[PatchOut]]
    row_labels: list[str]
    column_labels: list[str]
    kinds: list[list[str]] = []
    remarks: list[list[str]] = []
    row_says: list[str] = []
    column_says: list[str] = []
    pairs: list[list[tuple[int, int]]] = []
    layers: LayersAhead | None = None
    run: RunOut | None = None
    field: TriangleOut | None = None
    paint_data_version: str


class NudgeOut(BaseModel):
    """One thing to add: `says` tells the lean and how much; the looks are those after it."""

    tube: int
    label: str
    volume_ml: float
    lean: str
    says: str
    look: Look
    test: Look


class NudgesOut(BaseModel):
    """A pile as it is, and the run of traces that takes its lean out."""

    look: Look
    test: Look
    lean: str | None
    nudges: list[NudgeOut]
    at_once: list[str]
    mixture: TubeMixture | None
    left: str | None


class FixOut(BaseModel):
    """The paint that takes a lean out: parts to one of the pair, and what it does.

    `tube` is none where nothing in the box would; `says` then names what would.
    """

    tube: int | None
    parts: float
    chroma: float
    says: str
    line: Line


class PartnerOut(BaseModel):
    """One tube as a partner; the look is that of the pair where it is nearest to grey."""

    tube: int
    label: str
    look: Look
    share: float
    chroma: float
    lean: str | None
    miss: str
    passes: list[str]
    relation: str
    remark: str
    residue: float
    opened_miss: str
    opposite: bool
    grey: bool
    sharing: str
    why: str
    ends_there: bool
    line: Line
    run: list[Swatch]
    fix: FixOut | None


class MutingOut(BaseModel):
    """What one school of muting makes of a paint."""

    school: str
    title: str
    patch: PatchOut
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


class WorkPlan(BaseModel):
    """A work plan: amounts of each patch, and the lines to tick. `key` tells plans apart.

    `advice` says what would do where something cannot be measured so that nothing is seen.
    """

    key: str
    patches: list[MeasuredOut]
    lines: list[WorkLine]
    worst_delta_e: float
    used: list[Used]
    left_ml: float
    left: Look | None
    spare: list[Spare]
    advice: list[str]
    cautions: list[str]
    each_ml: float


class SavedPatchOut(BaseModel):
    """A saved patch as it was computed when it was saved."""

    id: int
    label: str
    look: Look
    parts: list[Part]
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

    patches: list[Look]


class SheetOut(SheetHead):
    """A saved sheet: what it was made from, and the result it had then."""

    revision: int
    request: AnyChart
    measure: SheetMeasure
    patches: list[SavedPatchOut]
    ticks: list[Ticks]
    paint_data_version: str
    current_data: bool


class OpenedOut(BaseModel):
    """A saved sheet as it is opened, and what it comes to now: one answer for both."""

    sheet: SheetOut
    computed: ChartOut | None


def request_of(sheet: Sheet) -> ChartIn:
    """What a kept sheet was computed from."""
    return _REQUESTS.validate_python(sheet.request)


def summaries_out(sheets: Iterable[Sheet]) -> list[SummaryOut]:
    """Sheets as they stand on the shelf."""
    of: dict[int, list[Patch]] = {sheet.pk: [] for sheet in sheets}
    for patch in Patch.objects.filter(sheet__in=of, place__isnull=False).defer("parts"):
        of[patch.sheet_id].append(patch)
    return [SummaryOut(**_head(sheet), patches=_looks(of[sheet.pk])) for sheet in sheets]


def _head(sheet: Sheet) -> dict[str, object]:
    return {
        "id": sheet.pk,
        "kind": sheet.kind,
        "name": sheet.name,
        "changed": sheet.changed,
        "summary": sheet.summary,
        "columns": sheet.columns,
    }


def _looks(patches: Sequence[Patch]) -> list[Look]:
    values = neutral_hex(np.array([patch.lab[0] for patch in patches]))
    return [
        Look(
            lab=tuple(patch.lab.tolist()),
            munsell=patch.munsell,
            name=patch.name,
            srgb=patch.srgb,
            value_srgb=value,
            in_gamut=patch.in_gamut,
        )
        for patch, value in zip(patches, values, strict=True)
    ]


def sheet_out(sheet: Sheet) -> SheetOut:
    """A saved sheet, from its rows alone."""
    patches = list(sheet.all_patches.filter(place__isnull=False))
    return SheetOut(
        **_head(sheet),
        revision=sheet.revision,
        request=request_of(sheet),
        measure=SheetMeasure(**sheet.measure),
        patches=[
            SavedPatchOut(
                id=patch.pk,
                label=patch.label,
                look=look,
                parts=patch.parts,
                rounding_delta_e=patch.rounding_delta_e,
                note=patch.note,
            )
            for patch, look in zip(patches, _looks(patches), strict=True)
        ],
        ticks=ticks_of(sheet),
        paint_data_version=sheet.paint_data_version,
        current_data=sheet.paint_data_version
        == version_of(sheet.tubes.values_list("tube_id", flat=True)),
    )
