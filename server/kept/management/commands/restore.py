"""Put what a backup holds in the place of all that is kept."""

from pathlib import Path
from typing import Any

from django.core.management import BaseCommand, CommandParser

from server.kept import backups


class Command(BaseCommand):
    """``restore FILE``."""

    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, file: Path, **options: Any) -> None:
        backups.restore(file)
