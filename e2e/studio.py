"""The program as a painter runs it: the real command, a real browser, data of its own."""

import atexit
import functools
import json
import os
import re
import shutil
import signal
import subprocess
import sys
import tempfile
import time
import unittest
from collections.abc import Callable
from pathlib import Path
from typing import Any

from playwright.sync_api import (
    Browser,
    Page,
    Playwright,
    Request,
    Route,
    ViewportSize,
    expect,
    sync_playwright,
)

from workshop.browser import chromium
from workshop.console import ROOT, WEB
from workshop.database import free_port

READY = re.compile(r"ready at (http://\S+)")
FIRST_PORT = 8700
PASSWORD = "grey-on-grey-7"
FIRST_SCALE = "Rust runs into harbour water"
TIMEOUT_MS = 10_000
"""What has not come after this never will; more would only make a failure slow."""
WIDE: ViewportSize = {"width": 1280, "height": 800}
TABLET: ViewportSize = {"width": 820, "height": 1180}
PHONE: ViewportSize = {"width": 390, "height": 844}
TOO_SMALL = """() => [...document.querySelectorAll('button, [role=slider], input')]
    .filter(el => !['checkbox', 'file'].includes(el.type))
    .filter(el => el.getClientRects().length)
    .map(el => [el.getAttribute('aria-label') || el.textContent, el.getBoundingClientRect()])
    .filter(([, box]) => box.width < 43.9 || box.height < 43.9)
    .map(([name, box]) => `${name} ${box.width}x${box.height}`)"""
"""What a wet finger would miss, and how large it is.

WCAG 2.2, 2.5.5: targets of 44 by 44 CSS pixels. The target of a checkbox or a file is its label."""


class Studio:
    """``./studio start`` over a folder of its own."""

    def __init__(self, *words: str) -> None:
        self.home = Path(tempfile.mkdtemp(prefix="mesotint-e2e-"))
        self.port = free_port(FIRST_PORT)
        self.words = words
        self.address = ""
        self.said = ""
        self.process: subprocess.Popen[str] | None = None

    def start(self) -> None:
        """Start it and wait until it says where it is."""
        self.process = subprocess.Popen(
            ["./studio", "start", "--port", str(self.port), *self.words],
            cwd=ROOT, text=True, stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
            env={**os.environ, "MESOTINT_HOME": str(self.home)},
        )  # fmt: skip
        assert self.process.stdout is not None
        self.said = ""
        for line in self.process.stdout:
            self.said += line
            if found := READY.search(line):
                self.address = found[1]
            if line.startswith("Ctrl-C"):
                return
        raise AssertionError(f"./studio start ended: {self.said}")

    def stop(self) -> None:
        """Ctrl-C."""
        if self.process:
            self.process.send_signal(signal.SIGINT)
            self.process.communicate(timeout=40)
            self.process = None

    def run(self, *words: str, cwd: Path) -> "subprocess.CompletedProcess[str]":
        """Another command over the same data, by somebody who stands in a folder."""
        return subprocess.run(
            [str(ROOT / "studio"), *words], cwd=cwd, text=True, capture_output=True, check=False,
            env={**os.environ, "MESOTINT_HOME": str(self.home)},
        )  # fmt: skip

    def kill(self) -> None:
        """``kill -9`` of everything: the command, the web server's processes, the database."""
        assert self.process is not None
        pids = [self.process.pid]
        for name in ("web.pid", "mariadb.pid"):
            pid = int((self.home / name).read_text())
            children = Path(f"/proc/{pid}/task/{pid}/children").read_text().split()
            pids += [pid, *map(int, children)]
        for pid in pids:
            os.kill(pid, signal.SIGKILL)
        self.process.communicate()
        self.process = None

    def remove(self) -> None:
        """Stop it and take its data away."""
        self.stop()
        shutil.rmtree(self.home, ignore_errors=True)


@functools.cache
def prepared(words: tuple[str, ...]) -> Path:
    """A folder as a first start with these words leaves it, for every journey to begin from."""
    first = Studio(*words)
    first.start()
    first.stop()
    atexit.register(shutil.rmtree, first.home, ignore_errors=True)
    return first.home


expect.set_options(timeout=TIMEOUT_MS)


class InBrowser(unittest.TestCase):
    """A studio for the class, and a new browser window for each test."""

    words: tuple[str, ...] = ()
    viewport: ViewportSize = WIDE
    in_hand = False
    """Whether it is a phone: touched, installed, and without a line at times."""

    studio: Studio
    browser: Browser
    playwright: Playwright

    @classmethod
    def setUpClass(cls) -> None:
        cls.studio = Studio(*cls.words)
        cls.addClassCleanup(cls.studio.remove)
        shutil.copytree(prepared(cls.words), cls.studio.home, dirs_exist_ok=True)
        cls.studio.start()
        cls.playwright = sync_playwright().start()
        cls.addClassCleanup(cls.playwright.stop)
        cls.browser = chromium(cls.playwright)
        cls.addClassCleanup(cls.browser.close)

    def setUp(self) -> None:
        # What works offline is tried where that is asked for; elsewhere nothing stands between.
        context = self.browser.new_context(
            viewport=self.viewport,
            has_touch=self.in_hand,
            is_mobile=self.in_hand,
            # What moves would be caught on its way.
            reduced_motion="reduce",
            service_workers="allow" if self.in_hand else "block",
        )
        self.addCleanup(context.close)
        context.set_default_timeout(TIMEOUT_MS)
        self.page = context.new_page()
        self.troubles: list[str] = []
        self.hosts: set[str] = set()
        self.page.on("pageerror", lambda error: self.troubles.append(str(error)))
        self.console: list[str] = []
        self.page.on("console", lambda said: self.console.append(said.text))
        self.unanswered: list[Request] = []
        self.page.on("request", self.asked)
        for ended in ("requestfinished", "requestfailed"):
            self.page.on(ended, self.answered)

    def asked(self, request: Request) -> None:
        """A question is on its way."""
        self.hosts.add(request.url.split("/")[2])
        self.unanswered.append(request)

    def answered(self, request: Request) -> None:
        """A question has its answer, or is given up."""
        if request in self.unanswered:
            self.unanswered.remove(request)

    def what_the_page_shows(self) -> str:
        """For a failure that is told of by another machine, and may not come again."""
        page = self.page
        waits = [f"{each.method} {each.url}" for each in self.unanswered]
        shows = page.locator("body").inner_text() if not page.is_closed() else "(it is closed)"
        return f"{page.url} waits for {waits}, said {self.console[-8:]}, and shows:\n{shows[:1200]}"

    def tearDown(self) -> None:
        # unittest tells it nowhere else before the page is closed.
        result = self._outcome.result  # type: ignore[attr-defined]
        failed = [getattr(test, "test_case", test) for test, _ in result.errors + result.failures]
        if self in failed:
            print(f"\n{self.id()}: {self.what_the_page_shows()}", file=sys.stderr)
        self.assertEqual(self.troubles, [])
        self.assertLessEqual(self.hosts, {f"127.0.0.1:{self.studio.port}"})

    def open_demo(self, page: Page | None = None) -> Page:
        """The demo studio, on a copy of its first scale: sheets keep themselves as they change."""
        page = page or self.page
        page.goto(self.studio.address)
        page.get_by_role("button", name="Open the demo studio").click()
        page.get_by_label("The slip", exact=True).wait_for()
        first = self.api(page, "GET", "scales")
        scale = next(sheet for sheet in first if sheet["name"] == FIRST_SCALE)
        mine = self.api(page, "POST", f"scales/{scale['id']}/copy")
        page.goto(f"{self.studio.address}scales/{mine['id']}")
        page.locator("[data-run-step]").first.wait_for()
        return page

    def begin_studio(self, name: str = "ann", password: str = PASSWORD) -> Page:
        """A studio of one's own, with nothing in it."""
        page = self.page
        page.goto(self.studio.address)
        page.get_by_role("button", name="New studio").click()
        page.get_by_label("The name you paint under").fill(name)
        page.get_by_label("Password").fill(password)
        page.get_by_role("button", name="Begin the studio").click()
        page.get_by_role("heading", name="What do you paint with?").wait_for()
        return page

    def sign_in(self, name: str = "ann", password: str = PASSWORD) -> None:
        """Through the door with a name and a password."""
        page = self.page
        page.get_by_role("slider", name="A paint and what mutes it").wait_for()
        if not page.get_by_label("Name").count():
            page.get_by_role("button", name="Sign in").click()
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password").fill(password)
        page.get_by_role("button", name="Sign in").click()

    def tab_to(self, page: Page, role: str, name: str, back: bool = False) -> None:
        """Walk the focus to something, as one without a mouse does."""
        wanted = page.get_by_role(role, name=name, exact=True)  # type: ignore[arg-type]
        wanted.wait_for()
        for _ in range(80):
            if wanted.evaluate("el => el === document.activeElement"):
                return
            page.keyboard.press("Shift+Tab" if back else "Tab")
        self.fail(f"{name} is not reached by the keyboard")

    def api(self, page: Page, method: str, path: str, body: Any = None) -> Any:
        """What the server answers the painter of a page, for setting a scene up."""
        cookies = {c["name"]: c["value"] for c in page.context.cookies()}
        answer = page.request.fetch(
            f"{self.studio.address}api/{path}", method=method,
            headers={"X-CSRFToken": cookies.get("csrftoken", "")}, data=body,
        )  # fmt: skip
        self.assertTrue(answer.ok, answer.text())
        return answer.json() if answer.body() else None

    def hold(self, *addresses: "str | re.Pattern[str]", method: str = "") -> list[Route]:
        """What the page asks of these addresses from now on waits, until it is let go."""
        held: list[Route] = []

        def keep(route: Route) -> None:
            if method in ("", route.request.method):
                held.append(route)
            else:
                route.continue_()

        for address in addresses:
            self.page.route(address, keep)
        return held

    def until(self, comes: Callable[[], bool]) -> None:
        """Something comes to be on the server. A page's `wait_for_function` takes any promise for a
        yes, and cannot ask."""
        latest = time.monotonic() + TIMEOUT_MS / 1000
        while not comes():
            self.assertLess(time.monotonic(), latest, "it did not come")
            time.sleep(0.1)

    def choose(self, label: str, option: str, page: Page | None = None) -> None:
        """Choose an option of a list that opens."""
        page = page or self.page
        page.get_by_role("button", name=re.compile(f"^{label}: ")).click()
        page.get_by_role("option", name=option, exact=True).click()

    def unfold(self, page: Page | None = None) -> None:
        """Have the options of a scale on screen: they are folded into a line until asked for."""
        page = page or self.page
        # In a hand the options themselves are folded away.
        choices = page.locator("[data-choices]")
        if choices.count() and choices.get_attribute("aria-expanded") != "true":
            choices.click()
        fold = page.get_by_role("button", name=re.compile("^Options: "))
        if fold.get_attribute("aria-expanded") != "true":
            fold.click()

    def wait_until_kept(self, page: Page | None = None) -> None:
        """The sheet on screen is what the server has."""
        slip = (page or self.page).get_by_label("The slip", exact=True)
        expect(slip.get_by_role("status").first).to_have_text("Kept")

    def open_sheet(self, name: str, page: Page | None = None) -> None:
        """A sheet from the shelf."""
        page = page or self.page
        page.get_by_role("button", name="Saved sheets").click()
        page.get_by_role("link", name=name).first.click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(page.get_by_label("Name of the sheet")).to_have_value(re.compile(name))

    def assert_accessible(self, page: Page | None = None) -> None:
        """axe-core finds nothing to complain of, WCAG 2.2 A and AA."""
        page = page or self.page
        axe = (WEB / "node_modules" / "axe-core" / "axe.min.js").read_text()
        page.evaluate(axe)
        found: dict[str, Any] = page.evaluate(
            "axe.run({runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']})"
        )
        told = [(v["id"], [n["html"][:120] for n in v["nodes"][:3]]) for v in found["violations"]]
        self.assertEqual(told, [])


def core(*words: str) -> Any:
    """What the ``mesotint`` command answers, run beside the browser."""
    command = [str(ROOT / ".venv" / "bin" / "mesotint"), *words, "--json"]
    return json.loads(subprocess.run(command, capture_output=True, text=True, check=True).stdout)


def parts_text(step: dict[str, Any]) -> str:
    """The parts of a step as the page shows them, a touch by its word."""
    told = zip(step["whole_parts"], step["touches"], strict=True)
    return " : ".join("touch" if touch else str(n) for n, touch in told)
