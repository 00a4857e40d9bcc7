"""An addition to a pile in whole steps of a measure, and the let-downs that make it so.

What is let down is thinned with what the mixture holds anyway, so that only the amount changes.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property, lru_cache
from itertools import combinations, product
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, mixed_tube
from mesotint.planning.measures.measure import Measure

UNSEEN: Final = 0.7
"""CIEDE2000 up to which no other let-down is sought for a mixture: below 1, which an eye is said to
see, by what the let-down itself may be off once it is made in whole steps too."""

READ_WITH_CARE: Final = 1.0
"""CIEDE2000 of half a step from which an amount is to be read with care."""

_ROUNDED_WELL: Final = 0.25
"""CIEDE2000 from which another rounding of the steps is sought."""

NEVER_MISSED: Final = 0.2
"""CIEDE2000 that a trace too small to measure has to make, or it is left out."""

LET_DOWN_PARTS: Final = (9.0, 4.0, 2.0, 1.0, 19.0, 99.0, 49.0)
"""Parts of the carrier to one part of the strong paint in a let-down, the usual one first.

One part in a hundred is a let-down of a let-down.
"""

GREATEST_LET_DOWN: Final = 20.0
"""Parts of the carrier to one from which a let-down is made in two goes."""

_NOTHING_ML: Final = 1e-9
"""Millilitres below which a figure is what rounding left, and no paint."""

_MANY: Final = 5
"""Paints from which not every way of rounding is tried: two to the power of them are many."""


@dataclass(frozen=True)
class LetDown:
    """A strong paint to be thinned beforehand: one part of it in `parts` of a carrier."""

    strong: Paint
    carrier: Paint
    parts: float

    @property
    def paint(self) -> Paint:
        """What is mixed."""
        return let_down(self.strong, self.carrier, self.parts)


@dataclass(frozen=True, eq=False)
class Bench:
    """What is measured with what: paints, how much of each lies there, and the wanted colour.

    `sizes` are how many times as much may be mixed, the least first, where nothing lies there yet.
    """

    paints: tuple[Paint, ...]
    there: Array
    measure: Measure
    viewing: Viewing
    exact: Array
    most_grown: float
    sizes: Array = field(default_factory=lambda: np.ones(1))

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
    def _roundings(self) -> tuple[Array, Array]:
        """Amounts of each that are tried, the nearest first, shape (ways, added), and the size of
        the whole that each is of."""
        measure, sizes = self.bench.measure, self.bench.sizes
        exact = sizes[:, None] * (self.volumes * self.per_ml)
        nearest = measure.read(exact)
        if exact.shape[1] and not self.bench.there.any() and not nearest[0].any():
            nearest[0, int(exact[0].argmax())] = measure.step
        if not 0 < exact.shape[1] <= _MANY:
            return nearest, sizes
        # Where the nearest steps would be seen, another rounding of them together may not be.
        below = np.floor(exact / measure.step) * measure.step
        around = measure.read([below, below + measure.step])[:, :, None]
        ways = np.where(_up_or_down(exact.shape[1]), around[1], around[0])
        volumes = (ways / self.per_ml).sum(axis=2)
        off = np.abs(volumes - sizes[:, None] * self.volumes.sum())
        fits = off <= measure.step / self.per_ml.min()
        fits &= volumes + self.bench.there.sum() > 0
        size = np.broadcast_to(sizes[:, None], fits.shape)[fits]
        return np.concatenate([nearest[:1], ways[fits]]), np.concatenate([sizes[:1], size])

    @cached_property
    def _rounded(self) -> tuple[Array, float, float]:
        """How much of each by the measure, CIEDE2000 that it is off by, and how many times what was
        wanted it is."""
        round_together([self])
        return self._rounded

    def _after_steps(self) -> Array:
        """What lies there by each rounding, shape (ways, paints)."""
        return self._after(self._roundings[0] / self.per_ml)

    @property
    def amounts(self) -> Array:
        """How much of each, in the measure's unit."""
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
        volumes = self._rounded[2] * self.volumes
        half = np.minimum(self.bench.measure.step / 2 / self.per_ml, 0.99 * volumes)
        off, count = np.diag(half), len(half)
        tried = volumes + np.concatenate([off, -off, np.zeros((1, count))])
        labs = self.bench.viewing.lab(self._after(tried), self.bench.paints)
        away = delta_e_2000(labs[:-1], labs[-1])
        return np.maximum(away[:count], away[count:])

    @property
    def doubt(self) -> float:
        """CIEDE2000 of the half step that shows most, of what is fewer steps than are honest."""
        few = (self.amounts > 0) & (self.amounts < self.bench.measure.honest)
        return float(self.doubts[few].max()) if few.any() else 0.0

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

    def ways(self, let_downs: Sequence[LetDown]) -> Iterator["Addition"]:
        """The addition as it is, and by some of the let-downs, the fewest first.

        Parameters
        ----------
        let_downs : sequence of LetDown
            Those that are made.
        """
        yield self
        for count in range(1, len(let_downs) + 1):
            for some in combinations(let_downs, count):
                plan: Addition | None = self
                for each in some:
                    plan = plan.by(each) if plan is not None else None
                if plan is not None:
                    yield plan

    def by(self, made: LetDown) -> "Addition | None":
        """The addition with a paint taken from its let-down; none where the mixture does not take
        the carrier, or does not want the paint.
        """
        paints = self.bench.paints
        if made.strong not in paints or made.carrier not in paints:
            return None
        strong, carrier = paints.index(made.strong), paints.index(made.carrier)
        if min(self.wanted[strong], self.wanted[carrier], self.plain[strong]) <= 0:
            return None
        grown = self._grown(strong, carrier, made.parts)
        if grown > self.bench.most_grown:
            return None
        wanted = grown * self.wanted
        volume = (1 + made.parts) * (wanted[strong] - self.held[strong])
        thinned = Thinned(made.paint, strong, carrier, made.parts, float(volume))
        return replace(self, wanted=wanted, thinned=(*self.thinned, thinned))

    def _grown(self, strong: int, carrier: int, parts: float) -> float:
        """How many times its volume lets the mixture take the carrier of a let-down; infinite where
        none does."""
        if self.plain[carrier] >= parts * self.plain[strong]:
            return 1.0
        room = self.wanted[carrier] - parts * self.wanted[strong]
        needed = self.held[carrier] - parts * self.held[strong]
        return float(needed / room) if room > _NOTHING_ML and needed > 0 else np.inf


def round_together(plans: Sequence[Addition]) -> None:
    """Round additions of one bench, all ways of all of them looked at together.

    Parameters
    ----------
    plans : sequence of Addition
        At least one.
    """
    tables = [plan._after_steps() for plan in plans]
    costs = plans[0].bench.away(np.concatenate(tables))
    ends = np.cumsum([len(table) for table in tables])[:-1]
    for plan, found in zip(plans, np.split(costs, ends), strict=True):
        amounts, sizes = plan._roundings
        best = 0
        if found[0] >= _ROUNDED_WELL:
            # The smallest size by which nothing is seen, and of that the nearest.
            unseen = found <= UNSEEN
            least = sizes[unseen].min() if unseen.any() else None
            among = np.flatnonzero((sizes == least) if least is not None else sizes > 0)
            best = int(among[found[among].argmin()])
        plan.__dict__["_rounded"] = (amounts[best], float(found[best]), float(sizes[best]))


@lru_cache(maxsize=_MANY + 1)
def _up_or_down(paints: int) -> Array:
    return np.array(list(product((False, True), repeat=paints)))


@lru_cache(maxsize=512)
def let_down(paint: Paint, carrier: Paint, parts: float = 9.0) -> Paint:
    """A strong paint thinned beforehand: one part in nine of white or of its partner.

    Parameters
    ----------
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
