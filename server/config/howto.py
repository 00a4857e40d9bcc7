"""What the painter's questions are answered with: strips of paint, computed by the core.

The answers themselves are common practice, with no published source.
"""

import json
from typing import Final

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING, appearances
from mesotint.paints.library import library

_STRIPS: Final[dict[str, tuple[tuple[str, ...], tuple[tuple[float, ...], ...]]]] = {
    # An orange and its blue: brown while it leans, grey at four to three.
    "brown": (("PO20", "PB29", "PW6"), ((12, 1, 6), (6, 1, 4), (3, 1, 3), (2, 1, 2), (4, 3, 4))),
    # A grey that leans green, and red by traces.
    "green": (
        ("PG18", "PR108-light", "PW6"),
        ((10, 3, 20), (10, 4, 20), (10, 5, 20), (10, 6, 20), (10, 6.4, 20)),
    ),
    # Three darks, alone and opened.
    "dark": (
        ("PBr7-burnt-umber", "PB29", "PG7", "PR177", "PW6"),
        ((3, 2, 0, 0, 0), (3, 2, 0, 0, 8), (0, 0, 1, 2, 0), (0, 0, 1, 2, 8)),
    ),
    # A strong blue in a yellow: equal parts, and what one wanted.
    "strong": (("PY3", "PB15:3"), ((1, 1), (4, 1), (12, 1), (40, 1), (120, 1))),
    # A red that white cools, and one warmed again.
    "cool": (
        ("PR108-light", "PW6", "PY37"),
        ((1, 0, 0), (1, 2, 0), (1, 6, 0), (1, 6, 0.4), (1, 6, 1)),
    ),
    # Clear colours, and each with the mother.
    "mother": (
        ("PO20", "PG18", "PB29", "PY43", "PW6"),
        ((4, 0, 0, 0, 2), (0, 4, 0, 0, 3), (0, 0, 4, 0, 4), (4, 0, 0, 3, 2), (0, 4, 0, 4, 3),
         (0, 0, 4, 3, 4)),
    ),
    # One tint at three values.
    "value": (("PV19", "PW6", "PG18"), ((2, 1, 0), (2, 6, 0), (2, 6, 1), (2, 12, 1.4))),
}  # fmt: skip
"""Paints of each strip, and parts of its patches."""


def howto() -> dict[str, list[str]]:
    """Screen codes of each strip, patch by patch."""
    told = {}
    for name, (keys, parts) in _STRIPS.items():
        paints = [library().paint(key) for key in keys]
        labs = DEFAULT_VIEWING.lab(np.array(parts, dtype=np.float64), paints)
        told[name] = [look.srgb for look in appearances(labs)]
    return told


def written_howto() -> str:
    """The module, in TypeScript."""
    lines = "\n".join(f"  {name}: {json.dumps(codes)}," for name, codes in howto().items())
    return (
        "// Written by ./studio client from the core: strips of paint that answer a question.\n"
        f"export const STRIPS = {{\n{lines}\n}} as const;\n"
    )
