"""Scales, triangles and charts: computed while the painter changes them, and kept as sheets."""

from typing import Literal

from django.db.models import QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Body, Router, Status

from server.kept.answers import KeptAgain
from server.kept.requests import Ticked
from server.kept.services import mine, set_thrown, set_ticks
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
    ScaleOut,
    SheetOut,
    Shown,
    SummaryOut,
    TriadOut,
    WorkPlan,
    sheet_out,
    summaries_out,
)
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
    ScaleIn,
    SheetIn,
    TriadIn,
)
from server.scales.services import compute, copy, keep, opened, shown
from server.scales.work_plan import work_plan

router = Router(tags=["scales"])


def _shelf(request: SignedIn) -> QuerySet[Sheet]:
    return mine(Sheet, request.user)


def _mine(request: SignedIn, sheet_id: int) -> Sheet:
    return get_object_or_404(_shelf(request), pk=sheet_id)


@router.post("/compute/scale", response=ScaleOut)
def compute_scale(request: SignedIn, payload: ScaleIn) -> Shown:
    """The trail and the steps of a scale; nothing is kept."""
    return shown(request.user, payload)


@router.post("/compute/triad", response=TriadOut)
def compute_triad(request: SignedIn, payload: TriadIn) -> Shown:
    """The field, the lines of equal chroma and the picks of a triangle; nothing is kept."""
    return shown(request.user, payload)


@router.post("/compute/chart", response=ChartOut)
def compute_chart(request: SignedIn, payload: Body[AnyChart]) -> Shown:
    """The cells of a chart; nothing is kept."""
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
    other = get_object_or_404(_shelf(request), pk=payload.sheet, kind="scale")
    return partners.compare(request.user, payload, other)


@router.get("", response=list[SummaryOut])
def sheets(request: SignedIn) -> list[SummaryOut]:
    """The painter's sheets, newest first."""
    return summaries_out(_shelf(request))


@router.post("", response={201: SheetOut})
def keep_sheet(request: SignedIn, payload: SheetIn) -> Status[SheetOut]:
    """Keep a new sheet."""
    return Status(201, sheet_out(keep(request.user, payload)))


@router.post("/first", response={201: SheetOut})
def keep_first(request: SignedIn, payload: FirstIn) -> Status[SheetOut]:
    """A first sheet: a tube, and what mutes it best of what is on the desk."""
    return Status(201, sheet_out(first_scale(request.user, payload)))


@router.get("/{int:sheet_id}", response=SheetOut)
def sheet(request: SignedIn, sheet_id: int) -> SheetOut:
    """One sheet."""
    return sheet_out(_mine(request, sheet_id))


@router.get("/{int:sheet_id}/opened", response=OpenedOut)
def open_sheet(request: SignedIn, sheet_id: int) -> OpenedOut:
    """One sheet, and what it comes to now."""
    return opened(request.user, _mine(request, sheet_id))


@router.put("/{int:sheet_id}", response=KeptAgain)
def keep_sheet_again(request: SignedIn, sheet_id: int, payload: SheetIn) -> KeptAgain:
    """Keep a sheet again, at the revision it was opened at."""
    return KeptAgain(revision=keep(request.user, payload, sheet_id).revision)


@router.post("/{int:sheet_id}/copy", response={201: SheetOut})
def copy_sheet(request: SignedIn, sheet_id: int) -> Status[SheetOut]:
    """The same sheet once more."""
    return Status(201, sheet_out(copy(_mine(request, sheet_id))))


@router.put("/{int:sheet_id}/ticks", response={204: None})
def keep_ticks(request: SignedIn, sheet_id: int, payload: Ticked) -> Status[None]:
    """Keep which lines of its plan are done."""
    set_ticks(_mine(request, sheet_id), payload)
    return Status(204, None)


@router.delete("/{int:sheet_id}", response={204: None})
def throw_away(request: SignedIn, sheet_id: int) -> Status[None]:
    """Take a sheet off the shelf; it can be brought back."""
    return set_thrown(get_object_or_404(Sheet, pk=sheet_id, painter=request.user), True)


@router.post("/{int:sheet_id}/restore", response={204: None})
def bring_back(request: SignedIn, sheet_id: int) -> Status[None]:
    """Put a sheet that was thrown away back on the shelf."""
    return set_thrown(get_object_or_404(Sheet, pk=sheet_id, painter=request.user), False)


@router.get("/{int:sheet_id}/paper.{form}", response={200: None})
def on_paper(
    request: SignedIn,
    sheet_id: int,
    form: Literal["pdf", "svg", "png", "csv", "json", "layout"],
    size: Literal["A4", "Letter"] = "A4",
) -> HttpResponse:
    """A sheet to paint on (PDF, SVG), its patches (PNG), its data (CSV, JSON), or where its boxes
    are."""
    return paper.answer(_mine(request, sheet_id), form, size)
