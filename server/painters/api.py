"""Who is signed in, the painter's surround, and the door to the demo studio."""

from django.conf import settings
from django.contrib.auth import login
from django.http import Http404, HttpRequest
from django.middleware.csrf import get_token
from django.shortcuts import get_object_or_404
from ninja import Router

from server.painters.answers import Me
from server.painters.models import DEMO_PAINTER, USUAL_STAGE, Painter
from server.painters.requests import SignedIn, Stage

router = Router(tags=["painters"])


def _me(request: HttpRequest) -> Me:
    user = request.user
    if not isinstance(user, Painter):
        return Me(name=None, stage_value=USUAL_STAGE, demo=settings.DEMO)
    return Me(name=user.username, stage_value=user.stage_value, demo=settings.DEMO)


@router.get("/me", response=Me, auth=None)
def me(request: HttpRequest) -> Me:
    """Who is signed in; also hands out the cookie that later changes need."""
    get_token(request)
    return _me(request)


@router.patch("/me", response=Me)
def set_stage(request: SignedIn, payload: Stage) -> Me:
    """Keep the painter's surround."""
    painter = request.user
    painter.stage_value = payload.stage_value
    painter.save(update_fields=["stage_value"])
    return _me(request)


@router.post("/demo", response=Me, auth=None)
def open_demo(request: HttpRequest) -> Me:
    """Sign in as the demo painter, where the demo is loaded."""
    if not settings.DEMO:
        raise Http404
    painter = get_object_or_404(Painter, username=DEMO_PAINTER)
    login(request, painter, backend=settings.AUTHENTICATION_BACKENDS[0])
    return _me(request)
