"""Whether a painting that was brought together still has what the painter wishes of it."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.harmony.painting import Painting
from mesotint.harmony.unity import accent_contrasts, hue_spread, order_kept
from mesotint.optics.grid import Array

HALF: Final = 0.5
"""Share of the hue spread that is to be left."""

CONTRAST_KEPT: Final = 0.9
VALUE_WITHIN: Final = 2.0
"""How much of an accent's contrast is to stay, and how near every L* (our own figures)."""

_A_HAIR_DEGREES: Final = 0.05


@dataclass(frozen=True)
class Judged:
    """A painting before and after, against the usual wishes.

    Attributes
    ----------
    labs : array, shape (passages, 3)
        The colours after.
    spread_before, spread_after : float
        Degrees; see `mesotint.harmony.unity.hue_spread`.
    chroma_kept : float
        Chroma of the whole, by area, over what it was.
    contrast_kept : float
        The least that an accent keeps of its CIEDE2000 to what it touches; 1 without accents.
    gives_way : tuple of str
        The wishes that cannot be had so, in words; empty where all are met.
    """

    labs: Array
    spread_before: float
    spread_after: float
    chroma_kept: float
    contrast_kept: float
    gives_way: tuple[str, ...]


def judged(painting: Painting, after: Array) -> Judged:
    """What has become of a painting whose passages now look as `after`, shape (passages, 3)."""
    before = painting.labs
    quiet, areas = ~painting.accents, painting.areas
    spreads = [float(hue_spread(labs[quiet], areas[quiet])) for labs in (before, after)]
    chroma = [float((areas * np.hypot(labs[:, 1], labs[:, 2])).sum()) for labs in (before, after)]
    gives = []
    if spreads[1] > HALF * spreads[0] + _A_HAIR_DEGREES:
        gives.append(
            f"The hues stay {spreads[1]:.0f}° apart, and were {spreads[0]:.0f}°: this does not "
            "halve it."
        )
    off = np.abs(after[:, 0] - before[:, 0])
    if off.max() > VALUE_WITHIN:
        name = painting.passages[int(off.argmax())].name
        gives.append(f"The value of “{name}” moves by L* {off.max():.1f}.")
    if not order_kept(before, after):
        gives.append("Two passages change places in value.")
    least, pair = min(
        (
            (now.delta_e / max(was.delta_e, 1e-9), was)
            for was, now in zip(
                accent_contrasts(painting, before), accent_contrasts(painting, after), strict=True
            )
        ),
        key=lambda each: each[0],
        default=(1.0, None),
    )
    if pair is not None and least < CONTRAST_KEPT:
        names = [painting.passages[i].name for i in (pair.accent, pair.other)]
        gives.append(f"“{names[0]}” keeps {100 * least:.0f} % of its contrast to “{names[1]}”.")
    return Judged(
        labs=after,
        spread_before=spreads[0],
        spread_after=spreads[1],
        chroma_kept=chroma[1] / max(chroma[0], 1e-9),
        contrast_kept=least,
        gives_way=tuple(gives),
    )
