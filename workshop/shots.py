"""Retake the pictures of `docs/screenshots/` from the demo data."""

import re
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, ViewportSize, sync_playwright

from workshop.browser import chromium
from workshop.console import ROOT, say
from workshop.database import free_port
from workshop.serving import Stack

TARGET = ROOT / "docs" / "screenshots"
FIRST_PORT = 8820
SETTLE_MS = 500
DESK: ViewportSize = {"width": 1280, "height": 800}
PHONE: ViewportSize = {"width": 390, "height": 844}
FIRST_SCALE = """async () => (await (await fetch('/api/scales')).json())
    .find(each => each.name.startsWith('Rust runs')).id"""
HINTS_READ = """async () => {
    const csrf = document.cookie.match(/csrftoken=([^;]+)/)[1];
    const hints = ['drag', 'squint', 'white-test', 'work-plan', 'on-the-scale', 'partners',
                   'wheel', 'journal'];
    await fetch('/api/me', {
        method: 'PATCH',
        headers: { 'Content-Type': 'application/json', 'X-CSRFToken': csrf },
        body: JSON.stringify({ hints }),
    });
}"""


def _shot(page: Page, name: str) -> None:
    page.wait_for_timeout(SETTLE_MS)
    page.screenshot(path=str(TARGET / f"{name}.png"))
    say(f"docs/screenshots/{name}.png")


def _open(page: Page, sheet: str) -> None:
    page.get_by_role("button", name="Saved sheets").click()
    page.get_by_role("link", name=sheet).first.click()
    page.get_by_role("dialog").wait_for(state="detached")
    page.get_by_label("The chosen patch").wait_for()


def _take_scales(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_role("button", name="Open the demo studio").wait_for()
    _shot(page, "door")
    page.get_by_role("button", name="Open the demo studio").click()
    page.locator("[data-run-step]").first.wait_for()
    # Hints are told once; the pictures are of what comes after.
    page.evaluate(HINTS_READ)
    page.reload()
    page.locator("[data-run-step]").first.wait_for()
    _shot(page, "scales")
    _open(page, "Bleached rope")
    page.get_by_role("button", name="Partners").click()
    partners = page.get_by_role("region", name="Partners, the best first")
    best = partners.get_by_role("listitem").filter(has_text="and the fix").first
    best.wait_for()
    _shot(page, "partners")
    best.get_by_role("button", name="… and the fix").click()
    page.get_by_role("slider", name="Share of").wait_for()
    page.get_by_role("button", name="Work plan").click()
    page.get_by_role("checkbox").nth(1).wait_for()
    for line in (0, 1):
        page.get_by_role("checkbox").nth(line).check()
    _shot(page, "fix-and-plan")
    _open(page, "Breakers' yard")
    _shot(page, "triangle")


def _take_tubes(page: Page) -> None:
    page.get_by_role("link", name="Tubes").click()
    page.get_by_text("it would gain most").wait_for()
    page.get_by_title("Ultramarine blue", exact=True).click()
    page.get_by_role("button", name="Hold beside").click()
    page.get_by_title("Cobalt blue", exact=True).click()
    page.get_by_text("Beside it").wait_for()
    _shot(page, "tubes")
    page.get_by_role("button", name="Measure it").click()
    desk = page.get_by_role("region", name="Colorimeter")
    desk.get_by_role("button", name="Switch it on").click()
    desk.get_by_role("button", name="Read the white tile").click()
    readings = page.get_by_role("list", name="Readings").get_by_role("listitem")
    for count, white in enumerate(("0", "4", "20")):
        desk.get_by_label("White under it, parts").fill(white)
        desk.get_by_role("button", name="Measure", exact=True).click()
        readings.nth(count).wait_for()
    page.get_by_role("button", name="Calibrate the tube").scroll_into_view_if_needed()
    _shot(page, "measure")
    page.keyboard.press("Escape")


def _take_piles(page: Page) -> None:
    page.get_by_role("link", name="Piles").click()
    page.get_by_role("link", name="Harbour water").click()
    page.get_by_role("img", name=re.compile("^The plan: hue")).first.wait_for()
    _shot(page, "pile")


def _take_practice(page: Page, address: str) -> None:
    page.goto(f"{address}practice")
    page.get_by_role("checkbox", name="What will they make?").check()
    page.get_by_role("button", name="Begin", exact=True).click()
    page.get_by_role("region", name="The exercise").wait_for()
    page.keyboard.press("1")
    page.get_by_role("button", name="Next").wait_for()
    _shot(page, "practice")
    page.get_by_role("button", name="Stop here").click()


def _take_charts(page: Page, address: str) -> None:
    for turn, kind, name in ((7, "Grid", "grid"), (8, "Shades", "shades")):
        page.goto(f"{address}scales?new=chart&turn={turn}")
        page.get_by_role("button", name=re.compile("^Chart:")).click()
        page.get_by_role("option", name=kind, exact=True).click()
        page.get_by_role("button", name="Show me an example").click()
        page.get_by_role("gridcell").nth(10).click()
        page.get_by_label("The chosen patch").wait_for()
        page.get_by_role("status").get_by_text("Kept", exact=True).wait_for()
        _shot(page, name)


def _take_read_back(page: Page, address: str) -> None:
    page.goto(f"{address}scales?new=chart&turn=9")
    page.get_by_role("button", name=re.compile("^Chart:")).click()
    page.get_by_role("option", name="Calibration sheet").click()
    tray = page.get_by_role("navigation", name="Tubes")
    for tube in ("Cadmium orange", "Ultramarine blue", "Red oxide"):
        tray.get_by_title(tube, exact=True).first.click()
    page.get_by_label("Name of the sheet").fill("Hull and rust")
    page.get_by_role("button", name="Read back").click()
    panel = page.get_by_role("dialog")
    panel.get_by_role("button", name="Photograph it (simulated)").click()
    panel.get_by_role("list", name="Boxes read").wait_for(timeout=60_000)
    _shot(page, "read-back")
    panel.get_by_role("button", name="Close").click()


def _take_journal(page: Page) -> None:
    page.get_by_role("link", name="Journal").click()
    shown = page.get_by_role("group", name="What is shown")
    shown.get_by_role("button", name="By painting").click()
    page.get_by_role("button", name="weed on stones").first.click()
    page.get_by_test_id("entry-looks").wait_for()
    _shot(page, "journal")


def _take_paintings(page: Page) -> None:
    page.get_by_role("link", name="Paintings").click()
    page.get_by_test_id("picture").wait_for()
    _shot(page, "painting-passages")
    page.get_by_role("button", name="Mother colour").click()
    mothers = page.get_by_role("region", name="What may be the mother")
    mothers.get_by_role("listitem").first.get_by_role("button").click()
    page.get_by_test_id("verdict").wait_for()
    page.get_by_role("status").get_by_text("Kept", exact=True).wait_for()
    _shot(page, "painting-mother")
    page.get_by_role("button", name="Schools").click()
    page.locator("[data-school='partner']").wait_for()
    _shot(page, "painting-schools")
    page.get_by_role("button", name="Palette", exact=True).click()
    page.get_by_role("checkbox").nth(1).wait_for()
    for line in (0, 1):
        page.get_by_role("checkbox").nth(line).check()
    _shot(page, "painting-palette")


def _take_beginning(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_role("button", name="New studio").click()
    page.get_by_label("The name you paint under").fill("ida")
    page.get_by_label("Password").fill("grey-on-grey-7")
    page.get_by_role("button", name="Begin the studio").click()
    page.get_by_role("button", name=re.compile("^Twelve")).click()
    _shot(page, "begin")


def _take_phone(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_role("button", name="Open the demo studio").tap()
    page.get_by_label("The slip", exact=True).wait_for()
    page.goto(f"{address}scales/{page.evaluate(FIRST_SCALE)}")
    page.locator("[data-run-step]").first.wait_for()
    page.get_by_role("button", name="Work plan").tap()
    now = page.get_by_label("Now", exact=True)
    now.wait_for()
    now.evaluate("el => { el.scrollIntoView(); window.scrollBy(0, -80); }")
    _shot(page, "phone")


def main() -> int:
    """Take them all."""
    TARGET.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as home, sync_playwright() as playwright:
        stack = Stack(Path(home), free_port(FIRST_PORT))
        browser = chromium(playwright)
        try:
            stack.start()
            page = browser.new_page(viewport=DESK)
            _take_scales(page, stack.address)
            _take_tubes(page)
            _take_piles(page)
            _take_paintings(page)
            _take_journal(page)
            _take_charts(page, stack.address)
            _take_practice(page, stack.address)
            _take_read_back(page, stack.address)
            _take_beginning(browser.new_page(viewport=DESK), stack.address)
            hand = browser.new_page(viewport=PHONE, has_touch=True, is_mobile=True)
            _take_phone(hand, stack.address)
        finally:
            browser.close()
            stack.stop()
    return 0


if __name__ == "__main__":
    sys.exit(main())
