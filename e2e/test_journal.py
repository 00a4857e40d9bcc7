"""Journeys through the journal: what is mixed notes itself, is found by looking, is mixed again."""

import re

from playwright.sync_api import Route, expect

from e2e.studio import InBrowser
from workshop.serving import Stack

MONTH_LATER = """
from datetime import timedelta
from django.db.models import F
from server.mixtures.models import KeptMixture, Mixing
ago = timedelta(days=30)
KeptMixture.objects.update(created=F("created") - ago, mixed=F("mixed") - ago)
Mixing.objects.update(at=F("at") - ago)
"""


class JournalTest(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo()
        self.slip = self.page.get_by_label("The slip", exact=True)

    def journal(self) -> None:
        self.page.get_by_role("link", name="Journal").click()
        expect(self.page.locator("[data-entry]").first).to_be_visible()

    def a_month_goes_by(self) -> None:
        """All that was noted is a month older, in the database of the running studio."""
        stack = Stack(self.studio.home, self.studio.port)
        self.assertTrue(stack.database.join())
        stack.manage("shell", "-v0", "-c", MONTH_LATER, failure="The month did not pass.")

    def test_a_mixture_is_scooped_found_by_its_colour_a_month_later_and_mixed_again(self) -> None:
        page = self.page
        page.locator("[data-run-step]").nth(4).click()
        page.get_by_role("button", name="Go on with it").click()
        page.get_by_role("menuitem", name="A pile of it").click()
        advice = page.get_by_role("region", name="Advice")
        made = page.get_by_role("region", name="What is in it").get_by_role("listitem")
        for step in (1, 2):
            advice.get_by_role("button", name=re.compile("^Add ")).first.click()
            expect(made).to_have_count(step)
        page.get_by_role("button", name="Palette moves").click()
        page.get_by_role("menuitem", name="Scoop some for use").click()
        page.get_by_role("button", name="Scoop it").click()
        expect(made).to_have_count(3)
        found = re.search(r"/piles/(\d+)", page.url)
        assert found
        pile = self.api(page, "GET", f"piles/{found[1]}")

        self.a_month_goes_by()
        self.journal()
        expect(self.slip.get_by_label("Name of the entry")).to_have_value(pile["name"])
        self.assert_accessible()
        page.get_by_label("Near a colour").fill(pile["look"]["munsell"])
        nearest = page.get_by_role("list", name="Nearest first").locator("[data-entry]").first
        expect(nearest).to_contain_text("no eye sees it")
        self.assert_accessible()
        nearest.click()
        expect(self.slip.get_by_test_id("entry-words")).to_contain_text(pile["look"]["munsell"])

        # One of its tubes is finished meanwhile.
        gone = pile["make_up"][-1]
        path = f"{self.studio.address}api/tubes/{gone['tube']}"
        token = {c["name"]: c["value"] for c in page.context.cookies()}["csrftoken"]
        page.request.patch(path, data={"left_ml": 0}, headers={"X-CSRFToken": token})
        self.addCleanup(
            page.request.patch, path, data={"left_ml": 30}, headers={"X-CSRFToken": token}
        )
        self.slip.get_by_role("button", name="Mix it again").click()
        before = float(self.slip.get_by_label("How much").input_value())
        self.slip.get_by_label("How much").fill(str(3 * before))
        self.slip.get_by_role("button", name="Tell me how").click()
        expect(self.slip.get_by_test_id("again-says")).to_contain_text(gone["label"])
        lines = self.slip.get_by_test_id("again-lines").get_by_role("listitem")
        self.assertNotIn(gone["label"], " ".join(lines.all_inner_texts()))
        # What the plan says to squeeze out is the amount that was asked for.
        squeezed = [
            float(ml) for line in lines.all_inner_texts()
            for ml in re.findall(r"([\d.]+) ml", line)
        ]  # fmt: skip
        told = lines.all_inner_texts()
        self.assertAlmostEqual(sum(squeezed), 3 * before, delta=0.03, msg=str(told))
        self.slip.get_by_role("button", name="Put it on the palette").click()
        expect(page.get_by_test_id("pile-words")).not_to_contain_text("nothing yet")

    def test_it_is_looked_at_in_every_way_by_mouse_and_keys(self) -> None:
        page = self.page
        self.journal()
        first = page.locator("[data-entry]").first
        first.focus()
        page.keyboard.press("ArrowRight")
        expect(first).not_to_be_focused()
        page.keyboard.press("ArrowLeft")
        expect(first).to_be_focused()
        page.keyboard.press("ArrowDown")
        expect(first).not_to_be_focused()
        page.keyboard.press("Enter")
        chosen = page.locator("[data-entry][aria-pressed=true]")
        expect(chosen).to_be_focused()
        expect(self.slip.get_by_label("Name of the entry")).to_have_value(
            chosen.get_attribute("title") or ""
        )
        shown = page.get_by_role("group", name="What is shown")
        for view, says in (
            ("By painting", "Net Loft, study"),
            ("By tubes", "entries"),
            ("Store", "Squeezed out, by week"),
            ("What it teaches", "You tend to end a quarter of a value too dark."),
        ):
            shown.get_by_role("button", name=view, exact=True).click()
            expect(page.get_by_role("main")).to_contain_text(says)
            self.assert_accessible()
        shown.get_by_role("button", name="By colour", exact=True).click()
        several = page.get_by_role("button", name=re.compile("^[2-9] entries"))
        several.first.click()
        expect(page.get_by_role("list", name="Nearest first")).to_be_visible()
        page.get_by_label("Near a colour").fill("")
        page.get_by_label("Words").fill("harb")
        shown.get_by_role("button", name="By day", exact=True).click()
        expect(page.get_by_test_id("wall").locator("[data-entry]").first).to_have_attribute(
            "title", re.compile("harbour", re.IGNORECASE)
        )
        page.get_by_label("Words").fill("nowhere at all")
        expect(page.get_by_role("main")).to_contain_text("Take a filter away")

    def test_what_is_written_beside_it_stays_and_it_is_thrown_away_and_brought_back(self) -> None:
        page, slip = self.page, self.slip
        page.locator("[data-run-step]").nth(3).click()
        slip.get_by_role("button", name="Note it").click()
        slip.get_by_role("link", name="Noted").click()
        slip.get_by_label("Name of the entry").fill("Hull in the rain")
        slip.get_by_role("textbox", name="Note", exact=True).fill("two coats")
        slip.get_by_role("button", name="Say how it came out").click()
        slip.get_by_label("In a word").fill("came out warmer")
        slip.get_by_label("Its colour").fill("5YR 4/3")
        slip.get_by_role("button", name="Add it").click()
        expect(slip.get_by_role("region", name="How it came out")).to_contain_text("warmer")
        expect(slip.get_by_text("as it was", exact=True)).to_be_visible()
        slip.get_by_role("textbox", name="Another word").fill("Weather")
        slip.get_by_role("button", name="Add", exact=True).click()
        expect(slip.get_by_role("button", name="Take away weather")).to_be_visible()
        page.reload()
        expect(slip.get_by_label("Name of the entry")).to_have_value("Hull in the rain")
        expect(slip.get_by_role("textbox", name="Note", exact=True)).to_have_value("two coats")
        slip.get_by_role("button", name="Throw away").click()
        slip.get_by_role("button", name="Bring it back").click()
        expect(slip.get_by_label("Name of the entry")).to_have_value("Hull in the rain")

    def test_a_notebook_is_taken_in_with_each_fault_by_its_line_and_the_book_is_printed(
        self,
    ) -> None:
        page = self.page
        self.journal()
        rows = [f"study {i},2026-03-{1 + i % 28:02},{1 + i} Cadmium orange + 4 Ultramarine blue,"
                for i in range(50)]  # fmt: skip
        faulty = list(rows)
        for at, row in ((4, "fog,2026-03-40x,1 Cadmium orange,"), (20, ",2026-03-01,1 Viridian,"),
                        (33, "sea,2026-03-01,lots of blue,")):  # fmt: skip
            faulty[at] = row
        page.get_by_role("button", name="Files", exact=True).click()
        page.get_by_role("menuitem", name="Take a notebook in").click()
        panel = page.get_by_role("dialog")

        def offer(lines: list[str]) -> None:
            table = "\n".join(["name,date,parts,note", *lines]).encode()
            panel.locator("input[type=file]").set_input_files(
                {"name": "notebook.csv", "mimeType": "text/csv", "buffer": table}
            )

        offer(faulty)
        for line in (6, 22, 35):
            expect(panel.get_by_text(f"Line {line}:")).to_be_visible()
        self.assert_accessible()
        # A label that is in no tube is asked for; the others are known.
        rows[7] = "study 7,2026-03-08,3 Old orange + 4 Ultramarine blue,"
        offer(rows)
        panel.get_by_role("button", name="Take all 50").click()
        expect(panel.get_by_text("Line 9:")).to_be_visible()
        panel.get_by_role("button", name="“Old orange” is").click()
        page.get_by_role("option", name="Cadmium orange").click()
        self.assert_accessible()
        panel.get_by_role("button", name="Take all 50").click()
        expect(panel).to_have_count(0)
        page.get_by_label("Words").fill("study")
        expect(page.get_by_test_id("wall").locator("[data-entry]")).not_to_have_count(0)
        page.get_by_role("button", name="Files", exact=True).click()
        with page.expect_download() as waited:
            page.get_by_role("menuitem", name="Swatch cards").click()
        self.assertTrue(waited.value.path().read_bytes().startswith(b"%PDF-"))
        self.assertEqual(waited.value.suggested_filename, "swatch-book-cards.pdf")

    def test_what_is_filtered_folds_into_one_line_that_says_it(self) -> None:
        page = self.page
        self.journal()
        entries = page.get_by_test_id("wall").locator("[data-entry]")
        fold = page.get_by_role("button", name="Shown: ")
        expect(fold).to_have_text("Everything")
        fold.click()
        page.get_by_role("button", name="Medium").click()
        page.get_by_role("option", name="Wash").click()
        # The demo paints in oil: nothing in its journal is a wash.
        expect(entries).to_have_count(0)
        fold.click()
        expect(page.get_by_role("button", name="Medium")).to_have_count(0)
        expect(fold).to_have_text("Wash")
        self.assert_accessible()
        fold.click()
        page.get_by_role("button", name="Medium").click()
        page.get_by_role("option", name="Any medium").click()
        page.get_by_role("button", name="My tubes").click()
        expect(fold).to_have_text("My tubes")
        expect(entries).not_to_have_count(0)

    def test_a_photograph_finds_what_is_nearest_and_shows_how_it_came_out(self) -> None:
        page, slip = self.page, self.slip
        self.journal()
        page.get_by_role("button", name="Photograph", exact=True).click()
        panel = page.get_by_role("dialog")
        panel.get_by_test_id("photograph").click()
        expect(panel.get_by_test_id("photo-colour")).to_be_visible()
        self.assert_accessible()
        panel.get_by_role("button", name="Find what is nearest").click()
        nearest = page.get_by_role("list", name="Nearest first").locator("[data-entry]")
        expect(nearest.first).to_be_visible()
        sought = [float(v) for v in page.get_by_label("Near a colour").input_value().split()]
        self.assertEqual(len(sought), 3)
        nearest.first.click()
        slip.get_by_role("button", name=re.compile("Say how it came|Add another look")).click()
        slip.get_by_role("button", name="Off a photograph").click()
        panel.get_by_test_id("photograph").click()
        panel.get_by_role("button", name="This is how it came out").click()
        slip.get_by_role("button", name="Add it").click()
        seen = slip.get_by_role("region", name="How it came out")
        expect(seen).to_contain_text("off a photograph")
        picture = seen.get_by_role("img", name="The dried swatch, photographed").first
        expect(picture).to_be_visible()
        self.assertTrue(picture.evaluate("img => img.complete && img.naturalWidth > 0"))

    def test_two_windows_and_a_line_that_breaks_lose_nothing(self) -> None:
        page, slip = self.page, self.slip
        page.locator("[data-run-step]").nth(2).click()
        # The note arrives, but its answer does not: sent again, it is the same note.
        lost: list[int] = []

        def lose(route: Route) -> None:
            if lost:
                route.continue_()
                return
            lost.append(route.fetch().status)
            route.abort()

        page.route("**/api/journal/notes", lose)
        slip.get_by_role("button", name="Note it").click()
        noted = slip.get_by_role("link", name=re.compile("Noted"))
        expect(noted).to_be_visible(timeout=20_000)
        self.assertEqual(lost, [201])
        before = self.api(page, "GET", "journal/wall")["total"]
        noted.click()
        title = slip.get_by_label("Name of the entry")
        expect(title).to_be_visible()
        key = page.url.rsplit("/", 1)[1]
        entry = self.api(page, "GET", f"journal/entries/{key}")
        self.assertEqual([mixing["came"] for mixing in entry["mixings"]].count("note"), 1)
        self.assertEqual(self.api(page, "GET", "journal/wall")["total"], before)

        # Another window writes first; what is typed here stays in its field, and is told of.
        other = page.context.new_page()
        other.goto(page.url)
        there = other.get_by_label("Name of the entry")
        there.fill("Named elsewhere")
        there.press("Tab")
        expect(other.get_by_title("Named elsewhere").first).to_be_visible()
        note = slip.get_by_role("textbox", name="Note", exact=True)
        note.fill("thin, over a warm grey")
        title.click()
        expect(slip.get_by_role("alert")).to_contain_text("in another window")
        expect(note).to_have_value("thin, over a warm grey")
        expect(title).to_have_value("Named elsewhere")
        note.press("End")
        note.press_sequentially(".")
        with page.expect_response(lambda told: told.request.method == "PATCH" and told.ok):
            title.click()
        expect(slip.get_by_role("alert")).to_have_count(0)
        entry = self.api(page, "GET", f"journal/entries/{key}")
        self.assertEqual((entry["title"], entry["note"]),
                         ("Named elsewhere", "thin, over a warm grey."))  # fmt: skip
        other.close()
