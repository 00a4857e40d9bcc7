"""Tubes as paints of the core, and how they look."""

from collections.abc import Collection
from dataclasses import dataclass
from functools import cache, cached_property

import numpy as np
from django.db.models import Q
from django.http import Http404

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


class Box:
    """A painter's tubes as paints: those in the box, and some that may be put away."""

    def __init__(self, painter: Painter, named: Collection[int] = ()) -> None:
        wanted = Q(put_away=False) | Q(pk__in=named)
        self.tubes = {tube.pk: tube for tube in Tube.objects.filter(wanted, painter=painter)}

    def paint(self, tube_id: int) -> Paint:
        """The paint in a tube; 404 where it is not the painter's."""
        try:
            return library().paint(self.tubes[tube_id].paint_key)
        except KeyError:
            raise Http404 from None

    @cached_property
    def paints(self) -> list[Paint]:
        """Paints of the tubes that are in the box."""
        return [self.paint(pk) for pk, tube in self.tubes.items() if not tube.put_away]

    @cached_property
    def tube_of(self) -> dict[str, int]:
        """Tube by key of its paint."""
        return {self.paint(pk).key: pk for pk in self.tubes}
