"""Paintings: computed while the painter changes them, kept, planned, printed, and carried."""

from typing import Literal

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Status

from server.paintings import files, paper
from server.paintings.answers import (
    CandidatesOut,
    HarmonyOut,
    PaintingOut,
    PaintingPlanOut,
    PaintingSummaryOut,
    SchoolOut,
    SourceOut,
    VersionOut,
)
from server.paintings.keeping import (
    add_version,
    copy,
    keep,
    mine,
    painting_out,
    summary_out,
    tick,
    version_out,
)
from server.paintings.models import Painting, Version
from server.paintings.plan import plan_out
from server.paintings.requests import (
    PaintingIn,
    PaintingPlanIn,
    PaintingRequest,
    SchoolsIn,
    SourceIn,
    VersionIn,
)
from server.paintings.sources import found_mixture
from server.paintings.told import candidates_out, harmony_out, schools_out
from server.scales.paper import download
from server.scales.requests import TicksIn

router = Router(tags=["paintings"])

FILE = {
    "requestBody": {
        "required": True,
        "content": {"application/json": {"schema": {"type": "object"}}},
    }
}


def _mine(request: HttpRequest, painting_id: int) -> Painting:
    return get_object_or_404(mine(request.user), pk=painting_id)


@router.post("/compute/harmony", response=HarmonyOut)
def compute_harmony(request: HttpRequest, payload: PaintingRequest) -> HarmonyOut:
    """A painting before and after its mother colour; nothing is kept."""
    return harmony_out(request.user, payload)


@router.post("/compute/mothers", response=CandidatesOut)
def compute_mothers(request: HttpRequest, payload: PaintingRequest) -> CandidatesOut:
    """What may be the mother, the one that costs least first."""
    return candidates_out(request.user, payload)


@router.post("/compute/schools", response=list[SchoolOut])
def compute_schools(request: HttpRequest, payload: SchoolsIn) -> list[SchoolOut]:
    """A painting brought together by every school."""
    return schools_out(request.user, payload)


@router.post("/compute/plan", response=PaintingPlanOut)
def compute_plan(request: HttpRequest, payload: PaintingPlanIn) -> PaintingPlanOut:
    """From plan to palette: amounts, the order of mixing, and what each tube must give."""
    return plan_out(request.user, payload)


@router.post("/mixture", response=SourceOut)
def find_mixture(request: HttpRequest, payload: SourceIn) -> SourceOut:
    """A mixture for a passage, from a pile, a sheet, a recipe or any target."""
    return found_mixture(request.user, payload)


@router.get("", response=list[PaintingSummaryOut])
def paintings(request: HttpRequest) -> list[PaintingSummaryOut]:
    """The painter's paintings, newest first."""
    return [summary_out(painting) for painting in mine(request.user)]


@router.post("", response={201: PaintingOut})
def keep_painting(request: HttpRequest, payload: PaintingIn) -> Status:
    """Keep a new painting."""
    return Status(201, painting_out(keep(request.user, payload)))


@router.post("/import", response={201: PaintingOut}, openapi_extra=FILE)
def take_painting_in(request: HttpRequest) -> Status:
    """Take in a painting that was exported, here or from another studio."""
    return Status(201, painting_out(files.take_in(request.user, files.body_of(request))))


@router.get("/{int:painting_id}", response=PaintingOut)
def painting(request: HttpRequest, painting_id: int) -> PaintingOut:
    """One painting."""
    return painting_out(_mine(request, painting_id))


@router.put("/{int:painting_id}", response=PaintingOut)
def keep_painting_again(request: HttpRequest, painting_id: int, payload: PaintingIn) -> PaintingOut:
    """Keep a painting again, at the revision it was opened at."""
    return painting_out(keep(request.user, payload, _mine(request, painting_id)))


@router.post("/{int:painting_id}/copy", response={201: PaintingOut})
def copy_painting(request: HttpRequest, painting_id: int) -> Status:
    """The same painting once more."""
    return Status(201, painting_out(copy(_mine(request, painting_id))))


@router.put("/{int:painting_id}/ticks", response={204: None})
def keep_painting_ticks(request: HttpRequest, painting_id: int, payload: TicksIn) -> Status:
    """Keep which lines of its plan are done."""
    tick(_mine(request, painting_id), payload.plan, payload.lines)
    return Status(204, None)


@router.post("/{int:painting_id}/versions", response={201: VersionOut})
def name_version(request: HttpRequest, painting_id: int, payload: VersionIn) -> Status:
    """Give the palette a name under which it stays as it is now."""
    return Status(201, version_out(add_version(_mine(request, painting_id), payload.name)))


@router.delete("/{int:painting_id}/versions/{int:version_id}", response={204: None})
def throw_version_away(request: HttpRequest, painting_id: int, version_id: int) -> Status:
    """Throw a version away; it can be brought back."""
    return _set_thrown(_version(request, painting_id, version_id), True)


@router.post("/{int:painting_id}/versions/{int:version_id}/restore", response={204: None})
def bring_version_back(request: HttpRequest, painting_id: int, version_id: int) -> Status:
    """Bring a version back that was thrown away."""
    return _set_thrown(_version(request, painting_id, version_id), False)


def _version(request: HttpRequest, painting_id: int, version_id: int) -> Version:
    return get_object_or_404(Version, pk=version_id, painting=_mine(request, painting_id))


@router.delete("/{int:painting_id}", response={204: None})
def throw_painting_away(request: HttpRequest, painting_id: int) -> Status:
    """Take a painting off the shelf; it can be brought back."""
    return _set_thrown(_mine(request, painting_id), True)


@router.post("/{int:painting_id}/restore", response={204: None})
def bring_painting_back(request: HttpRequest, painting_id: int) -> Status:
    """Put a painting that was thrown away back on the shelf."""
    return _set_thrown(get_object_or_404(Painting, pk=painting_id, painter=request.user), False)


def _set_thrown(found: Painting | Version, thrown: bool) -> Status:
    found.thrown_away = thrown
    found.save(update_fields=["thrown_away"])
    return Status(204, None)


@router.get("/{int:painting_id}/palette.{form}", response={200: None})
def palette_on_paper(
    request: HttpRequest,
    painting_id: int,
    form: Literal["pdf", "svg", "png", "csv", "json", "css"],
    size: Literal["A4", "Letter"] = Query("A4"),
) -> HttpResponse:
    """A palette to paint on (PDF, SVG), its patches (PNG), or its data (CSV, JSON, CSS)."""
    return paper.answer(_mine(request, painting_id), form, size)


@router.get("/{int:painting_id}/file", response={200: None})
def painting_file(request: HttpRequest, painting_id: int) -> HttpResponse:
    """The whole painting as one JSON file."""
    found = _mine(request, painting_id)
    return download(files.written(found).encode(), f"{found.name} painting", "json")
