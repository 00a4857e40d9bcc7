"""What the API computes is what the core computes, and it refuses with a way out."""

import numpy as np

from mesotint.colour.munsell import lightness_of_value
from mesotint.mixing.mixture import Mixture, Viewing
from mesotint.mixing.muting.partners import partners
from mesotint.mixing.muting.trail import Third, Trail
from mesotint.mixing.muting.triad import Triad
from mesotint.paints.library import library
from mesotint.planning.scale import Scale as CoreScale
from server.scales.tests.desk import DeskTest

PAINT = library().paint


def pin(place: int, share: float) -> dict[str, float]:
    return {"place": place, "share": share}


class ScaleTest(DeskTest):
    def test_tells_what_the_core_tells(self) -> None:
        told = self.computed("chart", self.scale(steps=7, lightener=2, light="A"))
        core = CoreScale(Trail(PAINT("PO20"), PAINT("PB29"), 2, Viewing(light="A")), 7)
        self.assertEqual([s["look"]["munsell"] for s in told["rows"][0]],
                         [s.appearance.munsell for s in core.steps])  # fmt: skip
        self.assertEqual([[p["whole"] for p in s["parts"]] for s in told["rows"][0]],
                         [list(s.whole.parts) for s in core.steps])  # fmt: skip
        self.assertEqual(told["run"]["neutral"]["step"], core.neutral_index)
        self.assertTrue(told["run"]["neutral"]["among_steps"])
        self.assertEqual([p["key"] for p in told["paints"]], ["PO20", "PB29", "PW6"])
        self.assertTrue(all(len(v) == 201 for v in told["run"]["trail"].values()))
        self.assertIsNone(told["run"]["ahead"])

    def test_pinned_steps_stay_where_they_are(self) -> None:
        pins = [pin(1, 0.1), pin(3, 0.9)]
        told = self.computed("chart", self.scale(steps=5, pins=pins))
        self.assertEqual(told["run"]["shares"][1::2], [0.1, 0.9])
        self.assertEqual(told["run"]["pinned"], [False, True, False, True, False])

    def test_a_third_paint_bends_it_and_its_trails_are_sent_ahead(self) -> None:
        asked = self.scale("PY3", "PV23", lightener=4)
        asked |= {"third": self.one("PB29"), "third_parts": 0.1}
        told = self.computed("chart", asked)
        core = Trail(PAINT("PY3"), PAINT("PV23"), 4, third=Third(PAINT("PB29"), 0.1))
        self.assertAlmostEqual(told["run"]["neutral"]["share"], core.neutral_share, places=4)
        ahead = told["run"]["ahead"]
        self.assertEqual(ahead["parts"][3], 0.1)
        np.testing.assert_allclose(ahead["trails"][3]["lab"], told["run"]["trail"]["lab"])
        shares = np.array(told["run"]["trail"]["share"])
        double = Trail(PAINT("PY3"), PAINT("PV23"), 4, third=Third(PAINT("PB29"), 0.2)).lab(shares)
        np.testing.assert_allclose(ahead["trails"][5]["lab"], double, atol=0.01)

    def test_held_to_a_value_and_to_grey_only(self) -> None:
        told = self.computed("chart", self.scale(hold=6, to_grey=True, steps=5))
        for step in told["rows"][0]:
            self.assertAlmostEqual(step["look"]["lab"][0], lightness_of_value(6), delta=0.5)
        self.assertLess(told["run"]["shares"][-1], 1)

    def test_from_a_mixture_to_a_mixture(self) -> None:
        asked = self.scale(steps=3)
        asked["first"] = self.mix("Old rope", PO20=2, PY3=1)
        told = self.computed("chart", asked)
        self.assertEqual(told["paints"][0]["name"], "Old rope")
        parts = {PAINT("PO20"): 2, PAINT("PY3"): 1}
        np.testing.assert_allclose(
            told["rows"][0][0]["look"]["lab"], Mixture.of(parts).lab, atol=1e-3
        )

    def test_a_step_tells_its_tubes_so_that_one_can_go_on_with_it(self) -> None:
        asked = self.scale(steps=3, lightener=1)
        asked["first"] = self.mix("Old rope", PO20=2, PY3=1)
        step = self.computed("chart", asked)["rows"][0][1]
        again = {**self.scale(steps=3), "first": {"parts": step["mixture"]}}
        self.assertEqual({p["tube"] for p in step["mixture"]},
                         {self.tubes[key] for key in ("PO20", "PY3", "PB29", "PW6")})  # fmt: skip
        found = self.computed("chart", again)["rows"][0][0]
        np.testing.assert_allclose(found["look"]["lab"], step["look"]["lab"], atol=0.01)
        # Without a tube of white the tints cannot be gone on with, and that is said.
        self.send("delete", f"tubes/{self.tubes['PW6']}")
        self.assertIsNone(self.computed("chart", asked)["rows"][0][1]["mixture"])

    def test_what_cannot_be_computed_says_how_to_mend_it(self) -> None:
        cases = [
            (self.scale("PO20", "PO20"), 422, "another paint"),
            (self.scale(steps=1), 422, "3 to 15"),
            (self.scale(steps=99), 422, "3 to 15"),
            (self.scale(steps="many"), 422, "steps"),
            (self.scale(lightener=-1), 422, "lightener"),
            (self.scale(lightener="much"), 422, "lightener"),
            (self.scale(spacing="chrome"), 422, "chroma"),
            (self.scale(light="moon"), 422, "light"),
            (self.scale(hold=12), 422, "hold"),
            (self.scale("PW6", "PY3", to_grey=True), 422, "greyest"),
            ({**self.scale(), "first": {"parts": [{"tube": 10**9}]}}, 404, "no such thing"),
            ({**self.scale(), "first": {"parts": []}}, 422, "first"),
            ({**self.scale(), "first": self.one("PO20", -1)}, 422, "parts"),
            (self.scale(pins=[pin(3, 0.5), pin(2, 0.7)]), 422, "rise"),
            (self.scale(pins=[pin(8, 0.5)]), 422, "between the two ends"),
            (self.scale(pins=[pin(3, 2)]), 422, "pins"),
        ]  # fmt: skip
        for asked, status, told in cases:
            with self.subTest(told=told):
                self.assert_problem(self.send("post", "scales/compute/chart", asked), status, told)

    def test_opened_in_rows_each_step_holds_white_and_stays_what_it_is(self) -> None:
        """By hand: two parts of white to one of a step of two parts are four more."""
        told = self.computed("chart", self.scale(steps=5, lightener=1, openings=[1, 2]))
        plain = self.computed("chart", self.scale(steps=5, lightener=1))
        self.assertEqual(told["row_labels"], ["", "1 : 1 white", "1 : 2 white"])
        self.assertEqual([c["label"] for c in told["rows"][2]][:2],
                         ["step 1, 2 white", "step 2, 2 white"])  # fmt: skip
        self.assertEqual(told["run"]["shares"], plain["run"]["shares"])
        for step, opened in zip(plain["rows"][0], told["rows"][2], strict=True):
            before = {p["key"]: p["exact"] for p in step["parts"]}
            parts = {PAINT(key): part for key, part in before.items()}
            parts[PAINT("PW6")] += 2 * sum(before.values())
            after = {PAINT(p["key"]): p["exact"] for p in opened["parts"]}
            whole = sum(parts.values())
            for paint, part in parts.items():
                share = after[paint] / sum(after.values())
                self.assertAlmostEqual(share, part / whole, places=4)
            np.testing.assert_allclose(opened["look"]["lab"], Mixture.of(parts).lab, atol=2e-3)

    def test_what_is_no_json_is_told_so(self) -> None:
        start = (
            f'{{"chart": "scale", "first": {{"parts": [{{"tube": {self.tubes["PO20"]}}}]}}, '
            f'"second": {{"parts": [{{"tube": {self.tubes["PB29"]}}}]}}, '
        )
        path = "scales/compute/chart"
        for word in ("NaN", "Infinity"):
            body = (start + f'"lightener": {word}}}').encode()
            self.assert_problem(self.send("post", path, body), 422, "lightener")
        self.assertEqual(self.send("post", path, b'{"chart": ')[0], 400)
        self.assertEqual(self.send("post", path, b"\xff\x00")[0], 400)


class TriadTest(DeskTest):
    def test_tells_what_the_core_tells(self) -> None:
        picks = [{"point": [0.2, 0.3, 0.5]}, {"point": [1, 0, 0]}]
        told = self.computed("chart", self.triad("PO20", "PY3", "PB29", lightener=1, picks=picks))
        triad = Triad((PAINT("PO20"), PAINT("PY3"), PAINT("PB29")), 1.0)
        field = told["field"]["lattice"]
        np.testing.assert_allclose(field["lab"], triad.labs(np.array(field["point"])), atol=0.02)
        self.assertEqual(len(field["point"]), 325)
        np.testing.assert_allclose(told["field"]["neutral_point"], triad.neutral_point)
        self.assertEqual(told["title"], triad.miss)
        lab = triad.labs(np.array([0.2, 0.3, 0.5]))
        np.testing.assert_allclose(told["rows"][0][0]["look"]["lab"], lab, atol=1e-3)
        self.assertEqual([p["whole"] > 0 for p in told["rows"][0][1]["parts"]],
                         [True, False, False, True])  # fmt: skip
        for line in told["field"]["lines"]:
            for piece in line["pieces"][:5]:
                a, b = triad.labs(np.array(piece))[0][1:]
                self.assertAlmostEqual(
                    np.hypot(a, b), line["chroma"], delta=1 + line["chroma"] / 20
                )

    def test_without_picks_the_neutral_spot_is_the_patch(self) -> None:
        told = self.computed("chart", self.triad("PO20", "PY3", "PB29"))
        self.assertEqual(told["rows"][0][0]["look"], told["field"]["neutral"]["look"])

    def test_what_is_no_triangle(self) -> None:
        for keys, said in (
            (("PO20", "PO20", "PB29"), "three different"),
            (("PO20", "PB29"), "three paints"),
        ):
            with self.subTest(keys=keys):
                asked = self.triad(*keys)
                self.assert_problem(self.send("post", "scales/compute/chart", asked), 422, said)


class ChartTest(DeskTest):
    def test_every_chart_is_made(self) -> None:
        cases = [
            (self.scale(steps=7, openings=[1, 2, 3, 4]), 5, 7),
            (self.chart("browns", "PO20", "PY3", "PB29"), 4, 5),
            (self.chart("values", "PV23", count=9), 1, 9),
            (self.chart("tints", "PO20", "PB29", openings=[0, 1, 4]), 2, 3),
            (self.chart("strings", "PO20", "PY3", values=[4, 5, 6], dark=[self.one("PV23")]), 2, 3),
            (self.chart("recession", "PO20", "PB29"), 2, 3),
        ]
        for asked, rows, columns in cases:
            with self.subTest(chart=asked["chart"]):
                told = self.computed("chart", asked)
                self.assertEqual([len(row) for row in told["rows"]], [columns] * rows)
                self.assertEqual((len(told["row_labels"]), len(told["column_labels"])),
                                 (rows, columns))  # fmt: skip
                for cell in (cell for row in told["rows"] for cell in row):
                    parts = {PAINT(p["key"]): p["exact"] for p in cell["parts"]}
                    np.testing.assert_allclose(
                        cell["look"]["lab"], Mixture.of(parts).lab, atol=2e-3
                    )

    def test_twenty_browns_keep_the_parts_they_are_made_by(self) -> None:
        request = self.chart("browns", "PO20", "PY3", "PB29", counted_by="volume")
        told = self.computed("chart", request)
        cell = told["rows"][1][2]
        self.assertEqual([p["whole"] for p in cell["parts"]], [4, 1, 1, 12])
        # Equal in strength, a measure more is as much again as is in the base.
        told = self.computed("chart", self.chart("browns", "PO20", "PY3", "PB29"))
        base, more = ({p["key"]: p["exact"] for p in told["rows"][i][0]["parts"]} for i in (0, 1))
        self.assertAlmostEqual(more["PO20"] / more["PY3"], 2 * base["PO20"] / base["PY3"], places=4)
        self.assertEqual(len(told["row_says"]), 4)
        turned = self.computed(
            "chart", self.chart("browns", "PO20", "PY3", "PB29", richer=[1, -0.5, 2])
        )
        self.assertEqual(turned["row_labels"][2], "less hansa yellow light")

    def test_what_cannot_be_charted(self) -> None:
        cases = [
            (self.chart("browns", "PO20"), "two to six"),
            (self.chart("browns", "PO20", "PY3", base=[1]), "every tube"),
            (self.chart("values", "PO20", "PY3"), "one dark"),
            (self.chart("values", "PV23", count=2), "3 to 11"),
            (self.chart("strings", "PO20", values=[0.6, 5]), "cannot be brought"),
            (self.chart("pie", "PO20"), "recession"),
        ]
        for asked, said in cases:
            with self.subTest(said=said):
                self.assert_problem(self.send("post", "scales/compute/chart", asked), 422, said)


class ChoosingTest(DeskTest):
    def test_partners_are_the_cores_with_their_tubes(self) -> None:
        told = self.computed("partners", {"mixture": self.one("PY3"), "lightener": 4})
        box = [PAINT(key) for key in self.tubes]
        found = partners(PAINT("PY3"), box, 4.0)
        self.assertEqual([p["tube"] for p in told], [self.tubes[p.paint.key] for p in found])
        self.assertEqual([p["miss"] for p in told], [p.miss for p in found])
        for mine, core in zip(told, found, strict=True):
            self.assertEqual(len(mine["run"]), 7)
            self.assertAlmostEqual(np.hypot(*mine["look"]["lab"][1:]), core.chroma, delta=0.01)
            self.assertEqual(mine["fix"] and mine["fix"]["parts"], core.fix and core.fix.parts)

    def test_the_schools_stand_side_by_side_at_one_chroma(self) -> None:
        told = self.computed("schools", {"mixture": self.one("PO20"), "chroma": 30})
        self.assertIn("complement", [school["school"] for school in told])
        for school in told:
            if school["reached"]:
                self.assertAlmostEqual(np.hypot(*school["patch"]["look"]["lab"][1:]), 30, delta=0.1)
        body = {"mixture": self.one("PO20"), "chroma": 190}
        self.assert_problem(self.send("post", "scales/compute/schools", body), 422, "ask for less")

    def test_two_scales_are_compared_patch_by_patch(self) -> None:
        other = self.kept(self.scale("PY3", "PV23", steps=5), name="Rope")
        body = {"request": self.scale(steps=7), "sheet": other["id"]}
        told = self.computed("comparison", body)
        self.assertEqual((told["name"], len(told["steps"]), len(told["delta_e"])), ("Rope", 7, 7))
        self.assertGreater(told["delta_e"][0], 10)
        same = {"request": self.scale("PY3", "PV23", steps=7), "sheet": other["id"]}
        self.assertEqual(self.computed("comparison", same)["delta_e"], [0] * 7)
        triangle = self.kept(self.triad("PO20", "PY3", "PB29"))
        body["sheet"] = triangle["id"]
        path = "scales/compute/comparison"
        self.assert_problem(self.send("post", path, body), 422, "Only a scale")
        for request in (self.triad("PO20", "PY3", "PB29"), self.chart("tints", "PO20")):
            body = {"request": request, "sheet": other["id"]}
            self.assert_problem(self.send("post", path, body), 422, "Only a scale")
        # What either is opened in stays below: patch by patch it is the runs that are compared.
        rows = self.kept(self.scale("PY3", "PV23", steps=5, openings=[1, 2]), name="Rope in rows")
        body = {"request": self.scale("PY3", "PV23", openings=[4]), "sheet": rows["id"]}
        told = self.computed("comparison", body)
        self.assertEqual((len(told["steps"]), told["delta_e"]), (9, [0] * 9))


class PlanTest(DeskTest):
    def plan(self, request: dict, **measure) -> dict:
        return self.computed("plan", {"request": request, "measure": measure})

    def test_the_three_ways_in_grams(self) -> None:
        keys = set()
        for method in ("separate", "running", "carried"):
            told = self.plan(self.scale(steps=5), kind="grams", step=0.01, method=method)
            self.assertEqual(len(told["patches"]), 5)
            self.assertLess(told["worst_delta_e"], 1)
            squeezed = sum(used["volume_ml"] for used in told["used"])
            left = told["left_ml"] + sum(spare["volume_ml"] for spare in told["spare"])
            self.assertAlmostEqual(squeezed - left, 25, delta=1)
            keys.add(told["key"])
        self.assertEqual(len(keys), 3)

    def test_every_tool_measures(self) -> None:
        for kind, unit in (("parts", "part"), ("grams", " g"), ("ml", " ml"), ("drops", " drops"),
                           ("ribbon", " mm"), ("hand", " ml)"), ("ounces", " oz"),
                           ("brush", " brush-loads"), ("inches", " in")):  # fmt: skip
            # A tenth of an ounce is half a pile.
            told = self.plan(self.scale(steps=5), kind=kind, step=0.01)
            with self.subTest(kind=kind):
                amounts = [a["says"] for p in told["patches"] for a in p["amounts"]]
                self.assertTrue(all(unit in says or "a touch: 1 in" in says for says in amounts))

    def test_an_area_makes_the_volume(self) -> None:
        told = self.plan(self.scale(steps=5), kind="ml", by="area", area_cm2=160, coats=2,
                         spread_cm2_per_ml=80)  # fmt: skip
        self.assertEqual(told["each_ml"], 4)

    def test_charts_and_triangles_have_plans_too(self) -> None:
        for request in (self.chart("browns", "PO20", "PY3", "PB29"),
                        self.triad("PO20", "PY3", "PB29")):  # fmt: skip
            told = self.plan(request, kind="grams", step=0.01)
            self.assertLess(told["worst_delta_e"], 1)

    def test_a_mixture_at_an_end_is_mixed_first(self) -> None:
        asked = {**self.scale(steps=3), "first": self.mix("Old rope", PO20=2, PY3=1)}
        told = self.plan(asked, kind="grams")
        self.assertEqual(told["lines"][0]["heading"], "First mix: Old rope")

    def test_what_cannot_be_measured(self) -> None:
        body = {"request": self.scale(), "measure": {"kind": "grams", "step": 5, "volume_ml": 1}}
        self.assert_problem(self.send("post", "scales/compute/plan", body), 422, "mix at least")
        body["measure"] = {"kind": "grams", "step": 0}
        self.assert_problem(self.send("post", "scales/compute/plan", body), 422, "step")
