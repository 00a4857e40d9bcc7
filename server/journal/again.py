"""An entry mixed again: any amount, in the painter's measure, with the tubes there are now."""

import numpy as np

from mesotint.colour.another_way import another_way
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import EYE_TELLS, difference_in_words
from mesotint.errors import InputError
from mesotint.mixing.ground import USUAL_GROUND
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.recipe import search
from mesotint.paints.library import Paint
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures.volumes import least_ml
from server.journal.answers import AgainOut
from server.journal.requests import AgainIn
from server.kept.looks import looks
from server.mixtures.models import KeptMixture, KeptPart
from server.mixtures.requests import Origin, TubeMixture, TubePart
from server.mixtures.services import in_tubes
from server.mixtures.work_plan import used, work_lines
from server.painters.models import Painter
from server.piles.models import Pile
from server.piles.requests import PileIn
from server.piles.services import new_pile
from server.piles.stock import left_of
from server.tubes.services import PaintBox


def again(painter: Painter, kept: KeptMixture, asked: AgainIn) -> AgainOut:
    """How to mix an entry again, and how far off it comes out with the tubes as they are now.

    Where a tube is put away, empty or not on the desk, or where it is asked for, the nearest is
    sought with those that are.
    """
    viewing = Viewing(kept.medium, kept.finish, "D65", ground=kept.ground or USUAL_GROUND)
    parts = list(kept.parts.select_related("tube"))
    box = PaintBox(painter, {part.tube_id for part in parts if part.tube_id is not None})
    left = left_of(painter, box.tubes)
    gone = [
        part for part in parts
        if part.tube is not None and (part.tube.put_away or left.get(part.tube.pk) == 0)
    ]  # fmt: skip
    changed = [
        part.label for part in parts
        if part.tube is not None and part.tube.calibration_id != part.calibration_id
    ]  # fmt: skip
    aim = kept.lab
    if gone or asked.nearest:
        here = [paint for paint in box.advised if left.get(box.tube_of[paint.key]) != 0]
        if not here:
            raise InputError("The box on the desk is empty; put a tube in it.", "box")
        recipe = search(aim, here, viewing=viewing).recipes[0]
        paints, amounts = list(recipe.paints), list(recipe.parts)
    else:
        paints, amounts = _as_it_was(box, parts)
    lab = viewing.lab(np.array(amounts), paints)
    off = float(delta_e_2000(lab, aim))
    told = instructions(
        np.array([amounts]),
        paints,
        [kept.name],
        Work(
            asked.measure.core,
            (max(asked.volume_ml, least_ml(amounts, paints, asked.measure.core)),),
        ),
        viewing,
        {paint.key: paint for paint in [*paints, *box.paints]},
    )
    return AgainOut(
        mixture=TubeMixture(
            parts=in_tubes(box, paints, amounts) or [TubePart(tube=0)],
            name=kept.name,
            origin=Origin(kind="kept", id=kept.pk),
        ),
        look=looks([lab])[0],
        delta_e=off,
        says=_says([part.label for part in gone], changed, off),
        lines=work_lines(told.lines),
        used=[used(each, asked.measure.core) for each in told.used],
    )


def _as_it_was(box: PaintBox, parts: list[KeptPart]) -> tuple[list[Paint], list[float]]:
    there = [(box.paint(part.tube_id), part.parts) for part in parts if part.tube_id is not None]
    if not there:
        raise InputError("What is in it is in no tube of yours; choose tubes for it.", "mixture")
    return [paint for paint, _ in there], [share for _, share in there]


def _says(gone: list[str], changed: list[str], off: float) -> str:
    told = []
    if gone:
        told.append(f"{_listed(gone)} {'is' if len(gone) == 1 else 'are'} finished or put away.")
        told.append("This is the nearest with the tubes on the desk.")
    if changed and not gone:
        was = "was" if len(changed) == 1 else "were"
        told.append(f"{_listed(changed)} {was} calibrated since it was noted.")
    if off >= EYE_TELLS:
        told.append(f"It comes out off: {difference_in_words(off)}.")
    elif told:
        told.append("No eye tells it from what it was.")
    return " ".join(told)


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else ", ".join(names[:-1]) + " and " + names[-1]


def but(painter: Painter, kept: KeptMixture, way: str, token: str) -> Pile:
    """A pile whose target is an entry, one step another way; sent twice, it is begun once."""
    seen = kept.seen_lab
    wanted = another_way(kept.lab if seen is None else seen, way)
    typed = " ".join(f"{figure:.3f}" for figure in wanted)
    name = f"{kept.name}, {way}"[:120]
    begun = {"name": name, "token": token, "target": {"name": name, "colour": typed}}
    return new_pile(painter, PileIn.model_validate(begun))
