"""The paint library and the painter's box."""

from django.db import IntegrityError, transaction
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema, Status

from mesotint.paints.library import library
from server.problems import Conflict
from server.tubes.models import Tube
from server.tubes.services import chips

router = Router(tags=["tubes"])


class ChipOut(Schema):
    """One colour of a tube."""

    srgb: str
    value_srgb: str
    in_gamut: bool
    munsell: str
    name: str


class PaintOut(Schema):
    """A paint of the library."""

    key: str
    name: str
    colour_index: str
    family: str
    opacity: str
    hazard_group: str
    origin: str
    masstone: ChipOut
    tint: ChipOut


class TubeOut(Schema):
    """A tube in the box."""

    id: int
    label: str
    paint: PaintOut


class TubeIn(Schema):
    """A tube to add, by its paint's key."""

    paint_key: str
    label: str = ""


def _paint_out(key: str) -> PaintOut:
    paint, chip = library().paint(key), chips()[key]
    return PaintOut(
        key=paint.key,
        name=paint.name,
        colour_index=paint.colour_index,
        family=paint.family,
        opacity=paint.opacity,
        hazard_group=paint.hazard_group,
        origin=paint.origin,
        masstone=ChipOut.from_orm(chip.masstone),
        tint=ChipOut.from_orm(chip.tint),
    )


def _tube_out(tube: Tube) -> TubeOut:
    paint = _paint_out(tube.paint_key)
    return TubeOut(id=tube.pk, label=tube.label or paint.name, paint=paint)


@router.get("/paints", response=list[PaintOut])
def paints(request: HttpRequest) -> list[PaintOut]:
    """All paints of the library, in hue order."""
    return [_paint_out(key) for key in chips()]


@router.get("/tubes", response=list[TubeOut])
def tubes(request: HttpRequest) -> list[TubeOut]:
    """The painter's box, in hue order."""
    place = {key: i for i, key in enumerate(chips())}
    box = Tube.objects.filter(painter=request.user, put_away=False)
    return [_tube_out(tube) for tube in sorted(box, key=lambda t: place[t.paint_key])]


@router.post("/tubes", response={201: TubeOut})
def add_tube(request: HttpRequest, payload: TubeIn) -> Status:
    """Put a tube in the box; one that was put away comes back."""
    key = library().paint(payload.paint_key).key
    label = payload.label.strip()[:120]
    away = Tube.objects.filter(painter=request.user, paint_key=key, put_away=True).first()
    if away:
        away.put_away = False
        away.save(update_fields=["put_away"])
        return Status(201, _tube_out(away))
    try:
        with transaction.atomic():
            tube = Tube.objects.create(painter=request.user, paint_key=key, label=label)
    except IntegrityError:
        raise Conflict(f"{library().paint(key).name} is in your box already.") from None
    return Status(201, _tube_out(tube))


@router.delete("/tubes/{tube_id}", response={204: None})
def put_away(request: HttpRequest, tube_id: int) -> Status:
    """Take a tube out of the box; scales made with it keep it."""
    tube = get_object_or_404(Tube, pk=tube_id, painter=request.user)
    tube.put_away = True
    tube.save(update_fields=["put_away"])
    return Status(204, None)
