"""Sessions, cards and sets: mixed of what is due and weak, repeated in time, carried in files."""

import json
import unittest
from datetime import UTC, datetime, timedelta

from mesotint.errors import InputError
from mesotint.paints.library import library
from mesotint.practice.advice import advice
from mesotint.practice.cards import reviewed
from mesotint.practice.exercises import KINDS as EVERY_KIND
from mesotint.practice.session import A_MINUTE, planned
from mesotint.practice.sets import (
    RESULTS_FILE,
    SET_FILE,
    Answered,
    Drawn,
    ExerciseSet,
    Results,
    nearest_owned,
    read_set,
)

L = library()
KINDS = ("lean", "darker", "mixture", "partner", "mud")
NOW = datetime(2026, 11, 26, 9, 0, tzinfo=UTC)


class PlanTest(unittest.TestCase):
    def test_it_mixes_what_is_due_what_is_weak_and_one_match(self) -> None:
        due = [f"partner:{i}" for i in range(30)]
        plan = planned(10, KINDS, due, {"lean": 0.9, "darker": 0.0, "mixture": 0.0}, 1)
        self.assertEqual(plan.count("mud"), 1)
        told = [each for each in plan if ":" in each]
        self.assertEqual(len(told), 10 * A_MINUTE // 3)
        self.assertGreater(plan.count("lean"), plan.count("darker"))
        for kind in ("lean", "darker", "mixture", "partner"):
            self.assertIn(kind, plan)
        self.assertEqual(plan, planned(10, KINDS, due, {"lean": 0.9, "darker": 0.0,
                                                        "mixture": 0.0}, 1))  # fmt: skip
        self.assertNotIn("mud", planned(5, KINDS, [], {}, 1))
        self.assertEqual(len(planned(5, KINDS, [], {}, 1)), 5 * A_MINUTE)

    def test_bad_input(self) -> None:
        with self.assertRaisesRegex(InputError, "5, 10 or 20"):
            planned(7, KINDS, [], {}, 1)
        with self.assertRaisesRegex(InputError, "no exercise"):
            planned(5, [], [], {}, 1)


class AdviceTest(unittest.TestCase):
    def test_the_weakest_comes_next_and_only_what_is_known_is_told(self) -> None:
        self.assertIn("After 8 answers", advice({"lean": [True] * 7})[0])
        # Of thirty answers the last twenty count: ten wrong ones long ago do not.
        told = advice({"lean": [False] * 10 + [True] * 20, "value": [True, False] * 10})
        self.assertTrue(told[0].startswith("Next: value; 50 % of the last were right"), told)
        self.assertEqual(told[1], "Lean goes well: 100 %.")
        self.assertTrue(all(kind.good_for for kind in EVERY_KIND.values()))


class CardTest(unittest.TestCase):
    def test_what_is_known_comes_later_each_time_and_what_is_not_soon(self) -> None:
        card, at, gaps = None, NOW, []
        for _ in range(4):
            told = reviewed(card, True, 1.0, at)
            gaps.append(told.due - at)
            card, at = json.loads(json.dumps(told.card)), told.due
        self.assertEqual(gaps, sorted(gaps))
        self.assertGreater(gaps[-1], timedelta(days=7))
        wrong = reviewed(card, False, 0.0, at)
        self.assertLess(wrong.due - at, timedelta(hours=1))
        # Its fuzz is off: the same answers are due on the same day.
        self.assertEqual(reviewed(card, True, 1.0, at).due, reviewed(card, True, 1.0, at).due)
        hard = reviewed(card, True, 0.5, at)
        self.assertLess(hard.due, reviewed(card, True, 1.0, at).due)


class SetTest(unittest.TestCase):
    OF = ExerciseSet(
        "Week one", ("PW6", "PY3", "PO20", "PB29"), [Drawn("lean", 4), Drawn("mixture", 9)]
    )

    def test_a_set_and_results_come_back_as_they_went(self) -> None:
        self.assertEqual(read_set(SET_FILE.written(self.OF).encode()), self.OF)
        answers = [Answered("lean", 4, True, 1.0), Answered("mixture", 9, False, 0.0)]
        results = Results(answers, "Week one", "pupil")
        self.assertEqual(RESULTS_FILE.read(RESULTS_FILE.written(results).encode())[0], results)

    def test_tubes_that_are_not_owned_are_told_with_the_nearest(self) -> None:
        box = [L.paint("PB28"), L.paint("PY3"), L.paint("PW6")]
        told = nearest_owned(("PY3", "PB29"), box)
        self.assertEqual(told, {L.paint("PB29").name: L.paint("PB28").name})
        self.assertEqual(nearest_owned(("PB29",), []), {L.paint("PB29").name: None})

    def test_faults_are_named(self) -> None:
        good = json.loads(SET_FILE.written(self.OF))
        for change, says in (
            ({"format": "other"}, "no file of the kind “mesotint practice set”"),
            ({"version": 2}, "another version"),
            ({"name": 3}, "name: Input should be a valid string"),
            ({"exercises": []}, "no exercises"),
            (
                {"exercises": [{"kind": "lean", "seed": 1}, {"kind": "x", "seed": 1}]},
                "exercises › 1 › kind",
            ),
            ({"exercises": [{"kind": "lean", "seed": True}]}, "exercises › 0 › seed"),
            ({"paints": ["PB92"]}, "PB29"),
            ({"paints": ["PW6"]}, "tubes"),
        ):
            with self.subTest(says), self.assertRaisesRegex(InputError, says):
                read_set(json.dumps({**good, **change}).encode())
        for text in ("", "[", "[" * 5000, "3"):
            with self.assertRaises(InputError):
                read_set(text.encode())
        with self.assertRaisesRegex(InputError, "answers › 0 › seed"):
            RESULTS_FILE.read(json.dumps({"format": "mesotint practice results", "version": 1,
                                          "answers": [{"kind": "lean"}]}).encode())  # fmt: skip
