"""All that is a painter's own: taken along, or taken away for good."""

from django.contrib.auth import logout
from django.db import transaction
from django.http import HttpResponse
from ninja import Router, Status

from mesotint.errors import InputError
from server.kept.downloads import download
from server.kept.owned import forget, written
from server.kept.requests import Leave
from server.painters.models import DEMO_PAINTER
from server.painters.requests import SignedIn
from server.painters.rules import SHARED

router = Router(tags=["kept"])


@router.get("/me/studio.json", response={200: None})
def everything(request: SignedIn) -> HttpResponse:
    """All that is kept of the painter, as one file."""
    return download(written(request.user), f"{request.user.username} studio", "json")


@router.post("/me/leave", response={204: None})
def leave(request: SignedIn, payload: Leave) -> Status[None]:
    """Take the studio away for good, and all that is in it; the password is asked once more."""
    painter = request.user
    if painter.username == DEMO_PAINTER:
        raise InputError(SHARED, "password")
    if not painter.check_password(payload.password):
        raise InputError("This is not your password; nothing was taken away.", "password")
    with transaction.atomic():
        forget(painter)
        painter.delete()
    logout(request)
    return Status(204, None)
