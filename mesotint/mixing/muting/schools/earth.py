"""An earth."""

from collections.abc import Sequence
from typing import Final

from mesotint.mixing.character import hue_of, is_grey
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.schools.kind import SchoolOfMuting, apart
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_earth


def _agent(paint: Paint, others: Sequence[Paint], _: Viewing) -> Paint | None:
    """The earth that is nearest in hue; none for a grey."""
    hue = hue_of(paint)
    earths = [p for p in others if is_earth(p) and not is_grey(p)]
    if hue is None:
        return None
    return min(earths, key=lambda p: apart(hue, hue_of(p)), default=None)


KIND: Final = SchoolOfMuting(key="earth", title="By an earth", agent=_agent, rank=40)
