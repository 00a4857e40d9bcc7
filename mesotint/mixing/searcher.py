"""The search behind recipes: mixtures of a box that come nearest to some colours.

It has three stages. A lattice over every set of one, two or three paints, weighed by their
strength, shows where the box comes near. The best sets, alone and each with one paint more,
are then refined together by Levenberg–Marquardt steps on the logarithms of their parts. Several
colours are searched for at once, since every step is an array operation over all of their sets.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from itertools import combinations
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000, difference_axes
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array, Indices
from mesotint.paints.library import WATER, Paint

MOST_PAINTS: Final = 4
REACHED_BELOW: Final = 1.0
"""CIEDE2000 from which the best recipe counts as the colour itself."""

# What follows trades time against what is missed, by our own judgement: fewer or coarser and good
# mixtures are missed, more or finer and a search takes longer. Tests and benchmark hold both sides.

KEPT_SETS: Final = 110
"""Sets of each size that are refined."""

_SPARING_SETS: Final = 12
"""The same where one good mixture is enough."""

_FINE_LEVEL: Final = 7
_COARSE_LEVEL: Final = 5
"""Steps on a side of the lattice for up to three paints, and for more or a sparing search."""

_BLOCK: Final = 400
"""Sets of the lattice that are computed at a time, so that they stay in the processor's cache."""

_STEPS: Final = 9
"""Levenberg–Marquardt steps."""

_LOOK_AFTER: Final = 3
"""Steps after which the hopeless are left: before, their places say little."""

_HOPEFUL_FOR_EACH: Final = 2.4
_FEWEST_HOPEFUL: Final = 40
"""Sets that go on after that look, for each that is kept, and at the least."""

_NEAR_ENOUGH: Final = 0.1
"""CIEDE2000, nearly, below which a sparing search has what it wants."""

_HIT: Final = 0.01
"""CIEDE2000, nearly, from which a set has its colour and is not refined any further; no figure that
is told shows less."""

_STANDS_STILL: Final = 0.995
"""Share of what was off a step ago from which a sparing search counts as standing still."""

_TRACE: Final = 0.03
"""Part of a paint, weighed by its strength, at which it begins: at nothing it would stay there."""

_NUDGE: Final = 1e-3
"""Step in the logarithm of a part by which slopes are taken; float32 is coarser far below it."""


@dataclass(frozen=True)
class Wanted:
    """A colour to search for.

    Attributes
    ----------
    target : array, shape (3,)
    must : tuple of int
        Places in the box of paints that every mixture must hold.
    may : tuple of int or None
        Places of the other paints that may be used; None for all.
    """

    target: Array
    must: tuple[int, ...] = ()
    may: tuple[int, ...] | None = None


@dataclass(frozen=True)
class Found:
    """Refined mixtures of one size for one colour: places in the box, parts adding to 1, CIELAB.

    `gaps` is CIEDE2000 of each from the colour.
    """

    box: Sequence[Paint]
    sets: Indices
    parts: Array
    labs: Array
    gaps: Array

    def paints(self, row: int) -> tuple[Paint, ...]:
        """The paints of one mixture.

        Parameters
        ----------
        row : int
            Place of the mixture among those found.
        """
        return tuple(self.box[i] for i in self.sets[row].tolist())

    def worth(self, rows: Indices, target: Array, viewing: Viewing) -> Array:
        """CIEDE2000 to the colour that each paint of some mixtures is worth, shape (rows, paints):
        how much farther off the mixture is without it; infinite for the only one.

        Parameters
        ----------
        rows : array of int, shape (sets, paints)
            Places in the box.
        target : array, shape (3,)
            CIELAB.
        """
        size = self.sets.shape[1]
        if size < 2:
            return np.full((len(rows), size), np.inf)
        sets = self.sets[rows]
        k, s = (
            np.array([getattr(paint, name) for paint in self.box])[sets]
            for name in ("absorption", "scattering")
        )
        without = self.parts[rows][:, None] * (1 - np.eye(size))
        labs = lab_from_reflectance(viewing.film(without, k, s), viewing.light)
        return np.asarray(delta_e_2000(labs, target) - self.gaps[rows][:, None])


class Searcher:
    """A box, ready to be searched for some colours at once.

    A sparing search wants one good mixture of each: it follows fewer sets, and for each colour ends
    with the number of paints that reaches it. `sets_kept` is how many sets of each size are
    followed beyond the lattice.
    """

    def __init__(
        self,
        box: Sequence[Paint],
        viewing: Viewing,
        wanted: Sequence[Wanted],
        *,
        sparing: bool = False,
        sets_kept: int = KEPT_SETS,
    ) -> None:
        self.sparing = sparing
        self.sets_kept = _SPARING_SETS if sparing else sets_kept
        self.hopeful = max(_FEWEST_HOPEFUL, round(_HOPEFUL_FOR_EACH * self.sets_kept))
        self.level = _COARSE_LEVEL if sparing else _FINE_LEVEL
        self.box = [*box, WATER] if viewing.medium == "wash" else list(box)
        self.count = len(box)
        self.viewing = viewing
        self.wanted = wanted
        self.k = np.array([p.absorption for p in self.box], dtype=np.float32)
        self.s = np.array([p.scattering for p in self.box], dtype=np.float32)
        # Amounts that do about as much as each other: strong paints in small parts.
        self.amount = 1 / (self.k.mean(axis=1) + self.s.mean(axis=1))
        if self.wash:
            self.amount[-1] = self.amount[:-1].max()
        self.targets = np.array([each.target for each in wanted])
        # Transposed, for steps that stand in rows.
        self.metrics = np.swapaxes(difference_axes(self.targets), 1, 2)

    @property
    def wash(self) -> bool:
        return self.viewing.medium == "wash"

    def run(self, most: int) -> list[list[Found]]:
        """Refined mixtures for each colour, of every size from the required up to `most` paints.

        A sparing search ends for a colour with the size that reaches it.

        Parameters
        ----------
        most : int
            How many paints a mixture may have, 1 to `MOST_PAINTS`.
        """
        found: list[list[Found]] = [[] for _ in self.wanted]
        open_ = list(range(len(self.wanted)))
        triples: dict[int, tuple[Indices, Array]] = {}
        for size in range(1, min(most, 3, self.count) + 1):
            rows, of, starts, score = self.tried(open_, size)
            if not len(rows):
                continue
            keep = _best_of_each(score, of, self.sets_kept)
            kept = rows[keep]
            for t, each in self.refine(kept, starts[keep], of[keep]).items():
                found[t].append(each)
                # A set of four is begun at the nearest of its triples, which come first here.
                near = np.argsort(each.gaps, kind="stable")
                triples[t] = each.sets[near, :size], each.parts[near]
            if self.sparing:
                open_ = [t for t in open_ if not _reached(found[t])]
        if most == MOST_PAINTS and self.count >= MOST_PAINTS:
            grown = [(t, *self.extended(*triples[t], t)) for t in open_ if t in triples]
            if grown:
                rows, starts = (np.concatenate([g[i] for g in grown]) for i in (1, 2))
                of = np.repeat([g[0] for g in grown], [len(g[1]) for g in grown])
                for t, each in self.refine(rows, starts, of).items():
                    found[t].append(each)
        return found

    def tried(self, colours: Sequence[int], size: int) -> tuple[Indices, Indices, Array, Array]:
        """Every set of a size for each colour on the lattice: the sets, the colour each is for, its
        best point and that point's squared distance, colour after colour. Colours that may have
        the same paints share films.

        Parameters
        ----------
        colours : sequence of int
            Places of the colours among those that are wanted.
        size : int
            Paints in a set.
        """
        alike: dict[tuple[tuple[int, ...], tuple[int, ...] | None], list[int]] = {}
        for t in colours:
            wanted = self.wanted[t]
            if size >= max(1, len(wanted.must)):
                alike.setdefault((wanted.must, wanted.may), []).append(t)
        tried = []
        for (must, may), group in alike.items():
            rows = paint_sets(range(self.count) if may is None else may, size, must)
            starts, scores = self.lattice(rows, group)
            tried += [
                (rows, np.full(len(rows), t), starts[i], scores[i]) for i, t in enumerate(group)
            ]
        if not tried:
            none = np.zeros((0, size), dtype=np.intp)
            return none, none[:, 0], none.astype(float), none[:, 0].astype(float)
        rows, of, starts, scores = (np.concatenate(column) for column in zip(*tried, strict=True))
        return rows, of, starts, scores

    def with_water(self, rows: Indices) -> Indices:
        """Paint sets with water added, in a wash.

        Parameters
        ----------
        rows : array of int, shape (sets, paints)
            Places in the box.
        """
        if not self.wash:
            return rows
        return np.concatenate([rows, np.full((len(rows), 1), self.count)], axis=1)

    def lattice(self, rows: Indices, colours: Sequence[int] = (0,)) -> tuple[Array, Array]:
        """The best point of the lattice of each set for some colours: parts, shape (colours, sets,
        paints), and squared distances, shape (colours, sets).

        Parameters
        ----------
        rows : array of int, shape (sets, paints)
            Places in the box.
        colours : sequence of int
            Places of the colours among those that are wanted.
        """
        sets = self.with_water(rows)
        points = _simplex(sets.shape[1], self.level if sets.shape[1] <= 3 else _COARSE_LEVEL)
        starts = np.empty((len(colours), *sets.shape))
        score = np.empty((len(colours), len(sets)))
        for at in range(0, len(sets), _BLOCK):
            block = sets[at : at + _BLOCK]
            parts = points * self.amount[block][:, None, :]
            labs, row = self.labs(block, parts), np.arange(len(block))
            for i, colour in enumerate(colours):
                gaps = (((labs - self.targets[colour]) @ self.metrics[colour]) ** 2).sum(axis=-1)
                best = gaps.argmin(axis=1)
                # A paint that stands at nothing would stay there: its logarithm has no slope.
                least = _TRACE * self.amount[block]
                starts[i, at : at + _BLOCK] = np.maximum(parts[row, best], least)
                score[i, at : at + _BLOCK] = gaps[row, best]
        return starts, score

    def _away(self, labs: Array, of: Indices) -> Array:
        """Steps from each set's colour, shape (sets, n, 3), in the size CIEDE2000 gives them."""
        return np.asarray((labs - self.targets[of][:, None]) @ self.metrics[of])

    def labs(self, sets: Indices, parts: Array) -> Array:
        """CIELAB, shape (sets, n, 3), of parts of shape (sets, n, paints).

        Parameters
        ----------
        sets : array of int, shape (sets, paints)
            Places in the box.
        parts : array, shape (..., paints)
            Parts by volume, zero or more.
        """
        films = self.viewing.film(parts.astype(np.float32), self.k[sets], self.s[sets])
        return lab_from_reflectance(films, self.viewing.light).astype(np.float64)

    def extended(self, rows: Indices, parts: Array, colour: int = 0) -> tuple[Indices, Array]:
        """Each set with one paint more, started at a trace of it; doubles are left out.

        Parameters
        ----------
        rows : array of int, shape (sets, paints)
            Places in the box.
        parts : array, shape (..., paints)
            Parts by volume, zero or more.
        colour : int
            Place of the colour among those that are wanted.
        """
        wanted = self.wanted[colour]
        extra = np.arange(self.count) if wanted.may is None else np.array(wanted.may, dtype=np.intp)
        size, more = rows.shape[1], len(extra)
        strength = self.amount[self.with_water(rows)]
        trace = _TRACE * (parts / strength).sum(axis=1)
        extra = np.tile(extra, len(rows))
        sets = np.column_stack([np.repeat(rows, more, axis=0), extra])
        paints = np.repeat(parts[:, :size], more, axis=0)
        grown = np.column_stack([paints, np.repeat(trace, more) * self.amount[extra]])
        water = np.repeat(parts[:, size:], more, axis=0)
        order = np.argsort(sets, axis=1)
        sets = np.take_along_axis(sets, order, axis=1)
        starts = np.column_stack([np.take_along_axis(grown, order, axis=1), water])
        new = np.flatnonzero((np.diff(sets, axis=1) > 0).all(axis=1))
        # A set as one number, which is told apart sooner than a row.
        number = sets[new] @ (self.count ** np.arange(sets.shape[1]))
        _, first = np.unique(number, return_index=True)
        kept = new[np.sort(first)]
        return sets[kept], starts[kept]

    def refine(self, rows: Indices, starts: Array, of: Indices | None = None) -> dict[int, Found]:
        """Levenberg–Marquardt on log parts, all sets at once; a set keeps its best point.

        Returns what was found for each colour that a set is for.

        Parameters
        ----------
        rows : array of int, shape (sets, paints)
            Places in the box.
        starts : array, shape (sets, paints)
            Parts to begin with, above zero.
        of : array of int, shape (sets,), optional
            Colour that each set is for; all for the first where none is given.
        """
        of = np.zeros(len(rows), dtype=np.intp) if of is None else of
        sets = self.with_water(rows)
        size = sets.shape[1]
        x = np.log(np.maximum(starts / starts.sum(axis=1, keepdims=True), 1e-6))
        damping = np.full(len(sets), 0.02)
        nudges = np.concatenate([np.zeros((1, size)), np.eye(size) * _NUDGE])
        best_x, best = x.copy(), np.full(len(sets), np.inf)
        least = np.full(len(self.wanted), np.inf)
        done: list[tuple[Indices, Array, Indices]] = []
        # A paint alone has nothing to be refined in.
        for turn in range(_STEPS if size > 1 else 1):
            if turn == _LOOK_AFTER and len(sets) > self.hopeful:
                # What is still far off by now will not come onto the list.
                hopeful = _best_of_each(best, of, self.hopeful)
                sets, x, damping, of = sets[hopeful], x[hopeful], damping[hopeful], of[hopeful]
                best_x, best = best_x[hopeful], best[hopeful]
            scaled = self._away(self.labs(sets, np.exp(x[:, None, :] + nudges)), of)
            residual = scaled[:, 0]
            size_now = (residual**2).sum(axis=1)
            better = size_now < best
            best_x[better], best[better] = x[better], size_now[better]
            if self.sparing and turn >= _LOOK_AFTER:
                now = np.full(len(self.wanted), np.inf)
                np.minimum.at(now, of, best)
                if ((now < _NEAR_ENOUGH**2) | (now >= _STANDS_STILL * least)).all():
                    break
                least = now
            if turn >= _LOOK_AFTER and (hit := best < _HIT**2).any():
                done.append((sets[hit], best_x[hit], of[hit]))
                if hit.all():
                    sets, best_x, of = sets[:0], best_x[:0], of[:0]
                    break
                left = ~hit
                sets, x, damping, of = sets[left], x[left], damping[left], of[left]
                best_x, best, better = best_x[left], best[left], better[left]
                scaled, residual = scaled[left], residual[left]
            damping = np.where(better, damping * 0.3, damping * 8)
            slope = (scaled[:, 1:] - scaled[:, :1]) / _NUDGE
            # Of many small matrices the product takes a third of the time where both lie in order.
            square = slope @ np.ascontiguousarray(np.swapaxes(slope, 1, 2))
            square += (damping[:, None, None] + 1e-9) * np.eye(size)
            gradient = slope @ residual[..., None]
            step = np.linalg.solve(square, gradient)[..., 0]
            x = np.where(better[:, None], x, best_x) - np.clip(step, -1.5, 1.5)
            x = np.clip(x - x.max(axis=1, keepdims=True), -14, 0)
        sets, best_x, of = (
            np.concatenate(each) for each in zip(*done, (sets, best_x, of), strict=True)
        )
        parts = np.exp(best_x - best_x.max(axis=1, keepdims=True))
        parts /= parts.sum(axis=1, keepdims=True)
        exact = lab_from_reflectance(
            self.viewing.film(
                parts[:, None, :], self.k[sets].astype(float), self.s[sets].astype(float)
            )[:, 0],
            self.viewing.light,
        )
        gaps = delta_e_2000(exact, self.targets[of])
        told = {}
        for t in sorted(set(of.tolist())):
            mine = of == t
            told[t] = Found(self.box, sets[mine], parts[mine], exact[mine], gaps[mine])
        return told


def _reached(found: Sequence[Found]) -> bool:
    """Whether the last size that was tried reaches its colour."""
    return bool(found) and bool(found[-1].gaps.min() < REACHED_BELOW)


def _best_of_each(score: Array, of: Indices, count: int) -> Indices:
    """Places of the best sets for each colour, at most so many, best first."""
    order = np.lexsort((score, of))
    first = np.searchsorted(of[order], of[order])
    return order[np.arange(len(order)) - first < count]


@cache
def _simplex(size: int, level: int) -> Array:
    """Points of a simplex lattice, shape (n, size), each adding to 1."""
    points = [
        np.diff([-1, *bars, level + size - 1]) - 1
        for bars in combinations(range(level + size - 1), size - 1)
    ]
    return np.array(points) / level


def paint_sets(may: Sequence[int], size: int, must: Sequence[int] = ()) -> Indices:
    """All sets of a size that hold the required paints and some that may be, shape (n, size).

    Parameters
    ----------
    may : sequence of int
        Places of the paints that may be in a set.
    size : int
        Paints in a set, 1 or more.
    must : sequence of int
        Places of the paints that every set holds.
    """
    others = [i for i in may if i not in must]
    rows = [sorted((*must, *more)) for more in combinations(others, size - len(must))]
    return np.array(rows, dtype=np.intp).reshape(len(rows), size)
