"""Work plans as the API tells them, whatever they are plans of."""

import hashlib
from collections.abc import Sequence

from mesotint.planning.following import Instructions, Line
from mesotint.planning.following import Used as CoreUsed
from mesotint.planning.measures.measure import Measure
from server.mixtures.answers import Spare, Used, WorkLine


def plan_key(lines: Sequence[Line]) -> str:
    """Tells plans apart by what they say."""
    told = "\n".join(f"{line.heading}\t{line.says}" for line in lines)
    return hashlib.sha256(told.encode()).hexdigest()[:16]


def work_lines(lines: Sequence[Line]) -> list[WorkLine]:
    """What to do, line by line."""
    return [WorkLine(heading=line.heading, says=line.says) for line in lines]


def spares(told: Instructions) -> list[Spare]:
    """What is left of what was mixed beforehand."""
    return [Spare(name=spare.name, volume_ml=spare.volume_ml) for spare in told.spare]


def used(each: CoreUsed, measure: Measure) -> Used:
    """What one tube must give."""
    if each.amount >= measure.step / 2:
        says = measure.told(each.amount)
    else:
        says = f"under {measure.told(measure.step)}"
    return Used(key=each.paint.key, name=each.paint.name, says=says, volume_ml=each.volume_ml)
