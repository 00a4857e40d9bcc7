"""Mixtures that others can point at: kept, found by colour or words, traced to their tubes."""

from typing import Final

from django.conf import settings
from django.db import models

from server.kept import clock
from server.kept.colours import ColourField
from server.kept.models import NAME_LENGTH, TOKEN_LENGTH
from server.tubes.models import Calibration, Tube

PATCH: Final = "patch"
PASSAGE: Final = "passage"
PILE: Final = "pile"
KEPT: Final = "kept"
SHEET: Final = "sheet"
KIND_LENGTH: Final = 8


NOTE_LENGTH: Final = 4000


class KeptMixture(models.Model):
    """A mixture that was mixed or meant, as it was noted: never rewritten, only added to.

    The colour is the predicted one as it was then, or as it was corrected by a reading; `seen` is
    what it was in truth, where somebody looked (an instrument, a photograph, a painted sheet, the
    painter's eye), and `seen_delta_e` how far that is off. Its name is the painter's own where it
    is `named`. `mixed` is when it was mixed last, and `times` how often; `made_key` is one for its
    tubes and how it is laid, so that the same mixture is known again. `words` is all that can be
    searched in it. `opened_srgb` is what the white test makes of it; `spectrum` holds 36 32-bit
    floats, the film's reflectance.
    """

    painter = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.CASCADE, related_name="kept_mixtures"
    )
    name = models.CharField(max_length=NAME_LENGTH)
    named = models.BooleanField(default=True)
    medium = models.CharField(max_length=8, default="opaque")
    finish = models.CharField(max_length=8, default="satin")
    ground = models.CharField(max_length=40, blank=True)
    lab = ColourField()
    opened_srgb = models.CharField(max_length=7, null=True)
    spectrum = models.BinaryField(null=True)
    seen_lab = ColourField("seen_", null=True)
    seen_by = models.CharField(max_length=12, blank=True)
    seen_delta_e = models.FloatField(null=True)
    target_name = models.CharField(max_length=NAME_LENGTH, blank=True)
    delta_e = models.FloatField(null=True)
    data_version = models.CharField(max_length=64)
    made_key = models.CharField(max_length=40, blank=True)
    note = models.TextField(max_length=NOTE_LENGTH, blank=True)
    words = models.TextField(blank=True)
    times = models.PositiveIntegerField(default=1)
    mixed = models.DateTimeField(default=clock.now)
    revision = models.PositiveIntegerField(default=1)
    token = models.CharField(max_length=TOKEN_LENGTH, null=True)
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(default=clock.now)

    class Meta:
        ordering = ("-id",)
        indexes = (
            # All that a search by colour reads, so that it reads nothing else.
            models.Index(
                fields=["painter", "lightness", "thrown_away", "a", "b"], name="mixtures_by_colour"
            ),
            models.Index(fields=["painter", "made_key", "lightness"], name="mixtures_as_made"),
            models.Index(fields=["painter", "thrown_away", "-mixed"], name="mixtures_by_day"),
        )
        constraints = (
            models.UniqueConstraint(fields=["painter", "token"], name="a_mixture_is_kept_once"),
        )


class KeptPart(models.Model):
    """How much of one tube, or of what thins, is in a kept mixture; parts add to 1.

    The tube is the very one, with what it was calibrated to then; `paint_key` is its paint's.
    """

    mixture = models.ForeignKey(KeptMixture, models.CASCADE, related_name="parts")
    tube = models.ForeignKey(Tube, models.PROTECT, null=True, related_name="+")
    calibration = models.ForeignKey(Calibration, models.SET_NULL, null=True, related_name="+")
    paint_key = models.CharField(max_length=64, blank=True)
    label = models.CharField(max_length=NAME_LENGTH)
    parts = models.FloatField()

    class Meta:
        ordering = ("-parts",)


class Mixing(models.Model):
    """One time that a kept mixture was mixed, or meant: when, of what it came, and how it came out.

    `came` tells how it came to be noted; `source` names the row it is of. The colour is as it was
    predicted then; `growth` is how many times its first addition the pile grew to; `painting` is
    the key of the painting that it was for, where that is known.
    """

    PILE, SCOOP, KEPT, SHEET, PATCH = "pile", "scoop", "kept", "sheet", "patch"
    PALETTE, TUBE, NOTE, FILE = "palette", "tube", "note", "file"

    mixture = models.ForeignKey(KeptMixture, models.CASCADE, related_name="mixings")
    at = models.DateTimeField(default=clock.now)
    came = models.CharField(max_length=8)
    source_kind = models.CharField(max_length=KIND_LENGTH, blank=True)
    source_key = models.PositiveBigIntegerField(null=True)
    name = models.CharField(max_length=NAME_LENGTH, blank=True)
    volume_ml = models.FloatField(null=True)
    lab = ColourField()
    target_lab = ColourField("target_", null=True)
    growth = models.FloatField(null=True)
    painting = models.PositiveBigIntegerField(null=True)
    token = models.CharField(max_length=TOKEN_LENGTH, null=True)

    class Meta:
        ordering = ("-at", "-id")
        indexes = (
            models.Index(fields=["source_kind", "source_key"], name="mixings_of"),
            models.Index(fields=["painting"], name="mixings_for_a_painting"),
            models.Index(fields=["token"], name="mixings_by_token"),
        )


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
