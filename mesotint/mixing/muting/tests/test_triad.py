"""Triads, and the schools of muting."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import steps_apart, wheel_name
from mesotint.errors import InputError
from mesotint.mixing.mixture import Mixture, Viewing
from mesotint.mixing.muting.by_schools import schools_of_muting
from mesotint.mixing.muting.triad import LEANS, Triad, barycentric
from mesotint.mixing.value import WITHIN
from mesotint.paints.library import library

PAINT = library().paint
BOX = [PAINT(key) for key in ("PW6", "PY3", "PY43", "PO20", "PBr7-burnt-sienna", "PR108-light",
                              "PV19", "PV23", "PB29", "PB15:3", "PG7", "PBk9")]  # fmt: skip


def triad(*keys: str, white: float = 1.0) -> Triad:
    first, second, third = (PAINT(key) for key in keys)
    return Triad((first, second, third), white)


class TriadTest(unittest.TestCase):
    def test_three_primaries_surround_grey_and_the_spot_is_found(self) -> None:
        found = triad("PR108-light", "PY74", "PB29")
        lab = found.labs(found.neutral_point)
        self.assertLess(np.hypot(lab[1], lab[2]), 0.1)
        # Nowhere on a dense lattice is it greyer.
        dense = found.labs(barycentric(60))
        self.assertLessEqual(np.hypot(lab[1], lab[2]), np.hypot(dense[:, 1], dense[:, 2]).min())
        self.assertIn("Reaches grey", found.miss)

    def test_a_triad_to_one_side_says_how_near_it_comes_and_what_is_missing(self) -> None:
        self.assertRegex(
            triad("PY3", "PO20", "PR108-light").miss, "orange side.* missing is a blue"
        )

    def test_corners_are_the_paints_and_patches_their_mixtures(self) -> None:
        found = triad("PR108-light", "PY74", "PB29", white=0.0)
        for i, paint in enumerate(found.paints):
            np.testing.assert_allclose(found.labs(np.eye(3)[i]), Mixture.of({paint: 1}).lab)
        self.assertEqual(barycentric(10).shape, (66, 3))
        np.testing.assert_allclose(barycentric(10).sum(axis=1), 1)

    def test_parts_for_a_wanted_lean_have_it(self) -> None:
        found = triad("PR108-light", "PY74", "PB29")
        for word in ("warm", "cool", "green", "violet"):
            parts, gap = found.leaning(word, 8, 45)
            with self.subTest(lean=word):
                self.assertLess(gap, 0.5)
                lch = lch_from_lab(found.viewing.lab(parts, found.all_paints))
                self.assertAlmostEqual(lch[0], 45, delta=0.6)
                self.assertAlmostEqual(lch[1], 8, delta=0.6)
                self.assertLess(abs((lch[2] - LEANS[word] + 180) % 360 - 180), 5)

    def test_lines_of_equal_chroma_lie_where_the_chroma_is(self) -> None:
        found = triad("PR108-light", "PY74", "PB29")
        for level, line in zip((10.0, 30.0), found.chroma_lines([10.0, 30.0]), strict=True):
            self.assertGreater(len(line), 10)
            labs = found.labs(np.concatenate(line))
            chroma = np.hypot(labs[:, 1], labs[:, 2])
            self.assertLess(np.abs(chroma - level).max(), 1.5)

    def test_what_is_no_triad_says_so(self) -> None:
        for keys in (("PB29", "PB29", "PO20"),):
            with self.assertRaisesRegex(InputError, "three different"):
                triad(*keys)
        with self.assertRaisesRegex(InputError, "violet"):
            triad("PR108-light", "PY74", "PB29").leaning("vilet", 8, 45)


class WaysTest(unittest.TestCase):
    def test_every_school_reaches_the_chroma_asked_for(self) -> None:
        for key, chroma in (("PO20", 40), ("PB29", 20), ("PG17", 12)):
            for school in schools_of_muting(PAINT(key), chroma, BOX):
                with self.subTest(paint=key, school=school.key):
                    self.assertAlmostEqual(sum(school.parts), 1)
                    lab = Mixture(school.paints, school.parts).lab
                    np.testing.assert_allclose(lab, school.lab, atol=0.05)
                    if school.reached:
                        self.assertAlmostEqual(np.hypot(lab[1], lab[2]), chroma, delta=0.1)

    def test_the_schools_of_the_craft_are_side_by_side(self) -> None:
        schools = [school.key for school in schools_of_muting(PAINT("PO20"), 40, BOX)]
        self.assertEqual(
            schools,
            ["complement", "nearest to grey", "two primaries", "earth", "black",
             "trace of everything"],
        )  # fmt: skip
        complement, *_, everything = schools_of_muting(PAINT("PO20"), 40, BOX)
        self.assertEqual([p.key for p in complement.paints], ["PO20", "PB29"])
        self.assertGreater(len(everything.paints), 6)
        self.assertGreater(complement.strength, 0)

    def test_the_complement_is_the_wheels_and_the_nearest_is_measured(self) -> None:
        """The wheel's opposites by the angles of tints, the nearest by a dense scan of opened
        trails."""
        share = np.linspace(0, 1, 401)[:, None] ** 2
        white = PAINT("PW6")
        violets = 0
        for keys in (
            ("PW6", "PY3", "PR108-light", "PV19", "PB29", "PBr7-burnt-sienna"),
            ("PW6", "PY83", "PB29", "PB15:3", "PR254"),
            ("PW6", "PY3", "PB29", "PV23", "PG7", "PR254", "PO73"),
        ):
            box = [PAINT(key) for key in keys]
            for paint in box[1:]:
                if np.hypot(*Viewing().lab(np.ones(1), [paint])[1:]) < 20:
                    continue  # Too dark by itself for a muting to be seen.
                schools = {s.key: s for s in schools_of_muting(paint, 7, box)}
                nearest = schools["nearest to grey"].paints
                left = {}
                for other in box[1:]:
                    parts = np.hstack([1 - share, share, np.full_like(share, 4.0)])
                    labs = Viewing().lab(parts, [paint, other, white])
                    left[other.key] = np.hypot(labs[:, 1], labs[:, 2]).min()
                del left[paint.key]
                self.assertEqual(nearest[-1].key, min(left, key=lambda key: left[key]))
                if "complement" not in schools:
                    continue
                complement = schools["complement"]
                agent = {
                    p: part
                    for p, part in zip(complement.paints, complement.parts, strict=True)
                    if p is not paint
                }
                tints = Viewing().lab(
                    np.array([[*(p / sum(agent.values()) for p in agent.values()), 10.0],
                              [*(0 for _ in agent), 0.0]])[:1],
                    [*agent, white],
                )  # fmt: skip
                own = Viewing().lab(np.array([1.0, 10.0]), [paint, white])
                apart = steps_apart(*(
                    wheel_name(float(np.degrees(np.arctan2(lab[2], lab[1]))))
                    for lab in (own, tints[0])
                ))  # fmt: skip
                with self.subTest(box=keys, paint=paint.key, agent=[p.key for p in agent]):
                    self.assertGreaterEqual(apart, 5)
                    violets += paint.colour_index.startswith("PY")
        self.assertEqual(violets, 3)

    def test_value_is_held_where_it_is_wanted(self) -> None:
        pure = Mixture.of({PAINT("PO20"): 1}).lab
        for school in schools_of_muting(PAINT("PO20"), 40, BOX, keep_value=True):
            self.assertLess(abs(school.lab[0] - pure[0]), WITHIN + 0.01)
            self.assertLess(abs(school.value_change), WITHIN + 0.01)

    def test_hue_is_held_where_it_is_wanted(self) -> None:
        hue = lch_from_lab(Mixture.of({PAINT("PO20"): 1}).lab)[2]
        schools = schools_of_muting(PAINT("PO20"), 30, BOX, keep_hue=True)
        # An earth that must stay in the mixture may itself stand in the way, and says so.
        self.assertGreaterEqual(sum(school.reached for school in schools), len(schools) - 1)
        for school in schools:
            if not school.reached:
                continue
            with self.subTest(school=school.key):
                self.assertLess(abs(school.hue_drift), 3)
                lch = lch_from_lab(Mixture(school.paints, school.parts).lab)
                self.assertAlmostEqual(lch[2], hue + school.hue_drift, delta=0.1)
                self.assertAlmostEqual(lch[1], 30, delta=1.5)

    def test_what_is_no_muting_says_so(self) -> None:
        with self.assertRaisesRegex(InputError, "ask for less"):
            schools_of_muting(PAINT("PG17"), 90, BOX)
        with self.assertRaisesRegex(InputError, "add a tube"):
            schools_of_muting(PAINT("PG17"), 10, [PAINT("PG17")])
