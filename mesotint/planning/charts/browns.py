"""The brown chart: a base of primaries, and versions of it that are richer in each.

A brown of three primaries is brown when none of them wins: equal parts are equal in strength, not
in volume, and a measure more of one is a measure by strength as well (common practice).
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Final, Literal

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.errors import InputError
from mesotint.mixing.character import colouring_strength
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.muting.grid import kinds_of
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import Cell, cells_with
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Number, OfEach, OneOf, opened
from mesotint.planning.examples import TRIAD
from mesotint.planning.openings import OPENINGS, opening_labels

STRENGTH, VOLUME = "strength", "volume"
COUNTED_BY: Final = (STRENGTH, VOLUME)
"""How measures are counted; by volume as charts were before they knew strength."""

LEAST_MORE: Final = -1.0
MOST_MORE: Final = 20.0

_TRIED: Final = np.array([0.25, 0.5, 0.75, 1.0, 1.5, 2.0, 3.0, 4.0, 6.0])
"""Measures of one paint that are tried to make a brown of what is none."""

_BROWN_HUES: Final = (20.0, 88.0)
_BROWN_CHROMA: Final = (4.0, 45.0)
_BROWN_BELOW: Final = 60.0
"""CIELAB hue angles, C* and L* of browns (common practice, the figures are our own): dark reds,
oranges and yellows; a duller one is a grey, a lighter one a tan."""


def equal_base(paints: Sequence[Paint]) -> dict[Paint, float]:
    """A base of paints equal in strength; the first is one part by volume.

    Parameters
    ----------
    paints : sequence of Paint
        A white has next to no strength, and would be nearly all of it.
    """
    pulls = [colouring_strength(paint) for paint in paints]
    return {paint: pulls[0] / pull for paint, pull in zip(paints, pulls, strict=True)}


def brown_chart(
    base: Mapping[Paint, float],
    enrichments: Sequence[Paint] | None = None,
    whites: Sequence[float] = OPENINGS,
    more: float | Sequence[float] = 1.0,
    viewing: Viewing = DEFAULT_VIEWING,
    by: str = STRENGTH,
) -> list[list[Cell]]:
    """A base and its richer versions, each with white in steps.

    Parameters
    ----------
    base : mapping
        Parts by volume of each paint of the base; see `equal_base`.
    enrichments : sequence of Paint, optional
        Paints of which a row has more; those of the base, one after another, where none is given.
    whites : sequence of float
        Parts of white (of water in a wash) to one of the brown, a column each.
    more : float or sequence of float
        Measures of its paint that each row has more of, -1 to 20; one for all, or one for each. A
        measure is what is in the base of each paint where all are equal in strength. Below zero it
        has less. By volume a measure is the whole base.
    by : str
        One of `COUNTED_BY`.

    Returns
    -------
    list of rows, each a list of Cell
        The base first: with three primaries and five columns, twenty browns.

    Raises
    ------
    InputError
        For a base without paint, or amounts that cannot be.
    """
    paints, amounts = _checked(base)
    richer = list(enrichments) if enrichments is not None else paints
    turns = _turns(more, len(richer))
    every = [*paints, *(p for p in richer if p not in paints)]
    start = np.concatenate([amounts, np.zeros(len(every) - len(paints))])
    white = viewing.lightener
    rows = []
    for label, extra, turn in zip(
        ["base", *(f"more {p.name.lower()}" for p in richer)],
        [None, *richer],
        [0.0, *turns],
        strict=True,
    ):
        brown = start.copy()
        if extra is not None:
            at = every.index(extra)
            brown[at] = max(brown[at] + turn * _measure(paints, amounts, extra, by), 0.0)
        if brown.sum() <= 0:
            raise InputError("Nothing is left of that row; take less out of it.", "richer")
        brown = brown / brown.sum()
        parts = np.array([[*brown, checked_amount(w, "white", most=100)] for w in whites])
        row = label if turn >= 0 else label.replace("more", "less")
        labels = [f"{row}, {w:g} white" if w else row for w in whites]
        rows.append(cells_with(labels, [*every, white], parts, viewing))
    return rows


def _checked(base: Mapping[Paint, float]) -> tuple[list[Paint], Array]:
    amounts = np.array([checked_amount(part, "base") for part in base.values()])
    if not base or amounts.sum() <= 0:
        raise InputError("Name at least one paint and its parts.", "base")
    return list(base), amounts / amounts.sum()


def _turns(more: float | Sequence[float], rows: int) -> list[float]:
    turns = [float(more)] * rows if isinstance(more, (int, float)) else list(more)
    if len(turns) != rows:
        raise InputError("Say for every row how much richer it is.", "richer")
    return [checked_amount(turn, "richer", least=LEAST_MORE, most=MOST_MORE) for turn in turns]


def _measure(paints: Sequence[Paint], amounts: Array, extra: Paint, by: str) -> float:
    """One measure of a paint, by volume, of a base that is one in all."""
    if by == VOLUME:
        return 1.0
    pulls = np.array([colouring_strength(paint) for paint in paints])
    return float(amounts @ pulls) / len(paints) / colouring_strength(extra)


def brown_says(
    row: Sequence[Cell], base: Mapping[Paint, float], viewing: Viewing = DEFAULT_VIEWING
) -> str:
    """What a row is where it is no brown, and what would make it one; empty for a brown.

    A dark brown hides that it is one, so that a row is judged by all its openings.

    Parameters
    ----------
    base : mapping
        Parts by volume of the base.
    """
    labs = np.array([cell.lab for cell in row])
    if _is_brown(labs):
        return ""
    # Named where it is clearest.
    kind = kinds_of(labs)[int(np.hypot(labs[:, 1], labs[:, 2]).argmax())]
    found = f"This is {'an' if kind[0] in 'aeiou' else 'a'} {kind}, no brown"
    mended = _mended(row, base, viewing)
    if mended is None:
        return f"{found}, and no more of one of its paints makes it one."
    measures, paint = mended
    words = "a measure" if measures == 1 else f"{measures:g} measures"
    return f"{found}: {words} more of {paint.name.lower()} would make it one."


def _is_brown(labs: Array) -> bool:
    lightness, chroma, hue = lch_from_lab(labs).T
    within = (hue >= _BROWN_HUES[0]) & (hue <= _BROWN_HUES[1])
    clear = (chroma >= _BROWN_CHROMA[0]) & (chroma <= _BROWN_CHROMA[1])
    return bool((within & clear & (lightness < _BROWN_BELOW)).any())


def _mended(
    row: Sequence[Cell], base: Mapping[Paint, float], viewing: Viewing
) -> tuple[float, Paint] | None:
    """The fewest measures by strength of one paint of the base that make a row brown."""
    paints, amounts = _checked(base)
    for measures in _TRIED.tolist():
        for paint in paints:
            labs = []
            for cell in row:
                parts = dict(zip(cell.paints, cell.parts, strict=True))
                brown = sum(part for p, part in parts.items() if p is not viewing.lightener)
                more = measures * _measure(paints, amounts, paint, STRENGTH) * brown
                parts[paint] = parts.get(paint, 0.0) + more
                labs.append(viewing.lab(np.array(list(parts.values())), list(parts)))
            if _is_brown(np.array(labs)):
                return measures, paint
    return None


@dataclass(frozen=True)
class Options:
    """What is chosen of browns; where `richer` is empty, each row has `more` of its paint."""

    counted_by: Annotated[
        Literal["strength", "volume"],
        OneOf("What a measure is equal in", {STRENGTH: "Equal in strength", VOLUME: "By volume"}),
    ] = "strength"
    base: Annotated[tuple[float, ...], OfEach(0, 1000)] = ()
    more: Annotated[float, Number(0, MOST_MORE, above=True)] = 1.0
    richer: Annotated[
        tuple[float, ...], OfEach(LEAST_MORE, MOST_MORE, "More {}", "measures")
    ] = ()  # fmt: skip
    openings: Annotated[tuple[float, ...], opened("columns")] = OPENINGS


def _chart(inputs: Inputs[Options]) -> Chart:
    chosen, paints, viewing = inputs.options, inputs.mixtures, inputs.viewing
    if chosen.base and len(chosen.base) != len(paints):
        raise InputError("Give parts for every tube of the base.", "base")
    if chosen.base:
        base = dict(zip(paints, chosen.base, strict=True))
    elif chosen.counted_by == VOLUME:
        base = dict.fromkeys(paints, 1.0)
    else:
        base = equal_base(paints)
    turns = list(chosen.richer) or [chosen.more] * len(paints)
    rows = brown_chart(base, None, chosen.openings, turns, viewing, chosen.counted_by)
    words = ["more" if turn >= 0 else "less" for turn in turns]
    labels = [
        "base",
        *(f"{word} {paint.name.lower()}" for word, paint in zip(words, paints, strict=True)),
    ]
    return Chart(
        f"Browns of {', '.join(paint.name for paint in paints)}",
        rows,
        labels,
        opening_labels(chosen.openings, viewing),
        row_says=[brown_says(row, base, viewing) for row in rows],
    )


KIND: Final = Kind(
    key="browns",
    title="Browns",
    noun="Browns",
    question="Choose the tubes of a base, three primaries say: their brown, and a richer one for "
    "each.",
    takes="A brown chart takes two to six tubes; three primaries are usual.",
    sides={"mixtures": Side("In the base", 2, 6, example=TRIAD)},
    options=Options,
    compute=_chart,
    rank=60,
)
