"""A scale: a trail taken in steps, from one end through its most neutral mixture to the other."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import Appearance, appearances, checked_amount
from mesotint.mixing.trail import Trail
from mesotint.mixing.trust import uncertainty
from mesotint.mixing.value import Held, hold_value
from mesotint.optics.grid import Array
from mesotint.paints.library import WHITE_KEY, Paint, library
from mesotint.planning.amounts import WholeParts, whole_parts

FEWEST_STEPS: Final = 3
MOST_STEPS: Final = 15


def _chroma_lengths(_: Array, labs: Array) -> Array:
    return np.asarray(np.linalg.norm(np.diff(labs[:, 1:], axis=0), axis=1))


def _difference_lengths(_: Array, labs: Array) -> Array:
    return delta_e_2000(labs[:-1], labs[1:])


def _part_lengths(shares: Array, _: Array) -> Array:
    return np.diff(shares)


def _value_lengths(_: Array, labs: Array) -> Array:
    return np.abs(np.diff(labs[:, 0]))


SPACINGS: Final[dict[str, Callable[[Array, Array], Array]]] = {
    "chroma": _chroma_lengths,
    "parts": _part_lengths,
    "difference": _difference_lengths,
    "value": _value_lengths,
}
"""What steps are even in: length in the chroma-hue plane, parts by volume, CIEDE2000, or L*."""


@dataclass(frozen=True)
class Step:
    """One step of a scale. `uncertainty` is one standard deviation, in CIEDE2000."""

    share: float
    parts: tuple[float, ...]
    whole: WholeParts
    appearance: Appearance
    uncertainty: float


@dataclass(frozen=True)
class Scale:
    """A trail in `count` steps, its nearest-to-neutral mixture always among them.

    Parameters
    ----------
    trail : Trail
    count : int
        3 to 15.
    spacing : str
        A key of `SPACINGS`. Steps are even on either side of the neutral; the neutral takes the
        place in the row that makes both sides most alike.

    to_grey : bool
        Whether the scale ends at the neutral, as a scale from a paint to grey alone does.

    Raises
    ------
    InputError
        For a number of steps or a spacing that cannot be had.
    """

    trail: Trail
    count: int = 9
    spacing: str = "chroma"
    to_grey: bool = False

    def __post_init__(self) -> None:
        whole = isinstance(self.count, int) and not isinstance(self.count, bool)
        if not whole or not FEWEST_STEPS <= self.count <= MOST_STEPS:
            raise InputError(
                f"steps: choose {FEWEST_STEPS} to {MOST_STEPS} steps, not {self.count}.", "steps"
            )
        if self.spacing not in SPACINGS:
            raise InputError(
                f"spacing: '{self.spacing[:40]}' is not known; choose {', '.join(SPACINGS)}.",
                "spacing",
            )

    @cached_property
    def shares(self) -> Array:
        """Shares of the second paint at the steps, rising from 0 to 1, shape (count,)."""
        trail = self.trail
        neutral = trail.neutral_share
        shares = np.union1d(trail.shares, [neutral])
        lengths = SPACINGS[self.spacing](shares, trail.lab(shares))
        along = np.concatenate([[0.0], np.cumsum(np.maximum(lengths, 1e-12))])
        middle = float(along[np.searchsorted(shares, neutral)])
        if self.to_grey:
            if neutral <= 0:
                raise InputError(
                    f"{trail.first.name} is the greyest of this trail already.", "first"
                )
            result = np.interp(np.linspace(0, middle, self.count), along, shares)
            result[-1] = neutral
            return np.asarray(result)
        place = self.neutral_place(middle / along[-1])
        wanted = np.concatenate(
            [
                np.linspace(0, middle, place + 1),
                np.linspace(middle, along[-1], self.count - place)[1:],
            ]
        )
        result = np.interp(wanted, along, shares)
        result[[0, place, -1]] = [0.0, neutral, 1.0]
        # A neutral that lies at an end is that end.
        if place in (0, self.count - 1):
            result[place] = round(neutral)
        return np.asarray(result)

    def neutral_place(self, fraction: float) -> int:
        """Place of the neutral in the row, for its fraction of the trail's whole length."""
        last = self.count - 1
        if fraction < 1e-6:
            return 0
        if fraction > 1 - 1e-6:
            return last
        places = np.arange(1, last)
        before, after = fraction / places, (1 - fraction) / (last - places)
        return int(places[np.argmin(np.abs(np.log(before / after)))])

    @cached_property
    def neutral_index(self) -> int:
        """Which step is the nearest to neutral."""
        return int(np.argmin(np.abs(self.shares - self.trail.neutral_share)))

    @cached_property
    def steps(self) -> list[Step]:
        """The steps in order, each with its parts and how it looks."""
        return steps_at(self.trail, self.shares)


def steps_at(trail: Trail, shares: Array) -> list[Step]:
    """Steps of a trail at the given shares of its second paint, shape (n,)."""
    return _steps(trail, shares, trail.parts(shares), trail.paints)


def steps_of_one_value(scale: Scale, dark: Paint, lightness: float) -> tuple[list[Step], Held]:
    """The steps of a scale brought to one lightness with white or a darker neutral.

    Parameters
    ----------
    scale : Scale
        Its trail may hold no white of its own, or the held amounts come on top of it.
    dark : Paint
        What darkens.
    lightness : float
        L* wanted of every step, 0 to 100; reached within 0.5 where `Held.reached` says so.
    """
    checked_amount(lightness, "lightness", most=100)
    trail, white = scale.trail, library().paint(WHITE_KEY)
    parts = trail.parts(scale.shares)
    held = hold_value(parts, trail.paints, lightness, white, dark, trail.viewing)
    return _steps(trail, scale.shares, held.parts, held.paints), held


def _steps(trail: Trail, shares: Array, parts: Array, paints: Sequence[Paint]) -> list[Step]:
    viewing, water = trail.viewing, trail.water
    looks = appearances(viewing.lab(parts, paints, water))
    doubts = uncertainty(viewing, parts, paints, water)
    whole = whole_parts(parts, lambda p: viewing.lab(p, paints, water))
    return [
        Step(float(share), tuple(float(p) for p in row), rounded, look, float(doubt))
        for share, row, rounded, look, doubt in zip(
            shares, parts, whole, looks, doubts, strict=True
        )
    ]
