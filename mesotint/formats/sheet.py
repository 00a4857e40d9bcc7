"""A sheet of patches as CSV (RFC 4180) and as JSON."""

import json
from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass
from typing import Any, Final

from mesotint.formats.table import written_table

FORMAT: Final = "mesotint sheet"
VERSION: Final = 1
_COLUMNS: Final = (
    "place", "label", "munsell", "name", "L", "a", "b", "srgb", "in_gamut",
    "rounding_delta_e", "note",
)  # fmt: skip


@dataclass(frozen=True)
class SheetData:
    """A sheet and its patches.

    Attributes
    ----------
    request : mapping
        What the sheet was computed from.
    patches : sequence of mapping
        Each with label, parts (key, name, exact, whole, touch), lab, munsell, name, srgb,
        in_gamut, rounding_delta_e and note.
    """

    name: str
    kind: str
    summary: str
    changed: str
    paint_data_version: str
    request: Mapping[str, Any]
    patches: Sequence[Mapping[str, Any]]


def sheet_csv(sheet: SheetData) -> str:
    """A row for each patch: how it looks, then whole and exact parts of every paint.

    Parameters
    ----------
    sheet : SheetData
        The sheet as it is to be told.
    """
    names: dict[str, str] = {}
    for patch in sheet.patches:
        for part in patch["parts"]:
            names.setdefault(part["key"], part["name"])
    of_paints = [f"{names[key]} ({kind})" for key in names for kind in ("parts", "exact")]
    rows: list[list[Any]] = [[*_COLUMNS, *of_paints]]
    for place, patch in enumerate(sheet.patches, start=1):
        parts = {part["key"]: part for part in patch["parts"]}
        row = [
            place,
            patch["label"],
            patch["munsell"],
            patch["name"],
            *(f"{figure:.2f}" for figure in patch["lab"]),
            patch["srgb"],
            "yes" if patch["in_gamut"] else "no",
            f"{patch['rounding_delta_e']:.2f}",
            patch["note"],
        ]
        for key in names:
            part = parts.get(key)
            if part is None:
                row += [0, 0]
                continue
            told = f"1 in {part['touch']}" if part.get("touch") else part["whole"]
            row += [told, f"{part['exact']:.8g}"]
        rows.append(row)
    return written_table(rows)


def sheet_json(sheet: SheetData) -> str:
    """The whole sheet, with the name and the version of the format.

    Parameters
    ----------
    sheet : SheetData
        The sheet as it is to be told.
    """
    told = {"format": FORMAT, "version": VERSION, **asdict(sheet)}
    return json.dumps(told, ensure_ascii=False, indent=1)
