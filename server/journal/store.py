"""The store: where each tube's paint is, how long it lasts, what a painting would take of it."""

from datetime import UTC, datetime, timedelta
from typing import Final

import numpy as np
from django.shortcuts import get_object_or_404

from mesotint.colour.srgb import hex_from_lab
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
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
from server.piles.stock import TubePaint, left_in, paint_of_tubes
from server.tubes.services import in_use

WEEKS_TOLD: Final = 12


def store(painter: Painter, painting: int | None = None) -> StoreOut:
    """Every tube's paint; with a painting, what its palette would take of each."""
    ledger, now = Ledger(painter), clock.now()
    of = paint_of_tubes(ledger)
    tubes = {tube.pk: tube for tube in in_use(painter)}
    wanted = _wanted(painter, painting)
    rows = []
    lately = now - timedelta(days=PACE_OVER_DAYS)
    for pk, tube in tubes.items():
        there, paint = of.get(pk, TubePaint()), ledger.box.paint(pk)
        left = None if tube.left_ml is None else left_in(tube.left_ml, tube.left_at, there)
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
    return StoreOut(tubes=rows, weeks=_weeks(of, now), growth=growth, says=_says(growth))


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


def _weeks(of: dict[int, TubePaint], now: datetime) -> list[Point]:
    """Millilitres that were squeezed out in each of the last weeks, the oldest first."""
    first = now.astimezone(UTC) - timedelta(weeks=WEEKS_TOLD)
    amounts = [0.0] * WEEKS_TOLD
    for row in of.values():
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
