"""Measures to read paint with: a module for each kind."""

import sys
from collections.abc import Mapping
from dataclasses import replace
from typing import Final

from mesotint.errors import InputError, nearest_words
from mesotint.kinds import kinds_of
from mesotint.planning.hand import Hand
from mesotint.planning.measures.grams import gram_scale
from mesotint.planning.measures.hand import KIND as HAND
from mesotint.planning.measures.hand import hand
from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measures.ounces import ounces

KINDS: Final[Mapping[str, MeasureKind]] = kinds_of(sys.modules[__name__])
"""The kinds of measure by their keys, in the order in which painters are offered them."""


def measure_of(name: str, step: float | None = None, own: Hand | None = None) -> Measure:
    """A measure by its name and its step; `InputError` with the nearest names for another.

    Parameters
    ----------
    name : str
        A key of `KINDS`.
    step : float or None
        Its smallest step, in its own unit; its usual one where none is given.
    own : Hand, optional
        What the amounts of the hand are that measures, if one does.
    """
    if name == HAND.key and own is not None:
        return hand(own)
    if name not in KINDS:
        near = nearest_words(name, KINDS) or list(KINDS)
        raise InputError(
            f"The measure '{name[:40]}' is not known; try {', '.join(near)}.", "measure"
        )
    kind = KINDS[name]
    return kind.make(kind.usual if step is None else step)


def finer(measure: Measure) -> Measure:
    """A scale that would do better, in the units that are worked in.

    Without a scale it is one that weighs a hundredth of a gram, and shows ounces by the half
    thousandth (from memory).
    """
    if measure.by_weight:
        return replace(measure, step=measure.step / 10)
    return ounces(0.0005) if measure.imperial else gram_scale(0.01)
