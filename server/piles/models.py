"""What lies on a painter's palette, everything that was done to it, and what was kept of it."""

from django.conf import settings
from django.db import models

from server.tubes.models import Tube

NAME_LENGTH = 120


class Pile(models.Model):
    """A pile with a target; a pot of left-over mud; or a let-down. Its paint follows from events.

    A pot and a let-down are piles that others are mixed from.
    """

    PILE, POT, LET_DOWN = "pile", "pot", "let-down"

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="piles")
    kind = models.CharField(max_length=12, default=PILE)
    name = models.CharField(max_length=NAME_LENGTH)
    target_name = models.CharField(max_length=NAME_LENGTH, blank=True)
    target_lightness = models.FloatField(null=True)
    target_a = models.FloatField(null=True)
    target_b = models.FloatField(null=True)
    token = models.CharField(max_length=40, null=True)
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

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

    ADD, CARRY, TAKE_OFF, SEE = "add", "carry", "take off", "see"
    TAKE_BACK, BRING_BACK = "take back", "bring back"

    pile = models.ForeignKey(Pile, models.CASCADE, related_name="events")
    kind = models.CharField(max_length=16)
    tube = models.ForeignKey(Tube, models.PROTECT, null=True, related_name="+")
    thinner = models.CharField(max_length=12, blank=True)
    onto = models.ForeignKey(Pile, models.CASCADE, null=True, related_name="arrivals")
    volume_ml = models.FloatField(null=True)
    mass_g = models.FloatField(null=True)
    lightness = models.FloatField(null=True)
    a = models.FloatField(null=True)
    b = models.FloatField(null=True)
    token = models.CharField(max_length=40)
    created = models.DateTimeField(auto_now_add=True)

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


class Photograph(models.Model):
    """A painter's picture to take targets from, without anything that came with it but its pixels.

    The card is a part of the picture, in shares of its width and height.
    """

    painter = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.CASCADE, related_name="photographs"
    )
    name = models.CharField(max_length=NAME_LENGTH)
    image = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    card = models.CharField(max_length=8, blank=True)
    card_area = models.JSONField(null=True)
    thrown_away = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-id",)


class SavedMixture(models.Model):
    """A mixture kept as a recipe: what it matched and how well, and its colour as it was then."""

    painter = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.CASCADE, related_name="saved_mixtures"
    )
    name = models.CharField(max_length=NAME_LENGTH)
    lightness = models.FloatField()
    a = models.FloatField()
    b = models.FloatField()
    target_name = models.CharField(max_length=NAME_LENGTH, blank=True)
    delta_e = models.FloatField(null=True)
    data_version = models.CharField(max_length=64)
    token = models.CharField(max_length=40, null=True)
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


class SavedPart(models.Model):
    """How much of one tube, or of what thins, is in a kept mixture; parts add to 1."""

    mixture = models.ForeignKey(SavedMixture, models.CASCADE, related_name="parts")
    tube = models.ForeignKey(Tube, models.PROTECT, null=True, related_name="+")
    label = models.CharField(max_length=NAME_LENGTH)
    parts = models.FloatField()

    class Meta:
        ordering = ("-parts",)
