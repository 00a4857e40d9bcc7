"""What may be the mother of a painting, what each brings for what it costs, and their order."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.harmony.judgement import Judged, already_together, judged, judged_each
from mesotint.harmony.mother import Mother, mothers_of
from mesotint.harmony.painting import Painting
from mesotint.harmony.unity import contrasts_kept, hue_spread
from mesotint.harmony.usual import by_strength, usual_amounts
from mesotint.mixing.muting.trail import Trail
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.roles import mixture

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
    """Each passage's mixture as one paint.

    Parameters
    ----------
    painting : Painting
    """
    paints, parts = painting.table
    return [
        mixture(f"passage{i}", passage.name, _mixture(paints, row))
        for i, (passage, row) in enumerate(zip(painting.passages, parts, strict=True))
    ]


def main_grey(painting: Painting) -> Paint | None:
    """The grey of the main pair: the passage with most to say, and what lies across from it.

    None where nothing lies across.

    Parameters
    ----------
    painting : Painting
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


def candidates(painting: Painting, box: Sequence[Paint]) -> list[Paint]:
    """What may be the mother: each tube, each mixture, and the grey of the main pair.

    Parameters
    ----------
    painting : Painting
    box : sequence of Paint
        What may be used.
    """
    grey = main_grey(painting)
    return [*box, *mixtures_of(painting), *([] if grey is None else [grey])]


def _mixture(paints: Sequence[Paint], parts: Array) -> dict[Paint, float]:
    return {paint: float(part) for paint, part in zip(paints, parts, strict=True) if part > 0}


def ranked(
    painting: Painting, mothers: Sequence[Paint], dark: Paint, accent_share: float = 0.0
) -> list[Harmony]:
    """Mothers in the order of what they cost: each at its usual pull.

    First by how few wishes give way. Of those that halve the spread, and so are compared at one
    unity, the least movement comes first; of the rest, what leaves the least spread. None where the
    painting is together already. Colours are read off coarsely sampled pulls; `harmony` computes
    those of the one that is chosen.

    Parameters
    ----------
    painting : Painting
    mothers : sequence of Paint
        Paints, or mixtures as tubes, that could be the mother.
    dark : Paint
        What darkens where values are held.
    accent_share : float
        Of the mother in the accent, 0 to 1.
    """
    if already_together(painting):
        return []
    tried, pulls = mothers_of(painting, mothers, dark, COARSE)
    if not tried:
        return []
    paints = [mother.paint for mother in tried]
    amounts = usual_amounts(painting, paints, pulls, accent_share)[:, None, None]
    even = pulls.shares_at(np.broadcast_to(amounts, (len(tried), 1, len(painting.passages))))
    shares = np.where(painting.accents, accent_share, even)
    strong = by_strength(painting, paints, shares)
    told = judged_each(painting, pulls.between(shares)[:, 0], strong[:, 0])
    found = [
        Harmony(**vars(each), mother=mother, shares=given)
        for each, mother, given in zip(told, tried, shares[:, 0], strict=True)
    ]

    def cost(each: Harmony) -> tuple[int, bool, float]:
        left = each.movement if each.halved else each.spread_after
        return len(each.gives_way), not each.halved, left

    return sorted(found, key=cost)
