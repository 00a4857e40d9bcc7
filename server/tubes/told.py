"""Tubes and readings as the API tells them."""

from collections.abc import Callable, Sequence
from typing import Any

import numpy as np

from mesotint.colour.munsell import munsell_from_lab, notation
from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.mixing.character import Character, character
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.trust import uncertainty
from mesotint.paints.calibration import Reading as CoreReading
from mesotint.paints.library import NO_HAZARD, WHITE_KEY, Paint, library
from mesotint.paints.table import TINT_WHITE_PARTS
from server.tubes.models import Reading, Tube
from server.tubes.schemas import (
    CharacterOut,
    MadeOfOut,
    PaintOut,
    ReadingOut,
    TubeDetailOut,
    TubeOut,
    chip_out,
)
from server.tubes.services import Chip, chips, chips_of, paint_in

CAUTION = (
    "do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children "
    "and food. The label, the maker's safety sheet and local rules have the say."
)


def caution_for(paint: Paint) -> str:
    """The usual caution of a paint's hazard group; empty where none is usual."""
    if paint.hazard_group == NO_HAZARD:
        return ""
    return f"Holds {paint.hazard_group} pigment: {CAUTION}"


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
        masstone=chip_out(chip.masstone),
        tint=chip_out(chip.tint),
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
        caution=caution_for(paint),
    )


def trust(paint: Paint) -> float:
    """The ± of a paint's usual tint, in CIEDE2000."""
    white = library().paint(WHITE_KEY)
    parts = np.array([1.0, TINT_WHITE_PARTS])
    return float(uncertainty(DEFAULT_VIEWING, parts, [paint, white]))


def _says(paint: Paint, known: Character) -> list[str]:
    """A tube's nature in plain sentences."""
    told = []
    if known.hue is None:
        told.append("A grey or a white: it leans nowhere an eye could name.")
    elif known.temperature:
        told.append(f"A {known.temperature} {known.hue} within its family.")
    else:
        told.append(f"{known.hue[0].upper()}{known.hue[1:]}, neither warm nor cool in its family.")
    if known.strength > 0:
        told.append(f"{known.strength:.1f} times as strong as ultramarine in white.")
    told.append(
        f"A drawdown hides black to {100 * known.opacity:.0f} %; it is sold as {paint.opacity}."
    )
    if known.undertone_shift is not None:
        side = "toward yellow" if known.undertone_shift > 0 else "away from yellow"
        told.append(f"Opened with white its hue turns {abs(known.undertone_shift):.0f}° {side}.")
    return told


def core_reading(
    row: Reading, paint_of: Callable[[int], Paint | None] | None = None
) -> CoreReading:
    """A row as a reading of the core; `paint_of` tells what the other tubes in it hold, where that
    is not what they are taken to hold now."""
    spectrum = None if row.reflectance is None else np.array(row.reflectance)
    parts = dict(row.others)
    if paint_of is None:
        tubes = Tube.objects.filter(pk__in=parts).select_related("calibration") if parts else ()
        paint_of = {tube.pk: paint_in(tube) for tube in tubes}.get
    others = ((paint_of(tube), amount) for tube, amount in parts.items())
    return CoreReading(
        row.white_parts,
        np.array([row.lightness, row.a, row.b]),
        spectrum,
        tuple((paint, amount) for paint, amount in others if paint is not None),
    )


def readings_out(rows: Sequence[Reading]) -> list[ReadingOut]:
    """Readings with their notation and screen colour."""
    if not rows:
        return []
    labs = np.array([[row.lightness, row.a, row.b] for row in rows])
    codes, inside = hex_from_lab(labs)
    values = neutral_hex(labs[:, 0])
    munsell = munsell_from_lab(labs)[0]
    return [
        ReadingOut(
            id=row.pk,
            name=core_reading(row).name,
            white_parts=row.white_parts,
            lab=labs[i].round(3).tolist(),
            munsell=notation(munsell[i]),
            srgb=codes[i],
            value_srgb=values[i],
            in_gamut=inside[i],
            spectral=row.reflectance is not None,
            source=row.source,
        )
        for i, row in enumerate(rows)
    ]
