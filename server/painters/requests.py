"""What comes in of painters: who asks, and how they work."""

from typing import Annotated, Literal

from django.http import HttpRequest
from pydantic import BaseModel, ConfigDict, Field

from server.painters.models import DARKEST_STAGE, LIGHTEST_STAGE, Painter

MOST_HINTS = 60

Units = Literal["metric", "imperial"]
Hand = Literal["right", "left"]
UsualMeasure = Literal[
    "", "parts", "strength", "grams", "ml", "drops", "ribbon", "hand", "brush", "ounces", "inches"
]
Never = Literal["black", "white", "grey"]
"""What advice is not to take from the tube; the keys of `mesotint.paints.roles.NEVER`."""

Hint = Annotated[str, Field(min_length=1, max_length=24, pattern="^[a-z-]+$")]


class SignedIn(HttpRequest):
    """A request of somebody who is signed in, as the API lets through no other."""

    user: Painter


class Preferences(BaseModel):
    """How a painter works; what is left out stays."""

    model_config = ConfigDict(extra="forbid")

    stage_value: float | None = Field(None, ge=DARKEST_STAGE, le=LIGHTEST_STAGE)
    units: Units | None = None
    measure: UsualMeasure | None = None
    pea_ml: float | None = Field(None, ge=0.02, le=3, allow_inf_nan=False)
    hand: Hand | None = None
    never: list[Never] | None = Field(None, max_length=3)
    hints: list[Hint] | None = Field(None, max_length=MOST_HINTS)
