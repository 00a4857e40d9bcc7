"""Piles at the API: they follow from their events, advise, and lose or double nothing."""

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.mixing.correction import correct
from mesotint.mixing.mixture import Mixture
from mesotint.paints.library import library
from server.painters.tests.studio import StudioTest
from server.piles.models import Pile, PileEvent

PAINT = library().paint


class PileTest(StudioTest):
    def begin(self, **body):
        status, told = self.send("post", "piles", body)
        self.assertEqual(status, 201, told)
        return told

    def do(self, pile: int, kind: str, token: str, key: str | None = None, ml: float | None = None):
        tube = self.tubes[key] if key else None
        body = {"kind": kind, "tube": tube, "amount": ml, "token": token}
        return self.send("post", f"piles/{pile}/events", body)

    def test_a_pile_is_what_was_put_on_it(self) -> None:
        pile = self.begin(target={"colour": "N 4"})["id"]
        for i, (key, ml) in enumerate((("PO20", 2.0), ("PB29", 1.5), ("PW6", 1.0))):
            told = self.do(pile, "add", f"token-{i:04}", key, ml)[1]
        parts = {PAINT("PO20"): 2.0, PAINT("PB29"): 1.5, PAINT("PW6"): 1.0}
        np.testing.assert_allclose(told["look"]["lab"], Mixture.of(parts).lab, atol=1e-3)
        self.assertEqual([s["label"] for s in told["steps"]],
                         ["Cadmium orange", "Ultramarine blue", "Titanium white"])  # fmt: skip
        target = lab_from_munsell(parse("N 4"))
        found = correct(parts, target, [PAINT(key) for key in self.tubes])
        self.assertEqual(told["advice"]["wrong"], list(found.wrong))
        self.assertEqual([a["label"] for a in told["advice"]["additions"]],
                         [a.paint.name for a in found.additions])  # fmt: skip
        self.assertAlmostEqual(told["advice"]["delta_e_then"], found.delta_e, places=6)

    def test_following_the_advice_arrives(self) -> None:
        told = self.begin(target={"colour": "5Y 6/2"})
        for turn in range(8):
            additions = told["advice"]["additions"]
            if not additions:
                break
            first = additions[0]
            body = {"kind": "add", "tube": first["tube"], "amount": first["first_ml"],
                    "token": f"follow-{turn:04}"}  # fmt: skip
            told = self.send("post", f"piles/{told['id']}/events", body)[1]
        self.assertLess(
            delta_e_2000(np.array(told["look"]["lab"]), np.array(told["target"]["lab"])), 2
        )

    def test_a_mixture_is_sent_to_a_pile_as_its_start_or_its_target(self) -> None:
        mixture = {"parts": [{"tube": self.tubes["PO20"], "parts": 3},
                             {"tube": self.tubes["PB29"], "parts": 1}]}  # fmt: skip
        told = self.begin(mixture=mixture, target={"mixture": mixture}, volume_ml=8)
        self.assertAlmostEqual(told["volume_ml"], 8)
        self.assertEqual([s["volume_ml"] for s in told["steps"]], [6, 2])
        np.testing.assert_allclose(told["look"]["lab"], told["target"]["lab"], atol=1e-3)
        self.assertEqual((told["advice"]["wrong"], told["advice"]["additions"]), ([], []))
        empty = self.begin(target={"mixture": mixture})
        self.assertEqual(empty["look"], None)
        self.assertLess(empty["advice"]["delta_e_then"], 0.5)

    def test_history_only_grows_and_what_is_sent_twice_is_done_once(self) -> None:
        pile = self.begin(target={"colour": "#8a7f72"})["id"]
        for _ in range(3):
            told = self.do(pile, "add", "same-token", "PO20", 2.0)[1]
        self.assertEqual(len(told["steps"]), 1)
        self.do(pile, "add", "next-token", "PB29", 1.0)
        told = self.do(pile, "take back", "back-token")[1]
        self.assertEqual((len(told["steps"]), told["taken_back"]), (1, 1))
        told = self.do(pile, "bring back", "redo-token")[1]
        self.assertEqual((len(told["steps"]), told["taken_back"]), (2, 0))
        self.assertEqual(PileEvent.objects.filter(pile=pile).count(), 4)
        answer = self.do(pile, "bring back", "more-token")
        self.assert_problem(answer, 422, "nothing to bring back")
        self.assertEqual(PileEvent.objects.filter(pile=pile).count(), 4)

    def test_what_cannot_be_done_to_a_pile(self) -> None:
        pile = self.begin()["id"]
        cases = [
            ({"kind": "add", "token": "xxxxxxxx"}, "name a tube"),
            ({"kind": "add", "tube": 1, "amount": 0, "token": "xxxxxxxx"}, "amount"),
            ({"kind": "stir", "token": "xxxxxxxx"}, "take back"),
            ({"kind": "take back", "token": "xxxxxxxx"}, "nothing to take back"),
        ]  # fmt: skip
        for body, told in cases:
            with self.subTest(told=told):
                self.assert_problem(self.send("post", f"piles/{pile}/events", body), 422, told)
        for target in ({"colour": "mud"}, {}):
            answer = self.send("patch", f"piles/{pile}", {"target": target})
            self.assert_problem(answer, 422, "5YR 4/2")
        body = {"kind": "add", "tube": 10**9, "amount": 1, "token": "xxxxxxxx"}
        self.assertEqual(self.send("post", f"piles/{pile}/events", body)[0], 404)

    def test_anothers_pile_is_not_there(self) -> None:
        pile, other = self.begin(name="Mine")["id"], self.as_other()
        for method, path in (("get", ""), ("delete", ""), ("post", "/restore")):
            answer = self.send(method, f"piles/{pile}{path}", client=other)
            self.assert_problem(answer, 404, "no such thing")
        self.assertEqual(self.send("get", "piles", client=other)[1], [])
        self.assertEqual(self.send("delete", f"piles/{pile}")[0], 204)
        self.assertEqual(self.send("get", "piles")[1], [])
        self.send("post", f"piles/{pile}/restore")
        self.assertEqual([p["name"] for p in self.send("get", "piles")[1]], ["Mine"])
        self.assertEqual(Pile.objects.count(), 1)
