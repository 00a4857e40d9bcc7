"""Taking in a painter's photographs, and reading colours off them.

What comes is somebody's file: it is looked at before it is unpacked, and only its pixels are kept,
turned upright, in sRGB, no larger than is needed to judge a colour.
"""

import io
from typing import Final

import numpy as np
from django.http import HttpRequest
from PIL import Image, ImageCms, ImageOps, UnidentifiedImageError

from mesotint.colour.photograph import AreaColour, Card, Note, area_colour, notes
from mesotint.errors import InputError
from server.painters.models import Painter
from server.piles.models import NAME_LENGTH, Photograph
from server.piles.schemas import AreaIn, CardIn

FORMATS: Final = ("JPEG", "PNG", "WEBP")
MOST_BYTES: Final = 25 * 1024 * 1024
MOST_PIXELS: Final = 80_000_000
KEPT_SIDE: Final = 1400
KEPT_QUALITY: Final = 93
POINT_SIDE: Final = 3
"""Pixels across what a point reads."""

_CHUNK: Final = 64 * 1024
_DRAINED_AT_MOST: Final = 1024 * 1024 * 1024


class TooBig(InputError):
    """A file that is larger than is taken."""


def body_of(request: HttpRequest) -> bytes:
    """The bytes that were sent, read in pieces; what is too much is thrown away as it comes.

    Raises
    ------
    TooBig
        For more than 25 MB. What is still coming is taken off the line first: a browser reads no
        answer while it is still sending.
    """
    kept, read = bytearray(), 0
    while read < _DRAINED_AT_MOST and (piece := request.read(_CHUNK)):
        read += len(piece)
        if read <= MOST_BYTES:
            kept += piece
        else:
            kept.clear()
    if read > MOST_BYTES:
        raise TooBig(
            f"This file is larger than {MOST_BYTES // 2**20} MB; save it smaller, as a "
            "JPEG, and choose it again.",
            "photograph",
        )
    return bytes(kept)


def take_in(painter: Painter, data: bytes, name: str) -> Photograph:
    """Keep a photograph.

    Raises
    ------
    InputError
        For what is no JPEG, PNG or WebP, is damaged, or has more pixels than are unpacked.
    """
    image = _opened(data)
    kept = io.BytesIO()
    # A new picture of the same pixels: place, maker, remarks and thumbnail stay behind.
    image = Image.frombytes("RGB", image.size, image.tobytes())
    image.save(kept, "JPEG", quality=KEPT_QUALITY, subsampling=0)
    return Photograph.objects.create(
        painter=painter,
        name=name.strip()[:NAME_LENGTH] or "Photograph",
        image=kept.getvalue(),
        width=image.width,
        height=image.height,
    )


def _opened(data: bytes) -> Image.Image:
    """A file's picture, upright, in sRGB and of a modest size."""
    if not data:
        raise InputError("The file is empty; choose another one.", "photograph")
    try:
        image = Image.open(io.BytesIO(data), formats=FORMATS)
    except Image.DecompressionBombError:
        raise _too_many_pixels() from None
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError):
        raise InputError(
            "This is no JPEG, PNG or WebP picture, whatever its name says; choose a photograph.",
            "photograph",
        ) from None
    if image.width * image.height > MOST_PIXELS:
        raise _too_many_pixels()
    try:
        # A JPEG is unpacked no larger than is needed.
        image.draft("RGB", (2 * KEPT_SIDE, 2 * KEPT_SIDE))
        image.load()
        profile = image.info.get("icc_profile")
        image = ImageOps.exif_transpose(image)
        image.thumbnail((KEPT_SIDE, KEPT_SIDE))
        return _in_srgb(image, profile)
    except (OSError, ValueError, SyntaxError, MemoryError, EOFError):
        raise InputError(
            "The file breaks off or is damaged; copy it from the camera again.",
            "photograph",
        ) from None


def _too_many_pixels() -> InputError:
    return InputError(
        f"The picture has more than {MOST_PIXELS // 10**6} million pixels; save it smaller and "
        "choose it again.",
        "photograph",
    )


def _in_srgb(image: Image.Image, profile: bytes | None) -> Image.Image:
    """The picture in sRGB on white; a profile that cannot be read counts as sRGB."""
    if image.mode in ("RGBA", "LA", "PA", "P"):
        seen_through = image.convert("RGBA")
        image = Image.new("RGBA", image.size, "white")
        image.alpha_composite(seen_through)
    image = image.convert("RGB")
    if profile:
        try:
            source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
            turned = ImageCms.profileToProfile(image, source, ImageCms.createProfile("sRGB"))
        except (ImageCms.PyCMSError, OSError, ValueError):
            return image
        return turned if turned is not None else image
    return image


def pixels_of(photograph: Photograph) -> np.ndarray:
    """The pixels that were kept, shape (height, width, 3), uint8."""
    return np.asarray(Image.open(io.BytesIO(photograph.image)).convert("RGB"))


def cut(pixels: np.ndarray, area: AreaIn) -> np.ndarray:
    """The pixels of an area; of a point, the few around it."""
    height, width = pixels.shape[:2]

    def span(start: float, extent: float, side: int) -> slice:
        first, last = round(start * side), round(min(start + extent, 1.0) * side)
        if last - first < POINT_SIDE:
            first = min(max(0, (first + last - POINT_SIDE) // 2), max(0, side - POINT_SIDE))
            last = first + POINT_SIDE
        return slice(first, last)

    return pixels[span(area.top, area.height, height), span(area.left, area.width, width)]


def card_of(photograph: Photograph, pixels: np.ndarray) -> Card | None:
    """What the picture's card tells of its light, where it has one."""
    if not photograph.card:
        return None
    return Card.of(photograph.card, cut(pixels, AreaIn(**photograph.card_area)))


def set_card(photograph: Photograph, card: CardIn | None) -> None:
    """Tell where the card lies in a picture, or that there is none."""
    if card is None:
        photograph.card, photograph.card_area = "", None
    else:
        Card.of(card.kind, cut(pixels_of(photograph), card.area))
        photograph.card, photograph.card_area = card.kind, card.area.dict()
    photograph.save(update_fields=["card", "card_area"])


def colour_of(photograph: Photograph, area: AreaIn) -> AreaColour:
    """The colour of an area, in the light its card tells."""
    pixels = pixels_of(photograph)
    return area_colour(cut(pixels, area), card_of(photograph, pixels))


def notes_of(photograph: Photograph, count: int) -> list[Note]:
    """The main colours of a picture, dark to light."""
    pixels = pixels_of(photograph)
    return notes(pixels, count, card_of(photograph, pixels))
