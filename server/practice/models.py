"""Sessions of practice, what was answered, and what is learnt by heart."""

from django.conf import settings
from django.db import models

from server.kept import clock
from server.kept.models import TOKEN_LENGTH

KIND_LENGTH = 12
TOPIC_LENGTH = 160


class Session(models.Model):
    """A session: what it asks in its order, and how far it has come.

    `current` is the exercise on the stage: its kind, seed, level, tubes and token. The painter is
    not told its answer before it is judged. `of_set` is the set of a class it works through.
    """

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    minutes = models.PositiveSmallIntegerField()
    plan = models.JSONField()
    place = models.PositiveSmallIntegerField(default=0)
    current = models.JSONField(null=True)
    of_set = models.JSONField(null=True)
    surround = models.FloatField()
    done = models.BooleanField(default=False)
    token = models.CharField(max_length=TOKEN_LENGTH, null=True)
    created = models.DateTimeField(default=clock.now)

    class Meta:
        ordering = ("-id",)
        constraints = (
            models.UniqueConstraint(fields=["painter", "token"], name="a_session_is_begun_once"),
        )


class Answer(models.Model):
    """One answer. `level` is what was to be told, of kinds by which a threshold is sought; `said`
    and `wanted` are a lean's names; `figures` are those of a match."""

    session = models.ForeignKey(Session, models.CASCADE, related_name="answers")
    kind = models.CharField(max_length=KIND_LENGTH)
    seed = models.BigIntegerField()
    level = models.FloatField(default=0.0)
    right = models.BooleanField()
    score = models.FloatField()
    off = models.FloatField(default=0.0)
    said = models.CharField(max_length=40, blank=True)
    wanted = models.CharField(max_length=40, blank=True)
    figures = models.JSONField(null=True)
    at = models.DateTimeField(default=clock.now)

    class Meta:
        ordering = ("id",)
        indexes = (models.Index(fields=["session", "kind"]),)


class Card(models.Model):
    """Something learnt by heart about the painter's own tubes, and when it is due again."""

    painter = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    kind = models.CharField(max_length=KIND_LENGTH)
    topic = models.CharField(max_length=TOPIC_LENGTH)
    seed = models.BigIntegerField()
    card = models.JSONField()
    due = models.DateTimeField()

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=["painter", "topic"], name="a_topic_is_one_card"),
        )
        indexes = (models.Index(fields=["painter", "due"], name="practice_due"),)
