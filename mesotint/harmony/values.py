"""The plan of values: each passage set to a value before hue is thought of, and the whole judged
for its pattern.

That a picture is carried by its values, that darks should join into few masses, and that the
strongest edge draws the eye, is common practice; where dark ends and light begins is our own
judgement.
"""

from collections.abc import Mapping, Sequence
from typing import Final

import numpy as np

from mesotint.colour.comparing import values_in_words
from mesotint.colour.munsell import lab_from_munsell
from mesotint.errors import InputError
from mesotint.harmony.painting import Painting
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.value import hold_value
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

DARKEST: Final = 0.5
LIGHTEST: Final = 9.5
DARK_BELOW: Final = 4.0
LIGHT_FROM: Final = 6.5
"""Munsell values: what is darker counts with the darks, what is as light with the lights."""

_FEW: Final = 3
"""Values from which a difference between two neighbours is strong."""


def at_value(
    mixture: Mapping[Paint, float],
    value: float,
    dark: Paint,
    viewing: Viewing = DEFAULT_VIEWING,
) -> dict[Paint, float]:
    """A mixture brought to a value with the medium's lightener, or with a dark.

    Parameters
    ----------
    mixture : mapping
        Parts by volume of each paint.
    value : float
        Munsell value, 0.5 to 9.5.
    dark : Paint
        What darkens.

    Returns
    -------
    dict
        Parts by volume; nearest to the value where it is out of reach.

    Raises
    ------
    InputError
        For a value that cannot be had.
    """
    if not DARKEST <= value <= LIGHTEST:
        raise InputError(f"A value lies between {DARKEST:g} and {LIGHTEST:g}.", "value")
    lightness = float(lab_from_munsell(np.array([[0.0, value, 0.0]]))[0, 0])
    parts = np.array([list(mixture.values())])
    held = hold_value(parts, list(mixture), lightness, viewing.lightener, dark, viewing)
    told: dict[Paint, float] = {}
    for paint, part in zip(held.paints, held.parts[0].tolist(), strict=True):
        if part > 0:
            told[paint] = told.get(paint, 0.0) + part
    return told


def value_pattern(values: Array, painting: Painting) -> list[str]:
    """How the values of a painting lie: its darks and lights, and its strongest edge.

    Parameters
    ----------
    values : array, shape (passages,)
        Munsell value of each.
    """
    areas, names = painting.areas, [passage.name for passage in painting.passages]
    darks = np.flatnonzero(values < DARK_BELOW).tolist()
    lights = np.flatnonzero(values >= LIGHT_FROM).tolist()
    told = [
        f"Darks {_percent(areas[darks].sum())}, "
        f"middles {_percent(1 - areas[darks].sum() - areas[lights].sum())}, "
        f"lights {_percent(areas[lights].sum())}."
    ]
    if len(darks) > 1:
        masses = _masses(darks, painting.touching)
        if len(masses) == 1:
            told.append("The darks join into one mass.")
        else:
            lists = "; ".join(" with ".join(names[i] for i in mass) for mass in masses)
            told.append(f"The darks lie apart in {len(masses)}: {lists}.")
    pairs = sorted(painting.touching, key=lambda pair: -abs(values[pair[0]] - values[pair[1]]))
    if pairs:
        light, dark = sorted(pairs[0], key=lambda place: -values[place])
        step = float(values[light] - values[dark])
        told.append(
            f"The strongest edge is {names[light]} against {names[dark]}: "
            f"{values_in_words(step)} apart."
        )
        if step < _FEW:
            told.append("No two neighbours lie far apart in value: the whole is soft.")
    return told


def _percent(share: float) -> str:
    return f"{100 * float(share):.0f} %"


def _masses(places: Sequence[int], touching: frozenset[tuple[int, int]]) -> list[list[int]]:
    """Places that touch each other, in groups, the first of each in order."""
    left, masses = list(places), []
    while left:
        mass = [left.pop(0)]
        for place in mass:
            beside = [other for other in left if tuple(sorted((place, other))) in touching]
            mass += beside
            left = [other for other in left if other not in beside]
        masses.append(sorted(mass))
    return masses
