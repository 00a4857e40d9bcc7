"""Names painters use: each finds a paint, and says whether that is a guess.

Which paint a name means is from memory; the names are common ones.
"""

import unittest

import colour
import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.near import NEAR_WITHIN, colour_called, near_names
from mesotint.paints.library import library
from mesotint.paints.names import colour_name, colour_names, names_of

LIBRARY = library()

ASKED = {
    "vermilion": "PR108-light", "scarlet": "PR108-light", "crimson": "PR177", "carmine": "PR177",
    "lemon yellow": "PY3", "primary red": "PR254", "primary yellow": "PY74",
    "primary blue": "PB15:3", "emerald": "emerald-hue", "turquoise": "PG50", "olive": "olive-hue",
    "purple": "PV16", "Indian yellow": "PY83", "Payne's grey": "blue-grey-tint",
    "sepia": "sepia-hue", "Van Dyke brown": "PBr7-burnt-umber", "flesh": "flesh-pink",
    "Naples yellow": "PBr24", "terre verte": "PG23", "indigo": "PB60", "Prussian blue": "PB27",
    "sky blue": "PB36", "magenta": "PR122", "cyan": "PB15:3", "gold ochre": "PY42-transparent",
}  # fmt: skip


class NamesTest(unittest.TestCase):
    def test_every_name_painters_use_finds_a_paint(self) -> None:
        for word, key in ASKED.items():
            for typed in (word, word.upper(), f" {word} ", word.replace("'", "’")):
                self.assertEqual(LIBRARY.paint(typed).key, key, typed)
        self.assertEqual(LIBRARY.paint("paynes gray").key, "blue-grey-tint")

    def test_what_is_a_guess_says_so_and_what_is_the_pigments_own_name_does_not(self) -> None:
        for word in ("terre verte", "Prussian blue", "Naples yellow"):
            row = colour_name(word)
            assert row is not None
            self.assertNotIn("guess", row.in_words(LIBRARY.paint(word).name))
        for word in ("vermilion", "olive", "sky blue"):
            row = colour_name(word)
            assert row is not None
            self.assertIn("a guess from memory", row.in_words(LIBRARY.paint(word).name))

    def test_each_row_is_of_a_paint_and_each_word_of_one_row(self) -> None:
        words = [word for row in colour_names() for word in (row.name, *row.also)]
        self.assertEqual(len(words), len(set(words)))
        own = {paint.name.casefold(): key for key, paint in LIBRARY.paints.items()}
        for row in colour_names():
            self.assertIn(row.paint, LIBRARY.paints)
            for word in (row.name, *row.also):
                # The library's own name of a paint is never taken for another.
                self.assertEqual(own.get(word.casefold(), row.paint), row.paint, word)
        self.assertIn("Vermilion", [row.name for row in names_of("PR108-light")])

    def test_what_is_no_name_is_told_with_the_nearest(self) -> None:
        with self.assertRaisesRegex(InputError, "Nearest: "):
            LIBRARY.paint("vermillio")
        self.assertIsNone(colour_name("zzz"))
        self.assertIsNone(colour_called("zzz"))


class NearTest(unittest.TestCase):
    def test_the_nearest_name_by_another_librarys_difference(self) -> None:
        rows = {r.name: colour_called(r.name) for r in colour_names() if not r.search_only}
        for paint in LIBRARY.plain:
            if paint.family in ("earth", "iron oxide", "bone carbon", "carbon"):
                rows.setdefault(paint.name, Viewing().lab(np.ones(1), [paint]))
        names, labs = list(rows), np.array(list(rows.values()))
        rng = np.random.default_rng(8)
        seen = rng.uniform([10, -40, -40], [95, 60, 80], (400, 3))
        silent = 0
        for lab, says in zip(seen, near_names(seen), strict=True):
            gaps = colour.delta_E(labs, lab, method="CIE 2000")
            best = int(gaps.argmin())
            if gaps[best] > NEAR_WITHIN:
                self.assertEqual(says, "")
                silent += 1
            else:
                self.assertIn(names[best].lower(), says.lower())
        self.assertGreater(silent, 50)
        self.assertLess(silent, 390)

    def test_how_it_differs_is_true(self) -> None:
        base = colour_called("raw umber")
        assert base is not None
        for change, says in (
            ((0, -4, 1), "greener"), ((6, 0, 0), "lighter"), ((-5, 0, 0), "darker"),
            ((0, 5, -1), "redder"),
        ):  # fmt: skip
            (told,) = near_names(np.array([base + np.array(change, dtype=float)]))
            if "raw umber" in told:
                self.assertIn(says, told)
        self.assertEqual(near_names(base[None]), ["raw umber, to the eye"])

    def test_a_name_is_a_colour_and_a_paint_its_masstone(self) -> None:
        raw = Viewing().lab(np.ones(1), [LIBRARY.paint("PBr7-raw-umber")])
        found = colour_called("raw umber")
        assert found is not None
        np.testing.assert_allclose(found, raw)
        sky = colour_called("sky blue")
        assert sky is not None
        self.assertGreater(sky[0], 60)
        self.assertLess(sky[2], -15)
