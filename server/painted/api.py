"""Painted sheets: photographed, read back, and taken over into tubes and journal."""

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Status

from mesotint.painted.layout import LAYOUT_FILE
from mesotint.pictures.taken import MOST_BYTES
from server.kept import photographs
from server.kept.answers import TaskOut, task_out
from server.kept.shelf import throwing_routes
from server.kept.uploads import body_of
from server.mixtures.api import PICTURE
from server.painted.answers import FoundCard, Noted, ReadBackHead, ReadBackOut
from server.painted.models import ReadBack
from server.painted.requests import Kind, Taken, TubesIn
from server.painted.services import (
    begin,
    calibrate,
    entry_in,
    head_out,
    note_boxes,
    painted_thing,
    read_back_out,
)
from server.painted.simulated import photographed
from server.painters.requests import SignedIn

router = Router(tags=["painted"])


def _mine(request: SignedIn, key: int) -> ReadBack:
    found = ReadBack.objects.defer("image").filter(painter=request.user)
    return get_object_or_404(found, pk=key)


@router.post("/of/{kind}/{int:key}", response={202: TaskOut}, openapi_extra=PICTURE)
def read_photograph(
    request: SignedIn, kind: Kind, key: int, asked: Query[Taken]
) -> Status[TaskOut]:
    """Have a photograph of a painted sheet or palette read: up to 25 MB as the body."""
    data = body_of(request, MOST_BYTES, photographs.TOO_BIG, "photograph")
    return Status(202, task_out(begin(request.user, kind, key, data, asked)))


@router.post("/of/{kind}/{int:key}/simulated", response={202: TaskOut})
def photograph_simulated(
    request: SignedIn, kind: Kind, key: int, asked: Query[Taken]
) -> Status[TaskOut]:
    """Let the simulated painter and camera paint and photograph it, and have that read."""
    thing = painted_thing(request.user, kind, key)
    data = photographed(thing, kind, asked)
    return Status(202, task_out(begin(request.user, kind, key, data, asked)))


@router.get("/of/{kind}/{int:key}", response=list[ReadBackHead])
def list_read(request: SignedIn, kind: Kind, key: int) -> list[ReadBackHead]:
    """What was read of a sheet or a palette, the newest first."""
    painted_thing(request.user, kind, key)
    mine = ReadBack.objects.filter(painter=request.user, kind=kind, key=key, thrown_away=False)
    return [head_out(row) for row in mine.exclude(result=None).defer("image", "result")]


@router.get("/read/{int:key}", response=ReadBackOut)
def read(request: SignedIn, key: int) -> ReadBackOut:
    """What was read off one photograph."""
    return read_back_out(_mine(request, key))


@router.get("/read/{int:key}/image", response={200: None})
def image(request: SignedIn, key: int) -> HttpResponse:
    """The photograph itself, for its painter alone."""
    found = get_object_or_404(ReadBack, pk=key, painter=request.user)
    answer = HttpResponse(bytes(found.image), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400, immutable"
    return answer


@router.post("/read/{int:key}/calibrate", response=ReadBackOut)
def calibrate_tubes(request: SignedIn, key: int, payload: TubesIn) -> ReadBackOut:
    """Make what a sheet tells of some tubes their own from now on."""
    row = _mine(request, key)
    calibrate(row, payload.tubes)
    return read_back_out(row)


@router.post("/read/{int:key}/note", response=Noted)
def note(request: SignedIn, key: int) -> Noted:
    """Note every box in the journal, with how it came out."""
    return Noted(count=note_boxes(_mine(request, key)))


throwing_routes(router, "/read/{int:key}", "read-back", _mine)


@router.post("/code", response=FoundCard, openapi_extra=PICTURE)
def find_card(request: SignedIn) -> FoundCard:
    """The entry of the journal whose swatch card is in a picture, by the small code on it."""
    data = body_of(request, MOST_BYTES, photographs.TOO_BIG, "photograph")
    return FoundCard(entry=entry_in(request.user, data))


@router.get("/layout.schema.json", response={200: dict}, auth=None)
def schema(request: SignedIn) -> dict[str, object]:
    """The JSON Schema of a sheet's layout."""
    return LAYOUT_FILE.schema
