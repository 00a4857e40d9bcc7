"""Amounts that a hand knows, from a knife-tip to a walnut, each as this hand weighed it."""

from collections.abc import Iterator
from dataclasses import dataclass, fields
from itertools import pairwise
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import checked_amount
from mesotint.optics.grid import Array

LEAST_ML: Final = 0.001
MOST_ML: Final = 200.0
"""Millilitres that an amount of a hand may be."""

NEAR_ENOUGH: Final = 0.05
"""Share of an amount that may be left off so that a hand has fewer kinds to count (our own
judgement: a hand misses by more)."""

_SMALLEST: Final = "knife-tip"
_NEARLY: Final = 1e-6
"""Share of an amount by which it may fall short and still be one."""


@dataclass(frozen=True)
class Hand:
    """What each amount of a hand is, in millilitres; usual ones from memory.

    Raises
    ------
    InputError
        For an amount that is out of range, or larger than the one above it.
    """

    knife_tip: float = 0.05
    lentil: float = 0.1
    pea: float = 0.3
    hazelnut: float = 1.0
    walnut: float = 15.0

    def __post_init__(self) -> None:
        for name, ml in self:
            checked_amount(ml, f"{name} ml", least=LEAST_ML, most=MOST_ML)
        for (larger, most), (smaller, least) in pairwise(self):
            if least > most:
                raise InputError(
                    f"A {smaller} of {least:g} ml is more than a {larger} of {most:g} ml; "
                    "weigh them in their order.",
                    "hand",
                )

    def __iter__(self) -> Iterator[tuple[str, float]]:
        """Names and millilitres, the largest first."""
        for each in reversed(fields(self)):
            yield each.name.replace("_", "-"), getattr(self, each.name)

    def scaled(self, times: float) -> "Hand":
        """A hand whose amounts are all so many times as large.

        Parameters
        ----------
        times : float
            Above zero.
        """
        return Hand(*(times * getattr(self, each.name) for each in fields(self)))

    def counts(self, ml: float, near_enough: float = 0.0) -> list[tuple[str, int]]:
        """How many of each come nearest to a volume, the largest first.

        Parameters
        ----------
        ml : float
            Millilitres, zero or more; what is less than half a knife-tip is left off.
        near_enough : float
            Share of it that may be left off for fewer kinds.
        """
        left, counted = ml, []
        for name, each in self:
            count = round(left / each) if name == _SMALLEST else int(left / each + _NEARLY)
            if count:
                counted.append((name, count))
                left -= count * each
            if left <= near_enough * ml:
                break
        return counted

    def nearest(self, ml: Array) -> Array:
        """The nearest volumes that can be counted, in millilitres.

        Parameters
        ----------
        ml : array
            Millilitres, zero or more.
        """
        # Knife-tips that make up a larger amount are counted as that amount: once more, then.
        for _ in range(2):
            left = np.asarray(ml, dtype=np.float64)
            counted = np.zeros_like(left)
            for name, each in self:
                share = left / each
                count = np.rint(share) if name == _SMALLEST else np.floor(share + _NEARLY)
                counted, left = counted + count * each, left - count * each
            ml = counted
        return np.asarray(ml)

    def in_words(self, ml: float, near_enough: float = 0.0) -> str:
        """A volume in the words of a hand: "a hazelnut, 2 peas and a lentil (1.7 ml)".

        Parameters
        ----------
        ml : float
            Millilitres, zero or more.
        near_enough : float
            Share of it that may be left off for fewer kinds.
        """
        counted, each = self.counts(ml, near_enough), dict(self)
        words = [f"a {name}" if n == 1 else f"{n} {name}s" for name, n in counted]
        of = _plain(sum(n * each[name] for name, n in counted))
        if not words:
            return f"a trace ({of} ml)"
        listed = " and ".join([", ".join(words[:-1]), words[-1]] if words[1:] else words)
        return f"{listed} ({of} ml)"


def _plain(ml: float) -> str:
    digits = 1 if ml >= 10 else 2
    return f"{ml:.{digits}f}".rstrip("0").rstrip(".")
