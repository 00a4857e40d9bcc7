"""``./studio bench``: all figures in one run."""

import argparse
import json
import sys
from dataclasses import asdict

from bench import (
    amounts,
    by_search,
    charts,
    colour,
    feel,
    first,
    hour,
    journal,
    load,
    muting,
    paintings,
    pictures,
    piles,
    practice,
    scales,
    sheets,
    strangers,
    tubes,
)
from bench.timing import Figure

STAGES = (
    amounts,
    first,
    scales,
    feel,
    colour,
    muting,
    by_search,
    charts,
    tubes,
    piles,
    paintings,
    pictures,
    journal,
    sheets,
    practice,
    load,
    strangers,
)
BY_NAME = {stage.__name__.removeprefix("bench."): stage.SUITES for stage in (*STAGES, hour)}


def main() -> int:
    """Measure, and print a table or JSON."""
    parser = argparse.ArgumentParser(prog="studio bench")
    names = ", ".join(BY_NAME)
    parser.add_argument("suites", nargs="*", metavar="SUITE", help=f"some alone, of {names}")
    parser.add_argument("--json", action="store_true")
    parser.add_argument("--hour", action="store_true", help="only the hour of hostile load")
    args = parser.parse_args()
    figures: list[Figure] = []
    if unknown := [name for name in args.suites if name not in BY_NAME]:
        parser.error(f"there is no suite {', '.join(unknown)}; take some of {names}")
    chosen = ["hour"] if args.hour else args.suites or [*BY_NAME][: len(STAGES)]
    for suite in (suite for name in chosen for suite in BY_NAME[name]):
        sys.stderr.write(f"measuring {suite.__module__}.{suite.__name__} …\n")
        figures += suite()
    if args.json:
        print(json.dumps([asdict(figure) for figure in figures], indent=1))
        return 0
    for figure in figures:
        verdict = {True: "reached", False: "MISSED", None: ""}[figure.reached]
        print(f"{figure.what:<64}{figure.value:>14,.2f} {figure.unit:<8}{figure.bar:<14}{verdict}")
    return 0


if __name__ == "__main__":
    sys.exit(main())
