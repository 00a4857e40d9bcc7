"""The journal in files: taken along, printed as a swatch book, and a notebook taken in."""

import hashlib
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime, time
from difflib import get_close_matches
from typing import Final

import numpy as np
from django.db import transaction
from django.http import HttpResponse
from ninja import UploadedFile
from pydantic import TypeAdapter, ValidationError

from mesotint.colour.srgb import hex_from_lab
from mesotint.errors import InputError
from mesotint.formats import journal as core
from mesotint.formats.cgats import write_cgats
from mesotint.formats.cxf import write_cxf
from mesotint.formats.faults import Faults
from mesotint.formats.readings import NamedReading
from mesotint.mixing.mixture import appearances
from mesotint.painted.swatch_book import BookEntry, draw_book
from mesotint.paints.calibration import Reading
from mesotint.paints.library import library
from server.journal.answers import FoundEntry, UnsurePart
from server.journal.models import Tag
from server.journal.requests import BookIn, Filters
from server.journal.services import add_remark, words_of
from server.journal.wall import entries
from server.kept import clock, tasks
from server.kept.downloads import download
from server.mixtures import keeping
from server.mixtures.models import KeptMixture, Mixing
from server.mixtures.requests import Viewing
from server.painters.models import Painter
from server.tubes.files import contents
from server.tubes.models import Tube
from server.tubes.readings import colour_typed
from server.tubes.services import PaintBox, version_of

_AT_A_TIME: Final = 500
_NEAR: Final = 0.86
"""How alike two labels must be to be taken for one that is written otherwise."""


def entries_of(painter: Painter, asked: Filters) -> list[core.EntryData]:
    """The entries that are asked for, as a file knows them, the newest first."""
    found = entries(painter, asked).order_by("-mixed", "-pk")
    rows = list(found.prefetch_related("parts", "tags"))
    labs = np.array([row.lab for row in rows]).reshape(-1, 3)
    seen = appearances(labs) if rows else []
    codes = hex_from_lab(labs)[0] if rows else []
    return [
        core.EntryData(
            name=row.name,
            date=row.mixed.date().isoformat(),
            times=row.times,
            parts=[
                core.PartData(part.label, float(f"{100 * part.parts:.6g}"), _library_key(part))
                for part in row.parts.all()
            ],
            medium=row.medium,
            finish=row.finish,
            ground=row.ground,
            lab=row.lab,
            reflectance=_spectrum(row),
            seen=row.seen_lab,
            seen_by=row.seen_by,
            target=row.target_name,
            note=row.note,
            tags=[tag.word for tag in row.tags.all()],
            munsell=look.munsell,
            srgb=code,
        )
        for row, look, code in zip(rows, seen, codes, strict=True)
    ]


def _library_key(part: object) -> str:
    key = getattr(part, "paint_key", "")
    return key if key in library().paints else ""


def _spectrum(row: KeptMixture) -> np.ndarray | None:
    if row.spectrum is None:
        return None
    return np.clip(np.frombuffer(bytes(row.spectrum), "<f4").astype(np.float64), 0.0, 1.0)


def journal_file(painter: Painter, form: str, asked: Filters) -> HttpResponse:
    """The journal to download: JSON, CSV, or its colours as CGATS.17 or CxF 3."""
    told = entries_of(painter, asked)
    if form == "json":
        return download(core.JOURNAL_FILE.written(core.JournalData(told)), "journal", form)
    if form == "csv":
        return download(core.write_journal_csv(told), "journal", form)
    readings = [
        NamedReading(entry.name, Reading(0.0, np.asarray(entry.lab), entry.reflectance))
        for entry in told
    ]
    made = clock.now().isoformat(timespec="seconds")
    written = write_cgats(readings, made) if form == "cgats" else write_cxf(readings, made)
    return download(written, "journal", form)


@tasks.kind("book")
def book(doing: tasks.Doing) -> tasks.Outcome:
    """A swatch book of the entries that are asked for."""
    asked = BookIn.model_validate(doing.asked["asked"])
    found = entries(doing.painter, asked.filters).order_by("-mixed", "-pk")
    rows = list(found.prefetch_related("parts"))
    told = []
    for first in range(0, len(rows), _AT_A_TIME):
        doing.tell(0.2 * first / len(rows), "Looking at the entries …")
        told += _book_entries(rows[first : first + _AT_A_TIME], doing.asked["address"])

    def tell(place: int) -> None:
        doing.tell(0.2 + 0.8 * place / len(told), f"Drawing {place + 1} of {len(told)} …")

    return tasks.Outcome(draw_book(told, asked.form, tell), f"swatch book {asked.form}", "pdf")


def _book_entries(rows: Sequence[KeptMixture], address: str) -> list[BookEntry]:
    labs = np.array([row.lab for row in rows])
    truths = [row.seen_lab for row in rows]
    codes = hex_from_lab(labs)[0]
    seen = iter(
        hex_from_lab(np.array([lab for lab in truths if lab is not None]).reshape(-1, 3))[0]
    )
    return [
        BookEntry(
            name=row.name,
            date=f"{row.mixed:%d %B %Y}".lstrip("0"),
            notation=look.munsell,
            srgb=code,
            seen_srgb="" if truth is None else next(seen),
            parts=[f"{share_in_words(part.parts)} {part.label}" for part in row.parts.all()],
            note=row.note,
            address=f"{address}journal/{row.pk}",
        )
        for row, look, code, truth in zip(rows, appearances(labs), codes, truths, strict=True)
    ]


def share_in_words(share: float) -> str:
    """A share as it is written beside a swatch and on the slip."""
    return f"{100 * share:.1f} %" if share < 0.1 else f"{100 * share:.0f} %"


# A notebook taken in.


def journal_in(file: UploadedFile) -> list[core.EntryData]:
    """Entries of a journal's JSON, or of a notebook kept as a table."""
    data = contents(file)
    if data.lstrip()[:1] in (b"{", b"["):
        return core.read_journal_json(data)
    return core.read_journal_csv(data)


_CHOSEN: Final = TypeAdapter(dict[str, int | None])


def chosen_tubes(text: str) -> dict[str, int | None]:
    """The tubes a painter chose for the labels of a file, from JSON."""
    try:
        return _CHOSEN.validate_json(text, strict=True)
    except ValidationError:
        raise InputError("Which tube a label is of cannot be read; choose it again.") from None


@dataclass(frozen=True)
class _Matched:
    """An entry with the tubes that its paints were found in; `unsure` tells what is not certain."""

    entry: core.EntryData
    tubes: Sequence[int | None]
    unsure: Mapping[str, str]

    @property
    def untold(self) -> bool:
        """Whether nothing tells its colour: not all it is of is in tubes, and none is written."""
        return self.entry.lab is None and None in self.tubes


def _matched(
    painter: Painter, told: Iterable[core.EntryData], chosen: Mapping[str, int | None]
) -> list[_Matched]:
    """Entries with tubes for their paints: those the painter chose for a label, else by label and
    pigment. Refused, with every fault and its line, where a colour is none."""
    box = PaintBox(painter, Tube.objects.filter(painter=painter).values_list("pk", flat=True))
    by_label = {box.paint(pk).name.casefold(): pk for pk in sorted(box.tubes, reverse=True)}
    by_key = {tube.paint_key: pk for pk, tube in box.tubes.items() if tube.paint_key}
    faults, found = Faults(), []
    for each in told:
        entry, tubes, unsure = each, list[int | None](), dict[str, str]()
        for part in entry.parts:
            label = part.label.casefold()
            tube = by_label.get(label) or by_key.get(part.paint)
            if label in chosen:
                tube = chosen[label] if chosen[label] in box.tubes else None
            elif tube is None and (near := get_close_matches(label, by_label, 1, _NEAR)):
                tube = by_label[near[0]]
                unsure[part.label] = f"“{part.label}” is taken for {box.paint(tube).name}"
            elif tube is None:
                unsure[part.label] = f"“{part.label}” is in no tube of yours"
            tubes.append(tube)
        with faults.noting(entry.line):
            if entry.colour:
                entry = replace(entry, lab=colour_typed(entry.colour))
            found.append(_Matched(entry, tubes, unsure))
    faults.refuse()
    return found


def found_entries(painter: Painter, told: Sequence[core.EntryData]) -> list[FoundEntry]:
    """Entries of a file, to look at before they are taken, and what is unsure of each."""
    return [
        FoundEntry(
            name=each.entry.name,
            says=" + ".join(f"{part.parts:g} {part.label}" for part in each.entry.parts),
            date=each.entry.date,
            unsure=[
                UnsurePart(label=part.label, tube=tube, says=each.unsure[part.label])
                for part, tube in zip(each.entry.parts, each.tubes, strict=True)
                if part.label in each.unsure
            ],
            untold=each.untold,
        )
        for each in _matched(painter, told, {})
    ]


@transaction.atomic
def take_journal(
    painter: Painter, told: Sequence[core.EntryData], chosen: Mapping[str, int | None]
) -> int:
    """Take entries of a file: all of them, or none; what was taken before is not taken again.

    `chosen` has the tube that the painter says a label is of, or none for a paint in no tube.
    """
    chosen = {label.casefold(): tube for label, tube in chosen.items()}
    matched = _matched(painter, told, chosen)
    faults = Faults()
    for each in matched:
        with faults.noting(each.entry.line):
            if each.untold:
                where = each.tubes.index(None)
                raise InputError(
                    f"“{each.entry.parts[where].label}” is in no tube of yours, and the colour is "
                    "not told; choose its tube, or write the colour.",
                    "parts",
                )
    faults.refuse()
    box = PaintBox(painter, {tube for each in matched for tube in each.tubes if tube is not None})
    before = Mixing.objects.filter(mixture__painter=painter).count()
    for each in matched:
        _take(painter, box, each)
    return Mixing.objects.filter(mixture__painter=painter).count() - before


def _take(painter: Painter, box: PaintBox, each: _Matched) -> None:
    entry = each.entry
    viewing = Viewing.model_validate(
        {"medium": entry.medium, "finish": entry.finish,
         **({"ground": entry.ground} if entry.ground else {})}
    )  # fmt: skip
    whole = sum(part.parts for part in entry.parts)
    parts = [
        keeping.Ingredients(tube, part.label, part.parts / whole, part.paint)
        for part, tube in zip(entry.parts, each.tubes, strict=True)
    ]
    lab, film, opened = entry.lab, entry.reflectance, None
    if None not in each.tubes:
        paints = [box.paint(tube) for tube in each.tubes if tube is not None]
        amounts = np.array([part.parts for part in entry.parts])
        opened = viewing.viewing.opened_lab(amounts, paints)
        if lab is None:
            film = viewing.viewing.reflectance(amounts, paints)
            lab = viewing.viewing.lab_of_film(film)
    assert lab is not None
    mark = hashlib.sha1(repr(_same_row(entry)).encode(), usedforsecurity=False).hexdigest()
    token = f"file-{mark[:34]}"
    if Mixing.objects.filter(mixture__painter=painter, token=token).exists():
        return
    told = keeping.ToKeep(
        name=entry.name, lab=lab, parts=parts, came=Mixing.FILE, viewing=viewing,
        target_name=entry.target, spectrum=film, opened=opened,
        data_version=version_of([tube for tube in each.tubes if tube is not None]),
    )  # fmt: skip
    with clock.moved(_seconds_to(entry.date)):
        kept = keeping.keep(painter, told, None, token)
        if entry.seen is not None:
            add_remark(kept, entry.seen_by or "eye", entry.seen, "", f"{token[:30]}-seen")
    for word in {tag.casefold() for tag in entry.tags}:
        Tag.objects.get_or_create(painter=painter, mixture=kept, word=word)
    if entry.note:
        kept.note = "\n".join(filter(None, [kept.note, entry.note]))[:4000]
    kept.words = words_of(kept)
    kept.save(update_fields=["note", "words"])


def _same_row(entry: core.EntryData) -> Mapping[str, object]:
    """What makes an entry of a file the same one when it is taken in once more."""
    return {"name": entry.name, "date": entry.date, "medium": entry.medium,
            "parts": [(part.label, part.parts) for part in entry.parts]}  # fmt: skip


def _seconds_to(date: str) -> float:
    """How far from now the noon of a day is; nothing for a day that is not told."""
    if not date:
        return 0.0
    try:
        day = datetime.fromisoformat(date).date()
    except ValueError:
        raise InputError(f"{date} is no day of the calendar.", "date") from None
    return datetime.combine(day, time(12), UTC).timestamp() - clock.now_s()
