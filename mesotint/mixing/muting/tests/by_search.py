"""Partners by a search of four hundred shares and the wheel itself, without what ranks them."""

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from mesotint.colour.hues import WHEEL, places
from mesotint.mixing.mixture import Viewing
from mesotint.paints.first_boxes import FIRST_MEDIA
from mesotint.paints.library import Paint, library

_WHITE = library().paint("PW6")
_PLAIN = Viewing()


@dataclass(frozen=True)
class Case:
    """A paint of a box, what each other chromatic tube leaves of chroma with it, and which of them
    are opposite and grey it about as well as the best."""

    box_name: str
    box: list[Paint]
    paint: Paint
    residues: dict[str, float]
    near: frozenset[str]


def _place(paint: Paint) -> int | None:
    """Place of a paint's tint on the wheel of twelve; None for a grey or a black."""
    tint = _PLAIN.lab(np.array([1.0, 10.0]), [paint, _WHITE])
    if np.hypot(*tint[1:]) < 4 or "PBk" in paint.colour_index or "grey" in paint.family:
        return None
    return int(places(np.degrees(np.arctan2(tint[2], tint[1]))))


def _residue(paint: Paint, other: Paint) -> float:
    share = 1 / (1 + np.exp(-np.linspace(-11, 11, 401)))[:, None]
    parts = np.hstack([1 - share, share, np.full_like(share, 4.0)])
    labs = _PLAIN.lab(parts, [paint, other, _WHITE])
    return float(np.hypot(labs[:, 1], labs[:, 2]).min())


def cases() -> Iterator[Case]:
    """Every paint above C* 20 opened, in the whole library and in each usual box."""
    boxes = {"the library": list(library().paints.values())}
    for medium, of in FIRST_MEDIA.items():
        for box in of.boxes:
            boxes[f"{medium}, {box.name}"] = [library().paint(key) for key in box.paints]
    residues: dict[tuple[str, str], float] = {}
    for name, paints in boxes.items():
        places_of = {paint.key: _place(paint) for paint in paints}
        on_wheel = {key: place for key, place in places_of.items() if place is not None}
        for paint in paints:
            opened = _PLAIN.lab(np.array([1.0, 4.0]), [paint, _WHITE])
            here = on_wheel.get(paint.key)
            others = [p for p in paints if p is not paint and p.key in on_wheel]
            if np.hypot(*opened[1:]) <= 20 or here is None or not others:
                continue
            for other in others:
                if (paint.key, other.key) not in residues:
                    residues[paint.key, other.key] = _residue(paint, other)
            left = {p.key: residues[paint.key, p.key] for p in others}
            masstone = np.hypot(*_PLAIN.lab(np.ones(1), [paint])[1:])
            clear_yellow = WHEEL[here].family == "yellow" and masstone > 80
            enough = min(left.values()) + (6.5 if clear_yellow else 4)
            near = frozenset(
                p.key
                for p in others
                if 5 <= (on_wheel[p.key] - here) % 12 <= 7 and left[p.key] <= enough
            )
            yield Case(name, paints, paint, left, near)
