"""The journal taken along, printed and taken in: nothing is lost on the way, faults have lines."""

import io
import json
from datetime import date
from unittest import mock

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from pypdf import PdfReader

from mesotint.formats.cgats import read_cgats
from mesotint.formats.cxf import read_cxf
from server.journal.tests.test_noting import DAY_S, JournalTest
from server.kept import tasks
from server.kept.clock import moved
from server.mixtures.models import KeptMixture, Mixing
from server.tubes.models import Tube

NOTEBOOK = """name,date,parts,note,tags
rust,2026-05-31,3 Cadmium orange + 1 Ultramarine blue,for the hull,"hull, rain"
sea,2026-06-01,1 Ultramarine Blue + 8 titanium white,,sea
"""


class FilesTest(JournalTest):
    def upload(self, path: str, data: str, client: Client | None = None, **beside: str):
        file = SimpleUploadedFile("notebook.csv", data.encode())
        answer = (client or self.client).post(f"/api/journal/{path}", {"file": file, **beside})
        return answer.status_code, answer.json()

    def test_json_comes_back_whole_into_another_studio(self) -> None:
        with moved(-40 * DAY_S):
            made = self.note(mixture=self.mixture(PO20=3, PB29=1), tags=["hull"], note="two coats")
        self.send("post", f"journal/entries/{made['id']}/remarks",
                  {"colour": "40 25 30", "token": self.token()})  # fmt: skip
        told = self.client.get("/api/journal/file.json")
        whole = told.content.decode()
        other = self.as_other()
        for key in ("PO20", "PB29"):
            Tube.objects.create(painter=self.other, paint_key=key)
        looked = self.upload("file/look", whole, other)[1]
        self.assertEqual([(row["name"], row["unsure"]) for row in looked], [(made["title"], [])])
        for expected in (1, 0):
            self.assertEqual(self.upload("file/take", whole, other), (201, {"count": expected}))
        back = other.get("/api/journal/file.json").json()["entries"]
        first = json.loads(whole)["entries"]
        for entry in (*back, *first):
            entry.pop("reflectance")
        self.assertEqual(back, first)
        kept = KeptMixture.objects.get(painter=self.other)
        self.assertEqual({part.tube.painter for part in kept.parts.all()}, {self.other})

    def test_spectra_go_out_as_cgats_and_cxf(self) -> None:
        """Read back by the readers of measured files; the film is the core's own."""
        self.note(mixture=self.mixture(PO20=3, PB29=1))
        film = np.frombuffer(bytes(KeptMixture.objects.get().spectrum), "<f4")
        for form, read in (("cgats", read_cgats), ("cxf", read_cxf)):
            (named,) = read(self.client.get(f"/api/journal/file.{form}").content)
            np.testing.assert_allclose(named.reading.reflectance, film, atol=1e-4)
        table = self.client.get("/api/journal/file.csv").content.decode("utf-8-sig")
        self.assertIn("75 Cadmium orange + 25 Ultramarine blue", table)
        self.assertEqual(self.client.get("/api/journal/file.csv?tag=sea").content.count(b"\n"), 1)

    def test_a_notebook_is_matched_to_tubes_and_each_fault_is_told_by_its_line(self) -> None:
        status, looked = self.upload("file/look", NOTEBOOK)
        self.assertEqual((status, [row["unsure"] for row in looked]), (200, [[], []]))
        self.assertEqual(KeptMixture.objects.count(), 0)
        self.assertEqual(self.upload("file/take", NOTEBOOK)[1], {"count": 2})
        rust = KeptMixture.objects.get(name="rust")
        self.assertEqual((rust.mixed.date(), rust.note), (date(2026, 5, 31), "for the hull"))
        np.testing.assert_allclose([rust.lightness, rust.a, rust.b],
                                   self.lab_of(PO20=3, PB29=1), atol=1e-6)  # fmt: skip
        self.assertEqual(sorted(rust.tags.values_list("word", flat=True)), ["hull", "rain"])
        faulty = NOTEBOOK + ("fog,2026-06-02,1 Payne's grey,,\nmud,2026-06-02,brown,,\n"
                             "dusk,2026-13-41,1 Cadmium orange,,\n")  # fmt: skip
        for path in ("file/look", "file/take"):
            status, told = self.upload(path, faulty)
            self.assertEqual(status, 422, told)
            lines = [fault["line"] for fault in told["faults"]]
            self.assertEqual(lines, [5], told)
        self.assertEqual(KeptMixture.objects.count(), 2)
        near = "name,parts,colour\nfog,1 Cadmium orang + 1 Payne's grey,60 0 0\n"
        (row,) = self.upload("file/look", near)[1]
        likely, unknown = row["unsure"]
        self.assertIn("taken for Cadmium orange", likely["says"])
        self.assertEqual(likely["tube"], self.tubes["PO20"])
        self.assertIn("in no tube of yours", unknown["says"])
        self.assertEqual(self.upload("file/take", near)[0], 201)
        fog = KeptMixture.objects.get(name="fog")
        self.assertEqual((fog.lightness, fog.parts.filter(tube=None).count()), (60, 1))

    def test_a_paint_that_is_unsure_is_asked_for_and_taken_as_the_painter_says(self) -> None:
        unknown = NOTEBOOK + "fog,2026-06-02,1 Payne's grey + 1 Cadmium orang,,\n"
        status, looked = self.upload("file/look", unknown)
        self.assertEqual((status, [row["untold"] for row in looked]), (200, [False, False, True]))
        status, told = self.upload("file/take", unknown)
        self.assertEqual((status, [f["line"] for f in told["faults"]]), (422, [4]))
        self.assertEqual(KeptMixture.objects.count(), 0)
        blue, orange = self.tubes["PB29"], self.tubes["PO20"]
        for wrong in ('["Payne"]', "{", '{"Payne\'s grey": "blue"}'):
            self.assertEqual(self.upload("file/take", unknown, tubes=wrong)[0], 422)
        self.assertEqual(self.upload("file/take", unknown, tubes='{"Payne\'s grey": 9999}')[0], 422)
        chosen = json.dumps({"Payne's grey": blue, "Cadmium orang": orange})
        self.assertEqual(self.upload("file/take", unknown, tubes=chosen), (201, {"count": 3}))
        fog = KeptMixture.objects.get(name="fog")
        self.assertEqual(set(fog.parts.values_list("tube", flat=True)), {blue, orange})
        np.testing.assert_allclose([fog.lightness, fog.a, fog.b],
                                   self.lab_of(PO20=1, PB29=1), atol=1e-6)  # fmt: skip

    def test_the_swatch_book_is_a_task_and_tells_what_the_slips_tell(self) -> None:
        made = [self.note(mixture=self.mixture(PO20=3, PB29=part), name=f"rust {part}")
                for part in (1, 2, 4)]  # fmt: skip
        status, task = self.send("post", "journal/book", {"form": "cards"})
        self.assertEqual(status, 202)
        self.work()
        book = PdfReader(io.BytesIO(self.client.get(f"/api/tasks/{task['key']}/file").content))
        pages = [page.extract_text() for page in book.pages]
        self.assertEqual(len(pages), 3)
        for entry, page in zip(reversed(made), pages, strict=True):
            slip = self.send("get", f"journal/entries/{entry['id']}")[1]
            self.assertIn(slip["title"], page)
            self.assertIn(slip["look"]["munsell"], page)
            for part in slip["parts"]:
                self.assertIn(f"{100 * part['share']:.0f} % {part['label']}", page)

    def test_a_book_is_stopped_where_it_stands(self) -> None:
        for part in range(1, 8):
            self.note(mixture=self.mixture(PO20=1, PB29=part))
        key = self.send("post", "journal/book", {"form": "labels"})[1]["key"]
        tell = tasks.Doing.tell

        def stop(doing: tasks.Doing, share: float, saying: str = "") -> None:
            doing._told = -1e9
            if saying.startswith("Drawing 3"):
                self.send("post", f"tasks/{key}/stop")
            tell(doing, share, saying)

        with mock.patch.object(tasks.Doing, "tell", stop):
            self.work()
        told = self.send("get", f"tasks/{key}")[1]
        self.assertEqual((told["standing"], told["has_file"]), ("stopped", False))
        self.send("delete", f"journal/entries/{KeptMixture.objects.first().pk}")
        for kept in KeptMixture.objects.all():
            self.send("delete", f"journal/entries/{kept.pk}")
        key = self.send("post", "journal/book", {})[1]["key"]
        self.work()
        self.assertIn("no entry to print", self.send("get", f"tasks/{key}")[1]["saying"])

    def test_mixings_taken_in_are_not_learnt_from(self) -> None:
        self.upload("file/take", NOTEBOOK)
        self.assertEqual(set(Mixing.objects.values_list("came", flat=True)), {"file"})
        self.assertEqual(self.send("get", "journal/teaches")[1]["hits"], [])
