"""The program running with data of its own, for as long as something is measured of it."""

import contextlib
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path

from playwright.sync_api import Browser, Page, ViewportSize, sync_playwright

from workshop.browser import chromium
from workshop.serving import Stack

WIDE: ViewportSize = {"width": 1280, "height": 800}


@contextlib.contextmanager
def running(port: int, *, demo: bool = True) -> Iterator[Stack]:
    """The program, with its demo or with nothing."""
    # What it says while it starts is not part of the figures.
    with tempfile.TemporaryDirectory() as home, contextlib.redirect_stdout(sys.stderr):
        stack = Stack(Path(home), port, demo=demo)
        try:
            stack.start()
            yield stack
        finally:
            stack.stop()


@contextlib.contextmanager
def demo_page(port: int) -> Iterator[tuple[Stack, Browser, Page]]:
    """The program with its demo, a browser, and a page of it with the first scale on the bench."""
    with sync_playwright() as playwright, running(port) as stack:
        browser = chromium(playwright)
        try:
            page = browser.new_context(viewport=WIDE, base_url=stack.address).new_page()
            page.goto(stack.address)
            page.get_by_role("button", name="Open the demo studio").click()
            page.locator("[data-run-step]").first.wait_for()
            yield stack, browser, page
        finally:
            browser.close()
