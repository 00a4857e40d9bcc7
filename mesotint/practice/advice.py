"""What to practise next, and what it is good for, from how the last answers went."""

from collections.abc import Mapping, Sequence
from typing import Final

LAST: Final = 20
"""Answers of a kind that tell how it goes now: our own."""

FEWEST: Final = 8
"""Answers of a kind below which nothing is said of it: our own."""

_WELL_FROM: Final = 0.85

GOOD_FOR: Final = {
    "lean": "naming the lean of a grey is how a neutral is made true",
    "darker": "telling values apart is what a painting reads by",
    "value": "naming values is how a mixture is begun: value first",
    "duller": "telling chroma apart keeps accents clear",
    "mixture": "knowing what tubes make saves paint",
    "how-much": "knowing how little it takes saves paint",
    "fix": "taking leans out is half of all correcting",
    "partner": "knowing what mutes what is muting",
    "order": "ordering patches is laying out a palette",
    "mud": "matching is all of it together",
    "memory": "a remembered colour reaches the palette as it was seen",
}
"""Why each is practised: common practice, no published source."""


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
        f"and {GOOD_FOR[weakest]}."
    ]
    best = max(known, key=lambda kind: known[kind])
    if best != weakest and known[best] >= _WELL_FROM:
        told.append(f"{best.replace('-', ' ').capitalize()} goes well: {100 * known[best]:.0f} %.")
    return told
