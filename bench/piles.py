"""Piles: a simulated painter who follows the advice, the advice on screen, and recall by colour."""

import statistics

import numpy as np
from playwright.sync_api import Page

from bench.feel import KEPT_MS
from bench.painter import DemoPainter
from bench.running import demo_page
from bench.timing import Figure, above, below
from mesotint.mixing.mud import random_mud
from mesotint.mixing.simulated_painter import MOST_ADDITIONS, SimulatedPainter
from mesotint.paints.library import library

PORT = 8796
MUDS = 200
MIXTURES = 50_000
PILES = 40
EVENTS = 10_000
BOX = ("PW6", "PY3", "PY43", "PO20", "PBr7-burnt-sienna", "PR108-light", "PV19", "PV23", "PB29",
       "PB15:3", "PG7", "PBk9")  # fmt: skip
BARS = {0.10: 2.0, 0.25: 3.0}
"""CIEDE2000 to stay under, by the hand's error."""

ADDED = """() => new Promise(done => {
    const told = () => document.querySelector('[data-testid="pile-words"]').textContent
        + document.querySelector('[data-testid="advice"]').textContent;
    const before = told(), began = performance.now();
    const look = () => {
        if (told() !== before) done(performance.now() - began);
        else requestAnimationFrame(look);
    };
    [...document.querySelectorAll('button')].find(b => b.textContent.includes('Add it')).click();
    look();
})"""

FILL = """
import numpy as np
from server.painters.models import Painter
from server.mixtures.models import KeptMixture, KeptPart
rng = np.random.default_rng(1)
painter = Painter.objects.get(username="demo")
labs = np.column_stack([rng.uniform(15, 95, {count}), rng.normal(0, 18, ({count}, 2))])
rows = [KeptMixture(painter=painter, name=f"Mixture {{i}}", lightness=lab[0], a=lab[1], b=lab[2])
        for i, lab in enumerate(labs.tolist())]
KeptMixture.objects.bulk_create(rows, batch_size=2000)
"""

MOVES = """
from server.painters.models import Painter
from server.piles.models import Pile, PileEvent
from server.tubes.models import Tube
painter = Painter.objects.get(username="demo")
tubes = list(Tube.objects.filter(painter=painter).values_list("pk", flat=True))
for i in range({piles}):
    pile = Pile.objects.create(painter=painter, name=f"Pile {{i}}")
    PileEvent.objects.bulk_create(
        PileEvent(pile=pile, kind="add", tube_id=tubes[(i + j) % len(tubes)], volume_ml=0.1,
                  token=f"bench-{{j:05}}")
        for j in range({each})
    )
"""


def simulated_painter() -> list[Figure]:
    """Random muds of a box of twelve, matched with an unsteady hand, with and without looking."""
    figures = []
    box = [library().paint(key) for key in BOX]
    for error, bar in BARS.items():
        for looks in (True, False):
            rng = np.random.default_rng(2026)
            painter = SimulatedPainter(box, error, rng, looks)
            tries = [painter.match(random_mud(box, rng).lab) for _ in range(MUDS)]
            assert all(each.additions <= MOST_ADDITIONS for each in tries)
            near = 100 * float(np.mean([each.delta_e < bar for each in tries]))
            growth = statistics.median(each.growth for each in tries)
            what = f"{MUDS} muds within ΔE {bar:g}, hand off by {error:.0%}"
            if looks:
                figures += [
                    above(what, near, "%", 95),
                    below("… growth of the pile, median", growth, "times", 2.5),
                ]
            else:
                # Nobody sees what the hand did, so this is the hand's error and no more.
                figures.append(Figure(f"… where nobody looks, {error:.0%}", near, "%"))
    return figures


def _additions(page: Page) -> float:
    """Milliseconds from an addition to its advice, at the median."""
    page.get_by_role("link", name="Piles").click()
    page.get_by_role("link", name="Harbour water", exact=True).click()
    page.get_by_role("navigation", name="Tubes").get_by_title("Titanium white", exact=True).click()
    page.get_by_label("Amount").fill("0.4")
    times: list[float] = []
    for _ in range(7):
        page.wait_for_timeout(KEPT_MS)
        times.append(page.evaluate(ADDED))
    return statistics.median(times)


def palette() -> list[Figure]:
    """The advice on screen, and the nearest of many kept mixtures at the API."""
    with demo_page(PORT) as (stack, _, page):
        advised = _additions(page)
        painter = DemoPainter(stack)
        pile = painter.ask("GET", "piles")[0]["id"]
        asked = painter.ms("GET", f"piles/{pile}")
        stack.manage("shell", "-c", FILL.format(count=MIXTURES), failure="No mixtures.")
        # The line was closed in the meantime.
        painter = DemoPainter(stack)
        times = [
            painter.ms("GET", f"mixtures/near?colour={colour}", runs=6)
            for colour in ("50%200%200", "35%2012%2018", "80%20-6%2010", "20%2030%2030")
        ]
        filled = MOVES.format(piles=PILES, each=EVENTS // PILES)
        stack.manage("shell", "-c", filled, failure="No piles.")
        painter = DemoPainter(stack)
        # What a palette of an earlier version comes to is noted when it is first looked at.
        painter.ask("GET", "piles")
        summary = painter.ms("GET", "piles")
    return [
        below("advice on screen after an addition, median", advised, "ms", 200),
        Figure("a pile with its advice at the API", asked, "ms"),
        below(f"piles of a palette of {EVENTS:,} events", summary, "ms", 30),
        below(f"nearest of {MIXTURES:,} kept mixtures, worst of four", max(times), "ms", 100),
    ]


SUITES = (simulated_painter, palette)
