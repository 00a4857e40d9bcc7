"""The trail of 201 points with 9 steps: in the core, and at the API."""

from collections.abc import Callable
from itertools import count
from typing import Any

import numpy as np

from bench.painter import DemoPainter
from bench.running import running
from bench.timing import Figure, below, median_ms

PAIRS = (("PO20", "PB29"), ("PY3", "PV23"), ("PBr7-burnt-sienna", "PB29"))
WARM = ("PY3", "PY83", "PO20", "PO73", "PR108-light", "PV19", "PBr7-burnt-sienna", "PW6")
COOL = ("PV23", "PB29", "PB15:3", "PB35", "PG7", "PG18", "PBk9")
ALL_PAIRS = [(warm, cool) for warm in WARM for cool in COOL]
RECEDING = (("PO20",), ("PO20", "PG17"), ("PO20", "PG17", "PB29"))
PORT = 8790
Body = dict[str, Any] | Callable[[], dict[str, Any]]


def core() -> list[Figure]:
    """The core alone: trail, nearest neutral, steps with parts, notation and words."""
    from mesotint.mixing.muting.trail import Trail
    from mesotint.paints.library import library
    from mesotint.planning.scale import Scale

    paint = library().paint

    def act() -> None:
        for first, second in PAIRS:
            trail = Trail(paint(first), paint(second), 2.0)
            assert len(trail.labs) == 201
            assert len(Scale(trail, 9).steps) == 9

    return [below("trail of 201 points and 9 steps, core", median_ms(act) / len(PAIRS), "ms", 20)]


def evenness() -> list[Figure]:
    """How even chroma steps are on either side of grey, and what a straight line between points
    of the trail is off by, over every pair of a colour and a blue, green or violet."""
    from mesotint.colour.difference import delta_e_2000
    from mesotint.mixing.muting.trail import Trail
    from mesotint.paints.library import library
    from mesotint.planning.scale import Scale

    uneven, off = [], []
    for first, second in ALL_PAIRS:
        trail = Trail(library().paint(first), library().paint(second), 1.0)
        scale = Scale(trail, 9)
        shares = np.union1d(np.linspace(0, 1, 40001), scale.shares)
        plan = trail.lab(shares)[:, 1:]
        length = np.append(0, np.cumsum(np.linalg.norm(np.diff(plan, axis=0), axis=1)))
        at = length[np.searchsorted(shares, scale.shares)]
        for side in (at[: scale.neutral_index + 1], at[scale.neutral_index :]):
            uneven.append(100 * float(np.ptp(np.diff(side))) / length[-1] if len(side) > 1 else 0)
        middle = (trail.shares[1:] + trail.shares[:-1]) / 2
        drawn = (trail.labs[1:] + trail.labs[:-1]) / 2
        off.append(float(delta_e_2000(drawn, trail.lab(middle)).max()))
    return [
        below(f"chroma steps from even, worst of {len(ALL_PAIRS)} pairs", max(uneven), "%", 2),
        below("a point drawn between two of the trail, worst", max(off), "ΔE00", 0.2),
    ]


def api() -> list[Figure]:
    """The same over HTTP on loopback, from the running program with its demo; and the dearest
    changes of the stage, which leave their bar of 150 ms on screen less than these."""
    # What the program says while it starts is not part of the figures.
    with running(PORT) as stack:
        asked = DemoPainter(stack)
        pair = [asked.one(key) for key in PAIRS[0]]
        trail = {"chart": "scale", "first": pair[0], "second": pair[1], "steps": 9}
        browns = {
            **{"kind": "chart", "chart": "browns", "base": [2, 1, 1]},
            "mixtures": [asked.one(key) for key in ("PBr7-raw-umber", "PO20", "PB29")],
        }
        grams = {"kind": "grams", "step": 0.1}
        kept = {"mixture": pair[0], "chroma": 30, "keep_hue": True, "keep_value": True}

        def cost(what: str, body: Body, runs: int = 12) -> float:
            return asked.ms("POST", f"scales/compute/{what}", body, runs)

        volumes = count(500)

        def plan() -> dict[str, Any]:
            """A volume that was never asked for, so that nothing of it is known already."""
            measure = {**grams, "volume_ml": next(volumes) / 100}
            return {"request": browns, "measure": measure}

        figures = [
            below("the same at the API", cost("chart", trail, 60), "ms", 60),
            below("plan of twenty browns at the API", cost("plan", plan), "ms", 150),
            below("schools of muting with hue and value kept", cost("schools", kept), "ms", 150),
        ]
        for keys in RECEDING:
            chart = {"chart": "recession", "mixtures": [asked.one(key) for key in keys]}
            what = f"recession of {len(keys)} colours at the API"
            figures.append(below(what, cost("chart", chart), "ms", 150))
        return figures


SUITES = (core, evenness, api)
