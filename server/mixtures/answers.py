"""What goes out of mixtures: their parts, their colours, and what to do to make them."""

from datetime import datetime

from pydantic import BaseModel

from server.kept.looks import Look
from server.mixtures.requests import TubeMixture


class PaintRef(BaseModel):
    """A paint by its key."""

    key: str
    name: str


class Part(BaseModel):
    """How much of one paint a mixture holds: exact, in whole parts, or as a touch.

    `touch` is 280 for a trace of 1 in 280, which counts no parts; `says` tells either.
    `strength` is what it does in white, in parts of ultramarine that would do as much; none for
    a white.
    """

    key: str
    name: str
    exact: float
    whole: int
    touch: int
    says: str
    strength: float = 0.0


class Ground(BaseModel):
    """Something to paint on, and how it looks bare."""

    word: str
    look: Look


class KindOut(BaseModel):
    """A kind of colour that painters aim at: rows from light to dark, each cool, neutral, warm.

    `opaque` and `wash` say how it is usually mixed; `source` where its ranges come from.
    """

    key: str
    name: str
    group: str
    opaque: str
    wash: str
    source: str
    across: list[str]
    rows: list[list[Look]]


class AreaColour(BaseModel):
    """The average colour of an area, and the spread of its pixels in CIEDE2000; its ± where a
    printed card tells one, and that in words."""

    look: Look
    spread: float
    uncertainty: float | None
    says: str


class Note(BaseModel):
    """One note of a photograph and its share of the picture."""

    look: Look
    share: float


class Ingredient(BaseModel):
    """What is in a mixture of one tube, or of what thins it."""

    tube: int | None
    label: str
    volume_ml: float
    share: float


class KeptMixtureOut(BaseModel):
    """A kept mixture: its parts in hundredths, and what it matched.

    `away` is CIEDE2000 from the colour it was searched by; none where it was not.
    """

    id: int
    title: str
    look: Look
    target_name: str
    delta_e: float | None
    created: datetime
    parts: list[Ingredient]
    away: float | None = None


class FoundMixture(BaseModel):
    """A mixture found to go on with: what to mix, what it looks like, and how far off it is."""

    mixture: TubeMixture
    look: Look
    delta_e: float


class WorkLine(BaseModel):
    """One thing to do, below its heading."""

    heading: str
    says: str


class Used(BaseModel):
    """What one tube must give in all."""

    key: str
    name: str
    says: str
    volume_ml: float


class Spare(BaseModel):
    """What is left of something that was mixed beforehand."""

    name: str
    volume_ml: float
