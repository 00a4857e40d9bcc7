"""Photographs of painted sheets, and what was read off them."""

from django.conf import settings
from django.db import models

from server.kept import clock


class ReadBack(models.Model):
    """A photograph of one page of a sheet or a palette that was painted, and what it tells.

    `kind` and `key` name what was painted, as `mixtures.Source` does; `result` is what was read,
    a `results.Result`, none until it is. What was taken over is marked with when.
    """

    SHEET, PAINTING = "sheet", "painting"

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="read_backs")
    kind = models.CharField(max_length=10)
    key = models.PositiveBigIntegerField()
    title = models.CharField(max_length=120)
    page = models.PositiveSmallIntegerField(default=1)
    size = models.CharField(max_length=8, default="A4")
    light = models.CharField(max_length=16, blank=True)
    corners = models.JSONField(null=True)
    image = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    result = models.JSONField(null=True)
    calibrated = models.DateTimeField(null=True)
    noted = models.DateTimeField(null=True)
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(default=clock.now)

    class Meta:
        ordering = ("-id",)
        indexes = (models.Index(fields=["painter", "kind", "key"]),)
