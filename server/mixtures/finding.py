"""Mixtures to go on with, from wherever the painter has the colour."""

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.recipe import search
from mesotint.optics.grid import Array
from server.kept.looks import looks
from server.mixtures.answers import FoundMixture
from server.mixtures.given import mixture_from, mixture_of
from server.mixtures.requests import TubeMixture
from server.mixtures.services import box_of, in_tubes, paint_of
from server.mixtures.targets import SourceIn, found_target
from server.painters.models import Painter
from server.tubes.services import PaintBox


def found_mixture(painter: Painter, asked: SourceIn) -> FoundMixture:
    """A mixture of tubes, and how far it is from the colour it is to have."""
    if asked.origin is not None:
        return _told(painter, mixture_from(painter, asked.origin))
    if asked.target is None:
        raise InputError("Say where the mixture comes from.", "mixture")
    name = asked.target.name.strip()
    source, given = asked.target.source
    if mixture := source.mixture(painter, given, name):
        return _told(painter, mixture)
    lab, called = found_target(painter, asked.target)
    box = PaintBox(painter)
    if not box.advised:
        raise InputError("The box is empty; add a tube to mix it from.", "box")
    recipe = search(lab, box.advised).recipes[0]
    parts = in_tubes(box, recipe.paints, recipe.parts) or []
    return _told(painter, mixture_of(parts, name or called), lab)


def _told(painter: Painter, mixture: TubeMixture, wanted: Array | None = None) -> FoundMixture:
    box = box_of(painter, [mixture])
    lab = DEFAULT_VIEWING.lab(np.ones(1), [paint_of(box, mixture)])
    gap = 0.0 if wanted is None else float(delta_e_2000(lab, wanted))
    return FoundMixture(mixture=mixture, look=looks([lab])[0], delta_e=gap)
