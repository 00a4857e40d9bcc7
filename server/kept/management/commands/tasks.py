"""Do what takes a while, one task after another, until told to stop or left alone."""

import contextlib
import os
import signal
import threading
import time
from types import FrameType
from typing import Any, Final

from django.core.management import BaseCommand, call_command
from django.db import DatabaseError, InterfaceError, close_old_connections, connection
from django.urls import get_resolver
from django_tasks_db.management.commands.db_worker import Worker
from django_tasks_db.models import DBTaskResult

from server.kept import tasks

LOOKS_EVERY_S: Final = 0.25
_AGAIN_AFTER_S: Final = 1.0
_TIDIES_EVERY_S: Final = 600.0
_MOST_TASKS: Final = 500
"""After which a process is left for a new one, so that none grows for ever."""


class PatientWorker(Worker):
    """A worker who outlives the database, gives up at once what it is told to, and is heard of."""

    def __init__(self, batch: bool) -> None:
        super().__init__(
            queue_names=["*"],
            interval=LOOKS_EVERY_S,
            batch=batch,
            backend_name="default",
            startup_delay=False,
            max_tasks=None if batch else _MOST_TASKS,
            worker_id=f"{os.uname().nodename[:40]}-{os.getpid()}",
            excluded_queue_names=[],
        )
        self.doing: str = ""

    def run(self) -> None:
        """Work until stopped; where the database is away, or another was first, try again."""
        while self.running:
            try:
                super().run()
                return
            except (DatabaseError, InterfaceError):
                with contextlib.suppress(DatabaseError, InterfaceError):
                    connection.close()
                time.sleep(_AGAIN_AFTER_S)

    def run_task(self, db_task_result: DBTaskResult[..., Any]) -> None:
        """Do one."""
        self.doing = db_task_result.args_kwargs["args"][0]
        try:
            super().run_task(db_task_result)
        finally:
            self.doing = ""

    def shutdown(self, signum: int, frame: FrameType | None) -> None:
        """Leave at once: what was begun is taken up by another."""
        os._exit(0)


def heart(worker: PatientWorker, parent: int) -> None:
    """Say now and again that the worker lives, take up what others left, and leave when alone."""
    tidied = 0.0
    while True:
        time.sleep(tasks.BEAT_S)
        if os.getppid() != parent:
            os._exit(0)
        with contextlib.suppress(DatabaseError, InterfaceError):
            close_old_connections()
            if worker.doing:
                tasks.beat([worker.doing])
            tasks.take_up_lost()
            if time.monotonic() - tidied > _TIDIES_EVERY_S:
                tasks.forget_old()
                call_command("prune_db_task_results", min_age_days=1, verbosity=0)
                tidied = time.monotonic()


class Command(BaseCommand):
    """``tasks``: do what is asked for, until stopped."""

    help = __doc__
    requires_system_checks = ()

    def add_arguments(self, parser: Any) -> None:
        parser.add_argument("--all-there-is", action="store_true", help="do these, then leave")

    def handle(self, *args: Any, all_there_is: bool, **options: Any) -> None:
        # Every kind of task is known once all addresses are.
        get_resolver().url_patterns  # noqa: B018 - it is read to be loaded
        worker = PatientWorker(batch=all_there_is)
        if not all_there_is:
            signal.signal(signal.SIGINT, signal.SIG_IGN)
            signal.signal(signal.SIGTERM, worker.shutdown)
            threading.Thread(target=heart, args=(worker, os.getppid()), daemon=True).start()
        worker.run()
