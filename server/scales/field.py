"""The field of a triangle: every mixture of three paints, and where they reach grey."""

import numpy as np

from mesotint.mixing.mixture import merged
from mesotint.mixing.muting.triad import REACHES_BELOW, Triad, barycentric
from mesotint.planning.patch import patches_of
from server.kept.looks import line
from server.mixtures.services import looks_of_paints
from server.scales.answers import ChromaLineOut, FieldOut, TriangleOut
from server.scales.patches import patch_out
from server.tubes.services import PaintBox

LEVEL = 24
"""Fineness of the lattice that is sent: 325 points."""

CHROMA_STEP = 10


def field_out(triad: Triad, box: PaintBox) -> TriangleOut:
    """A triangle of the core as it is drawn."""
    grid = barycentric(LEVEL)
    labs = triad.labs(grid)
    chroma = np.hypot(labs[:, 1], labs[:, 2])
    levels = [float(c) for c in range(CHROMA_STEP, int(chroma.max()), CHROMA_STEP)]
    neutral = triad.labs(triad.neutral_point)
    paints, parts = merged(triad.all_paints, triad.parts(np.vstack([triad.neutral_point, grid])))
    patch = patches_of(parts[:1], paints, triad.viewing)[0]
    return TriangleOut(
        corners=looks_of_paints(triad.paints, triad.viewing),
        lattice=FieldOut(
            level=LEVEL,
            point=grid.round(6).tolist(),
            parts=parts[1:].round(6).tolist(),
            **vars(line(labs, triad.opened_labs(grid))),
        ),
        lines=[
            ChromaLineOut(chroma=level, pieces=pieces.round(4).tolist())
            for level, pieces in zip(levels, triad.chroma_lines(levels), strict=True)
        ],
        neutral_point=triad.neutral_point.tolist(),
        neutral=patch_out("neutral", paints, patch, box),
        reaches=bool(np.hypot(neutral[1], neutral[2]) < REACHES_BELOW),
    )
