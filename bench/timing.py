"""How a figure is taken: medians over repeated runs, on one thread."""

import os
import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

# Before numpy is imported anywhere: a bar says "on one core".
for name in ("OPENBLAS_NUM_THREADS", "OMP_NUM_THREADS", "NUMBA_NUM_THREADS"):
    os.environ[name] = "1"


@dataclass(frozen=True)
class Figure:
    """One measured figure beside its bar; `reached` is None where there is no bar."""

    what: str
    value: float
    unit: str
    bar: str = ""
    reached: bool | None = None


def median_ms(act: Callable[[], Any], runs: int = 30, warm: int = 3) -> float:
    """Median time of `act` in milliseconds, after some runs to warm up."""
    for _ in range(warm):
        act()
    times = []
    for _ in range(runs):
        began = time.perf_counter()
        act()
        times.append((time.perf_counter() - began) * 1e3)
    return statistics.median(times)


def processor_time() -> list[int]:
    """Ticks that the processors have spent so far, by what on, in the order of proc_stat(5)."""
    return [int(ticks) for ticks in Path("/proc/stat").read_text().split("\n", 1)[0].split()[1:9]]


def host_share(since: list[int]) -> float:
    """Percentage of processor time that went to others on the machine's host since some ticks.

    Where much of it did, times say more of the neighbours than of the program.
    """
    spent = [now - then for now, then in zip(processor_time(), since, strict=True)]
    return 100 * spent[-1] / max(sum(spent), 1)


def below(what: str, value: float, unit: str, bar: float) -> Figure:
    """A figure that should stay below its bar."""
    return Figure(what, value, unit, f"< {bar:g}", bool(value < bar))


def above(what: str, value: float, unit: str, bar: float) -> Figure:
    """A figure that should reach its bar."""
    return Figure(what, value, unit, f">= {bar:,.0f}", bool(value >= bar))
