"""Practice at the API: no answer is told before it is judged; sessions go on; the record."""

import json
import uuid
from datetime import timedelta

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import lab_from_hex
from mesotint.paints.library import library
from mesotint.practice.exercises import KINDS
from mesotint.practice.making import make
from server.kept import clock
from server.painters.models import Painter
from server.painters.tests.studio import StudioTest
from server.practice.models import Answer, Card, Session


class PracticeTest(StudioTest):
    def begun(self, minutes: int = 5, **more) -> dict:
        body = {"minutes": minutes, "token": uuid.uuid4().hex, **more}
        status, told = self.send("post", "practice/sessions", body)
        self.assertEqual(status, 201, told)
        return told

    def right(self, session: dict) -> dict:
        """The right answer to the exercise on the stage, from what the server keeps to itself."""
        kept = Session.objects.get(pk=session["id"]).current
        keys = {tube: key for key, tube in self.tubes.items()}
        box = [library().paint(keys[tube]) for tube in kept["tubes"]]
        made = make(kept["kind"], kept["seed"], box, kept["level"])
        body = {"token": kept["token"]}
        if isinstance(made.answer, tuple):
            return {**body, "order": list(made.answer)}
        if isinstance(made.answer, float):
            return {**body, "share": made.answer}
        return {**body, "choice": made.answer}

    def answered(self, session: dict, body: dict) -> dict:
        status, told = self.send("post", f"practice/sessions/{session['id']}/answer", body)
        self.assertEqual(status, 200, told)
        return told

    def test_what_the_desk_is_enough_for(self) -> None:
        _, told = self.send("get", "practice")
        self.assertEqual((set(told["kinds"]), told["lacking"]), (set(KINDS), {}))
        self.assertIsNone(told["session"])
        for key, tube in self.tubes.items():
            if key != "PW6":
                self.send("delete", f"tubes/{tube}")
        _, told = self.send("get", "practice")
        self.assertNotIn("mixture", told["kinds"])
        self.assertIn("tubes", told["lacking"]["mixture"])
        self.assertIn("lean", told["kinds"])

    def test_nothing_of_the_answer_is_told_before_it_is_judged(self) -> None:
        session = self.begun(5)
        for _ in range(9):
            told = session["exercise"]
            text = json.dumps(told)
            for word in ("lab", "munsell", "why", "seed", "margin", '"answer"'):
                self.assertNotIn(word, text)
            judged = self.answered(session, self.right(session))
            self.assertTrue(judged["right"], judged)
            self.assertTrue(judged["says"])
            session = judged["session"]
        self.assertEqual((session["right"], session["number"]), (9, 10))

    def test_a_session_goes_on_and_a_forged_or_late_answer_changes_nothing(self) -> None:
        session = self.begun(5, kinds=["lean"])
        body = self.right(session)
        self.answered(session, body)
        status, told = self.send("post", f"practice/sessions/{session['id']}/answer", body)
        self.assertEqual(status, 409, told)
        self.assertEqual(Answer.objects.count(), 1)
        _, again = self.send("get", f"practice/sessions/{session['id']}")
        self.assertEqual(again["number"], 2)
        forged = {"token": again["exercise"]["token"], "choice": "mauve"}
        status, told = self.send("post", f"practice/sessions/{session['id']}/answer", forged)
        self.assert_problem((status, told), 422, "none of the choices")
        self.assertEqual(Answer.objects.count(), 1)
        _, open_ = self.send("get", "practice")
        self.assertEqual(open_["session"]["id"], session["id"])
        _, ended = self.send("post", f"practice/sessions/{session['id']}/stop")
        self.assertTrue(ended["done"])
        self.assertIsNone(self.send("get", "practice")[1]["session"])
        same = {"minutes": 5, "token": "one-token-1"}
        first = self.send("post", "practice/sessions", same)[1]
        self.assertEqual(self.send("post", "practice/sessions", same)[1]["id"], first["id"])

    def test_a_tube_put_away_meanwhile_changes_no_exercise(self) -> None:
        session = self.begun(5, kinds=["mixture"])
        body = self.right(session)
        for key in ("PO20", "PB29", "PY3"):
            self.send("delete", f"tubes/{self.tubes[key]}")
        self.assertTrue(self.answered(session, body)["right"])

    def test_what_goes_well_gets_harder_and_what_is_learnt_comes_again(self) -> None:
        session = self.begun(20, kinds=["darker"])
        levels = []
        for _ in range(6):
            levels.append(Session.objects.get(pk=session["id"]).current["level"])
            session = self.answered(session, self.right(session))["session"]
        self.assertLess(levels[-1], levels[0])
        learnt = self.begun(5, kinds=["partner"])
        judged = self.answered(learnt, self.right(learnt))
        self.assertIsNotNone(judged["mixture"])
        card = Card.objects.get()
        self.assertGreater(card.due, clock.now())
        Card.objects.update(due=clock.now() - timedelta(days=1))
        self.assertEqual(self.send("get", "practice")[1]["due"], 1)
        again = self.begun(5, kinds=["partner"])
        self.assertIn(f"partner:{card.pk}", Session.objects.get(pk=again["id"]).plan)

    def test_a_match_is_mixed_on_the_real_palette(self) -> None:
        session = self.begun(10, kinds=["mud"])
        pile = session["exercise"]["pile"]
        target = session["exercise"]["shown"][0]["swatch"]["srgb"]
        kept = self.send("get", f"piles/{pile}")[1]
        self.assertLess(
            float(delta_e_2000(lab_from_hex(target), lab_from_hex(kept["target"]["srgb"]))), 0.6
        )
        for key, amount in (("PO20", 0.5), ("PB29", 0.3), ("PW6", 1.0)):
            event = {"kind": "add", "tube": self.tubes[key], "amount": amount,
                     "token": uuid.uuid4().hex}  # fmt: skip
            self.assertEqual(self.send("post", f"piles/{pile}/events", event)[0], 200)
        told = self.answered(session, {"token": session["exercise"]["token"]})
        mixed = self.send("get", f"piles/{pile}")[1]["look"]
        # Codes of a screen would be a whole ΔE off where it is dark, or out of what a screen shows.
        off = float(delta_e_2000(mixed["lab"], kept["target"]["lab"]))
        self.assertAlmostEqual(told["off"], off, delta=0.01)
        record = self.send("get", "practice/record")[1]
        self.assertEqual(record["matches"][0]["additions"], 3)
        self.assertAlmostEqual(record["matches"][0]["volume_ml"], 1.8)

    def test_the_record(self) -> None:
        session = self.begun(20, kinds=["lean"])
        for turn in range(10):
            body = self.right(session)
            if turn == 4:
                body["choice"] = "green" if body["choice"] != "green" else "red"
            session = self.answered(session, body)["session"]
        told = self.send("get", "practice/record")[1]
        self.assertEqual((told["answers"], told["days"]), (10, 1))
        (threshold,) = told["thresholds"]
        self.assertIn("of chroma on", threshold["says"])
        self.assertLess(threshold["points"][0]["low"], threshold["points"][0]["high"])
        self.assertEqual(sum(each["count"] for each in told["confused"]), 1)
        self.assertIn("lean", told["says"][0])

    def test_a_month_of_answers_falls_day_by_day(self) -> None:
        session = Session.objects.create(
            painter=self.painter, minutes=10, plan=[], surround=5.0, done=True
        )
        rng, now = np.random.default_rng(2), clock.now()
        rows = []
        for day in range(30):
            threshold = 9.0 * 0.96**day
            for _ in range(8):
                level = float(rng.uniform(1, 14))
                rows.append(Answer(session=session, kind="darker", seed=1, level=level,
                                   right=bool(rng.random() < (0.97 if level > threshold else 0.5)),
                                   score=1.0, at=now - timedelta(days=29 - day)))  # fmt: skip
        Answer.objects.bulk_create(rows)
        told = self.send("get", "practice/record")[1]
        self.assertEqual((told["answers"], told["days"]), (240, 30))
        (line,) = told["thresholds"]
        self.assertEqual(len(line["points"]), 30)
        self.assertLess(line["points"][-1]["value"], line["points"][3]["value"])
        widths = [point["high"] - point["low"] for point in line["points"]]
        self.assertLess(widths[-1], widths[0])

    def test_a_set_for_a_class_and_its_results(self) -> None:
        answer = self.client.post(
            "/api/practice/sets",
            {"name": "Week one", "kinds": ["mixture", "lean"], "count": 6},
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        told = json.loads(answer.content)
        self.assertEqual([each["kind"] for each in told["exercises"]], ["mixture", "lean"] * 3)
        for each in told["exercises"]:
            make(each["kind"], each["seed"], [library().paint(key) for key in told["paints"]])
        told["paints"].append("PR179")
        file = SimpleUploadedFile("set.json", json.dumps(told).encode())
        taken = self.client.post("/api/practice/sets/take", {"file": file})
        self.assertEqual(taken.status_code, 201, taken.content[:300])
        session = taken.json()
        self.assertEqual((session["of"], session["name"]), (6, "Week one"))
        self.assertIn("Perylene maroon is not in your box; nearest is", session["notes"][0])
        for each in told["exercises"]:
            made = make(each["kind"], each["seed"], [library().paint(k) for k in told["paints"]])
            body = {"token": session["exercise"]["token"], "choice": made.answer}
            session = self.answered(session, body)["session"]
        self.assertTrue(session["done"])
        results = self.client.get(f"/api/practice/sessions/{session['id']}/results.json").content
        files = [SimpleUploadedFile(f"{i}.json", results) for i in range(2)]
        rows = self.client.post("/api/practice/results", {"files": files}).json()
        self.assertEqual([(row["answers"], row["right"]) for row in rows], [(6, 6), (6, 6)])
        bad = json.loads(results)
        bad["answers"][2]["score"] = "much"
        file = SimpleUploadedFile("bad.json", json.dumps(bad).encode())
        answer = self.client.post("/api/practice/results", {"files": [file]})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("answers › 2 › score", answer.json()["detail"])
        for content, says in ((b"{", "no JSON"), (b"{}", "“mesotint practice set”")):
            file = SimpleUploadedFile("x.json", content)
            answer = self.client.post("/api/practice/sets/take", {"file": file})
            self.assertEqual(answer.status_code, 422)
            self.assertIn(says, answer.json()["detail"])

    def test_a_card_of_tubes_that_are_gone_is_not_asked_again(self) -> None:
        learnt = self.begun(5, kinds=["partner"])
        self.answered(learnt, self.right(learnt))
        card = Card.objects.get()
        Card.objects.update(due=clock.now() - timedelta(days=1), topic="of tubes there were")
        again = self.begun(5, kinds=["partner"])
        self.assertIn(f"partner:{card.pk}", Session.objects.get(pk=again["id"]).plan)
        for _ in range(Session.objects.get(pk=again["id"]).plan.index(f"partner:{card.pk}") + 1):
            again = self.answered(again, self.right(again))["session"]
        self.assertFalse(Card.objects.filter(pk=card.pk).exists())

    def test_a_set_with_a_match_gives_each_painter_a_pile_for_it(self) -> None:
        told = {
            "format": "mesotint practice set",
            "version": 1,
            "name": "Week two",
            "paints": ["PO20", "PB29", "PY3", "PW6"],
            "exercises": [{"kind": "mud", "seed": 7}, {"kind": "lean", "seed": 8}],
        }
        made = json.loads(
            self.client.post(
                "/api/practice/sets",
                {"name": "Week two", "kinds": ["mud", "lean"], "count": 2},
                content_type="application/json",
            ).content
        )
        # Written as the program writes one.
        self.assertLessEqual(set(told), set(made))
        file = SimpleUploadedFile("set.json", json.dumps({**made, **told}).encode())
        session = self.client.post("/api/practice/sets/take", {"file": file}).json()
        pile = session["exercise"]["pile"]
        self.assertEqual(self.send("get", f"piles/{pile}")[1]["name"], "Match the mud")
        wanted = make("mud", 7, [library().paint(key) for key in told["paints"]])
        kept = self.send("get", f"piles/{pile}")[1]["target"]["lab"]
        self.assertLess(np.abs(np.array(kept) - wanted.shown[0].lab).max(), 0.01)

    def test_nobody_elses(self) -> None:
        session = self.begun(5)
        other = Painter.objects.create_user("another", password="grey-on-grey-8")
        self.client.force_login(other)
        for method, path in (("get", ""), ("get", "/results.json"), ("post", "/stop")):
            answer = getattr(self.client, method)(f"/api/practice/sessions/{session['id']}{path}")
            self.assertEqual(answer.status_code, 404, path)
        self.assertEqual(self.send("get", "practice/record")[1]["answers"], 0)
