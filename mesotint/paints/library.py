"""The paints there are, with their optics and where those come from."""

import json
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from mesotint.errors import InputError, nearest_words
from mesotint.optics.grid import Array
from mesotint.paints.table import DATA, paint_table

WHITE_KEY: Final = "PW6"


@dataclass(frozen=True, eq=False)
class Paint:
    """One paint: its names and its optics per unit volume.

    Attributes
    ----------
    key : str
        Key in the library, such as ``PB29``.
    absorption, scattering : array, shape (36,)
        Kubelka–Munk K and S, relative to the scattering of titanium white = 1.
    origin : str
        Where the optics come from, in words.
    """

    key: str
    name: str
    colour_index: str
    family: str
    opacity: str
    hazard_group: str
    absorption: Array
    scattering: Array
    origin: str


@dataclass(frozen=True)
class Library:
    """All paints by key, and the version of the data they were fitted as."""

    version: str
    paints: dict[str, Paint]

    def paint(self, key: str) -> Paint:
        """The paint of a key; `InputError` with the nearest keys and names for an unknown one."""
        try:
            return self.paints[key]
        except KeyError:
            pass
        by_case = {k.casefold(): p for k, p in self.paints.items()}
        if found := by_case.get(key.strip().casefold()):
            return found
        names = {p.name: k for k, p in self.paints.items()}
        near = nearest_words(key, self.paints) or [names[n] for n in nearest_words(key, names)]
        hint = f"Nearest: {', '.join(near)}." if near else "See: mesotint paints list."
        raise InputError(f"'{key[:40]}' is not a paint of the library. {hint}", "paint")


@cache
def library() -> Library:
    """The fitted library that ships with the project."""
    data = json.loads((DATA / "optics.json").read_text("utf-8"))
    table = paint_table()
    paints = {
        key: Paint(
            key=key,
            name=table[key].name,
            colour_index=table[key].colour_index,
            family=table[key].family,
            opacity=table[key].opacity,
            hazard_group=table[key].hazard_group,
            absorption=np.array(entry["absorption"]),
            scattering=np.array(entry["scattering"]),
            origin="library figures from memory",
        )
        for key, entry in data["paints"].items()
    }
    return Library(data["version"], paints)
