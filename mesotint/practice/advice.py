"""What to practise next, and what it is good for, from how the last answers went."""

from collections.abc import Mapping, Sequence
from typing import Final

from mesotint.practice.exercises import KINDS

LAST: Final = 20
"""Answers of a kind that tell how it goes now: our own."""

FEWEST: Final = 8
"""Answers of a kind below which nothing is said of it: our own."""

_WELL_FROM: Final = 0.85


def share_right(answers: Sequence[bool]) -> float:
    """Share of the last answers of a kind that were right.

    Parameters
    ----------
    answers : sequence of bool
        The oldest first; at least one.
    """
    last = answers[-LAST:]
    return sum(last) / len(last)


def advice(answers: Mapping[str, Sequence[bool]]) -> list[str]:
    """What to practise next, in sentences.

    Parameters
    ----------
    answers : mapping of str to sequence of bool
        Whether each answer of a kind was right, the oldest first.

    Examples
    --------
    >>> advice({"lean": [True] * 9, "darker": [False] * 9})[0].partition(";")[0]
    'Next: darker'
    """
    known = {kind: share_right(told) for kind, told in answers.items() if len(told) >= FEWEST}
    if not known:
        return [f"After {FEWEST} answers of a kind this says how it goes."]
    weakest = min(known, key=lambda kind: known[kind])
    told = [
        f"Next: {weakest.replace('-', ' ')}; {100 * known[weakest]:.0f} % of the last were right, "
        f"and {KINDS[weakest].good_for}."
    ]
    best = max(known, key=lambda kind: known[kind])
    if best != weakest and known[best] >= _WELL_FROM:
        told.append(f"{best.replace('-', ' ').capitalize()} goes well: {100 * known[best]:.0f} %.")
    return told
