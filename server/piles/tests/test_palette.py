"""Palette moves, the scale, the instrument and kept mixtures at the API."""

from itertools import pairwise
from unittest import mock

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.munsell import lab_from_munsell, munsell_from_lab, parse
from mesotint.colour.srgb import hex_from_lab
from mesotint.instruments.colorimeter import hidden_tube
from mesotint.mixing.mixture import DEFAULT_VIEWING, Mixture, Viewing
from mesotint.mixing.palette import Added, Carried, Palette
from mesotint.paints.library import library
from mesotint.planning.charts.recession import receded
from server.kept.clock import moved
from server.mixtures import keeping
from server.mixtures.models import KeptMixture
from server.painters.tests.studio import StudioTest
from server.piles.models import PileEvent
from server.tubes.models import Reading, Tube

PAINT = library().paint


class PaletteTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        self.count = 0

    def token(self) -> str:
        self.count += 1
        return f"token-{self.count:06}"

    def begin(self, ml: float = 8.0, **parts: float) -> int:
        start = {"parts": [{"tube": self.tubes[k], "parts": v} for k, v in parts.items()]}
        status, told = self.send(
            "post", "piles", {"name": "Brown", "mixture": start, "volume_ml": ml}
        )
        self.assertEqual(status, 201, told)
        return told["id"]

    def do(self, pile: int, kind: str, status: int = 200, **more):
        body = {"kind": kind, "token": self.token(), **more}
        answer = self.send("post", f"piles/{pile}/events", body)
        self.assertEqual(answer[0], status, answer[1])
        return answer[1]

    def piles(self) -> dict[str, dict]:
        return {pile["name"]: pile for pile in self.send("get", "piles")[1]}

    def pile(self, pile: int) -> dict:
        return self.send("get", f"piles/{pile}")[1]


class MovesTest(PaletteTest):
    def test_a_brown_split_in_four_enriched_and_carried_is_what_the_core_replays(self) -> None:
        base = {"PO20": 4.0, "PB29": 2.0, "PY3": 2.0}
        pile = self.begin(8.0, **base)
        self.do(pile, "split", into=4)
        names = ["Brown", "Brown 2", "Brown 3", "Brown 4"]
        keys = [self.piles()[name]["id"] for name in names]
        for key, paint in zip(keys[1:], ("PY3", "PO20", "PB29"), strict=True):
            self.do(key, "add", tube=self.tubes[paint], amount=0.5)
        self.do(keys[0], "add", tube=self.tubes["PW6"], amount=1.0)
        for giver, taker in pairwise(keys):
            self.do(giver, "carry", onto=taker, amount=0.4)
        entries = [Added(0, PAINT(key), ml) for key, ml in base.items()]
        entries += [Carried(0, i, 2.0) for i in (1, 2, 3)]
        enriching = zip((1, 2, 3), ("PY3", "PO20", "PB29"), strict=True)
        entries += [Added(i, PAINT(key), 0.5) for i, key in enriching]
        entries += [Added(0, PAINT("PW6"), 1.0), *(Carried(i, i + 1, 0.4) for i in range(3))]
        wanted = Palette(tuple(entries)).piles
        for i, key in enumerate(keys):
            told = self.pile(key)
            np.testing.assert_allclose(told["look"]["lab"], wanted[i].lab, atol=2e-3)
            self.assertAlmostEqual(told["volume_ml"], wanted[i].volume_ml)
            shares = {part["label"]: part["volume_ml"] for part in told["make_up"]}
            for paint, ml in wanted[i].volumes_ml.items():
                self.assertAlmostEqual(shares[paint.name], ml)

    def test_the_white_test_opens_what_lies_there_and_no_target(self) -> None:
        pile = self.begin(3.0, PB29=2.0, PO20=1.0)
        self.do(pile, "add", tube=self.tubes["PW6"], amount=0.5)
        blue, orange, white = PAINT("PB29"), PAINT("PO20"), library().white

        def opened(white_ml: float) -> str:
            # Four parts of white to each part of the pile, as the white test is told.
            parts = np.array([2.0, 1.0, white_ml + 4 * (3 + white_ml)])
            lab = DEFAULT_VIEWING.lab(parts, [blue, orange, white])
            return hex_from_lab(lab[None])[0][0]

        told = self.pile(pile)
        self.assertEqual(
            [step["look"]["opened_srgb"] for step in told["steps"][1:]], [opened(0), opened(0.5)]
        )
        self.assertEqual(told["look"]["opened_srgb"], opened(0.5))
        self.assertEqual(self.piles()["Brown"]["look"]["opened_srgb"], opened(0.5))
        self.assertNotEqual(opened(0), opened(0.5))
        self.send("patch", f"piles/{pile}", {"target": {"colour": "#445566"}})
        self.assertIsNone(self.pile(pile)["target"]["opened_srgb"])

    def test_paint_is_conserved_through_every_move(self) -> None:
        pile = self.begin(6.0, PO20=2.0, PW6=1.0)
        self.do(pile, "split", shares=[3, 2, 1])
        held = self.piles()
        self.assertEqual([round(held[n]["volume_ml"], 6) for n in ("Brown", "Brown 2", "Brown 3")],
                         [3, 2, 1])  # fmt: skip
        two, three = held["Brown 2"]["id"], held["Brown 3"]["id"]
        self.do(two, "carry", onto=three, share=1.0)
        self.assertNotIn("Brown 2", self.piles())
        self.do(three, "scoop", amount=0.5)
        self.do(three, "add", thinner="medium", amount=1.0)
        told = self.pile(three)
        self.assertAlmostEqual(told["volume_ml"], 3.5)
        volumes = [each["volume_ml"] for each in self.piles().values()]
        self.assertAlmostEqual(sum(volumes), 6.0 - 0.5 + 1.0)
        np.testing.assert_allclose(told["look"]["lab"], held["Brown"]["look"]["lab"], atol=2e-3)

    def test_a_move_sent_twice_is_made_once_and_can_be_taken_back(self) -> None:
        pile = self.begin(8.0, PO20=1.0)
        for _ in range(2):
            body = {"kind": "split", "into": 3, "token": "once-only"}
            told = self.send("post", f"piles/{pile}/events", body)[1]
        self.assertAlmostEqual(told["volume_ml"], 8 / 3)
        self.assertEqual(len(self.piles()), 3)
        for _ in range(2):
            self.do(pile, "take back")
        self.assertAlmostEqual(self.pile(pile)["volume_ml"], 8.0)
        self.assertEqual(list(self.piles()), ["Brown"])
        self.do(pile, "bring back")
        self.assertEqual(len(self.piles()), 2)
        self.assertEqual(PileEvent.objects.filter(kind="carry").count(), 2)

    def test_a_move_between_piles_waits_until_the_other_one_is_taken_back(self) -> None:
        pile = self.begin(4.0, PO20=1.0)
        other = self.begin(4.0, PB29=1.0)
        self.do(pile, "carry", onto=other, amount=1.0)
        self.do(other, "add", tube=self.tubes["PW6"], amount=1.0)
        told = self.do(pile, "take back", status=422)
        self.assertIn("has gone on since", told["detail"])
        self.do(other, "take back")
        self.do(pile, "take back")
        self.assertAlmostEqual(self.pile(other)["volume_ml"], 4.0)

    def test_what_cannot_be_moved(self) -> None:
        pile, other = self.begin(2.0, PO20=1.0), self.begin(2.0, PB29=1.0)
        for more, told in (
            ({"kind": "carry", "onto": other, "amount": 3}, "take that much or less"),
            ({"kind": "carry", "onto": pile, "amount": 1}, "another pile"),
            ({"kind": "carry", "amount": 1}, "which pile"),
            ({"kind": "carry", "onto": other}, "an amount, or a share"),
            ({"kind": "scoop", "amount": 1, "measure": "grams"}, "told in ml"),
            ({"kind": "add", "thinner": "medium", "tube": 1, "amount": 1}, "name a tube"),
        ):
            body = {"token": self.token(), **more}
            self.assert_problem(self.send("post", f"piles/{pile}/events", body), 422, told)
        self.do(pile, "carry", onto=10**9, amount=1, status=404)
        self.do(pile, "scoop", share=1.0)
        for body in ({"kind": "split", "into": 2}, {"kind": "family", "by": "value"}):
            move = {"token": self.token(), **body}
            self.assert_problem(self.send("post", f"piles/{pile}/events", move), 422, "is empty")

    def test_left_over_mud_goes_into_a_pot_and_is_advised_as_a_paint(self) -> None:
        mud = self.begin(30.0, PO20=5.0, PB29=3.0, PW6=4.0)
        lab = self.pile(mud)["look"]["lab"]
        pot = self.do(mud, "pot")
        self.assertEqual((pot["kind"], pot["name"], pot["volume_ml"]), ("pot", "Pot of mud", 30.0))
        colour = "{:.2f} {:.2f} {:.2f}".format(*lab)
        pile = self.send("post", "piles", {"target": {"colour": colour}})[1]
        first = pile["advice"]["additions"][0]
        self.assertEqual((first["pot"], first["tube"]), (pot["id"], None))
        self.do(pot["id"], "carry", onto=pile["id"], amount=first["first_ml"])
        told = self.pile(pile["id"])
        self.assertLess(told["advice"]["delta_e_now"], 0.5)
        self.assertEqual({part["label"] for part in told["make_up"]},
                         {"Cadmium orange", "Ultramarine blue", "Titanium white"})  # fmt: skip
        # What the pot cannot give is not advised.
        self.do(pot["id"], "scoop", share=0.95)
        fresh = self.send("post", "piles", {"target": {"colour": colour}})[1]
        self.assertTrue(all(a["pot"] is None for a in fresh["advice"]["additions"]))

    def test_near_middle_and_far_are_made_by_carrying(self) -> None:
        pile = self.begin(9.0, PO20=2.0, PB29=1.0)
        near = np.array(self.pile(pile)["look"]["lab"])
        self.do(pile, "family", by="distance", share=0.5)
        held = self.piles()
        volumes = [held[f"Brown{w}"]["volume_ml"] for w in ("", ", middle", ", far")]
        np.testing.assert_allclose(volumes, [4.5, 2.25, 2.25])
        for steps, word in enumerate(("middle", "far"), start=1):
            wanted = receded(near, steps)
            np.testing.assert_allclose(held[f"Brown, {word}"]["target"]["lab"], wanted, atol=0.01)
        self.do(pile, "family", by="value")
        value = munsell_from_lab(near[None])[0][0, 1]
        dark = np.array([self.piles()["Brown, dark"]["target"]["lab"]])
        self.assertAlmostEqual(munsell_from_lab(dark)[0][0, 1], max(1.0, value - 3), delta=0.02)

    def test_a_random_mud_and_a_let_down(self) -> None:
        # Not every mud is hit with one addition of each paint, so that this is always the same one.
        drawn = np.random.default_rng(5)
        with mock.patch("server.mixtures.sources.mud.np.random.default_rng", return_value=drawn):
            status, pile = self.send("post", "piles", {"target": {"mud": True}})
        self.assertEqual((status, pile["target_name"]), (201, "random mud"))
        self.assertLess(pile["advice"]["delta_e_then"], 1)
        start = {"parts": [{"tube": self.tubes["PV23"], "parts": 1},
                           {"tube": self.tubes["PW6"], "parts": 9}]}  # fmt: skip
        body = {"name": "Violet 1 in 10", "kind": "let-down", "mixture": start, "volume_ml": 10}
        told = self.send("post", "piles", body)[1]
        self.do(told["id"], "carry", onto=pile["id"], amount=1.0)
        made = {p["label"]: p["volume_ml"] for p in self.pile(pile["id"])["make_up"]}
        self.assertAlmostEqual(made["Dioxazine violet"], 0.1)

    def test_pile_and_target_touch_under_any_light(self) -> None:
        pile = self.begin(4.0, PO20=3.0, PB29=1.0)
        self.send("patch", f"piles/{pile}", {"target": {"colour": "5YR 4/6"}})
        paints, parts = [PAINT("PO20"), PAINT("PB29")], np.array([3.0, 1.0])
        for light in ("D65", "A"):
            told = self.send("get", f"piles/{pile}/touching?light={light}")[1]
            wanted = Viewing(light=light).lab(parts, paints)
            np.testing.assert_allclose(told["pile"]["lab"], wanted, atol=2e-3)
        target = self.pile(pile)["target"]["lab"]
        self.assertGreater(float(delta_e_2000(told["target"]["lab"], target)), 2)
        plain = self.send("get", f"piles/{pile}/touching")[1]
        np.testing.assert_allclose(plain["target"]["lab"], target, atol=0.1)
        answer = self.send("get", f"piles/{pile}/touching?light=moon")
        self.assert_problem(answer, 422, "light")

    def test_amounts_in_any_measure(self) -> None:
        pile = self.send("post", "piles", {"target": {"colour": "5YR 4/4"}})[1]
        for measure, amount, ml in (
            ("ml", 2.0, 2.0),
            ("grams", 1.9, 1.9 / PAINT("PO20").density_g_per_ml),
            ("drops", 20.0, 1.0),
            ("ribbon", 10.0, 10 / (1000 / (np.pi * 25 / 4))),
            ("inches", 2.0, 2 * 25.4 / (1000 / (np.pi * 25 / 4))),
            ("ounces", 0.1, 2.8349523125 / PAINT("PO20").density_g_per_ml),
            ("brush", 3.0, 0.75),
            # Six knife-tips are a pea.
            ("hand", 6.0, 0.3),
        ):
            told = self.do(pile["id"], "add", tube=self.tubes["PO20"], amount=amount,
                           measure=measure)  # fmt: skip
            self.assertAlmostEqual(told["steps"][-1]["volume_ml"], ml, places=6)
        for addition in told["advice"]["additions"]:
            kinds = {"ml", "grams", "drops", "ribbon", "hand", "brush", "ounces", "inches"}
            self.assertEqual(set(addition["measured"]), kinds)

    def test_a_hand_counts_in_its_own_peas(self) -> None:
        own = {"knife_tip": 0.07, "lentil": 0.2, "pea": 0.5, "hazelnut": 1, "walnut": 12}
        self.send("patch", "me", {"hand_ml": own})
        pile = self.send("post", "piles", {"target": {"colour": "5YR 4/4"}})[1]
        told = self.do(pile["id"], "add", tube=self.tubes["PO20"], amount=6, measure="hand")
        # What is counted in knife-tips is six of this hand's.
        self.assertAlmostEqual(told["steps"][-1]["volume_ml"], 0.42, places=6)


class InstrumentsTest(PaletteTest):
    def setUp(self) -> None:
        super().setUp()
        # What is really in a tube follows from its seed, or else from its key, which is another
        # one with every order of the tests.
        self.seeds = {key: seed for seed, key in enumerate(self.tubes, start=1)}
        for key, seed in self.seeds.items():
            Tube.objects.filter(pk=self.tubes[key]).update(seed=seed)

    def at(self, seconds: float):
        return moved(seconds)

    def test_what_settles_on_the_scale_is_what_was_added(self) -> None:
        pile = self.send("post", "piles", {"target": {"colour": "5YR 4/4"}})[1]["id"]
        self.send("put", "gram-scale", {"step_g": 0.01})
        self.send("post", "gram-scale/put", {"mass_g": 86.0})
        with self.at(10):
            self.assertEqual(self.send("post", "gram-scale/tare")[1]["shown_g"], 0.0)
            body = {"kind": "weigh", "tube": self.tubes["PO20"], "token": self.token()}
            answer = self.send("post", f"piles/{pile}/events", body)
            self.assert_problem(answer, 422, "nothing was added")
            self.send("post", "gram-scale/put", {"mass_g": 3.1415})
            answer = self.send("post", f"piles/{pile}/events", body)
            self.assert_problem(answer, 422, "still swinging")
        with self.at(20):
            self.assertTrue(self.send("get", "gram-scale")[1]["settled"])
            for _ in range(2):
                told = self.send("post", f"piles/{pile}/events", body)[1]
            self.assertEqual(len(told["steps"]), 1)
            step = told["steps"][0]
            self.assertAlmostEqual(step["mass_g"], 3.14, delta=0.011)
            self.assertAlmostEqual(
                step["volume_ml"] * PAINT("PO20").density_g_per_ml, step["mass_g"]
            )
            self.assertEqual(self.send("get", "gram-scale")[1]["shown_g"], 0.0)
            self.send("post", "gram-scale/put", {"mass_g": 500})
        with self.at(30):
            self.assertIsNone(self.send("get", "gram-scale")[1]["shown_g"])
            body["token"] = self.token()
            self.assert_problem(
                self.send("post", f"piles/{pile}/events", body), 422, "take something off"
            )

    def test_the_instrument_finds_the_real_paint_and_its_difference_is_carried_along(self) -> None:
        pile = self.begin(4.0, PO20=2.0, PB29=1.0)
        answer = self.send("post", f"piles/{pile}/events", {"kind": "read", "token": self.token()})
        self.assert_problem(answer, 422, "switch it on")
        self.send("post", "instrument/on")
        with self.at(3600):
            self.send("post", "instrument/tile")
            told = self.do(pile, "read", count=20)
        real = [hidden_tube(PAINT(k), self.seeds[k]) for k in ("PO20", "PB29")]
        truth = DEFAULT_VIEWING.lab(np.array([2.0, 1.0]), real)
        self.assertLess(float(delta_e_2000(told["reading"]["lab"], truth)), 0.3)
        self.assertEqual(
            [(each["tube"], each["alone"]) for each in told["calibrates"]],
            [(self.tubes["PO20"], False), (self.tubes["PB29"], False)],
        )
        off = np.array(told["reading"]["lab"]) - told["look"]["lab"]
        later = self.do(pile, "add", tube=self.tubes["PW6"], amount=1.0)
        np.testing.assert_allclose(
            np.array(later["reading"]["lab"]) - later["look"]["lab"], off, atol=2e-3
        )
        aimed = self.send("patch", f"piles/{pile}", {"target": {"colour": "N 5"}})[1]
        now = float(delta_e_2000(aimed["reading"]["lab"], lab_from_munsell(parse("N 5"))))
        self.assertAlmostEqual(aimed["advice"]["delta_e_now"], now, places=2)

    def test_a_pile_of_one_tube_and_white_is_a_reading_of_the_tube(self) -> None:
        pile = self.begin(5.0, PB29=1.0, PW6=4.0)
        self.send("post", "instrument/on")
        self.send("post", "instrument/tile")
        (told,) = self.do(pile, "read")["calibrates"]
        self.assertEqual((told["tube"], told["alone"]), (self.tubes["PB29"], True))
        for _ in range(2):
            self.do(pile, "calibrate", tube=told["tube"])
        (reading,) = Reading.objects.all()
        self.assertEqual((reading.tube_id, reading.white_parts), (self.tubes["PB29"], 4.0))
        seen = self.pile(pile)["reading"]["lab"]
        np.testing.assert_allclose([reading.lightness, reading.a, reading.b], seen, atol=2e-3)
        self.assertEqual((reading.source, reading.others), ("pile", []))

    def test_a_pile_of_several_tubes_is_a_reading_of_each_with_the_others_in_it(self) -> None:
        pile = self.begin(7.0, PO20=4.0, PB29=1.0, PW6=2.0)
        self.send("post", "instrument/on")
        self.send("post", "instrument/tile")
        self.do(pile, "read", count=20)
        blue = self.tubes["PB29"]
        self.do(pile, "calibrate", tube=blue)
        (reading,) = Reading.objects.all()
        self.assertEqual((reading.white_parts, reading.others), (2.0, [[self.tubes["PO20"], 4.0]]))
        told = self.send("get", f"tubes/{blue}/calibration")[1]
        self.assertEqual(told["rows"][0]["name"], "mixture with cadmium orange")
        self.assertLess(told["rows"][0]["after_delta_e"], told["rows"][0]["before_delta_e"])
        self.assertIn("shared between them", " ".join(told["remarks"]))
        # What was predicted of the pile with the tube as it is now comes nearer to what was seen.
        before = self.pile(pile)["reading_delta_e"]
        self.assertEqual(self.send("post", f"tubes/{blue}/calibration")[0], 200)
        self.assertLess(self.pile(pile)["reading_delta_e"], before)
        # A file of the box holds drawdowns of the tube, and no mixtures of others.
        box = self.send("get", "box.json")[1]
        self.assertEqual([len(tube.get("readings", [])) for tube in box["tubes"]], [0] * 5)
        body = {"kind": "calibrate", "tube": self.tubes["PY3"], "token": self.token()}
        answer = self.send("post", f"piles/{pile}/events", body)
        self.assert_problem(answer, 422, "a tube that is in it")


class RecallTest(PaletteTest):
    def test_a_pile_is_kept_as_a_recipe_and_found_by_its_colour(self) -> None:
        pile = self.begin(4.0, PO20=3.0, PB29=1.0)
        self.send("patch", f"piles/{pile}", {"target": {"colour": "5YR 4/6"}})
        for _ in range(2):
            body = {"kind": "keep", "name": "Rust", "token": "kept-once"}
            status, told = self.send("post", f"piles/{pile}/events", body)
            self.assertEqual((status, told["id"]), (200, pile))
        (kept,) = self.send("get", "mixtures")[1]
        self.assertEqual(
            [(p["label"], round(p["share"], 6)) for p in kept["parts"]],
            [("Cadmium orange", 0.75), ("Ultramarine blue", 0.25)],
        )
        mixed = Mixture.of({PAINT("PO20"): 3, PAINT("PB29"): 1}).lab
        away = float(delta_e_2000(mixed, lab_from_munsell(parse("5YR 4/6"))))
        self.assertAlmostEqual(kept["delta_e"], away, places=3)
        colour = "{:.3f} {:.3f} {:.3f}".format(*mixed)
        (found,) = self.send("get", f"mixtures/near?colour={colour}")[1]
        self.assertEqual((found["title"], round(found["away"], 2)), ("Rust", 0))
        again = self.send("post", "piles", {"target": {"kept": kept["id"]}})[1]
        self.assertEqual(again["target_name"], "Rust")
        np.testing.assert_allclose(again["target"]["lab"], mixed, atol=2e-3)
        self.send("delete", f"mixtures/{kept['id']}")
        self.assertEqual(self.send("get", "mixtures")[1], [])
        self.send("post", f"mixtures/{kept['id']}/restore")
        self.assertEqual(len(self.send("get", f"piles/{pile}/near")[1]), 1)
        for path, told in (("mixtures/near", "colour"), ("mixtures/near?colour=mud", "5YR")):
            self.assert_problem(self.send("get", path), 422, told)

    def test_the_nearest_are_the_nearest_of_all(self) -> None:
        rng = np.random.default_rng(5)
        labs = np.column_stack([rng.uniform(15, 95, 3000), rng.normal(0, 25, (3000, 2))])
        KeptMixture.objects.bulk_create(
            KeptMixture(painter=self.painter, name=str(i), lightness=lab[0], a=lab[1], b=lab[2])
            for i, lab in enumerate(labs)
        )
        for lab in ([50, 5, 10], [20, -20, 0], [94, 2, 60], [0, 0, 0], [60, 90, -90]):
            gaps = delta_e_2000(labs, np.array(lab, dtype=float))
            wanted = [str(i) for i in np.argsort(gaps)[:6]]
            found = keeping.nearest(self.painter, np.array(lab, dtype=float), 6)
            self.assertEqual([each.title for each in found], wanted)
            self.assertAlmostEqual(found[0].away, float(gaps.min()))
        self.assertEqual(keeping.nearest(self.other, np.array([50.0, 0, 0]), 6), [])

    def test_anothers_recipe_is_not_there(self) -> None:
        pile = self.begin(4.0, PO20=3.0)
        self.send("post", f"piles/{pile}/events", {"kind": "keep", "token": "kept-once"})
        (kept,) = self.send("get", "mixtures")[1]
        other = self.as_other()
        for method, path in (("delete", ""), ("post", "/restore")):
            answer = self.send(method, f"mixtures/{kept['id']}{path}", client=other)
            self.assert_problem(answer, 404, "no such thing")
        answer = self.send("post", "piles", {"target": {"kept": kept["id"]}}, client=other)
        self.assert_problem(answer, 404, "no such thing")
        self.assertEqual(Tube.objects.filter(painter=self.other).count(), 0)
