"""The palette of a painting as CSV (RFC 4180), as JSON, and as custom properties of CSS."""

import re
import unicodedata
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from mesotint.formats.own import STRICT, OwnFormat
from mesotint.formats.table import written_table

MOST_COLOURS: Final = 500
_COLUMNS: Final = (
    "passage", "part", "distance", "area_percent", "mother_percent", "munsell", "name",
    "L", "a", "b", "srgb", "in_gamut", "was_srgb",
)  # fmt: skip


@dataclass(frozen=True)
class PaletteColour:
    """One passage of a palette.

    Attributes
    ----------
    area, mother : float
        Shares, 0 to 1: of the surface, and of the mother colour in the mixture.
    parts : mapping
        Parts by volume by name of the paint, adding to 1.
    srgb, was_srgb : str
        Screen codes as it is to be, and as it was before the mother came in.
    """

    __pydantic_config__ = STRICT

    passage: str
    part: str
    distance: str
    area: float
    mother: float
    munsell: str
    name: str
    lab: tuple[float, float, float]
    srgb: str
    in_gamut: bool
    was_srgb: str
    parts: Mapping[str, float]


@dataclass(frozen=True)
class PaletteData:
    """A painting's palette."""

    __pydantic_config__ = STRICT

    name: str
    mother: str
    colours: Sequence[PaletteColour]


def palette_csv(palette: PaletteData) -> str:
    """A row for each passage: what it is, how it looks, and its parts of every paint.

    Parameters
    ----------
    palette : PaletteData
        The palette as it is to be told.
    """
    paints = list(dict.fromkeys(paint for colour in palette.colours for paint in colour.parts))
    rows = [
        [
            colour.passage,
            colour.part,
            colour.distance,
            f"{100 * colour.area:.4g}",
            f"{100 * colour.mother:.4g}",
            colour.munsell,
            colour.name,
            *(f"{figure:.2f}" for figure in colour.lab),
            colour.srgb,
            "yes" if colour.in_gamut else "no",
            colour.was_srgb,
            *(f"{colour.parts.get(paint, 0):.6g}" for paint in paints),
        ]
        for colour in palette.colours
    ]
    return written_table([[*_COLUMNS, *paints], *rows])


PALETTE_FILE: Final = OwnFormat(
    "mesotint palette",
    1,
    "The passages of a painting: how each is to look, and what it is mixed from.",
    PaletteData,
    "colours",
    PaletteColour,
    MOST_COLOURS,
)


def palette_css(palette: PaletteData) -> str:
    """Custom properties (CSS Custom Properties for Cascading Variables Module Level 1), one for
    each passage, with its notation and parts as a comment.

    Parameters
    ----------
    palette : PaletteData
        The palette as it is to be told.
    """
    taken: set[str] = set()
    title = _comment(f"{palette.name}; mother colour: {palette.mother or 'none'}")
    lines = [f"/* {title} */", ":root {"]
    for colour in palette.colours:
        parts = ", ".join(f"{share:.3g} {paint}" for paint, share in colour.parts.items())
        name = _property(colour.passage, taken)
        lines.append(f"  {name}: {colour.srgb}; /* {_comment(f'{colour.munsell}; {parts}')} */")
    return "\n".join([*lines, "}", ""])


def _property(name: str, taken: set[str]) -> str:
    """A custom property for a name, told apart from those that are taken."""
    plain = unicodedata.normalize("NFKD", name).encode("ascii", "ignore").decode().lower()
    stem = f"--{re.sub('[^a-z0-9]+', '-', plain).strip('-') or 'passage'}"
    found, number = stem, 1
    while found in taken:
        number += 1
        found = f"{stem}-{number}"
    taken.add(found)
    return found


def _comment(text: str) -> str:
    """Text that cannot end the comment it stands in."""
    return text.replace("*/", "* /")
