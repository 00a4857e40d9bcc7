"""The work plan of a sheet in the painter's measure."""

import hashlib
from collections.abc import Sequence
from typing import Any

import numpy as np

from mesotint.planning.instructions import Instructions, Line, Measure, Used, instructions
from mesotint.planning.making import number_in_steps
from mesotint.planning.measuring import measured
from mesotint.planning.tools import Tool, tool_of, volume_for_area
from server.scales.answers import (
    AmountOut,
    MeasuredOut,
    PlanLineOut,
    PlanOut,
    SpareOut,
    UsedOut,
)
from server.scales.ends import look_out, parts_out
from server.scales.made import Made
from server.scales.requests import MeasureIn


def volume_ml(measure: MeasureIn) -> float:
    """Volume of each patch."""
    if measure.by == "volume":
        return measure.volume_ml
    return volume_for_area(measure.area_cm2, measure.coats, measure.spread_cm2_per_ml)


def plan_out(made: Made, measure: MeasureIn) -> PlanOut:
    """Amounts of each patch, and the plan line by line."""
    if measure.tool == "parts":
        return _in_parts(made, measure)
    step = measure.nozzle_mm if measure.tool == "ribbon" else measure.step
    tool, each = tool_of(measure.tool, step), volume_ml(measure)
    parts = np.array([patch.parts for patch in made.patches])
    told = instructions(
        parts,
        made.paints,
        made.labels,
        Measure(tool, each, measure.way),
        made.viewing,
        made.ingredients,
    )
    patches = []
    for row in parts.tolist():
        found = measured(row, made.paints, each, tool, made.viewing)
        patches.append(
            MeasuredOut(
                amounts=[
                    AmountOut(
                        name=amount.paint.name,
                        says=f"{number_in_steps(amount.amount, tool.step)} {amount.unit}",
                    )
                    for amount in found.amounts
                ],
                cost_delta_e=found.cost_delta_e,
            )
        )
    return PlanOut(
        key=plan_key(told.lines),
        patches=patches,
        lines=lines_out(told.lines),
        worst_delta_e=max(told.costs),
        used=[UsedOut(**used_fields(used, tool)) for used in told.used],
        left_ml=told.left_ml,
        left=look_out(told.left) if told.left else None,
        spare=spare_out(told),
        advice=list(told.advice),
        each_ml=each,
    )


def spare_out(told: Instructions) -> list[SpareOut]:
    """What is left of what was mixed beforehand, as the API tells it."""
    return [SpareOut(name=spare.name, volume_ml=spare.volume_ml) for spare in told.spare]


def _in_parts(made: Made, measure: MeasureIn) -> PlanOut:
    """The plan of a painter who measures by eye: whole parts of each patch by itself."""
    lines, patches = [], []
    for label, patch in zip(made.labels, made.patches, strict=True):
        parts = [part for part in parts_out(made.paints, patch) if part.whole or part.touch]
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
    parts = np.array([patch.parts for patch in made.patches])
    used = (parts / parts.sum(axis=1, keepdims=True)).sum(axis=0) * each
    return PlanOut(
        key=plan_key(lines),
        patches=patches,
        lines=lines_out(lines),
        worst_delta_e=max(patch.cost_delta_e for patch in patches),
        used=[
            UsedOut(key=paint.key, name=paint.name, says=f"{ml:.1f} ml", volume_ml=ml)
            for paint, ml in zip(made.paints, used.tolist(), strict=True)
            if ml > 0
        ],
        left_ml=0.0,
        left=None,
        spare=[],
        advice=[],
        each_ml=each,
    )


def lines_out(lines: Sequence[Line]) -> list[PlanLineOut]:
    """What to do, as the API tells it."""
    return [PlanLineOut(heading=line.heading, says=line.says) for line in lines]


def used_fields(used: Used, tool: Tool) -> dict[str, Any]:
    """Fields of a `UsedOut`."""
    return {
        "key": used.paint.key,
        "name": used.paint.name,
        "says": (
            f"{number_in_steps(used.amount, tool.step)} {used.unit}"
            if used.amount >= tool.step / 2
            else f"under {number_in_steps(tool.step, tool.step)} {used.unit}"
        ),
        "volume_ml": used.volume_ml,
    }


def plan_key(lines: Sequence[Line]) -> str:
    """Tells plans apart by what they say."""
    told = "\n".join(f"{line.heading}\t{line.says}" for line in lines)
    return hashlib.sha256(told.encode()).hexdigest()[:16]
