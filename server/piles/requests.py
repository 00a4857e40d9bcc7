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


class _Move(Asked):
    """One thing done at a pile. `token` tells it from all others of this pile: sent twice, it is
    done once."""

    token: Token


class AddIn(_Move):
    """An amount in a measure, of a tube or of a thinner."""

    kind: Literal["add"]
    tube: Key | None = None
    thinner: Literal["medium", "water"] | None = None
    amount: Volume | None = None
    measure: MeasureKind = "ml"


class _Load(_Move):
    """An amount in ml, or a share of the pile."""

    amount: Volume | None = None
    measure: MeasureKind = "ml"
    share: float | None = Field(None, gt=0, le=1, allow_inf_nan=False)


class CarryIn(_Load):
    """What is carried onto another pile."""

    kind: Literal["carry"]
    onto: Key | None = None


class ScoopIn(_Load):
    """What is taken off the palette, to be painted with."""

    kind: Literal["scoop"]


class BackIn(_Move):
    """Take the last thing back, or bring back what was taken back."""

    kind: Literal["take back", "bring back"]


class SplitIn(_Move):
    """How to split a pile: into equal piles, or by shares, the first of which stays."""

    kind: Literal["split"]
    into: int = Field(2, ge=2, le=12)
    shares: list[float] | None = Field(None, min_length=2, max_length=12)


class FamilyIn(_Move):
    """Near, middle and far of a pile, or light, middle and dark, made by carrying a share of each
    into the next."""

    kind: Literal["family"]
    by: Literal["distance", "value"]
    share: float = Field(KNIFE_LOAD, ge=0.05, le=0.8, allow_inf_nan=False)


class PotIn(_Move):
    """Which pot takes what is left of a pile; a new one where none is named."""

    kind: Literal["pot"]
    pot: Key | None = None


class WeighIn(_Move):
    """What the scale shows, settled, as an addition of a tube."""

    kind: Literal["weigh"]
    tube: Key


class ReadPileIn(_Move):
    """Readings of a pile to average; or its colour, where it was read otherwise: typed, or off a
    photograph."""

    kind: Literal["read"]
    count: int = Field(3, ge=1, le=20)
    colour: str = Field("", max_length=60)


class CalibrateIn(_Move):
    """The tube to keep a measured pile as a reading of."""

    kind: Literal["calibrate"]
    tube: Key


class KeepIn(_Move):
    """A name to keep a pile's mixture by."""

    kind: Literal["keep"]
    name: Name = ""


Change = AddIn | CarryIn | ScoopIn | BackIn
"""What changes how much lies on a pile: one event of it each."""

Move = Annotated[
    Change | SplitIn | FamilyIn | PotIn | WeighIn | ReadPileIn | CalibrateIn | KeepIn,
    Field(discriminator="kind"),
]


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
