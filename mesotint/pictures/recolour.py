"""A picture in other colours: each passage moves to its mixture, light and grain stay.

Every pixel is taken as its passage's colour and what light and grain make of it there. Both are
read in the cube roots of CIELAB (ISO/CIE 11664-4), in which a light that falls on a surface changes
all of a passage by one factor: the passage is moved, and what differs from its mean within it is
kept, by as much larger or smaller as the passage became lighter or darker, and no larger than there
is room for. At its edges a pixel belongs to both sides, as far as it is near and alike.
"""

from dataclasses import dataclass
from functools import cached_property
from typing import Final

import cv2
import numpy as np

from mesotint.colour.colorimetry import lab_from_xyz, white_point
from mesotint.colour.srgb import LINEAR_FROM_XYZ, encoded, xyz_from_srgb
from mesotint.optics.grid import Array, Indices, Pixels

EDGE_PX: Final = 2
"""How far a passage reaches into the next one, in pixels of a picture of 640."""

_ALIKE: Final = 0.06
"""In cube roots: how much alike pixels are that belong together at an edge (L* 7)."""

LEAST_GRAIN: Final = 0.35
MOST_GRAIN: Final = 1.6
"""How much smaller or larger grain becomes with its passage; beyond, noise would be seen."""

_OUTER: Final = 0.02
"""Share of a passage's pixels that the room for its grain leaves out on either side."""

SAMPLED: Final = 400
"""Pixels of a passage by which its mean is held."""

_HALVINGS: Final = 8
_ROUNDS: Final = 4

DARKEST: Final = 16 / 116
"""The cube root of black."""

_KNEE: Final = 6 / 29
LINEAR_FROM_LIGHT: Final[Array] = LINEAR_FROM_XYZ * white_point() / 100
"""From X, Y and Z over white's to linear sRGB, shape (3, 3)."""

_LIGHT: Final[Array] = np.linalg.inv(LINEAR_FROM_LIGHT)

RECOLOUR: Final = {
    "linearFromLight": LINEAR_FROM_LIGHT.round(12).tolist(),
    "lightFromLinear": _LIGHT.round(12).tolist(),
    "edge": EDGE_PX,
    "alike": _ALIKE,
    "leastGrain": LEAST_GRAIN,
    "mostGrain": MOST_GRAIN,
    "outer": _OUTER,
    "sampled": SAMPLED,
    "halvings": _HALVINGS,
    "rounds": _ROUNDS,
    "darkest": DARKEST,
}
"""What a browser needs to do the same within a frame."""


@dataclass(frozen=True)
class Grain:
    """What light and grain make of a passage, in cube roots.

    Attributes
    ----------
    mean : array, shape (3,)
    off : array, shape (n, 3)
        How some of its pixels, spread evenly over it, differ from that; adding to nothing.
    low, high : float
        How far the darkest and lightest lie from the mean, the outermost left out.
    """

    mean: Array
    off: Array
    low: float
    high: float

    @classmethod
    def of(cls, roots: Array) -> "Grain":
        """Of a passage's pixels.

        Parameters
        ----------
        roots : array, shape (n, 3)
            Their cube roots.
        """
        mean = roots.mean(axis=0, dtype=np.float64)
        some = roots[:: max(1, len(roots) // SAMPLED)].astype(np.float64)
        low, high = np.quantile(some[:, 1] - mean[1], [_OUTER, 1 - _OUTER])
        return cls(mean, some - some.mean(axis=0), max(0.0, -float(low)), max(0.0, float(high)))

    def kept(self, target: Array) -> float:
        """How much larger or smaller grain becomes where the passage moves to a colour.

        Parameters
        ----------
        target : array, shape (3,)
            Cube roots of the colour.
        """
        wanted = float(np.clip(target[1] / max(self.mean[1], 1e-6), LEAST_GRAIN, MOST_GRAIN))
        least, most = 0.0, wanted
        for _ in range(_HALVINGS):
            if self._fits(target, most):
                break
            middle = (least + most) / 2
            least, most = (middle, most) if self._fits(target, middle) else (least, middle)
        return most

    def _fits(self, target: Array, grain: float) -> bool:
        """Whether its lightest and darkest are still colours of the screen."""
        ends = np.stack([target + grain * self.high, target - grain * self.low])
        linear = linear_from_roots(ends)
        return bool(linear[0].max() <= 1.0 and ends[1, 1] >= DARKEST)

    def moved(self, target: Array, grain: float) -> Array:
        """Cube roots that the mean moves to, so that the mean *light* is the colour's, also where
        some of the grain is cut off at the screen's ends.

        Parameters
        ----------
        target : array, shape (3,)
            Cube roots of the colour.
        """
        wanted = np.clip(linear_from_roots(target), 0.0, 1.0)
        at = target.copy()
        for _ in range(_ROUNDS):
            shown = np.clip(linear_from_roots(at + grain * self.off), 0.0, 1.0).mean(axis=0)
            light = _LIGHT @ (wanted - shown)
            at = at + light / (3 * np.maximum(at, DARKEST) ** 2)
        return np.asarray(at)


@dataclass(frozen=True)
class Recolouring:
    """A picture and its passages, ready to be shown in other colours.

    Attributes
    ----------
    roots : array of float32, shape (height, width, 3)
        Cube roots of the picture's X, Y and Z over white's.
    passages : array of int, shape (height, width)
        The passage of each pixel; -1 where it is none's.
    """

    roots: Array
    passages: Indices

    @classmethod
    def of(cls, pixels: Pixels, passages: Indices) -> "Recolouring":
        """From a picture of uint8, shape (height, width, 3), in sRGB, and its passages.

        Parameters
        ----------
        pixels : array of uint8, shape (height, width, 3)
        passages : array of int, shape (height, width)
        """
        lab = lab_from_xyz(xyz_from_srgb(pixels.reshape(-1, 3) / 255))
        roots = roots_from_lab(lab).reshape(pixels.shape)
        return cls(roots.astype(np.float32), np.asarray(passages))

    @cached_property
    def grains(self) -> dict[int, Grain]:
        """Of each passage that has pixels."""
        places = np.unique(self.passages[self.passages >= 0]).tolist()
        return {place: Grain.of(self.roots[self.passages == place]) for place in places}

    @cached_property
    def edges(self) -> tuple[Indices, Indices, Array]:
        """Pixels at edges, shape (n,), flat; the two passages each belongs to, shape (n, 2); and
        how much of it is the first's, shape (n,)."""
        height, width = self.passages.shape
        kernel = np.ones((2 * EDGE_PX + 1,) * 2, np.uint8)
        told = self.passages.astype(np.float32)
        mixed = (cv2.dilate(told, kernel) != cv2.erode(told, kernel)) & (self.passages >= 0)
        y, x = np.nonzero(mixed)
        mine, seen = self.passages[y, x], self.roots[y, x]
        reach = range(-EDGE_PX, EDGE_PX + 1)
        count = max(self.grains, default=0) + 1
        weight = np.zeros((len(y), count))
        rows = np.arange(len(y))
        for down in reach:
            for across in reach:
                v, u = np.clip(y + down, 0, height - 1), np.clip(x + across, 0, width - 1)
                other = self.passages[v, u]
                off = ((self.roots[v, u] - seen) ** 2).sum(axis=1)
                near = np.exp(-(down**2 + across**2) / (0.5 * EDGE_PX**2) - off / (2 * _ALIKE**2))
                there = other >= 0
                np.add.at(weight, (rows[there], other[there]), near[there])
        own = weight[rows, mine]
        weight[rows, mine] = 0
        next_to = weight.argmax(axis=1)
        # It stays its own passage's at least by half, or a slim passage would be lost to its sides.
        share = np.maximum(0.5, own / np.maximum(own + weight[rows, next_to], 1e-12))
        return y * width + x, np.stack([mine, next_to], axis=1), share

    def shown(self, targets: Array) -> Pixels:
        """The picture with each passage in a colour, uint8, shape (height, width, 3), sRGB.

        Parameters
        ----------
        targets : array, shape (passages, 3)
            CIELAB; a passage whose colour is not a number stays as it is.
        """
        height, width = self.passages.shape
        # Each passage is f * grain + shift; what is in none stays.
        count = max(max(self.grains, default=0) + 1, len(targets))
        grain, shift = np.ones(count + 1), np.zeros((count + 1, 3))
        for place, of in self.grains.items():
            if place >= len(targets) or not np.isfinite(targets[place]).all():
                continue
            wanted = roots_from_lab(np.asarray(targets[place], dtype=np.float64))
            grain[place] = of.kept(wanted)
            shift[place] = of.moved(wanted, grain[place]) - grain[place] * of.mean
        flat, own = self.roots.reshape(-1, 3), self.passages.ravel()
        out = flat * grain[own][:, None] + shift[own]
        at, both, share = self.edges
        first, second = (flat[at] * grain[p][:, None] + shift[p] for p in both.T)
        out[at] = share[:, None] * first + (1 - share[:, None]) * second
        coded = encoded(np.clip(linear_from_roots(out), 0.0, 1.0))
        return np.rint(coded * 255).astype(np.uint8).reshape(height, width, 3)


def roots_from_lab(lab: Array) -> Array:
    """The cube roots that CIELAB is made of, shape (..., 3), of colours of that shape.

    Parameters
    ----------
    lab : array, shape (..., 3)
        CIELAB.
    """
    lab = np.asarray(lab)
    fy = (lab[..., 0] + 16) / 116
    return np.stack([fy + lab[..., 1] / 500, fy, fy - lab[..., 2] / 200], axis=-1)


def linear_from_roots(roots: Array) -> Array:
    """Linear sRGB, shape (..., 3), of cube roots of that shape; beyond 0 to 1 where no screen shows
    it.

    Parameters
    ----------
    roots : array, shape (..., 3)
    """
    light = np.where(roots > _KNEE, roots**3, (roots - 4 / 29) * 3 * (6 / 29) ** 2)
    return np.asarray(light @ LINEAR_FROM_LIGHT.T)


def mean_lab(pixels: Pixels, inside: Array) -> Array:
    """CIELAB of the mean light of some of a picture's pixels, shape (3,).

    Parameters
    ----------
    pixels : array of uint8, shape (height, width, 3)
    inside : array of bool, shape (height, width)
    """
    xyz = xyz_from_srgb(np.asarray(pixels)[inside] / 255)
    return lab_from_xyz(xyz.mean(axis=0))
