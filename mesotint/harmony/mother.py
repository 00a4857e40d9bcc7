"""The mother colour: one paint or mixture carried through every passage, and how much of it where.

A passage takes a share of the mother by volume; its value is held, where it is wished, with white
or a dark. Accents take none, or a trace. Common practice; there is no published source for the
shares, and the ranking is our own.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.harmony.blend import Blend, blended
from mesotint.harmony.judgement import HALF
from mesotint.harmony.least import least_movement
from mesotint.harmony.painting import Painting
from mesotint.harmony.pulls import Pulls, sampled_shares, share_of
from mesotint.harmony.unity import hue_spread
from mesotint.harmony.usual import by_strength, usual_amounts
from mesotint.mixing.mixture import checked_amount
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

GIVINGS: Final = ("equal", "same", "least")
"""How a painting is given its mother: each passage by the same pull, all by the same share, or by
what reaches a wanted unity with the least movement."""

FINE: Final = 49
"""Samples of each passage's pull; between them it is read off, and not computed."""


@dataclass(frozen=True)
class Giving:
    """How much of the mother each passage is to take.

    Attributes
    ----------
    kind : str
        One of `GIVINGS`.
    amount : float
        The share or the equal pull, 0 to 1; for the least movement the wanted hue spread
        in degrees, 0 to 180.
    accent_share : float
        What accents take, 0 to 1.
    most_delta_e : float or None
        CIEDE2000 that no passage may move by more than.
    pins : mapping
        Shares of passages, by place, that stay as they are.

    Raises
    ------
    InputError
        For a giving that is not known, or an amount that cannot be.
    """

    kind: str = "equal"
    amount: float = HALF
    accent_share: float = 0.0
    most_delta_e: float | None = None
    pins: Mapping[int, float] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if self.kind not in GIVINGS:
            raise InputError(f"A mother is given {', '.join(GIVINGS)}; choose one.", "giving")
        checked_amount(self.amount, "amount", most=180 if self.kind == "least" else 1)
        checked_amount(self.accent_share, "accent_share", most=1)
        for share in self.pins.values():
            checked_amount(share, "pins", most=1)


@dataclass(frozen=True)
class Mother:
    """A mother colour over a painting, and how its passages look at any share of it.

    Parameters
    ----------
    painting : Painting
    paint : Paint
        The mother, a paint or a mixture as a tube.
    hold_value : bool
        Whether each passage is brought back to its own L* with the medium's lightener or `dark`.
    dark : Paint, optional
        What darkens; needed where value is held.
    points : int
        How fine its pulls are sampled.
    lightness : array, shape (passages,), optional
        L* that values are held at; those of the painting where none are given.
    sampled : Pulls, optional
        Its pulls, where they were computed already; see `mothers_of`.

    Raises
    ------
    InputError
        Where the mother is the only paint there is, or value is to be held and nothing darkens.
    """

    painting: Painting
    paint: Paint
    hold_value: bool = True
    dark: Paint | None = None
    points: int = FINE
    lightness: Array | None = None
    sampled: Pulls | None = None

    def __post_init__(self) -> None:
        if {paint.key for paint in self.painting.table[0]} == {self.paint.key}:
            raise InputError(
                f"Everything is {self.paint.name} already; choose another paint.", "mother"
            )
        if self.hold_value and self.dark is None:
            raise InputError("Name a dark to hold the values with, such as a black.", "dark")

    @cached_property
    def pulls(self) -> Pulls:
        """The line of every passage toward the mother, sampled."""
        if self.sampled is not None:
            return self.sampled
        shares = np.broadcast_to(
            sampled_shares(self.points), (len(self.painting.passages), self.points)
        )
        return Pulls(self._blended(shares).labs)

    def labs(self, shares: Array) -> Array:
        """CIELAB, shape (passages, n, 3), at shares of the mother of shape (passages, n).

        Parameters
        ----------
        shares : array, shape (passages, n)
            Of the mother by volume, 0 to 1.
        """
        return np.asarray(self._blended(shares).labs[0])

    def opened(self, shares: Array) -> tuple[Array, Array]:
        """CIELAB plain and in the white test, shape (passages, n, 3) each; shares as in `labs`.

        Parameters
        ----------
        shares : array, shape (passages, n)
            Of the mother by volume, 0 to 1.
        """
        made = self._blended(shares)
        return made.labs[0], made.opened_labs[0]

    def mixtures(self, shares: Array) -> list[dict[Paint, float]]:
        """Parts of every paint in each passage, adding to 1, at shares of shape (passages,).

        Parameters
        ----------
        shares : array, shape (passages,)
            Of the mother by volume, 0 to 1.
        """
        shares = np.asarray(shares, dtype=np.float64)
        made = self._blended(shares[:, None])
        paints, parts = self.painting.table
        told = []
        for i, share in enumerate(shares.tolist()):
            row = {
                paint: part * (1 - share)
                for paint, part in zip(paints, parts[i].tolist(), strict=True)
                if part > 0 and share < 1
            }
            amount = float(made.amount[0, i, 0])
            held = self.painting.viewing.lightener if made.lighten[0, i, 0] else self.dark
            for paint, part in ((self.paint, share), (held, amount)):
                if paint is not None and part > 0:
                    row[paint] = row.get(paint, 0.0) + part
            whole = sum(row.values())
            told.append({paint: part / whole for paint, part in row.items()})
        return told

    def harmonised(self, shares: Array) -> Painting:
        """The painting with the mother in it, at shares of shape (passages,).

        Parameters
        ----------
        shares : array, shape (passages,)
            Of the mother by volume, 0 to 1.
        """
        passages = [
            replace(passage, mixture=mixture)
            for passage, mixture in zip(self.painting.passages, self.mixtures(shares), strict=True)
        ]
        return replace(self.painting, passages=tuple(passages))

    def _blended(self, shares: Array) -> Blend:
        """The passages with it, at shares of shape (passages, n)."""
        dark = self.dark if self.hold_value else None
        return blended(self.painting, [self.paint], shares, dark, self.lightness)

    def at(self, shares: Array) -> Array:
        """CIELAB of the passages, shape (passages, 3), each at its own share, computed.

        Parameters
        ----------
        shares : array, shape (passages,)
            Of the mother by volume, 0 to 1.
        """
        return self.labs(np.asarray(shares)[:, None])[:, 0]

    def between(self, shares: Array) -> Array:
        """CIELAB read off the sampled pulls, which is quick: shapes (n, passages) to (n, passages,
        3).

        Parameters
        ----------
        shares : array, shape (n, passages)
            Of the mother by volume, 0 to 1.
        """
        return np.asarray(self.pulls.between(np.asarray(shares)[None])[0])

    def _shares_at(self, fractions: Array) -> Array:
        """Shares at fractions of each passage's pull, shape (n, passages)."""
        return np.asarray(self.pulls.shares_at(fractions[None])[0])

    def same(self, share: float, accent_share: float = 0.0) -> Array:
        """One share for all passages but the accents.

        Parameters
        ----------
        share : float
            0 to 1.
        accent_share : float
            Of the mother in the accent, 0 to 1.
        """
        checked_amount(share, "share", most=1)
        return self._without_accents(np.full(len(self.painting.passages), share), accent_share)

    def equal_pull(self, fraction: float, accent_share: float = 0.0) -> Array:
        """Shares that bring every passage by the same fraction of its pull in the plan.

        Parameters
        ----------
        fraction : float
            0 changes nothing; 1 brings each to the mother's own hue and chroma at its value.
        accent_share : float
            What accents take.
        """
        checked_amount(fraction, "fraction", most=1)
        even = np.full((1, len(self.painting.passages)), fraction)
        return self._without_accents(self._shares_at(even)[0], accent_share)

    def bounded(self, shares: Array, most_delta_e: float) -> Array:
        """Shares held back so that no passage moves by more than a CIEDE2000.

        Parameters
        ----------
        shares : array, shape (passages,)
            Of the mother by volume, 0 to 1.
        most_delta_e : float
            CIEDE2000 that no passage may be moved beyond.
        """
        checked_amount(most_delta_e, "most_delta_e", most=100)
        labs = self.pulls.labs[0]
        moved = np.maximum.accumulate(delta_e_2000(labs, labs[:, :1]), axis=1)
        roots = np.linspace(0, 1, self.points)
        most = [np.interp(most_delta_e, row, roots) for row in moved]
        return np.minimum(shares, share_of(np.array(most)))

    def least(self, wanted_degrees: float, accent_share: float = 0.0) -> Array:
        """The shares that reach a hue spread while the passages move least.

        What is made least is the sum of the squared pulls in the plan, each by its area. Where even
        the whole mother does not reach the spread, every passage takes the most that helps.

        Parameters
        ----------
        wanted_degrees : float
            Spread of hue that is wanted: its circular standard deviation.
        accent_share : float
            Of the mother in the accent, 0 to 1.
        """
        quiet, areas = ~self.painting.accents, self.painting.areas
        fractions: Array = np.zeros((1, len(quiet)))
        if quiet.any():
            start = self._least_amount(wanted_degrees)
            only = Pulls(self.pulls.labs[:, quiet])
            fractions[0, quiet] = least_movement(only, start, wanted_degrees, areas[quiet])
        return self._without_accents(self._shares_at(fractions)[0], accent_share)

    def usual(self, kind: str = "equal", accent_share: float = 0.0) -> float:
        """The usual amount of a giving, as `Giving.amount`: what moves the painting by as much as
        is seen when touching; see `usual_amounts`.

        Parameters
        ----------
        kind : str
            equal, same or least.
        accent_share : float
            Of the mother in the accent, 0 to 1.
        """
        found = usual_amounts(
            self.painting, [self.paint], self.pulls, accent_share, even=kind != "same"
        )
        if kind != "least":
            return float(found[0])
        quiet = ~self.painting.accents
        labs = self.at(self.equal_pull(float(found[0]), accent_share))
        return float(hue_spread(labs[quiet], self.painting.areas[quiet]))

    def by_strength(self, shares: Array) -> Array:
        """How much of each passage is the mother, by strength, at shares of shape (passages,).

        Parameters
        ----------
        shares : array, shape (passages,)
            Of the mother by volume, 0 to 1.
        """
        told = by_strength(self.painting, [self.paint], np.asarray(shares)[None, None])
        return np.asarray(told[0, 0])

    def _least_amount(self, wanted_degrees: float, *, even: bool = True) -> float:
        """The least fraction of the pull, or else the least share, at which a spread is reached; 1
        where none does."""
        painting = self.painting
        found = self.pulls.least_amount(
            wanted_degrees, ~painting.accents, painting.areas, even=even
        )
        return float(found[0])

    def pull_to(self, wanted_degrees: float, accent_share: float = 0.0) -> Array:
        """The least equal pull that reaches a hue spread of what is no accent.

        Parameters
        ----------
        wanted_degrees : float
            Spread of hue that is wanted: its circular standard deviation.
        accent_share : float
            Of the mother in the accent, 0 to 1.
        """
        return self.equal_pull(self._least_amount(wanted_degrees), accent_share)

    def given(self, giving: Giving) -> Array:
        """Shares, shape (passages,), as they are asked for.

        Parameters
        ----------
        giving : Giving
            How the mother is given, and how much.
        """
        match giving.kind:
            case "same":
                shares = self.same(giving.amount, giving.accent_share)
            case "equal":
                shares = self.equal_pull(giving.amount, giving.accent_share)
            case _:
                shares = self.least(giving.amount, giving.accent_share)
        if giving.most_delta_e is not None:
            shares = self.bounded(shares, giving.most_delta_e)
        for place, share in giving.pins.items():
            if 0 <= place < len(shares):
                shares[place] = share
        return shares

    def even(self, points: int) -> Array:
        """Shares that bring each passage by even fractions of its pull in the plan, from nothing to
        the whole, shape (passages, points).

        Parameters
        ----------
        points : int
            How many points are tried.
        """
        fractions = np.linspace(0, 1, points)
        return self._shares_at(np.repeat(fractions[:, None], len(self.painting.passages), 1)).T

    def _without_accents(self, shares: Array, accent_share: float) -> Array:
        return np.where(self.is_itself, 0.0, np.where(self.painting.accents, accent_share, shares))

    @cached_property
    def is_itself(self) -> np.ndarray:
        """Which passages are the mother itself, shape (passages,): they take no share of it."""
        mine = np.stack(self.painting.optics, axis=1)
        own = np.stack([self.paint.absorption, self.paint.scattering])
        same = np.isclose(mine, own, rtol=1e-6).all(axis=(1, 2))
        return np.asarray(same | self.pulls.still[0])


def mothers_of(
    painting: Painting, paints: Sequence[Paint], dark: Paint, points: int
) -> tuple[list[Mother], Pulls]:
    """Each paint as a mother that holds values, and the pulls of all together, computed in float32.

    What can be no mother, since everything is that paint already, is left out.

    Parameters
    ----------
    dark : Paint
        What darkens where values are held.
    points : int
        How many points are tried.
    """
    mothers = []
    for paint in paints:
        try:
            mothers.append(Mother(painting, paint, dark=dark, points=points))
        except InputError:
            continue
    shares = np.broadcast_to(sampled_shares(points), (len(painting.passages), points))
    made = blended(painting, [m.paint for m in mothers], shares, dark, dtype=np.float32)
    pulls = Pulls(made.labs.astype(np.float64))
    alone = [replace(m, sampled=Pulls(pulls.labs[i : i + 1])) for i, m in enumerate(mothers)]
    return alone, pulls
