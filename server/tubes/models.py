"""The tubes a painter owns, the boxes they lie in, and the readings taken of them."""

from django.conf import settings
from django.db import models

from server.kept import clock
from server.kept.colours import ColourField

LABEL_LENGTH = 120


class Tube(models.Model):
    """One tube: a paint of the library, a recipe of such paints, or one known by its readings.

    `seed` makes the tube that a simulated instrument finds in it: no maker's tube is quite the
    library's figure. `left_ml` is what was in it at `left_at`, when the painter last said so.
    """

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="tubes")
    paint_key = models.CharField(max_length=64, blank=True)
    label = models.CharField(max_length=LABEL_LENGTH, blank=True)
    medium = models.CharField(max_length=16, default="oil")
    finish = models.CharField(max_length=16, default="satin")
    size_ml = models.FloatField(null=True, blank=True)
    left_ml = models.FloatField(null=True, blank=True)
    left_at = models.DateTimeField(default=clock.now)
    notes = models.TextField(max_length=2000, blank=True)
    put_away = models.BooleanField(default=False)
    seed = models.PositiveIntegerField(default=0)
    calibration = models.ForeignKey(
        "Calibration", models.SET_NULL, null=True, blank=True, related_name="+"
    )
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = (models.Index(fields=["painter", "put_away"]),)


class RecipePart(models.Model):
    """How much of one library paint is in a tube that is a mixture."""

    tube = models.ForeignKey(Tube, models.CASCADE, related_name="recipe")
    paint_key = models.CharField(max_length=64)
    parts = models.FloatField()

    class Meta:
        ordering = ("id",)


class Reading(models.Model):
    """One reading of a tube's drawdown: CIELAB (D65, 2°), and its spectrum where there is one.

    `others` are the other tubes in a mixture that was read: pairs of a key and parts to one of it.
    """

    tube = models.ForeignKey(Tube, models.CASCADE, related_name="readings")
    white_parts = models.FloatField()
    lab = ColourField()
    reflectance = models.JSONField(null=True)
    others = models.JSONField(default=list)
    source = models.CharField(max_length=24)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("id",)


class Calibration(models.Model):
    """What a tube's readings made of its paint, kept for what was computed with it.

    `doubt_names` tell which of its doubts it has in common with other tubes of the same readings;
    older rows have none, and share none.
    """

    tube = models.ForeignKey(Tube, models.CASCADE, related_name="calibrations")
    base_key = models.CharField(max_length=64)
    absorption = models.JSONField()
    scattering = models.JSONField()
    doubts = models.JSONField()
    doubt_names = models.JSONField(default=list)
    readings = models.PositiveSmallIntegerField()
    created = models.DateTimeField(auto_now_add=True)


class Box(models.Model):
    """A named set of tubes: a box (studio, travel, class), or a selection for one painting."""

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="boxes")
    name = models.CharField(max_length=LABEL_LENGTH)
    selection = models.BooleanField(default=False)
    tubes = models.ManyToManyField(Tube, related_name="boxes")
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("selection", "id")


class Desk(models.Model):
    """What stands on a painter's desk: the box in use, and the simulated colorimeter."""

    painter = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="desk")
    box = models.ForeignKey(Box, models.SET_NULL, null=True, blank=True, related_name="+")
    instrument_on_s = models.FloatField(null=True)
    instrument_tile_s = models.FloatField(null=True)
