"""Sheets kept in the database, and told from its rows alone."""

from collections.abc import Iterable
from typing import Any

import numpy as np
from django.db import transaction
from django.db.models import QuerySet
from pydantic import TypeAdapter

from mesotint.colour.srgb import neutral_hex
from mesotint.errors import InputError
from server.painters.kept import reopened
from server.painters.models import Painter
from server.scales.answers import (
    LookOut,
    SavedPatchOut,
    SheetOut,
    SummaryOut,
    TicksOut,
)
from server.scales.ends import ends_of, part_out
from server.scales.kinds import AnyRequest, compute
from server.scales.made import Made
from server.scales.models import Patch, PatchPart, Sheet, SheetTube
from server.scales.requests import MeasureIn, SheetIn, SheetRequest
from server.tubes.models import Tube
from server.tubes.services import data_version

_REQUESTS: TypeAdapter[AnyRequest] = TypeAdapter(SheetRequest)


def request_of(sheet: Sheet) -> AnyRequest:
    """What a kept sheet was computed from."""
    return _REQUESTS.validate_python(sheet.request)


def measure_of(sheet: Sheet) -> MeasureIn:
    """How its painter measures it."""
    return MeasureIn(**sheet.measure)


@transaction.atomic
def keep(painter: Painter, asked: SheetIn, sheet: Sheet | None = None) -> Sheet:
    """Save a sheet, new or again. One that was changed elsewhere meanwhile is a `Conflict`."""
    name = asked.name.strip()
    if not name:
        raise InputError("Give the sheet a name to find it by.", "name")
    made = compute(painter, asked.request)
    if sheet is None:
        sheet = Sheet(painter=painter)
    else:
        sheet = reopened(sheet, asked.revision)
        sheet.patches.all().delete()
        sheet.tubes.all().delete()
    sheet.kind, sheet.name = asked.request.kind, name
    sheet.request = asked.request.model_dump(mode="json")
    sheet.measure = asked.measure.model_dump(mode="json")
    sheet.summary, sheet.columns = made.summary, made.columns
    tubes = {part.tube for end in ends_of(asked.request) for part in end.parts}
    sheet.paint_data_version = _version(tubes)
    sheet.save()
    SheetTube.objects.bulk_create(SheetTube(sheet=sheet, tube_id=tube) for tube in tubes)
    _keep_patches(sheet, made, {note.place: note.text.strip() for note in asked.notes})
    return sheet


def _version(tubes: Iterable[int]) -> str:
    return data_version(Tube.objects.filter(pk__in=list(tubes)))


def _keep_patches(sheet: Sheet, made: Made, notes: dict[int, str]) -> None:
    rows = []
    for place, (label, patch) in enumerate(zip(made.labels, made.patches, strict=True)):
        look = patch.appearance
        lightness, a, b = look.lab
        rows.append(
            Patch(
                sheet=sheet,
                place=place,
                label=label[:120],
                lightness=lightness,
                a=a,
                b=b,
                srgb=look.srgb,
                in_gamut=look.in_gamut,
                munsell=look.munsell,
                name=look.name,
                rounding_delta_e=patch.whole.cost_delta_e,
                note=notes.get(place, ""),
            )
        )
    # MariaDB gives no keys back for rows inserted in bulk by this backend, so they are read again.
    Patch.objects.bulk_create(rows)
    kept = dict(sheet.patches.values_list("place", "pk"))
    PatchPart.objects.bulk_create(
        PatchPart(
            patch_id=kept[place],
            paint_key=paint.key[:200],
            paint_name=paint.name[:200],
            exact=exact,
            whole=whole,
            touch=of,
        )
        for place, patch in enumerate(made.patches)
        for paint, exact, whole, of in zip(
            made.paints, patch.parts, patch.whole.parts, patch.whole.touches, strict=True
        )
        if exact > 0
    )


@transaction.atomic
def copy(sheet: Sheet) -> Sheet:
    """The same sheet once more, patches and notes as they were saved, ticks left out."""
    patches = list(sheet.patches.prefetch_related("parts"))
    tubes = list(sheet.tubes.values_list("tube_id", flat=True))
    again = Sheet.objects.get(pk=sheet.pk)
    again.pk, again.revision = None, 1
    again._state.adding = True
    again.name = f"{sheet.name[:112]}, copy"
    again.save()
    SheetTube.objects.bulk_create(SheetTube(sheet=again, tube_id=tube) for tube in tubes)
    for patch in patches:
        parts = list(patch.parts.all())
        patch.pk, patch.sheet = None, again
        patch._state.adding = True
        patch.save()
        for part in parts:
            part.pk, part.patch = None, patch
        PatchPart.objects.bulk_create(parts)
    return again


def tick(sheet: Sheet, plan: str, lines: list[int]) -> None:
    """Keep which lines of a plan are done; other plans of the sheet keep theirs."""
    with transaction.atomic():
        # One after another, so that two windows do not both add the same line.
        Sheet.objects.select_for_update().get(pk=sheet.pk)
        set_ticks(sheet.ticks, plan, lines)


def set_ticks(ticks: Any, plan: str, lines: Iterable[int]) -> None:
    """Make these lines of a plan the ticked ones, among the rows of whoever has the plan."""
    wanted, done = set(lines), ticks.filter(plan=plan)
    done.exclude(line__in=wanted).delete()
    for line in sorted(wanted - set(done.values_list("line", flat=True))):
        ticks.create(plan=plan, line=line)


def ticks_out(ticks: Any) -> list[TicksOut]:
    """Ticked lines by plan, as the API tells them."""
    told: dict[str, list[int]] = {}
    for plan, line in ticks.values_list("plan", "line").order_by("line"):
        told.setdefault(plan, []).append(line)
    return [TicksOut(plan=plan, lines=lines) for plan, lines in told.items()]


def mine(painter: Painter) -> QuerySet[Sheet]:
    """The painter's sheets on the shelf, newest first."""
    return Sheet.objects.filter(painter=painter, thrown_away=False)


def summary_out(sheet: Sheet) -> SummaryOut:
    """A sheet as it stands on the shelf; its patches are to be fetched along."""
    return SummaryOut(**_head(sheet), patches=_looks(list(sheet.patches.all())))


def _head(sheet: Sheet) -> dict[str, object]:
    return {
        "id": sheet.pk,
        "kind": sheet.kind,
        "name": sheet.name,
        "changed": sheet.changed,
        "summary": sheet.summary,
        "columns": sheet.columns,
    }


def _looks(patches: list[Patch]) -> list[LookOut]:
    values = neutral_hex(np.array([patch.lightness for patch in patches]))
    return [
        LookOut(
            lab=[patch.lightness, patch.a, patch.b],
            munsell=patch.munsell,
            name=patch.name,
            srgb=patch.srgb,
            value_srgb=value,
            in_gamut=patch.in_gamut,
        )
        for patch, value in zip(patches, values, strict=True)
    ]


def sheet_out(sheet: Sheet) -> SheetOut:
    """A saved sheet as the API tells it, from its rows alone."""
    patches = list(sheet.patches.prefetch_related("parts"))
    return SheetOut(
        **_head(sheet),
        revision=sheet.revision,
        request=request_of(sheet),
        measure=measure_of(sheet),
        patches=[
            SavedPatchOut(
                **look.model_dump(),
                label=patch.label,
                parts=[
                    part_out(part.paint_key, part.paint_name, part.exact, part.whole, part.touch)
                    for part in patch.parts.all()
                ],
                rounding_delta_e=patch.rounding_delta_e,
                note=patch.note,
            )
            for patch, look in zip(patches, _looks(patches), strict=True)
        ],
        ticks=ticks_out(sheet.ticks),
        paint_data_version=sheet.paint_data_version,
        current_data=sheet.paint_data_version
        == _version(sheet.tubes.values_list("tube_id", flat=True)),
    )
