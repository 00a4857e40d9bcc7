"""Doors for those who look after the studio: does it live, can it serve, and what has it done."""

import shutil
from pathlib import Path
from typing import Final

from django.conf import settings
from django.db import DEFAULT_DB_ALIAS, DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse

from server.config.problems import AGAIN_AFTER_S, problem

LEAST_ROOM_BYTES: Final = 64 * 2**20
"""Room on the disk below which nothing more should be sent here: a photograph and its copies."""

_migrated: set[str] = set()


def alive(request: HttpRequest) -> HttpResponse:
    """Whether the process answers; nothing else is asked."""
    return JsonResponse({"status": "alive"})


def ready(request: HttpRequest) -> HttpResponse:
    """Whether it can serve: the database is there and up to date, and the disk has room."""
    try:
        with connection.cursor() as cursor:
            # A table has to be read: a node that is cut off from its cluster still counts to one.
            cursor.execute("SELECT 1 FROM django_migrations LIMIT 1")
        if not _is_migrated():
            return _not_ready("The database is not up to date yet.")
    except DatabaseError:
        connection.close()
        return _not_ready("The database does not answer.")
    if shutil.disk_usage(Path(settings.DATA)).free < LEAST_ROOM_BYTES:
        return _not_ready("There is no room on the disk.")
    return JsonResponse({"status": "ready"})


def _is_migrated() -> bool:
    # Once up to date, it stays so for as long as this process lives.
    if DEFAULT_DB_ALIAS not in _migrated:
        executor = MigrationExecutor(connection)
        if executor.migration_plan(executor.loader.graph.leaf_nodes()):
            return False
        _migrated.add(DEFAULT_DB_ALIAS)
    return True


def _not_ready(why: str) -> HttpResponse:
    answer = problem(503, why)
    answer["Retry-After"] = str(AGAIN_AFTER_S)
    return answer


def metrics(request: HttpRequest) -> HttpResponse:
    """What was asked and how long it took, in the Prometheus text format; behind a flag."""
    if not settings.METRICS:
        raise Http404
    from prometheus_client import CONTENT_TYPE_LATEST, CollectorRegistry, generate_latest
    from prometheus_client.multiprocess import MultiProcessCollector

    registry = CollectorRegistry()
    MultiProcessCollector(registry)  # type: ignore[no-untyped-call]  # theirs has none
    return HttpResponse(generate_latest(registry), content_type=CONTENT_TYPE_LATEST)
