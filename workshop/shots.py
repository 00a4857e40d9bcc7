"""Retake the pictures of `docs/screenshots/` from the demo data."""

import re
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from workshop.browser import chromium
from workshop.console import ROOT, say
from workshop.database import free_port
from workshop.serving import Stack

TARGET = ROOT / "docs" / "screenshots"
FIRST_PORT = 8820
SETTLE_MS = 500


def _shot(page: Page, name: str) -> None:
    page.wait_for_timeout(SETTLE_MS)
    page.screenshot(path=str(TARGET / f"{name}.png"))
    say(f"docs/screenshots/{name}.png")


def _open(page: Page, scale: str) -> None:
    page.get_by_role("button", name="Saved scales").click()
    page.get_by_role("link", name=scale).click()
    page.get_by_role("dialog").wait_for(state="detached")


def _take(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_role("button", name="Open the demo studio").wait_for()
    _shot(page, "sign-in")
    page.get_by_role("button", name="Open the demo studio").click()
    page.locator("[data-run-step]").first.wait_for()
    _shot(page, "scales")
    _open(page, "Bleached rope")
    page.get_by_role("button", name="White test").click()
    _shot(page, "scales-white-test")
    page.get_by_role("button", name="White test").click()
    page.get_by_role("button", name=re.compile("Squint")).click()
    _shot(page, "scales-squint")
    page.get_by_role("button", name=re.compile("Squint")).click()
    page.get_by_role("button", name="Saved scales").click()
    page.get_by_role("link", name="Bleached rope").wait_for()
    _shot(page, "saved-scales")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Add tubes").click()
    page.get_by_role("button", name=re.compile("^Add Cadmium")).first.wait_for()
    _shot(page, "tubes")


def main() -> int:
    """Take them all."""
    TARGET.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as home, sync_playwright() as playwright:
        stack = Stack(Path(home), free_port(FIRST_PORT))
        browser = chromium(playwright)
        try:
            stack.start()
            _take(browser.new_page(viewport={"width": 1280, "height": 800}), stack.address)
        finally:
            browser.close()
            stack.stop()
    return 0


if __name__ == "__main__":
    sys.exit(main())
