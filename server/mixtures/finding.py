"""Mixtures to go on with, from wherever the painter has the colour."""

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.recipe import search
from mesotint.optics.grid import Array
from server.kept.looks import looks
from server.kept.models import NAME_LENGTH
from server.mixtures.answers import FoundMixture
from server.mixtures.origins import found as found_origin
from server.mixtures.origins import made_of
from server.mixtures.requests import MOST_IN_MIXTURE, Origin, SourceIn, TubeMixture, TubePart
from server.mixtures.services import box_of, in_tubes, paint_of
from server.mixtures.targets import found_target, true_hue
from server.painters.models import Painter
from server.tubes.services import PaintBox


def found_mixture(painter: Painter, asked: SourceIn) -> FoundMixture:
    """A mixture of tubes, and how far it is from the colour it is to have."""
    if asked.origin is not None:
        return _told(painter, _from(painter, asked.origin))
    if asked.target is None:
        raise InputError("Say where the mixture comes from.", "mixture")
    if asked.target.kept is not None:
        return _told(painter, _from(painter, Origin(kind="kept", id=asked.target.kept)))
    if asked.target.mixture is not None:
        return _told(painter, asked.target.mixture)
    if asked.target.hue:
        box, found = true_hue(painter, asked.target.hue)
        parts = in_tubes(box, found.paints, found.parts) or []
        return _told(painter, _mixture(parts, asked.target.name.strip() or f"true {found.name}"))
    lab, name = found_target(painter, asked.target)
    box = PaintBox(painter)
    if not box.advised:
        raise InputError("The box is empty; add a tube to mix it from.", "box")
    recipe = search(lab, box.advised).recipes[0]
    parts = in_tubes(box, recipe.paints, recipe.parts) or []
    return _told(painter, _mixture(parts, asked.target.name.strip() or name), lab)


def _from(painter: Painter, origin: Origin) -> TubeMixture:
    """What a patch, a passage, a pile or a kept mixture is made of, back to the tubes."""
    source, name = found_origin(painter, origin)
    parts = [
        TubePart(tube=tube, parts=float(f"{100 * share:.6g}"))
        for tube, share in made_of(source).items()
    ]
    return _mixture(parts, name).model_copy(update={"origin": origin})


def _mixture(parts: list[TubePart], name: str) -> TubeMixture:
    if not 1 <= len(parts) <= MOST_IN_MIXTURE:
        raise InputError(
            f"“{name or 'it'}” is empty, or of paints that are in no tube of yours, or of more "
            f"than {MOST_IN_MIXTURE}; mix it first, or take a simpler one.",
            "mixture",
        )
    return TubeMixture(parts=parts, name=name[:NAME_LENGTH])


def _told(painter: Painter, mixture: TubeMixture, wanted: Array | None = None) -> FoundMixture:
    box = box_of(painter, [mixture])
    lab = DEFAULT_VIEWING.lab(np.ones(1), [paint_of(box, mixture)])
    gap = 0.0 if wanted is None else float(delta_e_2000(lab, wanted))
    return FoundMixture(mixture=mixture, look=looks([lab])[0], delta_e=gap)
