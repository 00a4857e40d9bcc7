"""Colour difference CIEDE2000.

Source: CIE 142:2001, in the form of Sharma, Wu and Dalal, "The CIEDE2000 color-difference
formula: implementation notes, supplementary test data, and mathematical observations",
Color Res. Appl. 30 (2005), 21–30.
"""

from typing import Final

import numpy as np

from mesotint.optics.grid import Array

_LOCAL_STEP: Final = 0.5
_TURN: Final = 2 * np.pi
_HALF_TURN: Final = np.pi + 1e-12
"""A hair more than half a turn: exactly half is not too far, and is a sum of rounded angles."""

_TIMES: Final = np.array([1.0, 2.0, 3.0, 4.0])
_OFFSETS: Final = np.radians([-30.0, 0.0, 6.0, -63.0])
_WEIGHTS: Final = np.array([-0.17, 0.24, 0.32, -0.20])
_BLUE, _BLUE_WIDTH = np.radians(275.0), np.radians(25.0)


def delta_e_2000(first: Array, second: Array) -> Array:
    """CIEDE2000 between CIELAB colours, all weights 1.

    Parameters
    ----------
    first, second : array, shape (..., 3)
        Broadcast against each other.

    Returns
    -------
    array, shape (...)

    References
    ----------
    ISO/CIE 11664-6:2014.

    Examples
    --------
    >>> float(delta_e_2000(np.array([50, 2.6772, -79.7751]), np.array([50, 0, -82.7485])).round(4))
    2.0425
    """
    first, second = np.asarray(first, dtype=np.float64), np.asarray(second, dtype=np.float64)
    l1, a1, b1 = first[..., 0], first[..., 1], first[..., 2]
    l2, a2, b2 = second[..., 0], second[..., 1], second[..., 2]
    stretch = 1.5 - 0.5 * _of_seventh((np.hypot(a1, b1) + np.hypot(a2, b2)) / 2)
    a1, a2 = a1 * stretch, a2 * stretch
    c1, c2 = np.hypot(a1, b1), np.hypot(a2, b2)
    h1, h2 = np.arctan2(b1, a1) % _TURN, np.arctan2(b2, a2) % _TURN

    # Hues more than half a turn apart are nearer the other way round. What a grey's hue would be
    # makes no difference, since its chroma is a factor of all that hue goes into.
    apart, total = h2 - h1, h1 + h2
    far = np.abs(apart) > _HALF_TURN
    dh = 2 * np.sqrt(c1 * c2) * np.sin(apart / 2) * np.where(far, -1.0, 1.0)
    mean_h = (total + np.where(far, np.where(total < _TURN, _TURN, -_TURN), 0.0)) / 2
    mean_c = (c1 + c2) / 2

    t = 1 + np.cos(mean_h[..., None] * _TIMES + _OFFSETS) @ _WEIGHTS
    off_middle = ((l1 + l2) / 2 - 50) ** 2
    lightness = (l2 - l1) / (1 + 0.015 * off_middle / np.sqrt(20 + off_middle))
    chroma = (c2 - c1) / (1 + 0.045 * mean_c)
    hue = dh / (1 + 0.015 * mean_c * t)
    theta = np.exp(-(((mean_h - _BLUE) / _BLUE_WIDTH) ** 2)) * (np.pi / 3)
    rotation = -2 * np.sin(theta) * _of_seventh(mean_c)
    squares = lightness**2 + chroma**2 + hue**2 + rotation * chroma * hue
    return np.asarray(np.sqrt(np.maximum(squares, 0)))


def _of_seventh(chroma: Array) -> Array:
    """``sqrt(C**7 / (C**7 + 25**7))``."""
    third = chroma * chroma * chroma
    seventh = third * third * chroma
    return np.asarray(np.sqrt(seventh / (seventh + 25.0**7)))


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

    Returns
    -------
    float, float
        In L*, and in a* or b*; infinite where the formula sets no bound.
    """
    scale = delta_e / float(np.sqrt(_LEAST_OF_TERMS))
    left = 1 - 0.0225 * scale
    chroma = float(np.hypot(lab[1], lab[2]))
    return delta_e * _MOST_S_L, scale * (1 + 0.0675 * chroma) / left if left > 0 else np.inf


def difference_axes(labs: Array) -> Array:
    """Matrices that turn small CIELAB steps at some colours into CIEDE2000-sized components.

    The local metric of CIEDE2000, taken from its squares over steps of half a unit: the length of
    ``axes @ step`` is the difference that a small step makes.

    Parameters
    ----------
    labs : array, shape (..., 3)

    Returns
    -------
    array, shape (..., 3, 3)

    Examples
    --------
    >>> step = np.array([0.0, 0.1, -0.2])
    >>> blue = np.array([35.0, 15.0, -40.0])
    >>> bool(np.isclose(np.linalg.norm(difference_axes(blue) @ step),
    ...                 delta_e_2000(blue, blue + step), rtol=0.05))
    True
    """
    labs = np.asarray(labs, dtype=np.float64)
    base = np.eye(3) * _LOCAL_STEP
    steps = np.concatenate([base, (base[:, None] + base).reshape(9, 3)])
    near = labs[..., None, :]
    told = delta_e_2000(near + steps, near) ** 2 / _LOCAL_STEP**2
    gaps, cross = told[..., :3], told[..., 3:].reshape(*labs.shape[:-1], 3, 3)
    form = (cross - gaps[..., :, None] - gaps[..., None, :]) / 2
    form[..., *np.diag_indices(3)] = gaps
    values, vectors = np.linalg.eigh(form)
    rooted = np.sqrt(np.maximum(values, 1e-4))
    return np.asarray(np.swapaxes(vectors * rooted[..., None, :], -1, -2))
