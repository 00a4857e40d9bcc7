"""What hangs at the door: clear paints that fall to grey, fetched with the door alone."""

import json
from typing import Any, Final

from mesotint.paints.first_boxes import FIRST_MEDIA
from mesotint.paints.library import library
from mesotint.planning.falling import falling

_DOOR: Final = (
    "PY3", "PY37", "PO20", "PR108-light", "PR177", "PV19", "PB29", "PB15:3", "PG7", "PG18",
    "PBr7-burnt-sienna",
)  # fmt: skip
"""Paints that hang there, in the order of the tray."""


def door() -> list[dict[str, Any]]:
    """Each paint, what it falls with, and its steps as a screen shows them."""
    box = [library().paint(key) for key in FIRST_MEDIA["oil"].boxes[2].paints]
    told = []
    for each in falling([library().paint(key) for key in _DOOR], box):
        looks = [step.appearance for step in each.steps]
        last = each.steps[-1]
        names = [each.paint.name.lower(), each.partner.name.lower()]
        names += ["titanium white"] * (len(last.parts) - 2)
        told.append(
            {
                "name": each.paint.name,
                "partner": names[1],
                "parts": last.whole.in_words(names),
                "srgb": [look.srgb for look in looks],
                "inGamut": [look.in_gamut for look in looks],
            }
        )
    return told


def written_door() -> str:
    """The module, in TypeScript."""
    lines = "\n".join(f"  {json.dumps(each)}," for each in door())
    return (
        "// Written by ./studio client from the core: paints that fall to grey.\n"
        f"export const DOOR = [\n{lines}\n] as const;\n"
    )
