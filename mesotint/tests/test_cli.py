"""The ``mesotint`` command, as somebody at a shell meets it."""

import contextlib
import io
import json
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

import numpy as np
from PIL import Image

from mesotint.cli import main
from mesotint.commands.batch import AT_ONCE
from mesotint.painted.layout import LAYOUT_FILE
from mesotint.painted.tests.painting import layout_of, painted
from mesotint.paints.library import library
from mesotint.pictures.tests.scenes import agreement, scene


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
            ("scale", "PB29", "PO20", "--tool", "gramms"): "grams",
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
            ("grid", "--rows", "PB29", "--columns", "PO20"): "is a scale",
            ("grid", "--rows", "PB29,PG7", "--columns", "PO20,PG7"): "take it out of one",
            ("grid", "--rows", "PB29,PG7", "--columns", "PO20", "--ratio", "2;1"): "write 2:1",
            ("grid", "--rows", "PB29,PG7", "--columns", "PO20", "--ratio", "1:0"): "write 2:1",
            ("grid", "--rows", ",", "--columns", "PO20"): "Name a paint or more for rows",
            ("grid", "--rows", "PB29,PG7", "--columns", "PO20", "--water", "2"): "thins a wash",
            ("darks", "--paints", "PW6,PW4"): "Nothing dark",
            ("darks", "--most", "4"): "2 or 3",
            ("shades", "PY74", "--with", "PW6"): "no darker",
            ("shades", "PY74", "--with", "PG7", "--steps", "1"): "2 to 11",
            ("layers", "--over", "PY43"): "at least one layer",
            ("layers", "--over", "PY43", "--under", "PB29", "--coats", "9"): "coats",
            ("nudge", "--pile", "PB29=1", "--test", "nose"): "white or film",
            ("wheel", "--count", "9"): "6, 12 or 24",
            ("wheel", "--hue", "orang"): "orange",
            ("kinds", "skins"): "skin",
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

    def test_a_long_batch_is_shared_out_and_answered_in_its_order(self) -> None:
        count = 2 * AT_ONCE + 3
        parts = [{"PB29": 1, "PW6": round(0.5 + i % 97, 1)} for i in range(count)]
        asked = "\n".join(json.dumps({"parts": each}) for each in parts)
        answers = [json.loads(line) for line in run("mix", "--batch", stdin=asked)[1].splitlines()]
        self.assertEqual(len(answers), count)
        for i in range(97, count):
            self.assertEqual(answers[i]["srgb"], answers[i % 97]["srgb"])
        self.assertEqual(len({answer["lab"][0] for answer in answers}), 97)


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

    def test_partners_stand_opposites_first_and_greys_last(self) -> None:
        box = "PW6,PY3,PB29,PV23,PBk9"
        status, out, _ = run("partners", "PY3", "--paints", box, "--json")
        rows = json.loads(out)
        self.assertEqual(status, 0)
        self.assertEqual([row["paint"] for row in rows], ["PV23", "PB29", "PW6", "PBk9"])
        self.assertEqual([row["relation"] == "grey" for row in rows], [False, False, True, True])
        self.assertLess(rows[0]["residue"], 14)
        self.assertIn("Instead: a black or a grey", run("partners", "PY3", "--paints", box)[1])

    def test_what_is_forbidden_is_in_no_advice(self) -> None:
        asked = (
            ("partners", "PY3", "--forbid", "PV23,PV15"),
            ("correct", "--pile", "PY3=5", "--munsell", "5Y 5/4", "--forbid", "PV23,PV15"),
            ("darks", "--paints", "PV23,PG7,PR177,PBk9,PY3", "--forbid", "PV23"),
            ("shades", "PY3", "--forbid", "PV23,PV15"),
            ("nudge", "--pile", "PG7=1", "PR254=1", "--forbid", "PV23,PV15"),
            ("wheel", "--forbid", "PV23,PV15"),
            ("match", "--munsell", "5P 4/6", "--forbid", "PV23,PV15"),
            ("mother", "mud:50:PY43=1", "sky:50:PB29=1,PW6=5", "--forbid", "PV23,PV15,PBk9"),
        )
        for words in asked:
            status, out, err = run(*words, "--json")
            with self.subTest(words[0]):
                self.assertEqual((status, err), (0, ""))
                self.assertNotRegex(out, r'"(PV23|PV15)"')
        status, _, err = run("partners", "PY3", "--forbid", "PV99")
        self.assertEqual(status, 2)
        self.assertIn("PV99", err)

    def test_a_common_name_is_a_paint_and_a_target_and_a_guess_is_told(self) -> None:
        status, out, err = run("mix", "vermilion=1", "olive=2", "--json")
        self.assertEqual(status, 0)
        self.assertIn("lab", json.loads(out))
        for sentence in ("Vermilion: cadmium red light is nearest, a guess from memory.", "Olive:"):
            self.assertIn(sentence, err)
        self.assertEqual(run("mix", "PR108-light=1", "--json")[2], "")
        found = json.loads(run("match", "--named", "raw umber", "--json")[1])
        self.assertLess(found["recipes"][0]["delta_e"], 0.5)
        status, _, err = run("match", "--named", "raw umbre")
        self.assertEqual(status, 2)
        self.assertIn("Raw umber", err)
        self.assertIn("near raw umber", run("mix", "PBr7-raw-umber=9", "PG17=1")[1].lower())

    def test_a_scale_is_told_in_measured_amounts_and_its_plan_adds_up(self) -> None:
        for tool in ("grams", "ml", "drops", "ribbon", "hand", "brush", "ounces", "inches"):
            answer = json.loads(
                run("scale", "PO20", "PB29", "--steps", "7", "--ml", "5", "--tool", tool,
                    "--way", "running", "--json")[1]
            )  # fmt: skip
            self.assertEqual(len(answer["steps"]), 7)
            there = answer["left_ml"] + sum(answer["spare_ml"].values())
            there += sum(answer["volumes_ml"])
            self.assertAlmostEqual(sum(answer["paint_ml"].values()), there, delta=0.1)
        self.assertIn("In all", run("scale", "PO20", "PB29", "--to-grey")[1])

    def test_each_method_of_a_scale_is_printed_in_its_own_order(self) -> None:
        words = ("scale", "PY3", "PV23", "--white", "2", "--ml", "5")
        told = {way: run(*words, "--method", way)[1] for way in ("separate", "running", "carried")}
        self.assertEqual(len(set(told.values())), 3)
        for way, text in told.items():
            with self.subTest(way=way):
                self.assertTrue(text.startswith("First mix: Dioxazine violet"))
                self.assertRegex(text, r"In all: [\d.]+ g \([\d.]+ ml\) Hansa yellow light")
                self.assertIn("Left over: ", text)
        self.assertIn("Scoop out", told["running"])
        self.assertIn("Left in the piles: ", told["running"])
        self.assertIn("over from step", told["carried"])
        # The old words still do.
        self.assertEqual(run(*words, "--way", "running", "--tool", "grams")[1], told["running"])

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
        # It would take litres, so a fresh pile of as much paint is told instead.
        self.assertEqual(answer["additions"], [])
        self.assertAlmostEqual(sum(a["volume_ml"] for a in answer["fresh"]), 4, places=2)
        told = run(*words)[1]
        self.assertIn("start again", told)
        self.assertIn("fresh: ", told)
        near = ("correct", "--pile", "PW6=6", "PB29=1", "--munsell", "5PB 6/2")
        answer = json.loads(run(*near, "--json")[1])
        self.assertTrue(1 <= len(answer["additions"]) <= 3)
        self.assertEqual(answer["fresh"], [])

    def test_a_mother_is_found_for_a_painting(self) -> None:
        passages = ("mud:40:PBr7-burnt-umber=2,PW6=1", "water:40:PB35=3,PW6=2", "bill:20:PO20=2")
        words = ("mother", *passages, "--accent", "bill", "--paints", "PY43,PV23,PG18,PBk9")
        answer = json.loads(run(*words, "--json")[1])["mothers"]
        self.assertEqual(answer[0]["shares"]["bill"], 0)
        self.assertEqual(answer[0]["mother"], "Dioxazine violet")
        self.assertLess(answer[0]["gathered"], 1)
        self.assertAlmostEqual(answer[0]["movement_delta_e"], 2, places=1)
        for told in answer:
            self.assertEqual([p["name"] for p in told["passages"]], ["mud", "water", "bill"])
            for passage in told["passages"]:
                self.assertEqual(passage["share"], told["shares"][passage["name"]])
                self.assertEqual(len(passage["lab"]), 3)
        self.assertIn("of the chroma goes", run(*words)[1])
        greys = ("mother", "fog:50:PBk9=1,PW6=4", "tar:50:PBk9=1")
        self.assertEqual(json.loads(run(*greys, "--json")[1])["mothers"], [])
        self.assertIn("greys already", run(*greys)[1])
        self.assertIn("write it as mud:30", run("mother", "mud=40")[2])

    def test_paints_are_listed_and_shown_with_where_their_figures_come_from(self) -> None:
        self.assertGreaterEqual(len(run("paints", "list")[1].splitlines()), 49)
        shown = run("paints", "show", "PR108-light")[1]
        for told in ("cadmium", "safety sheet", "from memory", "masstone", "warm red", "opacity"):
            self.assertIn(told, shown)
        mixed = json.loads(run("paints", "show", "sepia-hue", "--json")[1])
        self.assertIn("a mixture of library paints", mixed["origin"])
        self.assertEqual(mixed["recipe"]["PBr7-burnt-umber"], 3)

    def test_what_makes_no_sense_is_refused_everywhere_alike(self) -> None:
        for words, told in (
            (("partners", "PY3", "--white", "-1"), "-1 will not do for white"),
            (("partners", "PY3", "--white", "nan"), "nan will not do for white"),
            (("mix", "PY3=1", "--water", "3"), "Water thins a wash alone"),
            (("trail", "PY3", "PV23", "--water", "3"), "Water thins a wash alone"),
            (("mix", "PY3=1", "--medium", "wash", "--ground", "toned gray"), "toned grey"),
        ):
            with self.subTest(words=words):
                status, _, err = run(*words)
                self.assertEqual(status, 2)
                self.assertIn(told, err)

    def test_parts_of_any_size_are_the_same_mixture(self) -> None:
        plain = run("mix", "PY3=9", "PV23=1")[1]
        for factor in ("e-300", "e-30", "e5"):
            self.assertEqual(run("mix", f"PY3=9{factor}", f"PV23=1{factor}")[1], plain)

    def test_paints_stand_in_columns_and_nothing_is_less_than_nothing(self) -> None:
        lines = run("paints", "list")[1].splitlines()
        named = [library().paint(line.split()[0]) for line in lines]
        for column in ("name", "family"):
            starts = {
                line.rindex("  " + getattr(paint, column))
                for line, paint in zip(lines, named, strict=True)
            }
            self.assertEqual(len(starts), 1, column)
        for key in library().paints:
            self.assertNotIn("-0°", run("paints", "show", key)[1])
        self.assertNotRegex(run("munsell", "N 5")[1], r"-0\.0+\b")

    def test_a_target_out_of_reach_of_the_whole_library_is_answered(self) -> None:
        for munsell in ("5PB 8/6", "N 1", "5G 8/6", "5P 7/8", "5BG 7/8", "10GY 8/10"):
            with self.subTest(munsell=munsell):
                status, out, err = run("match", "--munsell", munsell)
                self.assertEqual((status, err), (0, ""))
                self.assertRegex(out.splitlines()[0], r"nearest is ΔE [\d.]+ off: |^ΔE")
        few = run("match", "--munsell", "5PB 8/6", "--paints", "PY43,PBk9,PW6")[1]
        self.assertRegex(few.splitlines()[0], r"\) would help\.$")

    def test_the_core_needs_no_heavy_package_to_start(self) -> None:
        code = (
            "import sys, mesotint.cli; "
            "print([m for m in ('colour', 'scipy', 'django') if m in sys.modules])"
        )
        done = subprocess.run(
            [sys.executable, "-c", code], capture_output=True, text=True, check=True
        )
        self.assertEqual(done.stdout.strip(), "[]")


class PaintedSheetTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def test_a_sheet_is_written_with_the_layout_it_is_read_by(self) -> None:
        target = str(self.folder / "yard")
        status, out, _ = run("sheet", "PO20", "PB29", "--steps", "5", "--opened", "--to", target,
                             "--json")  # fmt: skip
        self.assertEqual(status, 0)
        answer = json.loads(out)
        self.assertEqual(len(answer["boxes"]), 11)
        self.assertTrue((self.folder / "yard.pdf").read_bytes().startswith(b"%PDF-"))
        layout = json.loads((self.folder / "yard.layout.json").read_text())
        self.assertEqual(layout["format"], "mesotint-sheet-layout")
        self.assertEqual([box["parts"] for box in layout["boxes"]],
                         [box["parts"] for box in answer["boxes"]])  # fmt: skip
        status, out, _ = run("sheet", "PO20", "--calibration", "--to", target)
        self.assertEqual((status, len(out.split())), (0, 2))
        status, _, err = run("sheet", "PO20", "--to", target)
        self.assertEqual((status, err.count("\n")), (2, 1))

    def test_a_photograph_is_read_and_the_tubes_are_given_as_learnt(self) -> None:
        made = painted(52)
        layout, photo = self.folder / "layout.json", self.folder / "photo.jpg"
        layout.write_text(LAYOUT_FILE.written(made.layout))
        photo.write_bytes(made.photograph)
        words = ("read", str(layout), str(photo), "--light", "daylight")
        status, out, _ = run(*words, "--calibrate", "--json")
        self.assertEqual(status, 0)
        answer = json.loads(out)
        self.assertEqual(set(answer), {"patches", "tubes", "camera", "remarks"})
        self.assertEqual(set(answer["tubes"]), {"PO20", "PB29", "PW6"})
        patch = answer["patches"][3]
        self.assertLessEqual({"id", "lab", "spread", "predicted", "delta_e", "remark"}, set(patch))
        for tube in answer["tubes"].values():
            self.assertEqual((len(tube["absorption"]), len(tube["scattering"])), (36, 36))
        self.assertEqual(answer["camera"]["light"], "daylight")
        # Told as they are taken to be, where nobody asks for more.
        plain = json.loads(run(*words, "--json")[1])["tubes"]["PO20"]
        np.testing.assert_allclose(plain["absorption"], library().paint("PO20").absorption,
                                   rtol=1e-6)  # fmt: skip
        self.assertLess(answer["tubes"]["PO20"]["uncertainty"], plain["uncertainty"])

    def test_a_photograph_is_divided_and_the_pixels_say_whose_they_are(self) -> None:
        """A picture that lay on its side: the labels have the size it has once it is turned."""
        pixels, truth = scene(4)
        with tempfile.TemporaryDirectory() as folder:
            photo, labels = str(Path(folder) / "yard.jpg"), str(Path(folder) / "labels.png")
            exif = Image.Exif()
            exif[0x0112] = 6
            turned = Image.fromarray(np.ascontiguousarray(np.rot90(pixels)))
            turned.save(photo, quality=95, exif=exif)
            count = int(truth.max()) + 1
            asked = ("passages", photo, "--count", str(count), "--labels", labels, "--json")
            found = json.loads(run(*asked)[1])
            told = np.asarray(Image.open(labels))
            self.assertEqual(told.shape, truth.shape)
            self.assertEqual((found["width"], found["height"]), truth.shape[::-1])
            self.assertGreater(agreement(truth, told.astype(int)), 0.85)
            self.assertEqual(len(found["passages"]), count)
            for place, passage in enumerate(found["passages"]):
                self.assertAlmostEqual(passage["share"], (told == place).mean(), delta=0.005)
                self.assertTrue(all(place in found["passages"][i]["touches"]
                                    for i in passage["touches"]))  # fmt: skip
            self.assertIn("touches", run("passages", photo)[1])
            for more, says in (
                (("--card", "0,0,9000,40"), "reaches beyond the picture"),
                (("--card", "here"), "no place of a card"),
                (("--card", "0,0,40,40", "--card-kind", "red"), "white or grey"),
                (("--count", "99"), "2 to 24"),
                (("--labels", "/nowhere/x.png"), "cannot be written"),
            ):
                with self.subTest(more):
                    self.assertIn(says, run("passages", photo, *more)[2])
            self.assertIn("cannot be read", run("passages", "/nowhere.jpg")[2])

    def test_what_cannot_be_read_is_one_sentence(self) -> None:
        layout, photo = self.folder / "layout.json", self.folder / "photo.jpg"
        layout.write_text(LAYOUT_FILE.written(layout_of()))
        photo.write_bytes(b"no picture")
        for words, says in (
            ((str(layout), str(photo)), "no JPEG"),
            ((str(layout), str(self.folder / "none.jpg")), "none.jpg"),
            ((str(photo), str(photo)), "JSON"),
            ((str(layout), str(photo), "--light", "dayligt"), "daylight"),
        ):
            status, _, err = run("read", *words)
            self.assertEqual(status, 2, err)
            self.assertIn(says, err)
            self.assertTrue(err.startswith("mesotint: "))


class ChartsTest(unittest.TestCase):
    """Answers of the charts, mixed again by ``mesotint mix`` from the parts that they tell."""

    def mixed(self, parts: dict[str, float]) -> list[float]:
        words = [f"{key}={amount}" for key, amount in parts.items()]
        return list(json.loads(run("mix", *words, "--json")[1])["lab"])

    def assert_alike(self, told: list[float], parts: dict[str, float]) -> None:
        for one, other in zip(told, self.mixed(parts), strict=True):
            self.assertAlmostEqual(one, other, delta=0.05)

    def answer(self, *words: str) -> dict:
        status, out, err = run(*words, "--json")
        self.assertEqual((status, err), (0, ""))
        return dict(json.loads(out))

    def test_grid(self) -> None:
        words = ("grid", "--rows", "PR177,PO20", "--columns", "PG7,PG17,PB29")
        told = self.answer(*words, "--ratio", "2:1", "--white", "1")
        self.assertEqual([len(row) for row in told["cells"]], [3, 3])
        for i, row in enumerate(("PR177", "PO20")):
            for j, column in enumerate(("PG7", "PG17", "PB29")):
                cell = told["cells"][i][j]
                self.assertLessEqual({"parts", "lab", "munsell", "name"}, set(cell))
                self.assertAlmostEqual(cell["parts"][row] / cell["parts"][column], 2, places=4)
                self.assertAlmostEqual(cell["parts"]["PW6"], 1, places=4)
                self.assert_alike(cell["lab"], cell["parts"])
        strong = self.answer(*words, "--ratio", "strength")["cells"][0][0]["parts"]
        self.assertGreater(strong["PR177"], strong["PG7"])
        greyest = self.answer(*words, "--ratio", "greyest")["cells"][0][0]
        self.assertLess(abs(greyest["lab"][1]) + abs(greyest["lab"][2]), 2)
        self.assertIn("[PR177=0.5  PG7=0.5]", run(*words)[1])

    def test_darks(self) -> None:
        told = self.answer("darks", "--paints", "PG7,PV19,PB29,PBk9,PR177", "--no-black")
        for dark, opened, _ in told["cells"]:
            self.assertLessEqual({"parts", "lab", "lean", "transparent"}, set(dark))
            self.assertNotIn("PBk9", dark["parts"])
            self.assert_alike(dark["lab"], dark["parts"])
            parts = {**dark["parts"], "PW6": 4 * sum(dark["parts"].values())}
            self.assert_alike(opened["lab"], parts)
        self.assertIn("PR177", run("darks", "--paints", "PG7,PR177", "--most", "2")[1])

    def test_shades_layers_nudge_wheel_and_kinds(self) -> None:
        told = self.answer("shades", "PY74", "--with", "PV23,PG7", "--steps", "4")["cells"]
        for row in told:
            self.assertEqual(len(row), 4)
            for step in row:
                self.assert_alike(step["lab"], step["parts"])
                self.assertLessEqual({"value", "turns", "keeps"}, set(step))
        self.assertTrue(self.answer("shades", "PR108-light")["cells"])
        cells = self.answer("layers", "--under", "PV23,PB29", "--over", "PY43", "--bare", "cream")
        self.assertEqual([row[0]["under"] for row in cells["cells"]], ["cream", "PV23", "PB29"])
        for (cell,) in cells["cells"]:
            self.assert_alike(cell["mixture_lab"], cell["mixture"])
        nudged = self.answer("nudge", "--pile", "PG7=1", "PR254=1.4")
        pile = {"PG7": 1.0, "PR254": 1.4}
        for step in nudged["nudges"]:
            pile[step["paint"]] = pile.get(step["paint"], 0.0) + step["volume_ml"]
            self.assert_alike(step["lab"], pile)
        self.assertEqual(set(pile), set(nudged["pile"]))
        rings = self.answer("wheel", "--paints", "PY3,PR108-light,PB29", "--count", "6")["cells"]
        self.assertEqual([len(ring) for ring in rings], [6] * 4)
        for hue in (hue for ring in rings for hue in ring):
            self.assert_alike(hue["lab"], hue["parts"])
        kinds = self.answer("kinds")["kinds"]
        self.assertTrue(all(len(kind["munsell"]) == 15 for kind in kinds))
        for words in (("shades", "PY74", "--with", "PV23"), ("kinds", "sand"),
                      ("layers", "--under", "PV23", "--over", "PY43"),
                      ("nudge", "--pile", "PG7=1"), ("wheel", "--hue", "red")):  # fmt: skip
            self.assertEqual(run(*words)[0], 0)
            self.assertTrue(run(*words)[1])


class PracticeTest(unittest.TestCase):
    BOX = "PW6,PY3,PO20,PV23,PB29,PG7,PR108-light"

    def test_every_kind_is_made_and_its_own_answer_is_right(self) -> None:
        for kind in ("lean", "darker", "value", "duller", "mixture", "how-much", "fix", "partner",
                     "order", "mud", "memory"):  # fmt: skip
            words = ("practice", "make", kind, "--seed", "7", "--paints", self.BOX, "--json")
            status, out, _ = run(*words)
            self.assertEqual(status, 0, kind)
            told = json.loads(out)
            self.assertLessEqual(
                {"kind", "seed", "asks", "shown", "choices", "answer", "margin", "why"}, set(told)
            )
            self.assertEqual(run(*words)[1], out)
            for shown in told["shown"]:
                self.assertLessEqual({"id", "lab", "srgb"}, set(shown))
            answer = told["answer"]
            if kind == "mud":
                answer = told["shown"][0]["lab"]
            answer = ",".join(map(str, answer)) if isinstance(answer, list) else str(answer)
            status, judged, _ = run("practice", "judge", "-", answer, "--json", stdin=out)
            self.assertEqual(status, 0, kind)
            self.assertTrue(json.loads(judged)["right"], (kind, judged))

    def test_in_words_and_bad_input(self) -> None:
        self.assertIn("Answer: ", run("practice", "make", "lean", "--seed", "3")[1])
        made = run("practice", "make", "lean", "--seed", "3", "--json")[1]
        self.assertIn("leans", run("practice", "judge", "-", "green", stdin=made)[1])
        for words, stdin, told in (
            (("make", "leans", "--seed", "3"), "", "lean"),
            (("make", "lean", "--seed", "-3"), "", "whole number"),
            (("make", "mixture", "--seed", "3", "--paints", "PW6"), "", "tubes"),
            (("judge", "-", "green"), "{", "no exercise"),
            (("judge", "nowhere.json", "green"), "", "no exercise"),
            (("judge", "-", "mauve"), made, "none of the choices"),
        ):
            status, out, err = run("practice", *words, stdin=stdin)
            self.assertEqual((status, out), (2, ""), words)
            self.assertIn(told, err)
