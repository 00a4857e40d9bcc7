"""Schools side by side, and figures in words."""

import unittest
from dataclasses import replace

import numpy as np
from scipy.spatial import ConvexHull

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.harmony.candidates import candidates, harmony, offered, trade_off
from mesotint.harmony.figures import Figure, figures
from mesotint.harmony.judgement import HALF
from mesotint.harmony.mother import Giving, Mother
from mesotint.harmony.painting import Painting, Passage
from mesotint.harmony.schools import schools
from mesotint.harmony.schools.glaze import GLAZES, glaze
from mesotint.harmony.schools.limited import limited_set
from mesotint.harmony.schools.partner import muting_partner
from mesotint.harmony.schools.trace import trace_of_everything
from mesotint.harmony.tests.test_mother import BLACK, BOX, PAINT, passage, yard
from mesotint.harmony.unity import figures_of, outline, plan_area
from mesotint.mixing.mixture import Viewing
from mesotint.optics.film import layered_film
from mesotint.optics.kubelka_munk import opaque_reflectance


def mother(key: str = "PB28", **more) -> Mother:
    return Mother(yard(), PAINT(key), dark=BLACK, **more)


class GivingTest(unittest.TestCase):
    def test_the_mixtures_told_have_the_colours_told(self) -> None:
        for hold in (True, False):
            blue = mother(hold_value=hold)
            shares = blue.given(Giving("equal", 0.3))
            made = blue.harmonised(shares)
            np.testing.assert_allclose(made.labs, blue.at(shares), atol=0.01)
            for mixture, share in zip(blue.mixtures(shares), shares, strict=True):
                self.assertAlmostEqual(sum(mixture.values()), 1, places=12)
                if not hold:
                    held = mixture.get(PAINT("PB28"), 0.0)
                    self.assertGreaterEqual(held, share - 1e-12)

    def test_a_whole_share_is_the_mother_alone(self) -> None:
        made = mother(hold_value=False).harmonised(np.ones(7))
        self.assertEqual({tuple(p.mixture) for p in made.passages}, {(PAINT("PB28"),)})

    def test_every_way_reaches_what_it_promises(self) -> None:
        blue = mother()
        for kind in ("equal", "same", "least"):
            with self.subTest(kind=kind):
                found = harmony(blue, blue.given(Giving(kind, blue.usual(kind))))
                self.assertGreaterEqual(found.spread_after, HALF * found.spread_before - 1.0)
                self.assertLess(found.spread_after, found.spread_before)
                self.assertEqual(found.shares[6], 0.0)
        bounded = blue.given(Giving("equal", 0.9, most_delta_e=4.0))
        self.assertLess(delta_e_2000(blue.at(bounded), yard().labs).max(), 4.2)
        pinned = blue.given(Giving("equal", 0.3, pins={2: 0.5, 40: 0.1}))
        self.assertEqual(pinned[2], 0.5)
        traced = blue.given(Giving("equal", 0.3, accent_share=0.02))
        self.assertEqual(traced[6], 0.02)

    def test_what_cannot_be_given_is_refused(self) -> None:
        for told, act in (
            ("is given equal", lambda: Giving("more")),
            ("amount", lambda: Giving("equal", 3)),
            ("accent share", lambda: Giving("equal", 0.3, -1)),
            ("pins", lambda: Giving("equal", 0.3, pins={0: 2.0})),
        ):
            with self.subTest(told=told), self.assertRaisesRegex(InputError, told):
                act()

    def test_the_curve_starts_at_the_painting_and_is_what_each_point_is(self) -> None:
        blue = mother()
        curve = trade_off(blue, points=9)
        self.assertAlmostEqual(curve.chroma_kept[0], 1)
        self.assertAlmostEqual(curve.contrast_kept[0], 1)
        for at in (0, 3, 8):
            fraction = float(curve.fractions[at])
            found = harmony(blue, blue.equal_pull(fraction))
            self.assertAlmostEqual(found.spread_after, curve.spread_degrees[at], delta=1.5)
            self.assertAlmostEqual(found.chroma_kept, curve.chroma_kept[at], delta=0.02)
            self.assertAlmostEqual(found.contrast_kept, curve.contrast_kept[at], delta=0.02)


class SchoolsTest(unittest.TestCase):
    def test_all_stand_side_by_side(self) -> None:
        blue = mother()
        found = schools(blue, Giving("equal", blue.usual()), BOX)
        self.assertEqual([s.key for s in found], ["mother", "trace", "limited", "glaze", "partner"])
        for school in found:
            with self.subTest(school=school.key):
                self.assertTrue(school.says)
                if school.painting is not None:
                    np.testing.assert_allclose(school.painting.labs, school.judged.labs, atol=0.02)
                np.testing.assert_allclose(
                    school.judged.labs[6],
                    yard().labs[6],
                    atol=20 if school.key == "limited" else 0.02,
                )

    def test_a_trace_of_everything_is_in_every_mixture(self) -> None:
        made = trace_of_everything(mother())
        assert made is not None and made.painting is not None
        quiet = [p for p in made.painting.passages if p.part != "accent"]
        for p in quiet:
            self.assertIn("everything", {paint.key for paint in p.mixture})
        self.assertGreater(figures_of(made.painting).common, 0.01)
        alone = Painting((passage("a", 0.5, PB29=1), passage("b", 0.5, PB29=1, PW6=2)))
        self.assertIsNone(trace_of_everything(Mother(alone, PAINT("PO20"), dark=BLACK)))

    def test_a_limited_set_is_no_worse_than_any_exchange_of_one_tube(self) -> None:
        """Of six tubes all sets of four are tried: none comes nearer."""
        box = [PAINT(key) for key in ("PW6", "PY43", "PR108-light", "PB28", "PG18", "PBk9")]
        found = limited_set(yard(), box, 4)
        assert found.painting is not None
        used = {paint.key for p in found.painting.passages for paint in p.mixture}
        self.assertLessEqual(len(used), 4)
        areas, labs = yard().areas, yard().labs
        ours = float(areas @ delta_e_2000(found.painting.labs, labs))
        for left_out in ((0, 1), (1, 2), (3, 4), (4, 5), (1, 4)):
            some = [paint for i, paint in enumerate(box) if i not in left_out]
            other = limited_set(yard(), some, 4)
            assert other.painting is not None
            self.assertLessEqual(ours, float(areas @ delta_e_2000(other.painting.labs, labs)) + 0.3)
        with self.assertRaisesRegex(InputError, "3 to 8"):
            limited_set(yard(), box, 9)
        with self.assertRaisesRegex(InputError, "fewer than"):
            limited_set(yard(), box[:3], 4)

    def test_a_glaze_is_a_film_over_each_dry_passage(self) -> None:
        """Against films laid one by one over the passages (Kubelka 1954)."""
        found = glaze(yard(), PAINT("PB28"))
        ground = opaque_reflectance(*yard().optics)
        gaps = []
        for thick in GLAZES:
            film = layered_film(
                [(PAINT("PB28").absorption, PAINT("PB28").scattering, float(thick))], ground
            )
            labs = lab_from_reflectance(film)
            gaps.append(float(delta_e_2000(labs[:6], found.judged.labs[:6]).max()))
        self.assertLess(min(gaps), 1e-6)
        np.testing.assert_allclose(found.judged.labs[6], yard().labs[6])
        self.assertLessEqual(found.judged.spread_after, found.judged.spread_before)

    def test_the_mother_as_partner_keeps_value_and_chroma(self) -> None:
        found = muting_partner(mother("PBr7-raw-umber"))
        quiet = ~yard().accents
        was, now = yard().labs[quiet], found.judged.labs[quiet]
        self.assertLess(np.abs(now[:, 0] - was[:, 0]).max(), 0.6)
        chroma = [np.hypot(labs[:, 1], labs[:, 2]) for labs in (was, now)]
        # A passage whose clearest paint is duller than itself at its value stays that paint.
        self.assertTrue((chroma[1] <= chroma[0] + 1.0).all())

    def test_mothers_are_offered_from_box_passages_and_grey(self) -> None:
        keys = {paint.key for paint in candidates(yard(), BOX)}
        self.assertLessEqual({"PB29", "passage0", "passage6", "main grey"}, keys)
        blue = offered(yard(), [PAINT("PB28"), BLACK], BLACK)
        self.assertEqual((len(blue.mothers), len(blue.dulling)), (1, 1))

    def test_a_wash_is_held_with_water_and_is_the_mixture_it_says(self) -> None:
        wash = Viewing("wash")
        painting = replace(yard(), viewing=wash)
        blue = Mother(painting, PAINT("PB28"), dark=BLACK)
        shares = blue.given(Giving("equal", 0.3))
        labs = blue.at(shares)
        np.testing.assert_allclose(blue.harmonised(shares).labs, labs, atol=0.05)
        off = np.abs(labs[:, 0] - painting.labs[:, 0])
        # Water lightens without end; a film can only be as dark as the dark makes it.
        self.assertLess(off.max(), 0.5)
        plain, opened = blue.opened(shares[:, None])
        np.testing.assert_allclose(plain[:, 0], labs, atol=1e-9)
        self.assertTrue((opened[..., 0] > plain[..., 0]).all())

    def test_accents_alone_and_one_paint_alone_have_their_schools(self) -> None:
        accents = Painting(
            (passage("a", 0.5, "accent", PO20=1), passage("b", 0.5, "accent", PB29=1))
        )
        one = Painting((passage("a", 0.5, PB29=1), passage("b", 0.5, PB29=1, PW6=2)))
        for painting, count in ((accents, 5), (one, 4)):
            grey = Mother(painting, PAINT("PBr7-raw-umber"), dark=BLACK)
            for kind in ("equal", "same", "least"):
                found = schools(grey, Giving(kind, grey.usual(kind)), BOX)
                with self.subTest(count=count, kind=kind):
                    self.assertEqual(len(found), count)
                    self.assertTrue(np.isfinite(found[0].judged.labs).all())


class FiguresTest(unittest.TestCase):
    def test_each_says_what_it_means_and_where_it_is_from(self) -> None:
        told = figures(yard(), figures_of(yard()))
        for figure in told:
            with self.subTest(figure=figure.name):
                self.assertTrue(figure.told and figure.says.endswith(".") and figure.why)
                self.assertRegex(figure.source, "19|20|practice|our own")
        self.assertEqual(
            [f.name for f in told if f.alarm], ["Paint in common", "Where the eye goes"]
        )

    def test_what_is_to_be_mended_is_said(self) -> None:
        loud = Painting(
            (
                passage("sea", 0.4, PB29=1, PW6=1),
                passage("sand", 0.3, PY3=1),
                passage("sand too", 0.28, PY3=1, PW6=0.01),
                passage("buoy", 0.02, "accent", PY3=1, PW6=0.4),
            ),
            frozenset({(0, 1), (1, 2), (2, 3)}),
        )
        told = {figure.name: figure for figure in figures(loud, figures_of(loud))}
        self.assertIn("“sea” and “sand”", told["Complements that fight"].says)
        self.assertIn("“sand” and “sand too”", told["Neighbours that merge"].says)
        self.assertIn("little for an accent", told["Accent “buoy”"].says)

    def test_the_outline_is_the_convex_hull(self) -> None:
        """scipy.spatial.ConvexHull, and a square whose area is known."""
        labs = yard().labs
        self.assertAlmostEqual(plan_area(labs), ConvexHull(labs[:, 1:]).volume)
        square = np.array([[50.0, 0, 0], [50, 10, 0], [50, 10, 10], [50, 0, 10], [50, 5, 5]])
        self.assertAlmostEqual(plan_area(square), 100)
        self.assertNotIn(4, outline(square))
        line = np.array([[50.0, 0, 0], [50, 10, 10], [50, 5, 5]])
        self.assertEqual(plan_area(line), 0)
        self.assertEqual(set(outline(line)), {0, 1})
        self.assertEqual(plan_area(line[:1]), 0)

    def test_clean_accents_first_and_then_dark_to_light(self) -> None:
        order = yard().mixing_order
        self.assertEqual(order[0], 6)
        lightness = yard().labs[order[1:], 0]
        self.assertTrue((np.diff(lightness) >= 0).all())

    def test_distance_is_told_where_passages_have_one(self) -> None:
        def told(far: dict) -> Figure:
            hull, bank = {PAINT("PB28"): 2, BLACK: 1}, far
            painting = Painting(
                (
                    Passage("hull", 0.6, hull, "dominant", "near"),
                    Passage("bank", 0.4, bank, "supporting", "far"),
                )
            )
            return {f.name: f for f in figures(painting, figures_of(painting))}["Distance"]

        self.assertEqual(told({PAINT("PV23"): 0.005, PAINT("PW6"): 8}).told, "goes back")
        loud = told({PAINT("PO20"): 1})
        self.assertTrue(loud.alarm)
        self.assertIn("What lies far comes forward", loud.says)
        self.assertNotIn("Distance", {f.name for f in figures(yard(), figures_of(yard()))})

    def test_an_accent_is_told_against_all_it_touches(self) -> None:
        told = {f.name: f.says for f in figures(yard(), figures_of(yard()))}["Accent “the bill”"]
        self.assertRegex(told, "least from “wet mud”.*ΔE [0-9]+, seen at once from “harbour water”")
