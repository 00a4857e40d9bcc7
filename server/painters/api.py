"""Who is signed in, the painter's surround, and the door to the demo studio."""

from django.conf import settings
from django.contrib.auth import login
from django.http import Http404, HttpRequest
from django.middleware.csrf import get_token
from django.shortcuts import get_object_or_404
from ninja import Router
from pydantic import BaseModel, Field

from server.painters.models import DARKEST_STAGE, DEMO_PAINTER, LIGHTEST_STAGE, Painter

router = Router(tags=["painters"])


class MeOut(BaseModel):
    """The signed-in painter, if any."""

    name: str | None
    stage_value: float
    demo: bool


class StageIn(BaseModel):
    """The surround's Munsell value."""

    stage_value: float = Field(ge=DARKEST_STAGE, le=LIGHTEST_STAGE)


def _me(request: HttpRequest) -> MeOut:
    user = request.user
    known = isinstance(user, Painter)
    return MeOut(
        name=user.username if known else None,
        stage_value=user.stage_value if known else 5.0,
        demo=settings.DEMO,
    )


@router.get("/me", response=MeOut, auth=None)
def me(request: HttpRequest) -> MeOut:
    """Who is signed in; also hands out the cookie that later changes need."""
    get_token(request)
    return _me(request)


@router.patch("/me", response=MeOut)
def set_stage(request: HttpRequest, payload: StageIn) -> MeOut:
    """Keep the painter's surround."""
    painter = request.user
    painter.stage_value = payload.stage_value
    painter.save(update_fields=["stage_value"])
    return _me(request)


@router.post("/demo", response=MeOut, auth=None)
def open_demo(request: HttpRequest) -> MeOut:
    """Sign in as the demo painter, where the demo is loaded."""
    if not settings.DEMO:
        raise Http404
    painter = get_object_or_404(Painter, username=DEMO_PAINTER)
    login(request, painter, backend=settings.AUTHENTICATION_BACKENDS[0])
    return _me(request)
