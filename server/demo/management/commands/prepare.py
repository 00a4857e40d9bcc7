"""Bring the database up to date, and load the demo where it is wanted: one process, one start."""

from typing import Any

from django.conf import settings
from django.core.management import BaseCommand, call_command

from server.painters.models import DEMO_PAINTER, Painter


class Command(BaseCommand):
    """``prepare``: migrate, then load the demo if the settings ask for it."""

    help = __doc__
    # They load every address and all behind it; the tests run them.
    requires_system_checks = ()

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0)
        if settings.DEMO and not Painter.objects.filter(username=DEMO_PAINTER).exists():
            # The demo takes the whole core to make, and later starts do without it.
            from server.demo.world import load

            load()
