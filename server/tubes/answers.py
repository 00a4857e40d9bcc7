"""What goes out of tubes, boxes, readings and the instrument."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from pydantic import BaseModel

from mesotint.instruments.colorimeter import WARM_UP_S
from mesotint.mixing.character import Character, character, strength, temperature_in_words
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.trust import uncertainty
from mesotint.paints.calibration import Calibration, nearest_paint
from mesotint.paints.cautions import cautions, groups_of, has_no_usual_hazard
from mesotint.paints.library import Paint, library
from mesotint.paints.names import names_of
from mesotint.paints.nature import SOURCE, nature
from mesotint.paints.table import TINT_WHITE_PARTS
from server.kept.clock import now_s
from server.kept.looks import Look, looks
from server.tubes.instrument import instrument_of
from server.tubes.models import Desk, Reading, Tube
from server.tubes.readings import core_reading
from server.tubes.services import Chip, chips, chips_of, labelled_paint, paint_in


class KnownAs(BaseModel):
    """Common names of one colour; where they are not the pigment's own, the paint is a guess from
    memory."""

    words: list[str]
    sure: bool


class PaintOut(BaseModel):
    """A paint: of the library, or what is in a tube."""

    key: str
    name: str
    colour_index: str
    family: str
    opacity: str
    hazard_group: str
    origin: str
    masstone: Look
    tint: Look
    names: list[KnownAs]


class NatureOut(BaseModel):
    """What a paint is beside its colour, from memory: the label has the say."""

    granulates: bool
    stains: bool
    light_fast: str
    drying: str
    transparent: bool
    no_usual_hazard: bool


class TubeOut(BaseModel):
    """A tube in the box. `calibrated` tells that its own readings made its colour; `strength` is
    how much more it does in white than ultramarine, 0 for a white."""

    id: int
    label: str
    paint: PaintOut
    nature: NatureOut
    strength: float
    medium: str
    finish: str
    size_ml: float | None
    left_ml: float | None
    notes: str
    put_away: bool
    calibrated: bool
    readings: int


class MadeOfOut(BaseModel):
    """How much of one library paint is in a mixed tube."""

    key: str
    name: str
    parts: float


class ReadingOut(BaseModel):
    """A reading of a tube, as a colour."""

    id: int
    name: str
    white_parts: float
    look: Look
    spectral: bool
    source: str


class CharacterOut(BaseModel):
    """What a tube really is."""

    hue: str | None
    temperature: str | None
    temperature_of_all: str | None
    argued_over: bool
    strength: float
    opacity: float
    undertone_shift: float | None
    says: list[str]


class TubeDetailOut(TubeOut):
    """A tube with what it really is, its readings, and how far to trust it."""

    character: CharacterOut
    made_of: list[MadeOfOut]
    reading_rows: list[ReadingOut]
    trust_delta_e: float
    caution: str


class BoxOut(BaseModel):
    """A box or a selection."""

    id: int
    name: str
    selection: bool
    tubes: list[int]


class BoxesOut(BaseModel):
    """All boxes, and the one on the desk; none where all tubes are."""

    boxes: list[BoxOut]
    current: int | None


class ReachOut(BaseModel):
    """What the tubes in use reach at a value: chroma in every direction of hue, and the gaps."""

    value: float
    chroma: list[float]
    gaps: list[str]
    helper: PaintOut | None
    gain: float


class InstrumentOut(BaseModel):
    """How the colorimeter stands."""

    on: bool
    tile_left_s: float
    warm: bool


class CalibrationRowOut(BaseModel):
    """One reading before and after calibration."""

    name: str
    read: Look
    before: Look
    after: Look
    before_delta_e: float
    after_delta_e: float


class CalibrationOut(BaseModel):
    """What the readings make of a tube, before it is kept."""

    base: str
    rows: list[CalibrationRowOut]
    remarks: list[str]
    trust_before: float
    trust_after: float


class FoundReadingOut(BaseModel):
    """A reading in a file, before it is taken."""

    name: str
    white_parts: float
    look: Look
    spectral: bool


class FoundTubeOut(BaseModel):
    """A tube in a file, before it is taken."""

    label: str
    says: str
    readings: int


class FoundOpticsOut(BaseModel):
    """What a file of optics would make of a tube, before it is taken."""

    key: str
    before: Look
    after: Look


def caution_for(paint: Paint, oil: bool = False) -> str:
    """The usual cautions of a paint; empty where none is usual."""
    return " ".join(cautions([paint], oil=oil)) if groups_of(paint) else ""


def paint_out(paint: Paint, chip: Chip) -> PaintOut:
    """A paint with its chip."""
    return PaintOut(
        key=paint.key,
        name=paint.name,
        colour_index=paint.colour_index,
        family=paint.family,
        opacity=paint.opacity,
        hazard_group=paint.hazard_group,
        origin=paint.origin,
        masstone=chip.masstone,
        tint=chip.tint,
        names=[
            KnownAs(words=[row.name, *row.also], sure=row.is_pigment) for row in names_of(paint.key)
        ],
    )


def tubes_out(tubes: Sequence[Tube]) -> list[TubeOut]:
    """Tubes in hue order; those with a colour of their own are computed together."""
    paints = [paint_in(tube) for tube in tubes]
    own = [paint for paint in paints if paint.key not in chips()]
    known = {**chips(), **dict(zip((p.key for p in own), chips_of(own), strict=True))}
    rows = sorted(
        zip(tubes, paints, strict=True), key=lambda row: (known[row[1].key].place, row[0].pk)
    )
    return [TubeOut(**_tube_fields(tube, paint, known[paint.key])) for tube, paint in rows]


def _tube_fields(tube: Tube, paint: Paint, chip: Chip) -> dict[str, Any]:
    counted = getattr(tube, "reading_count", None)
    return {
        "id": tube.pk,
        "label": tube.label or paint.name,
        "paint": paint_out(paint, chip),
        "nature": NatureOut(**vars(nature(paint)), no_usual_hazard=has_no_usual_hazard(paint)),
        "strength": strength(paint),
        "medium": tube.medium,
        "finish": tube.finish,
        "size_ml": tube.size_ml,
        "left_ml": tube.left_ml,
        "notes": tube.notes,
        "put_away": tube.put_away,
        "calibrated": tube.calibration_id is not None,
        "readings": tube.readings.count() if counted is None else counted,
    }


def tube_detail(tube: Tube) -> TubeDetailOut:
    """One tube with what it really is."""
    paint = paint_in(tube)
    (chip,) = chips_of([paint])
    known = character(paint)
    recipe = paint.recipe
    return TubeDetailOut(
        **_tube_fields(tube, paint, chip),
        character=CharacterOut(
            hue=known.hue,
            temperature=known.temperature,
            temperature_of_all=known.temperature_of_all,
            argued_over=known.argued_over,
            strength=known.strength,
            opacity=known.opacity,
            undertone_shift=known.undertone_shift,
            says=_says(paint, known),
        ),
        made_of=[
            MadeOfOut(key=key, name=library().paint(key).name, parts=parts) for key, parts in recipe
        ],
        reading_rows=readings_out(list(tube.readings.all())),
        trust_delta_e=trust(paint),
        caution=caution_for(paint, tube.medium == "oil"),
    )


def trust(paint: Paint) -> float:
    """The ± of a paint's usual tint, in CIEDE2000."""
    white = library().white
    parts = np.array([1.0, TINT_WHITE_PARTS])
    return float(uncertainty(DEFAULT_VIEWING, parts, [paint, white]))


def _says(paint: Paint, known: Character) -> list[str]:
    """A tube's nature in plain sentences."""
    told = []
    if known.hue is None:
        told.append("A grey or a white: it leans nowhere an eye could name.")
    else:
        told.append(temperature_in_words(known))
    if known.strength > 0:
        told.append(f"{known.strength:.1f} times as strong as ultramarine in white.")
    told.append(
        f"A drawdown hides black to {100 * known.opacity:.0f} %; it is sold as {paint.opacity}."
    )
    if known.undertone_shift is not None:
        side = "toward yellow" if known.undertone_shift > 0 else "away from yellow"
        told.append(f"Opened with white its hue turns {abs(known.undertone_shift):.0f}° {side}.")
    beside = ", ".join(nature(paint).words)
    told.append(f"{beside[0].upper()}{beside[1:]} ({SOURCE}).")
    return told


def readings_out(rows: Sequence[Reading]) -> list[ReadingOut]:
    """Readings with their notation and screen colour."""
    seen = looks([row.lab for row in rows])
    return [
        ReadingOut(
            id=row.pk,
            name=core_reading(row).name,
            white_parts=row.white_parts,
            look=look,
            spectral=row.reflectance is not None,
            source=row.source,
        )
        for row, look in zip(rows, seen, strict=True)
    ]


def calibration_out(tube: Tube, found: Calibration) -> CalibrationOut:
    """Before and after, with the error at every reading, and how far to trust either."""
    readings = [core_reading(row) for row in tube.readings.all()]
    before = labelled_paint(tube) or nearest_paint(readings)
    rows = []
    for reading, off_before, off_after in zip(readings, found.before, found.after, strict=True):
        mixtures = (reading.mixture(paint) for paint in (before, found.paint))
        labs = [DEFAULT_VIEWING.lab(parts, paints) for paints, parts in mixtures]
        read, was, now = looks([reading.lab, *labs])
        rows.append(
            CalibrationRowOut(
                name=reading.name,
                read=read,
                before=was,
                after=now,
                before_delta_e=off_before,
                after_delta_e=off_after,
            )
        )
    return CalibrationOut(
        base=before.name,
        rows=rows,
        remarks=list(found.remarks),
        trust_before=trust(before),
        trust_after=trust(found.paint),
    )


def instrument_out(desk: Desk) -> InstrumentOut:
    """How the instrument stands."""
    if desk.instrument_on_s is None:
        return InstrumentOut(on=False, tile_left_s=0.0, warm=False)
    now = now_s()
    return InstrumentOut(
        on=True,
        tile_left_s=instrument_of(desk).tile_left_s(now),
        warm=now - desk.instrument_on_s > 3 * WARM_UP_S,
    )
