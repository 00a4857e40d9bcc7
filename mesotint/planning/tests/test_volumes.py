"""Patches of different volumes, and amounts too small for a measure to read well."""

import re
import unittest

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.library import library
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures import finer as finer_than
from mesotint.planning.measures.drops import dropper
from mesotint.planning.measures.grams import gram_scale
from mesotint.planning.measures.inches import ribbon_inches
from mesotint.planning.measures.ml import syringe
from mesotint.planning.measures.ounces import ounces
from mesotint.planning.measures.ribbon import ribbon
from mesotint.planning.measures.volumes import least_ml
from mesotint.planning.tests.alone import alone, measured
from mesotint.planning.tests.ledger import replay
from mesotint.planning.work_plan import METHODS, work_plan

PAINT = library().paint
WHITE = PAINT("PW6")
MEASURES = (gram_scale(0.1), gram_scale(0.01), syringe(0.1), dropper(), ribbon())


class VolumesTest(unittest.TestCase):
    def test_each_patch_is_made_in_its_own_volume(self) -> None:
        parts = np.array([[3.0, 1.0], [1.0, 1.0], [0.0, 1.0]])
        volumes = [7.2, 0.6, 3.0]
        ledger = replay(work_plan(parts, volumes))
        for i, (row, volume) in enumerate(zip(parts, volumes, strict=True)):
            made = np.array([float(part) for part in ledger.scooped[i]]) / 1e6
            np.testing.assert_allclose(made, row / row.sum() * volume, atol=2e-6)
        self.assertEqual(ledger.left_nl, 0)

    def test_one_volume_for_all_is_the_same_as_that_volume_for_each(self) -> None:
        parts = np.array([[3.0, 1.0], [1.0, 2.0]])
        for method in METHODS:
            with self.subTest(method=method):
                self.assertEqual(
                    work_plan(parts, 5.0, method), work_plan(parts, [5.0, 5.0], method)
                )

    def test_what_cannot_be_planned_is_refused(self) -> None:
        parts = np.array([[3.0, 1.0], [1.0, 2.0]])
        for volumes, method, told in (
            ([5.0, 6.0], "running", "mixed separately"),
            ([5.0, 6.0], "carried", "mixed separately"),
            ([5.0], "separate", "one volume for each"),
            ([5.0, 0.0], "separate", "step ml"),
        ):
            with self.subTest(told=told, method=method), self.assertRaisesRegex(InputError, told):
                work_plan(parts, volumes, method)

    def test_instructions_follow_the_volumes(self) -> None:
        parts = np.array([[2.0, 1.0], [1.0, 4.0]])
        paints = (PAINT("PBr7-burnt-umber"), WHITE)
        told = instructions(parts, paints, ["mud", "sand"], Work(syringe(0.01), (6.0, 1.5)))
        used = {use.paint.key: use.volume_ml for use in told.used}
        self.assertAlmostEqual(used["PBr7-burnt-umber"], 4.0 + 0.3, delta=0.02)
        self.assertAlmostEqual(used["PW6"], 2.0 + 1.2, delta=0.02)
        self.assertEqual([line.heading for line in told.lines], ["Mud", "Mud", "Open mud"])
        self.assertLess(max(told.costs), 0.5)


class SmallAmountsTest(unittest.TestCase):
    def test_the_least_that_a_tool_measures_is_measured(self) -> None:
        paints = (PAINT("PO20"), PAINT("PR108-light"))
        for measure in MEASURES:
            least = least_ml((1, 2), paints, measure)
            with self.subTest(unit=measure.unit, step=measure.step):
                self.assertTrue(measured((1, 2), paints, least, measure).amounts)
                with self.assertRaisesRegex(InputError, "less than this can measure"):
                    measured((1, 2), paints, 0.9 * least, measure)

    def test_what_is_called_enough_is_enough_and_said_in_the_units_worked_in(self) -> None:
        """A fluid ounce is 29.57 ml (NIST Handbook 44, appendix C)."""
        paints = (PAINT("PO20"), PAINT("PR108-light"))
        for measure in (*MEASURES, gram_scale(1.0), ounces(0.01), ounces(0.1), ribbon_inches()):
            for share in (0.999, 0.9, 0.3):
                less = share * least_ml((1, 2), paints, measure)
                with (
                    self.subTest(unit=measure.unit, step=measure.step, share=share),
                    self.assertRaises(InputError) as refused,
                ):
                    measured((1, 2), paints, less, measure)
                says = str(refused.exception)
                there, enough = (float(ml) for ml in re.findall(r"([\d.]+) ml", says))
                self.assertLess(there, enough)
                self.assertTrue(measured((1, 2), paints, enough, measure).amounts)
                in_ounces = [float(word) for word in re.findall(r"([\d.]+) fl oz", says)]
                self.assertEqual(len(in_ounces), 2 if measure.unit in ("oz", "in") else 0)
                if in_ounces:
                    self.assertGreaterEqual(in_ounces[1] * 29.5735, enough * 0.9999)

    def test_a_finer_scale_is_named_in_the_units_worked_in(self) -> None:
        """What is advised is bought: with it, nothing is in doubt any more."""
        paints = (PAINT("PY3"), PAINT("PV23"))
        for measure, finer in (
            (ounces(0.04), ounces(0.004)),
            (gram_scale(1.0), gram_scale(0.1)),
        ):
            ml = least_ml((20, 1), paints, measure)
            says = alone((20, 1), paints, ml, measure).advice[-1]
            with self.subTest(unit=measure.unit):
                self.assertRegex(says, rf"a scale that reads {finer.step:g} {measure.unit}\.$")
                self.assertLess(alone((20, 1), paints, ml, finer).costs[0], 1.0)
        self.assertEqual(finer_than(ribbon_inches()), ounces(0.0005))
        self.assertEqual(finer_than(ribbon()), gram_scale(0.01))

    def test_half_a_step_is_a_tenth_of_what_is_measured_well(self) -> None:
        for measure in MEASURES:
            with self.subTest(unit=measure.unit, step=measure.step):
                self.assertGreaterEqual(measure.well, measure.least)
                self.assertLessEqual(measure.step / 2, 0.1 * measure.within_a_tenth + 1e-12)

    def test_a_trace_is_let_down_whatever_it_is_measured_with(self) -> None:
        """Of violet in a fog not even a step can be measured, so it is let down."""
        paints = (PAINT("PV23"), WHITE)
        for measure in MEASURES:
            found = alone((0.05, 8), paints, 0.6 if measure.step == 0.01 else 6, measure)
            with self.subTest(unit=measure.unit, step=measure.step):
                self.assertLess(found.costs[0], 1.0)
                if measure.unit == "mm":
                    # Two millimetres of its ribbon are there to be read, if with care.
                    self.assertRegex(found.advice[0], "^Half a step .* with care")
                    continue
                (thinned,) = found.patches[0].let_downs
                amount = next(a.amount for a in found.patches[0].amounts if a.paint is thinned)
                if amount >= measure.honest:
                    self.assertEqual(found.advice, ())

    def test_a_trace_of_white_is_not_let_down_in_white(self) -> None:
        paints = (PAINT("PB28"), WHITE)
        for measure in MEASURES:
            found = measured((40, 1), paints, 2 * least_ml((40, 1), paints, measure), measure)
            with self.subTest(unit=measure.unit, step=measure.step):
                for thinned in found.let_downs:
                    self.assertEqual(len(thinned.recipe), 2)
            alone = measured((1,), (WHITE,), least_ml((1,), (WHITE,), measure), measure)
            self.assertEqual([a.paint.key for a in alone.amounts], ["PW6"])

    def test_what_is_whole_steps_is_not_let_down_but_read_with_care(self) -> None:
        """Two steps and one, of which half a step shows: that is said, and costs no jar."""
        paints = (PAINT("PR101"), PAINT("PBr7-burnt-umber"))
        found = alone((2, 1), paints, 0.3, syringe(0.1))
        self.assertEqual([line.says for line in found.lines],
                         ["0.2 ml Red oxide",
                          "0.1 ml Burnt umber"])  # fmt: skip
        self.assertRegex(found.advice[0], r"^Half a step more or less of (red|burnt) .* with care")
        self.assertEqual(len(found.advice), 1)
        exact = DEFAULT_VIEWING.lab(np.array([2.0, 1.0]), paints)
        off = delta_e_2000(DEFAULT_VIEWING.lab(np.array([[2.5, 1.0], [1.5, 1.0], [2.0, 1.5],
                                                         [2.0, 0.5]]), paints), exact)  # fmt: skip
        self.assertAlmostEqual(
            float(re.findall(r"ΔE ([\d.]+)", found.advice[0])[0]), float(off.max()), delta=0.06
        )

    def test_a_let_down_for_several_patches_is_made_once(self) -> None:
        parts = np.array([[0.02, 8.0], [0.05, 8.0], [0.1, 8.0]])
        paints = (PAINT("PV23"), WHITE)
        told = instructions(
            parts, paints, ["far", "middle", "near"], Work(gram_scale(0.1), (6.0, 5.0, 4.0))
        )
        headings = [line.heading for line in told.lines if line.heading.startswith("First mix")]
        for heading in set(headings):
            self.assertEqual(headings.count(heading), 1, heading)
        self.assertLess(max(told.costs), 1.0)

    def test_the_amounts_told_have_the_colour_told(self) -> None:
        paints = (PAINT("PO20"), PAINT("PB29"), WHITE)
        exact = DEFAULT_VIEWING.lab(np.array([3.0, 1.0, 2.0]), paints)
        for measure in MEASURES:
            found = measured((3, 1, 2), paints, 5, measure)
            volumes: dict[str, float] = {}
            for amount in found.amounts:
                recipe = amount.paint.recipe or ((amount.paint.key, 1.0),)
                whole = sum(part for _, part in recipe)
                for key, part in recipe:
                    volumes[key] = volumes.get(key, 0.0) + amount.volume_ml * part / whole
            got = DEFAULT_VIEWING.lab(
                np.array(list(volumes.values())), [PAINT(key) for key in volumes]
            )
            with self.subTest(unit=measure.unit, step=measure.step):
                self.assertAlmostEqual(
                    float(delta_e_2000(got, exact)), found.cost_delta_e, places=3
                )
