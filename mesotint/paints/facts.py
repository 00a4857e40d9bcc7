"""Facts of mixing as data, and how far a set of paints is from each.

The facts in `data/trade-facts.jsonl` are common practice, without a published source. Those named
in `STEERING` guide the fit of the paint library; the others are checks of it.
"""

import json
from collections.abc import Callable, Mapping
from functools import cache
from pathlib import Path
from typing import Any, Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import turn
from mesotint.optics.grid import Array

LabOf = Callable[[list[Mapping[str, float]]], Array]
"""Gives CIELAB, shape (n, 3), of mixtures written as parts by paint key."""

STEERING: Final = frozenset(
    {
        "yellow-violet-earths",
        "yellow-violet-lean",
        "phthalo-orange-blackest",
        "blue-black-tint-is-cool",
        "white-cools-red",
        "phthalo-green-rose",
        "warm-green-warm-red-brown",
    }
)
TRAIL_POINTS: Final = 101


@cache
def trade_facts() -> tuple[dict[str, Any], ...]:
    """All facts, as the dictionaries of the data file."""
    text = (Path(__file__).parent / "data" / "trade-facts.jsonl").read_text("utf-8")
    return tuple(json.loads(line) for line in text.splitlines() if line.strip())


def _outside(name: str, value: Array, bounds: list[float]) -> Array:
    """How far each value lies outside its range; hue ranges may wrap through zero."""
    low, high = bounds
    if name == "h":
        width = (high - low) % 360
        over = (value - low) % 360
        return np.asarray(np.where(over <= width, 0, np.minimum(over - width, 360 - over)))
    return np.asarray(np.maximum(np.maximum(low - value, value - high), 0))


def _figures(lab: Array) -> dict[str, Array]:
    lch = lch_from_lab(lab)
    return {"L": lch[:, 0], "C": lch[:, 1], "h": lch[:, 2], "b": lab[:, 2]}


def _trail(pair: list[str], white: float, lab_of: LabOf) -> tuple[Array, Array]:
    share = np.linspace(0, 1, TRAIL_POINTS)
    first, second = pair
    return share, lab_of([{first: 1 - s, second: s, "PW6": white} for s in share.tolist()])


def _compared(compare: dict[str, str], a: Array, b: Array, margin: float) -> list[float]:
    first, second = _figures(a), _figures(b)
    misses = []
    for name, sign in compare.items():
        gap = float((first[name] - second[name])[0])
        if name == "h":
            gap = float(turn(gap, 0))
        misses.append(max(0.0, margin + gap if sign == "<" else margin - gap))
    return misses


def misses(fact: dict[str, Any], lab_of: LabOf) -> list[float]:
    """How far the mixtures of a fact are from what it says; all zero where it holds.

    Parameters
    ----------
    fact : dict
        One of `trade_facts`.
    lab_of : callable
        Gives the CIELAB of mixtures.

    Returns
    -------
    list of float
        One figure for each demand, in the demand's own units (CIELAB, degrees, or share).
    """
    margin = fact.get("margin", 0.0)
    if "mix" in fact:
        seen = _figures(lab_of([fact["mix"]]))
        return [float(_outside(n, seen[n], r)[0]) for n, r in fact["expect"].items()]
    if "a" in fact:
        labs = lab_of([fact["a"], fact["b"]])
        return _compared(fact["compare"], labs[:1], labs[1:], margin)
    if "trails" in fact:
        nearest = []
        for pair in fact["trails"]:
            _, labs = _trail(pair, fact["white"], lab_of)
            nearest.append(labs[[np.argmin(np.hypot(labs[:, 1], labs[:, 2]))]])
        return _compared(fact["compare_at_neutral"], nearest[0], nearest[1], margin)
    share, labs = _trail(fact["trail"], fact["white"], lab_of)
    figures = _figures(labs)
    if "passes" in fact:
        each = np.array([_outside(n, figures[n], r) for n, r in fact["passes"].items()])
        return [float(v) for v in each[:, np.argmin(each.sum(axis=0))]]
    at = int(np.argmin(figures["C"]))
    figures["share"] = share
    return [float(_outside(n, figures[n][[at]], r)[0]) for n, r in fact["nearest_neutral"].items()]
