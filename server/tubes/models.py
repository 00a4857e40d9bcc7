"""The tubes a painter owns."""

from django.conf import settings
from django.db import models


class Tube(models.Model):
    """One tube in a painter's box, known by its paint of the library."""

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="tubes")
    paint_key = models.CharField(max_length=64)
    label = models.CharField(max_length=120, blank=True)
    put_away = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["painter", "paint_key"], name="one_tube_of_a_paint"),
        )
