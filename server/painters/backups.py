"""Everything that is kept, as one compressed JSON file of Django's own format, and back again."""

import warnings
from pathlib import Path
from typing import Final

from django.apps import apps
from django.core.management import CommandError, call_command
from django.core.serializers.base import DeserializationError
from django.db import DatabaseError, connection, transaction
from django.db.models import Model

NOT_KEPT: Final = ("sessions", "contenttypes", "auth.permission")
"""Who is signed in, and what Django makes anew by itself."""

_NO_BACKUP: Final = (
    DeserializationError, DatabaseError, OSError, EOFError, UnicodeDecodeError, RuntimeWarning
)  # fmt: skip


def write(file: Path) -> None:
    """Write all that is kept to a file that is not there yet, which only its owner may read."""
    # A half-written file is never taken for a backup.
    half = file.with_name(f".part-{file.name}")
    try:
        half.touch(mode=0o600)
        call_command("dumpdata", exclude=NOT_KEPT, output=str(half), verbosity=0)
        half.rename(file)
    finally:
        half.unlink(missing_ok=True)


def restore(file: Path) -> None:
    """Put what a backup holds in the place of all that is kept, or change nothing.

    Raises
    ------
    django.core.management.CommandError
        Where the file is no backup, does not fit what this program keeps, or holds nothing.
    """
    try:
        with transaction.atomic(), warnings.catch_warnings():
            _empty()
            # A file without rows is only warned of, and would leave nothing.
            warnings.simplefilter("error", RuntimeWarning)
            # It checks by itself that all belongs to something.
            call_command("loaddata", str(file), verbosity=0)
    except _NO_BACKUP as error:
        raise CommandError(str(error)) from error


def kept_models() -> list[type[Model]]:
    """The models of all that a backup holds."""
    return [
        model
        for model in apps.get_models(include_auto_created=True)
        if not {model._meta.label_lower, model._meta.app_label} & set(NOT_KEPT)
    ]


def _empty() -> None:
    with connection.constraint_checks_disabled():
        for model in kept_models():
            rows = model._base_manager.all()
            rows._raw_delete(rows.db)
