"""The mother colour: one paint or mixture carried through every passage, and how much of it where.

A passage takes a share of the mother by volume; its value is held, where it is wished, with white
or a dark. Accents take none, or a trace. Common practice; there is no published source for the
shares, and the ranking is our own.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Final

import numpy as np
from scipy.optimize import minimize

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.harmony.painting import Painting
from mesotint.harmony.unity import accent_contrasts, hue_spread, order_kept
from mesotint.mixing.mixture import checked_amount
from mesotint.mixing.trail import Trail
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, mixed_tube

HALF: Final = 0.5
CONTRAST_KEPT: Final = 0.9
VALUE_WITHIN: Final = 2.0
"""How much of an accent's contrast is to stay, and how near every L* (our own figures)."""

FINE: Final = 33
COARSE: Final = 9
FRACTIONS: Final = 257
_ROUNDS: Final = 12
_LEAST_LOG, _MOST_LOG = -14.0, 7.0
_CLOSINGS: Final = 4
_CUTS: Final = 20
_NUDGE: Final = 1e-4
_WITHIN_DEGREES: Final = 0.05


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
        How fine its way is sampled.

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

    def __post_init__(self) -> None:
        if {paint.key for paint in self.painting.table[0]} == {self.paint.key}:
            raise InputError(
                f"mother: everything is {self.paint.name} already; choose another paint.", "mother"
            )
        if self.hold_value and self.dark is None:
            raise InputError("dark: name a dark to hold the values with, such as a black.", "dark")

    @cached_property
    def shares(self) -> Array:
        """Shares at which its way is sampled, closer together where a strong mother works."""
        return np.asarray(self._roots**2)

    @property
    def _roots(self) -> Array:
        return np.linspace(0, 1, self.points)

    @cached_property
    def ways(self) -> Array:
        """CIELAB of every passage at `shares`, shape (passages, points, 3)."""
        count = len(self.painting.passages)
        return self.labs(np.broadcast_to(self.shares, (count, self.points)))

    def labs(self, shares: Array) -> Array:
        """CIELAB, shape (passages, n, 3), at shares of the mother of shape (passages, n)."""
        k, s = self.painting.optics
        share = np.asarray(shares, dtype=np.float64)[..., None]
        absorption = (1 - share) * k[:, None] + share * self.paint.absorption
        scattering = (1 - share) * s[:, None] + share * self.paint.scattering
        if not self.hold_value:
            return self._seen(absorption, scattering)
        return self._held(absorption, scattering)

    def _seen(self, absorption: Array, scattering: Array) -> Array:
        viewing = self.painting.viewing
        one = np.ones((*absorption.shape[:-1], 1, 1))
        film = viewing.film(one, absorption[..., None, :], scattering[..., None, :])
        return lab_from_reflectance(film[..., 0, :], viewing.light)

    def _held(self, absorption: Array, scattering: Array) -> Array:
        """The colours once the lightener or the dark has brought each to its passage's L*."""
        assert self.dark is not None
        light = self.painting.viewing.lightener
        plain = self._seen(absorption, scattering)
        wanted = np.broadcast_to(self.painting.labs[:, None, 0], plain.shape[:-1])
        lighten = (plain[..., 0] < wanted)[..., None]
        more_k = np.where(lighten, light.absorption, self.dark.absorption)
        more_s = np.where(lighten, light.scattering, self.dark.scattering)
        sign = np.where(lighten[..., 0], 1.0, -1.0)

        def off(log_amount: Array) -> tuple[Array, Array]:
            amount = np.exp(log_amount)[..., None]
            labs = self._seen(absorption + amount * more_k, scattering + amount * more_s)
            return labs, sign * (labs[..., 0] - wanted)

        # More of either goes one way only, so the amount is closed in on from both sides (the
        # Illinois form of false position: Dowell and Jarratt 1971).
        low, high = np.full(wanted.shape, _LEAST_LOG), np.full(wanted.shape, _MOST_LOG)
        at_low, at_high = off(low)[1], off(high)[1]
        for _ in range(_ROUNDS):
            middle = low - at_low * (high - low) / np.where(at_high == at_low, 1, at_high - at_low)
            middle = np.clip(middle, low, high)
            labs, at = off(middle)
            under = at < 0
            at_high = np.where(under, at_high / 2, at)
            at_low = np.where(under, at, at_low / 2)
            low, high = np.where(under, middle, low), np.where(under, high, middle)
        near = np.abs(plain[..., 0] - wanted) < 1e-3
        return np.where(near[..., None], plain, labs)

    def at(self, shares: Array) -> Array:
        """CIELAB of the passages, shape (passages, 3), each at its own share, computed."""
        return self.labs(np.asarray(shares)[:, None])[:, 0]

    def between(self, shares: Array) -> Array:
        """CIELAB read off the sampled ways, which is quick: shapes (..., passages) to (..., 3)."""
        at = np.sqrt(np.asarray(shares)) * (self.points - 1)
        low = np.minimum(at.astype(int), self.points - 2)
        part = (at - low)[..., None]
        rows = np.arange(self.ways.shape[0])
        return np.asarray(self.ways[rows, low] * (1 - part) + self.ways[rows, low + 1] * part)

    @cached_property
    def _roots_at(self) -> Array:
        """Root of the share that brings each passage by even fractions of its way in the plan,
        shape (passages, FRACTIONS)."""
        plan = self.ways[..., 1:]
        away = np.linalg.norm(plan - plan[:, -1:], axis=-1)
        left = np.minimum.accumulate(away / np.maximum(away[:, :1], 1e-12), axis=1)
        even = np.linspace(0, 1, FRACTIONS)
        roots = [np.interp(even, 1 - row, self._roots) for row in left]
        # A passage that is the mother's colour already has no way to go.
        return np.asarray(np.array(roots) * (even > 0) * (away[:, :1] > 1e-9))

    def _shares_at(self, fractions: Array) -> Array:
        """Shares at fractions of each passage's way, shape (..., passages)."""
        at = np.asarray(fractions) * (FRACTIONS - 1)
        low = np.clip(at.astype(int), 0, FRACTIONS - 2)
        part = at - low
        rows = np.arange(len(self._roots_at))
        return np.asarray(
            (self._roots_at[rows, low] * (1 - part) + self._roots_at[rows, low + 1] * part) ** 2
        )

    def same(self, share: float, accent_share: float = 0.0) -> Array:
        """One share for all passages but the accents."""
        checked_amount(share, "share", most=1)
        return self._without_accents(np.full(len(self.painting.passages), share), accent_share)

    def equal_pull(self, fraction: float, accent_share: float = 0.0) -> Array:
        """Shares that bring every passage by the same fraction of its way in the plan.

        Parameters
        ----------
        fraction : float
            0 changes nothing; 1 brings each to the mother's own hue and chroma at its value.
        accent_share : float
            What accents take.
        """
        checked_amount(fraction, "fraction", most=1)
        even = np.full(len(self.painting.passages), fraction)
        return self._without_accents(self._shares_at(even), accent_share)

    def bounded(self, shares: Array, most_delta_e: float) -> Array:
        """Shares held back so that no passage moves by more than a CIEDE2000."""
        checked_amount(most_delta_e, "most_delta_e", most=100)
        moved = np.maximum.accumulate(delta_e_2000(self.ways, self.ways[:, :1]), axis=1)
        most = [np.interp(most_delta_e, row, self._roots) ** 2 for row in moved]
        return np.minimum(shares, np.array(most))

    def least(self, wanted_degrees: float, accent_share: float = 0.0) -> Array:
        """The shares that reach a hue spread while the passages move least.

        What is made least is the sum of the squared ways in the plan, each by its area. Where even
        the whole mother does not reach the spread, every passage takes the most that helps.
        """
        quiet, areas = ~self.painting.accents, self.painting.areas
        count, was = int(quiet.sum()), self.painting.labs
        steps = np.concatenate([np.zeros((1, count)), np.eye(count) * _NUDGE])

        def labs(fractions: Array) -> Array:
            every = np.zeros((*fractions.shape[:-1], len(quiet)))
            every[..., quiet] = fractions
            return self.between(self._shares_at(every))[..., quiet, :]

        def spread(fractions: Array) -> Array:
            return hue_spread(labs(fractions), areas[quiet])

        def moved(fractions: Array) -> Array:
            return np.asarray(((labs(fractions) - was[quiet])[..., 1:] ** 2).sum(-1) @ areas[quiet])

        def slope(of: Callable[[Array], Array], at: Array) -> Array:
            """Slopes of all unknowns at once; at the end of a way it is taken backward."""
            sign = np.where(at + _NUDGE > 1, -1.0, 1.0)
            told = of(at + steps * np.append(1.0, sign)[:, None])
            return np.asarray((told[1:] - told[0]) / (_NUDGE * sign))

        start = np.full(count, self._pull_to(wanted_degrees))
        found = minimize(
            lambda f: float(moved(f)),
            start,
            jac=lambda f: slope(moved, f),
            bounds=[(0.0, 1.0)] * count,
            constraints={
                "type": "ineq",
                "fun": lambda f: wanted_degrees - float(spread(f)),
                "jac": lambda f: -slope(spread, f),
            },
            method="SLSQP",
            options={"maxiter": 100, "ftol": 1e-8},
        )
        # The ways are sampled, so the search may end at a corner between two samples; what counts
        # is that the spread is reached with less.
        fractions = np.clip(found.x, 0.0, 1.0)
        best = fractions if spread(fractions) <= wanted_degrees + _WITHIN_DEGREES else start
        every = np.zeros(len(quiet))
        every[quiet] = best
        return self._without_accents(self._shares_at(every), accent_share)

    def _pull_to(self, wanted_degrees: float) -> float:
        """The least fraction of the way at which a spread is reached; 1 where none does."""
        quiet, areas = ~self.painting.accents, self.painting.areas
        low, high = 0.0, 1.0
        for _ in range(_CLOSINGS):
            tried = np.linspace(low, high, _CUTS + 1)
            labs = self.between(self._shares_at(np.repeat(tried[:, None], len(quiet), axis=1)))
            under = np.flatnonzero(hue_spread(labs[:, quiet], areas[quiet]) <= wanted_degrees)
            if not len(under):
                return 1.0
            if under[0] == 0:
                return low
            low, high = float(tried[under[0] - 1]), float(tried[under[0]])
        return high

    def pull_to(self, wanted_degrees: float, accent_share: float = 0.0) -> Array:
        """The least equal pull that reaches a hue spread of what is no accent."""
        return self.equal_pull(self._pull_to(wanted_degrees), accent_share)

    def _without_accents(self, shares: Array, accent_share: float) -> Array:
        return np.where(self.painting.accents, accent_share, shares)


@dataclass(frozen=True)
class Harmony:
    """A painting with a mother in it, and which wishes give way.

    Attributes
    ----------
    mother : Mother
    shares : array, shape (passages,)
    labs : array, shape (passages, 3)
    spread_before, spread_after : float
        Degrees; see `mesotint.harmony.unity.hue_spread`.
    chroma_kept : float
        Chroma of the whole, by area, over what it was.
    gives_way : tuple of str
        The wishes that cannot be had with this mother, in words; empty where all are met.
    """

    mother: Mother
    shares: Array
    labs: Array
    spread_before: float
    spread_after: float
    chroma_kept: float
    gives_way: tuple[str, ...]


def judged(mother: Mother, shares: Array, after: Array | None = None) -> Harmony:
    """What a mother in these shares does to a painting, against the usual wishes.

    `after` are the passages' colours with it, shape (passages, 3), where they are known already.
    """
    painting = mother.painting
    before = painting.labs
    after = mother.at(shares) if after is None else after
    quiet, areas = ~painting.accents, painting.areas
    spreads = [float(hue_spread(labs[quiet], areas[quiet])) for labs in (before, after)]
    chroma = [float((areas * np.hypot(labs[:, 1], labs[:, 2])).sum()) for labs in (before, after)]
    gives = []
    if spreads[1] > HALF * spreads[0] + 0.05:
        gives.append(
            f"The hues stay {spreads[1]:.0f}° apart, and were {spreads[0]:.0f}°: this mother does "
            "not halve it."
        )
    off = np.abs(after[:, 0] - before[:, 0])
    if off.max() > VALUE_WITHIN:
        name = painting.passages[int(off.argmax())].name
        gives.append(f"The value of “{name}” moves by L* {off.max():.1f}.")
    if not order_kept(before, after):
        gives.append("Two passages change places in value.")
    kept = [
        (now.delta_e / max(was.delta_e, 1e-9), was)
        for was, now in zip(
            accent_contrasts(painting, before), accent_contrasts(painting, after), strict=True
        )
    ]
    if kept and min(kept, key=lambda each: each[0])[0] < CONTRAST_KEPT:
        least, pair = min(kept, key=lambda each: each[0])
        names = [painting.passages[i].name for i in (pair.accent, pair.other)]
        gives.append(f"“{names[0]}” keeps {100 * least:.0f} % of its contrast to “{names[1]}”.")
    return Harmony(
        mother,
        shares,
        after,
        spreads[0],
        spreads[1],
        chroma[1] / max(chroma[0], 1e-9),
        tuple(gives),
    )


def candidates(painting: Painting, box: Sequence[Paint]) -> list[Paint]:
    """What may be the mother: each tube, each mixture, and the grey of the main pair."""
    paints, parts = painting.table
    mixtures = [
        mixed_tube(f"passage{i}", passage.name, "mixture", _mixture(paints, row))
        for i, (passage, row) in enumerate(zip(painting.passages, parts, strict=True))
    ]
    found = [*box, *mixtures]
    weight = painting.areas * np.hypot(painting.labs[:, 1], painting.labs[:, 2])
    first = int(weight.argmax())
    # The other of the pair lies across the plan from the first, with most to say.
    across = -(painting.labs[:, 1:] @ painting.labs[first, 1:]) * painting.areas
    second = int(across.argmax())
    if across[second] > 0 and second != first:
        trail = Trail(mixtures[first], mixtures[second], 0.0, painting.viewing)
        share = trail.neutral_share
        both = (1 - share) * parts[first] + share * parts[second]
        found.append(
            mixed_tube("main grey", "The main pair's grey", "mixture", _mixture(paints, both))
        )
    return found


def _mixture(paints: Sequence[Paint], parts: Array) -> dict[Paint, float]:
    return {paint: float(part) for paint, part in zip(paints, parts, strict=True) if part > 0}


def ranked(
    painting: Painting, mothers: Sequence[Paint], dark: Paint, accent_share: float = 0.0
) -> list[Harmony]:
    """Mothers in the order of what they bring: each at the least equal pull that halves the spread.

    First those with which no wish gives way, then by how much chroma stays. Colours are read off
    coarsely sampled ways; `judged` computes those of the one that is chosen.
    """
    quiet = ~painting.accents
    wanted = HALF * float(hue_spread(painting.labs[quiet], painting.areas[quiet]))
    found = []
    for paint in mothers:
        try:
            mother = Mother(painting, paint, dark=dark, points=COARSE)
        except InputError:
            continue
        shares = mother.pull_to(wanted, accent_share)
        found.append(judged(mother, shares, mother.between(shares)))
    return sorted(found, key=lambda each: (len(each.gives_way), -each.chroma_kept))
