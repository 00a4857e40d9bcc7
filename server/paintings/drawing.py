"""Pictures of paintings as they are drawn: numbered on a sheet, before and after, dotted."""

import io
from collections.abc import Sequence
from typing import Final

import numpy as np
from PIL import Image

from mesotint.colour.comparing import compared
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import srgb_from_lab
from mesotint.colour.words import EYE_TELLS, difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.painted.placing import SheetPicture
from mesotint.pictures import taken
from mesotint.pictures.division import regions
from mesotint.pictures.photograph import area_colour
from mesotint.pictures.recolour import Recolouring
from server.kept.looks import looks
from server.mixtures.services import box_of, paint_of
from server.painters.models import Painter
from server.paintings.answers import (
    DotOut,
)
from server.paintings.divisions import members_in, pieces_in, shows
from server.paintings.models import Division
from server.paintings.requests import DotIn


def sheet_picture(
    kept: Division, numbered: Sequence[tuple[Sequence[int], str]], says: Sequence[str]
) -> SheetPicture | None:
    """The picture of a painting's sheet, numbered in the order that is given: the pieces of each
    passage, and its name. None where the picture may not be shown."""
    if not shows(kept):
        return None
    found = regions(pieces_in(kept), [mine for mine, _ in numbered])
    return SheetPicture(
        taken.pixels(bytes(kept.picture or b"")),
        [(*region.centre, name) for region, (_, name) in zip(found, numbered, strict=True)
         if region.share > 0],
        says,
    )  # fmt: skip


STRIP_PX: Final = 96
"""How high the palette stands below the pictures."""


def before_and_after(kept: Division, members: Sequence[Sequence[int]], labs: Array) -> bytes:
    """A picture as it is and in a painting's mixtures, side by side, with the palette below: a PNG.

    `members` are the pieces of each passage, and `labs` its CIELAB, not a number where it has no
    mixture.
    """
    if not shows(kept):
        raise InputError("Its picture was put away; bring it back first.", "picture")
    pixels = taken.pixels(bytes(kept.picture or b""))
    pieces = pieces_in(kept)
    owner = np.full(len(pieces.labs), -1)
    for place, mine in enumerate(members):
        owner[members_in(pieces, mine)] = place
    after = Recolouring.of(pixels, owner[pieces.labels]).shown(labs)
    both = np.concatenate([pixels, after], axis=1)
    mixed = labs[np.isfinite(labs).all(axis=1)]
    codes = np.rint(np.clip(srgb_from_lab(mixed), 0, 1) * 255).astype(np.uint8)
    # Touching, from edge to edge, in the order of the run.
    at = (np.arange(both.shape[1]) * len(codes)) // both.shape[1]
    strip = np.broadcast_to(codes[at], (STRIP_PX, both.shape[1], 3))
    file = io.BytesIO()
    Image.fromarray(np.concatenate([both, strip])).save(file, "PNG")
    return file.getvalue()


_UNDER_PX: Final = 4
"""How far around a dot the picture is looked at: as wide as a brush touches it."""


def dot_out(painter: Painter, kept: Division, asked: DotIn) -> DotOut:
    """A mixture dotted on a picture, against what lies under it."""
    if not shows(kept):
        raise InputError("Its picture was put away; bring it back first.", "picture")
    pixels = taken.pixels(bytes(kept.picture or b""))
    x, y = (min(int(share * side), side - 1) for share, side in
            ((asked.x, kept.width), (asked.y, kept.height)))  # fmt: skip
    around = pixels[max(0, y - _UNDER_PX) : y + _UNDER_PX + 1,
                    max(0, x - _UNDER_PX) : x + _UNDER_PX + 1]  # fmt: skip
    under = area_colour(around).lab
    box = box_of(painter, [asked.mixture])
    # What the picture shows is known in daylight; under another light the dot is only looked at.
    paint = paint_of(box, asked.mixture)
    lab = Viewing(asked.medium).lab(np.ones(1), [paint])
    off = float(delta_e_2000(lab, under))
    lit_so = Viewing(asked.medium, light=asked.light).lab(np.ones(1), [paint])
    dotted, there = looks(np.stack([lit_so, under]))
    said = compared(lab, under)
    return DotOut(
        look=dotted,
        under=there,
        delta_e=off,
        says=f"{said[0].upper()}{said[1:]}; {difference_in_words(off)}."
        if off >= EYE_TELLS
        else "No eye tells it from what is there.",
    )
