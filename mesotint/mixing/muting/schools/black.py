"""A black."""

from collections.abc import Sequence
from typing import Final

from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.schools.kind import SchoolOfMuting
from mesotint.paints.library import Paint
from mesotint.paints.roles import black_of


def _agent(_: Paint, others: Sequence[Paint], __: Viewing) -> Paint | None:
    return black_of(others)


KIND: Final = SchoolOfMuting(key="black", title="By a black", agent=_agent, rank=50)
