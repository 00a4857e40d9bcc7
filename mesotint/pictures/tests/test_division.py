"""Pictures divided into passages: made-up scenes of known passages, and pictures that are odd."""

import unittest

import numpy as np
from scipy import ndimage

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.pictures.division import divide, regions, split
from mesotint.pictures.photograph import Card
from mesotint.pictures.pieces import label_picture, pieces_of, resized
from mesotint.pictures.tests.scenes import agreement, by_colour_alone, scene

RNG = np.random.default_rng(7)


def of_regions(of: np.ndarray) -> list[np.ndarray]:
    return [np.flatnonzero(of == place) for place in range(int(of.max()) + 1)]


class SceneTest(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.pixels, cls.truth = scene(4)
        cls.count = int(cls.truth.max()) + 1
        cls.pieces = pieces_of(cls.pixels)
        cls.of = divide(cls.pieces, cls.count)

    def test_the_measure_of_agreement(self) -> None:
        """Hubert and Arabie 1985: 1 for one division, about 0 by chance; by hand for six pixels:
        2 pairs in both, 3 and 4 in each, 15 in all: (2 - 0.8) / (3.5 - 0.8)."""
        self.assertEqual(agreement(self.truth, self.truth), 1.0)
        chance = agreement(RNG.integers(0, 5, 40_000), RNG.integers(0, 5, 40_000))
        self.assertLess(abs(chance), 0.01)
        by_hand = agreement(np.array([0, 0, 0, 1, 1, 2]), np.array([0, 0, 1, 1, 1, 1]))
        pairs = lambda n: n * (n - 1) / 2  # noqa: E731
        both = pairs(2) + pairs(1) + pairs(2) + pairs(1)
        rows, columns = pairs(3) + pairs(2), pairs(2) + pairs(4)
        chance = rows * columns / pairs(6)
        self.assertAlmostEqual(by_hand, (both - chance) / ((rows + columns) / 2 - chance))

    def test_passages_are_found_where_colour_alone_does_not_find_them(self) -> None:
        ours = agreement(self.truth, self.of[self.pieces.labels])
        self.assertGreater(ours, 0.85)
        self.assertGreater(ours, agreement(self.truth, by_colour_alone(self.pixels, self.count)))

    def test_the_same_picture_is_divided_alike(self) -> None:
        again = pieces_of(self.pixels)
        np.testing.assert_array_equal(again.labels, self.pieces.labels)
        np.testing.assert_array_equal(divide(again, self.count), self.of)

    def test_a_passage_is_one_field_and_what_is_told_of_it_is_counted(self) -> None:
        """Shares, neighbours and centres from the pixels themselves, by scipy."""
        told = regions(self.pieces, of_regions(self.of))
        labels = self.of[self.pieces.labels]
        self.assertAlmostEqual(sum(region.share for region in told), 1.0)
        height, width = labels.shape
        for place, region in enumerate(told):
            mine = labels == place
            _, fields = ndimage.label(mine)
            self.assertEqual(fields, 1)
            self.assertAlmostEqual(region.share, mine.mean(), places=9)
            across, down = region.centre
            self.assertTrue(mine[int(down * height), int(across * width)])
            grown = ndimage.binary_dilation(mine) & ~mine
            for other in range(len(told)):
                along = int((grown & (labels == other)).sum())
                if along > 20 or along == 0:
                    self.assertEqual(other in region.touching, along > 20, (place, other))
        shares = [region.share for region in told]
        self.assertEqual(shares, sorted(shares, reverse=True))

    def test_a_region_is_split_into_two_and_nothing_of_it_is_lost(self) -> None:
        first = np.flatnonzero(self.of == 0)
        one, other = split(self.pieces, first)
        self.assertEqual(sorted([*one, *other]), sorted(first))
        self.assertGreater(min(len(one), len(other)), 0)
        whole = of_regions(self.of)
        told = regions(self.pieces, [one, other, *whole[1:]])
        self.assertIn(1, told[0].touching)
        with self.assertRaisesRegex(InputError, "as small as"):
            split(self.pieces, one[:1])

    def test_two_that_were_one_are_split_where_they_meet(self) -> None:
        """Two neighbours of the truth put together come apart again."""
        told = regions(self.pieces, of_regions(self.of))
        both = [0, told[0].touching[0]]
        members = np.flatnonzero(np.isin(self.of, both))
        one, other = split(self.pieces, members)
        found = np.zeros(len(self.of), dtype=int)
        found[one], found[other] = 1, 2
        inside = np.isin(self.of, both)[self.pieces.labels]
        there = found[self.pieces.labels][inside]
        self.assertGreater(agreement(self.of[self.pieces.labels][inside], there), 0.8)

    def test_the_picture_of_labels_has_the_size_that_is_asked_for(self) -> None:
        large = label_picture(self.pieces, self.of, 1200, 1800)
        self.assertEqual((large.shape, large.dtype), ((1200, 1800), np.uint8))
        self.assertGreater((large[1::3, 1::3] == self.of[self.pieces.labels]).mean(), 0.999)

    def test_a_card_sets_light_right_first(self) -> None:
        """Half the light, and yellow: with its card the passages are what they were."""
        gains = np.array([0.6, 0.5, 0.35])
        linear = (self.pixels / 255.0) ** 2.2
        lit = np.rint((linear * gains) ** (1 / 2.2) * 255).astype(np.uint8)
        card = (gains * 0.18) ** (1 / 2.2) * 255
        grey = np.broadcast_to(np.rint(card).astype(np.uint8), (8, 8, 3))
        pieces = pieces_of(lit, Card.of("grey", grey))
        before = regions(self.pieces, of_regions(self.of))
        whole = regions(pieces, [np.arange(len(pieces.labs))])[0].lab
        was = regions(self.pieces, [np.arange(len(self.pieces.labs))])[0].lab
        self.assertLess(float(delta_e_2000(whole, was)), 3.0)
        self.assertGreater(agreement(self.truth, divide(pieces, len(before))[pieces.labels]), 0.8)

    def test_pieces_of_another_picture_are_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "another picture"):
            regions(self.pieces, [[0, 10**6]])
        with self.assertRaisesRegex(InputError, "two passages"):
            regions(self.pieces, [[0, 1], [1, 2]])
        empty = regions(self.pieces, [[], np.arange(len(self.pieces.labs))])
        self.assertEqual((empty[0].share, empty[0].touching), (0.0, ()))


class CutInTwoTest(unittest.TestCase):
    """A strip of grey behind a post: sky above, mud below, grain over all."""

    def divided(
        self, right: tuple[int, int, int], count: int | None = None
    ) -> tuple[np.ndarray, np.ndarray]:
        fields = np.zeros((240, 360), dtype=int)
        fields[90:150] = 1
        fields[150:] = 3
        fields[90:150, 200:] = 2
        fields[:, 160:200] = 4
        colours = np.array(
            [(150, 175, 205), (128, 128, 126), right, (92, 74, 50), (172, 52, 38)], dtype=float
        )
        grain = np.random.default_rng(3).normal(0, 4, (*fields.shape, 1))
        pixels = np.clip(np.rint(colours[fields] + grain), 0, 255).astype(np.uint8)
        pieces = pieces_of(resized(pixels))
        of = divide(pieces, count)[pieces.labels]
        return of, fields

    def test_two_halves_of_one_strip_are_one_passage(self) -> None:
        of, fields = self.divided((130, 129, 127))
        left, right = (np.bincount(of[fields == place]).argmax() for place in (1, 2))
        self.assertEqual(left, right)
        mud, post = (np.bincount(of[fields == place]).argmax() for place in (3, 4))
        self.assertEqual(len({int(left), int(mud), int(post)}), 3)
        # The sky is cut by the post as well.
        skies = of[:80, :150], of[:80, 210:]
        self.assertEqual(*(np.bincount(sky.ravel()).argmax() for sky in skies))

    def test_as_many_are_found_as_are_asked_for(self) -> None:
        of, _ = self.divided((130, 129, 127), 4)
        self.assertEqual(len(np.unique(of)), 4)

    def test_two_strips_of_other_greys_stay_two(self) -> None:
        of, fields = self.divided((164, 158, 140))
        left, right = (np.bincount(of[fields == place]).argmax() for place in (1, 2))
        self.assertNotEqual(left, right)


class OddPictureTest(unittest.TestCase):
    def test_every_picture_is_divided_into_what_it_has(self) -> None:
        grey = np.repeat(RNG.integers(0, 256, (60, 80, 1), dtype=np.uint8), 3, axis=2)
        ramp = np.broadcast_to(np.arange(0, 240, 2, dtype=np.uint8)[None, :, None], (80, 120, 3))
        odd = {
            "one colour": np.full((120, 160, 3), 130, dtype=np.uint8),
            "noise": RNG.integers(0, 256, (120, 160, 3), dtype=np.uint8),
            "black and white": grey,
            "a ramp": ramp,
            "1 px wide": RNG.integers(0, 256, (300, 1, 3), dtype=np.uint8),
            "one pixel": np.full((1, 1, 3), 90, dtype=np.uint8),
            "100 : 1": RNG.integers(0, 256, (6, 640, 3), dtype=np.uint8),
        }
        for name, pixels in odd.items():
            for count in (None, 2, 8, 24):
                with self.subTest(name, count=count):
                    pieces = pieces_of(resized(pixels))
                    of = divide(pieces, count)
                    told = regions(pieces, of_regions(of))
                    self.assertAlmostEqual(sum(region.share for region in told), 1.0)
                    self.assertLessEqual(len(told), count or 24)
                    self.assertTrue(np.isfinite([region.lab for region in told]).all())

    def test_a_count_that_cannot_be_had(self) -> None:
        pieces = pieces_of(np.full((40, 40, 3), 90, dtype=np.uint8))
        for count in (-1, 0, 1, 25):
            with self.subTest(count), self.assertRaisesRegex(InputError, "2 to 24"):
                divide(pieces, count)
