"""Pictures: how well made-up scenes are divided and recoloured, and what it costs."""

import time
from typing import Final

import numpy as np

from bench.timing import Figure, above, below, median_ms
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab
from mesotint.pictures.division import divide, pieces_of, regions, split
from mesotint.pictures.recolour import Recolouring, mean_lab
from mesotint.pictures.tests.scenes import agreement, by_colour_alone, scene

SCENES: Final = 30


def division() -> list[Figure]:
    """Made-up scenes of known passages, and the same by their colours alone."""
    ours, alone, seconds = [], [], []
    for seed in range(SCENES):
        pixels, truth = scene(seed)
        count = int(truth.max()) + 1
        began = time.perf_counter()
        pieces = pieces_of(pixels)
        of = divide(pieces, count)
        seconds.append(time.perf_counter() - began)
        ours.append(agreement(truth, of[pieces.labels]))
        alone.append(agreement(truth, by_colour_alone(pixels, count)))
    largest = np.flatnonzero(of == 0)

    def again() -> None:
        one, other = split(pieces, largest)
        others = [np.flatnonzero(of == place) for place in range(1, count)]
        regions(pieces, [one, other, *others])

    return [
        above(f"{SCENES} scenes divided: agreement with the truth", float(np.mean(ours)), "", 0.85),
        Figure("… of the worst", min(ours), ""),
        below("… of k-means by colour alone", float(np.mean(alone)), "", 0.78),
        Figure("… seconds a scene", float(np.median(seconds)), "s"),
        below("a region split, and all of them told anew", median_ms(again), "ms", 150),
    ]


def recolouring() -> list[Figure]:
    """Each passage's mean against its mixture, over random colours that a screen shows."""
    gaps = []
    for seed in range(SCENES):
        pixels, truth = scene(seed)
        rng, wanted = np.random.default_rng(100 + seed), list[np.ndarray]()
        while len(wanted) <= truth.max():
            lab = np.array([rng.uniform(12, 92), rng.normal(0, 15), rng.normal(0, 15)])
            if hex_from_lab(lab[None])[1][0]:
                wanted.append(lab)
        shown = Recolouring.of(pixels, truth).shown(np.array(wanted))
        gaps += [
            float(delta_e_2000(mean_lab(shown, truth == place), lab))
            for place, lab in enumerate(wanted)
        ]
    return [
        below(f"{len(gaps)} passages in another colour: farthest off their mixture", max(gaps),
              "ΔE", 1),
        Figure("… in the mean", float(np.mean(gaps)), "ΔE"),
    ]  # fmt: skip


SUITES = (division, recolouring)
