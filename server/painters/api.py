"""Who is signed in, and how they work."""

from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import Router

from mesotint.errors import InputError
from server.painters.answers import Me, me_out
from server.painters.requests import Preferences, SignedIn

router = Router(tags=["painters"])


@router.get("/me", response=Me, auth=None)
def me(request: HttpRequest) -> Me:
    """Who is signed in; also hands out the cookie that later changes need."""
    get_token(request)
    return me_out(request.user)


@router.patch("/me", response=Me)
def prefer(request: SignedIn, payload: Preferences) -> Me:
    """Keep the painter's surround, units, measure, hand, and which hints were read."""
    painter = request.user
    told = payload.model_dump(exclude_unset=True)
    for name, value in told.items():
        if value is None:
            raise InputError(f"Leave out “{name.replace('_', ' ')}”, or give it a value.", name)
        setattr(painter, name, value)
    if told:
        painter.save(update_fields=list(told))
    return me_out(request.user)
