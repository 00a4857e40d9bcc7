"""The first minutes on a mid-range phone: headless Chromium, four times slower, at 10 Mbit/s.

The throttling is that of common audits: a factor of four on the processor; 40 ms to and fro.
"""

import contextlib
import statistics
import time
from collections.abc import Iterator

from playwright.sync_api import Browser, BrowserContext, CDPSession, Page, sync_playwright

from bench.timing import Figure, below
from e2e.studio import PASSWORD, Studio
from workshop.browser import chromium

SLOWER = 4
BYTES_PER_S = 10e6 / 8
LATENCY_MS = 40
PHONE = {"width": 390, "height": 844}
RUNS = 5
STEP = "[data-run-step]"

# The longest from a touch to the next paint, of all that were made (event timing).
WATCH = """() => {
    window.longest = 0;
    new PerformanceObserver(list => {
        for (const entry of list.getEntries())
            if (entry.interactionId) window.longest = Math.max(window.longest, entry.duration);
    }).observe({ type: 'event', durationThreshold: 16, buffered: true });
}"""
SCRIPTS = """() => performance.getEntriesByType('resource')
    .filter(each => each.name.endsWith('.js')).reduce((sum, each) => sum + each.transferSize, 0)"""


def _slow(page: Page) -> CDPSession:
    line = page.context.new_cdp_session(page)
    line.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    line.send("Network.enable")
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
def _phone(browser: Browser, workers: str = "block") -> Iterator[BrowserContext]:
    context = browser.new_context(
        viewport=PHONE,  # type: ignore[arg-type]
        has_touch=True,
        is_mobile=True,
        service_workers=workers,  # type: ignore[arg-type]
    )
    yield context
    context.close()


def _until(page: Page, address: str, there: str) -> float:
    """Milliseconds from asking for an address until something of it is on screen."""
    page.goto(address, wait_until="commit")
    page.locator(there).first.wait_for()
    found: float = page.evaluate("performance.now()")
    return found


def first_minutes() -> list[Figure]:
    """Door, studio, touches and a plan without a line, on a slow phone."""
    studio = Studio()
    studio.start()
    try:
        with sync_playwright() as playwright:
            browser = chromium(playwright)
            return [*_door(browser, studio), *_studio(browser, studio), *_begin(browser, studio)]
    finally:
        studio.remove()


def _door(browser: Browser, studio: Studio) -> list[Figure]:
    cold, again, weights = [], [], []
    for _ in range(RUNS):
        with _phone(browser) as context:
            page = context.new_page()
            _slow(page)
            button = "text=Open the demo studio"
            cold.append(_until(page, studio.address, button))
            weights.append(page.evaluate(SCRIPTS) / 1000)
            again.append(_until(page, studio.address, button))
    return [
        below("door on a slow phone, cold", statistics.median(cold), "ms", 2500),
        below("door on a slow phone, again", statistics.median(again), "ms", 1000),
        below("script before the door, compressed", statistics.median(weights), "kB", 200),
    ]


def _studio(browser: Browser, studio: Studio) -> list[Figure]:
    cold, again, offline, weights, longest = [], [], [], [], []
    for _ in range(RUNS):
        with _phone(browser, "allow") as context:
            page = context.new_page()
            page.goto(studio.address)
            page.get_by_role("button", name="Open the demo studio").tap()
            page.locator(STEP).first.wait_for()
            address = page.url
            cookies = context.cookies()
            with _phone(browser, "allow") as fresh:
                fresh.add_cookies(cookies)  # type: ignore[arg-type]
                page = fresh.new_page()
                line = _slow(page)
                cold.append(_until(page, address, STEP))
                weights.append(page.evaluate(SCRIPTS) / 1000)
                page.evaluate("navigator.serviceWorker.ready.then(() => true)")
                page.wait_for_timeout(3000)
                again.append(_until(page, address, STEP))
                longest.append(_touches(page))
                page.wait_for_timeout(1500)
                line.send("Network.disable")
                fresh.set_offline(True)
                began = time.perf_counter()
                page.goto(address, wait_until="commit")
                page.get_by_role("button", name="Work plan").click()
                page.get_by_label("Now", exact=True).wait_for()
                offline.append((time.perf_counter() - began) * 1e3)
    return [
        below("a studio's first view on a slow phone, cold", statistics.median(cold), "ms", 2500),
        below("a studio's first view on a slow phone, again", statistics.median(again), "ms", 1000),
        below("script before that view, compressed", statistics.median(weights), "kB", 200),
        below("touch to next paint on a slow phone, the longest", max(longest), "ms", 200),
        below("without a line to a plan, slow phone", statistics.median(offline), "ms", 1000),
    ]


def _touches(page: Page) -> float:
    """What a painter does in the first minute: steps, the plan, a tick, the tray, another stage."""
    page.evaluate(WATCH)
    for step in (2, 5, 7):
        page.locator(f"[data-run-step='{step}']").tap()
        page.wait_for_timeout(200)
    page.get_by_role("button", name="Work plan").tap()
    page.get_by_label("Now", exact=True).get_by_role("button", name="Done").tap()
    page.wait_for_timeout(400)
    page.get_by_role("button", name="Take the last back").tap()
    page.get_by_role("button", name="Tray").tap()
    page.wait_for_timeout(400)
    page.get_by_role("button", name="Tray").tap()
    page.wait_for_timeout(400)
    found: float = page.evaluate("window.longest")
    return found


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
