"""Files to download."""

from django.http import HttpResponse
from django.utils.text import slugify

TYPES = {
    "pdf": "application/pdf",
    "svg": "image/svg+xml",
    "png": "image/png",
    "csv": "text/csv; charset=utf-8",
    "json": "application/json",
    "css": "text/css; charset=utf-8",
    "cgats": "text/plain; charset=utf-8",
    "cxf": "application/xml",
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
