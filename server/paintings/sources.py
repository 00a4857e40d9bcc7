"""Mixtures for passages, from wherever the painter has the colour."""

import numpy as np
from django.shortcuts import get_object_or_404

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, appearances
from mesotint.mixing.recipe import search
from mesotint.optics.grid import Array
from server.painters.models import Painter
from server.paintings.answers import SourceOut
from server.paintings.requests import SourceIn
from server.piles.ledger import Ledger
from server.piles.models import SavedMixture
from server.piles.services import mine as my_pile
from server.piles.targets import found_target
from server.scales.ends import look_out, mixture_of, paint_of
from server.scales.keeping import mine as my_sheets
from server.scales.requests import MOST_IN_MIXTURE, EndIn, TubePart
from server.tubes.services import PaintBox


def found_mixture(painter: Painter, asked: SourceIn) -> SourceOut:
    """A mixture of tubes for a passage, and how far it is from the colour it is to have."""
    if asked.pile is not None:
        return _of_pile(painter, asked.pile)
    if asked.patch is not None:
        return _of_patch(painter, asked.patch.sheet, asked.patch.place)
    if asked.target is None:
        raise InputError("Say where the mixture comes from.", "mixture")
    if asked.target.saved is not None:
        return _of_saved(painter, asked.target.saved)
    if asked.target.mixture is not None:
        return _told(painter, asked.target.mixture)
    lab, name = found_target(painter, asked.target)
    box = PaintBox(painter)
    if not box.paints:
        raise InputError("The box is empty; add a tube to mix it from.", "box")
    recipe = search(lab, box.paints).recipes[0]
    parts = mixture_of(box, recipe.paints, recipe.parts)
    return _told(painter, _end(parts, asked.target.name.strip() or name), lab)


def _end(parts: list[TubePart] | None, name: str) -> EndIn:
    if not parts:
        raise InputError(
            f"“{name or 'it'}” is of paints that are in no tube of yours, or of more than "
            f"{MOST_IN_MIXTURE}; mix a simpler one.",
            "mixture",
        )
    return EndIn(parts=parts, name=name[:120])


def _told(painter: Painter, end: EndIn, wanted: Array | None = None) -> SourceOut:
    box = PaintBox(painter, {part.tube for part in end.parts})
    lab = DEFAULT_VIEWING.lab(np.ones(1), [paint_of(box, end)])
    gap = 0.0 if wanted is None else float(delta_e_2000(lab, wanted))
    return SourceOut(mixture=end, look=look_out(appearances(lab)[0]), delta_e=gap)


def _of_pile(painter: Painter, pile_id: int) -> SourceOut:
    pile = my_pile(painter, pile_id)
    ledger = Ledger(painter, {pile.pk})
    there = ledger.pile(pile.pk)
    if not there.volumes_ml:
        raise InputError(f"“{pile.name}” is empty; mix it first.", "pile")
    # What thins a pile is no paint, and is left out.
    parts = [
        TubePart(tube=part.tube, parts=float(f"{part.volume_ml / there.volume_ml * 100:.6g}"))
        for part in ledger.make_up(there.volumes_ml)
        if part.tube is not None
    ]
    return _told(painter, _end(parts if len(parts) <= MOST_IN_MIXTURE else None, pile.name))


def _of_patch(painter: Painter, sheet_id: int, place: int) -> SourceOut:
    sheet = get_object_or_404(my_sheets(painter), pk=sheet_id)
    patch = get_object_or_404(sheet.patches.prefetch_related("parts"), place=place)
    box = PaintBox(painter, sheet.tubes.values_list("tube_id", flat=True))
    rows = [part for part in patch.parts.all() if part.paint_key in box.tube_of]
    whole = sum(part.exact for part in patch.parts.all())
    if sum(row.exact for row in rows) < whole * (1 - 1e-6):
        raise InputError(
            "This patch is mixed from a mixture; take one that is mixed from tubes.",
            "patch",
        )
    parts = [
        TubePart(tube=box.tube_of[row.paint_key], parts=float(f"{row.exact / whole * 100:.6g}"))
        for row in rows
    ]
    return _told(painter, _end(parts, patch.note or patch.name))


def _of_saved(painter: Painter, mixture_id: int) -> SourceOut:
    saved = get_object_or_404(SavedMixture, pk=mixture_id, painter=painter)
    parts = [
        TubePart(tube=part.tube_id, parts=float(f"{part.parts * 100:.6g}"))
        for part in saved.parts.all()
        if part.tube_id is not None
    ]
    return _told(painter, _end(parts if len(parts) <= MOST_IN_MIXTURE else None, saved.name))
