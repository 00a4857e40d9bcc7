"""The store: where each tube's paint is, how long it lasts, what a painting would take of it."""

from collections.abc import Iterable
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from typing import Final

import numpy as np
from django.shortcuts import get_object_or_404

from mesotint.colour.srgb import hex_from_lab
from mesotint.errors import InputError
from mesotint.mixing import palette as core
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.library import Paint
from mesotint.planning.store import PACE_OVER_DAYS, lasts_days, to_buy
from mesotint.practice.habits import trend
from server.journal.answers import Point, StoreOut, StoreTube
from server.kept import clock
from server.mixtures.models import Mixing
from server.painters.models import Painter
from server.paintings.answers import request_of
from server.paintings.models import Painting
from server.paintings.requests import PaintingPlanIn
from server.paintings.work_plan import work_plan
from server.piles.ledger import Ledger
from server.piles.models import PileEvent
from server.tubes.services import in_use

WEEKS_TOLD: Final = 12
_NOTHING: Final = 1e-6


@dataclass
class _Paint:
    """Where the paint of one tube is, in millilitres, and when it was squeezed out."""

    used: float = 0.0
    wasted: float = 0.0
    in_piles: float = 0.0
    in_pots: float = 0.0
    squeezed: list[tuple[datetime, float]] = field(default_factory=list)


def _where(ledger: Ledger) -> dict[int, _Paint]:
    """Where all that was ever squeezed out is now, by tube: the ledger replayed."""
    of: dict[int, _Paint] = {}

    def at(paint: Paint) -> _Paint | None:
        tube = ledger.box.tube_of.get(paint.key)
        return None if tube is None else of.setdefault(tube, _Paint())

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
    mine = in_use(painter).model._default_manager.filter(painter=painter, pk__in=list(tubes))
    known = {tube.pk: tube for tube in mine if tube.left_ml is not None}
    if not events.exists():
        return {pk: tube.left_ml or 0.0 for pk, tube in known.items()}
    ledger = Ledger(painter)
    told = _where(ledger)
    return {
        pk: _left(tube.left_ml or 0.0, tube.left_at, told.get(pk, _Paint()))
        for pk, tube in known.items()
    }


def _left(was_ml: float, at: datetime, there: _Paint) -> float:
    since = sum(ml for when, ml in there.squeezed if when >= at)
    left = max(was_ml - since, 0.0)
    return left if left > _NOTHING else 0.0


def store(painter: Painter, painting: int | None = None) -> StoreOut:
    """Every tube's paint; with a painting, what its palette would take of each."""
    ledger, now = Ledger(painter), clock.now()
    told = _where(ledger)
    tubes = {tube.pk: tube for tube in in_use(painter)}
    wanted = _wanted(painter, painting)
    rows = []
    lately = now - timedelta(days=PACE_OVER_DAYS)
    for pk, tube in tubes.items():
        there, paint = told.get(pk, _Paint()), ledger.box.paint(pk)
        left = None if tube.left_ml is None else _left(tube.left_ml, tube.left_at, there)
        pace = sum(ml for when, ml in there.squeezed if when >= lately)
        lasts = None if left is None else lasts_days(left, pace, PACE_OVER_DAYS)
        lab = DEFAULT_VIEWING.lab(np.ones(1), [paint])
        rows.append(
            StoreTube(
                tube=pk,
                label=paint.name,
                srgb=hex_from_lab(lab[None])[0][0],
                size_ml=tube.size_ml,
                left_ml=left,
                squeezed_ml=sum(ml for _, ml in there.squeezed),
                used_ml=there.used,
                in_piles_ml=there.in_piles,
                in_pots_ml=there.in_pots,
                wasted_ml=there.wasted,
                lasts_days=lasts,
                wanted_ml=wanted.get(pk, 0.0),
                buy=to_buy(left, wanted.get(pk, 0.0), lasts),
            )
        )
    rows.sort(key=lambda row: (not row.buy, -row.squeezed_ml, row.label))
    growth = _growth(painter)
    return StoreOut(tubes=rows, weeks=_weeks(told, now), growth=growth, says=_says(growth))


def _wanted(painter: Painter, painting: int | None) -> dict[int, float]:
    """What a planned painting would take, by tube; nothing where it cannot be planned yet."""
    if painting is None:
        return {}
    found = get_object_or_404(Painting, painter=painter, pk=painting, thrown_away=False)
    try:
        plan = work_plan(painter, PaintingPlanIn(request=request_of(found)))
    except InputError:
        return {}
    box = Ledger(painter, []).box
    return {box.tube_of[each.key]: each.volume_ml for each in plan.used if each.key in box.tube_of}


def _weeks(told: dict[int, _Paint], now: datetime) -> list[Point]:
    """Millilitres that were squeezed out in each of the last weeks, the oldest first."""
    first = now.astimezone(UTC) - timedelta(weeks=WEEKS_TOLD)
    amounts = [0.0] * WEEKS_TOLD
    for row in told.values():
        for when, ml in row.squeezed:
            week = int((when - first) / timedelta(weeks=1))
            if 0 <= week < WEEKS_TOLD:
                amounts[week] += ml
    return [
        Point(at=first + timedelta(weeks=week), value=round(ml, 4))
        for week, ml in enumerate(amounts)
    ]


def _growth(painter: Painter) -> list[Point]:
    """How many times its first addition a pile that was noted had grown to, in time."""
    rows = Mixing.objects.filter(mixture__painter=painter, growth__isnull=False)
    return [
        Point(at=at, value=growth) for at, growth in rows.order_by("at").values_list("at", "growth")
    ]


def _says(growth: list[Point]) -> list[str]:
    way = trend([point.value for point in growth])
    if not way:
        return []
    less = "Less and less" if way == "falls" else "More and more"
    return [f"{less} paint is wasted by correcting: over {len(growth)} piles, growth {way}."]
