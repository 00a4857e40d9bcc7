"""All that is a painter's own: what it is, taken along, and taken away."""

import json
import tempfile
from pathlib import Path

from django.core.management import call_command
from django.test import Client, TestCase

from server.demo.world import load
from server.kept.backups import kept_models
from server.kept.owned import forget, rows_of, written
from server.painters.models import Painter
from server.painters.tests.studio import PASSWORD, StudioTest
from server.scales.models import Sheet
from server.tubes.models import Tube


def counts() -> dict[str, int]:
    return {model._meta.label: model._base_manager.count() for model in kept_models()}


class OwnedTest(TestCase):
    def test_everything_of_the_demo_is_its_painters_and_nothing_of_anybody_else(self) -> None:
        """Counted on its own: with one painter in the studio, all rows are that painter's."""
        other = Painter.objects.create_user("ben", password="x")
        before = counts()
        load()
        painter = Painter.objects.get(username="demo")
        grown = {
            label: now - before[label] for label, now in counts().items() if now > before[label]
        }
        grown.pop("painters.Painter")
        owned = {model._meta.label: len(keys) for model, keys in rows_of(painter).items() if keys}
        self.assertEqual(owned, grown)
        self.assertGreater(len(grown), 15)
        self.assertFalse(any(rows_of(other).values()))
        told = json.loads(written(painter))
        self.assertEqual(len(told["rows"]), 1 + sum(grown.values()))
        self.assertNotIn("argon2", json.dumps(told))
        forget(painter)
        left = counts()
        left["painters.Painter"] -= 1
        self.assertEqual(left, before)

    def test_the_demo_is_put_back_as_it_was_and_nobody_else_is_touched(self) -> None:
        load()
        demo = Painter.objects.get(username="demo")
        client = Client()
        client.force_login(demo)
        was = [sheet["name"] for sheet in client.get("/api/scales").json()]
        for sheet in client.get("/api/scales").json()[:3]:
            client.delete(f"/api/scales/{sheet['id']}")
        self.assertNotEqual([s["name"] for s in client.get("/api/scales").json()], was)
        self.assertEqual(client.post("/api/demo/anew").status_code, 200)
        # Whoever was in it still is.
        self.assertEqual([s["name"] for s in client.get("/api/scales").json()], was)
        self.assertEqual(Painter.objects.get(username="demo").pk, demo.pk)

    def test_a_start_makes_the_demo_new_where_somebody_changed_it_and_only_there(self) -> None:
        folder = self.enterContext(tempfile.TemporaryDirectory())
        with self.settings(DEMO=True, DATA=Path(folder)):
            call_command("prepare")
            first = set(Sheet.objects.values_list("pk", flat=True))
            call_command("prepare")
            self.assertEqual(set(Sheet.objects.values_list("pk", flat=True)), first)
            for change in (
                lambda: Sheet.objects.filter(pk=min(first)).update(name="painted over"),
                lambda: Tube.objects.filter(paint_key="PB29").update(left_ml=1.0),
                lambda: Painter.objects.filter(username="demo").update(password="!"),
            ):
                before = set(Sheet.objects.values_list("pk", flat=True))
                change()
                call_command("prepare")
                self.assertFalse(before & set(Sheet.objects.values_list("pk", flat=True)))
                self.assertFalse(Sheet.objects.filter(name="painted over").exists())
        self.assertTrue(Painter.objects.get(username="demo").check_password("low-tide"))


class LeavingTest(StudioTest):
    def test_only_ones_own_studio_is_made_new_or_left_and_by_password(self) -> None:
        self.assert_problem(self.send("post", "demo/anew"), 422, "your own studio")
        wrong = self.send("post", "me/leave", {"password": "wrong"})
        self.assert_problem(wrong, 422, "not your password")
        self.assertTrue(Painter.objects.filter(username="ann").exists())
        other = self.send("post", "tubes", {"paint_key": "PB29"}, self.as_other())
        self.assertEqual(other[0], 201)
        self.assertEqual(self.send("post", "me/leave", {"password": PASSWORD})[0], 204)
        self.assertFalse(Painter.objects.filter(username="ann").exists())
        self.assertEqual(self.send("get", "tubes")[0], 401)
        self.assertEqual(len(self.as_other().get("/api/tubes").json()), 1)

    def test_the_demo_cannot_be_left_or_locked(self) -> None:
        load()
        client = Client()
        client.force_login(Painter.objects.get(username="demo"))
        left = self.send("post", "me/leave", {"password": "low-tide"}, client)
        self.assert_problem(left, 422, "shares it")
        answer = client.post(
            "/_allauth/browser/v1/account/password/change",
            {"current_password": "low-tide", "new_password": "a-Password-of-mine-3"},
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, 400)
        self.assertIn("shares it", answer.json()["errors"][0]["message"])
        self.assertTrue(Painter.objects.get(username="demo").check_password("low-tide"))
