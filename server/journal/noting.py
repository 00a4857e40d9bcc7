"""How entries come by themselves: from piles, sheets, palettes and tubes, as they are worked with.

What is no mixture of tubes is not noted.
"""

import uuid
from dataclasses import replace
from typing import Any

import numpy as np
from django.dispatch import receiver

from server.journal.services import remark_of_reading
from server.kept.models import NAME_LENGTH
from server.kept.notes import pile_hit, pile_scooped, ticked_off, tube_calibrated
from server.mixtures import keeping
from server.mixtures.models import PASSAGE, PATCH, PILE, KeptMixture, Mixing, Origin
from server.mixtures.origins import Source, made_of, sources_of
from server.mixtures.requests import MOST_IN_MIXTURE, TubeMixture, Viewing
from server.mixtures.services import box_of, paint_of, tubes_of
from server.painters.models import Painter
from server.paintings.answers import request_of as request_of_painting
from server.paintings.models import Painting, Passage
from server.piles.ledger import Ledger
from server.piles.models import Pile, PileEvent
from server.piles.services import to_keep
from server.scales.answers import request_of as request_of_sheet
from server.scales.models import Sheet
from server.tubes.models import Tube
from server.tubes.services import version_of


@receiver(pile_hit)
def _hit(*, pile: Pile, ledger: Ledger, **_: Any) -> None:
    """A pile that has come to its target is noted, under its name."""
    _note_pile(pile, to_keep(ledger, pile, pile.name, came=Mixing.PILE))


@receiver(pile_scooped)
def _scooped(*, event: PileEvent, ledger: Ledger, **_: Any) -> None:
    """What is scooped for use is noted, whether it was what it should be or not."""
    taken, pile = event.volume_ml, event.pile
    _note_pile(pile, to_keep(ledger, pile, pile.name, came=Mixing.SCOOP, volume_ml=taken))


def _note_pile(pile: Pile, told: keeping.ToKeep) -> None:
    source = (PILE, pile.pk)
    told = replace(told, painting=painting_of(source))
    keeping.keep(pile.painter, told, source, uuid.uuid4().hex)


@receiver(tube_calibrated)
def _calibrated(*, tube: Tube, **_: Any) -> None:
    """A tube that was calibrated is noted as it comes out of it now, beside what was read."""
    mixture = TubeMixture.model_validate({"parts": [{"tube": tube.pk}]})
    kept = note(tube.painter, mixture, Viewing(), came=Mixing.TUBE)
    plain = tube.readings.filter(white_parts=0, others=[]).last()
    if plain is not None:
        remark_of_reading(kept, plain.lab, f"reading-{plain.pk}")


@receiver(ticked_off)
def _ticked_off(*, kept: Any, plan: str, **_: Any) -> None:
    """Where every line of a plan is done, all that is on it was mixed."""
    if isinstance(kept, Sheet):
        _painted(kept)
    elif isinstance(kept, Painting):
        _laid_out(kept)


MOST_NOTED = 60
"""Patches of one sheet; a chart of thousands is painted in no session."""


def _painted(sheet: Sheet) -> None:
    asked = request_of_sheet(sheet)
    viewing = Viewing(medium=asked.medium, finish=asked.finish, ground=asked.ground)
    for patch in sheet.all_patches.filter(place__isnull=False).order_by("place")[:MOST_NOTED]:
        shares = made_of((PATCH, patch.pk))
        name = patch.note or f"{sheet.name}, {patch.label}"
        _note_shares(sheet.painter, shares, viewing, name, (PATCH, patch.pk), Mixing.SHEET)


def _laid_out(painting: Painting) -> None:
    asked = request_of_painting(painting)
    viewing = Viewing(medium=asked.medium, finish=asked.finish, ground=asked.ground)
    for passage in painting.all_passages.filter(place__isnull=False):
        shares = made_of((PASSAGE, passage.pk))
        _note_shares(
            painting.painter, shares, viewing, passage.name, (PASSAGE, passage.pk), Mixing.PALETTE
        )


def _note_shares(
    painter: Painter, shares: dict[int, float], viewing: Viewing, name: str, source: Source,
    came: str,
) -> None:  # fmt: skip
    if not 1 <= len(shares) <= MOST_IN_MIXTURE:
        return
    parts = [{"tube": tube, "parts": 100 * share} for tube, share in shares.items() if share > 0]
    mixture = TubeMixture.model_validate({"parts": parts, "name": name[:NAME_LENGTH]})
    note(painter, mixture, viewing, came=came, source=source)


def note(
    painter: Painter,
    mixture: TubeMixture,
    viewing: Viewing,
    *,
    came: str = Mixing.NOTE,
    name: str = "",
    token: str = "",
    source: Source | None = None,
) -> KeptMixture:
    """Note a mixture of tubes.

    Parameters
    ----------
    mixture : TubeMixture
        What it is made of; where it came from is told with it.
    viewing : Viewing
        How it is laid.
    came : str
        How it came to be noted, as `Mixing` has it.
    name : str
        The painter's own; the mixture's, or its colour's words, where there is none.
    token : str
        Sent twice, it is noted once.
    source : tuple of str and int, optional
        The row it is of, where the mixture does not tell.
    """
    box = box_of(painter, [mixture])
    paints, parts, ingredients = [], [], []
    whole = sum(part.parts for part in mixture.parts)
    for part in mixture.parts:
        paint = box.paint(part.tube)
        paints.append(paint)
        parts.append(part.parts)
        ingredients.append(
            keeping.Ingredients(part.tube, paint.name, part.parts / whole, paint.key)
        )
    film = viewing.viewing.reflectance(np.array(parts), paints)
    # An entry's colour is told in daylight, whatever lamp stood over the sheet.
    daylight = viewing.model_copy(update={"light": "D65"})
    lab = daylight.viewing.lab_of_film(film)
    own = name.strip()
    if source is None:
        source = next(iter(sources_of(painter, [mixture])), None)
    told = keeping.ToKeep(
        name=own or mixture.name or paint_of(box, mixture).name,
        named=bool(own),
        came=came,
        lab=lab,
        parts=ingredients,
        data_version=version_of(tubes_of([mixture])),
        viewing=daylight,
        spectrum=film,
        opened=daylight.viewing.opened_lab(np.array(parts), paints),
        painting=painting_of(source),
    )
    return keeping.keep(painter, told, source, token or uuid.uuid4().hex)


def painting_of(source: Source | None) -> int | None:
    """The painting that something is for: a passage's own, or that of the passage a pile was begun
    for."""
    if source is None:
        return None
    kind, key = source
    if kind == PILE:
        rows = Origin.objects.filter(made_kind=PILE, made_key=key, from_kind=PASSAGE)
        key = rows.values_list("from_key", flat=True).first() or 0
    if kind not in (PILE, PASSAGE):
        return None
    return Passage.objects.filter(pk=key).values_list("painting", flat=True).first()
