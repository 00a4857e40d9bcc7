"""Debian's Chromium, driven by Playwright, kept off the network."""

import shutil

from playwright.sync_api import Browser, Playwright

FLAGS = (
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
    "--disable-quic",
)


def chromium(playwright: Playwright) -> Browser:
    """A headless Chromium with a fresh profile."""
    return playwright.chromium.launch(executable_path=shutil.which("chromium"), args=list(FLAGS))
