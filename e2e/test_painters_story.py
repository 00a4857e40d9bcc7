"""The painter's story: two tubes, the steps between them, saved and found after a restart."""

import re
import shutil
import subprocess
import tempfile
from pathlib import Path

from playwright.sync_api import expect

from e2e.studio import InBrowser, core, parts_text

NAME = "Orange into blue, for the harbour"


class PaintersStory(InBrowser):
    words = ("--no-demo",)

    def test_from_an_empty_studio_to_a_saved_scale_and_back_after_a_restart(self) -> None:
        page = self.page
        self.assertNotIn("demo", self.studio.said)
        page.goto(self.studio.address)
        expect(page.get_by_role("button", name="Open the demo studio")).to_have_count(0)
        self.begin_studio()

        self.fill_the_box()
        page.get_by_role("button", name="Close").click()

        # The paint to mute from the tray; what mutes it appears, and one is taken by looking.
        page.get_by_role("button", name="Cadmium orange:").click()
        partners = page.get_by_role("region", name="Partners, the best first")
        partners.get_by_role("button", name="Ultramarine blue").click()
        page.get_by_role("button", name="Mute with it").click()
        expect(page.get_by_test_id("miss")).to_contain_text("grey")
        self.assert_steps_are_the_cores("--steps", "9")

        # Steps, spacing and white, seen at once.
        self.unfold()
        page.get_by_role("button", name="Fewer steps").click(click_count=2)
        expect(page.locator("[data-run-step]")).to_have_count(7)
        self.assert_steps_are_the_cores("--steps", "7")
        self.choose("Spacing", "Even in parts")
        self.assert_steps_are_the_cores("--steps", "7", "--spacing", "parts")
        page.get_by_role("slider", name="White").fill("2")
        self.assert_steps_are_the_cores("--steps", "7", "--spacing", "parts", "--white", "2")
        self.choose("Spacing", "Even in chroma")
        self.assert_steps_are_the_cores("--steps", "7", "--white", "2")

        # Kept under a name by itself, and there after a restart.
        before = page.locator("[data-parts]").all_inner_texts()
        page.get_by_label("Name of the sheet").fill(NAME)
        self.wait_until_kept()
        self.studio.stop()
        self.studio.start()
        page.goto(self.studio.address)
        page.get_by_role("button", name="Saved sheets").click()
        page.get_by_role("link", name=NAME).click()
        expect(page.get_by_label("Name of the sheet")).to_have_value(NAME)
        expect(page.locator("[data-run-step]")).to_have_count(7)
        self.assertEqual(page.locator("[data-parts]").all_inner_texts(), before)

        # Nothing saved is lost when everything is killed.
        self.studio.kill()
        self.studio.start()
        page.goto(self.studio.address)
        page.get_by_role("button", name="Saved sheets").click()
        expect(page.get_by_role("link", name=NAME)).to_be_visible()

        self.assert_a_backup_brings_it_back()
        expect(page.get_by_label("Name of the sheet")).to_have_value(NAME)
        expect(page.locator("[data-parts]")).to_have_text(before)

    def assert_a_backup_brings_it_back(self) -> None:
        """The whole folder goes, and what was kept is there after signing in."""
        page = self.page
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

        def run(command: str) -> "subprocess.CompletedProcess[str]":
            return self.studio.run(command, "yard.json.gz", cwd=folder)

        # It is copied while it runs, and put back while it does not.
        self.assertEqual(run("backup").returncode, 0)
        self.assertIn("there already", run("backup").stderr)
        self.assertIn("stop it first", run("restore").stderr)
        self.studio.stop()
        shutil.rmtree(self.studio.home / "mariadb")
        (self.studio.home / "secrets.json").unlink()
        restored = run("restore")
        self.assertEqual(restored.returncode, 0, restored.stderr)
        self.studio.start()
        page.goto(self.studio.address)
        self.sign_in()

    def fill_the_box(self) -> None:
        """A box of twelve with one tube more."""
        page = self.page
        # Every stage says what it is for, and where to begin while there is no tube.
        for stage in ("Scales", "Piles", "Paintings", "Journal", "Practice"):
            page.get_by_role("link", name=stage).click()
            expect(page.get_by_role("link", name="Fill your box")).to_be_visible()
            expect(page.get_by_role("navigation", name="Tubes")).to_be_visible()
        page.get_by_role("link", name="Fill your box").click()
        page.get_by_role("button", name=re.compile("^Twelve")).click()
        page.get_by_role("button", name="Only put them in the box").click()
        expect(page.get_by_title("Ultramarine blue", exact=True)).to_be_visible()
        page.get_by_role("link", name="Scales").click()
        page.get_by_role("button", name="Add tubes").click()
        page.get_by_label("Find a paint").fill("burnt umber")
        page.get_by_role("button", name="Add Burnt umber").click()
        expect(page.get_by_role("button", name="In box: put Burnt umber away")).to_be_visible()

    def assert_steps_are_the_cores(self, *words: str) -> None:
        """The run and the slip say what the command says, run beside them."""
        told = core("trail", "PO20", "PB29", *words)
        page = self.page
        expect(page.get_by_test_id("miss")).to_have_text(told["miss"])
        for i, step in enumerate(told["steps"]):
            expect(page.locator(f'[data-parts="{i}"]')).to_have_text(parts_text(step))
            said = page.locator(f'[data-run-step="{i}"]').get_attribute("aria-valuetext") or ""
            self.assertIn(f"{step['munsell']}, {step['name']}", said)
        row = page.locator("table tbody tr").nth(1)
        expect(row).to_contain_text(parts_text(told["steps"][1]))
