"""One small set of tubes for all passages."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Final

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.harmony.few_tubes import SetTable
from mesotint.harmony.judgement import judged
from mesotint.harmony.painting import Painting
from mesotint.harmony.schools.kind import School, SchoolOfHarmony, Subject
from mesotint.mixing.recipe import Wishes, search_each
from mesotint.paints.library import Paint

FEWEST_TUBES, MOST_TUBES = 3, 8
USUAL_TUBES: Final = 5

_SETS_REFINED: Final = 60
"""Mixtures refined for each passage on the way to a limited set: five schools are compared."""


def limited_set(painting: Painting, box: Sequence[Paint], tubes: int = USUAL_TUBES) -> School:
    """One small set of tubes for all passages, chosen so that it comes nearest to them.

    The set is grown by the tube that helps most, then exchanged tube by tube while that helps.

    Parameters
    ----------
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


def _limited(subject: Subject) -> School:
    return limited_set(subject.mother.painting, subject.box, subject.tubes)


KIND: Final = SchoolOfHarmony(key="limited", title="One limited set", make=_limited, rank=30)
