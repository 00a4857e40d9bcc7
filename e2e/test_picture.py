"""A painting that begins from a picture: divided, changed, mixed, looked at, dotted, carried."""

import base64
import io
import json
import re
from collections.abc import Callable

import numpy as np
from playwright.sync_api import expect
from pypdf import PdfReader

from e2e.test_paintings import AtThePainting
from mesotint.colour.colorimetry import lab_from_xyz
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import lab_from_hex, xyz_from_srgb
from mesotint.pictures.pieces import labels_from_png
from mesotint.pictures.recolour import Recolouring

CANVAS = """async which => {
    const canvas = document.querySelectorAll('[data-testid=picture] canvas')[which];
    const drawn = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height);
    return [canvas.width, canvas.height, btoa(Array.from(drawn.data, c => String.fromCharCode(c))
        .join(''))];
}"""
AFTER, BEFORE = 0, 1


class PictureTest(AtThePainting):
    def setUp(self) -> None:
        super().setUp()
        expect(self.page.get_by_test_id("picture").locator("canvas").first).to_be_visible()

    def canvas(self, which: int) -> np.ndarray:
        """What a canvas of the picture shows, shape (height, width, 3)."""
        width, height, told = self.page.evaluate(CANVAS, which)
        pixels = np.frombuffer(base64.b64decode(told), dtype=np.uint8)
        return pixels.reshape(height, width, 4)[..., :3]

    def drawn(self, which: int, so: Callable[[np.ndarray], bool]) -> np.ndarray:
        """What a canvas shows once it is so: it is drawn after what was touched beside it."""
        self.until(lambda: so(self.canvas(which)))
        return self.canvas(which)

    def whose(self) -> np.ndarray:
        """The passage of each pixel, as the server has it."""
        request = self.told()["request"]
        path = (
            f"{self.studio.address}api/paintings/divisions/{request['picture']['division']}/pieces"
        )
        labels = labels_from_png(self.page.request.get(path).body())
        owner = np.full(int(labels.max()) + 1, -1)
        for place, passage in enumerate(request["passages"]):
            owner[passage["pieces"]] = place
        return owner[labels]

    def begin(self, count: int) -> None:
        """A new painting from the demo's photograph, in so many passages."""
        page = self.page
        page.get_by_role("button", name="Saved paintings").click()
        page.get_by_role("button", name="A new painting").click()
        page.get_by_role("button", name="Begin from a picture").click()
        panel = page.get_by_role("dialog")
        panel.get_by_role("button", name="Low tide, the yard from the slip").click()
        there = panel.get_by_role("list", name="Its passages")
        expect(there.get_by_role("listitem").first).to_be_visible()
        while (now := there.get_by_role("listitem").count()) != count:
            step = "more" if now < count else "fewer"
            panel.get_by_role("button", name=re.compile(step, re.I)).click()
            expect(there.get_by_role("listitem")).to_have_count(now + (1 if step == "more" else -1))
        panel.get_by_role("button", name=f"Begin with these {count}").click()
        expect(page.get_by_test_id("picture")).to_be_visible()

    def test_a_painting_is_begun_changed_and_mixed_where_it_stands(self) -> None:
        page = self.page
        self.begin(8)
        run = page.get_by_label("The run", exact=True).get_by_role("listitem")
        expect(run).to_have_count(8)
        self.wait_until_kept()
        before = self.whose()
        # Two regions become one: the passage is chosen, merging taken up, the other tapped.
        self.tap(0.5, 0.04)
        sky = int(before[int(0.04 * before.shape[0]), before.shape[1] // 2])
        slip = page.get_by_label("The slip", exact=True)
        neighbour = slip.get_by_role("button", name=re.compile("^Merge .* into it")).first
        merged = neighbour.get_attribute("aria-label")
        neighbour.click()
        expect(run).to_have_count(7)
        self.wait_until_kept()
        request = self.told()["request"]
        self.assertAlmostEqual(sum(p["area"] for p in request["passages"]), 100, delta=0.1)
        after = self.whose()
        self.assertEqual(len(np.unique(after)), 7, merged)
        self.assertGreater((after == after[0, after.shape[1] // 2]).sum(), (before == sky).sum())
        page.get_by_role("button", name="Undo").click()
        expect(run).to_have_count(8)
        page.get_by_role("button", name="Redo").click()
        expect(run).to_have_count(7)
        page.get_by_role("button", name="Split", exact=True).click()
        expect(run).to_have_count(8)
        # All of them are mixed at once, from as few tubes as the curve's knee says.
        page.get_by_role("button", name="Mix all").click()
        panel = page.get_by_role("dialog")
        expect(panel.get_by_text(re.compile(r"^\d+ tubes: "))).to_be_visible()
        panel.get_by_role("button", name=re.compile("^6 tubes")).click()
        expect(panel.get_by_text(re.compile(r"^[2-6] tubes: "))).to_be_visible()
        panel.get_by_role("button", name="Take these mixtures").click()
        self.wait_until_kept()
        told = self.told()
        tubes = {
            part["tube"] for p in told["request"]["passages"] for part in p["mixture"]["parts"]
        }
        self.assertLessEqual(len(tubes), 6)
        self.assertEqual(len(told["palette"]), 8)

    def test_a_card_is_marked_before_the_picture_is_begun_from(self) -> None:
        page = self.page
        area = self.api(page, "GET", "photographs")[0]["card_area"]
        page.get_by_role("button", name="Saved paintings").click()
        page.get_by_role("button", name="A new painting").click()
        page.get_by_role("button", name="Begin from a picture").click()
        panel = page.get_by_role("dialog")
        panel.get_by_role("button", name="Low tide, the yard from the slip").click()
        passages = panel.get_by_role("list", name="Its passages").get_by_role("listitem")
        expect(passages.first).to_be_visible()
        panel.get_by_role("button", name="None", exact=True).click()
        expect(panel.get_by_role("button", name="None", exact=True)).to_have_attribute(
            "aria-pressed", "true"
        )
        self.assertIsNone(self.api(page, "GET", "photographs")[0]["card_area"])
        panel.get_by_role("button", name="Grey", exact=True).click()
        box = panel.get_by_test_id("photograph").bounding_box()
        assert box is not None
        left, top = box["x"] + area["left"] * box["width"], box["y"] + area["top"] * box["height"]
        page.mouse.move(left, top)
        page.mouse.down()
        page.mouse.move(left + area["width"] * box["width"], top + area["height"] * box["height"])
        page.mouse.up()
        expect(panel.get_by_test_id("photograph")).to_have_count(0)
        expect(passages.first).to_be_visible()
        self.assertEqual(self.api(page, "GET", "photographs")[0]["card"], "grey")
        self.assert_accessible()

    def test_what_is_shown_is_what_the_core_paints(self) -> None:
        """The browser's picture against the core's, pixel by pixel, and each passage's mean
        against its mixture; with the mother the picture follows a share that is dragged."""
        before, whose = self.canvas(BEFORE), self.whose()
        palette = [np.array(look["look"]["lab"]) for look in self.told()["palette"]]
        shown = self.canvas(AFTER)
        wanted = Recolouring.of(before, whose).shown(
            np.array([lab_from_hex(look["look"]["srgb"]) for look in self.told()["palette"]])
        )
        off = np.abs(shown.astype(int) - wanted)
        self.assertLess(float(off.mean()), 0.5)
        self.assertLess(float((off.max(axis=2) > 3).mean()), 0.01)
        for place, lab in enumerate(palette):
            mean = lab_from_xyz(xyz_from_srgb(shown[whose == place] / 255).mean(axis=0))
            truly = lab_from_hex(self.told()["palette"][place]["look"]["srgb"])
            self.assertLess(float(delta_e_2000(mean, truly)), 1.2, (place, lab))
        self.choose_mother("Ultramarine blue")
        first = self.drawn(AFTER, lambda now: bool((now != shown).any()))
        self.drag_share(0, 140)
        self.wait_until_kept()
        mine = whose == 0
        self.drawn(AFTER, lambda now: np.abs(now[mine].astype(int) - first[mine]).mean() > 1)
        # Left of the divider stands what was, and the line is moved by drag and by key.
        divider = self.page.get_by_test_id("divider")
        box = divider.bounding_box()
        assert box is not None
        self.page.mouse.move(box["x"] + 22, box["y"] + 60)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 122, box["y"] + 60, steps=5)
        self.page.mouse.up()
        at = float(divider.get_attribute("aria-valuenow") or "nan")
        self.assertGreater(at, 60)
        divider.press("Home")
        expect(divider).to_have_attribute("aria-valuenow", "0")

    def test_places_are_held_against_each_other_and_dotted(self) -> None:
        page = self.page
        self.tap(0.12, 0.06)
        expect(page.get_by_label("Passage", exact=True)).to_have_value("Fog bank")
        self.tap(0.3, 0.4)
        expect(
            page.get_by_text(re.compile("^Tarred hull against Fog bank: darker by"))
        ).to_be_visible()
        standing = page.get_by_role("region", name="Where it stands")
        expect(standing).to_contain_text(re.compile("Against Rust runs: darker by"))
        page.get_by_role("button", name="Dot", exact=True).click()
        self.tap(0.3, 0.4)
        dot = page.get_by_test_id("dot")
        expect(dot).to_have_count(1)
        said = page.get_by_text(re.compile("^Tarred hull, dotted"))
        expect(said).to_be_visible()
        self.tap(0.15, 0.1)
        expect(dot).to_have_count(2)
        expect(page.get_by_text(re.compile("dotted.*Darker by .* values"))).to_be_visible()
        page.get_by_role("button", name="Wipe off").click()
        expect(dot).to_have_count(0)
        # Squinted at in three values there are three greys.
        page.get_by_role("button", name="3", exact=True).click()
        few = self.drawn(AFTER, lambda now: len(np.unique(now.reshape(-1, 3), axis=0)) <= 3)
        self.assertTrue((few == few[..., :1]).all())

    def test_a_passage_is_held_to_its_value_by_the_mother_too(self) -> None:
        page = self.page
        self.tap(0.12, 0.06)
        page.get_by_role("button", name="5", exact=True).click()
        plan = page.get_by_role("region", name="The plan of values")
        expect(plan).to_contain_text("The darks join into one mass.")
        plan.get_by_role("button", name="Value 8").click()
        slip = page.get_by_label("The slip", exact=True)
        expect(slip.get_by_text(re.compile("held to value 8"))).to_be_visible()
        self.assert_accessible()
        self.choose_mother("Ultramarine blue")
        self.wait_until_kept()
        fog = self.told()["palette"][4]["look"]["munsell"]
        self.assertRegex(fog, r" (7\.9|8|8\.1)/")
        self.view("Passages")
        page.get_by_role("button", name="5", exact=True).click()
        self.tap(0.12, 0.06)
        plan.get_by_role("button", name="As mixed").click()
        expect(slip.get_by_text(re.compile("held to value"))).to_have_count(0)

    def test_a_shadow_is_layered_and_the_plan_says_what_dries_first(self) -> None:
        page = self.page
        self.tap(0.3, 0.85)
        expect(page.get_by_label("Passage", exact=True)).to_have_value("Wet mud")
        page.get_by_role("button", name="In layers").click()
        panel = page.get_by_role("dialog")
        panel.get_by_role("button", name=re.compile("^The layer below")).click()
        page.get_by_role("option", name="Dioxazine violet").click()
        expect(panel.get_by_role("img", name="Below, in layers")).to_be_visible()
        before = panel.get_by_text(re.compile("^In layers: ")).text_content()
        slider = panel.get_by_role("slider", name="Thickness of the upper layer")
        slider.press("End")
        expect(panel.get_by_text(re.compile("^In layers: "))).not_to_have_text(before or "")
        expect(panel.get_by_text("2 coats of it")).to_be_visible()
        self.assert_accessible()
        panel.get_by_role("button", name="Build it in layers").click()
        slip = page.get_by_label("The slip", exact=True)
        expect(slip.get_by_text("Painted in layers")).to_be_visible()
        self.wait_until_kept()
        self.view("Palette")
        page.get_by_text("How to lay the palette out").click()
        said = page.get_by_text(re.compile("Wet mud in layers: first dioxazine violet, opaque"))
        expect(said).to_be_visible()
        self.view("Passages")
        slip.get_by_role("button", name="No layers").click()
        expect(slip.get_by_text("Painted in layers")).to_have_count(0)

    def test_a_school_moves_the_picture_too(self) -> None:
        page = self.page
        self.choose_mother("Ultramarine blue")
        with page.expect_response(lambda answer: answer.url.endswith("schools")) as told:
            self.view("Schools")
        row = page.locator("[data-school='limited']")
        expect(row).to_be_visible(timeout=20_000)
        mothered = self.canvas(AFTER)
        row.get_by_role("button").click()
        expect(page.get_by_role("img", name="One limited set")).to_be_visible()
        limited = self.drawn(AFTER, lambda now: np.abs(now.astype(int) - mothered).max() > 5)
        # The mean of each passage's light is what that school mixes for it.
        owner = self.whose()
        schools = {each["school"]: each["passages"] for each in told.value.json()}
        for place, look in enumerate(schools["limited"]):
            mine = owner == place
            if mine.mean() < 0.03:
                continue
            light = xyz_from_srgb(limited[mine] / 255).mean(axis=0)
            off = delta_e_2000(lab_from_xyz(light), np.array(look["lab"]))
            self.assertLess(off, 2, look["name"])
        self.assert_accessible()

    def test_its_sheet_is_printed_with_the_picture_and_its_numbers(self) -> None:
        page = self.page
        height, width = self.canvas(BEFORE).shape[:2]
        self.view("Palette")
        page.get_by_role("button", name="Files").click()
        with page.expect_download() as download:
            page.get_by_role("menuitem", name="A4 (PDF)").click()
        printed = PdfReader(download.value.path())
        sizes = [image.image.size for sheet in printed.pages for image in sheet.images]
        self.assertIn((width, height), sizes)
        words = " ".join(sheet.extract_text() for sheet in printed.pages)
        for passage in self.told()["request"]["passages"]:
            self.assertIn(passage["name"], words)
        self.assertIn("From dark to light", " ".join(words.split()))

    def test_a_brush_gives_pieces_away_and_is_one_step_to_undo(self) -> None:
        page = self.page
        whose = self.whose()
        self.tap(0.12, 0.06)
        page.keyboard.press("b")
        expect(page.get_by_text("Draw over what belongs to Fog bank")).to_be_visible()
        box = page.get_by_test_id("picture").bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + 0.05 * box["width"], box["y"] + 0.55 * box["height"])
        page.mouse.down()
        page.mouse.move(box["x"] + 0.15 * box["width"], box["y"] + 0.56 * box["height"], steps=8)
        page.mouse.up()
        expect(page.get_by_role("button", name="Undo")).to_be_enabled()
        self.wait_until_kept()
        now = self.whose()
        fog, water = 4, 5
        self.assertGreater(((whose == water) & (now == fog)).sum(), 500)
        self.assertEqual(((whose != now) & (now != fog)).sum(), 0)
        page.get_by_role("button", name="Undo").click()
        self.wait_until_kept()
        np.testing.assert_array_equal(self.whose(), whose)

    def test_a_picture_that_is_put_away_leaves_the_patchwork(self) -> None:
        page = self.page
        there = [photograph["id"] for photograph in self.api(page, "GET", "photographs")]
        for key in there:
            self.api(page, "DELETE", f"photographs/{key}")
            self.addCleanup(self.api, page, "POST", f"photographs/{key}/restore")
        page.reload()
        expect(page.get_by_text("Its picture was put away")).to_be_visible()
        expect(page.get_by_role("region", name="The painting as a patchwork")).to_be_visible()

    def test_it_is_carried_whole_and_taken_in_again(self) -> None:
        page = self.page
        file = page.request.get(f"{self.studio.address}api/paintings/{self.mine}/file?picture=true")
        told = json.load(io.BytesIO(file.body()))
        self.assertEqual(told["division"]["width"], 640)
        taken = self.api(page, "POST", "paintings/import", told)
        self.open_painting(taken["id"])
        expect(page.get_by_test_id("picture")).to_be_visible()
        self.assertEqual(self.canvas(BEFORE).shape[1], 640)
