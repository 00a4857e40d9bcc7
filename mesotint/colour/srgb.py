"""What a screen can show: sRGB and whether a colour lies inside it.

Source: IEC 61966-2-1 (matrix and transfer function), D65.
"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_xyz, xyz_from_lab
from mesotint.errors import InputError
from mesotint.optics.grid import Array

_FROM_XYZ: Final[Array] = np.array(
    [
        [3.2406255, -1.5372080, -0.4986286],
        [-0.9689307, 1.8757561, 0.0415175],
        [0.0557101, -0.2040211, 1.0569959],
    ]
)
_TO_XYZ: Final[Array] = np.linalg.inv(_FROM_XYZ).astype(np.float64)

GAMUT_TOLERANCE: Final = 0.002
"""How far a linear channel may leave 0 to 1 before a colour counts as out of gamut."""


def srgb_from_lab(lab: Array) -> tuple[Array, np.ndarray]:
    """Gamma-coded sRGB, clipped to 0–1, and whether each colour lies in the gamut.

    Parameters
    ----------
    lab : array, shape (..., 3)
        CIELAB, D65.

    Returns
    -------
    rgb : array, shape (..., 3)
    in_gamut : array of bool, shape (...)
    """
    linear = xyz_from_lab(lab) / 100 @ _FROM_XYZ.T
    inside = np.all((linear >= -GAMUT_TOLERANCE) & (linear <= 1 + GAMUT_TOLERANCE), axis=-1)
    linear = np.clip(linear, 0, 1)
    coded = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)
    return coded, inside


def hex_from_lab(lab: Array) -> tuple[list[str], list[bool]]:
    """Hex codes of a list of colours, shape (n, 3), and whether each is in the gamut."""
    rgb, inside = srgb_from_lab(np.atleast_2d(lab))
    codes = np.rint(rgb * 255).astype(int)
    return [f"#{r:02x}{g:02x}{b:02x}" for r, g, b in codes.tolist()], inside.tolist()


def neutral_hex(lightness: Array) -> list[str]:
    """Hex codes of the neutrals of lightness L*, shape (n,): three equal channels each."""
    grey = np.zeros((len(lightness), 3))
    grey[:, 0] = lightness
    # The white of the weights and of the matrix differ in the fourth digit, so one channel leads.
    green = np.rint(srgb_from_lab(grey)[0][:, 1] * 255).astype(int)
    return [f"#{g:02x}{g:02x}{g:02x}" for g in green.tolist()]


def xyz_from_srgb(rgb: Array) -> Array:
    """XYZ, shape (..., 3), Y = 100 for white, of gamma-coded sRGB between 0 and 1."""
    coded = np.asarray(rgb, dtype=np.float64)
    linear = np.where(coded <= 0.04045, coded / 12.92, ((coded + 0.055) / 1.055) ** 2.4)
    return np.asarray(linear @ _TO_XYZ.T * 100)


def lab_from_hex(code: str) -> Array:
    """CIELAB of one sRGB hex code such as ``#8a7f72``, shape (3,)."""
    digits = code.strip().removeprefix("#")
    try:
        if len(digits) != 6:
            raise ValueError
        coded = np.array([int(digits[i : i + 2], 16) for i in (0, 2, 4)]) / 255
    except ValueError:
        raise InputError(f"'{code[:20]}' is not a colour code such as #8a7f72.", "hex") from None
    return lab_from_xyz(xyz_from_srgb(coded))
