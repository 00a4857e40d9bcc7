"""Whether a painting that was brought together still has what the painter wishes of it."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.harmony.painting import Painting
from mesotint.harmony.unity import contrast_pairs, contrasts_kept, hue_spread, order_kept
from mesotint.optics.grid import Array

HALF: Final = 0.5
"""Share of the hue spread that is to be left."""

CONTRAST_KEPT: Final = 0.9
VALUE_WITHIN: Final = 2.0
"""How much of an accent's contrast is to stay, and how near every L* (our own figures)."""

_A_HAIR_DEGREES: Final = 0.1


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
    return judged_each(painting, after[None])[0]


def judged_each(painting: Painting, afters: Array) -> list[Judged]:
    """The same for some outcomes side by side, shape (n, passages, 3)."""
    before, quiet, areas = painting.labs, ~painting.accents, painting.areas
    was = float(hue_spread(before[quiet], areas[quiet]))
    spreads = hue_spread(afters[:, quiet], areas[quiet]).tolist()
    chroma = np.hypot(afters[..., 1], afters[..., 2]) @ areas
    chroma /= max(float(np.hypot(before[:, 1], before[:, 2]) @ areas), 1e-9)
    kept = contrasts_kept(painting, afters)
    return [
        Judged(
            labs=after,
            spread_before=was,
            spread_after=spread,
            chroma_kept=float(of_chroma),
            contrast_kept=float(of_contrast.min()) if len(of_contrast) else 1.0,
            gives_way=tuple(_gives_way(painting, after, was, spread, of_contrast)),
        )
        for after, spread, of_chroma, of_contrast in zip(afters, spreads, chroma, kept, strict=True)
    ]


def _gives_way(
    painting: Painting, after: Array, was: float, spread: float, kept: Array
) -> list[str]:
    """The wishes that are not met, in words."""
    before, gives = painting.labs, []
    if spread > HALF * was + _A_HAIR_DEGREES:
        gives.append(
            f"The hues stay {spread:.0f}° apart, and were {was:.0f}°: this does not halve it."
        )
    off = np.abs(after[:, 0] - before[:, 0])
    if off.max() > VALUE_WITHIN:
        name = painting.passages[int(off.argmax())].name
        gives.append(f"The value of “{name}” moves by L* {off.max():.1f}.")
    if not order_kept(before, after):
        gives.append("Two passages change places in value.")
    if len(kept) and kept.min() < CONTRAST_KEPT:
        pair = contrast_pairs(painting)[int(kept.argmin())]
        accent, other = (painting.passages[place].name for place in pair)
        gives.append(f"“{accent}” keeps {100 * kept.min():.0f} % of its contrast to “{other}”.")
    return gives
