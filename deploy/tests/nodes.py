"""A Galera cluster of three nodes on loopback, each with ports, socket and folder of its own."""

import contextlib
import os
import pwd
import re
import secrets
import shutil
import subprocess
import time
from collections.abc import Callable
from pathlib import Path

import MySQLdb  # type: ignore[import-untyped]

from workshop.console import run
from workshop.database import free_port, program, stop_process

PROVIDER = "/usr/lib/galera/libgalera_smm.so"
COUNT = 3
FIRST_PORT = 23700
"""Below what the system gives to lines that go out: a port that is free now stays so."""
READY_WITHIN_S = 60.0
TIMING = (
    "evs.keepalive_period=PT0.5S;evs.inactive_check_period=PT0.5S;"
    "evs.suspect_timeout=PT2S;evs.inactive_timeout=PT10S;gcache.size=64M"
)
"""A node that is not heard of for two seconds is left behind; five by itself. Half of it is too
little where three nodes share two cores with all that asks them: then they leave each other."""


class Node:
    """One node. It is run as a user who is not root: what receives a copy gives root up.

    Parameters
    ----------
    home : Path
        Its folder.
    name : str
        What the others call it.
    ports : tuple of int
        For questions, for the other nodes, for copies, and for what a node has missed.
    """

    def __init__(self, home: Path, name: str, ports: tuple[int, int, int, int]) -> None:
        self.home, self.name, self.ports = home, name, ports
        self.port = ports[0]
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def socket(self) -> Path:
        """Where root asks without a password."""
        return self.home / "s.sock"

    def set_up(self) -> None:
        """Make its folder, and what MariaDB itself keeps in it."""
        (self.home / "tmp").mkdir(parents=True)
        self._give()
        run(
            [program("mariadb-install-db"), "--no-defaults", f"--datadir={self.home / 'data'}",
             f"--tmpdir={self.home / 'tmp'}", "--skip-test-db", *self._user],
            f"{self.name} could not be set up.",
        )  # fmt: skip

    @property
    def _user(self) -> list[str]:
        return ["--user=mysql"] if os.geteuid() == 0 else []

    def _give(self) -> None:
        if os.geteuid() == 0:
            owner = pwd.getpwnam("mysql")
            for path in (self.home, self.home / "tmp"):
                os.chown(path, owner.pw_uid, owner.pw_gid)

    def _stood_at(self) -> list[str]:
        """What it had when it was killed, so that it need not take a whole copy: as Debian's
        galera_recovery finds it before a start."""
        told = subprocess.run(
            [program("mariadbd"), "--no-defaults", *self._user, f"--datadir={self.home / 'data'}",
             f"--tmpdir={self.home / 'tmp'}", "--wsrep-recover", "--innodb-log-file-size=32M",
             f"--socket={self.home / 'r.sock'}", f"--pid-file={self.home / 'r.pid'}",
             "--wsrep-on=ON", f"--wsrep-provider={PROVIDER}", "--binlog-format=ROW"],
            capture_output=True, text=True, check=False,
        )  # fmt: skip
        found = re.search(r"Recovered position:\s*(\S+)", told.stderr)
        return [f"--wsrep-start-position={found[1]}"] if found else []

    def start(self, others: list["Node"], *, first: bool = False) -> None:
        """Start it: as the first, or as one of these."""
        question, group, copies, missed = self.ports
        known = ",".join(f"127.0.0.1:{each.ports[1]}" for each in (others or [self]))
        stood_at = self._stood_at() if self.process else []
        with (self.home.parent / f"{self.name}.log").open("ab") as log:
            self.process = subprocess.Popen(
                [
                    program("mariadbd"),
                    "--no-defaults",
                    *self._user,
                    f"--datadir={self.home / 'data'}",
                    f"--tmpdir={self.home / 'tmp'}",
                    f"--socket={self.socket}",
                    f"--pid-file={self.home / 'pid'}",
                    "--bind-address=127.0.0.1",
                    f"--port={question}",
                    "--skip-name-resolve",
                    "--character-set-server=utf8mb4",
                    "--innodb-buffer-pool-size=64M",
                    "--innodb-log-file-size=32M",
                    "--max-connections=80",
                    # As deploy/README.md has a node set up.
                    "--wsrep-on=ON",
                    f"--wsrep-provider={PROVIDER}",
                    "--binlog-format=ROW",
                    "--innodb-autoinc-lock-mode=2",
                    "--innodb-flush-log-at-trx-commit=1",
                    "--wsrep-sync-wait=7",
                    "--wsrep-cluster-name=mesotint",
                    f"--wsrep-cluster-address=gcomm://{known}",
                    f"--wsrep-node-name={self.name}",
                    f"--wsrep-node-address=127.0.0.1:{group}",
                    "--wsrep-sst-method=rsync",
                    f"--wsrep-sst-receive-address=127.0.0.1:{copies}",
                    "--wsrep-provider-options="
                    f"gmcast.listen_addr=tcp://127.0.0.1:{group};ist.recv_addr=127.0.0.1:{missed};"
                    + TIMING,
                    *(["--wsrep-new-cluster"] if first else []),
                    *stood_at,
                ],
                stdout=log,
                stderr=log,
                stdin=subprocess.DEVNULL,
                start_new_session=True,
            )

    def ask(self, question: str) -> str:
        """The first answer to a question, in words; nothing where it gives none."""
        with contextlib.suppress(MySQLdb.Error):
            line = MySQLdb.connect(unix_socket=str(self.socket), user="root", connect_timeout=2)
            try:
                with line.cursor() as asked:
                    asked.execute(question)
                    row = asked.fetchone()
                    return str(row[-1]) if row else ""
            finally:
                line.close()
        return ""

    def serves(self) -> bool:
        """Whether it is in the cluster, and up to date with it."""
        return self.ask("SHOW STATUS LIKE 'wsrep_local_state_comment'") == "Synced"

    def cut_off(self, apart: bool) -> None:
        """Take its line to the other nodes away, or give it back; questions still reach it."""
        self.ask(f"SET GLOBAL wsrep_provider_options='gmcast.isolate={int(apart)}'")

    def kill(self) -> None:
        """``kill -9``."""
        assert self.process is not None
        self.process.kill()
        self.process.wait()

    def stop(self) -> None:
        """End it."""
        if self.process and self.process.poll() is None:
            stop_process(self.process.pid, str(self.home))
            self.process.wait()


class Cluster:
    """Three nodes, and the user that Mesotint comes as.

    Parameters
    ----------
    home : Path
        A folder for all of them, in which others may look.
    """

    def __init__(self, home: Path) -> None:
        self.home, self.password = home, secrets.token_urlsafe(18)
        self.nodes = []
        port = FIRST_PORT
        for index in range(COUNT):
            ports = []
            for _ in range(4):
                port = free_port(port) + 1
                ports.append(port - 1)
            four = ports[0], ports[1], ports[2], ports[3]
            self.nodes.append(Node(home / f"node{index + 1}", f"node{index + 1}", four))

    def start(self) -> None:
        """Set all up, the first alone; the others take their copy from it."""
        self.home.chmod(0o711)
        for node in self.nodes:
            node.set_up()
        first, *others = self.nodes
        first.start([], first=True)
        self.until(first.serves, "the first node")
        for word in (
            "CREATE DATABASE mesotint CHARACTER SET utf8mb4",
            f"CREATE USER 'mesotint'@'127.0.0.1' IDENTIFIED BY '{self.password}'",
            "GRANT ALL ON mesotint.* TO 'mesotint'@'127.0.0.1'",
            # As deploy/README.md has it, for HAProxy.
            "CREATE USER 'node_check'@'127.0.0.1'",
        ):
            first.ask(word)
        for node in others:
            node.start(self.nodes)
        for node in others:
            self.until(node.serves, node.name)

    def until(self, is_so: Callable[[], bool], what: str) -> float:
        """Wait for something; the seconds it took."""
        began = time.monotonic()
        while not is_so():
            if time.monotonic() - began > READY_WITHIN_S:
                raise AssertionError(f"{what} was not there in time: {self._said()}")
            time.sleep(0.1)
        return time.monotonic() - began

    def _said(self) -> str:
        logs = sorted(self.home.glob("*.log"))
        return "\n".join(f"\n{log.name}\n{log.read_text()[-4000:]}" for log in logs)

    def stop(self) -> None:
        """End all of them and take their data away."""
        for node in self.nodes:
            node.stop()
        shutil.rmtree(self.home, ignore_errors=True)
