"""A painter's tubes and mixtures as paints of the core, and mixtures of the core in tubes."""

from collections.abc import Iterable, Sequence
from functools import lru_cache

import numpy as np

from mesotint.mixing import character
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.traces import touch
from mesotint.paints import roles
from mesotint.paints.cautions import cautions
from mesotint.paints.library import MEDIUM, WATER, Paint, library
from mesotint.planning.measures import measure_of
from mesotint.planning.measures.measure import Measure
from mesotint.planning.patch import Patch
from server.kept.looks import Look, looks
from server.mixtures.answers import PaintRef, Part
from server.mixtures.requests import MOST_IN_MIXTURE, TubeMixture, TubePart
from server.painters.models import Painter
from server.painters.requests import HandMl
from server.tubes.services import PaintBox

THINNERS = (WATER, MEDIUM)
OIL = "oil"


def usual_measure(painter: Painter, name: str) -> Measure:
    """A measure by its name with its usual step, a hand's amounts those of this painter."""
    return measure_of(name, own=HandMl.model_validate(painter.hand_ml).core)


def box_of(painter: Painter, mixtures: Iterable[TubeMixture] = ()) -> PaintBox:
    """The painter's tubes: those in the box, and those the mixtures name, wherever they are."""
    return PaintBox(painter, tubes_of(mixtures))


def tubes_of(mixtures: Iterable[TubeMixture]) -> set[int]:
    """Every tube that some mixtures name."""
    return {part.tube for mixture in mixtures for part in mixture.parts}


def paint_of(box: PaintBox, mixture: TubeMixture) -> Paint:
    """The tube's paint, or the mixture as one paint."""
    if len(mixture.parts) == 1:
        return box.paint(mixture.parts[0].tube)
    parts: dict[Paint, float] = {}
    for part in mixture.parts:
        paint = box.paint(part.tube)
        parts[paint] = parts.get(paint, 0.0) + part.parts
    told = " with ".join(paint.name.lower() for paint in parts)
    name = mixture.name.strip() or told[0].upper() + told[1:]
    key = "mix:" + "+".join(f"{amount:.6g}{paint.key}" for paint, amount in parts.items())
    return roles.mixture(key, name, parts)


def ingredients_of(box: PaintBox, mixtures: Iterable[TubeMixture]) -> dict[str, Paint]:
    """Paints by key of which some mixtures are made."""
    paints = [box.paint(part.tube) for mixture in mixtures for part in mixture.parts]
    return {paint.key: paint for paint in paints}


def shares_of(
    box: PaintBox, paints: Sequence[Paint], parts: Sequence[float]
) -> dict[int, float] | None:
    """How much of each tube is in a mixture of paints, adding to 1, without what thins it.

    None where one of its paints is in no tube, or nothing is left of it.
    """
    amounts: dict[int, float] = {}
    total = sum(parts)
    for paint, part in zip(paints, parts, strict=True):
        if part <= 0 or paint is WATER:
            continue
        # A paint that is itself in a tube is taken from it, though it be a mixture.
        made_of = [(paint.key, 1.0)] if paint.key in box.tube_of else paint.recipe
        whole = sum(amount for _, amount in made_of)
        for key, amount in made_of:
            if key not in box.tube_of:
                return None
            tube = box.tube_of[key]
            amounts[tube] = amounts.get(tube, 0.0) + part / total * amount / whole
        if not made_of:
            return None
    of_paint = sum(amounts.values())
    return {tube: amount / of_paint for tube, amount in amounts.items()} or None


def in_tubes(
    box: PaintBox, paints: Sequence[Paint], parts: Sequence[float]
) -> list[TubePart] | None:
    """A mixture of paints in tubes; none where one is in no tube, or it takes too many."""
    shares = shares_of(box, paints, parts)
    if shares is None or len(shares) > MOST_IN_MIXTURE:
        return None
    most = max(shares.values())
    return [
        TubePart(tube=tube, parts=float(f"{100 * share / most:.6g}"))
        for tube, share in shares.items()
    ]


def cautions_of(box: PaintBox, paints: Iterable[Paint]) -> list[str]:
    """What is usually cautioned of some paints of a box, mixtures by what is in them; of oil where
    any of the tubes is."""
    plain: dict[str, Paint] = {}
    for paint in paints:
        own = paint.key in box.tube_of or not paint.recipe
        for key in [paint.key] if own else [key for key, _ in paint.recipe]:
            tube = box.tube_of.get(key)
            known = library().paints.get(key, paint)
            plain[key] = box.paint(tube) if tube is not None else known
    tubes = [box.tubes[box.tube_of[key]] for key in plain if key in box.tube_of]
    rows = cautions(
        [paint for paint in plain.values() if paint not in THINNERS],
        oil=any(tube.medium == OIL for tube in tubes),
    )
    return list(rows)


def refs(paints: Sequence[Paint]) -> list[PaintRef]:
    """Paints as the API names them."""
    return [PaintRef(key=paint.key, name=paint.name) for paint in paints]


def looks_of_paints(paints: Sequence[Paint], viewing: Viewing) -> list[Look]:
    """How paints look by themselves."""
    return [_look_of(paint, viewing) for paint in paints]


# Of most boxes the paints are the library's, and the same ones.
@lru_cache(maxsize=1024)
def _look_of(paint: Paint, viewing: Viewing) -> Look:
    return looks(viewing.lab(np.ones(1), [paint])[None])[0]


def parts_of(paints: Sequence[Paint], patch: Patch, *, absent: bool = True) -> list[Part]:
    """The parts of a patch; paints that are absent from it are told or left out."""
    return [
        part(paint.key, paint.name, exact, whole, of, character.strength(paint) * exact)
        for paint, exact, whole, of in zip(
            paints, patch.parts, patch.whole.parts, patch.whole.touches, strict=True
        )
        if absent or exact > 0
    ]


def part(
    key: str, name: str, exact: float, whole: int, touch_of: int, strength: float = 0.0
) -> Part:
    """One part of a patch, as a painter would measure it."""
    says = touch(touch_of) if touch_of else str(whole)
    return Part(
        key=key, name=name, exact=exact, whole=whole, touch=touch_of, says=says, strength=strength
    )


def amounts_of(parts: Iterable[Part]) -> dict[str, float]:
    """Parts by the keys of the paints, as a sheet's layout knows them; what counts as nothing is
    left out."""
    return {part.key: part.exact for part in parts if part.exact > 0}


def parts_in_words(parts: Iterable[Part]) -> list[str]:
    """Parts as they are written beside a patch; what counts as nothing is left out."""
    return [
        f"{part.name}, {part.says}" if part.touch else f"{part.whole} {part.name}"
        for part in parts
        if part.whole or part.touch
    ]
