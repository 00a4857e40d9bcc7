"""Journeys of muting: partners and fixes, schools, browns, triangles, plans, paper, comparisons."""

import io
import json
import re

import numpy as np
from playwright.sync_api import expect
from pypdf import PdfReader

from e2e.studio import InBrowser, core, parts_text
from mesotint.paints.library import library

TEN = (
    ("Cadmium orange", "PO20", "Ultramarine blue", "PB29", 9, "chroma", 0),
    ("Ultramarine blue", "PB29", "Burnt sienna", "PBr7-burnt-sienna", 9, "chroma", 0),
    ("Hansa yellow light", "PY3", "Dioxazine violet", "PV23", 7, "chroma", 4),
    ("Quinacridone rose", "PV19", "Phthalo green blue shade", "PG7", 11, "chroma", 0),
    ("Viridian", "PG18", "Red oxide", "PR101", 5, "chroma", 1),
    ("Yellow ochre", "PY43", "Cobalt blue", "PB28", 9, "parts", 2),
    ("Cadmium red light", "PR108-light", "Chromium oxide green", "PG17", 13, "parts", 0),
    ("Raw sienna", "PBr7-raw-sienna", "Cerulean blue", "PB35", 3, "difference", 0),
    ("Alizarin crimson hue", "PR177", "Ivory black", "PBk9", 8, "difference", 3),
    ("Cadmium yellow deep", "PY37", "Ultramarine blue", "PB29", 15, "value", 0),
)
SPACINGS = {"chroma": "Even in chroma", "parts": "Even in parts", "value": "Even in value",
            "difference": "Even to the eye"}  # fmt: skip


class AtTheScales(InBrowser):
    """The demo studio, with words for new sheets."""

    def setUp(self) -> None:
        super().setUp()
        self.open_demo()

    def new_sheet(self, kind: str = "Scale") -> None:
        """An empty sheet of a kind."""
        page = self.page
        page.get_by_role("button", name="Saved sheets").click()
        page.get_by_role("dialog").get_by_role("button", name=re.compile("^New ")).click()
        page.get_by_role("button", name=kind, exact=True).click()
        expect(page.get_by_label("Name of the sheet")).to_have_value("")

    def pair(self, first: str, second: str) -> None:
        """A new scale between two tubes of the tray."""
        self.new_sheet()
        tray = self.page.get_by_role("navigation", name="Tubes")
        for label in (first, second):
            tray.get_by_title(label, exact=True).click()
        self.page.locator("[data-run-step]").first.wait_for()


class Muting(AtTheScales):
    def test_the_screen_says_what_the_core_says_of_ten_scales(self) -> None:
        page = self.page
        for first, one, second, other, steps, spacing, white in TEN:
            with self.subTest(pair=(one, other)):
                self.pair(first, second)
                self.unfold()
                if spacing != "chroma":
                    self.choose("Spacing", SPACINGS[spacing])
                for _ in range(abs(steps - 9)):
                    page.get_by_role(
                        "button", name=f"{'More' if steps > 9 else 'Fewer'} steps"
                    ).click()
                if white:
                    page.get_by_role("slider", name="White").fill(str(white))
                told = core("trail", one, other, "--steps", str(steps), "--spacing", spacing,
                            "--white", str(white))  # fmt: skip
                expect(page.locator("[data-run-step]")).to_have_count(steps)
                expect(page.get_by_test_id("miss")).to_have_text(told["miss"])
                for i, step in enumerate(told["steps"]):
                    parts = parts_text(step)
                    expect(page.locator(f'[data-parts="{i}"]')).to_have_text(parts)
                    said = page.locator(f'[data-run-step="{i}"]').get_attribute("aria-valuetext")
                    self.assertIn(f"{step['munsell']}, {step['name']}", said or "")
                    row = page.get_by_label("The slip", exact=True).locator("tbody tr").nth(i)
                    expect(row.locator("td").nth(1)).to_have_text(parts)
                    expect(row.locator("td").nth(2)).to_have_text(step["munsell"])

    def test_yellow_and_violet_go_to_umber_and_the_fix_takes_the_lean_out(self) -> None:
        page = self.page
        self.new_sheet()
        self.unfold()
        page.get_by_role("slider", name="White").fill("4")
        page.get_by_title("Hansa yellow light", exact=True).click()
        partners = page.get_by_role("region", name="Partners, the best first")
        partners.get_by_role("button", name="Dioxazine violet").click()
        row = partners.get_by_role("listitem").filter(has_text="Dioxazine violet")
        expect(row).to_contain_text(re.compile("On the way: .*umber"))
        expect(row).to_contain_text(re.compile(r"Leans red; .*, about 1 part to \d+, takes"))
        before = float(re.findall(r"([\d.]+) of chroma", row.inner_text())[0])
        row.get_by_role("button", name="… and the fix").click()
        expect(page.get_by_test_id("miss")).to_contain_text("Reaches grey")
        self.assertGreater(before, 5)

        # The share of the fix is dragged: the trail follows, and the words when it is let go.
        fix = page.get_by_role("slider", name=re.compile("^Share of "))
        box = fix.bounding_box()
        assert box
        step = page.get_by_role("img", name=re.compile("The plan")).locator('[data-step="4"]')
        stood = step.get_attribute("transform")
        y = box["y"] + box["height"] / 2
        page.mouse.move(box["x"] + box["width"] / 3, y)
        page.mouse.down()
        page.mouse.move(box["x"] + 2, y, steps=8)
        expect(step).not_to_have_attribute("transform", stood or "")
        page.mouse.up()
        expect(page.get_by_test_id("miss")).to_contain_text("leans red")
        page.get_by_role("button", name="Take the third paint out").click()
        expect(page.get_by_test_id("miss")).to_contain_text(f"{before:.1f} of chroma")
        page.keyboard.press("Control+z")
        expect(fix).to_be_visible()

    def test_a_new_sheet_goes_on_under_its_address_and_going_back_finds_the_last_one(self) -> None:
        page, name = self.page, self.page.get_by_label("Name of the sheet")
        was = name.input_value()
        self.new_sheet()
        self.unfold()
        tray = page.get_by_role("navigation", name="Tubes")
        for label in ("Hansa yellow light", "Dioxazine violet"):
            tray.get_by_title(label, exact=True).click()
        name.fill("Kept on its bench")
        self.wait_until_kept()
        expect(page).to_have_url(re.compile(r"/scales/\d+$"))
        # Undo and what was unfolded are as they were, though the address is another.
        expect(page.get_by_role("slider", name="White")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(name).to_have_value("")
        page.get_by_role("button", name="Redo").click()
        self.wait_until_kept()
        page.go_back()
        expect(name).to_have_value(was)
        page.go_forward()
        expect(name).to_have_value("Kept on its bench")
        page.reload()
        expect(name).to_have_value("Kept on its bench")

    def test_the_schools_stand_side_by_side(self) -> None:
        page = self.page
        page.get_by_role("button", name="Schools").click()
        for school in ("complement", "two primaries", "earth", "black", "trace of everything"):
            expect(page.locator(f'[data-school="{school}"]')).to_be_visible()
        page.get_by_role("slider", name="Muted to chroma").fill("12")
        complement = page.locator('[data-school="complement"]')
        expect(complement).to_contain_text(re.compile(r"/1\.\d|/2(\.\d)?\b"))
        page.get_by_role("button", name="Hold value").click()
        expect(complement).to_contain_text("value stays")
        complement.get_by_role("button", name="Go on with it").click()
        expect(page.get_by_role("button", name="From By complement")).to_be_visible()
        expect(page.get_by_role("region", name="Partners, the best first")).to_be_visible()

    def test_the_twenty_browns_are_made_and_marked(self) -> None:
        page = self.page
        self.new_sheet("Chart")
        self.choose("Chart", "Browns")
        for label in ("Cadmium red light", "Hansa yellow light", "Ultramarine blue"):
            page.get_by_title(label, exact=True).click()
        cells = page.get_by_role("gridcell")
        expect(cells).to_have_count(20)
        # Parts are equal in strength: in what each absorbs where it absorbs most.
        paints = [library().paint(key) for key in ("PR108-light", "PY3", "PB29")]
        most = [float(np.sort(paint.absorption)[-6:].mean()) for paint in paints]
        equal = {paint.key: most[0] / peak for paint, peak in zip(paints, most, strict=True)}
        base = core("mix", *(f"{key}={part}" for key, part in equal.items()))
        expect(cells.first).to_have_attribute("aria-label", re.compile(re.escape(base["munsell"])))
        cells.nth(0).focus()
        page.keyboard.press("ArrowDown")
        page.keyboard.press("ArrowRight")
        page.keyboard.press("ArrowRight")
        chosen = page.get_by_label("The chosen patch")
        expect(chosen).to_contain_text("Cell 8 of 20")
        expect(page.get_by_test_id("chosen-parts")).to_have_text(
            re.compile("Cadmium red light.*Hansa.*Ultramarine.*Titanium white", re.S)
        )
        chosen.get_by_label("What it is for").fill("the roof of the shed")
        expect(cells.nth(7)).to_contain_text("the roof of the shed")
        self.wait_until_kept()
        page.reload()
        expect(cells.nth(7)).to_contain_text("the roof of the shed")
        for chart, count in (("Tints", 15), ("Strings", 18), ("Distance", 9), ("Value scale", 9)):
            self.choose("Chart", chart)
            expect(cells).to_have_count(count)

    def test_a_triangle_is_walked_and_sent_on(self) -> None:
        page = self.page
        self.open_sheet("Breakers' yard")
        point = page.get_by_test_id("point")
        chosen = page.get_by_test_id("chosen-parts")
        before = chosen.inner_text()
        point.focus()
        page.keyboard.press("ArrowUp")
        page.keyboard.press("Shift+ArrowRight")
        expect(chosen).not_to_have_text(before)
        self.assertIn("Cadmium red light", chosen.inner_text())
        # The pointer takes hold of the field, and the run follows.
        plot = page.get_by_role("img", name=re.compile("The triangle of"))
        box = plot.bounding_box()
        assert box
        walked = chosen.inner_text()
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] * 0.75)
        page.mouse.down()
        page.mouse.move(box["x"] + box["width"] * 0.6, box["y"] + box["height"] * 0.7, steps=6)
        page.mouse.up()
        expect(chosen).not_to_have_text(walked)
        page.get_by_role("button", name="Patches").click()
        page.get_by_role("button", name="Mark another").click()
        expect(page.get_by_label("The chosen patch")).to_contain_text("Point 5 of 5")
        page.get_by_role("button", name="Take it out").click()
        expect(page.get_by_label("The chosen patch")).to_contain_text("of 4")
        for goal, there in (("A scale from it", "Partners, the best first"),
                            ("A string of it, dark to light", "The slip")):  # fmt: skip
            page.get_by_role("button", name="Go on with it").click()
            page.get_by_role("menuitem", name=goal).click()
            expect(page.get_by_label(there, exact=True)).to_be_visible()
            page.go_back()
            expect(page.get_by_test_id("point")).to_be_visible()

    def test_a_step_is_pinned_noted_and_let_go(self) -> None:
        page = self.page
        step = page.locator('[data-run-step="3"]')
        step.focus()
        step.press("Shift+ArrowRight")
        expect(page.get_by_role("img", name="pinned")).to_have_count(1)
        share = step.get_attribute("aria-valuenow")
        self.unfold()
        self.choose("Spacing", "Even in parts")
        expect(page.locator('[data-run-step="2"]')).not_to_have_attribute("aria-valuenow", "0.1")
        expect(step).to_have_attribute("aria-valuenow", share or "")
        page.get_by_role("button", name="Let go").click()
        expect(page.get_by_role("img", name="pinned")).to_have_count(0)
        expect(step).not_to_have_attribute("aria-valuenow", share or "")
        self.choose("Spacing", "Even in chroma")
        self.wait_until_kept()

    def test_two_scales_touch_patch_by_patch(self) -> None:
        page = self.page
        page.get_by_role("button", name="Compare").click()
        page.get_by_role("dialog").get_by_role("button", name="Wet mud").click()
        beside = page.get_by_role("region", name=re.compile("Beside it: Wet mud"))
        expect(beside.get_by_test_id("differences").locator("li")).to_have_count(9)
        upper = page.locator('[data-run-step="0"]').bounding_box()
        lower = beside.bounding_box()
        assert upper and lower
        self.assertAlmostEqual(upper["y"] + upper["height"], lower["y"], delta=0.6)
        page.get_by_role("button", name=re.compile("Put Wet mud.* away")).click()
        expect(beside).to_have_count(0)

    def test_a_plan_is_ticked_and_keeps_its_place_over_a_reload(self) -> None:
        page = self.page
        page.get_by_role("button", name="Work plan").click()
        self.choose("Measured in", "Grams, on a scale")
        self.choose("Method", "One running pile")
        # On a phone it stands in what is to be done now as well.
        expect(page.get_by_text("The running pile").filter(visible=True).first).to_be_visible()
        for i in range(3):
            with page.expect_response("**/ticks"):
                page.get_by_role("checkbox").nth(i).click()
        self.wait_until_kept()
        page.get_by_role("button", name="Step", exact=True).click()
        page.get_by_role("button", name="Work plan").click()
        expect(page.get_by_role("checkbox").nth(2)).to_be_checked()
        page.reload()
        page.get_by_role("button", name="Work plan").click()
        for i, ticked in enumerate((True, True, True, False)):
            expect(page.get_by_role("checkbox").nth(i)).to_be_checked(checked=ticked)
        expect(page.get_by_text(re.compile("^3 of"))).to_be_visible()
        # Another way is another plan: it begins unticked, and the first keeps its ticks.
        self.choose("Method", "Carried piles")
        expect(page.get_by_text("Carry").filter(visible=True).first).to_be_visible()
        expect(page.get_by_role("checkbox").first).not_to_be_checked()
        self.choose("Method", "One running pile")
        expect(page.get_by_role("checkbox").first).to_be_checked()
        page.get_by_role("button", name="Begin again").click()
        expect(page.get_by_role("checkbox").first).not_to_be_checked()
        page.get_by_label("Of each, ml").fill("many")
        expect(page.get_by_text("Give a number from")).to_be_visible()
        page.get_by_label("Of each, ml").fill("0,2")
        expect(page.get_by_role("alert")).to_contain_text("mix at least")
        page.get_by_label("Of each, ml").fill("5")
        self.choose("Method", "Each by itself")
        self.wait_until_kept()

    def test_a_printed_sheet_says_what_the_slip_says(self) -> None:
        page = self.page
        rows = page.get_by_label("The slip", exact=True).locator("tbody tr")
        told = [rows.nth(i).locator("td").all_inner_texts() for i in range(9)]
        for says, form in (("To paint on, A4 (PDF)", "pdf"), ("Data (JSON)", "json")):
            page.get_by_role("button", name="On paper").click()
            with page.expect_download() as waited:
                page.get_by_role("menuitem", name=says).click()
            data = waited.value.path().read_bytes()
            self.assertTrue(waited.value.suggested_filename.endswith(f".{form}"))
            if form == "pdf":
                text = PdfReader(io.BytesIO(data)).pages[0].extract_text()
                for _, parts, munsell in told:
                    whole = [n for n in parts.split(" : ") if n not in ("0", "touch")]
                    self.assertIn(munsell, text)
                    self.assertRegex(text, r"\D+, ".join(re.escape(n) for n in whole))
            else:
                patches = json.loads(data)["patches"]
                self.assertEqual([patch["munsell"] for patch in patches], [row[2] for row in told])


class ByTouch(InBrowser):
    viewport = {"width": 820, "height": 1180}  # noqa: RUF012 - as in the class it is of

    def test_a_blue_is_muted_with_an_orange_by_touch_on_a_tablet(self) -> None:
        context = self.browser.new_context(viewport=self.viewport, has_touch=True)
        self.addCleanup(context.close)
        context.set_default_timeout(10_000)
        page = self.open_demo(context.new_page())
        page.get_by_role("button", name="Saved sheets").tap()
        page.get_by_role("dialog").get_by_role("button", name="New scale").tap()
        page.get_by_title("Ultramarine blue", exact=True).tap()
        page.get_by_title("Cadmium orange", exact=True).tap()
        expect(page.locator("[data-run-step]")).to_have_count(9)
        nine = page.locator("[data-parts]").all_inner_texts()
        told = core("trail", "PB29", "PO20", "--steps", "9")
        self.assertEqual(nine, [parts_text(step) for step in told["steps"]])
        # A finger drags a step along the run.
        box = page.locator('[data-run-step="4"]').bounding_box()
        assert box
        touch = context.new_cdp_session(page)
        x, y = box["x"] + box["width"] / 2, box["y"] + 30
        points = [("touchStart", x), *(("touchMove", x + 4 * i) for i in range(1, 8))]
        for kind, at in points:
            touch.send(
                "Input.dispatchTouchEvent", {"type": kind, "touchPoints": [{"x": at, "y": y}]}
            )
        expect(page.get_by_label("The chosen patch")).to_contain_text("about")
        touch.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
        expect(page.get_by_role("img", name="pinned")).to_have_count(1)
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 820)
