"""Files of boxes, readings and optics: looked into first, then taken, and given out."""

from dataclasses import replace

import numpy as np
from django.db import transaction
from django.http import HttpResponse
from ninja import UploadedFile

from mesotint.errors import InputError
from mesotint.formats.box import (
    BOX_FILE,
    BoxData,
    TubeData,
    read_box_csv,
    read_box_json,
    read_optics,
    write_box_csv,
    write_optics,
)
from mesotint.formats.cgats import read_cgats, write_cgats
from mesotint.formats.cxf import read_cxf, write_cxf
from mesotint.formats.faults import GREATEST_FILE, Fault, FileFaults
from mesotint.formats.readings import NamedReading
from mesotint.paints import calibration as core
from mesotint.paints.library import library
from server.kept.clock import now
from server.kept.downloads import download
from server.kept.looks import looks
from server.painters.models import Painter
from server.tubes.answers import FoundOpticsOut, FoundReadingOut, FoundTubeOut
from server.tubes.models import Box, RecipePart, Tube
from server.tubes.readings import calibrated, core_reading, keep_readings
from server.tubes.services import (
    PaintBox,
    chips_of,
    keep_calibration,
    labelled_paint,
    paint_in,
)


def drawdowns_of(tube: Tube) -> list[core.Reading]:
    """Readings of the tube alone and with white: a pile's mean nothing without its other tubes."""
    return [core_reading(row) for row in tube.readings.filter(others=[])]


def contents(file: UploadedFile) -> bytes:
    """What an uploaded file holds; a large one is refused before it is read."""
    if (file.size or 0) > GREATEST_FILE:
        size = GREATEST_FILE // 2**20
        raise FileFaults([Fault(0, f"The file is over {size} MB; boxes and readings never are.")])
    data: bytes = file.read()
    return data


def readings_in(file: UploadedFile) -> list[NamedReading]:
    """Readings of a CGATS.17 or a CxF 3 file, told apart by how they begin."""
    data = contents(file)
    return read_cxf(data) if data.lstrip()[:1] == b"<" else read_cgats(data)


def box_in(file: UploadedFile) -> BoxData:
    """A box from JSON or CSV, told apart by how they begin."""
    data = contents(file)
    if data.lstrip()[:1] in (b"{", b"["):
        return read_box_json(data)
    name = (file.name or "").rpartition("/")[2].rpartition(".")[0]
    return read_box_csv(data, name[:120] or "Imported box")


def found_readings(readings: list[NamedReading]) -> list[FoundReadingOut]:
    """Readings of a file, to look at before they are taken."""
    seen = looks([named.reading.lab for named in readings])
    return [
        FoundReadingOut(
            name=named.name,
            white_parts=named.reading.white_parts,
            look=look,
            spectral=named.reading.reflectance is not None,
        )
        for named, look in zip(readings, seen, strict=True)
    ]


Optics = dict[str, tuple[np.ndarray, np.ndarray]]


def optics_in(file: UploadedFile) -> Optics:
    """K and S by key of a file."""
    return read_optics(contents(file))


def _optics_for(tube: Tube, found: Optics) -> str:
    """The key in a file that is meant for a tube: its own, its paint's, or the only one."""
    for key in (f"tube{tube.pk}", tube.paint_key):
        if key in found:
            return key
    if len(found) == 1:
        return next(iter(found))
    raise InputError(
        f"The file has {len(found)} paints, and none of them is this tube's; take one out.", "file"
    )


def found_optics(tube: Tube, found: Optics) -> FoundOpticsOut:
    """A tube as it is, and as a file would make it."""
    key = _optics_for(tube, found)
    before = paint_in(tube)
    absorption, scattering = found[key]
    after = replace(before, absorption=absorption, scattering=scattering)
    was, will_be = chips_of([before, after])
    return FoundOpticsOut(key=key, before=was.masstone, after=will_be.masstone)


def take_optics(tube: Tube, found: Optics) -> None:
    """Let a tube have the K and S of a file; its doubts stay what they were."""
    absorption, scattering = found[_optics_for(tube, found)]
    before = paint_in(tube)
    base, known = labelled_paint(tube), tube.calibration
    kept = core.Calibration(
        paint=replace(before, absorption=absorption, scattering=scattering),
        base_key=tube.paint_key or (base.key if base else known.base_key if known else ""),
        before=(),
        after=(),
        remarks=(),
    )
    keep_calibration(tube, kept, 0)


def found_tubes(box: BoxData) -> list[FoundTubeOut]:
    """Tubes of a file, to look at before they are taken."""
    return [
        FoundTubeOut(label=tube.label, says=_says(tube), readings=len(tube.readings))
        for tube in box.tubes
    ]


def _says(tube: TubeData) -> str:
    if tube.paint:
        return library().paint(tube.paint).name
    if tube.recipe:
        parts = [f"{part:g} {library().paint(key).name}" for key, part in tube.recipe.items()]
        return ", ".join(parts)
    return "known by its readings"


@transaction.atomic
def take_box(painter: Painter, data: BoxData) -> Box:
    """Make a box of a file: all of it, or nothing."""
    box = Box.objects.create(painter=painter, name=data.name)
    for told in data.tubes:
        tube = make_tube(painter, told)
        box.tubes.add(tube)
    return box


def make_tube(painter: Painter, told: TubeData) -> Tube:
    """A tube with its recipe and its readings; readings calibrate it."""
    key = library().paint(told.paint).key if told.paint else ""
    tube = Tube.objects.create(
        painter=painter,
        paint_key=key,
        label=told.label.strip(),
        medium=told.medium,
        finish=told.finish,
        size_ml=told.size_ml,
        left_ml=told.left_ml,
        notes=told.notes,
    )
    RecipePart.objects.bulk_create(
        RecipePart(tube=tube, paint_key=library().paint(paint).key, parts=part)
        for paint, part in told.recipe.items()
    )
    if told.readings:
        keep_readings(tube, list(told.readings), "file")
        found = calibrated(tube)
        keep_calibration(tube, found, len(told.readings))
    return tube


def tube_data(tube: Tube) -> TubeData:
    """A tube as a file knows it."""
    return TubeData(
        label=tube.label or (library().paint(tube.paint_key).name if tube.paint_key else "Tube"),
        paint=tube.paint_key,
        recipe={part.paint_key: part.parts for part in tube.recipe.all()},
        medium=tube.medium,
        finish=tube.finish,
        size_ml=tube.size_ml,
        left_ml=tube.left_ml,
        notes=tube.notes,
        readings=drawdowns_of(tube),
    )


def box_file(name: str, tubes: list[Tube], form: str) -> HttpResponse:
    """A box to download."""
    box = BoxData(name, [tube_data(tube) for tube in tubes])
    written = BOX_FILE.written(box) if form == "json" else write_box_csv(box)
    return download(written.encode(), name, form)


def readings_file(tube: Tube, form: str) -> HttpResponse:
    """A tube's readings to download."""
    name = tube.label or tube.paint_key or "tube"
    readings = [NamedReading(f"{name}, {reading.name}", reading) for reading in drawdowns_of(tube)]
    when = now().isoformat(timespec="seconds").replace("+00:00", "Z")
    data = write_cxf(readings, when) if form == "cxf" else write_cgats(readings, when).encode()
    return download(data, f"{name} readings", form)


def optics_file(painter: Painter) -> HttpResponse:
    """K and S of every tube in use, to download."""
    return download(write_optics(PaintBox(painter).paints).encode(), "optics", "json")
