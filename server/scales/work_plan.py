"""The work plan of a sheet in the painter's measure."""

from collections.abc import Sequence

import numpy as np

from mesotint.mixing.layers import Laying, thickness
from mesotint.planning.following import Instructions, Line
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measures.ml import syringe
from mesotint.planning.measures.volumes import least_ml, volume_for_area
from server.kept.looks import look
from server.mixtures.answers import Part, Used
from server.mixtures.services import cautions_of, parts_of
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
    if made.laying is not None:
        return _in_layers(made, made.laying, measure)
    if measure.kind in ("parts", "strength"):
        return _in_parts(made, measure)
    read, each = measure.core, volume_ml(measure)
    parts = np.array([patch.parts for patch in made.patches])
    plan = instructions(
        parts,
        made.paints,
        made.labels,
        Work(read, each, measure.method),
        made.viewing,
        made.ingredients,
    )
    patches = [
        MeasuredOut(
            amounts=[
                AmountOut(name=amount.paint.name, says=read.told(amount.amount))
                for amount in patch.amounts
            ],
            cost_delta_e=patch.cost_delta_e,
        )
        for patch in plan.patches
    ]
    return _answer(made, plan, plan.lines, patches, read, each)


def _answer(
    made: Patches,
    plan: Instructions,
    lines: Sequence[Line],
    patches: list[MeasuredOut],
    read: Measure,
    each_ml: float,
) -> WorkPlan:
    """A plan of the core as the API tells it, by some lines and amounts of each patch."""
    return WorkPlan(
        key=plan_key(lines),
        patches=patches,
        lines=work_lines(lines),
        worst_delta_e=max(plan.costs),
        used=[used(each, read) for each in plan.used],
        left_ml=plan.left_ml,
        left=look(plan.left) if plan.left else None,
        spare=spares(plan),
        advice=[*made.advice, *plan.advice],
        cautions=cautions_of(made.box, (each.paint for each in plan.used)),
        each_ml=each_ml,
    )


def _in_layers(made: Patches, laying: Laying, measure: SheetMeasure) -> WorkPlan:
    """What is laid below, a row at a time, and what is glazed over it, a column at a time."""
    each = volume_ml(measure)
    unders = [(f"below, {paint.name.lower()}", paint, each * len(laying.glazes))
              for paint in laying.unders if paint is not None]  # fmt: skip
    glazes = [(f"over it, {paint.name.lower()}", paint,
               each * laying.coats * len(laying.unders)) for paint in laying.glazes]  # fmt: skip
    layers = [*unders, *glazes]
    paints = [paint for _, paint, _ in layers]
    by_eye = measure.kind in ("parts", "strength")
    # By eye nothing is weighed; what the tubes must give is told all the same.
    read = syringe(0.01) if by_eye else measure.core
    volumes = [max(ml, least_ml([1.0], [paint], read)) for _, paint, ml in layers]
    labels = [label for label, *_ in layers]
    work = Work(read, tuple(volumes))
    plan = instructions(np.eye(len(layers)), paints, labels, work, made.viewing, made.ingredients)
    lines = plan.lines
    if by_eye:
        how = [*["as much as covers"] * len(unders), *[laying.says] * len(glazes)]
        lines = tuple(
            Line(f"{label[0].upper()}{label[1:]}", f"{paint.name}, {says}")
            for (label, paint, _), says in zip(layers, how, strict=True)
        )
    row = [
        MeasuredOut(
            amounts=[AmountOut(name=paint.name, says=f"{thickness(laying.coats)} of")],
            cost_delta_e=0.0,
        )
        for paint in laying.glazes
    ]
    return _answer(made, plan, lines, row * len(laying.unders), read, each)


def _says(part: Part) -> str:
    if part.touch:
        return part.says
    return f"{part.whole} {'part' if part.whole == 1 else 'parts'}"


def _with_strength(parts: Sequence[Part], amounts: Sequence[AmountOut]) -> list[AmountOut]:
    """Amounts with what each is in parts of equal strength, the least of them one; whites have
    no strength to count by."""
    least = min((part.strength for part in parts if part.strength > 0), default=0.0)
    return [
        AmountOut(name=told.name, says=f"{told.says}, {part.strength / least:.2g} in strength")
        if part.strength > 0
        else told
        for part, told in zip(parts, amounts, strict=True)
    ]


def _in_parts(made: Patches, measure: SheetMeasure) -> WorkPlan:
    """The plan of a painter who measures by eye: whole parts of each patch by itself, with what
    they are by strength where that is how the painter counts."""
    lines, patches = [], []
    for label, patch in zip(made.labels, made.patches, strict=True):
        parts = [part for part in parts_of(made.paints, patch) if part.whole or part.touch]
        amounts = [AmountOut(name=part.name, says=_says(part)) for part in parts]
        if measure.kind == "strength":
            amounts = _with_strength(parts, amounts)
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
        cautions=cautions_of(made.box, made.paints),
        each_ml=each,
    )
