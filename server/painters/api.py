"""Who is signed in, and the painter's surround."""

from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import Router

from server.painters.answers import Me, me_out
from server.painters.requests import SignedIn, Stage

router = Router(tags=["painters"])


@router.get("/me", response=Me, auth=None)
def me(request: HttpRequest) -> Me:
    """Who is signed in; also hands out the cookie that later changes need."""
    get_token(request)
    return me_out(request.user)


@router.patch("/me", response=Me)
def set_stage(request: SignedIn, payload: Stage) -> Me:
    """Keep the painter's surround."""
    painter = request.user
    painter.stage_value = payload.stage_value
    painter.save(update_fields=["stage_value"])
    return me_out(request.user)
