"""Systematic names: every centroid of the ISCC–NBS system has its own."""

import csv
import unittest

import colour
import numpy as np

from mesotint.colour.colorimetry import DATA
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.srgb import lab_from_hex
from mesotint.colour.systematic import systematic_names

# Well inside their blocks, NBS Circular 553 (1955); Munsell figures and names recalled from memory
# of its charts.
NAMES = {
    "5R 4/14": "vivid red",
    "5YR 3.5/4": "moderate brown",
    "5Y 8/12": "vivid yellow",
    "10GY 5/6": "moderate yellowish green",
    "5G 3/4": "dark green",
    "N 9.5": "white",
    "N 5": "medium gray",
    "N 1": "black",
}


class SystematicTest(unittest.TestCase):
    def test_all_267_centroids_have_their_own_name(self) -> None:
        """Centroids as color-name-lists (CC0) carries them, 8-bit sRGB, after Kelly (1958)."""
        with (DATA / "iscc-nbs.csv").open(encoding="utf-8", newline="") as file:
            rows = list(csv.DictReader(file))
        self.assertEqual(len(rows), 267)
        told = systematic_names(np.array([lab_from_hex(row["hex"]) for row in rows]))
        self.assertEqual(told, [row["name"] for row in rows])
        self.assertEqual(len(set(told)), 267)

    def test_names_inside_their_blocks(self) -> None:
        told = systematic_names(np.array([lab_from_munsell(parse(text)) for text in NAMES]))
        self.assertEqual(dict(zip(NAMES, told, strict=True)), NAMES)

    def test_the_nearest_of_all_centroids_is_told(self) -> None:
        """By the CIEDE2000 of colour-science, one centroid after the other; a shortlist of six by
        CIELAB told a farther one of every thirtieth colour."""
        with (DATA / "iscc-nbs.csv").open(encoding="utf-8", newline="") as file:
            rows = list(csv.DictReader(file))
        middles = np.array([lab_from_hex(row["hex"]) for row in rows])
        labs = np.random.default_rng(267).uniform([5, -60, -60], [97, 60, 70], (300, 3))
        gaps = np.stack(
            [colour.delta_E(labs, np.tile(one, (300, 1)), method="CIE 2000") for one in middles]
        )
        told = systematic_names(labs)
        by_name = {row["name"]: place for place, row in enumerate(rows)}
        own = np.array([gaps[by_name[name], i] for i, name in enumerate(told)])
        self.assertLess((own - gaps.min(axis=0)).max(), 1e-6)

    def test_of_no_colour_no_name_is_told(self) -> None:
        self.assertEqual(systematic_names(np.zeros((0, 3))), [])
        self.assertEqual(len(systematic_names(np.tile([50.0, 5.0, 5.0], (2049, 1)))), 2049)

    def test_every_colour_has_a_name(self) -> None:
        labs = np.random.default_rng(5).uniform([0, -80, -80], [100, 80, 80], (500, 3))
        for name in systematic_names(labs):
            self.assertRegex(name, r"^[a-z -]+$")
