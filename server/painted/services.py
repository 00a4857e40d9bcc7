"""Sheets read back: what they are of, read as a task, and taken over into tubes and journal."""

import re
from collections.abc import Sequence
from typing import Any, Final

import numpy as np
from django.db import transaction
from django.shortcuts import get_object_or_404

from mesotint.colour.lamps import KINDS
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.painted.code import codes_in
from mesotint.painted.layout import SheetLayout
from mesotint.painted.read import read_sheet
from mesotint.painted.remarks import is_right
from mesotint.paints.calibration import Calibration
from mesotint.paints.library import Paint, library
from mesotint.pictures import taken
from server.journal import noting
from server.journal.models import Remark
from server.journal.services import add_remark
from server.kept import clock, tasks
from server.kept.looks import looks
from server.kept.models import Task
from server.mixtures.models import PASSAGE, PATCH, KeptMixture, Mixing
from server.mixtures.origins import Source
from server.mixtures.requests import TubeMixture, Viewing
from server.painted.answers import LearntTube, ReadBackHead, ReadBackOut, ReadBox
from server.painted.models import ReadBack
from server.painted.requests import Taken
from server.painted.results import Result
from server.painters.models import Painter
from server.paintings import paper as palettes
from server.paintings.models import Painting
from server.scales import paper as sheets
from server.scales.models import Sheet
from server.tubes.models import Tube
from server.tubes.services import in_use, keep_calibration, own_key, paint_in

_ENTRY: Final = re.compile(r"/journal/(\d{1,18})$")
_LAYOUTS: Final[dict[str, tuple[Any, Any]]] = {
    ReadBack.SHEET: (Sheet, sheets.layouts_of),
    ReadBack.PAINTING: (Painting, palettes.layouts_of),
}


def painted_thing(painter: Painter, kind: str, key: int) -> Sheet | Painting:
    """What was painted, for its painter alone."""
    model = _LAYOUTS[kind][0]
    found: Sheet | Painting = get_object_or_404(model, pk=key, painter=painter)
    return found


def layout_of(thing: Sheet | Painting, kind: str, page: int, size: str) -> SheetLayout:
    """Where everything stands on one page of a sheet or a palette."""
    pages: Sequence[SheetLayout] = _LAYOUTS[kind][1](thing, size)
    if page > len(pages):
        raise InputError(f"“{thing.name}” has {len(pages)} pages; choose one of them.", "page")
    return pages[page - 1]


def tubes_by_key(thing: Sheet | Painting) -> dict[str, Tube]:
    """The tubes that something is painted with, by every key its paints may have had: its own, and
    then whatever else stands on the desk, such as the white that it is let into."""
    own = [row.tube for row in thing.tubes.select_related("tube__calibration")]
    found: dict[str, Tube] = {}
    for tube in (*own, *in_use(thing.painter).select_related("calibration")):
        found.setdefault(own_key(tube), tube)
        if tube.paint_key:
            found.setdefault(tube.paint_key, tube)
    return found


def _paints(layout: SheetLayout, tubes: dict[str, Tube]) -> dict[str, Paint]:
    keys = dict.fromkeys(key for box in layout.boxes for key in box.parts)
    return {key: paint_in(tubes[key]) if key in tubes else library().paint(key) for key in keys}


def begin(painter: Painter, kind: str, key: int, data: bytes, asked: Taken) -> Task:
    """Keep a photograph of something that was painted, and have it read; the task answers which
    `read_back` it came to."""
    thing = painted_thing(painter, kind, key)
    layout_of(thing, kind, asked.page, asked.size)
    picture = taken.taken(data, taken.READ_SIDE)
    with transaction.atomic():
        row = ReadBack.objects.create(
            painter=painter, kind=kind, key=key, title=thing.name, page=asked.page,
            size=asked.size, light=asked.light, corners=_corners(asked.corners),
            image=picture.data, width=picture.width, height=picture.height,
        )  # fmt: skip
        return tasks.begin(painter, read, {"read_back": row.pk})


def _corners(text: str) -> list[list[float]] | None:
    if not text.strip():
        return None
    try:
        found = [[float(v) for v in pair.split(",")] for pair in text.split(";")]
    except ValueError:
        found = []
    if len(found) != 4 or any(len(pair) != 2 for pair in found):
        raise InputError("Tap the four corners of the sheet.", "corners")
    return found


@tasks.kind("read a sheet")
def read(doing: tasks.Doing) -> tasks.Outcome:
    """Read a photograph of a painted sheet."""
    row = ReadBack.objects.get(pk=doing.asked["read_back"], painter=doing.painter)
    thing = painted_thing(doing.painter, row.kind, row.key)
    layout = layout_of(thing, row.kind, row.page, row.size)
    tubes = tubes_by_key(thing)
    found = read_sheet(
        bytes(row.image), layout, _paints(layout, tubes), row.light, row.corners, doing.tell
    )
    row.result = Result.of(found, layout, tubes).model_dump(mode="json")
    row.save(update_fields=["result"])
    return tasks.Outcome(answer={"read_back": row.pk})


def head_out(row: ReadBack) -> ReadBackHead:
    """A photograph of a painted sheet, as a list has it."""
    return ReadBackHead.model_validate(_head(row))


def _head(row: ReadBack) -> dict[str, Any]:
    return {
        "id": row.pk, "kind": row.kind, "key": row.key, "title": row.title, "page": row.page,
        "created": row.created, "width": row.width, "height": row.height,
    }  # fmt: skip


def read_back_out(row: ReadBack) -> ReadBackOut:
    """What was read off a photograph, box by box; nothing while it is not read."""
    result = None if row.result is None else _result(row)
    boxes, tubes = (result.boxes, result.tubes) if result else ([], [])
    return ReadBackOut(
        **_head(row),
        done=result is not None,
        light=KINDS.get(result.light if result else row.light, ""),
        boxes=[
            ReadBox(
                id=box.id, label=box.label, meant=meant, painted=painted, learnt=learnt,
                delta_e=box.delta_e, spread=box.spread, remark=box.remark,
                right=is_right(box.remark),
                says="" if box.delta_e is None else difference_in_words(box.delta_e),
            )
            for box, meant, painted, learnt in zip(
                boxes,
                looks([box.meant for box in boxes]),
                looks([box.painted for box in boxes]),
                looks([box.learnt for box in boxes]),
                strict=True,
            )
        ],
        tubes=[
            LearntTube(
                key=tube.key, tube=tube.tube, name=tube.name, before=before, after=after,
                doubt_before=tube.doubt_before, doubt=tube.doubt,
            )
            for tube, before, after in zip(
                tubes,
                looks([tube.before for tube in tubes]),
                looks([tube.after for tube in tubes]),
                strict=True,
            )
        ],
        remarks=result.remarks if result else [],
        calibrated=row.calibrated is not None,
        noted=row.noted is not None,
    )  # fmt: skip


def _result(row: ReadBack) -> Result:
    if row.result is None:
        raise InputError("The photograph is not read yet; wait until it is.", "photograph")
    return Result.model_validate(row.result)


@transaction.atomic
def calibrate(row: ReadBack, wanted: Sequence[int]) -> None:
    """Make what a sheet tells of these tubes their own from now on; earlier ones stay."""
    result = _result(row)
    by_tube = {tube.tube: tube for tube in result.tubes if tube.tube is not None}
    boxes = sum(1 for box in result.boxes if box.painted)
    for key in dict.fromkeys(wanted):
        if key not in by_tube:
            raise InputError("That tube is not on this sheet; choose one that is.", "tubes")
        tube = get_object_or_404(Tube, pk=key, painter=row.painter)
        paint = by_tube[key].learnt(paint_in(tube))
        base = tube.paint_key or (tube.calibration.base_key if tube.calibration else paint.key)
        keep_calibration(tube, Calibration(paint, base, (), (), ()), boxes)
    row.calibrated = clock.now()
    row.save(update_fields=["calibrated"])


def _sources(thing: Sheet | Painting) -> dict[str, Source]:
    """The rows that boxes are of: patches by their number on the sheet, passages by their names."""
    if isinstance(thing, Sheet):
        rows = thing.all_patches.filter(place__isnull=False).values_list("place", "pk")
        return {str((place or 0) + 1): (PATCH, pk) for place, pk in rows}
    named = thing.all_passages.filter(place__isnull=False).values_list("name", "pk")
    return {name: (PASSAGE, pk) for name, pk in named}


@transaction.atomic
def note_boxes(row: ReadBack) -> int:
    """Note every box that tells something in the journal, with how it came out; told twice, it is
    noted once."""
    result = _result(row)
    thing = painted_thing(row.painter, row.kind, row.key)
    tubes, sources = tubes_by_key(thing), _sources(thing)
    viewing = Viewing.model_validate(
        {"medium": result.medium, "finish": result.finish,
         **({"ground": result.ground} if result.ground else {})}
    )  # fmt: skip
    count = 0
    for box in result.boxes:
        if box.painted is None or not set(box.parts) <= set(tubes):
            continue
        parts = [{"tube": tubes[key].pk, "parts": part} for key, part in box.parts.items()]
        name = f"{row.title}, {box.label}"[:120]
        token = f"read-{row.pk}-{box.id}"[:40]
        mixture = TubeMixture.model_validate({"parts": parts, "name": name})
        kept = noting.note(
            row.painter, mixture, viewing, came=Mixing.SHEET, token=token,
            source=sources.get(box.id) or sources.get(box.label),
        )  # fmt: skip
        if not kept.remarks.filter(token=token).exists():
            add_remark(kept, Remark.SHEET, np.array(box.painted), box.remark, token)
        count += 1
    row.noted = clock.now()
    row.save(update_fields=["noted"])
    return count


def entry_in(painter: Painter, data: bytes) -> int:
    """The painter's entry whose card is in a picture.

    Raises
    ------
    InputError
        Where no code is seen, or it is of no entry of this painter.
    """
    codes = codes_in(taken.read_pixels(data))
    if not codes:
        raise InputError(
            "No card's code is seen in the picture; take it again, sharp and from nearer.",
            "photograph",
        )
    for code in codes:
        if found := _ENTRY.search(code):
            key = int(found[1])
            if KeptMixture.objects.filter(pk=key, painter=painter).exists():
                return key
    raise InputError("The code is of no entry in this journal.", "photograph")
