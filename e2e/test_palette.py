"""Journeys at the palette: a colour from a photograph, a split brown, mud in a pot, the scale and
the instrument, files that mean no good, and a server that falls over in the middle."""

import http.client
import re
import threading
import time
from itertools import pairwise

from playwright.sync_api import FloatRect, expect

from e2e.studio import InBrowser, core
from server.kept.tests.pictures import picture_file
from server.mixtures.tests.test_photographs import bomb
from server.tubes.tests.test_measuring import CGATS

SVG = b'<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'
RUST = (0.47, 0.45, 0.53, 0.53)
"""A rust run in the demo's photograph: from left and top to left and top, in shares."""


class AtThePalette(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.enter()
        self.page.get_by_role("link", name="Piles").click()
        self.words = self.page.get_by_test_id("pile-words")
        self.slip = self.page.get_by_role("complementary", name="The slip")
        self.advice = self.page.get_by_role("region", name="Advice")
        self.made = self.page.get_by_role("region", name="What is in it").get_by_role("listitem")
        self.name = self.page.get_by_label("Name of the pile")
        first = self.page.get_by_role("button", name="Choose a colour to hit")
        expect(self.words.or_(first)).to_be_visible()

    def enter(self) -> None:
        self.open_demo()

    def told(self) -> dict:
        """The open pile, as the server has it."""
        found = re.search(r"/piles/(\d+)", self.page.url)
        assert found
        return self.api(self.page, "GET", f"piles/{found[1]}")

    def open(self, name: str) -> None:
        self.page.get_by_role("link", name=name, exact=True).click()
        expect(self.name).to_have_value(name)

    def add(self, tube: str, amount: str, steps: int) -> None:
        """Put paint on the pile by hand."""
        tubes = self.page.get_by_role("navigation", name="Tubes")
        tubes.get_by_title(tube, exact=True).click()
        self.page.get_by_label("Amount").fill(amount)
        self.page.get_by_label("Amount").press("Enter")
        expect(self.made).to_have_count(steps)

    def move(self, name: str) -> None:
        self.page.get_by_role("button", name="Palette moves").click()
        self.page.get_by_role("menuitem", name=name).click()

    def begin(self, colour: str, name: str) -> None:
        page = self.page
        page.get_by_role("button", name="New pile").click()
        page.get_by_label("Colour to hit").fill(colour)
        page.get_by_label("What it is for").fill(name)
        page.get_by_role("button", name="Begin the pile").click()
        expect(self.name).to_have_value(name)

    def photograph(self) -> FloatRect:
        """Begin a pile from the photograph that is there; where it lies on the page."""
        self.page.get_by_role("button", name="New pile").click()
        self.page.get_by_role("button", name="From a photograph").click()
        picture = self.page.get_by_test_id("photograph")
        picture.get_by_role("img").evaluate("image => image.decode()")
        box = picture.bounding_box()
        assert box is not None
        return box

    def assert_is_the_cores(self) -> None:
        """What the stage says of the pile is what the command says of its make-up."""
        told = self.told()
        tubes = {tube["id"]: tube for tube in self.api(self.page, "GET", "tubes?which=all")}
        parts = [
            f"{tubes[part['tube']]['paint']['key']}={part['volume_ml']:.12g}"
            for part in told["make_up"]
        ]
        look = core("mix", *parts)
        expect(self.words).to_contain_text(f"{look['munsell']}, {look['name']}")
        for here, there in zip(told["look"]["lab"], look["lab"], strict=True):
            self.assertAlmostEqual(here, there, places=2)


class PaletteTest(AtThePalette):
    def test_a_colour_of_the_photograph_through_an_overshoot_and_back(self) -> None:
        page = self.page
        box = self.photograph()
        left, top, right, bottom = RUST
        page.mouse.move(box["x"] + left * box["width"], box["y"] + top * box["height"])
        page.mouse.down()
        page.mouse.move(box["x"] + right * box["width"], box["y"] + bottom * box["height"])
        page.mouse.up()
        expect(page.get_by_test_id("photo-colour")).to_contain_text("brown")
        page.get_by_role("button", name="Its main notes").click()
        expect(page.get_by_role("list", name="Notes, dark to light").get_by_role("listitem")
               ).to_have_count(6)  # fmt: skip
        self.assert_accessible()
        page.get_by_label("What it is for").fill("a rust run")
        page.get_by_role("button", name="Begin the pile").click()
        expect(self.name).to_have_value("a rust run")
        add = self.advice.get_by_role("button", name=re.compile("^Add "))
        add.first.click()
        expect(self.made).to_have_count(1)
        # Far too much white.
        self.add("Titanium white", "5", 2)
        expect(self.advice).to_contain_text("lighter")
        expect(self.advice).to_contain_text("The value comes first")
        steps = 2
        while self.told()["advice"]["additions"] and steps < 10:
            add.first.click()
            steps += 1
            expect(self.made).to_have_count(steps)
        self.assertLess(self.told()["advice"]["delta_e_now"], 2)
        self.assert_is_the_cores()
        self.move("Keep the mixture")
        page.get_by_role("button", name="Keep it", exact=True).click()
        expect(page.get_by_role("region", name="Mixed before")).to_contain_text("a rust run")

    def test_a_card_sets_a_picture_right_and_its_notes_become_piles(self) -> None:
        page = self.page
        box = self.photograph()
        card = self.api(page, "GET", "photographs")[0]["card_area"]
        page.get_by_role("button", name="None", exact=True).click()
        expect(page.get_by_text("as the camera took them")).to_be_visible()

        def look() -> str:
            page.mouse.click(box["x"] + 0.588 * box["width"], box["y"] + 0.4 * box["height"])
            expect(page.get_by_test_id("photo-colour")).to_contain_text("/")
            page.wait_for_timeout(400)
            return page.get_by_test_id("photo-colour").inner_text()

        raw = look()
        page.get_by_role("button", name="Grey", exact=True).click()
        left, top = box["x"] + card["left"] * box["width"], box["y"] + card["top"] * box["height"]
        page.mouse.move(left, top)
        page.mouse.down()
        page.mouse.move(left + card["width"] * box["width"], top + card["height"] * box["height"])
        page.mouse.up()
        expect(page.get_by_text("set right by the grey card")).to_be_visible()
        self.assertNotEqual(look(), raw)
        page.get_by_role("button", name="Its main notes").click()
        page.get_by_role("button", name="Fewer notes").click()
        notes = page.get_by_role("list", name="Notes, dark to light").get_by_role("listitem")
        expect(notes).to_have_count(5)
        darkest = notes.first.get_by_role("button").get_attribute("aria-label") or ""
        before = len(self.api(page, "GET", "piles"))
        page.get_by_role("button", name="A pile for each").click()
        # The darkest lies on top: it is mixed first.
        expect(self.advice).to_contain_text("Begin with these")
        self.assertEqual(len(self.api(page, "GET", "piles")), before + 5)
        look_of = self.told()["target"]
        self.assertIn(f"{look_of['munsell']}, {look_of['name']}", darkest)

    def test_a_brown_is_split_in_four_enriched_and_white_carried_through_each(self) -> None:
        self.begin("5YR 3/4", "brown base")
        for i, (tube, ml) in enumerate(
            (("Cadmium red light", "3"), ("Hansa yellow light", "3"), ("Ultramarine blue", "2"))
        ):
            self.add(tube, ml, i + 1)
        self.move("Split it")
        self.page.get_by_label("Into equal piles").fill("4")
        self.page.get_by_role("button", name=re.compile("^Split 8")).click()
        expect(self.words).to_contain_text("2.0 ml")
        names = ["brown base", *(f"brown base {i}" for i in (2, 3, 4))]
        for name, tube in zip(
            names[1:], ("Hansa yellow light", "Cadmium red light", "Ultramarine blue"), strict=True
        ):
            self.open(name)
            self.add(tube, "0.5", 2)
            self.assert_is_the_cores()
        self.open(names[0])
        steps = self.made.count()
        self.add("Titanium white", "1.5", steps + 1)
        for giver, taker in pairwise(names):
            self.open(giver)
            before = self.told()["volume_ml"]
            self.move("Carry some to another pile")
            self.choose("Pile it goes to", taker)
            self.page.get_by_label("A knife-load of").fill("0.4")
            self.page.get_by_role("button", name="Carry it", exact=True).click()
            expect(self.words).to_contain_text(f"{before - 0.4:.1f} ml")
            self.assert_is_the_cores()
        piles = self.api(self.page, "GET", "piles")
        held = [pile["volume_ml"] for pile in piles if pile["name"] in names]
        self.assertEqual(len(held), 4)
        self.assertAlmostEqual(sum(held), 8 + 3 * 0.5 + 1.5)
        # The last carry is taken back from either end of it.
        self.page.get_by_role("main").click(position={"x": 5, "y": 400})
        self.page.keyboard.press("Control+z")
        expect(self.words).to_contain_text(f"{before:.1f} ml")

    def test_mud_goes_into_the_pot_and_comes_back_as_a_paint(self) -> None:
        page = self.page
        self.open("Bleached rope")
        pots = [pile for pile in self.api(page, "GET", "piles") if pile["kind"] == "pot"]
        was = pots[0]["volume_ml"]
        self.move("Into the pot of mud")
        page.get_by_role("button", name="Into “Scrapings of the week”").click()
        expect(page.get_by_label("Name of the pot")).to_have_value("Scrapings of the week")
        pot = self.told()
        self.assertAlmostEqual(pot["volume_ml"], was + 9.2 + 0.85 + 0.04)
        self.assert_is_the_cores()
        self.begin("{:.2f} {:.2f} {:.2f}".format(*pot["look"]["lab"]), "shadow of the slip")
        expect(self.advice.get_by_role("listitem").first).to_contain_text("Scrapings of the week")
        self.advice.get_by_role("button", name=re.compile("^Add ")).first.click()
        expect(self.made).to_have_count(1)
        expect(self.made.first).to_contain_text("from “Scrapings of the week”")
        self.assertLess(self.told()["advice"]["delta_e_now"], 1)
        self.assert_is_the_cores()

    def test_what_settles_on_the_scale_was_added_and_the_instrument_has_its_say(self) -> None:
        page = self.page
        self.begin("5B 5/4", "a fog bank")
        page.get_by_role("button", name="On the scale").click()
        page.get_by_role("button", name="0.01 g", exact=True).click()
        tubes = page.get_by_role("navigation", name="Tubes")
        for count, (tube, grams) in enumerate(
            (("Titanium white", "6"), ("Cerulean blue", "2")), start=1
        ):
            tubes.get_by_title(tube, exact=True).click()
            page.get_by_label("Squeeze out about").fill(grams)
            page.get_by_role("button", name="Squeeze it out").click()
            expect(self.made).to_have_count(count)
            expect(page.get_by_test_id("weight")).to_have_text("0.00 g")
        steps = self.told()["steps"]
        for step, line in zip(steps, self.made.all_inner_texts(), strict=True):
            self.assertIn(f"{step['mass_g']:g} g", line)
        self.assert_accessible()
        page.get_by_role("button", name="On the scale").click()
        self.move("Measure it")
        page.get_by_role("button", name="Measure the pile").click()
        expect(page.get_by_role("alert")).to_contain_text("switch it on")
        page.get_by_role("button", name="Switch it on").click()
        page.get_by_role("button", name="Read the white tile").click()
        page.get_by_role("button", name="Measure the pile").click()
        expect(self.words).to_contain_text("measured, ΔE")
        expect(self.slip).to_contain_text("This reading tells of the tube itself")
        with page.expect_response(re.compile("/events$")):
            page.get_by_role("button", name="Keep it as a reading of Cerulean blue").click()
        cerulean = next(
            tube for tube in self.api(page, "GET", "tubes") if tube["label"] == "Cerulean blue"
        )
        (reading,) = self.api(page, "GET", f"tubes/{cerulean['id']}")["reading_rows"]
        self.assertAlmostEqual(
            reading["white_parts"], steps[0]["volume_ml"] / steps[1]["volume_ml"], delta=0.01
        )

    def test_a_reading_out_of_a_file_is_a_target(self) -> None:
        page = self.page
        page.get_by_role("button", name="New pile").click()
        page.get_by_role("button", name="A reading", exact=True).click()
        files = page.locator("input[type=file]")
        files.set_input_files(
            {"name": "patch.txt", "mimeType": "text/plain", "buffer": b"no readings"}
        )
        expect(page.get_by_role("alert")).to_be_visible()
        files.set_input_files(
            {"name": "patch.txt", "mimeType": "text/plain", "buffer": CGATS.encode()}
        )
        patch = page.get_by_role("button", name=re.compile("1:9"))
        patch.click()
        self.assert_accessible()
        page.get_by_role("button", name="Begin the pile").click()
        expect(self.slip).to_contain_text("1:9")
        self.assertLess(self.told()["advice"]["delta_e_then"], 2)

    def test_a_family_by_carrying_and_a_let_down_and_thinning(self) -> None:
        self.open("Harbour water")
        self.move("Make a set of related piles")
        self.page.get_by_role("button", name="Make the set").click()
        self.open("Harbour water, far")
        expect(self.slip).to_contain_text("far of Harbour water")
        self.page.get_by_role("navigation", name="Tubes").get_by_title(
            "Dioxazine violet", exact=True
        ).click()
        self.move("Let a strong tube down")
        self.page.get_by_role("button", name="Let it down").click()
        expect(self.name).to_have_value("Dioxazine violet, 1 in 10")
        self.assert_is_the_cores()
        before = self.words.inner_text()
        self.move("Thin it")
        self.page.get_by_role("button", name="Thin it").click()
        expect(self.words).not_to_have_text(before)
        # What a knife carries of five, in medium.
        expect(self.words).to_contain_text("6.5 ml")

    def test_files_that_mean_no_good_are_refused_while_others_are_served(self) -> None:
        page = self.page
        page.get_by_role("button", name="New pile").click()
        page.get_by_role("button", name="From a photograph").click()
        files = page.locator("input[type=file]")
        whole = picture_file("JPEG", quality=95)
        for data, told in ((SVG, "no JPEG, PNG, WebP or HEIC"),
                           (whole[: len(whole) // 2], "breaks off"),
                           (bomb(), "million pixels")):  # fmt: skip
            files.set_input_files({"name": "yard.png", "mimeType": "image/png", "buffer": data})
            expect(page.get_by_role("alert")).to_contain_text(told)
        answers: dict[str, int] = {}
        jar = {cookie["name"]: cookie["value"] for cookie in page.context.cookies()}
        headers = {
            "Cookie": "; ".join(f"{name}={value}" for name, value in jar.items()),
            "X-CSRFToken": jar["csrftoken"],
        }

        def send(name: str, data: bytes) -> None:
            line = http.client.HTTPConnection("127.0.0.1", self.studio.port, timeout=60)
            line.request("POST", f"/api/photographs?name={name}", data, headers)
            answers[name] = line.getresponse().status

        loads = {"bomb": bomb(), "svg": SVG, "broken": whole[:500], "huge": bytes(100 * 2**20)}
        threads = [threading.Thread(target=send, args=load) for load in loads.items()]
        for thread in threads:
            thread.start()
        waits = []
        while any(thread.is_alive() for thread in threads):
            began = time.perf_counter()
            self.api(page, "GET", "me")
            waits.append(time.perf_counter() - began)
        self.assertEqual(answers, {"bomb": 422, "svg": 422, "broken": 422, "huge": 413})
        # They would hold everybody up for longer, were they opened.
        self.assertLess(max(waits, default=0.0), 5.0)
        files.set_input_files({"name": "yard.jpg", "mimeType": "image/jpeg", "buffer": whole})
        page.get_by_role("button", name="yard.jpg", exact=True).click()
        expect(page.get_by_test_id("photograph").get_by_role("img")).to_be_visible()


class PlugTest(AtThePalette):
    def enter(self) -> None:
        """A studio of one's own: the demo is put back as it was whenever the program starts."""
        page = self.begin_studio("eve")
        for key in ("PBr7-burnt-sienna", "PB29", "PW6", "PBr7-raw-umber"):
            self.api(page, "POST", "tubes", {"paint_key": key})
        page.reload()

    def begin(self, colour: str, name: str) -> None:
        self.page.get_by_role("button", name="Choose a colour to hit").click()
        self.page.get_by_label("Colour to hit").fill(colour)
        self.page.get_by_label("What it is for").fill(name)
        self.page.get_by_role("button", name="Begin the pile").click()
        expect(self.name).to_have_value(name)

    def test_the_plug_is_pulled_in_the_middle_and_nothing_is_lost_or_doubled(self) -> None:
        page = self.page
        self.begin("5YR 4/3", "wet mud")
        at = page.url
        self.add("Burnt sienna", "2", 1)
        # kill -9 of the server and the database, right after the answer.
        self.studio.kill()
        tubes = page.get_by_role("navigation", name="Tubes")
        for tube, ml in (("Ultramarine blue", "0.7"), ("Titanium white", "0.4")):
            tubes.get_by_title(tube, exact=True).click()
            page.get_by_label("Amount").fill(ml)
            page.get_by_label("Amount").press("Enter")
        waiting = self.slip.get_by_role("status").get_by_role("listitem")
        expect(waiting).to_have_text(["0.7 ml Ultramarine blue", "0.4 ml Titanium white"])
        expect(page.get_by_text("What you do is kept here until it does")).to_be_visible()
        # The browser goes down as well.
        context = page.context
        page.close()
        self.studio.start()
        self.page = context.new_page()
        self.page.goto(at)
        made = self.page.get_by_role("region", name="What is in it").get_by_role("listitem")
        expect(made).to_have_count(3)
        told = [(step["label"], step["volume_ml"]) for step in self.told()["steps"]]
        self.assertEqual(
            told, [("Burnt sienna", 2), ("Ultramarine blue", 0.7), ("Titanium white", 0.4)]
        )
        self.page.reload()
        expect(made).to_have_count(3)
        self.assertEqual(len(self.told()["steps"]), 3)
        self.words = self.page.get_by_test_id("pile-words")
        self.assert_is_the_cores()
