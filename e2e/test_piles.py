"""Journeys at the palette: a mixture sent to a pile, advice followed, taken back, scraped off."""

import re

from playwright.sync_api import expect

from e2e.studio import InBrowser


class Piles(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo()
        self.words = self.page.get_by_test_id("pile-words")
        self.advice = self.page.get_by_role("region", name="Advice")
        self.made = self.page.get_by_role("region", name="What is in it").get_by_role("listitem")

    def pile(self) -> dict:
        """The open pile, as the server has it."""
        found = re.search(r"/piles/(\d+)", self.page.url)
        assert found
        return self.api(self.page, "GET", f"piles/{found[1]}")

    def follow(self, steps: int) -> None:
        """Add what is advised first, and look."""
        add = self.advice.get_by_role("button", name=re.compile("^Add "))
        add.first.click()
        expect(self.made).to_have_count(steps)

    def test_a_step_is_sent_to_a_pile_and_matched_there(self) -> None:
        page = self.page
        page.locator("[data-run-step]").nth(4).click()
        page.get_by_role("button", name="Go on with it").click()
        page.get_by_role("menuitem", name="A pile of it").click()
        expect(self.words).to_contain_text("nothing yet")
        self.assert_accessible()
        for step in (1, 2):
            self.follow(step)
        expect(self.words).not_to_contain_text("nothing yet")
        told = self.pile()
        self.assertLess(told["advice"]["delta_e_now"], 2)
        for line, step in zip(self.made.all_inner_texts(), told["steps"], strict=True):
            self.assertIn(step["label"], line)
        expect(self.words).to_contain_text(told["look"]["munsell"])
        self.assert_accessible()

    def test_an_addition_too_much_is_seen_and_taken_back(self) -> None:
        page = self.page
        page.get_by_role("link", name="Piles").click()
        page.get_by_role("link", name="Harbour water").click()
        expect(page.get_by_label("Name of the pile")).to_have_value("Harbour water")
        before = self.words.inner_text()
        page.get_by_role("navigation", name="Tubes").get_by_title(
            "Cadmium orange", exact=True
        ).click()
        page.get_by_label("Amount").fill("2.5")
        page.get_by_label("Amount").press("Enter")
        expect(self.made).to_have_count(4)
        expect(self.advice).to_contain_text("too yellow")
        too_much = self.words.inner_text()
        self.assertNotEqual(too_much, before)
        page.get_by_role("main").click(position={"x": 5, "y": 400})
        page.keyboard.press("Control+z")
        expect(self.words).to_have_text(before)
        page.keyboard.press("Control+Shift+z")
        expect(self.words).to_have_text(too_much)
        page.get_by_role("button", name="Take back").click()
        expect(self.words).to_have_text(before)
        page.reload()
        expect(self.words).to_have_text(before)
        expect(page.get_by_role("button", name="Bring back")).to_be_enabled()

    def test_a_pile_is_begun_scraped_off_and_brought_back(self) -> None:
        page = self.page
        page.get_by_role("link", name="Piles").click()
        page.get_by_role("button", name="New pile").click()
        page.get_by_role("button", name="Not now").click()
        expect(page.get_by_label("Colour to hit")).to_have_count(0)
        page.get_by_role("button", name="New pile").click()
        page.get_by_label("Colour to hit").fill("mud")
        page.get_by_label("What it is for").fill("wet slate")
        page.get_by_role("button", name="Begin the pile").click()
        expect(page.get_by_role("alert")).to_contain_text("5YR 4/2")
        page.get_by_label("Colour to hit").fill("5PB 3/2")
        page.get_by_role("button", name="Begin the pile").click()
        expect(page.get_by_label("Name of the pile")).to_have_value("wet slate")
        self.follow(1)
        page.get_by_role("button", name="Scrape wet slate off").click()
        expect(page.get_by_label("Name of the pile")).not_to_have_value("wet slate")
        page.get_by_role("button", name="Bring it back").click()
        page.get_by_role("link", name="wet slate").click()
        expect(page.get_by_label("Name of the pile")).to_have_value("wet slate")
        expect(self.made).to_have_count(1)
