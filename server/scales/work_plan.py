"""The work plan of a sheet in the painter's measure."""

import numpy as np

from mesotint.planning.instructions import Line, Work, instructions
from mesotint.planning.making import number_in_steps
from mesotint.planning.measures import volume_for_area
from mesotint.planning.measuring import measured
from server.kept.looks import look
from server.mixtures.answers import Used
from server.mixtures.services import parts_of
from server.mixtures.work_plan import plan_key, spares, used, work_lines
from server.scales.answers import AmountOut, MeasuredOut, WorkPlan
from server.scales.patches import Patches
from server.scales.requests import SheetMeasure


def volume_ml(measure: SheetMeasure) -> float:
    """Volume of each patch."""
    if measure.by == "volume":
        return measure.volume_ml
    return volume_for_area(measure.area_cm2, measure.coats, measure.spread_cm2_per_ml)


def work_plan(made: Patches, measure: SheetMeasure) -> WorkPlan:
    """Amounts of each patch, and the plan line by line."""
    if measure.kind == "parts":
        return _in_parts(made, measure)
    read, each = measure.core, volume_ml(measure)
    parts = np.array([patch.parts for patch in made.patches])
    told = instructions(
        parts,
        made.paints,
        made.labels,
        Work(read, each, measure.method),
        made.viewing,
        made.ingredients,
    )
    patches = []
    for row in parts.tolist():
        found = measured(row, made.paints, each, read, made.viewing)
        patches.append(
            MeasuredOut(
                amounts=[
                    AmountOut(
                        name=amount.paint.name,
                        says=f"{number_in_steps(amount.amount, read.step)} {amount.unit}",
                    )
                    for amount in found.amounts
                ],
                cost_delta_e=found.cost_delta_e,
            )
        )
    return WorkPlan(
        key=plan_key(told.lines),
        patches=patches,
        lines=work_lines(told.lines),
        worst_delta_e=max(told.costs),
        used=[used(each_used, read) for each_used in told.used],
        left_ml=told.left_ml,
        left=look(told.left) if told.left else None,
        spare=spares(told),
        advice=[*made.advice, *told.advice],
        each_ml=each,
    )


def _in_parts(made: Patches, measure: SheetMeasure) -> WorkPlan:
    """The plan of a painter who measures by eye: whole parts of each patch by itself."""
    lines, patches = [], []
    for label, patch in zip(made.labels, made.patches, strict=True):
        parts = [part for part in parts_of(made.paints, patch) if part.whole or part.touch]
        amounts = [
            AmountOut(
                name=part.name,
                says=part.says
                if part.touch
                else f"{part.whole} {'part' if part.whole == 1 else 'parts'}",
            )
            for part in parts
        ]
        patches.append(MeasuredOut(amounts=amounts, cost_delta_e=patch.whole.cost_delta_e))
        heading = label[0].upper() + label[1:]
        lines += [
            Line(heading, f"{part.name}, {part.says}" if part.touch else f"{told.says} {told.name}")
            for part, told in zip(parts, amounts, strict=True)
        ]
    each = volume_ml(measure)
    table = np.array([patch.parts for patch in made.patches])
    volumes = (table / table.sum(axis=1, keepdims=True)).sum(axis=0) * each
    return WorkPlan(
        key=plan_key(lines),
        patches=patches,
        lines=work_lines(lines),
        worst_delta_e=max(patch.cost_delta_e for patch in patches),
        used=[
            Used(key=paint.key, name=paint.name, says=f"{ml:.1f} ml", volume_ml=ml)
            for paint, ml in zip(made.paints, volumes.tolist(), strict=True)
            if ml > 0
        ],
        left_ml=0.0,
        left=None,
        spare=[],
        advice=list(made.advice),
        each_ml=each,
    )
