"""The four stages in a hand: on a phone nothing is out of reach, and nothing scrolls sideways."""

from playwright.sync_api import expect

from e2e.studio import PHONE, TOO_SMALL, InBrowser

STAGES = ("Tubes", "Scales", "Piles", "Paintings")
# What stands on the screen, frame by frame, each time it changes: where the run begins, how high
# the plot above it is, and whether the slip below has been drawn.
FRAMES = """
    window.frames_seen = [];
    const look = () => {
        const step = document.querySelector('[data-run-step]');
        if (step) {
            const plot = document.querySelector('main svg[role=img]');
            const now = [step.getBoundingClientRect().top, plot?.clientHeight ?? 0,
                !!document.querySelector('aside')];
            if (`${now}` !== `${window.frames_seen.at(-1)}`) window.frames_seen.push(now);
        }
        requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
"""


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

    def test_a_stage_is_marked_before_it_is_laid_out(self) -> None:
        page = self.open_demo()
        before = page.url
        tubes = page.get_by_role("navigation", name="Stages of the work").get_by_text("Tubes")
        # Within the turn of the tap itself, before anything else can run.
        marked, address = tubes.evaluate(
            """async link => {
                link.click();
                await null;
                return [getComputedStyle(link).fontWeight, location.href];
            }"""
        )
        self.assertEqual((marked, address), ("700", before))
        expect(tubes).to_have_attribute("aria-current", "page")
        page.get_by_role("heading", name="Hansa yellow light").wait_for()

    def test_a_sheet_is_there_at_once_and_stays_put_while_the_rest_comes(self) -> None:
        page = self.open_demo()
        page.add_init_script(FRAMES)
        page.reload()
        page.get_by_role("complementary", name="The slip").wait_for()
        page.wait_for_timeout(1500)
        frames = page.evaluate("window.frames_seen")
        top, height, _ = frames[0]
        self.assertGreater(height, 200)
        for seen in frames:
            self.assertEqual(seen[:2], [top, height])
        self.assertTrue(frames[-1][2])

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
