"""Readings as CGATS.17 text (ANSI CGATS.17, "Exchange format for colour and process control data").

Fields are named in one block and filled in another. Colours are SPECTRAL_380 … (or SPECTRAL_NM380,
NM_380) as factors or per cent, or LAB_L, LAB_A, LAB_B under the illuminant the file names; graphic
arts measure under D50, so a file that names none is taken for that. WHITE_PARTS is a field of ours,
as the standard allows; without it a name such as ``Ultramarine 1:9`` tells.
"""

import math
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Final

from mesotint.errors import InputError
from mesotint.formats.faults import MOST_LINES, Faults, text_of
from mesotint.formats.readings import (
    NamedReading,
    Spectral,
    lab_reading,
    light_of,
    readings_of,
    white_parts_in,
)
from mesotint.optics.grid import WAVELENGTHS_NM

DEFAULT_LIGHT: Final = "D50"
PER_CENT_FROM: Final = 2.0
_SPECTRAL: Final = re.compile(r"^(?:SPECTRAL_(?:NM_?)?|NM_?|R_?)(\d{3})$", re.I)
_WORD: Final = re.compile(r'"(?:[^"]|"")*"|[^\s"]+')
_COUNT: Final = re.compile(r"^[0-9]{1,9}$")
_LAB: Final = ("LAB_L", "LAB_A", "LAB_B")


@dataclass
class _Table:
    """The blocks of a file as they were read."""

    fields: list[str] = field(default_factory=list)
    rows: list[tuple[int, list[str]]] = field(default_factory=list)
    light: str = DEFAULT_LIGHT
    sets: tuple[int, int] | None = None


def read_cgats(data: bytes) -> list[NamedReading]:
    """Readings of a CGATS.17 file.

    Parameters
    ----------
    data : bytes
        The file as it came.

    Raises
    ------
    FileFaults
        With every fault and its line, where there is any; nothing is taken then.
    """
    faults = Faults()
    tables = _tables(text_of(data), faults)
    if not any(table.rows for table in tables):
        faults.add(0, "There is no data between BEGIN_DATA and END_DATA.")
    faults.refuse()
    readings = [reading for table in tables for reading in _readings(table, faults)]
    faults.refuse()
    return readings


def _readings(table: _Table, faults: Faults) -> list[NamedReading]:
    """Readings of one table, its faults noted."""
    place = {name.upper(): i for i, name in enumerate(table.fields)}
    matches = [_SPECTRAL.match(name) for name in table.fields]
    bands = {float(found[1]): i for i, found in enumerate(matches) if found}
    if not bands and not set(_LAB) <= set(place):
        faults.add(0, "It has neither LAB_L, LAB_A and LAB_B nor spectral fields.")
        return []
    if table.sets and table.sets[1] != len(table.rows):
        line, told = table.sets
        faults.add(line, f"NUMBER_OF_SETS says {told}, but there are {len(table.rows)}.")
    spectra: list[Spectral] = []
    coloured: list[NamedReading] = []
    for line, row in table.rows:
        if len(row) != len(table.fields):
            faults.add(line, f"It has {len(row)} values for {len(table.fields)} fields.")
            continue
        with faults.noting(line):
            name = row[place.get("SAMPLE_NAME", place.get("SAMPLE_ID", 0))]
            parts = place.get("WHITE_PARTS")
            white = white_parts_in(name) if parts is None else _number(row[parts], "WHITE_PARTS")
            if bands:
                values = [_number(row[i], f"{nm:g} nm") for nm, i in bands.items()]
                if max(values) > PER_CENT_FROM:
                    values = [value / 100 for value in values]
                spectra.append(Spectral(line, name, white, tuple(bands), values))
            else:
                lab = [_number(row[place[field]], field) for field in _LAB]
                coloured.append(NamedReading(name, lab_reading(white, lab, table.light)))
    return readings_of(spectra, faults) if bands else coloured


def _number(text: str, name: str) -> float:
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        value = math.nan
    if not math.isfinite(value):
        raise InputError(f"'{text[:20]}' is no number for {name}.", name)
    return value


def _lines(text: str, faults: Faults) -> list[str]:
    lines = text.splitlines()
    if len(lines) > MOST_LINES:
        faults.add(0, f"It has {len(lines):,} lines; a file may have {MOST_LINES:,}. Split it.")
        faults.refuse()
    first = next((line for line in lines if line.strip()), "")
    if not re.match(r"^\s*(CGATS|IT8|ISO28178)", first, re.I):
        faults.add(1, "A CGATS file begins with CGATS.17.")
    return lines


def _tables(text: str, faults: Faults) -> list[_Table]:
    """The tables of a file; a file may hold one after another."""
    tables, block = [_Table()], ""
    lines = _lines(text, faults)
    for number, raw in enumerate(lines, start=1):
        line = raw.strip()
        if not line or line.startswith("#"):
            continue
        if line.count('"') % 2:
            faults.add(number, "A quotation mark is not closed.")
            continue
        words = [word.strip('"').replace('""', '"') for word in _WORD.findall(line)]
        head = words[0].upper() if words else ""
        if head in ("BEGIN_DATA_FORMAT", "BEGIN_DATA"):
            block = head
            if head == "BEGIN_DATA_FORMAT" and (tables[-1].rows or tables[-1].fields):
                tables.append(_Table(light=tables[-1].light))
        elif head in ("END_DATA_FORMAT", "END_DATA"):
            if block != head.replace("END", "BEGIN"):
                faults.add(number, f"{head} without {head.replace('END', 'BEGIN')}.")
            block = ""
        elif block == "BEGIN_DATA_FORMAT":
            tables[-1].fields += words
        elif block == "BEGIN_DATA":
            tables[-1].rows.append((number, words))
        else:
            _header(tables, number, words, faults)
    if block:
        faults.add(len(lines), f"{block} is never ended.")
    return tables


def _header(tables: list[_Table], number: int, words: list[str], faults: Faults) -> None:
    head, rest = words[0].upper(), " ".join(words[1:])
    table = tables[-1]
    if head == "NUMBER_OF_SETS" and _COUNT.match(rest):
        # The header of a further table stands before its fields, or after them.
        if table.rows:
            table = _Table(light=table.light)
            tables.append(table)
        table.sets = number, int(rest)
    elif head in ("ILLUMINANT", "ILLUMINATION_NAME"):
        with faults.noting(number):
            table.light = light_of(rest)
    elif head == "WEIGHTING_FUNCTION" and "ILLUMINANT" in rest.upper():
        with faults.noting(number):
            table.light = light_of(rest.split(",")[-1])
    elif "OBSERVER" in f"{head} {rest}".upper() and "10" in rest:
        faults.add(number, "It was measured for the 10° observer; measure for 2°.")


def write_cgats(readings: Sequence[NamedReading], created: str) -> str:
    """Readings as CGATS.17 text: those with spectra in one table, those with CIELAB in another.

    Parameters
    ----------
    created : str
        Date and time, as ISO 8601 has it.
    """
    lines = [
        "CGATS.17",
        'ORIGINATOR "Mesotint"',
        f'CREATED "{created}"',
        'KEYWORD "WHITE_PARTS"',
        'WEIGHTING_FUNCTION "ILLUMINANT, D65"',
        'WEIGHTING_FUNCTION "OBSERVER, 2 degree"',
    ]
    bands = [f"SPECTRAL_{nm:.0f}" for nm in WAVELENGTHS_NM]
    spectral = [named for named in readings if named.reading.reflectance is not None]
    coloured = [named for named in readings if named.reading.reflectance is None]
    for fields, group in ((bands, spectral), (list(_LAB), coloured)):
        if group:
            lines += _written(fields, group)
    return "\n".join([*lines, ""])


def _written(names: list[str], group: Sequence[NamedReading]) -> list[str]:
    fields = ["SAMPLE_ID", "SAMPLE_NAME", "WHITE_PARTS", *names]
    lines = [
        f"NUMBER_OF_FIELDS {len(fields)}",
        "BEGIN_DATA_FORMAT",
        " ".join(fields),
        "END_DATA_FORMAT",
        f"NUMBER_OF_SETS {len(group)}",
        "BEGIN_DATA",
    ]
    for i, named in enumerate(group, start=1):
        reading = named.reading
        values = reading.lab if reading.reflectance is None else reading.reflectance
        name = named.name.replace('"', "'").replace("\n", " ").replace("\\", "/")
        told = " ".join(f"{value:.6f}" for value in values)
        lines.append(f'{i} "{name}" {reading.white_parts:g} {told}')
    return [*lines, "END_DATA"]
