"""Charts of tints as piles and portions: mixed once, opened one from another, as the words say."""

import unittest
from collections.abc import Sequence

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, together
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import library
from mesotint.planning.charts.cells import Cell, cells_with
from mesotint.planning.charts.tints import tint_column
from mesotint.planning.following import Instructions
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures.drops import dropper
from mesotint.planning.measures.grams import gram_scale
from mesotint.planning.measures.ml import syringe
from mesotint.planning.scale import Scale
from mesotint.planning.tests.painter import replayed, volume_of

PAINT = library().paint
OPENINGS = (1.0, 2.0, 3.0, 4.0)


def opened(trail: Trail, steps: int, openings: tuple[float, ...]) -> list[Cell]:
    """The cells of a scale and of the rows that it is opened in."""
    scale = Scale(trail, steps, openings=openings)
    paints, parts = scale.rows
    return cells_with(scale.labels, paints, parts.reshape(-1, len(paints)), trail.viewing)


def planned(cells: Sequence[Cell], work: Work, viewing: Viewing = DEFAULT_VIEWING) -> Instructions:
    """The plan of a chart, its patches in order."""
    paints, parts = together([(cell.paints, cell.parts) for cell in cells])
    return instructions(parts, paints, [cell.label for cell in cells], work, viewing)


class PortionsTest(unittest.TestCase):
    def test_a_scale_in_rows_is_few_lines_and_every_patch_is_what_it_should_be(self) -> None:
        for pair in (("PO20", "PB28"), ("PR108-light", "PG7"), ("PY3", "PV23")):
            for work in (Work(gram_scale(0.1), 5.0), Work(syringe(0.1), 5.0)):
                cells = opened(Trail(PAINT(pair[0]), PAINT(pair[1])), 9, OPENINGS)
                plan = planned(cells, work)
                tubes, labels = list(cells[-1].paints), [cell.label for cell in cells]
                patches = replayed([(x.heading, x.says) for x in plan.lines], tubes, labels)
                rows = [[patches[i].get(t.name, 0.0) for t in tubes] for i in range(45)]
                wanted = np.array([cell.lab for cell in cells])
                off = delta_e_2000(DEFAULT_VIEWING.lab(np.array(rows), tubes), wanted)
                with self.subTest(pair=pair, unit=work.measure.unit):
                    self.assertLessEqual(len(plan.lines), 45)
                    self.assertLess(off.max(), 1.05)
                    self.assertLess(np.abs(off - plan.costs).max(), 0.35)
                    for i in range(45):
                        self.assertGreater(volume_of(patches[i]), 4.7)
                        self.assertAlmostEqual(
                            volume_of(patches[i]), plan.volumes_ml[i], delta=0.02
                        )
                    self.assertLessEqual(sum(u.volume_ml for u in plan.used), 1.25 * 225)

    def test_each_is_opened_from_the_one_before_it_in_white(self) -> None:
        """By hand: a patch of 1 : 8 is 4 of 9 parts of 1 : 3, for each holds one of the row."""
        cells = opened(Trail(PAINT("PY43"), PAINT("PB29")), 3, (8.0, 3.0))
        lines = {x.heading: x.says for x in planned(cells, Work(syringe(0.01), 9.0)).lines}
        self.assertRegex(
            lines["Open step 2"],
            r"^3\.25 ml with 9\.75 ml Titanium white: step 2, 3 white; "
            r"of that 4\.00 ml with 5\.00 ml: step 2, 8 white$",
        )

    def test_in_a_wash_water_opens(self) -> None:
        wash = Viewing("wash")
        cells = opened(Trail(PAINT("PO20"), PAINT("PB29"), 1.0, wash), 5, (2.0,))
        plan = planned(cells, Work(dropper(), 5.0), wash)
        self.assertEqual(sum(x.heading.startswith("Open ") for x in plan.lines), 5)
        self.assertTrue(all("Water" in x.says for x in plan.lines if x.heading[:4] == "Open"))

    def test_where_nothing_is_mixed_each_is_told_by_itself(self) -> None:
        """Tints of a tube, a scale, and a chart without white: no pile is made to be opened."""
        trail = Trail(PAINT("PO20"), PAINT("PB29"))
        parts = np.array([step.parts for step in Scale(trail, 7).steps])
        labels = [f"step {i}" for i in range(7)]
        plans = (
            planned(tint_column(PAINT("PO20")), Work(gram_scale(0.01), 5.0)),
            instructions(parts, trail.paints, labels, Work(gram_scale(0.1), 5.0)),
        )
        for plan in plans:
            self.assertFalse([x for x in plan.lines if x.heading.startswith("Open ")])

    def test_a_running_pile_knows_no_portions(self) -> None:
        cells = [Cell(f"p{w:g}", (PAINT("PO20"), PAINT("PB29"), PAINT("PW6")), (3.0, 1.0, w),
                      np.zeros(3)) for w in (0.0, 4.0, 8.0)]  # fmt: skip
        plan = planned(cells, Work(gram_scale(0.1), 5.0, "running"))
        self.assertFalse([x for x in plan.lines if x.heading.startswith("Open ")])


if __name__ == "__main__":
    unittest.main()
