"""Tubes as paints of the core, and how they look."""

from dataclasses import dataclass
from functools import cache

import numpy as np
from django.shortcuts import get_object_or_404

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.mixing.mixture import Appearance, Viewing, appearances
from mesotint.paints.library import WHITE_KEY, Paint, library
from mesotint.paints.table import TINT_WHITE_PARTS
from server.painters.models import Painter
from server.tubes.models import Tube


@dataclass(frozen=True)
class Chip:
    """Masstone and tint of a paint."""

    masstone: Appearance
    tint: Appearance


@cache
def chips() -> dict[str, Chip]:
    """Chips of every paint of the library, in hue order; greys and whites come last."""
    paints = list(library().paints.values())
    white = library().paint(WHITE_KEY)
    viewing = Viewing()
    masstones = np.array([viewing.lab(np.ones(1), [p]) for p in paints])
    opened = np.array([1.0, TINT_WHITE_PARTS])
    tints = np.array([viewing.lab(opened, [p, white]) for p in paints])
    lch = lch_from_lab(tints)
    # The row starts at the yellows and runs through red, violet, blue and green.
    turn = (105 - lch[:, 2]) % 360
    order = sorted(range(len(paints)), key=lambda i: (lch[i, 1] < 4, turn[i]))
    looks = appearances(masstones), appearances(tints)
    return {paints[i].key: Chip(looks[0][i], looks[1][i]) for i in order}


def paint_of(painter: Painter, tube_id: int) -> Paint:
    """The paint in one of a painter's tubes; 404 where it is not theirs."""
    return library().paint(get_object_or_404(Tube, pk=tube_id, painter=painter).paint_key)
