"""Journeys of the charts: a grid to paper, a black nudged true, a yellow's shadows, layers, wheels,
hues mixed true and kinds of colour."""

import io
import re

import numpy as np
from playwright.sync_api import expect
from pypdf import PdfReader

from e2e.test_muting import AtTheScales
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import lab_from_hex
from mesotint.mixing.mixture import Mixture
from mesotint.paints.library import library

PAINT = library().paint
REDS = ("Cadmium red light", "Quinacridone rose", "Alizarin crimson hue")
GREENS = ("Viridian", "Phthalo green blue shade", "Chromium oxide green")
KEYS = {"Cadmium red light": "PR108-light", "Quinacridone rose": "PV19",
        "Alizarin crimson hue": "PR177", "Viridian": "PG18", "Phthalo green blue shade": "PG7",
        "Chromium oxide green": "PG17"}  # fmt: skip


class ChartsTest(AtTheScales):
    def chart(self, kind: str) -> None:
        """A new chart of a kind."""
        self.new_sheet("Chart")
        self.page.get_by_role("button", name=re.compile("^Chart: ")).click()
        self.page.get_by_role("option", name=kind, exact=True).click()

    def tap(self, *labels: str) -> None:
        """Tubes of the tray, one after the other."""
        tray = self.page.get_by_role("navigation", name="Tubes")
        for label in labels:
            tray.get_by_title(label, exact=True).click()

    @property
    def slip(self):
        return self.page.get_by_label("The slip", exact=True)

    def cell(self, row: int, column: int, columns: int):
        return self.page.locator(f'[data-cell="{row * columns + column}"]')

    def colour_of(self, cell) -> np.ndarray:
        """CIELAB of what a cell shows."""
        told = cell.evaluate("each => getComputedStyle(each).backgroundColor")
        red, green, blue = (int(word) for word in re.findall(r"\d+", told)[:3])
        return lab_from_hex(f"#{red:02x}{green:02x}{blue:02x}")

    def test_a_grid_of_reds_and_greens_to_a_printed_chart(self) -> None:
        page = self.page
        self.chart("Grid")
        self.tap(*REDS)
        page.get_by_role("button", name="Across", exact=True).click()
        self.tap(*GREENS)
        expect(page.get_by_role("gridcell")).to_have_count(9)
        # Every cell is what the core mixes of its row and its column.
        for i, red in enumerate(REDS):
            for j, green in enumerate(GREENS):
                told = Mixture.of({PAINT(KEYS[red]): 1.0, PAINT(KEYS[green]): 1.0}).lab
                off = float(delta_e_2000(self.colour_of(self.cell(i, j, 3)), told))
                self.assertLess(off, 1.0, (red, green))
        self.choose("Ratio, down to across", "Equal strength")
        self.cell(0, 1, 3).click()
        expect(self.slip).to_contain_text("by volume, equal in strength")
        words = page.get_by_role("table", name="What each cell is, in a word")
        expect(
            words.get_by_role("cell", name=re.compile("black|grey|brown|wine"))
        ).not_to_have_count(0)
        self.choose("Ratio, down to across", "Greyest")
        self.assert_accessible()
        self.wait_until_kept()
        # By keys the grid is walked, and a cell's whole trail is a scale of its own.
        self.cell(0, 1, 3).focus()
        page.keyboard.press("ArrowDown")
        expect(self.cell(1, 1, 3)).to_be_focused()
        said = self.slip.get_by_test_id("chosen-words").text_content()
        page.get_by_role("button", name="On paper").click()
        with page.expect_download() as waited:
            page.get_by_role("menuitem", name="To paint on, A4 (PDF)").click()
        text = PdfReader(io.BytesIO(waited.value.path().read_bytes())).pages[0].extract_text()
        self.assertIn((said or "").split(" · ")[0], text)
        for name in (*REDS, *GREENS):
            self.assertIn(name.split()[0], text)
        self.slip.get_by_role("button", name="Its whole trail").click()
        expect(page.locator("[data-run-step]").first).to_be_visible()
        expect(page.get_by_role("button", name="From Quinacridone rose")).to_be_visible()
        expect(page.get_by_role("button", name="To Phthalo green blue shade")).to_be_visible()

    def test_what_cannot_be_gridded_is_told_with_what_to_do(self) -> None:
        page = self.page
        self.chart("Grid")
        self.tap("Viridian", "Cadmium orange")
        page.get_by_role("button", name="Across", exact=True).click()
        self.tap("Viridian")
        expect(page.get_by_role("alert")).to_contain_text("take it out of one")
        self.tap("Viridian")
        self.tap("Ultramarine blue")
        expect(page.get_by_role("gridcell")).to_have_count(2)
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("gridcell")).to_have_count(0)

    def test_a_black_without_a_tube_black_is_nudged_true(self) -> None:
        page = self.page
        self.chart("Darks")
        page.get_by_role("button", name="No tube black").click()
        rows = page.get_by_role("rowheader")
        expect(rows.first).to_contain_text("and")
        expect(page.get_by_role("rowheader", name=re.compile("black", re.I))).to_have_count(0)
        page.get_by_role("button", name="Two paints").click()
        expect(rows.first).to_contain_text("Alizarin crimson hue and phthalo green")
        self.assert_accessible()
        self.wait_until_kept()
        self.cell(0, 0, 3).click()
        expect(self.slip).to_contain_text("opened it leans blue")
        self.slip.get_by_role("button", name="Make it true").click()
        panel = page.get_by_role("dialog")
        said = panel.get_by_role("status")
        expect(said).to_contain_text("Leans blue; add")
        self.assert_accessible()
        for _ in range(8):
            if "No lean" in (said.text_content() or ""):
                break
            panel.get_by_role("button", name="It is in: next").click()
        expect(said).to_have_text("No lean an eye could name.")
        panel.get_by_role("button", name="One back").click()
        expect(said).to_contain_text("add")
        panel.get_by_role("button", name="All at once").click()
        expect(panel.get_by_role("list", name="All at once")).to_contain_text("ml")
        panel.get_by_role("button", name="Thin over white").click()
        panel.get_by_role("button", name="A pile of it").click()
        expect(page).to_have_url(re.compile("/piles/"))

    def test_a_yellows_shadows(self) -> None:
        page = self.page
        self.chart("Shades")
        self.tap("Hansa yellow light", "Dioxazine violet", "Phthalo green blue shade")
        self.tap("Ivory black")
        expect(page.get_by_role("rowheader")).to_have_count(3)
        columns = page.get_by_role("grid").get_by_role("columnheader").count()
        last = columns - 1
        rows = [
            np.array([self.colour_of(self.cell(row, at, columns)) for at in range(columns)])
            for row in range(3)
        ]
        for row, key in zip(rows, ("PV23", "PG7", "PBk9"), strict=True):
            # Each goes down by itself, most of the way to its own paint.
            self.assertTrue(np.all(np.diff(row[:, 0]) < 0), key)
            own = Mixture.of({PAINT(key): 1.0}).lab[0]
            way = (row[0, 0] - row[last, 0]) / (row[0, 0] - own)
            self.assertTrue(0.7 < way < 1, (key, way))
        reds = [np.interp(-50, -row[:, 0], row[:, 1]) for row in rows]
        self.assertLess(reds[1], reds[2] - 10)
        self.assertGreater(reds[0], reds[2] + 3)
        self.cell(1, last, columns).click()
        expect(self.slip).to_contain_text("toward green and keeps")
        page.get_by_role("button", name="Lightened").click()
        expect(page.get_by_role("rowheader").first).to_have_text("Titanium white")
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("rowheader")).to_have_count(3)
        self.assert_accessible()

    def test_a_layered_shadow_against_its_mixture(self) -> None:
        page = self.page
        self.chart("Glazes")
        self.tap("Dioxazine violet", "Ultramarine blue")
        page.get_by_role("button", name="Glazed over").click()
        self.tap("Yellow ochre", "Quinacridone rose")
        expect(page.get_by_role("gridcell")).to_have_count(6)
        cell = self.cell(1, 0, 2)
        cell.click()
        before = self.colour_of(cell)
        corner = self.colour_of(cell.locator("span[aria-hidden=true]").first)
        self.assertGreater(float(delta_e_2000(before, corner)), 2)
        expect(self.slip).to_contain_text("in the corner of the cell")
        slider = page.get_by_role("slider", name="Thickness of the glazes")
        thin = slider.get_attribute("aria-valuetext")
        slider.press("End")
        expect(slider).to_have_attribute("aria-valuetext", "2 coats of it")
        self.assertGreater(float(delta_e_2000(before, self.colour_of(cell))), 5)
        self.assertNotEqual(thin, "2 coats of it")
        self.assert_accessible()
        self.wait_until_kept()
        page.reload()
        expect(slider).to_have_attribute("aria-valuetext", "2 coats of it")
        self.slip.get_by_role("button", name="Work plan").click()
        expect(self.slip).to_contain_text("let it dry")

    def test_what_a_little_more_of_each_would_do(self) -> None:
        page = self.page
        self.chart("Neighbours")
        self.tap("Red oxide")
        cells = page.get_by_role("gridcell")
        expect(cells).to_have_count(18)
        middle = self.colour_of(self.cell(1, 1, 3))
        np.testing.assert_allclose(middle, Mixture.of({PAINT("PR101"): 1.0}).lab, atol=1.0)
        self.cell(1, 0, 3).click()
        expect(self.slip).to_contain_text(re.compile("A little more .*, 1 in "))
        self.assertGreater(float(delta_e_2000(self.colour_of(self.cell(1, 0, 3)), middle)), 2)
        # What comes next is of which tubes there is a little more.
        self.tap("Ultramarine blue", "Cadmium orange")
        expect(cells).to_have_count(6)
        page.get_by_label("A little is, %").fill("30")
        expect(self.slip).to_contain_text(re.compile("A little more .*, 1 in "))
        self.assert_accessible()
        self.wait_until_kept()
        page.reload()
        expect(cells).to_have_count(6)
        expect(page.get_by_label("A little is, %")).to_have_value("30")

    def test_a_chart_that_an_earlier_version_left_unsent_opens_as_the_scale_it_is(self) -> None:
        page = self.page
        page.evaluate(
            """async () => {
                const tubes = await (await fetch('/api/tubes')).json();
                const one = (key) => ({
                    name: '',
                    parts: [{ tube: tubes.find((t) => t.paint.key === key).id, parts: 1 }],
                });
                const me = await (await fetch('/api/me')).json();
                const request = {
                    kind: 'chart', chart: 'complement', medium: 'opaque', ground: 'bright white',
                    mixtures: [one('PO20'), one('PB29')], columns: [], base: [], more: 1,
                    richer: [], count: 7, openings: [0, 1, 2], values: [3, 5], dark: null,
                    lighter: 8, cooler: 8, greyer: 0.35,
                };
                localStorage.setItem(`mesotint.sheet.${me.name}.new-chart-7`, JSON.stringify({
                    draft: { name: 'Rope and sea', request, notes: { 8: 'rope' } }, revision: null,
                }));
            }"""
        )
        page.goto(f"{self.studio.address}scales?new=chart&turn=7")
        expect(page.locator("[data-run-step]")).to_have_count(7)
        cells = page.get_by_role("region", name="Opened rows").get_by_role("button")
        expect(cells).to_have_count(14)
        cells.nth(1).click()
        expect(page.get_by_label("What it is for")).to_have_value("rope")
        self.wait_until_kept()
        expect(page).to_have_url(re.compile(r"/scales/\d+$"))

    def test_another_kind_is_another_sheet_and_what_was_kept_stays(self) -> None:
        page = self.page
        self.chart("Grid")
        self.tap(*REDS)
        page.get_by_role("button", name="Across", exact=True).click()
        self.tap(*GREENS)
        page.get_by_label("Name of the sheet").fill("Reds by greens")
        self.wait_until_kept()
        page.wait_for_url(re.compile(r"/scales/\d+$"))
        grid = page.url
        for kind in ("Darks", "Tints"):
            page.get_by_role("button", name=re.compile("^Chart: ")).click()
            page.get_by_role("option", name=kind, exact=True).click()
            expect(page.get_by_role("button", name=f"Chart: {kind}")).to_be_visible()
            expect(page).not_to_have_url(grid)
            expect(page.get_by_label("Name of the sheet")).to_have_value("")
        page.get_by_role("button", name="Saved sheets").click()
        page.get_by_role("dialog").get_by_role("link", name="Reds by greens").click()
        expect(page).to_have_url(grid)
        page.reload()
        expect(page.get_by_role("button", name="Chart: Grid")).to_be_visible()
        expect(page.get_by_role("gridcell")).to_have_count(9)

    def test_a_wheel_and_distance_in_mist(self) -> None:
        page = self.page
        self.chart("Wheel")
        expect(page.get_by_role("gridcell")).to_have_count(48)
        page.get_by_role("button", name="6 hues").click()
        expect(page.get_by_role("gridcell")).to_have_count(24)
        self.cell(0, 0, 6).click()
        expect(self.slip).to_contain_text("red without a lean")
        page.get_by_role("button", name=re.compile("^Chart: ")).click()
        page.get_by_role("option", name="Distance", exact=True).click()
        self.tap("Chromium oxide green")
        expect(page.get_by_role("gridcell")).to_have_count(3)
        far = self.cell(0, 2, 3)
        clear = self.colour_of(far)
        self.choose("Weather", "Mist")
        expect(page.get_by_label("Flatter by, %")).to_have_value("45")
        self.wait_until_kept()
        mist = self.colour_of(far)
        # Two steps of mist: 45 % of the way to its veil of L 74 each, and 4 lighter.
        near = self.colour_of(self.cell(0, 0, 3))[0]
        self.assertAlmostEqual(mist[0], 74 + (near - 74) * 0.55**2 + 2 * 4, delta=2)
        self.assertGreater(abs(mist[0] - clear[0]), 4)
        self.assertLess(np.hypot(*mist[1:]), 0.8 * np.hypot(*clear[1:]))
        page.get_by_label("Greyer by, %").fill("10")
        expect(page.get_by_role("button", name="Weather: My own")).to_be_visible()

    def test_an_end_is_mixed_true_and_a_kind_of_colour_is_aimed_at(self) -> None:
        page = self.page
        self.pair("Cadmium orange", "Ultramarine blue")
        page.get_by_role("button", name=re.compile("^Find a mixture for the")).click()
        panel = page.get_by_role("dialog")
        panel.get_by_role("button", name="A kept mixture or a colour").click()
        panel.get_by_role("button", name="A hue, mixed true").click()
        panel.get_by_role("button", name="red", exact=True).click()
        self.assert_accessible()
        panel.get_by_role("button", name="Mix it").click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(page.get_by_role("button", name=re.compile("true red"))).to_be_visible()
        page.get_by_role("button", name=re.compile("^Find a mixture for the")).click()
        panel.get_by_role("button", name="A kept mixture or a colour").click()
        panel.get_by_role("button", name="A kind of colour").click()
        self.choose("Kind of colour", "Foliage in shade")
        panel.get_by_role("button", name=re.compile(", warm, ")).nth(2).click()
        expect(panel).to_contain_text("Ranges from memory")
        self.assert_accessible()
        panel.get_by_role("button", name="Mix it").click()
        expect(page.get_by_role("button", name=re.compile("Foliage in shade"))).to_be_visible()
        self.wait_until_kept()

    def test_strength_beside_parts_and_tubes_by_what_they_are_beside_their_colour(self) -> None:
        page = self.page
        self.pair("Yellow ochre", "Phthalo green blue shade")
        page.locator("[data-run-step='4']").click()
        expect(self.slip.get_by_text(re.compile("^In strength: "))).to_be_visible()
        self.slip.get_by_role("button", name="Work plan").click()
        self.choose("Measured in", "Parts, by strength")
        expect(
            self.slip.get_by_text(re.compile("in strength")).filter(visible=True).first
        ).to_be_visible()
        page.get_by_role("link", name="Tubes").click()
        tray = page.get_by_role("navigation", name="Tubes")
        expect(tray.get_by_title("Phthalo green blue shade", exact=True)).to_be_visible()
        self.choose("Tubes shown", "Do not stain")
        expect(tray.get_by_title("Phthalo green blue shade", exact=True)).to_have_count(0)
        expect(tray.get_by_title("Viridian", exact=True)).to_be_visible()
        tray.get_by_title("Viridian", exact=True).click()
        expect(self.slip).to_contain_text("Granulates, light-fastness")
        expect(self.slip).to_contain_text("the label has the say")
        self.choose("Tubes shown", "All tubes")
        expect(tray.get_by_title("Phthalo green blue shade", exact=True)).to_be_visible()
