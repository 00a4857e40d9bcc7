"""Paintings as the API computes them: what it says is what the core says, bad input is mended."""

import re
from typing import Any

import numpy as np

from mesotint.harmony.candidates import candidates, offered
from mesotint.harmony.judgement import CONTRAST_KEPT, VALUE_WITHIN
from mesotint.harmony.mother import Giving, Mother
from mesotint.harmony.painting import Painting, Passage
from mesotint.paints.library import library
from server.demo.world import PAINTING
from server.paintings.tests.yard import YardTest

PAINT = library().paint
BLACK = PAINT("PBk9")


def core_yard() -> Painting:
    """The same painting in the core."""
    passages = tuple(
        Passage(
            passage["name"],
            passage["area"] / 100,
            {PAINT(key): parts for key, parts in passage["mixture"].items()},
            passage.get("part", "supporting"),
            passage["distance"],
        )
        for passage in PAINTING["passages"]
    )
    return Painting(passages, frozenset(PAINTING["touching"]))


class HarmonyTest(YardTest):
    def test_a_place_is_held_against_others_in_words(self) -> None:
        body = {"lab": [50.0, 0.0, 0.0], "others": [[70.0, 0.0, 0.0], [50.0, 0.0, 40.0]]}
        status, told = self.send("post", "paintings/compute/between", body)
        self.assertEqual(status, 200, told)
        darker, greyer = told["says"]
        self.assertIn("darker", darker)
        self.assertNotIn("darker", greyer)
        for wrong in ([50.0, 0.0], [50.0, 0.0, 0.0, 0.0], [500.0, 0.0, 0.0]):
            status = self.send("post", "paintings/compute/between", {**body, "lab": wrong})[0]
            self.assertEqual(status, 422, wrong)

    def test_without_a_mother_the_painting_is_told_as_it_is(self) -> None:
        told = self.harmony()
        labs = [passage["before"]["lab"] for passage in told["passages"]]
        np.testing.assert_allclose(labs, core_yard().labs, atol=1e-3)
        self.assertIsNone(told["mother"])
        figures = {figure["name"]: figure for figure in told["before"]["figures"]}
        self.assertEqual(figures["Paint in common"]["told"], "0.0 %")
        self.assertIn("Mardia", figures["Hue spread"]["source"])
        self.assertTrue(
            all(f["says"] and f["why"] and f["source"] for f in told["before"]["figures"])
        )

    def test_the_mother_draws_together_and_spares_values_and_accent(self) -> None:
        told = self.harmony(mother=self.tube("PB28"))
        core = Mother(core_yard(), PAINT("PB28"), dark=BLACK)
        shares = core.given(Giving("equal", core.usual()))
        np.testing.assert_allclose([p["share"] for p in told["passages"]], shares, atol=1e-9)
        now = np.array([p["after"]["lab"] for p in told["passages"]])
        was = np.array([p["before"]["lab"] for p in told["passages"]])
        np.testing.assert_allclose(now, core.at(shares), atol=0.02)
        judged = told["judged"]
        self.assertEqual(judged["gives_way"], [])
        self.assertLess(judged["gathered"], 1)
        self.assertAlmostEqual(judged["movement"], 2.0, delta=0.3)
        self.assertLess(np.abs(now - was)[:, 0].max(), VALUE_WITHIN)
        self.assertGreaterEqual(judged["contrast_kept"], CONTRAST_KEPT)
        np.testing.assert_allclose(now[6], was[6], atol=1e-6)
        self.assertGreater(
            float(
                next(f["told"] for f in told["after"]["figures"] if f["name"] == "Paint in common")[
                    :-2
                ]
            ),
            0,
        )

    def test_points_sent_ahead_are_the_mixtures_at_their_shares(self) -> None:
        told = self.harmony(mother=self.tube("PB28"))
        core = Mother(core_yard(), PAINT("PB28"), dark=BLACK)
        shares = np.array([p["pull"]["share"] for p in told["passages"]])
        self.assertTrue((np.diff(shares, axis=1) >= 0).all())
        labs = np.array([p["pull"]["lab"] for p in told["passages"]])
        np.testing.assert_allclose(labs, core.labs(shares), atol=0.01)
        np.testing.assert_allclose(shares[:, 0], 0)

    def test_the_harmonised_mixture_is_told_in_tubes(self) -> None:
        told = self.harmony(mother=self.tube("PB28"))
        for passage in told["passages"]:
            end = {"parts": passage["mixture"]}
            found = self.send("post", "mixtures/find", {"target": {"mixture": end}})[1]
            np.testing.assert_allclose(found["look"]["lab"], passage["after"]["lab"], atol=0.02)
            self.assertAlmostEqual(sum(part["share"] for part in passage["parts"]), 1, places=9)

    def test_every_giving(self) -> None:
        for giving in (
            {"kind": "same", "amount": 0.05},
            {"kind": "least"},
            {"kind": "equal", "amount": 0.4, "most_delta_e": 5},
            {"kind": "equal", "amount": 0.2, "accent_share": 0.01},
            {"kind": "equal", "amount": 0.2, "hold_value": False},
        ):
            with self.subTest(giving=giving):
                told = self.harmony(mother=self.tube("PB28"), giving=giving)
                shares = [p["share"] for p in told["passages"]]
                if giving["kind"] == "same":
                    # The mother's own passage is full of her already.
                    np.testing.assert_allclose(shares[:6], [0, *[0.05] * 5])
                self.assertEqual(shares[6], giving.get("accent_share", 0))
                if "most_delta_e" in giving:
                    self.assertLess(max(p["delta_e"] for p in told["passages"]), 5.2)
        pinned = self.harmony(
            mother=self.tube("PB28"), giving={"pins": [{"place": 1, "share": 0.25}]}
        )
        self.assertEqual(pinned["passages"][1]["share"], 0.25)

    def test_mothers_are_ranked_as_the_core_ranks_them(self) -> None:
        status, told = self.send("post", "paintings/compute/mothers", self.yard())
        self.assertEqual(status, 200, told)
        box = [PAINT(key) for key in self.tubes]
        offer = offered(core_yard(), candidates(core_yard(), box), BLACK)
        for name in ("mothers", "dulling"):
            self.assertEqual(
                [c["title"] for c in told[name]],
                [row.mother.paint.name for row in getattr(offer, name)][:24],
            )
        self.assertEqual((told["together"], told["few"]), ("", offer.few))
        kinds = {c["mother"]["kind"] for c in told["mothers"]}
        self.assertLessEqual({"tube", "passage"}, kinds)
        self.assertIn("Ivory black", [c["title"] for c in told["dulling"]])
        for candidate in told["mothers"][:6]:
            again = self.harmony(mother=candidate["mother"])
            self.assertAlmostEqual(again["judged"]["gathered"], candidate["gathered"], delta=0.02)

    def test_a_pot_a_passage_the_grey_and_any_colour_can_be_the_mother(self) -> None:
        pile = self.send("post", "piles", {"mixture": self.mix("mud", PB29=1, PO20=1)})[1]
        body = {"kind": "pot", "pot": None, "token": "a-token-of-it"}
        pot = self.send("post", f"piles/{pile['id']}/events", body)
        for mother in (
            {"kind": "pot", "id": pot[1]["id"]},
            {"kind": "passage", "id": 4},
            {"kind": "grey"},
            {"kind": "trace"},
            {"kind": "colour", "colour": "5BG 4/4"},
        ):
            with self.subTest(mother=mother):
                told = self.harmony(mother=mother)
                self.assertAlmostEqual(told["judged"]["movement"], 2.0, delta=0.4)

    def test_the_schools_stand_side_by_side(self) -> None:
        body = {"request": self.yard(mother=self.tube("PB28")), "tubes": 5}
        status, told = self.send("post", "paintings/compute/schools", body)
        self.assertEqual(status, 200, told)
        self.assertEqual(
            [s["school"] for s in told], ["mother", "trace", "limited", "glaze", "partner"]
        )
        limited = next(s for s in told if s["school"] == "limited")
        tubes = {part["tube"] for mixture in limited["mixtures"] for part in mixture["parts"]}
        self.assertLessEqual(len(tubes), 5)
        glaze = next(s for s in told if s["school"] == "glaze")
        self.assertIsNone(glaze["mixtures"])
        was = core_yard().labs
        np.testing.assert_allclose(glaze["passages"][6]["lab"], was[6], atol=1e-3)
        partner = next(s for s in told if s["school"] == "partner")
        self.assertEqual(len(partner["mixtures"]), 7)

    def test_under_another_light_everything_is_seen_under_it(self) -> None:
        day, lamp = self.harmony(), self.harmony(light="A")
        self.assertNotEqual(
            [p["before"]["srgb"] for p in day["passages"]],
            [p["before"]["srgb"] for p in lamp["passages"]],
        )


class ValuesTest(YardTest):
    """A passage that is held to a value has it before a mother and with one, by every door."""

    def held(self, **more: Any) -> dict:
        yard = self.yard(**more)
        yard["passages"][0]["value"], yard["passages"][4]["value"] = 3.5, 7.0
        return yard

    def value(self, look: dict) -> float:
        """The value that stands in the notation."""
        return float(look["munsell"].split("/")[0].split()[-1])

    def test_before_a_mother_and_with_one(self) -> None:
        for more in ({}, {"mother": self.tube("PB29")}):
            _, told = self.send("post", "paintings/compute/harmony", self.held(**more))
            self.assertAlmostEqual(self.value(told["passages"][0]["after"]), 3.5, delta=0.11)
            self.assertAlmostEqual(self.value(told["passages"][4]["after"]), 7.0, delta=0.11)
        _, plain = self.send("post", "paintings/compute/harmony", self.yard())
        _, held = self.send("post", "paintings/compute/harmony", self.held())
        for place in (1, 2, 3, 5, 6):
            self.assertEqual(held["passages"][place]["after"], plain["passages"][place]["after"])
        self.assertTrue(held["pattern"][0].startswith("Darks "))

    def test_by_every_school_and_in_the_plan_and_kept(self) -> None:
        yard = self.held(mother=self.tube("PB29"))
        _, schools = self.send("post", "paintings/compute/schools", {"request": yard})
        for school in schools:
            if school["school"] in ("mother", "partner"):
                found = self.value(school["passages"][0])
                self.assertAlmostEqual(found, 3.5, delta=0.16, msg=school["school"])
        _, kept = self.send("post", "paintings", {"name": "Held", "request": yard})
        self.assertAlmostEqual(self.value(kept["palette"][4]["look"]), 7.0, delta=0.11)
        self.assertEqual(kept["request"]["passages"][0]["value"], 3.5)
        _, plan = self.send("post", "paintings/compute/plan", {"request": yard})
        self.assertEqual({need["place"] for need in plan["order"]}, set(range(7)))

    def test_a_value_that_cannot_be_had_is_refused(self) -> None:
        yard = self.yard()
        for value in (0, 10, "5", True):
            yard["passages"][0]["value"] = value
            self.assertEqual(self.send("post", "paintings/compute/harmony", yard)[0], 422)


class UnmixedTest(YardTest):
    """A passage without a mixture is left out of what is computed, and takes nothing else away."""

    def bare(self, **more: Any) -> dict:
        yard = self.yard(**more)
        yard["passages"][4]["mixture"] = None
        yard["passages"][2]["mixture"] = {"parts": [{"tube": 999_999, "parts": 1}]}
        return yard

    def without(self, **more: Any) -> dict:
        """The same painting as if the two had never been in it, their area shared out."""
        yard = self.yard(**more)
        kept = [i for i in range(len(yard["passages"])) if i not in (2, 4)]
        whole = sum(yard["passages"][i]["area"] for i in kept)
        yard["passages"] = [
            {**yard["passages"][i], "area": 100 * yard["passages"][i]["area"] / whole} for i in kept
        ]
        yard["touching"] = [
            [kept.index(i) for i in pair] for pair in yard["touching"] if set(pair) <= set(kept)
        ]
        return yard

    def test_the_others_are_told_as_if_it_were_not_there(self) -> None:
        giving = {"kind": "same", "amount": 0.1, "pins": [{"place": 5, "share": 0.3}]}
        mother = {"mother": self.tube("PB29"), "giving": giving}
        fewer = {**mother, "giving": {**giving, "pins": [{"place": 3, "share": 0.3}]}}
        _, told = self.send("post", "paintings/compute/harmony", self.bare(**mother))
        _, wanted = self.send("post", "paintings/compute/harmony", self.without(**fewer))
        there = [each for each in told["passages"] if not each["trouble"]]
        for got, want in zip(there, wanted["passages"], strict=True):
            self.assertEqual(got["after"], want["after"])
            self.assertEqual(got["share"], want["share"])
        kept = [0, 1, 3, 5, 6]
        for got, want in zip(told["after"]["figures"], wanted["after"]["figures"], strict=True):
            places = [kept[i] for i in want["places"]]
            self.assertEqual(got, {**want, "places": places})
        self.assertEqual(told["after"]["outline"], [kept[i] for i in wanted["after"]["outline"]])
        for name, values in wanted["mother"]["curve"].items():
            np.testing.assert_allclose(told["mother"]["curve"][name], values, rtol=1e-9)
        self.assertIn("no mixture yet", told["passages"][4]["trouble"])
        self.assertIn("no longer", told["passages"][2]["trouble"])
        self.assertIsNone(told["passages"][4]["after"])
        # It lies in the patchwork all the same.
        self.assertGreater(told["passages"][4]["field"][2], 0)

    def test_every_other_door_answers_with_their_places(self) -> None:
        bare = self.bare(mother=self.tube("PB29"))
        _, mothers = self.send("post", "paintings/compute/mothers", bare)
        passages = {each["mother"]["id"] for each in mothers["mothers"]
                    if each["mother"]["kind"] == "passage"}  # fmt: skip
        self.assertTrue(passages <= {0, 1, 3, 5, 6} and passages & {5, 6}, passages)
        status, schools = self.send("post", "paintings/compute/schools", {"request": bare})
        self.assertEqual(status, 200)
        for school in schools:
            self.assertEqual([i for i, look in enumerate(school["passages"]) if look is None],
                             [2, 4])  # fmt: skip
        _, plan = self.send("post", "paintings/compute/plan", {"request": bare})
        self.assertEqual({need["place"] for need in plan["order"]}, {0, 1, 3, 5, 6})
        self.refuse_mother(bare)

    def refuse_mother(self, bare: dict) -> None:
        asked = {**bare, "mother": {"kind": "passage", "id": 4}}
        answer = self.send("post", "paintings/compute/harmony", asked)
        self.assert_problem(answer, 422, "has no mixture; choose another")

    def test_it_is_kept_with_what_the_others_came_to(self) -> None:
        _, kept = self.send("post", "paintings", {"name": "Bare", "request": self.bare()})
        self.assertEqual(len(kept["palette"]), 5)
        self.assertEqual(len(kept["request"]["passages"]), 7)

    def test_where_none_is_mixed_each_says_so_once(self) -> None:
        nothing = self.yard()
        for passage in nothing["passages"]:
            passage["mixture"] = None
        status, told = self.send("post", "paintings/compute/harmony", nothing)
        self.assertEqual((status, told["before"]["figures"]), (200, []))
        self.assertTrue(all(each["trouble"] for each in told["passages"]))


class BadPaintingTest(YardTest):
    def refuse(self, body: dict, told: str, path: str = "harmony") -> None:
        self.assert_problem(self.send("post", f"paintings/compute/{path}", body), 422, told)

    def test_each_is_answered_with_what_to_do(self) -> None:
        self.refuse({"passages": []}, "list what is to be painted")
        thrice = self.yard()
        thrice["passages"] = [{**p, "area": 300 / 7} for p in thrice["passages"]]
        self.refuse(thrice, "300 %")
        one = {"name": "all", "area": 100, "mixture": self.one("PB29")}
        self.refuse({"passages": [one], "mother": self.tube("PB29")}, "choose another paint")
        fewer = self.yard()
        fewer["passages"][4] |= {"mixture": None, "area": 0}
        self.refuse(fewer, "of the surface; make them add to 100 %")
        self.refuse(self.yard(mother={"kind": "tube", "id": 999_999}), "choose another")
        self.refuse(self.yard(mother={"kind": "passage", "id": 30}), "that passage is gone")
        self.refuse(self.yard(mother={"kind": "pot", "id": 3}), "pot is empty or gone")
        self.refuse(self.yard(mother={"kind": "colour", "colour": "beige"}), "CIELAB")
        self.refuse({"request": self.yard()}, "choose a mother colour first", "schools")

    def test_another_painters_tube_is_none(self) -> None:
        body = self.yard()
        answer = self.send("post", "paintings/compute/harmony", body, self.as_other())
        self.assertEqual(answer[0], 200)
        for passage in answer[1]["passages"]:
            self.assertIn("in your studio no longer", passage["trouble"])
            self.assertEqual((passage["after"], passage["parts"]), (None, []))


class PlanTest(YardTest):
    def plan(self, **more):
        body = {"request": self.yard(**more), "measure": {"kind": "ml", "step": 0.01}}
        status, told = self.send("post", "paintings/compute/plan", body)
        self.assertEqual(status, 200, told)
        return told

    def test_amounts_follow_from_the_surface(self) -> None:
        told = self.plan(
            mother=self.tube("PB28"),
            surface={"width_cm": 40, "height_cm": 30, "coats": 2, "spread_cm2_per_ml": 80},
        )
        self.assertAlmostEqual(told["total_ml"], 40 * 30 * 2 / 80)
        areas = [p["area"] for p in PAINTING["passages"]]
        for need in told["order"]:
            self.assertAlmostEqual(need["volume_ml"], told["total_ml"] * areas[need["place"]] / 100)
        self.assertEqual(told["order"][0]["place"], 6)
        lightness = [core_yard().labs[need["place"], 0] for need in told["order"][1:]]
        self.assertEqual(lightness, sorted(lightness))
        # What is squeezed out is what is painted with, and what is left of let-downs.
        squeezed = sum(used["volume_ml"] for used in told["used"])
        left = sum(spare["volume_ml"] for spare in told["spare"])
        # A pile may be a little larger, where whole steps come nearer then.
        self.assertGreater(squeezed - left, told["total_ml"] - 0.1)
        self.assertLess(squeezed - left, 1.1 * told["total_ml"])
        # What rounding costs stays below what an eye would see side by side.
        self.assertLess(max(need["cost_delta_e"] for need in told["order"]), 1.0)

    def test_a_mixed_mother_is_mixed_first_and_told_in_tubes(self) -> None:
        told = self.plan(mother={"kind": "passage", "id": 0})
        self.assertTrue(told["lines"][0]["heading"].startswith("First mix: Tarred hull, as mother"))
        names = {used["name"] for used in told["used"]}
        self.assertIn("Cobalt blue", names)
        self.assertNotIn("Tarred hull", names)

    def test_every_tool_measures_even_the_smallest_passage(self) -> None:
        for measure in (
            {"kind": "grams", "step": 0.1},
            {"kind": "grams", "step": 0.01},
            {"kind": "ml", "step": 0.1},
            {"kind": "drops"},
            {"kind": "ribbon", "nozzle_mm": 6},
            {"kind": "hand", "hand_ml": {"pea": 0.4}},
        ):
            body = {
                "request": self.yard(
                    mother=self.tube("PB28"), surface={"width_cm": 10, "height_cm": 8}
                ),
                "measure": measure,
            }
            status, told = self.send("post", "paintings/compute/plan", body)
            with self.subTest(measure=measure):
                self.assertEqual(status, 200, told)
                areas = [p["area"] for p in PAINTING["passages"]]
                for need in told["order"]:
                    self.assertGreaterEqual(need["volume_ml"], areas[need["place"]] / 100 - 1e-9)
                    # Beside each passage stands how much of it, in the painter's own measure; a
                    # drop is 0.05 ml, a hand says its millilitres itself (within a twentieth).
                    number = re.findall(r"[\d.]+", need["says"])[-1]
                    if measure["kind"] in ("ml", "drops", "hand"):
                        ml = float(number) * (0.05 if measure["kind"] == "drops" else 1)
                        self.assertAlmostEqual(
                            ml, need["volume_ml"], delta=0.06 * need["volume_ml"] + 0.04
                        )
                    self.assertRegex(need["says"], r" (g|ml|drops?|mm|ml\))$")
                headings = [line["heading"] for line in told["lines"]]
                self.assertIn("Oystercatcher's bill", headings)
                self.assertAlmostEqual(
                    sum(need["mother_ml"] for need in told["order"]), told["mother_ml"]
                )

    def test_what_was_squeezed_since_is_no_longer_in_the_tube(self) -> None:
        """The plan and the store read one figure: what was typed less what was squeezed since."""
        tube = self.tubes["PW6"]
        status, _ = self.send("patch", f"tubes/{tube}", {"left_ml": 140.0})
        self.assertEqual(status, 200)
        pile = self.send("post", "piles", {})[1]["id"]
        event = {"kind": "add", "tube": tube, "amount": 36, "token": "white-gone-1"}
        self.send("post", f"piles/{pile}/events", event)
        (white,) = [used for used in self.plan()["used"] if used["key"] == "PW6"]
        self.assertAlmostEqual(white["left_ml"], 104.0)
        rows = self.send("get", "journal/store")[1]["tubes"]
        (stored,) = [row for row in rows if row["tube"] == tube]
        self.assertEqual(stored["left_ml"], white["left_ml"])

    def test_a_tube_that_does_not_last_is_told(self) -> None:
        told = self.plan(surface={"width_cm": 400, "height_cm": 300})
        self.assertIn(False, {used["lasts"] for used in told["used"]})
        small = self.plan()
        self.assertNotIn(False, {used["lasts"] for used in small["used"]})
