"""The Scales stage by hand: dragging, keys, undo, the lights, and what goes wrong."""

import re

from playwright.sync_api import expect

from e2e.studio import TOO_SMALL, InBrowser

FOCUSED = """() => {
    const at = document.activeElement;
    return at?.getAttribute('aria-label') || at?.textContent;
}"""
PATCHES = """() => [...document.querySelectorAll('[style*="background-color"]')]
    .map(el => getComputedStyle(el).backgroundColor.match(/[0-9]+/g).slice(0, 3))"""


class ScalesStage(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo()

    def share(self, index: int) -> float:
        """Share of the second paint at a step, in percent, as it is told to assistive tools."""
        step = self.page.locator(f'[data-run-step="{index}"]')
        return float(step.get_attribute("aria-valuenow") or "nan")

    def test_a_step_is_dragged_in_the_plan_and_run_and_slip_follow(self) -> None:
        page = self.page
        before = page.locator('[data-parts="3"]').inner_text()
        plan = page.get_by_role("img", name=re.compile("The plan"))
        from_box = plan.locator('[data-step="3"]').bounding_box()
        to_box = plan.locator('[data-step="4"]').bounding_box()
        assert from_box and to_box
        x, y = from_box["x"] + from_box["width"] / 2, from_box["y"] + from_box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + (to_box["x"] - from_box["x"]) * 0.6,
                        y + (to_box["y"] - from_box["y"]) * 0.6, steps=6)  # fmt: skip
        expect(page.get_by_label("The chosen patch")).to_contain_text("about")
        page.mouse.up()
        expect(page.get_by_label("The chosen patch")).to_contain_text("Step 4 of 9")
        expect(page.get_by_label("The chosen patch")).not_to_contain_text("about")
        expect(page.locator('[data-parts="3"]')).not_to_have_text(before)
        page.keyboard.press("Control+z")
        expect(page.locator('[data-parts="3"]')).to_have_text(before)
        page.keyboard.press("Control+Shift+z")
        expect(page.locator('[data-parts="3"]')).not_to_have_text(before)
        page.get_by_role("button", name="Undo").click()

    def test_a_step_is_dragged_in_the_run(self) -> None:
        page = self.page
        start = self.share(4)
        box = page.locator('[data-run-step="4"]').bounding_box()
        assert box
        page.mouse.move(box["x"] + 20, box["y"] + 40)
        page.mouse.down()
        page.mouse.move(box["x"] + 45, box["y"] + 40, steps=4)
        page.mouse.up()
        self.assertGreater(self.share(4), start)
        self.assertLess(self.share(4), self.share(5))

    def test_arrow_keys_move_a_step_and_the_pure_ends_stay(self) -> None:
        page = self.page
        step = page.locator('[data-run-step="5"]')
        step.focus()
        expect(page.get_by_label("The chosen patch")).to_contain_text("Step 6 of 9")
        start = self.share(5)
        step.press("ArrowRight")
        fine = self.share(5) - start
        step.press("ArrowRight")
        far = self.share(5)
        self.assertGreater(fine, 0)
        self.assertGreater(far, start + fine / 2)
        # It goes back no further than the step before it. Where the answer to the first moves is
        # there already, that is the greyest mixture, which has made room for it; once it is there
        # itself, the one before it has gone on, and so may this.
        for lower in (far - 1.5 * fine, start):
            step.press("Shift+ArrowLeft")
            expect(page.get_by_label("The chosen patch")).not_to_contain_text("about")
            self.until(lambda lower=lower: self.share(5) < lower)
        before = self.share(4)
        self.assertLess(before, self.share(5))
        first = page.locator('[data-run-step="0"]')
        first.focus()
        first.press("ArrowRight")
        self.assertEqual(self.share(0), 0)

    def test_squint_white_test_light_and_surround(self) -> None:
        page = self.page
        patch = page.locator('[data-run-step="2"]')
        colour = "el => getComputedStyle(el).backgroundColor"
        plain = patch.evaluate(colour)
        page.keyboard.press("s")
        # Every patch on the page, the tray and the slip too, is a neutral now.
        for channels in page.evaluate(PATCHES):
            self.assertEqual(len(set(channels)), 1)
        page.keyboard.press("s")
        self.assertEqual(patch.evaluate(colour), plain)
        page.keyboard.press("w")
        opened = [int(v) for v in re.findall(r"\d+", patch.evaluate(colour))[:3]]
        self.assertGreater(sum(opened), sum(int(v) for v in re.findall(r"\d+", plain)[:3]))
        page.keyboard.press("w")
        page.get_by_role("button", name="Light: Daylight").click()
        page.get_by_role("option", name="Tungsten").click()
        expect(patch).not_to_have_css("background-color", plain)
        with page.expect_response("**/api/me"):
            page.keyboard.press("]")
        page.reload()
        expect(page.get_by_role("slider", name="Surround")).to_have_value("5.5")
        with page.expect_response("**/api/me"):
            page.keyboard.press("[")

    def test_a_wash_is_thinned_with_water(self) -> None:
        page = self.page
        self.unfold()
        self.choose("Lightness", "Thin with water")
        page.get_by_role("slider", name="Water").fill("6")
        chosen = page.get_by_label("The chosen patch")
        expect(chosen).to_contain_text("Water")
        expect(chosen).not_to_contain_text("Titanium white")

    def test_a_value_is_held_along_the_whole_scale(self) -> None:
        page = self.page
        self.unfold()
        self.choose("Lightness", "Hold a value")
        page.get_by_role("slider", name="Value").fill("6")
        expect(page.locator('[data-run-step="4"]')).to_have_attribute(
            "aria-valuetext", re.compile(r" 6/|N 6")
        )
        for i in range(9):
            said = page.locator(f'[data-run-step="{i}"]').get_attribute("aria-valuetext") or ""
            self.assertRegex(said, r"[A-Z] (5\.9|6|6\.1)(/|,)")

    def test_a_scale_ends_at_grey_where_that_is_wanted(self) -> None:
        page = self.page
        self.unfold()
        page.get_by_role("button", name="To grey only").click()
        expect(page.locator('[data-run-step="8"]')).to_have_attribute(
            "aria-valuetext", re.compile("very dark grey")
        )
        self.assertLess(self.share(8), 100)

    def test_a_scale_is_opened_in_rows(self) -> None:
        """By hand: what is opened with as much white again is lighter, and of the same hue family
        only in its parts: one of the step to one of white."""
        page = self.page
        self.unfold()
        for _ in range(2):
            page.get_by_role("button", name="More opened rows").click()
        rows = page.get_by_role("region", name="Opened rows")
        cells = rows.get_by_role("button")
        expect(cells).to_have_count(18)
        expect(rows.get_by_role("heading")).to_have_text(["1 : 1 white", "1 : 2 white"])
        cells.nth(9).click()
        chosen = page.get_by_label("The chosen patch")
        expect(chosen).to_contain_text("Step 19 of 27")
        expect(page.get_by_test_id("chosen-parts")).to_have_text(
            re.compile("1 Cadmium orange.*2 Titanium white", re.S)
        )
        chosen.get_by_label("What it is for").fill("evening sky")
        self.wait_until_kept()
        page.reload()
        expect(cells).to_have_count(18)
        cells.nth(9).click()
        expect(chosen.get_by_label("What it is for")).to_have_value("evening sky")
        self.assert_accessible()
        page.get_by_role("button", name="Work plan").click()
        slip = page.get_by_role("complementary", name="The slip")
        opens = slip.get_by_text(re.compile("^Open step 1"))
        opens.scroll_into_view_if_needed()
        expect(opens).to_be_visible()

    def test_a_paint_with_itself_and_names_that_will_not_do(self) -> None:
        page = self.page
        page.get_by_role("button", name="To Cobalt blue").click()
        page.get_by_role("button", name="Cadmium orange:").click()
        expect(page.get_by_role("alert").first).to_contain_text("choose another paint")
        # The choices are still there to be mended.
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("alert")).to_have_count(0)
        name = page.get_by_label("Name of the sheet")
        name.fill("x" * 5000)
        expect(page.get_by_role("alert")).to_contain_text("at most 120 characters")
        expect(name).to_have_value("x" * 5000)
        name.fill("")
        self.wait_until_kept()
        # A sheet without a name is found by what it is made of.
        page.get_by_role("button", name="Saved sheets").click()
        expect(page.get_by_role("link", name="Cadmium orange into cobalt blue")).to_be_visible()
        page.keyboard.press("Escape")

    def test_a_change_keeps_itself_and_is_there_after_a_reload(self) -> None:
        page = self.page
        self.unfold()
        page.get_by_role("button", name="More steps").click()
        expect(page.locator("[data-run-step]")).to_have_count(10)
        # Before it is kept at all, the browser has it.
        page.reload()
        expect(page.locator("[data-run-step]")).to_have_count(10)
        self.wait_until_kept()
        page.evaluate("localStorage.clear()")
        page.reload()
        expect(page.locator("[data-run-step]")).to_have_count(10)

    def test_what_takes_its_time_is_said_to_be_fetched_or_mixed(self) -> None:
        page = self.page
        held = self.hold("**/opened", "**/compute/chart")
        page.reload()
        fetching = page.get_by_text("Fetching the sheet …")
        expect(fetching).to_be_visible()
        held.pop().continue_()
        expect(page.locator("[data-run-step]")).to_have_count(9)
        expect(fetching).to_have_count(0)
        page.keyboard.press("n")
        tray = page.get_by_role("navigation", name="Tubes")
        for tube in ("Cadmium orange", "Ultramarine blue"):
            tray.get_by_role("button", name=tube).click()
        mixing = page.get_by_role("status").get_by_text("Mixing …", exact=True)
        expect(mixing).to_be_visible()
        expect(page.get_by_text("Tap the paint you want to mute")).to_have_count(0)
        held.pop().continue_()
        expect(page.locator("[data-run-step]")).to_have_count(9)
        expect(mixing).to_have_count(0)

    def test_who_goes_on_before_a_new_sheet_is_kept_is_not_turned_round(self) -> None:
        page = self.page
        scripts = self.hold("**/PilesStage*.js")
        sheets = self.hold(re.compile("/api/scales$"), method="POST")
        page.keyboard.press("n")
        tray = page.get_by_role("navigation", name="Tubes")
        with page.expect_request(lambda asked: asked.method == "POST"
                                 and asked.url.endswith("/api/scales")):  # fmt: skip
            for tube in ("Cadmium orange", "Ultramarine blue"):
                tray.get_by_role("button", name=tube).click()
        page.get_by_role("link", name="Piles").click()
        page.wait_for_url("**/piles")
        # The sheet is kept while the stage that was asked for is still on its way.
        with page.expect_response(lambda told: told.request.method == "POST"):
            sheets.pop().continue_()
        page.wait_for_timeout(300)
        for script in scripts:
            script.continue_()
        page.get_by_role("heading", name="The palette").or_(
            page.get_by_role("button", name="Another")
        ).first.wait_for()
        self.assertTrue(page.url.endswith("/piles"), page.url)

    def test_a_delta_is_written_in_the_font_that_ships(self) -> None:
        faces = """document.fonts.load('16px "Alegreya Sans Greek"', '\u0394')
            .then(faces => faces.map(each => each.status))"""
        self.assertEqual(self.page.evaluate(faces), ["loaded"])
        family = self.page.evaluate("getComputedStyle(document.body).fontFamily")
        self.assertIn('"Alegreya Sans Greek", sans-serif', family)

    def test_a_session_that_ends_while_editing_is_taken_up_again(self) -> None:
        page = self.page
        self.unfold()
        page.get_by_label("Name of the sheet").fill("Kept through a sign-in")
        # Else the name's own keeping could meet the end of the session before the click does.
        self.wait_until_kept()
        page.context.clear_cookies(name="sessionid")
        page.get_by_role("button", name="More steps").click()
        dialog = page.get_by_role("dialog")
        expect(dialog).to_contain_text("Your work is still here")
        dialog.get_by_role("button", name="Open the demo studio").click()
        expect(page.locator("[data-run-step]")).to_have_count(10)
        expect(dialog).to_have_count(0)
        self.wait_until_kept()
        page.evaluate("localStorage.clear()")
        page.reload()
        expect(page.locator("[data-run-step]")).to_have_count(10)
        expect(page.get_by_label("Name of the sheet")).to_have_value("Kept through a sign-in")

    def test_two_windows_never_overwrite_each_other_silently(self) -> None:
        other = self.page.context.new_page()
        other.goto(self.page.url)
        other.locator("[data-run-step]").first.wait_for()
        self.page.get_by_label("Name of the sheet").fill("Mine first")
        self.wait_until_kept()
        other.get_by_label("Name of the sheet").fill("Theirs after")
        alert = other.get_by_role("alert")
        expect(alert).to_contain_text("another window")
        expect(other.get_by_label("Name of the sheet")).to_have_value("Theirs after")
        # Either way out loses nothing: a copy of its own, or the other one as it is.
        alert.get_by_role("button", name="Keep mine as a copy").click()
        self.wait_until_kept(other)
        other.get_by_role("button", name="Saved sheets").click()
        for name in ("Mine first", "Theirs after"):
            expect(other.get_by_role("link", name=name)).to_be_visible()
        other.get_by_role("button", name="Throw away Theirs after").click()
        other.goto(self.page.url)
        other.locator("[data-run-step]").first.wait_for()
        self.page.get_by_label("Name of the sheet").fill("Rust runs into harbour water")
        self.wait_until_kept()
        self.unfold(other)
        other.get_by_role("button", name="More steps").click()
        alert.get_by_role("button", name="Take the other one").click()
        expect(other.get_by_label("Name of the sheet")).to_have_value(
            "Rust runs into harbour water"
        )
        expect(other.locator("[data-run-step]")).to_have_count(9)
        other.close()

    def test_the_shelf_finds_copies_throws_away_and_brings_back(self) -> None:
        page = self.page
        page.keyboard.press("o")
        shelf = page.get_by_role("dialog")
        shelf.get_by_label("Find a sheet").fill("dark grey")
        expect(shelf.get_by_role("link", name="Rust and tar")).to_be_visible()
        expect(shelf.get_by_role("link", name="Fog bank")).to_have_count(0)
        shelf.get_by_label("Find a sheet").fill("")
        page.get_by_role("button", name="Duplicate Fog bank, thin wash").click()
        expect(shelf.get_by_role("link", name="Fog bank, thin wash, copy")).to_be_visible()
        page.get_by_role("button", name="Throw away Fog bank, thin wash, copy").click()
        expect(shelf.get_by_role("link", name="Fog bank")).to_have_count(1)
        page.get_by_role("button", name="Throw away Fog bank").click()
        expect(shelf.get_by_role("link", name="Fog bank")).to_have_count(0)
        page.get_by_role("button", name="Bring it back").click()
        expect(shelf.get_by_role("link", name="Fog bank")).to_be_visible()

    def test_throwing_the_open_sheet_away_closes_it(self) -> None:
        page, failed = self.page, []
        page.on("response", lambda answer: answer.status >= 400 and failed.append(answer.url))
        # The other journeys of this class leave copies of one name on the shelf.
        thrown, name = page.url, "Open, and thrown away"
        page.get_by_label("Name of the sheet").fill(name)
        self.wait_until_kept()
        page.get_by_role("button", name="Saved sheets").click()
        shelf = page.get_by_role("dialog")
        # Brought back before the shelf is left, it lies on the stage as before.
        throw = shelf.get_by_role("button", name=f"Throw away {name}", exact=True)
        throw.click()
        shelf.get_by_role("button", name="Bring it back").click()
        expect(shelf.get_by_text("is thrown away")).to_have_count(0)
        expect(throw).to_be_visible()
        shelf.get_by_role("button", name="Close").click()
        expect(page).to_have_url(thrown)
        expect(page.locator("[data-run-step]")).to_have_count(9)
        page.get_by_role("button", name="Saved sheets").click()
        throw.click()
        expect(shelf.get_by_text("is thrown away")).to_be_visible()
        shelf.get_by_role("button", name="Close").click()
        expect(page).not_to_have_url(thrown)
        expect(page.locator("[data-run-step]")).to_have_count(0)
        # The next tap begins a sheet, and nothing asks for what is gone.
        tray = page.get_by_role("navigation", name="Tubes")
        for tube in ("Red oxide", "Cerulean blue"):
            tray.get_by_title(tube, exact=True).click()
        expect(page.locator("[data-run-step]")).to_have_count(9)
        self.wait_until_kept()
        self.assertEqual(failed, [])


class Accessible(InBrowser):
    def test_axe_finds_nothing_on_any_view_at_any_surround(self) -> None:
        page = self.page
        page.goto(self.studio.address)
        page.get_by_role("button", name="Open the demo studio").wait_for()
        self.assert_accessible()
        self.open_demo()
        for value in ("2", "4.5", "5", "9"):
            page.get_by_role("slider", name="Surround").fill(value)
            self.assert_accessible()
        for sheet in ("Rust and tar, wet and dry", "Breakers' yard in three paints"):
            self.open_sheet(sheet)
            page.get_by_label("The chosen patch").wait_for()
            self.assert_accessible()
        page.get_by_role("button", name="Work plan").click()
        page.get_by_role("checkbox").first.wait_for()
        self.assert_accessible()
        self.open_sheet("Rust runs")
        for view, there in (("Partners", "Mute with it"), ("Schools", "Go on with it")):
            page.get_by_role("button", name=view).click()
            page.get_by_role("button", name=there).first.wait_for()
            self.assert_accessible()
        for opener in ("Saved sheets", "Add tubes", "Help"):
            page.get_by_role("button", name=opener).click()
            page.get_by_role("dialog").get_by_role("heading").first.wait_for()
            page.wait_for_timeout(300)
            self.assert_accessible()
            page.keyboard.press("Escape")
            expect(page.get_by_role("dialog")).to_have_count(0)
        page.goto(self.studio.address + "scales")
        page.get_by_text("Tap the paint you want to mute").wait_for()
        self.assert_accessible()

    def test_the_work_fits_one_screen_and_a_tablet_has_it_all(self) -> None:
        page = self.open_demo()
        self.assertLessEqual(page.evaluate("document.documentElement.scrollHeight"), 800)
        page.set_viewport_size({"width": 820, "height": 1180})
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 820)
        for name in ("Tubes", "The slip", "The run"):
            expect(page.get_by_label(name, exact=True)).to_be_visible()
        small = page.evaluate(TOO_SMALL)
        self.assertEqual(small, [])

    def test_the_whole_stage_is_reached_with_the_keyboard(self) -> None:
        page = self.open_demo()
        page.locator("body").press("l")
        expect(page.get_by_role("dialog")).to_contain_text("Squint")
        page.keyboard.press("Escape")
        page.keyboard.press("e")
        reached = set()
        for _ in range(90):
            page.keyboard.press("Tab")
            reached.add(page.evaluate(FOCUSED))
        for name in ("Step 4 of 9", "White test", "More steps", "Name of the sheet"):
            self.assertIn(name, reached)
