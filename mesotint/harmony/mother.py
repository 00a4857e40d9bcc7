"""The mother colour: one paint or mixture carried through every passage, and how much of it where.

A passage takes a share of the mother by volume; its value is held, where it is wished, with white
or a dark. Accents take none, or a trace. Common practice; there is no published source for the
shares, and the ranking is our own.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Final

import numpy as np
from scipy.optimize import minimize

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.harmony.judgement import HALF
from mesotint.harmony.painting import Painting
from mesotint.harmony.unity import hue_spread
from mesotint.mixing.mixture import WHITE_TEST_PARTS, checked_amount
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

WAYS: Final = ("equal", "same", "least")
"""How a painting is given its mother: each passage by the same pull, all by the same share, or by
what reaches a wanted unity with the least movement."""

FINE: Final = 33
FRACTIONS: Final = 257
_ROUNDS: Final = 12
_LEAST_LOG, _MOST_LOG = -14.0, 7.0
_CLOSINGS: Final = 4
_CUTS: Final = 20
_NUDGE: Final = 1e-4
_WITHIN_DEGREES: Final = 0.05


@dataclass(frozen=True)
class _Mixed:
    """Mixtures of shape (passages, n): K and S, CIELAB, and how much was added to one part of each
    to hold its value, of the lightener or of the dark."""

    absorption: Array
    scattering: Array
    labs: Array
    amount: Array
    lighten: np.ndarray


@dataclass(frozen=True)
class Giving:
    """How much of the mother each passage is to take.

    Attributes
    ----------
    way : str
        One of `WAYS`.
    amount : float
        The share or the fraction of the way, 0 to 1; for the least movement the wanted hue spread
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
        For a way that is not known, or an amount that cannot be.
    """

    way: str = "equal"
    amount: float = HALF
    accent_share: float = 0.0
    most_delta_e: float | None = None
    pins: Mapping[int, float] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if self.way not in WAYS:
            raise InputError(f"way: choose {', '.join(WAYS)}.", "way")
        checked_amount(self.amount, "amount", most=180 if self.way == "least" else 1)
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
        How fine its way is sampled.
    lightness : array, shape (passages,), optional
        L* that values are held at; those of the painting where none are given.

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
        return self._mixed(shares).labs

    def opened(self, shares: Array) -> tuple[Array, Array]:
        """CIELAB plain and in the white test, shape (passages, n, 3) each; shares as in `labs`."""
        made, light = self._mixed(shares), self.painting.viewing.lightener
        opened = self._seen(
            self._with(made.absorption, light.absorption, WHITE_TEST_PARTS),
            self._with(made.scattering, light.scattering, WHITE_TEST_PARTS),
        )
        return made.labs, opened

    def mixtures(self, shares: Array) -> list[dict[Paint, float]]:
        """Parts of every paint in each passage, adding to 1, at shares of shape (passages,)."""
        shares = np.asarray(shares, dtype=np.float64)
        made = self._mixed(shares[:, None])
        paints, parts = self.painting.table
        told = []
        for i, share in enumerate(shares.tolist()):
            row = {
                paint: part * (1 - share)
                for paint, part in zip(paints, parts[i].tolist(), strict=True)
                if part > 0 and share < 1
            }
            amount = float(made.amount[i, 0])
            held = self.painting.viewing.lightener if made.lighten[i, 0] else self.dark
            for paint, part in ((self.paint, share), (held, amount)):
                if paint is not None and part > 0:
                    row[paint] = row.get(paint, 0.0) + part
            whole = sum(row.values())
            told.append({paint: part / whole for paint, part in row.items()})
        return told

    def harmonised(self, shares: Array) -> Painting:
        """The painting with the mother in it, at shares of shape (passages,)."""
        passages = [
            replace(passage, mixture=mixture)
            for passage, mixture in zip(self.painting.passages, self.mixtures(shares), strict=True)
        ]
        return replace(self.painting, passages=tuple(passages))

    def _mixed(self, shares: Array) -> "_Mixed":
        """The passages' mixtures at shares of the mother of shape (passages, n)."""
        k, s = self.painting.optics
        share = np.asarray(shares, dtype=np.float64)[..., None]
        absorption = (1 - share) * k[:, None] + share * self.paint.absorption
        scattering = (1 - share) * s[:, None] + share * self.paint.scattering
        plain = self._seen(absorption, scattering)
        nothing = np.zeros(plain.shape[:-1])
        made = _Mixed(absorption, scattering, plain, nothing, nothing > 0)
        return self._held(made) if self.hold_value else made

    def _seen(self, absorption: Array, scattering: Array) -> Array:
        viewing = self.painting.viewing
        one = np.ones((*absorption.shape[:-1], 1, 1))
        film = viewing.film(one, absorption[..., None, :], scattering[..., None, :])
        return lab_from_reflectance(film[..., 0, :], viewing.light)

    def _with(self, mixed: Array, more: Array, parts: float | Array) -> Array:
        """K or S of a mixture with parts of something more to one of it.

        In a wash the volume counts as well, since what is added thins the film; where the film
        hides, a common factor of K and S changes nothing.
        """
        whole = mixed + parts * more
        return np.asarray(whole / (1 + parts)) if self.painting.viewing.medium == "wash" else whole

    def _held(self, plain: "_Mixed") -> "_Mixed":
        """The mixtures once the lightener or the dark has brought each to its passage's L*."""
        assert self.dark is not None
        light = self.painting.viewing.lightener
        wanted = self.lightness if self.lightness is not None else self.painting.labs[:, 0]
        wanted = np.broadcast_to(wanted[:, None], plain.labs.shape[:-1])
        lighten = plain.labs[..., 0] < wanted
        more_k = np.where(lighten[..., None], light.absorption, self.dark.absorption)
        more_s = np.where(lighten[..., None], light.scattering, self.dark.scattering)
        sign = np.where(lighten, 1.0, -1.0)

        def off(log_amount: Array) -> tuple[Array, Array]:
            amount = np.exp(log_amount)[..., None]
            labs = self._seen(
                self._with(plain.absorption, more_k, amount),
                self._with(plain.scattering, more_s, amount),
            )
            return labs, sign * (labs[..., 0] - wanted)

        # More of either goes one way only, so the amount is closed in on from both sides (the
        # Illinois form of false position: Dowell and Jarratt 1971). The nearest try is what counts.
        low, high = np.full(wanted.shape, _LEAST_LOG), np.full(wanted.shape, _MOST_LOG)
        at_low, at_high = off(low)[1], off(high)[1]
        amount, labs = np.zeros(wanted.shape), plain.labs
        nearest = np.abs(plain.labs[..., 0] - wanted)
        for _ in range(_ROUNDS):
            middle = low - at_low * (high - low) / np.where(at_high == at_low, 1, at_high - at_low)
            middle = np.clip(middle, low, high)
            tried, at = off(middle)
            better = np.abs(at) < nearest
            nearest = np.where(better, np.abs(at), nearest)
            amount = np.where(better, np.exp(middle), amount)
            labs = np.where(better[..., None], tried, labs)
            under = at < 0
            at_high = np.where(under, at_high / 2, at)
            at_low = np.where(under, at, at_low / 2)
            low, high = np.where(under, middle, low), np.where(under, high, middle)
        return _Mixed(
            self._with(plain.absorption, more_k, amount[..., None]),
            self._with(plain.scattering, more_s, amount[..., None]),
            labs,
            amount,
            lighten,
        )

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

        if not count:
            return self._without_accents(np.zeros(len(quiet)), accent_share)
        start = np.full(count, self._least_amount(wanted_degrees))
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

    def enough(self, way: str = "equal") -> float:
        """The least amount of a giving, as `Giving.amount`, that halves the hue spread; the most
        there is where none does."""
        quiet = ~self.painting.accents
        half = HALF * float(hue_spread(self.painting.labs[quiet], self.painting.areas[quiet]))
        if way == "least":
            return half
        return self._least_amount(half, even=way == "equal")

    def _least_amount(self, wanted_degrees: float, *, even: bool = True) -> float:
        """The least fraction of the way, or else the least share, at which a spread is reached; 1
        where none does."""
        quiet, areas = ~self.painting.accents, self.painting.areas
        low, high = 0.0, 1.0
        for _ in range(_CLOSINGS):
            tried = np.linspace(low, high, _CUTS + 1)
            all_alike = np.repeat(tried[:, None], len(quiet), axis=1)
            labs = self.between(self._shares_at(all_alike) if even else all_alike)
            under = np.flatnonzero(hue_spread(labs[:, quiet], areas[quiet]) <= wanted_degrees)
            if not len(under):
                return 1.0
            if under[0] == 0:
                return low
            low, high = float(tried[under[0] - 1]), float(tried[under[0]])
        return high

    def pull_to(self, wanted_degrees: float, accent_share: float = 0.0) -> Array:
        """The least equal pull that reaches a hue spread of what is no accent."""
        return self.equal_pull(self._least_amount(wanted_degrees), accent_share)

    def given(self, giving: Giving) -> Array:
        """Shares, shape (passages,), as they are asked for."""
        match giving.way:
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
        """Shares that bring each passage by even fractions of its way in the plan, from nothing to
        the whole, shape (passages, points)."""
        fractions = np.linspace(0, 1, points)
        return self._shares_at(np.repeat(fractions[:, None], len(self.painting.passages), 1)).T

    def _without_accents(self, shares: Array, accent_share: float) -> Array:
        return np.where(self.painting.accents, accent_share, shares)
