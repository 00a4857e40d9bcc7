"""What comes in of painted sheets."""

from typing import Annotated, Literal

from pydantic import BaseModel, Field, StringConstraints

from mesotint.painted.layout import MOST_PAGES
from server.kept.requests import Asked, Key

Kind = Literal["sheet", "painting"]
Light = Literal["", "daylight", "led", "fluorescent", "tungsten"]
Corners = Annotated[str, StringConstraints(max_length=200, pattern=r"^[0-9.,;\s-]*$")]


class Taken(BaseModel):
    """How a sheet was photographed: which page of it, on what paper, under what light.

    `corners` are the page's, where they were tapped: ``0.1,0.1; 0.9,0.1; …`` in shares of the
    picture, from the top left one clockwise.
    """

    page: int = Field(1, ge=1, le=MOST_PAGES)
    size: Literal["A4", "Letter"] = "A4"
    light: Light = ""
    corners: Corners = ""


class TubesIn(Asked):
    """Tubes to calibrate by what a sheet tells."""

    tubes: list[Key] = Field(min_length=1, max_length=12)
