"""A random mud of the box, to practise on."""

from typing import Final

import numpy as np

from mesotint.mixing.mud import random_mud
from mesotint.optics.grid import Array
from server.mixtures.sources.kind import TargetSource
from server.painters.models import Painter
from server.tubes.services import PaintBox


def _colour(painter: Painter, _: bool) -> tuple[Array, str]:
    return random_mud(PaintBox(painter).paints, np.random.default_rng()).lab, "random mud"


KIND: Final = TargetSource("mud", "Random mud", rank=70, takes=bool, usual=False, colour=_colour)
