"""The two other primaries together."""

from collections.abc import Sequence
from typing import Final

from mesotint.colour.hues import MIDDLES, PRIMARIES, nearest_family
from mesotint.mixing.character import hue_of, is_grey
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.partners import least_chroma
from mesotint.mixing.muting.schools.kind import SchoolOfMuting, apart, in_ratios
from mesotint.paints.library import Paint


def _agent(paint: Paint, others: Sequence[Paint], viewing: Viewing) -> Paint | None:
    """The two primaries other than the paint's own, in the ratio that brings it nearest to grey."""
    box = [other for other in others if not is_grey(other)]
    hue = hue_of(paint)
    own = PRIMARIES[0] if hue is None else nearest_family(PRIMARIES, hue)
    wanted = [MIDDLES[name] for name in PRIMARIES if name != own]
    pair = [min(box, key=lambda p: apart(angle, hue_of(p)), default=None) for angle in wanted]
    first, second = pair
    if first is None or second is None or first is second:
        return None
    mixtures = in_ratios("primaries", first, second)
    return mixtures[int(least_chroma(paint, mixtures, viewing).argmin())]


KIND: Final = SchoolOfMuting(key="two primaries", title="By two primaries", agent=_agent, rank=30)
