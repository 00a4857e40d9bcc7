"""Mixtures for all passages at once, from few tubes: which set serves the whole, and how well.

Every mixture of up to three tubes of the box is tried for every passage on the lattice of the
recipe search, the best are refined, and the set of tubes is grown by the tube that helps most, then
exchanged tube by tube while that helps. With the set that is chosen each passage is searched for
anew, with up to four paints. That few tubes hold a painting together, and that a black from the
tube is a choice, is common practice.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import combinations
from math import comb
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import checked_lab, lch_from_lab
from mesotint.colour.hues import family
from mesotint.colour.words import EYE_TELLS
from mesotint.errors import InputError
from mesotint.mixing.correction import what_is_wrong
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.recipe import Recipe, Wishes, search_each
from mesotint.mixing.searcher import Searcher, Wanted
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_black

BLACKS: Final = ("never", "blue", "freely")
"""Whether a black may come from the tube: never, as the dull blue it is, or freely."""

FEWEST: Final = 2
MOST: Final = 10

_SETS_REFINED: Final = 250
"""Mixtures of each size that are refined for each passage; all others count as the lattice has
them, which is a little farther off than they are. With 40 sets are found that are a fifth worse."""

_FAR_OFF: Final = 100.0
_ROUNDS: Final = 12
_ALL_OF: Final = 1500
"""Sets of one size of which each is looked at; of more, the last one is grown and swapped in."""

_NOTHING: Final = 0.3
"""CIEDE2000 from which it is all the same how little is off."""

_BLACK_COSTS: Final = 0.4
"""CIEDE2000 that a mixture without a black may be farther off and is still taken: our own."""

_BLUES: Final = ("blue", "blue-green")
_LEANS_FROM: Final = 3.0
"""Chroma from which a passage is blue enough for a black to serve as its blue."""


_LOST_FROM: Final = 0.2
"""Share of the contrast to a neighbour from which it is told that it is lost: our own."""


@dataclass(frozen=True)
class Served:
    """One passage with its mixture.

    Attributes
    ----------
    recipe : Recipe
    reach : float
        CIEDE2000 by which the whole box misses it, under the same rule for blacks.
    wrong : tuple of str
        What is off of the mixture, in a painter's words; empty where no eye tells.
    """

    recipe: Recipe
    reach: float
    wrong: tuple[str, ...]


@dataclass(frozen=True)
class Point:
    """One point of the curve: how well a set of tubes of one size serves.

    Attributes
    ----------
    tubes : tuple of Paint
    rms, worst : float
        CIEDE2000 over the passages.
    within : int
        Passages that no eye tells from what they are to be.
    """

    tubes: tuple[Paint, ...]
    rms: float
    worst: float
    within: int


@dataclass(frozen=True)
class FewTubes:
    """A set of tubes for all passages.

    Attributes
    ----------
    curve : tuple of Point
        Sets of 2 tubes and more, as they were tried.
    knee : int
        The number of tubes from which one more brings little.
    passages : tuple of Served
        With the set that was asked for, or the knee's.
    tubes : tuple of Paint
        Those that are used.
    """

    curve: tuple[Point, ...]
    knee: int
    passages: tuple[Served, ...]
    tubes: tuple[Paint, ...]


def few_tubes(
    targets: Array,
    box: Sequence[Paint],
    count: int | None = None,
    blacks: str = "blue",
    viewing: Viewing = DEFAULT_VIEWING,
) -> FewTubes:
    """A mixture for each of some colours, together from few tubes.

    Parameters
    ----------
    targets : array, shape (n, 3)
        CIELAB under the viewing's light.
    box : sequence of Paint
        What may be used.
    count : int, optional
        How many tubes, 2 to 10; those of the knee where none is given.
    blacks : str
        never, blue or freely.

    Raises
    ------
    InputError
        For no colour, a colour that is none, a count or a rule that cannot be had, or a box that
        is empty once its blacks are out.
    """
    wanted = [checked_lab(lab, "target") for lab in np.atleast_2d(targets)]
    if not wanted or not np.size(targets):
        raise InputError("There is no passage to mix for.", "passages")
    if blacks not in BLACKS:
        raise InputError(f"Blacks are used {', '.join(BLACKS)}; choose one.", "blacks")
    if count is not None and not FEWEST <= count <= MOST:
        raise InputError(f"Choose {FEWEST} to {MOST} tubes.", "tubes")
    paints = [paint for paint in box if blacks != "never" or not is_black(paint)]
    if not paints:
        raise InputError("The box is empty; add a tube to mix from.", "box")
    out = [_without(paints, lab, blacks) for lab in wanted]
    table = SetTable(paints, viewing, wanted, without=out)
    sets = table.grown(MOST)
    curve = tuple(table.point(each) for each in sets)
    knee = _knee([point.rms for point in curve])
    chosen = min(knee if count is None else count, len(paints))
    tubes = [paints[i] for i in sorted(sets[chosen - 1])]
    recipes = _recipes(wanted, tubes, out, viewing)
    reach = table.reach
    served = []
    for lab, recipe, best in zip(wanted, recipes, reach, strict=True):
        wrong = () if recipe.delta_e < EYE_TELLS else what_is_wrong(recipe.lab, lab)[0]
        served.append(Served(recipe, min(float(best), recipe.delta_e), tuple(wrong)))
    used = {paint.key for recipe in recipes for paint in recipe.paints}
    return FewTubes(
        tuple(point for point in curve if len(point.tubes) >= min(FEWEST, len(paints))),
        knee,
        tuple(served),
        tuple(paint for paint in tubes if paint.key in used),
    )


def loses_beside(got: Array, wanted: Array, i: int, beside: Sequence[int]) -> int | None:
    """The neighbour against which a passage loses most of its contrast by what is mixed for both;
    none where no more is lost than a painter would let go.

    Parameters
    ----------
    got, wanted : array, shape (passages, 3)
        CIELAB of the mixtures, and of what they are meant to be.
    i : int
        The passage.
    beside : sequence of int
        Those that it touches.
    """
    lost = [
        (1 - np.linalg.norm(got[i] - got[j]) / np.linalg.norm(wanted[i] - wanted[j]), j)
        for j in beside
        if np.linalg.norm(wanted[i] - wanted[j]) > 0
    ]
    worst, other = max(lost, default=(0.0, -1))
    return other if worst >= _LOST_FROM else None


def _without(paints: Sequence[Paint], lab: Array, blacks: str) -> frozenset[str]:
    """Keys of the blacks that are not to be in a passage's mixture."""
    if blacks == "freely":
        return frozenset()
    _, chroma, hue = lch_from_lab(lab).tolist()
    if chroma >= _LEANS_FROM and family(hue) in _BLUES:
        return frozenset()
    return frozenset(paint.key for paint in paints if is_black(paint))


def _recipes(
    wanted: Sequence[Array],
    tubes: Sequence[Paint],
    out: Sequence[frozenset[str]],
    viewing: Viewing,
) -> list[Recipe]:
    keys = {paint.key for paint in tubes}
    # A set of blacks alone leaves nothing else to mix a warm passage from.
    wishes = [Wishes(forbidden=tuple(each & keys) if each & keys != keys else ()) for each in out]
    found = search_each(wanted, tubes, wishes, viewing)
    return [recipes[0] for recipes in found]


class SetTable:
    """How far every mixture of up to three tubes of a box is off each of some colours.

    Parameters
    ----------
    paints : sequence of Paint
        The box.
    viewing : Viewing
    wanted : sequence of array, shape (3,)
        CIELAB.
    weights : array, shape (colours,), optional
        What each counts; all alike where none are given.
    without : sequence of set of str, optional
        Keys of the blacks that are not to be in the mixture of each.
    refined : int
        Mixtures of each size that are refined for each colour.
    """

    def __init__(
        self,
        paints: Sequence[Paint],
        viewing: Viewing,
        wanted: Sequence[Array],
        weights: Array | None = None,
        without: Sequence[frozenset[str]] | None = None,
        refined: int = _SETS_REFINED,
    ) -> None:
        self.paints = paints
        self.weights = np.ones(len(wanted)) if weights is None else weights
        self.weights = self.weights / self.weights.sum()
        searcher = Searcher(paints, viewing, [Wanted(lab) for lab in wanted])
        bits, gaps = [], []
        for size in range(1, min(3, len(paints)) + 1):
            rows, of, starts, score = searcher.tried(range(len(wanted)), size)
            per = len(rows) // len(wanted)
            told = np.sqrt(score).reshape(len(wanted), per)
            first = rows[:per]
            keep = np.argsort(told, axis=1)[:, :refined]
            at = (keep + np.arange(len(wanted))[:, None] * per).ravel()
            place = {tuple(row): i for i, row in enumerate(first.tolist())}
            for t, found in searcher.refine(rows[at], starts[at], of[at]).items():
                # In a wash water stands behind the tubes of a set, and is none.
                where = [place[tuple(row)] for row in found.sets[:, :size].tolist()]
                told[t, where] = found.gaps
            bits.append((1 << first.astype(np.int64)).sum(axis=1))
            gaps.append(told)
        self.bits = np.concatenate(bits)
        self.gaps = np.concatenate(gaps, axis=1)
        dark = sum(1 << i for i, paint in enumerate(paints) if is_black(paint))
        has_black = (self.bits & dark) > 0
        for t, keys in enumerate(without or ()):
            if keys:
                self.gaps[t, has_black] = _FAR_OFF
            else:
                self.gaps[t, has_black] += _BLACK_COSTS
        self.reach = self.gaps.min(axis=1)

    def off(self, tubes: Iterable[int]) -> Array:
        """CIEDE2000, nearly, of each colour from a set of tubes, shape (colours,).

        Parameters
        ----------
        tubes : iterable of int
            Places in the box.
        """
        mask = sum(1 << i for i in tubes)
        inside = (self.bits & ~np.int64(mask)) == 0
        return np.asarray(self.gaps[:, inside].min(axis=1, initial=_FAR_OFF))

    def cost(self, tubes: Iterable[int]) -> float:
        """Root mean square of what a set is off, in CIEDE2000.

        Parameters
        ----------
        tubes : sequence of int
            Places in the box.
        """
        return float(np.sqrt((self.off(tubes) ** 2) @ self.weights))

    def grown(self, most: int) -> list[list[int]]:
        """The best sets found of 1 tube, of 2, and so on: places in the box.

        Parameters
        ----------
        most : int
            Tubes of the largest.
        """
        sets: list[list[int]] = []
        every = range(len(self.paints))
        for size in range(1, min(most, len(self.paints)) + 1):
            if size <= FEWEST or comb(len(every), size) <= _ALL_OF:
                sets.append(list(min(combinations(every, size), key=self.cost)))
            else:
                others = [i for i in every if i not in sets[-1]]
                sets.append(self._swapped(min(
                    ([*sets[-1], i] for i in others), key=self.cost
                )))  # fmt: skip
        return sets

    def _swapped(self, chosen: list[int]) -> list[int]:
        """A set with tubes swapped for others of the box as long as it serves better for it."""
        best = self.cost(chosen)
        for _ in range(_ROUNDS):
            swaps = [
                [i if j == old else j for j in chosen]
                for old in chosen
                for i in range(len(self.paints))
                if i not in chosen
            ]
            swapped = min(swaps, key=self.cost, default=chosen)
            if self.cost(swapped) >= best - 1e-9:
                break
            chosen, best = swapped, self.cost(swapped)
        return chosen

    def point(self, tubes: Sequence[int]) -> Point:
        """What a set comes to.

        Parameters
        ----------
        tubes : sequence of int
            Places in the box.
        """
        off = self.off(tubes)
        return Point(
            tuple(self.paints[i] for i in sorted(tubes)),
            self.cost(tubes),
            float(off.max()),
            int((off < EYE_TELLS).sum()),
        )


def _knee(costs: Sequence[float]) -> int:
    """How many tubes the curve of costs of 1 tube and more bends at: the point that lies farthest
    below the line from its first to its last. What is off counts by its ratio, since from 8 to 4 is
    as much to a painter as from 4 to 2."""
    if len(costs) <= FEWEST:
        return len(costs)
    # One tube alone mixes nothing: the curve that is looked at begins with two.
    told = np.log(np.maximum(costs[FEWEST - 1 :], _NOTHING))
    line = np.linspace(told[0], told[-1], len(told))
    return FEWEST + int((line - told).argmax())
