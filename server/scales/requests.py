"""What a painter asks for: a scale, a triangle or a chart, and how to measure it."""

from typing import Literal

from pydantic import Field

from server.kept.models import NAME_LENGTH
from server.kept.requests import Asked, Keeping, Key, Token
from server.mixtures.requests import MeasureKind, MeasureSteps, Opening, TubeMixture, Viewing
from server.scales.chart_requests import AnyChart
from server.scales.models import NOTE_LENGTH

MOST_PATCHES = 200


class SheetMeasure(MeasureSteps):
    """How the painter measures, how much of each patch is wanted, and the method of working."""

    kind: Literal["parts", "strength"] | MeasureKind = "parts"
    by: Literal["volume", "area"] = "volume"
    volume_ml: float = Field(5.0, gt=0, le=1000, allow_inf_nan=False)
    area_cm2: float = Field(50.0, gt=0, le=100_000, allow_inf_nan=False)
    coats: int = Field(1, ge=1, le=20)
    spread_cm2_per_ml: float = Field(80.0, gt=0, le=1000, allow_inf_nan=False)
    method: Literal["separate", "running", "carried"] = "separate"


class NoteIn(Asked):
    """What a patch is for, in the painter's words."""

    place: int = Field(ge=0, lt=MOST_PATCHES)
    text: str = Field(max_length=NOTE_LENGTH)


class SheetIn(Keeping):
    """A sheet to keep."""

    name: str = Field(min_length=1, max_length=NAME_LENGTH)
    request: AnyChart
    measure: SheetMeasure = SheetMeasure()
    notes: list[NoteIn] = Field([], max_length=MOST_PATCHES)


class FirstIn(Asked):
    """A tube to be muted first, in a studio that has no sheet yet, and what it is laid as."""

    tube: Key
    medium: Literal["opaque", "wash"] = "opaque"
    token: Token | None = None


class PlanIn(Asked):
    """A sheet to plan the work for."""

    request: AnyChart
    measure: SheetMeasure


class CompareIn(Asked):
    """A scale, and the saved one to hold beside it."""

    request: AnyChart
    sheet: Key


class NudgesIn(Viewing):
    """A mixture whose lean is to be taken out, and how the lean is made to show."""

    mixture: TubeMixture
    volume_ml: float = Field(5.0, gt=0, le=1000, allow_inf_nan=False)
    test: Literal["white", "film"] = "white"


class PartnersIn(Viewing):
    """A paint or mixture to find partners for, among the tubes in the box."""

    mixture: TubeMixture
    lightener: Opening = 0.0


class MutingIn(Viewing):
    """A paint or mixture to mute to a chroma, by every school."""

    mixture: TubeMixture
    chroma: float = Field(gt=0, le=200, allow_inf_nan=False)
    keep_value: bool = False
    keep_hue: bool = False
