"""Whether the demo is still as it was made: a start that need not make it anew is quick."""

import hashlib
from pathlib import Path

from django.conf import settings

import mesotint.paints
from server.kept.owned import written
from server.painters.models import DEMO_PAINTER, Painter


def _state() -> str:
    """Tells demos apart: by all that is kept of it, and by what it is made from."""
    painter = Painter.objects.filter(username=DEMO_PAINTER).first()
    if painter is None:
        return ""
    digest = hashlib.sha256(f"{painter.password}{written(painter)}".encode())
    made_from = [
        *Path(__file__).parent.glob("*.*"),
        *Path(*mesotint.paints.__path__).rglob("data/*"),
    ]
    for file in sorted(made_from):
        digest.update(file.read_bytes())
    return digest.hexdigest()


def _mark() -> Path:
    return Path(settings.DATA) / "demo.mark"


def is_untouched() -> bool:
    """Whether nobody has changed anything in the demo since it was made."""
    mark = _mark()
    return mark.is_file() and mark.read_text("utf-8") == _state()


def note() -> None:
    """Note that the demo is as it was just made."""
    _mark().write_text(_state(), "utf-8")
