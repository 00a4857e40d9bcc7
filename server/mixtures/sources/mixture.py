"""A mixture of tubes."""

from typing import Final

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.optics.grid import Array
from server.mixtures.requests import TubeMixture
from server.mixtures.services import box_of, paint_of
from server.mixtures.sources.kind import TargetSource
from server.painters.models import Painter


def _colour(painter: Painter, mixture: TubeMixture) -> tuple[Array, str]:
    paint = paint_of(box_of(painter, [mixture]), mixture)
    return DEFAULT_VIEWING.lab(np.ones(1), [paint]), ""


KIND: Final = TargetSource(
    "mixture",
    "",
    rank=80,
    takes=TubeMixture | None,
    colour=_colour,
    mixture=lambda _, mixture, __: mixture,
)
