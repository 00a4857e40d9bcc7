"""What goes out of painters."""

from django.conf import settings
from django.contrib.auth.base_user import AbstractBaseUser
from django.contrib.auth.models import AnonymousUser
from pydantic import BaseModel

from server.painters.models import USUAL_STAGE, Painter
from server.painters.requests import Hand, HandMl, Never, Units, UsualMeasure


class Me(BaseModel):
    """The signed-in painter, if any."""

    name: str | None
    stage_value: float
    demo: bool
    units: Units = "metric"
    measure: UsualMeasure = ""
    hand_ml: HandMl = HandMl()
    never: list[Never] = []
    hand: Hand = "right"
    hints: list[str] = []
    network: bool = False


def me_out(user: AbstractBaseUser | AnonymousUser) -> Me:
    """Who is signed in, or nobody."""
    if not isinstance(user, Painter):
        return Me(name=None, stage_value=USUAL_STAGE, demo=settings.DEMO)
    return Me(
        name=user.username,
        stage_value=user.stage_value,
        demo=settings.DEMO,
        units=user.units,
        measure=user.measure,
        hand_ml=HandMl.model_validate(user.hand_ml),
        never=user.never,
        hand=user.hand,
        hints=user.hints,
        network=bool(settings.LAN_ADDRESS),
    )
