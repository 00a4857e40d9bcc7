"""Saved scales, with what they were computed from and what came out."""

from django.conf import settings
from django.db import models

from server.tubes.models import Tube

NAME_LENGTH = 120


class Scale(models.Model):
    """A scale between two tubes. Its steps keep the result it had when it was saved."""

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="scales")
    name = models.CharField(max_length=NAME_LENGTH)
    first = models.ForeignKey(Tube, models.PROTECT, related_name="+")
    second = models.ForeignKey(Tube, models.PROTECT, related_name="+")
    spacing = models.CharField(max_length=16)
    placed_by_hand = models.BooleanField(default=False)
    lightener = models.FloatField()
    medium = models.CharField(max_length=16)
    finish = models.CharField(max_length=16)
    light = models.CharField(max_length=16)
    neutral_share = models.FloatField()
    miss = models.CharField(max_length=200)
    paint_data_version = models.CharField(max_length=16)
    thrown_away = models.BooleanField(default=False)
    revision = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-changed", "-id")


class Step(models.Model):
    """One step of a saved scale: where it lies and how it was predicted to look."""

    scale = models.ForeignKey(Scale, models.CASCADE, related_name="steps")
    place = models.PositiveSmallIntegerField()
    share = models.FloatField()
    lightness = models.FloatField()
    a = models.FloatField()
    b = models.FloatField()
    srgb = models.CharField(max_length=7)
    in_gamut = models.BooleanField()
    munsell = models.CharField(max_length=24)
    name = models.CharField(max_length=80)
    rounding_delta_e = models.FloatField()

    class Meta:
        ordering = ("place",)
        constraints = (
            models.UniqueConstraint(fields=["scale", "place"], name="one_step_at_a_place"),
        )


class StepPart(models.Model):
    """How much of one paint is in a step: exact, and in whole parts."""

    step = models.ForeignKey(Step, models.CASCADE, related_name="parts")
    paint_key = models.CharField(max_length=64)
    exact = models.FloatField()
    whole = models.PositiveIntegerField()

    class Meta:
        ordering = ("id",)
        indexes = (models.Index(fields=["paint_key"]),)
