"""Readings of a tube, typed, from the instrument or from a file, and what they make of it."""

import re
from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np

from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.srgb import lab_from_hex
from mesotint.errors import InputError
from mesotint.mixing.near import colour_called
from mesotint.optics.grid import Array
from mesotint.paints.calibration import Calibration, calibrate, nearest_paint
from mesotint.paints.calibration import Reading as CoreReading
from mesotint.paints.library import Paint
from mesotint.paints.stray import Doubts
from server.tubes.models import Reading, Tube
from server.tubes.services import labelled_paint, own_key, paint_in

MOST_READINGS = 200
_NUMBERS = re.compile(r"^\s*(-?[\d.]+)[\s,;]+(-?[\d.]+)[\s,;]+(-?[\d.]+)\s*$")


def colour_typed(text: str) -> Array:
    """CIELAB of a colour as a painter types it, shape (3,).

    Three numbers are L*, a*, b*; a # or six hexadecimal digits are a screen colour; a name is a
    colour that painters call so, from memory; anything else is a Munsell notation.
    """
    if found := _NUMBERS.match(text):
        try:
            lab = np.array([float(found[i]) for i in (1, 2, 3)])
        except ValueError:
            raise InputError("Write L*, a* and b*, as 52 -3 -30.", "colour") from None
        if not 0 <= lab[0] <= 100 or np.abs(lab[1:]).max() > 150:
            raise InputError("L* lies between 0 and 100, a* and b* between -150 and 150.", "colour")
        return lab
    if re.fullmatch(r"\s*#?[0-9a-fA-F]{6}\s*", text):
        return lab_from_hex(text)
    if (named := colour_called(text)) is not None:
        return named
    try:
        return np.asarray(lab_from_munsell(parse(text)))
    except InputError as error:
        raise InputError(
            f"{error.message} Or write CIELAB, as 52 -3 -30, a code such as #8a7f72, or a name "
            "such as raw umber.",
            "colour",
        ) from None


def keep_readings(
    tube: Tube,
    readings: Sequence[CoreReading],
    source: str,
    others: Sequence[tuple[int, float]] = (),
) -> list[Reading]:
    """Keep readings of a tube, alone or with other tubes by key and parts."""
    if tube.readings.count() + len(readings) > MOST_READINGS:
        raise InputError(
            f"A tube takes at most {MOST_READINGS}; take some old ones out.", "readings"
        )
    return [
        Reading.objects.create(
            tube=tube,
            white_parts=reading.white_parts,
            **Reading.lab.values(reading.lab),
            reflectance=None if reading.reflectance is None else reading.reflectance.tolist(),
            others=list(others),
            source=source,
        )
        for reading in readings
    ]


def calibrated(tube: Tube) -> Calibration:
    """What a tube's readings make of it.

    Where it was read in mixtures, the other tubes are unknowns as well, and what was read of them
    tells too: whichever tube is calibrated, a reading counts once.
    """
    read = _read_together(tube)
    bases = {found.pk: _base_of(found, rows) for found, rows in read.items()}
    paints = {found.pk: _as_its_own(found, bases[found.pk]) for found in read}
    (paint, readings), *others = (
        (paints[found.pk], [core_reading(row, paints.get) for row in rows])
        for found, rows in read.items()
    )
    found = calibrate(readings, paint, alongside=others)
    base_key = bases[tube.pk].key
    return replace(found, paint=replace(found.paint, key=base_key), base_key=base_key)


def _read_together(tube: Tube) -> dict[Tube, list[Reading]]:
    """A tube and those that were read in mixtures with it, each with its readings."""
    found: dict[Tube, list[Reading]] = {}
    to_do = [tube]
    while to_do:
        rows = list(to_do[0].readings.all())
        found[to_do.pop(0)] = rows
        named = {pk for row in rows for pk, _ in row.others} - {known.pk for known in found}
        waiting = {waits.pk for waits in to_do}
        to_do += Tube.objects.filter(pk__in=named - waiting).select_related("calibration")
    return found


def _base_of(tube: Tube, rows: Sequence[Reading]) -> Paint:
    """What a tube's label says of it, or else the library paint its readings are nearest to."""
    if (labelled := labelled_paint(tube)) is not None:
        return labelled
    alone = [row for row in rows if not row.others]
    return nearest_paint([core_reading(row) for row in alone or rows])


def _as_its_own(tube: Tube, paint: Paint) -> Paint:
    """A paint as that of one tube: two tubes of one pigment stray each by itself."""
    key = own_key(tube)
    names = tuple(f"{key}/{name}" for name in paint.doubts.names)
    return replace(paint, key=key, doubts=Doubts(names, paint.doubts.moves))


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
        row.lab,
        spectrum,
        tuple((paint, amount) for paint, amount in others if paint is not None),
    )
