"""Scales: computed while the painter changes them, and kept under a name."""

from django.db.models import QuerySet
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from server.scales.models import Scale
from server.scales.schemas import SavedScaleIn, SavedScaleOut, ScaleIn, ScaleOut
from server.scales.services import compute, keep, saved_out, scale_out

router = Router(tags=["scales"])


def _mine(request: HttpRequest) -> QuerySet[Scale]:
    return Scale.objects.filter(painter=request.user, thrown_away=False).prefetch_related(
        "steps__parts"
    )


@router.post("/compute", response=ScaleOut)
def compute_scale(request: HttpRequest, payload: ScaleIn) -> ScaleOut:
    """The trail and the steps of a scale; nothing is kept."""
    return scale_out(compute(request.user, payload))


@router.get("", response=list[SavedScaleOut])
def scales(request: HttpRequest) -> list[SavedScaleOut]:
    """The painter's saved scales, newest first."""
    return [saved_out(scale) for scale in _mine(request)]


@router.post("", response={201: SavedScaleOut})
def save_scale(request: HttpRequest, payload: SavedScaleIn) -> Status:
    """Keep a scale under a name."""
    return Status(201, saved_out(keep(request.user, payload)))


@router.get("/{scale_id}", response=SavedScaleOut)
def scale(request: HttpRequest, scale_id: int) -> SavedScaleOut:
    """One saved scale."""
    return saved_out(get_object_or_404(_mine(request), pk=scale_id))


@router.put("/{scale_id}", response=SavedScaleOut)
def save_scale_again(request: HttpRequest, scale_id: int, payload: SavedScaleIn) -> SavedScaleOut:
    """Keep a scale again, at the revision it was opened at."""
    found = get_object_or_404(_mine(request), pk=scale_id)
    return saved_out(keep(request.user, payload, found))


@router.delete("/{scale_id}", response={204: None})
def throw_away(request: HttpRequest, scale_id: int) -> Status:
    """Take a scale off the shelf; it can be brought back."""
    _set_thrown(request, scale_id, True)
    return Status(204, None)


@router.post("/{scale_id}/restore", response={204: None})
def bring_back(request: HttpRequest, scale_id: int) -> Status:
    """Put a scale that was thrown away back on the shelf."""
    _set_thrown(request, scale_id, False)
    return Status(204, None)


def _set_thrown(request: HttpRequest, scale_id: int, thrown: bool) -> None:
    scale = get_object_or_404(Scale, pk=scale_id, painter=request.user)
    scale.thrown_away = thrown
    # The time of its last change orders the shelf, and this is no change of the scale.
    scale.save(update_fields=["thrown_away"])
