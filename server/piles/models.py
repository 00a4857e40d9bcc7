"""What lies on a painter's palette, everything that was done to it, and what was kept of it."""

from django.conf import settings
from django.db import models

from server.kept import clock
from server.kept.colours import ColourField
from server.kept.models import NAME_LENGTH, TOKEN_LENGTH
from server.tubes.models import Tube


class Pile(models.Model):
    """A pile with a target; a pot of left-over mud; or a let-down. Its paint follows from events.

    A pot and a let-down are piles that others are mixed from. What the last event left is noted,
    so that a palette is told without replaying it: how much there is, its colour and what the
    white test makes of it where there is any, and whether anything stands or could be brought
    back. It is not `noted` before that, nor after a tube in it changed.
    """

    PILE, POT, LET_DOWN = "pile", "pot", "let-down"

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="piles")
    kind = models.CharField(max_length=12, default=PILE)
    name = models.CharField(max_length=NAME_LENGTH)
    target_name = models.CharField(max_length=NAME_LENGTH, blank=True)
    target_lab = ColourField("target_", null=True)
    noted = models.BooleanField(default=False)
    volume_ml = models.FloatField(default=0.0)
    lab = ColourField(null=True)
    opened_srgb = models.CharField(max_length=7, null=True)
    stands = models.BooleanField(default=False)
    taken_back = models.BooleanField(default=False)
    token = models.CharField(max_length=TOKEN_LENGTH, null=True)
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(default=clock.now)
    changed = models.DateTimeField(auto_now=True)

    @property
    def is_pot(self) -> bool:
        """Whether mud is kept in it, to be a paint from then on."""
        return self.kind == self.POT and not self.thrown_away

    class Meta:
        ordering = ("-changed", "-id")
        constraints = (
            models.UniqueConstraint(fields=["painter", "token"], name="a_pile_is_begun_once"),
        )


class PileEvent(models.Model):
    """One thing done to a pile, in the order of their keys; rows are only ever added.

    `token` is made by who sends it, so that what is sent twice is done once. What is carried goes
    `onto` another pile; what thins is no tube. `mass_g` is what the scale showed, where it was
    weighed; the colour is what was measured.
    """

    ADD, CARRY, SCOOP, READ = "add", "carry", "scoop", "read"
    TAKE_BACK, BRING_BACK = "take back", "bring back"

    pile = models.ForeignKey(Pile, models.CASCADE, related_name="events")
    kind = models.CharField(max_length=16)
    tube = models.ForeignKey(Tube, models.PROTECT, null=True, related_name="+")
    thinner = models.CharField(max_length=12, blank=True)
    onto = models.ForeignKey(Pile, models.CASCADE, null=True, related_name="arrivals")
    volume_ml = models.FloatField(null=True)
    mass_g = models.FloatField(null=True)
    lab = ColourField(null=True)
    token = models.CharField(max_length=TOKEN_LENGTH)
    created = models.DateTimeField(default=clock.now)

    class Meta:
        ordering = ("id",)
        constraints = (
            models.UniqueConstraint(fields=["pile", "token"], name="an_event_is_done_once"),
        )


class Balance(models.Model):
    """The simulated gram scale on a painter's desk, as it was touched last; times in seconds."""

    painter = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="balance")
    step_g = models.FloatField(default=0.1)
    load_g = models.FloatField(default=0.0)
    before_g = models.FloatField(default=0.0)
    changed_s = models.FloatField(default=0.0)
    zero_g = models.FloatField(default=0.0)
    zeroed_s = models.FloatField(default=0.0)
