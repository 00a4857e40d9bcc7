"""Mixtures kept as recipes, and found again by their colour."""

from collections.abc import Iterable
from typing import Final

import numpy as np
from django.db import transaction

from mesotint.colour.difference import delta_e_2000, farthest_off
from mesotint.errors import InputError
from mesotint.mixing.mixture import appearances
from mesotint.optics.grid import Array
from server.painters.models import Painter
from server.piles.ledger import Ledger
from server.piles.models import Pile, SavedMixture, SavedPart
from server.piles.schemas import FoundMixtureOut, IngredientOut, KeepIn, SavedMixtureOut
from server.piles.targets import lab_of, target_lab
from server.scales.ends import look_fields
from server.tubes.services import data_version

_FIRST_REACH: Final = 2.0
_FACTOR: Final = 1.6
_FARTHEST: Final = 150.0


@transaction.atomic
def keep(painter: Painter, pile: Pile, asked: KeepIn) -> SavedMixture:
    """Keep what a pile is made of; sent twice, it is kept once."""
    if known := SavedMixture.objects.filter(painter=painter, token=asked.token).first():
        return known
    ledger = Ledger(painter, {pile.pk})
    there = ledger.pile(pile.pk)
    if there.lab is None:
        raise InputError("The pile is empty; mix something first.", "pile")
    lab, target = there.seen_lab, target_lab(pile)
    made = ledger.make_up(there.volumes_ml)
    kept = SavedMixture.objects.create(
        painter=painter,
        name=asked.name.strip() or pile.name,
        lightness=float(lab[0]),
        a=float(lab[1]),
        b=float(lab[2]),
        target_name=pile.target_name,
        delta_e=None if target is None else float(delta_e_2000(lab, target)),
        data_version=data_version(
            ledger.box.tubes[part.tube] for part in made if part.tube is not None
        ),
        token=asked.token,
    )
    SavedPart.objects.bulk_create(
        SavedPart(
            mixture=kept,
            tube_id=part.tube,
            label=part.paint.name,
            parts=part.volume_ml / there.volume_ml,
        )
        for part in made
    )
    return kept


def colour_of(painter: Painter, pile: Pile) -> Array:
    """The colour a pile is to have, or has where it has no target."""
    lab = target_lab(pile)
    if lab is None:
        lab = Ledger(painter, {pile.pk}).pile(pile.pk).seen_lab
    if lab is None:
        raise InputError("The pile has neither a target nor paint to go by.", "pile")
    return lab


def saved_out(mixtures: Iterable[SavedMixture]) -> list[SavedMixtureOut]:
    """Kept mixtures as the API tells them."""
    mixtures = list(mixtures)
    looks = appearances(np.array([lab_of(each) for each in mixtures])) if mixtures else []
    return [
        SavedMixtureOut(
            id=mixture.pk,
            title=mixture.name,
            target_name=mixture.target_name,
            delta_e=mixture.delta_e,
            created=mixture.created,
            parts=[
                IngredientOut(
                    tube=part.tube_id, label=part.label, volume_ml=part.parts, share=part.parts
                )
                for part in mixture.parts.all()
            ],
            **look_fields(look),
        )
        for mixture, look in zip(mixtures, looks, strict=True)
    ]


def nearest(painter: Painter, lab: Array, count: int) -> list[FoundMixtureOut]:
    """The kept mixtures that are nearest to a colour, by CIEDE2000, nearest first.

    Only so far off in L*, a* and b* can be what is within some CIEDE2000, and the database has an
    index for them; the reach is widened until all that can be nearest are in it.
    """
    mine = SavedMixture.objects.filter(painter=painter, thrown_away=False)
    reach = _FIRST_REACH
    while True:
        light, plane = farthest_off(lab, reach)
        near = mine.filter(lightness__range=_around(lab[0], light))
        if plane < np.inf:
            near = near.filter(a__range=_around(lab[1], plane), b__range=_around(lab[2], plane))
        table = np.array(list(near.order_by().values_list("pk", "lightness", "a", "b")))
        gaps = delta_e_2000(table[:, 1:], lab) if len(table) else np.zeros(0)
        if np.count_nonzero(gaps <= reach) >= count or reach >= _FARTHEST:
            break
        reach *= _FACTOR
    best = np.argsort(gaps, kind="stable")[:count]
    away = {int(table[i, 0]): float(gaps[i]) for i in best.tolist()}
    found = {each.pk: each for each in mine.filter(pk__in=away).prefetch_related("parts")}
    told = saved_out(found[pk] for pk in away)
    return [FoundMixtureOut(away=away[each.id], **each.dict()) for each in told]


def _around(middle: float, reach: float) -> tuple[float, float]:
    return float(middle) - reach, float(middle) + reach
