"""The joint fit: its slopes against small steps, and what it must not move."""

import unittest
from dataclasses import replace

import numpy as np

from mesotint.colour.srgb import encoded
from mesotint.mixing.mixture import Viewing
from mesotint.painted.joint_fit import joint_fit
from mesotint.painted.tests.painting import PAPER
from mesotint.painted.unknowns import Problem, Sighting, inked
from mesotint.paints.library import library
from mesotint.paints.stray import NO_DOUBTS
from mesotint.pictures.camera import expected

KEYS = ("PO20", "PB29", "PW6")
PAINTS = tuple(library().paint(key) for key in KEYS)
PARTS = np.array([[1, 0, 0], [3, 1, 0], [1, 1, 4], [0, 1, 9], [0, 0, 1], [9, 1, 0], [1, 3, 0],
                  [0, 1, 0], [1, 0, 4], [3, 1, 12], [1, 0, 12.0]])  # fmt: skip


def seen_by(
    answers: np.ndarray, films: np.ndarray, light: float = 0.8, ink: float = 0.04
) -> Sighting:
    """What a camera of these answers shows of films, without noise."""
    count = len(films)
    return Sighting(
        parts=PARTS,
        paint=encoded(light * films @ answers.T),
        paper=np.repeat(encoded(light * PAPER @ answers.T)[None], count, axis=0),
        error=np.full(count, 0.002),
        greys=encoded(light * np.array([[0.3] * 3, [0.1] * 3, [ink] * 3])),
        by_greys=encoded(light * np.repeat((PAPER @ answers.T)[None], 3, axis=0)),
        inked=np.array([inked(0.32), inked(0.09), 1.0]),
    )


class JointFitTest(unittest.TestCase):
    def test_slopes_are_what_small_steps_do(self) -> None:
        for viewing in (Viewing(), Viewing("wash", "matte")):
            camera = expected("daylight", "filtered")
            films = viewing.reflectance(PARTS, PAINTS)
            problem = Problem(seen_by(camera.mean, films), PAINTS, viewing, PAPER, camera)
            rng = np.random.default_rng(2)
            x = rng.normal(0, 0.4, problem.count)
            weights = rng.uniform(0.4, 1, len(PARTS)), rng.uniform(0.4, 1, problem.held.shape[1])
            slopes = problem.slopes(x, weights)
            whole = [problem.at[name].start for name in ("ink", "flare", "paper", "greys")]
            for place in [*whole, *rng.choice(problem.count, 40, replace=False)]:
                step = np.zeros(problem.count)
                step[place] = 1e-5
                by_steps = (problem.residuals(x + step, weights)
                            - problem.residuals(x - step, weights)) / 2e-5  # fmt: skip
                np.testing.assert_allclose(slopes[:, place], by_steps, atol=2e-3, rtol=2e-3)

    def test_a_sheet_that_is_as_it_was_meant_moves_nothing(self) -> None:
        camera = expected("daylight", "filtered")
        films = Viewing().reflectance(PARTS, PAINTS)
        fit = joint_fit(seen_by(camera.mean, films), PAINTS, Viewing(), PAPER, "daylight")
        for before, after in zip(PAINTS, fit.paints, strict=True):
            moved = np.log(after.absorption / before.absorption)
            self.assertLess(float(np.abs(moved).max()), 0.12, before.key)
        self.assertLess(float(np.abs(np.exp(fit.hand) - 1).max()), 0.06)
        np.testing.assert_array_equal(fit.thin, 0)

    def test_a_tube_of_which_all_is_known_is_left_alone(self) -> None:
        sure = replace(PAINTS[1], doubts=NO_DOUBTS)
        stronger = replace(PAINTS[0], scattering=PAINTS[0].scattering * 1.3)
        films = Viewing().reflectance(PARTS, (stronger, sure, PAINTS[2]))
        camera = expected("daylight", "filtered")
        told = (PAINTS[0], sure, PAINTS[2])
        fit = joint_fit(seen_by(camera.mean, films), told, Viewing(), PAPER, "daylight")
        np.testing.assert_array_equal(fit.paints[1].absorption, sure.absorption)
        np.testing.assert_array_equal(fit.paints[1].scattering, sure.scattering)
        ratio = np.log(fit.paints[0].scattering / PAINTS[0].scattering).mean()
        self.assertGreater(float(ratio), 0.1)
        left = fit.paints[0].doubts.moves
        self.assertLess(float((left**2).sum()), float((PAINTS[0].doubts.moves ** 2).sum()))

    def test_a_box_far_off_bends_the_tubes_little(self) -> None:
        camera = expected("daylight", "filtered")
        films = Viewing().reflectance(PARTS, PAINTS)
        films[2] = 0.05
        fit = joint_fit(seen_by(camera.mean, films), PAINTS, Viewing(), PAPER, "daylight")
        for before, after in zip(PAINTS, fit.paints, strict=True):
            moved = np.log(after.absorption / before.absorption)
            self.assertLess(float(np.abs(moved).mean()), 0.2, before.key)
        self.assertEqual(int(np.argmax(fit.misfit)), 2)
