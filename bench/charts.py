"""The charts: grids, darks, shades, layers and wheels, in the core and at the API."""

import itertools
import time
from typing import Any

from bench.painter import DemoPainter
from bench.running import running
from bench.timing import Figure, below, median_ms
from mesotint.mixing.darks import darks
from mesotint.mixing.layers import layer_grid
from mesotint.mixing.muting.grid import pair_grid
from mesotint.paints.library import library

PORT = 8796
DOWN = ("PR108", "PV19", "PR101", "PO20", "PV23", "PY43", "PY37", "PR177")
ACROSS = ("PG7", "PG17", "PG18", "PB29", "PB28", "PB15:3", "PB35", "PBr7-raw-umber")


def core() -> list[Figure]:
    """What the core takes alone."""
    paints = list(library().paints.values())[:49]
    began = time.perf_counter()
    pair_grid(paints, paints, "greyest")
    took = time.perf_counter() - began
    box = [p for p in library().plain if p.key != "PW6"][:24]
    unders = [{paint: 1.0} for paint in paints[:8]]
    glazes = [{paint: 1.0} for paint in paints[8:16]]
    return [
        below("a grid of 49 by 49, each greyest", took, "s", 2),
        below("darks of 24 tubes, pairs and triads", median_ms(lambda: darks(box), runs=5), "ms",
              250),
        below("layers 8 by 8 at 25 thicknesses",
              median_ms(lambda: layer_grid(unders, glazes), runs=5), "ms", 60),
    ]  # fmt: skip


def at_the_api() -> list[Figure]:
    """What a painter waits for; what is told by a number is another one each time."""
    with running(PORT) as stack:
        painter = DemoPainter(stack)
        turn = itertools.count()
        keys = list(painter.tubes)
        down = [painter.one(key) for key in _there(painter, DOWN, keys)]
        across = [painter.one(key) for key in _there(painter, ACROSS, keys[::-1])]
        across = [each for each in across if each not in down]

        def chart(kind: str, varied: str = "", **more: Any) -> float:
            def body() -> dict[str, Any]:
                vary = {varied: 0.2 + next(turn) * 1e-3} if varied else {}
                return {"kind": "chart", "chart": kind, **more, **vary}

            return painter.ms("POST", "scales/compute/chart", body, runs=7)

        size = f"{len(down)} by {len(across)}"
        return [
            below(f"a grid of {size}, each greyest",
                  chart("grid", "white", mixtures=down, columns=across, ratio="greyest"),
                  "ms", 150),
            below(f"darks of {len(keys)} tubes, pairs and triads", chart("darks"), "ms", 250),
            below("shades of a yellow, six rows",
                  chart("shades", mixtures=[painter.one("PY3")], columns=_dark(painter),
                        count=5), "ms", 100),
            below(f"layers {size}",
                  chart("layers", "coats", mixtures=down, columns=across, bare=False), "ms", 60),
            below("a wheel of 24", chart("wheel", count=24), "ms", 400),
        ]  # fmt: skip


def _there(painter: DemoPainter, wanted: tuple[str, ...], others: list[str]) -> list[str]:
    """Eight tubes of the demo: those that are wanted, and others where it lacks one."""
    found = [key for key in wanted if key in painter.tubes]
    more = [key for key in others if key not in (*DOWN, *ACROSS)]
    return (found + more)[:8]


def _dark(painter: DemoPainter) -> list[dict[str, Any]]:
    wanted = ("PV23", "PG7", "PB29", "PBr7-burnt-umber", "PBk9", "PV19")
    return [painter.one(key) for key in wanted if key in painter.tubes]


SUITES = (core, at_the_api)
