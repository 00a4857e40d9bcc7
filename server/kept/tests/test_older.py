"""A backup that the version before wrote comes back whole, and computes to the same figures.

The file was written by that version, over the demo's studio with a calibrated tube, a mixed one, a
running plan half ticked, a named version, and a pile that was split and scooped from; beside it
lie the figures that version told of it.
"""

import gzip
import json
import tempfile
from pathlib import Path
from typing import Any
from unittest import mock

import numpy as np
from django.core.management import CommandError, call_command
from django.test import TestCase

from server.kept import backups
from server.mixtures.origins import made_of
from server.painters.models import Painter
from server.scales.models import Patch

OLDER = Path(__file__).parent / "older"
FILE = OLDER / "before-rooms.json.gz"

_migrated: list[Any] = []


def setUpModule() -> None:
    """Rows are migrated in a database of their own, which no test may open."""
    _migrated[:] = backups._forward(*backups._read(FILE))


class OlderBackupTest(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        with mock.patch.object(backups, "_forward", return_value=_migrated) as forward:
            call_command("restore", str(FILE))
        forward.assert_called_once()
        cls.then = json.loads((OLDER / "before-rooms.figures.json").read_text())

    def setUp(self) -> None:
        self.client.force_login(Painter.objects.get(username="demo"))

    def get(self, path: str) -> Any:
        answer = self.client.get(f"/api/{path}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def post(self, path: str, body: Any) -> Any:
        answer = self.client.post(f"/api/{path}", body, content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def assert_labs(self, told: Any, then: Any) -> None:
        np.testing.assert_allclose(np.array(told), np.array(then), atol=2e-3)

    def test_every_sheet_is_there_with_its_notes_and_ticks_and_computes_alike(self) -> None:
        shelf = {str(sheet["id"]) for sheet in self.get("scales")}
        self.assertEqual(shelf, set(self.then["sheets"]))
        for key, then in self.then["sheets"].items():
            sheet = self.get(f"scales/{key}")
            kind = {"triangle": "triad", "chart": sheet["request"]["chart"]}
            self.assertEqual([sheet["name"], sheet["kind"]],
                             [then["name"], kind.get(then["kind"], then["kind"])])  # fmt: skip
            self.assertEqual(sheet["ticks"], then["ticks"])
            self.assertEqual([p["note"] for p in sheet["patches"]], [p[3] for p in then["patches"]])
            self.assert_labs(
                [p["look"]["lab"] for p in sheet["patches"]], [p[:3] for p in then["patches"]]
            )
            told = self.post("scales/compute/chart", sheet["request"])
            patches = [patch for row in told["rows"] for patch in row]
            self.assert_labs([p["look"]["lab"] for p in patches], self.then["computed"][key])
            plan = self.post(
                "scales/compute/plan", {"request": sheet["request"], "measure": sheet["measure"]}
            )
            # Plans have fewer let-downs since, and no step that an eye would tell from the old one;
            # what was ticked is kept with the plan it was ticked on (checked above).
            self.assertLessEqual(
                plan["worst_delta_e"], max(1.0, self.then["plans"][key]["worst"] + 1e-3)
            )

    def test_every_pile_is_there_with_its_steps(self) -> None:
        shelf = {str(pile["id"]): pile for pile in self.get("piles")}
        self.assertEqual(set(shelf), set(self.then["piles"]))
        done = set()
        for key, then in self.then["piles"].items():
            pile = self.get(f"piles/{key}")
            done |= {step["kind"] for step in pile["steps"]}
            self.assertEqual(
                [pile["name"], pile["kind"], len(pile["steps"])],
                [then["name"], then["kind"], then["steps"]],
            )
            self.assertAlmostEqual(pile["volume_ml"], then["volume_ml"], places=5)
            self.assert_labs(pile["look"]["lab"], then["lab"])
            self.assertEqual(shelf[key]["look"], pile["look"])
            if then["target"]:
                self.assert_labs(pile["target"]["lab"], then["target"])
        self.assertEqual(done, {"add", "carry", "scoop"})

    def test_the_painting_is_there_with_its_version_and_ticks_and_computes_alike(self) -> None:
        for key, then in self.then["paintings"].items():
            painting = self.get(f"paintings/{key}")
            self.assertEqual([painting["title"], painting["ticks"]], [then["title"], then["ticks"]])
            self.assert_labs([p["look"]["lab"] for p in painting["palette"]], then["palette"])
            for version, (title, palette) in zip(
                painting["versions"], then["versions"], strict=True
            ):
                self.assertEqual(version["title"], title)
                self.assertEqual(version["request"]["giving"]["kind"], "least")
                self.assert_labs([p["look"]["lab"] for p in version["palette"]], palette)
            told = self.post("paintings/compute/harmony", painting["request"])
            self.assert_labs(
                [p["after"]["lab"] for p in told["passages"]], self.then["harmonies"][key]
            )
            plan = self.post(
                "paintings/compute/plan",
                {"request": painting["request"], "measure": painting["measure"]},
            )
            self.assertLess(max(need["cost_delta_e"] for need in plan["order"]), 1.0)
            self.assertNotIn("With this measure", " ".join(plan["advice"]))

    def test_tubes_mixtures_and_photographs_are_there(self) -> None:
        told = [
            [t["label"], t["paint"]["key"], t["calibrated"], t["readings"],
             t["paint"]["masstone"]["lab"]]
            for t in self.get("tubes")
        ]  # fmt: skip
        for now, then in zip(told, self.then["tubes"], strict=True):
            self.assertEqual(now[:4], then[:4])
            self.assert_labs(now[4], then[4])
        mixtures = [
            [m["title"], [[p["label"], round(p["share"], 5)] for p in m["parts"]]]
            for m in self.get("mixtures")
        ]
        self.assertEqual(mixtures, [[m[0], m[2]] for m in self.then["mixtures"]])
        self.assertEqual(self.get("photographs"), self.then["photographs"])
        (photograph,) = self.then["photographs"]
        answer = self.client.get(f"/api/photographs/{photograph['id']}/image")
        self.assertEqual(answer.content[:2], b"\xff\xd8")

    def test_patches_tell_their_tubes_and_keep_their_rows(self) -> None:
        patch = Patch.objects.filter(sheet__name__startswith="Rust runs", place=4).get()
        self.assertAlmostEqual(sum(made_of(("patch", patch.pk)).values()), 1)
        sheet = self.get(f"scales/{patch.sheet_id}")
        body = {name: sheet[name] for name in ("name", "request", "measure", "revision")}
        answer = self.client.put(
            f"/api/scales/{patch.sheet_id}", body, content_type="application/json"
        )
        self.assertEqual(answer.status_code, 200, answer.content)
        again = self.get(f"scales/{patch.sheet_id}")
        self.assertEqual([p["id"] for p in again["patches"]], [p["id"] for p in sheet["patches"]])

    def test_plans_keep_the_hand_they_were_made_with_and_the_painter_has_a_larger_walnut(
        self,
    ) -> None:
        """A walnut was 5 ml, by a pea of 0.3."""
        kept = [self.get(f"scales/{sheet['id']}")["measure"] for sheet in self.get("scales")]
        kept += [self.get(f"paintings/{each['id']}")["measure"] for each in self.get("paintings")]
        self.assertGreater(len(kept), 4)
        for measure in kept:
            self.assertEqual((measure["hand_ml"]["pea"], measure["hand_ml"]["walnut"]), (0.3, 5.0))
        self.assertEqual(self.get("me")["hand_ml"]["walnut"], 15)

    def test_what_is_of_a_later_version_changes_nothing(self) -> None:
        later = {"format": "mesotint backup", "version": 2, "rows": [],
                 "migrations": {**backups.UNVERSIONED, "scales": "0999_of_tomorrow"}}  # fmt: skip
        with tempfile.NamedTemporaryFile(suffix=".json.gz") as file:
            file.write(gzip.compress(json.dumps(later).encode()))
            file.flush()
            with self.assertRaisesRegex(CommandError, "later version"):
                call_command("restore", file.name)
        self.assertEqual(len(self.get("scales")), len(self.then["sheets"]))
