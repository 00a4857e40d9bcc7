"""Sheets photographed and read back as a task, taken over into tubes and journal."""

import io
from typing import Any

import numpy as np
from PIL import Image

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.painted.code import code_rows
from server.journal.tests.test_noting import JournalTest
from server.mixtures.models import KeptMixture, Mixing
from server.painted.models import ReadBack
from server.tubes.instrument import real_paint_in
from server.tubes.models import Calibration, Tube
from server.tubes.services import paint_in


class ReadBackTest(JournalTest):
    def sheet(self) -> dict[str, Any]:
        """A kept calibration sheet of two tubes and white."""
        request = {
            "kind": "chart", "chart": "calibration",
            "mixtures": [{"parts": [{"tube": self.tubes[key]}]} for key in ("PO20", "PB29")],
        }  # fmt: skip
        status, kept = self.send(
            "post", "scales", {"name": "Two to know", "request": request, "measure": {},
                               "token": self.token()}
        )  # fmt: skip
        self.assertEqual(status, 201, kept)
        return dict(kept)

    def photographed(self, sheet: int, **asked: Any) -> dict[str, Any]:
        query = "&".join(f"{name}={value}" for name, value in asked.items())
        path = f"painted/of/sheet/{sheet}/simulated?{query}"
        status, begun = self.send("post", path)
        self.assertEqual(status, 202, begun)
        return self.read(begun)

    def read(self, begun: dict[str, Any]) -> dict[str, Any]:
        """What a photograph came to, as any other task tells it."""
        self.assertEqual((begun["standing"], begun["answer"]), ("waiting", {}))
        self.work()
        task = self.send("get", f"tasks/{begun['key']}")[1]
        self.assertEqual(task["standing"], "done", task)
        return {"id": task["answer"]["read_back"]}

    def test_a_sheet_is_read_taken_over_and_noted_and_the_past_stays(self) -> None:
        self.tubes_that_stray()
        sheet = self.sheet()
        begun = self.photographed(sheet["id"])
        told = self.send("get", f"painted/read/{begun['id']}")[1]
        self.assertTrue(told["done"])
        self.assertEqual(len(told["boxes"]), 10)
        known = {tube["tube"] for tube in told["tubes"]}
        self.assertLessEqual({self.tubes["PO20"], self.tubes["PB29"]}, known)
        off = [box for box in told["boxes"] if "about" in box["remark"]]
        self.assertGreaterEqual(len(off), 1, [box["remark"] for box in told["boxes"]])
        for box in told["boxes"]:
            meant, painted = box["meant"]["lab"], box["painted"]["lab"]
            gap = float(delta_e_2000(np.array(painted), np.array(meant)))
            self.assertAlmostEqual(box["delta_e"], gap, delta=0.05)

        # The tubes come nearer to what the simulated instrument finds in them.
        before = self.gaps()
        wanted = [self.tubes["PO20"], self.tubes["PB29"]]
        status, told = self.send("post", f"painted/read/{begun['id']}/calibrate", {"tubes": wanted})
        self.assertEqual((status, told["calibrated"]), (200, True))
        self.assertLess(self.gaps(), 0.85 * before)
        self.assertEqual(Calibration.objects.filter(tube__in=wanted).count(), 2)
        kept = self.send("get", f"scales/{sheet['id']}")[1]
        self.assertFalse(kept["current_data"])
        self.assertEqual(
            [p["look"] for p in kept["patches"]], [p["look"] for p in sheet["patches"]]
        )
        # What was meant stands as it was read.
        again = self.send("get", f"painted/read/{begun['id']}")[1]
        self.assertEqual(again["boxes"], told["boxes"])

        was = Mixing.objects.filter(mixture__painter=self.painter).count()
        status, noted = self.send("post", f"painted/read/{begun['id']}/note")
        self.assertEqual(status, 200)
        self.assertGreaterEqual(noted["count"], 6)
        self.assertEqual(Mixing.objects.filter(mixture__painter=self.painter).count() - was,
                         noted["count"])  # fmt: skip
        self.send("post", f"painted/read/{begun['id']}/note")
        self.assertEqual(Mixing.objects.filter(mixture__painter=self.painter).count() - was,
                         noted["count"])  # fmt: skip
        seen = KeptMixture.objects.filter(painter=self.painter, seen_by="sheet")
        self.assertGreater(seen.count(), 4)

    def tubes_that_stray(self) -> None:
        """What is really in both tubes is plainly not what their labels say."""
        for key in ("PO20", "PB29"):
            tube = Tube.objects.get(pk=self.tubes[key])
            for seed in range(1, 200):
                tube.seed = seed
                if self.gap(tube) > 3:
                    break
            tube.save(update_fields=["seed"])

    def gaps(self) -> float:
        return sum(self.gap(Tube.objects.get(pk=self.tubes[key])) for key in ("PO20", "PB29"))

    def gap(self, tube: Tube) -> float:
        """How far a tube as it is taken to be lies from what is in it, over its tints."""
        white = Tube(paint_key="PW6")
        parts = np.array([[1, 0], [1, 2], [1, 8], [1, 20.0]])
        labs = [DEFAULT_VIEWING.lab(parts, [paint, paint_in(white)])
                for paint in (paint_in(tube), real_paint_in(tube))]  # fmt: skip
        return float(np.mean(delta_e_2000(*labs)))

    def test_a_picture_of_ones_own_is_kept_without_place_or_date(self) -> None:
        sheet = self.sheet()
        begun = self.photographed(sheet["id"])
        image = self.client.get(f"/api/painted/read/{begun['id']}/image")
        picture = Image.open(io.BytesIO(image.content))
        exif = picture.getexif()
        exif[0x010F], exif[0x0132] = "maker", "2026:05:01 10:00:00"
        file = io.BytesIO()
        picture.save(file, "JPEG", exif=exif, quality=92)
        answer = self.client.post(f"/api/painted/of/sheet/{sheet['id']}", file.getvalue(),
                                  content_type="image/jpeg")  # fmt: skip
        self.assertEqual(answer.status_code, 202, answer.content)
        own = self.read(answer.json())["id"]
        told = self.send("get", f"painted/read/{own}")[1]
        self.assertTrue(told["done"])
        row = ReadBack.objects.get(pk=own)
        self.assertEqual(len(Image.open(io.BytesIO(bytes(row.image))).getexif()), 0)
        listed = self.send("get", f"painted/of/sheet/{sheet['id']}")[1]
        self.assertEqual([each["id"] for each in listed], [row.pk, begun["id"]])
        self.send("delete", f"painted/read/{row.pk}")
        self.assertEqual(len(self.send("get", f"painted/of/sheet/{sheet['id']}")[1]), 1)
        self.send("post", f"painted/read/{row.pk}/restore")
        self.assertEqual(len(self.send("get", f"painted/of/sheet/{sheet['id']}")[1]), 2)

    def test_what_cannot_be_read_is_told_and_nothing_is_taken_over(self) -> None:
        sheet = self.sheet()
        path = f"painted/of/sheet/{sheet['id']}"
        file = io.BytesIO()
        Image.new("RGB", (900, 1200), "#8a8a7a").save(file, "JPEG")
        for data, status, says in (
            (b"", 422, "empty"), (b"GIF89a" + bytes(40), 422, "no JPEG"),
        ):  # fmt: skip
            answer = self.client.post(f"/api/{path}", data, content_type="image/jpeg")
            self.assertEqual(answer.status_code, status)
            self.assertIn(says, str(answer.json()))
        answer = self.client.post(f"/api/{path}", file.getvalue(), content_type="image/jpeg")
        self.work()
        task = self.send("get", f"tasks/{answer.json()['key']}")[1]
        self.assertEqual(task["standing"], "failed")
        self.assertIn("There is no sheet in the picture", task["saying"])
        self.assertEqual(task["answer"], {})
        key = ReadBack.objects.get().pk
        self.assertFalse(self.send("get", f"painted/read/{key}")[1]["done"])
        wanted = {"tubes": [self.tubes["PO20"]]}
        for rest, body in (("calibrate", wanted), ("note", None)):
            status, told = self.send("post", f"painted/read/{key}/{rest}", body)
            self.assertEqual(status, 422)
            self.assertIn("not read yet", str(told))
        self.assertEqual(self.send("post", f"{path}/simulated?page=9")[0], 422)
        self.assertEqual(self.send("post", f"{path}/simulated?light=moon")[0], 422)
        corners = self.client.post(f"/api/{path}?corners=0,0;1,1", file.getvalue(),
                                   content_type="image/jpeg")  # fmt: skip
        self.assertEqual(corners.status_code, 422)
        self.assertFalse(Calibration.objects.exists())

    def test_another_painter_finds_nothing_of_it(self) -> None:
        sheet = self.sheet()
        begun = self.photographed(sheet["id"])
        other = self.as_other()
        for method, path in (
            ("post", f"of/sheet/{sheet['id']}/simulated"), ("get", f"of/sheet/{sheet['id']}"),
            ("get", f"read/{begun['id']}"), ("get", f"read/{begun['id']}/image"),
            ("post", f"read/{begun['id']}/note"), ("delete", f"read/{begun['id']}"),
        ):  # fmt: skip
            answer = getattr(other, method)(f"/api/painted/{path}")
            self.assertEqual(answer.status_code, 404, path)

    def test_the_layout_is_a_download_and_follows_its_schema(self) -> None:
        sheet = self.sheet()
        layout = self.client.get(f"/api/scales/{sheet['id']}/paper.layout").json()
        self.assertEqual(layout["format"], "mesotint-sheet-layout")
        self.assertEqual(len(layout["boxes"]), 10)
        self.assertEqual(layout["boxes"][0]["parts"], {"PO20": 1.0})
        self.assertRegex(layout["sheet"], rf"^sheet/{sheet['id']}/\w+/1$")
        schema = self.client.get("/api/painted/layout.schema.json").json()
        self.assertEqual(schema["title"], "Mesotint sheet layout")

    def test_the_code_of_a_swatch_card_opens_its_entry(self) -> None:
        made = self.note(mixture=self.mixture(PO20=3, PB29=1))

        def card(address: str) -> bytes:
            dark = np.kron(np.array(code_rows(address)), np.ones((6, 6))) > 0
            picture = np.pad(np.where(dark, 25, 230), 80, constant_values=230).astype(np.uint8)
            file = io.BytesIO()
            Image.fromarray(picture).convert("RGB").rotate(7, fillcolor="#dddddd").save(file, "PNG")
            return file.getvalue()

        def sent(data: bytes) -> tuple[int, Any]:
            answer = self.client.post("/api/painted/code", data, content_type="image/png")
            return answer.status_code, answer.json()

        address = f"http://127.0.0.1:8000/journal/{made['id']}"
        self.assertEqual(sent(card(address)), (200, {"entry": made["id"]}))
        for data, says in (
            (card("http://127.0.0.1:8000/journal/999999"), "of no entry"),
            (card("https://elsewhere.example/"), "of no entry"),
            (b"no picture", "no JPEG"),
        ):
            status, told = sent(data)
            self.assertEqual(status, 422)
            self.assertIn(says, str(told))

    def test_a_pile_takes_the_colour_that_was_read_off_a_photograph(self) -> None:
        pile = self.pile()
        self.add(pile, "PO20", 2)
        body = {"kind": "read", "colour": "58.0 40.0 60.0", "token": self.token()}
        status, told = self.send("post", f"piles/{pile}/events", body)
        self.assertEqual(status, 200, told)
        seen = np.array(told["reading"]["lab"])
        self.assertLess(float(delta_e_2000(seen, np.array([58.0, 40.0, 60.0]))), 0.1)
        again = self.send("post", f"piles/{pile}/events", body)[1]
        self.assertEqual(len(again["steps"]), len(told["steps"]))
        bad = {"kind": "read", "colour": "brownish", "token": self.token()}
        self.assertEqual(self.send("post", f"piles/{pile}/events", bad)[0], 422)
