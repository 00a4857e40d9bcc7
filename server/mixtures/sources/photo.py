"""An area of a photograph."""

from typing import Final

from django.shortcuts import get_object_or_404

from mesotint.optics.grid import Array
from server.kept.models import Photograph
from server.kept.photographs import colour_of
from server.mixtures.requests import PhotographArea
from server.mixtures.sources.kind import TargetSource
from server.painters.models import Painter


def _colour(painter: Painter, given: PhotographArea) -> tuple[Array, str]:
    photograph = get_object_or_404(Photograph, pk=given.photograph, painter=painter)
    return colour_of(photograph, given.area).lab, ""


KIND: Final = TargetSource(
    "photo", "From a photograph", rank=20, takes=PhotographArea | None, colour=_colour
)
