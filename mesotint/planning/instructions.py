"""Instructions: a work plan in the painter's measure, told as things to do and to tick off.

The plan itself is exact; what a measure reads is rounded. So every addition is measured for what
lies in the pile by then, and in the end all that was told is followed once more, word for word:
what is mixed beforehand as it is really weighed, then the piles. The colours and volumes that come
out are what is claimed.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import groupby
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import DEFAULT_VIEWING, Appearance, Viewing, appearances
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.making import Making
from mesotint.planning.measures import Measure, checked_volumes
from mesotint.planning.measuring import Amount, measured_addition, too_much
from mesotint.planning.work_plan import NANOLITRES, Move, WorkPlan, work_plan

WORTH_TELLING_ML: Final = 0.01
"""Volume left over from which its colour is told."""

NEARLY_ALL: Final = 0.98
"""Share of a pile from which a scoop is told as all that is left."""

MOST_GROWN: Final = 1.5
"""How many times its volume a running pile may become so that a let-down fits into it."""

GROWN_A_LITTLE: Final = 1.1
"""How much larger than planned a pile may stay; what is more is scraped off it (our own judgement:
each lets fewer tubes be squeezed out, the other saves a move)."""


@dataclass(frozen=True)
class Work:
    """How the work is done: what measures, the volume of each patch, and the method.

    `each_ml` is one volume for all patches, or one for each. `method` is one of
    `mesotint.planning.work_plan.METHODS`.
    """

    measure: Measure
    each_ml: float | tuple[float, ...]
    method: str = "separate"

    def volumes_ml(self, patches: int) -> tuple[float, ...]:
        """The volume of each of some patches.

        Parameters
        ----------
        patches : int
            How many are mixed.
        """
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
class Spare:
    """What is left of something that was mixed beforehand."""

    name: str
    volume_ml: float


@dataclass(frozen=True)
class Instructions:
    """A plan as things to do.

    Attributes
    ----------
    lines : tuple of Line
        In order: mixtures and let-downs to make beforehand, then the plan itself.
    costs : tuple of float
        CIEDE2000 of each patch, made as the lines say, from the wanted colour.
    volumes_ml : tuple of float
        Volume of each patch, made as the lines say.
    used : tuple of Used
        What each tube must give, as squeezed out, with what goes into let-downs.
    left_ml : float
        Paint left over in the piles.
    left : Appearance or None
        How all that is left looks when it is scraped together; None where it is next to nothing.
    spare : tuple of Spare
        What is left of mixtures and let-downs made beforehand.
    advice : tuple of str
        What would do where something cannot be measured so that nothing is seen; mostly empty.
    """

    lines: tuple[Line, ...]
    costs: tuple[float, ...]
    volumes_ml: tuple[float, ...]
    used: tuple[Used, ...]
    left_ml: float
    left: Appearance | None
    spare: tuple[Spare, ...]
    advice: tuple[str, ...]


def instructions(
    parts: Array,
    paints: Sequence[Paint],
    labels: Sequence[str],
    work: Work,
    viewing: Viewing = DEFAULT_VIEWING,
    ingredients: Mapping[str, Paint] | None = None,
) -> Instructions:
    """A work plan for patches, as a measure tells it.

    Parameters
    ----------
    parts : array, shape (patches, paints)
        By volume.
    paints : sequence of Paint
    labels : sequence of str
        What each patch is called, such as ``step 3``.
    work : Work
    viewing : Viewing
    ingredients : mapping, optional
        Paints by key of which mixtures among `paints` are made; they are then mixed first.

    Raises
    ------
    InputError
        For a volume that the measure cannot tell, or a method that is not known.
    """
    parts = np.asarray(parts, dtype=np.float64)
    # Refuses a total that is too small for the measure before anything is planned.
    for row, volume in zip(parts.tolist(), work.volumes_ml(len(parts)), strict=True):
        checked_volumes(row, paints, volume, work.measure)
    plan = work_plan(parts, work.each_ml, work.method)
    bench = _Bench(plan, parts, paints, labels, work.measure, viewing, dict(ingredients or {}))
    bench.follow()
    return bench.told()


@dataclass(frozen=True)
class _Deed:
    """Something done: an amount put on a pile, or taken off it, in the measure's units.

    `kind` is add, scoop, scrape or carry. `amount` is None for all there is; `to` is the pile that
    a carried load goes to.
    """

    kind: str
    pile: int
    amount: float | None
    what: Paint | None = None
    step: int = -1
    to: int = -1


@dataclass
class _Bench:
    """The palette while a plan is followed with rounded amounts: volumes in millilitres."""

    plan: WorkPlan
    parts: Array
    paints: Sequence[Paint]
    labels: Sequence[str]
    measure: Measure
    viewing: Viewing
    ingredients: dict[str, Paint]
    lines: list[Line] = field(default_factory=list)
    deeds: list[_Deed] = field(default_factory=list)
    piles: dict[int, Array] = field(default_factory=dict)
    exact: dict[int, Array] = field(default_factory=dict)
    poured_ml: dict[Paint, float] = field(default_factory=dict)
    advice: dict[str, None] = field(default_factory=dict)

    def __post_init__(self) -> None:
        held = {paint.key: paint for paint in self.paints}
        self.all_paints = tuple(held.values())
        self.place = {key: i for i, key in enumerate(held)}

    def _nothing(self) -> Array:
        return np.zeros(len(self.all_paints))

    def follow(self) -> None:
        """Do the moves of the plan in order, measuring each addition for the pile as it is."""
        for (kind, number), moves in groupby(self.plan.moves, key=lambda m: (m.kind, m.pile)):
            if kind == "add":
                self._add(number, list(moves))
            else:
                for move in moves:
                    self._take(move)

    def _heading(self, number: int) -> str:
        if self.plan.method == "running":
            return "The running pile" if number == 0 else f"Running pile {number + 1}"
        return self.labels[number][0].upper() + self.labels[number][1:]

    def _say(self, number: int, sentence: str) -> None:
        self.lines.append(Line(self._heading(number), sentence))

    def _add(self, number: int, moves: Sequence[Move]) -> None:
        wanted = self.exact.get(number, self._nothing())
        for move in moves:
            wanted = wanted.copy()
            wanted[self.place[self.paints[move.paint].key]] += move.volume_nl / NANOLITRES
        self.exact[number] = wanted
        there = self._scraped(number, wanted)
        found = measured_addition(
            there,
            wanted,
            self.all_paints,
            self.measure,
            self.viewing,
            most_grown=MOST_GROWN if self.plan.method == "running" else 1.0,
        )
        if found.advice:
            self.advice[found.advice] = None
        more = " more" if there.any() else ""
        for amount in found.amounts:
            told = self.measure.told(amount.amount)
            self._say(number, f"{told}{more} {amount.paint.name}")
            there = there + self._poured(amount)
            self.deeds.append(_Deed("add", number, amount.amount, amount.paint))
        self.piles[number] = there

    def _scraped(self, number: int, wanted: Array) -> Array:
        """What lies on a pile, once what would make it grow much is scraped off."""
        there = self.piles.get(number, self._nothing())
        if not there.any() or (grown := too_much(there, wanted)) <= GROWN_A_LITTLE:
            return there
        units = float(there @ [self.measure.per_ml(paint) for paint in self.all_paints])
        amount = float(np.floor(units * (1 - 1 / grown) / self.measure.step) * self.measure.step)
        if amount <= 0:
            return there
        told = self.measure.told(amount)
        self._say(number, f"Scrape {told} off and lay it aside")
        self.deeds.append(_Deed("scrape", number, amount))
        return np.asarray(there * (1 - amount / units))

    def _poured(self, amount: Amount) -> Array:
        added, paint = self._nothing(), amount.paint
        self.poured_ml[paint] = self.poured_ml.get(paint, 0.0) + amount.volume_ml
        if paint.key in self.place:
            added[self.place[paint.key]] = amount.volume_ml
            return added
        total = sum(part for _, part in paint.recipe)
        for key, part in paint.recipe:
            added[self.place[key]] += amount.volume_ml * part / total
        return added

    def _take(self, move: Move) -> None:
        here, exact = self.piles[move.pile], self.exact[move.pile]
        wanted, whole = move.volume_nl / NANOLITRES, float(here.sum())
        per_ml = float(here @ [self.measure.per_ml(paint) for paint in self.all_paints]) / whole
        steps = max(round(wanted * per_ml / self.measure.step), 1)
        everything = wanted > NEARLY_ALL * float(exact.sum()) or steps * self.measure.step >= (
            whole * per_ml
        )
        if everything and self.plan.method == "running" and whole > wanted / NEARLY_ALL:
            # A pile that grew to take its let-downs holds more than is wanted of it.
            everything = False
        taken = whole if everything else steps * self.measure.step / per_ml
        amount = self.measure.told(taken * per_ml)
        part = here * (taken / whole)
        self.piles[move.pile] = here - part
        self.exact[move.pile] = exact * max(1 - wanted / float(exact.sum()), 0.0)
        units = None if everything else taken * per_ml
        if move.kind == "scoop":
            self.deeds.append(_Deed("scoop", move.pile, units, step=move.step))
            if self.plan.method == "running":
                how = "all that is left" if everything else amount
                self._say(move.pile, f"Scoop out {how}: that is {self.labels[move.step]}")
            return
        self._say(move.to, f"Carry {amount} over from {self.labels[move.pile]}")
        self.deeds.append(_Deed("carry", move.pile, units, to=move.to))
        self.piles[move.to] = self.piles.get(move.to, self._nothing()) + part
        moved = exact * (wanted / float(exact.sum()))
        self.exact[move.to] = self.exact.get(move.to, self._nothing()) + moved

    def told(self) -> Instructions:
        """What was said, and what comes of doing it."""
        making = Making.of(self.poured_ml, self.measure, {**self._known(), **self.ingredients})
        done = _Done(making, self.measure)
        for deed in self.deeds:
            done.do(deed)
        made = np.array([done.scooped[i] for i in range(len(self.parts))])
        wanted = self.viewing.lab(self.parts, self.paints)
        costs = delta_e_2000(self.viewing.lab(made, making.tubes), wanted)
        left = np.sum(list(done.piles.values()), axis=0) + done.aside
        left_ml, look = float(left.sum()), None
        if left_ml >= WORTH_TELLING_ML:
            look = appearances(self.viewing.lab(left, making.tubes))[0]
        first = [
            Line(f"First mix: {made.paint.name}", says)
            for made in making.made
            for says in made.says
        ]
        squeezed = making.squeezed_ml + done.squeezed_ml
        used = tuple(
            Used(paint, float(ml * self.measure.per_ml(paint)), self.measure.unit, float(ml))
            for paint, ml in zip(making.tubes, squeezed, strict=True)
            if ml > 0
        )
        spare = tuple(
            Spare(made.paint.name, over)
            for made in making.made
            if (over := making.over_ml(made, done.poured_ml)) >= WORTH_TELLING_ML
        )
        return Instructions(
            (*first, *self.lines),
            tuple(costs.tolist()),
            tuple(made.sum(axis=1).tolist()),
            used,
            left_ml,
            look,
            spare,
            tuple(self.advice),
        )

    def _known(self) -> dict[str, Paint]:
        return {paint.key: paint for paint in self.all_paints}


@dataclass
class _Done:
    """What comes of the deeds, done word for word: millilitres of each tube in every pile."""

    making: Making
    measure: Measure
    piles: dict[int, Array] = field(default_factory=dict)
    scooped: dict[int, Array] = field(default_factory=dict)
    poured_ml: dict[str, float] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.squeezed_ml: Array = np.zeros(len(self.making.tubes))
        self.aside: Array = np.zeros(len(self.making.tubes))
        self.densities = np.array([self.measure.per_ml(tube) for tube in self.making.tubes])

    def do(self, deed: _Deed) -> None:
        """One deed."""
        here = self.piles.get(deed.pile, np.zeros(len(self.making.tubes)))
        if deed.what is not None and deed.amount is not None:
            holds = self.making.holds(deed.what)
            volume = deed.amount / float(holds @ self.densities)
            self.piles[deed.pile] = here + volume * holds
            key = deed.what.key
            self.poured_ml[key] = self.poured_ml.get(key, 0.0) + volume
            if not self.making.is_made(deed.what):
                self.squeezed_ml += volume * holds
            return
        whole = float(here @ self.densities)
        share = 1.0 if deed.amount is None else min(deed.amount / whole, 1.0)
        self.piles[deed.pile] = here * (1 - share)
        if deed.kind == "scoop":
            self.scooped[deed.step] = here * share
        elif deed.kind == "scrape":
            self.aside += here * share
        else:
            there = self.piles.get(deed.to, np.zeros(len(here)))
            self.piles[deed.to] = there + here * share
