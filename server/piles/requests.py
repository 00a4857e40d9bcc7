"""What comes in of piles: what is done to them, and to the simulated scale beside them."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from mesotint.instruments.gram_scale import GREATEST_LOAD_G
from mesotint.mixing.palette import KNIFE_LOAD, LEAST_ML, MOST_ML
from server.kept.models import NAME_LENGTH
from server.kept.requests import Asked, Key, Name, Token
from server.mixtures.requests import MeasureKind, TubeMixture
from server.mixtures.targets import Target

Volume = Annotated[float, Field(ge=LEAST_ML, le=MOST_ML, allow_inf_nan=False)]


class PileIn(Asked):
    """A pile to begin, empty or with a mixture of a volume; a let-down begins with its mixture."""

    name: Name = ""
    kind: Literal["pile", "let-down"] = "pile"
    target: Target | None = None
    mixture: TubeMixture | None = None
    volume_ml: float = Field(5.0, ge=0.1, le=1000, allow_inf_nan=False)
    token: Token | None = None


class PileChange(Asked):
    """A pile's name or target; what is left out stays."""

    name: str | None = Field(None, min_length=1, max_length=NAME_LENGTH)
    target: Target | None = None


class PileEventIn(Asked):
    """One thing to do to a pile; `token` tells it from all others of this pile.

    ``add`` takes a tube or a thinner and an amount in a measure; ``carry`` takes `onto` and an
    amount in ml or a share of the pile; ``scoop`` takes an amount in ml or a share.
    """

    kind: Literal["add", "carry", "scoop", "take back", "bring back"]
    tube: Key | None = None
    thinner: Literal["medium", "water"] | None = None
    onto: Key | None = None
    amount: Volume | None = None
    measure: MeasureKind = "ml"
    share: float | None = Field(None, gt=0, le=1, allow_inf_nan=False)
    token: Token


class SplitIn(Asked):
    """How to split a pile: into equal piles, or by shares, the first of which stays."""

    into: int = Field(2, ge=2, le=12)
    shares: list[float] | None = Field(None, min_length=2, max_length=12)
    token: Token


class PotIn(Asked):
    """Which pot takes what is left of a pile; a new one where none is named."""

    pot: Key | None = None
    token: Token


class FamilyIn(Asked):
    """A set of related piles to make by carrying a share of each pile into the next."""

    kind: Literal["distance", "value"]
    share: float = Field(KNIFE_LOAD, ge=0.05, le=0.8, allow_inf_nan=False)
    token: Token


class WeighIn(Asked):
    """What the scale shows, settled, as an addition of a tube."""

    tube: Key
    token: Token


class ReadPileIn(Asked):
    """Readings of a pile to average; or its colour, where it was read otherwise: typed, or off a
    photograph."""

    count: int = Field(3, ge=1, le=20)
    colour: str = Field("", max_length=60)
    token: Token


class CalibrateIn(Asked):
    """The tube to keep a measured pile as a reading of."""

    tube: Key


def _known_step(step_g: float) -> float:
    """A step that a scale is made with."""
    if step_g not in GREATEST_LOAD_G:
        steps = " or ".join(f"{step:g}" for step in GREATEST_LOAD_G)
        raise ValueError(f"a scale reads in steps of {steps} g")
    return step_g


class GramScaleIn(Asked):
    """The step of the scale."""

    step_g: Annotated[float, AfterValidator(_known_step)]


class PutIn(Asked):
    """What the simulated hand puts on the scale, or below zero takes off it.

    A hand is unsteady: what it squeezes out is about what it meant.
    """

    mass_g: float = Field(ge=-1000, le=1000, allow_inf_nan=False)
    unsteady: bool = False


class KeepIn(Asked):
    """A name to keep a pile's mixture by."""

    name: Name = ""
    token: Token
