"""A kept sheet on paper, and as data: PDF and SVG to paint on, PNG, CSV and JSON."""

from collections.abc import Sequence

from django.http import HttpResponse

from mesotint.formats.sheet import SheetData, sheet_csv, sheet_json
from mesotint.painted import placing
from mesotint.painted.layout import SheetLayout
from mesotint.painted.sheet import draw
from mesotint.paints.library import library
from server.kept.downloads import download, layout_file
from server.mixtures.services import (
    amounts_of,
    box_of,
    cautions_of,
    parts_in_words,
    tubes_of,
)
from server.scales.answers import SheetOut, request_of, sheet_out
from server.scales.models import Sheet

WRITTEN = {"csv": sheet_csv, "json": sheet_json}


def layouts_of(sheet: Sheet, size: str) -> list[SheetLayout]:
    """Where everything stands on a kept sheet as it is printed, page by page."""
    return placing.layouts(_printed(sheet_out(sheet)), size)


def answer(sheet: Sheet, form: str, size: str) -> HttpResponse:
    """A kept sheet as a file to download."""
    told = sheet_out(sheet)
    if form == "layout":
        return layout_file(placing.layouts(_printed(told), size), told.name or told.kind)
    data: bytes | str
    data = (
        WRITTEN[form](_data(told))
        if form in WRITTEN
        else draw(_printed(told, _cautions(sheet, told)), form, size)
    )
    return download(data, told.name or told.kind, form)


def _cautions(sheet: Sheet, told: SheetOut) -> list[str]:
    """What is cautioned of the paints of a kept sheet, those that are gone by the library."""
    named = request_of(sheet).asked_for
    box = box_of(sheet.painter, named)
    keys = {part.key for patch in told.patches for part in patch.parts}
    known = library().paints
    paints = [
        box.paint(box.tube_of[key]) if key in box.tube_of else known[key]
        for key in sorted(keys)
        if key in box.tube_of or key in known
    ]
    ingredients = [box.paint(tube) for tube in tubes_of(named) if tube in box.tubes]
    return cautions_of(box, [*paints, *ingredients])


def _printed(sheet: SheetOut, cautions: Sequence[str] = ()) -> placing.Sheet:
    asked, laid = sheet.request, ""
    if asked.chart_kind.laid:
        laid = asked.chart_kind.laid(asked.chart_kind.chosen(asked.options))
    return placing.Sheet(
        name=sheet.name,
        summary=sheet.summary,
        changed=sheet.changed,
        patches=[
            placing.SheetPatch(
                label=patch.label,
                munsell=patch.look.munsell,
                name=patch.look.name,
                srgb=patch.look.srgb,
                in_gamut=patch.look.in_gamut,
                parts=[part.name for part in patch.parts] + [laid]
                if laid
                else parts_in_words(patch.parts),
                note=patch.note,
                # What lies over something else teaches nothing of a mixture of the two.
                amounts={} if laid else amounts_of(patch.parts),
            )
            for patch in sheet.patches
        ],
        columns=sheet.columns,
        # What is one row is printed as one, whatever its kind.
        grid=asked.chart_kind.picture == "cells" or len(sheet.patches) > sheet.columns,
        code=f"sheet/{sheet.id}",
        medium=sheet.request.medium,
        finish=sheet.request.finish,
        ground=sheet.request.ground if sheet.request.medium == "wash" else "",
        cautions=cautions,
    )


def _data(sheet: SheetOut) -> SheetData:
    told = sheet.model_dump(mode="json")
    return SheetData(
        **{name: told[name] for name in ("name", "kind", "summary", "changed", "request")},
        paint_data_version=sheet.paint_data_version,
        patches=[{**patch.pop("look"), **patch} for patch in told["patches"]],
    )
