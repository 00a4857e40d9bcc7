"""What goes out of painted sheets."""

from datetime import datetime

from pydantic import BaseModel

from server.kept.looks import Look
from server.painted.requests import Kind


class ReadBox(BaseModel):
    """One box: as it was meant, as it was painted, and as the tubes that were learnt make it.

    `painted` is none where it tells nothing; `says` is how far painted is from meant, and `right`
    whether nothing is wrong with how it was mixed.
    """

    id: str
    label: str
    meant: Look
    painted: Look | None
    learnt: Look
    delta_e: float | None
    says: str
    spread: float
    remark: str
    right: bool


class LearntTube(BaseModel):
    """What a sheet says of one tube: its ± over its tints before and after, in CIEDE2000."""

    key: str
    tube: int | None
    name: str
    before: Look
    after: Look
    doubt_before: float
    doubt: float


class ReadBackHead(BaseModel):
    """A photograph of a painted sheet, and what it is of."""

    id: int
    kind: Kind
    key: int
    title: str
    page: int
    created: datetime
    width: int
    height: int


class ReadBackOut(ReadBackHead):
    """What was read off a photograph; nothing yet where the work is under way."""

    done: bool
    light: str
    boxes: list[ReadBox]
    tubes: list[LearntTube]
    remarks: list[str]
    calibrated: bool
    noted: bool


class FoundCard(BaseModel):
    """The entry whose card is in a picture."""

    entry: int


class Noted(BaseModel):
    """How many boxes stand in the journal now."""

    count: int
