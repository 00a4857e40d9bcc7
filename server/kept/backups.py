"""Everything that is kept, as one compressed JSON file, and back again.

A file tells which migrations its rows are of. One of an earlier version is put into a database of
its own as it was then, migrated forward there, and only then takes the place of what is kept.
"""

import gzip
import io
import json
import tempfile
import warnings
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from copy import deepcopy
from pathlib import Path
from typing import Any, Final

from django.apps import apps
from django.core.exceptions import FieldDoesNotExist, ValidationError
from django.core.management import CommandError, call_command
from django.core.serializers.base import DeserializationError
from django.db import DatabaseError, connection, connections, transaction
from django.db.migrations.executor import MigrationExecutor
from django.db.migrations.loader import MigrationLoader
from django.db.models import Model
from django.http import Http404

from server.kept.notes import restored

NOT_KEPT: Final = (
    "sessions", "contenttypes", "auth.permission", "kept.task", "django_tasks_database", "devices",
)  # fmt: skip
"""Who is signed in, which devices came in, what is under way, what Django makes by itself."""

FORMAT: Final = "mesotint backup"
VERSION: Final = 2
_OLDER: Final = "older"
"""Alias of the database in which rows of an earlier version are migrated forward."""

UNVERSIONED: Final = {
    "painters": "0001_initial",
    "tubes": "0003_shared_doubts",
    "scales": "0002_touches",
    "piles": "0002_palette",
    "paintings": "0001_initial",
}
"""What the rows of a file are of that does not tell, as those of the first version did not."""

_NO_BACKUP: Final = (
    DeserializationError, DatabaseError, OSError, EOFError, UnicodeDecodeError, RuntimeWarning,
    FieldDoesNotExist, ValidationError, LookupError, TypeError, ValueError,
)  # fmt: skip


def write(file: Path) -> None:
    """Write all that is kept to a file that is not there yet, which only its owner may read."""
    with _at_one_moment():
        rows = _dumped("default")
    told = {"format": FORMAT, "version": VERSION, "migrations": _now(), "rows": rows}
    # A half-written file is never taken for a backup.
    half = file.with_name(f".part-{file.name}")
    try:
        half.touch(mode=0o600)
        half.write_bytes(gzip.compress(json.dumps(told).encode()))
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
        rows, migrations = _read(file)
        if migrations != _now():
            rows = _forward(rows, migrations)
        with tempfile.NamedTemporaryFile("w", suffix=".json") as plain:
            json.dump(rows, plain)
            plain.flush()
            with transaction.atomic(), warnings.catch_warnings():
                _empty()
                # A file without rows is only warned of, and would leave nothing.
                warnings.simplefilter("error", RuntimeWarning)
                # It checks by itself that all belongs to something.
                call_command("loaddata", plain.name, verbosity=0)
                restored.send(None)
    except (*_NO_BACKUP, Http404) as error:
        raise CommandError(str(error)) from error


def _read(file: Path) -> tuple[list[Any], dict[str, str]]:
    """The rows of a file, and the migrations they are of."""
    told = json.loads(gzip.decompress(file.read_bytes()))
    if isinstance(told, list):
        return told, UNVERSIONED
    if not isinstance(told, dict) or told.get("format") != FORMAT:
        raise CommandError("This is no backup that ./studio backup wrote.")
    if told["version"] > VERSION:
        raise CommandError("This backup is of a later version; take a newer Mesotint for it.")
    return told["rows"], told["migrations"]


def _own_apps() -> list[str]:
    return [each.label for each in apps.get_app_configs() if each.name.startswith("server.")]


def _now() -> dict[str, str]:
    """The migrations that rows are of now, by app."""
    leaves = MigrationLoader(None).graph.leaf_nodes()
    return dict(node for node in leaves if node[0] in _own_apps())


@contextmanager
def _at_one_moment() -> Iterator[None]:
    """All that is read inside is as it was when the first of it was, whatever is kept meanwhile."""
    if not connection.in_atomic_block:
        with connection.cursor() as cursor:
            cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ")
    with transaction.atomic():
        yield


def _dumped(alias: str) -> list[Any]:
    out = io.StringIO()
    call_command("dumpdata", database=alias, exclude=NOT_KEPT, stdout=out, verbosity=0)
    rows: list[Any] = json.loads(out.getvalue())
    return rows


def _forward(rows: Sequence[Any], migrations: Mapping[str, str]) -> list[Any]:
    """Rows of an earlier version as this one would have kept them."""
    graph = MigrationLoader(None).graph
    others = [node for node in graph.leaf_nodes() if node[0] not in _own_apps()]
    then = [*others, *migrations.items()]
    if any(node not in graph.nodes for node in then):
        raise CommandError("This backup is of a later version; take a newer Mesotint for it.")
    with _scratch() as alias:
        executor = MigrationExecutor(connections[alias])
        executor.migrate(then)
        _put(rows, executor.loader.project_state(then).apps, alias)
        executor = MigrationExecutor(connections[alias])
        executor.migrate(executor.loader.graph.leaf_nodes())
        return _dumped(alias)


@contextmanager
def _scratch() -> Iterator[str]:
    """A database of its own, empty, for as long as it is needed."""
    settings = deepcopy(connections.databases["default"])
    settings["NAME"] = f"{connection.settings_dict['NAME']}_older"
    connections.databases[_OLDER] = settings
    quoted = connection.ops.quote_name(settings["NAME"])
    # Beside the connection that is in use, which may be in the middle of something.
    server = connections[_OLDER]._nodb_cursor()
    try:
        with server as cursor:
            cursor.execute(f"DROP DATABASE IF EXISTS {quoted}")
            cursor.execute(f"CREATE DATABASE {quoted} CHARACTER SET utf8mb4")
        yield _OLDER
        with connections[_OLDER]._nodb_cursor() as cursor:
            cursor.execute(f"DROP DATABASE IF EXISTS {quoted}")
    finally:
        connections[_OLDER].close()
        del connections[_OLDER]
        del connections.databases[_OLDER]


def _put(rows: Sequence[Any], then: Any, alias: str) -> None:
    """Put rows into the database as it was when they were written; what they do not tell has the
    value that it had by itself."""
    joined = []
    with connections[alias].constraint_checks_disabled():
        for row in rows:
            model = then.get_model(row["model"])
            values = {}
            for name, value in row["fields"].items():
                field = model._meta.get_field(name)
                if field.many_to_many:
                    joined.append((model, row["pk"], name, value))
                elif field.remote_field:
                    values[field.attname] = value
                else:
                    values[field.attname] = field.to_python(value)
            # As it was told, without the times that saving sets.
            model(pk=row["pk"], **values).save_base(raw=True, using=alias, force_insert=True)
        for model, pk, name, others in joined:
            getattr(model._default_manager.using(alias).get(pk=pk), name).set(others)


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
