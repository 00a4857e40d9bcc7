"""What is done alike to all that is kept: taken in hand, copied, thrown away, ticked."""

from collections.abc import Iterable
from typing import Any, TypeVar

from django.db import transaction
from django.db.models import Model, QuerySet
from django.http import Http404

from server.kept.answers import Ticks
from server.kept.models import NAME_LENGTH, Kept
from server.kept.notes import ticked_off
from server.kept.requests import Keeping, Ticked
from server.painters.models import Painter

COPY = ", copy"

KeptThing = TypeVar("KeptThing", bound=Kept)


class Conflict(Exception):
    """What is being saved was changed elsewhere since it was opened."""


def mine(kind: type[KeptThing], painter: Painter) -> QuerySet[KeptThing]:
    """The painter's sheets or paintings on the shelf, newest first."""
    return kind._default_manager.filter(painter=painter, thrown_away=False)


def in_hand(kind: type[KeptThing], painter: Painter, asked: Keeping, key: int | None) -> KeptThing:
    """What is to be kept, locked: a new thing, or a kept one, one revision on; in a transaction.

    The token that came in is of the window that keeps it. Where that window kept it last itself
    and never had the answer, the revision it stands on is behind, and nobody else's change is in
    its way; and what it has begun already is not begun twice.

    Raises
    ------
    Http404
        Where what has the key is not on this painter's shelf.
    Conflict
        Where it was changed elsewhere since the revision it was opened at.
    """
    token, revision = asked.token, asked.revision
    if key is None:
        rows = kind._default_manager.filter(painter=painter, token=token)
        now = rows.select_for_update().first() if token is not None else None
        if now is None:
            return kind(painter=painter, token=token, hand=token)
    else:
        now = mine(kind, painter).select_for_update().filter(pk=key).first()
        if now is None:
            raise Http404
        if revision not in (None, now.revision) and (token is None or token != now.hand):
            raise Conflict(
                f"'{now.name}' was changed in another window since you opened it. "
                "Keep yours as a copy, or take the other one."
            )
    now.revision += 1
    now.hand = token
    return now


def copied(kept: KeptThing) -> KeptThing:
    """The same thing once more, with its tubes, without its ticks."""
    again = type(kept)._default_manager.get(pk=kept.pk)
    again.pk, again.revision, again.token, again.hand = None, 1, None, None
    again._state.adding = True
    again.name = kept.name[: NAME_LENGTH - len(COPY)] + COPY
    again.save()
    set_tubes(again, kept.tubes.values_list("tube_id", flat=True))
    return again


def set_tubes(kept: Kept, tubes: Iterable[int]) -> None:
    """Make these the tubes that a kept thing is made with; rows that stay are left alone."""
    wanted = set(tubes)
    known = set(kept.tubes.values_list("tube_id", flat=True))
    if known - wanted:
        kept.tubes.filter(tube__in=known - wanted).delete()
    if wanted - known:
        rows = (kept.tubes.model(**{kept.tubes.field.name: kept, "tube_id": tube})
                for tube in sorted(wanted - known))  # fmt: skip
        kept.tubes.bulk_create(rows)


@transaction.atomic
def set_ticks(of: Model, asked: Ticked) -> None:
    """Make these lines of a plan the ticked ones; other plans of the same thing keep theirs."""
    # One after another, so that two windows do not both add the same line.
    held = type(of)._default_manager.select_for_update().get(pk=of.pk)
    ticks: Any = held.ticks  # type: ignore[attr-defined] # whatever has a plan has ticks
    wanted, done = set(asked.lines), ticks.filter(plan=asked.plan)
    done.exclude(line__in=wanted).delete()
    new = sorted(wanted - set(done.values_list("line", flat=True)))
    ticks.bulk_create(
        ticks.model(**{ticks.field.name: held}, plan=asked.plan, line=line) for line in new
    )
    if asked.whole and new:
        ticked_off.send(type(of), kept=held, plan=asked.plan)


def ticks_of(of: Kept) -> list[Ticks]:
    """Ticked lines by plan."""
    told: dict[str, list[int]] = {}
    for plan, line in of.ticks.values_list("plan", "line").order_by("line"):
        told.setdefault(plan, []).append(line)
    return [Ticks(plan=plan, lines=lines) for plan, lines in told.items()]
