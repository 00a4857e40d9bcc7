"""Piles on a painter's palette, and everything that was done to them."""

from django.conf import settings
from django.db import models

from server.tubes.models import Tube

NAME_LENGTH = 120


class Pile(models.Model):
    """A pile with a target. Its colour follows from its events alone."""

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="piles")
    name = models.CharField(max_length=NAME_LENGTH)
    target_name = models.CharField(max_length=NAME_LENGTH, blank=True)
    target_lightness = models.FloatField(null=True)
    target_a = models.FloatField(null=True)
    target_b = models.FloatField(null=True)
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-changed", "-id")


class PileEvent(models.Model):
    """One thing done to a pile; rows are only ever added.

    `token` is made by who sends it, so that what is sent twice is done once.
    """

    ADD, TAKE_BACK, BRING_BACK = "add", "take back", "bring back"

    pile = models.ForeignKey(Pile, models.CASCADE, related_name="events")
    place = models.PositiveIntegerField()
    kind = models.CharField(max_length=16)
    tube = models.ForeignKey(Tube, models.PROTECT, null=True, related_name="+")
    volume_ml = models.FloatField(null=True)
    token = models.CharField(max_length=40)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("place",)
        constraints = (
            models.UniqueConstraint(fields=["pile", "place"], name="one_event_at_a_place"),
            models.UniqueConstraint(fields=["pile", "token"], name="an_event_is_done_once"),
        )
