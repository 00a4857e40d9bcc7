"""A journal as JSON that follows a schema, and as a table (CSV) that a notebook can be typed into.

In a table the paints of a mixture stand in one cell, as ``3 Cadmium orange + 1 Ultramarine blue``.
"""

import csv
import io
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Final

from pydantic import Field

from mesotint.errors import InputError
from mesotint.formats.faults import MOST_READINGS, Fault, Faults, FileFaults, text_of
from mesotint.formats.own import (
    STRICT,
    Amount,
    Figures,
    HiddenCount,
    HiddenText,
    OwnFormat,
    Words,
)
from mesotint.formats.table import plain, written_table
from mesotint.optics.grid import BANDS, Array
from mesotint.optics.surface import FINISHES

COLUMNS: Final = ("name", "date", "parts", "medium", "colour", "target", "note", "tags")
TOLD: Final = ("munsell", "L", "a", "b", "srgb", "seen_L", "seen_a", "seen_b", "times")
"""Columns that are told of an entry, and passed over where a table is read."""

MOST_ENTRIES: Final = MOST_READINGS
_DATE: Final = re.compile(r"^\d{4}-\d{2}-\d{2}$")
_PART: Final = re.compile(r"^\s*(\d+(?:[.,]\d+)?)\s+(\S.*?)\s*$")
_MEDIA: Final = ("opaque", "wash")
_NAME_LENGTH: Final = 120
_NOTE_LENGTH: Final = 4000


Name = Annotated[str, Field(min_length=1, max_length=_NAME_LENGTH)]
Lab = Annotated[Array, Figures(3, 6, -200, 200)]


@dataclass(frozen=True)
class PartData:
    """Parts by volume of one paint: what stands on its tube, and the library's key where known."""

    __pydantic_config__ = STRICT

    label: Name
    parts: Amount
    paint: Annotated[str, Field(max_length=64)] = ""


@dataclass(frozen=True)
class EntryData:
    """One entry, as a file knows it.

    Attributes
    ----------
    date : str
        Day that it was mixed last, as ISO 8601 has it; empty where that is not known.
    lab, seen : array, shape (3,), or None
        CIELAB (D65, 2°) as predicted, and as somebody saw it.
    reflectance : array, shape (36,), or None
        From 380 to 730 nm in steps of 10 nm.
    colour : str
        As it was typed, where that is all there is.
    line : int
        Line of the file that it stands in; 0 where it came from none.
    """

    __pydantic_config__ = STRICT

    name: Name
    parts: Annotated[Sequence[PartData], Field(min_length=1, max_length=40)]
    date: Annotated[str, Field(pattern=r"^(\d{4}-\d{2}-\d{2})?$")] = ""
    times: Annotated[int, Field(ge=1)] = 1
    medium: Annotated[str, Words(*_MEDIA)] = "opaque"
    finish: Annotated[str, Words(*FINISHES)] = "satin"
    ground: Annotated[str, Field(max_length=40)] = ""
    lab: Lab | None = None
    reflectance: Annotated[Array, Figures(BANDS, 7, 0.0, 1.0)] | None = None
    seen: Lab | None = None
    seen_by: Annotated[str, Words("", "instrument", "sheet", "photograph", "eye")] = ""
    target: Annotated[str, Field(max_length=_NAME_LENGTH)] = ""
    note: Annotated[str, Field(max_length=_NOTE_LENGTH)] = ""
    tags: Annotated[
        Sequence[Annotated[str, Field(min_length=1, max_length=40)]], Field(max_length=12)
    ] = ()
    colour: HiddenText = ""
    munsell: HiddenText = ""
    srgb: HiddenText = ""
    line: HiddenCount = 0


@dataclass(frozen=True)
class JournalData:
    """The entries of a journal."""

    __pydantic_config__ = STRICT

    entries: Sequence[EntryData]


JOURNAL_FILE: Final = OwnFormat(
    "mesotint journal",
    1,
    "Mixtures that were mixed or meant, as a painter's journal keeps them.",
    JournalData,
    "entries",
    EntryData,
    MOST_ENTRIES,
)


def read_journal_json(data: bytes) -> list[EntryData]:
    """The entries of a journal as JSON, each with its line.

    Parameters
    ----------
    data : bytes
        The file as it came.

    Raises
    ------
    FileFaults
        With every fault and its line; nothing is taken then.
    """
    journal, _, lines = JOURNAL_FILE.read(data)
    return [
        replace(entry, line=lines.of(["entries", i])) for i, entry in enumerate(journal.entries)
    ]


def write_journal_csv(entries: Sequence[EntryData]) -> str:
    """A journal as a table: a row for each entry."""
    rows = []
    for entry in entries:
        figures = [
            f"{figure:.2f}" if lab is not None else ""
            for lab in (entry.lab, entry.seen)
            for figure in (lab if lab is not None else (0, 0, 0))
        ]
        rows.append(
            [
                entry.name, entry.date,
                " + ".join(f"{part.parts:.6g} {part.label}" for part in entry.parts),
                entry.medium,
                "" if entry.lab is None else " ".join(f"{figure:.3f}" for figure in entry.lab),
                entry.target, entry.note, ", ".join(entry.tags),
                entry.munsell, *figures[:3], entry.srgb, *figures[3:], entry.times,
            ]
        )  # fmt: skip
    return written_table([[*COLUMNS, *TOLD], *rows])


def read_journal_csv(data: bytes) -> list[EntryData]:
    """The entries of a notebook that was kept as a table.

    Parameters
    ----------
    data : bytes
        The file as it came: a first row that names the columns, ``name`` and ``parts`` among them.

    Raises
    ------
    FileFaults
        With every fault and its line; nothing is taken then.
    """
    faults = Faults()
    rows = csv.DictReader(io.StringIO(text_of(data), newline=""), restkey="more")
    found: list[EntryData] = []
    try:
        header = rows.fieldnames or []
        if "name" not in header or "parts" not in header:
            raise FileFaults([Fault(1, f"The first row names the columns: {', '.join(COLUMNS)}.")])
        for unknown in [column for column in header if column not in (*COLUMNS, *TOLD)]:
            faults.add(1, f"'{unknown[:30]}' is no column; there are {', '.join(COLUMNS)}.")
        faults.refuse()
        for row in rows:
            line = rows.line_num
            if len(found) == MOST_ENTRIES:
                faults.add(line, f"It has more than {MOST_ENTRIES:,} entries. Split it.")
                break
            if row.get("more"):
                faults.add(line, "It has more values than there are columns.")
                continue
            with faults.noting(line):
                told = {key: plain(value or "").strip() for key, value in row.items()}
                found.append(_row_entry(told, line))
    except csv.Error as error:
        faults.add(rows.line_num, f"This is no CSV: {error}.")
    faults.refuse()
    return found


def _row_entry(row: Mapping[str, str], line: int) -> EntryData:
    name, date, medium = row["name"], row.get("date", ""), row.get("medium", "") or "opaque"
    if not 1 <= len(name) <= _NAME_LENGTH:
        raise InputError(f"A name has 1 to {_NAME_LENGTH} characters.", "name")
    if date and not _DATE.match(date):
        raise InputError(f"'{date[:20]}' is no date; write it as 2026-05-31.", "date")
    if medium not in _MEDIA:
        raise InputError(f"'{medium[:20]}' is no medium; write opaque or wash.", "medium")
    if len(row.get("note", "")) > _NOTE_LENGTH:
        raise InputError(f"A note has at most {_NOTE_LENGTH:,} characters.", "note")
    tags = [tag.strip()[:40] for tag in row.get("tags", "").split(",") if tag.strip()]
    return EntryData(
        name=name, parts=parts_in(row["parts"]), date=date, medium=medium,
        colour=row.get("colour", "")[:60], target=row.get("target", "")[:_NAME_LENGTH],
        note=row.get("note", ""), tags=tags[:12], line=line,
    )  # fmt: skip


def parts_in(text: str) -> list[PartData]:
    """The paints of a cell and the parts of each.

    Parameters
    ----------
    text : str
        As ``3 Cadmium orange + 1 Ultramarine blue``.

    Raises
    ------
    InputError
        Where it cannot be read so.

    Examples
    --------
    >>> [(part.parts, part.label) for part in parts_in("3 orange + 0,5 blue")]
    [(3.0, 'orange'), (0.5, 'blue')]
    """
    found = []
    for piece in text.split("+"):
        told = _PART.match(piece)
        if not told or float(told[1].replace(",", ".")) <= 0:
            raise InputError(
                f"'{piece.strip()[:40]}' does not tell parts; write them as 3 orange + 1 blue.",
                "parts",
            )
        found.append(PartData(told[2][:_NAME_LENGTH], float(told[1].replace(",", "."))))
    return found
