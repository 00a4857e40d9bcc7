"""A pile on the palette: what was put on it, one addition after another, and how it looked then.

Its history is a list of events that only grows. Taking back an addition is an event too, and so is
bringing it back, so that what happened is never lost.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import (
    DEFAULT_VIEWING,
    Appearance,
    Viewing,
    appearances,
    checked_amount,
    merged,
)
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

LEAST_ML: Final = 1e-4
MOST_ML: Final = 1e4


@dataclass(frozen=True)
class Added:
    """One paint put on a pile, in millilitres."""

    paint: Paint
    volume_ml: float

    def __post_init__(self) -> None:
        checked_amount(self.volume_ml, "volume_ml", least=LEAST_ML, most=MOST_ML)


@dataclass(frozen=True)
class TakenBack:
    """The last addition that stands was taken back."""


@dataclass(frozen=True)
class BroughtBack:
    """The addition taken back last was brought back."""


Event = Added | TakenBack | BroughtBack


@dataclass(frozen=True)
class Pile:
    """A pile by its events, in order.

    Raises
    ------
    InputError
        For taking back where nothing stands, or bringing back where nothing was taken.
    """

    events: tuple[Event, ...] = ()
    viewing: Viewing = DEFAULT_VIEWING

    @cached_property
    def _stacks(self) -> tuple[tuple[Added, ...], tuple[Added, ...]]:
        standing: list[Added] = []
        taken: list[Added] = []
        for event in self.events:
            match event:
                case Added():
                    standing.append(event)
                    # What was taken back before something else was added stays off the pile.
                    taken.clear()
                case TakenBack():
                    if not standing:
                        raise InputError("pile: there is nothing to take back.", "pile")
                    taken.append(standing.pop())
                case BroughtBack():
                    if not taken:
                        raise InputError("pile: there is nothing to bring back.", "pile")
                    standing.append(taken.pop())
        return tuple(standing), tuple(taken)

    @property
    def additions(self) -> tuple[Added, ...]:
        """The additions that stand, in order."""
        return self._stacks[0]

    @property
    def taken_back(self) -> int:
        """How many additions could be brought back."""
        return len(self._stacks[1])

    @cached_property
    def volumes_ml(self) -> dict[Paint, float]:
        """Millilitres of each paint in the pile."""
        paints, volumes = self._table
        last = volumes[-1].tolist() if len(volumes) else []
        return dict(zip(paints, last, strict=True))

    @property
    def volume_ml(self) -> float:
        """Millilitres of the whole pile."""
        return sum(added.volume_ml for added in self.additions)

    @cached_property
    def _table(self) -> tuple[tuple[Paint, ...], Array]:
        """Paints, and volumes after each addition, shape (additions, paints)."""
        steps = self.additions
        single: Array = np.diag([added.volume_ml for added in steps]) if steps else np.zeros((0, 0))
        paints, volumes = merged([added.paint for added in steps], np.cumsum(single, axis=0))
        return paints, volumes

    @cached_property
    def labs(self) -> Array:
        """CIELAB after each addition, shape (additions, 3)."""
        paints, volumes = self._table
        return self.viewing.lab(volumes, paints) if len(volumes) else np.zeros((0, 3))

    @cached_property
    def looks(self) -> list[Appearance]:
        """How the pile looked after each addition."""
        return appearances(self.labs) if len(self.labs) else []


def pile_of(parts: Sequence[tuple[Paint, float]], viewing: Viewing = DEFAULT_VIEWING) -> Pile:
    """A pile of these millilitres, put on in order."""
    return Pile(tuple(Added(paint, ml) for paint, ml in parts), viewing)
