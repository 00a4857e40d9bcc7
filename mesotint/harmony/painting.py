"""A painting as its passages: fields of one mixture each, with a share of the surface."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount, together
from mesotint.optics.grid import Array
from mesotint.optics.kubelka_munk import mixed
from mesotint.paints.library import Paint

PARTS: Final = ("dominant", "supporting", "accent")
DISTANCES: Final = ("", "near", "middle", "far")
_WHOLE: Final = 0.005


@dataclass(frozen=True)
class Passage:
    """One passage of a painting.

    Attributes
    ----------
    name : str
    area : float
        Share of the surface, 0 to 1.
    mixture : mapping
        Parts by volume of each paint.
    part : str
        dominant, supporting or accent.
    distance : str
        near, middle, far, or empty.

    Raises
    ------
    InputError
        For a passage without a mixture, an area that cannot be, or a word that is not known.
    """

    name: str
    area: float
    mixture: Mapping[Paint, float]
    part: str = "supporting"
    distance: str = ""

    def __post_init__(self) -> None:
        checked_amount(self.area, f"area of {self.name}", most=1)
        if sum(checked_amount(amount, "mixture") for amount in self.mixture.values()) <= 0:
            raise InputError(
                f"“{self.name}” has none yet; give it one from a pile, a scale or a recipe.",
                "mixture",
            )
        if self.part not in PARTS:
            raise InputError(f"A passage is {', '.join(PARTS)}; choose one.", "part")
        if self.distance not in DISTANCES:
            raise InputError("A passage is near, middle or far; choose one, or none.", "distance")


@dataclass(frozen=True)
class Painting:
    """Passages, and which of them touch.

    Parameters
    ----------
    passages : sequence of Passage
    touching : collection of (int, int)
        Places of passages that lie side by side.
    viewing : Viewing

    Raises
    ------
    InputError
        Where there is no passage, the areas do not add to the whole, or a place is none.
    """

    passages: Sequence[Passage]
    touching: frozenset[tuple[int, int]] = field(default_factory=frozenset)
    viewing: Viewing = DEFAULT_VIEWING

    def __post_init__(self) -> None:
        if not self.passages:
            raise InputError(
                "The painting has no passages; list what is to be painted.", "passages"
            )
        whole = sum(passage.area for passage in self.passages)
        if abs(whole - 1) > _WHOLE:
            raise InputError(
                f"The passages cover {100 * whole:.0f} % of the surface; make them add to 100 %.",
                "area",
            )
        for pair in self.touching:
            if len(set(pair)) < 2 or not all(0 <= place < len(self.passages) for place in pair):
                raise InputError("Name two different passages that touch.", "touching")

    @cached_property
    def table(self) -> tuple[tuple[Paint, ...], Array]:
        """All paints, and the share of each in each passage, shape (passages, paints)."""
        rows = [(list(p.mixture), list(p.mixture.values())) for p in self.passages]
        paints, parts = together(rows)
        return paints, parts / parts.sum(axis=1, keepdims=True)

    @cached_property
    def optics(self) -> tuple[Array, Array]:
        """K and S of the passages' mixtures, shape (passages, 36) each."""
        paints, parts = self.table
        absorption = mixed(parts, np.array([paint.absorption for paint in paints]))
        scattering = mixed(parts, np.array([paint.scattering for paint in paints]))
        return absorption, scattering

    @cached_property
    def labs(self) -> Array:
        """CIELAB of the passages, shape (passages, 3)."""
        paints, parts = self.table
        return self.viewing.lab(parts, paints)

    @cached_property
    def areas(self) -> Array:
        """Shares of the surface, adding to 1."""
        areas = np.array([passage.area for passage in self.passages])
        return np.asarray(areas / areas.sum())

    @cached_property
    def accents(self) -> np.ndarray:
        """Which passages are accents, shape (passages,)."""
        return np.array([passage.part == "accent" for passage in self.passages])

    @cached_property
    def mixing_order(self) -> list[int]:
        """Places in the order of mixing: clean accents first, then from dark to light (common
        practice)."""
        dark_first = np.argsort(self.labs[:, 0], kind="stable").tolist()
        return sorted(dark_first, key=lambda place: not self.accents[place])

    def neighbours(self, place: int) -> list[int]:
        """Places of the passages that touch one; all others where nothing is known to.

        Parameters
        ----------
        place : int
            Place of the passage, from 0.
        """
        touch = {other for pair in self.touching if place in pair for other in pair} - {place}
        return sorted(touch or set(range(len(self.passages))) - {place})
