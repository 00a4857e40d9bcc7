"""The four stages in a hand: on a phone nothing is out of reach, and nothing scrolls sideways."""

from playwright.sync_api import expect

from e2e.studio import PHONE, TOO_SMALL, InBrowser

STAGES = ("Tubes", "Scales", "Piles", "Paintings")


class PhoneTest(InBrowser):
    viewport = PHONE

    def test_every_stage_fits_and_is_reached_from_the_bottom(self) -> None:
        page = self.open_demo()
        stages = page.get_by_role("navigation", name="Stages of the work")
        box = stages.bounding_box()
        assert box is not None
        self.assertAlmostEqual(box["y"] + box["height"], 844, delta=1)
        for stage in STAGES:
            with self.subTest(stage=stage):
                stages.get_by_role("link", name=stage).click()
                expect(stages.get_by_role("link", name=stage)).to_have_attribute(
                    "aria-current", "page"
                )
                page.get_by_role("main").first.wait_for()
                self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
                self.assertEqual(page.evaluate(TOO_SMALL), [])
                self.assert_accessible()

    def test_the_tray_is_a_drawer_and_the_light_is_behind_one_button(self) -> None:
        page = self.open_demo()
        tray = page.get_by_label("Tubes", exact=True)
        tube = tray.get_by_role("button", name="Yellow ochre:")
        expect(tube).to_be_hidden()
        tray.get_by_role("button", name="Tray").click()
        tube.click()
        self.unfold()
        expect(page.get_by_role("button", name="To Yellow ochre")).to_be_visible()
        expect(page.get_by_role("button", name="Squint")).to_be_hidden()
        page.get_by_role("button", name="Light", exact=True).click()
        page.get_by_role("button", name="White test").click()
        expect(page.get_by_role("button", name="White test")).to_have_attribute(
            "aria-pressed", "true"
        )
