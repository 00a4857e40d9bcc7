"""A studio of one's own: its password, where it is open, leaving; and the demo that all share."""

import json

from playwright.sync_api import expect

from e2e.studio import PASSWORD, InBrowser


class AccountTest(InBrowser):
    def test_a_password_is_changed_a_studio_taken_along_and_left(self) -> None:
        page = self.page
        self.begin_studio("mona")
        page.get_by_role("button", name="The studio of mona").click()
        panel = page.get_by_role("dialog")
        expect(panel.get_by_text("Here, since")).to_be_visible()
        self.assert_accessible()
        panel.get_by_label("The one you have").fill(PASSWORD)
        panel.get_by_label("The new one").fill("mona")
        panel.get_by_role("button", name="Change it").click()
        expect(panel.get_by_role("alert")).to_be_visible()
        panel.get_by_label("The new one").fill("umber-and-fog-3")
        panel.get_by_role("button", name="Change it").click()
        expect(panel.get_by_text("It is changed.")).to_be_visible()

        with page.expect_download() as waited:
            panel.get_by_role("button", name="Take it along").click()
        told = json.loads(waited.value.path().read_text("utf-8"))
        self.assertEqual(told["painter"], "mona")

        panel.get_by_role("button", name="I want to leave").click()
        panel.get_by_label("Password", exact=True).fill(PASSWORD)
        panel.get_by_role("button", name="Take it away for good").click()
        expect(panel.get_by_text("This is not your password")).to_be_visible()
        panel.get_by_label("Password", exact=True).fill("umber-and-fog-3")
        panel.get_by_role("button", name="Take it away for good").click()
        expect(page.get_by_role("button", name="Sign in")).to_be_visible()
        self.sign_in("mona", "umber-and-fog-3")
        expect(page.get_by_role("alert")).to_be_visible()

    def test_the_demo_says_what_it_is_and_is_made_new(self) -> None:
        page = self.page
        self.open_demo()
        sheets = len(self.api(page, "GET", "scales"))
        page.get_by_role("button", name="The studio of demo").click()
        panel = page.get_by_role("dialog")
        expect(panel).to_contain_text("Everybody who opens the demo shares it")
        self.assertEqual(panel.get_by_label("The one you have").count(), 0)
        panel.get_by_role("button", name="Make it new").click()
        expect(panel).to_have_count(0)
        page.locator("[data-run-step]").first.wait_for()
        # The copy that this test works on is gone, and all is as it was.
        self.assertEqual(len(self.api(page, "GET", "scales")), sheets - 1)
