"""A painter's events as the ledger of a palette that the core replays."""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from django.dispatch import receiver

from mesotint.colour.srgb import hex_from_lab
from mesotint.mixing import palette as core
from mesotint.mixing.mixture import together
from mesotint.optics.grid import Array
from mesotint.paints.library import MEDIUM, WATER, Paint
from mesotint.paints.roles import mixture
from server.kept.notes import restored, tube_changed
from server.mixtures.models import PILE
from server.mixtures.origins import forget_shares, set_shares
from server.painters.models import Painter
from server.piles.models import Pile, PileEvent
from server.tubes.services import PaintBox

THINNERS: dict[str, Paint] = {"medium": MEDIUM, "water": WATER}

_NOTED = ("noted", "volume_ml", *Pile.lab.columns, "stands", "taken_back")


@dataclass(frozen=True)
class MakeUp:
    """One ingredient of a pile: the tube it came from, or None for what thins."""

    tube: int | None
    paint: Paint
    volume_ml: float


class Ledger:
    """The piles of a painter that have to do with each other, and their replay.

    Parameters
    ----------
    painter : Painter
    piles : collection of int, optional
        Piles to tell of; those that paint came from or went to are replayed with them. All of the
        painter's where none is given.
    """

    def __init__(self, painter: Painter, piles: Collection[int] | None = None) -> None:
        self.painter = painter
        self.pile_of = {pile.pk: pile for pile in Pile.objects.filter(painter=painter)}
        rows = PileEvent.objects.filter(pile__in=self.pile_of)
        if piles is not None:
            # Advice may take paint from any pot.
            pots = {pk for pk, pile in self.pile_of.items() if pile.is_pot}
            carried = rows.filter(kind=PileEvent.CARRY).values_list("pile", "onto")
            touched = _joined({*piles, *pots} & self.pile_of.keys(), carried)
            self.pile_of = {pk: pile for pk, pile in self.pile_of.items() if pk in touched}
            rows = rows.filter(pile__in=touched)
        self.rows = list(rows)

    @cached_property
    def box(self) -> PaintBox:
        """The painter's tubes in use, and those that were ever put on these piles."""
        return PaintBox(self.painter, {row.tube_id for row in self.rows if row.tube_id})

    @cached_property
    def palette(self) -> core.Palette:
        """The palette of the core."""
        names: dict[core.PileKey, str] = {pk: pile.name for pk, pile in self.pile_of.items()}
        return core.Palette(tuple(self._entry(row) for row in self.rows), names=names)

    def pile(self, pile_id: int) -> core.Pile:
        """One pile as its events left it."""
        return self.palette.piles.get(pile_id, core.Pile())

    def note(self, touched: Collection[int] = ()) -> None:
        """Note on every pile that was replayed what its last event left, where that changed, and on
        those that were touched when that was."""
        changed: list[Pile] = []
        filled: list[Pile] = []
        for pk, pile in self.pile_of.items():
            there = self.pile(pk)
            lab = [None] * 3 if there.corrected_lab is None else there.corrected_lab.tolist()
            told = (
                True, there.volume_ml, *lab, bool(there.steps), there.taken_back > 0
            )  # fmt: skip
            if pk in touched or told != tuple(getattr(pile, name) for name in _NOTED):
                for name, value in zip(_NOTED, told, strict=True):
                    setattr(pile, name, value)
                changed.append(pile)
                pile.opened_srgb = None
                filled += [pile] * bool(there.volumes_ml)
        codes = hex_from_lab(self.opened([self.pile(pile.pk).volumes_ml for pile in filled]))[0]
        for pile, code in zip(filled, codes, strict=True):
            pile.opened_srgb = code
        for pile in changed:
            # Mostly it is one pile, and Django needs less for a row than for cases of many.
            when = ["changed"] if pile.pk in touched else []
            pile.save(update_fields=(*_NOTED, "opened_srgb", *when))
        if changed:
            keys = [pile.pk for pile in changed]
            forget_shares(PILE, keys)
            set_shares(PILE, {pk: self._shares(self.pile(pk).volumes_ml) for pk in keys})

    def opened(self, volumes_ml: Sequence[dict[Paint, float]]) -> Array:
        """CIELAB, shape (n, 3), of what some piles hold in the white test, in daylight."""
        if not volumes_ml:
            return np.empty((0, 3))
        paints, parts = together([(list(ml), list(ml.values())) for ml in volumes_ml])
        return self.palette.viewing.opened_lab(parts, paints)

    def _shares(self, volumes_ml: dict[Paint, float]) -> dict[int, float]:
        """How much of each tube is in a pile, without what thins it; adding to 1."""
        tubes = {part.tube: part.volume_ml for part in self.make_up(volumes_ml) if part.tube}
        whole = sum(tubes.values())
        return {tube: ml / whole for tube, ml in tubes.items()}

    def _entry(self, row: PileEvent) -> core.Entry:
        # What a kind of event has need of stands in its row; what it has not is 0 here.
        volume = row.volume_ml or 0.0
        match row.kind:
            case PileEvent.ADD:
                paint = THINNERS[row.thinner] if row.thinner else self.box.paint(row.tube_id or 0)
                return core.Added(row.pile_id, paint, volume)
            case PileEvent.CARRY:
                return core.Carried(row.pile_id, row.onto_id or 0, volume)
            case PileEvent.SCOOP:
                return core.Scooped(row.pile_id, volume)
            case PileEvent.READ:
                return core.Reading(row.pile_id, tuple(row.lab.tolist()))
            case PileEvent.TAKE_BACK:
                return core.TakenBack(row.pile_id)
            case _:
                return core.BroughtBack(row.pile_id)

    def make_up(self, volumes_ml: dict[Paint, float]) -> list[MakeUp]:
        """What a pile is made of, most of it first."""
        told = [
            MakeUp(self.box.tube_of.get(paint.key), paint, ml) for paint, ml in volumes_ml.items()
        ]
        return sorted(told, key=lambda each: -each.volume_ml)

    @cached_property
    def pots(self) -> dict[int, tuple[Paint, float]]:
        """Each pot that holds anything, as one paint, and the millilitres of it."""
        found = {}
        for pk, pile in self.pile_of.items():
            there = self.pile(pk)
            if pile.is_pot and there.volumes_ml:
                paint = mixture(f"pot{pk}", pile.name, there.volumes_ml)
                found[pk] = (paint, there.volume_ml)
        return found


def _joined(piles: set[int], carried: Iterable[tuple[int, int | None]]) -> set[int]:
    """Piles, and all that paint was carried to or from between them."""
    pairs = {(pile, onto) for pile, onto in carried if onto is not None}
    known: set[int] = set()
    while piles - known:
        known = piles
        piles = known | {each for pair in pairs if known.intersection(pair) for each in pair}
    return known


def noted(painter: Painter) -> list[Pile]:
    """The painter's piles that are not thrown away, each with what its last event left, the last
    one touched first."""
    piles = Pile.objects.filter(painter=painter, thrown_away=False)
    found = list(piles)
    if all(pile.noted for pile in found):
        return found
    Ledger(painter, {pile.pk for pile in found if not pile.noted}).note()
    return list(piles.all())


@receiver(tube_changed)
def _tube_changed(*, tube_id: int, painter_id: int, **_: object) -> None:
    """Piles with a tube that is another paint now look different, and so do those that paint was
    carried to from them: they are told anew."""
    if PileEvent.objects.filter(tube=tube_id).exists():
        Pile.objects.filter(painter=painter_id).update(noted=False)


@receiver(restored)
def _restored(**_: object) -> None:
    for painter in Painter.objects.filter(piles__isnull=False).distinct():
        ledger = Ledger(painter)
        for pile in ledger.pile_of:
            ledger.pile(pile)
