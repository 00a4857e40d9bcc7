"""The first minutes on a mid-range phone: headless Chromium, four times slower, at 10 Mbit/s.

The throttling is that of common audits: a factor of four on the processor; 40 ms to and fro.
"""

import contextlib
import json
import statistics
import time
from collections.abc import Iterator

from playwright.sync_api import (
    Browser,
    BrowserContext,
    CDPSession,
    Locator,
    Page,
    StorageState,
    sync_playwright,
)

from bench.timing import Figure, below
from e2e.studio import PASSWORD, Studio
from workshop.browser import chromium

SLOWER = 4
BYTES_PER_S = 10e6 / 8
LATENCY_MS = 40
PHONE = {"width": 390, "height": 844}
RUNS = 5
STAGE_RUNS = 3
STEP = "[data-run-step]"
LOOKS_EVERY_S = 0.5
LATEST_S = 30

# Milliseconds until something of a page is painted, and before that until a button is there and
# pressed. The page looks for itself: a tool that asks took 130 ms of the slow phone being measured.
PAINTED = """((css, says, presses) => {
    const until = (there, then) => {
        const seen = new MutationObserver(() => {
            const found = [...document.querySelectorAll(there[0])]
                .find(each => each.textContent.includes(there[1]));
            if (!found) return;
            seen.disconnect();
            then(found);
        });
        seen.observe(document, { childList: true, subtree: true });
    };
    const paint = () => requestAnimationFrame(() =>
        setTimeout(() => { window.painted = performance.now(); }));
    const look = () => until([css, says], paint);
    if (presses) until(['button:enabled', presses], button => { look(); button.click(); });
    else look();
})"""
# From each touch to the next paint (event timing).
WATCH = """() => {
    window.touches = {};
    new PerformanceObserver(list => {
        for (const { interactionId: id, duration } of list.getEntries())
            if (id) window.touches[id] = Math.max(window.touches[id] ?? 0, duration);
    }).observe({ type: 'event', durationThreshold: 16, buffered: true });
}"""
SHEETS = """async () => {
    const told = (await (await fetch('/api/scales')).json()).map(each => `/api/scales/${each.id}`);
    const all = await Promise.all(told.map(async each => (await fetch(each)).json()));
    return all.map(({ id, request }) => ({ id, kind: request.kind }));
}"""
SCRIPTS = """() => performance.getEntriesByType('resource')
    .filter(each => each.name.endsWith('.js')).reduce((sum, each) => sum + each.transferSize, 0)"""


def _slow(page: Page) -> CDPSession:
    line = page.context.new_cdp_session(page)
    line.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    line.send("Network.enable")
    line.send("Page.enable")
    line.send(
        "Network.emulateNetworkConditions",
        {
            "offline": False,
            "latency": LATENCY_MS,
            "downloadThroughput": BYTES_PER_S,
            "uploadThroughput": BYTES_PER_S,
        },
    )
    return line


@contextlib.contextmanager
def _phone(
    browser: Browser, workers: str = "block", stored: StorageState | None = None
) -> Iterator[BrowserContext]:
    context = browser.new_context(
        viewport=PHONE,  # type: ignore[arg-type]
        has_touch=True,
        is_mobile=True,
        service_workers=workers,  # type: ignore[arg-type]
        storage_state=stored,
    )
    yield context
    context.close()


def _until(
    line: CDPSession, address: str, there: tuple[str, str], presses: str | None = None
) -> float:
    """Milliseconds from asking for an address until something of it is painted."""
    source = f"{PAINTED}({json.dumps(there[0])}, {json.dumps(there[1])}, {json.dumps(presses)})"
    script = line.send("Page.addScriptToEvaluateOnNewDocument", {"source": source})
    line.send("Page.navigate", {"url": address})
    painted: dict[str, float] = {}
    latest = time.monotonic() + LATEST_S
    while "value" not in painted:
        if time.monotonic() > latest:
            raise TimeoutError(f"{there} is not to be seen at {address}")
        time.sleep(LOOKS_EVERY_S)
        painted = line.send("Runtime.evaluate", {"expression": "window.painted"})["result"]
    line.send("Page.removeScriptToEvaluateOnNewDocument", script)
    return painted["value"]


def first_minutes() -> list[Figure]:
    """Door, studio, touches and a plan without a line, on a slow phone."""
    studio = Studio()
    studio.start()
    try:
        with sync_playwright() as playwright:
            browser = chromium(playwright)
            return [
                *_door(browser, studio),
                *_studio(browser, studio),
                *_stages(browser, studio),
                *_begin(browser, studio),
            ]
    finally:
        studio.remove()


def _door(browser: Browser, studio: Studio) -> list[Figure]:
    cold, again, weights = [], [], []
    for _ in range(RUNS):
        with _phone(browser) as context:
            page = context.new_page()
            line = _slow(page)
            button = ("button", "Open the demo studio")
            cold.append(_until(line, studio.address, button))
            weights.append(page.evaluate(SCRIPTS) / 1000)
            again.append(_until(line, studio.address, button))
    return [
        below("door on a slow phone, cold", statistics.median(cold), "ms", 2500),
        below("door on a slow phone, again", statistics.median(again), "ms", 1000),
        below("script before the door, compressed", statistics.median(weights), "kB", 200),
    ]


def _studio(browser: Browser, studio: Studio) -> list[Figure]:
    cold, again, offline, weights, touches = [], [], [], [], []
    for _ in range(RUNS):
        with _phone(browser, "allow") as context:
            page = context.new_page()
            page.goto(studio.address)
            page.get_by_role("button", name="Open the demo studio").tap()
            page.locator(STEP).first.wait_for()
            address = page.url
            # Nothing is at hand but that somebody was signed in here.
            with _phone(browser, "allow", context.storage_state()) as fresh:
                page = fresh.new_page()
                line = _slow(page)
                cold.append(_until(line, address, (STEP, "")))
                weights.append(page.evaluate(SCRIPTS) / 1000)
                page.evaluate("navigator.serviceWorker.ready.then(() => true)")
                page.wait_for_timeout(3000)
                again.append(_until(line, address, (STEP, "")))
                touches += _touches(page)
                page.wait_for_timeout(1500)
                line.send("Network.disable")
                fresh.set_offline(True)
                now = ("[aria-label='Now']", "")
                offline.append(_until(line, address, now, presses="Work plan"))
    return [
        below("a studio's first view on a slow phone, cold", statistics.median(cold), "ms", 2500),
        below("a studio's first view on a slow phone, again", statistics.median(again), "ms", 1000),
        below("script before that view, compressed", statistics.median(weights), "kB", 200),
        below("touch to next paint on a slow phone", _inp(touches), "ms", 200),
        below("without a line to a plan, slow phone", statistics.median(offline), "ms", 1000),
    ]


def _inp(touches: list[float]) -> float:
    """Interaction to next paint: the longest, but for one of every fifty.

    As web.dev/articles/inp defines it, which is told here from memory.
    """
    return sorted(touches, reverse=True)[len(touches) // 50]


def _touches(page: Page) -> list[float]:
    """Milliseconds from each touch to the next paint.

    What a painter does in the first minute: steps, the plan, a tick, the tray, another stage.
    Each is touched where it lies: to be found by name takes time of the page itself.
    """
    now = page.get_by_label("Now", exact=True)
    return _touched(
        page,
        [
            *(page.locator(f"[data-run-step='{step}']") for step in (2, 5, 7)),
            page.get_by_role("button", name="Work plan"),
            now.get_by_role("button", name="Done"),
            now.get_by_role("button", name="Take the last back"),
            page.get_by_role("button", name="Tray"),
            page.get_by_role("button", name="Tray"),
            page.get_by_role("link", name="Piles"),
            page.get_by_role("link", name="Scales"),
        ],
    )


def _touched(page: Page, places: list[Locator]) -> list[float]:
    """Milliseconds from a touch of each of these to the next paint."""
    page.evaluate(WATCH)
    for place in places:
        place.evaluate("touched => touched.scrollIntoView({ block: 'center' })")
        box = place.bounding_box()
        assert box
        page.wait_for_timeout(400)
        page.touchscreen.tap(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        page.wait_for_timeout(800)
    found: list[float] = page.evaluate("Object.values(window.touches)")
    return found


def _stages(browser: Browser, studio: Studio) -> list[Figure]:
    """What is touched in the other stages of the demo, each by itself."""
    touches: dict[str, list[float]] = {}
    with _phone(browser) as context:
        page = context.new_page()
        page.goto(studio.address)
        page.get_by_role("button", name="Open the demo studio").tap()
        page.locator(STEP).first.wait_for()
        sheets = {each["kind"]: each["id"] for each in page.evaluate(SHEETS)}

        def buttons(*names: str) -> list[Locator]:
            return [page.get_by_role("button", name=each, exact=True).first for each in names]

        run = page.get_by_label("The run", exact=True).get_by_role("button")
        cell, entry = page.locator("[data-cell]"), page.locator("[data-entry]")
        mother = page.get_by_label("What may be the mother", exact=True).get_by_role("listitem")
        box = page.get_by_role("navigation", name="Tubes").get_by_role("listitem")
        tube = box.nth(5).get_by_role("button")
        for stage, address, places in (
            ("tubes", "tubes", [*buttons("Tray"), tube, *buttons("Hold beside", "Measure it")]),
            ("triad", f"scales/{sheets['triad']}", [run.nth(1), run.nth(2)]),
            ("chart", f"scales/{sheets['chart']}", [cell.nth(2), cell.nth(5)]),
            ("piles", "piles", buttons("Take back", "Bring back", "Another")),
            (
                "paintings",
                "paintings",
                [
                    page.locator("[data-share='2']"),
                    *buttons("7", "5", "All values", "Mother colour"),
                    mother.nth(2).get_by_role("button"),
                    *buttons("The page", "Schools"),
                    page.locator("[data-school]").nth(2).get_by_role("button"),
                    *buttons("Palette", "Passages", "Undo"),
                ],
            ),
            (
                "journal",
                "journal",
                [
                    entry.nth(5),
                    *buttons("By colour", "By painting", "Store", "What it teaches", "By day"),
                ],
            ),
            ("practice", "practice", buttons("5 minutes", "Record", "Practise")),
        ):
            for _ in range(STAGE_RUNS):
                page.goto(studio.address + address)
                places[0].wait_for()
                page.wait_for_timeout(1000)
                line = _slow(page)
                touches.setdefault(stage, []).extend(_touched(page, places))
                line.detach()
    return [
        below(f"touch to next paint on a slow phone: {stage}", _inp(found), "ms", 200)
        for stage, found in touches.items()
    ]


def _begin(browser: Browser, studio: Studio) -> list[Figure]:
    """From the door to the first scale of a new studio, as fast as a machine taps."""
    with _phone(browser) as context:
        page = context.new_page()
        _slow(page)
        page.goto(studio.address)
        began = time.perf_counter()
        page.get_by_role("button", name="New studio").tap()
        page.get_by_label("The name you paint under").fill("ida")
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Begin the studio").tap()
        page.get_by_role("button", name="Twelve").first.tap()
        page.get_by_role("button", name="Mute Cadmium orange").tap()
        page.locator(STEP).first.wait_for()
        took = time.perf_counter() - began
    return [below("door to the first scale, taps alone, slow phone", took, "s", 120)]


SUITES = (first_minutes,)
