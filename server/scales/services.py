"""Scales computed by the core and kept in the database."""

from dataclasses import dataclass

import numpy as np
from django.db import transaction

from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.colour.words import lean, miss_in_words
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.trail import Trail
from mesotint.paints.library import library
from mesotint.planning import scale as core
from server.painters.models import Painter
from server.problems import Conflict
from server.scales.models import Scale, Step, StepPart
from server.scales.schemas import (
    NeutralOut,
    PaintRef,
    PartOut,
    SavedScaleIn,
    SavedScaleOut,
    SavedStepOut,
    ScaleIn,
    ScaleOut,
    StepOut,
    TrailOut,
)
from server.tubes.services import paint_of


@dataclass(frozen=True)
class Computed:
    """A scale of the core with the steps asked for."""

    trail: Trail
    steps: list[core.Step]
    neutral_step: int


def compute(painter: Painter, asked: ScaleIn) -> Computed:
    """The scale a painter asks for; placed steps are taken as they are."""
    trail = Trail(
        paint_of(painter, asked.first_tube),
        paint_of(painter, asked.second_tube),
        asked.lightener,
        Viewing(asked.medium, asked.finish, asked.light),
    )
    if asked.placed is None:
        scale = core.Scale(trail, asked.steps, asked.spacing)
        return Computed(trail, scale.steps, scale.neutral_index)
    shares = np.array(asked.placed)
    if len(shares) != asked.steps or np.any(np.diff(shares) < 0):
        raise InputError(
            f"placed: give {asked.steps} shares that rise from the first tube to the second.",
            "placed",
        )
    nearest = int(np.argmin(np.abs(shares - trail.neutral_share)))
    return Computed(trail, core.steps_at(trail, shares), nearest)


def scale_out(computed: Computed) -> ScaleOut:
    """A computed scale as the API tells it."""
    trail = computed.trail
    labs = trail.labs
    srgb, inside = hex_from_lab(labs)
    opened, _ = hex_from_lab(trail.opened.lab(trail.shares))
    neutral = trail.lab(np.array(trail.neutral_share))
    return ScaleOut(
        paints=[PaintRef(key=p.key, name=p.name) for p in trail.paints],
        trail=TrailOut(
            share=trail.shares.tolist(),
            lab=np.round(labs, 3).tolist(),
            srgb=srgb,
            in_gamut=inside,
            value_srgb=neutral_hex(labs[:, 0]),
            opened_srgb=opened,
        ),
        steps=[_step_out(trail, step) for step in computed.steps],
        neutral=NeutralOut(
            share=trail.neutral_share,
            step=computed.neutral_step,
            lab=neutral.tolist(),
            chroma=float(np.hypot(neutral[1], neutral[2])),
            lean=lean(neutral),
            miss=miss_in_words(neutral),
        ),
        paint_data_version=library().version,
    )


def _step_out(trail: Trail, step: core.Step) -> StepOut:
    look = step.appearance
    return StepOut(
        share=step.share,
        parts=[
            PartOut(key=paint.key, name=paint.name, exact=exact, whole=whole)
            for paint, exact, whole in zip(trail.paints, step.parts, step.whole.parts, strict=True)
        ],
        measurable=step.whole.measurable,
        rounding_delta_e=step.whole.cost_delta_e,
        uncertainty_delta_e=step.uncertainty,
        lab=list(look.lab),
        munsell=look.munsell,
        name=look.name,
        srgb=look.srgb,
        value_srgb=look.value_srgb,
        in_gamut=look.in_gamut,
    )


@transaction.atomic
def keep(painter: Painter, asked: SavedScaleIn, scale: Scale | None = None) -> Scale:
    """Save a scale, new or again. One that was changed elsewhere meanwhile is a `Conflict`."""
    name = asked.name.strip()
    if not name:
        raise InputError("name: give the scale a name to find it by.", "name")
    computed = compute(painter, asked)
    if scale is None:
        scale = Scale(painter=painter)
    else:
        scale = Scale.objects.select_for_update().get(pk=scale.pk)
        if asked.revision is not None and asked.revision != scale.revision:
            raise Conflict(
                f"'{scale.name}' was changed in another window since you opened it. "
                "Save yours under a new name, or open the saved one again."
            )
        scale.revision += 1
        scale.steps.all().delete()
    scale.name = name
    scale.first_id, scale.second_id = asked.first_tube, asked.second_tube
    scale.spacing, scale.placed_by_hand = asked.spacing, asked.placed is not None
    scale.lightener = asked.lightener
    scale.medium, scale.finish, scale.light = asked.medium, asked.finish, asked.light
    scale.neutral_share = computed.trail.neutral_share
    scale.miss = miss_in_words(computed.trail.lab(np.array(scale.neutral_share)))
    scale.paint_data_version = library().version
    scale.save()
    rows = [_step_row(scale, place, step) for place, step in enumerate(computed.steps)]
    # MariaDB gives no keys back for rows inserted in bulk by this backend, so they are read again.
    Step.objects.bulk_create(rows)
    kept = dict(scale.steps.values_list("place", "pk"))
    StepPart.objects.bulk_create(
        StepPart(step_id=kept[place], paint_key=paint.key, exact=exact, whole=whole)
        for place, step in enumerate(computed.steps)
        for paint, exact, whole in zip(
            computed.trail.paints, step.parts, step.whole.parts, strict=True
        )
    )
    return scale


def _step_row(scale: Scale, place: int, step: core.Step) -> Step:
    look = step.appearance
    lightness, a, b = look.lab
    return Step(
        scale=scale,
        place=place,
        share=step.share,
        lightness=lightness,
        a=a,
        b=b,
        srgb=look.srgb,
        in_gamut=look.in_gamut,
        munsell=look.munsell,
        name=look.name,
        rounding_delta_e=step.whole.cost_delta_e,
    )


def saved_out(scale: Scale) -> SavedScaleOut:
    """A saved scale as the API tells it, from its rows alone."""
    steps = list(scale.steps.all())
    values = neutral_hex(np.array([step.lightness for step in steps]))
    names = {key: paint.name for key, paint in library().paints.items()}
    return SavedScaleOut(
        id=scale.pk,
        name=scale.name,
        revision=scale.revision,
        changed=scale.changed,
        request=ScaleIn(
            first_tube=scale.first_id,
            second_tube=scale.second_id,
            steps=len(steps),
            spacing=scale.spacing,
            lightener=scale.lightener,
            medium=scale.medium,
            finish=scale.finish,
            light=scale.light,
            placed=[step.share for step in steps] if scale.placed_by_hand else None,
        ),
        steps=[
            SavedStepOut(
                share=step.share,
                parts=[
                    PartOut(
                        key=part.paint_key,
                        name=names.get(part.paint_key, part.paint_key),
                        exact=part.exact,
                        whole=part.whole,
                    )
                    for part in step.parts.all()
                ],
                rounding_delta_e=step.rounding_delta_e,
                munsell=step.munsell,
                name=step.name,
                srgb=step.srgb,
                value_srgb=value,
                in_gamut=step.in_gamut,
            )
            for step, value in zip(steps, values, strict=True)
        ],
        miss=scale.miss,
        paint_data_version=scale.paint_data_version,
        current_data=scale.paint_data_version == library().version,
    )
