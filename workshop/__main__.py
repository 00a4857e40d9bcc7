"""The `studio` command."""

import argparse
import contextlib
import os
import signal
import subprocess
import sys
import time
from pathlib import Path

from workshop.backup import backup, default_file, every, keep_backing_up, restore
from workshop.console import PYTHON, ROOT, STANDING, VAR, WEB, Trouble, run, say
from workshop.install import install, node_packages
from workshop.serving import DEFAULT_PORT, FOR_ARRAYS, GUNICORN, TASKS, Lan, Stack, counting
from workshop.testing import (
    CLIENT,
    GUIDE,
    check,
    cluster,
    coverage,
    test,
    write_client,
    written_guide,
)


def _listen() -> None:
    """Take a polite kill like Ctrl-C."""

    def leave(number: int, frame: object) -> None:
        raise KeyboardInterrupt

    # A shell that starts us in the background lets us inherit a deaf ear for Ctrl-C.
    signal.signal(signal.SIGINT, leave)
    signal.signal(signal.SIGTERM, leave)


def _until_interrupted(stack: Stack, others: list["subprocess.Popen[bytes]"]) -> None:
    """Wait for Ctrl-C or a polite kill, watching that what was started goes on running."""
    _listen()
    while True:
        time.sleep(0.5)
        stack.mend()
        if any(process.poll() is not None for process in others):
            raise Trouble("One of the servers has stopped; what it said stands above.")


def _tell_network(stack: Stack, lan: Lan) -> None:
    """Where other devices find it: an address, a picture of it, and the first code."""
    draw = "import segno,sys; segno.make_qr(sys.argv[1]).terminal(compact=True, border=2)"
    subprocess.run([str(PYTHON), "-c", draw, stack.lan_address], check=False)
    code = lan.papers["code"]
    say(f"On the studio's network: {stack.lan_address}")
    say(f"A new device is asked for a code, once: {code[:3]} {code[3:]} (for ten minutes).")
    say(f"What vouches for it: {stack.lan_address}trust/  SHA-256 {lan.papers['fingerprint']}")


def _start(args: argparse.Namespace) -> int:
    began = time.monotonic()
    install()
    lan = None if args.lan is None else Lan(args.lan, demo=args.demo)
    stack = Stack(port=args.port, demo=not args.no_demo, metrics=args.metrics, lan=lan)
    try:
        say("Starting the database …")
        stack.start()
        say(f"\nMesotint is ready at {stack.address}  ({time.monotonic() - began:.1f} s)")
        if stack.demo:
            say("Choose “Open the demo studio”, or sign in as demo with the password low-tide.")
        else:
            say("Choose “New studio” to sign up.")
        if lan:
            _tell_network(stack, lan)
        say("Ctrl-C stops it.")
        _until_interrupted(stack, [])
    except KeyboardInterrupt:
        say("\nStopping …")
    finally:
        stack.stop()
    return 0


def _serve(args: argparse.Namespace) -> int:
    """Serve from this machine, with a database that others serve from as well."""
    for name in ("MESOTINT_DATABASE_URL", "MESOTINT_SECRET_KEY_FILE"):
        if not os.environ.get(name):
            raise Trouble(f"{name} is not set; deploy/README.md says what belongs there.")
    install()
    home = VAR / "serve"
    home.mkdir(mode=0o700, parents=True, exist_ok=True)
    env = {
        "MESOTINT_DATA": str(home),
        **os.environ,
        **FOR_ARRAYS,
        "PYTHONPATH": str(ROOT),
        **(counting(home) if args.metrics else {}),
    }
    if args.prepare:
        failure = "The database could not be brought up to date."
        run([PYTHON, ROOT / "server" / "manage.py", "prepare"], failure, env=env)
        return 0
    os.chdir(ROOT)
    web = subprocess.Popen(GUNICORN, env=env)
    tasks = subprocess.Popen(TASKS, env=env)
    try:
        _listen()
        while web.poll() is None:
            time.sleep(0.5)
            if tasks.poll() is not None:
                tasks = subprocess.Popen(TASKS, env=env)
        return web.returncode
    except KeyboardInterrupt:
        return 0
    finally:
        for process in (web, tasks):
            process.terminate()
        for process in (web, tasks):
            process.wait()


def _dev(args: argparse.Namespace) -> int:
    install("test", with_browser=True)
    node_packages()
    stack = Stack(port=args.port)
    others: list[subprocess.Popen[bytes]] = []
    try:
        stack.prepare()
        env = {**stack.environment, "MESOTINT_DEBUG": "1", "MESOTINT_PORT": str(args.port)}
        manage = [PYTHON, ROOT / "server" / "manage.py", "runserver", f"127.0.0.1:{args.port}"]
        others.append(subprocess.Popen([str(c) for c in manage], env=env))
        others.append(subprocess.Popen(["npx", "vite", "--port", "5173"], cwd=WEB, env=env))
        _until_interrupted(stack, others)
    except KeyboardInterrupt:
        say("\nStopping …")
    finally:
        for process in others:
            process.terminate()
        stack.stop()
    return 0


def _copy(args: argparse.Namespace) -> int:
    install()
    # A demo that is not there is no part of what is kept.
    stack = Stack(demo=False)
    try:
        if getattr(args, "every", None):
            keep_backing_up(stack, STANDING / args.file, every(args.every), args.keep)
        args.copy(stack, STANDING / args.file)
    except KeyboardInterrupt:
        say("\nStopped.")
    finally:
        stack.stop()
    return 0


def _client(args: argparse.Namespace) -> int:
    install("test", with_build=False)
    node_packages()
    stack = Stack(VAR / "client")
    write_client(stack, CLIENT)
    GUIDE.write_text(written_guide(stack))
    return 0


def _in_environment(module: str, words: list[str]) -> int:
    """Run a module of ours with the test packages at hand."""
    # What is installed on the way is not part of what the module prints.
    with contextlib.redirect_stdout(sys.stderr):
        install("test", with_browser=True)
    env = {**os.environ, "PYTHONPATH": str(ROOT)}
    command = [str(PYTHON), "-m", module, *words]
    return subprocess.run(command, cwd=ROOT, env=env, check=False).returncode


def _bench(args: argparse.Namespace) -> int:
    flags = [f"--{flag}" for flag in ("json", "hour") if getattr(args, flag)]
    return _in_environment("bench", [*args.suites, *flags])


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="studio", description="Set up, run and test Mesotint.")
    commands = parser.add_subparsers(dest="command", required=True)
    start = commands.add_parser("start", help="install what is missing and start the program")
    start.add_argument("--no-demo", action="store_true", help="without the demo studio")
    start.add_argument(
        "--lan",
        nargs="?",
        const="",
        metavar="ADDRESS",
        help="serve other devices on the studio's network too, over TLS",
    )
    start.add_argument("--demo", action="store_true", help="open the demo's door there as well")
    start.add_argument("--metrics", action="store_true", help="count requests, told at /metrics")
    start.set_defaults(run=_start)
    serve = commands.add_parser("serve", help="the application alone, before a database elsewhere")
    serve.add_argument("--prepare", action="store_true", help="only bring that database up to date")
    serve.add_argument("--metrics", action="store_true", help="count requests, told at /metrics")
    serve.set_defaults(run=_serve)
    dev = commands.add_parser("dev", help="reloading servers for work on the code")
    dev.set_defaults(run=_dev)
    for command in (start, dev):
        command.add_argument("--port", type=int, default=DEFAULT_PORT)
    tests = commands.add_parser("test", help="run the whole suite, or the given Python tests")
    tests.add_argument("labels", nargs="*")
    tests.add_argument(
        "--cluster", action="store_true", help="instead, break a cluster of three nodes"
    )
    tests.set_defaults(run=lambda args: cluster() if args.cluster else test(args.labels))
    checks = commands.add_parser("check", help="run the checkers alone")
    checks.set_defaults(run=lambda _: check())
    covers = commands.add_parser("coverage", help="how much of core and server their tests run")
    covers.set_defaults(run=lambda _: coverage())
    bench = commands.add_parser("bench", help="measure the figures that were promised")
    bench.add_argument("suites", nargs="*", metavar="SUITE", help="some alone: piles pictures")
    bench.add_argument("--json", action="store_true")
    bench.add_argument("--hour", action="store_true", help="only the hour of hostile load")
    bench.set_defaults(run=_bench)
    shots = commands.add_parser("shots", help="retake the pictures of docs/screenshots")
    shots.set_defaults(run=lambda args: _in_environment("workshop.shots", []))
    keep = commands.add_parser("backup", help="write all that is kept to one file")
    keep.add_argument("file", type=Path, nargs="?", default=default_file())
    keep.add_argument("--every", metavar="24h", help="again and again, into a folder")
    keep.add_argument("--keep", type=int, default=14, help="how many of those are kept")
    keep.set_defaults(run=_copy, copy=backup)
    back = commands.add_parser("restore", help="put a backup in the place of all that is kept")
    back.add_argument("file", type=Path)
    back.set_defaults(run=_copy, copy=restore)
    client = commands.add_parser("client", help="write the typed client and the guide's table")
    client.set_defaults(run=_client)
    return parser


def main() -> int:
    """Run one command; trouble is told in one sentence."""
    args = _parser().parse_args()
    try:
        if not 0 < getattr(args, "port", DEFAULT_PORT) < 65536:
            raise Trouble("A port is a number from 1 to 65535.")
        status: int = args.run(args)
    except Trouble as trouble:
        sys.stderr.write(f"studio: {trouble}\n")
        return 1
    except KeyboardInterrupt:
        return 130
    return status


if __name__ == "__main__":
    sys.exit(main())
