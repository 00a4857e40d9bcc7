"""A trace of everything."""

from collections.abc import Sequence
from typing import Final

from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.schools.kind import SchoolOfMuting
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_white, mixture

FEWEST: Final = 3
"""Other paints from which a trace of all is a school of its own."""


def _agent(_: Paint, others: Sequence[Paint], __: Viewing) -> Paint | None:
    rest = [p for p in others if not is_white(p)]
    if len(rest) < FEWEST:
        return None
    even = {p: 1 / float(p.absorption.mean() + p.scattering.mean()) for p in rest}
    return mixture("everything", "Everything", even)


KIND: Final = SchoolOfMuting(
    key="trace of everything", title="By a trace of everything", agent=_agent, rank=60
)
