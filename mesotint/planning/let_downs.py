"""An addition to a pile in whole steps of a measure, and the let-downs that make it so.

What is let down is thinned with what the mixture holds anyway, so that only the amount changes.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from itertools import product
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, mixed_tube
from mesotint.planning.measures import HONEST_STEPS, Measure

SEEN_FROM: Final = 0.5
"""CIEDE2000 that half a step of the measure must make before a paint is let down for it."""

NEVER_MISSED: Final = 0.2
"""CIEDE2000 that a trace too small to measure has to make, or it is left out."""

LET_DOWN_PARTS: Final = (9.0, 99.0, 4.0, 2.0, 1.0, 19.0, 49.0)
"""Parts of the carrier to one part of the strong paint in a let-down, the usual one first.

One part in a hundred is a let-down of a let-down.
"""

_GROWN_A_LITTLE: Final = 1.15
"""How much larger a pile may become for a let-down before one that grows it less is taken instead
(our own judgement: below, the usual tenth is refused too often; above, paint is wasted)."""

_NOTHING_ML: Final = 1e-9
"""Millilitres below which a figure is what rounding left, and no paint."""

_MANY: Final = 5
"""Paints from which not every way of rounding is tried: two to the power of them are many."""


_Rank = tuple[bool, bool, bool, float, float, int]
"""How little there is against a let-down, the best first."""


@dataclass(frozen=True, eq=False)
class Bench:
    """What is measured with what: paints, how much of each lies there, and the wanted colour."""

    paints: tuple[Paint, ...]
    there: Array
    measure: Measure
    viewing: Viewing
    exact: Array
    most_grown: float

    def away(self, volumes: Array) -> Array:
        """CIEDE2000 of mixtures, shape (..., paints), from the wanted colour.

        Parameters
        ----------
        volumes : array, shape (..., paints)
            Millilitres of each paint.
        """
        return delta_e_2000(self.viewing.lab(volumes, self.paints), self.exact)


@dataclass(frozen=True, eq=False)
class Thinned:
    """A let-down that is added: of one paint in another, and how much."""

    paint: Paint
    strong: int
    carrier: int
    parts: float
    volume_ml: float

    def holds(self, paints: int) -> Array:
        """Share of each paint in it.

        Parameters
        ----------
        paints : int
            How many paints there are in all.
        """
        shares: Array = np.zeros(paints)
        shares[self.strong] = 1 / (1 + self.parts)
        shares[self.carrier] += self.parts / (1 + self.parts)
        return shares


@dataclass(frozen=True, eq=False)
class Addition:
    """An addition before and after it is rounded to a measure's steps.

    `wanted` is what is to lie there afterwards, shape (paints,), in millilitres.
    """

    bench: Bench
    wanted: Array
    thinned: tuple[Thinned, ...] = ()

    @cached_property
    def held(self) -> Array:
        """What lies there once the let-downs are in, shape (paints,)."""
        count = len(self.bench.paints)
        return self.bench.there + sum(
            (each.volume_ml * each.holds(count) for each in self.thinned), np.zeros(count)
        )

    @cached_property
    def plain(self) -> Array:
        """What is added as it comes from the tube, shape (paints,)."""
        more = self.wanted - self.held
        return np.where(more > _NOTHING_ML, more, 0.0)

    @cached_property
    def _added(self) -> list[int]:
        return np.flatnonzero(self.plain).tolist()

    @cached_property
    def what(self) -> list[Paint]:
        """Paints and let-downs that are added."""
        return [*(self.bench.paints[i] for i in self._added), *(t.paint for t in self.thinned)]

    @cached_property
    def volumes(self) -> Array:
        """How much of each, in millilitres."""
        return np.array([*self.plain[self._added], *(t.volume_ml for t in self.thinned)])

    @cached_property
    def holds(self) -> Array:
        """Share of each paint in each, shape (added, paints)."""
        count = len(self.bench.paints)
        return np.array(
            [*np.eye(count)[self._added], *(each.holds(count) for each in self.thinned)]
        ).reshape(-1, count)

    @cached_property
    def per_ml(self) -> Array:
        """The measure's units in a millilitre of each."""
        return np.array([self.bench.measure.per_ml(paint) for paint in self.what])

    def _after(self, volumes: Array) -> Array:
        """What lies there with volumes, shape (..., added), of what is added."""
        return np.asarray(self.bench.there + volumes @ self.holds)

    @cached_property
    def _rounded(self) -> tuple[Array, float]:
        """Whole steps of each, and CIEDE2000 that they are off by."""
        step_ml = self.bench.measure.step / self.per_ml
        exact = self.volumes / step_ml
        nearest = np.rint(exact)
        if not len(exact):
            return nearest, float(self.bench.away(self.bench.there))
        if not self.bench.there.any() and not nearest.any():
            nearest[int(exact.argmax())] = 1
        cost = float(self.bench.away(self._after(nearest * step_ml)))
        if cost < SEEN_FROM / 2 or len(exact) > _MANY:
            return nearest, cost
        # Where the nearest steps would be seen, another rounding of them together may not be.
        ways = np.array(list(product((0, 1), repeat=len(exact)))) + np.floor(exact)
        volumes = ways * step_ml
        fits = np.abs(volumes.sum(axis=1) - self.volumes.sum()) <= step_ml.max()
        fits &= (volumes.sum(axis=1) + self.bench.there.sum()) > 0
        if not fits.any():
            return nearest, cost
        ways, volumes = ways[fits], volumes[fits]
        costs = self.bench.away(self._after(volumes))
        best = int(costs.argmin())
        return (ways[best], float(costs[best])) if costs[best] < cost else (nearest, cost)

    @property
    def steps(self) -> Array:
        """Whole steps of each."""
        return self._rounded[0]

    @property
    def cost(self) -> float:
        """CIEDE2000 of what is measured from what was wanted."""
        return self._rounded[1]

    @cached_property
    def doubts(self) -> Array:
        """CIEDE2000 that half a step more or less of each makes, shape (added,)."""
        if not len(self.volumes):
            return np.zeros(0)
        half = np.minimum(self.bench.measure.step / 2 / self.per_ml, 0.99 * self.volumes)
        off, count = np.diag(half), len(half)
        tried = self.volumes + np.concatenate([off, -off, np.zeros((1, count))])
        labs = self.bench.viewing.lab(self._after(tried), self.bench.paints)
        away = delta_e_2000(labs[:-1], labs[-1])
        return np.maximum(away[:count], away[count:])

    @cached_property
    def unsure(self) -> np.ndarray:
        """Which are too little to be measured so that nobody sees it, shape (added,)."""
        units = self.volumes * self.per_ml / self.bench.measure.step
        few = units < HONEST_STEPS * (1 - 1e-9)
        return few & (self.doubts >= SEEN_FROM) if few.any() else few

    def strong(self, tried: set[int]) -> int | None:
        """The paint that most wants to be let down, of those that were not tried.

        Parameters
        ----------
        tried : set of int
            Places of the paints that were let down already.
        """
        left = [
            (float(doubt), i)
            for i, doubt, unsure in zip(self._added, self.doubts, self.unsure, strict=False)
            if unsure and i not in tried
        ]
        return max(left)[1] if left else None

    def without_traces(self) -> "Addition":
        """Without what is too little for the measure and would not be missed."""
        units = self.volumes * self.per_ml
        traces = np.flatnonzero(units < self.bench.measure.least)
        whole = self._after(self.volumes)
        if not len(traces) or whole.sum() <= self.volumes[traces].max():
            return self
        without = np.repeat(self.volumes[None], len(traces), axis=0)
        without[np.arange(len(traces)), traces] = 0.0
        missed = self.bench.away(self._after(without)) >= NEVER_MISSED
        wanted = self.wanted.copy()
        for place, is_missed in zip(traces.tolist(), missed.tolist(), strict=True):
            if not is_missed:
                wanted[self._added[place]] = self.bench.there[self._added[place]]
        return replace(self, wanted=wanted)

    def let_down(self, strong: int) -> "Addition":
        """The plan with one paint let down; as it is where nothing in the mixture can carry it.

        Parameters
        ----------
        strong : int
            Place of the paint to let down.
        """
        options: list[tuple[_Rank, Addition]] = []
        for usual in range(len(LET_DOWN_PARTS)):
            options += self._options(strong, usual)
            # What has nothing against it is beaten by no less usual one.
            if any(not any(rank[:3]) for rank, _ in options):
                break
        return min(options, key=lambda option: option[0])[1] if options else self

    def _options(self, strong: int, usual: int) -> Iterator[tuple[_Rank, "Addition"]]:
        """Ways to let one paint down in another that the mixture holds, each with its rank."""
        parts = LET_DOWN_PARTS[usual]
        for carrier, paint in enumerate(self.bench.paints):
            if carrier == strong or paint.recipe or self.wanted[carrier] <= 0:
                continue
            grown = self._grown(strong, carrier, parts)
            if grown > self.bench.most_grown:
                continue
            option = self._with(strong, carrier, parts, grown)
            unsure = bool(option.unsure[-1] or option.steps[-1] <= 0)
            rank = (
                unsure,
                option.cost >= SEEN_FROM,
                grown > _GROWN_A_LITTLE,
                # Of what looks the same the usual let-down is the least work.
                option.cost if unsure or option.cost >= SEEN_FROM else float(usual),
                option.cost,
                carrier,
            )
            yield rank, option

    def _grown(self, strong: int, carrier: int, parts: float) -> float:
        """How many times its volume lets the mixture take the carrier of a let-down; infinite where
        none does."""
        if self.plain[carrier] >= parts * self.plain[strong]:
            return 1.0
        room = self.wanted[carrier] - parts * self.wanted[strong]
        needed = self.held[carrier] - parts * self.held[strong]
        return float(needed / room) if room > _NOTHING_ML and needed > 0 else np.inf

    def _with(self, strong: int, carrier: int, parts: float, grown: float) -> "Addition":
        wanted = grown * self.wanted
        paints = self.bench.paints
        volume = (1 + parts) * (wanted[strong] - self.held[strong])
        thinned = Thinned(
            let_down(paints[strong], paints[carrier], parts), strong, carrier, parts, float(volume)
        )
        return replace(self, wanted=wanted, thinned=(*self.thinned, thinned))

    def advice(self, times: int | None) -> str:
        """What would do where something is too little to be measured unseen: `times` as much of it
        all, if that is known, or a finer scale.

        Parameters
        ----------
        times : int or None
            How many times as much could be measured; none where none of those tried
            could.
        """
        worst = int(np.where(self.unsure, self.doubts, -1).argmax())
        name = self.what[worst].name
        more = f"mix {times} times as much, or " if times else ""
        return (
            f"So little {name[0].lower()}{name[1:]} cannot be measured well: {more}use a scale "
            f"that reads {self.bench.measure.finer}."
        )


@lru_cache(maxsize=512)
def let_down(paint: Paint, carrier: Paint, parts: float = 9.0) -> Paint:
    """A strong paint thinned beforehand: one part in nine of white or of its partner.

    Parameters
    ----------
    paint : Paint
    carrier : Paint
        What the strong paint is let into; mostly white.
    parts : float
        Parts of the carrier to one of the paint, above zero.
    """
    return mixed_tube(
        f"{paint.key} in {carrier.key}, {parts:g}",
        f"{paint.name}, 1 part in {parts + 1:g} of {carrier.name.lower()}",
        paint.family,
        {paint: 1.0, carrier: parts},
    )
