"""The table of paints: names, families, what masstone and tint look like, and hazard groups.

Every figure of `data/pigments.csv` is from memory of typical artists' paints; no published source
stands behind a row.
"""

import csv
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Final

from mesotint.paints.shapes import SCATTERING_PRIOR, UNIT_PRIOR, Shape

DATA: Final = Path(__file__).parent / "data"
UNIT_KEY: Final = "PW6"
"""The paint whose scattering is 1."""

WHITES: Final = frozenset({"PW6", "PW4", "PW1"})
COLOURED_GAUGE: Final = 3.7
"""How much stronger, K and S alike, the table's tints want the coloured paints than its guesses.

Found by a fit that left the scattering of titanium white free: it fell to 1 / 3.7.
"""

TINT_WHITE_PARTS: Final = 10.0
"""Parts of titanium white to one of paint in the table's tints, by volume."""


@dataclass(frozen=True)
class TableRow:
    """One paint of the table. `masstone_lch` and `tint_lch` are CIELAB L*, C*, h (D65, 2°)."""

    key: str
    colour_index: str
    name: str
    family: str
    masstone_lch: tuple[float, float, float]
    tint_lch: tuple[float, float, float]
    opacity: str
    hazard_group: str
    shape: Shape


@cache
def paint_table() -> dict[str, TableRow]:
    """All rows by key, in the order of the file."""

    def figures(row: dict[str, str], which: str) -> tuple[float, float, float]:
        return float(row[f"{which}_L"]), float(row[f"{which}_C"]), float(row[f"{which}_h"])

    with (DATA / "pigments.csv").open(encoding="utf-8", newline="") as file:
        return {
            row["key"]: TableRow(
                key=row["key"],
                colour_index=row["colour_index"],
                name=row["common_name"],
                family=row["family"],
                masstone_lch=figures(row, "masstone"),
                tint_lch=figures(row, "tint"),
                opacity=row["opacity"],
                hazard_group=row["hazard_group"],
                shape=Shape(
                    float(row["scattering_guess"]),
                    float(row["absorption_floor_guess"]),
                    row["features"],
                    UNIT_PRIOR if row["key"] == UNIT_KEY else SCATTERING_PRIOR,
                    1.0 if row["key"] in WHITES else COLOURED_GAUGE,
                ),
            )
            for row in csv.DictReader(file)
        }
