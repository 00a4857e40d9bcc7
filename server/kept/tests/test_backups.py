"""A backup brings back all that was kept, and one that does not fit changes nothing."""

import gzip
import json
import tempfile
from datetime import datetime
from pathlib import Path
from typing import Any

from django.core.management import CommandError, call_command
from django.test import TestCase

from server.demo.world import load
from server.devices.models import Device
from server.kept import backups
from server.kept.models import Photograph
from server.painters.models import Painter
from server.piles.models import Pile
from server.scales.models import Sheet
from server.tubes.models import Tube


def everything() -> dict[str, list[str]]:
    """All rows of all that is kept; the format keeps times to the millisecond, and rows that only
    join two others get new numbers."""

    def plain(value: Any) -> Any:
        return value.isoformat(timespec="milliseconds") if isinstance(value, datetime) else value

    told = {}
    for model in backups.kept_models():
        rows = model._base_manager.values_list()
        of = slice(1 if model._meta.auto_created else 0, None)
        told[model._meta.label] = sorted(str([plain(value) for value in row[of]]) for row in rows)
    return told


class BackupsTest(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load()

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.file = Path(folder.name) / "yard.json.gz"

    def test_all_that_was_kept_comes_back_whatever_happened_since(self) -> None:
        before = everything()
        for kind in ("tubes.Tube", "scales.Patch", "kept.Photograph", "paintings.Passage"):
            self.assertTrue(before[kind], kind)
        call_command("backup", str(self.file))
        self.assertEqual(self.file.stat().st_mode & 0o777, 0o600)

        Sheet.objects.all().delete()
        Pile.objects.update(name="painted over")
        Tube.objects.create(painter=Painter.objects.create_user("late", password="a-b-c-1-2"),
                            paint_key="PY3")  # fmt: skip
        self.assertNotEqual(everything(), before)
        call_command("restore", str(self.file))
        self.assertEqual(everything(), before)
        self.assertTrue(self.client.login(username="demo", password="low-tide"))
        sheets = self.client.get("/api/scales").json()
        self.assertEqual(sheets[0]["name"], "Rust runs into harbour water")
        photograph = Photograph.objects.first()
        assert photograph is not None
        answer = self.client.get(f"/api/photographs/{photograph.pk}/image")
        self.assertEqual(answer.content, bytes(photograph.image))

    def test_how_one_works_comes_back_and_who_came_in_does_not(self) -> None:
        """A device is let in on one machine; a backup may be restored on another."""
        told = {"units": "imperial", "measure": "hand", "hand_ml": {"pea": 0.42}, "hand": "left",
                "hints": ["drag"]}  # fmt: skip
        Painter.objects.filter(username="demo").update(**told)
        device = Device.objects.create(digest="d" * 64, label="A tablet")
        call_command("backup", str(self.file))
        self.assertNotIn("devices.device", gzip.decompress(self.file.read_bytes()).decode())
        Painter.objects.filter(username="demo").update(hand_ml={}, hand="right", hints=[])
        call_command("restore", str(self.file))
        painter = Painter.objects.get(username="demo")
        self.assertEqual({name: getattr(painter, name) for name in told}, told)
        # Who was let in here stays let in.
        self.assertTrue(Device.objects.filter(pk=device.pk).exists())

    def test_what_is_no_backup_changes_nothing(self) -> None:
        call_command("backup", str(self.file))
        before = everything()
        whole = gzip.decompress(self.file.read_bytes())
        told = json.loads(whole)
        rows = told["rows"]
        orphans = [row for row in rows if row["model"] != "painters.painter"]
        unknown = [*rows, {"model": "journal.entry", "pk": 1, "fields": {}}]

        def spoilt(model: str, field: str, value: object) -> bytes:
            worse = json.loads(whole)
            row = next(row for row in worse["rows"] if row["model"] == model)
            row["fields"][field] = value
            return gzip.compress(json.dumps(worse).encode())

        broken = {
            "a sheet that asks for nothing": spoilt("scales.sheet", "request", {"kind": "moon"}),
            "a painting of no passages": spoilt("paintings.painting", "request", []),
            "a tube of an unknown paint": spoilt("tubes.tube", "paint_key", "PX99"),
            "an addition of no amount": spoilt("piles.pileevent", "volume_ml", -1),
            "cut short": self.file.read_bytes()[:-900],
            "not compressed": whole,
            "no rows": gzip.compress(b"{}"),
            "tubes of nobody": gzip.compress(json.dumps({**told, "rows": orphans}).encode()),
            "of another program": gzip.compress(json.dumps({**told, "rows": unknown}).encode()),
        }
        for why, data in broken.items():
            self.file.write_bytes(data)
            with self.subTest(why), self.assertRaises(CommandError):
                call_command("restore", str(self.file))
            self.assertEqual(everything(), before)
