"""The project's own MariaDB: its data under a folder of ours, on a loopback port of its own."""

import contextlib
import getpass
import json
import os
import random
import secrets
import shutil
import signal
import socket
import subprocess
import tempfile
import time
from pathlib import Path

from workshop.console import Trouble, run

READY_WITHIN_S = 60.0
PORTS_TRIED = 20
STOP_WITHIN_S = 30.0
FIRST_PORT = 33160
LONGEST_SOCKET_PATH = 100


def program(name: str) -> str:
    found = shutil.which(name) or shutil.which(name, path="/usr/sbin:/usr/bin")
    if not found:
        raise Trouble(f"{name} is missing; install Debian's package mariadb-server-core.")
    return found


def free_port(first: int) -> int:
    """The first loopback port from `first` on that nobody listens at."""
    for port in range(first, first + 400):
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            with contextlib.suppress(OSError):
                probe.bind(("127.0.0.1", port))
                return port
    raise Trouble(f"No free port was found from {first} on.")


def alive(pid: int, sign: str) -> bool:
    """Whether a process lives and has `sign` in its command line."""
    try:
        return sign in Path(f"/proc/{pid}/cmdline").read_text().replace("\0", " ")
    except OSError:
        return False


def stop_process(pid: int, sign: str, within_s: float = STOP_WITHIN_S) -> None:
    """End a process gently, and for good if it does not listen."""
    for number in (signal.SIGTERM, signal.SIGKILL):
        with contextlib.suppress(ProcessLookupError):
            os.kill(pid, number)
        until = time.monotonic() + within_s
        while alive(pid, sign) and time.monotonic() < until:
            with contextlib.suppress(ChildProcessError, OSError):
                os.waitpid(pid, os.WNOHANG)
            time.sleep(0.05)
        if not alive(pid, sign):
            return


class Database:
    """A MariaDB server of the project's own.

    Parameters
    ----------
    home : Path
        Folder that holds its data, its log and its secrets.
    """

    def __init__(self, home: Path) -> None:
        self.home = home
        self.data = home / "mariadb"
        self.port = 0
        self.pid = 0

    @property
    def secrets(self) -> dict[str, str]:
        """Password of the database and key of the sessions, made once."""
        file = self.home / "secrets.json"
        if not file.exists():
            self.home.mkdir(mode=0o700, parents=True, exist_ok=True)
            made = {"database": secrets.token_urlsafe(24), "sessions": secrets.token_urlsafe(48)}
            file.touch(mode=0o600)
            file.write_text(json.dumps(made))
        found: dict[str, str] = json.loads(file.read_text())
        return found

    def _create(self) -> None:
        # A folder is moved into place when it is whole, so that a broken-off start leaves none.
        fresh = self.home / "mariadb.new"
        shutil.rmtree(fresh, ignore_errors=True)
        as_root = ["--user=root"] if os.geteuid() == 0 else []
        with tempfile.TemporaryDirectory(prefix="mesotint-") as plain:
            # The set-up is a shell script that a space in a path takes apart.
            home = Path(plain) / "home"
            home.symlink_to(self.home.absolute())
            run(
                [
                    program("mariadb-install-db"),
                    "--no-defaults",
                    f"--datadir={home / fresh.name}",
                    f"--tmpdir={self._temporary(home)}",
                    "--skip-test-db",
                    "--auth-root-authentication-method=socket",
                    f"--auth-root-socket-user={getpass.getuser()}",
                    *as_root,
                ],
                f"The database could not be set up in {fresh}.",
                env={**os.environ, "TMPDIR": plain},
            )
        fresh.rename(self.data)

    def _temporary(self, home: Path) -> Path:
        """A folder for temporary tables of this server alone: each clears its own as it starts."""
        folder = home / "mariadb.tmp"
        folder.mkdir(mode=0o700, exist_ok=True)
        return folder

    def start(self) -> None:
        """Start the server and wait until it answers; recovers by itself after a crash."""
        self.home.mkdir(mode=0o700, parents=True, exist_ok=True)
        self.home.chmod(0o700)
        self.stop_stray()
        if not self.data.is_dir():
            self._create()
        for _ in range(PORTS_TRIED):
            # Who started it once knows its port; a new one may be taken by another meanwhile.
            port = self.port or free_port(FIRST_PORT)
            if self._serve(port):
                self.port = port
                return
            if self.port:
                break
            time.sleep(random.uniform(0.0, 0.3))
        raise Trouble(f"The database did not start; {self.home / 'mariadb.log'} says why.")

    def join(self) -> bool:
        """Find the server that another process started on this folder; whether there is one."""
        with contextlib.suppress(OSError, ValueError):
            pid = int((self.home / "mariadb.pid").read_text())
            if alive(pid, f"--datadir={self.data}"):
                self.port = int((self.home / "mariadb.port").read_text())
                return True
        return False

    @property
    def runs(self) -> bool:
        """Whether the server that was started lives."""
        return alive(self.pid, f"--datadir={self.data}")

    def _serve(self, port: int) -> bool:
        pipe = self.home / "mariadb.sock"
        if len(str(pipe)) > LONGEST_SOCKET_PATH:
            pipe = Path(tempfile.mkdtemp(prefix="mesotint-")) / "mariadb.sock"
        password = self.secrets["database"]
        first = self.home / "first.sql"
        first.touch(mode=0o600)
        first.write_text(
            "CREATE DATABASE IF NOT EXISTS mesotint CHARACTER SET utf8mb4;\n"
            "CREATE USER IF NOT EXISTS 'mesotint'@'127.0.0.1' IDENTIFIED BY '';\n"
            f"ALTER USER 'mesotint'@'127.0.0.1' IDENTIFIED BY '{password}';\n"
            "GRANT ALL ON mesotint.* TO 'mesotint'@'127.0.0.1';\n"
            "GRANT ALL ON `mesotint_older`.* TO 'mesotint'@'127.0.0.1';\n"
            "GRANT ALL ON `test_mesotint%`.* TO 'mesotint'@'127.0.0.1';\n"
        )
        log = os.open(self.home / "mariadb.log", os.O_WRONLY | os.O_APPEND | os.O_CREAT, mode=0o600)
        process = subprocess.Popen(
            [
                program("mariadbd"),
                "--no-defaults",
                f"--datadir={self.data}",
                "--bind-address=127.0.0.1",
                f"--port={port}",
                f"--tmpdir={self._temporary(self.home)}",
                f"--socket={pipe}",
                f"--pid-file={self.home / 'mariadb.pid'}",
                f"--init-file={first}",
                "--skip-name-resolve",
                "--innodb-flush-log-at-trx-commit=1",
                "--innodb-buffer-pool-size=96M",
                "--innodb-log-file-size=32M",
                "--character-set-server=utf8mb4",
                "--skip-log-bin",
                "--max-connections=60",
                *(["--user=root"] if os.geteuid() == 0 else []),
            ],
            stdout=log,
            stderr=log,
            stdin=subprocess.DEVNULL,
            start_new_session=True,
        )
        os.close(log)
        self.pid = process.pid
        (self.home / "mariadb.pid").write_text(str(self.pid))
        (self.home / "mariadb.port").write_text(str(port))
        return self._answers(process, pipe)

    def _answers(self, process: "subprocess.Popen[bytes]", pipe: Path) -> bool:
        """Whether the server comes to answer, and is not gone instead."""
        until = time.monotonic() + READY_WITHIN_S
        while time.monotonic() < until:
            if process.poll() is not None:
                return False
            # Its own socket: at the port another's server may greet, if that was quicker.
            with contextlib.suppress(OSError), socket.socket(socket.AF_UNIX) as line:
                line.settimeout(1)
                line.connect(str(pipe))
                # The server greets first; a socket that is merely open does not.
                if line.recv(5):
                    return True
            time.sleep(0.05)
        return False

    def stop_stray(self) -> None:
        """End a server that an earlier run left on this folder."""
        file = self.home / "mariadb.pid"
        with contextlib.suppress(OSError, ValueError):
            pid = int(file.read_text())
            if alive(pid, f"--datadir={self.data}"):
                stop_process(pid, str(self.data))
        file.unlink(missing_ok=True)

    def stop(self) -> None:
        """Shut the server down cleanly."""
        if self.pid:
            stop_process(self.pid, str(self.data))
            self.pid = 0
