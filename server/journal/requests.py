"""What comes in of the journal."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field, StringConstraints

from server.journal.models import TAG_LENGTH
from server.kept.requests import Asked, Key, Name, Revision, Token
from server.mixtures.models import NOTE_LENGTH
from server.mixtures.requests import Measure, TubeMixture, Viewing

MOST_TAGS = 12
Order = Literal["day", "painting", "tubes"]
Tag = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=TAG_LENGTH)]


class EntryIn(Asked):
    """A mixture to note: what it is of, how it is laid, and what it is for."""

    mixture: TubeMixture
    viewing: Viewing = Viewing()
    name: Name = ""
    note: str = Field("", max_length=NOTE_LENGTH)
    tags: list[Tag] = Field([], max_length=MOST_TAGS)
    token: Token


class EntryChange(Asked):
    """What a painter writes beside an entry; what was mixed stays as it was noted."""

    name: Name | None = None
    note: str | None = Field(None, max_length=NOTE_LENGTH)
    tags: list[Tag] | None = Field(None, max_length=MOST_TAGS)
    revision: Revision


class RemarkIn(Asked):
    """How a mixture came out: a colour that was read, or the painter's own word.

    `colour` is typed as anywhere; a photograph tells how the dried swatch looks.
    """

    how: Literal["instrument", "sheet", "photograph", "eye"] = "eye"
    wet: bool = False
    colour: str = Field("", max_length=60)
    word: str = Field("", max_length=300)
    photograph: Key | None = None
    token: Token


class Filters(BaseModel):
    """Which entries are looked at; none of them is all."""

    words: str = Field("", max_length=120)
    tag: str = Field("", max_length=TAG_LENGTH)
    medium: Literal["", "opaque", "wash"] = ""
    painting: int | None = Field(None, ge=1, lt=2**63)
    owned: bool = False
    read: bool = False
    true: bool = False


class WrittenFilters(Filters, Asked):
    """The same, where they do not come in an address but written out."""


class BookIn(Asked):
    """A swatch book to print: cards or labels, of which entries."""

    form: Literal["cards", "labels"] = "cards"
    filters: WrittenFilters = WrittenFilters()


class AgainIn(Asked):
    """How much of an entry to mix again, in what measure, and whether from what lies on the desk
    now."""

    volume_ml: float = Field(5.0, gt=0, le=2000, allow_inf_nan=False)
    measure: Measure = Measure()
    nearest: bool = False


class ButIn(Asked):
    """An entry again, but a step another way."""

    way: Literal["lighter", "darker", "warmer", "cooler", "greyer", "clearer"]
    token: Token
