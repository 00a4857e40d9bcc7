"""Scales: a trail between two ends in steps, with a third paint, pins and a held value."""

from dataclasses import dataclass, replace

import numpy as np

from mesotint.colour.munsell import lightness_of_value
from mesotint.colour.words import lean
from mesotint.mixing.muting.trail import Hold, Third, Trail
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import black_of, mixture
from mesotint.planning import scale as core
from server.kept.looks import line
from server.mixtures.services import (
    ingredients_of,
    looks_of_paints,
    paint_of,
    refs,
)
from server.scales.answers import AheadOut, NeutralOut, ScaleOut, StepOut, TrailOut
from server.scales.patches import Patches, patch_out
from server.scales.requests import ScaleIn
from server.tubes.services import PaintBox

AHEAD = (0.0, 0.25, 0.5, 1.0, 1.5, 2.0, 3.0)
"""Amounts of the third paint for which trails are sent ahead, against the one asked for."""

LEAST_THIRD = 0.02
"""Amount from which the amounts sent ahead are taken where none is asked for yet."""


@dataclass(frozen=True)
class Computed:
    """A scale of the core with what was asked for."""

    made: Patches
    trail: Trail
    scale: core.Scale
    steps: list[core.Step]


def compute(box: PaintBox, asked: ScaleIn) -> Computed:
    """The scale a painter asks for."""
    viewing = asked.viewing
    first, second = paint_of(box, asked.first), paint_of(box, asked.second)
    third = Third(paint_of(box, asked.third.mixture), asked.third.parts) if asked.third else None
    trail = Trail(first, second, 0.0 if asked.hold else asked.lightener, viewing, third)
    if asked.hold is not None:
        trail = replace(trail, hold=_hold(trail, asked.hold, box.advised))
    pins = tuple((pin.place, pin.share) for pin in sorted(asked.pins, key=lambda p: p.place))
    scale = core.Scale(trail, asked.steps, asked.spacing, asked.to_grey, pins)
    steps = scale.steps
    made = Patches(
        box=box,
        viewing=viewing,
        paints=trail.paints,
        labels=tuple(f"step {i + 1}" for i in range(len(steps))),
        patches=tuple(steps),
        columns=len(steps),
        summary=trail.miss,
        ingredients=ingredients_of(box, asked.asked_for),
    )
    return Computed(made, trail, scale, steps)


def _hold(trail: Trail, value: float, box: list[Paint]) -> Hold:
    """The value to hold; a black of the box darkens, or else the pair's own grey."""
    share = trail.neutral_share
    grey = mixture(
        f"grey:{trail.first.key}+{trail.second.key}",
        f"Grey of {trail.first.name.lower()} and {trail.second.name.lower()}",
        {trail.first: 1 - share, trail.second: share},
    )
    return Hold(lightness_of_value(value), black_of(box) or grey)


def _trail_out(trail: Trail, shares: np.ndarray) -> TrailOut:
    seen = line(trail.lab(shares), trail.opened_lab(shares))
    return TrailOut(share=shares.tolist(), **vars(seen))


def _ahead(trail: Trail) -> AheadOut | None:
    """Trails with more and less of the third paint, at the same shares."""
    if trail.third is None:
        return None
    base = trail.third.parts or LEAST_THIRD
    amounts = [base * factor for factor in AHEAD]
    trails = [replace(trail, third=replace(trail.third, parts=parts)) for parts in amounts]
    return AheadOut(parts=amounts, trails=[_trail_out(t, trail.shares) for t in trails])


def scale_out(computed: Computed, asked: ScaleIn) -> ScaleOut:
    """A computed scale as the API tells it."""
    trail, made, scale = computed.trail, computed.made, computed.scale
    neutral = trail.lab(np.array(trail.neutral_share))
    pinned = {pin.place for pin in asked.pins}
    ends = [trail.first, trail.second, *([trail.third.paint] if trail.third else [])]
    return ScaleOut(
        paints=refs(trail.paints),
        ends=looks_of_paints(ends, made.viewing),
        trail=_trail_out(trail, trail.shares),
        ahead=_ahead(trail),
        steps=[
            StepOut(
                share=step.share,
                pinned=i in pinned,
                **vars(patch_out(made.labels[i], made.paints, step, made.box)),
            )
            for i, step in enumerate(computed.steps)
        ],
        neutral=NeutralOut(
            share=trail.neutral_share,
            step=scale.neutral_index,
            among_steps=bool(trail.neutral_share in scale.shares),
            lab=neutral.tolist(),
            chroma=float(np.hypot(neutral[1], neutral[2])),
            lean=lean(neutral),
            miss=made.summary,
        ),
        paint_data_version=library().version,
    )
