"""Make the papers for serving on the studio's network, and a code for the first device."""

import json
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import BaseCommand, CommandError, CommandParser

from mesotint.errors import InputError
from server.devices.authority import own_address, papers
from server.devices.services import new_code


class Command(BaseCommand):
    """``manage.py lan [ADDRESS]``; tells as JSON what the web server has to be started with."""

    help = "certificate and first code for serving on the network"

    def add_arguments(self, parser: CommandParser) -> None:
        """The address, where it is not to be found out."""
        parser.add_argument("address", nargs="?", default="")

    def handle(self, *args: Any, **options: Any) -> None:
        """Make and tell."""
        try:
            address = options["address"] or own_address()
            made = papers(Path(settings.DATA), address)
        except InputError as error:
            raise CommandError(error.message) from None
        told = {
            "address": address,
            "certificate": str(made.certificate),
            "key": str(made.key),
            "fingerprint": made.fingerprint,
            "code": new_code(),
        }
        self.stdout.write(json.dumps(told))
