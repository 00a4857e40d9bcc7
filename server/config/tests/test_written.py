"""What is written for the browser of the core: the paint at the door, and paint that answers.

Mixed here once more from parts, with the conversion of colour-science to screen codes (IEC
61966-2-1), so that neither the writers nor the core's own codes are asked.
"""

import json
import re

import colour
import numpy as np
from django.test import SimpleTestCase

from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.library import library
from server.config.door import door, written_door
from server.config.howto import howto, written_howto

D65 = np.array([0.3127, 0.3290])


def code_of(parts: dict[str, float]) -> np.ndarray:
    """Screen code of a mixture, 0 to 255, by colour-science; clipped where a screen ends."""
    paints = [library().paint(key) for key in parts]
    lab = DEFAULT_VIEWING.lab(np.array([list(parts.values())]), paints)[0]
    rgb = colour.XYZ_to_sRGB(colour.Lab_to_XYZ(lab, D65), D65)
    return np.clip(np.asarray(rgb), 0, 1) * 255


def told(code: str) -> np.ndarray:
    """A screen code as three numbers."""
    return np.array([int(code[at : at + 2], 16) for at in (1, 3, 5)], dtype=np.float64)


class WrittenTest(SimpleTestCase):
    def test_the_door_begins_with_the_paint_itself(self) -> None:
        by_name = {paint.name: paint for paint in library().paints.values()}
        for scale in door():
            paint = by_name[scale["name"]]
            lab = DEFAULT_VIEWING.lab(np.ones((1, 1)), [paint])[0]
            partner = next(p for p in by_name.values() if p.name.lower() == scale["partner"])
            share = np.linspace(0, 1, 401)[:, None]
            trail = DEFAULT_VIEWING.lab(np.hstack([1 - share, share]), [paint, partner])
            hidden = np.hypot(trail[:, 1], trail[:, 2]).argmin() > 398
            white = {"PW6": 3.0} if lab[0] < 45 or hidden else {}
            if scale["inGamut"][0]:
                off = np.abs(told(scale["srgb"][0]) - code_of({paint.key: 1.0, **white}))
                self.assertLess(off.max(), 1.6, scale["name"])
            first, last = told(scale["srgb"][0]), told(scale["srgb"][-1])
            # What falls to grey has its three channels ever nearer to each other.
            self.assertLess(np.ptp(last), 0.5 * np.ptp(first), scale["name"])
            self.assertIn(scale["name"].lower(), scale["parts"])
            self.assertIn(scale["partner"], scale["parts"])

    def test_strips_are_the_mixtures_they_tell_of(self) -> None:
        strips = howto()
        for strip, at, parts in (
            ("brown", 4, {"PO20": 4, "PB29": 3, "PW6": 4}),
            ("green", 0, {"PG18": 10, "PR108-light": 3, "PW6": 20}),
            ("strong", 0, {"PY3": 1, "PB15:3": 1}),
            ("value", 1, {"PV19": 2, "PW6": 6}),
        ):
            off = np.abs(told(strips[strip][at]) - code_of(parts))
            self.assertLess(off.max(), 1.6, (strip, at))
        # A brown that loses its lean, and a green grey that loses its.
        for strip in ("brown", "green"):
            self.assertLess(np.ptp(told(strips[strip][-1])), np.ptp(told(strips[strip][0])))

    def test_the_modules_hold_what_was_computed(self) -> None:
        lines = re.findall(r"^  (\{.*\}),$", written_door(), re.MULTILINE)
        self.assertEqual([json.loads(line) for line in lines], json.loads(json.dumps(door())))
        strips = re.findall(r"^  (\w+): (\[.*\]),$", written_howto(), re.MULTILINE)
        self.assertEqual({name: json.loads(codes) for name, codes in strips}, howto())
