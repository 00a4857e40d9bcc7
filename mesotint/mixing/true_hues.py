"""Hues mixed true: the hue that no tube has, from tubes that stand on either side of it.

A red without lean is mixed from a warm and a cool one; a limited set goes round the whole
red–yellow–blue wheel that way (common practice). Every pair of a box is looked at, and every three
where no pair has the hue. Hues are judged where they are seen: opened with
white as far as makes each clearest.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import product
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import WHEEL, turn
from mesotint.colour.words import GREY_BELOW_CHROMA
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.character import hue_of, strength
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.searcher import paint_sets
from mesotint.mixing.traces import ratio
from mesotint.optics.grid import Array, Indices
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_white

COUNTS: Final = (6, 12, 24)
"""Hues of a wheel: primaries and secondaries, with the tertiaries, and with what lies between."""

TRUE_WITHIN: Final = 3.0
"""Degrees of CIELAB hue within which a mixture is true to a hue: an eye sees no lean."""

NEAR_WITHIN: Final = 12.0
"""Degrees within which a mixture still is that hue, if with a lean; beyond, the hue is out of reach
(a hue of the wheel is some 30 wide; our own judgement)."""

CLEAREST_WITHIN: Final = 1.7
"""Degrees that may be given away for a clearer mixture."""

_ALONE_WITHIN: Final = 1.8
"""The same for a tube as it is."""

_LEAST_CHROMA: Final = GREY_BELOW_CHROMA
"""C* that a mixture has to have: what is called a grey has no hue to be true to."""

_WHITES: Final = np.array([0.0, 0.5, 1.5, 4.0, 10.0, 30.0])
_SCAN: Final = np.linspace(-6.0, 6.0, 33)
_TRIAD_SCAN: Final = np.linspace(-4.0, 4.0, 9)
"""Logarithms of parts of equal strength at which pairs, and triads, are looked at."""

_REFINED: Final = 6
"""Mixtures of each hue that are refined."""

_FEW_TUBES: Final = 8
"""Tubes up to which all threes are tried, and many mixtures of each set are sought closer; of more
some pair is nearly always clear."""

_STARTS: Final = 12
"""Mixtures that are sought closer beside the best of each set, with few tubes."""

_STEPS: Final = (0.5, 0.25, 0.12, 0.06, 0.03, 0.015)
_MOVES: Final = 6
_NO_WHITE: Final = -9.0
_MOST_WHITE: Final = np.log(40.0)
_A_TUBE_MORE: Final = 0.5
"""Chroma that a tube has to bring, or it is left out."""

_LACKING: Final = 20.0
"""Degrees that a unit of chroma short of that counts for."""

_CLEAR: Final = 20.0
"""Chroma from which no third tube is tried, of many."""

_AT_ONCE: Final = 20_000
_LEAST_STRENGTH: Final = 0.02


def _starts() -> Array:
    until = np.array([hue.until for hue in WHEEL])
    return np.concatenate([[until[-1] - 360], until[:-1]])


_MIDDLES: Final = (_starts() + np.array([hue.until for hue in WHEEL])) / 2
_SIX: Final = ("red", "orange", "yellow", "green", "blue", "violet")


def wheel_hues(count: int) -> list[tuple[str, float]]:
    """Names and CIELAB hue angles of a wheel of 6, 12 or 24, from red through yellow."""
    if count not in COUNTS:
        raise InputError("A wheel has 6, 12 or 24 hues.", "count")
    twelve = [(hue.name, float(at % 360)) for hue, at in zip(WHEEL, _MIDDLES, strict=True)]
    if count == 6:
        return [each for each in twelve if each[0] in _SIX]
    if count == 12:
        return twelve
    told = []
    for (name, at), (after, onward) in zip(twelve, [*twelve[1:], twelve[0]], strict=True):
        half = float((at + turn(onward, at) / 2) % 360)
        told += [(name, at), (f"between {name} and {after}", half)]
    return told


def angle_of(hue: str) -> float:
    """CIELAB hue angle of a hue of the wheel by its name.

    Parameters
    ----------
    hue : str
        One of the twelve.
    """
    known = {each.name: float(at % 360) for each, at in zip(WHEEL, _MIDDLES, strict=True)}
    if hue not in known:
        near = nearest_words(hue, known) or list(known)
        raise InputError(f"'{hue[:40]}' is no hue of the wheel; try {', '.join(near)}.", "hue")
    return known[hue]


@dataclass(frozen=True)
class TrueHue:
    """A hue as it is mixed.

    Attributes
    ----------
    name : str
    angle : float
        CIELAB hue that it is to have.
    paints : tuple of Paint
        One to three.
    parts : tuple of float
        By volume, adding to 1.
    white : float
        Parts of white, or of water, to one of the mixture, with which it is clearest.
    lab : array, shape (3,)
        CIELAB with that.
    off : float
        Degrees from the angle, signed.
    """

    name: str
    angle: float
    paints: tuple[Paint, ...]
    parts: tuple[float, ...]
    white: float
    lab: Array
    off: float

    @property
    def is_true(self) -> bool:
        """Whether it has no lean that an eye sees."""
        return abs(self.off) <= TRUE_WITHIN

    @property
    def is_reached(self) -> bool:
        """Whether it is that hue at all, if with a lean."""
        return abs(self.off) <= NEAR_WITHIN

    @property
    def says(self) -> str:
        """Such as: Cadmium red light with quinacridone rose, 5 to 1: red without a lean."""
        if not self.is_reached:
            toward = _onward(self.angle, self.off)
            return (
                f"No {self.name} comes of these tubes: the nearest lies {abs(self.off):.0f}° "
                f"toward {toward}."
            )
        first, *others = (paint.name for paint in self.paints)
        mixed = first
        if others:
            names = " and ".join(name.lower() for name in others)
            mixed = f"{first} with {names}, {ratio(self.parts)}"
        return (
            f"{mixed}: {self.name} {'without a lean' if self.is_true else 'as near as they come'}."
        )


def _onward(angle: float, off: float) -> str:
    """The next hue of the wheel on the side to which a mixture is off."""
    twelve = [(hue.name, float(turn(float(at), angle)))
              for hue, at in zip(WHEEL, _MIDDLES, strict=True)]  # fmt: skip
    there = [(abs(gap), name) for name, gap in twelve if gap * off > 0 and abs(gap) > TRUE_WITHIN]
    return min(there)[1]


def true_hues(
    hues: Sequence[tuple[str, float]], box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> list[TrueHue]:
    """Each of some hues mixed from the tubes of a box, as clear as they make it.

    Parameters
    ----------
    hues : sequence of (str, float)
        Name and CIELAB hue angle of each, as `wheel_hues` gives them.
    box : sequence of Paint
        At least one that has a hue.

    Raises
    ------
    InputError
        For a box without a hue.
    """
    tubes = [paint for paint in {p.key: p for p in box}.values() if not is_white(paint)]
    if not any(hue_of(paint) is not None for paint in tubes):
        raise InputError("None of these tubes has a hue; add a red, a yellow and a blue.", "box")
    table = _Mixtures(tubes, viewing, np.array([angle for _, angle in hues]))
    return [
        table.told(name, angle, best)
        for (name, angle), best in zip(hues, table.best(), strict=True)
    ]


@dataclass(frozen=True)
class _Points:
    """Mixtures: places of their paints, logarithms of their parts and of the white behind them,
    and how far each is off the hue it is for."""

    sets: Indices
    logs: Array
    clear: Array
    hue: Array


@dataclass(frozen=True)
class _Mixed:
    """One of them: places of its paints, logarithms of its parts, its chroma and its hue; `wanting`
    where another tube might serve."""

    places: Indices
    logs: Array
    clear: float
    hue: float
    wanting: bool = False


def _merit(clear: Array, hue: Array, angle: float | Array, within: float | Array) -> Array:
    """What is within so many degrees comes first, the clearest before all; then what is nearest;
    what it lacks of a chroma that is no grey counts for many degrees."""
    away = np.abs(turn(hue, angle))
    lacks = np.maximum(_LEAST_CHROMA - clear, 0)
    good = (away <= within) & (lacks <= 0)
    return np.asarray(np.where(good, 1000 + clear - away, -away - _LACKING * lacks))


class _Mixtures:
    """Every mixture of one, two or three tubes, opened, as near as a scan shows them."""

    def __init__(self, paints: Sequence[Paint], viewing: Viewing, angles: Array) -> None:
        self.paints, self.viewing, self.angles = paints, viewing, angles
        self.k = np.array([p.absorption for p in paints], dtype=np.float32)
        self.s = np.array([p.scattering for p in paints], dtype=np.float32)
        light = viewing.lightener
        self.light = light.absorption.astype(np.float32), light.scattering.astype(np.float32)
        self.base = -np.log([max(strength(p), _LEAST_STRENGTH) for p in paints])

    def best(self) -> list[tuple[Indices, Array]]:
        """The paints and logarithms of the best mixture for each hue."""
        scans = [self._scan(1, np.zeros((1, 1)))]
        if len(self.paints) > 1:
            scans.append(self._scan(2, np.stack([-_SCAN, _SCAN], axis=1) / 2))
        every = np.arange(len(self.angles))
        found = self._chosen(scans, every)
        short = np.array(
            [at for at in every if found[at].wanting or len(self.paints) <= _FEW_TUBES],
            dtype=np.intp,
        )
        if len(short) and len(self.paints) > 2:
            # A third tube serves only where no pair has the hue, or none has it clear.
            grid = np.stack(np.meshgrid(_TRIAD_SCAN, _TRIAD_SCAN), axis=-1).reshape(-1, 2)
            scans.append(self._scan(3, np.concatenate([np.zeros((len(grid), 1)), grid], axis=1)))
            for at, each in zip(short.tolist(), self._chosen(scans, short), strict=True):
                found[at] = each
        return [(each.places, each.logs) for each in found]

    def _scan(self, size: int, scan: Array) -> _Points:
        """Every set of a size at each point of a scan and with each part of white."""
        sets = paint_sets(range(len(self.paints)), size)
        whites = np.maximum(np.log(np.maximum(_WHITES, 1e-9)), _NO_WHITE)
        rows = np.repeat(sets, len(scan) * len(whites), axis=0)
        logs = (self.base[sets][:, None] + scan[None]).reshape(-1, size)
        logs -= np.log(np.exp(logs).sum(axis=1, keepdims=True))
        logs = np.column_stack(
            [np.repeat(logs, len(whites), axis=0), np.tile(whites, len(sets) * len(scan))]
        )
        clear, hue = self._judged(rows, logs)
        return _Points(rows, logs, clear, hue)

    def _judged(self, rows: Indices, logs: Array) -> tuple[Array, Array]:
        """Chroma and CIELAB hue of mixtures."""
        clear, hue = [], []
        for at in range(0, len(rows), _AT_ONCE):
            some, parts = rows[at : at + _AT_ONCE], np.exp(logs[at : at + _AT_ONCE])
            amounts = parts[:, :-1].astype(np.float32)[..., None]
            white = np.where(parts[:, -1:] > np.exp(_NO_WHITE), parts[:, -1:], 0)
            share = (white / amounts.sum(axis=1)).astype(np.float32)
            k, s = (
                (amounts * of[some]).sum(axis=1) / amounts.sum(axis=1) for of in (self.k, self.s)
            )
            film = self.viewing.film_of(
                self.viewing.with_more(k, self.light[0], share),
                self.viewing.with_more(s, self.light[1], share),
            )
            lch = lch_from_lab(self.viewing.lab_of_film(film))
            clear.append(lch[..., 1])
            hue.append(lch[..., 2])
        return np.concatenate(clear), np.concatenate(hue)

    def _chosen(self, scans: Sequence[_Points], hues: Indices) -> list[_Mixed]:
        """The clearest mixture of each of some hues, as true as any but for what may be given
        away."""
        angles = self.angles[hues]
        near = self._refined(scans, angles, np.zeros(len(angles)))
        away = np.array(
            [min(abs(float(turn(mixed.hue, angle))) for mixed in of)
             for of, angle in zip(near, angles, strict=True)]
        )  # fmt: skip
        # Nothing is given away by which a hue that is in reach would be out of it.
        reach = np.where(away <= NEAR_WITHIN, NEAR_WITHIN, np.inf)
        clearest = self._refined(scans, angles, np.minimum(away + CLEAREST_WITHIN, reach))
        chosen = []
        for i, angle in enumerate(angles.tolist()):
            merits = []
            for mixed in (tried := [*near[i], *clearest[i]]):
                # A tube as it is, without a lean, is no reason to mix.
                alone = _ALONE_WITHIN if len(mixed.places) == 1 else CLEAREST_WITHIN
                within = min(float(away[i]) + alone, float(reach[i]))
                merit = _merit(np.array(mixed.clear), np.array(mixed.hue), angle, within)
                merits.append(float(merit) - _A_TUBE_MORE * len(mixed.places))
            best = tried[int(np.argmax(merits))]
            wanting = away[i] > CLEAREST_WITHIN or best.clear < _CLEAR
            chosen.append(replace(best, wanting=bool(wanting)))
        return chosen

    def _refined(
        self, scans: Sequence[_Points], angles: Array, within: Array
    ) -> list[list[_Mixed]]:
        """The best mixtures of the scans for some hues, each of another set of tubes, sought
        closer."""
        found: list[list[_Mixed]] = [[] for _ in angles]
        for scan in scans:
            starts, of = [], []
            for i, (angle, limit) in enumerate(zip(angles.tolist(), within.tolist(), strict=True)):
                merit = _merit(scan.clear, scan.hue, angle, limit)
                few = min(40 * _REFINED, len(merit))
                order = np.argpartition(-merit, few - 1)[:few]
                order = order[np.argsort(-merit[order], kind="stable")]
                first = np.unique(scan.sets[order], axis=0, return_index=True)[1]
                # The best of each set, and others of the best that may lie in another valley.
                many = _STARTS if len(self.paints) <= _FEW_TUBES else _REFINED
                apart = order[:: max(1, len(order) // many)]
                mine = np.unique(np.append(order[np.sort(first)[:_REFINED]], apart))
                starts += mine.tolist()
                of += [i] * len(mine)
            closer = self._closer(scan.sets[starts], scan.logs[starts], angles[of], within[of])
            for i, mixed in zip(of, closer, strict=True):
                found[i].append(mixed)
        return found

    def _closer(self, sets: Indices, logs: Array, angles: Array, within: Array) -> list[_Mixed]:
        """Some mixtures of one size, each moved to and fro in ever smaller steps."""
        count, size = logs.shape
        # To and fro in each, and in two of them together: what is nearest runs along an edge.
        # That edge is seldom even in both, so that of two tubes quarters of a step are tried too.
        steps = (-1.0, -0.25, 0.0, 0.25, 1.0) if size < 4 else (-1.0, 0.0, 1.0)
        both = [move for move in product(steps, repeat=size - 1)
                if np.count_nonzero(move) <= 2]  # fmt: skip
        moves = np.column_stack([np.zeros(len(both)), sorted(both, key=np.count_nonzero)])
        clear, hue = np.zeros(count), np.zeros(count)
        for step in _STEPS:
            moved = np.arange(count)
            for _ in range(_MOVES):
                tried = logs[moved, None] + step * moves
                tried[..., -1] = np.minimum(tried[..., -1], _MOST_WHITE)
                rows = np.repeat(sets[moved], len(moves), axis=0)
                seen = [
                    each.reshape(len(moved), -1)
                    for each in self._judged(rows, tried.reshape(-1, size))
                ]
                merit = _merit(seen[0], seen[1], angles[moved, None], within[moved, None])
                best = merit.argmax(axis=1)
                row = np.arange(len(moved))
                logs[moved] = tried[row, best]
                clear[moved], hue[moved] = (each[row, best] for each in seen)
                moved = moved[best > 0]
                if not len(moved):
                    break
        return [
            _Mixed(*each) for each in zip(sets, logs, clear.tolist(), hue.tolist(), strict=True)
        ]

    def told(self, name: str, angle: float, best: tuple[Indices, Array]) -> TrueHue:
        """A mixture in parts, most first, with its white.

        Parameters
        ----------
        angle : float
            CIELAB hue it is for.
        best : (array of int, array)
            Places of its paints, and logarithms of its parts, the white last.
        """
        places, logs = best
        amounts = np.exp(logs[:-1])
        order = np.argsort(-amounts, kind="stable")
        paints = [self.paints[places[i]] for i in order]
        parts = (amounts[order] / amounts.sum()).tolist()
        white = float(np.exp(logs[-1]) / amounts.sum()) if logs[-1] > _NO_WHITE else 0.0
        lab = self.viewing.lab(np.array([*parts, white]), [*paints, self.viewing.lightener])
        off = float(turn(float(lch_from_lab(lab)[2]), angle))
        return TrueHue(name, angle, tuple(paints), tuple(parts), white, lab, off)


RINGS: Final = (2 / 3, 1 / 3, 0.0)
"""Share of each hue's chroma on the rings inside the wheel; on the last as grey as it gets."""

_RING_SCAN: Final = 1 / (1 + np.exp(-np.linspace(-8, 8, 81)))


@dataclass(frozen=True)
class Muted:
    """A hue of the wheel muted with its opposite.

    Attributes
    ----------
    paints : tuple of Paint
    parts : tuple of float
        By volume, adding to 1; what opens both is in it.
    lab : array, shape (3,)
    """

    paints: tuple[Paint, ...]
    parts: tuple[float, ...]
    lab: Array


def muted_rings(hues: Sequence[TrueHue], viewing: Viewing = DEFAULT_VIEWING) -> list[list[Muted]]:
    """The rings inside a wheel: each hue taken toward grey with the hue across from it.

    Parameters
    ----------
    hues : sequence of TrueHue
        A whole wheel in its order: an even number.

    Returns
    -------
    list of list of Muted
        A list for each of `RINGS`, in the order of the hues.
    """
    count = len(hues)
    across = [(i + count // 2) % count for i in range(count)]
    paints = tuple({p.key: p for hue in hues for p in (*hue.paints, viewing.lightener)}.values())
    place = {paint.key: i for i, paint in enumerate(paints)}
    own = np.zeros((count, len(paints)))
    for i, hue in enumerate(hues):
        for paint, part in zip(hue.paints, hue.parts, strict=True):
            own[i, place[paint.key]] += part
        own[i, place[viewing.lightener.key]] += hue.white
    own /= own.sum(axis=1, keepdims=True)
    share = _RING_SCAN[:, None]
    parts = own[:, None] * (1 - share) + own[across][:, None] * share
    labs = viewing.lab(parts, paints)
    chroma = np.hypot(labs[..., 1], labs[..., 2])
    least = chroma.argmin(axis=1)
    rings = []
    for ring in RINGS:
        enough = chroma <= ring * chroma[:, :1]
        at = np.where(enough.any(axis=1), np.minimum(enough.argmax(axis=1), least), least)
        rings.append(
            [
                Muted(
                    tuple(p for p, n in zip(paints, parts[i, at[i]], strict=True) if n > 0),
                    tuple(float(n) for n in parts[i, at[i]] if n > 0),
                    labs[i, at[i]],
                )
                for i in range(count)
            ]
        )
    return rings
