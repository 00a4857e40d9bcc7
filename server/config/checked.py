"""The settings as the type checker reads them, which needs no secrets and opens nothing."""

import os

for _name in ("SECRET_KEY", "DB_PASSWORD", "DB_PORT", "DATA"):
    os.environ.setdefault(f"MESOTINT_{_name}", "none")

from server.config.settings import *  # noqa: E402, F403 - once the names above are there
