"""A work plan followed in the painter's measure: what is said, and what comes of doing it.

Every addition is measured for what lies in the pile by then, and in the end all that was said is
followed once more, word for word: what is mixed beforehand as it is really weighed, then the piles.
The colours and volumes that come out are what is claimed.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import groupby
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import Appearance, appearances
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.fewest import Patches
from mesotint.planning.let_downs import READ_WITH_CARE, LetDown
from mesotint.planning.making import Making
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measuring import Amount, Measured, measured_addition, too_much
from mesotint.planning.portions import Portion, ladders
from mesotint.planning.work_plan import NANOLITRES, Move, WorkPlan

WORTH_TELLING_ML: Final = 0.01
"""Volume left over from which its colour is told."""

NEARLY_ALL: Final = 0.98
"""Share of a pile from which a scoop is told as all that is left."""

MOST_GROWN: Final = 1.5
"""How many times its volume a running pile may become so that a let-down fits into it."""

GROWN_A_LITTLE: Final = 1.1
"""How much larger than planned a pile may stay; what is more is scraped off it (our own judgement:
each lets fewer tubes be squeezed out, the other saves a move)."""

_NO_WAY: Final = 1e-6
"""Squared CIELAB that is no way from one patch to the next."""


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
    doubt : float
        CIEDE2000 of the half step that shows most, of what is fewer steps than are honest.
    in_order : bool
        Whether each patch lies from the one before it to the side that was asked for.
    let_downs : tuple of LetDown
        Those that were at hand.
    patches : tuple of Measured
        Each patch by itself, with those let-downs; of a portion the pile as one paint, and white.
    advice : tuple of str
        What is to be read with care, and what would do where this measure does not; mostly empty.
    """

    lines: tuple[Line, ...]
    costs: tuple[float, ...]
    volumes_ml: tuple[float, ...]
    used: tuple[Used, ...]
    left_ml: float
    left: Appearance | None
    spare: tuple[Spare, ...]
    doubt: float
    in_order: bool
    let_downs: tuple[LetDown, ...]
    patches: tuple[Measured, ...]
    advice: tuple[str, ...] = ()

    @property
    def used_ml(self) -> float:
        """Paint that is squeezed out."""
        return sum(each.volume_ml for each in self.used)


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
class Following:
    """The palette while a plan is followed with rounded amounts: volumes in millilitres.

    `portions` are the patches that are taken from another one's pile; `patches` tells them all one
    by one. `sparing` makes as little of a let-down as can be told within a tenth.
    """

    plan: WorkPlan
    parts: Array
    paints: Sequence[Paint]
    labels: Sequence[str]
    patches: Patches
    portions: Mapping[int, Portion]
    ingredients: Mapping[str, Paint]
    let_downs: tuple[LetDown, ...]
    sparing: bool = False
    lines: list[Line] = field(default_factory=list)
    deeds: list[_Deed] = field(default_factory=list)
    piles: dict[int, Array] = field(default_factory=dict)
    exact: dict[int, Array] = field(default_factory=dict)
    poured_ml: dict[Paint, float] = field(default_factory=dict)
    doubt: tuple[float, str] = (0.0, "")

    def __post_init__(self) -> None:
        self.measure, self.viewing = self.patches.measure, self.patches.viewing
        held = {paint.key: paint for paint in self.paints}
        self.all_paints = tuple(held.values())
        self.place = {key: i for i, key in enumerate(held)}

    def _nothing(self) -> Array:
        return np.zeros(len(self.all_paints))

    def follow(self) -> Instructions:
        """Do the moves of the plan in order, measuring each addition for the pile as it is."""
        for (kind, number), moves in groupby(self.plan.moves, key=lambda m: (m.kind, m.pile)):
            if number in self.portions:
                continue
            if kind == "add":
                self._add(number, list(moves))
            elif self.plan.method != "separate":
                for move in moves:
                    self._take(move)
        for base, ladder in ladders(self.portions):
            self._open(base, ladder)
        if self.plan.method == "separate":
            # What is a pile by itself, or is left of it once the portions are taken.
            self.deeds += [_Deed("scoop", i, None, step=i) for i in range(len(self.labels))]
        return self._instructions()

    def _label(self, number: int) -> str:
        if self.plan.method == "running":
            return "the running pile" if number == 0 else f"running pile {number + 1}"
        return self.labels[number]

    def _heading(self, number: int) -> str:
        return self._label(number)[0].upper() + self._label(number)[1:]

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
            let_downs=self.let_downs,
        )
        self._doubt(found, number)
        more = " more" if there.any() else ""
        for amount in found.amounts:
            told = self.measure.told(amount.amount)
            self._say(number, f"{told}{more} {amount.paint.name}")
            there = there + self._poured(amount)
            self.deeds.append(_Deed("add", number, amount.amount, amount.paint))
        self.piles[number] = there

    def _doubt(self, found: Measured, number: int) -> None:
        """Remember what is hardest to read: too few steps, of which half a one shows."""
        for amount in found.amounts:
            if amount.amount < self.measure.honest:
                words = f"{amount.paint.name} for {self._label(number)}"
                self.doubt = max(self.doubt, (dict(found.doubts)[amount.paint], words))

    def _open(self, base: int, ladder: Sequence[int]) -> None:
        """One line for all that is opened from a pile, each from the one before it."""
        says: list[str] = []
        for place in ladder:
            pile, *white = self.portions[place].measured.amounts
            amount = self.measure.told(pile.amount)
            self.deeds.append(_Deed("carry", self.portions[place].base, pile.amount, to=place))
            for each in white:
                name = "" if says else f" {each.paint.name}"
                amount += f" with {self.measure.told(each.amount)}{name}"
                self._poured(each)
                self.deeds.append(_Deed("add", place, each.amount, each.paint))
            says.append(f"{'of that ' if says else ''}{amount}: {self.labels[place]}")
            self._doubt(self.portions[place].measured, place)
        self.lines.append(Line(f"Open {self.labels[base]}", "; ".join(says)))

    def _scraped(self, number: int, wanted: Array) -> Array:
        """What lies on a pile, once what would make it grow much is scraped off."""
        there = self.piles.get(number, self._nothing())
        if not there.any() or (grown := too_much(there, wanted)) <= GROWN_A_LITTLE:
            return there
        units = float(there @ [self.measure.per_ml(paint) for paint in self.all_paints])
        step = self.measure.step
        amount = float(self.measure.read(np.floor(units * (1 - 1 / grown) / step) * step))
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
        taken_units = max(float(self.measure.read(wanted * per_ml)), self.measure.step)
        everything = wanted > NEARLY_ALL * float(exact.sum()) or taken_units >= whole * per_ml
        if everything and self.plan.method == "running" and whole > wanted / NEARLY_ALL:
            # A pile that grew to take its let-downs holds more than is wanted of it.
            everything = False
        taken = whole if everything else taken_units / per_ml
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

    def _instructions(self) -> Instructions:
        """What was said, and what comes of doing it."""
        known = {paint.key: paint for paint in self.all_paints}
        making = Making.of(
            self.poured_ml, self.measure, {**known, **self.ingredients}, self.sparing
        )
        done = _Done(making, self.measure)
        for deed in self.deeds:
            done.do(deed)
        made = np.array([done.scooped[i] for i in range(len(self.parts))])
        wanted = self.viewing.lab(self.parts, self.paints)
        labs = self.viewing.lab(made, making.tubes)
        costs = delta_e_2000(labs, wanted)
        along = (np.diff(labs, axis=0) * np.diff(wanted, axis=0)).sum(axis=1)
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
            self.doubt[0],
            bool((along >= -_NO_WAY).all()),
            self.let_downs,
            tuple(
                self.portions[i].measured
                if i in self.portions
                else self.patches.measured(i, self.let_downs)
                for i in range(len(self.parts))
            ),
            self._care(making.hardly_measured),
        )

    def _care(self, hardly_measured: Paint | None) -> tuple[str, ...]:
        """What is to be read with care."""
        (seen, words), care = self.doubt, []
        if seen >= READ_WITH_CARE:
            care.append(
                f"Half a step more or less of {_small(words)} shows (ΔE {seen:.1f}): "
                "read it with care."
            )
        if hardly_measured is not None:
            care.append(
                f"So little is mixed of {_small(hardly_measured.name)} that half a step is up to a "
                "tenth of what is let down: read it with care."
            )
        return tuple(care)


def _small(name: str) -> str:
    return name[0].lower() + name[1:]


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
