"""Shades: one colour taken down in value by what may darken it, or up by what may lighten it.

A yellow's shadow by violet, by a redder purple, by green, by blue: each is a different yellow in
the dark. Upward only white, ivory or a lighter paint of its hue helps. A tube black flattens where
a mixed dark keeps the colour's life (all common practice).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import HUE_SEEN_FROM_CHROMA, turn
from mesotint.colour.munsell import munsell_from_lab
from mesotint.errors import InputError
from mesotint.mixing.character import hue_of
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.muting.partners import nearest_partner
from mesotint.mixing.value import hold_value
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_black, is_earth
from mesotint.planning.charts import lightness_of_value

FEWEST_SHADES: Final = 2
MOST_SHADES: Final = 11
MOST_WITH: Final = 8
_DEEPEST_VALUE: Final = 1.5
_LEAST_FALL: Final = 0.5
"""Munsell values that a paint has to bring a colour down, or up, for a row of it."""

_HELD_WITHIN: Final = 8.0
"""Degrees of CIELAB hue within which a hue counts as held."""

_NEIGHBOUR_WITHIN: Final = 75.0

REACHED: Final = 0.85
"""How far toward the last value that all reach the steps go."""


@dataclass(frozen=True)
class Shade:
    """A colour at one value, brought there by one paint.

    Attributes
    ----------
    value : float
        Munsell value it is brought to.
    parts : tuple of float
        Of the colour and of what was added, by volume, adding to 1.
    lab : array, shape (3,)
        CIELAB.
    turns : float
        Degrees of CIELAB hue from the colour, positive from red toward yellow.
    keeps : float
        Share of the colour's chroma that is left.
    """

    value: float
    parts: tuple[float, float]
    lab: Array
    turns: float
    keeps: float

    @property
    def says(self) -> str:
        """How the colour has changed here, in a few words."""
        turned = "it holds its hue"
        if abs(self.turns) >= _HELD_WITHIN:
            turned = f"it has turned {abs(self.turns):.0f}° toward {_toward(self)}"
        return f"Here {turned}, and {100 * self.keeps:.0f} % of its chroma is left."


@dataclass(frozen=True)
class Shades:
    """One row: what was added, and the colour at each value from its own on.

    Attributes
    ----------
    paint : Paint
    steps : tuple of Shade
    """

    paint: Paint
    steps: tuple[Shade, ...]

    @property
    def says(self) -> str:
        """How this paint turns the colour's hue and what chroma it keeps, at the last value."""
        last = self.steps[-1]
        toward = "holds its hue"
        if abs(last.turns) >= _HELD_WITHIN:
            toward = f"turns it {abs(last.turns):.0f}° toward {_toward(last)}"
        return f"{self.paint.name} {toward} and keeps {100 * last.keeps:.0f} % of its chroma."


def _toward(shade: Shade) -> str:
    """The plain hue that lies on the side to which a hue has turned."""
    hue = float(lch_from_lab(shade.lab)[2])
    # Each of four hues begins the quarter that leads on to the next one.
    names = ("yellow", "green", "blue", "red")
    at = int(((hue - 25) % 360) // 90)
    return names[at] if shade.turns > 0 else names[(at - 1) % 4]


def shades(
    colour: Paint,
    added: Sequence[Paint],
    steps: int = 5,
    *,
    up: bool = False,
    viewing: Viewing = DEFAULT_VIEWING,
) -> list[Shades]:
    """A colour at falling (or rising) values, by each of some paints.

    The values are alike for all rows: even from the colour's own to the last that every paint
    brings it to.

    Parameters
    ----------
    colour : Paint
        A paint, or a mixture as a tube.
    added : sequence of Paint
        What darkens it, or lightens it; each a paint or a mixture as a tube.
    steps : int
        Values, the colour's own among them, 2 to 11.
    up : bool
        Whether it is lightened.
    viewing : Viewing

    Raises
    ------
    InputError
        For a number of steps that cannot be had, no paint, the colour itself, or a paint that is
        no darker (or lighter) than it.
    """
    if isinstance(steps, bool) or not FEWEST_SHADES <= steps <= MOST_SHADES:
        raise InputError(f"Shades have {FEWEST_SHADES} to {MOST_SHADES} steps.", "steps")
    if not added:
        word = "lightens" if up else "darkens"
        raise InputError(f"Choose what {word} {colour.name.lower()}.", "with")
    own = _values(viewing.lab(np.ones((1, 1)), [colour]))[0]
    ends = []
    for paint in added:
        if paint.key == colour.key:
            raise InputError(f"{colour.name} does not change itself; choose another.", "with")
        # Where a trail is deepest need not be its end: two strong transparents go below both.
        along = np.linspace(0, 1, 41)
        found = _values(viewing.lab(np.stack([1 - along, along], axis=1), [colour, paint]))
        end = float(found.max() if up else found.min())
        if (end - own if up else own - end) < _LEAST_FALL:
            word = "lighter" if up else "darker"
            raise InputError(
                f"{paint.name} makes {colour.name.lower()} no {word}; choose another.", "with"
            )
        ends.append(end)
    # At the very end the colour itself is gone.
    last = own + REACHED * ((min(ends) if up else max(*ends, _DEEPEST_VALUE)) - own)
    values = np.linspace(own, last, steps)
    wanted = np.array([lightness_of_value(float(value)) for value in values])
    at_own = lch_from_lab(viewing.lab(np.ones(1), [colour]))
    rows = []
    for paint in added:
        held = hold_value(np.ones((steps, 1)), [colour], wanted, paint, paint, viewing)
        parts = np.stack([held.parts[:, 0], held.parts[:, 1:].sum(axis=1)], axis=1)
        parts[0] = [1.0, 0.0]
        parts = parts / parts.sum(axis=1, keepdims=True)
        labs = viewing.lab(parts, [colour, paint])
        rows.append(
            Shades(
                paint,
                tuple(
                    _shade(float(value), row, lab, at_own)
                    for value, row, lab in zip(values, parts.tolist(), labs, strict=True)
                ),
            )
        )
    return rows


def _values(labs: Array) -> Array:
    return np.asarray(munsell_from_lab(np.atleast_2d(labs))[0][:, 1])


def _shade(value: float, parts: Sequence[float], lab: Array, own: Array) -> Shade:
    _, chroma, hue = lch_from_lab(lab).tolist()
    seen = chroma >= HUE_SEEN_FROM_CHROMA
    return Shade(
        value,
        (parts[0], parts[1]),
        lab,
        float(turn(hue, own[2])) if seen else 0.0,
        chroma / max(float(own[1]), 1e-9),
    )


def usual_darkeners(
    colour: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> list[Paint]:
    """What painters try first to darken a colour: its complement, darker hues of its
    neighbourhood, an earth and a black; those of a box that are darker than it.

    Parameters
    ----------
    colour : Paint
    box : sequence of Paint
    viewing : Viewing
    """
    depth = float(viewing.lab(np.ones(1), [colour])[0])
    darker = [
        paint
        for paint in box
        if paint.key != colour.key and float(viewing.lab(np.ones(1), [paint])[0]) < depth - 10
    ]
    own = hue_of(colour)
    found: list[Paint] = []
    if partner := nearest_partner(colour, [p for p in darker if not is_black(p)], viewing):
        found.append(partner)
    if own is not None:
        near = [(abs(float(turn(hue, own))), paint) for paint in darker
                if (hue := hue_of(paint)) is not None and not is_earth(paint)]  # fmt: skip
        near.sort(key=lambda each: each[0])
        found += [paint for gap, paint in near if gap <= _NEIGHBOUR_WITHIN][:2]
    found += [paint for paint in darker if is_earth(paint)][:1]
    found += [paint for paint in darker if is_black(paint)][:1]
    return list({paint.key: paint for paint in found}.values())


def usual_lighteners(
    colour: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> list[Paint]:
    """What painters try to lighten a colour: white, or water, and lighter paints of its hue.

    Parameters
    ----------
    colour : Paint
    box : sequence of Paint
    viewing : Viewing
    """
    depth = float(viewing.lab(np.ones(1), [colour])[0])
    own = hue_of(colour)
    near = [
        (abs(float(turn(hue, own))), paint)
        for paint in box
        if own is not None
        and paint.key != colour.key
        and (hue := hue_of(paint)) is not None
        and float(viewing.lab(np.ones(1), [paint])[0]) > depth + 10
    ]
    near.sort(key=lambda each: each[0])
    found = [viewing.lightener, *(p for gap, p in near if gap <= _NEIGHBOUR_WITHIN)]
    return [paint for paint in found if paint.key != colour.key][:4]
