"""What others can point at keeps its row; where a mixture went and what it is of are one query."""

from typing import Any

from django.db import connection
from django.test.utils import CaptureQueriesContext

from server.mixtures.models import TubeShare
from server.mixtures.origins import Source, made_of, used_in
from server.paintings.models import Passage
from server.scales.models import Patch
from server.scales.tests.desk import DeskTest


class OriginsTest(DeskTest):
    def setUp(self) -> None:
        super().setUp()
        self.saved = self.kept(self.scale(steps=5), name="Rope")

    def ids(self) -> list[int]:
        told = self.send("get", f"scales/{self.saved['id']}")[1]
        return [patch["id"] for patch in told["patches"]]

    def keep_again(self, **changed: Any) -> None:
        body = self.sheet(self.scale(**{"steps": 5, **changed}), name="Rope")
        self.assertEqual(self.send("put", f"scales/{self.saved['id']}", body)[0], 200)

    def patch(self, place: int) -> Source:
        return ("patch", self.ids()[place])

    def from_patch(self, place: int) -> dict[str, Any]:
        origin = {"kind": "patch", "id": self.saved["id"], "place": place}
        return self.send("post", "mixtures/find", {"origin": origin})[1]["mixture"]

    def one_query(self, ask: Any) -> Any:
        with CaptureQueriesContext(
            connection,
        ) as asked:
            told = ask()
        self.assertEqual(len(asked), 1)
        return told

    def test_a_patch_keeps_its_row_over_every_save(self) -> None:
        before = self.ids()
        for changed in ({"lightener": 2}, {"steps": 7}, {"steps": 5}, {"spacing": "value"}):
            self.keep_again(**changed)
            self.assertEqual(self.ids()[:5], before)

    def test_a_patch_that_something_was_made_from_stays_where_the_sheet_grows_shorter(self) -> None:
        taken, left = self.ids()[4], self.ids()[3]
        self.send("post", "piles", {"mixture": self.from_patch(4)})
        self.keep_again(steps=3)
        self.assertIsNone(Patch.objects.get(pk=taken).place)
        self.assertFalse(Patch.objects.filter(pk=left).exists())
        self.assertFalse(TubeShare.objects.filter(kind="patch", key=left).exists())
        self.assertEqual(made_of(("patch", taken)), {self.tubes["PB29"]: 1.0})
        # Its place is free for another one.
        self.keep_again(steps=5)
        self.assertNotEqual(self.ids()[4], taken)

    def test_a_patch_tells_its_tubes_by_what_was_asked(self) -> None:
        """A mixture of 2 to 1, 1 : 1 in the first step with two of white: told back to tubes."""
        mixed = self.mix("Rope", PO20=2, PY3=1)
        saved = self.kept({**self.scale(steps=3, lightener=2), "first": mixed})
        told = self.one_query(lambda: made_of(("patch", saved["patches"][0]["id"])))
        self.assertEqual(
            {tube: round(share, 9) for tube, share in told.items()},
            {
                self.tubes["PO20"]: round(2 / 9, 9),
                self.tubes["PY3"]: round(1 / 9, 9),
                self.tubes["PW6"]: round(2 / 3, 9),
            },
        )

    def test_where_a_patch_was_used_and_back(self) -> None:
        patch = self.patch(2)
        pile = self.send("post", "piles", {"name": "Rope", "mixture": self.from_patch(2)})[1]
        again = self.kept({**self.scale(steps=3), "first": self.from_patch(2)})
        request = {"passages": [{"key": "rope", "mixture": self.from_patch(2)}]}
        self.send("post", "paintings", {"name": "Yard", "request": request})
        passage = Passage.objects.get()
        used = self.one_query(lambda: used_in(patch))
        self.assertEqual(
            sorted(used),
            sorted([("pile", pile["id"]), ("sheet", again["id"]), ("passage", passage.pk)]),
        )
        body = {"kind": "keep", "name": "Rope", "token": "kept-of-it"}
        self.send("post", f"piles/{pile['id']}/events", body)
        (mixture,) = self.send("get", "mixtures")[1]
        self.assertEqual(used_in(("pile", pile["id"])), [("kept", mixture["id"])])
        wanted = made_of(patch)
        for made in (("pile", pile["id"]), ("passage", passage.pk), ("kept", mixture["id"])):
            told = self.one_query(lambda made=made: made_of(made))
            self.assertEqual(told.keys(), wanted.keys(), made)
            for tube, share in wanted.items():
                self.assertAlmostEqual(told[tube], share, places=4)

    def test_an_origin_that_is_given_up_is_forgotten(self) -> None:
        again = self.kept({**self.scale(steps=3), "first": self.from_patch(2)})
        body = self.sheet(self.scale(steps=3))
        self.send("put", f"scales/{again['id']}", body)
        self.assertEqual(used_in(self.patch(2)), [])

    def test_from_a_passage_by_its_key_whatever_its_place(self) -> None:
        passages = [{"key": key, "name": key, "mixture": self.mix(key, PO20=2, PB29=1)}
                    for key in ("sky", "rope")]  # fmt: skip
        painting = self.send("post", "paintings", {"request": {"passages": passages}})[1]["id"]
        origin = {"kind": "passage", "id": painting, "key": "rope"}
        told = self.send("post", "mixtures/find", {"origin": origin})[1]["mixture"]
        self.assertEqual(told["name"], "rope")
        parts = {part["tube"]: part["parts"] for part in told["parts"]}
        ratio = parts[self.tubes["PO20"]] / parts[self.tubes["PB29"]]
        self.assertAlmostEqual(ratio, 2, places=4)
        pile = self.send("post", "piles", {"target": {"mixture": told}})[1]
        passage = Passage.objects.get(key="rope")
        self.assertEqual(used_in(("passage", passage.pk)), [("pile", pile["id"])])
        # One of an earlier version, which has not told its tubes yet.
        TubeShare.objects.filter(kind="passage").delete()
        again = self.send("post", "mixtures/find", {"origin": origin})[1]["mixture"]
        self.assertEqual(again["parts"], told["parts"])

    def test_nobody_names_what_is_anothers(self) -> None:
        origin = {"kind": "patch", "id": self.saved["id"], "place": 2}
        status = self.send("post", "mixtures/find", {"origin": origin}, self.as_other())[0]
        self.assertEqual(status, 404)


class PassageRowsTest(DeskTest):
    def request(self, *keys: str) -> dict[str, Any]:
        return {"passages": [{"key": k, "name": k, "mixture": self.one("PO20")} for k in keys]}

    def test_a_passage_keeps_its_row_wherever_it_stands(self) -> None:
        body = {"name": "Yard", "request": self.request("sky", "sea", "mud")}
        path = f"paintings/{self.send('post', 'paintings', body)[1]['id']}"
        rows = dict(Passage.objects.values_list("key", "pk"))
        body["request"] = self.request("mud", "sky", "rope")
        self.assertEqual(self.send("put", path, body)[0], 200)
        now = dict(Passage.objects.values_list("key", "pk"))
        self.assertEqual({k: now[k] for k in ("mud", "sky")}, {k: rows[k] for k in ("mud", "sky")})
        self.assertEqual(set(now), {"mud", "sky", "rope"})
        places = Passage.objects.order_by("place").values_list("key", flat=True)
        self.assertEqual(list(places), ["mud", "sky", "rope"])

    def test_passages_without_a_key_get_one(self) -> None:
        passages = [{"name": name} for name in ("sky", "sea")]
        told = self.send("post", "paintings", {"request": {"passages": passages}})[1]
        keys = [passage["key"] for passage in told["request"]["passages"]]
        self.assertEqual(len(set(keys)), 2)
        self.assertNotIn("", keys)
