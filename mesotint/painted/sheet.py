"""Sheets to paint on, as PDF and SVG, and their patches as PNG.

Examples
--------
>>> from datetime import datetime
>>> patch = SheetPatch("step 1", "5YR 4/6", "brown", "#8a5a3c", True, ("3 sienna", "1 blue"))
>>> sheet = Sheet("Browns", "Two paints", datetime(2026, 5, 1), [patch])
>>> draw(sheet, "pdf")[:5]
b'%PDF-'
"""

import base64
import io
import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from pathlib import Path
from typing import Any

from PIL import Image, ImageDraw
from reportlab.graphics import renderPDF, renderSVG
from reportlab.graphics.shapes import Drawing, Group, Line, Rect, String
from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from mesotint.errors import InputError

SIZES = {"A4": A4, "Letter": LETTER}
FONTS = Path(__file__).parent / "fonts"
TEXT, BOLD = "Mesotint", "Mesotint-Bold"
FACES = {TEXT: "AlegreyaSans-Regular.ttf", BOLD: "AlegreyaSans-Bold.ttf"}
INK = HexColor("#1c1c1c")
SOFT = HexColor("#555555")
NOTE = (
    "Printed patches are only a guide: no printer shows them truly. Paint the empty boxes, let "
    "them dry, and trust those. Parts are by volume."
)
MARGIN = 15 * mm
HEAD = 24 * mm
FOOT = 9 * mm
ROW = 17 * mm
"""Height of a patch of a scale with its box, from one to the next."""

CELL_TEXT_LINES = 6
MOST_COLUMNS = 5
PATCH_PX = 160


@dataclass(frozen=True)
class SheetPatch:
    """One patch of a sheet: what is written beside it, and its colour on a screen, #rrggbb.

    `parts` tell what to mix it from, each as a hand would measure it; `in_gamut` is False where
    the printed colour cannot be true.
    """

    label: str
    munsell: str
    name: str
    srgb: str
    in_gamut: bool
    parts: Sequence[str]
    note: str = ""


@dataclass(frozen=True)
class Sheet:
    """Patches under a name, one below the other or as a grid in columns."""

    name: str
    summary: str
    changed: datetime
    patches: Sequence[SheetPatch]
    columns: int = 1
    grid: bool = False


def draw(sheet: Sheet, form: str, size: str = "A4") -> bytes:
    """A sheet as a file.

    Parameters
    ----------
    sheet : Sheet
        At least one patch.
    form : str
        pdf or svg, to paint on, or png: the patches alone, touching.
    size : str
        A4 or Letter; the patches alone have no paper.

    Raises
    ------
    InputError
        For a form or a size that is not known.
    """
    if form not in _DRAWN:
        raise InputError(f"A sheet is drawn as {', '.join(_DRAWN)}.", "form")
    if size not in SIZES:
        raise InputError(f"Paper is {' or '.join(SIZES)}.", "size")
    return _DRAWN[form](sheet, size)


@cache
def with_fonts() -> None:
    """Let the drawings know the faces; once a process."""
    for name, file in FACES.items():
        pdfmetrics.registerFont(TTFont(name, FONTS / file))


@cache
def _faces() -> str:
    """Both faces as a style of a picture."""
    told = []
    for name, file in FACES.items():
        data = base64.b64encode((FONTS / file).read_bytes()).decode()
        told.append(
            f'@font-face {{ font-family: "{name}"; src: url(data:font/ttf;base64,{data}) }}'
        )
    return f"<style>{' '.join(told)}</style>"


def line_of_text(x: float, y: float, told: str, size: float, width: float, **look: Any) -> String:
    """One line of text, cut with an ellipsis where it is longer than its room.

    Parameters
    ----------
    x, y : float
        Where it begins, in points.
    told : str
    size : float
        Of the face, in points.
    width : float
        Its room, in points.
    **look
        As ReportLab's `String` takes them.
    """
    face = look.get("fontName", TEXT)
    whole = told
    while told and pdfmetrics.stringWidth(told, face, size) > width:
        told = told[:-1]
    if told != whole:
        told = told[:-1].rstrip() + "…"
    return String(x, y, told, fontSize=size, **{"fontName": TEXT, "fillColor": INK, **look})


def _head(sheet: Sheet, width: float, height: float, page: int, pages: int) -> Group:
    room = width - 2 * MARGIN
    made = f"Mesotint · {sheet.changed:%d %B %Y}" + (f" · page {page} of {pages}" * (pages > 1))
    return Group(
        line_of_text(MARGIN, height - MARGIN - 5 * mm, sheet.name, 17, room, fontName=BOLD),
        line_of_text(MARGIN, height - MARGIN - 10.5 * mm, sheet.summary, 10.5, room),
        line_of_text(MARGIN, height - MARGIN - 15.5 * mm, made, 9, room, fillColor=SOFT),
        line_of_text(MARGIN, MARGIN + 1 * mm, NOTE, 8, room, fillColor=SOFT),
    )


def _patch(patch: SheetPatch, x: float, y: float, width: float, height: float) -> Group:
    """A printed patch and, touching it, the empty box to paint."""
    half = width / 2
    group = Group(
        Rect(x, y, half, height, fillColor=HexColor(patch.srgb), strokeColor=None),
        Rect(x + half, y, half, height, fillColor=None, strokeColor=SOFT, strokeWidth=0.6),
    )
    if not patch.in_gamut:
        group.add(line_of_text(x + 2, y + 2, "not truly shown", 6, half, fillColor=INK))
    return group


def _row(patch: SheetPatch, x: float, y: float, width: float, height: float) -> Group:
    """One patch of a scale or of picks, with everything written beside it."""
    box = 62 * mm
    group = _patch(patch, x, y, box, height)
    left, room = x + box + 4 * mm, width - box - 4 * mm
    top = y + height - 4 * mm
    label = patch.label[0].upper() + patch.label[1:]
    told, look = ", ".join(patch.parts), f"{patch.munsell} · {patch.name}"
    lines: list[tuple[str, dict[str, Any]]]
    lines = [(f"{label}: {told}", {"size": 10.5, "fontName": BOLD}), (look, {"size": 9.5})]
    leading = 4.3 * mm
    if _width(lines[0][0], BOLD, 10.5) > room:
        # A mixture of many paints is told whole, on lines of its own.
        lines = [
            (f"{label} · {look}", {"size": 10.5, "fontName": BOLD}),
            *((line, {"size": 9.5}) for line in _wrapped(told, 9.5, room)),
        ]
        leading = 3.9 * mm
    if patch.note:
        lines.append((patch.note, {"size": 9, "fillColor": SOFT}))
    else:
        under = y + 1 * mm
        group.add(Line(left, under, left + room, under, strokeColor=SOFT, strokeWidth=0.4))
    for at, (line, how) in enumerate(lines):
        group.add(line_of_text(left, top - at * leading, line, width=room, **how))
    return group


def _width(told: str, face: str, size: float) -> float:
    return float(pdfmetrics.stringWidth(told, face, size))


def _wrapped(told: str, size: float, room: float) -> list[str]:
    """A list of things, told on as many lines as it takes, broken behind its commas."""
    lines: list[str] = []
    for part in told.split(", "):
        if lines and _width(f"{lines[-1]}, {part}", TEXT, size) <= room:
            lines[-1] += f", {part}"
        else:
            lines.append(part)
    return [line + "," * (line is not lines[-1]) for line in lines]


def _cell(patch: SheetPatch, x: float, y: float, width: float, height: float) -> Group:
    """One cell of a chart, with everything written below it."""
    room = width - 2 * mm
    lines = CELL_TEXT_LINES * 2.9 * mm
    group = _patch(patch, x, y + lines, room, height - lines - 2 * mm)
    told = [patch.label, *patch.parts, patch.munsell, *([patch.note] if patch.note else [])]
    if len(told) > CELL_TEXT_LINES:
        told = [*told[:1], ", ".join(told[1:-1]), told[-1]]
    for i, line in enumerate(told):
        face = BOLD if i == 0 else TEXT
        group.add(line_of_text(x, y + lines - (i + 1) * 2.8 * mm, line, 7, room, fontName=face))
    return group


def _pages(sheet: Sheet, size: str) -> list[Drawing]:
    """The sheet page by page."""
    with_fonts()
    width, height = SIZES[size]
    room, tall = width - 2 * MARGIN, height - 2 * MARGIN - HEAD - FOOT
    grid = sheet.grid
    columns = min(sheet.columns, MOST_COLUMNS) if grid else 1
    # A row of a wide chart goes on below itself, so that no cell is too narrow to paint.
    rows: list[Sequence[SheetPatch]] = []
    step = sheet.columns if grid else 1
    for at in range(0, len(sheet.patches), step):
        row = sheet.patches[at : at + step]
        rows += [row[i : i + columns] for i in range(0, len(row), columns)]
    row_height = 36 * mm if grid else ROW
    on_page = max(1, int(tall // row_height))
    pages = [rows[i : i + on_page] for i in range(0, len(rows), on_page)]
    draw: Callable[..., Group] = _cell if grid else _row
    drawings = []
    for number, page in enumerate(pages, start=1):
        drawing = Drawing(width, height)
        drawing.add(_head(sheet, width, height, number, len(pages)))
        top = height - MARGIN - HEAD
        for i, row in enumerate(page):
            for j, patch in enumerate(row):
                y = top - (i + 1) * row_height
                across = room / columns
                high = row_height if grid else row_height - 1.5 * mm
                drawing.add(draw(patch, MARGIN + j * across, y, across, high))
        drawings.append(drawing)
    return drawings


def _pdf(sheet: Sheet, size: str) -> bytes:
    file = io.BytesIO()
    canvas = Canvas(file, pagesize=SIZES[size], invariant=True)
    canvas.setTitle(sheet.name)
    canvas.setAuthor("Mesotint")
    for drawing in _pages(sheet, size):
        renderPDF.draw(drawing, canvas, 0, 0)
        canvas.showPage()
    canvas.save()
    return file.getvalue()


def _svg(sheet: Sheet, size: str) -> bytes:
    """All pages in one picture, one below the other."""
    pages = _pages(sheet, size)
    width, height = SIZES[size]
    whole = Drawing(width, height * len(pages))
    for i, page in enumerate(pages):
        group = Group(*page.contents)
        group.translate(0, height * (len(pages) - 1 - i))
        whole.add(group)
    told: str = renderSVG.drawToString(whole)
    # The faces go along: with another the lines would be longer than their room.
    return re.sub(r"(<svg[^>]*>)", lambda tag: tag[1] + _faces(), told, count=1).encode()


def _png(sheet: Sheet, size: str) -> bytes:
    """Touching patches, a row of the sheet in a row."""
    columns = sheet.columns
    rows = -(-len(sheet.patches) // columns)
    picture = Image.new("RGB", (columns * PATCH_PX, rows * PATCH_PX))
    brush = ImageDraw.Draw(picture)
    for i, patch in enumerate(sheet.patches):
        x, y = i % columns * PATCH_PX, i // columns * PATCH_PX
        brush.rectangle((x, y, x + PATCH_PX - 1, y + PATCH_PX - 1), fill=patch.srgb)
    file = io.BytesIO()
    picture.save(file, "PNG", optimize=True)
    return file.getvalue()


_DRAWN: dict[str, Callable[[Sheet, str], bytes]] = {"pdf": _pdf, "svg": _svg, "png": _png}
