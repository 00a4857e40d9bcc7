"""What the API tells of paintings."""

from datetime import datetime

from pydantic import BaseModel

from server.paintings.requests import MotherIn, PaintingMeasureIn, PaintingRequest
from server.piles.schemas import OpenedLookOut
from server.scales.answers import LookOut, PlanLineOut, SpareOut, TicksOut, TrailOut, UsedOut
from server.scales.requests import EndIn, TubePart


class ShareOut(BaseModel):
    """How much of one paint a mixture holds, 0 to 1."""

    name: str
    share: float


class HarmonisedOut(BaseModel):
    """One passage before and after.

    `field` is where it lies in the patchwork: left, top, width and height in shares of the whole.
    `share` is what it takes of the mother; `way` are its points from none of the mother to all of
    it, even in colour, so that a share can be dragged without asking.
    """

    field: list[float]
    before: OpenedLookOut
    after: OpenedLookOut
    share: float
    delta_e: float
    parts: list[ShareOut]
    mixture: list[TubePart] | None
    way: TrailOut | None


class FigureOut(BaseModel):
    """One figure of what the eye will see."""

    name: str
    told: str
    says: str
    why: str
    source: str
    alarm: bool


class SeenOut(BaseModel):
    """What the eye will see, and the passages on the outline of the palette in the plan."""

    figures: list[FigureOut]
    outline: list[int]


class JudgedOut(BaseModel):
    """What unity costs: hue spread in degrees before and after, how far the painting moves by area
    (CIEDE2000), shares kept, and what gives way."""

    spread_before: float
    spread_after: float
    halved: bool
    movement: float
    movement_says: str
    chroma_says: str
    chroma_kept: float
    contrast_kept: float
    gives_way: list[str]


class CurveOut(BaseModel):
    """The trade-off of a mother at even fractions of the way."""

    fractions: list[float]
    spread_degrees: list[float]
    chroma_kept: list[float]
    contrast_kept: list[float]


class MotherOut(LookOut):
    """The mother colour that is chosen, and the amount of it that the giving comes to."""

    title: str
    amount: float
    curve: CurveOut


class HarmonyOut(BaseModel):
    """A painting as computed: its passages, what the eye will see, and the mother's work.

    `apart` are pairs of passages that touch in the painting and could not in the patchwork.
    `together` says why it needs no mother; empty where it may.
    """

    passages: list[HarmonisedOut]
    apart: list[list[int]]
    before: SeenOut
    after: SeenOut | None
    mother: MotherOut | None
    judged: JudgedOut | None
    together: str


class CandidateOut(LookOut, JudgedOut):
    """One colour that may be the mother, at its usual pull."""

    title: str
    mother: MotherIn
    least_share: float
    most_share: float


class CandidatesOut(BaseModel):
    """What may be the mother, the one that costs least first; none where `together` says that the
    painting needs none."""

    together: str
    mothers: list[CandidateOut]


class SchoolOut(JudgedOut):
    """What one school makes of the painting; `mixtures` where new ones can be mixed from tubes."""

    school: str
    says: str
    passages: list[OpenedLookOut]
    mixtures: list[EndIn] | None


class TubeNeedOut(UsedOut):
    """What one tube must give, and whether it lasts; unknown where nobody said what is left."""

    left_ml: float | None
    lasts: bool | None


class PassageNeedOut(BaseModel):
    """How much of a passage to mix, the mother in it, and what measuring it costs in CIEDE2000."""

    place: int
    volume_ml: float
    mother_ml: float
    cost_delta_e: float


class PaintingPlanOut(BaseModel):
    """From plan to palette: what to mix, in order, and what it takes. `key` tells plans apart."""

    key: str
    order: list[PassageNeedOut]
    lines: list[PlanLineOut]
    used: list[TubeNeedOut]
    spare: list[SpareOut]
    advice: list[str]
    mother_ml: float
    total_ml: float


class PaletteLookOut(LookOut):
    """One passage of a kept palette."""

    title: str
    area: float
    share: float
    was: LookOut


class VersionOut(BaseModel):
    """A named version of a palette, and in words how it differs from the one that is kept now."""

    id: int
    title: str
    says: str
    created: datetime
    request: PaintingRequest
    palette: list[PaletteLookOut]


class PaintingSummaryOut(BaseModel):
    """A painting as it stands on the shelf."""

    id: int
    title: str
    changed: datetime
    palette: list[PaletteLookOut]


class PaintingOut(PaintingSummaryOut):
    """A kept painting."""

    revision: int
    request: PaintingRequest
    measure: PaintingMeasureIn
    versions: list[VersionOut]
    ticks: list[TicksOut]
    current_data: bool


class SourceOut(BaseModel):
    """A mixture found for a passage: what to mix, what it looks like, and how far off it is."""

    mixture: EndIn
    look: LookOut
    delta_e: float
