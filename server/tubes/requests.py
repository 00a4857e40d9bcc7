"""What comes in of tubes, boxes, readings and the instrument."""

from typing import Annotated, Literal

from pydantic import Field

from server.kept.requests import Asked, Key
from server.tubes.models import LABEL_LENGTH

Label = Annotated[str, Field(max_length=LABEL_LENGTH)]
Millilitres = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
Medium = Literal["oil", "acrylic", "gouache", "tempera", "watercolour"]
Finish = Literal["gloss", "satin", "matte"]


class RecipePartIn(Asked):
    """Parts of one library paint."""

    paint_key: Annotated[str, Field(max_length=64)]
    parts: float = Field(gt=0, le=1e6, allow_inf_nan=False)


class ReadingIn(Asked):
    """A reading that is typed: CIELAB as three numbers, a Munsell notation, or a hex code."""

    white_parts: float = Field(0.0, ge=0, le=1000, allow_inf_nan=False)
    colour: str = Field(min_length=1, max_length=60)


class TubeIn(Asked):
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


class SeveralTubes(Asked):
    """Tubes to add together."""

    tubes: list[TubeIn] = Field(min_length=1, max_length=60)


class TubeChange(Asked):
    """What may change about a tube; what is left out stays."""

    label: Label | None = None
    medium: Medium | None = None
    finish: Finish | None = None
    size_ml: Millilitres | None = None
    left_ml: Millilitres | None = None
    notes: Annotated[str, Field(max_length=2000)] | None = None


class BoxIn(Asked):
    """A box to make or to change."""

    name: str = Field(min_length=1, max_length=LABEL_LENGTH)
    selection: bool = False
    tubes: list[Key] = Field([], max_length=1000)


class DeskIn(Asked):
    """The box to work from; none for all tubes."""

    box: Key | None


class DrawdownIn(Asked):
    """A drawdown to measure with the instrument."""

    white_parts: float = Field(0.0, ge=0, le=1000, allow_inf_nan=False)
    count: int = 3
