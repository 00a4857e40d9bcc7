"""Mixtures that others can point at: kept under a name, found by colour, traced to their tubes."""

from typing import Final

from django.conf import settings
from django.db import models

from server.kept.models import NAME_LENGTH, TOKEN_LENGTH
from server.tubes.models import Tube

PATCH: Final = "patch"
PASSAGE: Final = "passage"
PILE: Final = "pile"
KEPT: Final = "kept"
SHEET: Final = "sheet"
KIND_LENGTH: Final = 8


class KeptMixture(models.Model):
    """A mixture kept under a name: what it matched and how well, and its colour as it was then."""

    painter = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.CASCADE, related_name="kept_mixtures"
    )
    name = models.CharField(max_length=NAME_LENGTH)
    lightness = models.FloatField()
    a = models.FloatField()
    b = models.FloatField()
    target_name = models.CharField(max_length=NAME_LENGTH, blank=True)
    delta_e = models.FloatField(null=True)
    data_version = models.CharField(max_length=64)
    token = models.CharField(max_length=TOKEN_LENGTH, null=True)
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-id",)
        # All that a search by colour reads, so that it reads nothing else.
        indexes = (
            models.Index(
                fields=["painter", "lightness", "thrown_away", "a", "b"], name="mixtures_by_colour"
            ),
        )
        constraints = (
            models.UniqueConstraint(fields=["painter", "token"], name="a_mixture_is_kept_once"),
        )


class KeptPart(models.Model):
    """How much of one tube, or of what thins, is in a kept mixture; parts add to 1."""

    mixture = models.ForeignKey(KeptMixture, models.CASCADE, related_name="parts")
    tube = models.ForeignKey(Tube, models.PROTECT, null=True, related_name="+")
    label = models.CharField(max_length=NAME_LENGTH)
    parts = models.FloatField()

    class Meta:
        ordering = ("-parts",)


class TubeShare(models.Model):
    """How much of one tube is in a patch, a passage or a pile, 0 to 1; what thins is left out.

    `kind` and `key` name the row that it tells of.
    """

    kind = models.CharField(max_length=KIND_LENGTH)
    key = models.PositiveBigIntegerField()
    tube = models.ForeignKey(Tube, models.PROTECT, related_name="+")
    share = models.FloatField()

    class Meta:
        constraints = (
            models.UniqueConstraint(
                fields=["kind", "key", "tube"], name="a_tube_once_in_a_mixture"
            ),
        )


class Origin(models.Model):
    """Where a mixture that is used came from: a row for each mixture that something is made with.

    What is made is a sheet, a passage, a pile or a kept mixture; it is made from a patch, a
    passage, a pile or a kept mixture. Each is named by its kind and the key of its row.
    """

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    made_kind = models.CharField(max_length=KIND_LENGTH)
    made_key = models.PositiveBigIntegerField()
    from_kind = models.CharField(max_length=KIND_LENGTH)
    from_key = models.PositiveBigIntegerField()

    class Meta:
        constraints = (
            models.UniqueConstraint(
                fields=["made_kind", "made_key", "from_kind", "from_key"], name="an_origin_once"
            ),
        )
        indexes = (models.Index(fields=["from_kind", "from_key"], name="where_it_was_used"),)
