"""Darks: every tube, pair and triad of a box, for how deep and how neutral they go.

Any mixture that holds all three primaries can go nearly black, transparent strong paints deepest;
a dark hides its lean until it is opened (common practice). How much of each is sought so that the
dark is deep and its white test near grey, or leans the way that is asked for.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import (
    lab_from_reflectance,
    lightness_from_reflectance,
)
from mesotint.colour.hues import FAMILIES, MIDDLES, WARMEST
from mesotint.colour.words import lean as lean_of
from mesotint.errors import InputError
from mesotint.mixing.character import strength
from mesotint.mixing.mixture import DEFAULT_VIEWING, WHITE_TEST_PARTS, Viewing
from mesotint.optics.grid import Array, Indices
from mesotint.paints.library import Paint
from mesotint.paints.roles import (
    black_of,
    is_ready_grey,
    is_transparent,
    is_white,
    mixture,
)

MOST_PAINTS: Final = 3
_SIDES: Final = {"warm": WARMEST, "cool": WARMEST + 180}
LEANS: Final = (*_SIDES, *FAMILIES)
DARK_BELOW: Final = 45.0
"""L* above which nothing of a box counts as a dark: our own."""

LEAN_COSTS: Final = 0.5
"""What a unit of chroma in the white test counts against one of depth: our own judgement."""

THIRD_BRINGS: Final = 1.0
"""What a third paint has to be better by than the best two of the three."""

_AIM_CHROMA: Final = 4.0
"""Chroma of the white test of a dark that is asked to lean: seen, and a dark still."""

_MOST_CHROMA: Final = 6.0
_PAIR_SCAN: Final = np.linspace(-7.5, 7.5, 31)
_TRIAD_LEVEL: Final = 5
_TRIADS_REFINED: Final = 160
_STEPS: Final = (0.3, 0.16, 0.08, 0.04, 0.02)
_LEAST_STRENGTH: Final = 0.05
_LEAST_SHARE: Final = 0.01


@dataclass(frozen=True)
class Dark:
    """A dark from one, two or three paints.

    Attributes
    ----------
    paints : tuple of Paint
    parts : tuple of float
        By volume, adding to 1, most first.
    lab, opened_lab : array, shape (3,)
        CIELAB of it, and of its white test.
    lean : str or None
        What the white test leans toward; None where an eye sees nothing.
    transparent : bool
        Whether each of its paints is told as transparent.
    cost : float
        What it is ranked by: L* and, at half, how far its white test is off grey, or off the lean
        that is wanted.
    """

    paints: tuple[Paint, ...]
    parts: tuple[float, ...]
    lab: Array
    opened_lab: Array
    lean: str | None
    transparent: bool
    cost: float

    @property
    def says(self) -> str:
        """Such as: L* 14, opened it leans green by 3 of chroma."""
        chroma = float(np.hypot(*self.opened_lab[1:]))
        opened = "opened it is grey" if self.lean is None else (
            f"opened it leans {self.lean} by {chroma:.0f} of chroma"
        )  # fmt: skip
        clear = "transparent" if self.transparent else "opaque in part"
        return f"Value {self.lab[0] / 10:.1f}; {opened}; {clear}."


def darks(
    box: Sequence[Paint],
    most: int = MOST_PAINTS,
    *,
    no_black: bool = False,
    transparent: bool = False,
    leans: str = "",
    viewing: Viewing = DEFAULT_VIEWING,
) -> list[Dark]:
    """Every dark that a box mixes, best first.

    Tubes that are dark by themselves stand among them as they are. Three paints are told only where
    they are better than any two of them.

    Parameters
    ----------
    most : int
        Paints in a dark at the most, 2 or 3.
    no_black : bool
        Whether what is sold as a black or a grey is left out, and what holds a black.
    transparent : bool
        Whether only transparent paints may serve.
    leans : str
        ``warm``, ``cool`` or a hue family that the white test is to lean toward; grey otherwise.

    Raises
    ------
    InputError
        For a box of nothing that is dark, for a number of paints or a lean that is none.
    """
    if most not in (2, MOST_PAINTS):
        raise InputError("A dark is mixed of 2 or 3 paints.", "most")
    if leans and leans not in LEANS:
        raise InputError(f"A dark leans {', '.join(LEANS)}; choose one.", "leans")
    paints = [
        paint
        for paint in {p.key: p for p in box}.values()
        if not is_white(paint)
        and not (no_black and _holds_black(paint))
        and (not transparent or is_transparent(paint))
    ]
    table = _Table(paints, leans, viewing)
    found = [*table.alone(), *table.pairs()]
    if most == MOST_PAINTS:
        found += table.triads({each.paints: each.cost for each in found})
    found = [each for each in found if each.lab[0] < DARK_BELOW]
    found = [each for each in found if table.holds_all(each)] or found
    if found and not (leaning := [each for each in found if table.leans_so(each)]):
        raise InputError(
            f"No dark of these tubes leans {leans}; ask for another lean, or for none.", "leans"
        )
    if not found:
        told = " and ".join(paint.name.lower() for paint in box[:2]) or "an empty box"
        raise InputError(
            f"Nothing dark comes of {told}; add a deep blue, green, violet or red, or an umber.",
            "paints",
        )
    return sorted(leaning, key=lambda each: each.cost)


@lru_cache(maxsize=64)
def chromatic_dark(box: tuple[Paint, ...], viewing: Viewing = DEFAULT_VIEWING) -> Paint | None:
    """What darkens a colour without flattening it: the best dark of two chromatic paints of a box,
    as one paint; a black only where the box has no other dark.

    Returns
    -------
    Paint or None
        None for a box without anything dark.
    """
    chromatic = [paint for paint in box if not is_ready_grey(paint) and not is_white(paint)]
    if len(chromatic) > 1:
        try:
            best = darks(chromatic, 2, no_black=True, viewing=viewing)[0]
        except InputError:
            pass
        else:
            parts = dict(zip(best.paints, best.parts, strict=True))
            name = " with ".join(paint.name.lower() for paint in parts)
            key = "dark:" + "+".join(paint.key for paint in parts)
            return mixture(key, f"A dark of {name}", parts)
    return black_of(box)


def _holds_black(paint: Paint) -> bool:
    return is_ready_grey(paint) or any(key.startswith("PBk") for key, _ in paint.recipe)


class _Table:
    """The paints of a box, each weighed by its strength, and how dark their mixtures are."""

    def __init__(self, paints: Sequence[Paint], leans: str, viewing: Viewing) -> None:
        self.paints, self.viewing = paints, viewing
        self.k = np.array([p.absorption for p in paints], dtype=np.float32).reshape(-1, 36)
        self.s = np.array([p.scattering for p in paints], dtype=np.float32).reshape(-1, 36)
        self.strength = np.array([max(strength(p), _LEAST_STRENGTH) for p in paints])
        light = viewing.lightener
        self.light_k = light.absorption.astype(np.float32)
        self.light_s = light.scattering.astype(np.float32)
        self.aim, self.leans = np.zeros(2), leans
        if leans:
            angle = _SIDES.get(leans, MIDDLES.get(leans, 0.0))
            self.aim = _AIM_CHROMA * np.array(
                [np.cos(np.radians(angle)), np.sin(np.radians(angle))]
            )

    def holds_all(self, dark: Dark) -> bool:
        """Whether each of a dark's paints does something in it; where one does not, it is the dark
        of the others."""
        if len(dark.paints) == 1:
            return True
        does = np.array(dark.parts) * [self.strength[self.paints.index(p)] for p in dark.paints]
        return bool(does.min() >= _LEAST_SHARE * does.sum())

    def leans_so(self, dark: Dark) -> bool:
        """Whether a dark leans the way that is asked for, if one is."""
        if not self.leans:
            return True
        if self.leans in FAMILIES:
            return dark.lean == self.leans
        return dark.lean is not None and float(dark.opened_lab[1:] @ self.aim) > 0

    def cost(self, places: Indices, amounts: Array) -> Array:
        """What mixtures cost, shape (n,): `places` and `amounts` have shape (n, paints)."""
        parts = (amounts / amounts.sum(axis=1, keepdims=True)).astype(np.float32)[:, None]
        k, s = ((parts @ of[places])[:, 0] for of in (self.k, self.s))
        depth = lightness_from_reflectance(self.viewing.film_of(k, s), self.viewing.light)
        more = WHITE_TEST_PARTS
        opened = self.viewing.film_of(
            self.viewing.with_more(k, self.light_k, more),
            self.viewing.with_more(s, self.light_s, more),
        )
        colours = lab_from_reflectance(opened, self.viewing.light)[:, 1:]
        return np.asarray(depth + LEAN_COSTS * self._off(colours))

    def _off(self, colours: Array) -> Array:
        """How far white tests, a* and b* of shape (n, 2), are off grey or off a wanted lean."""
        if self.leans not in _SIDES:
            return np.asarray(np.linalg.norm(colours - self.aim, axis=-1))
        # A whole side of the circle will do, as long as it is seen and the dark stays a dark.
        chroma = np.linalg.norm(colours, axis=-1)
        short = np.maximum(0, _AIM_CHROMA - chroma)
        there = short + np.maximum(0, chroma - _MOST_CHROMA)
        return np.asarray(np.where(colours @ self.aim > 0, there, _AIM_CHROMA + chroma))

    def alone(self) -> list[Dark]:
        """Each tube as it comes: a black, or a deep tube that is a dark by itself."""
        return [self._dark([i], [1.0]) for i in range(len(self.paints))]

    def pairs(self) -> list[Dark]:
        """Each pair in the parts that make the best dark of it."""
        sets = np.array(list(combinations(range(len(self.paints)), 2)), dtype=np.intp)
        if not len(sets):
            return []
        scan = np.stack([np.zeros_like(_PAIR_SCAN), _PAIR_SCAN], axis=1)
        return self._best(sets, scan, len(sets))

    def triads(self, smaller: dict[tuple[Paint, ...], float]) -> list[Dark]:
        """Each triad that is better than its pairs by as much as a third paint has to bring."""
        sets = np.array(list(combinations(range(len(self.paints)), 3)), dtype=np.intp)
        if not len(sets):
            return []
        corners = [
            np.array(of) / _TRIAD_LEVEL
            for of in np.ndindex(*(_TRIAD_LEVEL + 1,) * 3)
            if sum(of) == _TRIAD_LEVEL and min(of) > 0
        ]
        found = self._best(sets, np.log(np.array(corners)), _TRIADS_REFINED)
        by_keys = {frozenset(p.key for p in of): cost for of, cost in smaller.items()}

        def needed(dark: Dark) -> bool:
            keys = [paint.key for paint in dark.paints]
            below: Iterable[frozenset[str]] = (
                frozenset(of) for size in (1, 2) for of in combinations(keys, size)
            )
            least = min((by_keys[of] for of in below if of in by_keys), default=np.inf)
            return dark.cost <= least - THIRD_BRINGS

        return [dark for dark in found if needed(dark)]

    def _best(self, sets: Indices, scan: Array, refined: int) -> list[Dark]:
        """The best mixture of each set, from a scan of logarithms of parts of equal strength; the
        best of them are sought closer."""
        count, size = sets.shape
        # Parts of equal strength: a strong paint would cover the others in equal parts.
        base = np.log(1 / self.strength[sets])
        logs = base[:, None] + scan[None]
        rows = np.repeat(sets, len(scan), axis=0)
        costs = self._in_blocks(rows, np.exp(logs.reshape(-1, size))).reshape(count, -1)
        at = costs.argmin(axis=1)
        best, least = logs[np.arange(count), at], costs[np.arange(count), at]
        keep = np.argsort(least)[:refined]
        sets, best, least = sets[keep], best[keep], least[keep]
        moves = np.concatenate([np.eye(size)[1:], -np.eye(size)[1:]])
        if size > 2:
            moves = np.concatenate([moves, np.array([[0, 1, 1], [0, -1, -1], [0, 1, -1],
                                                     [0, -1, 1]])])  # fmt: skip
        for step in _STEPS:
            for _ in range(2):
                tried = best[:, None] + step * moves[None]
                costs = self._in_blocks(
                    np.repeat(sets, len(moves), axis=0), np.exp(tried.reshape(-1, size))
                ).reshape(len(sets), -1)
                at = costs.argmin(axis=1)
                row = np.arange(len(sets))
                better = costs[row, at] < least
                best = np.where(better[:, None], tried[row, at], best)
                least = np.where(better, costs[row, at], least)
        return [
            self._dark(of, np.exp(logs - logs.max()).tolist())
            for of, logs in zip(sets.tolist(), best, strict=True)
        ]

    def _in_blocks(self, places: Indices, amounts: Array) -> Array:
        block = 1024
        return np.concatenate(
            [
                self.cost(places[at : at + block], amounts[at : at + block])
                for at in range(0, len(places), block)
            ]
        )

    def _dark(self, places: Sequence[int], amounts: Sequence[float]) -> Dark:
        total = sum(amounts)
        told = sorted(zip(amounts, places, strict=True), reverse=True)
        paints = tuple(self.paints[i] for _, i in told)
        parts = tuple(amount / total for amount, _ in told)
        lab = self.viewing.lab(np.array(parts), paints)
        opened = self.viewing.opened_lab(np.array(parts), paints)
        off = float(self._off(opened[1:]))
        return Dark(
            paints,
            parts,
            lab,
            opened,
            lean_of(opened),
            all(is_transparent(paint) for paint in paints),
            float(lab[0]) + LEAN_COSTS * off,
        )
