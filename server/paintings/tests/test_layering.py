"""Passages in layers: beside one mixture, kept, in the plan, and into another studio."""

import json
from typing import Any

import numpy as np

from mesotint.colour.difference import delta_e_2000
from server.paintings.tests.yard import YardTest


class LayersTest(YardTest):
    def asked(self, under: str, over: str, coats: float = 0.3) -> dict[str, Any]:
        return {"layers": {"under": self.one(under), "over": self.one(over), "coats": coats}}

    def test_they_are_told_beside_the_mixture_that_comes_nearest(self) -> None:
        status, told = self.send("post", "paintings/compute/layers", self.asked("PV23", "PO20"))
        self.assertEqual(status, 200, told)
        off = float(delta_e_2000(np.array(told["look"]["lab"]), told["single"]["lab"]))
        self.assertAlmostEqual(off, told["delta_e"], delta=0.05)
        self.assertEqual(len(told["coats"]), len(told["ahead"]))
        # What is sent ahead is what is told when it is asked for.
        place = 12
        asked = self.asked("PV23", "PO20", told["coats"][place])
        _, there = self.send("post", "paintings/compute/layers", asked)
        self.assertEqual(there["look"]["srgb"], told["ahead"][place]["srgb"])
        self.assertTrue(told["says"][0])

    def test_a_layered_passage_is_kept_told_in_the_plan_and_carried(self) -> None:
        yard = self.yard()
        yard["passages"][0]["layers"] = self.asked("PB29", "PO20")["layers"]
        _, plain = self.send("post", "paintings/compute/harmony", self.yard())
        _, told = self.send("post", "paintings/compute/harmony", yard)
        # The mixture that stands for it is what is harmonised.
        self.assertEqual(told["passages"], plain["passages"])
        _, plan = self.send("post", "paintings/compute/plan", {"request": yard})
        said = next(line for line in plan["advice"] if "in layers" in line)
        self.assertIn("first ultramarine blue, opaque, and let it dry; then", said)
        self.assertIn("of medium", said)
        _, kept = self.send("post", "paintings", {"name": "Layered", "request": yard})
        self.assertEqual(kept["request"]["passages"][0]["layers"]["coats"], 0.3)
        file = json.loads(self.client.get(f"/api/paintings/{kept['id']}/file").content)
        status, taken = self.send("post", "paintings/import", file)
        self.assertEqual(status, 201, taken)
        layers = taken["request"]["passages"][0]["layers"]
        self.assertEqual(layers["over"]["parts"][0]["tube"], self.one("PO20")["parts"][0]["tube"])

    def test_bad_input(self) -> None:
        path = "paintings/compute/layers"
        self.assertEqual(self.send("post", path, self.asked("PV23", "PO20", 0))[0], 422)
        wash = {**self.asked("PV23", "PO20"), "medium": "wash"}
        self.assert_problem(self.send("post", path, wash), 422, "wash")
        gone = self.asked("PV23", "PO20")
        gone["layers"]["under"] = {"parts": [{"tube": 999_999}]}
        self.assertEqual(self.send("post", path, gone)[0], 404)
        yard = self.yard()
        yard["passages"][0]["layers"] = gone["layers"]
        status, plan = self.send("post", "paintings/compute/plan", {"request": yard})
        self.assertEqual(status, 200)
        self.assertTrue(any("no longer" in line for line in plan["advice"]))
