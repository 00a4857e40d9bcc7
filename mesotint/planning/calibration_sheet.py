"""Which mixtures of some tubes to paint so that they tell most of the tubes.

Every sheet has the white, each tube alone and in two tints, and some mixtures of two: what absorbs
is told by the masstone, what scatters by the tints (common practice). A further sheet is planned by
how much each mixture is expected to tell: its colour's slopes by what is still unknown (Lindley
1956, Ann. Math. Stat. 27, 986; greedily, one mixture after another).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance, lab_slopes
from mesotint.colour.difference import difference_axes
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.optics.film import film_slopes
from mesotint.optics.grid import BANDS, Array
from mesotint.paints.library import Paint
from mesotint.paints.stray import film_moves

MOST_TUBES: Final = 6
TINTS: Final = (4.0, 16.0)
"""Parts of white to one of a tube in its two tints."""

PALEST: Final = 40.0
"""Parts of white in a third tint, where there is no other tube to mix with."""

ACROSS: Final = 5
"""Mixtures in a row of a sheet: each tube alone, two tints, and with another, twice."""

READ_WITHIN: Final = 1.5
"""Standard error of a box read off a photograph, in CIEDE2000 (measured by the benchmark)."""

_DRAWN: Final = 300
_SEED: Final = 7


@dataclass(frozen=True)
class ToPaint:
    """A mixture to paint: what it is called, and its parts of every paint, in their order."""

    label: str
    parts: tuple[float, ...]


def calibration_sheet(tubes: Sequence[Paint], white: Paint) -> tuple[list[Paint], list[ToPaint]]:
    """The mixtures of a calibration sheet, a row of five for each tube, and the paints they are of.

    Parameters
    ----------
    tubes : sequence of Paint
        One to six, the white not among them.
    white : Paint
        The white that they are let into.

    Raises
    ------
    InputError
        For no tube, too many, or the same one twice.
    """
    if not 1 <= len(tubes) <= MOST_TUBES:
        raise InputError(f"Choose one to {MOST_TUBES} tubes to calibrate.", "mixtures")
    keys = [tube.key for tube in tubes]
    if len(set(keys)) < len(keys) or white.key in keys:
        raise InputError("Choose each tube once; the white is on every sheet.", "mixtures")
    last = len(tubes)

    def of(label: str, **amounts: float) -> ToPaint:
        row = [0.0] * (last + 1)
        for place, amount in amounts.items():
            row[int(place[1:])] = amount
        return ToPaint(label, tuple(row))

    told: list[ToPaint] = []
    for i, tube in enumerate(tubes):
        own, whites = f"p{i}", f"p{last}"
        told += [
            of(tube.name, **{own: 1.0}),
            *(of(f"{tube.name} 1 : {tint:g}", **{own: 1.0, whites: tint}) for tint in TINTS),
        ]
        if last == 1:
            told.append(of(f"{tube.name} 1 : {PALEST:g}", **{own: 1.0, whites: PALEST}))
        else:
            # The last tube comes round to the first, in another proportion than those two had.
            other, parts = (i + 1, 1.0) if i + 1 < last else (0, 3.0)
            pair = {own: 1.0, f"p{other}": parts}
            name = f"{tube.name} + {parts:g} {tubes[other].name.lower()}"
            told.append(of(name, **pair))
            if i + 1 < last:
                told.append(of(f"{name}, opened", **pair, **{whites: 2 * (1 + parts)}))
    told.append(of(white.name, **{f"p{last}": 1.0}))
    return [*tubes, white], told


@dataclass(frozen=True)
class Telling:
    """Mixtures that would tell most, and how much.

    Attributes
    ----------
    parts : array, shape (mixtures, paints)
    before, after : float
        Mean ± of all mixtures of the paints, in CIEDE2000, as it is and once these are read.
    """

    parts: Array
    before: float
    after: float


def most_telling(paints: Sequence[Paint], viewing: Viewing, count: int = 12) -> Telling:
    """The mixtures of some paints whose reading would make the ± of all others smallest.

    Parameters
    ----------
    paints : sequence of Paint
        With what is not known of them.
    count : int
        How many to paint.
    """
    rng = np.random.default_rng(_SEED)
    candidates = _candidates(len(paints))
    judged = rng.dirichlet(np.ones(len(paints)), _DRAWN)
    unknowns = list(dict.fromkeys(name for paint in paints for name in paint.doubts.names))
    may = _moves(candidates, paints, viewing, unknowns) / (READ_WITHIN / np.sqrt(3))
    shows = _moves(judged, paints, viewing, unknowns)
    covariance = np.eye(len(unknowns))

    def doubt(spread: Array) -> float:
        return float(np.sqrt(np.einsum("ncu,uv,ncv->n", shows, spread, shows)).mean())

    before, chosen = doubt(covariance), []
    for _ in range(count):
        best, left = -1, covariance
        least = np.inf
        for place in range(len(candidates)):
            rows = may[place]
            gain = covariance @ rows.T
            now = covariance - gain @ np.linalg.solve(np.eye(3) + rows @ gain, gain.T)
            told = float(np.einsum("ncu,uv,ncv->", shows, now, shows))
            if told < least:
                best, left, least = place, now, told
        chosen.append(best)
        covariance = left
    return Telling(candidates[chosen], before, doubt(covariance))


def _candidates(paints: int) -> Array:
    """Every paint alone, and mixtures of two and three in plain parts."""
    rows = list(np.eye(paints))
    for i in range(paints):
        for j in range(i + 1, paints):
            for first, second in ((1, 1), (3, 1), (1, 3), (9, 1), (1, 9)):
                row = np.zeros(paints)
                row[[i, j]] = first, second
                rows.append(row)
            for k in range(j + 1, paints):
                for parts in ((1, 1, 1), (1, 1, 4), (1, 4, 1), (4, 1, 1)):
                    row = np.zeros(paints)
                    row[[i, j, k]] = parts
                    rows.append(row)
    return np.array(rows)


def _moves(
    parts: Array, paints: Sequence[Paint], viewing: Viewing, unknowns: Sequence[str]
) -> Array:
    """What each unknown does to the colours of mixtures, in CIEDE2000, shape (n, 3, unknowns)."""
    shares = parts / parts.sum(axis=1, keepdims=True)
    k = np.array([paint.absorption for paint in paints])
    s = np.array([paint.scattering for paint in paints])
    whole = shares @ k, shares @ s
    film = viewing.film_of(*whole)
    slopes = film_slopes(viewing.film_of, *whole)
    to_delta_e = difference_axes(lab_from_reflectance(film)) @ lab_slopes(film)
    place = {name: i for i, name in enumerate(unknowns)}
    moves = np.zeros((len(parts), 3, len(unknowns)))
    for i, paint in enumerate(paints):
        by_band = film_moves(slopes, shares[:, i], (k[i], s[i]), whole).reshape(-1, 2, BANDS)
        at = [place[name] for name in paint.doubts.names]
        by_unknown = np.einsum("nhb,mhb->nbm", by_band, paint.doubts.moves)
        moves[..., at] += to_delta_e @ by_unknown
    return moves
