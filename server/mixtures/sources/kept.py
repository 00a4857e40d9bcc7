"""A mixture that was kept."""

from typing import Final

from django.shortcuts import get_object_or_404

from mesotint.optics.grid import Array
from server.kept.requests import Key
from server.mixtures.given import mixture_from
from server.mixtures.models import KeptMixture
from server.mixtures.requests import Origin, TubeMixture
from server.mixtures.sources.kind import TargetSource
from server.painters.models import Painter


def _colour(painter: Painter, key: int) -> tuple[Array, str]:
    kept = get_object_or_404(KeptMixture, pk=key, painter=painter)
    return kept.lab, kept.name


def _mixture(painter: Painter, key: int, _: str) -> TubeMixture:
    return mixture_from(painter, Origin(kind="kept", id=key))


KIND: Final = TargetSource(
    "kept", "Mixed before", rank=40, takes=Key | None, colour=_colour, mixture=_mixture
)
