"""What a screen can show: sRGB and whether a colour lies inside it.

Source: IEC 61966-2-1 (matrix and transfer function), D65.
"""

from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_xyz, xyz_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.optics.grid import Array

LINEAR_FROM_XYZ: Final[Array] = np.array(
    [
        [3.2406255, -1.5372080, -0.4986286],
        [-0.9689307, 1.8757561, 0.0415175],
        [0.0557101, -0.2040211, 1.0569959],
    ]
)
_TO_XYZ: Final[Array] = np.linalg.inv(LINEAR_FROM_XYZ).astype(np.float64)

SHOWN_WITHIN: Final = 1.0
"""CIEDE2000 within which what a screen of 8 bits shows counts as the colour itself."""


def encoded(linear: Array) -> Array:
    """Code linear light as sRGB, 0 to 1; straight on below black (IEC 61966-2-1).

    Parameters
    ----------
    linear : array
    """
    linear = np.asarray(linear)
    curved = 1.055 * np.maximum(linear, 0.0031308) ** (1 / 2.4) - 0.055
    return np.where(linear > 0.0031308, curved, 12.92 * linear)


def decoded(told: Array) -> Array:
    """Linear light of sRGB; the inverse of `encoded`.

    Parameters
    ----------
    told : array
    """
    told = np.asarray(told)
    curved = ((np.maximum(told, 0.04045) + 0.055) / 1.055) ** 2.4
    return np.where(told > 0.04045, curved, told / 12.92)


def encoding_slope(linear: Array) -> Array:
    """Slope of `encoded`.

    Parameters
    ----------
    linear : array
    """
    curved = 1.055 / 2.4 * np.maximum(linear, 0.0031308) ** (1 / 2.4 - 1)
    return np.where(np.asarray(linear) > 0.0031308, curved, 12.92)


def srgb_from_lab(lab: Array) -> Array:
    """Gamma-coded sRGB, clipped to 0–1, shape (..., 3), of CIELAB colours (D65).

    Parameters
    ----------
    lab : array, shape (..., 3)
        CIELAB.
    """
    return encoded(np.clip(xyz_from_lab(lab) / 100 @ LINEAR_FROM_XYZ.T, 0, 1))


def hex_from_lab(lab: Array) -> tuple[list[str], list[bool]]:
    """Hex codes of a list of colours, shape (n, 3), and whether a screen shows each truly.

    What counts is what eight bits show: a colour outside the gamut is clipped, and a dark one may
    lie between two codes.

    Parameters
    ----------
    lab : array, shape (..., 3)
        CIELAB.

    Examples
    --------
    >>> hex_from_lab(np.array([[50.0, 0.0, 0.0]]))
    (['#777777'], [True])
    """
    lab = np.atleast_2d(lab)
    codes = np.rint(srgb_from_lab(lab) * 255).astype(np.uint8)
    shown = lab_from_xyz(xyz_from_srgb(codes / 255))
    truly = delta_e_2000(shown, lab) < SHOWN_WITHIN
    return _as_hex(codes), truly.tolist()


def _as_hex(codes: np.ndarray) -> list[str]:
    """Codes of 0 to 255, shape (n, 3), as ``#rrggbb``."""
    told = codes.tobytes().hex()
    return [f"#{told[at : at + 6]}" for at in range(0, len(told), 6)]


def neutral_hex(lightness: Array) -> list[str]:
    """Hex codes of the neutrals of lightness L*, shape (n,): three equal channels each.

    Parameters
    ----------
    lightness : array, shape (n,)
        L*, 0 to 100.
    """
    grey = np.zeros((len(lightness), 3))
    grey[:, 0] = lightness
    # The white of the weights and of the matrix differ in the fourth digit, so one channel leads.
    green = np.rint(srgb_from_lab(grey)[:, 1] * 255).astype(np.uint8)
    return _as_hex(np.repeat(green[:, None], 3, axis=1))


def xyz_from_srgb(rgb: Array) -> Array:
    """XYZ, shape (..., 3), Y = 100 for white, of gamma-coded sRGB between 0 and 1.

    Parameters
    ----------
    rgb : array, shape (..., 3)
        sRGB, 0 to 1.
    """
    linear = decoded(np.asarray(rgb, dtype=np.float64))
    return np.asarray(linear @ _TO_XYZ.T * 100)


def lab_from_hex(code: str) -> Array:
    """CIELAB of one sRGB hex code such as ``#8a7f72``, shape (3,).

    Parameters
    ----------
    code : str
        A screen colour as #rrggbb.
    """
    digits = code.strip().removeprefix("#")
    try:
        if len(digits) != 6:
            raise ValueError
        coded = np.array([int(digits[i : i + 2], 16) for i in (0, 2, 4)]) / 255
    except ValueError:
        raise InputError(f"'{code[:20]}' is not a colour code such as #8a7f72.", "hex") from None
    return lab_from_xyz(xyz_from_srgb(coded))
