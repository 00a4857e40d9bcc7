"""A trace of every paint in every mixture."""

from dataclasses import replace
from typing import Final

from mesotint.harmony.candidates import trace_of_everything as everything_of
from mesotint.harmony.judgement import judged
from mesotint.harmony.mother import Mother
from mesotint.harmony.schools.kind import School, SchoolOfHarmony, half_the_spread, per_cent


def trace_of_everything(mother: Mother) -> School | None:
    """A trace of every paint in every mixture: strong paints in small parts, the same in all.

    Parameters
    ----------
    mother : Mother
        The painting and what it is harmonised around.

    Returns
    -------
    School or None
        None where the painting has one paint only.
    """
    painting, paint = mother.painting, everything_of(mother.painting)
    if paint is None:
        return None
    everything = replace(mother, paint=paint)
    shares = everything.pull_to(half_the_spread(painting))
    made = everything.harmonised(shares)
    return School(
        "trace",
        f"A trace of each of {len(paint.recipe)} paints: "
        f"{per_cent(shares[~painting.accents])} in all.",
        judged(painting, made.labs),
        made,
    )


KIND: Final = SchoolOfHarmony(
    key="trace",
    title="A trace of everything",
    make=lambda subject: trace_of_everything(subject.mother),
    rank=20,
)
