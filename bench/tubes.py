"""Tubes: what calibration recovers, and how a large box opens and scrolls."""

import http.client
import json

import numpy as np

from bench.feel import FRAME_MS, RECORD, SETTLE_MS, TAKE
from bench.running import demo_page
from bench.timing import Figure, above, below, median_ms
from mesotint.colour.difference import delta_e_2000
from mesotint.instruments.colorimeter import NOISE, drawdown, hidden_tube
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.calibration import Reading, calibrate
from mesotint.paints.library import Paint, library
from workshop.serving import Stack

PORT = 8794
TUBES = 200
READINGS_EACH = 25
MIXTURES = 1000
TINTS = (0.0, 4.0, 20.0)


def calibration() -> list[Figure]:
    """Twenty hidden tubes read with noise: mixtures nobody measured, before and after."""
    random = np.random.default_rng(2026)
    white = library().paint("PW6")
    whites = {"PW6", "PW4", "PW1"}
    plain = [p for p in library().plain if p.key not in whites]
    some = [plain[i] for i in random.choice(len(plain), 20, replace=False)]
    real = [hidden_tube(paint, seed) for seed, paint in enumerate(some)]

    def readings(tube: Paint) -> list[Reading]:
        noise = random.normal(0, NOISE / np.sqrt(3), (len(TINTS), 3))
        return [
            Reading(w, drawdown(tube, white, w) + off) for w, off in zip(TINTS, noise, strict=True)
        ]

    known = [calibrate(readings(t), p).paint for t, p in zip(real, some, strict=True)]
    gaps: dict[str, list[float]] = {"before": [], "after": []}
    for _ in range(MIXTURES):
        i, j = random.choice(20, 2, replace=False)
        strength = [p.absorption.mean() + p.scattering.mean() for p in (some[i], some[j], white)]
        parts = random.uniform(0.1, 1, 3) / strength
        truth = DEFAULT_VIEWING.lab(parts, [real[i], real[j], white])
        for name, paints in (("before", some), ("after", known)):
            mine = DEFAULT_VIEWING.lab(parts, [paints[i], paints[j], white])
            gaps[name].append(float(delta_e_2000(mine, truth)))
    before, after = (float(np.mean(gaps[name])) for name in ("before", "after"))
    return [
        Figure("unmeasured mixtures of 20 hidden tubes, by the library", before, "ΔE00"),
        below("… once calibrated", after, "ΔE00", min(1.5, before / 3)),
    ]


def _fill(stack: Stack) -> None:
    """Give the demo painter a box of very many tubes, with readings."""
    code = f"""
from server.painters.models import Painter
from server.tubes.models import Box, Desk, Reading, Tube
from mesotint.paints.library import library
painter = Painter.objects.get(username="demo")
keys = [key for key, paint in library().paints.items() if not paint.recipe]
Tube.objects.bulk_create(Tube(painter=painter, paint_key=keys[i % len(keys)], label=f"Tube {{i}}")
                         for i in range({TUBES}))
tubes = Tube.objects.filter(painter=painter, label__startswith="Tube ")
Reading.objects.bulk_create(Reading(tube=tube, white_parts=i, lightness=50, a=1, b=2,
                                    source="typed", reflectance=[0.3] * 36)
                            for tube in tubes for i in range({READINGS_EACH}))
box = Box.objects.create(painter=painter, name="Very many")
box.tubes.set(tubes)
Desk.objects.filter(painter=painter).update(box=box)
"""
    stack.manage("shell", "-c", code, failure="The box of very many tubes could not be made.")


def large_box() -> list[Figure]:
    """A box of 200 tubes and 5,000 readings: opened at the API, scrolled in Chromium."""
    with demo_page(PORT) as (stack, _, page):
        _fill(stack)
        page.get_by_role("link", name="Tubes").click()
        tray = page.get_by_role("navigation", name="Tubes").get_by_role("list")
        page.get_by_title("Tube 0", exact=True).wait_for()
        page.wait_for_timeout(5 * SETTLE_MS)
        box = tray.bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + 60, box["y"] + 200)
        page.evaluate(RECORD)
        for i in range(90):
            page.mouse.wheel(0, 120 if i < 45 else -120)
            page.wait_for_timeout(FRAME_MS)
        costs: list[float] = page.evaluate(TAKE)
        cookies = "; ".join(f"{c['name']}={c['value']}" for c in page.context.cookies())
        opened = _open_ms(cookies)
    smooth = 100 * sum(cost < FRAME_MS for cost in costs) / len(costs)
    return [
        below(f"a box of {TUBES} tubes and 5,000 readings at the API, median", opened, "ms", 300),
        above("frames under 16.7 ms while scrolling it", smooth, "%", 95),
    ]


def _open_ms(cookies: str) -> float:
    line = http.client.HTTPConnection("127.0.0.1", PORT)

    def act() -> None:
        line.request("GET", "/api/tubes", headers={"Cookie": cookies})
        assert len(json.loads(line.getresponse().read())) == TUBES

    return median_ms(act, runs=15)


SUITES = (calibration, large_box)
