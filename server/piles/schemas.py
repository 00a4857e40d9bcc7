"""What piles look like on the way in and out."""

from datetime import datetime
from typing import Literal

from ninja import Field, Schema

from mesotint.mixing.pile import LEAST_ML, MOST_ML
from server.piles.models import NAME_LENGTH
from server.scales.answers import LookOut
from server.scales.requests import EndIn


class TargetIn(Schema):
    """A colour to hit: typed as CIELAB, Munsell or hex, or the colour of a mixture."""

    name: str = Field("", max_length=NAME_LENGTH)
    colour: str = Field("", max_length=60)
    mixture: EndIn | None = None


class PileIn(Schema):
    """A pile to begin, empty or with a mixture of a volume."""

    name: str = Field("", max_length=NAME_LENGTH)
    target: TargetIn | None = None
    start: EndIn | None = None
    volume_ml: float = Field(5.0, ge=0.1, le=1000, allow_inf_nan=False)


class PileChange(Schema):
    """A pile's name or target; what is left out stays."""

    name: str | None = Field(None, min_length=1, max_length=NAME_LENGTH)
    target: TargetIn | None = None


class PileEventIn(Schema):
    """One thing to do to a pile; `token` tells it from all others of this pile."""

    kind: Literal["add", "take back", "bring back"]
    tube: int | None = None
    volume_ml: float | None = Field(None, ge=LEAST_ML, le=MOST_ML, allow_inf_nan=False)
    token: str = Field(min_length=8, max_length=40)


class PileStepOut(LookOut):
    """An addition that stands, and how the pile looked after it."""

    tube: int
    label: str
    volume_ml: float


class AdviceOut(LookOut):
    """One addition that would help: how much in all, how much of it first, and what it does."""

    tube: int
    label: str
    volume_ml: float
    first_ml: float
    says: str


class PileAdviceOut(Schema):
    """What is wrong with a pile, what waits, and what to add."""

    wrong: list[str]
    waits: bool
    additions: list[AdviceOut]
    delta_e_now: float | None
    delta_e_then: float
    growth: float
    start_again: bool
    says: str


class PileSummaryOut(Schema):
    """A pile on the shelf, known by its colour and its target's."""

    id: int
    name: str
    changed: datetime
    look: LookOut | None
    target: LookOut | None


class PileOut(PileSummaryOut):
    """A pile with everything that stands on it, and what to do next."""

    target_name: str
    steps: list[PileStepOut]
    taken_back: int
    volume_ml: float
    advice: PileAdviceOut | None
