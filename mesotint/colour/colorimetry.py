"""From reflectance to tristimulus values, CIELAB and back, for the 2 degree observer.

Sources: CIE 015:2018; ASTM E308 with weights computed as in ASTM E2022 (see `build_tables`).
"""

from functools import cache
from pathlib import Path
from typing import Final

import numpy as np

from mesotint.errors import InputError, nearest_words
from mesotint.optics.grid import Array

DATA: Final = Path(__file__).parent / "data"

LIGHTS: Final[dict[str, str]] = {
    "D65": "daylight",
    "D50": "warm daylight",
    "A": "tungsten lamp",
    "F11": "fluorescent tube",
    "LED-B3": "LED lamp",
}
"""Lights by their CIE names, with a painter's word for each (CIE F11 is FL11 in CIE 015:2018)."""

_LINEAR_BELOW: Final = (6 / 29) ** 3
_FROM_F: Final = np.array([[0.0, 500.0, 0.0], [116.0, -500.0, 200.0], [0.0, 0.0, -200.0]])


@cache
def _weights() -> dict[str, Array]:
    with np.load(DATA / "tristimulus.npz") as tables:
        return {light: tables[light] for light in LIGHTS}


def weights(light: str = "D65") -> Array:
    """Tristimulus weights of a light, shape (3, 36): XYZ is reflectance times these.

    Parameters
    ----------
    light : str
        A key of `LIGHTS`.

    Raises
    ------
    InputError
        For a light the project does not carry; the nearest names are offered.
    """
    try:
        return _weights()[light]
    except KeyError:
        near = nearest_words(light, LIGHTS) or list(LIGHTS)
        raise InputError(
            f"The light '{light}' is not known; choose {' or '.join(near)}.", "light"
        ) from None


@cache
def _relative_weights(light: str) -> Array:
    """Weights over the white they add up to, shape (36, 3)."""
    return np.ascontiguousarray((weights(light) / white_point(light)[:, None]).T)


def white_point(light: str = "D65") -> Array:
    """XYZ of the perfect diffuser under a light, Y = 100, shape (3,).

    Parameters
    ----------
    light : str
        A key of `LIGHTS`.
    """
    return np.asarray(weights(light).sum(axis=1))


def xyz_from_reflectance(reflectance: Array, light: str = "D65") -> Array:
    """Tristimulus values of reflectance factors (ASTM E308).

    Parameters
    ----------
    reflectance : array, shape (..., 36)
    light : str
        A key of `LIGHTS`.

    Returns
    -------
    array, shape (..., 3)
        X, Y, Z with Y = 100 for the perfect diffuser.
    """
    result: Array = reflectance @ weights(light).T.astype(reflectance.dtype)
    return result


def lab_from_xyz(xyz: Array, light: str = "D65") -> Array:
    """CIELAB from XYZ, relative to the white of `light` (CIE 015:2018, clause 8.2.1).

    Parameters
    ----------
    xyz : array, shape (..., 3)
        Tristimulus values, Y of white 100.
    light : str
        A key of `LIGHTS`.
    """
    xyz = np.asarray(xyz)
    return _lab_from_ratio(xyz / white_point(light).astype(np.result_type(xyz.dtype, np.float32)))


def _f(ratio: Array) -> Array:
    """The function f of CIE 015:2018, clause 8.2.1.1, of tristimulus values over their white's."""
    f: Array = np.cbrt(ratio)
    if ratio.min(initial=1) <= _LINEAR_BELOW:
        f = np.where(ratio > _LINEAR_BELOW, f, ratio * (29 / 6) ** 2 / 3 + 4 / 29)
    return f


def _lab_from_ratio(ratio: Array) -> Array:
    """CIELAB of tristimulus values over their white's."""
    f = _f(ratio)
    lab: Array = f @ _FROM_F.astype(f.dtype)
    lab[..., 0] -= 16
    return lab


def xyz_from_lab(lab: Array, light: str = "D65") -> Array:
    """XYZ from CIELAB, the inverse of `lab_from_xyz`.

    Parameters
    ----------
    lab : array, shape (..., 3)
        CIELAB.
    light : str
        A key of `LIGHTS`.
    """
    lab = np.asarray(lab, dtype=np.float64)
    fy = (lab[..., 0] + 16) / 116
    f = np.stack([fy + lab[..., 1] / 500, fy, fy - lab[..., 2] / 200], axis=-1)
    ratio = np.where(f > 6 / 29, f**3, 3 * (6 / 29) ** 2 * (f - 4 / 29))
    return np.asarray(ratio * white_point(light))


def lab_from_reflectance(reflectance: Array, light: str = "D65") -> Array:
    """CIELAB of reflectance factors under a light, relative to that light's own white.

    Parameters
    ----------
    reflectance : array, shape (..., 36)
        Reflectance factors, 0 to 1.
    light : str
        A key of `LIGHTS`.

    Examples
    --------
    >>> (lab_from_reflectance(np.full(36, 0.2)).round(2) + 0.0).tolist()
    [51.84, 0.0, 0.0]
    """
    # The white is divided out of the weights once, and not out of every colour.
    return _lab_from_ratio(reflectance @ _relative_weights(light).astype(reflectance.dtype))


def lab_slopes(reflectance: Array, light: str = "D65") -> Array:
    """How CIELAB changes with each band of reflectance factors.

    Parameters
    ----------
    reflectance : array, shape (..., 36)
    light : str
        A key of `LIGHTS`.

    Returns
    -------
    array, shape (..., 3, 36)
        Slopes of L*, a* and b*.
    """
    weight = _relative_weights(light)
    ratio = np.asarray(reflectance, dtype=np.float64) @ weight
    # f is a cube root, and straight near black.
    root = np.cbrt(np.maximum(ratio, _LINEAR_BELOW))
    slope = np.where(ratio > _LINEAR_BELOW, 1 / (3 * root**2), (29 / 6) ** 2 / 3)
    return np.asarray(_FROM_F.T @ (slope[..., None] * weight.T))


def lightness_from_reflectance(reflectance: Array, light: str = "D65") -> Array:
    """CIELAB L* alone, shape (...), of reflectance factors of shape (..., 36) under a light.

    Parameters
    ----------
    reflectance : array, shape (..., 36)
        Reflectance factors, 0 to 1.
    light : str
        A key of `LIGHTS`.
    """
    weight = _relative_weights(light)[:, 1].astype(reflectance.dtype)
    return np.asarray(116 * _f(reflectance @ weight) - 16)


_BRADFORD: Final[Array] = np.array(
    [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]]
)


def adapted_lab(lab: Array, light: str, to: str = "D65") -> Array:
    """CIELAB under one light as the same sample's under another, by Bradford adaptation.

    What an eye adapted to either light sees alike (ICC.1:2022, annex E); only a spectrum tells
    how the sample itself changes.

    Parameters
    ----------
    lab : array, shape (..., 3)
    light, to : str
        Keys of `LIGHTS`.
    """
    whites = [white_point(light) @ _BRADFORD.T, white_point(to) @ _BRADFORD.T]
    change = np.linalg.inv(_BRADFORD) @ np.diag(whites[1] / whites[0]) @ _BRADFORD
    return lab_from_xyz(xyz_from_lab(lab, light) @ change.T, to)


def lch_from_lab(lab: Array) -> Array:
    """Lightness, chroma and hue angle (degrees, 0 to 360) from CIELAB, shape (..., 3).

    Parameters
    ----------
    lab : array, shape (..., 3)
        CIELAB.

    Examples
    --------
    >>> lch_from_lab(np.array([50.0, 3.0, 4.0])).round(2).tolist()
    [50.0, 5.0, 53.13]
    """
    lab = np.asarray(lab)
    chroma = np.hypot(lab[..., 1], lab[..., 2])
    hue = np.degrees(np.arctan2(lab[..., 2], lab[..., 1])) % 360
    return np.stack([lab[..., 0], chroma, hue], axis=-1)


def lab_from_lch(lch: Array) -> Array:
    """CIELAB from lightness, chroma and hue angle in degrees, shape (..., 3).

    Parameters
    ----------
    lch : array, shape (..., 3)
        L*, chroma, and hue in degrees.
    """
    lch = np.asarray(lch, dtype=np.float64)
    hue = np.radians(lch[..., 2])
    return np.stack([lch[..., 0], lch[..., 1] * np.cos(hue), lch[..., 1] * np.sin(hue)], axis=-1)


def checked_lab(values: object, field: str = "lab") -> Array:
    """CIELAB values as an array (..., 3); `InputError` outside L* 0–100 or a*, b* within ±200.

    Parameters
    ----------
    values : object
        What was given for CIELAB.
    field : str
        Name of what was asked, for the error.
    """
    try:
        lab = np.asarray(values, dtype=np.float64)
    except (TypeError, ValueError):
        raise InputError("Give three numbers, L*, a*, b*.", field) from None
    if lab.ndim == 0 or lab.shape[-1] != 3 or not np.all(np.isfinite(lab)):
        raise InputError("Give three numbers, L*, a*, b*, such as 45,8,12.", field)
    if lab[..., 0].min() < 0 or lab[..., 0].max() > 100:
        raise InputError("L* must lie between 0 and 100.", field)
    if np.abs(lab[..., 1:]).max() > 200:
        raise InputError("a* and b* must lie between -200 and 200.", field)
    return lab
