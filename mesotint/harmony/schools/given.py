"""The mother colour, given as the painter gives it."""

from typing import Final

from mesotint.harmony.judgement import judged
from mesotint.harmony.schools.kind import School, SchoolOfHarmony, Subject, per_cent


def _given(subject: Subject) -> School:
    mother = subject.mother
    shares = mother.given(subject.giving)
    made = mother.harmonised(shares)
    return School(
        "mother",
        f"{mother.paint.name}: {per_cent(shares[~mother.painting.accents])} in each passage.",
        judged(mother.painting, made.labs),
        made,
    )


KIND: Final = SchoolOfHarmony(key="mother", title="The mother colour", make=_given, rank=10)
