"""The grid: some tubes against others."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Final, Literal

from mesotint.mixing.mixture import merged
from mesotint.mixing.muting.grid import GREYEST, MOST_RATIO, STRENGTH, in_order, pair_grid
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import Cell, cell_of
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Number, OneOf
from mesotint.planning.examples import first_of
from mesotint.planning.openings import MOST_OPENING

_RATIOS: Final = {
    1.0: "1 to 1",
    2.0: "2 to 1",
    0.5: "1 to 2",
    STRENGTH: "Equal strength",
    GREYEST: "Greyest",
}
_ORDERS: Final = {
    "given": "As chosen",
    "temperature": "Warm to cool",
    "value": "Light to dark",
    "hue": "By hue",
}


@dataclass(frozen=True)
class Options:
    """What is chosen of a grid."""

    ratio: Annotated[
        float | Literal["strength", "greyest"],
        OneOf("Ratio, down to across", _RATIOS, between=(1 / MOST_RATIO, MOST_RATIO)),
    ] = 1.0
    order: Annotated[Literal["given", "temperature", "value", "hue"], OneOf("Order", _ORDERS)] = (
        "given"
    )
    white: Annotated[float, Number(0, MOST_OPENING, "White", "parts", in_wash="Water")] = 0.0


def _chart(inputs: Inputs[Options]) -> Chart:
    chosen, viewing = inputs.options, inputs.viewing
    down = in_order(inputs.mixtures, chosen.order, viewing)
    across = in_order(inputs.columns, chosen.order, viewing)
    pairs = pair_grid(down, across, chosen.ratio, chosen.white, viewing)
    rows = []
    for i, row in enumerate(down):
        cells = []
        for j, column in enumerate(across):
            label = f"{row.name} with {column.name.lower()}"
            paints, parts = merged([row, column, viewing.lightener], pairs.amounts[i, j])
            cells.append(cell_of(label, paints, parts.tolist(), pairs.labs[i, j]))
        rows.append(cells)
    remarks = [
        [_remark(chosen.ratio, cell, remark) for cell, remark in zip(*row, strict=True)]
        for row in zip(rows, pairs.remarks, strict=True)
    ]
    how = {STRENGTH: "in equal strength", GREYEST: "each where it is greyest"}
    return Chart(
        f"Down against across, {how.get(str(chosen.ratio)) or f'{chosen.ratio:g} to 1'}",
        rows,
        [paint.name for paint in down],
        [paint.name for paint in across],
        kinds=pairs.kinds,
        remarks=remarks,
        pairs=[[(_place(row, inputs.mixtures), _place(column, inputs.columns)) for column in across]
               for row in down],
    )  # fmt: skip


def _place(paint: Paint, side: Sequence[Paint]) -> int:
    return next(i for i, each in enumerate(side) if each.key == paint.key)


def _remark(ratio: float | str, cell: Cell, remark: str) -> str:
    """What there is to say of a pair beside its colour; parts of equal strength are named as such,
    since by volume they look like no such thing."""
    remark = remark and f"{remark[0].upper()}{remark[1:]}."
    if ratio != STRENGTH or len(cell.parts) < 2:
        return remark
    first, second = cell.parts[:2]
    more = max(first, second) / min(first, second)
    return f"1 to {more:.2g} by volume, equal in strength. {remark}".strip()


KIND: Final = Kind(
    key="grid",
    title="Grid",
    noun="Grid",
    question="Choose tubes for down and for across: reds against greens, say, each with each.",
    takes="A grid takes one to eight tubes down, and one to eight across.",
    sides={
        "mixtures": Side("Down", 1, 8, example=first_of(
            ("PR108-light", "PO20", "PV19", "PR177", "PR101", "PBr7-burnt-sienna"), 4)),
        "columns": Side("Across", 1, 8, example=first_of(
            ("PG18", "PG7", "PG17", "PG23", "PB29", "PB15:3", "PB35"), 4)),
    },
    options=Options,
    compute=_chart,
    rank=10,
    flags={"mixtures": "rows"},
    # Strong pairs are all but black; opened they say what they are.
    example={"white": 2.0},
)  # fmt: skip
