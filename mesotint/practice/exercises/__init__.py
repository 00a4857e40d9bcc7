"""Exercises of the eye and the hand: a module for each kind."""

import sys
from collections.abc import Mapping
from typing import Final

from mesotint.kinds import kinds_of
from mesotint.practice.exercises.kind import ExerciseKind

KINDS: Final[Mapping[str, ExerciseKind]] = kinds_of(sys.modules[__name__])
"""The kinds of exercise by their keys, in the order in which painters are offered them."""
