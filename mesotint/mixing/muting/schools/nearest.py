"""What is nearest to grey in the box, opened."""

from collections.abc import Sequence
from typing import Final

from mesotint.mixing.character import is_grey
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.partners import nearest_partner
from mesotint.mixing.muting.schools.kind import SchoolOfMuting
from mesotint.paints.library import Paint


def _agent(paint: Paint, others: Sequence[Paint], viewing: Viewing) -> Paint | None:
    return nearest_partner(paint, [p for p in others if not is_grey(p)], viewing)


KIND: Final = SchoolOfMuting(
    key="nearest to grey", title="Nearest to grey in your box", agent=_agent, rank=20
)
