"""Pictures of known colours, for the tests."""

import io

import numpy as np
from PIL import Image

from mesotint.colour.srgb import srgb_from_lab

GREY_CARD = (49.5, 0.0, 0.0)
PATCHES = ((25.0, 2.0, -5.0), (45.0, 20.0, 25.0), (70.0, 2.0, 12.0), GREY_CARD)
SIDE = 60


def picture(*labs: tuple[float, float, float]) -> Image.Image:
    """Patches of these colours beside each other."""
    codes = np.rint(srgb_from_lab(np.array(labs or PATCHES)) * 255).astype(np.uint8)
    return Image.fromarray(np.repeat(np.repeat(codes[None], SIDE, 0), SIDE, 1))


def picture_file(form: str = "PNG", **saved: object) -> bytes:
    """A picture as a file."""
    kept = io.BytesIO()
    picture().save(kept, form, **saved)
    return kept.getvalue()
