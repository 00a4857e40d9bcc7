"""What piles, photographs, the scale and kept mixtures look like on the way in and out."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from mesotint.mixing.palette import LEAST_ML, MOST_ML
from server.piles.models import NAME_LENGTH
from server.scales.answers import LookOut, OpenedOut
from server.scales.requests import EndIn

Token = Annotated[str, Field(min_length=8, max_length=40)]
Volume = Annotated[float, Field(ge=LEAST_ML, le=MOST_ML, allow_inf_nan=False)]
Named = Annotated[str, Field(max_length=NAME_LENGTH)]
Key = Annotated[int, Field(ge=1, lt=2**63)]
ShareOfSide = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
Measure = Literal["ml", "grams", "drops", "ribbon"]


class AreaIn(BaseModel):
    """An area of a photograph, in shares of its width and height; a point has no extent."""

    left: ShareOfSide
    top: ShareOfSide
    width: ShareOfSide = 0.0
    height: ShareOfSide = 0.0


class PhotoAreaIn(BaseModel):
    """An area of one of the painter's photographs."""

    photograph: Key
    area: AreaIn


class TargetIn(BaseModel):
    """A colour to hit: typed as CIELAB, Munsell or hex; of a mixture in tubes; of a kept mixture;
    of an area of a photograph; or a random mud of the box."""

    name: Named = ""
    colour: str = Field("", max_length=60)
    mixture: EndIn | None = None
    saved: Key | None = None
    photo: PhotoAreaIn | None = None
    mud: bool = False


class PileIn(BaseModel):
    """A pile to begin, empty or with a mixture of a volume; a let-down begins with its mixture."""

    name: Named = ""
    kind: Literal["pile", "let-down"] = "pile"
    target: TargetIn | None = None
    start: EndIn | None = None
    volume_ml: float = Field(5.0, ge=0.1, le=1000, allow_inf_nan=False)
    token: Token | None = None


class PileChange(BaseModel):
    """A pile's name or target; what is left out stays."""

    name: str | None = Field(None, min_length=1, max_length=NAME_LENGTH)
    target: TargetIn | None = None


class PileEventIn(BaseModel):
    """One thing to do to a pile; `token` tells it from all others of this pile.

    ``add`` takes a tube or a thinner and an amount in a measure; ``carry`` takes `onto` and an
    amount in ml or a share of the pile; ``take off`` takes an amount in ml or a share.
    """

    kind: Literal["add", "carry", "take off", "take back", "bring back"]
    tube: Key | None = None
    thinner: Literal["medium", "water"] | None = None
    onto: Key | None = None
    amount: Volume | None = None
    measure: Measure = "ml"
    share: float | None = Field(None, gt=0, le=1, allow_inf_nan=False)
    token: Token


class SplitIn(BaseModel):
    """How to split a pile: into equal piles, or by shares, the first of which stays."""

    into: int = Field(2, ge=2, le=12)
    shares: list[float] | None = Field(None, min_length=2, max_length=12)
    token: Token


class PotIn(BaseModel):
    """Which pot takes what is left of a pile; a new one where none is named."""

    pot: Key | None = None
    token: Token


class FamilyIn(BaseModel):
    """A set of related piles to make by carrying a share of each pile into the next."""

    kind: Literal["distance", "value"]
    share: float = Field(0.3, ge=0.05, le=0.8, allow_inf_nan=False)
    token: Token


class WeighIn(BaseModel):
    """What the scale shows, settled, as an addition of a tube."""

    tube: Key
    token: Token


class MeasurePileIn(BaseModel):
    """Readings of a pile to average."""

    count: int = Field(3, ge=1, le=20)
    token: Token


class PileStepOut(BaseModel):
    """Something done that stands, and how the pile looked after it; none where nothing is left."""

    kind: str
    tube: int | None
    pile: int | None
    label: str
    volume_ml: float | None
    mass_g: float | None
    look: LookOut | None


class AdviceOut(LookOut):
    """One addition that would help: how much in all, how much of it first, and what it does.

    It comes from a tube or from a pot. The amounts are told in every measure; `touch` is not empty
    for a trace.
    """

    tube: int | None
    pot: int | None
    label: str
    volume_ml: float
    first_ml: float
    measured: dict[str, str]
    first_measured: dict[str, str]
    touch: str
    says: str


class PileAdviceOut(BaseModel):
    """What is wrong with a pile, what waits, and what to add.

    `fresh` is what a fresh pile is mixed from, where correcting this one would take litres.
    """

    wrong: list[str]
    waits: bool
    additions: list[AdviceOut]
    fresh: list[AdviceOut]
    delta_e_now: float | None
    delta_e_then: float
    growth: float
    start_again: bool
    says: str


class IngredientOut(BaseModel):
    """What is in a pile of one tube, or of what thins it."""

    tube: int | None
    label: str
    volume_ml: float
    share: float


class CalibratesOut(BaseModel):
    """A tube whose calibration a measured pile can serve, as a reading of it; `alone` tells whether
    nothing but white is with it."""

    tube: int
    label: str
    alone: bool


class CalibrateIn(BaseModel):
    """The tube to keep a measured pile as a reading of."""

    tube: Key


class OpenedLookOut(LookOut, OpenedOut):
    """A look, and the same opened for the white test."""


class PileSummaryOut(BaseModel):
    """A pile on the palette, known by its colour and its target's."""

    id: int
    name: str
    kind: Literal["pile", "pot", "let-down"]
    changed: datetime
    volume_ml: float
    look: LookOut | None
    target: LookOut | None


class PileOut(PileSummaryOut):
    """A pile with everything that stands on it, and what to do next.

    `seen` is its colour by the instrument, and `seen_delta_e` how far that is from predicted.
    """

    target_name: str
    steps: list[PileStepOut]
    taken_back: int
    make_up: list[IngredientOut]
    seen: LookOut | None
    seen_delta_e: float | None
    calibrates: list[CalibratesOut]
    advice: PileAdviceOut | None


class TouchingOut(BaseModel):
    """A pile and its target under a light, the pile opened with white as well."""

    pile: OpenedLookOut | None
    target: LookOut | None


class GramScaleOut(BaseModel):
    """What the simulated gram scale shows; no figure where it is overloaded.

    Between `least_g` and `greatest_g` it weighs honestly.
    """

    step_g: float
    shown_g: float | None
    settled: bool
    greatest_g: float
    least_g: float


class GramScaleIn(BaseModel):
    """The step of the scale."""

    step_g: Literal[0.1, 0.01]


class PutIn(BaseModel):
    """What the simulated hand puts on the scale, or below zero takes off it.

    A hand is unsteady: what it squeezes out is about what it meant.
    """

    mass_g: float = Field(ge=-1000, le=1000, allow_inf_nan=False)
    unsteady: bool = False


class CardIn(BaseModel):
    """The card in a picture and where it lies."""

    kind: Literal["white", "grey"]
    area: AreaIn


class CardSet(BaseModel):
    """A picture's card; none takes it out."""

    card: CardIn | None


class PhotographOut(BaseModel):
    """A photograph of the painter's."""

    id: int
    name: str
    width: int
    height: int
    card: Literal["", "white", "grey"]
    card_area: AreaIn | None


class AreaOut(LookOut):
    """The average colour of an area, and the spread of its pixels in CIEDE2000."""

    spread: float


class NoteOut(LookOut):
    """One note of a photograph and its share of the picture."""

    share: float


class KeepIn(BaseModel):
    """A name to keep a pile's mixture by."""

    name: Named = ""
    token: Token


class SavedMixtureOut(LookOut):
    """A kept mixture: its parts in hundredths, and what it matched."""

    id: int
    title: str
    target_name: str
    delta_e: float | None
    created: datetime
    parts: list[IngredientOut]


class FoundMixtureOut(SavedMixtureOut):
    """A kept mixture near a colour, and how far from it."""

    away: float
