"""Sheets to paint on, as PDF and SVG, and their patches as PNG.

Examples
--------
>>> from datetime import datetime
>>> from mesotint.painted.placing import SheetPatch
>>> patch = SheetPatch("step 1", "5YR 4/6", "brown", "#8a5a3c", True, ("3 sienna", "1 blue"))
>>> sheet = Sheet("Browns", "Two paints", datetime(2026, 5, 1), [patch])
>>> draw(sheet, "pdf")[:5]
b'%PDF-'
"""

import base64
import io
import re
from collections.abc import Callable, Sequence
from functools import cache
from itertools import groupby
from pathlib import Path
from typing import Any

import cv2
import numpy as np
from PIL import Image, ImageDraw
from reportlab.graphics import renderPDF, renderSVG
from reportlab.graphics.shapes import Circle, Drawing, Group, Line, Rect, String
from reportlab.graphics.shapes import Image as PictureShape
from reportlab.lib.colors import Color, HexColor, white
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from mesotint.colour.srgb import encoded
from mesotint.errors import InputError
from mesotint.painted.code import code_rows
from mesotint.painted.layout import DICTIONARY, Marker, Rectangle
from mesotint.painted.placing import (
    BESIDE,
    CELL_TEXT_LINES,
    CODE_SIDE_MM,
    FOOT,
    HEAD,
    MARGIN,
    MARKER_CENTRE_MM,
    MARKER_MM,
    SIZES,
    Placed,
    Sheet,
    SheetPicture,
    greys_of,
    markers_of,
    page_code,
    page_mm,
    placed,
)

FONTS = Path(__file__).parent / "fonts"
TEXT, BOLD = "Mesotint", "Mesotint-Bold"
FACES = {TEXT: "AlegreyaSans-Regular.ttf", BOLD: "AlegreyaSans-Bold.ttf"}
INK = HexColor("#1c1c1c")
SOFT = HexColor("#555555")
NOTE = (
    "Printed patches are only a guide: no printer shows them truly. Paint the empty boxes, let "
    "them dry, and trust those.",
    "Parts are by volume. Photographed whole, by window light and without flash, it is read back.",
)
PATCH_PX = 160


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
    page_mm(size)
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
    room = width - 2 * BESIDE - (CODE_SIDE_MM + 3) * mm
    made = f"Mesotint · {sheet.changed:%d %B %Y}" + (f" · page {page} of {pages}" * (pages > 1))
    return Group(
        line_of_text(BESIDE, height - MARGIN - 0.5 * mm, sheet.name, 17, room, fontName=BOLD),
        line_of_text(BESIDE, height - MARGIN - 6 * mm, sheet.summary, 10.5, room),
        line_of_text(BESIDE, height - MARGIN - 11 * mm, made, 9, room, fillColor=SOFT),
        *(
            line_of_text(BESIDE, MARGIN + 1 * mm - i * 3.4 * mm, line, 8, width - 2 * BESIDE,
                         fillColor=SOFT)
            for i, line in enumerate(NOTE)
        ),
    )  # fmt: skip


def draw_rectangle(at: Rectangle, height: float, **look: Any) -> Rect:
    """A rectangle of a page, in the drawing's points that count from the bottom.

    Parameters
    ----------
    height : float
        Of the page, in points.
    **look
        As ReportLab's `Rect` takes them.
    """
    y = height - (at.top + at.height) * mm
    return Rect(at.left * mm, y, at.width * mm, at.height * mm, **look)


def _furniture(sheet: Sheet, size: str, page: int) -> Group:
    """What a photograph is read by: markers in the corners, printed greys, and the small code."""
    wide, high = SIZES[size]
    group = Group()
    for mark in markers_of(size, page):
        draw_marker(group, mark, MARKER_MM, high)
    for grey in greys_of(size):
        group.add(draw_rectangle(grey.rect_mm, high, fillColor=grey_of(grey.reflectance),
                                 strokeColor=None))  # fmt: skip
    if sheet.code:
        left = wide / mm - BESIDE / mm - CODE_SIDE_MM
        _cells(group, code_rows(page_code(sheet, page)), left,
               MARKER_CENTRE_MM - CODE_SIDE_MM / 2, CODE_SIDE_MM, high)  # fmt: skip
    return group


def draw_marker(onto: Group | Drawing, mark: Marker, side_mm: float, high: float) -> None:
    """Draw a marker.

    Parameters
    ----------
    high : float
        Height of the page, in points.
    """
    known = cv2.aruco.getPredefinedDictionary(getattr(cv2.aruco, DICTIONARY))
    dark = (cv2.aruco.generateImageMarker(known, mark.id, 6) < 128).tolist()
    left, top = (middle - side_mm / 2 for middle in mark.centre_mm)
    _cells(onto, dark, left, top, side_mm, high)


def grey_of(reflectance: float) -> Color:
    """The printed grey that turns back such a share of light."""
    level = round(255 * float(encoded(np.array(reflectance)))) / 255
    return Color(level, level, level)


def _cells(
    group: Group | Drawing,
    dark: Sequence[Sequence[bool]],
    left: float,
    top: float,
    side: float,
    high: float,
) -> None:
    """A square of dark and bare cells, in millimetres from the page's top left corner."""
    cell = side / len(dark)
    for row, line in enumerate(dark):
        at = 0
        for black, run in groupby(line):
            length = len(list(run))
            if black:
                where = Rectangle(left + at * cell, top + row * cell, length * cell, cell)
                # Cells that touch leave no hairline between them.
                group.add(
                    draw_rectangle(where, high, fillColor=INK, strokeColor=INK, strokeWidth=0.3)
                )
            at += length


def _patch(each: Placed, height: float) -> Group:
    """A printed guide and, beside it on bare paper, the empty box to paint."""
    patch = each.patch
    group = Group(
        draw_rectangle(each.guide, height, fillColor=HexColor(patch.srgb), strokeColor=None),
        draw_rectangle(each.box, height, fillColor=None, strokeColor=SOFT, strokeWidth=0.5),
    )
    if not patch.in_gamut:
        x = each.guide.left * mm + 1.5
        y = height - (each.guide.top + each.guide.height) * mm + 2
        group.add(line_of_text(x, y, "not truly shown", 5.5, each.guide.width * mm, fillColor=INK))
    return group


def _row(each: Placed, height: float) -> Group:
    """One patch of a scale or of picks, with everything written beside it."""
    patch, group = each.patch, _patch(each, height)
    left, room = each.text.left * mm, each.text.width * mm
    top = height - each.text.top * mm - 4 * mm
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
        under = height - (each.text.top + each.text.height) * mm + 0.5 * mm
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


def _cell(each: Placed, height: float) -> Group:
    """One cell of a chart, with everything written below it."""
    patch, group = each.patch, _patch(each, height)
    told = [patch.label, *patch.parts, patch.munsell, *([patch.note] if patch.note else [])]
    if len(told) > CELL_TEXT_LINES:
        told = [*told[:1], ", ".join(told[1:-1]), told[-1]]
    x, room = each.text.left * mm, each.text.width * mm
    top = height - each.text.top * mm
    for i, line in enumerate(told):
        face = BOLD if i == 0 else TEXT
        y = top - (i + 1) * 2.8 * mm
        group.add(line_of_text(x, y, line, 7, room, fontName=face))
    return group


def _pages(sheet: Sheet, size: str) -> list[Drawing]:
    """The sheet page by page."""
    with_fonts()
    width, height = SIZES[size]
    pages = placed(sheet, size)
    draw: Callable[..., Group] = _cell if sheet.grid else _row
    drawings = []
    cautions = _caution_lines(sheet, width)
    # Below the last box where there is room for them all, else on a page of their own.
    below = (
        height - max((each.text.top + each.text.height) * mm for each in pages[-1]) - _BESIDE_BOX
    )
    apart = bool(cautions) and below - len(cautions) * _LEADING < MARGIN + FOOT
    count = len(pages) + (sheet.picture is not None) + apart
    for number, page in enumerate(pages, start=1):
        drawing = Drawing(width, height)
        drawing.add(_head(sheet, width, height, number, count))
        drawing.add(_furniture(sheet, size, number - 1))
        for each in page:
            drawing.add(draw(each, height))
        drawings.append(drawing)
    if sheet.picture is not None:
        drawings.append(_picture_page(sheet, sheet.picture, size, len(pages) + 1, count))
    if apart:
        drawing = Drawing(width, height)
        drawing.add(_head(sheet, width, height, count, count))
        _write(drawing, cautions, height - MARGIN - HEAD, width)
        drawings.append(drawing)
    elif cautions:
        _write(drawings[len(pages) - 1], cautions, below, width)
    return drawings


_LEADING = 4.2 * mm
_BESIDE_BOX = 7 * mm


def _caution_lines(sheet: Sheet, width: float) -> list[tuple[str, str]]:
    """Cautions line by line, each with its face."""
    if not sheet.cautions:
        return []
    lines = [
        (line, TEXT) for told in sheet.cautions for line in _wrapped(told, 9, width - 2 * MARGIN)
    ]
    return [("Cautions", BOLD), *lines]


def _write(drawing: Drawing, lines: Sequence[tuple[str, str]], top: float, width: float) -> None:
    """Lines of text from a height downward."""
    for i, (line, face) in enumerate(lines):
        room = width - 2 * MARGIN
        drawing.add(line_of_text(MARGIN, top - i * _LEADING, line, 9, room, fontName=face))


_MARK_PT = 7.5
_COLUMNS = 3


def _picture_page(
    sheet: Sheet, picture: SheetPicture, size: str, number: int, count: int
) -> Drawing:
    """The picture with its numbers, what each number is, and what is said below."""
    width, height = SIZES[size]
    drawing = Drawing(width, height)
    drawing.add(_head(sheet, width, height, number, count))
    rows, columns = picture.pixels.shape[:2]
    wide = width - 2 * MARGIN
    high = wide * rows / columns
    most = 0.5 * height
    if high > most:
        wide, high = wide * most / high, most
    left, bottom = (width - wide) / 2, height - MARGIN - 20 * mm - high
    shown = PictureShape(left, bottom, wide, high, Image.fromarray(picture.pixels))
    drawing.add(shown)
    for mark, (x, y, _) in enumerate(picture.marks, start=1):
        at = left + x * wide, bottom + (1 - y) * high
        drawing.add(Circle(*at, _MARK_PT, fillColor=white, strokeColor=INK, strokeWidth=0.8))
        drawing.add(
            String(at[0], at[1] - 3, str(mark), fontName=BOLD, fontSize=9, fillColor=INK,
                   textAnchor="middle")
        )  # fmt: skip
    top = bottom - 8 * mm
    room = (width - 2 * MARGIN) / _COLUMNS
    for i, (_, _, told) in enumerate(picture.marks):
        x, y = MARGIN + (i % _COLUMNS) * room, top - (i // _COLUMNS) * 5 * mm
        drawing.add(line_of_text(x, y, f"{i + 1}  {told}", 9.5, room - 2 * mm))
    y = top - (-(-len(picture.marks) // _COLUMNS)) * 5 * mm - 4 * mm
    if picture.says:
        drawing.add(
            line_of_text(MARGIN, y, "How to lay the palette out", 10.5, wide, fontName=BOLD)
        )
    for told in picture.says:
        for line in _wrapped(told, 9.5, width - 2 * MARGIN):
            y -= 4.6 * mm
            drawing.add(line_of_text(MARGIN, y, line, 9.5, width - 2 * MARGIN))
    return drawing


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
