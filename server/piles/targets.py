"""Colours to hit, wherever they come from."""

import numpy as np
from django.shortcuts import get_object_or_404

from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, appearances
from mesotint.mixing.mud import random_mud
from mesotint.optics.grid import Array
from server.painters.models import Painter
from server.piles.models import Photograph, Pile, SavedMixture
from server.piles.photographs import colour_of
from server.piles.schemas import TargetIn
from server.scales.ends import paint_of
from server.tubes.measuring import colour_typed
from server.tubes.services import PaintBox


def target_lab(pile: Pile) -> Array | None:
    """CIELAB of a pile's target, where it has one."""
    if pile.target_lightness is None:
        return None
    return np.array([pile.target_lightness, pile.target_a, pile.target_b])


def lab_of(mixture: SavedMixture) -> Array:
    """The colour of a kept mixture as it was kept."""
    return np.array([mixture.lightness, mixture.a, mixture.b])


def set_target(pile: Pile, painter: Painter, asked: TargetIn) -> None:
    """Give a pile a colour to hit, under its name or what it is from."""
    lab, name = found_target(painter, asked)
    set_lab(pile, lab, asked.name.strip() or name)


def set_lab(pile: Pile, lab: Array, name: str) -> None:
    """Give a pile a colour to hit."""
    pile.target_lightness, pile.target_a, pile.target_b = (float(v) for v in lab)
    pile.target_name = name or appearances(lab)[0].name


def found_target(painter: Painter, asked: TargetIn) -> tuple[Array, str]:
    """The colour a target asks for, and what to call it; an empty word where nothing tells."""
    if asked.mixture is not None:
        box = PaintBox(painter, {part.tube for part in asked.mixture.parts})
        return DEFAULT_VIEWING.lab(np.ones(1), [paint_of(box, asked.mixture)]), ""
    if asked.saved is not None:
        saved = get_object_or_404(SavedMixture, pk=asked.saved, painter=painter)
        return lab_of(saved), saved.name
    if asked.photo is not None:
        photo = get_object_or_404(Photograph, pk=asked.photo.photograph, painter=painter)
        return colour_of(photo, asked.photo.area).lab, ""
    if asked.mud:
        return random_mud(PaintBox(painter).paints, np.random.default_rng()).lab, "random mud"
    if asked.colour.strip():
        return colour_typed(asked.colour), ""
    raise InputError("Write a colour, as 5YR 4/2, 45 8 12 or #8a7f72.", "target")
