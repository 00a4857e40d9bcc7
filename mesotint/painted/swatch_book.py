"""A swatch book on paper: cards of A6, or a sheet of labels to stick beside dried swatches.

Each has the swatch, the parts, the notation, the date, and a small code that opens the entry again
(QR code, ISO/IEC 18004, by segno).
"""

import io
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import groupby
from typing import Final

from reportlab.graphics import renderPDF
from reportlab.graphics.shapes import Drawing, Group, Rect
from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, A6
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from mesotint.errors import InputError
from mesotint.painted.code import code_rows
from mesotint.painted.sheet import BOLD, INK, SOFT, line_of_text, with_fonts

CODE_MM: Final = 16.0
"""Edge of the code: a telephone reads it at arm's length."""

LABEL_COLUMNS, LABEL_ROWS = 3, 8
_EDGE: Final = 6 * mm
_LINE: Final = 4.6 * mm


@dataclass(frozen=True)
class BookEntry:
    """An entry as a card shows it: what it is called, when, how it looks, and what is in it.

    `srgb` and `seen_srgb` are codes as #rrggbb, the second empty where nobody looked; `address`
    opens the entry.
    """

    name: str
    date: str
    notation: str
    srgb: str
    seen_srgb: str
    parts: Sequence[str]
    note: str
    address: str


def draw_book(
    entries: Sequence[BookEntry], form: str, tell: Callable[[int], None] = lambda _: None
) -> bytes:
    """A swatch book as PDF.

    Parameters
    ----------
    entries : sequence of BookEntry
        At least one.
    form : str
        cards, each a page of A6; or labels, 24 to a page of A4.
    tell : callable
        Told how many are drawn, before each; what it raises ends the drawing.

    Raises
    ------
    InputError
        For a form that is not known, or no entry at all.
    """
    if form not in _FORMS:
        raise InputError(f"A swatch book is {' or '.join(_FORMS)}.", "form")
    if not entries:
        raise InputError("There is no entry to print; take a filter away.", "entries")
    with_fonts()
    file = io.BytesIO()
    canvas = Canvas(file, pagesize=_FORMS[form], pageCompression=1)
    canvas.setTitle("Swatch book")
    for place, entry in enumerate(entries):
        tell(place)
        if form == "cards":
            _draw(canvas, _card(entry), 0, 0)
            code = CODE_MM * mm
            _draw_code(canvas, entry.address, A6[0] - _EDGE - code, _EDGE - 2 * mm, code)
            canvas.showPage()
            continue
        spot = place % (LABEL_COLUMNS * LABEL_ROWS)
        if place and not spot:
            canvas.showPage()
        width, height = A4[0] / LABEL_COLUMNS, A4[1] / LABEL_ROWS
        column, row = spot % LABEL_COLUMNS, spot // LABEL_COLUMNS
        x, y = column * width, A4[1] - (row + 1) * height
        _draw(canvas, _label(entry, width, height), x, y)
        code = CODE_MM * mm
        _draw_code(canvas, entry.address, x + width - 3 * mm - code, y + 1.5 * mm, code)
    canvas.save()
    return file.getvalue()


_FORMS: Final = {"cards": A6, "labels": A4}


def _draw(canvas: Canvas, group: Group, x: float, y: float) -> None:
    drawing = Drawing(*A4)
    drawing.add(group)
    renderPDF.draw(drawing, canvas, x, y)


def _draw_code(canvas: Canvas, address: str, x: float, y: float, edge: float) -> None:
    modules = code_rows(address)
    size = edge / len(modules)
    path = canvas.beginPath()
    for row, line in enumerate(modules):
        top, column = y + edge - (row + 1) * size, 0
        for dark, run in groupby(line):
            length = len(list(run))
            if dark:
                path.rect(x + column * size, top, length * size, size)
            column += length
    canvas.setFillColor(INK)
    canvas.drawPath(path, stroke=0, fill=1)


def _patch(entry: BookEntry, x: float, y: float, width: float, height: float) -> list[Rect]:
    """As it was predicted, and as it was, touching."""
    codes = [entry.srgb, *([entry.seen_srgb] if entry.seen_srgb else [])]
    each = width / len(codes)
    return [
        Rect(x + place * each, y, each, height, fillColor=HexColor(code), strokeWidth=0)
        for place, code in enumerate(codes)
    ]


def _card(entry: BookEntry) -> Group:
    width, height = A6
    room, code = width - 2 * _EDGE, CODE_MM * mm
    group = Group(*_patch(entry, _EDGE, height - _EDGE - 52 * mm, room, 52 * mm))
    y = height - _EDGE - 60 * mm
    group.add(line_of_text(_EDGE, y, entry.name, 15, room, fontName=BOLD))
    y -= 6 * mm
    group.add(
        line_of_text(_EDGE, y, f"{entry.notation} · {entry.date}", 10.5, room, fillColor=SOFT)
    )
    for part in entry.parts:
        y -= _LINE
        if y < _EDGE + code:
            break
        group.add(line_of_text(_EDGE, y, part, 11, room))
    if entry.note:
        note = line_of_text(_EDGE, _EDGE + 2 * mm, entry.note, 10, room - code, fillColor=SOFT)
        group.add(note)
    return group


def _label(entry: BookEntry, width: float, height: float) -> Group:
    edge, code = 3 * mm, CODE_MM * mm
    group = Group(*_patch(entry, edge, edge, 15 * mm, height - 2 * edge))
    x = edge + 17 * mm
    room = width - x - edge
    y = height - edge - 3.5 * mm
    group.add(line_of_text(x, y, entry.name, 9.5, room, fontName=BOLD))
    y -= 3.6 * mm
    group.add(line_of_text(x, y, f"{entry.notation} · {entry.date}", 7, room, fillColor=SOFT))
    for part in entry.parts:
        y -= 3.4 * mm
        if y < edge:
            break
        # Beside the code there is less room.
        narrow = room - code if y < edge + code else room
        group.add(line_of_text(x, y, part, 8, narrow, fillColor=INK))
    return group
