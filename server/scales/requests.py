"""What a painter asks for: a scale, a triangle or a chart, and how to measure it."""

from typing import Annotated, Literal

from pydantic import Field

from mesotint.mixing.layers import THICKEST, THINNEST
from mesotint.planning.browns import BROWN_WHITES, LEAST_MORE, MOST_MORE
from mesotint.planning.scale import FEWEST_STEPS, MOST_STEPS
from server.kept.models import NAME_LENGTH
from server.kept.requests import Asked, Key, Revision, Share, Token
from server.mixtures.requests import (
    Amount,
    MeasureKind,
    MeasureSteps,
    Opening,
    TubeMixture,
    Viewing,
)
from server.scales.models import NOTE_LENGTH

MOST_PATCHES = 200
MOST_MIXTURES = 24
"""Tubes or mixtures along one side of a chart; how many each takes is its own to say."""


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


class ChartIn(Viewing):
    """A chart. Each takes what it needs of the rest; a field it does not need changes nothing.

    `complement`: a pair in steps, opened in rows. `browns`: a base in parts, each paint of it
    enriching a row. `values`: a dark to white. `tints`: each mixture opened. `strings`: each at
    values, darkened with `dark`. `recession`: each near, middle and far. `calibration`: tubes
    alone, in tints and together, to be painted and read back. `telling`: what would tell most of
    them now. `grid`: rows against `columns`. `darks`: the darks of some tubes or of the desk, each
    opened. `shades`: one colour at falling values, by each of `columns`. `layers`: `columns` as
    glazes over dry layers. `wheel`: hues mixed true, with their rings toward grey.
    """

    kind: Literal["chart"] = "chart"
    chart: Literal[
        "complement",
        "browns",
        "values",
        "tints",
        "strings",
        "recession",
        "calibration",
        "telling",
        "grid",
        "darks",
        "shades",
        "layers",
        "wheel",
    ]
    mixtures: list[TubeMixture] = Field([], max_length=MOST_MIXTURES)
    columns: list[TubeMixture] = Field([], max_length=MOST_MIXTURES)
    base: list[Amount] = Field([], max_length=8, description="Parts of each in the base.")
    more: float = Field(1.0, gt=0, le=20, allow_inf_nan=False)
    richer: list[Annotated[float, Field(ge=LEAST_MORE, le=MOST_MORE, allow_inf_nan=False)]] = Field(
        [], max_length=8, description="Measures more of each row's paint; less below zero."
    )
    counted_by: Literal["strength", "volume"] = Field(
        "strength", description="What a measure of browns is equal in."
    )
    count: int = 9
    openings: list[Opening] = Field(list(BROWN_WHITES), min_length=1, max_length=10)
    values: list[Annotated[float, Field(ge=0.5, le=9.8, allow_inf_nan=False)]] = Field(
        [3, 4, 5, 6, 7, 8], min_length=2, max_length=11
    )
    dark: TubeMixture | None = None
    lighter: float = Field(8.0, ge=0, le=40, allow_inf_nan=False)
    cooler: float = Field(8.0, ge=0, le=90, allow_inf_nan=False)
    greyer: float = Field(0.35, ge=0, le=1, allow_inf_nan=False)
    flatter: float = Field(0.0, ge=0, le=1, allow_inf_nan=False)
    ratio: Literal["parts", "strength", "greyest"] = "parts"
    row_parts: float = Field(1.0, ge=0.01, le=100, allow_inf_nan=False, description="To one.")
    white: Opening = 0.0
    order: Literal["given", "temperature", "value", "hue"] = "given"
    most: Literal[2, 3] = 3
    no_black: bool = False
    transparent: bool = False
    leans: str = Field("", max_length=20, description="warm, cool or a hue; none for grey.")
    up: bool = False
    coats: float = Field(0.3, ge=THINNEST, le=THICKEST, allow_inf_nan=False)
    bare: bool = Field(True, description="Whether the bare ground stands first among the layers.")

    @property
    def asked_for(self) -> list[TubeMixture]:
        """Every tube or mixture that it names."""
        return [*self.mixtures, *self.columns, *([self.dark] if self.dark else [])]


AnyRequest = ScaleIn | TriadIn | ChartIn
SheetRequest = Annotated[AnyRequest, Field(discriminator="kind")]


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


class SheetIn(Asked):
    """A sheet to keep; when it is kept again, with the revision it was opened at.

    `token` is one for the window it is kept from, so that what is sent twice is kept once.
    """

    name: str = Field(min_length=1, max_length=NAME_LENGTH)
    request: SheetRequest
    measure: SheetMeasure = SheetMeasure()
    notes: list[NoteIn] = Field([], max_length=MOST_PATCHES)
    revision: Revision | None = None
    token: Token | None = None


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
