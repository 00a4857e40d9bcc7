"""A gram scale: the interface a real one would stand behind, and a simulated one.

The simulated one has a real one's ways: it swings before it settles, shows steps of 0.1 or 0.01 g,
creeps away from zero while it stands, and shows nothing beyond its greatest load. Time is handed to
it, so that it needs no clock. Its figures are our own, after pocket scales as we remember them.
"""

import math
from dataclasses import dataclass, replace
from typing import Final, Protocol

import numpy as np

from mesotint.errors import InputError

GREATEST_LOAD_G: Final[dict[float, float]] = {0.1: 500.0, 0.01: 200.0}
"""By the step it shows, in grams."""

SWINGS_S: Final = 0.3
"""Time in which a swing dies away to a third."""

SETTLES_S: Final = 0.8
"""It says that it has settled no sooner than this after the load changed."""

CREEP_STEPS_PER_S: Final = 1 / 240
"""How fast it leaves zero: a step in four minutes."""

CREEPS_STEPS: Final = 10.0
"""How far it creeps at the most."""

_SWING_TURNS_PER_S: Final = 2.5

HAND_ERROR: Final = 0.1
"""Standard error of what the simulated hand squeezes out, as a share of it."""


def squeezed(meant_g: float, rng: np.random.Generator) -> float:
    """Grams that the simulated hand squeezes out when it means `meant_g`; never below zero.

    Parameters
    ----------
    meant_g : float
        Grams that the hand means to squeeze out.
    """
    return meant_g * max(0.0, 1 + HAND_ERROR * float(rng.standard_normal()))


@dataclass(frozen=True)
class Weight:
    """What a scale shows.

    Attributes
    ----------
    shown_g : float or None
        A whole number of its steps, above what was tared; None while it is overloaded.
    settled : bool
    """

    shown_g: float | None
    settled: bool

    @property
    def overload(self) -> bool:
        """Whether more lies on it than it can weigh."""
        return self.shown_g is None


class GramScale(Protocol):
    """What the program asks of any gram scale."""

    def read(self, now_s: float) -> Weight:
        """What it shows.

        Parameters
        ----------
        now_s : float
            Seconds by a clock that only runs forward.
        """

    def tared(self, now_s: float) -> "GramScale":
        """The scale with what lies on it taken as zero; `InputError` while it swings.

        Parameters
        ----------
        now_s : float
            Seconds by a clock that only runs forward.
        """


@dataclass(frozen=True)
class SimulatedScale:
    """The state of a simulated scale.

    Attributes
    ----------
    step_g : float
        0.1 or 0.01.
    load_g, before_g : float
        What lies on the pan now, and what lay there before the load changed last.
    changed_s : float
        When it changed, in seconds of any clock.
    zero_g : float
        What was tared.
    zeroed_s : float
        When; it creeps from then on.

    Raises
    ------
    InputError
        For a step that no such scale has, or a load below nothing.
    """

    step_g: float = 0.1
    load_g: float = 0.0
    before_g: float = 0.0
    changed_s: float = 0.0
    zero_g: float = 0.0
    zeroed_s: float = 0.0

    def __post_init__(self) -> None:
        if self.step_g not in GREATEST_LOAD_G:
            raise InputError("The scale shows steps of 0.1 or 0.01 g.", "step_g")
        if not 0 <= self.load_g <= 1e5:
            raise InputError("Put nothing or more on the scale.", "load_g")

    def with_more(self, mass_g: float, now_s: float) -> "SimulatedScale":
        """The scale once this much more (or, below zero, less) lies on it.

        Parameters
        ----------
        mass_g : float
            Grams put on, zero or more.
        now_s : float
            Seconds by a clock that only runs forward.
        """
        load = max(0.0, self.load_g + mass_g)
        return replace(self, load_g=load, before_g=self._felt(now_s), changed_s=now_s)

    def read(self, now_s: float) -> Weight:
        """What it shows.

        Parameters
        ----------
        now_s : float
            Seconds by a clock that only runs forward.
        """
        if self.load_g > GREATEST_LOAD_G[self.step_g]:
            return Weight(None, False)
        stood = max(0.0, now_s - self.zeroed_s)
        creep = min(CREEP_STEPS_PER_S * stood, CREEPS_STEPS) * self.step_g
        steps = round((self._felt(now_s) + creep - self.zero_g) / self.step_g)
        return Weight(round(steps * self.step_g, 3), self._settled(now_s))

    def tared(self, now_s: float) -> "SimulatedScale":
        """The scale with what lies on it taken as zero.

        Parameters
        ----------
        now_s : float
            Seconds by a clock that only runs forward.
        """
        weight = self.read(now_s)
        if weight.overload:
            raise InputError(
                f"The scale weighs no more than {GREATEST_LOAD_G[self.step_g]:.0f} g; take "
                "something off.",
                "scale",
            )
        if not weight.settled:
            raise InputError("The scale is still swinging; wait until it has settled.", "scale")
        return replace(self, zero_g=self.load_g, zeroed_s=now_s)

    def _felt(self, now_s: float) -> float:
        """What presses on the cell while a change of load swings out."""
        since = max(0.0, now_s - self.changed_s)
        swing = math.exp(-since / SWINGS_S) * math.cos(2 * math.pi * _SWING_TURNS_PER_S * since)
        return self.load_g + (self.before_g - self.load_g) * swing

    def _settled(self, now_s: float) -> bool:
        since = max(0.0, now_s - self.changed_s)
        left = abs(self.before_g - self.load_g) * math.exp(-since / SWINGS_S)
        return since >= SETTLES_S and left < self.step_g / 4
