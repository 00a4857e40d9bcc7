"""Schools of bringing a painting together, side by side.

Each is taken just as far as halves the hue spread, where it can, so that what they cost can be
compared. All are common practice; how far each is taken, and how they are judged, is our own.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance, lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.harmony.candidates import trace_of_everything as everything_of
from mesotint.harmony.few_tubes import SetTable
from mesotint.harmony.judgement import HALF, Judged, judged
from mesotint.harmony.mother import Giving, Mother
from mesotint.harmony.painting import Painting
from mesotint.harmony.pulls import share_of
from mesotint.harmony.unity import hue_spread
from mesotint.mixing.character import hue_of, strength
from mesotint.mixing.recipe import Wishes, search_each
from mesotint.optics.film import GLAZE_THICKNESS, layered_film
from mesotint.optics.grid import Array
from mesotint.optics.kubelka_munk import opaque_reflectance
from mesotint.paints.library import Paint

SCHOOLS: Final = ("mother", "trace", "limited", "glaze", "partner")
FEWEST_TUBES, MOST_TUBES = 3, 8
USUAL_TUBES: Final = 5

GLAZES: Final = np.concatenate([[0.0], np.geomspace(1e-3, 3.0, 24)])
"""Thicknesses of a glaze that are tried, in the units of K and S."""

_SETS_REFINED: Final = 60
"""Mixtures refined for each passage on the way to a limited set: five schools are compared."""


@dataclass(frozen=True)
class School:
    """What one school makes of a painting.

    Attributes
    ----------
    key : str
        One of `SCHOOLS`.
    says : str
        What is done, with its amounts.
    judged : Judged
    painting : Painting or None
        The painting with its new mixtures; None where the mixtures stay as they are and something
        is laid over them.
    """

    key: str
    says: str
    judged: Judged
    painting: Painting | None


def schools(
    mother: Mother, giving: Giving, box: Sequence[Paint], tubes: int = USUAL_TUBES
) -> list[School]:
    """Every school on one painting.

    Parameters
    ----------
    mother : Mother
    giving : Giving
        How the mother is given in the first of them.
    box : sequence of Paint
        What a limited set is chosen from.
    tubes : int
        How many paints that set is to have, 3 to 8.

    Returns
    -------
    list of School
        In the order of `SCHOOLS`; without a trace of everything where there is one paint only.

    Raises
    ------
    InputError
        For a number of tubes that cannot be had.
    """
    shares = mother.given(giving)
    given = mother.harmonised(shares)
    told = [
        School(
            "mother",
            f"{mother.paint.name}: {_range(shares[~mother.painting.accents])} in each passage.",
            judged(mother.painting, given.labs),
            given,
        )
    ]
    if everything_of(mother.painting) is not None:
        told.append(trace_of_everything(mother))
    return [
        *told,
        limited_set(mother.painting, box, tubes),
        glaze(mother.painting, mother.paint),
        muting_partner(mother),
    ]


def _range(shares: Array) -> str:
    if not len(shares):
        return "nothing"
    least, most = 100 * float(shares.min()), 100 * float(shares.max())
    if most - least < 0.05:
        return f"{most:.1f} %"
    return f"{least:.1f} to {most:.1f} %"


def _wanted(painting: Painting) -> float:
    quiet = ~painting.accents
    return HALF * float(hue_spread(painting.labs[quiet], painting.areas[quiet]))


def trace_of_everything(mother: Mother) -> School:
    """A trace of every paint in every mixture: strong paints in small parts, the same in all.

    Parameters
    ----------
    mother : Mother
        The painting and what it is harmonised around.
    """
    painting, paint = mother.painting, everything_of(mother.painting)
    if paint is None:
        raise InputError("The painting has one paint only; there is no other to trace.", "passages")
    everything = replace(mother, paint=paint)
    shares = everything.pull_to(_wanted(painting))
    made = everything.harmonised(shares)
    return School(
        "trace",
        f"A trace of each of {len(paint.recipe)} paints: "
        f"{_range(shares[~painting.accents])} in all.",
        judged(painting, made.labs),
        made,
    )


def limited_set(painting: Painting, box: Sequence[Paint], tubes: int = USUAL_TUBES) -> School:
    """One small set of tubes for all passages, chosen so that it comes nearest to them.

    The set is grown by the tube that helps most, then exchanged tube by tube while that helps.

    Parameters
    ----------
    painting : Painting
    box : sequence of Paint
        What may be used.
    tubes : int
        How many are allowed, 2 or more.
    """
    if isinstance(tubes, bool) or not FEWEST_TUBES <= tubes <= MOST_TUBES:
        raise InputError(f"A limited set has {FEWEST_TUBES} to {MOST_TUBES} tubes.", "tubes")
    if len(box) < tubes:
        raise InputError(f"The box has fewer than {tubes} tubes to choose from.", "tubes")
    table = SetTable(
        box, painting.viewing, list(painting.labs), painting.areas, refined=_SETS_REFINED
    )
    chosen = [box[i] for i in sorted(table.grown(tubes)[-1])]
    count = len(painting.passages)
    recipes = search_each(
        list(painting.labs), chosen, [Wishes(sparing=True)] * count, painting.viewing
    )
    passages = [
        replace(passage, mixture=dict(zip(found[0].paints, found[0].parts, strict=True)))
        for passage, found in zip(painting.passages, recipes, strict=True)
    ]
    made = replace(painting, passages=tuple(passages))
    gaps = delta_e_2000(made.labs, painting.labs)
    worst = painting.passages[int(gaps.argmax())].name
    names = ", ".join(paint.name for paint in chosen)
    off = float(painting.areas @ gaps)
    return School(
        "limited",
        f"{names}. Off by ΔE {off:.1f} over the whole, {difference_in_words(off)}; most in "
        f"“{worst}” ({gaps.max():.1f}).",
        judged(painting, made.labs),
        made,
    )


def glaze(painting: Painting, paint: Paint) -> School:
    """A transparent glaze of a paint over all of the dry painting but its accents.

    Parameters
    ----------
    painting : Painting
    paint : Paint
    """
    k, s = painting.optics
    ground = opaque_reflectance(k, s)
    films = np.array(
        [
            layered_film([(paint.absorption, paint.scattering, float(thick))], ground,
                         painting.viewing.finish)
            for thick in GLAZES
        ]
    )  # fmt: skip
    labs = lab_from_reflectance(films, painting.viewing.light)
    labs[:, painting.accents] = painting.labs[painting.accents]
    quiet = ~painting.accents
    spreads = hue_spread(labs[:, quiet], painting.areas[quiet])
    under = np.flatnonzero(spreads <= _wanted(painting))
    at = int(under[0]) if len(under) else int(spreads.argmin())
    times = float(GLAZES[at]) / GLAZE_THICKNESS
    if times == 0:
        says = "No glaze is needed: the hues keep together as they are."
    else:
        thinned = (
            f"1 part to {1 / times - 1:.2g} of medium"
            if times < HALF
            else f"{times:.2g} coats of it"
        )
        says = (
            f"{paint.name} over the dry painting, {thinned}, as thin as a wash; the accents are "
            "left open."
        )
    return School(
        "glaze",
        says,
        judged(painting, labs[at]),
        None,
    )


def muting_partner(mother: Mother) -> School:
    """The mother as what mutes, in place of the complement: each passage from its clearest paint.

    That paint is muted with the mother to the chroma the passage has, at its value.

    Parameters
    ----------
    mother : Mother
        The painting and what it is harmonised around.
    """
    painting = mother.painting
    accents = painting.accents
    pure = [
        passage if accents[i] else replace(passage, mixture={_clearest(passage.mixture): 1.0})
        for i, passage in enumerate(painting.passages)
    ]
    lightness = painting.labs[:, 0]
    clean = replace(mother, painting=replace(painting, passages=tuple(pure)), lightness=lightness)
    wanted = lch_from_lab(painting.labs)[:, 1]
    pulls = clean.pulls.labs[0]
    # How clear each still is along its pull; it only becomes duller.
    chroma = np.minimum.accumulate(np.hypot(pulls[..., 1], pulls[..., 2]), axis=1)
    roots = np.linspace(0, 1, clean.points)
    muted = [np.interp(-end, -pull, roots) for end, pull in zip(wanted, chroma, strict=True)]
    shares = np.where(accents, 0.0, share_of(np.array(muted)))
    made = clean.harmonised(shares)
    made = replace(
        made,
        passages=tuple(
            before if accents[i] else after
            for i, (before, after) in enumerate(zip(painting.passages, made.passages, strict=True))
        ),
    )
    return School(
        "partner",
        f"{mother.paint.name} mutes the clearest paint of each passage, "
        f"{_range(shares[~accents])}, in place of its complement.",
        judged(painting, made.labs),
        made,
    )


def _clearest(mixture: Mapping[Paint, float]) -> Paint:
    """The paint that brings a mixture most of its hue; the most of it where all are greys."""
    hued = {p: part * strength(p) for p, part in mixture.items() if hue_of(p) is not None}
    weighed = hued if any(hued.values()) else dict(mixture)
    return max(weighed, key=lambda paint: weighed[paint])
