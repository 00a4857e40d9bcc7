"""Made-up cameras: what is expected of one covers those that are; tone curves keep their ends."""

import unittest

import colour
import numpy as np

from mesotint.colour.srgb import decoded, encoded, encoding_slope
from mesotint.pictures.camera import (
    SENSORS,
    expected,
    made_up_lights,
    made_up_sensitivities,
    responses,
    tone_shapes,
)


class CameraTest(unittest.TestCase):
    def test_srgb_as_colour_science_codes_it(self) -> None:
        """IEC 61966-2-1."""
        linear = np.linspace(0, 1, 101)
        np.testing.assert_allclose(
            encoded(linear), colour.models.eotf_inverse_sRGB(linear), atol=2e-5
        )
        np.testing.assert_allclose(decoded(encoded(linear)), linear, atol=1e-6)
        middle = np.linspace(0.01, 0.99, 50)
        by_steps = (encoded(middle + 1e-6) - encoded(middle - 1e-6)) / 2e-6
        np.testing.assert_allclose(encoding_slope(middle), by_steps, rtol=1e-5)

    def test_a_tone_curve_keeps_black_and_white_and_its_slopes_are_its_own(self) -> None:
        shapes, _ = tone_shapes(np.array([0.0, 1.0]))
        np.testing.assert_array_equal(shapes, 0)
        told = np.linspace(0.05, 0.95, 30)
        by_steps = (tone_shapes(told + 1e-6)[0] - tone_shapes(told - 1e-6)[0]) / 2e-6
        np.testing.assert_allclose(tone_shapes(told)[1], by_steps, atol=1e-6)

    def test_white_is_nearly_white_and_colours_are_nearly_themselves(self) -> None:
        """A camera balanced to white and matrixed shows a chart's chips within what phones do."""
        chart = colour.SDS_COLOURCHECKERS["ISO 17321-1"]
        shape = colour.SpectralShape(380, 730, 10)
        chips = np.array([sd.copy().align(shape).values for sd in chart.values()])
        rng = np.random.default_rng(4)
        for sensor, within in (("filtered", 6.0), ("layered", 8.0)):
            shown, whites = [], []
            for _ in range(20):
                answers = responses(made_up_sensitivities(rng, 1, sensor),
                                    made_up_lights(rng, "daylight", 1), rng)[0]  # fmt: skip
                whites.append(answers.sum(axis=1))
                shown.append(np.clip(chips @ answers.T, 1e-5, None))
            np.testing.assert_allclose(np.mean(whites, axis=0), 1, atol=0.06)
            mean = np.mean(shown, axis=0)
            lab = colour.XYZ_to_Lab(colour.RGB_to_XYZ(mean, "sRGB"))
            light = colour.SDS_ILLUMINANTS["D65"]
            true = colour.XYZ_to_Lab(np.array([
                colour.sd_to_XYZ(sd, illuminant=light) / 100 for sd in chart.values()
            ]))  # fmt: skip
            self.assertLess(float(np.mean(colour.delta_E(lab, true))), within, sensor)

    def test_what_is_expected_holds_cameras_that_were_not_in_it(self) -> None:
        rng = np.random.default_rng(99)
        for sensor in SENSORS:
            known = expected("led", sensor)
            moves = known.moves.reshape(len(known.moves), -1)
            sizes = np.linalg.norm(moves, axis=1)
            fresh = responses(made_up_sensitivities(rng, 60, sensor),
                              made_up_lights(rng, "led", 60), rng)  # fmt: skip
            off = (fresh - known.mean).reshape(60, -1)
            deviations = (off @ moves.T / sizes**2)[:, :8]
            self.assertLess(abs(float(np.sqrt((deviations**2).mean())) - 1), 0.25)
            left = off - deviations @ moves[:8]
            self.assertLess(float((left**2).sum() / (off**2).sum()), 0.2)
