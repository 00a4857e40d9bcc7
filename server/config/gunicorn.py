"""How gunicorn serves Mesotint, wherever that is; what differs comes from the environment."""

import os
from typing import Any

bind = os.environ.get("MESOTINT_BIND", "127.0.0.1:8460")
workers = int(os.environ.get("MESOTINT_WORKERS", "2"))
# A worker computes one thing at a time; the others wait for the database meanwhile.
threads = 4
# On the studio's network gunicorn speaks TLS itself, which the buffering worker cannot.
certfile = os.environ.get("MESOTINT_TLS_CERTIFICATE")
keyfile = os.environ.get("MESOTINT_TLS_KEY")
worker_class = "gthread" if certfile else "server.config.worker.BufferedWorker"
# The core's tables are read once, and the workers inherit them.
preload_app = True
worker_tmp_dir = "/dev/shm"
graceful_timeout = 10
loglevel = "warning"
control_socket_disable = True


def child_exit(server: Any, worker: Any) -> None:
    """What a worker counted is kept once it is gone."""
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        from prometheus_client.multiprocess import mark_process_dead

        mark_process_dead(worker.pid)  # type: ignore[no-untyped-call]  # theirs has none
