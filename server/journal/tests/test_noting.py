"""Entries come by themselves, once each; a month later they are found and mixed again."""

import math
import uuid
from typing import Any

import numpy as np
from django.db import connection
from django.test import TransactionTestCase

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import Mixture
from server.journal.models import Remark
from server.journal.noting import MOST_NOTED
from server.kept.clock import moved
from server.mixtures.models import KeptMixture, Mixing
from server.painters.models import Painter
from server.painters.tests.studio import StudioTest
from server.tubes.models import Tube
from server.tubes.services import paint_in

DAY_S = 86_400.0


class JournalTest(StudioTest):
    """A painter with a palette and a journal."""

    def token(self) -> str:
        return uuid.uuid4().hex

    def pile(self, target: str = "", **ml: float) -> int:
        begun: dict[str, Any] = {"name": "Rust", "token": self.token()}
        if target:
            begun["target"] = {"colour": target}
        pile: int = self.send("post", "piles", begun)[1]["id"]
        for key, amount in ml.items():
            self.add(pile, key, amount)
        return pile

    def do(self, pile: int, kind: str, **more: Any) -> dict[str, Any]:
        body = {"kind": kind, "token": self.token(), **more}
        status, told = self.send("post", f"piles/{pile}/events", body)
        self.assertEqual(status, 200, told)
        found: dict[str, Any] = told
        return found

    def add(self, pile: int, key: str, ml: float) -> dict[str, Any]:
        return self.do(pile, "add", tube=self.tubes[key], amount=ml)

    def lab_of(self, **ml: float) -> Any:
        """What these make, by the core alone."""
        paints = {paint_in(Tube.objects.get(pk=self.tubes[key])): amount
                  for key, amount in ml.items()}  # fmt: skip
        return Mixture.of(paints).lab

    def typed(self, lab: Any) -> str:
        return " ".join(f"{figure:.3f}" for figure in lab)

    def mixture(self, **parts: float) -> dict[str, Any]:
        return {"parts": [{"tube": self.tubes[k], "parts": v} for k, v in parts.items()]}

    def note(self, expected: int = 201, **body: Any) -> Any:
        status, told = self.send("post", "journal/notes", {"token": self.token(), **body})
        self.assertEqual(status, expected, told)
        return told

    def wall(self, order: str = "day", **asked: Any) -> dict[str, Any]:
        query = "&".join(f"{name}={value}" for name, value in {"order": order, **asked}.items())
        status, told = self.send("get", f"journal/wall?{query}")
        self.assertEqual(status, 200, told)
        found: dict[str, Any] = told
        return found


class NotingTest(JournalTest):
    def test_a_pile_that_comes_to_its_target_is_noted_once_and_scooping_it_is_the_same(
        self,
    ) -> None:
        wanted = self.lab_of(PO20=3.0, PB29=1.0)
        pile = self.pile(self.typed(wanted), PO20=3.0)
        self.assertEqual(KeptMixture.objects.count(), 0)
        self.add(pile, "PB29", 1.0)
        (kept,) = KeptMixture.objects.all()
        self.assertLess(float(delta_e_2000(wanted, [kept.lightness, kept.a, kept.b])), 0.01)
        self.assertEqual((kept.name, kept.named, kept.times), ("Rust", False, 1))
        self.do(pile, "scoop", amount=2.0)
        self.do(pile, "scoop", share=1.0)
        (kept,) = KeptMixture.objects.all()
        (mixing,) = kept.mixings.all()
        self.assertEqual((mixing.came, kept.times), ("pile", 1))
        # What was added in all, of what was added first.
        self.assertAlmostEqual(mixing.growth or 0, 4 / 3)
        shares = {part.tube_id: part.parts for part in kept.parts.all()}
        self.assertEqual(shares, {self.tubes["PO20"]: 0.75, self.tubes["PB29"]: 0.25})

    def test_what_was_no_hit_is_noted_when_it_is_scooped_and_told_how_far_off(self) -> None:
        pile = self.pile("5YR 4/6", PO20=3.0, PB29=1.0)
        self.assertEqual(KeptMixture.objects.count(), 0)
        self.do(pile, "scoop", amount=1.0)
        kept = KeptMixture.objects.get()
        told = self.send("get", f"journal/entries/{kept.pk}")[1]
        (mixing,) = told["mixings"]
        self.assertEqual((mixing["came"], mixing["volume_ml"]), ("scoop", 1.0))
        self.assertAlmostEqual(mixing["delta_e"], kept.delta_e, places=6)
        self.assertGreater(mixing["delta_e"], 2)
        self.assertEqual([step["label"] for step in told["made"]],
                         ["Cadmium orange", "Ultramarine blue", "scooped off"])  # fmt: skip
        self.assertIn({"kind": "pile", "id": pile, "title": "Rust"}, told["links"])

    def test_the_same_again_is_mixed_again_and_another_is_another(self) -> None:
        """The same tubes, every share within a twentieth of the whole, and no eye tells them apart;
        of a near one each is broken in turn."""
        first = self.note(mixture=self.mixture(PO20=75, PB29=25))
        with moved(30 * DAY_S):
            again = self.note(mixture=self.mixture(PO20=75.5, PB29=24.5), name="Hull in rust")
            self.assertEqual(again["id"], first["id"])
            self.assertEqual(len(again["mixings"]), 2)
            self.assertEqual(again["title"], "Hull in rust")
        kept = KeptMixture.objects.get()
        self.assertEqual(kept.times, 2)
        # What was noted first stays as it was.
        self.assertEqual({p.label: p.parts for p in kept.parts.all()},
                         {"Cadmium orange": 0.75, "Ultramarine blue": 0.25})  # fmt: skip
        self.assertAlmostEqual((kept.mixed - kept.created).days, 30)
        for other in ({"PO20": 80, "PB29": 20}, {"PO20": 75, "PB29": 25, "PW6": 0.5},
                      {"PO20": 60, "PB29": 40}):  # fmt: skip
            before = KeptMixture.objects.count()
            self.note(mixture=self.mixture(**other))
            self.assertEqual(KeptMixture.objects.count(), before + 1, other)
        # A share may move by more than the eye allows: yellow in white hardly shows it.
        wash = {"medium": "wash"}
        self.note(mixture=self.mixture(PO20=75, PB29=25), viewing=wash)
        self.assertEqual(KeptMixture.objects.filter(medium="wash").count(), 1)

    def test_one_tap_twice_is_one_note_and_bad_notes_are_told(self) -> None:
        token = self.token()
        for _ in range(2):
            self.note(mixture=self.mixture(PO20=1), token=token)
        self.assertEqual(Mixing.objects.count(), 1)
        self.assert_problem(
            self.send("post", "journal/notes", {"mixture": {"parts": []}, "token": token}),
            422, "mixture",
        )  # fmt: skip
        huge = {"mixture": self.mixture(PO20=1), "note": "x" * 5_000_000, "token": self.token()}
        self.assert_problem(self.send("post", "journal/notes", huge), 422, "note")
        theirs = {"parts": [{"tube": Tube.objects.create(painter=self.other, paint_key="PG7").pk}]}
        self.note(404, mixture=theirs)

    def test_a_kept_recipe_a_sheet_that_is_painted_and_a_calibrated_tube_are_noted(self) -> None:
        scale = {"kind": "scale", "first": self.mixture(PO20=1), "second": self.mixture(PB29=1),
                 "steps": 5}  # fmt: skip
        sheet = self.send("post", "scales", {"name": "Harbour", "request": scale})[1]
        path = f"scales/{sheet['id']}/ticks"
        self.send("put", path, {"plan": "p", "lines": [0]})
        self.assertEqual(KeptMixture.objects.count(), 0)
        for _ in range(2):
            self.send("put", path, {"plan": "p", "lines": [0, 1, 2], "whole": True})
        self.assertEqual(Mixing.objects.filter(came="sheet").count(), 5)
        self.assertLess(5, MOST_NOTED)
        told = self.send("get", f"journal/entries/{KeptMixture.objects.first().pk}")[1]
        self.assertEqual([link["kind"] for link in told["links"]], ["sheet"])
        blue = self.tubes["PB29"]
        for parts, colour in ((0, "24 20 -50"), (9, "60 2 -38")):
            self.send("post", f"tubes/{blue}/readings", {"white_parts": parts, "colour": colour})
        self.send("post", f"tubes/{blue}/calibrate", {})
        self.assertEqual(self.send("post", f"tubes/{blue}/calibration")[0], 200)
        kept = Mixing.objects.get(came="tube").mixture
        remark = kept.remarks.get()
        self.assertEqual((remark.how, remark.lightness), ("instrument", 24.0))
        self.assertEqual(kept.parts.get().calibration_id, Tube.objects.get(pk=blue).calibration_id)

    def test_a_painting_ticked_off_is_noted_for_that_painting(self) -> None:
        request = {"passages": [
            {"name": "mud", "mixture": self.mixture(PO20=2, PB29=1)},
            {"name": "fog", "mixture": self.mixture(PW6=8, PV23=0.1)},
        ]}  # fmt: skip
        painting = self.send("post", "paintings", {"name": "Yard", "request": request})[1]
        path = f"paintings/{painting['id']}/ticks"
        self.assertEqual(self.send("put", path, {"plan": "p", "lines": [0], "whole": True})[0], 204)
        self.assertEqual(Mixing.objects.filter(came="palette").count(), 2)
        groups = self.wall("painting")["groups"]
        self.assertEqual([(g["title"], g["count"]) for g in groups], [("Yard", 2)])
        self.assertEqual(self.wall(painting=painting["id"])["total"], 2)
        self.assertEqual(self.wall(painting=painting["id"] + 1)["total"], 0)


class EntryTest(JournalTest):
    def test_what_is_written_beside_it_never_changes_what_was_mixed(self) -> None:
        made = self.note(mixture=self.mixture(PO20=3, PB29=1), tags=["Foliage", "shadow"])
        path = f"journal/entries/{made['id']}"
        self.assertEqual(made["tags"], ["foliage", "shadow"])
        changed = self.send("patch", path, {"note": "for the hull", "revision": made["revision"]})
        self.assertEqual(changed[1]["note"], "for the hull")
        stale = self.send("patch", path, {"note": "no", "revision": made["revision"]})
        self.assert_problem(stale, 409, "another window")
        self.assert_problem(
            self.send("patch", path, {"name": " ", "revision": changed[1]["revision"]}), 422, "name"
        )
        token = self.token()
        for _ in range(2):
            told = self.send(
                "post",
                f"{path}/remarks",
                {"word": "came out warmer", "colour": "40 25 30", "token": token},
            )[1]
        self.assertEqual(Remark.objects.count(), 1)
        self.assertEqual(told["look"], made["look"])
        off = float(delta_e_2000(np.array([40.0, 25, 30]), np.array(made["look"]["lab"])))
        self.assertAlmostEqual(told["remarks"][0]["delta_e"], off, places=3)
        self.assertEqual(told["seen"]["lab"], [40, 25, 30])
        # A wet look stands beside it, and is not taken for the dry one.
        wet = {"wet": True, "colour": "30 20 25", "token": self.token()}
        told = self.send("post", f"{path}/remarks", wet)[1]
        self.assertEqual((told["wet"]["lab"], told["seen"]["lab"]), ([30, 20, 25], [40, 25, 30]))
        for body, says in (({"token": self.token()}, "how it came out"),
                           ({"colour": "mud", "token": self.token()}, "5YR")):  # fmt: skip
            self.assert_problem(self.send("post", f"{path}/remarks", body), 422, says)
        self.assertEqual(self.send("delete", path)[0], 204)
        self.assertEqual(self.wall()["total"], 0)
        self.send("post", f"{path}/restore")
        self.assertEqual(self.wall()["total"], 1)

    def test_another_painter_finds_nothing_of_it(self) -> None:
        made = self.note(mixture=self.mixture(PO20=1))
        other, path = self.as_other(), f"journal/entries/{made['id']}"
        for method, end, body in (
            ("get", "", None), ("delete", "", None), ("post", "/restore", None),
            ("patch", "", {"revision": 1}), ("post", "/again", {}),
            ("post", "/remarks", {"word": "x", "token": self.token()}),
            ("post", "/but", {"way": "lighter", "token": self.token()}),
        ):  # fmt: skip
            self.assertEqual(self.send(method, path + end, body, other)[0], 404, method + end)
        self.assertEqual(self.send("get", "journal/wall", client=other)[1]["total"], 0)
        self.assertEqual(self.send("get", "journal/near?colour=50 0 0", client=other)[1], [])

    def test_again_at_three_times_the_amount_and_with_one_tube_finished(self) -> None:
        """The plan's own words are followed with a scale of the core's density, by hand."""
        made = self.note(mixture=self.mixture(PO20=3, PB29=1))
        path = f"journal/entries/{made['id']}/again"
        told = self.send("post", path, {"volume_ml": 12})[1]
        self.assertEqual((told["delta_e"], told["says"]), (0, ""))
        used = {each["name"]: each["volume_ml"] for each in told["used"]}
        self.assertAlmostEqual(used["Cadmium orange"], 9, places=2)
        self.assertAlmostEqual(used["Ultramarine blue"], 3, places=2)
        Tube.objects.filter(pk=self.tubes["PB29"]).update(left_ml=0)
        self.assertEqual(
            [part["standing"] for part in self.send("get", path[:-6])[1]["parts"]], ["", "empty"]
        )
        told = self.send("post", path, {"volume_ml": 12})[1]
        self.assertIn("Ultramarine blue is finished", told["says"])
        tubes = {part["tube"] for part in told["mixture"]["parts"]}
        self.assertNotIn(self.tubes["PB29"], tubes)
        keys = {pk: key for key, pk in self.tubes.items()}
        lab = self.lab_of(**{keys[p["tube"]]: p["parts"] for p in told["mixture"]["parts"]})
        off = float(delta_e_2000(lab, np.array(made["look"]["lab"])))
        self.assertAlmostEqual(told["delta_e"], off, delta=0.05)
        for tube in self.tubes.values():
            self.send("delete", f"tubes/{tube}")
        self.assert_problem(self.send("post", path, {}), 422, "the box on the desk is empty")

    def test_paint_that_was_squeezed_out_is_gone_from_its_tube(self) -> None:
        self.send("patch", f"tubes/{self.tubes['PB29']}", {"left_ml": 1.0})
        made = self.note(mixture=self.mixture(PO20=3, PB29=1))
        self.pile(PO20=1.0, PB29=1.0)
        told = self.send("get", f"journal/entries/{made['id']}")[1]
        self.assertEqual([part["standing"] for part in told["parts"]], ["", "empty"])

    def test_again_but_another_way_is_a_pile_with_that_target(self) -> None:
        made = self.note(mixture=self.mixture(PO20=3, PB29=1, PW6=4))
        lab = np.array(made["look"]["lab"])
        chroma = float(np.hypot(*lab[1:]))
        for way in ("lighter", "darker", "warmer", "cooler", "greyer", "clearer"):
            status, pile = self.send("post", f"journal/entries/{made['id']}/but",
                                     {"way": way, "token": self.token()})  # fmt: skip
            self.assertEqual(status, 201, pile)
            to = np.array(pile["target"]["lab"])
            self.assertEqual(np.sign(to[0] - lab[0]) * (way in ("lighter", "darker")),
                             {"lighter": 1, "darker": -1}.get(way, 0))  # fmt: skip
            if way in ("greyer", "clearer"):
                self.assertEqual(np.hypot(*to[1:]) > chroma, way == "clearer")
        self.assert_problem(
            self.send("post", f"journal/entries/{made['id']}/but",
                      {"way": "bluer", "token": self.token()}), 422, "lighter",
        )  # fmt: skip


class WallTest(JournalTest):
    def setUp(self) -> None:
        super().setUp()
        self.made = []
        for day, parts in enumerate(({"PO20": 1}, {"PB29": 1}, {"PO20": 3, "PB29": 1}, {"PW6": 1},
                                     {"PW6": 9, "PY3": 1})):  # fmt: skip
            with moved((day // 2) * DAY_S):
                self.made.append(self.note(mixture=self.mixture(**parts)))

    def test_every_order_holds_every_entry_once(self) -> None:
        for order in ("day", "painting", "tubes"):
            told = self.wall(order)
            self.assertEqual(told["total"], 5, order)
            found = []
            for group in told["groups"]:
                path = f"journal/swatches?order={order}&group={group['key']}&count=3"
                some = self.send("get", path)[1]
                some += self.send("get", f"{path}&first=3")[1]
                self.assertEqual(len(some), group["count"], (order, group))
                found += some
            self.assertEqual(found, told["first"], order)
            self.assertEqual({each["id"] for each in found}, {m["id"] for m in self.made})
        self.assertEqual([group["count"] for group in self.wall("day")["groups"]], [1, 2, 2])
        self.assertEqual(self.wall("day")["groups"][0]["says"], "1 noted")

    def test_the_map_holds_every_entry_at_its_value_and_hue(self) -> None:
        """Value from L*, hue from a* and b*, by hand."""
        told = self.send("get", "journal/map")[1]
        self.assertEqual(sum(cell["count"] for cell in told["cells"]), 5)
        where = {each["id"]: cell for cell in told["cells"] for each in cell["newest"]}
        for made in self.made:
            lightness, a, b = made["look"]["lab"]
            cell = where[made["id"]]
            value = float(told["rows"][cell["row"]])
            self.assertTrue(value <= lightness / 10 <= value + 0.5 or value == 0, made["title"])
            if math.hypot(a, b) < 4:
                self.assertEqual(cell["column"], 0)
            else:
                turned = math.degrees(math.atan2(b, a)) % 360
                self.assertEqual(cell["column"], 1 + int(turned // 20))

    def test_a_colour_brings_the_nearest_to_the_front(self) -> None:
        labs = np.array([made["look"]["lab"] for made in self.made])
        for colour in ([50.0, 20, 20], [90.0, 0, 5], [20.0, 0, 0]):
            gaps = delta_e_2000(labs, np.array(colour))
            told = self.send("get", f"journal/near?colour={self.typed(colour)}")[1]
            self.assertEqual([each["id"] for each in told],
                             [self.made[i]["id"] for i in np.argsort(gaps)])  # fmt: skip
            self.assertAlmostEqual(told[0]["away"], float(gaps.min()), places=2)
            self.assertTrue(told[0]["says"])
        self.assert_problem(self.send("get", "journal/near?colour=mud"), 422, "5YR")

    def test_filters_leave_what_fits(self) -> None:
        orange = self.made[0]["id"]
        self.send(
            "post",
            f"journal/entries/{orange}/remarks",
            {"colour": self.typed(self.made[0]["look"]["lab"]), "token": self.token()},
        )
        blue = self.made[1]["id"]
        self.send("post", f"journal/entries/{blue}/remarks",
                  {"colour": "60 0 0", "token": self.token()})  # fmt: skip
        self.assertEqual([e["id"] for e in self.wall(true="true")["first"]], [orange])
        self.assertEqual(self.wall(read="true")["total"], 2)
        self.assertEqual(self.wall(medium="wash")["total"], 0)
        self.send("patch", f"journal/entries/{blue}", {"tags": ["sea"], "revision": 1})
        self.assertEqual([e["id"] for e in self.wall(tag="sea")["first"]], [blue])
        self.assertEqual(self.wall()["tags"], ["sea"])
        self.send("delete", f"tubes/{self.tubes['PB29']}")
        self.assertEqual(self.wall(owned="true")["total"], 3)
        for nonsense in ("order=size", "tag=" + "x" * 50, "painting=-1"):
            self.assertEqual(self.send("get", f"journal/wall?{nonsense}")[0], 422)
        for order in ("day", "painting", "tubes"):
            told = self.send("get", f"journal/swatches?order={order}&group=nothing")
            self.assertEqual(told, (200, []))


class WordsTest(TransactionTestCase):
    """MariaDB's index of words knows what is kept for good."""

    def test_words_are_found_in_names_notes_tubes_and_tags(self) -> None:
        painter = Painter.objects.create_user("ann", password="x")
        self.client.force_login(painter)
        tube = Tube.objects.create(painter=painter, paint_key="PO20").pk
        blue = Tube.objects.create(painter=painter, paint_key="PB29").pk

        def note(of: int, **more: Any) -> int:
            body = {"mixture": {"parts": [{"tube": of}]}, "token": uuid.uuid4().hex, **more}
            told = self.client.post("/api/journal/notes", body, content_type="application/json")
            key: int = told.json()["id"]
            return key

        rust = note(tube, name="Rust runs", note="for the harbour wall", tags=["hull"])
        water = note(blue, name="Harbour water")

        def found(words: str) -> set[int]:
            told = self.client.get("/api/journal/wall", {"words": words}).json()
            return {each["id"] for each in told["first"]}

        for words, wanted in (
            ("harbour", {rust, water}), ("harb", {rust, water}), ("wall", {rust}),
            ("hull", {rust}), ("ultramarine", {water}), ("harbour water", {water}),
            ("nowhere", set()), ("+-*\"'()", set()), ("x", set()),
        ):  # fmt: skip
            with self.subTest(words):
                self.assertEqual(found(words), wanted)
        connection.close()


class LearningTest(JournalTest):
    def test_the_store_adds_up(self) -> None:
        """Counted by hand: 3 ml onto a pile, of which a quarter is scooped and the rest thrown
        away; 2 ml onto one that lies there."""
        self.send("patch", f"tubes/{self.tubes['PO20']}", {"left_ml": 20.0})
        first = self.pile(PO20=3.0)
        self.do(first, "scoop", amount=0.75)
        self.send("delete", f"piles/{first}")
        self.pile(PO20=2.0)
        told = self.send("get", "journal/store")[1]
        row = next(each for each in told["tubes"] if each["tube"] == self.tubes["PO20"])
        figures = {name: round(row[name], 6) for name in
                   ("squeezed_ml", "used_ml", "wasted_ml", "in_piles_ml", "left_ml")}  # fmt: skip
        self.assertEqual(figures, {"squeezed_ml": 5, "used_ml": 0.75, "wasted_ml": 2.25,
                                   "in_piles_ml": 2, "left_ml": 15})  # fmt: skip
        self.assertAlmostEqual(row["lasts_days"], 15 / (5 / 42))
        self.assertAlmostEqual(sum(week["value"] for week in told["weeks"]), 5)
        request = {"passages": [{"name": "rust", "area": 50, "mixture": self.mixture(PO20=1)},
                                {"name": "fog", "area": 50, "mixture": self.mixture(PW6=1)}],
                   "surface": {"width_cm": 100, "height_cm": 100}}  # fmt: skip
        painting = self.send("post", "paintings", {"name": "Big", "request": request})[1]["id"]
        told = self.send("get", f"journal/store?painting={painting}")[1]
        buy = {row["tube"]: row["buy"] for row in told["tubes"]}
        # Half of a square metre at 80 cm² to the millilitre.
        self.assertEqual(buy[self.tubes["PO20"]], "the plans want 62.5 ml, 15 ml are left")
        self.assertEqual(buy[self.tubes["PV23"]], "")

    def test_it_teaches_only_what_is_more_than_chance(self) -> None:
        told = self.send("get", "journal/teaches")[1]
        self.assertEqual((told["habits"], told["says"], told["needed"]), ([], [], 10))
        rng = np.random.default_rng(4)
        for i in range(12):
            came = self.lab_of(PO20=3.0 + i, PB29=1.0)
            # Each comes out a quarter of a value darker than it was to be.
            wanted = came + np.array([2.5, 0, 0]) + rng.normal(0, 0.3, 3)
            self.do(self.pile(self.typed(wanted), PO20=3.0 + i, PB29=1.0), "scoop", amount=0.5)
        told = self.send("get", "journal/teaches")[1]
        self.assertIn("You tend to end a quarter of a value too dark.", told["says"])
        self.assertFalse(any("warm" in says or "cool" in says for says in told["says"]))
        self.assertEqual(len(told["hits"]), 12)
        counted = sum(hue["count"] for hue in told["hues"]) + told["greys"]
        self.assertEqual(counted, KeptMixture.objects.count())
