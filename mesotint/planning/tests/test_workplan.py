"""Amounts by measures, and work plans replayed addition by addition."""

import unittest
from fractions import Fraction

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import library
from mesotint.planning.let_downs import let_down
from mesotint.planning.measures.drops import dropper
from mesotint.planning.measures.grams import gram_scale
from mesotint.planning.measures.hand import hand
from mesotint.planning.measures.inches import ribbon_inches
from mesotint.planning.measures.measure import Measure, told_in
from mesotint.planning.measures.ml import syringe
from mesotint.planning.measures.ounces import ounces
from mesotint.planning.measures.ribbon import ribbon
from mesotint.planning.measures.volumes import volume_for_area
from mesotint.planning.scale import Scale
from mesotint.planning.tests.alone import alone, measured
from mesotint.planning.tests.ledger import paint_nl, replay
from mesotint.planning.work_plan import KNIFE_LOAD, METHODS, NANOLITRES, work_plan

PAINT = library().paint
WHITE = PAINT("PW6")


class PlansTest(unittest.TestCase):
    def test_a_plan_replayed_gives_the_planned_colours_and_loses_nothing(self) -> None:
        for pair, white in ((("PO20", "PB29"), 0.0), (("PY3", "PV23"), 4.0)):
            trail = Trail(PAINT(pair[0]), PAINT(pair[1]), white)
            scale = Scale(trail, 9)
            parts = np.array([step.parts for step in scale.steps])
            for method in METHODS:
                with self.subTest(pair=pair, method=method):
                    plan = work_plan(parts, 2.0, method)
                    ledger = replay(plan)
                    self.assertEqual(sorted(ledger.scooped), list(range(9)))
                    got = np.array([[float(v) for v in ledger.scooped[i]] for i in range(9)])
                    seen = trail.viewing.lab(got, trail.paints)
                    gap = delta_e_2000(seen, trail.lab(scale.shares))
                    self.assertLess(gap.max(), 0.01)
                    self.assertEqual(sum(paint_nl(plan)), ledger.scooped_nl + ledger.left_nl)
                    np.testing.assert_allclose(got.sum(axis=1), 2 * NANOLITRES, atol=2)

    def test_running_and_carried_piles_do_what_their_names_say(self) -> None:
        parts = np.array([[1 - s, s] for s in (0.0, 0.05, 0.2, 0.5, 1.0)])
        running, carried = (work_plan(parts, 1.0, method) for method in ("running", "carried"))
        # One pile down to the half, and a new one for the pure end.
        self.assertEqual({m.pile for m in running.moves}, {0, 1})
        loads = [m.volume_nl for m in carried.moves if m.kind == "carry"]
        self.assertTrue(loads)
        self.assertLessEqual(max(loads), KNIFE_LOAD * NANOLITRES)

    @settings(max_examples=40)
    @given(
        st.lists(st.lists(st.floats(0, 1), min_size=3, max_size=3), min_size=1, max_size=8),
        st.floats(0.01, 20),
        st.sampled_from(METHODS),
    )
    def test_any_steps_conserve_mass_to_the_last_digit(self, rows, step_ml, method) -> None:
        parts = np.array(rows)
        parts[parts < 0.01] = 0
        parts[parts.sum(axis=1) == 0, 0] = 1
        plan = work_plan(parts, step_ml, method)
        ledger = replay(plan)
        self.assertEqual(Fraction(sum(paint_nl(plan))), ledger.scooped_nl + ledger.left_nl)
        self.assertEqual(len(ledger.scooped), len(parts))
        for pile in ledger.piles.values():
            self.assertGreaterEqual(min(pile), 0)

    def test_what_cannot_be_planned_says_so(self) -> None:
        good = np.array([[1.0, 0.0], [0.5, 0.5]])
        for parts, ml, method, told in (
            (good, 0, "separate", "step ml"),
            (good, float("nan"), "separate", "step ml"),
            (good, 1, "sideways", "running"),
            (np.zeros((2, 2)), 1, "separate", "at least one paint"),
            (np.zeros((0, 2)), 1, "separate", "at least one paint"),
        ):
            with self.subTest(told=told), self.assertRaisesRegex(InputError, told):
                work_plan(parts, ml, method)


class ToolsTest(unittest.TestCase):
    def test_each_tool_measures_within_its_step(self) -> None:
        paints = (PAINT("PO20"), PAINT("PB29"))
        for measure in (gram_scale(0.01), syringe(0.05), dropper(), ribbon(), hand(), ounces()):
            with self.subTest(unit=measure.unit):
                found = measured((5, 2), paints, 10, measure)
                for amount, share in zip(found.amounts, (5 / 7, 2 / 7), strict=True):
                    self.assertEqual(amount.unit, measure.unit)
                    self.assertAlmostEqual(amount.amount / measure.step % 1 % 1, 0, delta=1e-6)
                    step_ml = measure.step / measure.per_ml(amount.paint)
                    self.assertLessEqual(abs(amount.volume_ml - 10 * share), step_ml / 2 + 1e-9)
                exact = DEFAULT_VIEWING.lab(np.array([5.0, 2.0]), paints)
                got = DEFAULT_VIEWING.lab(np.array([a.volume_ml for a in found.amounts]), paints)
                self.assertAlmostEqual(
                    float(delta_e_2000(got, exact)), found.cost_delta_e, places=4
                )

    def test_weights_count_the_density_and_ribbons_the_nozzle(self) -> None:
        found = measured((1,), (WHITE,), 3, gram_scale(0.1))
        self.assertAlmostEqual(found.amounts[0].amount, 3 * WHITE.density_g_per_ml)
        # A ribbon of 5 mm holds 19.6 mm³ a millimetre.
        squeezed = measured((1,), (WHITE,), 1, ribbon(5))
        self.assertEqual(squeezed.amounts[0].amount, 51)

    def test_ounces_and_inches_are_those_of_the_agreement_of_1959(self) -> None:
        """International yard and pound: 28.349523125 g and 25.4 mm, exactly."""
        self.assertAlmostEqual(
            ounces().per_ml(WHITE) * 28.349523125, gram_scale().per_ml(WHITE), places=9
        )
        self.assertAlmostEqual(
            ribbon_inches(5).per_ml(WHITE) * 25.4, ribbon(5).per_ml(WHITE), places=9
        )
        self.assertEqual(ribbon_inches().told(0.375), "3/8 in")
        self.assertEqual(ribbon_inches().told(2.5), "2 1/2 in")
        self.assertEqual(told_in(0.3, WHITE, hand()), "a pea (0.3 ml)")
        self.assertEqual(told_in(0.001, WHITE, hand()), "a trace")
        # Advice is told in few kinds: 3.45 ml within a twentieth.
        self.assertEqual(told_in(3.45, WHITE, hand()), "3 hazelnuts and a pea (3.3 ml)")
        self.assertEqual(told_in(0.05, WHITE, dropper()), "1 drop")

    def test_what_a_scale_cannot_weigh_is_let_down_in_its_partner_and_nothing_changes(self) -> None:
        paints = (PAINT("PY3"), PAINT("PV23"))
        found = measured((60, 1), paints, 4, gram_scale(0.1))
        (thinned,) = found.let_downs
        self.assertEqual(set(dict(thinned.recipe)), {"PV23", "PY3"})
        self.assertLess(found.cost_delta_e, 1.0)
        straight = measured((60, 1), paints, 4, gram_scale(0.001))
        self.assertEqual(straight.let_downs, ())

    def test_where_a_let_down_would_waste_the_plan_says_what_would_do(self) -> None:
        """By two grams a let-down takes ten and more of the strong paint: much beside 22 ml."""
        paints = (PAINT("PY3"), PAINT("PV23"))
        found = alone((20, 1), paints, 22, gram_scale(2.0))
        self.assertEqual(found.let_downs, ())
        self.assertGreater(found.costs[0], 1.0)
        way = found.advice[-1]
        self.assertRegex(way, "Mix [2-9] times as much, or use a scale that reads 0.2 g")
        times = int(way.split("Mix ")[1].split(" ")[0])
        for better in (
            alone((20, 1), paints, 22 * times, gram_scale(2.0)),
            alone((20, 1), paints, 22, gram_scale(0.2)),
        ):
            self.assertLess(better.costs[0], 1.0)

    def test_nothing_is_let_down_for_a_difference_no_eye_sees(self) -> None:
        paints = (PAINT("PBr7-burnt-umber"), PAINT("PBr7-raw-umber"))
        found = measured((9, 1), paints, 5, gram_scale(0.1))
        self.assertEqual(found.let_downs, ())
        self.assertLess(found.cost_delta_e, 0.5)

    def test_a_let_down_is_a_tenth_as_strong(self) -> None:
        thinned = let_down(PAINT("PB15:3"), WHITE)
        lab = DEFAULT_VIEWING.lab(np.array([10.0, 1.0]), [thinned, WHITE])
        direct = DEFAULT_VIEWING.lab(np.array([1.0, 10.0]), [PAINT("PB15:3"), WHITE])
        np.testing.assert_allclose(lab, direct, atol=1e-9)

    def test_an_area_takes_paint_by_its_coats(self) -> None:
        self.assertAlmostEqual(volume_for_area(800, 2, 80), 20)

    def test_what_cannot_be_measured_says_what_would_do(self) -> None:
        paints = (PAINT("PO20"), PAINT("PB29"))
        with self.assertRaisesRegex(InputError, "mix at least"):
            measured((1, 1), paints, 0.01, gram_scale(0.1))
        with self.assertRaisesRegex(InputError, "mixture of nothing"):
            measured((0, 0), paints, 5, gram_scale(0.1))
        for step in (0, -1, float("nan")):
            with self.assertRaisesRegex(InputError, "step"):
                gram_scale(step)
        with self.assertRaisesRegex(InputError, "units per ml"):
            Measure("g", 0.1, 10, 0)
