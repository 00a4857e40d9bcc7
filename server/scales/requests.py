"""What a painter asks for: a scale, a triangle or a chart, and how to measure it."""

from collections.abc import Mapping
from functools import reduce
from operator import or_
from typing import TYPE_CHECKING, Annotated, Any, Literal

from pydantic import Discriminator, Field, Tag

from mesotint.planning.scale import FEWEST_STEPS, MOST_STEPS
from server.kept.models import NAME_LENGTH
from server.kept.requests import Asked, Keeping, Key, Share, Token
from server.mixtures.requests import (
    MeasureKind,
    MeasureSteps,
    Opening,
    TubeMixture,
    Viewing,
)
from server.scales.chart_requests import CHART_REQUESTS, ChartIn
from server.scales.models import NOTE_LENGTH

MOST_PATCHES = 200


class ThirdIn(Asked):
    """A third paint, such as the fix of a lean: parts to one of the pair, where that is greyest."""

    mixture: TubeMixture
    parts: float = Field(ge=0, le=20, allow_inf_nan=False)


class PinIn(Asked):
    """A step that stays where the painter put it."""

    place: int = Field(ge=1, le=MOST_STEPS)
    share: Share


class ScaleIn(Viewing):
    """A scale to compute: two mixtures, and how to take the trail between them in steps."""

    kind: Literal["scale"] = "scale"
    first: TubeMixture
    second: TubeMixture
    third: ThirdIn | None = None
    steps: int = Field(9, description=f"{FEWEST_STEPS} to {MOST_STEPS}.")
    spacing: Literal["chroma", "difference", "parts", "value"] = "chroma"
    to_grey: bool = False
    lightener: Opening = Field(0.0, description="Parts of white, or of water in a wash, to one.")
    hold: float | None = Field(
        None, ge=0.5, le=9.5, allow_inf_nan=False, description="Munsell value of every step."
    )
    pins: list[PinIn] = Field([], max_length=MOST_STEPS)

    @property
    def asked_for(self) -> list[TubeMixture]:
        """Every tube or mixture that it names."""
        return [self.first, self.second, *([self.third.mixture] if self.third else [])]


class PickIn(Asked):
    """A point of a triangle, as shares of its three corners."""

    point: list[Share] = Field(min_length=3, max_length=3)


class TriadIn(Viewing):
    """Three corners, white or water in everything, and the points the painter picked."""

    kind: Literal["triad"] = "triad"
    corners: list[TubeMixture] = Field(min_length=3, max_length=3)
    lightener: Opening = 0.0
    picks: list[PickIn] = Field([], max_length=30)

    @property
    def asked_for(self) -> list[TubeMixture]:
        """Every tube or mixture that it names."""
        return self.corners


AnyRequest = ScaleIn | TriadIn | ChartIn


def _kind(request: Any) -> str:
    """Which request it is: a chart by its own kind."""
    kind, chart = (
        request.get(name) if isinstance(request, dict) else getattr(request, name, None)
        for name in ("kind", "chart")
    )
    return str(chart if kind == "chart" else kind)


_SHEETS: Mapping[str, Any] = {"scale": ScaleIn, "triad": TriadIn, **CHART_REQUESTS}

if TYPE_CHECKING:
    SheetRequest = AnyRequest
else:
    # A discriminator within another one is none that an OpenAPI schema can say.
    SheetRequest = Annotated[
        reduce(or_, (Annotated[request, Tag(kind)] for kind, request in _SHEETS.items())),
        Discriminator(
            _kind,
            custom_error_type="kind_of_sheet",
            custom_error_message=f"A sheet is one of {', '.join(_SHEETS)}",
        ),
    ]


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
    request: SheetRequest
    measure: SheetMeasure = SheetMeasure()
    notes: list[NoteIn] = Field([], max_length=MOST_PATCHES)


class FirstIn(Asked):
    """A tube to be muted first, in a studio that has no sheet yet, and what it is laid as."""

    tube: Key
    medium: Literal["opaque", "wash"] = "opaque"
    token: Token | None = None


class PlanIn(Asked):
    """A sheet to plan the work for."""

    request: SheetRequest
    measure: SheetMeasure


class CompareIn(Asked):
    """A scale, and the saved one to hold beside it."""

    request: ScaleIn
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
