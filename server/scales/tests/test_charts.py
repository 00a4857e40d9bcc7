"""The charts that are mixed of two sides, of the desk, and of layers; and a mixture nudged true."""

from itertools import pairwise
from typing import ClassVar

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import lab_from_hex
from mesotint.mixing.layers import layers
from mesotint.mixing.mixture import Mixture, Viewing
from mesotint.paints.library import library
from server.scales.models import Sheet
from server.scales.tests.desk import DeskTest

PAINT = library().paint


class ChartsTest(DeskTest):
    """A desk with a green beside what the studio has."""

    def setUp(self) -> None:
        super().setUp()
        status, told = self.send("post", "tubes", {"paint_key": "PG7"})
        self.assertEqual(status, 201, told)
        self.tubes = {**self.tubes, "PG7": told["id"]}


class GridTest(ChartsTest):
    def grid(self, down: str, across: str, **more):
        columns = [self.one(key) for key in across.split()]
        return self.chart("grid", *down.split(), columns=columns, **more)

    def test_a_grid_of_two_sides(self) -> None:
        told = self.computed("chart", self.grid("PO20 PY3", "PB29 PV23 PG7", ratio=2, white=1))
        self.assertEqual([len(row) for row in told["rows"]], [3, 3])
        self.assertEqual(told["column_labels"][0], PAINT("PB29").name)
        cell = told["rows"][1][2]
        mixed = Mixture.of({PAINT("PY3"): 2.0, PAINT("PG7"): 1.0, PAINT("PW6"): 3.0}).lab
        np.testing.assert_allclose(cell["look"]["lab"], mixed, atol=2e-3)
        self.assertEqual({part["key"] for part in cell["parts"]}, {"PY3", "PG7", "PW6"})
        self.assertEqual([len(row) for row in told["kinds"]], [3, 3])
        self.assertEqual(told["layers"], None)

    def test_by_strength_it_is_told_what_that_is_by_volume(self) -> None:
        told = self.computed("chart", self.grid("PO20 PY3", "PG7", ratio="strength"))
        self.assertIn("by volume, equal in strength", told["remarks"][0][0])
        plain = self.computed("chart", self.grid("PO20 PY3", "PG7"))
        self.assertNotIn("strength", plain["remarks"][0][0])

    def test_it_is_kept_planned_printed_and_opened_again(self) -> None:
        request = self.grid("PO20 PY3", "PB29 PV23", ratio="greyest", order="hue")
        kept = self.kept(request)
        self.assertEqual((len(kept["patches"]), kept["columns"]), (4, 2))
        _, again = self.send("get", f"scales/{kept['id']}")
        self.assertEqual(again["request"]["columns"], kept["request"]["columns"])
        measure = {"kind": "grams", "step": 0.1, "volume_ml": 5}
        plan = self.computed("plan", {"request": request, "measure": measure})
        self.assertEqual(len(plan["patches"]), 4)
        pdf = self.client.get(f"/api/scales/{kept['id']}/paper.pdf")
        self.assertTrue(pdf.content.startswith(b"%PDF"))

    def test_refused_with_a_way_out(self) -> None:
        for asked, says in (
            (self.grid("PO20", "PB29"), "is a scale"),
            (self.grid("PO20 PB29", "PB29"), "take it out of one"),
            (self.chart("grid", "PO20"), "one to eight"),
            (self.grid("PO20 PW6", "PB29", ratio="strength"), "give it by parts"),
        ):
            self.assert_problem(self.send("post", "scales/compute/chart", asked), 422, says)
        nine = [self.one("PO20")] * 9
        asked = {**self.grid("PO20", "PB29"), "mixtures": nine}
        self.assert_problem(self.send("post", "scales/compute/chart", asked), 422, "one to eight")


class DarksTest(ChartsTest):
    def test_darks_of_the_desk_and_of_some_tubes(self) -> None:
        told = self.computed("chart", self.chart("darks", count=4, openings=[0, 4]))
        self.assertEqual([len(row) for row in told["rows"]], [2] * len(told["rows"]))
        for row, says in zip(told["rows"], told["row_says"], strict=True):
            self.assertLess(row[0]["look"]["lab"][0], 45)
            # What is opened is the same dark with four parts of white.
            parts = {PAINT(part["key"]): part["exact"] for part in row[0]["parts"]}
            opened = Mixture.of({**parts, PAINT("PW6"): 4 * sum(parts.values())}).lab
            np.testing.assert_allclose(row[1]["look"]["lab"], opened, atol=2e-3)
            self.assertIn("opened it", says)
        few = self.computed("chart", self.chart("darks", "PG7", "PO20", most=2, count=3))
        used = {part["key"] for row in few["rows"] for part in row[0]["parts"]}
        self.assertEqual(used, {"PG7", "PO20"})
        clean = self.computed("chart", self.chart("darks", no_black=True, count=12))
        self.assertFalse([p for row in clean["rows"] for p in row[0]["parts"]
                          if p["key"].startswith("PBk")])  # fmt: skip
        self.assert_problem(
            self.send("post", "scales/compute/chart", self.chart("darks", "PW6", "PY3")),
            422, "Nothing dark",
        )  # fmt: skip


class ShadesTest(ChartsTest):
    def test_shades_of_a_yellow(self) -> None:
        columns = [self.one("PV23"), self.one("PG7"), self.mix("A dark", PV23=2, PG7=1)]
        told = self.computed("chart", self.chart("shades", "PY3", columns=columns, count=5))
        self.assertEqual([len(row) for row in told["rows"]], [5, 5, 5])
        for row in told["rows"]:
            light = [cell["look"]["lab"][0] for cell in row]
            self.assertTrue((np.diff(light) < -3).all())
        self.assertIn("of its chroma", told["row_says"][0])
        self.assertIn("of its chroma is left", told["remarks"][0][1])
        # Where nothing is said, what painters try first.
        usual = self.computed("chart", self.chart("shades", "PY3"))
        self.assertIn(PAINT("PB29").name, usual["row_labels"])
        lighter = self.computed("chart", self.chart("shades", "PO20", up=True, count=3))
        self.assertEqual(lighter["row_labels"][0], PAINT("PW6").name)
        for asked, says in ((self.chart("shades"), "one colour"),
                            (self.chart("shades", "PY3", "PO20"), "one colour")):  # fmt: skip
            self.assert_problem(self.send("post", "scales/compute/chart", asked), 422, says)


class LayersTest(ChartsTest):
    def asked(self, **more):
        columns = [self.one("PY3"), self.one("PO20")]
        return self.chart("layers", "PV23", "PB29", columns=columns, **more)

    def test_each_cell_is_the_film_over_the_film_at_every_thickness(self) -> None:
        told = self.computed("chart", self.asked(coats=0.3))
        ahead = told["layers"]
        self.assertEqual([len(row) for row in told["rows"]], [2, 2, 2])
        self.assertEqual(len(ahead["layers"]), 6)
        at = 10
        one = layers({PAINT("PV23"): 1.0}, {PAINT("PO20"): 1.0}, ahead["coats"][at],
                     [PAINT("PV23"), PAINT("PO20")])  # fmt: skip
        cell = ahead["layers"][3]
        self.assertLess(float(delta_e_2000(lab_from_hex(cell["srgb"][at]), one.lab)), 0.7)
        self.assertEqual(told["row_labels"][0], "Bare ground, bright white")
        self.assertNotIn("Bare", self.computed("chart", self.asked(bare=False))["row_labels"][0])
        self.assertIn("medium", ahead["laid"][0])

    def test_what_is_kept_and_printed_looks_like_the_layers_and_teaches_no_mixture(self) -> None:
        request = self.asked(coats=0.3)
        told = self.computed("chart", request)
        kept = self.kept(request)
        near = int(np.abs(np.log(np.array(told["layers"]["coats"]) / 0.3)).argmin())
        for place, patch in enumerate(kept["patches"]):
            self.assertEqual(patch["look"]["srgb"], told["layers"]["layers"][place]["srgb"][near])
        layout = self.client.get(f"/api/scales/{kept['id']}/paper.layout").json()
        self.assertTrue(layout["boxes"])
        self.assertFalse([box for box in layout["boxes"] if box.get("parts")])
        plan = self.computed("plan", {"request": request, "measure": {}})
        self.assertIn("let it dry", plan["advice"][0])
        self.assertIn("down its column", plan["advice"][1])

    def test_a_layer_tells_its_paint_and_how_thick_and_the_mixture_is_another_thing(self) -> None:
        """A glaze of Hansa yellow was told with the recipe of a pale lemon mixed of white."""
        told = self.computed("chart", self.asked(coats=0.3))
        cell, remark = told["rows"][1][0], told["remarks"][1][0]
        self.assertEqual([part["key"] for part in cell["parts"]], ["PY3"])
        self.assertIn("Hansa yellow light, a thin glaze, 1 part to 2.3 of medium, over", remark)
        self.assertRegex(remark, "The nearest mixture, .*, is another thing: .*violet")
        bare = told["remarks"][0][0]
        self.assertRegex(bare, "over bare ground, .* is another thing: .*titanium white")
        # Nothing that is true of a mixture alone is said of a layer.
        self.assertEqual((cell["mixture"], cell["uncertainty_delta_e"]), (None, None))
        self.assertNotIn("Hansa", cell["near"])
        wanted = layers({PAINT("PV23"): 1.0}, {PAINT("PY3"): 1.0}, 0.3, [PAINT("PV23")]).lab
        self.assertLess(float(delta_e_2000(np.array(cell["look"]["lab"]), wanted)), 0.01)
        kept = self.kept(self.asked(coats=0.3))
        self.assertEqual([part["key"] for part in kept["patches"][2]["parts"]], ["PY3"])

    def test_the_plan_lays_what_is_below_and_glazes_what_is_over_it(self) -> None:
        """Two glazes over a bare ground and two layers: each layer is two patches, each glaze
        three thin ones."""
        measure = {"kind": "ml", "step": 0.01, "volume_ml": 5}
        asked = {"request": self.asked(coats=0.3), "measure": measure}
        plan = self.computed("plan", asked)
        lines = {line["heading"]: line["says"] for line in plan["lines"]}
        self.assertEqual(lines["Below, dioxazine violet"], "10.00 ml Dioxazine violet")
        self.assertEqual(lines["Over it, hansa yellow light"], "4.50 ml Hansa yellow light")
        self.assertEqual(len(lines), 4)
        self.assertEqual(len(plan["patches"]), 6)
        by_eye = self.computed("plan", {**asked, "measure": {"kind": "parts"}})
        self.assertEqual(
            by_eye["lines"][-1]["says"], "Cadmium orange, a thin glaze, 1 part to 2.3 of medium"
        )

    def test_refused(self) -> None:
        for asked, says in (
            (self.chart("layers", "PV23"), "glazes"),
            (self.asked(medium="wash"), "opaque paint"),
        ):
            self.assert_problem(self.send("post", "scales/compute/chart", asked), 422, says)


class WheelTest(ChartsTest):
    def test_a_wheel_with_its_rings_and_its_tubes(self) -> None:
        told = self.computed("chart", self.chart("wheel", count=12))
        self.assertEqual([len(row) for row in told["rows"]], [12] * 4)
        chroma = [np.hypot(*np.array([c["look"]["lab"] for c in row])[:, 1:].T)
                  for row in told["rows"]]  # fmt: skip
        for outer, inner in pairwise(chroma):
            self.assertTrue((inner <= outer + 0.01).all())
        named = ", ".join(told["column_says"])
        for key in ("PO20", "PB29", "PY3"):
            self.assertIn(PAINT(key).name, named)
        asked = self.chart("wheel", count=7)
        self.assert_problem(self.send("post", "scales/compute/chart", asked), 422, "6, 12 or 24")


class NudgesTest(ChartsTest):
    def test_a_dark_is_nudged_true_and_its_mixture_can_be_gone_on_with(self) -> None:
        body = {"mixture": self.mix("", PG7=1, PO20=1.5), "volume_ml": 4.0}
        told = self.computed("nudges", body)
        self.assertTrue(told["nudges"])
        pile = {PAINT("PG7"): 4.0 / 2.5, PAINT("PO20"): 6.0 / 2.5}
        keys = {tube: key for key, tube in self.tubes.items()}
        for step in told["nudges"]:
            paint = PAINT(keys[step["tube"]])
            pile[paint] = pile.get(paint, 0.0) + step["volume_ml"]
            test = Mixture.of({**pile, PAINT("PW6"): 4 * sum(pile.values())}).lab
            np.testing.assert_allclose(step["test"]["lab"], test, atol=0.02)
            self.assertIn(f"Leans {step['lean']}", step["says"])
        mixed = {PAINT(keys[part["tube"]]): part["parts"] for part in told["mixture"]["parts"]}
        last = told["nudges"][-1]["look"]["lab"]
        np.testing.assert_allclose(Mixture.of(mixed).lab, last, atol=0.01)
        self.assertEqual(len(told["at_once"]), len({step["tube"] for step in told["nudges"]}))
        film = self.computed("nudges", {**body, "test": "film"})
        self.assertNotEqual(film["test"]["lab"], told["test"]["lab"])

    def test_advice_beside_a_plan_tells_what_fades_and_what_dries_when(self) -> None:
        plan = self.computed(
            "plan", {"request": self.chart("tints", "PO20", "PB29"), "measure": {}}
        )
        self.assertEqual(plan["advice"], [])
        status, told = self.send("post", "tubes", {"paint_key": "PR177"})
        self.assertEqual(status, 201, told)
        self.tubes["PR177"] = told["id"]
        plan = self.computed(
            "plan", {"request": self.chart("tints", "PO20", "PR177"), "measure": {}}
        )
        self.assertEqual(
            [says for says in plan["advice"] if "may fade" in says and PAINT("PR177").name in says],
            plan["advice"][:1],
        )
        self.assertTrue(plan["advice"])


class ViewingTest(ChartsTest):
    def test_a_wash_opens_with_water(self) -> None:
        columns = [self.one("PB29")]
        asked = self.chart("grid", "PO20", "PY3", columns=columns, medium="wash", white=2)
        told = self.computed("chart", asked)["rows"][0][0]["look"]["lab"]
        wash = Viewing(medium="wash")
        mixed = Mixture.of({PAINT("PO20"): 1.0, PAINT("PB29"): 1.0}, wash, water=2.0).lab
        np.testing.assert_allclose(told, mixed, atol=2e-3)


class OlderTest(ChartsTest):
    """Charts as every earlier version asked for them, with every field of every kind."""

    USUAL: ClassVar = {
        "columns": [], "base": [], "more": 1.0, "richer": [], "counted_by": "strength", "count": 9,
        "openings": [0, 1, 2, 3, 4], "values": [3, 4, 5, 6, 7, 8], "dark": None, "lighter": 8.0,
        "cooler": 8.0, "greyer": 0.35, "flatter": 0.0, "ratio": "parts", "row_parts": 1.0,
        "white": 0.0, "order": "given", "most": 3, "no_black": False, "transparent": False,
        "leans": "", "up": False, "coats": 0.3, "bare": True,
    }  # fmt: skip

    def older(self, chart: str, *keys: str, **more):
        return {**self.USUAL, **self.chart(chart, *keys, **more)}

    def test_what_waited_in_an_older_client_is_kept_and_computed_as_it_was_meant(self) -> None:
        dark = self.one("PV23")
        for asked, now in (
            (self.older("strings", "PO20", dark=dark), self.chart("strings", "PO20", dark=[dark])),
            (
                self.older("grid", "PO20", "PY3", columns=[self.one("PG7")], row_parts=2.0),
                self.chart("grid", "PO20", "PY3", columns=[self.one("PG7")], ratio=2),
            ),
            (self.older("darks", most=2, count=3, openings=[0, 4]),
             self.chart("darks", most=2, count=3, openings=[0, 4])),
            (self.older("wheel", count=6), self.chart("wheel", count=6)),
        ):  # fmt: skip
            with self.subTest(chart=asked["chart"]):
                told = self.computed("chart", asked)
                self.assertEqual(told, self.computed("chart", now))
                kept = self.kept(asked)
                self.assertFalse({"lighter", "row_parts"} & set(kept["request"]))

    def test_a_sheet_that_an_earlier_version_kept_opens_and_is_kept_again(self) -> None:
        kept = self.kept(self.chart("strings", "PO20", dark=[self.one("PV23")]))
        sheet = Sheet.objects.get(pk=kept["id"])
        sheet.request = {
            **self.older("strings", "PO20", dark=self.one("PV23")),
            **{"finish": "satin", "light": "D65", "medium": "opaque", "ground": "bright white"},
        }
        sheet.save()
        status, told = self.send("get", f"scales/{kept['id']}/opened")
        self.assertEqual(status, 200, told)
        self.assertEqual(told["sheet"]["request"]["dark"], kept["request"]["dark"])
        self.assertEqual(told["computed"]["title"], "Strings, darkened with dioxazine violet")
        again = {"name": "Rope", "request": told["sheet"]["request"], "measure": {}}
        status, now = self.send(
            "put", f"scales/{kept['id']}", {**again, "revision": told["sheet"]["revision"]}
        )
        self.assertEqual(status, 200, now)

    def test_an_option_that_a_kind_has_not_is_refused_by_its_name(self) -> None:
        for asked, says in (
            (self.chart("wheel", up=True), "no “up” to choose"),
            (self.chart("tints", "PO20", columns=[self.one("PB29")]), "no “columns”"),
            (self.chart("darks", most=4), "most"),
            (self.chart("browns", "PO20", "PB29", richer=[30]), "richer"),
            (self.chart("pie"), "grid"),
        ):
            with self.subTest(says=says):
                answer = self.send("post", "scales/compute/chart", asked)
                self.assert_problem(answer, 422, says)
                self.assertEqual(self.send("post", "scales", self.sheet(asked))[0], 422)
