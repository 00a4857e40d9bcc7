"""Shades: one colour taken down in value by what may darken it, or up by what may lighten it.

A yellow's shadow by violet, by a redder purple, by green, by blue: each is a different yellow in
the dark. Upward only white, ivory or a lighter paint of its hue helps. A tube black flattens where
a chromatic dark keeps the colour's life, and is taken by choice (all common practice).
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import HUE_SEEN_FROM_CHROMA, family, turn
from mesotint.colour.munsell import lightness_of_value, munsell_from_lab
from mesotint.errors import InputError
from mesotint.mixing.character import hue_of, is_grey
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.muting.ranking import ranked
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_black, is_earth
from mesotint.planning.charts.cells import cells_of
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Count, OneOf
from mesotint.planning.examples import first_of

FEWEST_SHADES: Final = 2
MOST_SHADES: Final = 11
MOST_WITH: Final = 8
_LEAST_FALL: Final = 0.5
"""Munsell values that a paint has to bring a colour down, or up, for a row of it."""

_HELD_WITHIN: Final = 8.0
"""Degrees of CIELAB hue within which a hue counts as held."""

_NEIGHBOUR_WITHIN: Final = 75.0

REACHED: Final = 0.85
"""How far toward the deepest (or lightest) value that its own paint brings it to a row goes: at the
very end the colour itself is gone."""

_HUELESS: Final = 2.0
"""C* below which a colour has no chroma of which a share could be kept."""

_ALONG: Final = np.concatenate([[0.0], 1 / (1 + np.exp(-np.linspace(-9, 9, 121))), [1.0]])
"""Shares of what is added at which a row is looked at: close together at both ends."""

_HALVINGS: Final = 40

SHADOWS_OF_YELLOW: Final = {"violet": 307.0, "purple": 335.0, "green": 165.0, "blue": 280.0}
"""What a yellow is shaded with before anything else, and the CIELAB hue most its own, of a tint: a
violet, a redder purple, a green and a blue (common practice; the angles are our own)."""

_SHADOW_WITHIN: Final = 28.0


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
    keeps : float or None
        Share of the colour's chroma that is left; None for a colour that has none to keep.
    """

    value: float
    parts: tuple[float, float]
    lab: Array
    turns: float
    keeps: float | None

    @property
    def says(self) -> str:
        """How the colour has changed here, in a few words."""
        if self.keeps is None:
            return "Here it is grey, as it was: there is no chroma to keep."
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
        if last.keeps is None:
            return (
                f"{self.paint.name} takes it to value {last.value:.1f}; it has no chroma to keep."
            )
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

    The values of a row are even, from the colour's own to where its own paint brings it: a row
    does not end early because another one's paint is lighter. They are those of the mixtures.

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
    at_own = viewing.lab(np.ones(1), [colour])
    return [_row(colour, paint, steps, up, at_own, viewing) for paint in added]


def _row(
    colour: Paint, paint: Paint, steps: int, up: bool, at_own: Array, viewing: Viewing
) -> Shades:
    """One colour with rising parts of one paint, even in value as far as that paint brings it."""
    if paint.key == colour.key:
        raise InputError(f"{colour.name} does not change itself; choose another.", "with")
    both = [colour, paint]

    def lightness(shares: Array) -> Array:
        return viewing.lab(np.stack([1 - shares, shares], axis=-1), both)[..., 0]

    # Where a trail is deepest need not be its end: two strong transparents go below both.
    along = lightness(_ALONG)
    last = int(along.argmax() if up else along.argmin())
    own, end = _values(np.array([at_own, [along[last], 0.0, 0.0]]))
    if (end - own if up else own - end) < _LEAST_FALL:
        word = "lighter" if up else "darker"
        raise InputError(
            f"{paint.name} makes {colour.name.lower()} no {word}; choose another.", "with"
        )
    asked = own + REACHED * np.linspace(0, 1, steps) * (end - own)
    wanted = np.array([lightness_of_value(float(value)) for value in asked])
    low, high = np.zeros(steps), np.full(steps, _ALONG[last])
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        short = lightness(middle) < wanted if up else lightness(middle) > wanted
        low, high = np.where(short, middle, low), np.where(short, high, middle)
    shares = (low + high) / 2
    shares[0] = 0.0
    parts = np.stack([1 - shares, shares], axis=1)
    labs = viewing.lab(parts, both)
    values = _values(labs)
    return Shades(
        paint,
        tuple(
            _shade(float(value), row, lab, lch_from_lab(at_own))
            for value, row, lab in zip(values, parts.tolist(), labs, strict=True)
        ),
    )


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
        chroma / float(own[1]) if own[1] >= _HUELESS else None,
    )


def usual_darkeners(
    colour: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> list[Paint]:
    """What painters try first to darken a colour, of a box and darker than it; a black only where
    nothing else darkens.

    A yellow's shadow is tried with a violet, a redder purple, a green and a blue before anything
    else; other colours with what mutes them and with darker hues of their neighbourhood. Then an
    earth.
    """
    depth = float(viewing.lab(np.ones(1), [colour])[0])
    darker = [
        paint
        for paint in box
        if paint.key != colour.key and float(viewing.lab(np.ones(1), [paint])[0]) < depth - 10
    ]
    chromatic = [paint for paint in darker if not is_grey(paint)]
    own = hue_of(colour)
    rows: list[Paint] = []
    if own is not None and family(own) == "yellow":
        rows += _shadows_of_yellow(chromatic)
    if chromatic:
        rows.append(chromatic[ranked(colour, chromatic, viewing).order[0]])
    if own is not None:
        near = [(abs(float(turn(hue, own))), paint) for paint in chromatic
                if (hue := hue_of(paint)) is not None and not is_earth(paint)]  # fmt: skip
        near.sort(key=lambda each: each[0])
        rows += [paint for gap, paint in near if gap <= _NEIGHBOUR_WITHIN][:2]
    rows += [paint for paint in chromatic if is_earth(paint)][:1]
    rows = rows or [paint for paint in darker if is_black(paint)][:1]
    return list({paint.key: paint for paint in rows}.values())[:MOST_WITH]


def _shadows_of_yellow(paints: Sequence[Paint]) -> list[Paint]:
    """Of each kind of shadow the paint whose tint is nearest; one that is no mixture first."""
    rows = []
    for angle in SHADOWS_OF_YELLOW.values():
        gaps = [
            (abs(float(turn(hue, angle))), bool(paint.recipe), i)
            for i, paint in enumerate(paints)
            if (hue := hue_of(paint)) is not None and not is_earth(paint)
        ]
        near = [(mixed, gap, i) for gap, mixed, i in gaps if gap <= _SHADOW_WITHIN]
        if near:
            rows.append(paints[min(near)[2]])
    return rows


def usual_lighteners(
    colour: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> list[Paint]:
    """What painters try to lighten a colour: white, or water, and lighter paints of its hue."""
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


@dataclass(frozen=True)
class Options:
    """What is chosen of shades."""

    up: Annotated[
        bool, OneOf("Which way", {False: "Darkened", True: "Lightened"}, clears=("columns",))
    ] = False
    count: Annotated[int, Count(FEWEST_SHADES, MOST_SHADES, "values")] = 9


def _chart(inputs: Inputs[Options]) -> Chart:
    chosen, viewing, colour = inputs.options, inputs.viewing, inputs.mixtures[0]
    usual = usual_lighteners if chosen.up else usual_darkeners
    added = inputs.columns or usual(colour, inputs.box, viewing)
    rows = shades(colour, added, chosen.count, up=chosen.up, viewing=viewing)
    cells = []
    for row in rows:
        labels = [f"{colour.name} with {row.paint.name.lower()}, value {step.value:.1f}"
                  for step in row.steps]  # fmt: skip
        parts = np.array([step.parts for step in row.steps])
        cells.append([
            replace(cell, facts={"value": step.value, "turns": step.turns, "keeps": step.keeps})
            for cell, step in zip(
                cells_of(labels, [colour, row.paint], parts, viewing), row.steps, strict=True
            )
        ])  # fmt: skip
    # Every row goes as far as its own paint brings it.
    between = [f"step {i}" for i in range(2, chosen.count)]
    return Chart(
        f"Shades of {colour.name.lower()}",
        cells,
        [row.paint.name for row in rows],
        ["as it is", *between, "lightest" if chosen.up else "deepest"],
        remarks=[[step.says for step in row.steps] for row in rows],
        row_says=[row.says for row in rows],
    )


KIND: Final = Kind(
    key="shades",
    title="Shades",
    noun="Shades",
    question="Choose a colour: a row for each thing that may darken it, or lighten it.",
    takes="Shades take one colour, and up to eight of what darkens or lightens it.",
    sides={
        "mixtures": Side("The colour", 1, 1, example=first_of(("PY3", "PY37", "PY74", "PY43"), 1)),
        "columns": Side("By what", 0, MOST_WITH, example=first_of(
            ("PV23", "PV19", "PG7", "PB29", "PBr7-burnt-umber", "PBk9"), 6)),
    },
    options=Options,
    compute=_chart,
    rank=30,
    flags={"columns": "with", "count": "steps"},
    goes_on="A colour’s shades with it",
    goes_on_as="columns",
)  # fmt: skip
