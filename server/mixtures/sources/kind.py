"""The mould of a source of colours to hit: what it is called, what it takes, and what it leads to.

A source is one module of this package with a constant ``KIND``.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from mesotint.optics.grid import Array
from server.mixtures.requests import TubeMixture
from server.painters.models import Painter


def _no_mixture(painter: Painter, given: Any, name: str) -> TubeMixture | None:
    return None


@dataclass(frozen=True)
class TargetSource:
    """What a source of colours to hit says of itself.

    Attributes
    ----------
    key : str
        The field of a target that it fills; of one that fills another's field, its own name.
    title : str
        Where painters choose between sources; empty where it is not offered there.
    rank : int
        Where it stands among the sources, the lowest first.
    takes : type, optional
        What its field takes; none where it fills another's.
    usual : object
        What its field holds where another source is meant.
    colour : callable, optional
        CIELAB of what a painter gave, and what to call it; an empty word where nothing tells.
    mixture : callable
        A mixture of tubes that is just this colour, where the source knows one; given the name
        that the painter gave.
    """

    key: str
    title: str
    rank: int
    takes: Any = None
    usual: Any = None
    colour: Callable[[Painter, Any], tuple[Array, str]] | None = None
    mixture: Callable[[Painter, Any, str], TubeMixture | None] = _no_mixture
