"""Colours from a photograph: of a point or an area, by a card, and as a set of notes.

Pixels are sRGB. A white or grey card in the picture tells the light and the exposure: the picture
is adapted so that the card becomes the neutral it is.

Sources: IEC 61966-2-1 for sRGB; the linearised Bradford transform of ICC.1:2022, annex E, after Lam
(1985). That a grey card reflects 18 %, and a good white card about 90 %, is common practice.
"""

from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_xyz, white_point
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import srgb_from_lab, xyz_from_srgb
from mesotint.errors import InputError
from mesotint.optics.grid import Array, Pixels

CARDS: Final[dict[str, float]] = {"white": 0.90, "grey": 0.18}
"""Reflectance of the cards a painter may lay into the picture."""

FEWEST_NOTES: Final = 2
MOST_NOTES: Final = 12
BURNT_FROM: Final = 250
"""Channel of 255 from which a card is burnt out and tells nothing."""

DARK_BELOW: Final = 12
_SAMPLE: Final = 20_000
_SEED: Final = 20
_BRADFORD: Final = np.array(
    [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]]
)


@dataclass(frozen=True)
class Card:
    """What a card in a picture tells of its light.

    Attributes
    ----------
    kind : str
        white or grey.
    xyz : array, shape (3,)
        The card as the picture shows it, Y = 100 for the screen's white.
    """

    kind: str
    xyz: Array

    @classmethod
    def of(cls, kind: str, pixels: Pixels) -> "Card":
        """The card in an area of a picture.

        Parameters
        ----------
        pixels : array of uint8, shape (..., 3)

        Raises
        ------
        InputError
            For a kind of card that is not known, or a card that is burnt out or lost in the dark.
        """
        if kind not in CARDS:
            raise InputError("A card is white or grey; choose one.", "card")
        mean = np.asarray(pixels, dtype=np.float64).reshape(-1, 3).mean(axis=0)
        if mean.max() >= BURNT_FROM:
            raise InputError(
                "The card is burnt out to white in the picture; choose a darker part of it, or a "
                "picture that was exposed less.",
                "card",
            )
        if mean.min() < DARK_BELOW:
            raise InputError(
                "The card is too dark in the picture to tell its light; choose the lit card.",
                "card",
            )
        return cls(kind, _xyz(pixels).mean(axis=0))

    @property
    def adaptation(self) -> Array:
        """Matrix (3, 3) that takes XYZ of the picture to XYZ as under daylight, well exposed."""
        wanted = _BRADFORD @ (white_point() * CARDS[self.kind])
        gain = wanted / (_BRADFORD @ self.xyz)
        return np.asarray(np.linalg.inv(_BRADFORD) @ np.diag(gain) @ _BRADFORD)


@dataclass(frozen=True)
class AreaColour:
    """The average colour of an area.

    Attributes
    ----------
    lab : array, shape (3,)
    spread : float
        Root mean square CIEDE2000 of the area's pixels from the average.
    """

    lab: Array
    spread: float


@dataclass(frozen=True)
class Note:
    """One of a set of notes: its colour, and its share of the picture."""

    lab: Array
    share: float


def _xyz(pixels: Pixels) -> Array:
    """XYZ, shape (n, 3), of pixels of uint8, shape (..., 3)."""
    return xyz_from_srgb(np.asarray(pixels, dtype=np.float64).reshape(-1, 3) / 255)


def labs_of(pixels: Pixels, card: Card | None = None) -> Array:
    """CIELAB, shape (n, 3), of pixels of uint8, shape (..., 3), corrected by a card.

    Parameters
    ----------
    pixels : array, shape (height, width, 3), uint8
        sRGB.
    card : Card or None
        Where a white or grey card lies, which sets light and exposure right.
    """
    return lab_from_xyz(_seen(_xyz(pixels), card))


def lit(pixels: Pixels, card: Card | None) -> Pixels:
    """A picture with its light and exposure set right by a card; as it is where there is none.

    Parameters
    ----------
    pixels : array of uint8, shape (height, width, 3)
        sRGB.
    """
    if card is None:
        return pixels
    shown = np.clip(srgb_from_lab(labs_of(pixels, card)), 0, 1)
    return np.rint(shown * 255).astype(np.uint8).reshape(pixels.shape)


def _seen(xyz: Array, card: Card | None) -> Array:
    return xyz if card is None else np.maximum(xyz @ card.adaptation.T, 0)


def area_colour(pixels: Pixels, card: Card | None = None) -> AreaColour:
    """The average of an area, in light as the eye would blend it, and its spread.

    Parameters
    ----------
    pixels : array of uint8, shape (..., 3)
        At least one.

    Raises
    ------
    InputError
        For an area without a pixel.
    """
    if np.size(pixels) == 0:
        raise InputError("The area lies beside the picture; drag it over what you mean.", "area")
    xyz = _seen(_xyz(pixels), card)
    lab = _within(lab_from_xyz(xyz.mean(axis=0)))
    gaps = delta_e_2000(lab_from_xyz(xyz), lab)
    return AreaColour(lab, float(np.sqrt((gaps**2).mean())))


def notes(pixels: Pixels, count: int, card: Card | None = None) -> list[Note]:
    """The main colours of a picture, dark to light: its pixels clustered in CIELAB.

    Parameters
    ----------
    pixels : array of uint8, shape (..., 3)
    count : int
        2 to 12; a picture of fewer colours has fewer notes.

    Raises
    ------
    InputError
        For a number of notes that cannot be had.
    """
    # Half a second to load, for what few requests need.
    from scipy.cluster.vq import kmeans2

    if not FEWEST_NOTES <= count <= MOST_NOTES:
        raise InputError(f"Ask for {FEWEST_NOTES} to {MOST_NOTES} notes.", "count")
    flat = np.asarray(pixels).reshape(-1, 3)
    xyz = _seen(_xyz(flat[:: max(1, len(flat) // _SAMPLE)]), card)
    labs = lab_from_xyz(xyz)
    count = min(count, len(np.unique(labs.round(3), axis=0)))
    if count == 1:
        return [Note(_within(labs[0]), 1.0)]
    _, member = kmeans2(labs, count, minit="++", rng=np.random.default_rng(_SEED))
    found = [xyz[member == i] for i in range(count)]
    told = [
        Note(_within(lab_from_xyz(of.mean(axis=0))), len(of) / len(xyz)) for of in found if len(of)
    ]
    return sorted(told, key=lambda note: float(note.lab[0]))


def _within(lab: Array) -> Array:
    """A colour held to the lightness that paint can have."""
    return np.append(np.clip(lab[:1], 0, 100), lab[1:])
