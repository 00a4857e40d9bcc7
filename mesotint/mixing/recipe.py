"""Recipes: the best few mixtures of a box for a wanted colour.

What `mesotint.mixing.searcher` finds is compared by CIEDE2000; the best few that differ in their
paints make the list.
"""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import checked_lab, lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.metamerism import metameric_difference
from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.searcher import (
    KEPT_SETS,
    MOST_PAINTS,
    REACHED_BELOW,
    Found,
    Searcher,
    Wanted,
    paint_sets,
)
from mesotint.optics.grid import Array, as_spectra
from mesotint.paints.library import WATER, Paint, library
from mesotint.paints.table import WHITES

LIST_LENGTH: Final = 6
TUBE_COST: Final = 0.15
"""CIEDE2000 that one tube fewer is worth in the order of the list (our own judgement)."""

_SPARING_LENGTH: Final = 3
WORTH_A_PAINT: Final = 0.3
"""CIEDE2000 to the target that a paint has to be worth, or a recipe does without it (our own
judgement: below, nobody would go and squeeze it out)."""


@dataclass(frozen=True)
class Recipe:
    """One mixture for a target.

    Attributes
    ----------
    paints : tuple of Paint
    parts : tuple of float
        By volume, adding to 1. Water stands among the paints in a wash.
    lab : array, shape (3,)
    delta_e : float
        CIEDE2000 to the target.
    metameric_risk : float
        CIEDE2000 by which it leaves the target under lamp light (CIE A); see `search`.
    tubes : int
        How many tubes it takes.
    """

    paints: tuple[Paint, ...]
    parts: tuple[float, ...]
    lab: Array
    delta_e: float
    metameric_risk: float

    @property
    def tubes(self) -> int:
        """How many tubes it takes; water is none."""
        return sum(paint is not WATER for paint in self.paints)


@dataclass(frozen=True)
class Search:
    """The short list, best first (one to three of a sparing search), and what would help where the
    box cannot reach the target."""

    recipes: list[Recipe]
    helper: Paint | None

    @property
    def reached(self) -> bool:
        """Whether the best recipe is the colour itself."""
        return min(recipe.delta_e for recipe in self.recipes) < REACHED_BELOW


_Mixed = tuple[tuple[Paint, ...], Array, float]
"""Paints, their parts, and CIEDE2000 to the colour."""


@dataclass(frozen=True)
class Wishes:
    """What recipes are asked for.

    Attributes
    ----------
    most_paints : int
        1 to 4; water in a wash does not count.
    required, forbidden : collection of str
        Keys of paints that every recipe must hold, or none may.
    sparing : bool
        Whether a few recipes of no more paints than reach the target are enough: more are tried
        only where fewer do not reach it.
    look_beyond : bool
        Whether to ask which library paint would reach a target that the box cannot.
    """

    most_paints: int = MOST_PAINTS
    required: Collection[str] = ()
    forbidden: Collection[str] = ()
    sparing: bool = False
    look_beyond: bool = False


ANY_RECIPE: Final = Wishes()


def search(
    target: Array,
    box: Sequence[Paint],
    wishes: Wishes = ANY_RECIPE,
    viewing: Viewing = DEFAULT_VIEWING,
    reflectance: Array | None = None,
) -> Search:
    """The best few recipes for a colour.

    Parameters
    ----------
    target : array, shape (3,)
        CIELAB under the viewing's light.
    box : sequence of Paint
        What may be used.
    viewing : Viewing
        In a wash no white is used unless it is required: water lightens.
    reflectance : array, shape (36,), optional
        The target's spectrum. Without one the metameric risk is told against the smoothest
        spectrum that has the target's colour.

    Raises
    ------
    InputError
        For a box that is empty once the forbidden paints are out, a number of paints that cannot
        be had, or a target that is no colour.
    """
    if reflectance is not None:
        reflectance = as_spectra(reflectance)
    (recipes,) = search_each([target], box, [wishes], viewing, [reflectance])
    helper = None
    if wishes.look_beyond and min(r.delta_e for r in recipes) >= REACHED_BELOW:
        wanted = _wanted(np.asarray(target), box, wishes, viewing)
        helper = _helper(box, viewing, wanted, wishes.most_paints, recipes[0].delta_e)
    return Search(recipes, helper)


def search_each(
    targets: Sequence[Array],
    box: Sequence[Paint],
    wishes: Sequence[Wishes],
    viewing: Viewing = DEFAULT_VIEWING,
    reflectances: Sequence[Array | None] | None = None,
) -> list[list[Recipe]]:
    """The best few recipes for each of some colours, searched for together.

    Arguments are those of `search`, one target and one wish for each colour; the most paints and
    whether to be sparing are those of the first wish. What would help a box is not looked for.

    Parameters
    ----------
    targets : sequence of array, shape (3,)
        CIELAB.
    box : sequence of Paint
        What may be used.
    wishes : sequence of Wishes
        What each recipe is to be like; one for all, or one for each.
    reflectances : sequence of (array, shape (36,), or None), optional
        Spectra of the targets, where they are known.
    """
    # What is found does not depend on the order in which the tubes lie.
    lies = {paint.key: i for i, paint in enumerate(box)}
    box = sorted(box, key=lambda paint: paint.key)
    wanted = [
        _wanted(checked_lab(target, "target"), box, wish, viewing)
        for target, wish in zip(targets, wishes, strict=True)
    ]
    searcher = Searcher(box, viewing, wanted, sparing=wishes[0].sparing)
    length = _SPARING_LENGTH if wishes[0].sparing else LIST_LENGTH
    chosen = [
        _short_list(found, length, each.target, viewing, set(wish.required))
        for found, each, wish in zip(
            searcher.run(wishes[0].most_paints), wanted, wishes, strict=True
        )
    ]
    # All lists are told at once: what a recipe looks like, and under lamp light.
    mixed = [
        _as_they_lie(paints, parts / parts.sum(), lies)
        for entries in chosen
        for paints, parts in entries
    ]
    of = np.repeat(np.arange(len(wanted)), [len(entries) for entries in chosen])
    films = np.array([viewing.reflectance(shares, paints) for paints, shares in mixed])
    spectra = smoothest_reflectance(searcher.targets, viewing.light)
    for place, known in enumerate(reflectances or ()):
        if known is not None:
            spectra[place] = known
    labs = lab_from_reflectance(films, viewing.light)
    gaps = delta_e_2000(labs, searcher.targets[of]).tolist()
    risks = metameric_difference(spectra[of], films, viewing.light, "A").tolist()
    told: list[list[Recipe]] = [[] for _ in wanted]
    for t, (paints, shares), lab, gap, risk in zip(of, mixed, labs, gaps, risks, strict=True):
        told[t].append(Recipe(paints, tuple(shares.tolist()), lab, gap, risk))
    return [sorted(each, key=lambda r: r.delta_e + TUBE_COST * r.tubes) for each in told]


def _as_they_lie(
    paints: Sequence[Paint], shares: Array, place: Mapping[str, int]
) -> tuple[tuple[Paint, ...], Array]:
    """A mixture with its paints in the order of the box; water, which is in none, last."""
    order = sorted(range(len(paints)), key=lambda i: place.get(paints[i].key, len(place)))
    return tuple(paints[i] for i in order), shares[order]


def _wanted(target: Array, box: Sequence[Paint], wishes: Wishes, viewing: Viewing) -> Wanted:
    """A colour with the places in the box of what must and what may be used for it."""
    if target.shape != (3,):
        raise InputError("Give one colour, three numbers L*, a*, b*.", "target")
    most = wishes.most_paints
    if not 1 <= most <= MOST_PAINTS:
        raise InputError(f"A recipe has 1 to {MOST_PAINTS} paints, not {most}.", "max_paints")
    if not box:
        raise InputError("The box is empty; add a tube first.", "box")
    required = set(wishes.required)
    forbidden = set(wishes.forbidden) | (WHITES - required if viewing.medium == "wash" else set())
    if both := required & forbidden:
        raise InputError(f"{min(both)} is both required and forbidden; choose one.", "required")
    keys = [paint.key for paint in box]
    may = tuple(i for i, key in enumerate(keys) if key not in forbidden)
    if not may:
        raise InputError("Every paint is forbidden; allow at least one.", "forbidden")
    if missing := required - set(keys):
        raise InputError(f"{min(missing)} is required and not in the box.", "required")
    if len(required) > most:
        raise InputError(f"{len(required)} required paints do not fit into {most}.", "required")
    return Wanted(target, tuple(sorted(keys.index(key) for key in required)), may)


def _short_list(
    found: Sequence[Found],
    length: int,
    target: Array,
    viewing: Viewing,
    required: Collection[str],
) -> list[tuple[tuple[Paint, ...], Array]]:
    """The paints and parts of the best mixtures that differ in their paints, fewer tubes counting
    a little."""
    entries: dict[tuple[str, ...], tuple[float, tuple[Paint, ...], Array]] = {}
    seen: set[tuple[str, ...]] = set()
    for group in found:
        # Only the best of each size can come onto a list this short.
        best = np.argsort(group.gaps)[: 6 * length]
        worth = group.worth(best, target, viewing)
        for row, of_each in zip(best.tolist(), worth, strict=True):
            mixture = group.paints(row), group.parts[row], float(group.gaps[row])
            seen.add(_keys(mixture[0]))
            kept = _without_what_nobody_misses(mixture, of_each, target, viewing, required, seen)
            if kept is None:
                continue
            paints, parts, gap = kept
            score = gap + TUBE_COST * sum(paint is not WATER for paint in paints)
            used = _keys(paints)
            if used not in entries or score < entries[used][0]:
                entries[used] = score, paints, parts
    ranked = sorted(entries.values(), key=lambda entry: entry[0])[:length]
    return [(paints, parts) for _, paints, parts in ranked]


def _keys(paints: Sequence[Paint]) -> tuple[str, ...]:
    return tuple(paint.key for paint in paints)


def _without_what_nobody_misses(
    mixture: _Mixed,
    worth: Array,
    target: Array,
    viewing: Viewing,
    required: Collection[str],
    seen: Collection[tuple[str, ...]],
) -> _Mixed | None:
    """A mixture without the paints that are not `worth` it; none where what is left of it was
    seen: smaller mixtures come first, and their parts were refined as what they are."""
    paints, parts, gap = mixture
    while (out := _missed_by_nobody(paints, worth, required)) is not None:
        gap += float(worth[out])
        paints, parts = (*paints[:out], *paints[out + 1 :]), np.delete(parts, out)
        if _keys(paints) in seen:
            return None
        others = parts * (1 - np.eye(len(parts)))
        left = others.any(axis=1)
        worth = np.full(len(parts), np.inf)
        worth[left] = delta_e_2000(viewing.lab(others[left], paints), target) - gap
    return paints, parts, gap


def _missed_by_nobody(
    paints: Sequence[Paint], worth: Array, required: Collection[str]
) -> int | None:
    """The place of the paint that is missed least, if it is worth less than a paint has to be."""
    coloured = [i for i, paint in enumerate(paints) if paint is not WATER]
    # Water by itself is no mixture.
    kept = {paint.key for paint in paints if len(coloured) == 1 and paint is not WATER}
    may = [i for i, paint in enumerate(paints) if paint.key not in kept.union(required)]
    least = min(may, key=lambda i: float(worth[i]), default=None)
    return least if least is not None and worth[least] < WORTH_A_PAINT else None


def _helper(
    box: Sequence[Paint], viewing: Viewing, wanted: Wanted, most: int, reached: float
) -> Paint | None:
    """The library paint that brings the box nearest to a target it cannot reach alone."""
    owned = {paint.key for paint in box}
    outside = [p for p in library().plain if p.key not in owned]
    if not outside:
        return None
    best, helper = reached - 0.5, None
    searcher = Searcher([*box, *outside], viewing, [wanted])
    may = range(len(box)) if wanted.may is None else wanted.may
    size = min(most, 3, len(may) + 1)
    inside = paint_sets(may, size - 1, wanted.must[: size - 1])
    rows = np.concatenate(
        [
            np.concatenate([inside, np.full((len(inside), 1), len(box) + i)], axis=1)
            for i in range(len(outside))
        ]
    )
    (starts,), (score,) = searcher.lattice(rows)
    keep = np.argsort(score, kind="stable")[: 2 * KEPT_SETS]
    found = searcher.refine(rows[keep], starts[keep])[0]
    at = int(found.gaps.argmin())
    if found.gaps[at] < best:
        helper = next(p for p in found.paints(at) if p.key not in owned and p is not WATER)
    return helper
