"""Scales, triangles and charts: computed while the painter changes them, and kept as sheets."""

from typing import Literal

import numpy as np
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Status

from mesotint.mixing.ground import GROUNDS
from mesotint.mixing.mixture import appearances
from server.scales import chart, choosing, paper, scale, triangle
from server.scales.answers import (
    ChartOut,
    CompareOut,
    GroundOut,
    PartnerOut,
    PlanOut,
    ScaleOut,
    SheetOut,
    SummaryOut,
    TriangleOut,
    WayOut,
)
from server.scales.ends import look_fields
from server.scales.keeping import copy, keep, mine, sheet_out, summary_out, tick
from server.scales.kinds import compute
from server.scales.models import Sheet
from server.scales.plan import plan_out
from server.scales.requests import (
    ChartIn,
    CompareIn,
    PartnersIn,
    PlanIn,
    ScaleIn,
    SheetIn,
    TicksIn,
    TriangleIn,
    WaysIn,
)

router = Router(tags=["scales"])


def _mine(request: HttpRequest, sheet_id: int) -> Sheet:
    return get_object_or_404(mine(request.user), pk=sheet_id)


@router.get("/grounds", response=list[GroundOut])
def grounds(request: HttpRequest) -> list[GroundOut]:
    """What a wash may be laid on, beside any colour."""
    looks = appearances(np.array(list(GROUNDS.values())))
    return [
        GroundOut(word=word, **look_fields(look)) for word, look in zip(GROUNDS, looks, strict=True)
    ]


@router.post("/compute/scale", response=ScaleOut)
def compute_scale(request: HttpRequest, payload: ScaleIn) -> ScaleOut:
    """The trail and the steps of a scale; nothing is kept."""
    return scale.scale_out(scale.compute(request.user, payload), payload)


@router.post("/compute/triangle", response=TriangleOut)
def compute_triangle(request: HttpRequest, payload: TriangleIn) -> TriangleOut:
    """The field, the lines of equal chroma and the picks of a triangle; nothing is kept."""
    return triangle.triangle_out(triangle.compute(request.user, payload))


@router.post("/compute/chart", response=ChartOut)
def compute_chart(request: HttpRequest, payload: ChartIn) -> ChartOut:
    """The cells of a chart; nothing is kept."""
    return chart.chart_out(chart.compute(request.user, payload))


@router.post("/compute/partners", response=list[PartnerOut])
def compute_partners(request: HttpRequest, payload: PartnersIn) -> list[PartnerOut]:
    """Every tube in the box as a partner of a colour, nearest to neutral first."""
    return choosing.partners(request.user, payload)


@router.post("/compute/ways", response=list[WayOut])
def compute_ways(request: HttpRequest, payload: WaysIn) -> list[WayOut]:
    """A colour muted to one chroma by every school."""
    return choosing.ways(request.user, payload)


@router.post("/compute/plan", response=PlanOut)
def compute_plan(request: HttpRequest, payload: PlanIn) -> PlanOut:
    """Amounts and work plan of a sheet in the painter's measure."""
    return plan_out(compute(request.user, payload.request), payload.measure)


@router.post("/compute/comparison", response=CompareOut)
def compute_comparison(request: HttpRequest, payload: CompareIn) -> CompareOut:
    """A scale beside a saved one, patch by patch."""
    other = get_object_or_404(mine(request.user), pk=payload.sheet, kind="scale")
    return choosing.compare(request.user, payload, other)


@router.get("", response=list[SummaryOut])
def sheets(request: HttpRequest) -> list[SummaryOut]:
    """The painter's sheets, newest first."""
    return [summary_out(sheet) for sheet in mine(request.user).prefetch_related("patches")]


@router.post("", response={201: SheetOut})
def keep_sheet(request: HttpRequest, payload: SheetIn) -> Status:
    """Keep a new sheet."""
    return Status(201, sheet_out(keep(request.user, payload)))


@router.get("/{int:sheet_id}", response=SheetOut)
def sheet(request: HttpRequest, sheet_id: int) -> SheetOut:
    """One sheet."""
    return sheet_out(_mine(request, sheet_id))


@router.put("/{int:sheet_id}", response=SheetOut)
def keep_sheet_again(request: HttpRequest, sheet_id: int, payload: SheetIn) -> SheetOut:
    """Keep a sheet again, at the revision it was opened at."""
    return sheet_out(keep(request.user, payload, _mine(request, sheet_id)))


@router.post("/{int:sheet_id}/copy", response={201: SheetOut})
def copy_sheet(request: HttpRequest, sheet_id: int) -> Status:
    """The same sheet once more."""
    return Status(201, sheet_out(copy(_mine(request, sheet_id))))


@router.put("/{int:sheet_id}/ticks", response={204: None})
def keep_ticks(request: HttpRequest, sheet_id: int, payload: TicksIn) -> Status:
    """Keep which lines of its plan are done."""
    tick(_mine(request, sheet_id), payload.plan, payload.lines)
    return Status(204, None)


@router.delete("/{int:sheet_id}", response={204: None})
def throw_away(request: HttpRequest, sheet_id: int) -> Status:
    """Take a sheet off the shelf; it can be brought back."""
    _set_thrown(request, sheet_id, True)
    return Status(204, None)


@router.post("/{int:sheet_id}/restore", response={204: None})
def bring_back(request: HttpRequest, sheet_id: int) -> Status:
    """Put a sheet that was thrown away back on the shelf."""
    _set_thrown(request, sheet_id, False)
    return Status(204, None)


def _set_thrown(request: HttpRequest, sheet_id: int, thrown: bool) -> None:
    found = get_object_or_404(Sheet, pk=sheet_id, painter=request.user)
    found.thrown_away = thrown
    # The time of its last change orders the shelf, and this is no change of the sheet.
    found.save(update_fields=["thrown_away"])


@router.get("/{int:sheet_id}/paper.{form}", response={200: None})
def on_paper(
    request: HttpRequest,
    sheet_id: int,
    form: Literal["pdf", "svg", "png", "csv", "json"],
    size: Literal["A4", "Letter"] = Query("A4"),
) -> HttpResponse:
    """A sheet to paint on (PDF, SVG), its patches (PNG), or its data (CSV, JSON)."""
    return paper.answer(_mine(request, sheet_id), form, size)
