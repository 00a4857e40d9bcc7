"""A picture cut into pieces: small regions of one colour that keep to its edges.

SLIC (Achanta, Shaji, Smith, Lucchi, Fua and Süsstrunk 2012, IEEE TPAMI 34, 2274), by scikit-image.
The sizes below are our own judgement, and were tried on made-up scenes (tests/scenes.py).
"""

import io
from dataclasses import dataclass
from functools import cached_property
from typing import Final

import cv2
import numpy as np
from PIL import Image

from mesotint.colour.colorimetry import lab_from_xyz, xyz_from_lab
from mesotint.optics.grid import Array, Indices, Pixels
from mesotint.pictures.photograph import Card, labs_of

SIDE: Final = 640
"""Pixels of the longer side of what is divided: as large as a stage shows it."""

_PIECES: Final = 900

_PIECE_PIXELS: Final = 60
"""A piece has at least about so many pixels: a small picture has fewer of them."""

_COMPACTNESS: Final = 0.2
"""How round pieces are; five times of it, and they no longer keep to edges."""

_SMOOTHED_PX: Final = 1.5
"""What is finer is grain, and no edge."""

_NARROWEST: Final = 8
"""Pixels across that a picture is widened to, for it to be cut into pieces at all."""


@dataclass(frozen=True)
class Pieces:
    """A picture cut into pieces.

    Attributes
    ----------
    labels : array of int, shape (height, width)
        The piece of each pixel, from 0.
    labs : array, shape (pieces, 3)
        CIELAB of the mean light of each, set right by the card where there is one.
    spreads : array, shape (pieces,)
        Root mean square distance in CIELAB of its pixels from that.
    """

    labels: Indices
    labs: Array
    spreads: Array

    @cached_property
    def sizes(self) -> Array:
        """Pixels of each piece."""
        return np.bincount(self.labels.ravel(), minlength=len(self.labs)).astype(float)

    @cached_property
    def borders(self) -> tuple[Indices, Array]:
        """Pairs of pieces that touch, shape (n, 2), and the pixels along which they do."""
        across = np.stack([self.labels[:, :-1].ravel(), self.labels[:, 1:].ravel()], axis=1)
        down = np.stack([self.labels[:-1].ravel(), self.labels[1:].ravel()], axis=1)
        pairs = np.sort(np.concatenate([across, down]), axis=1)
        pairs = pairs[pairs[:, 0] != pairs[:, 1]]
        found, lengths = np.unique(pairs, axis=0, return_counts=True)
        return found, lengths.astype(float)

    @cached_property
    def centres(self) -> Array:
        """Where each piece lies, shape (pieces, 2), in shares of width and height."""
        height, width = self.labels.shape
        down, across = np.mgrid[:height, :width]
        flat = self.labels.ravel()
        sums = [np.bincount(flat, of.ravel(), len(self.labs)) for of in (across, down)]
        size = np.array([[width], [height]])
        return np.asarray(((np.array(sums) / self.sizes + 0.5) / size).T)


def resized(pixels: Pixels, side: int = SIDE) -> Pixels:
    """A picture with that longer side, never larger than it was.

    Parameters
    ----------
    pixels : array of uint8, shape (height, width, 3)
    side : int
        Pixels.
    """
    height, width = pixels.shape[:2]
    scale = min(1.0, side / max(height, width))
    if scale == 1.0:
        return pixels
    size = (max(1, round(width * scale)), max(1, round(height * scale)))
    return np.asarray(cv2.resize(pixels, size, interpolation=cv2.INTER_AREA), dtype=np.uint8)


def pieces_of(pixels: Pixels, card: Card | None = None) -> Pieces:
    """Cut a picture into pieces.

    Parameters
    ----------
    pixels : array of uint8, shape (height, width, 3)
        sRGB, as `resized` gives it.
    card : Card, optional
        What a card in it tells of its light.
    """
    # Half a second to load, for what few requests need.
    from skimage.segmentation import slic

    height, width = pixels.shape[:2]
    labs = labs_of(pixels, card).reshape(height, width, 3)
    smooth = cv2.GaussianBlur(labs.astype(np.float32), (0, 0), _SMOOTHED_PX)
    wide = [(0, max(0, _NARROWEST - side)) for side in (height, width)]
    wanted = max(1, min(_PIECES, height * width // _PIECE_PIXELS))
    cut = slic(
        np.pad(smooth, [*wide, (0, 0)], mode="edge"),
        n_segments=wanted,
        compactness=_COMPACTNESS,
        convert2lab=False,
        start_label=0,
        channel_axis=-1,
    )[:height, :width]
    _, flat = np.unique(cut.ravel(), return_inverse=True)
    count = int(flat.max()) + 1
    size = np.bincount(flat, minlength=count)

    def mean(of: Array) -> Array:
        return (
            np.stack([np.bincount(flat, row, count) for row in of.reshape(-1, 3).T], 1)
            / (size[:, None])
        )

    told = lab_from_xyz(mean(xyz_from_lab(labs)))
    away = ((labs.reshape(-1, 3) - told[flat]) ** 2).sum(axis=1)
    spreads = np.sqrt(np.bincount(flat, away, count) / size)
    return Pieces(flat.reshape(height, width), told, spreads)


def label_picture(pieces: Pieces, of: Indices, height: int, width: int) -> Array:
    """The region of each pixel of a picture of that size, shape (height, width), uint8.

    Parameters
    ----------
    of : array of int, shape (pieces,)
        The region of each piece.
    height, width : int
        Pixels of the whole picture.
    """
    small = np.asarray(of)[pieces.labels].astype(np.uint8)
    return np.asarray(cv2.resize(small, (width, height), interpolation=cv2.INTER_NEAREST))


def labels_as_png(labels: Indices) -> bytes:
    """The piece of each pixel as a PNG: red is its number over 256, green what is left.

    Parameters
    ----------
    labels : array of int, shape (height, width)
        0 to 65535.
    """
    high, low = np.divmod(labels, 256)
    told = np.stack([high, low, np.zeros_like(low)], axis=-1).astype(np.uint8)
    file = io.BytesIO()
    Image.fromarray(told).save(file, "PNG", optimize=True)
    return file.getvalue()


def labels_from_png(data: bytes) -> Indices:
    """The piece of each pixel, shape (height, width), from what `labels_as_png` wrote.

    Parameters
    ----------
    data : bytes
        A PNG.
    """
    told = np.asarray(Image.open(io.BytesIO(data), formats=("PNG",)).convert("RGB"), dtype=int)
    return np.asarray(told[..., 0] * 256 + told[..., 1])
