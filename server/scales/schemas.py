"""What a scale looks like on the way in and out."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Field, Schema

from mesotint.planning.scale import FEWEST_STEPS, MOST_STEPS
from server.scales.models import NAME_LENGTH

GREATEST_LIGHTENER = 20.0

Finite = Annotated[float, Field(allow_inf_nan=False)]
Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]


class ScaleIn(Schema):
    """A scale to compute: two tubes, and how to take the way between them in steps."""

    first_tube: int
    second_tube: int
    steps: int = Field(9, description=f"{FEWEST_STEPS} to {MOST_STEPS}.")
    spacing: Literal["chroma", "parts", "difference"] = "chroma"
    lightener: float = Field(0.0, ge=0, le=GREATEST_LIGHTENER, allow_inf_nan=False)
    medium: Literal["opaque", "wash"] = "opaque"
    finish: Literal["gloss", "satin", "matte"] = "satin"
    light: Literal["D65", "D50", "A", "F11", "LED-B3"] = "D65"
    placed: list[Share] | None = Field(
        None,
        min_length=FEWEST_STEPS,
        max_length=MOST_STEPS,
        description="Shares of the second tube where the painter put the steps, rising.",
    )


class SavedScaleIn(ScaleIn):
    """A scale to keep, with its name and, when it is kept again, the revision it was opened at."""

    name: str = Field(min_length=1, max_length=NAME_LENGTH)
    revision: int | None = None


class PaintRef(Schema):
    """A paint of a scale."""

    key: str
    name: str


class PartOut(Schema):
    """How much of one paint a step holds."""

    key: str
    name: str
    exact: float
    whole: int


class StepOut(Schema):
    """A step: its parts and how it looks.

    `uncertainty_delta_e` is how far the prediction is to be trusted: one standard deviation.
    """

    share: float
    parts: list[PartOut]
    measurable: bool
    rounding_delta_e: float
    uncertainty_delta_e: float
    lab: list[float]
    munsell: str
    name: str
    srgb: str
    value_srgb: str
    in_gamut: bool


class TrailOut(Schema):
    """The trail in 201 points, for drawing and for smooth dragging.

    `value_srgb` is each point's lightness alone, `opened_srgb` the mixture opened with four parts
    of white (or water).
    """

    share: list[float]
    lab: list[list[float]]
    srgb: list[str]
    in_gamut: list[bool]
    value_srgb: list[str]
    opened_srgb: list[str]


class NeutralOut(Schema):
    """Where the trail comes nearest to grey, how far it misses, and which way it leans."""

    share: float
    step: int
    lab: list[float]
    chroma: float
    lean: str | None
    miss: str


class ScaleOut(Schema):
    """A computed scale."""

    paints: list[PaintRef]
    trail: TrailOut
    steps: list[StepOut]
    neutral: NeutralOut
    paint_data_version: str


class SavedStepOut(Schema):
    """A saved step as it was computed when it was saved."""

    share: float
    parts: list[PartOut]
    rounding_delta_e: float
    munsell: str
    name: str
    srgb: str
    value_srgb: str
    in_gamut: bool


class SavedScaleOut(Schema):
    """A saved scale: what it was made from, and the result it had then."""

    id: int
    name: str
    revision: int
    changed: datetime
    request: ScaleIn
    steps: list[SavedStepOut]
    miss: str
    paint_data_version: str
    current_data: bool
