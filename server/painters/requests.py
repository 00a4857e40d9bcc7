"""What comes in of painters: who asks, and how they work."""

from typing import TYPE_CHECKING, Annotated, Any, Literal, Self

from django.http import HttpRequest
from pydantic import BaseModel, ConfigDict, Field, model_validator

from mesotint.errors import InputError
from mesotint.planning.hand import LEAST_ML, MOST_ML
from mesotint.planning.hand import Hand as CoreHand
from mesotint.planning.measures import KINDS as MEASURES
from server.painters import older
from server.painters.models import DARKEST_STAGE, LIGHTEST_STAGE, Painter

MOST_HINTS = 60

_USUAL = CoreHand()
Millilitres = Annotated[float, Field(ge=LEAST_ML, le=MOST_ML, allow_inf_nan=False)]

Units = Literal["metric", "imperial"]
Hand = Literal["right", "left"]
if TYPE_CHECKING:
    UsualMeasure = str
else:
    UsualMeasure = Literal["", "parts", "strength", *MEASURES]
Never = Literal["black", "white", "grey"]
"""What advice is not to take from the tube; the keys of `mesotint.paints.roles.NEVER`."""

Hint = Annotated[str, Field(min_length=1, max_length=24, pattern="^[a-z-]+$")]


class SignedIn(HttpRequest):
    """A request of somebody who is signed in, as the API lets through no other."""

    user: Painter


class HandMl(BaseModel):
    """What the amounts of a hand are, in millilitres."""

    model_config = ConfigDict(extra="forbid")

    knife_tip: Millilitres = _USUAL.knife_tip
    lentil: Millilitres = _USUAL.lentil
    pea: Millilitres = _USUAL.pea
    hazelnut: Millilitres = _USUAL.hazelnut
    walnut: Millilitres = _USUAL.walnut

    @model_validator(mode="after")
    def _in_their_order(self) -> Self:
        try:
            _ = self.core
        except InputError as error:
            raise ValueError(str(error)) from None
        return self

    @property
    def core(self) -> CoreHand:
        """The hand of the core."""
        return CoreHand(**self.model_dump())


class Preferences(BaseModel):
    """How a painter works; what is left out stays."""

    model_config = ConfigDict(extra="forbid")

    @model_validator(mode="before")
    @classmethod
    def _was_a_pea(cls, told: Any) -> Any:
        """What an older client has left unsent told a pea alone."""
        if isinstance(told, dict) and "pea_ml" in told:
            rest = {name: value for name, value in told.items() if name != "pea_ml"}
            return {**rest, "hand_ml": older.of_pea(told["pea_ml"])}
        return told

    stage_value: float | None = Field(None, ge=DARKEST_STAGE, le=LIGHTEST_STAGE)
    units: Units | None = None
    measure: UsualMeasure | None = None
    hand_ml: HandMl | None = None
    hand: Hand | None = None
    never: list[Never] | None = Field(None, max_length=3)
    hints: list[Hint] | None = Field(None, max_length=MOST_HINTS)
