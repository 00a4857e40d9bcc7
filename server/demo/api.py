"""The door to the demo studio, which everybody who opens it shares."""

from django.conf import settings
from django.contrib.auth import login
from django.http import Http404, HttpRequest
from django.views.decorators.csrf import csrf_protect
from ninja import Router
from ninja.decorators import decorate_view

from mesotint.errors import InputError
from server.painters.answers import Me, me_out
from server.painters.models import DEMO_PAINTER, Painter
from server.painters.requests import SignedIn

router = Router(tags=["demo"])


@router.post("/demo", response=Me, auth=None)
@decorate_view(csrf_protect)
def open_demo(request: HttpRequest) -> Me:
    """Sign in as the demo painter, where the demo is loaded."""
    if not settings.DEMO:
        raise Http404
    painter = Painter.objects.filter(username=DEMO_PAINTER).first()
    if painter is None:
        raise Http404
    login(request, painter, backend=settings.AUTHENTICATION_BACKENDS[0])
    return me_out(painter)


@router.post("/demo/anew", response=Me)
def make_anew(request: SignedIn) -> Me:
    """Put the demo studio back as it was, for everybody who is in it."""
    if request.user.username != DEMO_PAINTER:
        raise InputError("This is your own studio; only the demo is made new.", "demo")
    # It takes the whole core to make, which nobody needs who stays out of the demo.
    from server.demo.world import load

    load()
    request.user.refresh_from_db()
    return me_out(request.user)
