"""What a painter adds to a kept mixture: how it came out in truth, and words to find it by."""

from typing import Final

from django.conf import settings
from django.db import models

from server.kept import clock
from server.kept.colours import ColourField
from server.kept.models import TOKEN_LENGTH, Photograph
from server.mixtures.models import KeptMixture

TAG_LENGTH: Final = 40


class Remark(models.Model):
    """How a mixture came out in truth, beside what was noted of it: a colour that was read, or the
    painter's own word. Rows are only ever added.

    `how` is what looked; `wet` whether the paint still was. A colour is CIELAB (D65, 2°).
    """

    INSTRUMENT, SHEET, PHOTOGRAPH, EYE = "instrument", "sheet", "photograph", "eye"

    mixture = models.ForeignKey(KeptMixture, models.CASCADE, related_name="remarks")
    at = models.DateTimeField(default=clock.now)
    how = models.CharField(max_length=12)
    wet = models.BooleanField(default=False)
    lab = ColourField(null=True)
    spread = models.FloatField(null=True)
    word = models.CharField(max_length=300, blank=True)
    photograph = models.ForeignKey(Photograph, models.SET_NULL, null=True, related_name="+")
    token = models.CharField(max_length=TOKEN_LENGTH, null=True)

    class Meta:
        ordering = ("id",)
        constraints = (
            models.UniqueConstraint(fields=["mixture", "token"], name="a_remark_is_made_once"),
        )


class Tag(models.Model):
    """A word that a painter finds mixtures by: skin, foliage, shadow."""

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="tags")
    mixture = models.ForeignKey(KeptMixture, models.CASCADE, related_name="tags")
    word = models.CharField(max_length=TAG_LENGTH)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["mixture", "word"], name="a_tag_once"),)
        indexes = (models.Index(fields=["painter", "word"], name="journal_by_tag"),)
