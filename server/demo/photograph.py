"""The demo painter's photograph: a made-up view of the breakers' yard, painted by arithmetic.

It has a grey card in the corner, and was "taken" in a light that is a little warm and dim, so that
the card has something to set right. ``python -m server.demo.photograph`` paints it anew.
"""

from pathlib import Path
from typing import Final

import numpy as np
from PIL import Image

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.srgb import srgb_from_lab
from mesotint.optics.grid import Array

PICTURE: Final = Path(__file__).parent / "low-tide.jpg"
WIDTH: Final = 1200
HEIGHT: Final = 800
CARD: Final = (1040, 1160, 690, 770)
"""Left, right, top and bottom of the grey card, in pixels."""

_LIGHT: Final = np.array([0.86, 0.74, 0.58])
_SEED: Final = 7

FOG, SKY, WATER = (78.0, 4.0, 250.0), (70.0, 6.0, 255.0), (44.0, 9.0, 225.0)
TAR, RUST, RUST_DRY = (22.0, 4.0, 280.0), (38.0, 40.0, 50.0), (50.0, 30.0, 60.0)
MUD, MUD_WET, ROPE, BILL = (
    (42.0, 10.0, 70.0),
    (28.0, 8.0, 60.0),
    (72.0, 14.0, 88.0),
    (58.0, 80.0, 48.0),
)


def _noise(rng: np.random.Generator, across: float, down: float) -> Array:
    """Soft noise between about -1 and 1, shape (HEIGHT, WIDTH)."""
    # The program itself needs the finished picture alone.
    from scipy.ndimage import gaussian_filter

    soft = gaussian_filter(rng.standard_normal((HEIGHT, WIDTH)), (down, across))
    return np.asarray(soft / (2 * soft.std()))


def _blend(lab: Array, colour: tuple[float, float, float], how: Array) -> None:
    """Lay a colour over the picture, as much of it as `how` says, shape (HEIGHT, WIDTH)."""
    lab += np.clip(how, 0, 1)[..., None] * (lab_from_lch(np.array(colour)) - lab)


def painted() -> Image.Image:
    """The picture."""
    from scipy.ndimage import gaussian_filter

    rng = np.random.default_rng(_SEED)
    y, x = np.mgrid[0:HEIGHT, 0:WIDTH].astype(float)
    lab = np.empty((HEIGHT, WIDTH, 3))
    lab[:] = lab_from_lch(np.array(SKY))
    _blend(lab, FOG, np.exp(-(((y - 300) / 130) ** 2)) + 0.15 * _noise(rng, 90, 20))
    shore = 345 + 6 * np.sin(x / 90)
    _blend(lab, WATER, 1 / (1 + np.exp(-(y - shore) / 3)))
    lab[..., 0] += np.where(y > shore, 5 * _noise(rng, 40, 1.5), 0)
    edge = 545 + 22 * np.sin(x / 160 + 1) + 14 * _noise(rng, 60, 60)
    _blend(lab, MUD, 1 / (1 + np.exp(-(y - edge) / 5)))
    _blend(lab, MUD_WET, (y > edge) * (0.6 + 0.9 * _noise(rng, 26, 7)))
    # The hull: tarred, high at the bow, with rust running down from the rail.
    rail = 190 + 70 * ((x - 230) / 560) ** 2 + 0.05 * (x - 230)
    keel = 560 - 45 * ((x - 520) / 330) ** 4
    hull = (1 / (1 + np.exp(-(y - rail) / 1.5))) * (1 / (1 + np.exp((y - keel) / 2)))
    hull *= (x > 205 + 0.18 * (y - 190)) & (x < 880 - 0.3 * (y - 190))
    _blend(lab, TAR, hull)
    lab[..., 0] += hull * 3 * _noise(rng, 60, 2)
    runs = _noise(rng, 7, 110) - 0.1 - (y - rail) / 420
    _blend(lab, RUST, hull * np.clip(3 * runs, 0, 1))
    _blend(lab, RUST_DRY, hull * np.clip(4 * (runs - 0.35), 0, 1) * 0.8)
    # A bleached rope from the rail to the mud, and the bird's bill by the water.
    sag = 215 + (x - 700) * 1.05 + 0.0009 * (x - 700) ** 2
    along = (x > 700) & (x < 1010)
    _blend(lab, ROPE, along * np.exp(-(((y - sag) / 6) ** 2)))
    lab[..., 0] += along * np.exp(-(((y - sag) / 6) ** 2)) * 6 * np.sin((x + y) / 4)
    body = ((x - 150) / 36) ** 2 + ((y - 600) / 20) ** 2 < 1
    head = ((x - 190) / 15) ** 2 + ((y - 578) / 13) ** 2 < 1
    _blend(lab, (14.0, 2.0, 280.0), (body | head).astype(float))
    _blend(lab, BILL, ((x > 203) & (x < 256) & (abs(y - 579 - (x - 203) * 0.08) < 5)).astype(float))
    _blend(lab, BILL, ((abs(x - 146) < 2.5) & (y > 618) & (y < 648)).astype(float))
    lab[..., 0] += 0.8 * rng.standard_normal((HEIGHT, WIDTH))
    left, right, top, bottom = CARD
    lab[top:bottom, left:right] = (49.5, 0.0, 0.0)
    coded = gaussian_filter(srgb_from_lab(lab), (0.6, 0.6, 0))
    linear = np.where(coded <= 0.04045, coded / 12.92, ((coded + 0.055) / 1.055) ** 2.4) * _LIGHT
    taken = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)
    return Image.fromarray(np.rint(taken.clip(0, 1) * 255).astype(np.uint8))


def card_area() -> dict[str, float]:
    """Where its grey card lies, a little inside of its edges, in shares of the picture."""
    left, right, top, bottom = CARD
    return {
        "left": (left + 15) / WIDTH,
        "top": (top + 10) / HEIGHT,
        "width": (right - left - 30) / WIDTH,
        "height": (bottom - top - 20) / HEIGHT,
    }


if __name__ == "__main__":
    painted().save(PICTURE, "JPEG", quality=92)
