"""What tubes, boxes, readings and the instrument look like on the way in and out."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from mesotint.formats.box import TUBE_MEDIA
from mesotint.mixing.mixture import Appearance
from mesotint.optics.surface import FINISHES
from server.tubes.models import LABEL_LENGTH

Label = Annotated[str, Field(max_length=LABEL_LENGTH)]
Millilitres = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
Medium = Literal[TUBE_MEDIA]
Finish = Literal[*FINISHES]


class ChipOut(BaseModel):
    """One colour of a tube."""

    lab: list[float]
    srgb: str
    value_srgb: str
    in_gamut: bool
    munsell: str
    name: str


def chip_out(look: Appearance) -> ChipOut:
    """An appearance as a chip."""
    return ChipOut(
        lab=list(look.lab),
        srgb=look.srgb,
        value_srgb=look.value_srgb,
        in_gamut=look.in_gamut,
        munsell=look.munsell,
        name=look.name,
    )


class PaintOut(BaseModel):
    """A paint: of the library, or what is in a tube."""

    key: str
    name: str
    colour_index: str
    family: str
    opacity: str
    hazard_group: str
    origin: str
    masstone: ChipOut
    tint: ChipOut


class TubeOut(BaseModel):
    """A tube in the box. `calibrated` tells that its own readings made its colour."""

    id: int
    label: str
    paint: PaintOut
    medium: str
    finish: str
    size_ml: float | None
    left_ml: float | None
    notes: str
    put_away: bool
    calibrated: bool
    readings: int


class MadeOfOut(BaseModel):
    """How much of one library paint is in a mixed tube."""

    key: str
    name: str
    parts: float


class ReadingOut(BaseModel):
    """A reading of a tube, as a colour."""

    id: int
    name: str
    white_parts: float
    lab: list[float]
    munsell: str
    srgb: str
    value_srgb: str
    in_gamut: bool
    spectral: bool
    source: str


class CharacterOut(BaseModel):
    """What a tube really is."""

    hue: str | None
    temperature: str | None
    strength: float
    opacity: float
    undertone_shift: float | None
    says: list[str]


class TubeDetailOut(TubeOut):
    """A tube with what it really is, its readings, and how far to trust it."""

    character: CharacterOut
    made_of: list[MadeOfOut]
    reading_rows: list[ReadingOut]
    trust_delta_e: float
    caution: str


class RecipePartIn(BaseModel):
    """Parts of one library paint."""

    paint_key: Annotated[str, Field(max_length=64)]
    parts: float = Field(gt=0, le=1e6, allow_inf_nan=False)


class ReadingIn(BaseModel):
    """A reading that is typed: CIELAB as three numbers, a Munsell notation, or a hex code."""

    white_parts: float = Field(0.0, ge=0, le=1000, allow_inf_nan=False)
    colour: str = Field(min_length=1, max_length=60)


class TubeIn(BaseModel):
    """A tube to add: by its library paint, as a recipe, or by readings of it."""

    paint_key: Annotated[str, Field(max_length=64)] = ""
    recipe: list[RecipePartIn] = Field([], max_length=8)
    readings: list[ReadingIn] = Field([], max_length=20)
    label: Label = ""
    medium: Medium = "oil"
    finish: Finish = "satin"
    size_ml: Millilitres | None = None
    left_ml: Millilitres | None = None
    notes: str = Field("", max_length=2000)


class TubeChange(BaseModel):
    """What may change about a tube; what is left out stays."""

    label: Label | None = None
    medium: Medium | None = None
    finish: Finish | None = None
    size_ml: Millilitres | None = None
    left_ml: Millilitres | None = None
    notes: Annotated[str, Field(max_length=2000)] | None = None


class BoxOut(BaseModel):
    """A box or a selection."""

    id: int
    name: str
    selection: bool
    tubes: list[int]


class BoxIn(BaseModel):
    """A box to make or to change."""

    name: str = Field(min_length=1, max_length=LABEL_LENGTH)
    selection: bool = False
    tubes: list[int] = Field([], max_length=1000)


class BoxesOut(BaseModel):
    """All boxes, and the one on the desk; none where all tubes are."""

    boxes: list[BoxOut]
    current: int | None


class DeskIn(BaseModel):
    """The box to work from; none for all tubes."""

    box: int | None


class ReachOut(BaseModel):
    """What the tubes in use reach at a value: chroma in every direction of hue, and the gaps."""

    value: float
    chroma: list[float]
    gaps: list[str]
    helper: PaintOut | None
    gain: float


class InstrumentOut(BaseModel):
    """How the colorimeter stands."""

    on: bool
    tile_left_s: float
    warm: bool


class DrawdownIn(BaseModel):
    """A drawdown to measure with the instrument."""

    white_parts: float = Field(0.0, ge=0, le=1000, allow_inf_nan=False)
    count: int = 3


class CalibrationRowOut(BaseModel):
    """One reading before and after calibration."""

    name: str
    read: ChipOut
    before: ChipOut
    after: ChipOut
    before_delta_e: float
    after_delta_e: float


class CalibrationOut(BaseModel):
    """What the readings make of a tube, before it is kept."""

    base: str
    rows: list[CalibrationRowOut]
    remarks: list[str]
    trust_before: float
    trust_after: float


class FoundReadingOut(BaseModel):
    """A reading in a file, before it is taken."""

    name: str
    white_parts: float
    colour: ChipOut
    spectral: bool


class FoundTubeOut(BaseModel):
    """A tube in a file, before it is taken."""

    label: str
    says: str
    readings: int


class FoundOpticsOut(BaseModel):
    """What a file of optics would make of a tube, before it is taken."""

    key: str
    before: ChipOut
    after: ChipOut
