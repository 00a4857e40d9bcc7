"""A session of some minutes: what is due, what is weak, and one match, mixed."""

from collections.abc import Mapping, Sequence
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.practice.exercises import KINDS

SURROUND: Final = 5.0
"""Munsell value of the grey that every exercise is looked at on, whatever a room is set to."""

MINUTES: Final = (5, 10, 20)
A_MINUTE: Final = 3
"""Exercises in a minute, with the reading of why; a match counts for two minutes."""


def planned(
    minutes: int,
    kinds: Sequence[str],
    due: Sequence[str],
    weak: Mapping[str, float],
    seed: int,
) -> list[str]:
    """The kinds of a session in their order; of ``kind:topic`` where something by heart is due.

    Parameters
    ----------
    minutes : int
        5, 10 or 20.
    kinds : sequence of str
        Those the box is enough for.
    due : sequence of str
        What was learnt by heart and is due, as ``kind:topic``, the longest first.
    weak : mapping of str to float
        Share of the answers of a kind that were wrong; kinds that are not told are new.
    seed : int
        Of the dice that shuffle it.

    Raises
    ------
    InputError
        For a length that is none, or no kind at all.
    """
    if minutes not in MINUTES:
        raise InputError("A session takes 5, 10 or 20 minutes.", "minutes")
    if not kinds:
        raise InputError("There is no exercise for these tubes; put some on the desk.", "box")
    rng = np.random.default_rng(seed)
    count = minutes * A_MINUTE
    mixed = [kind for kind in kinds if KINDS[kind].on_palette]
    match = mixed[:1] if minutes >= MINUTES[1] else []
    plain = [kind for kind in kinds if kind not in mixed]
    told = list(due[: count // 3])
    # What goes wrong comes more often; what is new as often as what goes wrong half of the time.
    weights = np.array([0.25 + weak.get(kind, 0.5) for kind in plain])
    rest = max(0, count - len(told) - 2 * A_MINUTE * len(match))
    if plain:
        # Each kind comes once before any comes twice.
        first = [plain[i] for i in rng.permutation(len(plain))][:rest]
        more = rng.choice(len(plain), rest - len(first), p=weights / weights.sum())
        told += [*first, *(plain[i] for i in more)]
    order = [told[i] for i in rng.permutation(len(told))]
    # The match comes last but one third: the eye is warm by then, and the hand not tired.
    return [*order[: 2 * len(order) // 3], *match, *order[2 * len(order) // 3 :]]
