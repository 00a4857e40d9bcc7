"""Journeys from single mixtures to a painting: one mother colour, its shares, the palette to mix,
on paper and into another studio."""

import json
import re
from typing import Any

from playwright.sync_api import expect

from e2e.studio import InBrowser, core
from server.demo.world import BOX, PAINTING

NAME = PAINTING["name"]
BILL = 6


class AtThePainting(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo()
        first = next(p for p in self.api(self.page, "GET", "paintings") if p["title"] == NAME)
        self.mine = self.api(self.page, "POST", f"paintings/{first['id']}/copy")["id"]
        self.open_painting(self.mine)
        self.verdict = self.page.get_by_test_id("verdict")
        self.figures = self.page.get_by_role("list", name="What the eye will see")
        self.mothers = self.page.get_by_role("region", name="What may be the mother")

    def open_painting(self, painting: int) -> None:
        self.page.goto(f"{self.studio.address}paintings/{painting}")
        expect(self.page.get_by_label("Name of the painting")).to_be_visible()

    def told(self) -> Any:
        """The painting as the server has it."""
        found = re.search(r"/paintings/(\d+)", self.page.url)
        assert found
        return self.api(self.page, "GET", f"paintings/{found[1]}")

    def view(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def choose_mother(self, name: str) -> None:
        self.view("Mother colour")
        expect(self.page.get_by_text("Tap a tube to make it the mother")).to_be_visible()
        self.page.get_by_role("navigation", name="Tubes").get_by_title(name, exact=True).click()
        expect(self.page.get_by_role("region", name="The mother colour")).to_contain_text(name)
        expect(self.verdict).to_be_visible()

    def tap(self, x: float, y: float) -> None:
        """Tap a place of the picture, in shares of its width and height."""
        box = self.page.get_by_test_id("picture").bounding_box()
        assert box is not None
        self.page.mouse.click(box["x"] + x * box["width"], box["y"] + y * box["height"])

    def unfold_figures(self) -> None:
        self.page.get_by_role("button", name=re.compile("^What the eye will see")).click()

    def share(self, place: int) -> Any:
        return self.page.locator(f"[data-share='{place}']")

    def percent(self, place: int) -> float:
        return float(self.share(place).get_attribute("aria-valuenow") or "nan")

    def drag_share(self, place: int, by: float) -> None:
        box = self.share(place).bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + by / 2, y, steps=4)
        self.page.mouse.move(x + by, y, steps=4)
        self.page.mouse.up()


class HarmoniseTest(AtThePainting):
    def test_seven_mixtures_become_one_palette(self) -> None:
        self.unfold_figures()
        expect(self.figures).to_contain_text("No paint is in every mixture.")
        expect(self.figures).to_contain_text("How far apart")
        self.figures.get_by_text("The angles of the hues differ").click()
        expect(self.figures.get_by_text("Mardia and Jupp")).to_be_visible()
        self.view("Mother colour")
        best = self.mothers.get_by_role("button").first
        expect(best).to_contain_text("nearer together")
        passages = [
            f"{p['name']}:{p['area']}:" + ",".join(f"{k}={v}" for k, v in p["mixture"].items())
            for p in PAINTING["passages"]
        ]
        accent = PAINTING["passages"][BILL]["name"]
        found = core("mother", *passages, "--accent", accent, "--paints", ",".join(BOX))
        expect(best).to_contain_text(found["mothers"][0]["mother"])
        best.click()
        of_the_list = self.page.get_by_role("region", name="The mother colour")
        expect(of_the_list).to_contain_text(found["mothers"][0]["mother"])
        self.choose_mother("Ultramarine blue")
        # As far as is seen when touching, and compared with every other so.
        expect(self.verdict).to_contain_text("ΔE 2.0")
        self.wait_until_kept()
        palette = self.told()["palette"]
        for now, was in zip(palette, (look["was"] for look in palette), strict=True):
            self.assertLess(abs(now["look"]["lab"][0] - was["lab"][0]), 2)
        self.assertEqual(palette[BILL]["share"], 0)
        self.assertEqual(palette[BILL]["look"]["lab"], palette[BILL]["was"]["lab"])
        # What the screen says is what the palette says.
        for place, look in enumerate(palette):
            self.assertAlmostEqual(self.percent(place), 100 * look["share"], delta=0.06)
        self.view("Passages")
        self.unfold_figures()
        expect(self.figures).to_contain_text("A trace of the same paint is in every mixture.")
        self.unfold_figures()
        self.tap(0.12, 0.06)
        expect(self.page.get_by_label("Passage", exact=True)).to_have_value("Fog bank")

    def test_a_share_is_dragged_and_the_rest_follow_until_one_is_held(self) -> None:
        page = self.page
        self.choose_mother("Ultramarine blue")
        before = [self.percent(i) for i in range(7)]
        self.drag_share(1, 60)
        after = [self.percent(i) for i in range(7)]
        for place in range(6):
            self.assertGreater(after[place], before[place])
        self.assertEqual(after[BILL], 0)
        self.wait_until_kept()
        self.assertEqual(self.told()["request"]["giving"]["kind"], "equal")
        page.keyboard.press("Control+z")
        expect(self.share(1)).to_have_attribute("aria-valuenow", f"{before[1]:g}")
        page.get_by_role("button", name="Hold Rust runs where it is").click()
        expect(self.share(1)).to_have_attribute("aria-label", re.compile("held"))
        self.share(2).focus()
        for _ in range(5):
            page.keyboard.press("ArrowRight")
        page.wait_for_timeout(300)
        self.assertEqual(self.percent(1), before[1])
        self.assertGreater(self.percent(0), before[0])
        # The trade-off is walked by keys, and shows what it brings.
        page.get_by_role("button", name="What it costs").click()
        curve = page.get_by_role("slider", name="Pull toward the mother")
        curve.focus()
        was = curve.get_attribute("aria-valuetext") or ""
        page.keyboard.press("Shift+ArrowRight")
        expect(curve).not_to_have_attribute("aria-valuetext", was)
        self.assertIn("of the accents' contrast kept", was)
        box = curve.bounding_box()
        assert box is not None
        page.mouse.click(box["x"] + 0.3 * box["width"], box["y"] + 0.3 * box["height"])
        self.wait_until_kept()
        self.assertLess(self.told()["request"]["giving"]["amount"], 0.3)

    def test_any_colour_is_tried_and_what_gives_way_is_said(self) -> None:
        page = self.page
        self.view("Mother colour")
        page.get_by_label("Or any colour").fill("beige")
        page.get_by_role("button", name="Try it").click()
        expect(page.get_by_role("alert")).to_contain_text("CIELAB")
        page.get_by_label("Or any colour").fill("5BG 4/4")
        page.get_by_role("button", name="Try it").click()
        expect(page.get_by_role("region", name="The mother colour")).to_contain_text("5BG 4/4")
        self.choose("How it is given", "One share for all")
        page.get_by_label("Share, %").fill("60")
        expect(self.verdict).to_contain_text("a fifth is usual")
        page.get_by_label("Hold the values").uncheck()
        expect(self.verdict).to_contain_text("The value of")
        page.get_by_role("button", name="The usual share").click()
        expect(self.verdict).to_contain_text("ΔE 2.")
        page.get_by_label("Accents at a trace").check()
        expect(self.share(BILL)).to_have_attribute("aria-valuenow", "1")

    def test_the_schools_stand_side_by_side_and_one_is_taken(self) -> None:
        page = self.page
        self.choose_mother("Ultramarine blue")
        self.view("Schools")
        rows = page.locator("[data-school]")
        expect(rows).to_have_count(5)
        limited = page.locator("[data-school='limited']")
        limited.get_by_role("button").click()
        limited = page.get_by_role("region", name="One limited set")
        expect(limited).to_contain_text("Off by ΔE")
        page.get_by_role("button", name="Fewer tubes in the limited set").click()
        expect(page.get_by_text("4 tubes in the limited set")).to_be_visible()
        expect(page.get_by_text("Trying every school")).to_have_count(0)
        limited.get_by_role("button", name="Take these mixtures").click()
        self.wait_until_kept()
        told = self.told()["request"]
        tubes = {part["tube"] for p in told["passages"] for part in p["mixture"]["parts"]}
        self.assertLessEqual(len(tubes), 4)
        page.get_by_role("button", name="Undo").click()
        self.wait_until_kept()
        self.assertEqual(self.told()["request"]["mother"]["kind"], "tube")


class PaletteOfAPaintingTest(AtThePainting):
    def test_it_is_planned_ticked_printed_carried_and_sent_to_piles(self) -> None:
        page = self.page
        self.choose_mother("Ultramarine blue")
        self.view("Palette")
        needs = page.locator("[data-need]")
        expect(needs).to_have_count(7)
        self.assertEqual(needs.first.get_attribute("data-need"), str(BILL))
        expect(page.get_by_role("region", name="What to do")).to_contain_text(
            "of the mother in all"
        )
        page.get_by_label("Width, cm").fill("120")
        expect(needs.first).to_contain_text("0.90 ml")
        box = page.get_by_role("checkbox")
        box.first.click()
        box.nth(1).click()
        expect(page.get_by_text("2 of")).to_be_visible()
        self.wait_until_kept()
        page.reload()
        self.view("Palette")
        expect(page.get_by_text("2 of")).to_be_visible()
        page.get_by_label("Width, cm").fill("2000")
        expect(page.get_by_role("region", name="What each tube must give")).to_contain_text(
            "only 30"
        )
        page.get_by_label("Width, cm").fill("40")
        page.get_by_label("Name the palette as it is").fill("Blue throughout")
        self.wait_until_kept()
        page.get_by_role("button", name="Keep it", exact=True).click()
        versions = page.get_by_role("region", name="Versions")
        expect(versions).to_contain_text("Blue throughout")
        told = self.told()
        for says, begins in (("A4 (PDF)", b"%PDF"), ("(SVG)", b"<?xml"), ("CSS variables", b"/*")):
            page.get_by_role("button", name="Files").click()
            with page.expect_download() as download:
                page.get_by_role("menuitem", name=says).click()
            data = download.value.path().read_bytes()
            self.assertTrue(data.startswith(begins), data[:40])
        for look in told["palette"]:
            self.assertIn(look["look"]["srgb"], data.decode())
        page.get_by_role("button", name="Files").click()
        with page.expect_download() as download:
            page.get_by_role("menuitem", name="The whole painting").click()
        file = download.value.path()
        self.assertEqual(json.loads(file.read_text())["format"], "mesotint painting")
        page.get_by_role("button", name="Saved paintings").click()
        page.get_by_role("dialog").locator("input[type=file]").set_input_files(
            {"name": "yard.json", "mimeType": "application/json", "buffer": file.read_bytes()}
        )
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(page.get_by_label("Name of the painting")).to_have_value(f"{NAME}, copy")
        again = self.told()
        self.assertNotEqual(again["id"], told["id"])
        for here, there in zip(again["palette"], told["palette"], strict=True):
            self.assertEqual(here["look"]["srgb"], there["look"]["srgb"])
        self.assertEqual([v["title"] for v in again["versions"]], ["Blue throughout"])
        self.view("Palette")
        page.get_by_role("button", name="Begin a pile for each").click()
        expect(page.get_by_label("Name of the pile")).to_have_value("Oystercatcher's bill")
        expect(page.get_by_role("region", name="Advice")).to_be_visible()

    def test_versions_are_gone_back_to_and_a_string_goes_on_to_scales(self) -> None:
        page = self.page
        self.choose_mother("Ultramarine blue")
        self.view("Palette")
        self.wait_until_kept()
        page.get_by_label("Name the palette as it is").fill("Blue")
        page.get_by_role("button", name="Keep it", exact=True).click()
        versions = page.get_by_role("region", name="Versions")
        expect(versions).to_contain_text("the same as on the bench")
        self.choose_mother("Dioxazine violet")
        self.view("Palette")
        expect(versions).to_contain_text("from the bench over the whole")
        versions.get_by_role("button", name="Go back to it").click()
        self.view("Mother colour")
        expect(page.get_by_role("region", name="The mother colour")).to_contain_text("Ultramarine")
        self.view("Palette")
        versions.get_by_role("button", name="Throw away Blue").click()
        versions.get_by_role("button", name="Bring it back").click()
        expect(versions.get_by_role("button", name="Throw away Blue")).to_be_visible()
        page.locator("[data-need='2']").get_by_role("button", name="Go on").click()
        page.get_by_role("menuitem", name="It near, middle and far").click()
        expect(page.get_by_label("Name of the sheet")).to_be_visible()
        expect(page.get_by_text("far", exact=True).first).to_be_visible()


class NewPaintingTest(AtThePainting):
    def test_a_painting_is_made_from_tubes_a_pile_a_patch_and_a_colour(self) -> None:
        page = self.page
        page.get_by_role("button", name="Saved paintings").click()
        page.get_by_role("button", name="A new painting").click()
        expect(page.get_by_text("What is to be painted?")).to_be_visible()
        self.view("Mother colour")
        expect(page.get_by_text("Give every passage a mixture")).to_be_visible()
        self.view("Passages")
        page.get_by_role("button", name="The first passage").click()
        page.get_by_label("Passage", exact=True).fill("Sky")
        # It says so once, in its own place, and nothing else is said to be wrong.
        slip = page.get_by_label("The slip", exact=True)
        expect(slip.get_by_text("It has no mixture yet")).to_be_visible()
        expect(page.get_by_role("alert").filter(has_text="mixture")).to_have_count(0)
        tubes = page.get_by_role("navigation", name="Tubes")
        tubes.get_by_title("Cerulean blue").click()
        tubes.get_by_title("Titanium white").click()
        page.get_by_label("Titanium white, parts").fill("6")
        page.get_by_label("Share, %").fill("50")
        expect(page.get_by_role("alert").filter(has_text="cover 50 %")).to_have_count(1)
        for name, source, pick in (
            ("Rope", "A pile", "Bleached rope"),
            ("Mud", "A patch of a sheet", ""),
            ("Quay", "A kept mixture or a colour", "5YR 4/3"),
        ):
            page.get_by_role("button", name="A passage").click()
            page.get_by_label("Passage", exact=True).fill(name)
            page.get_by_role("button", name="Find one").click()
            dialog = page.get_by_role("dialog")
            dialog.get_by_role("button", name=source).click()
            if source == "A pile":
                dialog.get_by_role("button", name=pick).first.click()
            elif pick:
                dialog.get_by_label("Colour to hit").fill(pick)
                dialog.get_by_role("button", name="Mix it").click()
            else:
                sheet = dialog.get_by_role("listitem").filter(has_text="Wet mud").first
                sheet.get_by_role("listitem").nth(3).get_by_role("button").click()
            expect(dialog).to_have_count(0)
        page.get_by_role("button", name="Make it 100 %").click()
        expect(page.get_by_role("alert")).to_have_count(0)
        expect(self.figures).to_contain_text("Hue spread")
        page.get_by_role("checkbox", name="Sky").check()
        self.choose("Part", "Accent")
        self.wait_until_kept()
        told = self.told()["request"]
        self.assertEqual([p["name"] for p in told["passages"]], ["Sky", "Rope", "Mud", "Quay"])
        self.assertAlmostEqual(sum(p["area"] for p in told["passages"]), 100, delta=0.01)
        self.assertEqual(told["touching"], [[0, 3]])
        page.get_by_role("button", name="Take it out").click()
        page.keyboard.press("Control+z")
        self.wait_until_kept()
        self.assertEqual(len(self.told()["request"]["passages"]), 4)

    def test_a_file_that_is_none_and_the_shelf(self) -> None:
        page = self.page
        page.keyboard.press("o")
        shelf = page.get_by_role("dialog")
        shelf.locator("input[type=file]").set_input_files(
            {"name": "no.json", "mimeType": "application/json", "buffer": b"{nothing"}
        )
        expect(shelf.get_by_role("alert")).to_contain_text("Choose a painting that was exported")
        copy = f"{NAME}, copy"
        shelf.get_by_role("button", name=f"Duplicate {copy}", exact=True).first.click()
        twice = f"{copy}, copy"
        expect(shelf.get_by_role("link", name=twice)).to_be_visible()
        shelf.get_by_role("button", name=f"Throw away {twice}").click()
        expect(shelf.get_by_role("link", name=twice)).to_have_count(0)
        shelf.get_by_role("button", name="Bring it back").click()
        expect(shelf.get_by_role("link", name=twice)).to_be_visible()

    def test_two_windows_never_overwrite_each_other(self) -> None:
        other = self.page.context.new_page()
        other.goto(self.page.url)
        other.get_by_label("Name of the painting").wait_for()
        self.page.get_by_label("Name of the painting").fill("Mine first")
        self.wait_until_kept()
        other.get_by_label("Name of the painting").fill("Theirs after")
        alert = other.get_by_role("alert").filter(has_text="another window")
        alert.get_by_role("button", name="Keep mine as a copy").click()
        expect(other.get_by_label("Name of the painting")).to_have_value("Theirs after")
        expect(alert).to_have_count(0)
        self.assertEqual(self.told()["title"], "Mine first")
        other.close()


class AccessibleTest(AtThePainting):
    def test_axe_finds_nothing_and_everything_fits(self) -> None:
        page = self.page
        self.choose_mother("Ultramarine blue")
        for value in ("2", "5", "9"):
            page.get_by_role("slider", name="Surround").fill(value)
            self.assert_accessible()
        page.get_by_role("button", name="What it costs").click()
        self.assert_accessible()
        for view, there in (
            ("Passages", "Where it stands"),
            ("Schools", "One limited set"),
            ("Palette", "What to do"),
        ):
            self.view(view)
            expect(page.get_by_text(there).first).to_be_visible()
            self.assert_accessible()
            self.assertLessEqual(page.evaluate("document.documentElement.scrollHeight"), 800)
        page.get_by_role("button", name="Saved paintings").click()
        page.get_by_role("dialog").get_by_role("heading").first.wait_for()
        page.wait_for_timeout(300)
        self.assert_accessible()
        page.keyboard.press("Escape")
        page.set_viewport_size({"width": 820, "height": 1180})
        for view in ("Passages", "Mother colour", "Schools", "Palette"):
            self.view(view)
            page.wait_for_timeout(200)
            wide = page.evaluate("document.documentElement.scrollWidth")
            self.assertLessEqual(wide, 820, view)
            self.assert_accessible()
