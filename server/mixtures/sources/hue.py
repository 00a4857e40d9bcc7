"""A hue of the wheel as the tubes on the desk mix it true."""

from typing import Annotated, Final

from pydantic import Field

from mesotint.errors import InputError
from mesotint.mixing.true_hues import TrueHue, angle_of, true_hues
from mesotint.optics.grid import Array
from server.mixtures.given import mixture_of
from server.mixtures.requests import TubeMixture
from server.mixtures.services import in_tubes
from server.mixtures.sources.kind import TargetSource
from server.painters.models import Painter
from server.tubes.services import PaintBox


def _true(painter: Painter, hue: str) -> tuple[PaintBox, TrueHue]:
    box = PaintBox(painter)
    (found,) = true_hues([(hue, angle_of(hue))], box.advised)
    if not found.is_reached:
        raise InputError(f"{found.says} Add a tube nearer to it.", "hue")
    return box, found


def _colour(painter: Painter, hue: str) -> tuple[Array, str]:
    return _true(painter, hue)[1].lab, hue


def _mixture(painter: Painter, hue: str, name: str) -> TubeMixture:
    box, found = _true(painter, hue)
    parts = in_tubes(box, found.paints, found.parts) or []
    return mixture_of(parts, name or f"true {found.name}")


KIND: Final = TargetSource(
    "hue",
    "A hue, mixed true",
    rank=60,
    takes=Annotated[str, Field(max_length=20, description="One of the wheel of twelve: red, say.")],
    usual="",
    colour=_colour,
    mixture=_mixture,
)
