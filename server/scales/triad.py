"""Triangles: three corners, the field between them, and the points a painter picked."""

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from mesotint.mixing.mixture import merged
from mesotint.mixing.muting.triad import REACHES_BELOW, Triad, barycentric
from mesotint.paints.library import Paint, library
from mesotint.planning.patch import Patch, patches_of
from server.kept.looks import line
from server.mixtures.services import (
    ingredients_of,
    looks_of_paints,
    paint_of,
    refs,
)
from server.scales.answers import ChromaLineOut, FieldOut, TriadOut
from server.scales.patches import Patches, patch_out
from server.scales.requests import TriadIn
from server.tubes.services import PaintBox

LEVEL = 24
"""Fineness of the lattice that is sent: 325 points."""

CHROMA_STEP = 10


@dataclass(frozen=True)
class Computed:
    """A triad of the core, and its picks."""

    made: Patches
    triad: Triad

    @cached_property
    def neutral(self) -> Patch:
        """The point nearest to grey as a patch."""
        return _patches(self.triad, self.triad.neutral_point[None])[0][0]


def _patches(triad: Triad, points: np.ndarray) -> tuple[list[Patch], tuple[Paint, ...]]:
    paints, parts = merged(triad.all_paints, triad.parts(points))
    return patches_of(parts, paints, triad.viewing), paints


def compute(box: PaintBox, asked: TriadIn) -> Computed:
    """The triangle a painter asks for; without picks, its neutral spot is the one patch."""
    first, second, third = (paint_of(box, end) for end in asked.corners)
    triad = Triad((first, second, third), asked.lightener, asked.viewing)
    picks = [np.array(pick.point) for pick in asked.picks if sum(pick.point) > 0]
    points = np.array([p / p.sum() for p in picks] or [triad.neutral_point])
    patches, paints = _patches(triad, points)
    made = Patches(
        box=box,
        viewing=triad.viewing,
        paints=paints,
        labels=tuple(f"point {i + 1}" for i in range(len(patches))),
        patches=tuple(patches),
        columns=len(patches),
        summary=triad.miss,
        ingredients=ingredients_of(box, asked.asked_for),
    )
    return Computed(made, triad)


def triad_out(computed: Computed) -> TriadOut:
    """A computed triangle as the API tells it."""
    triad, made = computed.triad, computed.made
    grid = barycentric(LEVEL)
    labs = triad.labs(grid)
    chroma = np.hypot(labs[:, 1], labs[:, 2])
    levels = [float(c) for c in range(CHROMA_STEP, int(chroma.max()), CHROMA_STEP)]
    _, parts = merged(triad.all_paints, triad.parts(grid))
    neutral = triad.labs(triad.neutral_point)
    return TriadOut(
        paints=refs(made.paints),
        corners=looks_of_paints(triad.paints, triad.viewing),
        field=FieldOut(
            level=LEVEL,
            point=grid.round(6).tolist(),
            parts=parts.round(6).tolist(),
            **vars(line(labs, triad.opened_labs(grid))),
        ),
        lines=[
            ChromaLineOut(chroma=level, pieces=pieces.round(4).tolist())
            for level, pieces in zip(levels, triad.chroma_lines(levels), strict=True)
        ],
        neutral_point=triad.neutral_point.tolist(),
        neutral=patch_out("neutral", made.paints, computed.neutral, made.box),
        reaches=bool(np.hypot(neutral[1], neutral[2]) < REACHES_BELOW),
        miss=made.summary,
        patches=made.out(),
        paint_data_version=library().version,
    )
