"""Neighbours: what is said of a little more is what it does, and each touches the mixture."""

import re
import unittest
from dataclasses import replace

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import Mixture, Viewing
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import mixture
from mesotint.planning.charts import KINDS
from mesotint.planning.charts.kind import Chart

PAINT = library().paint
MUD = mixture("mud", "Mud", {PAINT("PO20"): 3.0, PAINT("PB29"): 1.0, PAINT("PY43"): 1.0})
BOX = [PAINT(key) for key in (
    "PW6", "PY3", "PO20", "PR108-light", "PV23", "PB29", "PG7", "PBk9", "PY43", "PR177", "PV19",
    "PG18",
)]  # fmt: skip


def chart(colour: Paint, *columns: str, viewing: Viewing | None = None, **options) -> Chart:
    sides = {"mixtures": [colour], "columns": [PAINT(key) for key in columns]}
    return KINDS["neighbours"].chart(sides, options, BOX, viewing or Viewing())


class NeighboursTest(unittest.TestCase):
    def test_what_is_in_a_mixture_stands_about_it_and_shares_an_edge(self) -> None:
        made = chart(MUD)
        self.assertEqual([len(row) for row in made.rows], [3] * 6)
        edges = [made.rows[1][0], made.rows[1][2], made.rows[0][1]]
        self.assertEqual({cell.label for cell in edges},
                         {f"a little more {PAINT(key).name.lower()}"
                          for key in ("PO20", "PB29", "PY43")})  # fmt: skip
        self.assertEqual({cell.label for cell in (*made.rows[2], made.rows[1][1])},
                         {"Mud as it is"})  # fmt: skip
        # Opened below, place by place.
        for above, below in zip(made.rows[:3], made.rows[3:], strict=True):
            self.assertEqual([c.label for c in above], [c.label for c in below])
            for plain, opened in zip(above, below, strict=True):
                self.assertGreater(opened.lab[0], plain.lab[0] + 5)

    def test_what_is_said_comes_true_on_a_palette(self) -> None:
        for colour in (MUD, PAINT("PR101")):
            made = chart(colour, of="out")
            own = Mixture.of({colour: 1.0}).lab
            seen = 0
            for row, remarks in zip(made.rows[:3], made.remarks[:3], strict=True):
                for cell, says in zip(row, remarks, strict=True):
                    words = re.match(r"A little more (.+), 1 in ([\d]+): .*ΔE ([\d.]+),", says)
                    if words is None:
                        self.assertEqual(says, "The mixture as it is.")
                        np.testing.assert_allclose(cell.lab, own, atol=1e-6)
                        continue
                    seen += 1
                    (tube,) = (p for p in BOX if p.name.lower() == words[1])
                    self.assertNotIn(tube.key, [key for key, _ in colour.recipe])
                    share = 1 / int(words[2])
                    mixed = Mixture.of({colour: 1 - share, tube: share}).lab
                    self.assertLess(float(delta_e_2000(mixed, cell.lab)), 0.7)
                    self.assertAlmostEqual(float(delta_e_2000(cell.lab, own)), float(words[3]),
                                           delta=0.051)  # fmt: skip
            self.assertEqual(seen, 8)

    def test_a_strong_tube_is_let_in_with_a_lighter_hand(self) -> None:
        made = chart(PAINT("PY43"), "PG7", "PY3")
        self.assertEqual([len(row) for row in made.rows], [3, 3])
        parts = {cell.paints[1].key: cell.parts[1] for cell in made.rows[0] if len(cell.paints) > 1}
        self.assertLess(parts["PG7"], parts["PY3"] / 3)
        self.assertAlmostEqual(parts["PY3"], 0.15, delta=0.15)

    def test_two_tubes_of_one_name_keep_their_own_amounts(self) -> None:
        weak = replace(PAINT("PB29"), key="old", absorption=PAINT("PB29").absorption / 6)
        made = KINDS["neighbours"].chart(
            {"mixtures": [PAINT("PY43")], "columns": [PAINT("PB29"), weak]}, {}, BOX
        )
        for cell, says in zip(made.rows[0], made.remarks[0], strict=True):
            if len(cell.paints) > 1:
                parts = int(says.split("1 in ")[1].split(":")[0])
                self.assertAlmostEqual(parts * cell.parts[1] / sum(cell.parts), 1, delta=0.13)
        self.assertNotEqual(*(c.parts[1] for c in made.rows[0] if len(c.paints) > 1))

    def test_in_a_wash_it_is_thinned(self) -> None:
        made = chart(MUD, viewing=Viewing(medium="wash"))
        self.assertIn("water", made.row_labels[3])
        self.assertIn("water", {paint.key for paint in made.rows[4][1].paints})

    def test_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "No tube on the desk"):
            KINDS["neighbours"].chart({"mixtures": [PAINT("PY3")]}, {}, [PAINT("PY3")])
