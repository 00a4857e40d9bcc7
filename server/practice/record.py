"""What practice has shown: thresholds over time, what is confused, matches, and what to do next."""

from collections import Counter
from collections.abc import Sequence
from datetime import datetime
from typing import Any

import numpy as np

from mesotint.practice.advice import FEWEST, advice, share_right
from mesotint.practice.exercises import KINDS
from mesotint.practice.making import SCALES
from mesotint.practice.staircase import Staircase
from server.painters.models import Painter
from server.practice.answers import (
    ConfusedOut,
    PracticeMatch,
    PracticeRecord,
    PractisedOut,
    ThresholdOut,
    ThresholdPoint,
)
from server.practice.models import Answer

_Row = tuple[str, float, bool, str, str, datetime, Any, float]


def record_out(painter: Painter) -> PracticeRecord:
    """All that a painter's answers tell."""
    rows = list(
        Answer.objects.filter(session__painter=painter)
        .order_by("id")
        .values_list("kind", "level", "right", "said", "wanted", "at", "figures", "off")
    )
    answers = {kind: told for kind in KINDS if (told := [row[2] for row in rows if row[0] == kind])}
    confused = Counter((row[4], row[3]) for row in rows if row[3] and row[3] != row[4])
    return PracticeRecord(
        answers=len(rows),
        days=len({row[5].date() for row in rows}),
        thresholds=[seen for kind in SCALES if (seen := _threshold(kind, rows)) is not None],
        confused=[
            ConfusedOut(wanted=wanted, said=said, count=count)
            for (wanted, said), count in confused.most_common(12)
        ],
        matches=[
            PracticeMatch(
                at=row[5],
                additions=row[6]["additions"],
                volume_ml=row[6]["volume_ml"],
                delta_e=row[7],
            )
            for row in rows
            if row[6]
        ],
        kinds=[
            PractisedOut(kind=kind, answers=len(told), right=share_right(told))
            for kind, told in answers.items()
        ],
        says=advice(answers),
    )


def _threshold(kind: str, rows: Sequence[_Row]) -> ThresholdOut | None:
    """A threshold as it was known at the end of each day."""
    mine = [row for row in rows if row[0] == kind]
    if len(mine) < FEWEST:
        return None
    days = [row[5].date() for row in mine]
    ends = [i + 1 for i, day in enumerate(days) if i + 1 == len(days) or days[i + 1] != day]
    stair = Staircase(SCALES[kind])
    found = stair.noted(
        np.array([row[1] for row in mine]), np.array([row[2] for row in mine]), np.array(ends)
    )
    return ThresholdOut(
        kind=kind,
        says=stair.says(),
        answers=stair.answers,
        points=[
            ThresholdPoint(day=mine[end - 1][5], value=told.value, low=told.low, high=told.high)
            for end, told in zip(ends, found, strict=True)
        ],
    )
