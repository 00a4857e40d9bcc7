"""The painter: who works in the studio, and how their stage is lit."""

from django.contrib.auth.models import AbstractUser
from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models

LIGHTEST_STAGE = 9.0
DARKEST_STAGE = 2.0
USUAL_STAGE = 5.0

DEMO_PAINTER = "demo"


class Painter(AbstractUser):
    """A painter's account. `stage_value` is the Munsell value of the surround, 2 to 9."""

    stage_value = models.FloatField(
        default=USUAL_STAGE,
        validators=[MinValueValidator(DARKEST_STAGE), MaxValueValidator(LIGHTEST_STAGE)],
    )
