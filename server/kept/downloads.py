"""Files to download."""

import io
import zipfile
from collections.abc import Sequence

from django.http import HttpResponse
from django.utils.text import slugify

from mesotint.painted.layout import LAYOUT_FILE, SheetLayout

TYPES = {
    "pdf": "application/pdf",
    "svg": "image/svg+xml",
    "png": "image/png",
    "csv": "text/csv; charset=utf-8",
    "json": "application/json",
    "css": "text/css; charset=utf-8",
    "cgats": "text/plain; charset=utf-8",
    "cxf": "application/xml",
    "zip": "application/zip",
}
ENDINGS = {"cgats": "txt"}


def download(data: bytes | str, name: str, form: str) -> HttpResponse:
    """A file to download, under a name that any system takes.

    A table begins with a mark by which spreadsheets know its letters.
    """
    if isinstance(data, str):
        data = data.encode("utf-8-sig" if form == "csv" else "utf-8")
    response = HttpResponse(data, content_type=TYPES[form])
    file = f"{slugify(name) or 'mesotint'}.{ENDINGS.get(form, form)}"
    response["Content-Disposition"] = f'attachment; filename="{file}"'
    return response


def layout_file(pages: Sequence[SheetLayout], name: str) -> HttpResponse:
    """The layout of a sheet as JSON; of several pages, all of them in a ZIP archive."""
    if len(pages) == 1:
        return download(LAYOUT_FILE.written(pages[0]), f"{name} layout", "json")
    file = io.BytesIO()
    with zipfile.ZipFile(file, "w", zipfile.ZIP_DEFLATED) as archive:
        for number, page in enumerate(pages, start=1):
            archive.writestr(f"page-{number}.layout.json", LAYOUT_FILE.written(page))
    return download(file.getvalue(), f"{name} layout", "zip")
