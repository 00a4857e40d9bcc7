"""The mother as what mutes, in place of the complement."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.harmony.judgement import judged
from mesotint.harmony.mother import Mother
from mesotint.harmony.pulls import share_of
from mesotint.harmony.schools.kind import School, SchoolOfHarmony, per_cent
from mesotint.mixing.character import hue_of, strength
from mesotint.paints.library import Paint


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
        f"{per_cent(shares[~accents])}, in place of its complement.",
        judged(painting, made.labs),
        made,
    )


def _clearest(mixture: Mapping[Paint, float]) -> Paint:
    """The paint that brings a mixture most of its hue; the most of it where all are greys."""
    hued = {p: part * strength(p) for p, part in mixture.items() if hue_of(p) is not None}
    weighed = hued if any(hued.values()) else dict(mixture)
    return max(weighed, key=lambda paint: weighed[paint])


KIND: Final = SchoolOfHarmony(
    key="partner",
    title="The mother as partner",
    make=lambda subject: muting_partner(subject.mother),
    rank=50,
)
