"""Sheets: scales, triangles and charts, with what they were computed from and what came out."""

from django.conf import settings
from django.db import models

from server.kept import models as kept
from server.kept.colours import ColourField
from server.tubes.models import Tube

NOTE_LENGTH = 300


class Sheet(kept.Kept):
    """A scale, a triangle or a chart. Its patches keep the result they had when it was saved.

    The tubes that its request names stand in `SheetTube` as well, so that they can be found.
    """

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="sheets")
    kind = models.CharField(max_length=16)
    summary = models.CharField(max_length=250)
    columns = models.PositiveSmallIntegerField()

    class Meta(kept.Kept.Meta):
        indexes = (models.Index(fields=["painter", "thrown_away", "-changed"]),)


class SheetTube(models.Model):
    """A tube that a sheet is made with. A tube in use is put away, never deleted."""

    sheet = models.ForeignKey(Sheet, models.CASCADE, related_name="tubes")
    tube = models.ForeignKey(Tube, models.PROTECT, related_name="+")

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["sheet", "tube"], name="a_tube_once_on_a_sheet"),
        )


class Patch(models.Model):
    """One patch of a saved sheet: where it lies and how it was predicted to look.

    It keeps its row as long as the sheet is kept, so that others can point at it. One that is no
    longer on the sheet has no place, and stays only where something was made from it. `parts` are
    told as the API tells them: of each paint its key and name, exact, whole, and as a touch.
    """

    sheet = models.ForeignKey(Sheet, models.CASCADE, related_name="all_patches")
    place = models.PositiveSmallIntegerField(null=True)
    label = models.CharField(max_length=120)
    lab = ColourField()
    srgb = models.CharField(max_length=7)
    in_gamut = models.BooleanField()
    munsell = models.CharField(max_length=24)
    name = models.CharField(max_length=80)
    parts = models.JSONField(default=list)
    rounding_delta_e = models.FloatField()
    note = models.CharField(max_length=NOTE_LENGTH, blank=True)

    class Meta:
        ordering = ("place",)
        constraints = (
            models.UniqueConstraint(fields=["sheet", "place"], name="one_patch_at_a_place"),
        )


class Tick(kept.Tick):
    """One line of a sheet's work plan that the painter has done."""

    sheet = models.ForeignKey(Sheet, models.CASCADE, related_name="ticks")

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["sheet", "plan", "line"], name="a_line_is_ticked_once"),
        )
