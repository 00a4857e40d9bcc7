"""A scale: a trail taken in steps, from one end through its most neutral mixture to the other."""

import itertools
from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import checked_amount, merged
from mesotint.mixing.muting.trail import Trail
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.openings import MOST_OPENING, lightener_word, opening_labels
from mesotint.planning.patch import Patch, patches_of

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
class Step(Patch):
    """One step of a scale: a patch at its share of the second paint."""

    share: float


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
    pins : tuple of (int, float)
        Steps that stand where a painter put them, by their place between the two ends and their
        share of the second paint; the others are even between them. A step is kept for the
        neutral where the pins leave one.
    openings : tuple of float
        Rows of the same steps below: parts of white, or of water in a wash, to one of each step.

    Raises
    ------
    InputError
        For a number of steps, a spacing or pins that cannot be had.
    """

    trail: Trail
    count: int = 9
    spacing: str = "chroma"
    to_grey: bool = False
    pins: tuple[tuple[int, float], ...] = ()
    openings: tuple[float, ...] = ()

    def __post_init__(self) -> None:
        whole = isinstance(self.count, int) and not isinstance(self.count, bool)
        if not whole or not FEWEST_STEPS <= self.count <= MOST_STEPS:
            raise InputError(
                f"Choose {FEWEST_STEPS} to {MOST_STEPS} steps, not {self.count}.", "steps"
            )
        if self.spacing not in SPACINGS:
            raise InputError(
                f"The spacing '{self.spacing[:40]}' is not known; choose {', '.join(SPACINGS)}.",
                "spacing",
            )
        for opening in self.openings:
            checked_amount(opening, "openings", most=MOST_OPENING)
        places = [place for place, _ in self.pins]
        if places != sorted(set(places)) or not all(0 < p < self.count - 1 for p in places):
            raise InputError(
                f"A pinned step stands between the two ends, at place 1 to {self.count - 2}, "
                "and once.",
                "pins",
            )
        if self.to_grey and self.trail.neutral_share <= 0:
            raise InputError(
                f"{self.trail.first.name} is the greyest of this trail already; go through grey "
                "instead.",
                "to_grey",
            )
        shares = [0.0, *(share for _, share in self.pins), self._end]
        if any(b <= a for a, b in itertools.pairwise(shares)):
            raise InputError(
                "Pinned steps rise from the first paint to the last step; let one go.", "pins"
            )

    @property
    def _end(self) -> float:
        """Share of the second paint at the last step."""
        return self.trail.neutral_share if self.to_grey else 1.0

    @cached_property
    def shares(self) -> Array:
        """Shares of the second paint at the steps, rising from 0 to 1, shape (count,)."""
        trail = self.trail
        neutral = trail.neutral_share
        pinned = [share for _, share in self.pins]
        shares = np.union1d(trail.shares, [neutral, *pinned])
        lengths = SPACINGS[self.spacing](shares, trail.lab(shares))
        along = np.concatenate([[0.0], np.cumsum(np.maximum(lengths, 1e-12))])

        def length(share: float) -> float:
            return float(along[np.searchsorted(shares, share)])

        anchors = [(0, 0.0), *self.pins, (self.count - 1, self._end)]
        for (place, low), (next_place, high) in itertools.pairwise(anchors):
            if low < neutral < high and next_place - place > 1:
                whole = length(high) - length(low)
                fraction = (length(neutral) - length(low)) / whole
                at = place + neutral_place(fraction, next_place - place)
                # A neutral that lies at an end is that end.
                if place < at < next_place:
                    anchors = sorted([*anchors, (at, neutral)])
                break
        result = np.empty(self.count)
        for (place, low), (next_place, high) in itertools.pairwise(anchors):
            wanted = np.linspace(length(low), length(high), next_place - place + 1)
            result[place : next_place + 1] = np.interp(wanted, along, shares)
        # What is anchored stands to the last digit.
        for place, share in anchors:
            result[place] = share
        return result

    @cached_property
    def neutral_index(self) -> int:
        """Which step is the nearest to neutral."""
        return int(np.argmin(np.abs(self.shares - self.trail.neutral_share)))

    @cached_property
    def steps(self) -> list[Step]:
        """The steps in order, each with its parts and how it looks."""
        return steps_at(self.trail, self.shares)

    @cached_property
    def rows(self) -> tuple[tuple[Paint, ...], Array]:
        """The paints of the steps and of the rows below them, and parts, (rows, steps, paints)."""
        trail = self.trail
        steps = trail.parts(self.shares)
        if not self.openings:
            return trail.paints, steps[None]
        whole = steps.sum(axis=1, keepdims=True)
        rows = [np.hstack([steps, opening * whole]) for opening in (0.0, *self.openings)]
        return merged((*trail.paints, trail.viewing.lightener), np.stack(rows))

    @property
    def row_labels(self) -> list[str]:
        """What each row is: nothing of the steps themselves, and how far the others are opened."""
        return ["", *opening_labels(self.openings, self.trail.viewing)]

    @property
    def labels(self) -> list[str]:
        """What each patch is, row by row: "step 3", and "step 3, 2 white" below it."""
        steps = [f"step {place}" for place in range(1, self.count + 1)]
        word = lightener_word(self.trail.viewing)
        opened = [f"{step}, {opening:g} {word}" for opening in self.openings for step in steps]
        return [*steps, *opened]


def neutral_place(fraction: float, last: int) -> int:
    """Place of the neutral among 0 to `last`, for its fraction of the length between them.

    Parameters
    ----------
    fraction : float
        Of the length, 0 to 1.
    last : int
        Place of the last step.
    """
    if fraction < 1e-6:
        return 0
    if fraction > 1 - 1e-6:
        return last
    places = np.arange(1, last)
    before, after = fraction / places, (1 - fraction) / (last - places)
    return int(places[np.argmin(np.abs(np.log(before / after)))])


def steps_at(trail: Trail, shares: Array) -> list[Step]:
    """Steps of a trail at the given shares of its second paint, shape (n,).

    Parameters
    ----------
    shares : array, shape (passages,)
        Of the mother by volume, 0 to 1.
    """
    patches = patches_of(trail.parts(shares), trail.paints, trail.viewing)
    return [
        Step(
            patch.parts,
            patch.whole,
            patch.appearance,
            patch.opened_srgb,
            patch.uncertainty,
            patch.near,
            float(share),
        )
        for share, patch in zip(shares, patches, strict=True)
    ]
