"""Bring the database up to date, and load the demo where it is wanted: one process, one start."""

from typing import Any

from django.conf import settings
from django.core.management import BaseCommand, call_command

from server.demo.world import load


class Command(BaseCommand):
    """``prepare``: migrate, then load the demo if the settings ask for it."""

    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0)
        if settings.DEMO:
            load()
