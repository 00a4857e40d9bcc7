"""A mixture for every passage of a picture at once, together from few tubes."""

from collections.abc import Sequence

import numpy as np

from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.harmony.few_tubes import FewTubes, few_tubes, loses_beside
from mesotint.optics.grid import Array
from mesotint.pictures.division import regions
from server.kept.looks import looks
from server.mixtures.requests import TubeMixture
from server.mixtures.services import in_tubes
from server.painters.models import Painter
from server.paintings.answers import (
    MixedOut,
    MixturesOut,
    SetOut,
)
from server.paintings.divisions import members_in, pieces_in
from server.paintings.models import Division
from server.paintings.requests import MixturesIn
from server.tubes.services import PaintBox


def mixtures_out(painter: Painter, asked: MixturesIn, kept: Division) -> MixturesOut:
    """A mixture for every passage that has pieces of the picture, together from few tubes."""
    passages = asked.request.passages
    places = [place for place, passage in enumerate(passages) if passage.pieces]
    if not places:
        raise InputError("No passage has a part of the picture; divide it first.", "passages")
    pieces = pieces_in(kept)
    found = regions(pieces, [members_in(pieces, passages[place].pieces) for place in places])
    wanted = np.array([region.lab for region in found])
    box = PaintBox(painter, never=asked.request.never)
    # What the picture shows is known in daylight, whatever light the painter looks by.
    viewing = asked.request.model_copy(update={"light": "D65"}).viewing
    made = few_tubes(wanted, box.advised, asked.tubes, asked.blacks, viewing)
    recipes = [served.recipe for served in made.passages]
    seen = looks(np.array([recipe.lab for recipe in recipes]))
    meant = looks(wanted)
    beside = [[places.index(places[i]) for i in region.touching] for region in found]
    told = []
    for i, (place, served) in enumerate(zip(places, made.passages, strict=True)):
        recipe = served.recipe
        parts = in_tubes(box, recipe.paints, recipe.parts)
        told.append(
            MixedOut(
                place=place,
                wanted=meant[i],
                look=seen[i],
                mixture=None if parts is None else TubeMixture(parts=parts),
                delta_e=recipe.delta_e,
                reach=served.reach,
                says=_says(made, passages[place].name, i, wanted, beside[i],
                           [passages[at].name for at in places]),
            )
        )  # fmt: skip
    return MixturesOut(
        curve=[
            SetOut(
                tubes=[box.tube_of[paint.key] for paint in point.tubes],
                rms=point.rms,
                worst=point.worst,
                within=point.within,
            )
            for point in made.curve
        ],
        knee=made.knee,
        tubes=[box.tube_of[paint.key] for paint in made.tubes],
        passages=told,
    )


def _says(
    made: FewTubes,
    name: str,
    i: int,
    wanted: Array,
    beside: Sequence[int],
    names: Sequence[str],
) -> str:
    """What is off of a passage's mixture, and what that does to what it touches."""
    served = made.passages[i]
    if not served.wrong:
        return "No eye tells it from the picture."
    off = served.recipe.delta_e
    said = f"{', '.join(served.wrong)}: {difference_in_words(off)}."
    said = said[0].upper() + said[1:]
    if served.reach >= off - 0.5:
        said += " No mixture of the tubes on the desk comes nearer."
    other = loses_beside(np.array([each.recipe.lab for each in made.passages]), wanted, i, beside)
    if other is not None:
        said += f" Beside {names[other] or 'its neighbour'} it stands out less than it should."
    return said
