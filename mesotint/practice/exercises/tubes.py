"""What exercises on one's own tubes have in common: where pairs are greyest, choices in words.

The wrong answers are the usual mistakes: equal parts because the names are opposites, the wheel's
answer, the masstone taken for the tint, value forgotten (common practice).
"""

from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.muting.pairs import Pairs
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.practice.exercise import Choice

TRIES: Final = 120
TUBES: Final = 3
OPENED: Final = 4.0
"""Parts of white in which pairs are looked at: dark mixtures hide what they are."""

CLEARLY: Final = 3.0
"""Chroma by which a right tube mutes more than any wrong one, or leans more than none."""


def greyest_with(paint: Paint, others: Sequence[Paint]) -> tuple[Array, Array]:
    """Shares and CIELAB where a paint is greyest with each of some others, in white."""
    return Pairs(paint, others, OPENED, DEFAULT_VIEWING).nearest_neutrals()


def in_words(
    rows: Sequence[tuple[str, bool]], rng: np.random.Generator
) -> tuple[tuple[Choice, ...], str]:
    """Choices in words, shuffled and numbered as they stand, and the number of the right one.

    Parameters
    ----------
    rows : sequence of (str, bool)
        What each says, and whether it is right.
    """
    order = [rows[i] for i in rng.permutation(len(rows))]
    answer = next(str(i + 1) for i, (_, right) in enumerate(order) if right)
    return tuple(Choice(str(i + 1), says) for i, (says, _) in enumerate(order)), answer
