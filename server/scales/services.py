"""Sheets computed, kept, copied, and their patches found."""

from collections.abc import Mapping, Sequence
from contextlib import suppress

from django.db import transaction
from django.db.models import Q
from django.dispatch import receiver
from django.http import Http404

from mesotint.errors import InputError
from server.kept.notes import kept_changed, restored
from server.kept.services import copied, in_hand, set_tubes
from server.mixtures.models import PATCH, SHEET, Origin, TubeShare
from server.mixtures.origins import (
    finds,
    forget_shares,
    set_origins,
    set_shares,
    sources_of,
    take_out,
)
from server.mixtures.requests import Origin as Asked
from server.mixtures.services import box_of, tubes_of
from server.painters.models import Painter
from server.scales import chart
from server.scales.answers import ChartOut, OpenedOut, request_of, sheet_out
from server.scales.chart_requests import ChartIn
from server.scales.models import Patch, Sheet
from server.scales.patches import Patches, Result
from server.scales.requests import SheetIn
from server.tubes.services import PaintBox, data_version

# How a sheet is looked at until the painter asks for another light.
DAYLIGHT = {"light": "D65", "finish": "satin"}

_TOLD = (
    "place", "label", *Patch.lab.columns, "srgb", "in_gamut", "munsell", "name", "parts",
    "rounding_delta_e", "note",
)  # fmt: skip


def compute(box: PaintBox, asked: ChartIn) -> Patches:
    """The patches of any sheet."""
    return chart.compute(box, asked).made


def shown(painter: Painter, asked: ChartIn) -> ChartOut:
    """A sheet as the screen shows it; nothing of it is kept."""
    return chart.chart_out(chart.compute(box_of(painter, asked.asked_for), asked))


def opened(painter: Painter, sheet: Sheet) -> OpenedOut:
    """A kept sheet, and what it comes to today by daylight.

    Where it cannot be computed any more it opens all the same: the bench asks again, and says why.
    """
    computed = None
    with suppress(InputError, Http404):
        computed = shown(painter, request_of(sheet).model_copy(update=DAYLIGHT))
    return OpenedOut(sheet=sheet_out(sheet), computed=computed)


@transaction.atomic
def keep(painter: Painter, asked: SheetIn, key: int | None = None) -> tuple[Sheet, chart.Computed]:
    """Save a sheet, new or again, and give what it came to; refused as `in_hand` refuses."""
    name = asked.name.strip()
    if not name:
        raise InputError("Give the sheet a name to find it by.", "name")
    sheet = in_hand(Sheet, painter, asked, key)
    new, before = sheet.pk is None, []
    if not new:
        was = request_of(sheet).asked_for
        before = [tubes_of(was), [mixture.origin for mixture in was]]
    box = box_of(painter, asked.request.asked_for)
    computed = chart.compute(box, asked.request)
    result = computed.made.result
    tubes = tubes_of(asked.request.asked_for)
    sheet.kind, sheet.name = asked.request.chart, name
    sheet.request = asked.request.model_dump(mode="json")
    sheet.measure = asked.measure.model_dump(mode="json")
    sheet.summary, sheet.columns = result.summary, result.columns
    sheet.paint_data_version = data_version(box.tubes[tube] for tube in tubes)
    sheet.save()
    # What stays as it was is not written again: a drag is kept in as few queries as there can be.
    now = [tubes, [mixture.origin for mixture in asked.request.asked_for]]
    if now != before:
        set_tubes(sheet, tubes)
        set_origins(painter, {(SHEET, sheet.pk): sources_of(painter, asked.request.asked_for)})
    notes = {note.place: note.text.strip() for note in asked.notes}
    _keep_patches(sheet, result, notes, same_tubes=now[:1] == before[:1], new=new)
    kept_changed.send(Sheet, kept=sheet)
    return sheet, computed


def _keep_patches(
    sheet: Sheet, result: Result, notes: Mapping[int, str], *, same_tubes: bool, new: bool
) -> None:
    """Write the patches in as many rows as there were: each keeps its own."""
    known: dict[int, int] = {}
    if not new:
        known = _places(sheet)
    rows = []
    for place, told in enumerate(result.patches):
        rows.append(
            Patch(
                pk=known.get(place),
                sheet=sheet,
                place=place,
                label=told.label,
                **Patch.lab.values(told.lab),
                srgb=told.srgb,
                in_gamut=told.in_gamut,
                munsell=told.munsell,
                name=told.name,
                parts=[part.model_dump() for part in told.parts],
                rounding_delta_e=told.rounding_delta_e,
                note=notes.get(place, ""),
            )
        )
    Patch.objects.bulk_create(rows, update_conflicts=True, update_fields=_TOLD)
    if gone := [pk for place, pk in known.items() if place >= len(rows)]:
        take_out(Patch, PATCH, gone)
    if len(known) < len(rows):
        # This database gives no keys back for rows that are written together.
        known = _places(sheet)
    if not same_tubes:
        forget_shares(PATCH, list(known.values()))
    used = {tube: 0.0 for told in result.patches for tube in told.shares or {}}
    set_shares(
        PATCH,
        {
            known[place]: {**used, **(told.shares or {})}
            for place, told in enumerate(result.patches)
        },
    )


def _places(sheet: Sheet) -> dict[int, int]:
    """Keys of the rows of a sheet's patches, by their places."""
    rows = sheet.all_patches.filter(place__isnull=False).values_list("place", "pk")
    return {place: pk for place, pk in rows if place is not None}


@finds(PATCH)
def _patches(painter: Painter, asked: Sequence[Asked]) -> Mapping[int, str]:
    places = Q()
    for each in asked:
        places |= Q(sheet=each.id, place=each.place)
    there = Patch.objects.filter(places, sheet__painter=painter)
    return {pk: note or name for pk, note, name in there.values_list("pk", "note", "name")}


@transaction.atomic
def copy(sheet: Sheet) -> Sheet:
    """The same sheet once more, patches and notes as they were saved, ticks left out."""
    again = copied(sheet)
    patches = list(sheet.all_patches.filter(place__isnull=False))
    pks = [patch.pk for patch in patches]
    for patch in patches:
        patch.pk, patch.sheet = None, again
        patch._state.adding = True
    Patch.objects.bulk_create(patches)
    new = dict(again.all_patches.values_list("place", "pk"))
    place_of = {pk: new[patch.place] for pk, patch in zip(pks, patches, strict=True)}
    shares: dict[int, dict[int, float]] = {}
    for key, tube, share in TubeShare.objects.filter(kind=PATCH, key__in=pks).values_list(
        "key", "tube", "share"
    ):
        shares.setdefault(place_of[key], {})[tube] = share
    set_shares(PATCH, shares)
    origins = Origin.objects.filter(made_kind=SHEET, made_key=sheet.pk)
    sources = set(origins.values_list("from_kind", "from_key"))
    set_origins(sheet.painter, {(SHEET, again.pk): sources})
    return again


@receiver(restored)
def _restored(**_: object) -> None:
    for sheet in Sheet.objects.all():
        tubes_of(request_of(sheet).asked_for)
