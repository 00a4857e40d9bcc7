"""What is learnt by heart about one's own tubes, and when it is due again.

Spaced repetition by the package fsrs (its scheduler of 2025 with its published parameters), its
random fuzz off, so that the same answers are due on the same day.
"""

from dataclasses import dataclass
from datetime import datetime
from functools import cache
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from fsrs import Scheduler


@dataclass(frozen=True)
class Reviewed:
    """A card after an answer: what is kept of it, and when it is due."""

    card: dict[str, Any]
    due: datetime


@cache
def _scheduler() -> "Scheduler":
    # Imported where it is needed, so that a command that asks nothing starts at once.
    from fsrs import Scheduler

    return Scheduler(enable_fuzzing=False)


def reviewed(card: dict[str, Any] | None, right: bool, score: float, at: datetime) -> Reviewed:
    """What becomes of a card by an answer.

    Parameters
    ----------
    card : dict or None
        As it was kept; none for what was never asked.
    score : float
        0 to 1; a right answer that was a near thing counts as hard.
    at : datetime
        When, in UTC.
    """
    from fsrs import Card, Rating

    rating = Rating.Again if not right else Rating.Good if score >= 0.9 else Rating.Hard
    before = Card(due=at) if card is None else Card.from_dict(card)  # type: ignore[arg-type]
    after, _ = _scheduler().review_card(before, rating, review_datetime=at)
    return Reviewed(dict(after.to_dict()), after.due)
