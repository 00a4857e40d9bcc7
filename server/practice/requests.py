"""What comes in of practice."""

from typing import TYPE_CHECKING, Annotated, Literal

from pydantic import Field

from mesotint.practice.exercises import KINDS
from server.kept.requests import Asked, Name, Token

if TYPE_CHECKING:
    Kind = str
else:
    Kind = Literal[tuple(KINDS)]


class PracticeBegin(Asked):
    """A session to begin."""

    minutes: Literal[5, 10, 20] = 10
    kinds: list[Kind] = Field(
        [], max_length=len(KINDS), description="Only these; all where none is named."
    )
    token: Token


class PracticeAnswer(Asked):
    """An answer to the exercise of a token: the id of a choice, a share, or ids in order."""

    token: Token
    choice: str | None = Field(None, max_length=80)
    share: float | None = Field(None, ge=0, le=1, allow_inf_nan=False)
    order: list[Annotated[str, Field(max_length=8)]] | None = Field(None, max_length=20)


class PracticeSet(Asked):
    """A set for a class: so many exercises of some kinds, over the tubes on the desk."""

    name: Name = "Practice"
    kinds: list[Kind] = Field(min_length=1, max_length=len(KINDS))
    count: int = Field(12, ge=1, le=100)
