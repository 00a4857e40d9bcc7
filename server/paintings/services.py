"""Paintings kept with what their passages came to, copied, and versions of them."""

from collections.abc import Collection, Mapping, Sequence
from typing import Any

import numpy as np
from django.db import transaction
from django.db.models import Exists, OuterRef, Q
from django.dispatch import receiver

from mesotint.errors import InputError
from mesotint.optics.grid import Array
from server.kept.notes import kept_changed, restored
from server.kept.services import copied, in_hand, set_tubes
from server.mixtures.models import PASSAGE, TubeShare
from server.mixtures.origins import (
    finds,
    forget_shares,
    set_origins,
    set_shares,
    sources_of,
    take_out,
)
from server.mixtures.requests import Origin as Asked
from server.mixtures.services import shares_of
from server.painters.models import Painter
from server.paintings.answers import palette_of, palette_row, request_of
from server.paintings.composing import Composed, compose, tubes_of
from server.paintings.models import Painting, Passage, Version
from server.paintings.requests import PaintingIn, PaintingRequest, PassageIn
from server.tubes.models import Tube
from server.tubes.services import data_version

FIRST_NAME = "A painting"
MOST_VERSIONS = 50
_TOLD = (
    "place", "name", "area", "share", *Passage.lab.columns, *Passage.was_lab.columns,
)  # fmt: skip


@transaction.atomic
def keep(painter: Painter, asked: PaintingIn, key: int | None = None) -> tuple[Painting, None]:
    """Keep a painting, new or again, finished or not; refused as `in_hand` refuses."""
    painting = in_hand(Painting, painter, asked, key)
    request = _with_keys(asked.request)
    # Tubes that are gone stay in the request, where the painter is told of them.
    tubes = Tube.objects.filter(painter=painter, pk__in=tubes_of(request))
    painting.name = asked.name.strip() or FIRST_NAME
    painting.request = request.model_dump(mode="json")
    painting.measure = asked.measure.model_dump(mode="json")
    painting.paint_data_version = data_version(tubes)
    painting.save()
    set_tubes(painting, [tube.pk for tube in tubes])
    _keep_passages(painting, request)
    kept_changed.send(Painting, kept=painting)
    return painting, None


def _with_keys(asked: PaintingRequest) -> PaintingRequest:
    """A painting whose passages all have keys, each its own."""
    taken: set[str] = set()
    passages = []
    for place, passage in enumerate(asked.passages):
        key = passage.key or f"p{place}"
        while key in taken:
            key = f"{key[:36]}-{place}"
        taken.add(key)
        passages.append(passage.model_copy(update={"key": key}))
    return asked.model_copy(update={"passages": passages})


def _keep_passages(painting: Painting, asked: PaintingRequest) -> None:
    """Write the passages: each keeps its row wherever it stands now."""
    rows, shares = _came_to(painting.painter, asked)
    known = dict(painting.all_passages.values_list("key", "pk"))
    for row in rows:
        row.pk, row.painting = known.get(row.key), painting
    Passage.objects.bulk_create(rows, update_conflicts=True, update_fields=_TOLD)
    wanted = [passage.key for passage in asked.passages]
    if gone := [pk for key, pk in known.items() if key not in wanted]:
        take_out(Passage, PASSAGE, gone)
    known = dict(painting.all_passages.values_list("key", "pk"))
    keys = [known[key] for key in wanted]
    forget_shares(PASSAGE, keys)
    if not shares:
        there = set(painting.tubes.values_list("tube_id", flat=True))
        shares = [_as_asked(passage, there) for passage in asked.passages]
    set_shares(PASSAGE, dict(zip(keys, shares, strict=True)))
    set_origins(
        painting.painter,
        {
            (PASSAGE, pk): sources_of(painting.painter, [p.mixture] if p.mixture else [])
            for pk, p in zip(keys, asked.passages, strict=True)
        },
    )


@finds(PASSAGE)
def _passages(painter: Painter, asked: Sequence[Asked]) -> Mapping[int, str]:
    named = Q()
    for each in asked:
        named |= Q(painting=each.id, key=each.key)
    mine = Passage.objects.filter(named, painting__painter=painter)
    # Those of an earlier version tell what they are of when they are first asked for.
    untold = mine.exclude(
        Exists(TubeShare.objects.filter(kind=PASSAGE, key=OuterRef("pk")))
    ).values("painting")
    for painting in Painting.objects.filter(pk__in=untold):
        _keep_passages(painting, request_of(painting))
    return dict(mine.values_list("pk", "name"))


def palette_from(painter: Painter, asked: PaintingRequest) -> list[dict[str, Any]]:
    """The palette a painting would come to; nothing while something is missing."""
    rows = _came_to(painter, asked)[0]
    return [palette_row(row) for row in rows if row.lab is not None]


def _came_to(
    painter: Painter, asked: PaintingRequest
) -> tuple[list[Passage], list[dict[int, float]]]:
    """Rows of the passages with what each comes to in daylight, and how much of each tube is in
    it; neither colours nor tubes while something is still missing."""
    rows = [
        Passage(key=passage.key, place=place, name=passage.name, area=passage.area)
        for place, passage in enumerate(asked.passages)
    ]
    try:
        composed = compose(painter, asked.model_copy(update={"light": "D65"}))
        before = after = composed.painting
        shares: Array = np.zeros(len(before.passages))
        if asked.mother is not None:
            mother = composed.mother()
            shares = mother.given(composed.giving(mother))
            after = mother.harmonised(shares)
    except InputError:
        return rows, []
    figures = zip(composed.mixed, shares, after.labs, before.labs, strict=True)
    for place, share, lab, was in figures:
        rows[place].share, rows[place].lab, rows[place].was_lab = share, lab, was
    made = composed.spread([_in_tubes(composed, each.mixture) for each in after.passages])
    return rows, [each or {} for each in made]


def _as_asked(passage: PassageIn, there: Collection[int]) -> dict[int, float]:
    """How much of each tube is in a passage as it was asked for, without a mother."""
    amounts: dict[int, float] = {}
    for part in passage.mixture.parts if passage.mixture else ():
        if part.tube in there:
            amounts[part.tube] = amounts.get(part.tube, 0.0) + part.parts
    whole = sum(amounts.values())
    return {tube: amount / whole for tube, amount in amounts.items()}


def _in_tubes(composed: Composed, mixture: Mapping[Any, float]) -> dict[int, float]:
    return shares_of(composed.box, list(mixture), list(mixture.values())) or {}


@transaction.atomic
def copy(painting: Painting) -> Painting:
    """The same painting once more, without versions and ticks."""
    again = copied(painting)
    _keep_passages(again, request_of(again))
    return again


@transaction.atomic
def add_version(painting: Painting, name: str) -> Version:
    """Give the palette a name under which it stays as it is now."""
    painting = Painting.objects.select_for_update().get(pk=painting.pk)
    palette = palette_of(painting)
    if not palette:
        raise InputError("Finish the painting's passages first.", "passages")
    count = painting.versions.filter(thrown_away=False).count()
    if count >= MOST_VERSIONS:
        raise InputError(
            f"{MOST_VERSIONS} versions are kept of a painting; throw one away first.",
            "name",
        )
    return Version.objects.create(
        painting=painting,
        name=name.strip() or f"Version {count + 1}",
        request=painting.request,
        palette=palette,
    )


@receiver(restored)
def _restored(**_: object) -> None:
    for painting in Painting.objects.all():
        tubes_of(request_of(painting))
    for version in Version.objects.all():
        tubes_of(request_of(version))
