"""Write all that is kept to one file."""

from pathlib import Path
from typing import Any

from django.core.management import BaseCommand, CommandParser

from server.kept import backups


class Command(BaseCommand):
    """``backup FILE``."""

    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, file: Path, **options: Any) -> None:
        backups.write(file)
