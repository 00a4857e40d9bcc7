"""A simulated painter, who follows the advice with a hand that measures badly.

What they note down is what was advised; what they really put on is off. After each addition they
measure the pile's colour, or do not, and ask again. The figures are our own.
"""

from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.correction import Addition, begin, correct
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

MOST_ADDITIONS: Final = 8
_LEAST_HAND: Final = 0.05


@dataclass(frozen=True)
class Attempt:
    """How a match went.

    Attributes
    ----------
    delta_e : float
        CIEDE2000 of the real pile to the target in the end.
    additions : int
    growth : float
        How many times the paint of the first recipe the pile has.
    lab : array, shape (3,)
        The real pile in the end.
    put : tuple of Paint and float
        What the painter noted down, one after another: a paint, and millilitres of it.
    """

    delta_e: float
    additions: int
    growth: float
    lab: Array
    put: tuple[tuple[Paint, float], ...]


@dataclass
class SimulatedPainter:
    """A painter with a box and a hand.

    Parameters
    ----------
    box : sequence of Paint
    hand_error : float
        Standard error of an addition, as a share of it: 0.1 for ten per cent.
    rng : numpy.random.Generator
    looks : bool
        Whether the pile's real colour is measured after each addition.
    viewing : Viewing
    eye : array, shape (3,), optional
        By how much the painter sees every pile off, in CIELAB: whose eye takes a pile for lighter
        than it is ends too dark.
    """

    box: list[Paint]
    hand_error: float
    rng: np.random.Generator
    looks: bool = True
    viewing: Viewing = DEFAULT_VIEWING
    eye: Array | None = None

    def match(self, target: Array, most_additions: int = MOST_ADDITIONS) -> Attempt:
        """Try to hit a colour, CIELAB of shape (3,).

        Parameters
        ----------
        target : array, shape (3,)
            CIELAB.
        most_additions : int
            After how many the painter gives up.
        """
        real: dict[Paint, float] = {}
        noted: dict[Paint, float] = {}
        written: list[tuple[Paint, float]] = []

        def put(addition: Addition) -> None:
            hand = max(1 + self.hand_error * self.rng.standard_normal(), _LEAST_HAND)
            ml = addition.first_ml
            noted[addition.paint] = noted.get(addition.paint, 0.0) + ml
            real[addition.paint] = real.get(addition.paint, 0.0) + ml * hand
            written.append((addition.paint, ml))

        for addition in begin(target, self.box, viewing=self.viewing)[0]:
            put(addition)
        began = sum(real.values())
        while len(written) < most_additions:
            reading = self._seen(real) if self.looks else None
            found = correct(noted, target, self.box, self.viewing, reading=reading)
            if not found.additions:
                break
            put(found.additions[0])
        lab = self._colour(real)
        left = float(delta_e_2000(lab, target))
        return Attempt(left, len(written), sum(real.values()) / began, lab, tuple(written))

    def _seen(self, pile: dict[Paint, float]) -> Array:
        there = self._colour(pile)
        return there if self.eye is None else there + self.eye

    def _colour(self, pile: dict[Paint, float]) -> Array:
        return self.viewing.lab(np.array(list(pile.values())), list(pile))
