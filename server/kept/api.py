"""All that is a painter's own, taken along or taken away for good; and work that takes a while."""

import uuid

from django.contrib.auth import logout
from django.db import transaction
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from mesotint.errors import InputError
from server.kept import tasks
from server.kept.answers import TaskOut, task_out
from server.kept.downloads import download
from server.kept.models import Task
from server.kept.owned import forget, written
from server.kept.requests import Leave
from server.painters.models import DEMO_PAINTER
from server.painters.requests import SignedIn
from server.painters.rules import SHARED

router = Router(tags=["kept"])


@router.post("/me/studio", response={202: TaskOut})
def everything(request: SignedIn) -> Status[TaskOut]:
    """Gather all that is kept of the painter into one file."""
    return Status(202, task_out(tasks.begin(request.user, studio)))


@tasks.kind("studio")
def studio(doing: tasks.Doing) -> tasks.Outcome:
    """All that is kept of a painter, as one file."""
    whole = written(doing.painter, doing.tell)
    return tasks.Outcome(whole.encode(), f"{doing.painter.username} studio", "json")


def _task(request: SignedIn, key: uuid.UUID) -> Task:
    return get_object_or_404(Task.objects.defer("file"), painter=request.user, pk=key)


@router.get("/tasks", response=list[TaskOut])
def list_tasks(request: SignedIn) -> list[TaskOut]:
    """What takes a while, newest first: under way, or finished within the last day."""
    return [task_out(row) for row in Task.objects.defer("file").filter(painter=request.user)]


@router.get("/tasks/{key}", response=TaskOut)
def task(request: SignedIn, key: uuid.UUID) -> TaskOut:
    """How far a task is."""
    return task_out(_task(request, key))


@router.post("/tasks/{key}/stop", response={204: None})
def stop_task(request: SignedIn, key: uuid.UUID) -> Status[None]:
    """Have a task done no longer; what is done already stays as it is."""
    tasks.stop(_task(request, key))
    return Status(204, None)


@router.get("/tasks/{key}/file", response={200: None})
def task_file(request: SignedIn, key: uuid.UUID) -> HttpResponse:
    """The file that a task came to."""
    row = _task(request, key)
    if row.file is None:
        raise Http404
    return download(bytes(row.file), row.file_name, row.file_form)


@router.post("/me/leave", response={204: None})
def leave(request: SignedIn, payload: Leave) -> Status[None]:
    """Take the studio away for good, and all that is in it; the password is asked once more."""
    painter = request.user
    if painter.username == DEMO_PAINTER:
        raise InputError(SHARED, "password")
    if not painter.check_password(payload.password):
        raise InputError("This is not your password; nothing was taken away.", "password")
    with transaction.atomic():
        forget(painter)
        painter.delete()
    logout(request)
    return Status(204, None)
