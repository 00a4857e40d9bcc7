"""The paints there are, with their optics and where those come from."""

import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cache
from typing import Final

import numpy as np

from mesotint.errors import InputError, nearest_words
from mesotint.optics.grid import BANDS, Array
from mesotint.optics.kubelka_munk import mixed
from mesotint.paints.density import density_of
from mesotint.paints.names import colour_name, colour_names
from mesotint.paints.stray import NO_DOUBTS, Doubts, doubts_of
from mesotint.paints.table import DATA, paint_table

WHITE_KEY: Final = "PW6"
NO_HAZARD: Final = "none usual"


@dataclass(frozen=True, eq=False)
class Paint:
    """One paint: its names and its optics per unit volume.

    Attributes
    ----------
    key : str
        Key in the library, such as ``PB29``.
    absorption, scattering : array, shape (36,)
        Kubelka–Munk K and S, relative to the scattering of titanium white = 1.
    doubts : Doubts
        What is not known of it.
    density_g_per_ml : float
        Mass of a millilitre of it; a mixture's is the mean by volume of its paints'.
    origin : str
        Where the optics come from, in words.
    recipe : tuple of (str, float)
        Keys and parts by volume, where the tube is a mixture of library paints; else empty.
    base_key : str
        The library's key of the paint that it was calibrated from; empty for all others.
    """

    key: str
    name: str
    colour_index: str
    family: str
    opacity: str
    hazard_group: str
    absorption: Array = field(repr=False)
    scattering: Array = field(repr=False)
    doubts: Doubts = field(repr=False)
    density_g_per_ml: float
    origin: str
    recipe: tuple[tuple[str, float], ...] = ()
    base_key: str = ""

    @property
    def pigment(self) -> str:
        """The library's key of what is in it, calibrated or not."""
        return self.base_key or self.key


WATER: Final = Paint(
    key="water",
    name="Water",
    colour_index="",
    family="water",
    opacity="transparent",
    hazard_group=NO_HAZARD,
    absorption=np.full(BANDS, 1e-9),
    scattering=np.full(BANDS, 1e-9),
    doubts=NO_DOUBTS,
    density_g_per_ml=density_of("water"),
    origin="water takes up room in a wash and leaves nothing behind",
)
"""Water in a wash is a paint that neither absorbs nor scatters."""

MEDIUM: Final = replace(
    WATER,
    key="medium",
    name="Medium",
    family="medium",
    density_g_per_ml=density_of("medium"),
    origin="clear medium takes up room in the film and leaves it as transparent as it was",
)
"""Clear painting medium thins a paint as water does, and stays in the film."""


def mixed_tube(key: str, name: str, family: str, parts: Mapping["Paint", float]) -> Paint:
    """A tube that is a mixture of other paints, modelled as one.

    Parameters
    ----------
    key : str
        What it is known by as a paint.
    parts : mapping
        Parts by volume of each paint; at least one above zero.
    """
    paints, amounts = list(parts), np.array(list(parts.values()))
    shares = amounts / amounts.sum()
    absorption = mixed(amounts, np.array([p.absorption for p in paints]))
    scattering = mixed(amounts, np.array([p.scattering for p in paints]))
    hazards = dict.fromkeys(p.hazard_group for p in paints if p.hazard_group != NO_HAZARD)
    told = ", ".join(f"{amount:g} {p.name}" for p, amount in parts.items())
    return Paint(
        key=key,
        name=name,
        colour_index="mixed",
        family=family,
        opacity=_opacity_of(paints, shares),
        hazard_group=" and ".join(hazards) or NO_HAZARD,
        absorption=absorption,
        scattering=scattering,
        doubts=_doubts_of_mixture(paints, shares, absorption, scattering),
        density_g_per_ml=float(shares @ [p.density_g_per_ml for p in paints]),
        origin=f"a mixture of library paints: {told}",
        recipe=tuple((p.key, float(amount)) for p, amount in parts.items()),
    )


def _doubts_of_mixture(
    paints: Sequence[Paint], shares: Array, absorption: Array, scattering: Array
) -> Doubts:
    """What is not known of a mixture: what is not known of its paints, an unknown of several once.

    A change of one paint's log K moves the mixture's in proportion to what the paint brings.
    """
    moves: dict[str, Array] = {}
    for share, paint in zip(shares, paints, strict=True):
        brings = np.stack(
            [share * paint.absorption / absorption, share * paint.scattering / scattering]
        )
        for name, move in zip(paint.doubts.names, paint.doubts.moves, strict=True):
            moves[name] = moves.get(name, 0.0) + brings * move
    return Doubts(tuple(moves), np.array(list(moves.values()))) if moves else NO_DOUBTS


def _opacity_of(paints: Sequence[Paint], shares: Array) -> str:
    """The opacity word of the paint that scatters most in a mixture."""
    brought = [share * float(p.scattering.mean()) for p, share in zip(paints, shares, strict=True)]
    return paints[int(np.argmax(brought))].opacity


@dataclass(frozen=True)
class Library:
    """All paints by key, and the version of the data they were fitted as."""

    version: str
    paints: dict[str, Paint]

    @property
    def white(self) -> Paint:
        """The white that opens and lightens."""
        return self.paints[WHITE_KEY]

    @property
    def plain(self) -> list[Paint]:
        """The paints that are no mixtures of others."""
        return [paint for paint in self.paints.values() if not paint.recipe]

    def paint(self, key: str) -> Paint:
        """The paint of a key, of its name in the library, or of a common name.

        Parameters
        ----------
        key : str
            What the paint is known by; see `mesotint.paints.names` for common names.

        Raises
        ------
        InputError
            With the nearest keys and names, for one that is not known.
        """
        try:
            return self.paints[key]
        except KeyError:
            pass
        by_case = {k.casefold(): p for k, p in self.paints.items()}
        by_case |= {p.name.casefold(): p for p in self.paints.values()}
        if paint := by_case.get(key.strip().casefold()):
            return paint
        if (common := colour_name(key)) and common.paint in self.paints:
            return self.paints[common.paint]
        # A painter may write the key, the whole name, or only what the pigment is called.
        called = {first: k for k, p in self.paints.items() for first in (p.name.split()[0], p.name)}
        common_names = {row.name: row.paint for row in colour_names()}
        known = {**common_names, **called, **{k: k for k in self.paints}}
        near = list(dict.fromkeys(known[word] for word in nearest_words(key, known)))
        hint = f"Nearest: {', '.join(near)}." if near else "See: mesotint paints list."
        raise InputError(f"'{key[:40]}' is not a paint of the library. {hint}", "paint")


@cache
def library() -> Library:
    """The fitted library that ships with the project, and the tubes mixed of its paints."""
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
            doubts=doubts_of(key),
            density_g_per_ml=density_of(table[key].family),
            origin="library figures from memory",
        )
        for key, entry in data["paints"].items()
    }
    for recipe in json.loads((DATA / "recipes.json").read_text("utf-8")):
        parts = {paints[key]: amount for key, amount in recipe["parts"].items()}
        paints[recipe["key"]] = mixed_tube(recipe["key"], recipe["name"], recipe["family"], parts)
    return Library(data["version"], paints)
