"""Colour difference CIEDE2000.

Source: CIE 142:2001, in the form of Sharma, Wu and Dalal, "The CIEDE2000 color-difference
formula: implementation notes, supplementary test data, and mathematical observations",
Color Res. Appl. 30 (2005), 21–30.
"""

from typing import Final

import numpy as np

from mesotint.optics.grid import Array


def delta_e_2000(first: Array, second: Array) -> Array:
    """CIEDE2000 between CIELAB colours, all weights 1.

    Parameters
    ----------
    first, second : array, shape (..., 3)
        Broadcast against each other.

    Returns
    -------
    array, shape (...)
    """
    l1, a1, b1 = np.moveaxis(np.asarray(first, dtype=np.float64), -1, 0)
    l2, a2, b2 = np.moveaxis(np.asarray(second, dtype=np.float64), -1, 0)
    mean_c7 = ((np.hypot(a1, b1) + np.hypot(a2, b2)) / 2) ** 7
    g = 0.5 * (1 - np.sqrt(mean_c7 / (mean_c7 + 25.0**7)))
    a1, a2 = a1 * (1 + g), a2 * (1 + g)
    c1, c2 = np.hypot(a1, b1), np.hypot(a2, b2)
    h1, h2 = np.degrees(np.arctan2(b1, a1)) % 360, np.degrees(np.arctan2(b2, a2)) % 360
    grey = c1 * c2 == 0

    turn = (h2 - h1 + 180) % 360 - 180
    # At exactly half a turn the paper takes +180 when h2 lies above h1.
    turn = np.where((turn == -180) & (h2 > h1), 180, turn)
    dh = np.where(grey, 0, 2 * np.sqrt(c1 * c2) * np.sin(np.radians(turn) / 2))
    dl, dc = l2 - l1, c2 - c1

    total = h1 + h2
    far = np.abs(h1 - h2) > 180
    mean_h = np.where(grey, total, np.where(far, (total + np.where(total < 360, 360, -360)), total))
    mean_h = np.where(grey, mean_h, mean_h / 2)
    mean_l, mean_c = (l1 + l2) / 2, (c1 + c2) / 2

    def cosine(degrees: Array) -> Array:
        return np.asarray(np.cos(np.radians(degrees)))

    t = (
        1
        - 0.17 * cosine(mean_h - 30)
        + 0.24 * cosine(2 * mean_h)
        + 0.32 * cosine(3 * mean_h + 6)
        - 0.20 * cosine(4 * mean_h - 63)
    )
    sl = 1 + 0.015 * (mean_l - 50) ** 2 / np.sqrt(20 + (mean_l - 50) ** 2)
    sc = 1 + 0.045 * mean_c
    sh = 1 + 0.015 * mean_c * t
    theta = 30 * np.exp(-(((mean_h - 275) / 25) ** 2))
    c7 = mean_c**7
    rt = -np.sin(np.radians(2 * theta)) * 2 * np.sqrt(c7 / (c7 + 25.0**7))
    squares = (dl / sl) ** 2 + (dc / sc) ** 2 + (dh / sh) ** 2 + rt * (dc / sc) * (dh / sh)
    return np.asarray(np.sqrt(np.maximum(squares, 0)))


_MOST_S_L: Final = 1 + 0.015 * 50**2 / (20 + 50**2) ** 0.5
_LEAST_OF_TERMS: Final = 1 - np.sin(np.radians(60.0))


def farthest_off(lab: Array, delta_e: float) -> tuple[float, float]:
    """How far off in CIELAB a colour within some CIEDE2000 of another can be at the most.

    S_L is at most 1.75, so a difference in L* weighs at least that little. In the plane, the terms
    of chroma and hue with their rotation R_T, of at most 2 sin 60°, are no less than 1 - sin 60° of
    their squares; neither S_C nor S_H exceeds 1 + 0.045 C', and C' is at most 1.5 C*.

    Parameters
    ----------
    lab : array, shape (3,)
    delta_e : float

    Returns
    -------
    float, float
        In L*, and in a* or b*; infinite where the formula sets no bound.
    """
    scale = delta_e / float(np.sqrt(_LEAST_OF_TERMS))
    left = 1 - 0.0225 * scale
    chroma = float(np.hypot(lab[1], lab[2]))
    return delta_e * _MOST_S_L, scale * (1 + 0.0675 * chroma) / left if left > 0 else np.inf


def difference_axes(lab: Array) -> Array:
    """Matrix (3, 3) that turns a small CIELAB step at `lab` into CIEDE2000-sized components.

    The weights S_L, S_C, S_H are those of CIE94 (CIE 116-1995) with CIEDE2000's S_L, which is close
    enough to steer a fit; what comes out is judged by CIEDE2000 itself.

    Parameters
    ----------
    lab : array, shape (3,)
    """
    lightness, a, b = lab
    chroma = max(float(np.hypot(a, b)), 1e-6)
    ca, sa = a / chroma, b / chroma
    sl = 1 + 0.015 * (lightness - 50) ** 2 / np.sqrt(20 + (lightness - 50) ** 2)
    sc, sh = 1 + 0.045 * chroma, 1 + 0.015 * chroma
    return np.array([[1 / sl, 0, 0], [0, ca / sc, sa / sc], [0, -sa / sh, ca / sh]])
