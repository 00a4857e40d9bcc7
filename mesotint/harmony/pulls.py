"""Pulls: the lines of passages toward a mother colour, sampled for some mothers at once."""

from dataclasses import dataclass
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.harmony.unity import hue_spread
from mesotint.optics.grid import Array

FRACTIONS: Final = 257
_CLOSINGS: Final = 4
_CUTS: Final = 20
_POWER: Final = 2.5
_NO_PULL: Final = 0.05
"""How near in the plan a passage is the mother's colour already; in float32 none is quite."""


def sampled_shares(points: int) -> Array:
    """Shares at which pulls are sampled, 0 to 1.

    They lie closer together at both ends, where a strong paint turns a weak one: a mother that is
    strong does so with its first thousandth, a weak one only once little of the passage is left.

    Parameters
    ----------
    points : int
        How many shares.
    """
    return share_of(np.linspace(0, 1, points))


def share_of(root: Array) -> Array:
    """The share at a place between the first and the last sample, 0 to 1.

    Parameters
    ----------
    root : array
        Place between the first and the last sample, 0 to 1.
    """
    to, left = np.asarray(root) ** _POWER, (1 - np.asarray(root)) ** _POWER
    return np.asarray(to / (to + left))


def root_of(share: Array) -> Array:
    """The place of a share between the first and the last sample, 0 to 1.

    Parameters
    ----------
    share : array
        0 to just below 1.
    """
    to, left = np.asarray(share) ** (1 / _POWER), (1 - np.asarray(share)) ** (1 / _POWER)
    return np.asarray(to / (to + left))


@dataclass(frozen=True)
class Pulls:
    """Sampled pulls, which are quick to read.

    Attributes
    ----------
    labs : array, shape (mothers, passages, points, 3)
        CIELAB at `sampled_shares`.
    """

    labs: Array

    @property
    def points(self) -> int:
        """How finely they are sampled."""
        return int(self.labs.shape[2])

    def between(self, shares: Array) -> Array:
        """CIELAB, shape (mothers, n, passages, 3), at shares of shape (1 or mothers, n,
        passages).

        Parameters
        ----------
        shares : array, shape (passages,)
            Of the mother by volume, 0 to 1.
        """
        at = root_of(shares) * (self.points - 1)
        low = np.minimum(at.astype(int), self.points - 2)
        part = (at - low)[..., None]
        mothers, passages = self._places
        start, end = (self.labs[mothers, passages, place] for place in (low, low + 1))
        return np.asarray(start + part * (end - start))

    @cached_property
    def still(self) -> np.ndarray:
        """Which passages are a mother's colour already, shape (mothers, passages)."""
        away = np.linalg.norm(self.labs[:, :, 0, 1:] - self.labs[:, :, -1, 1:], axis=-1)
        return np.asarray(away <= _NO_PULL)

    @property
    def _places(self) -> tuple[np.ndarray, np.ndarray]:
        count, passages = self.labs.shape[:2]
        return np.arange(count)[:, None, None], np.arange(passages)

    @cached_property
    def _roots_at(self) -> Array:
        """Root of the share that brings each passage by even fractions of its pull in the plan,
        shape (mothers, passages, FRACTIONS)."""
        plan = self.labs[..., 1:]
        away = np.linalg.norm(plan - plan[:, :, -1:], axis=-1)
        whole = away[..., :1]
        done = 1 - np.minimum.accumulate(away / np.maximum(whole, 1e-12), axis=-1)
        even, roots = np.linspace(0, 1, FRACTIONS), np.linspace(0, 1, self.points)
        rows = [np.interp(even, row, roots) for row in done.reshape(-1, self.points)]
        told = np.array(rows).reshape(*away.shape[:2], FRACTIONS) * (even > 0)
        # A passage that is the mother's colour already looks the same at any share: its line goes
        # by the fraction itself, so that it can be dragged.
        return np.where(whole > _NO_PULL, told, root_of(even))

    def shares_at(self, fractions: Array) -> Array:
        """Shares at fractions of each passage's pull in the plan, shapes as in `between`.

        Parameters
        ----------
        fractions : array, shape (n,)
            Of the whole pull, 0 to 1.
        """
        at = np.asarray(fractions) * (FRACTIONS - 1)
        low = np.clip(at.astype(int), 0, FRACTIONS - 2)
        mothers, passages = self._places
        start, end = (self._roots_at[mothers, passages, place] for place in (low, low + 1))
        return share_of(start + (at - low) * (end - start))

    def least_amount(
        self, wanted_degrees: float, quiet: np.ndarray, areas: Array, *, even: bool = True
    ) -> Array:
        """The least fraction of the pull at which a hue spread is reached, shape (mothers,).

        Parameters
        ----------
        quiet : array of bool, shape (passages,)
            Which passages count: those that are no accents.
        areas : array, shape (passages,)
        even : bool
            Whether all go the same fraction of their pulls, or else take the same share.

        Returns
        -------
        array, shape (mothers,)
            1 where no amount reaches it.
        """
        low, high = np.zeros((2, len(self.labs)))
        high += 1
        rows = np.arange(len(self.labs))
        for _ in range(_CLOSINGS):
            tried = np.linspace(low, high, _CUTS + 1, axis=1)
            alike = np.repeat(tried[..., None], len(quiet), axis=2)
            labs = self.between(self.shares_at(alike) if even else alike)
            under = hue_spread(labs[:, :, quiet], areas[quiet]) <= wanted_degrees
            # What is not reached before counts as reached at the end.
            under[:, -1] = True
            first = under.argmax(axis=1)
            low, high = tried[rows, np.maximum(first - 1, 0)], tried[rows, first]
        return high
