"""A painter's painting as one of the core: passages, mother colour and giving."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import TypeVar

import numpy as np
from django.http import Http404

from mesotint.errors import InputError
from mesotint.harmony import mother as core
from mesotint.harmony.candidates import main_grey, mixtures_of, trace_of_everything
from mesotint.harmony.painting import Painting, Passage
from mesotint.harmony.values import at_value
from mesotint.mixing.recipe import Wishes, search
from mesotint.paints.library import Paint
from mesotint.paints.roles import POT, black_of, mixture
from server.mixtures.services import tubes_of as tubes_of_mixtures
from server.painters.models import Painter
from server.paintings.requests import GivingIn, MotherIn, PaintingRequest, PassageIn
from server.piles.ledger import Ledger
from server.tubes.readings import colour_typed
from server.tubes.services import PaintBox

Told = TypeVar("Told")


def tubes_of(asked: PaintingRequest) -> set[int]:
    """Tubes that a painting names."""
    layered = [p.layers for p in asked.passages if p.layers]
    mixtures = [p.mixture for p in asked.passages if p.mixture]
    named = tubes_of_mixtures([*mixtures, *(m for p in layered for m in (p.under, p.over))])
    if asked.mother is not None and asked.mother.kind == "tube":
        named.add(asked.mother.id)
    return named


@dataclass(frozen=True)
class Composed:
    """A request with the box it is mixed from."""

    painter: Painter
    asked: PaintingRequest
    box: PaintBox

    @cached_property
    def _read(self) -> dict[int, Passage | str]:
        """Each passage of the core by its place, or why it cannot be mixed."""
        return {i: self._passage(i, each) for i, each in enumerate(self.asked.passages)}

    @cached_property
    def mixed(self) -> list[int]:
        """Places of the passages that have a mixture. What has none is left out of everything that
        is computed, and blocks nothing."""
        return [i for i, each in self._read.items() if isinstance(each, Passage)]

    @cached_property
    def troubles(self) -> dict[int, str]:
        """What is to be mended of the others, by their places."""
        return {i: each for i, each in self._read.items() if isinstance(each, str)}

    def spread(self, told: Sequence[Told]) -> list[Told | None]:
        """What is told of the mixed passages, in the places of all; none where one is not mixed."""
        found: list[Told | None] = [None] * len(self.asked.passages)
        for place, each in zip(self.mixed, told, strict=True):
            found[place] = each
        return found

    @cached_property
    def painting(self) -> Painting:
        """The painting of the core: the passages that are mixed, as if they were all of it."""
        asked = self.asked
        there = [each for each in self._read.values() if isinstance(each, Passage)]
        if asked.passages and not there:
            raise InputError("No passage has a mixture yet; give one its mixture.", "mixture")
        whole = sum(passage.area for passage in asked.passages) / 100
        covered = sum(passage.area for passage in there)
        if self.troubles:
            # Those that are mixed stand for all of it, so far as it is all.
            even = whole / len(there)
            there = [
                replace(each, area=min(1.0, whole * each.area / covered) if covered > 0 else even)
                for each in there
            ]
        index = {place: i for i, place in enumerate(self.mixed)}
        pairs = [pair for pair in asked.touching if index.keys() >= set(pair)]
        touching = {(min(pair), max(pair)) for pair in ([index[i] for i in p] for p in pairs)}
        return Painting(
            tuple(there),
            frozenset(pair for pair in touching if pair[0] != pair[1]),
            asked.viewing,
        )

    def _passage(self, place: int, asked: PassageIn) -> Passage | str:
        name = asked.name.strip() or f"passage {place + 1}"
        parts: dict[Paint, float] = {}
        for part in asked.mixture.parts if asked.mixture else ():
            try:
                paint = self.box.paint(part.tube)
            except Http404:
                return "One of its tubes is in your studio no longer; give it another mixture."
            parts[paint] = parts.get(paint, 0.0) + part.parts
        if not parts:
            return "It has no mixture yet: tap tubes, or find one for its colour."
        if asked.value is not None:
            parts = at_value(parts, asked.value, self.dark, self.asked.viewing)
        return Passage(name, asked.area / 100, parts, asked.part, asked.distance)

    @cached_property
    def dark(self) -> Paint:
        """What darkens where value is held: a black of the box, or the darkest tube there is."""
        named = {self.box.paint(tube) for tube in tubes_of(self.asked) if tube in self.box.tubes}
        paints = self.box.advised or sorted(named, key=lambda paint: paint.key)
        if black := black_of(paints):
            return black
        labs = self.asked.viewing.lab(np.eye(len(paints)), paints)
        return paints[int(labs[:, 0].argmin())]

    def mother(self, asked: MotherIn | None = None) -> core.Mother:
        """The mother that is asked for, over the painting."""
        asked = asked or self.asked.mother
        if asked is None:
            raise InputError("Choose a mother colour first.", "mother")
        giving = self.asked.giving
        return core.Mother(self.painting, self._mother_paint(asked), giving.hold_value, self.dark)

    def _mother_paint(self, asked: MotherIn) -> Paint:
        match asked.kind:
            case "tube":
                try:
                    return self.box.paint(asked.id)
                except Http404:
                    raise InputError(
                        "That tube is in your studio no longer; choose another.", "mother"
                    ) from None
            case "passage":
                if asked.id not in self.mixed:
                    raise InputError(
                        "That passage is gone or has no mixture; choose another.", "mother"
                    )
                # Told apart from the passage itself, which is mixed from it.
                passage = mixtures_of(self.painting)[self.mixed.index(asked.id)]
                return replace(passage, name=f"{passage.name}, as mother")
            case "grey":
                grey = main_grey(self.painting)
                if grey is None:
                    raise InputError(
                        "No two passages lie across the plan from each other, so there is "
                        "no grey between them; choose another.",
                        "mother",
                    )
                return grey
            case "trace":
                everything = trace_of_everything(self.painting)
                if everything is None:
                    raise InputError(
                        "The painting has one paint only; there is no other to trace.", "mother"
                    )
                return everything
            case "pot":
                if asked.id not in self.pots:
                    raise InputError("That pot is empty or gone; choose another.", "mother")
                return self.pots[asked.id]
            case _:
                return self._asked_colour(asked.colour)

    def _asked_colour(self, colour: str) -> Paint:
        if not self.box.advised:
            raise InputError("The box is empty; add a tube to mix the mother from.", "box")
        viewing = self.painting.viewing
        wishes = Wishes(sparing=True)
        found = search(colour_typed(colour), self.box.advised, wishes, viewing).recipes[0]
        parts = dict(zip(found.paints, found.parts, strict=True))
        return mixture("asked", colour.strip(), parts)

    @cached_property
    def pots(self) -> dict[int, Paint]:
        """Pots of mud that hold anything, as paints; they stand there mixed."""
        pots = Ledger(self.painter, set()).pots
        return {pk: replace(paint, family=POT) for pk, (paint, _) in pots.items()}

    def giving(self, mother: core.Mother) -> core.Giving:
        """How the mother is to be given; at its usual share where no amount is said."""
        asked: GivingIn = self.asked.giving
        amount = asked.amount
        if amount is None:
            amount = mother.usual(asked.kind, asked.accent_share)
        return core.Giving(
            asked.kind,
            amount,
            asked.accent_share,
            asked.most_delta_e,
            {
                self.mixed.index(pin.place): pin.share
                for pin in asked.pins
                if pin.place in self.mixed
            },
        )


def compose(painter: Painter, asked: PaintingRequest) -> Composed:
    """A painting with its painter's box."""
    return Composed(painter, asked, PaintBox(painter, tubes_of(asked), asked.never))
