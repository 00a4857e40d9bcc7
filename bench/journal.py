"""A journal of fifty thousand entries: the wall, the map, what is sought, noting, printing."""

import time

from bench.painter import DemoPainter
from bench.running import running
from bench.timing import Figure, above, below
from workshop.browser import chromium
from workshop.serving import Stack

PORT = 8790
ENTRIES = 50_000
PRINTED = 5_000

MAKE = f"""
import random
from datetime import timedelta
import numpy as np
from server.kept import clock
from server.mixtures.models import KeptMixture, KeptPart, Mixing
from server.painters.models import Painter
from server.tubes.models import Tube
painter = Painter.objects.get(username="demo")
tubes = list(Tube.objects.filter(painter=painter).values_list("pk", flat=True))
rng, now = np.random.default_rng(1), clock.now()
labs = np.column_stack([rng.uniform(15, 95, {ENTRIES}), rng.normal(0, 18, ({ENTRIES}, 2))])
words = ["rust", "harbour", "water", "hull", "fog", "rope", "mud", "shadow", "sky", "skin", "wall"]
random.seed(1)
rows = []
for i, lab in enumerate(labs):
    name = " ".join(random.sample(words, 2)) + f" {{i}}"
    at = now - timedelta(days=i // 12, minutes=i % 12)
    rows.append(KeptMixture(
        painter=painter, name=name, words=name, lightness=lab[0], a=lab[1], b=lab[2],
        made_key=f"made{{i % 700}}", mixed=at, created=at, opened_srgb="#cccccc",
    ))
KeptMixture.objects.bulk_create(rows, batch_size=2000)
keys = list(KeptMixture.objects.filter(painter=painter, made_key__startswith="made")
            .values_list("pk", "mixed", "lightness", "a", "b"))
KeptPart.objects.bulk_create(
    [KeptPart(mixture_id=row[0], tube_id=random.choice(tubes), label="x", parts=1.0)
     for row in keys], batch_size=4000)
Mixing.objects.bulk_create(
    [Mixing(mixture_id=row[0], at=row[1], came="scoop", lightness=row[2], a=row[3], b=row[4])
     for row in keys], batch_size=4000)
"""

SCROLL = """async () => {
    const wall = document.querySelector('[data-testid=wall]');
    const late = [];
    let last = performance.now();
    for (let i = 0; i < 240; i++) {
        wall.scrollTop += 60;
        await new Promise(requestAnimationFrame);
        const now = performance.now();
        late.push(now - last);
        last = now;
    }
    return late.slice(5).filter(ms => ms < 25).length / (late.length - 5);
}"""
"""Four seconds of scrolling, 60 pixels a frame; the share of frames that come in time."""


def _frames(stack: Stack) -> float:
    from playwright.sync_api import sync_playwright

    with sync_playwright() as playwright:
        browser = chromium(playwright)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(stack.address)
        page.get_by_role("button", name="Open the demo studio").click()
        page.get_by_label("The slip", exact=True).wait_for()
        page.goto(f"{stack.address}journal")
        page.locator("[data-entry]").first.wait_for()
        page.wait_for_timeout(1000)
        shares = sorted(page.evaluate(SCROLL) for _ in range(3))
        browser.close()
        return 100 * float(shares[1])


def _printed(painter: DemoPainter) -> tuple[float, float]:
    """Seconds until as many labels are drawn, and until a second book that is stopped stands."""
    begun = time.perf_counter()
    filters = {"words": "rust"}
    key = painter.ask("POST", "journal/book", {"form": "labels", "filters": filters})["key"]
    while not (told := painter.ask("GET", f"tasks/{key}"))["has_file"]:
        assert told["standing"] in ("waiting", "running"), told
        time.sleep(0.2)
    took = time.perf_counter() - begun
    key = painter.ask("POST", "journal/book", {"form": "labels", "filters": filters})["key"]
    while painter.ask("GET", f"tasks/{key}")["share"] < 0.1:
        time.sleep(0.05)
    stopped = time.perf_counter()
    painter.ask("POST", f"tasks/{key}/stop")
    while painter.ask("GET", f"tasks/{key}")["standing"] != "stopped":
        time.sleep(0.05)
    return took, time.perf_counter() - stopped


def journal() -> list[Figure]:
    """What fifty thousand entries cost to look at, to search and to add to."""
    with running(PORT) as stack:
        painter = DemoPainter(stack)
        note = {"mixture": painter.one("PO20"), "token": "bench-note-1"}
        empty = painter.ms("POST", "journal/notes", note, runs=3)
        stack.manage("shell", "-v0", "-c", MAKE, failure="No entries.")
        count = iter(range(10**6))

        def another() -> dict[str, object]:
            share = 1 + next(count)
            parts = [{"tube": painter.tubes["PO20"], "parts": share},
                     {"tube": painter.tubes["PB29"], "parts": 40}]  # fmt: skip
            return {"mixture": {"parts": parts}, "token": f"bench-{share:08}"}

        pile = painter.ask("POST", "piles", {"name": "Bench", "token": "bench-pile-1"})["id"]
        painter.ask("POST", f"piles/{pile}/events", _added(painter, 4.0, "first"))
        numbers = iter(range(10**6))

        def scoop() -> dict[str, object]:
            return {"kind": "scoop", "amount": 0.01, "token": f"scoop-{next(numbers):06}"}

        def add() -> dict[str, object]:
            return _added(painter, 0.01, f"{next(numbers):06}")

        added = painter.ms("POST", f"piles/{pile}/events", add)
        scooped = painter.ms("POST", f"piles/{pile}/events", scoop)
        took, stopped = _printed(painter)
        wall = "journal/wall?order="
        return [
            below(f"wall of {ENTRIES} by day", painter.ms("GET", wall + "day"), "ms", 300),
            below("… by colour (the map)", painter.ms("GET", "journal/map"), "ms", 300),
            Figure("… by tubes", painter.ms("GET", wall + "tubes"), "ms"),
            Figure("… by painting", painter.ms("GET", wall + "painting"), "ms"),
            below("… nearest to a colour",
                  painter.ms("GET", "journal/near?colour=50%2010%205&count=24"), "ms", 80),
            below("… words",
                  painter.ms("GET", "journal/wall?order=day&words=harbour%20123"), "ms", 80),
            above("… frames in time while scrolling", _frames(stack), "%", 95),
            Figure("noting a mixture, the whole request", painter.ms("POST", "journal/notes",
                                                                     another), "ms"),
            below("noting a scoop, beyond the act", scooped - added, "ms", 30),
            Figure(f"labels of some {PRINTED} entries", took, "s"),
            below("… until it is stopped", stopped, "s", 2),
            Figure("a note in an empty journal", empty, "ms"),
        ]  # fmt: skip


def _added(painter: DemoPainter, ml: float, token: str) -> dict[str, object]:
    return {"kind": "add", "tube": painter.tubes["PO20"], "amount": ml, "token": f"bench-{token}"}


SUITES = (journal,)
