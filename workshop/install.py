"""Everything the program needs on a machine: Debian packages, Python and Node packages, the build.

Each step leaves a stamp of what it was done for, so that a second start skips it.
"""

import hashlib
import os
import shutil
import subprocess
import sys
import sysconfig
from collections.abc import Iterable
from pathlib import Path

from workshop.console import PYTHON, ROOT, WEB, Trouble, run, say

STAMPS = ROOT / "var" / "stamps"
OLDEST_PYTHON = (3, 11)
OLDEST_NODE = 20


def _fingerprint(files: Iterable[Path]) -> str:
    digest = hashlib.sha256(sys.version.encode())
    for file in sorted(files):
        digest.update(str(file.relative_to(ROOT)).encode())
        digest.update(file.read_bytes())
    return digest.hexdigest()


def _done(step: str, fingerprint: str) -> bool:
    stamp = STAMPS / step
    return stamp.is_file() and stamp.read_text() == fingerprint


def _stamp(step: str, fingerprint: str) -> None:
    STAMPS.mkdir(parents=True, exist_ok=True)
    (STAMPS / step).write_text(fingerprint)


def _found(tool: str) -> bool:
    return bool(shutil.which(tool) or shutil.which(tool, path="/usr/sbin:/sbin:/usr/bin"))


def _missing_packages(with_browser: bool, with_engines: bool, with_cluster: bool) -> list[str]:
    """Debian packages that are needed and not there.

    The server comes from mariadb-server-core: the same server program as in mariadb-server,
    without a system service that would start beside our own.
    """
    header = Path(sysconfig.get_paths()["include"]) / "Python.h"
    library = (
        subprocess.run(
            ["pkg-config", "--exists", "libmariadb"], capture_output=True, check=False
        ).returncode
        if _found("pkg-config")
        else 1
    )
    try:
        import ensurepip  # noqa: F401 - Debian keeps it in a package of its own
        import venv  # noqa: F401

        has_venv = True
    except ImportError:
        has_venv = False
    wanted = {
        "mariadb-server-core": _found("mariadbd") and _found("mariadb-install-db"),
        "mariadb-client-core": _found("my_print_defaults"),
        "libmariadb-dev": library == 0,
        "pkg-config": _found("pkg-config"),
        "gcc": _found("gcc") or _found("cc"),
        "libc6-dev": Path("/usr/include/stdio.h").exists(),
        "python3-dev": header.exists(),
        "python3-venv": has_venv,
        **({"chromium": _found("chromium")} if with_browser else {}),
        **(_engines() if with_engines else {}),
        **(_cluster() if with_cluster else {}),
    }
    return [package for package, there in wanted.items() if not there]


def _engines() -> dict[str, bool]:
    """What the whole suite needs besides: the other browsers of a studio, a screen for the one that
    cannot do without, and openssl, which checks our certificates."""
    return {
        "firefox-esr": _found("firefox-esr"),
        "webkit2gtk-driver": _found("WebKitWebDriver"),
        "xvfb": _found("Xvfb"),
        "openssl": _found("openssl"),
    }


def _cluster() -> dict[str, bool]:
    """What a cluster needs besides: Galera, what copies one node to another, and what stands in
    front. The copying lies in mariadb-server, which is a service of its own that stays off."""
    return {
        "galera-4": Path("/usr/lib/galera/libgalera_smm.so").exists(),
        "mariadb-server": _found("wsrep_sst_rsync"),
        "rsync": _found("rsync"),
        "haproxy": _found("haproxy"),
    }


NO_SERVICES = """
policy=/usr/sbin/policy-rc.d
if [ ! -e $policy ]; then
    trap 'rm -f $policy' EXIT
    printf '#!/bin/sh\\nexit 101\\n' > $policy
    chmod 755 $policy
fi
"$@"
"""
"""Debian asks this file before it starts a service that it has just installed."""


def _debian_packages(
    with_browser: bool = False, with_engines: bool = False, with_cluster: bool = False
) -> None:
    missing = _missing_packages(with_browser, with_engines, with_cluster)
    if not missing:
        return
    listed = " ".join(missing)
    if not _found("apt-get"):
        raise Trouble(f"Missing: {listed}. This is no Debian system; install their like by hand.")
    if os.geteuid() == 0:
        prefix: list[str] = []
    elif _found("sudo"):
        prefix = ["sudo"]
    else:
        raise Trouble(
            f"Missing: {listed}. You are not root and there is no sudo; "
            f"ask an administrator to run: apt-get install {listed}"
        )
    say(f"Installing Debian packages: {listed} …")
    failure = f"Debian's packages could not be installed; try: apt-get install {listed}"
    env: list[str | Path] = [*prefix, "env", "DEBIAN_FRONTEND=noninteractive"]
    run([*env, "apt-get", "update", "-qq"], failure)
    quietly: list[str | Path] = ["sh", "-c", NO_SERVICES, "sh"] if with_cluster else []
    apt: list[str | Path] = ["apt-get", "install", "-y", "-qq", "--no-install-recommends"]
    run([*env, *quietly, *apt, *missing], failure)


def _python_packages(requirements: str) -> None:
    files = [ROOT / "pyproject.toml", *(ROOT / "requirements").glob("*.txt")]
    fingerprint = _fingerprint(files)
    # What the tests need holds what the program needs.
    enough = {requirements, "test"}
    if PYTHON.exists() and any(_done("python", f"{fingerprint} {held}") for held in enough):
        return
    if not PYTHON.exists():
        say("Making a Python environment …")
        run(
            [sys.executable, "-m", "venv", ROOT / ".venv"],
            "The Python environment could not be made; install Debian's package python3-venv.",
        )
    say("Installing Python packages (a minute or two the first time) …")
    failure = "The Python packages could not be installed; is a package index within reach?"
    pip: list[str | Path] = [PYTHON, "-m", "pip", "install", "--quiet"]
    run([*pip, "-r", ROOT / "requirements" / f"{requirements}.txt"], failure)
    run([*pip, "--no-deps", "--no-build-isolation", "-e", ROOT], failure)
    _stamp("python", f"{fingerprint} {requirements}")


def _node() -> None:
    for tool in ("node", "npm"):
        if not _found(tool):
            raise Trouble(f"Node.js {OLDEST_NODE} or newer is needed, with npm; {tool} is missing.")
    version = run(["node", "--version"], "Node.js does not answer.").strip()
    if int(version.removeprefix("v").split(".")[0]) < OLDEST_NODE:
        raise Trouble(f"Node.js {OLDEST_NODE} or newer is needed; this is {version}.")


def node_packages() -> None:
    """Install the front end's packages as the lock file has them."""
    fingerprint = _fingerprint([WEB / "package.json", WEB / "package-lock.json"])
    if (WEB / "node_modules").is_dir() and _done("node", fingerprint):
        return
    _node()
    say("Installing the interface's packages …")
    run(
        ["npm", "ci", "--no-fund", "--no-audit", "--loglevel=error"],
        "The interface's packages could not be installed; is a package registry within reach?",
        cwd=WEB,
    )
    _stamp("node", fingerprint)


def web_build() -> None:
    """Build the front end, when its sources have changed since the last build."""
    folders = (WEB / "src", WEB / "public")
    sources = [f for folder in folders for f in folder.rglob("*") if f.is_file()]
    sources += [WEB / n for n in ("index.html", "vite.config.ts", "package-lock.json")]
    fingerprint = _fingerprint(sources)
    if (WEB / "dist" / "index.html").is_file() and _done("build", fingerprint):
        return
    node_packages()
    say("Building the interface …")
    failure = "The interface could not be built."
    run(["npm", "run", "build"], failure, cwd=WEB)
    run([PYTHON, "-m", "whitenoise.compress", "--quiet", WEB / "dist"], failure)
    _stamp("build", fingerprint)


def install(
    requirements: str = "run",
    *,
    with_browser: bool = False,
    with_engines: bool = False,
    with_build: bool = True,
    with_cluster: bool = False,
) -> None:
    """Install all that is missing; `requirements` is run or test. The client is written from the
    server, so that whoever writes it does without the build that stands on it."""
    if sys.version_info < OLDEST_PYTHON:
        raise Trouble("Python 3.11 or newer is needed; this is " + sys.version.split()[0] + ".")
    _debian_packages(with_browser, with_engines, with_cluster)
    _python_packages(requirements)
    if with_build:
        web_build()
