"""Charts of a few paints opened, darkened or brought away: complement to recession."""

from mesotint.errors import InputError
from mesotint.mixing.muting.trail import Trail
from mesotint.planning import browns as core_browns
from mesotint.planning import charts as core
from mesotint.planning.scale import Scale
from server.scales.charts.asked import Asked, Grid, openings


def complement(asked: Asked) -> Grid:
    asked.need("A complement chart takes two tubes.")
    trail = Trail(asked.paints[0], asked.paints[1], 0.0, asked.viewing)
    scale = Scale(trail, asked.request.count)
    rows = core.complement_chart(scale, asked.request.openings)
    steps = [f"step {i + 1}" for i in range(asked.request.count)]
    told = f"{trail.first.name} into {trail.second.name.lower()}"
    return Grid(told, rows, openings(asked), steps)


def browns(asked: Asked) -> Grid:
    asked.need("A brown chart takes two to six tubes; three primaries are usual.")
    wanted, paints = asked.request, asked.paints
    if wanted.base and len(wanted.base) != len(paints):
        raise InputError("Give parts for every tube of the base.", "base")
    if wanted.base:
        base = dict(zip(paints, wanted.base, strict=True))
    elif wanted.counted_by == core_browns.VOLUME:
        base = dict.fromkeys(paints, 1.0)
    else:
        base = core_browns.equal_base(paints)
    turns = wanted.richer or [wanted.more] * len(paints)
    rows = core_browns.brown_chart(
        base, None, wanted.openings, turns, asked.viewing, wanted.counted_by
    )
    words = ["more" if turn >= 0 else "less" for turn in turns]
    labels = [
        "base",
        *(f"{word} {paint.name.lower()}" for word, paint in zip(words, paints, strict=True)),
    ]
    names = ", ".join(paint.name for paint in paints)
    says = [core_browns.brown_says(row, base, asked.viewing) for row in rows]
    return Grid(f"Browns of {names}", rows, labels, openings(asked), row_says=says)


def values(asked: Asked) -> Grid:
    asked.need("A value scale takes one dark: a black, or a mixture.")
    cells = core.value_scale(asked.paints[0], asked.request.count, viewing=asked.viewing)
    labels = [cell.label for cell in cells]
    return Grid(
        f"Values of {asked.paints[0].name.lower()}", [cells], [asked.paints[0].name], labels
    )


def tints(asked: Asked) -> Grid:
    asked.need("Tints take one tube at the least, a row each.")
    rows = [core.tint_column(p, asked.request.openings, asked.viewing) for p in asked.paints]
    return Grid("Tints", rows, [paint.name for paint in asked.paints], openings(asked))


def strings(asked: Asked) -> Grid:
    asked.need("Strings take one colour at the least, a row each.")
    dark = asked.darkener()
    rows = [core.string(p, asked.request.values, dark, asked.viewing) for p in asked.paints]
    columns = [f"value {value:g}" for value in asked.request.values]
    title = f"Strings, darkened with {dark.name.lower()}"
    return Grid(title, rows, [paint.name for paint in asked.paints], columns)


def recession(asked: Asked) -> Grid:
    asked.need("Colours that go back are one at the least, a row each.")
    wanted, paints = asked.request, asked.paints
    figures = wanted.lighter, wanted.cooler, wanted.greyer, wanted.flatter
    found = core.recession(paints, asked.box, *figures, asked.viewing)
    cells = core.cells_of_recipes([cell for row in found for cell in row])
    columns = [label for label, _ in found[0]]
    rows = [cells[i : i + len(columns)] for i in range(0, len(cells), len(columns))]
    return Grid("Recession", rows, [paint.name for paint in paints], columns)
