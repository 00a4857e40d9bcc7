"""Patches of a chart: mixtures with their labels, their parts and their colours."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from mesotint.mixing.mixture import Viewing, merged
from mesotint.mixing.recipe import Recipe
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint


@dataclass(frozen=True)
class Cell:
    """One patch of a chart.

    Attributes
    ----------
    label : str
    paints : tuple of Paint
    parts : tuple of float
        By volume.
    lab : array, shape (3,)
        CIELAB.
    facts : mapping of str to object
        What else is known of it, as the command writes it.
    """

    label: str
    paints: tuple[Paint, ...]
    parts: tuple[float, ...]
    lab: Array
    facts: Mapping[str, Any] = field(default_factory=dict)


def cells_with(
    labels: Sequence[str], paints: Sequence[Paint], parts: Array, viewing: Viewing
) -> list[Cell]:
    """Mixtures as patches of a chart, each with every paint, those that are absent too.

    Parameters
    ----------
    parts : array, shape (n, paints)
        Parts by volume.
    """
    labs = viewing.lab(parts, paints)
    paints, parts = merged(paints, parts)
    return [
        Cell(label, paints, tuple(row), lab)
        for label, row, lab in zip(labels, parts.tolist(), labs, strict=True)
    ]


def cells_of(
    labels: Sequence[str], paints: Sequence[Paint], parts: Array, viewing: Viewing
) -> list[Cell]:
    """Mixtures as patches of a chart, each with the paints that are in it.

    Parameters
    ----------
    parts : array, shape (n, paints)
        Parts by volume.
    """
    labs = viewing.lab(parts, paints)
    paints, parts = merged(paints, parts)
    return [
        cell_of(label, paints, row, lab)
        for label, row, lab in zip(labels, parts.tolist(), labs, strict=True)
    ]


def cell_of(label: str, paints: Sequence[Paint], parts: Sequence[float], lab: Array) -> Cell:
    """One mixture as a patch, with the paints that are in it.

    Parameters
    ----------
    parts : sequence of float
        Parts by volume, of every paint.
    lab : array, shape (3,)
        CIELAB.
    """
    present = [(paint, part) for paint, part in zip(paints, parts, strict=True) if part > 0]
    return Cell(label, tuple(p for p, _ in present), tuple(n for _, n in present), lab)


def cells_of_recipes(recipes: Sequence[tuple[str, Recipe]]) -> list[Cell]:
    """Recipes, each with its label, as patches of a chart.

    Parameters
    ----------
    recipes : sequence of (str, Recipe)
        Heading and recipe of each cell.
    """
    return [Cell(label, recipe.paints, recipe.parts, recipe.lab) for label, recipe in recipes]


def names_in_words(paints: Sequence[Paint]) -> str:
    """Some paints as one would say them: "Cadmium orange, viridian and ivory black".

    Parameters
    ----------
    paints : sequence of Paint
        One at the least.
    """
    *most, last = [paint.name.lower() for paint in paints]
    words = f"{', '.join(most)} and {last}" if most else last
    return words[0].upper() + words[1:]
