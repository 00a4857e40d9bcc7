"""What earlier versions asked for, and kept, is the same sheet now."""

from importlib import import_module
from types import SimpleNamespace
from typing import Any

import numpy as np
from django.apps import apps
from django.db import connection

from mesotint.mixing.mixture import Mixture
from mesotint.paints.library import library
from server.scales.models import Sheet
from server.scales.tests.desk import DeskTest

PAINT = library().paint
MIGRATION = "server.scales.migrations.0007_a_sheet_is_of_a_kind"


class OlderSheetsTest(DeskTest):
    def older(self) -> dict[str, dict[str, Any]]:
        """A scale, a triangle and a complement chart as they were asked for."""
        first, second = self.one("PO20"), self.one("PB29")
        third = {"mixture": self.one("PY3"), "parts": 0.2}
        return {
            "scale": {"kind": "scale", "first": first, "second": second, "third": third},
            "triad": {"kind": "triad", "corners": [first, second, self.one("PY3")]},
            "complement": {"kind": "chart", "chart": "complement", "mixtures": [first, second],
                           "count": 5, "openings": [1, 3]},
        }  # fmt: skip

    def test_they_are_computed_as_they_were_meant(self) -> None:
        older = self.older()
        scale = self.computed("chart", older["scale"])
        third = {"third": self.one("PY3"), "third_parts": 0.2}
        self.assertEqual(scale, self.computed("chart", self.scale(**third)))
        triad = self.computed("chart", older["triad"])
        self.assertEqual(triad, self.computed("chart", self.triad("PO20", "PB29", "PY3")))
        # By hand: its rows held one and three parts of white to one of the pair.
        opened = self.computed("chart", older["complement"])
        self.assertEqual([len(row) for row in opened["rows"]], [5, 5])
        for row, white in zip(opened["rows"], (1.0, 3.0), strict=True):
            for cell, share in zip(row, opened["run"]["shares"], strict=True):
                parts = {PAINT("PO20"): 1 - share, PAINT("PB29"): share, PAINT("PW6"): white}
                np.testing.assert_allclose(cell["look"]["lab"], Mixture.of(parts).lab, atol=2e-3)

    def test_rows_in_any_order_stay_what_they_were(self) -> None:
        """By hand: the row with least white stands first, the others hold as much as they did."""
        asked = {**self.older()["complement"], "openings": [3, 0, 1]}
        opened = self.computed("chart", asked)
        for row, white in zip(opened["rows"], (0.0, 3.0, 1.0), strict=True):
            for cell, share in zip(row, opened["run"]["shares"], strict=True):
                parts = {PAINT("PO20"): 1 - share, PAINT("PB29"): share, PAINT("PW6"): white}
                np.testing.assert_allclose(cell["look"]["lab"], Mixture.of(parts).lab, atol=2e-3)

    def test_those_that_were_kept_are_of_their_kind_and_open(self) -> None:
        """A row as an earlier version wrote it is converted, patches and notes left alone."""
        kept = self.kept(self.scale(steps=5, openings=[1, 2]), notes=[{"place": 7, "text": "fog"}])
        for request, kind, found in (
            (self.older()["complement"] | {"openings": [0, 1, 2]}, "chart", "scale"),
            (self.older()["scale"] | {"steps": 5}, "scale", "scale"),
            (self.chart("tints", "PO20"), "chart", "tints"),
        ):
            Sheet.objects.filter(pk=kept["id"]).update(request=request, kind=kind)
            import_module(MIGRATION).converted(apps, SimpleNamespace(connection=connection))
            sheet = self.send("get", f"scales/{kept['id']}")[1]
            with self.subTest(kind=found):
                self.assertEqual((sheet["kind"], sheet["request"]["chart"]), (found, found))
                self.assertEqual([p["look"] for p in sheet["patches"]],
                                 [p["look"] for p in kept["patches"]])  # fmt: skip
                self.assertEqual(sheet["patches"][7]["note"], "fog")
                opened = self.send("get", f"scales/{kept['id']}/opened")[1]
                self.assertIsNotNone(opened["computed"])

    def test_what_is_none_of_them_is_refused_as_it_came(self) -> None:
        for broken in (
            {"kind": "chart", "chart": "complement", "mixtures": [self.one("PO20")]},
            {"kind": "chart", "chart": "complement", "mixtures": 3},
            *(
                {**self.older()["complement"], "openings": openings}
                for openings in ([-1, 2], ["a", "b"], "ab", 3, {"a": 1}, [10**400, 1])
            ),
            {"kind": "pie"},
            {"kind": "scale", "first": self.one("PO20"), "third": "red"},
        ):
            with self.subTest(broken=broken):
                self.assertEqual(self.send("post", "scales/compute/chart", broken)[0], 422)
