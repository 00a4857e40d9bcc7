"""Random muds: dull colours that a box can surely mix, to practise hitting."""

from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Mixture, Viewing
from mesotint.paints.library import Paint
from mesotint.paints.table import WHITES

MUD_BELOW: Final = 22.0
"""CIELAB chroma below which a mixture counts as mud (our own judgement)."""

_TRIES: Final = 200
_FEWEST: Final = 3


def random_mud(
    box: Sequence[Paint], rng: np.random.Generator, viewing: Viewing = DEFAULT_VIEWING
) -> Mixture:
    """A dull mixture of three or four paints of a box, opened with white half of the time.

    Paints stand in it by what they do, so a strong one has small parts. What a box can hardly dull
    gives the dullest of what was tried.

    Raises
    ------
    InputError
        For a box of fewer than three paints that are not white.
    """
    coloured = [paint for paint in box if paint.key not in WHITES]
    if len(coloured) < _FEWEST:
        raise InputError("A mud takes three colours at least; put more tubes in.", "box")
    muds = []
    for _ in range(_TRIES):
        count = int(rng.integers(_FEWEST, min(4, len(coloured)) + 1))
        chosen = [coloured[i] for i in rng.choice(len(coloured), count, replace=False)]
        parts = rng.dirichlet(np.full(count, 1.5)) / [
            float(paint.absorption.mean() + paint.scattering.mean()) for paint in chosen
        ]
        if rng.random() < 0.5:
            chosen.append(viewing.lightener)
            parts = np.append(parts, parts.sum() * rng.uniform(0.2, 3))
        mud = Mixture(tuple(chosen), tuple((parts / parts.sum()).tolist()), viewing)
        chroma = float(np.hypot(*mud.lab[1:]))
        if chroma < MUD_BELOW:
            return mud
        muds.append((chroma, mud))
    return min(muds, key=lambda pair: pair[0])[1]
