"""A colour again, but one step another way: lighter, darker, warmer, cooler, greyer, clearer."""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import WARMEST
from mesotint.errors import InputError
from mesotint.optics.grid import Array

VALUE_L: Final = 7.5
"""Three quarters of a step of value, in L*: surely seen, and still the same job in a picture."""

TEMPERATURE: Final = 7.0
"""Along the line from cool to warm in the plane of a* and b*; less is hardly seen in a clear
colour."""

CHROMA_SHARE: Final = 0.4
"""Of its chroma, with `LEAST_CHROMA` at the least: of a near-grey a share is nothing."""

LEAST_CHROMA: Final = 4.0
WAYS: Final = ("lighter", "darker", "warmer", "cooler", "greyer", "clearer")


def another_way(lab: Array, way: str) -> Array:
    """A colour one step another way; how large the steps are is our own judgement.

    Parameters
    ----------
    lab : ndarray of float
        CIELAB, shape (3,).
    way : str
        One of `WAYS`.

    Returns
    -------
    ndarray of float
        CIELAB, shape (3,). Greyer than grey is grey.

    Raises
    ------
    InputError
        For a way that is none.

    Examples
    --------
    >>> another_way(np.array([50.0, 10.0, 0.0]), "darker").tolist()
    [42.5, 10.0, 0.0]
    >>> another_way(np.array([50.0, 10.0, 0.0]), "greyer").tolist()
    [50.0, 6.0, 0.0]
    """
    if way not in WAYS:
        raise InputError(f"It can be {', '.join(WAYS[:-1])} or {WAYS[-1]}.", "way")
    after = np.array(lab, dtype=np.float64)
    if way in ("lighter", "darker"):
        after[0] += VALUE_L if way == "lighter" else -VALUE_L
        after[0] = np.clip(after[0], 0.0, 100.0)
    elif way in ("warmer", "cooler"):
        angle = np.radians(WARMEST)
        step = np.array([np.cos(angle), np.sin(angle)]) * TEMPERATURE
        after[1:] += step if way == "warmer" else -step
    else:
        chroma = float(lch_from_lab(after)[1])
        step_c = max(CHROMA_SHARE * chroma, LEAST_CHROMA)
        wanted = max(chroma - step_c, 0.0) if way == "greyer" else chroma + step_c
        after[1:] *= wanted / chroma if chroma > 0 else 0.0
    return after
