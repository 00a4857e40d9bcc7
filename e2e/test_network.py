"""The studio on its network: TLS of its own authority, and a code for each device."""

import re
import ssl
import urllib.error
import urllib.request

from playwright.sync_api import expect

from e2e.studio import PASSWORD, InBrowser

ADDRESS = "127.0.0.2"
"""Another address of this machine: to a browser another host."""


class NetworkTest(InBrowser):
    words = ("--lan", ADDRESS)

    def setUp(self) -> None:
        super().setUp()
        self.there = f"https://{ADDRESS}:{self.studio.port + 1}/"
        self.phone = self.browser.new_context(
            viewport={"width": 390, "height": 844}, ignore_https_errors=True
        )
        self.addCleanup(self.phone.close)

    def test_a_device_comes_in_by_a_code_and_is_sent_away(self) -> None:
        said = self.studio.said
        self.assertIn(self.there, said)
        code = re.search(r"asked for a code, once: (\d{3} \d{3})", said)
        assert code is not None
        page = self.phone.new_page()
        page.goto(self.there)
        expect(page.get_by_role("heading", name="A new device")).to_be_visible()
        self.assert_accessible(page)
        page.get_by_label("Code").fill("000 000")
        page.get_by_role("button", name="Come in").click()
        expect(page.get_by_role("alert")).to_contain_text("not the code")
        page.get_by_label("Code").fill(code[1])
        page.get_by_role("button", name="Come in").click()

        # The demo, whose password all know, is closed there by either door.
        expect(page.get_by_role("button", name="New studio")).to_be_visible()
        expect(page.get_by_role("button", name="Open the demo studio")).to_have_count(0)
        page.get_by_label("Name").fill("demo")
        page.get_by_label("Password").fill("low-tide")
        page.get_by_role("button", name="Sign in").click()
        expect(page.get_by_role("alert")).to_be_visible()
        page.get_by_role("button", name="New studio").click()
        page.get_by_label("The name you paint under").fill("kit")
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Begin the studio").click()
        expect(page.get_by_role("heading", name="What do you paint with?")).to_be_visible()
        (cookie,) = (c for c in self.phone.cookies() if c["name"] == "mesotint-device")
        self.assertTrue(cookie["secure"] and cookie["httpOnly"])

        # On the studio's own machine its painter sees who came, and lets them in no longer.
        desk = self.open_demo()
        desk.get_by_role("button", name="The studio of demo").click()
        panel = desk.get_by_role("dialog")
        expect(panel.get_by_role("img", name=self.there)).to_be_visible()
        expect(panel.get_by_text(re.compile(r"^\d{3} \d{3}$"))).to_be_visible()
        self.assert_accessible(desk)
        panel.get_by_role("button", name="Let it in no longer").click()
        expect(panel.get_by_role("button", name="Let it in no longer")).to_have_count(0)
        page.goto(self.there)
        expect(page.get_by_role("heading", name="A new device")).to_be_visible()

    def test_what_vouches_for_it_is_taken_along_and_believed(self) -> None:
        with urllib.request.urlopen(f"{self.studio.address}trust/mesotint-studio.crt") as answer:
            vouching = ssl.create_default_context(cadata=answer.read().decode())
        with urllib.request.urlopen(f"{self.there}healthz", context=vouching) as answer:
            self.assertEqual(answer.status, 200)
        # Whoever has not taken it is warned.
        with self.assertRaises(urllib.error.URLError):
            urllib.request.urlopen(f"{self.there}healthz")
        page = self.phone.new_page()
        page.goto(f"{self.there}trust")
        expect(page.get_by_role("link", name="Take the certificate")).to_be_visible()
        self.assert_accessible(page)
