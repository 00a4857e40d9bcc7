"""Layers in place of one mixture: a dry under-layer, and a glaze or scumble thin over it.

The film over the film is that of Kubelka (1954), `mesotint.optics.film`. That a muted violet or
blue is laid first for a shadow and the local colour thin over it, or a bright ground left to shine
through, and that each layer dries before the next, is common practice.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.comparing import compared
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.recipe import Recipe, search
from mesotint.optics.film import GLAZE_THICKNESS, layered_film
from mesotint.optics.grid import Array
from mesotint.optics.kubelka_munk import mixed, opaque_reflectance
from mesotint.paints.library import Paint

THINNEST: Final = 0.02
THICKEST: Final = 2.0
"""How thick the upper layer is, in coats of unthinned paint: below the first it is not seen, beyond
the last it is no longer thin."""

POINTS: Final = 25
AS_GOOD: Final = 2.5
"""CIEDE2000 within which one mixture does what the layers do: seen only when they touch."""


@dataclass(frozen=True)
class Layers:
    """An under-layer with a film over it, and the one mixture that comes nearest.

    Attributes
    ----------
    lab, under_lab, over_lab : array, shape (3,)
        CIELAB of the whole, of the under-layer alone, and of the upper paint if it were opaque.
    coats : array, shape (points,)
        Thicknesses of the upper layer from thin to thick, even in ratio.
    labs : array, shape (points, 3)
        CIELAB at each.
    single : Recipe
        The mixture that comes nearest.
    says : tuple of str
        What the layers are against that mixture, and why one would prefer either.
    """

    lab: Array
    under_lab: Array
    over_lab: Array
    coats: Array
    labs: Array
    single: Recipe
    says: tuple[str, ...]


def layers(
    under: Mapping[Paint, float],
    over: Mapping[Paint, float],
    coats: float,
    box: Sequence[Paint],
    viewing: Viewing = DEFAULT_VIEWING,
) -> Layers:
    """A film of one mixture over another that is dry and opaque.

    Parameters
    ----------
    under, over : mapping
        Parts by volume of each paint.
    coats : float
        How much of the upper paint is laid, in coats of it unthinned, 0.02 to 2.
    box : sequence of Paint
        What one mixture may be made of.
    viewing : Viewing
        Opaque; over paper that shines through everything is a wash already.

    Raises
    ------
    InputError
        For a layer of nothing, an empty box, a wash, or a thickness that cannot be laid.
    """
    checked_amount(coats, "coats", least=THINNEST, most=THICKEST)
    if viewing.medium == "wash":
        raise InputError("A wash is laid over paper; layers are of opaque paint.", "medium")
    below, above = _optics(under, "under"), _optics(over, "over")
    ground = opaque_reflectance(*below)
    steps = np.geomspace(THINNEST, THICKEST, POINTS)

    def seen(much: float) -> Array:
        film = layered_film([(*above, much * GLAZE_THICKNESS)], ground, viewing.finish)
        return lab_from_reflectance(film, viewing.light)

    lab = seen(coats)
    single = search(lab, box, viewing=viewing).recipes[0]
    return Layers(
        lab,
        viewing.lab_of_film(viewing.film_of(*below)),
        viewing.lab_of_film(viewing.film_of(*above)),
        steps,
        np.array([seen(float(step)) for step in steps]),
        single,
        _says(lab, single),
    )


def _optics(mixture: Mapping[Paint, float], field: str) -> tuple[Array, Array]:
    """K and S of a mixture, shape (36,) each."""
    parts = {paint: checked_amount(part, field) for paint, part in mixture.items() if part > 0}
    if not parts:
        raise InputError("A layer is of some paint; choose a tube for it.", field)
    amounts = np.array(list(parts.values())) / sum(parts.values())
    return (
        mixed(amounts, np.array([paint.absorption for paint in parts])),
        mixed(amounts, np.array([paint.scattering for paint in parts])),
    )


def _says(lab: Array, single: Recipe) -> tuple[str, ...]:
    off = single.delta_e
    if off < AS_GOOD:
        return (
            f"One mixture comes to the same: {difference_in_words(off)}. It is quicker, and there "
            "is nothing to wait for.",
        )
    return (
        f"The layers are {compared(lab, single.lab)} than any one mixture of these tubes: "
        f"{difference_in_words(off)}.",
        "They are worth the drying where that is wanted.",
    )


def thinned(coats: float) -> str:
    """How a layer is laid, as a painter says it.

    Parameters
    ----------
    coats : float
        Of unthinned paint.

    Examples
    --------
    >>> thinned(0.25), thinned(1.0), thinned(2.0)
    ('1 part to 3 of medium', 'as it comes from the tube', '2 coats of it')
    """
    if coats < 0.9:
        return f"1 part to {1 / coats - 1:.2g} of medium"
    return "as it comes from the tube" if coats <= 1.2 else f"{coats:.2g} coats of it"
