"""What a painter keeps while making it: autosaved, found again, thrown away and brought back."""

from typing import Any

from django.conf import settings
from django.db import models

NAME_LENGTH = 120
TOKEN_LENGTH = 40


class Kept(models.Model):
    """Something that is made, with what it is computed from and the revision it has reached.

    `request` is what the API takes; `measure` is how the painter measures it out. Its tubes stand
    in rows of their own as well, so that they can be found.
    """

    name = models.CharField(max_length=NAME_LENGTH)
    request = models.JSONField()
    measure = models.JSONField()
    paint_data_version = models.CharField(max_length=64)
    thrown_away = models.BooleanField(default=False)
    revision = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    tubes: Any
    ticks: Any

    class Meta:
        abstract = True
        ordering = ("-changed", "-id")


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

    The card is a part of the picture, in shares of its width and height.
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
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-id",)
