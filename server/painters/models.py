"""The painter: who works in the studio, and how their stage is lit."""

from dataclasses import asdict

from django.contrib.auth.models import AbstractUser
from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models

from mesotint.planning.hand import Hand

LIGHTEST_STAGE = 9.0
DARKEST_STAGE = 2.0
USUAL_STAGE = 5.0

DEMO_PAINTER = "demo"


def usual_hand() -> dict[str, float]:
    """The amounts of a hand of which nothing is known."""
    return asdict(Hand())


class Painter(AbstractUser):
    """A painter's account, and how its painter works.

    `stage_value` is the Munsell value of the surround, 2 to 9; `measure` what amounts are told in
    first, empty for what a sheet begins with; `hand_ml` the amounts of this hand in millilitres;
    `hand` the one that holds the brush; `hints` those that were read and left; `never` what advice
    is not to take from the tube: black, white, grey.
    """

    stage_value = models.FloatField(
        default=USUAL_STAGE,
        validators=[MinValueValidator(DARKEST_STAGE), MaxValueValidator(LIGHTEST_STAGE)],
    )
    units = models.CharField(max_length=8, default="metric")
    measure = models.CharField(max_length=12, blank=True, default="")
    hand_ml = models.JSONField(default=usual_hand)
    hand = models.CharField(max_length=5, default="right")
    hints = models.JSONField(default=list, blank=True)
    never = models.JSONField(default=list, blank=True)
