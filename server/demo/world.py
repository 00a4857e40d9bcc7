"""The demo's invented painter, preparing *Low Tide, Breakers' Yard*: their box and their scales."""

from typing import Final

from django.db import transaction

from server.painters.api import DEMO_PAINTER
from server.painters.models import Painter
from server.scales.schemas import SavedScaleIn
from server.scales.services import keep
from server.tubes.models import Tube

DEMO_PASSWORD: Final = "low-tide"

BOX: Final = (
    "PW6", "PY3", "PY37", "PY43", "PBr7-raw-sienna", "PO20", "PBr7-burnt-sienna", "PR101",
    "PR108-light", "PR177", "PV19", "PV23", "PB29", "PB28", "PB35", "PB15:3", "PG7", "PG18",
    "PG17", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk9",
)  # fmt: skip

SCALES: Final = (
    {"name": "Rust runs into harbour water", "pair": ("PO20", "PB29"), "steps": 9},
    {"name": "Wet mud, sienna to ultramarine", "pair": ("PBr7-burnt-sienna", "PB29"),
     "steps": 7, "lightener": 2.0},
    {"name": "Bleached rope, yellow into violet", "pair": ("PY3", "PV23"),
     "steps": 9, "lightener": 4.0},
    {"name": "Tarred hull, green into rose", "pair": ("PG7", "PV19"), "steps": 7},
    {"name": "Fog bank, thin wash", "pair": ("PBr7-burnt-sienna", "PB35"),
     "steps": 7, "lightener": 6.0, "medium": "wash"},
)  # fmt: skip


@transaction.atomic
def load() -> None:
    """Make the demo painter, box and scales, where they are not there yet."""
    painter, new = Painter.objects.get_or_create(username=DEMO_PAINTER)
    if not new:
        return
    painter.set_password(DEMO_PASSWORD)
    painter.save()
    tubes = {key: Tube.objects.create(painter=painter, paint_key=key).pk for key in BOX}
    # Newest first on the shelf, so the first of the list is saved last.
    for entry in reversed(SCALES):
        wanted = {k: v for k, v in entry.items() if k != "pair"}
        first, second = entry["pair"]
        keep(
            painter,
            SavedScaleIn(first_tube=tubes[first], second_tube=tubes[second], **wanted),
        )
