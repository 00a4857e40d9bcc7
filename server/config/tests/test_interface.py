"""The page around the interface: its policy, its addresses, and its neutrals."""

import json
import re
from pathlib import Path

import numpy as np
from django.conf import settings
from django.test import SimpleTestCase

from mesotint.colour.munsell import value_of_luminance
from mesotint.colour.srgb import lab_from_hex

SOURCES = Path(settings.ROOT) / "web" / "src"


def luminance(code: str) -> float:
    """Relative luminance of a neutral's code, 0 to 1."""
    lightness = float(lab_from_hex(code)[0])
    return float(((lightness + 16) / 116) ** 3)


class PageTest(SimpleTestCase):
    def test_any_address_of_a_stage_gives_the_page_under_its_policy(self) -> None:
        for path in ("/", "/scales", "/scales/7", "/sign-in"):
            answer = self.client.get(path)
            self.assertEqual(answer.status_code, 200)
            policy = answer.headers["Content-Security-Policy"]
            self.assertIn("default-src 'self'", policy)
            self.assertIn("form-action 'self'", policy)
            self.assertNotIn("unsafe", policy)
            self.assertIn(b'id="root"', b"".join(answer.streaming_content))

    def test_what_is_not_there_is_not_the_page(self) -> None:
        for path in ("/api/nothing", "/assets/nothing.js"):
            self.assertEqual(self.client.get(path).status_code, 404)


class NoticesTest(SimpleTestCase):
    def test_the_licence_of_all_that_ships_is_told(self) -> None:
        built = Path(settings.WEB_BUILD)
        asked = json.loads((SOURCES.parent / "package.json").read_text())["dependencies"]
        scripts = [name for name in asked if not name.startswith("@fontsource/")]
        told = dict(
            re.findall(r"^## (\S+) - \S+ \((.+)\)$", (built / "notices.md").read_text(), re.M)
        )
        self.assertEqual([name for name in scripts if name not in told], [])
        # Licences that fit MIT; one that is not among them has to be looked at first.
        self.assertLessEqual(
            set(told.values()), {"MIT", "ISC", "Apache-2.0", "BSD-3-Clause", "0BSD"}
        )
        self.assertIn("SIL OPEN FONT LICENSE", (built / "notices-font.txt").read_text().upper())


class NeutralsTest(SimpleTestCase):
    def test_surrounds_are_the_values_they_are_named_by(self) -> None:
        text = (SOURCES / "api" / "tables.ts").read_text()
        told = re.search(r'"neutrals": (\{.*\}),', text)
        assert told is not None
        steps = {float(value): code for value, code in json.loads(told[1]).items()}
        self.assertEqual(sorted(steps), [v / 2 for v in range(4, 19)])
        for value, code in steps.items():
            with self.subTest(value=value):
                self.assertEqual(len({code[1:3], code[3:5], code[5:7]}), 1)
                found = value_of_luminance(np.array(luminance(code) * 100))
                self.assertAlmostEqual(float(found), value, delta=0.03)

    def test_no_style_of_the_interface_has_a_hue(self) -> None:
        for file in [*SOURCES.rglob("*.css"), *SOURCES.rglob("*.tsx"), *SOURCES.rglob("*.ts")]:
            # At the door hangs paint, and paint answers questions.
            if ".test." in file.name or file.name in ("door.ts", "strips.ts"):
                continue
            for code in re.findall(r"#([0-9a-fA-F]{6})\b", file.read_text()):
                with self.subTest(file=file.name, code=code):
                    self.assertEqual(len({code[:2], code[2:4], code[4:]}), 1)
