"""What a painter tends to do, told from mixtures that had a target: only what is more than chance.

Each difference is what came out less what was wanted. A mean of it is told where it is larger than
an eye tells, and larger than chance makes it in one of twenty painters without such a habit:
Student's t (W. S. Gosset, *The Probable Error of a Mean*, Biometrika 6, 1908), two-sided, at a
level that is shared out over the dimensions asked about (Bonferroni's correction).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from scipy.stats import t as student

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import WARMEST, places
from mesotint.colour.words import GREY_BELOW_CHROMA
from mesotint.optics.grid import Array, Indices

FEWEST: Final = 10
"""Mixtures below which nothing is told: a mean of fewer moves by what an eye sees from one to the
next. Our own judgement; the test says the same at about six where they scatter as hands do."""

CHANCE: Final = 0.05
LIGHTNESS_OF_A_VALUE: Final = 10.0
"""L* of one step of Munsell value, in the middle of the scale."""

LEAST_TOLD: Final = {"value": 1.0, "chroma": 1.0, "temperature": 1.0}
"""A mean that is smaller than this, in L* or CIELAB units, is no habit worth working on: no eye
tells it from none. Our own judgement."""


@dataclass(frozen=True)
class Habit:
    """One thing a painter tends to, over some mixtures.

    `dimension` is value, chroma or temperature; `mean` is in L* or CIELAB units, and `within` is
    half the width of its 95 % interval. `says` is empty where it may be chance.
    """

    dimension: str
    mean: float
    within: float
    count: int
    says: str


def differences(wanted: Array, came: Array) -> Array:
    """What came out less what was wanted, in three dimensions a painter can work on.

    Parameters
    ----------
    wanted, came : ndarray of float
        CIELAB, shape (n, 3).

    Returns
    -------
    ndarray of float
        Shape (n, 3): in L*, in the plane of a* and b* along the target's own hue, and there along
        the line from cool to warm. A grey has no hue to be too clear or too dull in: it is nan.
    """
    wanted = np.asarray(wanted, dtype=np.float64)
    away = np.asarray(came, dtype=np.float64) - wanted
    # A distance from grey would have no sign: whatever misses a grey, misses it outward.
    own = lch_from_lab(wanted)[..., 1]
    hued = np.where(own >= GREY_BELOW_CHROMA, own, np.nan)
    chroma = (away[..., 1:] * wanted[..., 1:]).sum(axis=-1) / hued
    angle = np.radians(WARMEST)
    warm = away[..., 1] * np.cos(angle) + away[..., 2] * np.sin(angle)
    return np.stack([away[..., 0], chroma, warm], axis=-1)


def habits(wanted: Array, came: Array) -> list[Habit]:
    """What a painter tends to, by dimension.

    Parameters
    ----------
    wanted, came : ndarray of float
        CIELAB, shape (n, 3), of targets and of what was mixed for them.

    Returns
    -------
    list of Habit
        Value, chroma and temperature; none below `FEWEST` mixtures that have it.

    Examples
    --------
    >>> wanted = np.tile([50.0, 0.0, 0.0], (12, 1))
    >>> came = wanted - np.array([[2.4 + 0.1 * (i % 3), 0.0, 0.0] for i in range(12)])
    >>> habits(wanted, came)[0].says
    'You tend to end a quarter of a value too dark.'
    """
    found = []
    for dimension, every in zip(LEAST_TOLD, differences(wanted, came).T, strict=True):
        figures = every[np.isfinite(every)]
        count = len(figures)
        if count < FEWEST:
            continue
        mean, spread = float(figures.mean()), float(figures.std(ddof=1))
        error = spread / np.sqrt(count)
        level = 1 - CHANCE / len(LEAST_TOLD) / 2
        sure = abs(mean) > float(student.ppf(level, count - 1)) * error
        told = sure and abs(mean) >= LEAST_TOLD[dimension]
        within = float(student.ppf(1 - CHANCE / 2, count - 1)) * error
        says = _said(dimension, mean) if told else ""
        found.append(Habit(dimension, mean, within, count, says))
    return found


def _said(dimension: str, mean: float) -> str:
    if dimension == "value":
        return f"You tend to end {_values(abs(mean))} too {'light' if mean > 0 else 'dark'}."
    if dimension == "chroma":
        return (
            f"You tend to end too {'clear' if mean > 0 else 'dull'}, by {abs(mean):.0f} of chroma."
        )
    much = "a little" if abs(mean) < 4 else "clearly"
    return f"You tend to end {much} too {'warm' if mean > 0 else 'cool'}."


_PARTS_OF_A_VALUE: Final = (
    (0.18, "a tenth of a value"),
    (0.3, "a quarter of a value"),
    (0.42, "a third of a value"),
    (0.75, "half a value"),
    (1.3, "a value"),
    (float("inf"), "more than a value"),
)


def _values(lightness: float) -> str:
    steps = lightness / LIGHTNESS_OF_A_VALUE
    return next(says for above, says in _PARTS_OF_A_VALUE if steps < above)


def hues_mixed(labs: Array) -> Indices:
    """The place on the painters' wheel of twelve that each of some mixtures has; -1 for a grey.

    Parameters
    ----------
    labs : ndarray of float
        CIELAB, shape (n, 3).

    Returns
    -------
    ndarray of int
        Places in `mesotint.colour.hues.WHEEL`, shape (n,); -1 for what is called a grey.
    """
    _, chroma, angle = np.moveaxis(lch_from_lab(np.asarray(labs, dtype=np.float64)), -1, 0)
    return np.where(chroma >= GREY_BELOW_CHROMA, places(angle), -1)


def trend(figures: Sequence[float]) -> str:
    """Whether something falls or rises over time, beyond chance: Kendall's tau (M. G. Kendall, *A
    New Measure of Rank Correlation*, Biometrika 30, 1938) at one in twenty.

    Parameters
    ----------
    figures : sequence of float
        In the order of time.

    Returns
    -------
    str
        "falls", "rises", or nothing where it may be chance or there are fewer than `FEWEST`.

    Examples
    --------
    >>> trend([9, 8, 8.5, 7, 6, 6.2, 5, 4, 4.1, 3]), trend([1, 2])
    ('falls', '')
    """
    if len(figures) < FEWEST:
        return ""
    from scipy.stats import kendalltau

    found = kendalltau(np.arange(len(figures)), figures)
    if not found.pvalue < CHANCE:
        return ""
    return "falls" if found.statistic < 0 else "rises"
