"""How a figure is taken: medians over repeated runs, on one thread."""

import os
import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass
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


def below(what: str, value: float, unit: str, bar: float) -> Figure:
    """A figure that should stay below its bar."""
    return Figure(what, value, unit, f"< {bar:g}", bool(value < bar))


def above(what: str, value: float, unit: str, bar: float) -> Figure:
    """A figure that should reach its bar."""
    return Figure(what, value, unit, f">= {bar:,.0f}", bool(value >= bar))
