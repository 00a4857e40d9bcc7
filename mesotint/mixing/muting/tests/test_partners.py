"""Partners of a paint: ranking, leans and fixes, against what painters know.

The facts are common practice in the trade, without a published source.
"""

import unittest

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import lean
from mesotint.errors import InputError
from mesotint.mixing.mixture import Mixture, Viewing
from mesotint.mixing.muting.pairs import MISS_FROM
from mesotint.mixing.muting.partners import (
    first_partner,
    least_chroma,
    nearest_partner,
    partners,
)
from mesotint.mixing.muting.relation import relation, temperature_remark
from mesotint.mixing.muting.tests.by_search import cases
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.first_boxes import FIRST_MEDIA
from mesotint.paints.library import library, mixed_tube

PAINT = library().paint
FITTED = library().plain


class PartnersTest(unittest.TestCase):
    def test_each_agrees_with_its_own_trail(self) -> None:
        for white, viewing in ((0.0, Viewing()), (4.0, Viewing()), (5.0, Viewing("wash"))):
            for partner in partners(PAINT("PB29"), FITTED, white, viewing):
                trail = Trail(PAINT("PB29"), partner.paint, white, viewing)
                lab = trail.lab(np.array(trail.neutral_share))
                with self.subTest(partner=partner.paint.key, white=white):
                    self.assertAlmostEqual(partner.chroma, np.hypot(lab[1], lab[2]), delta=0.05)

    def test_a_black_is_begun_with_where_no_colour_mutes(self) -> None:
        earths = [PAINT(key) for key in ("PW6", "PBr7-raw-umber", "PBr7-burnt-sienna", "PBk9")]
        found = first_partner(earths[1], earths)
        self.assertIs(found, earths[-1])
        self.assertIsNone(first_partner(earths[1], earths[1:2]))
        only = first_partner(PAINT("PY3"), [PAINT("PY3"), PAINT("PY37")])
        self.assertEqual(only, PAINT("PY37"))

    def test_the_nearest_by_itself_leaves_least(self) -> None:
        for key in ("PO20", "PB29", "PY3", "PG18"):
            for viewing in (Viewing(), Viewing("wash")):
                found = [p for p in partners(PAINT(key), FITTED, 0.0, viewing) if not p.grey]
                others = [p.paint for p in found]
                with self.subTest(paint=key, medium=viewing.medium):
                    left = least_chroma(PAINT(key), others, viewing)
                    np.testing.assert_allclose(left, [p.residue for p in found], atol=1e-9)
                    nearest = nearest_partner(PAINT(key), others, viewing)
                    self.assertIs(nearest, others[int(left.argmin())])
        self.assertIsNone(nearest_partner(PAINT("PB29"), []))
        self.assertIsNone(nearest_partner(PAINT("PB29"), [PAINT("PBk9")]))

    def test_yellow_into_violet_leans_red_passes_earths_and_ultramarine_takes_it_out(self) -> None:
        box = [PAINT(key) for key in ("PY3", "PV23", "PB29", "PW6")]
        found = {p.paint.key: p for p in partners(PAINT("PY3"), box, 8)}
        violet = found["PV23"]
        self.assertEqual(violet.lean, "red")
        self.assertEqual(violet.relation, "complement")
        self.assertIsNotNone(violet.fix)
        self.assertEqual(violet.fix.paint.key, "PB29")
        self.assertRegex(
            violet.fix.in_words("red"), r"^Leans red; ultramarine blue, about .* takes .*out"
        )
        bare = {p.paint.key: p for p in partners(PAINT("PY3"), box)}
        self.assertTrue(
            {"yellow ochre", "raw sienna", "raw umber"} & set(bare["PV23"].passes),
            bare["PV23"].passes,
        )

    def test_a_fix_does_what_it_says(self) -> None:
        checked = 0
        for key in ("PY3", "PO20", "PG18", "PR177"):
            for partner in partners(PAINT(key), FITTED, 3.0):
                if partner.fix is None:
                    continue
                checked += 1
                pair = {PAINT(key): 1 - partner.share, partner.paint: partner.share,
                        PAINT("PW6"): 3.0}  # fmt: skip
                pair[partner.fix.paint] = pair.get(partner.fix.paint, 0) + partner.fix.parts
                lab = Mixture.of(pair).lab
                with self.subTest(paint=key, partner=partner.paint.key):
                    self.assertGreaterEqual(partner.chroma, MISS_FROM)
                    self.assertAlmostEqual(
                        float(np.hypot(lab[1], lab[2])), partner.fix.chroma, delta=0.02
                    )
                    self.assertLess(partner.fix.chroma, partner.chroma)
        self.assertGreater(checked, 30)

    def test_a_mixture_has_partners_too(self) -> None:
        mixed = mixed_tube("mine", "My green", "green", {PAINT("PY3"): 3, PAINT("PB15:3"): 1})
        found = partners(mixed, [PAINT("PR108-medium"), PAINT("PV19"), PAINT("PB29")], 2)
        self.assertEqual({p.paint.key for p in found[:2]}, {"PR108-medium", "PV19"})

    def test_a_box_with_nothing_else_says_what_to_do(self) -> None:
        for box in ([], [PAINT("PB29")]):
            with self.assertRaisesRegex(InputError, "add a tube"):
                partners(PAINT("PB29"), box)

    def test_words_of_the_wheel(self) -> None:
        expected = {("PR108-light", "PG7"): "complement", ("PO20", "PB29"): "complement",
                    ("PY3", "PV23"): "complement", ("PY3", "PY83"): "neighbour",
                    ("PB29", "PBk9"): "grey"}  # fmt: skip
        for (a, b), word in expected.items():
            with self.subTest(pair=(a, b)):
                self.assertIn(word, relation(PAINT(a), PAINT(b)))
                self.assertEqual(relation(PAINT(a), PAINT(b)), relation(PAINT(b), PAINT(a)))
        for other, kinds, says in (
            ("PR108-light", ["brown", "orange"], "warm with warm: cleaner brown"),
            ("PB35", ["olive", "green"], "warm with cool: olive"),
            ("PB35", ["brown"], "warm with cool"),
            ("PBk9", ["olive"], ""),
        ):
            self.assertEqual(temperature_remark(PAINT("PY83"), PAINT(other), kinds), says)

    def test_two_tertiaries_share_a_primary(self) -> None:
        yellow_green = mixed_tube("yg", "Yellow green", "x", {PAINT("PY3"): 60, PAINT("PG36"): 1})
        self.assertEqual(
            relation(yellow_green, PAINT("PR122")), "tertiary complement, sharing blue"
        )

    def test_what_they_share_is_held_against_what_is_measured(self) -> None:
        """The lean is looked for here at five hundred shares, with four parts of white."""
        said = set()
        for key in ("PY83", "PG50", "PR122", "PG17", "PV23"):
            for partner in partners(PAINT(key), FITTED):
                if not partner.sharing:
                    continue
                share = np.linspace(0, 1, 2001)[:, None] ** 2
                mixed = np.hstack([1 - share, share, np.full_like(share, 4.0)])
                labs = Viewing().lab(mixed, [PAINT(key), partner.paint, PAINT("PW6")])
                left = labs[np.hypot(labs[:, 1], labs[:, 2]).argmin()]
                primary = partner.sharing.split()[2].rstrip(",;.")
                self.assertIn(primary, ("red", "yellow", "blue"))
                leaning = lean(left)
                with self.subTest(pair=(key, partner.paint.key), leans=leaning):
                    if leaning and primary in leaning:
                        self.assertIn(f"and measured their grey leans {leaning}", partner.sharing)
                    elif np.hypot(*left[1:]) > 2:
                        self.assertIn(f"measured, this pair leans {leaning}", partner.sharing)
                    said.add(partner.sharing.split()[3])
        self.assertEqual(said, {"measured,", "and"})


class RankingTest(unittest.TestCase):
    """The order of partners, against a search of four hundred shares and the wheel as it stands."""

    def test_an_opposite_is_first_wherever_it_greys_as_well(self) -> None:
        first, not_first = 0, 0
        for case in cases():
            found = partners(case.paint, case.box)
            key = found[0].paint.key
            with self.subTest(box=case.box_name, paint=case.paint.key, first=key):
                if case.near:
                    first += 1
                    self.assertIn(key, case.near)
                    self.assertEqual(found[0].why, "")
                else:
                    not_first += 1
                    self.assertLess(case.residues[key], min(case.residues.values()) + 0.05)
                    self.assertRegex(found[0].why, "opposite is")
                greys = [p.relation == "grey" for p in found]
                self.assertEqual(greys, sorted(greys))
        self.assertGreater(first, 150)
        self.assertGreater(not_first, 10)

    def test_a_yellow_is_muted_by_violet_and_not_through_green(self) -> None:
        box = [PAINT(key) for key in FIRST_MEDIA["oil"].boxes[1].paints]
        self.assertEqual(first_partner(PAINT("PY3"), box).key, "PV23")
        self.assertEqual(first_partner(PAINT("PO20"), box).key, "PB29")
        self.assertEqual(first_partner(PAINT("PR108-light"), box).key, "PG18")

    def test_why_no_opposite_is_first(self) -> None:
        box = [PAINT(key) for key in ("PW6", "PY3", "PB29", "PR254", "PBk9")]
        found = partners(PAINT("PY3"), box)
        self.assertRegex(found[0].why, "No opposite is in the box: .* asks for a violet; ")
        self.assertEqual([p.why for p in found[1:]], [""] * 3)
        self.assertEqual([p.paint.key for p in found][-2:], ["PW6", "PBk9"])
        self.assertTrue(found[-1].grey)
        worse = partners(PAINT("PB15:3"), [PAINT(k) for k in ("PBr7-burnt-sienna", "PR108-light")])
        self.assertRegex(worse[0].why, "opposite is burnt sienna, but at its greyest it leaves")


class LeanTest(unittest.TestCase):
    def test_a_lean_is_taken_out_with_its_opposite_and_never_with_black(self) -> None:
        fixed = 0
        for key in ("PO20", "PY3", "PG18", "PR177", "PB29", "PV19"):
            for partner in partners(PAINT(key), FITTED, 2.0):
                fix = partner.fix
                if fix is None:
                    continue
                fixed += 1
                tint = Mixture.of({fix.paint: 1.0, PAINT("PW6"): 10.0}).lab
                with self.subTest(pair=(key, partner.paint.key), fix=fix.paint.key):
                    # Across the plan from the lean, not beside it, and a hue at all.
                    self.assertLess(float(partner.lab[1:] @ tint[1:]), 0)
                    self.assertGreater(np.hypot(*tint[1:]), 4)
                    self.assertNotIn("black", fix.paint.name.lower())
                    self.assertTrue(fix.owned)
        self.assertGreater(fixed, 60)

    def test_where_the_box_has_no_opposite_it_says_which_would_do(self) -> None:
        box = [PAINT(key) for key in ("PR108-light", "PG17", "PBk9", "PW6")]
        found = {p.paint.key: p for p in partners(PAINT("PR108-light"), box, 1.0)}
        missing = [p for p in found.values() if p.fix is not None and not p.fix.owned]
        self.assertTrue(missing)
        for partner in missing:
            assert partner.fix is not None and partner.lean is not None
            says = partner.fix.in_words(partner.lean)
            self.assertIn("no opposite is in the box", says)
            self.assertIn(partner.fix.paint.name.lower(), says.lower())
            self.assertNotIn(partner.fix.paint.key, {paint.key for paint in box})

    def test_a_pure_end_never_comes_near_grey(self) -> None:
        """Whether a trail passes grey at all, judged from the trail's own ends."""
        ends = 0
        for key in ("PBr7-raw-umber", "PY43", "PG23", "PO20"):
            for partner in partners(PAINT(key), FITTED):
                pure = [Mixture.of({p: 1.0}).lab for p in (PAINT(key), partner.paint)]
                if min(delta_e_2000(partner.lab, lab) for lab in pure) >= 1:
                    continue
                ends += 1
                with self.subTest(pair=(key, partner.paint.key)):
                    self.assertNotIn("Comes near grey", partner.miss)
                    self.assertNotIn("Passes beside", partner.miss)
                    self.assertEqual(Trail(PAINT(key), partner.paint).miss, partner.miss)
        self.assertGreater(ends, 10)
