"""The whole suite: checkers, front-end unit tests, and Django's test runner over the rest."""

import json
import re
import subprocess
import sys
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

from workshop.console import PYTHON, ROOT, VAR, WEB, run, say
from workshop.install import install, node_packages
from workshop.serving import Stack

SUITES = ("mesotint", "server", "workshop", "e2e")


@dataclass
class Tally:
    """How many tests passed and failed."""

    passed: int = 0
    failed: int = 0

    def add(self, name: str, good: bool) -> None:
        """Count one check."""
        say(f"{'ok    ' if good else 'FAILED'}  {name}")
        self.passed += good
        self.failed += not good


def _check(tally: Tally, name: str, command: list[str | Path], cwd: Path = ROOT) -> None:
    done = subprocess.run(
        [str(c) for c in command], cwd=cwd, text=True, capture_output=True, check=False
    )
    if done.returncode:
        sys.stdout.write(done.stdout + done.stderr)
    tally.add(name, done.returncode == 0)


def _checkers(tally: Tally) -> None:
    tools = PYTHON.parent
    _check(tally, "ruff finds nothing", [tools / "ruff", "check", "."])
    _check(tally, "ruff would format nothing", [tools / "ruff", "format", "--check", "."])
    _check(tally, "mypy, strict", [tools / "mypy"])
    _check(tally, "arrows point down (import-linter)", [tools / "lint-imports"])
    _check(tally, "Biome finds nothing", ["npx", "biome", "ci", "src"], WEB)
    _check(tally, "TypeScript compiles", ["npx", "tsc", "--noEmit"], WEB)


def check() -> int:
    """Run the checkers alone, as before a commit; the exit status is 0 when none complains."""
    install("test", with_build=False)
    node_packages()
    tally = Tally()
    _checkers(tally)
    return 1 if tally.failed else 0


CLIENT = WEB / "src" / "api"
GUIDE = ROOT / "docs" / "guide.md"
ROOT_TYPES = ("--root-types", "--root-types-no-schema-prefix", "--root-types-keep-casing")
"""What is answered is known to the client by the name it has in the server."""
WRITTEN = ("schema.d.ts", "tables.ts", "door.ts", "strips.ts")


def write_client(stack: Stack, folder: Path) -> None:
    """Write what the client has from the server: the types of its API, and its tables."""
    folder.mkdir(parents=True, exist_ok=True)
    schema = VAR / "openapi.json"
    words = ["export_openapi_schema", "--api", "server.config.api.api", "--output", str(schema)]
    stack.manage(*words, failure="The API's schema could not be written.")
    run(
        ["npx", "openapi-typescript", schema, "-o", folder / "schema.d.ts", *ROOT_TYPES],
        "The typed client could not be written.",
        cwd=WEB,
    )
    for name, writer in (
        ("tables", "tables.written"),
        ("door", "door.written_door"),
        ("strips", "howto.written_howto"),
    ):
        room, does = writer.split(".")
        ask = f"from server.config.{room} import {does}; print({does}(), end='')"
        told = stack.manage("shell", "-v", "0", "-c", ask, failure=f"No {name} could be written.")
        (folder / f"{name}.ts").write_text(told)


def written_guide(stack: Stack) -> str:
    """The guide, with the table of what the core says of its charts."""
    ask = (
        "from pathlib import Path; from server.config.guide import written; "
        f"print(written(Path({str(GUIDE)!r}).read_text()), end='')"
    )
    return stack.manage("shell", "-v", "0", "-c", ask, failure="The guide could not be written.")


def _client_is_current(tally: Tally, stack: Stack) -> None:
    fresh = VAR / "client"
    write_client(stack, fresh)
    current = all((fresh / name).read_text() == (CLIENT / name).read_text() for name in WRITTEN)
    current &= written_guide(stack) == GUIDE.read_text()
    if not current:
        say("The API or a chart has changed: run ./studio client and commit what it wrote.")
    tally.add("the typed client and the guide are current", current)


def _vitest(tally: Tally) -> None:
    report = VAR / "vitest.json"
    report.unlink(missing_ok=True)
    command = [
        "npx",
        "vitest",
        "run",
        "--reporter=default",
        "--reporter=json",
        f"--outputFile.json={report}",
    ]
    VAR.mkdir(parents=True, exist_ok=True)
    done = subprocess.run(command, cwd=WEB, check=False)
    if not report.exists():
        tally.add("Vitest runs", False)
        return
    counts = json.loads(report.read_text())
    tally.passed += counts["numPassedTests"]
    tally.failed += counts["numFailedTests"]
    if done.returncode and not counts["numFailedTests"]:
        tally.add("Vitest ends well", False)


def failed_tests(output: str) -> int:
    """How many tests failed by what unittest wrote; one that failed in several parts is one."""
    return len(set(re.findall(r"^(?:FAIL|ERROR): \S+ \(([^)]+)\)", output, re.MULTILINE)))


def _django(tally: Tally, stack: Stack, labels: list[str], under: Sequence[str] = ()) -> None:
    command = [
        str(PYTHON),
        "-W",
        "ignore::ResourceWarning",
        *under,
        str(ROOT / "server" / "manage.py"),
        "test",
        "--noinput",
        "--timing",
        *labels,
    ]
    lines = []
    with subprocess.Popen(
        command,
        cwd=ROOT,
        env=stack.environment,
        text=True,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
    ) as process:
        assert process.stdout is not None
        for line in process.stdout:
            sys.stdout.write(line)
            lines.append(line)
    output = "".join(lines)
    ran = re.search(r"^Ran (\d+) tests? in", output, re.MULTILINE)
    bad = failed_tests(output)
    if not ran or (process.returncode and not bad):
        tally.add("Django's test runner ends well", False)
        return
    tally.passed += int(ran[1]) - bad
    tally.failed += bad


def cluster() -> int:
    """Prove that a cluster loses nothing whatever breaks; a suite of its own, since it takes some
    packages more and leaves the machine no rest."""
    install("test", with_cluster=True)
    tally, stack = Tally(), Stack(VAR / "test")
    stack.hold()
    stack.database.start()
    try:
        _django(tally, stack, ["deploy"])
    finally:
        stack.stop()
    say(f"{tally.passed} passed, {tally.failed} failed")
    return 1 if tally.failed or not tally.passed else 0


def test(labels: list[str]) -> int:
    """Run everything, or only the given Python labels; the exit status is 0 when all passed."""
    install("test", with_browser=True, with_engines=True)
    node_packages()
    tally = Tally()
    stack = Stack(VAR / "test")
    stack.hold()
    stack.database.start()
    try:
        if not labels:
            _checkers(tally)
            _client_is_current(tally, stack)
            _vitest(tally)
        _django(tally, stack, labels or list(SUITES))
    finally:
        stack.stop()
    say(f"{tally.passed} passed, {tally.failed} failed")
    return 1 if tally.failed or not tally.passed else 0


COVERED = ("mesotint", "server")


def coverage() -> int:
    """Tell how much of core and server their tests run, room by room; 0 when all passed and it is
    no less than `pyproject.toml` wants. A run of its own, since counting slows every test."""
    install("test", with_browser=True, with_engines=True)
    tally, stack = Tally(), Stack(VAR / "test")
    stack.hold()
    stack.database.start()
    try:
        _django(tally, stack, list(COVERED), ["-m", "coverage", "run"])
    finally:
        stack.stop()
    report = [str(PYTHON), "-m", "coverage", "report", "--skip-covered", "--sort=cover"]
    done = subprocess.run(report, cwd=ROOT, check=False)
    return 1 if tally.failed else done.returncode
