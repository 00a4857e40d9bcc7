"""One journey through every stage in the other engines that stand in studios: Firefox, WebKit."""

import json
import os
import subprocess
import tempfile
import unittest
from pathlib import Path

from selenium.webdriver import WebKitGTK, WebKitGTKOptions
from selenium.webdriver.common.by import By
from selenium.webdriver.support import expected_conditions as so
from selenium.webdriver.support.ui import WebDriverWait
from selenium.webdriver.webkitgtk.service import Service

from e2e.studio import Studio
from workshop.console import ROOT

JOURNEY = ROOT / "e2e" / "engines" / "journey.json"
WAITS_S = 60
MINIBROWSER = "/usr/lib/{}/webkit2gtk-4.1/MiniBrowser"


class EnginesTest(unittest.TestCase):
    studio: Studio

    @classmethod
    def setUpClass(cls) -> None:
        cls.studio = Studio()
        cls.addClassCleanup(cls.studio.remove)
        cls.studio.start()
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.folder = Path(folder.name)

    def test_firefox_goes_through_every_stage(self) -> None:
        picture = self.folder / "firefox.png"
        told = subprocess.run(
            ["node", "e2e/engines/firefox.mjs", self.studio.address, str(JOURNEY), str(picture)],
            cwd=ROOT, capture_output=True, text=True, check=False, timeout=240,
        )  # fmt: skip
        self.assertEqual(told.returncode, 0, told.stdout + told.stderr)
        self.assertIn("firefox", told.stdout.lower())
        self.assertGreater(picture.stat().st_size, 10_000)

    def test_webkit_goes_through_every_stage(self) -> None:
        machine = os.uname().machine
        browser = Path(MINIBROWSER.format(f"{machine}-linux-gnu"))
        self.assertTrue(browser.is_file(), browser)
        screen = subprocess.Popen(
            ["Xvfb", "-displayfd", "1", "-screen", "0", "1280x900x24", "-nolisten", "tcp"],
            stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True,
        )  # fmt: skip
        self.addCleanup(screen.communicate)
        self.addCleanup(screen.terminate)
        assert screen.stdout is not None
        number = screen.stdout.readline().strip()
        options = WebKitGTKOptions()
        options.binary_location = str(browser)
        options.add_argument("--automation")
        service = Service(
            "/usr/bin/WebKitWebDriver",
            env={
                **os.environ,
                "DISPLAY": f":{number}",
                "GDK_BACKEND": "x11",
                "WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS": "1",
                "WEBKIT_DISABLE_COMPOSITING_MODE": "1",
                "LIBGL_ALWAYS_SOFTWARE": "1",
            },
        )
        driver = WebKitGTK(options=options, service=service)
        self.addCleanup(driver.quit)
        driver.set_page_load_timeout(60)
        driver.set_window_size(1280, 860)
        wait = WebDriverWait(driver, WAITS_S)
        for does, what, *more in json.loads(JOURNEY.read_text()):
            with self.subTest(does=does, what=what):
                if does == "open":
                    driver.get(self.studio.address + what)
                elif does == "see":
                    wait.until(so.visibility_of_element_located((By.XPATH, what)))
                elif does == "tap":
                    wait.until(so.element_to_be_clickable((By.XPATH, what))).click()
                elif does == "type":
                    wait.until(so.element_to_be_clickable((By.XPATH, what))).send_keys(more[0])
                else:
                    self.assertTrue(driver.execute_script(f"return {what}"), more[0])
