"""What a painter asks for: a painting, its mother colour, and how it is measured out."""

from typing import Annotated, Literal

from pydantic import Field

from mesotint.harmony.few_tubes import FEWEST as FEWEST_TUBES
from mesotint.harmony.few_tubes import MOST as MOST_TUBES
from mesotint.harmony.values import DARKEST, LIGHTEST
from mesotint.mixing.layers import THICKEST, THINNEST
from mesotint.pictures.division import FEWEST_PASSAGES as FEWEST_REGIONS
from mesotint.pictures.division import MOST_PASSAGES as MOST_REGIONS
from server.kept.models import NAME_LENGTH, TOKEN_LENGTH
from server.kept.requests import Asked, Keeping, Key, Name, Share
from server.mixtures.requests import Light, Measure, TubeMixture, Viewing
from server.painters.requests import Never

MOST_PASSAGES = 40
MOST_PIECES = 2000

Place = Annotated[int, Field(ge=0, lt=MOST_PASSAGES)]


class LayersIn(Asked):
    """A passage built in layers: what lies below, dry, what is laid thin over it, and how much of
    that, in coats of unthinned paint."""

    under: TubeMixture
    over: TubeMixture
    coats: float = Field(0.25, ge=THINNEST, le=THICKEST, allow_inf_nan=False)


Piece = Annotated[int, Field(ge=0, lt=MOST_PIECES)]
Pieces = Annotated[list[Piece], Field(max_length=MOST_PIECES)]


class PassageIn(Asked):
    """One passage: its share of the surface in per cent, and what it is mixed from.

    `key` tells it from the others, wherever it stands and whatever it is called; `pieces` are those
    of the painting's picture that it is made of; `value` is the Munsell value that it is held to,
    whatever its mixture. One that is painted in `layers` has a mixture all the same, which comes
    nearest to them and stands for it in everything that is computed of mixtures.
    """

    key: str = Field("", max_length=TOKEN_LENGTH)
    name: Name = ""
    area: float = Field(10.0, ge=0, le=100, allow_inf_nan=False)
    part: Literal["dominant", "supporting", "accent"] = "supporting"
    distance: Literal["", "near", "middle", "far"] = ""
    mixture: TubeMixture | None = None
    layers: LayersIn | None = None
    value: float | None = Field(None, ge=DARKEST, le=LIGHTEST, allow_inf_nan=False)
    pieces: list[Piece] = Field([], max_length=MOST_PIECES)


class PictureIn(Asked):
    """The picture that a painting begins from, as it was divided."""

    division: Key


class MotherIn(Asked):
    """Where the mother colour comes from: a tube or a pot by its key, a passage by its place, the
    grey of the main pair, a trace of everything, or a colour that the box is to mix."""

    kind: Literal["tube", "passage", "grey", "trace", "pot", "colour"]
    id: int = Field(0, ge=0, le=2**31 - 1)
    colour: str = Field("", max_length=60)


class PinnedIn(Asked):
    """A passage whose share stays where the painter put it."""

    place: Place
    share: Share


class GivingIn(Asked):
    """How the mother is given: without an amount, as far as is seen when touching."""

    kind: Literal["equal", "same", "least"] = "equal"
    amount: float | None = Field(
        None,
        ge=0,
        le=180,
        allow_inf_nan=False,
        description="A share or an equal pull, 0 to 1; for the least movement degrees.",
    )
    hold_value: bool = True
    accent_share: Share = 0.0
    most_delta_e: float | None = Field(None, ge=0, le=100, allow_inf_nan=False)
    pins: list[PinnedIn] = Field([], max_length=MOST_PASSAGES)


class SurfaceIn(Asked):
    """The surface to cover, its coats, and how far the paint goes."""

    width_cm: float = Field(40.0, ge=1, le=2000, allow_inf_nan=False)
    height_cm: float = Field(30.0, ge=1, le=2000, allow_inf_nan=False)
    coats: int = Field(1, ge=1, le=20)
    spread_cm2_per_ml: float = Field(80.0, ge=1, le=1000, allow_inf_nan=False)


class PaintingRequest(Viewing):
    """A painting to compute."""

    passages: list[PassageIn] = Field(max_length=MOST_PASSAGES)
    touching: list[Annotated[list[Place], Field(min_length=2, max_length=2)]] = Field(
        [], max_length=400
    )
    mother: MotherIn | None = None
    giving: GivingIn = GivingIn()
    surface: SurfaceIn = SurfaceIn()
    picture: PictureIn | None = None
    never: list[Never] | None = Field(
        None, max_length=3, description="As the account says where nothing is said."
    )


class DivideIn(Asked):
    """A photograph to divide into passages; as many as it seems to have where none are said."""

    photograph: Key
    count: int | None = Field(None, ge=FEWEST_REGIONS, le=MOST_REGIONS)


class RegionsIn(Asked):
    """Regions of a division by their pieces, and the place of one that is to be split."""

    regions: list[Pieces] = Field(max_length=MOST_PASSAGES)
    split: Place | None = None


_Axis = Annotated[float, Field(ge=-200, le=200, allow_inf_nan=False)]
# A list: as strict as a request is, one is no tuple.
_Lab = Annotated[list[_Axis], Field(min_length=3, max_length=3)]


class BetweenIn(Asked):
    """A place of a painting, and those it is held against: CIELAB of each."""

    lab: _Lab
    others: list[_Lab] = Field(max_length=MOST_PASSAGES)


class ComputeLayersIn(Viewing):
    """Layers to look at, and the mixture that comes nearest."""

    layers: LayersIn


class DotIn(Asked):
    """A mixture that is dotted on a picture, at a place in shares of its width and height."""

    x: Share
    y: Share
    mixture: TubeMixture
    light: Light = "D65"
    medium: Literal["opaque", "wash"] = "opaque"


class MixturesIn(Asked):
    """A painting with a picture, whose passages are to be mixed from few tubes."""

    request: PaintingRequest
    tubes: int | None = Field(None, ge=FEWEST_TUBES, le=MOST_TUBES)
    blacks: Literal["never", "blue", "freely"] = "blue"


class PaintingPlanIn(Asked):
    """A painting to plan the mixing of."""

    request: PaintingRequest
    measure: Measure = Measure()


class SchoolsIn(Asked):
    """A painting to bring together by every school."""

    request: PaintingRequest
    tubes: int = Field(5, ge=3, le=8, description="How many tubes the limited set may have.")


class PaintingIn(Keeping):
    """A painting to keep."""

    name: str = Field("", max_length=NAME_LENGTH)
    request: PaintingRequest
    measure: Measure = Measure()


class VersionIn(Asked):
    """A name for the palette as it is now."""

    name: str = Field("", max_length=NAME_LENGTH)
