"""Pictures that paintings begin from: divided, kept, and told region by region."""

import io
from base64 import b64decode
from collections.abc import Sequence
from datetime import timedelta
from typing import Any, Final

import numpy as np
from django.db import transaction
from PIL import Image

from mesotint.errors import InputError
from mesotint.optics.grid import Indices, Pixels
from mesotint.pictures.division import divide, regions, split
from mesotint.pictures.photograph import lit
from mesotint.pictures.pieces import (
    SIDE,
    Pieces,
    labels_as_png,
    labels_from_png,
    pieces_of,
    resized,
)
from mesotint.pictures.taken import small_jpeg
from server.kept import clock
from server.kept.looks import looks
from server.kept.models import Photograph
from server.kept.photographs import card_of, pixels_of
from server.painters.models import Painter
from server.paintings.answers import (
    DividedOut,
    DivisionOut,
    RegionOut,
)
from server.paintings.models import Division, Painting, Version
from server.paintings.requests import MOST_PIECES, DivideIn, RegionsIn

_DAY_H: Final = 24


@transaction.atomic
def make_division(painter: Painter, photograph: Photograph, asked: DivideIn) -> DividedOut:
    """Divide a photograph, and keep its pieces."""
    pixels = resized(pixels_of(photograph))
    card = card_of(photograph, pixels)
    pieces = pieces_of(pixels, card)
    of = divide(pieces, asked.count)
    _forget_unused(painter)
    kept = Division.objects.create(
        painter=painter,
        photograph=photograph,
        width=pixels.shape[1],
        height=pixels.shape[0],
        picture=_jpeg(lit(pixels, card)),
        **pieces_kept(pieces),
    )
    members = [np.flatnonzero(of == place).tolist() for place in range(int(of.max()) + 1)]
    return DividedOut(**division_out(kept).model_dump(), regions=_told(pieces, members))


def division_out(kept: Division) -> DivisionOut:
    """A division as the API tells it."""
    return DivisionOut(
        id=kept.pk,
        width=kept.width,
        height=kept.height,
        photograph=kept.photograph_id,
        there=shows(kept),
    )


def shows(kept: Division) -> bool:
    """Whether its picture may still be shown: not once its photograph is put away."""
    away = kept.photograph is not None and kept.photograph.thrown_away
    return kept.picture is not None and not away


def _forget_unused(painter: Painter) -> None:
    """What was divided and came to no painting is not kept for ever."""
    used = {
        (request.get("picture") or {}).get("division")
        for rows in (Painting.objects.filter(painter=painter),
                     Version.objects.filter(painting__painter=painter))
        for request in rows.values_list("request", flat=True)
    }  # fmt: skip
    old = Division.objects.filter(
        painter=painter, created__lt=clock.now() - timedelta(hours=_DAY_H)
    )
    old.exclude(pk__in=[key for key in used if key]).delete()


def _jpeg(pixels: Pixels) -> bytes:
    return small_jpeg(Image.fromarray(pixels))


def pieces_kept(pieces: Pieces) -> dict[str, Any]:
    """Fields of a division that hold some pieces."""
    return {
        "labels": labels_as_png(pieces.labels),
        "labs": pieces.labs.round(3).tolist(),
        "spreads": pieces.spreads.round(3).tolist(),
    }


def read_division(painter: Painter, told: Any) -> Division:
    """A division from a painting's file, checked as anything that comes in is.

    Raises
    ------
    InputError
        For one that is not as it was exported.
    """
    wrong = InputError("The file's picture is not as it was exported.", "file")
    if not isinstance(told, dict):
        raise wrong
    try:
        labels = labels_from_png(_small(b64decode(told["labels"], validate=True), "PNG"))
        labs = np.array(told["labs"], dtype=np.float64).reshape(-1, 3)
        spreads = np.array(told["spreads"], dtype=np.float64).reshape(-1)
        picture = told.get("picture")
        shown = None if picture is None else _small(b64decode(picture, validate=True), "JPEG")
        size = Image.open(io.BytesIO(shown)).size if shown else labels.shape[::-1]
    except (KeyError, TypeError, ValueError, OSError, SyntaxError):
        raise wrong from None
    count = len(labs)
    if (
        not 0 < count <= MOST_PIECES
        or len(spreads) != count
        or labels.max() >= count
        or not (np.isfinite(labs).all() and np.isfinite(spreads).all())
        or size != labels.shape[::-1]
    ):
        raise wrong
    return Division.objects.create(
        painter=painter,
        width=labels.shape[1],
        height=labels.shape[0],
        picture=None if shown is None else _jpeg(np.asarray(Image.open(io.BytesIO(shown)))),
        **pieces_kept(Pieces(labels, labs, spreads)),
    )


def _small(data: bytes, form: str) -> bytes:
    """A picture's file, once it is known to be no larger than what is divided."""
    with Image.open(io.BytesIO(data), formats=(form,)) as image:
        if max(image.size) > SIDE or image.mode != "RGB":
            raise ValueError(image.size)
        image.load()
    return data


def pieces_in(kept: Division) -> Pieces:
    """The pieces of a division."""
    return Pieces(
        labels_from_png(bytes(kept.labels)),
        np.array(kept.labs, dtype=np.float64).reshape(-1, 3),
        np.array(kept.spreads, dtype=np.float64),
    )


def told_regions(kept: Division, asked: RegionsIn) -> list[RegionOut]:
    """What some regions of a division are; one of them split, where that is asked for."""
    pieces, members = pieces_in(kept), list(asked.regions)
    if asked.split is not None:
        if asked.split >= len(members):
            raise InputError("That passage is gone; choose another one to split.", "split")
        one, other = split(pieces, members_in(pieces, members[asked.split]))
        members[asked.split] = one.tolist()
        members.append(other.tolist())
    return _told(pieces, members)


def members_in(pieces: Pieces, members: Sequence[int]) -> Indices:
    """Pieces of a division that are told to belong together.

    Raises
    ------
    InputError
        For a piece that it has not.
    """
    told = np.array(members, dtype=np.intp)
    if len(told) and told.max() >= len(pieces.labs):
        raise InputError("This division is of another picture; divide it anew.", "pieces")
    return told


def _told(pieces: Pieces, members: Sequence[Sequence[int]]) -> list[RegionOut]:
    found = regions(pieces, members)
    return [
        RegionOut(
            pieces=list(mine),
            area=round(100 * region.share, 3),
            look=look,
            spread=round(region.spread, 2),
            touching=list(region.touching),
            centre=list(region.centre),
            name=region.name,
            accent=region.is_accent,
        )
        for region, mine, look in zip(
            found, members, looks(np.array([region.lab for region in found])), strict=True
        )
    ]
