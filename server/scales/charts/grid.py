"""The grid: some tubes against others."""

from mesotint.mixing.mixture import merged
from mesotint.mixing.muting.grid import in_order, pair_grid
from mesotint.planning import charts as core
from server.scales.charts.asked import Asked, Grid


def grid(asked: Asked) -> Grid:
    asked.need("A grid takes one to eight tubes down, and one to eight across.")
    wanted, viewing = asked.request, asked.viewing
    down = in_order(asked.paints, wanted.order, viewing)
    across = in_order(asked.columns, wanted.order, viewing)
    ratio = wanted.row_parts if wanted.ratio == "parts" else wanted.ratio
    found = pair_grid(down, across, ratio, wanted.white, viewing)
    rows = []
    for i, row in enumerate(down):
        labels = [f"{row.name} with {column.name.lower()}" for column in across]
        cells = []
        for j, column in enumerate(across):
            paints, parts = merged([row, column, viewing.lightener], found.amounts[i, j])
            there = [(p, n) for p, n in zip(paints, parts.tolist(), strict=True) if n > 0]
            cells.append(core.Cell(labels[j], tuple(p for p, _ in there),
                                   tuple(n for _, n in there), found.labs[i, j]))  # fmt: skip
        rows.append(cells)
    remarks = [
        [_strength_says(wanted.ratio, cell, remark) for cell, remark in zip(*row, strict=True)]
        for row in zip(rows, found.remarks, strict=True)
    ]
    how = {"parts": f"{wanted.row_parts:g} to 1", "strength": "in equal strength"}
    return Grid(
        f"Down against across, {how.get(wanted.ratio, 'each where it is greyest')}",
        rows,
        [paint.name for paint in down],
        [paint.name for paint in across],
        kinds=found.kinds,
        remarks=remarks,
    )


def _strength_says(ratio: str, cell: core.Cell, remark: str) -> str:
    """What there is to say of a pair beside its colour; parts of equal strength are told as such,
    since by volume they look like no such thing."""
    remark = remark and f"{remark[0].upper()}{remark[1:]}."
    if ratio != "strength" or len(cell.parts) < 2:
        return remark
    first, second = cell.parts[:2]
    more = max(first, second) / min(first, second)
    told = f"1 to {more:.2g} by volume, equal in strength."
    return f"{told} {remark}".strip()
