"""Paintings: what their passages are made of, the mother colour chosen, and versions of both."""

from django.conf import settings
from django.db import models

from server.kept import models as kept
from server.kept.colours import ColourField
from server.kept.models import NAME_LENGTH, TOKEN_LENGTH, Photograph
from server.tubes.models import Tube


class Painting(kept.Kept):
    """A painting. The tubes that its request names stand in `PaintingTube` as well."""

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="paintings")

    class Meta(kept.Kept.Meta):
        indexes = (models.Index(fields=["painter", "thrown_away", "-changed"]),)


class PaintingTube(models.Model):
    """A tube that a painting is made with. A tube in use is put away, never deleted."""

    painting = models.ForeignKey(Painting, models.CASCADE, related_name="tubes")
    tube = models.ForeignKey(Tube, models.PROTECT, related_name="+")

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["painting", "tube"], name="a_tube_once_in_a_painting"),
        )


class Passage(models.Model):
    """One passage of a painting, and what came out for it when the painting was kept.

    It is known by a key of its own, and keeps its row wherever it stands, so that others can point
    at it; one that is no longer in the painting has no place, and stays only where something was
    made from it. There are no colours while something of the painting is missing.
    """

    painting = models.ForeignKey(Painting, models.CASCADE, related_name="all_passages")
    key = models.CharField(max_length=TOKEN_LENGTH)
    place = models.PositiveSmallIntegerField(null=True)
    name = models.CharField(max_length=NAME_LENGTH)
    area = models.FloatField()
    share = models.FloatField(null=True)
    lab = ColourField(null=True)
    was_lab = ColourField("was_", null=True)

    class Meta:
        ordering = ("place",)
        constraints = (models.UniqueConstraint(fields=["painting", "key"], name="a_passage_once"),)


class Division(models.Model):
    """A picture cut into pieces, of which a painting's passages are made.

    What it is of stays as it was: `picture` is the photograph as it was divided, small and with its
    light set right, and none where it came without one from another studio; `labels` is a picture
    of the piece of each pixel; `labs` and `spreads` are what `mesotint.pictures.division.Pieces`
    has of each.
    """

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="divisions")
    photograph = models.ForeignKey(Photograph, models.SET_NULL, null=True, related_name="divisions")
    width = models.PositiveSmallIntegerField()
    height = models.PositiveSmallIntegerField()
    picture = models.BinaryField(null=True)
    labels = models.BinaryField()
    labs = models.JSONField()
    spreads = models.JSONField()
    created = models.DateTimeField(auto_now_add=True)


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


class PlanTick(kept.Tick):
    """One line of a painting's plan that the painter has done."""

    painting = models.ForeignKey(Painting, models.CASCADE, related_name="ticks")

    class Meta:
        constraints = (
            models.UniqueConstraint(
                fields=["painting", "plan", "line"], name="a_line_of_a_painting_is_ticked_once"
            ),
        )
