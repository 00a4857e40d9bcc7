"""Talking to whoever started the command."""

import os
import subprocess
import sys
from collections.abc import Mapping, Sequence
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("MESOTINT_HOME", ROOT / "var"))
"""Where data, secrets and logs are kept."""

STANDING = Path(os.environ.get("STUDIO_FROM", "."))
"""The folder that whoever started the command stands in, which files are named from."""

PYTHON = ROOT / ".venv" / "bin" / "python"
WEB = ROOT / "web"


class Trouble(Exception):
    """Something a person must mend, in one sentence."""


def say(sentence: str) -> None:
    """One line on what is going on."""
    print(sentence, flush=True)


def run(
    command: Sequence[str | Path],
    failure: str,
    cwd: Path = ROOT,
    env: Mapping[str, str] | None = None,
) -> str:
    """Run a command quietly; show its last lines and raise `Trouble` when it fails."""
    done = subprocess.run(
        [str(c) for c in command], cwd=cwd, env=env, text=True, capture_output=True, check=False
    )
    if done.returncode:
        tail = "\n".join((done.stdout + done.stderr).strip().splitlines()[-25:])
        sys.stderr.write(tail + "\n")
        raise Trouble(failure)
    return done.stdout
