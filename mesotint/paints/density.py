"""Densities of paints, by what they are made of."""

from typing import Final

DENSITY_G_PER_ML: Final[dict[str, float]] = {
    "titanium dioxide": 2.0,
    "zinc oxide": 2.1,
    "lead carbonate": 3.0,
    "cadmium": 1.9,
    "cobalt": 1.7,
    "iron oxide": 1.8,
    "earth": 1.5,
    "chromium": 1.7,
    "sulfosilicate": 1.4,
    "titanate": 1.9,
    "bismuth vanadate": 1.8,
    "manganese": 1.6,
    "water": 1.0,
    "medium": 0.93,
}
"""Density of a family's paints in g/ml, from memory of typical artists' paints; a painter who needs
better weighs a known volume. A mixture's is the mean by volume of what is in it."""

ORGANIC_DENSITY: Final = 1.15


def density_of(family: str) -> float:
    """Density of the paints of a family in g/ml (from memory).

    Parameters
    ----------
    family : str
        Family of the pigment, as the library names it.
    """
    return DENSITY_G_PER_ML.get(family, ORGANIC_DENSITY)
