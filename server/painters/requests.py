"""What comes in of painters: who asks, and the surround they set."""

from django.http import HttpRequest
from pydantic import BaseModel, Field

from server.painters.models import DARKEST_STAGE, LIGHTEST_STAGE, Painter


class SignedIn(HttpRequest):
    """A request of somebody who is signed in, as the API lets through no other."""

    user: Painter


class Stage(BaseModel):
    """The surround's Munsell value."""

    stage_value: float = Field(ge=DARKEST_STAGE, le=LIGHTEST_STAGE)
