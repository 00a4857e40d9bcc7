"""Names that painters have in the head or read on a label, and the paints of the library they mean.

Common names, none of them a maker's. Some are a pigment's own; for the others the paint is a guess
from memory, as is the colour that such a name stands for.
"""

import json
import unicodedata
from dataclasses import dataclass
from functools import cache
from typing import Final

from mesotint.paints.table import DATA

GUESS: Final = "a guess from memory"


@dataclass(frozen=True)
class ColourName:
    """A common name.

    Attributes
    ----------
    name : str
    also : tuple of str
        Other names of the same.
    paint : str
        Key in the library of the pigment, or of the tube nearest to it.
    is_pigment : bool
        Whether the name is the pigment's own; otherwise the paint is a guess from memory.
    search_only : bool
        Whether the name is too wide, or another paint's name is better, to say that a mixture is
        near it.
    munsell : str
        The colour that the name stands for where it is not the paint's masstone, from memory.
    """

    name: str
    also: tuple[str, ...]
    paint: str
    is_pigment: bool
    search_only: bool
    munsell: str

    def in_words(self, paint_name: str) -> str:
        """What is taken for the name, in a sentence.

        Parameters
        ----------
        paint_name : str
            Name of the paint in the library.
        """
        if self.is_pigment:
            return f"{self.name} is {paint_name[0].lower()}{paint_name[1:]}."
        return f"{self.name}: {paint_name[0].lower()}{paint_name[1:]} is nearest, {GUESS}."


@cache
def colour_names() -> tuple[ColourName, ...]:
    """Every common name, in the order of the data file."""
    rows = json.loads((DATA / "names.json").read_text("utf-8"))
    return tuple(
        ColourName(
            row["name"],
            tuple(row["also"]),
            row["paint"],
            bool(row.get("pigment")),
            bool(row.get("search_only")),
            row.get("munsell", ""),
        )
        for row in rows
    )


def folded(word: str) -> str:
    """A name as it is compared: without case, accents, marks and spaces at its ends.

    Examples
    --------
    >>> folded(" Payne’s  Grey")
    'paynes grey'
    """
    plain = unicodedata.normalize("NFKD", word.casefold())
    letters = "".join(c for c in plain if c.isalnum() or c.isspace())
    return " ".join("grey" if part == "gray" else part for part in letters.split())


@cache
def _by_word() -> dict[str, ColourName]:
    rows: dict[str, ColourName] = {}
    for row in colour_names():
        for word in (row.name, *row.also):
            rows.setdefault(folded(word), row)
    return rows


@cache
def names_of(key: str) -> tuple[ColourName, ...]:
    """The common names that mean a paint.

    Parameters
    ----------
    key : str
        Its key in the library.
    """
    return tuple(row for row in colour_names() if row.paint == key)


def colour_name(word: str) -> ColourName | None:
    """The common name that a word is, if it is one.

    Parameters
    ----------
    word : str
        As it was typed; case, accents and marks do not count.

    Examples
    --------
    >>> colour_name("paynes gray").paint
    'blue-grey-tint'
    """
    return _by_word().get(folded(word[:80]))
