"""What comes in of mixtures: tubes in parts, how they are viewed and measured, colours to hit."""

from typing import TYPE_CHECKING, Annotated, Any, Literal

from pydantic import Field, model_validator

from mesotint.mixing import mixture as core
from mesotint.mixing.ground import USUAL_GROUND
from mesotint.planning.measures import KINDS as MEASURES
from mesotint.planning.measures import measure_of
from mesotint.planning.measures.measure import Measure as CoreMeasure
from mesotint.planning.openings import MOST_OPENING
from server.kept.models import TOKEN_LENGTH
from server.kept.requests import Asked, Key, Name, PhotoArea
from server.painters import older
from server.painters.requests import HandMl

LEAST_STEP = 0.001
"""Of a scale in grams, of a syringe in millilitres: finer than any on a palette."""

MOST_IN_MIXTURE = 8

Amount = Annotated[float, Field(gt=0, le=1000, allow_inf_nan=False)]
Opening = Annotated[float, Field(ge=0, le=MOST_OPENING, allow_inf_nan=False)]
if TYPE_CHECKING:
    MeasureKind = str
else:
    MeasureKind = Literal[tuple(MEASURES)]
Light = Literal["D65", "D50", "A", "F11", "LED-B3"]


class TubePart(Asked):
    """Parts by volume of one tube, by its key; in a file by its place, from 0."""

    tube: int = Field(ge=0, lt=2**63)
    parts: Amount = 1.0


class Origin(Asked):
    """Where a mixture was taken from: a pile or a kept mixture by its key; a patch by its sheet's
    and its place; a passage by its painting's and its own."""

    kind: Literal["patch", "passage", "pile", "kept"]
    id: Key
    place: int | None = Field(None, ge=0, le=1000)
    key: str = Field("", max_length=TOKEN_LENGTH)


class TubeMixture(Asked):
    """A colour to mix from: one tube, or some in parts."""

    parts: list[TubePart] = Field(min_length=1, max_length=MOST_IN_MIXTURE)
    name: Name = Field("", description="What the painter calls the mixture.")
    origin: Origin | None = None


class Viewing(Asked):
    """How everything is laid and seen."""

    medium: Literal["opaque", "wash"] = "opaque"
    finish: Literal["gloss", "satin", "matte"] = "satin"
    light: Light = "D65"
    ground: str = Field(
        USUAL_GROUND, max_length=40, description="What a wash is laid on: a word, or a colour."
    )

    @property
    def viewing(self) -> core.Viewing:
        """The viewing of the core."""
        return core.Viewing(self.medium, self.finish, self.light, ground=self.ground)


class MeasureSteps(Asked):
    """How finely a measure is read, whatever its kind."""

    kind: str
    step: float = Field(
        0.1,
        ge=LEAST_STEP,
        le=10,
        allow_inf_nan=False,
        description="Smallest step of a scale or syringe.",
    )
    nozzle_mm: float = Field(5.0, ge=0.5, le=50, allow_inf_nan=False)
    hand_ml: HandMl = HandMl()

    @model_validator(mode="before")
    @classmethod
    def _was_a_pea(cls, told: Any) -> Any:
        """What earlier versions kept, and what their clients left unsent, told a pea alone."""
        return older.hand(told) if isinstance(told, dict) and "pea_ml" in told else told

    @property
    def core(self) -> CoreMeasure:
        """The measure of the core."""
        steps = {"step": self.step, "nozzle": self.nozzle_mm, "": None}
        kind = MEASURES.get(self.kind)
        return measure_of(self.kind, steps[kind.read_by] if kind else None, self.hand_ml.core)


class Measure(MeasureSteps):
    """What amounts are read with."""

    kind: MeasureKind = "ml"
    step: float = Field(0.01, ge=LEAST_STEP, le=10, allow_inf_nan=False)


class PhotographArea(Asked):
    """An area of one of the painter's photographs."""

    photograph: Key
    area: PhotoArea
