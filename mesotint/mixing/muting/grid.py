"""The grid: some paints against others, the mixture of each two in one cell.

Reds against greens, or any against any, at one ratio: which pairs go brown, olive, khaki, wine red
or grey is what painters make it for, and that warm with warm and cool with cool come out cleaner
(common practice).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import WARMEST, families, turn
from mesotint.colour.words import GREY_BELOW_CHROMA, describe_each
from mesotint.errors import InputError
from mesotint.mixing.character import equal_strength, hue_of
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.muting.pairs import Pairs
from mesotint.mixing.muting.relation import temperature_remark
from mesotint.mixing.muting.trail import LIGHTENER_MOST
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

STRENGTH: Final = "strength"
GREYEST: Final = "greyest"
ORDERS: Final = ("given", "temperature", "value", "hue")
"""How rows and columns may stand: as they were named, warm to cool, light to dark, or by hue."""

MOST_RATIO: Final = 100.0

_BLACK_BELOW: Final = 20.0
_WINE_BELOW: Final = 34.0
_KHAKI_FROM: Final = 55.0
_KHAKI_CHROMA: Final = 38.0
_SURFACES: Final = ("brown", "olive green", "olive", "pink")


@dataclass(frozen=True)
class PairGrid:
    """Rows against columns.

    Attributes
    ----------
    rows, columns : tuple of Paint
    amounts : array, shape (rows, columns, 3)
        Parts by volume of the row's paint and of the column's, which come to 1, and of what opens
        them.
    labs : array, shape (rows, columns, 3)
        CIELAB.
    names : list of list of str
        Each in a painter's words.
    kinds : list of list of str
        In one word: brown, olive, khaki, wine red, grey …
    remarks : list of list of str
        What temperature says of the pair; empty where it says nothing.
    """

    rows: tuple[Paint, ...]
    columns: tuple[Paint, ...]
    amounts: Array
    labs: Array
    names: list[list[str]]
    kinds: list[list[str]]
    remarks: list[list[str]]


def pair_grid(
    rows: Sequence[Paint],
    columns: Sequence[Paint],
    ratio: float | str = 1.0,
    white: float = 0.0,
    viewing: Viewing = DEFAULT_VIEWING,
) -> PairGrid:
    """Every paint of the rows with every one of the columns.

    Parameters
    ----------
    rows, columns : sequence of Paint
        At least two cells. The same paints may stand on both sides, all of them; the diagonal is
        then each paint itself.
    ratio : float or str
        Parts of the row's paint to one of the column's, above zero; ``strength`` for parts that
        pull alike, ``greyest`` for where each pair comes nearest to grey.
    white : float
        Parts of titanium white to one of the pair, or of water in a wash.

    Raises
    ------
    InputError
        For a side that is empty, one cell alone, a paint on both sides of two different lists or
        twice on one, a white by its strength, or a ratio or opening that cannot be had.
    """
    _check_sides(rows, columns)
    checked_amount(white, "white" if viewing.medium == "opaque" else "water", most=LIGHTENER_MOST)
    shares = _shares(rows, columns, ratio, white, viewing)
    amounts = np.stack([1 - shares, shares, np.full_like(shares, white)], axis=-1)
    flat, wide = amounts.reshape(-1, 3), len(columns)
    cell = np.arange(len(flat))
    parts = np.zeros((len(flat), len(rows) + wide + 1))
    parts[cell, cell // wide] = flat[:, 0]
    parts[cell, len(rows) + cell % wide] = flat[:, 1]
    parts[:, -1] = flat[:, 2]
    labs = viewing.lab(parts, [*rows, *columns, viewing.lightener])

    def in_rows(told: list[str]) -> list[list[str]]:
        return [told[at : at + wide] for at in range(0, len(told), wide)]

    kinds = in_rows(kinds_of(labs))
    return PairGrid(
        tuple(rows),
        tuple(columns),
        amounts,
        labs.reshape(len(rows), wide, 3),
        in_rows(describe_each(labs)),
        kinds,
        [
            [
                temperature_remark(one, other, [kind])
                for other, kind in zip(columns, line, strict=True)
            ]
            for one, line in zip(rows, kinds, strict=True)
        ],
    )


def _check_sides(rows: Sequence[Paint], columns: Sequence[Paint]) -> None:
    for side, word in ((rows, "row"), (columns, "column")):
        if not side:
            raise InputError(f"The grid has no {word}s; name a tube for one.", f"{word}s")
        keys = [paint.key for paint in side]
        if twice := next((p for p in side if keys.count(p.key) > 1), None):
            raise InputError(f"{twice.name} stands twice; a {word} of it is enough.", f"{word}s")
    if len(rows) * len(columns) == 1:
        raise InputError(
            "One tube against one is a scale; add a row or a column for a grid.", "columns"
        )
    one, other = {p.key for p in rows}, {p.key for p in columns}
    both = [paint for paint in rows if paint.key in other]
    if both and one != other:
        raise InputError(
            f"{both[0].name} is a row and a column; take it out of one of the two, or set the "
            "same tubes on both sides.",
            "columns",
        )


def _shares(
    rows: Sequence[Paint],
    columns: Sequence[Paint],
    ratio: float | str,
    white: float,
    viewing: Viewing,
) -> Array:
    """Share of the column's paint in each pair, shape (rows, columns)."""
    if ratio == STRENGTH:
        once = {paint.key: paint for paint in (*rows, *columns)}
        equal = dict(zip(once, equal_strength(list(once.values())), strict=True))
        one = np.array([equal[paint.key] for paint in rows])[:, None]
        other = np.array([equal[paint.key] for paint in columns])[None]
        return np.asarray(other / (one + other))
    if ratio == GREYEST:
        shares = np.zeros((len(rows), len(columns)))
        for i, paint in enumerate(rows):
            # A paint with itself is what it is.
            at = [j for j, other in enumerate(columns) if other.key != paint.key]
            if at:
                pairs = Pairs(paint, [columns[j] for j in at], white, viewing)
                shares[i, at] = pairs.nearest_neutrals()[0]
        return shares
    if isinstance(ratio, str):
        raise InputError(
            f"'{ratio[:40]}' is no ratio; write 2:1, or say {STRENGTH} or {GREYEST}.", "ratio"
        )
    checked_amount(ratio, "ratio", least=1 / MOST_RATIO, most=MOST_RATIO)
    return np.full((len(rows), len(columns)), 1 / (1 + ratio))


def kinds_of(labs: Array) -> list[str]:
    """Colours of shape (n, 3) in the one word a grid is read by: brown, olive, khaki, wine red, a
    grey, or the hue. Common practice, no published source.

    Parameters
    ----------
    labs : array, shape (n, 3)
        CIELAB.
    """
    lightness, chroma, angle = lch_from_lab(np.atleast_2d(labs)).T
    told = []
    for light, clear, hue, said in zip(
        lightness.tolist(), chroma.tolist(), families(angle), describe_each(labs), strict=True
    ):
        surface = next((word for word in _SURFACES if said.endswith(word)), hue)
        if clear < GREY_BELOW_CHROMA:
            told.append("black" if light < _BLACK_BELOW else "grey")
        elif hue in ("yellow", "yellow-green") and light >= _KHAKI_FROM and clear < _KHAKI_CHROMA:
            told.append("khaki")
        elif surface in ("red", "red-violet") and light < _WINE_BELOW:
            told.append("wine red")
        else:
            told.append("olive" if surface == "olive green" else surface)
    return told


def in_order(paints: Sequence[Paint], by: str, viewing: Viewing = DEFAULT_VIEWING) -> list[Paint]:
    """The paints of a side of a grid in an order that lets it be read; whites and greys last where
    hue decides.

    Parameters
    ----------
    by : str
        One of `ORDERS`.
    """
    if by not in ORDERS:
        raise InputError(f"Rows stand {', '.join(ORDERS)}; choose one.", "order")
    if by == "given":
        return list(paints)
    if by == "value":
        light = {p.key: float(viewing.lab(np.ones(1), [p])[0]) for p in paints}
        return sorted(paints, key=lambda paint: -light[paint.key])

    def place(paint: Paint) -> float:
        hue = hue_of(paint)
        if hue is None:
            return np.inf
        # A circle is cut where painters cut it: it begins with the reds that lean to violet.
        return abs(float(turn(hue, WARMEST))) if by == "temperature" else (hue - _CUT_AT) % 360

    return sorted(paints, key=place)


_CUT_AT: Final = 340.0
