"""Mixtures kept under a name, and found again by their colour."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from django.db import transaction

from mesotint.colour.difference import delta_e_2000, farthest_off
from mesotint.optics.grid import Array
from server.kept.looks import looks
from server.mixtures.answers import Ingredient, KeptMixtureOut
from server.mixtures.models import KEPT, KeptMixture, KeptPart
from server.mixtures.origins import Source, set_origins
from server.painters.models import Painter

_FIRST_REACH: Final = 2.0
_FACTOR: Final = 1.6
_FARTHEST: Final = 150.0


@dataclass(frozen=True)
class ToKeep:
    """A mixture to keep: its colour, its parts by tube (none for what thins) with their names,
    adding to 1, and what it was to match."""

    name: str
    lab: Array
    parts: Sequence[tuple[int | None, str, float]]
    data_version: str
    target_name: str = ""
    target: Array | None = None


@transaction.atomic
def keep(painter: Painter, asked: ToKeep, source: Source, token: str) -> KeptMixture:
    """Keep a mixture, and where it came from; sent twice, it is kept once."""
    if known := KeptMixture.objects.filter(painter=painter, token=token).first():
        return known
    lightness, a, b = (float(figure) for figure in asked.lab)
    off = None if asked.target is None else float(delta_e_2000(asked.lab, asked.target))
    kept = KeptMixture.objects.create(
        painter=painter,
        name=asked.name,
        lightness=lightness,
        a=a,
        b=b,
        target_name=asked.target_name,
        delta_e=off,
        data_version=asked.data_version,
        token=token,
    )
    KeptPart.objects.bulk_create(
        KeptPart(mixture=kept, tube_id=tube, label=label, parts=parts)
        for tube, label, parts in asked.parts
    )
    set_origins(painter, {(KEPT, kept.pk): {source}})
    return kept


def lab_of(mixture: KeptMixture) -> Array:
    """The colour of a kept mixture as it was kept."""
    return np.array([mixture.lightness, mixture.a, mixture.b])


def kept_out(mixtures: Iterable[KeptMixture], away: Sequence[float] = ()) -> list[KeptMixtureOut]:
    """Kept mixtures as the API tells them, with how far each is from what was searched."""
    mixtures = list(mixtures)
    return [
        KeptMixtureOut(
            id=mixture.pk,
            title=mixture.name,
            look=look,
            target_name=mixture.target_name,
            delta_e=mixture.delta_e,
            created=mixture.created,
            parts=[
                Ingredient(
                    tube=part.tube_id, label=part.label, volume_ml=part.parts, share=part.parts
                )
                for part in mixture.parts.all()
            ],
            away=away[i] if away else None,
        )
        for i, (mixture, look) in enumerate(
            zip(mixtures, looks([lab_of(each) for each in mixtures]), strict=True)
        )
    ]


def nearest(painter: Painter, lab: Array, count: int) -> list[KeptMixtureOut]:
    """The kept mixtures that are nearest to a colour, by CIEDE2000, nearest first.

    Only so far off in L*, a* and b* can be what is within some CIEDE2000, and the database has an
    index for them; the reach is widened until all that can be nearest are in it.
    """
    mine = KeptMixture.objects.filter(painter=painter, thrown_away=False)
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
    return kept_out([found[pk] for pk in away], list(away.values()))


def _around(middle: float, reach: float) -> tuple[float, float]:
    return float(middle) - reach, float(middle) + reach
