"""Work that takes a while: begun by a request, done by a process of its own, watched and stopped.

A kind of task is a function that takes a `Doing`: what was asked, and where to tell how far it is.
Whoever wants one calls `begin`; the painter asks `GET /tasks/{key}` how far it is. The process that
does them is ``manage.py tasks``, of which any number may run on any number of machines.
"""

import logging
import time
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from datetime import timedelta
from typing import Any, Final, TypeVar

from django.db import transaction
from django_tasks import task as django_task

from mesotint.errors import InputError
from server.kept import clock
from server.kept.models import Task
from server.painters.models import Painter

MOST_UNDER_WAY: Final = 3
"""Of one painter: whoever asks for more waits, so that one painter cannot keep out the others."""

BEAT_S: Final = 2.0
LOST_AFTER_S: Final = 15.0
"""A process that did not say for this long that it lives is gone, and another takes over."""

MOST_TRIES: Final = 3
KEPT_FOR: Final = timedelta(hours=24)
"""What a task came to can be fetched for a day, and made again at any time."""

_TOLD_EVERY_S: Final = 0.25
_UNFINISHED: Final = (Task.Standing.WAITING, Task.Standing.RUNNING)

_log = logging.getLogger("mesotint.problems")


class Stopped(Exception):
    """The painter wants a task no longer."""


class Doing:
    """A task while it is done.

    Parameters
    ----------
    task : Task
        The row of it.
    """

    def __init__(self, task: Task) -> None:
        self.task, self.painter, self.asked = task, task.painter, task.asked
        self._told = 0.0

    def tell(self, share: float, saying: str = "") -> None:
        """Tell how far it is.

        Parameters
        ----------
        share : float
            Of the whole, 0 to 1.
        saying : str
            What it is at, if that has changed.

        Raises
        ------
        Stopped
            Where the painter wants it no longer.
        """
        now = time.monotonic()
        if now - self._told < _TOLD_EVERY_S:
            return
        self._told = now
        self.task.share = share
        self.task.saying = saying or self.task.saying
        row = Task.objects.filter(pk=self.task.pk)
        row.update(share=share, saying=self.task.saying, beat=clock.now())
        if row.filter(stop_asked=True).exists() or not row.exists():
            raise Stopped

    def each(self, things: Iterable["_Thing"], count: int, saying: str) -> Iterator["_Thing"]:
        """These things one by one, told as they pass."""
        for index, thing in enumerate(things):
            self.tell(index / max(count, 1), saying)
            yield thing


_Thing = TypeVar("_Thing")


@dataclass(frozen=True)
class Outcome:
    """What a task comes to: a file to download, keys of what it made by their names, or both."""

    file: bytes | None = None
    name: str = ""
    form: str = ""
    answer: Mapping[str, int] = field(default_factory=dict)


Function = Callable[[Doing], Outcome]
_kinds: dict[str, Function] = {}


def kind(name: str) -> Callable[[Function], Function]:
    """Decorator: this function does tasks of this kind."""

    def note(function: Function) -> Function:
        _kinds[name] = function
        return function

    return note


def begin(painter: Painter, of: Function, asked: Any = None, saying: str = "Waiting …") -> Task:
    """Ask for a task of the painter's.

    Parameters
    ----------
    painter : Painter
        Whose it is.
    of : Function
        The kind of it.
    asked : Any
        What it is asked for, as JSON.
    saying : str
        What is said until it begins.

    Returns
    -------
    Task
        Waiting for a process to do it.

    Raises
    ------
    InputError
        Where too many of the painter's are under way.
    """
    under_way = Task.objects.filter(painter=painter, standing__in=_UNFINISHED).count()
    if under_way >= MOST_UNDER_WAY:
        raise InputError(
            f"{under_way} longer pieces of work are under way; wait for one, or stop it.", "task"
        )
    name = next(name for name, function in _kinds.items() if function is of)
    with transaction.atomic():
        row = Task.objects.create(painter=painter, kind=name, asked=asked or {}, saying=saying)
        do.enqueue(str(row.pk))
    return row


@django_task()
def do(key: str) -> None:
    """Do one task, whatever comes of it."""
    row = Task.objects.select_related("painter").filter(pk=key, standing__in=_UNFINISHED).first()
    if row is None:
        return
    row.standing, row.beat, row.tries = Task.Standing.RUNNING, clock.now(), row.tries + 1
    row.save(update_fields=["standing", "beat", "tries"])
    try:
        outcome = _kinds[row.kind](Doing(row))
    except Stopped:
        _end(row, Task.Standing.STOPPED, "Stopped.")
    except InputError as error:
        _end(row, Task.Standing.FAILED, str(error))
    except Exception:
        _log.exception("task", extra={"task": str(row.pk), "kind": row.kind})
        _end(row, Task.Standing.FAILED, "This is a fault of ours, and it is logged. Try it again.")
    else:
        row.file, row.answer = outcome.file, dict(outcome.answer)
        row.file_name, row.file_form, row.share = outcome.name, outcome.form, 1.0
        _end(row, Task.Standing.DONE, "")


def _end(row: Task, standing: Task.Standing, saying: str) -> None:
    row.standing, row.saying = standing, saying
    # A row that was taken away meanwhile, with its painter, is not put back.
    written = ["standing", "saying", "share", "file", "file_name", "file_form", "answer"]
    Task.objects.filter(pk=row.pk).update(**{name: getattr(row, name) for name in written})


def stop(row: Task) -> None:
    """Ask that a task be done no longer; one that waits is stopped at once."""
    Task.objects.filter(pk=row.pk).update(stop_asked=True)
    waiting = Task.objects.filter(pk=row.pk, standing=Task.Standing.WAITING)
    waiting.update(standing=Task.Standing.STOPPED, saying="Stopped.")


def take_up_lost() -> int:
    """Give out anew what a process began that is gone; how many those were.

    What was begun too often is told as failed: it may be what the processes died of.
    """
    before = clock.now() - timedelta(seconds=LOST_AFTER_S)
    lost = 0
    for row in Task.objects.filter(standing=Task.Standing.RUNNING, beat__lt=before):
        # Only one of several who see it takes it up.
        again = row.tries < MOST_TRIES
        now = Task.Standing.WAITING if again else Task.Standing.FAILED
        says = row.saying if again else "It was begun three times and never came to an end."
        with transaction.atomic():
            mine = Task.objects.filter(pk=row.pk, standing=row.standing, beat=row.beat)
            if mine.update(standing=now, saying=says) and again:
                do.enqueue(str(row.pk))
                lost += 1
    return lost


def beat(keys: Iterable[str]) -> None:
    """Say that whoever does these tasks lives."""
    Task.objects.filter(pk__in=list(keys), standing=Task.Standing.RUNNING).update(beat=clock.now())


def forget_old() -> None:
    """Take away what nobody has fetched for a day."""
    Task.objects.filter(created__lt=clock.now() - KEPT_FOR).delete()
