"""Colours to hit, wherever they come from."""

import numpy as np
from django.shortcuts import get_object_or_404

from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.mud import random_mud
from mesotint.mixing.true_hues import TrueHue, angle_of, true_hues
from mesotint.optics.grid import Array
from server.kept.models import Photograph
from server.kept.photographs import colour_of
from server.mixtures.keeping import lab_of
from server.mixtures.models import KeptMixture
from server.mixtures.requests import Target
from server.mixtures.services import box_of, paint_of
from server.painters.models import Painter
from server.tubes.readings import colour_typed
from server.tubes.services import PaintBox


def true_hue(painter: Painter, hue: str) -> tuple[PaintBox, TrueHue]:
    """A hue of the wheel as the tubes on the desk mix it true."""
    box = PaintBox(painter)
    (found,) = true_hues([(hue, angle_of(hue))], box.advised)
    if not found.is_reached:
        raise InputError(f"{found.says} Add a tube nearer to it.", "hue")
    return box, found


def found_target(painter: Painter, asked: Target) -> tuple[Array, str]:
    """The colour a target asks for, and what to call it; an empty word where nothing tells."""
    if asked.mixture is not None:
        paint = paint_of(box_of(painter, [asked.mixture]), asked.mixture)
        return DEFAULT_VIEWING.lab(np.ones(1), [paint]), ""
    if asked.kept is not None:
        kept = get_object_or_404(KeptMixture, pk=asked.kept, painter=painter)
        return lab_of(kept), kept.name
    if asked.photo is not None:
        photo = get_object_or_404(Photograph, pk=asked.photo.photograph, painter=painter)
        return colour_of(photo, asked.photo.area).lab, ""
    if asked.hue:
        return true_hue(painter, asked.hue)[1].lab, asked.hue
    if asked.mud:
        return random_mud(PaintBox(painter).paints, np.random.default_rng()).lab, "random mud"
    if asked.colour.strip():
        return colour_typed(asked.colour), ""
    raise InputError("Write a colour, as 5YR 4/2, 45 8 12 or #8a7f72.", "target")
