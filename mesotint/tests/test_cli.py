"""The ``mesotint`` command, as somebody at a shell meets it."""

import contextlib
import io
import json
import subprocess
import sys
import unittest
from unittest import mock

from mesotint.cli import main


def run(*words: str, stdin: str = "") -> tuple[int, str, str]:
    out, err = io.StringIO(), io.StringIO()
    with (
        mock.patch("sys.stdin", io.StringIO(stdin)),
        contextlib.redirect_stdout(out),
        contextlib.redirect_stderr(err),
    ):
        try:
            status = main(list(words))
        except SystemExit as left:
            status = int(left.code or 0)
    return status, out.getvalue(), err.getvalue()


class MixTest(unittest.TestCase):
    def test_answers_in_json_with_all_figures(self) -> None:
        status, out, _ = run("mix", "PY3=9", "PV23=1", "--json")
        answer = json.loads(out)
        self.assertEqual(status, 0)
        self.assertLessEqual(
            {"lab", "lch", "munsell", "srgb", "in_gamut", "name", "reflectance"}, set(answer)
        )
        self.assertEqual(len(answer["reflectance"]), 36)

    def test_answers_in_words_with_how_far_to_trust_it(self) -> None:
        status, out, _ = run("mix", "PY3=9", "PV23=1")
        self.assertEqual(status, 0)
        for told in ("dark dull brown", "± ΔE", "systematic name: ", "raw umber"):
            self.assertIn(told, out)

    def test_a_wet_film_is_not_a_dry_one(self) -> None:
        def lightness(*words: str) -> float:
            answer = json.loads(run("mix", "PB29=1", "--medium", "wash", "--json", *words)[1])
            return float(answer["lab"][0])

        self.assertLess(lightness("--wet", "watercolour"), lightness())
        self.assertEqual(lightness("--wet", "1.0"), lightness("--wet", "oil"))

    def test_light_and_finish_and_medium_matter(self) -> None:
        plain = run("mix", "PV23=1", "--json")[1]
        for words in (("--light", "A"), ("--finish", "matte"), ("--medium", "wash")):
            self.assertNotEqual(run("mix", "PV23=1", "--json", *words)[1], plain)

    def test_bad_input_names_the_word_and_the_nearest_valid_one(self) -> None:
        cases = {
            ("mix", "PB92=1"): "PB29",
            ("mix", "PB29"): "PY3=9",
            ("mix", "PB29=x"): "'x' is not a number",
            ("mix", "PB29=-1"): "parts of PB29",
            ("mix", "PB29=nan"): "parts of PB29",
            ("mix",): "at least one paint",
            ("mix", "PB29=1", "--finish", "saten"): "satin",
            ("mix", "PB29=1", "--light", "D66"): "D65",
            ("mix", "PB29=1", "--wet", "acrilic"): "acrylic",
            ("trail", "PB29", "PB29"): "another paint",
            ("trail", "PB29", "PO20", "--steps", "99"): "3 to 15",
            ("scale", "PB29", "PO20", "--step", "0"): "above zero",
            ("scale", "PB29", "PO20", "--tool", "spoons"): "grams",
            ("trail", "PB29", "PO20", "--steps", "many"): "many",
            ("munsell", "5XX 4/2"): "5YR 4/2",
            ("munsell", "--lab", "1,2"): "45,8,12",
            ("paints", "show"): "PB29",
            ("match",): "--munsell",
            ("scale", "PO20", "PB29", "--tool", "gramms"): "grams",
            ("scale", "PO20", "PB29", "--ml", "0.001"): "mix at least",
            ("scale", "PO20", "PB29", "--way", "sideways"): "running",
            ("triad", "PO20", "PO20", "PB29"): "three different",
            ("correct", "--pile", "PB29=0", "--lab", "50,0,0"): "squeeze out",
            ("match", "--lab", "50,0,0", "--paints", "PB92"): "PB29",
            ("match", "--lab", "50,0,0", "--max-paints", "9"): "1 to 4",
            ("partners", "PB29", "--paints", "PB29"): "add a tube",
            ("pants",): "pants",
        }
        for words, told in cases.items():
            with self.subTest(words=words):
                status, out, err = run(*words)
                self.assertEqual((status, out), (2, ""))
                self.assertIn(told, err)
                self.assertEqual(err.count("\n"), 1)

    def test_a_batch_reports_the_bad_line_and_goes_on(self) -> None:
        lines = [
            '{"parts": {"PY3": 9, "PV23": 1}}',
            '{"parts": {"PB92": 1}}',
            '{"parts": {"PB29": NaN}}',
            "not json",
            "[1]",
            '{"part": {"PB29": 1}}',
            '{"parts": {"PB29": 1}, "light": 7}',
            "",
            '{"parts": {"PB29": 1}, "light": "A"}',
        ]
        status, out, _ = run("mix", "--batch", stdin="\n".join(lines))
        answers = [json.loads(line) for line in out.splitlines()]
        self.assertEqual(status, 0)
        self.assertEqual(["error" in a for a in answers], [False, *[True] * 6, False])
        self.assertIn("PB29", answers[1]["error"])
        self.assertIn("parts", answers[5]["error"])


class OtherCommandsTest(unittest.TestCase):
    def test_trail_marks_the_neutral_and_lists_all_steps(self) -> None:
        answer = json.loads(run("trail", "PO20", "PB29", "--steps", "7", "--json")[1])
        self.assertEqual(len(answer["steps"]), 7)
        chromas = [step["lch"][1] for step in answer["steps"]]
        self.assertEqual(chromas.index(min(chromas)), answer["neutral_index"])
        self.assertEqual(len(run("trail", "PO20", "PB29", "--white", "2")[1].splitlines()), 10)

    def test_munsell_goes_both_ways(self) -> None:
        lab = json.loads(run("munsell", "5YR 4/2", "--json")[1])["lab"]
        text = ",".join(str(v) for v in lab)
        self.assertTrue(run("munsell", "--lab", text)[1].startswith("5YR 4/2 "))

    def test_match_lists_recipes_and_says_when_a_colour_is_out_of_reach(self) -> None:
        box = "PW6,PY43,PB29,PBr7-burnt-sienna,PBk9"
        answer = json.loads(
            run("match", "--munsell", "5YR 4/2", "--paints", box, "--forbid", "PBk9", "--json")[1]
        )
        self.assertTrue(answer["reached"])
        self.assertTrue(all("PBk9" not in r["parts"] for r in answer["recipes"]))
        status, out, _ = run("match", "--lab", "50,-60,30", "--paints", "PW6,PY43,PBk9")
        self.assertEqual(status, 0)
        self.assertIn("Out of reach", out)
        again = json.loads(run("match", "--mix", "PY3=5", "PV23=1", "--paints", "PY3,PV23",
                               "--json")[1])  # fmt: skip
        self.assertAlmostEqual(again["recipes"][0]["parts"]["PV23"], 1 / 6, delta=0.01)

    def test_partners_are_ranked_with_lean_and_fix(self) -> None:
        answer = json.loads(
            run("partners", "PY3", "--paints", "PV23,PB29,PO20", "--white", "8", "--json")[1]
        )
        violet = next(p for p in answer if p["paint"] == "PV23")
        self.assertEqual((violet["lean"], violet["fix"]["paint"]), ("red", "PB29"))
        self.assertIn("Leans red", run("partners", "PY3", "--white", "8")[1])

    def test_a_scale_is_told_in_measured_amounts_and_its_plan_adds_up(self) -> None:
        for tool in ("grams", "ml", "drops", "ribbon"):
            answer = json.loads(
                run("scale", "PO20", "PB29", "--steps", "7", "--ml", "5", "--tool", tool,
                    "--way", "running", "--json")[1]
            )  # fmt: skip
            self.assertEqual(len(answer["steps"]), 7)
            added = sum(m["volume_nl"] for m in answer["plan"] if m["kind"] == "add")
            self.assertAlmostEqual(sum(answer["paint_ml"].values()), added / 1e6, places=3)
        self.assertIn("in all", run("scale", "PO20", "PB29", "--to-grey")[1])

    def test_a_triad_tells_its_grey_and_the_parts_of_a_lean(self) -> None:
        words = ("triad", "PR108-light", "PY74", "PB29", "--white", "1", "--lean", "cool")
        answer = json.loads(run(*words, "--json")[1])
        self.assertIn("Reaches grey", answer["neutral"]["miss"])
        self.assertLess(answer["lean"]["delta_e"], 1)
        self.assertIn("neutral: ", run(*words)[1])

    def test_a_correction_says_what_is_wrong_and_what_to_add(self) -> None:
        words = ("correct", "--pile", "PB29=3", "PO20=1", "--munsell", "5YR 5/1")
        answer = json.loads(run(*words, "--json")[1])
        self.assertIn("darker", answer["wrong"][0])
        self.assertTrue(1 <= len(answer["additions"]) <= 3)
        self.assertIn("start again", run(*words)[1])

    def test_a_mother_is_found_for_a_painting(self) -> None:
        passages = ("mud:40:PBr7-burnt-umber=2,PW6=1", "water:40:PB35=3,PW6=2", "bill:20:PO20=2")
        words = ("mother", *passages, "--accent", "bill", "--paints", "PY43,PB29,PG18,PBk9")
        answer = json.loads(run(*words, "--json")[1])["mothers"]
        self.assertEqual(answer[0]["shares"]["bill"], 0)
        self.assertLessEqual(answer[0]["spread_after"], answer[0]["spread_before"] / 2 + 0.1)
        self.assertIn("of the chroma stays", run(*words)[1])
        self.assertIn("write it as mud:30", run("mother", "mud=40")[2])

    def test_paints_are_listed_and_shown_with_where_their_figures_come_from(self) -> None:
        self.assertGreaterEqual(len(run("paints", "list")[1].splitlines()), 49)
        shown = run("paints", "show", "PR108-light")[1]
        for told in ("cadmium", "safety sheet", "from memory", "masstone", "warm red", "opacity"):
            self.assertIn(told, shown)
        mixed = json.loads(run("paints", "show", "sepia-hue", "--json")[1])
        self.assertIn("a mixture of library paints", mixed["origin"])
        self.assertEqual(mixed["recipe"]["PBr7-burnt-umber"], 3)

    def test_the_core_needs_no_heavy_package_to_start(self) -> None:
        code = (
            "import sys, mesotint.cli; "
            "print([m for m in ('colour', 'scipy', 'django') if m in sys.modules])"
        )
        done = subprocess.run(
            [sys.executable, "-c", code], capture_output=True, text=True, check=True
        )
        self.assertEqual(done.stdout.strip(), "[]")
