"""A painter's events as the ledger of a palette that the core replays."""

from collections.abc import Collection
from dataclasses import dataclass
from functools import cached_property

from django.db.models import Q, QuerySet

from mesotint.mixing import palette as core
from mesotint.paints.library import MEDIUM, WATER, Paint, mixed_tube
from server.painters.models import Painter
from server.piles.models import Pile, PileEvent
from server.tubes.services import PaintBox

THINNERS: dict[str, Paint] = {"medium": MEDIUM, "water": WATER}
POT_FAMILY = "mixture"


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
        mine = Pile.objects.filter(painter=painter)
        if piles is not None:
            # Advice may take paint from any pot.
            pots = mine.filter(kind=Pile.POT, thrown_away=False).values_list("pk", flat=True)
            piles = {*piles, *pots}
        self.rows = _events(painter, piles)
        ids = {row.pile_id for row in self.rows} | {row.onto_id for row in self.rows}
        self.pile_of = {
            pile.pk: pile for pile in (mine if piles is None else mine.filter(pk__in=ids | piles))
        }

    @cached_property
    def box(self) -> PaintBox:
        """The painter's tubes in use, and those that were ever put on these piles."""
        return PaintBox(self.painter, {row.tube_id for row in self.rows if row.tube_id})

    @cached_property
    def palette(self) -> core.Palette:
        """The palette of the core."""
        names = {pk: pile.name for pk, pile in self.pile_of.items()}
        return core.Palette(tuple(self._entry(row) for row in self.rows), names=names)

    def pile(self, pile_id: int) -> core.Pile:
        """One pile as its events left it."""
        return self.palette.piles.get(pile_id, core.Pile())

    def _entry(self, row: PileEvent) -> core.Entry:
        match row.kind:
            case PileEvent.ADD:
                paint = THINNERS[row.thinner] if row.thinner else self.box.paint(row.tube_id)
                return core.Added(row.pile_id, paint, row.volume_ml)
            case PileEvent.CARRY:
                return core.Carried(row.pile_id, row.onto_id, row.volume_ml)
            case PileEvent.TAKE_OFF:
                return core.TakenOff(row.pile_id, row.volume_ml)
            case PileEvent.SEE:
                return core.Seen(row.pile_id, (row.lightness, row.a, row.b))
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
            if pile.kind == Pile.POT and not pile.thrown_away and there.volumes_ml:
                paint = mixed_tube(f"pot{pk}", pile.name, POT_FAMILY, there.volumes_ml)
                found[pk] = (paint, there.volume_ml)
        return found


def _events(painter: Painter, piles: Collection[int] | None) -> list[PileEvent]:
    """Events of piles, and of all piles that paint came from or went to, in order."""
    rows: QuerySet[PileEvent] = PileEvent.objects.filter(pile__painter=painter)
    if piles is None:
        return list(rows)
    known: set[int] = set()
    wanted = set(piles)
    while wanted - known:
        known = wanted
        touching = rows.filter(Q(pile__in=known) | Q(onto__in=known), kind=PileEvent.CARRY)
        pairs = touching.values_list("pile", "onto")
        wanted = known | {pile for pair in pairs for pile in pair}
    return list(rows.filter(pile__in=known))
