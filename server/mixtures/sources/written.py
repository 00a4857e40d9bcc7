"""A colour as it is written: CIELAB, Munsell, hex, or a name."""

from typing import Annotated, Final

from pydantic import Field

from mesotint.optics.grid import Array
from server.mixtures.sources.kind import TargetSource
from server.painters.models import Painter
from server.tubes.readings import colour_typed


def _colour(_: Painter, colour: str) -> tuple[Array, str]:
    return colour_typed(colour), ""


KIND: Final = TargetSource(
    "colour",
    "Write it",
    rank=10,
    takes=Annotated[str, Field(max_length=60)],
    usual="",
    colour=_colour,
)
