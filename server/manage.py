"""Django's command line for Mesotint; the `studio` command calls it with the settings it needs."""

import os
import sys
from pathlib import Path

from django.core.management import execute_from_command_line

if __name__ == "__main__":
    sys.path[0] = str(Path(__file__).resolve().parent.parent)
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    execute_from_command_line(sys.argv)
