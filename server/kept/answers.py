"""What goes out of anything that is kept."""

import uuid
from typing import Generic, Literal, TypeVar

from pydantic import BaseModel

from server.kept.models import Task
from server.kept.requests import PhotoArea

Computed = TypeVar("Computed")


class Ticks(BaseModel):
    """Lines of a work plan that are done."""

    plan: str
    lines: list[int]


class KeptAgain(BaseModel, Generic[Computed]):
    """What a save comes to: the revision that is kept now, and what it was computed to, from the
    paints as they are now; nothing of what is computed only where it is looked at."""

    revision: int
    current_data: Literal[True] = True
    computed: Computed


class PhotographOut(BaseModel):
    """A photograph of the painter's."""

    id: int
    name: str
    width: int
    height: int
    card: Literal["", "white", "grey", "printed"]
    card_area: PhotoArea | None


class TaskOut(BaseModel):
    """Work that takes a while: the share of it that is done, what it is at, and what it came to,
    such as the key of what it made."""

    key: uuid.UUID
    kind: str
    standing: Literal["waiting", "running", "done", "stopped", "failed"]
    share: float
    saying: str
    has_file: bool
    answer: dict[str, int]


def task_out(row: Task) -> TaskOut:
    """How far a task is."""
    return TaskOut(
        key=row.pk, kind=row.kind, standing=row.standing, share=row.share, saying=row.saying,
        has_file=bool(row.file_name), answer=row.answer or {},
    )  # fmt: skip
