"""A painter's photographs: kept, given out, and read."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.srgb import decoded, encoded, xyz_from_srgb
from mesotint.optics.grid import Array, Pixels
from mesotint.painted.card import ReadCard, find_card
from mesotint.pictures import taken
from mesotint.pictures.photograph import Card, Note, area_colour, notes
from server.kept import requests as asked
from server.kept.answers import PhotographOut
from server.kept.models import NAME_LENGTH, Photograph
from server.kept.requests import PhotoArea
from server.painters.models import Painter

PRINTED: Final = "printed"
"""The card of a picture that was found by its markers."""

TOO_BIG = (
    f"This file is larger than {taken.MOST_BYTES // 2**20} MB; save it smaller, as a "
    "JPEG, and choose it again."
)


def take_in(painter: Painter, data: bytes, name: str) -> Photograph:
    """Keep a photograph.

    Raises
    ------
    InputError
        For what is no JPEG, PNG, WebP or HEIC, is damaged, or has more pixels than are unpacked.
    """
    picture = taken.taken(data)
    found = find_card(taken.pixels(picture.data))
    return Photograph.objects.create(
        painter=painter,
        name=name.strip()[:NAME_LENGTH] or "Photograph",
        image=picture.data,
        width=picture.width,
        height=picture.height,
        card=PRINTED if found else "",
        printed=None if found is None else {"tone": found.tone.tolist(),
                                            "white": found.white.tolist()},
    )  # fmt: skip


def photograph_out(found: Photograph) -> PhotographOut:
    """A photograph as the API tells it."""
    area = found.card_area
    return PhotographOut(
        id=found.pk,
        name=found.name,
        width=found.width,
        height=found.height,
        card=found.card,
        card_area=None if area is None else PhotoArea(**area),
    )


def pixels_of(photograph: Photograph) -> Pixels:
    """The pixels that were kept, shape (height, width, 3), uint8."""
    return taken.pixels(bytes(photograph.image))


def card_of(photograph: Photograph, pixels: Pixels) -> Card | None:
    """What the picture's card tells of its light, where it has one."""
    if photograph.card == PRINTED and photograph.printed:
        # Bare paper is as good a white as a white card.
        return Card("white", xyz_from_srgb(encoded(np.array(photograph.printed["white"]))))
    if photograph.card_area is None:
        return None
    area = PhotoArea(**photograph.card_area)
    return Card.of(photograph.card, taken.cut(pixels, area.core))


def set_card(photograph: Photograph, card: asked.Card | None) -> None:
    """Tell where the card lies in a picture, or that there is none."""
    if card is None:
        photograph.card = PRINTED if photograph.printed else ""
        photograph.card_area = None
    else:
        Card.of(card.kind, taken.cut(pixels_of(photograph), card.area.core))
        photograph.card, photograph.card_area = card.kind, card.area.model_dump()
    photograph.save(update_fields=["card", "card_area"])


@dataclass(frozen=True)
class Seen:
    """A colour read off a photograph: CIELAB, the spread of its pixels, and its ± where a printed
    card tells one, both in CIEDE2000."""

    lab: Array
    spread: float
    uncertainty: float | None = None


def colour_of(photograph: Photograph, area: PhotoArea) -> Seen:
    """The colour of an area, in the light its card tells."""
    pixels = pixels_of(photograph)
    if photograph.card == PRINTED and photograph.printed:
        card = ReadCard(*(np.array(photograph.printed[name]) for name in ("tone", "white")))
        cut = taken.cut(pixels, area.core).reshape(-1, 3)
        read = card.colour(encoded(decoded(cut / 255.0).mean(axis=0)))
        return Seen(read.lab, area_colour(cut).spread, read.uncertainty)
    found = area_colour(taken.cut(pixels, area.core), card_of(photograph, pixels))
    return Seen(found.lab, found.spread)


def notes_of(photograph: Photograph, count: int) -> list[Note]:
    """The main colours of a picture, dark to light."""
    pixels = pixels_of(photograph)
    return notes(pixels, count, card_of(photograph, pixels))
