"""Paintings: what their passages are made of, the mother colour chosen, and versions of both."""

from django.conf import settings
from django.db import models

from server.painters.kept import NAME_LENGTH, Kept
from server.tubes.models import Tube


class Painting(Kept):
    """A painting as its passages.

    The tubes that its request names stand in `PaintingTube` as well, so that they can be found.
    `palette` is what came out when it was kept, for each passage; empty while something is missing.
    """

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="paintings")
    palette = models.JSONField(default=list)

    class Meta(Kept.Meta):
        indexes = (models.Index(fields=["painter", "thrown_away", "-changed"]),)


class PaintingTube(models.Model):
    """A tube that a painting is made with. A tube in use is put away, never deleted."""

    painting = models.ForeignKey(Painting, models.CASCADE, related_name="tubes")
    tube = models.ForeignKey(Tube, models.PROTECT, related_name="+")

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["painting", "tube"], name="a_tube_once_in_a_painting"),
        )


class Version(models.Model):
    """A painting's palette as it was when the painter gave it a name."""

    painting = models.ForeignKey(Painting, models.CASCADE, related_name="versions")
    name = models.CharField(max_length=NAME_LENGTH)
    request = models.JSONField()
    palette = models.JSONField()
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-id",)


class PlanTick(models.Model):
    """One line of a painting's plan that the painter has done; `plan` tells plans apart."""

    painting = models.ForeignKey(Painting, models.CASCADE, related_name="ticks")
    plan = models.CharField(max_length=16)
    line = models.PositiveSmallIntegerField()

    class Meta:
        constraints = (
            models.UniqueConstraint(
                fields=["painting", "plan", "line"], name="a_line_of_a_painting_is_ticked_once"
            ),
        )
