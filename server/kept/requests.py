"""What comes in of anything that is kept: names, tokens, ticks, and areas of a photograph."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from mesotint.pictures.taken import Area
from server.kept.models import NAME_LENGTH, TOKEN_LENGTH

Name = Annotated[str, Field(max_length=NAME_LENGTH)]
Token = Annotated[str, Field(min_length=8, max_length=TOKEN_LENGTH)]
Key = Annotated[int, Field(ge=1, lt=2**63)]
Revision = Annotated[int, Field(ge=0, lt=2**31)]
Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]


class Asked(BaseModel):
    """What comes in as JSON: a number is a number, no yes and no text that reads like one."""

    model_config = ConfigDict(strict=True)


class Keeping(Asked):
    """Something to keep; when it is kept again, with the revision it was opened at.

    `token` is one for the window it is kept from, so that what is sent twice is kept once.
    """

    revision: Revision | None = None
    token: Token | None = None


class Ticked(Asked):
    """Which lines of a work plan are done, and whether those are the `whole` of it."""

    plan: str = Field(max_length=16)
    lines: list[Annotated[int, Field(ge=0, le=5000)]] = Field(max_length=5000)
    whole: bool = False


class PhotoArea(Asked):
    """An area of a photograph, in shares of its width and height; a point has no extent."""

    left: Share
    top: Share
    width: Share = 0.0
    height: Share = 0.0

    @property
    def core(self) -> Area:
        """The area as the core cuts it."""
        return Area(self.left, self.top, self.width, self.height)


class Card(Asked):
    """The card in a picture and where it lies."""

    kind: Literal["white", "grey"]
    area: PhotoArea


class CardSet(Asked):
    """A picture's card; none takes it out."""

    card: Card | None


class Leave(Asked):
    """The password once more, before a studio is taken away."""

    password: str = Field(max_length=1000)
