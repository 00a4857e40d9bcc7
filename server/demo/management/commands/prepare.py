"""Bring the database up to date, and load the demo where it is wanted: one process, one start."""

from typing import Any

from django.conf import settings
from django.core.management import BaseCommand, call_command


class Command(BaseCommand):
    """``prepare``: migrate, then load the demo if the settings ask for it."""

    help = __doc__
    # They load every address and all behind it; the tests run them.
    requires_system_checks = ()

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0)
        call_command("createcachetable")
        if settings.DEMO:
            # Everybody who opens the demo shares it: each start puts it back as it was. That takes
            # the whole core, and a start after which nobody touched it does without.
            from server.demo import untouched

            if not untouched.is_untouched():
                from server.demo.world import load

                load()
                untouched.note()
