"""Passages in layers: looked at beside one mixture, and told in the plan of the work."""

from collections.abc import Sequence

import numpy as np
from django.http import Http404

from mesotint.mixing.layers import laid_in_words, layers
from mesotint.paints.library import Paint
from server.kept.looks import looks, swatches
from server.mixtures.requests import TubeMixture
from server.mixtures.services import box_of, in_tubes
from server.painters.models import Painter
from server.paintings.answers import LayersOut
from server.paintings.requests import ComputeLayersIn, PassageIn
from server.tubes.services import PaintBox


def layers_out(painter: Painter, asked: ComputeLayersIn) -> LayersOut:
    """Layers as they look, and the one mixture that comes nearest."""
    told = asked.layers
    box = box_of(painter, [told.under, told.over])
    found = layers(
        _parts(box, told.under), _parts(box, told.over), told.coats, box.paints, asked.viewing
    )
    whole, under, over, single = looks(
        np.stack([found.lab, found.under_lab, found.over_lab, found.single.lab])
    )
    parts = in_tubes(box, found.single.paints, found.single.parts)
    return LayersOut(
        look=whole,
        under=under,
        over=over,
        coats=found.coats.tolist(),
        # Nothing is opened with white that lies in layers: the white test shows it as it is.
        ahead=swatches(found.labs, found.labs),
        laid=laid_in_words(told.coats),
        single=single,
        mixture=None if parts is None else TubeMixture(parts=parts),
        delta_e=found.single.delta_e,
        says=list(found.says),
    )


def _parts(box: PaintBox, mixture: TubeMixture) -> dict[Paint, float]:
    parts: dict[Paint, float] = {}
    for part in mixture.parts:
        paint = box.paint(part.tube)
        parts[paint] = parts.get(paint, 0.0) + part.parts
    return parts


def in_order(passages: Sequence[PassageIn], box: PaintBox) -> list[str]:
    """What a plan says of the passages that are painted in layers: which comes first, and that it
    dries before the next."""
    told = []
    for place, passage in enumerate(passages):
        if passage.layers is None:
            continue
        name = passage.name.strip() or f"passage {place + 1}"
        try:
            under, over = (
                ", ".join(paint.name.lower() for paint in _parts(box, mixture))
                for mixture in (passage.layers.under, passage.layers.over)
            )
        except Http404:
            told.append(
                f"{name}: a tube of its layers is in your studio no longer; choose another."
            )
            continue
        told.append(
            f"{name} in layers: first {under}, opaque, and let it dry; then {over}, "
            f"{laid_in_words(passage.layers.coats)}."
        )
    return told
