"""The paint library, the painter's tubes and boxes, the instrument, and files of all of them."""

from typing import Annotated, Literal

from django.db import transaction
from django.db.models import Count, QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Router, Status, UploadedFile
from pydantic import Field

from mesotint.colour.munsell import lightness_of_value
from mesotint.errors import InputError
from mesotint.formats.box import BOX_FILE, TubeData, checked_tube
from mesotint.mixing.reach import reach
from mesotint.paints.calibration import Reading as CoreReading
from mesotint.paints.library import library
from server.kept import clock
from server.painters.requests import SignedIn
from server.tubes import files, instrument, readings
from server.tubes.answers import (
    BoxesOut,
    BoxOut,
    CalibrationOut,
    FoundOpticsOut,
    FoundReadingOut,
    FoundTubeOut,
    InstrumentOut,
    PaintOut,
    ReachOut,
    ReadingOut,
    TubeDetailOut,
    TubeOut,
    calibration_out,
    instrument_out,
    paint_out,
    readings_out,
    tube_detail,
    tubes_out,
)
from server.tubes.models import Box, Tube
from server.tubes.requests import (
    BoxIn,
    DeskIn,
    DrawdownIn,
    ReadingIn,
    SeveralTubes,
    TubeChange,
    TubeIn,
)
from server.tubes.services import PaintBox, chips, in_use, keep_calibration, set_calibration

router = Router(tags=["tubes"])


def _mine(request: SignedIn, tube_id: int) -> Tube:
    tubes = Tube.objects.select_related("calibration")
    return get_object_or_404(tubes, pk=tube_id, painter=request.user)


def _listed(tubes: QuerySet[Tube]) -> list[Tube]:
    counted = tubes.annotate(reading_count=Count("readings"))
    return list(counted.select_related("calibration").prefetch_related("recipe"))


@router.get("/paints", response=list[PaintOut])
def paints(request: SignedIn) -> list[PaintOut]:
    """All paints of the library, in hue order."""
    return [paint_out(library().paint(key), chip) for key, chip in chips().items()]


@router.get("/tubes", response=list[TubeOut])
def tubes(request: SignedIn, which: Literal["use", "all", "away"] = "use") -> list[TubeOut]:
    """The tubes in use, all that are not put away, or those that are; in hue order."""
    if which == "use":
        return tubes_out(_listed(in_use(request.user)))
    away = which == "away"
    return tubes_out(_listed(Tube.objects.filter(painter=request.user, put_away=away)))


@router.post("/tubes", response={201: TubeOut})
@transaction.atomic
def add_tube(request: SignedIn, payload: TubeIn) -> Status[TubeOut]:
    """Put a tube in the box on the desk."""
    return Status(201, tubes_out([_added(request, payload)])[0])


@router.post("/tubes/several", response={201: list[TubeOut]})
@transaction.atomic
def add_tubes(request: SignedIn, payload: SeveralTubes) -> Status[list[TubeOut]]:
    """Put several tubes in the box on the desk: all of them, or none."""
    return Status(201, tubes_out([_added(request, each) for each in payload.tubes]))


def _added(request: SignedIn, payload: TubeIn) -> Tube:
    """A tube, with what was read of it, on the desk."""
    read = [
        CoreReading(reading.white_parts, readings.colour_typed(reading.colour))
        for reading in payload.readings
    ]
    told = TubeData(
        label=payload.label.strip(),
        paint=payload.paint_key,
        recipe={part.paint_key: part.parts for part in payload.recipe},
        medium=payload.medium,
        finish=payload.finish,
        size_ml=payload.size_ml,
        left_ml=payload.left_ml if payload.left_ml is not None else payload.size_ml,
        notes=payload.notes,
        readings=read,
    )
    if not told.label and told.paint:
        # A library tube goes by its paint's name until the painter gives it another.
        library().paint(told.paint)
    else:
        checked_tube(told)
    tube = files.make_tube(request.user, told)
    desk = instrument.desk_of(request.user)
    if desk.box is not None:
        desk.box.tubes.add(tube)
    return tube


@router.get("/tubes/{int:tube_id}", response=TubeDetailOut)
def tube(request: SignedIn, tube_id: int) -> TubeDetailOut:
    """One tube, and what it really is."""
    return tube_detail(_mine(request, tube_id))


@router.patch("/tubes/{int:tube_id}", response=TubeDetailOut)
def change_tube(request: SignedIn, tube_id: int, payload: TubeChange) -> TubeDetailOut:
    """Change what is written on a tube, and how much is left in it."""
    found = _mine(request, tube_id)
    changed = payload.dict(exclude_unset=True)
    for name, value in changed.items():
        if value is None and name not in ("size_ml", "left_ml"):
            raise InputError(f"Leave out “{name.replace('_', ' ')}”, or give it a value.", name)
        setattr(found, name, value.strip() if name == "label" else value)
    if "left_ml" in changed:
        found.left_at = clock.now()
    found.save(update_fields=[*changed, "left_at"])
    return tube_detail(found)


@router.delete("/tubes/{int:tube_id}", response={204: None})
def put_away(request: SignedIn, tube_id: int) -> Status[None]:
    """Put a tube away; sheets made with it keep it, and it can be brought back."""
    return _set_away(request, tube_id, True)


@router.post("/tubes/{int:tube_id}/restore", response={204: None})
def bring_back(request: SignedIn, tube_id: int) -> Status[None]:
    """Bring a tube back that was put away."""
    return _set_away(request, tube_id, False)


def _set_away(request: SignedIn, tube_id: int, away: bool) -> Status[None]:
    found = _mine(request, tube_id)
    found.put_away = away
    found.save(update_fields=["put_away"])
    return Status(204, None)


@router.get("/reach", response=ReachOut)
def reached(request: SignedIn, value: Annotated[float, Field(ge=1, le=9.5)] = 5.0) -> ReachOut:
    """What the tubes in use reach at a Munsell value, and what they lack."""
    found = reach(PaintBox(request.user).paints, lightness_of_value(value))
    helper = found.helper
    return ReachOut(
        value=value,
        chroma=found.chroma.round(2).tolist(),
        gaps=list(found.gaps),
        helper=paint_out(helper, chips()[helper.key]) if helper else None,
        gain=found.gain,
    )


@router.post("/tubes/{int:tube_id}/readings", response={201: ReadingOut})
def add_reading(request: SignedIn, tube_id: int, payload: ReadingIn) -> Status[ReadingOut]:
    """Keep a reading that was typed."""
    reading = CoreReading(payload.white_parts, readings.colour_typed(payload.colour))
    rows = readings.keep_readings(_mine(request, tube_id), [reading], "typed")
    return Status(201, readings_out(rows)[0])


@router.delete("/tubes/{int:tube_id}/readings/{int:reading_id}", response={204: None})
def remove_reading(request: SignedIn, tube_id: int, reading_id: int) -> Status[None]:
    """Take a reading out; what was calibrated with it stays as it is."""
    get_object_or_404(_mine(request, tube_id).readings, pk=reading_id).delete()
    return Status(204, None)


@router.post("/readings/look", response=list[FoundReadingOut])
def look_at_readings(request: SignedIn, file: File[UploadedFile]) -> list[FoundReadingOut]:
    """What readings a file holds, of whatever was read; nothing is kept."""
    return files.found_readings(files.readings_in(file))


@router.post("/tubes/{int:tube_id}/readings/take", response={201: list[ReadingOut]})
@transaction.atomic
def take_readings(
    request: SignedIn, tube_id: int, file: File[UploadedFile]
) -> Status[list[ReadingOut]]:
    """Take all readings of a file."""
    read = [named.reading for named in files.readings_in(file)]
    rows = readings.keep_readings(_mine(request, tube_id), read, "file")
    return Status(201, readings_out(rows))


@router.get("/tubes/{int:tube_id}/readings.{form}", response={200: None})
def give_readings(request: SignedIn, tube_id: int, form: Literal["cgats", "cxf"]) -> HttpResponse:
    """A tube's readings as a file."""
    return files.readings_file(_mine(request, tube_id), form)


@router.post("/tubes/{int:tube_id}/optics/look", response=list[FoundOpticsOut])
def look_at_optics(
    request: SignedIn, tube_id: int, file: File[UploadedFile]
) -> list[FoundOpticsOut]:
    """What a file of optics would make of a tube; nothing is taken yet."""
    return [files.found_optics(_mine(request, tube_id), files.optics_in(file))]


@router.post("/tubes/{int:tube_id}/optics/take", response={201: TubeDetailOut})
@transaction.atomic
def take_optics(request: SignedIn, tube_id: int, file: File[UploadedFile]) -> Status[TubeDetailOut]:
    """Let a tube have the K and S of a file."""
    found = _mine(request, tube_id)
    files.take_optics(found, files.optics_in(file))
    return Status(201, tube_detail(found))


@router.get("/tubes/{int:tube_id}/calibration", response=CalibrationOut)
def look_at_calibration(request: SignedIn, tube_id: int) -> CalibrationOut:
    """What its readings make of a tube, before it is kept."""
    found = _mine(request, tube_id)
    return calibration_out(found, readings.calibrated(found))


@router.post("/tubes/{int:tube_id}/calibration", response=TubeDetailOut)
@transaction.atomic
def take_calibration(request: SignedIn, tube_id: int) -> TubeDetailOut:
    """Let a tube be what its readings say; sheets that use it offer to be computed anew."""
    found = _mine(request, tube_id)
    keep_calibration(found, readings.calibrated(found), found.readings.count())
    return tube_detail(found)


@router.delete("/tubes/{int:tube_id}/calibration", response=TubeDetailOut)
def drop_calibration(request: SignedIn, tube_id: int) -> TubeDetailOut:
    """Let a tube be what its label says again; its readings stay."""
    found = _mine(request, tube_id)
    if not found.paint_key and not found.recipe.exists():
        raise InputError("Only its readings tell what this tube is.", "tube")
    set_calibration(found, None)
    return tube_detail(found)


@router.get("/instrument", response=InstrumentOut)
def instrument_stands(request: SignedIn) -> InstrumentOut:
    """How the colorimeter on the desk stands."""
    return instrument_out(instrument.desk_of(request.user))


@router.post("/instrument/on", response=InstrumentOut)
def switch_on(request: SignedIn) -> InstrumentOut:
    """Switch the colorimeter on."""
    desk = instrument.desk_of(request.user)
    instrument.switch_on(desk)
    return instrument_out(desk)


@router.post("/instrument/tile", response=InstrumentOut)
def read_tile(request: SignedIn) -> InstrumentOut:
    """Let the colorimeter read its white tile."""
    desk = instrument.desk_of(request.user)
    instrument.read_tile(desk)
    return instrument_out(desk)


@router.post("/tubes/{int:tube_id}/measure", response={201: ReadingOut})
def measure(request: SignedIn, tube_id: int, payload: DrawdownIn) -> Status[ReadingOut]:
    """Measure a drawdown of a tube with the colorimeter, and keep the reading."""
    found = _mine(request, tube_id)
    desk = instrument.desk_of(request.user)
    row = instrument.measure(desk, found, payload.white_parts, payload.count)
    return Status(201, readings_out([row])[0])


def _box(request: SignedIn, box_id: int) -> Box:
    return get_object_or_404(Box, pk=box_id, painter=request.user)


def _box_out(box: Box) -> BoxOut:
    ids = [tube.pk for tube in box.tubes.all()]
    return BoxOut(id=box.pk, name=box.name, selection=box.selection, tubes=ids)


def _boxes_out(request: SignedIn) -> BoxesOut:
    boxes = Box.objects.filter(painter=request.user).prefetch_related("tubes")
    return BoxesOut(
        boxes=[_box_out(box) for box in boxes], current=instrument.desk_of(request.user).box_id
    )


@router.get("/boxes", response=BoxesOut)
def boxes(request: SignedIn) -> BoxesOut:
    """The painter's boxes and selections, and the one on the desk."""
    return _boxes_out(request)


@router.put("/desk", response=BoxesOut)
def choose_box(request: SignedIn, payload: DeskIn) -> BoxesOut:
    """Work from a box, or from all tubes."""
    desk = instrument.desk_of(request.user)
    desk.box = None if payload.box is None else _box(request, payload.box)
    desk.save(update_fields=["box"])
    return _boxes_out(request)


@router.post("/boxes", response={201: BoxOut})
@transaction.atomic
def make_box(request: SignedIn, payload: BoxIn) -> Status[BoxOut]:
    """Make a box or a selection."""
    box = Box(painter=request.user)
    return Status(201, _kept(request, box, payload))


@router.put("/boxes/{int:box_id}", response=BoxOut)
@transaction.atomic
def change_box(request: SignedIn, box_id: int, payload: BoxIn) -> BoxOut:
    """Change a box's name and what is in it."""
    return _kept(request, _box(request, box_id), payload)


def _kept(request: SignedIn, box: Box, payload: BoxIn) -> BoxOut:
    name = payload.name.strip()
    if not name:
        raise InputError("Give the box a name.", "name")
    box.name, box.selection = name, payload.selection
    box.save()
    mine = Tube.objects.filter(painter=request.user, pk__in=payload.tubes)
    if mine.count() != len(set(payload.tubes)):
        raise InputError("One of the tubes is not in your studio.", "tubes")
    box.tubes.set(mine)
    return _box_out(box)


@router.delete("/boxes/{int:box_id}", response={204: None})
def remove_box(request: SignedIn, box_id: int) -> Status[None]:
    """Take a box apart; its tubes stay in the studio."""
    _box(request, box_id).delete()
    return Status(204, None)


@router.post("/boxes/look", response=list[FoundTubeOut])
def look_at_box(request: SignedIn, file: File[UploadedFile]) -> list[FoundTubeOut]:
    """What tubes a file holds; nothing is taken yet."""
    return files.found_tubes(files.box_in(file))


@router.post("/boxes/take", response={201: BoxOut})
def take_box(request: SignedIn, file: File[UploadedFile]) -> Status[BoxOut]:
    """Make a box of a file."""
    return Status(201, _box_out(files.take_box(request.user, files.box_in(file))))


@router.get("/box.schema.json", response={200: dict}, auth=None)
def schema(request: SignedIn) -> dict[str, object]:
    """The JSON Schema of a box."""
    return BOX_FILE.schema


@router.get("/box.{form}", response={200: None})
def give_box(request: SignedIn, form: Literal["json", "csv"]) -> HttpResponse:
    """The tubes in use as a file."""
    desk = instrument.desk_of(request.user)
    name = desk.box.name if desk.box else "All tubes"
    return files.box_file(name, list(in_use(request.user).order_by("pk")), form)


@router.get("/optics.json", response={200: None})
def give_optics(request: SignedIn) -> HttpResponse:
    """K and S of the tubes in use as a file."""
    return files.optics_file(request.user)
