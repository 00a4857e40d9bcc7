"""What is done alike to all that is kept: reopened, copied, thrown away, ticked."""

from collections.abc import Iterable
from typing import Any, TypeVar

from django.db import transaction
from django.db.models import Model, QuerySet
from django.http import Http404
from ninja import Status

from server.kept.answers import Ticks
from server.kept.models import NAME_LENGTH, Kept
from server.painters.models import Painter

COPY = ", copy"

KeptThing = TypeVar("KeptThing", bound=Kept)


class Conflict(Exception):
    """What is being saved was changed elsewhere since it was opened."""


def mine(kind: type[KeptThing], painter: Painter) -> QuerySet[KeptThing]:
    """The painter's sheets or paintings on the shelf, newest first."""
    return kind._default_manager.filter(painter=painter, thrown_away=False)


def reopened(kind: type[KeptThing], painter: Painter, key: int, revision: int | None) -> KeptThing:
    """A kept thing to be kept again, locked, one revision on; in a transaction.

    Raises
    ------
    Http404
        Where it is not on this painter's shelf.
    Conflict
        Where it was changed elsewhere since the revision it was opened at.
    """
    now = mine(kind, painter).select_for_update().filter(pk=key).first()
    if now is None:
        raise Http404
    if revision is not None and revision != now.revision:
        raise Conflict(
            f"'{now.name}' was changed in another window since you opened it. "
            "Keep yours as a copy, or take the other one."
        )
    now.revision += 1
    return now


def copied(kept: KeptThing) -> KeptThing:
    """The same thing once more, with its tubes, without its ticks."""
    again = type(kept)._default_manager.get(pk=kept.pk)
    again.pk, again.revision = None, 1
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


def set_thrown(found: Any, thrown: bool) -> Status[None]:
    """Throw something away, or bring it back; the answer of either.

    The time of its last change orders a shelf, and this is no change of the thing.
    """
    found.thrown_away = thrown
    found.save(update_fields=["thrown_away"])
    return Status(204, None)


@transaction.atomic
def set_ticks(of: Model, plan: str, lines: Iterable[int]) -> None:
    """Make these lines of a plan the ticked ones; other plans of the same thing keep theirs."""
    # One after another, so that two windows do not both add the same line.
    held = type(of)._default_manager.select_for_update().get(pk=of.pk)
    ticks: Any = held.ticks  # type: ignore[attr-defined] # whatever has a plan has ticks
    wanted, done = set(lines), ticks.filter(plan=plan)
    done.exclude(line__in=wanted).delete()
    new = sorted(wanted - set(done.values_list("line", flat=True)))
    ticks.bulk_create(ticks.model(**{ticks.field.name: held}, plan=plan, line=line) for line in new)


def ticks_of(of: Kept) -> list[Ticks]:
    """Ticked lines by plan."""
    told: dict[str, list[int]] = {}
    for plan, line in of.ticks.values_list("plan", "line").order_by("line"):
        told.setdefault(plan, []).append(line)
    return [Ticks(plan=plan, lines=lines) for plan, lines in told.items()]
