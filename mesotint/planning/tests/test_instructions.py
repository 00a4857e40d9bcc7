"""Instructions: a plan as a measure tells it, followed as a painter would follow it."""

import re
import unittest

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import library, mixed_tube
from mesotint.planning.instructions import Instructions, Work, instructions
from mesotint.planning.measures.drops import dropper
from mesotint.planning.measures.grams import gram_scale
from mesotint.planning.measures.ml import syringe
from mesotint.planning.measures.ribbon import ribbon
from mesotint.planning.scale import Scale
from mesotint.planning.work_plan import METHODS

PAINT = library().paint
MEASURES = (gram_scale(0.1), gram_scale(0.01), syringe(0.1), dropper(), ribbon(5))


def plan(
    pair: tuple[str, str], measure: Work, white: float = 0.0, medium: str = "opaque"
) -> tuple[Scale, Instructions]:
    scale = Scale(Trail(PAINT(pair[0]), PAINT(pair[1]), white, Viewing(medium)), 7)
    parts = np.array([step.parts for step in scale.steps])
    labels = [f"step {i + 1}" for i in range(7)]
    return scale, instructions(parts, scale.trail.paints, labels, measure, scale.trail.viewing)


class InstructionsTest(unittest.TestCase):
    def test_a_fine_scale_makes_every_step_by_every_way(self) -> None:
        for pair in (("PO20", "PB29"), ("PY3", "PV23"), ("PBr7-burnt-sienna", "PB29")):
            for method in METHODS:
                for white in (0.0, 2.0):
                    with self.subTest(pair=pair, method=method, white=white):
                        _, told = plan(pair, Work(gram_scale(0.01), 5.0, method), white)
                        self.assertEqual(len(told.costs), 7)
                        self.assertLess(max(told.costs), 1.0)

    def test_what_is_squeezed_is_what_is_scooped_and_what_is_left(self) -> None:
        for method in METHODS:
            for measure in MEASURES:
                with self.subTest(method=method, measure=measure.unit):
                    _, told = plan(("PO20", "PB29"), Work(measure, 5.0, method), 1.0)
                    squeezed = sum(used.volume_ml for used in told.used)
                    left = told.left_ml + sum(spare.volume_ml for spare in told.spare)
                    self.assertAlmostEqual(squeezed - left, sum(told.volumes_ml), delta=0.1)
                    self.assertAlmostEqual(sum(told.volumes_ml), 35, delta=35 * 0.03)

    def test_steps_mixed_by_themselves_weigh_what_the_lines_say(self) -> None:
        """The lines read back by hand give the colours of the scale again."""
        scale, told = plan(("PO20", "PB29"), Work(gram_scale(0.01), 5.0))
        by_name = {paint.name: paint for paint in scale.trail.paints}
        for i, step in enumerate(scale.steps):
            grams = [
                re.fullmatch(r"([\d.]+) g(?: more)? (.+)", line.says)
                for line in told.lines
                if line.heading == f"Step {i + 1}"
            ]
            if any(match is None or match[2] not in by_name for match in grams):
                continue
            volumes = np.zeros(2)
            for match in grams:
                assert match is not None
                paint = by_name[match[2]]
                at = scale.trail.paints.index(paint)
                volumes[at] += float(match[1]) / gram_scale(0.01).per_ml(paint)
            made = scale.trail.viewing.lab(volumes, scale.trail.paints)
            with self.subTest(step=i):
                self.assertLess(delta_e_2000(made, np.array(step.appearance.lab)), 1.0)

    def test_a_strong_paint_is_let_down_first(self) -> None:
        _, told = plan(("PW6", "PB15:3"), Work(gram_scale(0.1), 5.0))
        first = told.lines[0]
        self.assertRegex(first.heading, r"Phthalo blue.*, 1 part in \d+ of titanium white")
        self.assertRegex(first.says, r"^\d+\.\d g Phthalo blue")

    def test_one_part_in_a_hundred_is_let_down_twice_and_wastes_little(self) -> None:
        _, told = plan(("PW6", "PBk7"), Work(gram_scale(0.1), 5.0))
        headings = [line.heading for line in told.lines if line.heading.startswith("First mix")]
        hundredth = next(i for i, text in enumerate(headings) if "1 part in 100" in text)
        before = [text for text in headings[:hundredth] if "1 part in 10 of" in text]
        self.assertEqual(len(set(before)), 1)
        # It is made in one go for all that it is needed for.
        self.assertEqual(sum("1 part in 10 of" in text for text in headings), len(before))
        (made,) = [line.says for line in told.lines if line.heading == headings[hundredth]]
        self.assertIn("1 part in 10 of", made)
        grams = sum(float(amount) for amount in re.findall(r"([\d.]+) g", made))
        self.assertLess(grams, 40)

    def test_every_let_down_that_is_used_is_made_first(self) -> None:
        for method in METHODS:
            _, told = plan(("PY3", "PV23"), Work(gram_scale(0.01), 5.0, method))
            made = {line.heading.removeprefix("First mix: ") for line in told.lines}
            for line in told.lines:
                if "1 part in" in line.says:
                    with self.subTest(method=method, line=line.says):
                        self.assertTrue(any(line.says.endswith(name) for name in made))

    def test_a_running_pile_is_scooped_and_a_carried_one_is_carried(self) -> None:
        _, running = plan(("PY3", "PV23"), Work(gram_scale(0.1), 5.0, "running"))
        self.assertTrue(any("Scoop out" in line.says for line in running.lines))
        self.assertIsNotNone(running.left)
        self.assertGreater(running.left_ml, 0)
        _, carried = plan(("PO20", "PB29"), Work(gram_scale(0.1), 5.0, "carried"))
        self.assertTrue(any(x.says.startswith("Carry ") for x in carried.lines))

    def test_water_is_measured_in_a_wash(self) -> None:
        _, told = plan(("PO20", "PB29"), Work(dropper(), 5.0), 4.0, "wash")
        self.assertTrue(any(re.fullmatch(r"\d+ drops Water", line.says) for line in told.lines))

    def test_a_mixture_at_an_end_is_mixed_first(self) -> None:
        parts = {PAINT("PY3"): 3.0, PAINT("PB15:3"): 1.0}
        green = mixed_tube("mix", "My green", "mixture", parts)
        paints = (green, PAINT("PV19"))
        told = instructions(
            np.array([[1.0, 0.0], [2.0, 1.0]]), paints, ["step 1", "step 2"],
            Work(gram_scale(0.1), 5.0), ingredients={p.key: p for p in parts},
        )  # fmt: skip
        self.assertEqual(told.lines[0].heading, "First mix: My green")
        self.assertRegex(told.lines[0].says, r"g Hansa yellow light and [\d.]+ g Phthalo blue")

    def test_what_cannot_be_measured_is_refused_with_a_way_out(self) -> None:
        with self.assertRaisesRegex(InputError, "mix at least"):
            plan(("PO20", "PB29"), Work(gram_scale(1.0), 0.5))
        with self.assertRaisesRegex(InputError, "method"):
            plan(("PO20", "PB29"), Work(gram_scale(0.1), 5.0, "sideways"))
