"""A painting's palette on paper, and as data: PDF and SVG to paint on, CSV, JSON and CSS."""

from collections.abc import Callable, Sequence

import numpy as np
from django.http import HttpResponse

from mesotint.formats.palette import (
    PALETTE_FILE,
    PaletteColour,
    PaletteData,
    palette_css,
    palette_csv,
)
from mesotint.harmony.laying_out import laying_out
from mesotint.harmony.painting import Painting as CorePainting
from mesotint.mixing.mixture import appearances, together
from mesotint.mixing.traces import TRACE_BELOW, one_in, touch
from mesotint.optics.grid import Array
from mesotint.painted import placing
from mesotint.painted.layout import SheetLayout
from mesotint.painted.sheet import draw
from mesotint.planning.patch import patches_of
from server.kept.downloads import download, layout_file
from server.mixtures.services import amounts_of, cautions_of, parts_in_words, parts_of
from server.paintings.answers import request_of
from server.paintings.composing import compose
from server.paintings.drawing import sheet_picture
from server.paintings.models import Division, Painting
from server.tubes.services import PaintBox

WRITTEN: dict[str, Callable[[PaletteData], str]] = {
    "csv": palette_csv,
    "json": PALETTE_FILE.written,
    "css": palette_css,
}


def layouts_of(painting: Painting, size: str) -> list[SheetLayout]:
    """Where everything stands on a palette as it is printed, page by page."""
    _, after, shares, mother = _mothered(painting)
    return placing.layouts(_printed(painting, after, shares, mother), size)


def _mothered(painting: Painting) -> tuple[CorePainting, CorePainting, Array, str]:
    """A painting without its mother colour and with it, the share of each passage, and its name."""
    asked = request_of(painting).model_copy(update={"light": "D65"})
    composed = compose(painting.painter, asked)
    before = after = composed.painting
    shares: Array = np.zeros(len(before.passages))
    mother = ""
    if asked.mother is not None:
        found = composed.mother()
        shares = found.given(composed.giving(found))
        after, mother = found.harmonised(shares), found.paint.name
    return before, after, shares, mother


def answer(painting: Painting, form: str, size: str) -> HttpResponse:
    """A painting's palette as a file to download."""
    before, after, shares, mother = _mothered(painting)
    data: bytes | str
    if form == "layout":
        pages = placing.layouts(_printed(painting, after, shares, mother), size)
        return layout_file(pages, painting.name)
    if form in WRITTEN:
        data = WRITTEN[form](_palette(painting.name, before, after, shares, mother))
    else:
        data = draw(_printed(painting, after, shares, mother), form, size)
    return download(data, painting.name, form)


def _printed(
    painting: Painting, after: CorePainting, shares: np.ndarray, mother: str
) -> placing.Sheet:
    """Patches in the order of mixing, so that the sheet is filled from the top."""
    order = after.mixing_order
    rows = [after.passages[i].mixture for i in order]
    paints, parts = together([(list(row), list(row.values())) for row in rows])
    patches = []
    for place, patch in zip(order, patches_of(parts, paints, after.viewing), strict=True):
        passage = after.passages[place]
        told = f"{100 * passage.area:.0f} % of the surface"
        if shares[place] > 0:
            share = float(shares[place])
            some = touch(one_in(share)) if share < TRACE_BELOW else f"{100 * share:.2g} %"
            told += f"; of {mother} {some}"
        patches.append(
            placing.SheetPatch(
                label=passage.name,
                munsell=patch.appearance.munsell,
                name=patch.appearance.name,
                srgb=patch.appearance.srgb,
                in_gamut=patch.appearance.in_gamut,
                parts=parts_in_words(parts_of(paints, patch, absent=False)),
                note=told,
                amounts=amounts_of(parts_of(paints, patch, absent=False)),
            )
        )
    summary = f"Mother colour: {mother}" if mother else "No mother colour yet"
    picture = _picture(painting, order, after)
    box = PaintBox(painting.painter, set())
    return placing.Sheet(
        painting.name,
        summary,
        painting.changed,
        patches,
        code=f"painting/{painting.pk}",
        medium=after.viewing.medium,
        finish=after.viewing.finish,
        ground=after.viewing.ground if after.viewing.medium == "wash" else "",
        picture=picture,
        cautions=cautions_of(box, paints),
    )


def _picture(
    painting: Painting, order: Sequence[int], after: CorePainting
) -> placing.SheetPicture | None:
    """The picture that the painting begins from, its passages numbered in the order of mixing."""
    asked = request_of(painting)
    if asked.picture is None:
        return None
    mine = Division.objects.filter(painter=painting.painter, pk=asked.picture.division)
    kept = mine.select_related("photograph").first()
    if kept is None:
        return None
    # Passages may be called alike: they are known by their places.
    mixed = compose(painting.painter, asked).mixed
    numbered = [(asked.passages[mixed[i]].pieces, after.passages[i].name) for i in order]
    return sheet_picture(kept, numbered, laying_out(after))


def _palette(
    name: str, before: CorePainting, after: CorePainting, shares: np.ndarray, mother: str
) -> PaletteData:
    was, now = appearances(before.labs), appearances(after.labs)
    return PaletteData(
        name=name,
        mother=mother,
        colours=[
            PaletteColour(
                passage=passage.name,
                part=passage.part,
                distance=passage.distance,
                area=passage.area,
                mother=float(shares[i]),
                munsell=now[i].munsell,
                name=now[i].name,
                lab=now[i].lab,
                srgb=now[i].srgb,
                in_gamut=now[i].in_gamut,
                was_srgb=was[i].srgb,
                parts={
                    paint.name: part / sum(passage.mixture.values())
                    for paint, part in passage.mixture.items()
                },
            )
            for i, passage in enumerate(after.passages)
        ],
    )
