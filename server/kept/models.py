"""What a painter keeps while making it: autosaved, found again, thrown away and brought back."""

import uuid
from typing import Any

from django.conf import settings
from django.db import models

NAME_LENGTH = 120
TOKEN_LENGTH = 40


class Kept(models.Model):
    """Something that is made, with what it is computed from and the revision it has reached.

    `request` is what the API takes; `measure` is how the painter measures it out. Its tubes stand
    in rows of their own as well, so that they can be found. `token` is made by the window that
    began it, so that what is sent twice is begun once; `hand` is the token of the window that kept
    it last, which never stands in its own way.
    """

    name = models.CharField(max_length=NAME_LENGTH)
    request = models.JSONField()
    measure = models.JSONField()
    paint_data_version = models.CharField(max_length=64)
    thrown_away = models.BooleanField(default=False)
    revision = models.PositiveIntegerField(default=1)
    token = models.CharField(max_length=TOKEN_LENGTH, null=True)
    hand = models.CharField(max_length=TOKEN_LENGTH, null=True)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    tubes: Any
    ticks: Any

    class Meta:
        abstract = True
        ordering = ("-changed", "-id")
        constraints = (
            models.UniqueConstraint(fields=["painter", "token"], name="a_%(class)s_is_begun_once"),
        )


class Tick(models.Model):
    """One line of a work plan that the painter has done.

    `plan` tells the plan apart from others of the same thing: a changed plan starts unticked.
    """

    plan = models.CharField(max_length=16)
    line = models.PositiveSmallIntegerField()

    class Meta:
        abstract = True


class Photograph(models.Model):
    """A painter's picture, without anything that came with it but its pixels.

    The card is a part of the picture, in shares of its width and height; `printed` is what a
    printed card in it tells, none where there is none.
    """

    painter = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.CASCADE, related_name="photographs"
    )
    name = models.CharField(max_length=NAME_LENGTH)
    image = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    card = models.CharField(max_length=8, blank=True)
    card_area = models.JSONField(null=True)
    printed = models.JSONField(null=True)
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-id",)


class Task(models.Model):
    """Work that takes a while: asked for by a painter, done by a process of its own.

    `share` of it is done, `saying` tells what it is at, or why it came to nothing. `beat` is when
    the process that does it was last known to live; `tries` how many have begun it.
    """

    class Standing(models.TextChoices):
        """How far a task has come."""

        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        STOPPED = "stopped"
        FAILED = "failed"

    key = models.UUIDField(primary_key=True, default=uuid.uuid4)
    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="tasks")
    kind = models.CharField(max_length=40)
    asked = models.JSONField(default=dict)
    standing = models.CharField(max_length=8, choices=Standing, default=Standing.WAITING)
    share = models.FloatField(default=0.0)
    saying = models.CharField(max_length=300, blank=True)
    stop_asked = models.BooleanField(default=False)
    beat = models.DateTimeField(null=True)
    tries = models.PositiveSmallIntegerField(default=0)
    file = models.BinaryField(null=True)
    file_name = models.CharField(max_length=NAME_LENGTH, blank=True)
    file_form = models.CharField(max_length=8, blank=True)
    answer = models.JSONField(null=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-created",)
        indexes = (models.Index(fields=["standing", "beat"]),)
