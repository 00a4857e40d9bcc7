"""Mixtures that are kept: noted once however often they are mixed, and found by their colour."""

import hashlib
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Final

import numpy as np
from django.db import transaction
from django.db.models import QuerySet

from mesotint.colour.difference import delta_e_2000, farthest_off
from mesotint.colour.srgb import hex_from_lab
from mesotint.mixing.sameness import same_mixture
from mesotint.optics.grid import Array
from server.kept import clock
from server.kept.looks import looks
from server.kept.models import NAME_LENGTH
from server.kept.notes import mixture_noted
from server.mixtures.answers import Ingredient, KeptMixtureOut
from server.mixtures.models import KEPT, KeptMixture, KeptPart, Mixing
from server.mixtures.origins import Source, set_origins
from server.mixtures.requests import Viewing
from server.painters.models import Painter
from server.tubes.models import Tube

_FIRST_REACH: Final = 2.0
_FACTOR: Final = 1.6
_FARTHEST: Final = 150.0
_NEAR_L: Final = 2.0
"""No eye fails to tell two colours apart that are farther off than this in L* alone."""


@dataclass(frozen=True)
class Ingredients:
    """What is in a mixture: of each tube, or of what thins it where that is none, its name and its
    share; shares add to 1."""

    tube: int | None
    label: str
    share: float
    paint_key: str = ""


@dataclass(frozen=True)
class ToKeep:
    """A mixture to keep: its colour, what is in it, what it was to match, and how it came about.

    `named` tells whether the name is the painter's own; `spectrum` is the film's reflectance, shape
    (36,), and `opened` CIELAB of it in the white test; `painting` is the key of the one it is for.
    """

    name: str
    lab: Array
    parts: Sequence[Ingredients]
    data_version: str
    target_name: str = ""
    target: Array | None = None
    came: str = Mixing.KEPT
    named: bool = True
    viewing: Viewing = field(default_factory=Viewing)
    volume_ml: float | None = None
    growth: float | None = None
    spectrum: Array | None = None
    opened: Array | None = None
    words: str = ""
    painting: int | None = None


@transaction.atomic
def keep(painter: Painter, asked: ToKeep, source: Source | None, token: str) -> KeptMixture:
    """Keep a mixture, and where it came from; sent twice, it is kept once.

    The same mixture again becomes one more time that it was mixed; what its source has been noted
    for already, as it is, is not noted twice.
    """
    known = KeptMixture.objects.filter(painter=painter, token=token).first()
    if known or (known := _noted(painter, token)):
        return known
    kept = _same(painter, asked)
    again = kept is not None
    if kept is None:
        kept = _new(painter, asked, token)
    elif _of_same(kept, asked, source):
        return kept
    else:
        # What was mixed stays as it was noted; only when and how often is told anew.
        kept.times += 1
        kept.mixed = clock.now()
        if asked.named and not kept.named:
            kept.name, kept.named = asked.name[:NAME_LENGTH], True
        kept.words = f"{kept.words} {asked.name} {asked.words}"
        kept.save(update_fields=["times", "mixed", "name", "named", "words"])
    _mixed(kept, asked, source, token)
    if source:
        others = _sources(kept) if again else set()
        set_origins(painter, {(KEPT, kept.pk): {*others, source}})
    mixture_noted.send(KeptMixture, mixture=kept, again=again)
    return kept


def _noted(painter: Painter, token: str) -> KeptMixture | None:
    row = Mixing.objects.filter(mixture__painter=painter, token=token).first()
    return row.mixture if row else None


def _new(painter: Painter, asked: ToKeep, token: str) -> KeptMixture:
    off = None if asked.target is None else float(delta_e_2000(asked.lab, asked.target))
    kept = KeptMixture.objects.create(
        painter=painter,
        name=asked.name[:NAME_LENGTH],
        named=asked.named,
        medium=asked.viewing.medium,
        finish=asked.viewing.finish,
        ground=asked.viewing.ground,
        **KeptMixture.lab.values(asked.lab),
        spectrum=None if asked.spectrum is None else asked.spectrum.astype("<f4").tobytes(),
        opened_srgb=None if asked.opened is None else hex_from_lab(asked.opened[None])[0][0],
        target_name=asked.target_name[:NAME_LENGTH],
        delta_e=off,
        data_version=asked.data_version,
        made_key=made_key([part.tube for part in asked.parts], asked.viewing),
        words=" ".join(
            [asked.name, asked.target_name, asked.words, *(part.label for part in asked.parts)]
        ),
        token=token,
    )
    tubes = [part.tube for part in asked.parts if part.tube]
    calibrated = dict(Tube.objects.filter(pk__in=tubes).values_list("pk", "calibration"))
    KeptPart.objects.bulk_create(
        KeptPart(
            mixture=kept,
            tube_id=part.tube,
            calibration_id=calibrated.get(part.tube or 0),
            paint_key=part.paint_key[:64],
            label=part.label[:NAME_LENGTH],
            parts=part.share,
        )
        for part in asked.parts
    )
    return kept


def _mixed(kept: KeptMixture, asked: ToKeep, source: Source | None, token: str) -> None:
    Mixing.objects.create(
        mixture=kept,
        came=asked.came,
        source_kind=source[0] if source else "",
        source_key=source[1] if source else None,
        name=asked.name[:NAME_LENGTH],
        volume_ml=asked.volume_ml,
        **Mixing.lab.values(asked.lab),
        **Mixing.target_lab.values(asked.target),
        growth=asked.growth,
        painting=asked.painting,
        token=token,
    )


def _of_same(kept: KeptMixture, asked: ToKeep, source: Source | None) -> bool:
    """Whether this very thing was noted for this mixture already; if so, what it has come to since
    is told there: more of it was scooped, it was kept under a name."""
    if source is None:
        return False
    row = kept.mixings.filter(source_kind=source[0], source_key=source[1]).first()
    if row is None:
        return False
    if asked.volume_ml is not None:
        row.volume_ml = asked.volume_ml
        row.save(update_fields=["volume_ml"])
    if asked.named and not kept.named:
        kept.name, kept.named = asked.name[:NAME_LENGTH], True
        kept.words = f"{kept.words} {asked.name}"
        kept.save(update_fields=["name", "named", "words"])
    return True


def _sources(kept: KeptMixture) -> set[Source]:
    rows = kept.mixings.exclude(source_kind="").values_list("source_kind", "source_key")
    return {(kind, key) for kind, key in rows if kind in ORIGINS and key}


ORIGINS: Final = ("patch", "passage", "pile")
"""Kinds of things that a kept mixture can be told to come from."""


def made_key(tubes: Collection[int | None], viewing: Viewing) -> str:
    """One for mixtures of the same tubes laid in the same way."""
    ground = viewing.ground if viewing.medium == "wash" else ""
    told = f"{viewing.medium} {ground} {sorted(tube or 0 for tube in tubes)}"
    return hashlib.sha1(told.encode(), usedforsecurity=False).hexdigest()


def _same(painter: Painter, asked: ToKeep) -> KeptMixture | None:
    """The mixture as it was mixed before, where it was; the one mixed last, of several."""
    near = KeptMixture.objects.filter(
        painter=painter,
        thrown_away=False,
        made_key=made_key([part.tube for part in asked.parts], asked.viewing),
        lightness__range=_around(asked.lab[0], _NEAR_L),
        a__range=_around(asked.lab[1], 2 * _NEAR_L),
        b__range=_around(asked.lab[2], 2 * _NEAR_L),
    ).order_by("-mixed")
    shares = _shares((part.tube, part.share) for part in asked.parts)
    for kept in near.prefetch_related("parts")[:_MOST_LOOKED_AT]:
        there = _shares((part.tube_id, part.parts) for part in kept.parts.all())
        if same_mixture(shares, there, np.asarray(asked.lab), kept.lab):
            return kept
    return None


_MOST_LOOKED_AT: Final = 24


def _shares(parts: Iterable[tuple[int | None, float]]) -> Mapping[int, float]:
    told: dict[int, float] = {}
    for tube, share in parts:
        told[tube or 0] = told.get(tube or 0, 0.0) + share
    return told


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
            zip(mixtures, looks([each.lab for each in mixtures]), strict=True)
        )
    ]


def nearest(painter: Painter, lab: Array, count: int) -> list[KeptMixtureOut]:
    """The kept mixtures that are nearest to a colour, by CIEDE2000, nearest first."""
    mine = KeptMixture.objects.filter(painter=painter, thrown_away=False)
    keys, gaps = nearest_of(mine, lab, count)
    found = {each.pk: each for each in mine.filter(pk__in=keys).prefetch_related("parts")}
    return kept_out([found[pk] for pk in keys], gaps)


def nearest_of(of: QuerySet[KeptMixture], lab: Array, count: int) -> tuple[list[int], list[float]]:
    """Keys of those of some kept mixtures that are nearest to a colour, and their CIEDE2000.

    Only so far off in L*, a* and b* can be what is within some CIEDE2000, and the database has an
    index for them; the reach is widened until all that can be nearest are in it.
    """
    reach = _FIRST_REACH
    while True:
        light, plane = farthest_off(lab, reach)
        near = of.filter(lightness__range=_around(lab[0], light))
        if plane < np.inf:
            near = near.filter(a__range=_around(lab[1], plane), b__range=_around(lab[2], plane))
        table = np.array(list(near.order_by().values_list("pk", "lightness", "a", "b")))
        gaps = delta_e_2000(table[:, 1:], lab) if len(table) else np.zeros(0)
        if np.count_nonzero(gaps <= reach) >= count or reach >= _FARTHEST:
            break
        reach *= _FACTOR
    best = np.argsort(gaps, kind="stable")[:count].tolist()
    return [int(table[i, 0]) for i in best], [float(gaps[i]) for i in best]


def _around(middle: float, reach: float) -> tuple[float, float]:
    return float(middle) - reach, float(middle) + reach
