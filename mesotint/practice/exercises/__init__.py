"""Exercises of the eye and the hand: a module for each kind."""

from collections.abc import Mapping
from importlib import import_module
from pkgutil import iter_modules
from typing import Final

from mesotint.practice.exercises.kind import ExerciseKind

_MODULES: Final = [import_module(f"{__name__}.{each.name}") for each in iter_modules(__path__)]
_FOUND: Final[list[ExerciseKind]] = [each.KIND for each in _MODULES if hasattr(each, "KIND")]

KINDS: Final[Mapping[str, ExerciseKind]] = {
    kind.key: kind for kind in sorted(_FOUND, key=lambda kind: (kind.rank, kind.title))
}
"""The kinds of exercise by their keys, in the order in which painters are offered them."""
