"""A mixture, or an addition to a pile, as a measure can tell it: whole steps and let-downs.

A strong paint of which half a step more or less would be seen is let down first: thinned with what
the mixture holds anyway, so that nothing changes but the amount, which can then be measured. Where
the pile lies there already, the carrier comes on top of it, and the pile grows a little to take it.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from itertools import product
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, mixed_tube
from mesotint.planning.measures import HONEST_STEPS, Measure, checked_volumes

SEEN_FROM: Final = 0.5
"""CIEDE2000 that half a step of the measure must make before a paint is let down for it."""

NEVER_MISSED: Final = 0.2
"""CIEDE2000 that a trace too small to measure has to make, or it is left out."""

LET_DOWN_PARTS: Final = (9.0, 99.0, 4.0, 2.0, 1.0, 19.0, 49.0)
"""Parts of the carrier to one part of the strong paint in a let-down, the usual one first.

One part in a hundred is a let-down of a let-down.
"""

_GROWN_A_LITTLE: Final = 1.15
_MORE_TIMES: Final = (2, 3, 5, 10)
_NOTHING_ML: Final = 1e-9
_MANY: Final = 5


@dataclass(frozen=True)
class Amount:
    """One paint of a measured mixture: how much by the measure, and what that is in millilitres."""

    paint: Paint
    amount: float
    unit: str
    volume_ml: float


@dataclass(frozen=True)
class Measured:
    """A mixture as it can be measured.

    Attributes
    ----------
    amounts : tuple of Amount
    cost_delta_e : float
        CIEDE2000 from the exact mixture.
    let_downs : tuple of Paint
        Mixed first.
    advice : str
        What would do where even a let-down cannot be measured so that nothing is seen; else empty.
    """

    amounts: tuple[Amount, ...]
    cost_delta_e: float
    let_downs: tuple[Paint, ...]
    advice: str = ""

    @property
    def volume_ml(self) -> float:
        """Volume of the whole mixture."""
        return sum(a.volume_ml for a in self.amounts)


def measured(
    parts: Sequence[float],
    paints: Sequence[Paint],
    total_ml: float,
    measure: Measure,
    viewing: Viewing = DEFAULT_VIEWING,
) -> Measured:
    """A mixture of a wanted volume, as a measure can tell it.

    Where nothing in it can carry a let-down, `Measured.advice` says what would do.

    Parameters
    ----------
    parts : sequence of float
        By volume, as many as paints.
    paints : sequence of Paint
    total_ml : float
        Volume wanted, above zero.
    measure : Measure
    viewing : Viewing

    Raises
    ------
    InputError
        For a mixture of nothing, or a total smaller than the measure can tell.
    """
    wanted = checked_volumes(parts, paints, total_ml, measure)
    return measured_addition(np.zeros(len(paints)), wanted, paints, measure, viewing)


def measured_addition(
    there_ml: Array,
    wanted_ml: Array,
    paints: Sequence[Paint],
    measure: Measure,
    viewing: Viewing = DEFAULT_VIEWING,
    *,
    most_grown: float = 1.0,
) -> Measured:
    """What to add to a pile so that it becomes a wanted mixture, as a measure can tell it.

    Parameters
    ----------
    there_ml, wanted_ml : array, shape (paints,)
        Millilitres of each paint in the pile, and what is to be in it afterwards.
    paints : sequence of Paint
    measure : Measure
    viewing : Viewing
    most_grown : float
        How many times what is wanted may lie there afterwards, so that what a let-down brings along
        fits, or what is there too much already; 1 or more.
    """
    return _measured(
        tuple(np.asarray(there_ml, dtype=np.float64).tolist()),
        tuple(np.asarray(wanted_ml, dtype=np.float64).tolist()),
        tuple(paints),
        measure,
        viewing,
        most_grown,
    )


# A plan measures what its sheet has measured already, and is asked for again with every tick.
@lru_cache(maxsize=2048)
def _measured(
    there_ml: tuple[float, ...],
    wanted_ml: tuple[float, ...],
    paints: tuple[Paint, ...],
    measure: Measure,
    viewing: Viewing,
    most_grown: float,
) -> Measured:
    there, wanted = np.array(there_ml), np.array(wanted_ml)
    plan = _best(there, wanted, paints, measure, viewing, most_grown)
    advice = ""
    if plan.unsure.any():
        times = next(
            (
                times
                for times in _MORE_TIMES
                if not _best(
                    times * there, times * wanted, paints, measure, viewing, most_grown
                ).unsure.any()
            ),
            None,
        )
        advice = plan.advice(times)
    amounts = [
        Amount(
            paint, float(steps * measure.step), measure.unit, float(steps * measure.step / per_ml)
        )
        for paint, steps, per_ml in zip(plan.what, plan.steps, plan.per_ml, strict=True)
        if steps > 0
    ]
    let_downs = tuple(thinned.paint for thinned in plan.thinned)
    return Measured(tuple(amounts), plan.cost, let_downs, advice)


def _best(
    there: Array,
    wanted: Array,
    paints: tuple[Paint, ...],
    measure: Measure,
    viewing: Viewing,
    most_grown: float,
) -> "_Plan":
    """The addition with every paint let down that wants it, the one most in doubt first."""
    bench = _Bench(paints, there, measure, viewing, viewing.lab(wanted, paints), most_grown)
    grown = min(max(1.0, too_much(there, wanted)), most_grown)
    plan = _Plan(bench, grown * wanted).without_traces()
    tried: set[int] = set()
    while (strong := plan.strong(tried)) is not None:
        tried.add(strong)
        plan = plan.let_down(strong)
    return plan


def too_much(there_ml: Array, wanted_ml: Array) -> float:
    """How many times what is wanted a pile must become, so that no paint in it is too much.

    Parameters
    ----------
    there_ml : array, shape (paints,)
        Millilitres in the pile, zero or more.
    wanted_ml : array, shape (paints,)
        Millilitres that were wanted.
    """
    held = wanted_ml > 0
    return float(np.max(there_ml[held] / wanted_ml[held]))


_Rank = tuple[bool, bool, bool, float, float, int]
"""How little there is against a let-down, the best first."""


@dataclass(frozen=True, eq=False)
class _Bench:
    """What is measured with what: paints, how much of each lies there, and the wanted colour."""

    paints: tuple[Paint, ...]
    there: Array
    measure: Measure
    viewing: Viewing
    exact: Array
    most_grown: float

    def away(self, volumes: Array) -> Array:
        """CIEDE2000 of mixtures, shape (..., paints), from the wanted colour."""
        return delta_e_2000(self.viewing.lab(volumes, self.paints), self.exact)


@dataclass(frozen=True, eq=False)
class _Thinned:
    """A let-down that is added: of one paint in another, and how much."""

    paint: Paint
    strong: int
    carrier: int
    parts: float
    volume_ml: float

    def holds(self, paints: int) -> Array:
        """Share of each paint in it."""
        shares: Array = np.zeros(paints)
        shares[self.strong] = 1 / (1 + self.parts)
        shares[self.carrier] += self.parts / (1 + self.parts)
        return shares


@dataclass(frozen=True, eq=False)
class _Plan:
    """An addition before and after it is rounded to a measure's steps.

    `wanted` is what is to lie there afterwards, shape (paints,), in millilitres.
    """

    bench: _Bench
    wanted: Array
    thinned: tuple[_Thinned, ...] = ()

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
        """The paint that most wants to be let down, of those that were not tried."""
        left = [
            (float(doubt), i)
            for i, doubt, unsure in zip(self._added, self.doubts, self.unsure, strict=False)
            if unsure and i not in tried
        ]
        return max(left)[1] if left else None

    def without_traces(self) -> "_Plan":
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

    def let_down(self, strong: int) -> "_Plan":
        """The plan with one paint let down; as it is where nothing in the mixture can carry it."""
        options: list[tuple[_Rank, _Plan]] = []
        for usual in range(len(LET_DOWN_PARTS)):
            options += self._options(strong, usual)
            # What has nothing against it is beaten by no less usual one.
            if any(not any(rank[:3]) for rank, _ in options):
                break
        return min(options, key=lambda option: option[0])[1] if options else self

    def _options(self, strong: int, usual: int) -> Iterator[tuple[_Rank, "_Plan"]]:
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

    def _with(self, strong: int, carrier: int, parts: float, grown: float) -> "_Plan":
        wanted = grown * self.wanted
        paints = self.bench.paints
        volume = (1 + parts) * (wanted[strong] - self.held[strong])
        thinned = _Thinned(
            let_down(paints[strong], paints[carrier], parts), strong, carrier, parts, float(volume)
        )
        return replace(self, wanted=wanted, thinned=(*self.thinned, thinned))

    def advice(self, times: int | None) -> str:
        """What would do where something is too little to be measured unseen: `times` as much of it
        all, if that is known, or a finer scale."""
        worst = int(np.where(self.unsure, self.doubts, -1).argmax())
        measure = self.bench.measure
        name = self.what[worst].name
        finer = measure.step / 10 if measure.by_weight else 0.01
        more = f"mix {times} times as much, or " if times else ""
        return (
            f"So little {name[0].lower()}{name[1:]} cannot be measured well: {more}use a scale "
            f"that reads {finer:g} g."
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
