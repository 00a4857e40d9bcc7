"""A glaze over all of the dry painting."""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.harmony.judgement import HALF, judged
from mesotint.harmony.painting import Painting
from mesotint.harmony.schools.kind import School, SchoolOfHarmony, half_the_spread
from mesotint.harmony.unity import hue_spread
from mesotint.optics.film import GLAZE_THICKNESS, layered_film
from mesotint.optics.kubelka_munk import opaque_reflectance
from mesotint.paints.library import Paint

GLAZES: Final = np.concatenate([[0.0], np.geomspace(1e-3, 3.0, 24)])
"""Thicknesses of a glaze that are tried, in the units of K and S."""


def glaze(painting: Painting, paint: Paint) -> School:
    """A transparent glaze of a paint over all of the dry painting but its accents."""
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
    under = np.flatnonzero(spreads <= half_the_spread(painting))
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


KIND: Final = SchoolOfHarmony(
    key="glaze",
    title="A glaze over all",
    make=lambda subject: glaze(subject.mother.painting, subject.mother.paint),
    rank=40,
)
