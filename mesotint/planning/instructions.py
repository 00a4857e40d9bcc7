"""Instructions: a work plan in the painter's measure, told as things to do and to tick off.

The plan itself is exact; what a tool reads is rounded. So the instructions are followed once more
with the rounded amounts, and the colours that come out are compared with those that were wanted.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import groupby
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Appearance, Viewing, appearances
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.tools import (
    LET_DOWN_PARTS,
    Amount,
    Tool,
    checked_volumes,
    let_down,
    measured_volumes,
)
from mesotint.planning.workplan import NANOLITRES, Move, WorkPlan, work_plan

WORTH_TELLING_ML: Final = 0.01
"""Volume left over from which its colour is told."""

MIXTURE_FAMILY: Final = "mixture"
"""Family of a paint that the painter has to mix before the plan can begin."""


GREATEST_LET_DOWN: Final = 20.0
"""Parts of the carrier to one from which a let-down is made in two goes."""

NEVER_MISSED: Final = 0.2
"""CIEDE2000 that a trace too small to measure has to make, or it is left out."""


@dataclass(frozen=True)
class Measure:
    """How a painter measures: the tool, the volume of each patch, and the way of working.

    `each_ml` is one volume for all patches, or one for each. `way` is one of
    `mesotint.planning.workplan.WAYS`.
    """

    tool: Tool
    each_ml: float | tuple[float, ...]
    way: str = "separate"

    def volumes_ml(self, patches: int) -> tuple[float, ...]:
        """The volume of each of some patches."""
        return self.each_ml if isinstance(self.each_ml, tuple) else (self.each_ml,) * patches


@dataclass(frozen=True)
class Line:
    """One thing to do, under the heading it stands below."""

    heading: str
    says: str


@dataclass(frozen=True)
class Used:
    """How much of one tube a plan takes."""

    paint: Paint
    amount: float
    unit: str
    volume_ml: float


@dataclass(frozen=True)
class Instructions:
    """A plan as things to do.

    Attributes
    ----------
    lines : tuple of Line
        In order: mixtures and let-downs to make beforehand, then the plan itself.
    costs : tuple of float
        CIEDE2000 of each patch, made with the rounded amounts, from the wanted colour.
    used : tuple of Used
        What each tube must give, as squeezed out.
    left_ml : float
        Paint left over in the piles.
    left : Appearance or None
        How all that is left looks when it is scraped together; None where it is next to nothing.
    """

    lines: tuple[Line, ...]
    costs: tuple[float, ...]
    used: tuple[Used, ...]
    left_ml: float
    left: Appearance | None


def instructions(
    parts: Array,
    paints: Sequence[Paint],
    labels: Sequence[str],
    measure: Measure,
    viewing: Viewing = DEFAULT_VIEWING,
    ingredients: Mapping[str, Paint] | None = None,
) -> Instructions:
    """A work plan for patches, in a tool's measure.

    Parameters
    ----------
    parts : array, shape (patches, paints)
        By volume.
    paints : sequence of Paint
    labels : sequence of str
        What each patch is called, such as ``step 3``.
    measure : Measure
    viewing : Viewing
    ingredients : mapping, optional
        Paints by key of which mixtures among `paints` are made; they are then mixed first.

    Raises
    ------
    InputError
        For a volume that the tool cannot measure, or a way that is not known.
    """
    parts = np.asarray(parts, dtype=np.float64)
    # Refuses a total that is too small for the tool before anything is planned.
    for row, volume in zip(parts.tolist(), measure.volumes_ml(len(parts)), strict=True):
        checked_volumes(row, paints, volume, measure.tool)
    plan = work_plan(parts, measure.each_ml, measure.way)
    bench = _Bench(plan, paints, labels, measure.tool, viewing, dict(ingredients or {}))
    bench.follow()
    return bench.told(viewing.lab(parts, paints))


@dataclass
class _Bench:
    """The palette while a plan is followed with rounded amounts: volumes in millilitres."""

    plan: WorkPlan
    paints: Sequence[Paint]
    labels: Sequence[str]
    tool: Tool
    viewing: Viewing
    ingredients: dict[str, Paint]
    lines: list[Line] = field(default_factory=list)
    piles: dict[int, Array] = field(default_factory=dict)
    scooped: dict[int, Array] = field(default_factory=dict)
    let_downs_ml: dict[str, tuple[Paint, float]] = field(default_factory=dict)

    def __post_init__(self) -> None:
        white = self.viewing.lightener
        held = {paint.key: paint for paint in (*self.paints, white)}
        self.all_paints = tuple(held.values())
        self.place = {key: i for i, key in enumerate(held)}
        self.squeezed_ml: Array = np.zeros(len(self.all_paints))

    def pile(self, number: int) -> Array:
        return self.piles.setdefault(number, np.zeros(len(self.all_paints)))

    def follow(self) -> None:
        for (kind, number), moves in groupby(self.plan.moves, key=lambda m: (m.kind, m.pile)):
            if kind == "add":
                self._add(number, list(moves))
            else:
                for move in moves:
                    self._take(move)

    def _heading(self, number: int) -> str:
        if self.plan.way == "running":
            return "The running pile" if number == 0 else f"Running pile {number + 1}"
        return self.labels[number][0].upper() + self.labels[number][1:]

    def _say(self, number: int, sentence: str) -> None:
        self.lines.append(Line(self._heading(number), sentence))

    def _add(self, number: int, moves: Sequence[Move]) -> None:
        volumes: Array = np.zeros(len(self.paints))
        for move in moves:
            volumes[move.paint] += move.volume_nl / NANOLITRES
        volumes = self._without_traces(number, volumes)
        if not volumes.any():
            return
        found = measured_volumes(
            volumes, self.paints, self.tool, self.viewing.lightener, self.viewing
        )
        more = "" if not self.pile(number).any() else " more"
        for amount in found.amounts:
            self._say(number, f"{self._told(amount)}{more} {amount.paint.name}")
            self._pour(number, amount)

    def _without_traces(self, number: int, volumes: Array) -> Array:
        """Volumes without those that are too small to measure and would not be missed."""
        units = volumes * np.array([self.tool.per_ml(paint) for paint in self.paints])
        traces = np.flatnonzero((units > 0) & (units < self.tool.least))
        whole = np.array(self.pile(number))
        whole[: len(volumes)] += volumes
        if not len(traces) or whole.sum() <= volumes[traces].max():
            return volumes
        without = np.tile(whole, (len(traces), 1))
        without[np.arange(len(traces)), traces] -= volumes[traces]
        wanted, *others = self.viewing.lab(np.vstack([whole, without]), self.all_paints)
        missed = delta_e_2000(np.array(others), wanted) >= NEVER_MISSED
        kept = volumes.copy()
        kept[traces[~missed]] = 0.0
        return kept

    def _pour(self, number: int, amount: Amount) -> None:
        added = np.zeros(len(self.all_paints))
        if amount.paint.key in self.place:
            added[self.place[amount.paint.key]] = amount.volume_ml
        else:
            total = sum(part for _, part in amount.paint.recipe)
            for key, part in amount.paint.recipe:
                added[self.place[key]] += amount.volume_ml * part / total
            paint, before = self.let_downs_ml.get(amount.paint.name, (amount.paint, 0.0))
            self.let_downs_ml[amount.paint.name] = paint, before + amount.volume_ml
        self.squeezed_ml += added
        self.piles[number] = self.pile(number) + added

    def _per_ml(self, volumes: Array) -> float:
        """The tool's units in a millilitre of a mixture."""
        units = np.array([self.tool.per_ml(paint) for paint in self.all_paints])
        return float(volumes @ units / volumes.sum())

    def _told(self, amount: Amount) -> str:
        return f"{number_in_steps(amount.amount, self.tool.step)} {amount.unit}"

    def _take(self, move: Move) -> None:
        here = self.pile(move.pile)
        whole = float(here.sum())
        per_ml = self._per_ml(here)
        steps = max(round(move.volume_nl / NANOLITRES * per_ml / self.tool.step), 1)
        taken = min(steps * self.tool.step / per_ml, whole)
        everything = move.volume_nl / NANOLITRES > 0.98 * whole
        taken = whole if everything else taken
        amount = f"{number_in_steps(taken * per_ml, self.tool.step)} {self.tool.unit}"
        part = here * (taken / whole)
        self.piles[move.pile] = here - part
        if move.kind == "scoop":
            self.scooped[move.step] = part
            if self.plan.way == "running":
                how = "all that is left" if everything else amount
                self._say(move.pile, f"Scoop out {how}: that is {self.labels[move.step]}")
            return
        self._say(move.to, f"Carry {amount} over from {self.labels[move.pile]}")
        self.piles[move.to] = self.pile(move.to) + part

    def told(self, wanted: Array) -> Instructions:
        """What was said, with its costs and what is left."""
        made = np.array([self.scooped[i] for i in range(len(wanted))])
        costs = delta_e_2000(self.viewing.lab(made, self.all_paints), wanted)
        left = np.sum(list(self.piles.values()), axis=0)
        left_ml = float(left.sum())
        look = None
        if left_ml >= WORTH_TELLING_ML:
            look = appearances(self.viewing.lab(left, self.all_paints))[0]
        used = tuple(
            Used(paint, float(ml * self.tool.per_ml(paint)), self.tool.unit, float(ml))
            for paint, ml in zip(self.all_paints, self.squeezed_ml, strict=True)
            if ml > 0
        )
        first = (*self._mixtures(), *self._let_downs())
        costs_told = tuple(float(c) for c in costs)
        return Instructions((*first, *self.lines), costs_told, used, left_ml, look)

    def _mixtures(self) -> list[Line]:
        """Mixtures among the paints, which must be there before the plan begins."""
        lines = []
        for paint, ml in zip(self.all_paints, self.squeezed_ml, strict=True):
            if paint.family == MIXTURE_FAMILY and ml > 0:
                made_of = {self._ingredient(key): part for key, part in paint.recipe}
                lines += self._to_make(paint, made_of, float(ml))
        return lines

    def _let_downs(self) -> list[Line]:
        once: dict[Paint, tuple[dict[Paint, float], float]] = {}
        twice: list[tuple[Paint, dict[Paint, float], float]] = []

        def make(paint: Paint, made_of: dict[Paint, float], ml: float) -> None:
            once[paint] = made_of, once.get(paint, (made_of, 0.0))[1] + ml

        for paint, ml in self.let_downs_ml.values():
            (strong, one), (carrier, parts) = paint.recipe
            made_of = {self._ingredient(strong): one, self._ingredient(carrier): parts}
            if parts / one <= GREATEST_LET_DOWN:
                make(paint, made_of, ml)
                continue
            # One part in a hundred is a let-down of a let-down: a little of each is enough.
            thin = self._ingredient(carrier)
            first = let_down(self._ingredient(strong), thin, LET_DOWN_PARTS[0])
            more = sum(made_of.values()) / (1 + LET_DOWN_PARTS[0]) - 1
            second = {first: 1.0, thin: more}
            make(
                first,
                {self._ingredient(strong): 1.0, thin: LET_DOWN_PARTS[0]},
                self._enough(second, ml) / (1 + more),
            )
            twice.append((paint, second, ml))
        return [
            line
            for paint, made_of, ml in [*((p, *made) for p, made in once.items()), *twice]
            for line in self._to_make(paint, made_of, ml)
        ]

    def _ingredient(self, key: str) -> Paint:
        known = {**self.ingredients, **{paint.key: paint for paint in self.all_paints}}
        if key not in known:
            raise InputError(f"'{key}' is part of a mixture, but is not among its tubes.", "parts")
        return known[key]

    def _enough(self, made_of: Mapping[Paint, float], ml: float) -> float:
        """Volume of a mixture of which every part can be measured well, and at least `ml`."""
        total = sum(made_of.values())
        least = (
            self.tool.within_a_tenth / self.tool.per_ml(p) * total / part
            for p, part in made_of.items()
        )
        return max(ml, *least)

    def _to_make(self, paint: Paint, made_of: Mapping[Paint, float], ml: float) -> list[Line]:
        """Lines to make a mixture or let-down by, large enough for its smallest part to be read."""
        total, volume = sum(made_of.values()), self._enough(made_of, ml)
        lines = []
        for ingredient, part in made_of.items():
            units = volume * part / total * self.tool.per_ml(ingredient)
            told = number_in_steps(round(units / self.tool.step) * self.tool.step, self.tool.step)
            lines.append(
                Line(f"First mix: {paint.name}", f"{told} {self.tool.unit} {ingredient.name}")
            )
        return lines


def number_in_steps(amount: float, step: float) -> str:
    """An amount with as many decimals as the tool's step has."""
    decimals = max(0, -int(np.floor(np.log10(step) + 1e-9)))
    return f"{amount:.{decimals}f}"
