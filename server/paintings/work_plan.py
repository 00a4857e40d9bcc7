"""From plan to palette: how much of each passage to mix, in which order, and what it takes."""

import numpy as np

from mesotint.harmony.laying_out import laying_out
from mesotint.mixing.mixture import together
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.planning.following import Instructions
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measures.volumes import least_ml, volume_for_area
from server.mixtures.services import cautions_of
from server.mixtures.work_plan import plan_key, spares, used, work_lines
from server.painters.models import Painter
from server.paintings.answers import PaintingPlanOut, PassageNeedOut, TubeNeedOut
from server.paintings.composing import Composed, compose
from server.paintings.layering import in_order
from server.paintings.requests import PaintingPlanIn
from server.piles.stock import left_of


def work_plan(painter: Painter, asked: PaintingPlanIn) -> PaintingPlanOut:
    """Amounts and instructions for a painting's palette, in the order of mixing."""
    composed = compose(painter, asked.request)
    painting, mother = composed.painting, None
    shares: Array = np.zeros(len(painting.passages))
    if asked.request.mother is not None:
        found = composed.mother()
        shares = found.given(composed.giving(found))
        painting, mother = found.harmonised(shares), found.paint
    surface = asked.request.surface
    whole = volume_for_area(
        surface.width_cm * surface.height_cm, surface.coats, surface.spread_cm2_per_ml
    )
    volumes = painting.areas * whole
    order = [place for place in composed.painting.mixing_order if volumes[place] > 0]
    paints, parts = together(
        [
            (list(painting.passages[i].mixture), list(painting.passages[i].mixture.values()))
            for i in order
        ]
    )
    measure = asked.measure.core
    # Of a small passage a little more is mixed than it needs, so that it can be measured.
    for place, row in zip(order, parts.tolist(), strict=True):
        volumes[place] = max(volumes[place], least_ml(row, paints, measure))
    told = instructions(
        parts,
        paints,
        [painting.passages[i].name for i in order],
        Work(measure, tuple(volumes[order].tolist())),
        painting.viewing,
        _ingredients(composed),
    )
    of_mother = (
        parts[:, [paint.key for paint in paints].index(mother.key)] / parts.sum(axis=1)
        if mother is not None and mother.key in {paint.key for paint in paints}
        else np.zeros(len(order))
    )
    units = parts @ [measure.per_ml(paint) for paint in paints] / parts.sum(axis=1)
    needs = [
        PassageNeedOut(
            place=composed.mixed[place],
            volume_ml=float(volumes[place]),
            says=measure.roughly(float(volumes[place] * per_ml)),
            mother_ml=float(volumes[place] * share),
            cost_delta_e=cost,
        )
        for place, share, cost, per_ml in zip(order, of_mother, told.costs, units, strict=True)
    ]
    return PaintingPlanOut(
        key=plan_key(told.lines),
        order=needs,
        lines=work_lines(told.lines),
        used=_needs(composed, told, measure),
        spare=spares(told),
        advice=[
            *told.advice,
            *in_order(asked.request.passages, composed.box),
            *laying_out(painting),
        ],
        cautions=cautions_of(composed.box, (each.paint for each in told.used)),
        mother_ml=sum(need.mother_ml for need in needs),
        total_ml=float(volumes.sum()),
    )


def _ingredients(composed: Composed) -> dict[str, Paint]:
    """Paints by key that mixtures of the plan are made of."""
    paints = [*composed.painting.table[0], *composed.box.paints]
    return {paint.key: paint for paint in paints}


def _needs(composed: Composed, told: Instructions, measure: Measure) -> list[TubeNeedOut]:
    """What each tube must give in all, with what goes into let-downs and mixtures."""
    box, needs = composed.box, []
    known = left_of(composed.painter, box.tube_of.values())
    for each in sorted(told.used, key=lambda each: -each.volume_ml):
        left = known.get(box.tube_of.get(each.paint.key, 0))
        needs.append(
            TubeNeedOut(
                left_ml=left,
                lasts=None if left is None else each.volume_ml <= left,
                **vars(used(each, measure)),
            )
        )
    return needs
