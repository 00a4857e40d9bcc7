"""Pictures that come as files: looked at before they are unpacked, and cleaned.

What comes is somebody's file. Only its pixels are kept, turned upright, in sRGB, no larger than is
needed to judge a colour.
"""

import io
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np
import pi_heif
from PIL import Image, ImageCms, ImageOps, UnidentifiedImageError

from mesotint.errors import InputError
from mesotint.optics.grid import Pixels

FORMATS: Final = ("JPEG", "PNG", "WEBP", "HEIF")
"""As Pillow calls them; HEIF is what many phones take, by pi-heif, which decodes and no more."""

MOST_BYTES: Final = 25 * 1024 * 1024
MOST_PIXELS: Final = 80_000_000
KEPT_SIDE: Final = 1400
"""Pixels of the longer side of what is kept: enough to judge a colour by, a fifth of a megabyte."""

KEPT_BYTES: Final = 400_000
"""What is kept is no larger: a picture that is all grain is kept less well, and then smaller."""

_QUALITIES: Final = (93, 88, 82, 74, 64, 50, 35)
READ_SIDE: Final = 3000
"""Pixels of the longer side of what a sheet is read from: ten to a millimetre of a page."""

ORIENTATION: Final = 0x0112
LYING: Final = (5, 6, 7, 8)
"""Exif's tag of how a camera was held, and the ways by which width and height change places."""

POINT_SIDE: Final = 3
"""Pixels across what a point reads."""


@dataclass(frozen=True)
class Picture:
    """A picture that was taken in: a JPEG of its pixels alone, and its size in pixels."""

    data: bytes
    width: int
    height: int


@dataclass(frozen=True)
class Area:
    """An area of a picture, in shares of its width and height; a point has no extent."""

    left: float
    top: float
    width: float = 0.0
    height: float = 0.0


def taken(data: bytes, side: int = KEPT_SIDE) -> Picture:
    """Take a picture in.

    Parameters
    ----------
    data : bytes
        A JPEG, PNG, WebP or HEIC file.
    side : int
        Pixels of the longer side of what is kept.

    Raises
    ------
    InputError
        For what is none of these, is damaged, or has more pixels than are unpacked.
    """
    upright = _opened(data, side)
    # A new picture of the same pixels: place, maker, remarks and thumbnail stay behind.
    image = Image.frombytes("RGB", upright.size, upright.tobytes())
    while len(data := small_jpeg(image)) > KEPT_BYTES:
        image = image.resize((max(1, image.width * 3 // 4), max(1, image.height * 3 // 4)))
    return Picture(data, image.width, image.height)


def small_jpeg(image: Image.Image) -> bytes:
    """A picture as a JPEG, as good as it can be within `KEPT_BYTES`; larger only where even a poor
    one is.

    Parameters
    ----------
    image : Image
        In sRGB, of no more than about `KEPT_SIDE`.
    """
    for quality in _QUALITIES:
        kept = io.BytesIO()
        image.save(kept, "JPEG", quality=quality, subsampling=0)
        if kept.tell() <= KEPT_BYTES:
            break
    return kept.getvalue()


def read_pixels(data: bytes) -> Pixels:
    """The pixels of a file as a sheet is read from them, shape (height, width, 3), uint8.

    Parameters
    ----------
    data : bytes
        A JPEG, PNG, WebP or HEIC file.

    Raises
    ------
    InputError
        As `taken` does.
    """
    if len(data) > MOST_BYTES:
        raise InputError(
            f"The picture is larger than {MOST_BYTES // 2**20} MB; save it smaller, as a JPEG.",
            "photograph",
        )
    return np.asarray(_opened(data, READ_SIDE))


def upright_size(data: bytes) -> tuple[int, int]:
    """Width and height in pixels of a picture as one looks at it, turned upright.

    Parameters
    ----------
    data : bytes
        A file that `read_pixels` reads.
    """
    _with_heif()
    file = Image.open(io.BytesIO(data), formats=FORMATS)
    lies = file.getexif().get(ORIENTATION, 1) in LYING
    return (file.height, file.width) if lies else (file.width, file.height)


def _opened(data: bytes, side: int) -> Image.Image:
    """A file's picture, upright, in sRGB and no larger than that."""
    _with_heif()
    if not data:
        raise InputError("The file is empty; choose another one.", "photograph")
    try:
        file = Image.open(io.BytesIO(data), formats=FORMATS)
    except Image.DecompressionBombError:
        raise _too_many_pixels() from None
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError):
        raise InputError(
            "This is no JPEG, PNG, WebP or HEIC picture, whatever its name says; choose a "
            "photograph.",
            "photograph",
        ) from None
    if file.width * file.height > MOST_PIXELS:
        raise _too_many_pixels()
    try:
        # A JPEG is unpacked no larger than is needed.
        file.draft("RGB", (2 * side, 2 * side))
        file.load()
        profile = file.info.get("icc_profile")
        image = ImageOps.exif_transpose(file)
        image.thumbnail((side, side))
        return _in_srgb(image, profile)
    except (OSError, ValueError, SyntaxError, MemoryError, EOFError):
        raise InputError(
            "The file breaks off or is damaged; copy it from the camera again.",
            "photograph",
        ) from None


@cache
def _with_heif() -> None:
    """Let Pillow know HEIC; once a process, where somebody brings a picture."""
    pi_heif.register_heif_opener()


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


def pixels(data: bytes) -> Pixels:
    """The pixels of a picture that was taken in, shape (height, width, 3), uint8.

    Parameters
    ----------
    data : bytes
        The file as it came.
    """
    return np.asarray(Image.open(io.BytesIO(data)).convert("RGB"))


def cut(pixels: Pixels, area: Area) -> Pixels:
    """The pixels of an area; of a point, the few around it.

    Parameters
    ----------
    pixels : array, shape (height, width, 3), uint8
        sRGB.
    area : Area
        A rectangle or a ring of points, in shares of width and height.
    """
    height, width = pixels.shape[:2]

    def span(start: float, extent: float, side: int) -> slice:
        first, last = round(start * side), round(min(start + extent, 1.0) * side)
        if last - first < POINT_SIDE:
            first = min(max(0, (first + last - POINT_SIDE) // 2), max(0, side - POINT_SIDE))
            last = first + POINT_SIDE
        return slice(first, last)

    return pixels[span(area.top, area.height, height), span(area.left, area.width, width)]
