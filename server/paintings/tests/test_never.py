"""What a painter never takes from the tube stays out of every advice, and in what is asked for by
name; cautions stand on plans and paper; names find tubes and colours."""

import io
from typing import Any

from pypdf import PdfReader

from mesotint.paints.library import library
from server.paintings.tests.yard import YardTest

PAINT = library().paint


class NeverTest(YardTest):
    def setUp(self) -> None:
        super().setUp()
        for key in ("PBk9", "neutral-tint", "PG7"):
            if key not in self.tubes:
                status, told = self.send("post", "tubes", {"paint_key": key})
                self.assertEqual(status, 201, told)
                self.tubes = {**self.tubes, key: told["id"]}

    def never(self, *words: str) -> None:
        status, told = self.send("patch", "me", {"never": list(words)})
        self.assertEqual(status, 200, told)
        self.assertEqual(told["never"], list(words))

    def answers(self) -> dict[str, Any]:
        """Everything that advises, as the API tells it."""
        piles = self.send("post", "piles", {"target": {"colour": "N 2"}})[1]
        chart = self.chart
        asked = {
            "partners": ("scales/compute/partners", {"mixture": self.one("PO20")}),
            "schools": ("scales/compute/schools",
                        {"mixture": self.one("PO20"), "chroma": 20, "keep_value": True}),
            "shades": ("scales/compute/chart", chart("shades", "PR108-light")),
            "strings": ("scales/compute/chart", chart("strings", "PY43", values=[3, 5, 7])),
            "darks": ("scales/compute/chart", chart("darks")),
            "mothers": ("paintings/compute/mothers", self.yard()),
        }  # fmt: skip
        told = {}
        for word, (path, body) in asked.items():
            status, told[word] = self.send("post", path, body)
            self.assertEqual(status, 200, (word, told[word]))
        return {**told, "pile": piles["advice"]}

    def named(self, answer: Any) -> set[str]:
        """Labels and keys of the blacks, whites and greys that an answer names."""
        text = str(answer)
        words = ("Ivory black", "PBk9", "Titanium white", "PW6", "Neutral tint", "neutral-tint")
        return {word for word in words if f"'{word}'" in text}

    def test_each_choice_is_obeyed_by_whatever_advises(self) -> None:
        before = {word: self.named(told) for word, told in self.answers().items()}
        self.assertIn("Ivory black", before["partners"])
        self.assertIn("PBk9", before["darks"])
        self.assertIn("Ivory black", before["mothers"])
        self.never("black", "grey")
        for word, told in self.answers().items():
            with self.subTest(word):
                dark = {"Ivory black", "PBk9", "Neutral tint", "neutral-tint"}
                # Its own passage holds the black that the painter put there.
                if word != "mothers":
                    self.assertFalse(self.named(told) & dark)
        offer = self.answers()["mothers"]
        titles = [each["title"] for each in offer["mothers"] + offer["dulling"]]
        self.assertNotIn("Ivory black", titles)
        self.never("white")
        told = self.answers()
        self.assertNotIn("Titanium white", self.named(told["partners"]))
        self.assertNotIn("Titanium white", self.named(told["pile"]))
        self.never()
        self.assertEqual({w: self.named(t) for w, t in self.answers().items()}, before)

    def test_what_is_asked_for_by_name_is_still_computed(self) -> None:
        self.never("black", "white", "grey")
        told = self.computed("chart", self.scale("PY3", "PBk9", lightener=2))
        self.assertEqual([p["key"] for p in told["paints"]], ["PY3", "PBk9", "PW6"])
        columns = [self.one("PBk9")]
        told = self.computed("chart", self.chart("shades", "PY3", columns=columns))
        self.assertEqual(told["row_labels"], ["Ivory black"])

    def test_a_painting_may_choose_otherwise_than_its_painter(self) -> None:
        def titles(**more: Any) -> list[str]:
            status, told = self.send("post", "paintings/compute/mothers", self.yard(**more))
            self.assertEqual(status, 200, told)
            return [each["title"] for each in told["mothers"] + told["dulling"]]

        self.assertIn("Ivory black", titles())
        self.assertNotIn("Ivory black", titles(never=["black"]))
        self.never("black")
        self.assertNotIn("Ivory black", titles())
        self.assertIn("Ivory black", titles(never=[]))
        kept = self.kept_painting(never=["white"])
        self.assertEqual(kept["request"]["never"], ["white"])

    def test_shades_and_strings_take_no_black_unasked(self) -> None:
        for chart in (self.chart("shades", "PR108-light"), self.chart("strings", "PY43")):
            told = self.computed("chart", chart)
            self.assertNotIn("PBk9", str(told["rows"]))
        self.assertIn("dark of", self.computed("chart", self.chart("strings", "PY43"))["title"])

    def test_cautions_stand_on_plans_paper_and_piles(self) -> None:
        measure = {"kind": "grams", "step": 0.1, "volume_ml": 5}
        request = self.scale("PO20", "PB28", steps=5)
        for words in (measure, {"kind": "parts"}):
            plan = self.computed("plan", {"request": request, "measure": words})
            says = " ".join(plan["cautions"])
            for word in ("cadmium", "cobalt", "drain", "Oily rags", "children", "spray", "sand"):
                self.assertIn(word, says)
        kept = self.kept(request)
        pdf = self.client.get(f"/api/scales/{kept['id']}/paper.pdf").content
        text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages)
        self.assertIn("Cautions", text)
        self.assertIn("hold cadmium and cobalt", text)
        painting = self.kept_painting()
        pdf = self.client.get(f"/api/paintings/{painting['id']}/palette.pdf").content
        text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages)
        self.assertIn("Oily rags", text)
        status, plan = self.send(
            "post", "paintings/compute/plan", {"request": self.yard(), "measure": {"kind": "ml"}}
        )
        self.assertEqual(status, 200, plan)
        self.assertIn("manganese", " ".join(plan["cautions"]))
        pile = self.send("post", "piles", {})[1]
        event = {"kind": "add", "tube": self.tubes["PO20"], "amount": 2, "token": "caution-1"}
        told = self.send("post", f"piles/{pile['id']}/events", event)[1]
        self.assertIn("cadmium", " ".join(told["cautions"]))

    def test_boxes_stand_where_they_stood_before_cautions_were_printed(self) -> None:
        """A sheet printed then is read back by the layout of now."""
        kept = self.kept(self.scale("PO20", "PB28", steps=13))
        pdf = self.client.get(f"/api/scales/{kept['id']}/paper.pdf").content
        self.assertEqual(len(PdfReader(io.BytesIO(pdf)).pages), 2)
        layout = self.client.get(f"/api/scales/{kept['id']}/paper.layout").json()
        self.assertEqual(len(layout["boxes"]), 13)
        self.assertEqual(layout["boxes"][0]["rect_mm"][1], 39.0)

    def test_a_name_finds_its_paint_and_is_a_colour_to_hit(self) -> None:
        paints = self.send("get", "paints")[1]
        called = {w: p["key"] for p in paints for row in p["names"] for w in row["words"]}
        self.assertEqual(called["Vermilion"], "PR108-light")
        self.assertEqual(called["paynes grey"], "blue-grey-tint")
        told = self.send("post", "piles", {"target": {"colour": "raw umber"}})[1]
        umber = next(p for p in paints if p["key"] == "PBr7-raw-umber")
        for mine, theirs in zip(told["target"]["lab"], umber["masstone"]["lab"], strict=True):
            self.assertAlmostEqual(mine, theirs, places=2)
        self.assert_problem(
            self.send("post", "piles", {"target": {"colour": "no such thing"}}), 422, "raw umber"
        )
        scale = self.computed("chart", self.scale("PY3", "PBr7-burnt-umber", steps=5))
        self.assertEqual(scale["rows"][0][-1]["near"], "burnt umber, to the eye")
