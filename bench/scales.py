"""The trail of 201 points with 9 steps: in the core, and at the API."""

import contextlib
import http.client
import json
import sys
import tempfile
from pathlib import Path

import numpy as np

from bench.timing import Figure, below, median_ms
from workshop.serving import Stack

PAIRS = (("PO20", "PB29"), ("PY3", "PV23"), ("PBr7-burnt-sienna", "PB29"))
WARM = ("PY3", "PY83", "PO20", "PO73", "PR108-light", "PV19", "PBr7-burnt-sienna", "PW6")
COOL = ("PV23", "PB29", "PB15:3", "PB35", "PG7", "PG18", "PBk9")
ALL_PAIRS = [(warm, cool) for warm in WARM for cool in COOL]
PORT = 8790


def core() -> list[Figure]:
    """The core alone: trail, nearest neutral, steps with parts, notation and words."""
    from mesotint.mixing.trail import Trail
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
    from mesotint.mixing.trail import Trail
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
    """The same over HTTP on loopback, from the running program with its demo."""
    # What the program says while it starts is not part of the figures.
    with tempfile.TemporaryDirectory() as home, contextlib.redirect_stdout(sys.stderr):
        stack = Stack(Path(home), PORT)
        try:
            stack.start()
            return [below("the same at the API", _request_ms(stack), "ms", 60)]
        finally:
            stack.stop()


def _request_ms(stack: Stack) -> float:
    line = http.client.HTTPConnection("127.0.0.1", stack.port)
    line.request("POST", "/api/demo")
    opened = line.getresponse()
    opened.read()
    cookies = [v.split(";")[0] for k, v in opened.getheaders() if k.lower() == "set-cookie"]
    token = next(c.split("=")[1] for c in cookies if c.startswith("csrftoken="))
    headers = {
        "Cookie": "; ".join(cookies),
        "X-CSRFToken": token,
        "Content-Type": "application/json",
    }
    line.request("GET", "/api/tubes", headers=headers)
    tubes = {t["paint"]["key"]: t["id"] for t in json.loads(line.getresponse().read())}
    first, second = PAIRS[0]
    ends = [{"parts": [{"tube": tubes[key]}]} for key in (first, second)]
    body = json.dumps({"first": ends[0], "second": ends[1], "steps": 9})

    def act() -> None:
        line.request("POST", "/api/scales/compute/scale", body, headers)
        answer = json.loads(line.getresponse().read())
        assert len(answer["trail"]["share"]) == 201
        assert len(answer["steps"]) == 9

    return median_ms(act, runs=60)


SUITES = (core, evenness, api)
