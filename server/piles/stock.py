"""What is left in the tubes, and where the paint is that was squeezed out of them."""

from collections.abc import Iterable
from dataclasses import dataclass, field
from datetime import datetime
from typing import Final

from mesotint.mixing import palette as core
from mesotint.paints.library import Paint
from server.painters.models import Painter
from server.piles.ledger import Ledger
from server.piles.models import PileEvent
from server.tubes.models import Tube

_NOTHING: Final = 1e-6


@dataclass
class TubePaint:
    """Where the paint of one tube is, in millilitres, and when it was squeezed out."""

    used: float = 0.0
    wasted: float = 0.0
    in_piles: float = 0.0
    in_pots: float = 0.0
    squeezed: list[tuple[datetime, float]] = field(default_factory=list)


def paint_of_tubes(ledger: Ledger) -> dict[int, TubePaint]:
    """Where all that was ever squeezed out is now, by tube: the ledger replayed."""
    of: dict[int, TubePaint] = {}

    def at(paint: Paint) -> TubePaint | None:
        tube = ledger.box.tube_of.get(paint.key)
        return None if tube is None else of.setdefault(tube, TubePaint())

    for key, pile in ledger.pile_of.items():
        there, before = ledger.pile(key), dict[Paint, float]()
        for step in there.steps:
            move = step.move
            if isinstance(move, core.Added) and (row := at(move.paint)):
                row.squeezed.append((ledger.rows[step.place].created, move.volume_ml))
            if isinstance(move, core.Scooped):
                for paint, ml in before.items():
                    if row := at(paint):
                        row.used += ml - step.volumes_ml.get(paint, 0.0)
            before = step.volumes_ml
        for paint, ml in there.volumes_ml.items():
            if row := at(paint):
                if pile.thrown_away:
                    row.wasted += ml
                elif pile.is_pot:
                    row.in_pots += ml
                else:
                    row.in_piles += ml
    return of


def left_of(painter: Painter, tubes: Iterable[int]) -> dict[int, float]:
    """What is left in some tubes, where their painter ever said what was in them."""
    events = PileEvent.objects.filter(pile__painter=painter, tube__in=list(tubes))
    mine = Tube.objects.filter(painter=painter, pk__in=list(tubes))
    known = {tube.pk: tube for tube in mine if tube.left_ml is not None}
    if not events.exists():
        return {pk: tube.left_ml or 0.0 for pk, tube in known.items()}
    ledger = Ledger(painter)
    of = paint_of_tubes(ledger)
    return {
        pk: left_in(tube.left_ml or 0.0, tube.left_at, of.get(pk, TubePaint()))
        for pk, tube in known.items()
    }


def left_in(was_ml: float, at: datetime, there: TubePaint) -> float:
    """What is left of what was in a tube at a time, once what was squeezed since is taken off."""
    since = sum(ml for when, ml in there.squeezed if when >= at)
    left = max(was_ml - since, 0.0)
    return left if left > _NOTHING else 0.0
