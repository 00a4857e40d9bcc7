"""What may be the mother of a painting, what each brings for what it costs, and their order."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import EYE_TELLS, difference_in_words
from mesotint.harmony.gathering import DRAWS_BELOW
from mesotint.harmony.judgement import (
    Judged,
    already_together,
    judged,
    judged_each,
    keeps_hues,
)
from mesotint.harmony.mother import Mother, mothers_of
from mesotint.harmony.painting import Painting
from mesotint.harmony.unity import contrasts_kept, hue_spread
from mesotint.harmony.usual import by_strength, usual_amounts
from mesotint.mixing.character import is_grey, strength
from mesotint.mixing.muting.trail import Trail
from mesotint.mixing.near import differences
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.roles import mixture
from mesotint.paints.table import WHITES

USUAL_COUNT: Final = 3
"""Candidates below which a painter is told that there are few."""

_LEAST_STRENGTH: Final = 1e-3
COARSE: Final = 17
"""How finely the pull of each of many mothers is sampled."""


@dataclass(frozen=True)
class Harmony(Judged):
    """A painting with a mother in it, judged.

    Attributes
    ----------
    mother : Mother
    shares : array, shape (passages,)
    """

    mother: Mother
    shares: Array


def harmony(mother: Mother, shares: Array, labs: Array | None = None) -> Harmony:
    """What a mother in these shares does to a painting.

    `labs` are the passages' colours with it, shape (passages, 3), where they are known already.

    Parameters
    ----------
    mother : Mother
        The painting and what it is harmonised around.
    shares : array, shape (passages,)
        Of the mother by volume, 0 to 1.
    labs : array, shape (passages, 3), optional
        CIELAB where it is known already.
    """
    told = judged(
        mother.painting, mother.at(shares) if labs is None else labs, mother.by_strength(shares)
    )
    return Harmony(**vars(told), mother=mother, shares=shares)


@dataclass(frozen=True)
class TradeOff:
    """What each even pull toward a mother brings and costs, arrays of shape (points,).

    Attributes
    ----------
    fractions : array
        Of every passage's pull in the plan, 0 to 1.
    spread_degrees : array
        Hue spread of what is no accent.
    chroma_kept : array
        Chroma of the whole, by area, over what it was.
    contrast_kept : array
        The least that an accent keeps of its CIEDE2000 to what it touches; 1 without accents.
    """

    fractions: Array
    spread_degrees: Array
    chroma_kept: Array
    contrast_kept: Array


def trade_off(mother: Mother, accent_share: float = 0.0, points: int = 25) -> TradeOff:
    """The curve of what a mother brings for what it costs.

    Parameters
    ----------
    mother : Mother
        The painting and what it is harmonised around.
    accent_share : float
        Of the mother in the accent, 0 to 1.
    points : int
        How many points are tried.
    """
    painting = mother.painting
    quiet, areas = ~painting.accents, painting.areas
    fractions = np.linspace(0, 1, points)
    shares = np.where(painting.accents, accent_share, mother.even(points).T)
    labs = mother.between(shares)
    chroma = np.hypot(labs[..., 1], labs[..., 2]) @ areas
    kept = contrasts_kept(painting, labs)
    return TradeOff(
        fractions=fractions,
        spread_degrees=hue_spread(labs[:, quiet], areas[quiet]),
        chroma_kept=chroma / max(float(chroma[0]), 1e-9),
        contrast_kept=kept.min(axis=1) if kept.size else np.ones(points),
    )


def mixtures_of(painting: Painting) -> list[Paint]:
    """Each passage's mixture as one paint."""
    paints, parts = painting.table
    return [
        mixture(f"passage{i}", passage.name, _mixture(paints, row))
        for i, (passage, row) in enumerate(zip(painting.passages, parts, strict=True))
    ]


def main_grey(painting: Painting) -> Paint | None:
    """The grey of the main pair: the passage with most to say, and what lies across from it.

    None where nothing lies across.
    """
    paints, parts = painting.table
    weight = painting.areas * np.hypot(painting.labs[:, 1], painting.labs[:, 2])
    first = int(weight.argmax())
    across = -(painting.labs[:, 1:] @ painting.labs[first, 1:]) * painting.areas
    second = int(across.argmax())
    if across[second] <= 0 or second == first:
        return None
    one, other = (mixtures_of(painting)[i] for i in (first, second))
    share = Trail(one, other, 0.0, painting.viewing).neutral_share
    both = (1 - share) * parts[first] + share * parts[second]
    return mixture("main grey", "The main pair's grey", _mixture(paints, both))


def trace_of_everything(painting: Painting) -> Paint | None:
    """All paints of a painting as one, the strong ones in small parts: a trace of everything is put
    into everything. None for a painting of one paint; whites count as none, and do nothing.
    """
    paints = [paint for paint in painting.table[0] if paint.key not in WHITES]
    if len(paints) < 2:
        return None
    amounts = {paint: 1 / max(strength(paint), _LEAST_STRENGTH) for paint in paints}
    return mixture("everything", "A trace of everything", amounts)


def candidates(painting: Painting, box: Sequence[Paint]) -> list[Paint]:
    """What may be the mother: each tube, each mixture, the grey of the main pair, and a trace of
    everything.

    Parameters
    ----------
    box : sequence of Paint
        What may be used.
    """
    more = (main_grey(painting), trace_of_everything(painting))
    return [*box, *mixtures_of(painting), *(paint for paint in more if paint is not None)]


def _mixture(paints: Sequence[Paint], parts: Array) -> dict[Paint, float]:
    return {paint: float(part) for paint, part in zip(paints, parts, strict=True) if part > 0}


@dataclass(frozen=True)
class Candidate(Harmony):
    """A mother at its usual pull.

    Attributes
    ----------
    own : bool
        Whether it is made of nothing but paints that are in the painting.
    says : str
        What it does to which passage, in one sentence.
    """

    own: bool
    says: str


@dataclass(frozen=True)
class Offered:
    """What may be the mother of a painting.

    Attributes
    ----------
    mothers : tuple of Candidate
        Those that draw it together, in order.
    dulling : tuple of Candidate
        Blacks and greys, which dull everything instead.
    few : str
        That there are fewer than usual, and why; mostly empty.
    """

    mothers: tuple[Candidate, ...] = ()
    dulling: tuple[Candidate, ...] = ()
    few: str = ""


def offered(
    painting: Painting, mothers: Sequence[Paint], dark: Paint, accent_share: float = 0.0
) -> Offered:
    """Mothers that draw a painting together, compared at one cost: a mean movement that is seen
    when touching.

    What is made of paints that are in the painting already comes before a foreign one, then what
    draws it nearest together. One that turns a passage too far, or makes one clearer, is not
    offered. Nothing for a painting that is together already. Colours are read off coarsely sampled
    pulls; `harmony` computes those of the one that is chosen.

    Parameters
    ----------
    mothers : sequence of Paint
        Paints, or mixtures as tubes, that could be the mother.
    dark : Paint
        What darkens where values are held.
    accent_share : float
        Of the mother in the accent, 0 to 1.
    """
    if already_together(painting):
        return Offered()
    tried, pulls = mothers_of(painting, [p for p in mothers if p.key not in WHITES], dark, COARSE)
    if not tried:
        return Offered()
    paints = [mother.paint for mother in tried]
    amounts = usual_amounts(painting, paints, pulls, accent_share)[:, None, None]
    even = pulls.shares_at(np.broadcast_to(amounts, (len(tried), 1, len(painting.passages))))
    shares = np.where(painting.accents, accent_share, even)
    shares = np.where(pulls.still[:, None], 0.0, shares)
    labs = pulls.between(shares)[:, 0]
    judged_rows = judged_each(painting, labs, by_strength(painting, paints, shares)[:, 0])
    kept = keeps_hues(painting, labs)
    own = {paint.key for paint in painting.table[0]}
    rows, dulling = [], []
    for i, (each, mother) in enumerate(zip(judged_rows, tried, strict=True)):
        made_of = {key for key, _ in mother.paint.recipe} or {mother.paint.key}
        row = Candidate(
            **vars(each),
            mother=mother,
            shares=shares[i, 0],
            own=made_of <= own,
            says=_says(painting, labs[i]),
        )
        if is_grey(mother.paint):
            dulling.append(row)
        elif kept[i] and each.gathered < DRAWS_BELOW:
            rows.append(row)
    rows.sort(key=lambda row: (not row.own, row.gathered))
    dulling.sort(key=lambda row: (not row.own, row.movement))
    return Offered(tuple(rows), tuple(dulling), _few(len(rows)))


def _few(count: int) -> str:
    if count >= USUAL_COUNT:
        return ""
    only = "No colour" if count == 0 else f"Only {('one colour', 'two colours')[count - 1]}"
    verb = "draw" if count == 2 else "draws"
    return f"{only} of yours {verb} this together without turning a passage or making one clearer."


def _says(painting: Painting, after: Array) -> str:
    """What becomes of the passage that moves most, and of the one that moves least."""
    quiet = np.flatnonzero(~painting.accents).tolist()
    if not quiet:
        return ""
    gaps = delta_e_2000(after[quiet], painting.labs[quiet])
    most, least = quiet[int(gaps.argmax())], quiet[int(gaps.argmin())]
    name = painting.passages[most].name
    words = ", ".join(differences(after[most], painting.labs[most])) or "changed by a trace"
    sentence = f"“{name}” becomes {words} (ΔE {gaps.max():.1f}, {difference_in_words(gaps.max())})"
    if least == most:
        return f"{sentence}."
    still = "stays to the eye" if gaps.min() < EYE_TELLS else f"moves by ΔE {gaps.min():.1f}"
    return f"{sentence}; “{painting.passages[least].name}” {still}."
