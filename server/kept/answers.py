"""What goes out of anything that is kept."""

from typing import Literal

from pydantic import BaseModel

from server.kept.requests import PhotoArea


class Ticks(BaseModel):
    """Lines of a work plan that are done."""

    plan: str
    lines: list[int]


class KeptAgain(BaseModel):
    """What a save comes to: the revision that is kept now. It is computed from the paints as they
    are now."""

    revision: int


class PhotographOut(BaseModel):
    """A photograph of the painter's."""

    id: int
    name: str
    width: int
    height: int
    card: Literal["", "white", "grey"]
    card_area: PhotoArea | None
