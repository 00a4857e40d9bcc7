"""Paintings kept in the database with the palette they came to, and versions of it."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from django.db import transaction
from django.db.models import QuerySet

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.mixture import appearances
from server.painters.kept import reopened
from server.painters.models import Painter
from server.paintings.answers import PaintingOut, PaintingSummaryOut, PaletteLookOut, VersionOut
from server.paintings.composing import compose, tubes_of
from server.paintings.models import Painting, PaintingTube, Version
from server.paintings.requests import PaintingIn, PaintingMeasureIn, PaintingRequest
from server.scales.ends import look_fields, look_out
from server.scales.keeping import set_ticks, ticks_out
from server.tubes.models import Tube
from server.tubes.services import data_version

FIRST_NAME = "A painting"
MOST_VERSIONS = 50
_SEEN_FROM = 0.05


def mine(painter: Painter) -> QuerySet[Painting]:
    """The painter's paintings on the shelf, newest first."""
    return Painting.objects.filter(painter=painter, thrown_away=False)


def request_of(painting: Painting | Version) -> PaintingRequest:
    """What a kept painting is computed from."""
    return PaintingRequest.model_validate(painting.request)


@transaction.atomic
def keep(painter: Painter, asked: PaintingIn, painting: Painting | None = None) -> Painting:
    """Keep a painting, new or again, finished or not. One that was changed elsewhere meanwhile is
    a `Conflict`."""
    if painting is None:
        painting = Painting(painter=painter)
    else:
        painting = reopened(painting, asked.revision)
        painting.tubes.all().delete()
    # Tubes that are gone stay in the request, where the painter is told of them.
    tubes = Tube.objects.filter(painter=painter, pk__in=tubes_of(asked.request))
    painting.name = asked.name.strip() or FIRST_NAME
    painting.request = asked.request.model_dump(mode="json")
    painting.measure = asked.measure.model_dump(mode="json")
    painting.palette = _palette(painter, asked.request)
    painting.paint_data_version = data_version(tubes)
    painting.save()
    PaintingTube.objects.bulk_create(PaintingTube(painting=painting, tube=tube) for tube in tubes)
    return painting


def _palette(painter: Painter, asked: PaintingRequest) -> list[dict[str, Any]]:
    """What each passage comes to in daylight; nothing while something is still missing."""
    try:
        composed = compose(painter, asked.model_copy(update={"light": "D65"}))
        painting = composed.painting
        shares, after = np.zeros(len(painting.passages)), painting.labs
        if asked.mother is not None:
            mother = composed.mother()
            shares = mother.given(composed.giving(mother))
            after = mother.at(shares)
    except InputError:
        return []
    return [
        {
            "title": passage.name,
            "area": passage.area,
            "share": float(shares[i]),
            "lab": after[i].tolist(),
            "was": painting.labs[i].tolist(),
        }
        for i, passage in enumerate(painting.passages)
    ]


@transaction.atomic
def copy(painting: Painting) -> Painting:
    """The same painting once more, without versions and ticks."""
    tubes = list(painting.tubes.values_list("tube_id", flat=True))
    again = Painting.objects.get(pk=painting.pk)
    again.pk, again.revision = None, 1
    again._state.adding = True
    again.name = f"{painting.name[:112]}, copy"
    again.save()
    PaintingTube.objects.bulk_create(PaintingTube(painting=again, tube_id=tube) for tube in tubes)
    return again


@transaction.atomic
def add_version(painting: Painting, name: str) -> Version:
    """Give the palette a name under which it stays as it is now."""
    painting = Painting.objects.select_for_update().get(pk=painting.pk)
    if not painting.palette:
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
        palette=painting.palette,
    )


def tick(painting: Painting, plan: str, lines: Sequence[int]) -> None:
    """Keep which lines of a plan are done; other plans of the painting keep theirs."""
    with transaction.atomic():
        Painting.objects.select_for_update().get(pk=painting.pk)
        set_ticks(painting.ticks, plan, lines)


def palette_out(palette: Sequence[dict[str, Any]]) -> list[PaletteLookOut]:
    """A kept palette as the API tells it."""
    if not palette:
        return []
    now = appearances(np.array([each["lab"] for each in palette]))
    was = appearances(np.array([each["was"] for each in palette]))
    return [
        PaletteLookOut(
            title=each["title"],
            area=each["area"],
            share=each["share"],
            was=look_out(before),
            **look_fields(after),
        )
        for each, after, before in zip(palette, now, was, strict=True)
    ]


def summary_out(painting: Painting) -> PaintingSummaryOut:
    """A painting as it stands on the shelf."""
    return PaintingSummaryOut(**_head(painting))


def _head(painting: Painting) -> dict[str, Any]:
    return {
        "id": painting.pk,
        "title": painting.name,
        "changed": painting.changed,
        "palette": palette_out(painting.palette),
    }


def painting_out(painting: Painting) -> PaintingOut:
    """A kept painting as the API tells it, from its rows alone."""
    tubes = Tube.objects.filter(pk__in=painting.tubes.values_list("tube_id", flat=True))
    return PaintingOut(
        **_head(painting),
        revision=painting.revision,
        request=request_of(painting),
        measure=PaintingMeasureIn(**painting.measure),
        versions=[version_out(version) for version in painting.versions.filter(thrown_away=False)],
        ticks=ticks_out(painting.ticks),
        current_data=painting.paint_data_version == data_version(tubes),
    )


def _compared(version: Sequence[dict[str, Any]], now: Sequence[dict[str, Any]]) -> str:
    """How a palette differs from the one that is kept now, passage by passage of the same name."""
    here = {each["title"]: each for each in now}
    pairs = [(each, here[each["title"]]) for each in version if each["title"] in here]
    others = len(version) + len(now) - 2 * len(pairs)
    told = []
    if pairs:
        then, since = (
            np.array([each["lab"] for each in side]) for side in zip(*pairs, strict=True)
        )
        gaps = delta_e_2000(then, since)
        areas = np.array([each["area"] for each, _ in pairs])
        mean = float(gaps @ areas / max(areas.sum(), 1e-9))
        worst = int(gaps.argmax())
        if gaps[worst] < _SEEN_FROM:
            told.append("the same as on the bench")
        else:
            most = f"most in “{pairs[worst][0]['title']}” ({gaps[worst]:.1f})"
            told.append(
                f"ΔE {mean:.1f} from the bench over the whole, {difference_in_words(mean)}; {most}"
            )
    if others:
        told.append(f"{others} passage{'s' * (others > 1)} that the other has not")
    return "; ".join(told)


def version_out(version: Version) -> VersionOut:
    """A version as the API tells it, held against the palette that is kept now."""
    return VersionOut(
        id=version.pk,
        title=version.name,
        says=_compared(version.palette, version.painting.palette),
        created=version.created,
        request=request_of(version),
        palette=palette_out(version.palette),
    )
