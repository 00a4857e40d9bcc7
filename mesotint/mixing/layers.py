"""Layers in place of one mixture: a dry under-layer, and a glaze or scumble thin over it.

The film over the film is that of Kubelka (1954), `mesotint.optics.film`. That a muted violet or
blue is laid first for a shadow and the local colour thin over it, or a bright ground left to shine
through, and that each layer dries before the next, is common practice.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.comparing import compared
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.ground import ground_reflectance
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.recipe import Recipe, search
from mesotint.mixing.traces import ratio
from mesotint.optics.film import GLAZE_THICKNESS
from mesotint.optics.grid import Array
from mesotint.optics.kubelka_munk import film_reflectance, mixed, opaque_reflectance
from mesotint.optics.surface import seen_reflectance
from mesotint.paints.library import Paint

THINNEST: Final = 0.02
THICKEST: Final = 2.0
"""How thick the upper layer is, in coats of unthinned paint: below the first it is not seen, beyond
the last it is no longer thin."""

POINTS: Final = 25
_SHARES: Final = 47
_CLOSER: Final = 9
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


@dataclass(frozen=True)
class Laying:
    """Layers row by row and column by column, as they are laid.

    Attributes
    ----------
    unders : tuple of Paint or None
        What lies dry below, a row each; a bare ground is no paint.
    glazes : tuple of Paint
        What is glazed over it, a column each.
    coats : float
        How thick, in coats of unthinned paint.
    says : str
        The same in words.
    """

    unders: tuple[Paint | None, ...]
    glazes: tuple[Paint, ...]
    coats: float
    says: str


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
    _refuse_wash(viewing)
    below, above = _optics(under, "under"), _optics(over, "over")
    steps = np.geomspace(THINNEST, THICKEST, POINTS)
    ground = opaque_reflectance(*below)[None]
    (lab,), labs = (
        _laid(ground, [above], thick, viewing)[0, 0] for thick in (np.array([coats]), steps)
    )
    single = min(search(lab, box, viewing=viewing).recipes, key=lambda recipe: recipe.delta_e)
    # What lies below is dry, however wet the film over it is.
    dry = replace(viewing, wet_load=1.0)
    return Layers(
        lab,
        dry.lab_of_film(dry.film_of(*below)),
        viewing.lab_of_film(viewing.film_of(*above)),
        steps,
        labs,
        single,
        _says(lab, single),
    )


@dataclass(frozen=True)
class LayerGrid:
    """Rows of dry under-layers, columns of glazes over them.

    Attributes
    ----------
    coats : array, shape (points,)
        Thicknesses from thin to thick, even in ratio.
    labs : array, shape (rows, columns, points, 3)
        CIELAB of each glaze over each layer, at each thickness.
    mixed_shares : array, shape (rows, columns, points)
        Share of the glaze's paint in the mixture of the two that comes nearest to that.
    mixed_labs : array, shape (rows, columns, points, 3)
        CIELAB of that mixture.
    away : array, shape (rows, columns, points)
        CIEDE2000 between the two: what layering gives that mixing does not.
    """

    coats: Array
    labs: Array
    mixed_shares: Array
    mixed_labs: Array
    away: Array

    def nearest(self, coats: float) -> int:
        """The place of the thickness that is nearest to one in ratio.

        Parameters
        ----------
        coats : float
            Above zero.
        """
        return int(np.abs(np.log(self.coats / coats)).argmin())


def layer_grid(
    unders: Sequence[Mapping[Paint, float]],
    glazes: Sequence[Mapping[Paint, float]],
    viewing: Viewing = DEFAULT_VIEWING,
    ground: str = "",
    coats: float | None = None,
) -> LayerGrid:
    """Every glaze over every dry under-layer, at every thickness, and the mixture of both.

    Parameters
    ----------
    unders, glazes : sequence of mapping
        Parts by volume of each paint.
    viewing : Viewing
        Opaque.
    ground : str
        A bare ground that stands first among the layers, as in `mesotint.mixing.ground`; its
        "mixture" is the glaze's own paint, opened with white. None where it is empty.
    coats : float, optional
        A thickness that is to stand among those that are told, in place of the nearest to it.

    Raises
    ------
    InputError
        For a side that is empty, a layer of nothing, or a wash.
    """
    _refuse_wash(viewing)
    if not (unders or ground) or not glazes:
        raise InputError("Choose at least one layer and one glaze over it.", "columns")
    below = [_optics(mixture, "under") for mixture in unders]
    above = [_optics(mixture, "over") for mixture in glazes]
    grounds = [opaque_reflectance(*each) for each in below]
    partners = below
    if ground:
        white = viewing.lightener
        grounds = [ground_reflectance(ground, viewing.finish), *grounds]
        partners = [(white.absorption, white.scattering), *below]
    steps = np.geomspace(THINNEST, THICKEST, POINTS)
    if coats is not None:
        checked_amount(coats, "coats", least=THINNEST, most=THICKEST)
        steps[np.abs(np.log(steps / coats)).argmin()] = coats
    labs = _laid(np.array(grounds), above, steps, viewing)
    # Shares close together at both ends, where a strong paint does most of its work.
    logs = np.linspace(-7, 7, _SHARES)
    share = np.concatenate([[0.0], 1 / (1 + np.exp(-logs)), [1.0]])

    def mixtures(shares: Array) -> Array:
        """CIELAB of each pair at shares of the glaze, shape (rows, columns, points, 3)."""
        k, s = (
            np.array([each[i] for each in partners])[:, None, None] * (1 - shares[..., None])
            + np.array([each[i] for each in above])[None, :, None] * shares[..., None]
            for i in (0, 1)
        )
        return viewing.lab_of_film(viewing.film_of(k, s))

    # The nearest as it is told, by CIEDE2000; then once more between its neighbours.
    found = mixtures(np.broadcast_to(share, (*labs.shape[:2], len(share))))
    at = delta_e_2000(labs[:, :, :, None], found[:, :, None]).argmin(axis=-1)
    between = np.linspace(0, 1, _CLOSER)
    low, high = share[np.maximum(at - 1, 0)], share[np.minimum(at + 1, len(share) - 1)]
    closer = low[..., None] + (high - low)[..., None] * between
    closer = np.concatenate([closer, share[at][..., None]], axis=-1)
    seen = mixtures(closer.reshape(*labs.shape[:2], -1)).reshape(*closer.shape, 3)
    gaps = delta_e_2000(labs[:, :, :, None], seen)
    best = gaps.argmin(axis=-1)[..., None]
    return LayerGrid(
        steps,
        labs,
        np.take_along_axis(closer, best, axis=-1)[..., 0],
        np.take_along_axis(seen, best[..., None], axis=3)[..., 0, :],
        np.take_along_axis(gaps, best, axis=-1)[..., 0],
    )


def _refuse_wash(viewing: Viewing) -> None:
    if viewing.medium == "wash":
        raise InputError("A wash is laid over paper; layers are of opaque paint.", "medium")


def _laid(
    grounds: Array, above: Sequence[tuple[Array, Array]], coats: Array, viewing: Viewing
) -> Array:
    """CIELAB of films over grounds, shape (grounds, films, coats, 3)."""
    k, s = (np.array([each[i] for each in above])[None, :, None] for i in (0, 1))
    # What lies below is dry; the film over it is as wet as what is looked at.
    k = k / viewing.wet_load
    thick = (coats * GLAZE_THICKNESS)[None, None, :, None]
    film = film_reflectance(k, s, thick, grounds[:, None, None])
    return lab_from_reflectance(seen_reflectance(film, viewing.finish), viewing.light)


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


_THICKNESSES: Final = (
    (0.12, "a breath of a glaze"),
    (0.4, "a thin glaze"),
    (0.9, "a full glaze"),
    (1.2, "a coat"),
    (float("inf"), "more than a coat"),
)
"""Coats below which a layer is called so: our own words."""


def laid_in_words(coats: float) -> str:
    """How thick a layer is and how it is laid, as a painter says it.

    Parameters
    ----------
    coats : float
        Of unthinned paint.

    Examples
    --------
    >>> laid_in_words(0.3)
    'a thin glaze, 1 part to 2.3 of medium'
    >>> laid_in_words(1.0)
    'a coat, as it comes from the tube'
    """
    return f"{thickness(coats)}, {thinned(coats)}"


def thickness(coats: float) -> str:
    """How thick a layer is, as `laid_in_words` says it first.

    Parameters
    ----------
    coats : float
        Of unthinned paint.
    """
    return next(word for below, word in _THICKNESSES if coats < below)


def layer_in_words(over: str, under: str, coats: float, partner: str, share: float) -> str:
    """A layer: its paint, how thick, what lies under it; and the mixture that comes nearest to it.

    Parameters
    ----------
    over, under : str
        Names of what is laid, and of what lies below.
    coats : float
        Of unthinned paint.
    partner : str
        What the mixture is of beside the upper paint: the lower one, or white over a bare ground.
    share : float
        Share of the upper paint in that mixture, 0 to 1.
    """
    names, parts = [over.lower(), partner.lower()], [share, 1 - share]
    most = int(share < 0.5)
    if 0 < share < 1:
        mixed = f"{names[most]} with {names[1 - most]}, {ratio([parts[most], parts[1 - most]])}"
    else:
        mixed = f"{names[most]} alone"
    return (
        f"{over}, {laid_in_words(coats)}, over {under.lower()}. The nearest mixture, in the corner "
        f"of the cell, is another thing: {mixed}."
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
