"""Neighbours: a mixture in the middle, and around it what a little more of each tube would do."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Final, Literal

import numpy as np

from mesotint.colour.comparing import compared
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.character import colouring_strength
from mesotint.mixing.traces import one_in
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.planning.charts.cells import Cell, cells_of, opening_labels
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import MOST_OPENING, Number, OneOf

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


def _farthest(labs: Array, own: Array) -> list[int]:
    """Places of those that lead farthest from a colour and from each other, the farthest first."""
    away, places = delta_e_2000(labs, own[None]), list[int]()
    while len(places) < min(MOST_AROUND, len(labs)):
        places.append(int(np.argmax(away)))
        away = np.minimum(away, delta_e_2000(labs, labs[places[-1]][None]))
        away[places] = -1.0
    return places


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


def _remark(cell: Cell, middle: Cell, amounts: Mapping[str, float]) -> str:
    """What a little more of a tube has done here."""
    if cell.label not in amounts:
        return "The mixture as it is."
    away = float(delta_e_2000(cell.lab, middle.lab))
    return (
        f"{cell.label[0].upper()}{cell.label[1:]}, 1 in {one_in(amounts[cell.label])}: "
        f"{compared(cell.lab, middle.lab)}; ΔE {away:.1f}, {difference_in_words(away)}."
    )


def _chart(inputs: Inputs[Options]) -> Chart:
    chosen, viewing, middle = inputs.options, inputs.viewing, inputs.mixtures[0]
    tubes = _tubes(inputs)
    if not tubes:
        raise InputError("There is no tube on the desk that is not in it.", "of")
    amounts = [little(tube, middle, chosen.more) for tube in tubes]
    labs = np.array([
        viewing.lab(np.array([1.0, amount]), [middle, tube])
        for tube, amount in zip(tubes, amounts, strict=True)
    ])  # fmt: skip
    places = _farthest(labs, viewing.lab(np.ones(1), [middle]))
    labels = [f"a little more {tubes[place].name.lower()}" for place in places]
    shares = {
        label: amounts[place] / (1 + amounts[place])
        for label, place in zip(labels, places, strict=True)
    }
    rows: list[list[Cell]] = []
    remarks: list[list[str]] = []
    for opening in (0.0, chosen.white):
        paints = [middle, *(tubes[place] for place in places), viewing.lightener]
        parts = np.zeros((1 + len(places), len(paints)))
        parts[:, 0] = 1.0
        parts[range(1, len(parts)), range(1, len(parts))] = [amounts[place] for place in places]
        parts[:, -1] += opening * parts.sum(axis=1)
        own, *around = cells_of([f"{middle.name} as it is", *labels], paints, parts, viewing)
        ring = _laid(own, around)
        rows += ring
        remarks += [[_remark(cell, own, shares) for cell in row] for row in ring]
    half = len(rows) // 2
    blank = [""] * (half - 1)
    return Chart(
        f"A little more of each, about {middle.name.lower()}",
        rows,
        ["as they are", *blank, *opening_labels([chosen.white], viewing), *blank],
        [""] * len(rows[0]),
        kinds=[
            [cell.label.removeprefix("a little ") if cell.label in shares else "" for cell in row]
            for row in rows[:half]
        ],
        remarks=remarks,
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
