"""Recipes: the best few mixtures of a box for a wanted colour.

The search has three stages. A lattice over every pair and triple of paints, with the paints weighed
by their strength, shows where the box comes near the target. The best triples, alone and each with
one paint more, are then refined together by Levenberg–Marquardt steps on the logarithms of their
parts. What is left is compared by CIEDE2000.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from functools import cache
from itertools import combinations
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import checked_lab, lab_from_reflectance, weights, xyz_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.metamerism import metameric_difference
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import BANDS, Array, Indices, as_spectra
from mesotint.paints.library import WATER, Paint, library
from mesotint.paints.table import WHITES

MOST_PAINTS: Final = 4
REACHED_BELOW: Final = 1.0
"""CIEDE2000 from which the best recipe counts as the colour itself."""

LIST_LENGTH: Final = 6
TUBE_COST: Final = 0.15
"""CIEDE2000 that one tube fewer is worth in the order of the list (our own judgement)."""

_LATTICE_LEVEL: Final = 7
_BLOCK: Final = 400
_KEPT_SETS: Final = 110
_STEPS: Final = 9
_LOOK_AFTER: Final = 3
_HOPEFUL: Final = 260
_SPARING_SETS: Final = 20
_SPARING_HOPEFUL: Final = 60
_SPARING_LENGTH: Final = 3
_NEAR_ENOUGH: Final = 0.1
_STANDS_STILL: Final = 0.995
_NUDGE: Final = 1e-3
_LEAST_SHARE: Final = 2e-4


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
    wishes : Wishes
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
    target = checked_lab(target, "target")
    if target.shape != (3,):
        raise InputError("target: give one colour, three numbers L*, a*, b*.", "target")
    most = wishes.most_paints
    if not 1 <= most <= MOST_PAINTS:
        raise InputError(f"max-paints: choose 1 to {MOST_PAINTS}, not {most}.", "max_paints")
    if reflectance is not None:
        reflectance = as_spectra(reflectance)
    needed = set(wishes.required)
    out = set(wishes.forbidden) | (WHITES - needed if viewing.medium == "wash" else set())
    usable, must = _usable(box, needed, out, most)
    found = Searcher(usable, viewing, target, sparing=wishes.sparing).run(most, must)
    spectrum = smoothest_reflectance(target, viewing.light) if reflectance is None else reflectance
    length = _SPARING_LENGTH if wishes.sparing else LIST_LENGTH
    recipes = _short_list(found, target, viewing, spectrum, length)
    helper = None
    if wishes.look_beyond and min(r.delta_e for r in recipes) >= REACHED_BELOW:
        helper = _helper(usable, viewing, target, most, must, recipes[0].delta_e)
    return Search(recipes, helper)


def _usable(
    box: Sequence[Paint], required: set[str], forbidden: set[str], most_paints: int
) -> tuple[list[Paint], list[int]]:
    """The paints left once the forbidden are out, and the places of the required ones."""
    if not box:
        raise InputError("box: it is empty; add a tube first.", "box")
    if both := required & forbidden:
        raise InputError(f"required: {min(both)} is forbidden as well; choose one.", "required")
    usable = [paint for paint in box if paint.key not in forbidden]
    if not usable:
        raise InputError("forbidden: no paint is left; allow at least one.", "forbidden")
    keys = [paint.key for paint in usable]
    if missing := required - set(keys):
        raise InputError(f"required: {min(missing)} is not in the box.", "required")
    if len(required) > most_paints:
        raise InputError(
            f"required: {len(required)} paints do not fit into {most_paints}.", "required"
        )
    return usable, sorted(keys.index(key) for key in required)


@dataclass(frozen=True)
class Found:
    """Refined mixtures of one size: places in the box by row, parts adding to 1, CIELAB."""

    box: Sequence[Paint]
    sets: Indices
    parts: Array
    labs: Array

    def paints(self, row: int) -> tuple[Paint, ...]:
        """The paints of one mixture."""
        return tuple(self.box[i] for i in self.sets[row].tolist())


class Searcher:
    """A box, ready to be searched for one target.

    A sparing search wants one good mixture: it follows fewer sets, and ends when it has one.
    """

    def __init__(
        self, box: Sequence[Paint], viewing: Viewing, target: Array, *, sparing: bool = False
    ) -> None:
        self.sparing = sparing
        self.sets_kept, self.hopeful = (
            (_SPARING_SETS, _SPARING_HOPEFUL) if sparing else (_KEPT_SETS, _HOPEFUL)
        )
        self.box = [*box, WATER] if viewing.medium == "wash" else list(box)
        self.count = len(box)
        self.viewing = viewing
        self.target = target
        self.k = np.array([p.absorption for p in self.box], dtype=np.float32)
        self.s = np.array([p.scattering for p in self.box], dtype=np.float32)
        # Amounts that do about as much as each other: strong paints in small parts.
        self.amount = 1 / (self.k.mean(axis=1) + self.s.mean(axis=1))
        if self.wash:
            self.amount[-1] = self.amount[:-1].max()
        self.metric = _metric_at(target)

    @property
    def wash(self) -> bool:
        return self.viewing.medium == "wash"

    def run(self, most: int, must: Sequence[int]) -> list[Found]:
        """Refined mixtures of every size from the required up to `most` paints.

        A sparing search ends with the size that reaches the target.
        """
        found: list[Found] = []
        best_triples = None

        def enough() -> bool:
            return self.sparing and bool(found) and self.reached_by(found[-1])

        for size in range(max(1, len(must)), min(most, 3, self.count) + 1):
            rows = paint_sets(self.count, size, must)
            if enough():
                return found
            if not len(rows):
                continue
            starts, score = self.lattice(rows)
            keep = np.argsort(score, kind="stable")[: self.sets_kept]
            found.append(self.refine(rows[keep], starts[keep]))
            best_triples = rows[keep], found[-1].parts
        if enough():
            return found
        if most == MOST_PAINTS and self.count >= MOST_PAINTS and best_triples is not None:
            rows, starts = self.extended(*best_triples)
            found.append(self.refine(rows, starts))
        return found

    def reached_by(self, found: Found) -> bool:
        """Whether one of the mixtures is the target itself."""
        return bool(delta_e_2000(found.labs, self.target).min() < REACHED_BELOW)

    def with_water(self, rows: Indices) -> Indices:
        """Paint sets with water added, in a wash."""
        if not self.wash:
            return rows
        return np.concatenate([rows, np.full((len(rows), 1), self.count)], axis=1)

    def lattice(self, rows: Indices) -> tuple[Array, Array]:
        """The best point of the lattice for each set: parts, and its distance to the target."""
        sets = self.with_water(rows)
        points = _simplex(sets.shape[1], _LATTICE_LEVEL if sets.shape[1] <= 3 else 5)
        starts = np.empty(sets.shape)
        score = np.empty(len(sets))
        for at in range(0, len(sets), _BLOCK):
            block = sets[at : at + _BLOCK]
            parts = points * self.amount[block][:, None, :]
            labs = self.labs(block, parts)
            gaps = (((labs - self.target) @ self.metric.T) ** 2).sum(axis=-1)
            best = gaps.argmin(axis=1)
            row = np.arange(len(block))
            starts[at : at + _BLOCK] = parts[row, best]
            score[at : at + _BLOCK] = gaps[row, best]
        return starts, score

    def labs(self, sets: Indices, parts: Array) -> Array:
        """CIELAB, shape (sets, n, 3), of parts of shape (sets, n, paints)."""
        films = self.viewing.film(parts.astype(np.float32), self.k[sets], self.s[sets])
        return lab_from_reflectance(films, self.viewing.light).astype(np.float64)

    def extended(self, rows: Indices, parts: Array) -> tuple[Indices, Array]:
        """Each set with one paint more, started at a trace of it; doubles are left out."""
        size = rows.shape[1]
        strength = self.amount[self.with_water(rows)]
        trace = 0.04 * (parts / strength).sum(axis=1)
        extra = np.tile(np.arange(self.count), len(rows))
        sets = np.column_stack([np.repeat(rows, self.count, axis=0), extra])
        paints = np.repeat(parts[:, :size], self.count, axis=0)
        grown = np.column_stack([paints, np.repeat(trace, self.count) * self.amount[extra]])
        water = np.repeat(parts[:, size:], self.count, axis=0)
        order = np.argsort(sets, axis=1)
        sets = np.take_along_axis(sets, order, axis=1)
        starts = np.column_stack([np.take_along_axis(grown, order, axis=1), water])
        new = np.flatnonzero((np.diff(sets, axis=1) > 0).all(axis=1))
        _, first = np.unique(sets[new], axis=0, return_index=True)
        kept = new[np.sort(first)]
        return sets[kept], starts[kept]

    def refine(self, rows: Indices, starts: Array) -> Found:
        """Levenberg–Marquardt on log parts, all sets at once; a set keeps its best point."""
        sets = self.with_water(rows)
        size = sets.shape[1]
        x = np.log(np.maximum(starts / starts.sum(axis=1, keepdims=True), 1e-6))
        damping = np.full(len(sets), 0.02)
        nudges = np.concatenate([np.zeros((1, size)), np.eye(size) * _NUDGE])
        best_x, best = x.copy(), np.full(len(sets), np.inf)
        least = np.inf
        for turn in range(_STEPS):
            if turn == _LOOK_AFTER and len(sets) > self.hopeful:
                # What is still far off by now will not come onto the list.
                hopeful = np.argsort(best)[: self.hopeful]
                sets, x, damping = sets[hopeful], x[hopeful], damping[hopeful]
                best_x, best = best_x[hopeful], best[hopeful]
            labs = self.labs(sets, np.exp(x[:, None, :] + nudges))
            scaled = (labs - self.target) @ self.metric.T
            residual = scaled[:, 0]
            size_now = (residual**2).sum(axis=1)
            better = size_now < best
            best_x[better], best[better] = x[better], size_now[better]
            if self.sparing and turn >= _LOOK_AFTER:
                if best.min() < _NEAR_ENOUGH**2 or best.min() > _STANDS_STILL * least:
                    break
                least = best.min()
            damping = np.where(better, damping * 0.3, damping * 8)
            slope = np.swapaxes((scaled[:, 1:] - scaled[:, :1]) / _NUDGE, 1, 2)
            square = np.swapaxes(slope, 1, 2) @ slope
            square += (damping[:, None, None] + 1e-9) * np.eye(size)
            gradient = np.swapaxes(slope, 1, 2) @ residual[..., None]
            step = np.linalg.solve(square, gradient)[..., 0]
            x = np.where(better[:, None], x, best_x) - np.clip(step, -1.5, 1.5)
            x = np.clip(x - x.max(axis=1, keepdims=True), -14, 0)
        parts = np.exp(best_x - best_x.max(axis=1, keepdims=True))
        parts /= parts.sum(axis=1, keepdims=True)
        exact = lab_from_reflectance(
            self.viewing.film(
                parts[:, None, :], self.k[sets].astype(float), self.s[sets].astype(float)
            )[:, 0],
            self.viewing.light,
        )
        return Found(self.box, sets, parts, exact)


def _metric_at(lab: Array) -> Array:
    """Matrix (3, 3) that turns CIELAB steps near a colour into CIEDE2000-sized ones."""
    base = np.eye(3) * 0.5
    steps = np.concatenate([base, (base[:, None] + base).reshape(9, 3)])
    told = delta_e_2000(lab + steps, lab) ** 2 / 0.25
    gaps, cross = told[:3], told[3:].reshape(3, 3)
    form = (cross - gaps[:, None] - gaps[None, :]) / 2
    form[np.diag_indices(3)] = gaps
    values, vectors = np.linalg.eigh(form)
    return np.asarray((vectors * np.sqrt(np.maximum(values, 1e-4))).T)


@cache
def _simplex(size: int, level: int) -> Array:
    """Points of a simplex lattice, shape (n, size), each adding to 1."""
    points = [
        np.diff([-1, *bars, level + size - 1]) - 1
        for bars in combinations(range(level + size - 1), size - 1)
    ]
    return np.array(points) / level


def paint_sets(count: int, size: int, must: Sequence[int]) -> Indices:
    """All sets of paints of a size that hold the required ones, shape (n, size)."""
    others = [i for i in range(count) if i not in must]
    rows = [sorted((*must, *more)) for more in combinations(others, size - len(must))]
    return np.array(rows, dtype=np.intp).reshape(len(rows), size)


def _short_list(
    found: Sequence[Found], target: Array, viewing: Viewing, spectrum: Array, length: int
) -> list[Recipe]:
    """The best mixtures that differ in their paints, fewer tubes counting a little."""
    entries: dict[frozenset[str], tuple[float, tuple[Paint, ...], Array]] = {}
    for group in found:
        gaps = delta_e_2000(group.labs, target)
        # Only the best of each size can come onto a list this short.
        for i in np.argsort(gaps)[: 6 * length].tolist():
            paints, parts = group.paints(i), group.parts[i]
            used = frozenset(
                p.key for p, part in zip(paints, parts, strict=True) if part > _LEAST_SHARE
            )
            score = float(gaps[i]) + TUBE_COST * len(used - {WATER.key})
            if used not in entries or score < entries[used][0]:
                entries[used] = (score, paints, parts)
    best = sorted(entries.values(), key=lambda entry: entry[0])[:length]
    mixed: list[tuple[tuple[Paint, ...], Array]] = []
    for _, paints, parts in best:
        kept = np.flatnonzero(parts > _LEAST_SHARE)
        mixed.append((tuple(paints[j] for j in kept), parts[kept] / parts[kept].sum()))
    films = np.array([viewing.reflectance(shares, chosen) for chosen, shares in mixed])
    labs = lab_from_reflectance(films, viewing.light)
    recipes = [
        Recipe(chosen, tuple(shares.tolist()), lab, float(gap), float(risk))
        for (chosen, shares), lab, gap, risk in zip(
            mixed,
            labs,
            delta_e_2000(labs, target),
            metameric_difference(spectrum, films, viewing.light, "A"),
            strict=True,
        )
    ]
    return sorted(recipes, key=lambda recipe: recipe.delta_e + TUBE_COST * recipe.tubes)


def _helper(
    box: Sequence[Paint],
    viewing: Viewing,
    target: Array,
    most: int,
    must: Sequence[int],
    reached: float,
) -> Paint | None:
    """The library paint that brings the box nearest to a target it cannot reach alone."""
    owned = {paint.key for paint in box}
    outside = [p for p in library().paints.values() if p.key not in owned and not p.recipe]
    best, helper = reached - 0.5, None
    searcher = Searcher([*box, *outside], viewing, target)
    size = min(most, 3, len(box) + 1)
    inside = paint_sets(len(box), size - 1, must[: size - 1])
    rows = np.concatenate(
        [
            np.concatenate([inside, np.full((len(inside), 1), len(box) + i)], axis=1)
            for i in range(len(outside))
        ]
    )
    starts, score = searcher.lattice(rows)
    keep = np.argsort(score, kind="stable")[: 2 * _KEPT_SETS]
    found = searcher.refine(rows[keep], starts[keep])
    gaps = delta_e_2000(found.labs, target)
    at = int(gaps.argmin())
    if gaps[at] < best:
        helper = next(p for p in found.paints(at) if p.key not in owned and p is not WATER)
    return helper


def smoothest_reflectance(lab: Array, light: str = "D65") -> Array:
    """The smoothest spectrum that has a colour, shape (36,), held within 0.001 and 1.

    The sum of squared second differences is least under the condition of equal tristimulus
    values (van Trigt, "Smoothest reflectance functions", J. Opt. Soc. Am. A 7 (1990), 1891).
    """
    second = np.diff(np.eye(BANDS), n=2, axis=0)
    w = weights(light)
    system = np.zeros((BANDS + 3, BANDS + 3))
    system[:BANDS, :BANDS] = second.T @ second + 1e-9 * np.eye(BANDS)
    system[:BANDS, BANDS:] = w.T
    system[BANDS:, :BANDS] = w
    wanted = np.concatenate([np.zeros(BANDS), xyz_from_lab(lab, light)])
    return np.clip(np.linalg.solve(system, wanted)[:BANDS], 0.001, 1.0)
