"""Scales, triangles and charts: computed while the painter changes them, and kept as sheets."""

from typing import Literal

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Body, Router, Status

from server.kept.services import mine
from server.kept.shelf import Shelf, shelf_routes
from server.mixtures.services import box_of
from server.painters.requests import SignedIn
from server.scales import paper, partners
from server.scales.answers import (
    ChartOut,
    CompareOut,
    MutingOut,
    NudgesOut,
    OpenedOut,
    PartnerOut,
    SheetOut,
    SummaryOut,
    WorkPlan,
    sheet_out,
    summaries_out,
)
from server.scales.chart import chart_out
from server.scales.chart_requests import AnyChart
from server.scales.first import first_scale
from server.scales.models import Sheet
from server.scales.nudges import nudges_out
from server.scales.requests import (
    CompareIn,
    FirstIn,
    MutingIn,
    NudgesIn,
    PartnersIn,
    PlanIn,
    SheetIn,
)
from server.scales.services import compute, copy, keep, opened, shown
from server.scales.work_plan import work_plan

router = Router(tags=["scales"])


SHEETS = Shelf(
    Sheet,
    "sheet",
    request=SheetIn,
    answer=SheetOut,
    summary=SummaryOut,
    keep=keep,
    copy=copy,
    out=sheet_out,
    summaries=summaries_out,
    computed=ChartOut,
    shown=chart_out,
)
shelf_routes(router, SHEETS)


@router.post("/compute/chart", response=ChartOut)
def compute_chart(request: SignedIn, payload: Body[AnyChart]) -> ChartOut:
    """A chart of any kind, a scale or a triangle too; nothing is kept."""
    return shown(request.user, payload)


@router.post("/compute/partners", response=list[PartnerOut])
def compute_partners(request: SignedIn, payload: PartnersIn) -> list[PartnerOut]:
    """Every tube in the box as a partner of a colour, the best first; blacks and greys last."""
    return partners.partners(request.user, payload)


@router.post("/compute/nudges", response=NudgesOut)
def compute_nudges(request: SignedIn, payload: NudgesIn) -> NudgesOut:
    """What takes the lean out of a dark or a grey, trace by trace."""
    return nudges_out(request.user, payload)


@router.post("/compute/schools", response=list[MutingOut])
def compute_schools(request: SignedIn, payload: MutingIn) -> list[MutingOut]:
    """A colour muted to one chroma by every school."""
    return partners.schools(request.user, payload)


@router.post("/compute/plan", response=WorkPlan)
def compute_plan(request: SignedIn, payload: PlanIn) -> WorkPlan:
    """Amounts and work plan of a sheet in the painter's measure."""
    box = box_of(request.user, payload.request.asked_for)
    return work_plan(compute(box, payload.request), payload.measure)


@router.post("/compute/comparison", response=CompareOut)
def compute_comparison(request: SignedIn, payload: CompareIn) -> CompareOut:
    """A scale beside a saved one, patch by patch."""
    other = get_object_or_404(mine(Sheet, request.user), pk=payload.sheet)
    return partners.compare(request.user, payload, other)


@router.post("/first", response={201: SheetOut})
def keep_first(request: SignedIn, payload: FirstIn) -> Status[SheetOut]:
    """A first sheet: a tube, and what mutes it best of what is on the desk."""
    return Status(201, sheet_out(first_scale(request.user, payload)))


@router.get("/{int:key}/opened", response=OpenedOut)
def open_sheet(request: SignedIn, key: int) -> OpenedOut:
    """One sheet, and what it comes to now."""
    return opened(request.user, SHEETS.own(request, key))


@router.get("/{int:key}/paper.{form}", response={200: None})
def on_paper(
    request: SignedIn,
    key: int,
    form: Literal["pdf", "svg", "png", "csv", "json", "layout"],
    size: Literal["A4", "Letter"] = "A4",
) -> HttpResponse:
    """A sheet to paint on (PDF, SVG), its patches (PNG), its data (CSV, JSON), or where its boxes
    are."""
    return paper.answer(SHEETS.own(request, key), form, size)
