"""One mixture by itself, planned as any other."""

from collections.abc import Sequence

import numpy as np

from mesotint.paints.library import Paint
from mesotint.planning.following import Instructions
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measuring import Measured


def alone(
    parts: Sequence[float], paints: Sequence[Paint], ml: float, measure: Measure
) -> Instructions:
    """The plan of one mixture."""
    return instructions(np.array([parts]), paints, ["pile"], Work(measure, ml))


def measured(
    parts: Sequence[float], paints: Sequence[Paint], ml: float, measure: Measure
) -> Measured:
    """The amounts of one mixture."""
    return alone(parts, paints, ml, measure).patches[0]
