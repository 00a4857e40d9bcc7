"""Devices that were let in from the studio's network."""

from django.db import models

from server.kept import clock

LABEL_LENGTH = 80


class Device(models.Model):
    """A browser that was let in by a code; known by the digest of a token that it keeps."""

    digest = models.CharField(max_length=64, unique=True)
    label = models.CharField(max_length=LABEL_LENGTH)
    created = models.DateTimeField(default=clock.now)

    class Meta:
        ordering = ("-id",)
