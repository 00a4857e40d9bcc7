"""Hues mixed true: the hue that no tube has, from the two tubes that stand on either side of it.

A red without lean is mixed from a warm and a cool one; a limited set goes round the whole
red–yellow–blue wheel that way (common practice). Hues are judged where they are seen: opened with
white as far as makes each clearest.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import WHEEL, turn
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.character import hue_of, strength
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

COUNTS: Final = (6, 12, 24)
"""Hues of a wheel: primaries and secondaries, with the tertiaries, and with what lies between."""

TRUE_WITHIN: Final = 3.0
"""Degrees of CIELAB hue within which a mixture is true to a hue: an eye sees no lean."""

WHITES: Final = (0.0, 1.0, 2.0, 4.0, 8.0, 16.0)
"""Parts of white, or of water, that a hue is opened with to be judged."""

_SCAN: Final = np.linspace(-4.0, 4.0, 25)
_CLOSER: Final = np.linspace(-1.0, 1.0, 9)
_EITHER_SIDE: Final = 4
_FARTHEST: Final = 150.0
_LEAST_STRENGTH: Final = 0.02


def _starts() -> Array:
    until = np.array([hue.until for hue in WHEEL])
    return np.concatenate([[until[-1] - 360], until[:-1]])


_MIDDLES: Final = (_starts() + np.array([hue.until for hue in WHEEL])) / 2
_SIX: Final = ("red", "orange", "yellow", "green", "blue", "violet")


def wheel_hues(count: int) -> list[tuple[str, float]]:
    """Names and CIELAB hue angles of a wheel of 6, 12 or 24, from red through yellow.

    Parameters
    ----------
    count : int
    """
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
        One or two.
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
    def says(self) -> str:
        """Such as: 5 parts cadmium red light to 1 of quinacridone rose: red without a lean."""
        names = [paint.name for paint in self.paints]
        if len(names) == 1:
            told = names[0]
        else:
            more, less = self.parts
            told = f"{names[0]} with {names[1].lower()}, {max(1, more / less):.2g} to 1"
        return (
            f"{told}: {self.name} {'without a lean' if self.is_true else 'as near as they come'}."
        )


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
    viewing : Viewing

    Raises
    ------
    InputError
        For a box without a hue.
    """
    placed = [(paint, hue) for paint in box if (hue := hue_of(paint)) is not None]
    if not placed:
        raise InputError("None of these tubes has a hue; add a red, a yellow and a blue.", "box")
    sets, wanted = [], []
    for at, (_, angle) in enumerate(hues):
        for pair in _beside(placed, angle):
            sets.append(pair)
            wanted.append(at)
    return _mixed(hues, sets, np.array(wanted), viewing)


def _beside(placed: Sequence[tuple[Paint, float]], angle: float) -> list[tuple[Paint, Paint]]:
    """Pairs of the nearest tubes on either side of a hue; a tube with itself where all lie on one
    side."""
    gaps = sorted(((float(turn(hue, angle)), i) for i, (_, hue) in enumerate(placed)),
                  key=lambda each: abs(each[0]))  # fmt: skip
    below = [i for gap, i in gaps if gap <= 0 and abs(gap) <= _FARTHEST][:_EITHER_SIDE]
    above = [i for gap, i in gaps if gap > 0 and abs(gap) <= _FARTHEST][:_EITHER_SIDE]
    pairs = [(placed[i][0], placed[j][0]) for i in below for j in above]
    nearest = placed[gaps[0][1]][0]
    return [*pairs, (nearest, nearest)]


def _mixed(
    hues: Sequence[tuple[str, float]],
    sets: Sequence[tuple[Paint, Paint]],
    wanted: Array,
    viewing: Viewing,
) -> list[TrueHue]:
    angles = np.array([angle for _, angle in hues])[wanted]
    strengths = {p.key: max(strength(p), _LEAST_STRENGTH) for pair in sets for p in pair}
    # In parts of equal strength the middle of the scan is a colour between the two.
    base = np.array([np.log(strengths[one.key] / strengths[other.key]) for one, other in sets])
    optics = _Optics(sets, viewing)
    logs = base[:, None] + _SCAN[None]
    clear, off, white = optics.judged(logs, angles)
    at = _merit(clear, off).argmax(axis=1)
    row = np.arange(len(sets))
    step = _SCAN[1] - _SCAN[0]
    best = logs[row, at]
    for _ in range(3):
        logs = best[:, None] + step * _CLOSER[None]
        clear, off, white = optics.judged(logs, angles)
        at = _merit(clear, off).argmax(axis=1)
        best, step = logs[row, at], step / 4
    found = []
    merit = _merit(clear[row, at], off[row, at])
    for i, (name, angle) in enumerate(hues):
        mine = np.flatnonzero(wanted == i)
        chosen = int(mine[merit[mine].argmax()])
        found.append(_told(name, angle, sets[chosen], float(best[chosen]),
                           float(white[chosen, at[chosen]]), viewing))  # fmt: skip
    return found


def _merit(clear: Array, off: Array) -> Array:
    """What is true and clearest comes first, then what is nearest to true."""
    away = np.abs(off)
    return np.asarray(np.where(away <= TRUE_WITHIN / 2, 1000 + clear, -away))


def _told(
    name: str, angle: float, pair: tuple[Paint, Paint], log: float, white: float, viewing: Viewing
) -> TrueHue:
    one, other = pair
    if one.key == other.key:
        paints, parts = [one], [1.0]
    else:
        amounts = sorted([(1.0, one), (float(np.exp(log)), other)], key=lambda each: -each[0])
        total = sum(amount for amount, _ in amounts)
        paints, parts = [p for _, p in amounts], [amount / total for amount, _ in amounts]
    lab = viewing.lab(np.array([*parts, white]), [*paints, viewing.lightener])
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
    viewing : Viewing

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


class _Optics:
    """Pairs of paints, mixed and opened, all at once."""

    def __init__(self, sets: Sequence[tuple[Paint, Paint]], viewing: Viewing) -> None:
        self.viewing = viewing
        self.k = np.array([[p.absorption for p in pair] for pair in sets], dtype=np.float32)
        self.s = np.array([[p.scattering for p in pair] for pair in sets], dtype=np.float32)

    def judged(self, logs: Array, angles: Array) -> tuple[Array, Array, Array]:
        """Chroma, degrees off, and the white with which each is best, shapes (sets, points), of
        mixtures by the logarithm of the second paint's parts to one of the first."""
        share = (1 / (1 + np.exp(-logs))).astype(np.float32)[..., None]
        k, s = (of[:, None, 0] * (1 - share) + of[:, None, 1] * share for of in (self.k, self.s))
        light = self.viewing.lightener
        opened = np.array(WHITES, dtype=np.float32)[:, None]
        films = self.viewing.film_of(
            self.viewing.with_more(k[..., None, :], light.absorption.astype(np.float32), opened),
            self.viewing.with_more(s[..., None, :], light.scattering.astype(np.float32), opened),
        )
        lch = lch_from_lab(self.viewing.lab_of_film(films))
        off = turn(lch[..., 2], angles[:, None, None])
        at = _merit(lch[..., 1], off).argmax(axis=-1)[..., None]
        clear, off = (np.take_along_axis(of, at, axis=-1)[..., 0] for of in (lch[..., 1], off))
        return clear, off, np.array(WHITES)[at[..., 0]]
