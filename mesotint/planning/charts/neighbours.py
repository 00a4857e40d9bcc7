"""Neighbours: a mixture in the middle, and around it what a little more of each tube would do."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Final, Literal

import numpy as np

from mesotint.colour.comparing import compared
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.character import colouring_strength
from mesotint.mixing.traces import one_in
from mesotint.optics.grid import Array, Indices
from mesotint.paints.library import Paint, library
from mesotint.planning.charts.cells import Cell, cells_of
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Number, OneOf
from mesotint.planning.openings import MOST_OPENING, opening_labels

MOST_AROUND: Final = 8

_AROUND: Final = (
    (),
    ((0, 1),),
    ((0, 0), (0, 2)),
    ((1, 0), (1, 2), (0, 1)),
    ((1, 0), (1, 2), (0, 1), (2, 1)),
)
"""Where up to four neighbours stand about the mixture: each shares an edge with it."""

_RING: Final = (*_AROUND[4], (0, 0), (0, 2), (2, 0), (2, 2))


@dataclass(frozen=True)
class Options:
    """What is chosen of neighbours."""

    of: Annotated[
        Literal["in", "out"],
        OneOf("A little more of what", {"in": "What is in it", "out": "What is out"}),
    ] = "in"
    more: Annotated[float, Number(0.01, 1, "A little is", "%", percent=True)] = 0.15
    white: Annotated[
        float, Number(0, MOST_OPENING, "Opened with", "white", in_wash="Thinned with")
    ] = 4.0  # fmt: skip


def little(paint: Paint, middle: Paint, share: float) -> float:
    """How much of a tube is a little more of it, in parts to one of a mixture.

    A strong tube is let in with a lighter hand: in equal strength with the mixture, so that none of
    the neighbours drowns the others (our own judgement).

    Parameters
    ----------
    paint, middle : Paint
        What is let in, and into what.
    share : float
        Parts of a tube that is no stronger than the mixture.
    """
    return share * min(1.0, colouring_strength(middle) / max(colouring_strength(paint), 1e-6))


def _tubes(inputs: Inputs[Options]) -> list[Paint]:
    """Tubes that are let in: those chosen, those in the mixture, or those that are not."""
    recipe = inputs.mixtures[0].recipe
    if inputs.columns:
        return list(inputs.columns)
    box = {paint.key: paint for paint in inputs.box}
    # Of a single tube none is more in it than it is.
    if inputs.options.of == "in" and recipe:
        known = {**library().paints, **box}
        return [known[key] for key, _ in recipe if key in known]
    keys = {inputs.mixtures[0].key, *(key for key, _ in recipe)}
    return [paint for key, paint in box.items() if key not in keys]


def _farthest(labs: Array, own: Array) -> Indices:
    """Places of those that lead farthest from a colour and from each other, the farthest first."""
    away, places = delta_e_2000(labs, own[None]), list[int]()
    while len(places) < min(MOST_AROUND, len(labs)):
        places.append(int(np.argmax(away)))
        away = np.minimum(away, delta_e_2000(labs, labs[places[-1]][None]))
        away[places] = -1.0
    return np.array(places, dtype=np.intp)


def _laid(middle: Cell, around: Sequence[Cell]) -> list[list[Cell]]:
    """A mixture with its neighbours about it; places that are left over are the mixture's."""
    count = len(around)
    # One or two stand beside it; more stand above and below as well.
    rows, columns = (1, 1 + count) if count < 3 else (3, 3)
    cells = [[middle] * columns for _ in range(rows)]
    places = _AROUND[count] if count < len(_AROUND) else _RING[:count]
    for (row, column), cell in zip(places, around, strict=True):
        cells[row][column] = cell
    return cells


def _chart(inputs: Inputs[Options]) -> Chart:
    chosen, viewing, middle = inputs.options, inputs.viewing, inputs.mixtures[0]
    tubes = _tubes(inputs)
    if not tubes:
        raise InputError("No tube on the desk would do; choose what there is more of.", "columns")
    parts = np.zeros((1 + len(tubes), 2 + len(tubes)))
    parts[:, 0] = 1.0
    amounts = [little(tube, middle, chosen.more) for tube in tubes]
    np.fill_diagonal(parts[1:, 1:-1], amounts)
    paints = [middle, *tubes, viewing.lightener]
    labs = viewing.lab(parts, paints)
    order = [0, *(1 + _farthest(labs[1:], labs[0])).tolist()]
    names = [f"{middle.name} as it is"]
    names += [f"a little more {tubes[place - 1].name.lower()}" for place in order[1:]]
    rows: list[list[Cell]] = []
    for opening in (0.0, chosen.white):
        opened = parts[order]
        opened[:, -1] += opening * opened.sum(axis=1)
        own, *around = cells_of(names, paints, opened, viewing)
        shares = [amounts[place - 1] / (1 + amounts[place - 1]) for place in order[1:]]
        rows += _laid(
            replace(own, facts={"remark": "The mixture as it is."}),
            [
                replace(cell, facts={"remark": _remark(cell, own, share)})
                for cell, share in zip(around, shares, strict=True)
            ],
        )
    half = len(rows) // 2
    blank = [""] * (half - 1)
    return Chart(
        f"A little more of each, about {middle.name.lower()}",
        rows,
        ["as they are", *blank, *opening_labels([chosen.white], viewing), *blank],
        [""] * len(rows[0]),
        kinds=[
            ["" if cell.label == names[0] else cell.label.removeprefix("a little ") for cell in row]
            for row in rows[:half]
        ],
        remarks=[[cell.facts["remark"] for cell in row] for row in rows],
    )


def _remark(cell: Cell, middle: Cell, share: float) -> str:
    """What a little more of a tube has done here."""
    away = float(delta_e_2000(cell.lab, middle.lab))
    return (
        f"{cell.label[0].upper()}{cell.label[1:]}, 1 in {one_in(share)}: "
        f"{compared(cell.lab, middle.lab)}; ΔE {away:.1f}, {difference_in_words(away)}."
    )


KIND: Final = Kind(
    key="neighbours",
    title="Neighbours",
    noun="Neighbours",
    question="Choose a mixture: around it what a little more of each tube would do, opened below.",
    takes="Neighbours are those of one tube or mixture, by up to eight tubes.",
    sides={
        "mixtures": Side("The mixture", 1, 1, example=(("PR101", "PBr7-burnt-sienna", "PY43"),)),
        "columns": Side("A little more of", 0, MOST_AROUND),
    },
    options=Options,
    compute=_chart,
    rank=55,
    goes_on="Its neighbours",
)
