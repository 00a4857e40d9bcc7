"""What a painter keeps while making it: autosaved, found again, thrown away and brought back."""

from typing import TypeVar

from django.db import models

from server.problems import Conflict

NAME_LENGTH = 120


class Kept(models.Model):
    """Something that is made, with what it is computed from and the revision it has reached.

    `request` is what the API takes; `measure` is how the painter measures it out.
    """

    name = models.CharField(max_length=NAME_LENGTH)
    request = models.JSONField()
    measure = models.JSONField()
    paint_data_version = models.CharField(max_length=64)
    thrown_away = models.BooleanField(default=False)
    revision = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        abstract = True
        ordering = ("-changed", "-id")


KeptThing = TypeVar("KeptThing", bound=Kept)


def reopened(kept: KeptThing, revision: int | None) -> KeptThing:
    """A kept thing to be kept again, locked, one revision on; a `Conflict` where it was changed
    elsewhere since the revision it was opened at."""
    now = type(kept).objects.select_for_update().get(pk=kept.pk)
    if revision is not None and revision != now.revision:
        raise Conflict(
            f"'{now.name}' was changed in another window since you opened it. "
            "Keep yours as a copy, or take the other one."
        )
    now.revision += 1
    return now
