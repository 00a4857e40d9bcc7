"""The run of a scale: a trail between two ends, and the steps along it."""

from dataclasses import replace

import numpy as np

from mesotint.colour.words import lean
from mesotint.mixing.muting.trail import Trail
from mesotint.planning.scale import Scale
from server.kept.looks import line
from server.mixtures.services import looks_of_paints
from server.scales.answers import AheadOut, NeutralOut, RunOut, TrailOut

AHEAD = (0.0, 0.25, 0.5, 1.0, 1.5, 2.0, 3.0)
"""Amounts of the third paint for which trails are sent ahead, against the one asked for."""

LEAST_THIRD = 0.02
"""Amount from which the amounts sent ahead are taken where none is asked for yet."""


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


def run_out(scale: Scale) -> RunOut:
    """A scale of the core as it is drawn: its trail, and where its steps lie."""
    trail = scale.trail
    neutral = trail.lab(np.array(trail.neutral_share))
    pinned = {place for place, _ in scale.pins}
    ends = [trail.first, trail.second, *([trail.third.paint] if trail.third else [])]
    return RunOut(
        ends=looks_of_paints(ends, trail.viewing),
        trail=_trail_out(trail, trail.shares),
        ahead=_ahead(trail),
        shares=scale.shares.tolist(),
        pinned=[place in pinned for place in range(scale.count)],
        neutral=NeutralOut(
            share=trail.neutral_share,
            step=scale.neutral_index,
            among_steps=bool(trail.neutral_share in scale.shares),
            lab=neutral.tolist(),
            chroma=float(np.hypot(neutral[1], neutral[2])),
            lean=lean(neutral),
            miss=trail.miss,
        ),
    )
