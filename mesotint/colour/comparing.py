"""Two places of a picture in words: how much lighter one is, which way its hue leans from the
other's, whether it is clearer or greyer.

The words, and from where on each is said, are common practice and our own judgement.
"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import MIDDLES, WARMEST, family, nearest_family, turn
from mesotint.colour.munsell import munsell_from_lab
from mesotint.colour.words import EYE_TELLS, GREY_BELOW_CHROMA
from mesotint.optics.grid import Array

VALUE_SEEN: Final = 0.2
"""Munsell value from which two places are said to differ in it."""

CHROMA_SEEN: Final = 0.8
"""Munsell chroma from which one place is said to be clearer; C* is not alike around the hues."""

HUE_SEEN_DEGREES: Final = 12.0
"""Degrees of hue from which two clear places are said to lean apart."""

_LEANS_FROM: Final = 3.0
_SIX: Final = ("red", "orange", "yellow", "green", "blue", "violet")


def values_in_words(step: float) -> str:
    """A difference in Munsell value, as a painter says it.

    Parameters
    ----------
    step : float
        Zero or more.

    Examples
    --------
    >>> values_in_words(0.5), values_in_words(2.3)
    ('half a value', '2.3 values')
    """
    quarters = round(step * 4)
    words = {1: "a quarter of a value", 2: "half a value", 3: "three quarters of a value",
             4: "a whole value"}  # fmt: skip
    return words.get(quarters, "a trace" if quarters < 1 else f"{step:.1f} values")


def compared(lab: Array, other: Array) -> str:
    """What one place is against another: value first, then hue, then chroma.

    Parameters
    ----------
    lab, other : array, shape (3,)
        CIELAB.

    Examples
    --------
    >>> import numpy as np
    >>> compared(np.array([60.0, 20.0, 20.0]), np.array([40.0, 2.0, 2.0]))
    'lighter by 2.0 values, warmer, clearer'
    >>> compared(np.array([50.0, 1.0, 1.0]), np.array([50.0, 1.2, 1.0]))
    'no eye tells them apart'
    """
    pair = np.stack([np.asarray(lab, dtype=np.float64), np.asarray(other, dtype=np.float64)])
    if float(delta_e_2000(*pair)) < EYE_TELLS:
        return "no eye tells them apart"
    (mine, theirs), _ = munsell_from_lab(pair)
    told = []
    step = float(mine[1] - theirs[1])
    if abs(step) >= VALUE_SEEN:
        told.append(f"{'lighter' if step > 0 else 'darker'} by {values_in_words(abs(step))}")
    told += _hue(pair)
    clearer = float(mine[2] - theirs[2])
    if abs(clearer) >= CHROMA_SEEN:
        told.append("clearer" if clearer > 0 else "greyer")
    return ", ".join(told) or "of one value, a trace apart"


def _hue(pair: Array) -> list[str]:
    """Which way the first leans from the second: warmer or cooler near grey, else toward a hue."""
    (_, chroma, hue), (_, their_chroma, their_hue) = lch_from_lab(pair).tolist()
    step = pair[0, 1:] - pair[1, 1:]
    way = float(np.degrees(np.arctan2(step[1], step[0])))
    if min(chroma, their_chroma) < GREY_BELOW_CHROMA:
        if float(np.hypot(*step)) < _LEANS_FROM:
            return []
        warm = abs(float(turn(way, WARMEST)))
        if warm < 60:
            return ["warmer"]
        return ["cooler"] if warm > 120 else [f"toward {family(way)}"]
    turned = float(turn(hue, their_hue))
    if abs(turned) < HUE_SEEN_DEGREES:
        return []
    # The plain hue that it has turned to, on that side of the other.
    onward = [
        name for name in _SIX
        if (float(turn(MIDDLES[name], their_hue)) > 0) == (turned > 0)
        and abs(float(turn(MIDDLES[name], their_hue))) > HUE_SEEN_DEGREES / 2
    ]  # fmt: skip
    return [f"toward {nearest_family(onward, hue)}"] if onward else []
