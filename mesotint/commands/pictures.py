"""``mesotint passages``: a photograph divided into passages."""

import argparse
import json
from pathlib import Path

import numpy as np
from PIL import Image

from mesotint.errors import InputError
from mesotint.mixing.mixture import appearances
from mesotint.optics.grid import Pixels
from mesotint.pictures.division import divide, regions
from mesotint.pictures.photograph import Card
from mesotint.pictures.pieces import label_picture, pieces_of, resized
from mesotint.pictures.taken import Area, cut, read_pixels, upright_size


def passages(args: argparse.Namespace) -> None:
    """A photograph's passages, the largest first, with the picture of which pixel is whose."""
    data = _file(args.photograph)
    pixels = read_pixels(data)
    width, height = upright_size(data)
    card = None
    if args.card:
        card = Card.of(args.card_kind, _card(args.card, pixels, width, height))
    pieces = pieces_of(resized(pixels), card)
    of = divide(pieces, args.count)
    found = regions(pieces, [np.flatnonzero(of == place) for place in range(int(of.max()) + 1)])
    if args.labels:
        told = label_picture(pieces, of, height, width)
        try:
            Image.fromarray(told, mode="L").save(args.labels, "PNG")
        except OSError:
            raise InputError(
                f"{args.labels} cannot be written; name a file in a folder of yours.", "labels"
            ) from None
    looks = appearances(np.array([region.lab for region in found]))
    if args.json:
        answer = [
            {
                "name": region.name,
                "share": round(region.share, 5),
                "lab": list(look.lab),
                "munsell": look.munsell,
                "spread": round(region.spread, 2),
                "touches": list(region.touching),
                "accent": region.is_accent,
            }
            for region, look in zip(found, looks, strict=True)
        ]
        print(json.dumps({"passages": answer, "width": width, "height": height}))
        return
    for place, (region, look) in enumerate(zip(found, looks, strict=True)):
        beside = ", ".join(str(other) for other in region.touching) or "nothing"
        print(
            f"{place:2d}  {100 * region.share:5.1f} %  {look.munsell:<14} {region.name}; "
            f"touches {beside}"
        )


def _file(name: str) -> bytes:
    try:
        return Path(name).read_bytes()
    except OSError:
        raise InputError(f"{name} cannot be read; name a photograph.", "photograph") from None


def _card(told: str, pixels: Pixels, width: int, height: int) -> Pixels:
    """The pixels of a card that is told by its place in the upright picture."""
    try:
        left, top, across, down = (float(figure) for figure in told.split(","))
    except ValueError:
        raise InputError(
            f"'{told[:40]}' is no place of a card; give left, top, width and height, such as "
            "120,80,60,40.",
            "card",
        ) from None
    inside = left >= 0 and top >= 0 and across > 0 and down > 0
    if not inside or left + across > width or top + down > height:
        raise InputError(
            f"The card reaches beyond the picture, which is {width} by {height} pixels; give its "
            "place within it.",
            "card",
        )
    area = Area(left / width, top / height, across / width, down / height)
    return cut(pixels, area)
