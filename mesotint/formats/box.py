"""A box of tubes as JSON, with a published schema, and as CSV; paint optics as JSON."""

import csv
import io
import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Annotated, Any, Final

import numpy as np
from pydantic import Field, GetCoreSchemaHandler, TypeAdapter
from pydantic_core import CoreSchema, PydanticCustomError, core_schema

from mesotint.errors import InputError
from mesotint.formats.faults import (
    MOST_READINGS,
    MOST_TUBES,
    Fault,
    Faults,
    FileFaults,
    text_of,
)
from mesotint.formats.json_text import read_json
from mesotint.formats.own import STRICT, Amount, Figures, OwnFormat, Words
from mesotint.formats.table import plain, written_table
from mesotint.optics.grid import BANDS, WAVELENGTHS_NM, Array
from mesotint.optics.surface import FINISHES
from mesotint.paints.calibration import Reading
from mesotint.paints.library import Paint, library

OPTICS_FORMAT: Final = "mesotint optics"
VERSION: Final = 1
TUBE_MEDIA: Final = ("oil", "acrylic", "gouache", "tempera", "watercolour")
COLUMNS: Final = (
    "label", "paint", "recipe", "medium", "finish", "size_ml", "left_ml", "notes", "readings",
)  # fmt: skip


Label = Annotated[str, Field(min_length=1, max_length=120)]
Millilitres = Annotated[float, Field(ge=0, le=100_000)]


@dataclass(frozen=True)
class ReadingData:
    """One measured drawdown: CIELAB (D65, 2 degrees) and, where the instrument gave one, the
    spectrum from 380 to 730 nm in steps of 10 nm. `white_parts` are parts of titanium white to one
    of the paint; 0 for the masstone."""

    __pydantic_config__ = STRICT

    white_parts: Annotated[float, Field(ge=0, le=1000)]
    lab: Annotated[Array, Figures(3, 6)]
    reflectance: Annotated[Array, Figures(BANDS, 7, 0.0, 1.2)] | None = None


class _AsData:
    """A reading of the core as a file has it."""

    def __get_pydantic_core_schema__(self, _: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """A `ReadingData` in JSON, a reading in the dataclass."""
        return core_schema.no_info_after_validator_function(
            _reading_of,
            handler.generate_schema(ReadingData),
            serialization=core_schema.plain_serializer_function_ser_schema(_reading_told),
        )


def _reading_of(told: ReadingData) -> Reading:
    try:
        return Reading(told.white_parts, told.lab, told.reflectance)
    except InputError as error:
        raise PydanticCustomError("reading", "{says}", {"says": error.message}) from None


def _reading_told(reading: Reading) -> dict[str, Any]:
    told = ReadingData(reading.white_parts, reading.lab, reading.reflectance)
    return dict(_READING.dump_python(told, exclude_none=True))


_READING: Final = TypeAdapter(ReadingData)


@dataclass(frozen=True)
class TubeData:
    """A tube. `paint` is a key of the library, such as PB29; empty for a tube that is a `recipe` of
    library paints, in parts by volume, or is known by its readings alone."""

    __pydantic_config__ = STRICT

    label: Label
    paint: Annotated[str, Field(max_length=64)] = ""
    recipe: Annotated[Mapping[str, Amount], Field(max_length=8)] = field(default_factory=dict)
    medium: Annotated[str, Words(*TUBE_MEDIA)] = "oil"
    finish: Annotated[str, Words(*FINISHES)] = "satin"
    size_ml: Millilitres | None = None
    left_ml: Millilitres | None = None
    notes: Annotated[str, Field(max_length=2000)] = ""
    readings: Annotated[Sequence[Annotated[Reading, _AsData()]], Field(max_length=100)] = ()


@dataclass(frozen=True)
class BoxData:
    """A box as a file knows it."""

    __pydantic_config__ = STRICT

    name: Label
    tubes: Sequence[TubeData]


BOX_FILE: Final = OwnFormat(
    "mesotint box",
    1,
    "A painter's box of tubes, with the readings that calibrate them.",
    BoxData,
    "tubes",
    TubeData,
    MOST_TUBES,
)


def read_box_json(data: bytes) -> BoxData:
    """A box from JSON.

    Parameters
    ----------
    data : bytes
        The file as it came.

    Raises
    ------
    FileFaults
        With every fault and its line; nothing is taken then.
    """
    box, faults, lines = BOX_FILE.read(data)
    _bounded(faults, sum(len(tube.readings) for tube in box.tubes))
    for i, tube in enumerate(box.tubes):
        try:
            checked_tube(tube)
        except InputError as error:
            faults.add(lines.of(["tubes", i]), error.message)
    faults.refuse()
    return box


def _bounded(faults: Faults, readings: int) -> None:
    """Refuse what no studio's box is as large as."""
    if readings > MOST_READINGS:
        faults.add(0, f"It has {readings:,} readings; a file may have {MOST_READINGS:,}. Split it.")
    faults.refuse()


def checked_tube(tube: TubeData) -> TubeData:
    """A tube that can be: its paints are in the library, and something tells its colour.

    Parameters
    ----------
    tube : TubeData
        The tube as it was told.

    Raises
    ------
    InputError
        Where they are not.
    """
    if not tube.label.strip():
        raise InputError("Give every tube a name.", "label")
    if tube.paint:
        library().paint(tube.paint)
    for key in tube.recipe:
        library().paint(key)
    if tube.paint and tube.recipe:
        raise InputError(f"“{tube.label}” is one paint or a recipe, not both.", "recipe")
    if not tube.paint and not tube.recipe and not tube.readings:
        raise InputError(
            f"Of “{tube.label}” name the paint or the recipe, or give readings.", "paint"
        )
    return tube


def write_box_csv(box: BoxData) -> str:
    """A box as CSV (RFC 4180): a row a tube; recipes and readings as lists within their cell.

    A recipe is ``PW6=8; PR101=1``; a reading ``9: 52.1 -3.2 -30`` is a tint of nine parts of white
    and its CIELAB, with its spectrum after it where there is one.

    Parameters
    ----------
    box : BoxData
        The box as it is to be told.
    """
    rows: list[Sequence[str]] = [COLUMNS]
    for tube in box.tubes:
        recipe = "; ".join(f"{key}={_exact(part)}" for key, part in tube.recipe.items())
        readings = "; ".join(_reading_cell(reading) for reading in tube.readings)
        sizes = ["" if v is None else _exact(v) for v in (tube.size_ml, tube.left_ml)]
        rows.append(
            [tube.label, tube.paint, recipe, tube.medium, tube.finish, *sizes, tube.notes, readings]
        )
    return written_table(rows)


def _reading_cell(reading: Reading) -> str:
    values = [f"{value:.6g}" for value in reading.lab]
    if reading.reflectance is not None:
        values += [f"{value:.7g}" for value in reading.reflectance]
    return f"{_exact(reading.white_parts)}: {' '.join(values)}"


def _exact(value: float) -> str:
    """A number as short as it can be read back whole: 37 rather than 37.0."""
    return repr(float(value)).removesuffix(".0")


def read_box_csv(data: bytes, name: str) -> BoxData:
    """A box from CSV; the file does not tell its name.

    Parameters
    ----------
    data : bytes
        The file as it came.
    name : str
        Name that the box gets.

    Raises
    ------
    FileFaults
        With every fault and its line; nothing is taken then.
    """
    text = text_of(data)
    faults = Faults()
    rows = csv.DictReader(io.StringIO(text, newline=""), restkey="more")
    try:
        header = rows.fieldnames or []
        if "label" not in header:
            raise FileFaults([Fault(1, f"The first row names the columns: {', '.join(COLUMNS)}.")])
        for unknown in [column for column in header if column not in COLUMNS]:
            faults.add(1, f"'{unknown[:30]}' is no column; there are {', '.join(COLUMNS)}.")
        faults.refuse()
        tubes: list[TubeData] = []
        for row in rows:
            line = rows.line_num
            if len(tubes) == MOST_TUBES:
                faults.add(line, f"It has more than {MOST_TUBES:,} tubes. Split it.")
                break
            if row.get("more"):
                faults.add(line, "It has more values than there are columns.")
                continue
            with faults.noting(line):
                tubes.append(_row_tube({key: plain(value or "") for key, value in row.items()}))
    except csv.Error as error:
        faults.add(rows.line_num, f"This is no CSV: {error}.")
    faults.refuse()
    _bounded(faults, sum(len(tube.readings) for tube in tubes))
    return BoxData(name, tubes)


def _row_tube(row: Mapping[str, str]) -> TubeData:
    def number(column: str) -> float | None:
        text = row.get(column, "").strip()
        return _number(text, column, 0, 100_000) if text else None

    medium, finish = row.get("medium", "") or "oil", row.get("finish", "") or "satin"
    for value, known, what in ((medium, TUBE_MEDIA, "medium"), (finish, FINISHES, "finish")):
        if value not in known:
            raise InputError(
                f"The {what} '{value[:20]}' is not known; take {', '.join(known)}.", what
            )
    recipe = {}
    for entry in filter(None, (e.strip() for e in row.get("recipe", "").split(";"))):
        key, _, part = entry.partition("=")
        recipe[key.strip()] = _number(part, "recipe", 1e-6, 1e6)
    readings = []
    for entry in filter(None, (e.strip() for e in row.get("readings", "").split(";"))):
        white, _, told = entry.partition(":")
        values = [_number(word, "readings", -1000, 1000) for word in told.split()]
        if len(values) not in (3, 3 + BANDS):
            raise InputError("Write '9: 52.1 -3.2 -30', the tint and its CIELAB.", "readings")
        spectrum = np.array(values[3:]) if len(values) > 3 else None
        readings.append(
            Reading(_number(white, "readings", 0, 1000), np.array(values[:3]), spectrum)
        )
    return checked_tube(
        TubeData(
            label=row["label"],
            paint=row.get("paint", "").strip(),
            recipe=recipe,
            medium=medium,
            finish=finish,
            size_ml=number("size_ml"),
            left_ml=number("left_ml"),
            notes=row.get("notes", ""),
            readings=readings,
        )
    )


def _number(text: str, what: str, least: float, most: float) -> float:
    try:
        value = float(text.strip().replace(",", "."))
    except ValueError:
        raise InputError(f"'{text.strip()[:20]}' is no number for “{what}”.", what) from None
    if not least <= value <= most:
        raise InputError(f"Give {least:g} to {most:g} for “{what}”, not {value:g}.", what)
    return value


def write_optics(paints: Sequence[Paint]) -> str:
    """K and S of paints, relative to titanium white's S, as JSON."""
    told = [
        {
            "key": paint.key,
            "name": paint.name,
            "origin": paint.origin,
            "absorption": [round(float(v), 8) for v in paint.absorption],
            "scattering": [round(float(v), 8) for v in paint.scattering],
        }
        for paint in paints
    ]
    whole = {
        "format": OPTICS_FORMAT,
        "version": VERSION,
        "wavelengths_nm": WAVELENGTHS_NM.tolist(),
        "paints": told,
    }
    return json.dumps(whole, ensure_ascii=False, indent=1)


def read_optics(data: bytes) -> dict[str, tuple[np.ndarray, np.ndarray]]:
    """K and S by key, from JSON as `write_optics` writes it.

    Parameters
    ----------
    data : bytes
        The file as it came.

    Raises
    ------
    FileFaults
        Where it is no such file, or a spectrum in it cannot be.
    """
    whole, _ = read_json(data)
    paints = whole.get("paints") if isinstance(whole, dict) else None
    if not isinstance(paints, list) or whole.get("format") != OPTICS_FORMAT:
        raise FileFaults([Fault(0, f"This is no '{OPTICS_FORMAT}' file.")])
    faults, found = Faults(), {}
    for i, paint in enumerate(paints):
        with faults.noting(0):
            spectra = []
            for what in ("absorption", "scattering"):
                try:
                    values = np.array(paint[what], dtype=np.float64)
                    key = str(paint["key"])
                except (KeyError, TypeError, ValueError):
                    raise InputError(f"paint {i + 1}: its {what} is missing.", what) from None
                if values.shape != (BANDS,) or not (np.isfinite(values) & (values > 0)).all():
                    raise InputError(
                        f"paint {i + 1}: give {BANDS} values above zero of {what}.", what
                    )
                spectra.append(values)
            found[key] = (spectra[0], spectra[1])
    faults.refuse()
    return found
