"""Munsell notation of colours, and colours of Munsell notation, in arrays.

Sources: renotation data of Newhall, Nickerson and Judd, "Final report of the O.S.A. subcommittee
on the spacing of the Munsell colors", J. Opt. Soc. Am. 33 (1943), with their extrapolation;
interpolation as in ASTM D1535: hues along lines or arcs of an ovoid, chroma along the radius,
values in proportion to luminance. The table is made by `build_tables`.

A colour is an array (..., 3) of *hue number*, *value* and *chroma*. The hue number runs from 0 to
100 round the circle: 5R is 5, 5YR is 15, and so on to 10RP, which is 100 and 0 alike.
"""

import re
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import DATA, lab_from_xyz, xyz_from_lab
from mesotint.errors import InputError
from mesotint.optics.grid import Array

FAMILIES: Final = ("R", "YR", "Y", "GY", "G", "BG", "B", "PB", "P", "RP")
NEUTRAL_BELOW_CHROMA: Final = 0.25
"""A colour of less Munsell chroma is written N: no eye can name its hue."""

GREATEST_CHROMA: Final = 50.0
_GREY_XY: Final = np.array([0.31006, 0.31616])
_ROUNDS: Final = 12
_SMALL: Final = 1e-9

# Bradford, from the D65 of the project to illuminant C, on which the renotation stands.
_CONE: Final = np.array(
    [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]]
)


@cache
def _to_illuminant_c() -> Array:
    from mesotint.colour.colorimetry import white_point

    x, y = _GREY_XY
    target = _CONE @ np.array([100 * x / y, 100.0, 100 * (1 - x - y) / y])
    gain = np.diag(target / (_CONE @ white_point("D65")))
    return np.asarray(np.linalg.inv(_CONE) @ gain @ _CONE)


@dataclass(frozen=True)
class _Renotation:
    """Polar chromaticities about grey at each plane of value, over hue and chroma."""

    planes: Array
    luminances: Array
    xy: Array
    real_chroma: Array


@cache
def _renotation() -> _Renotation:
    with np.load(DATA / "munsell.npz") as tables:
        planes = tables["planes"].astype(np.float64)
        chromaticity = tables["chromaticity"].astype(np.float64)
        # One hue more at the end, so that the circle closes without a special case.
        chromaticity = np.concatenate([chromaticity, chromaticity[:, :1]], axis=1)
        return _Renotation(planes, luminance_of_value(planes), chromaticity, tables["real_chroma"])


def luminance_of_value(value: Array) -> Array:
    """Luminance factor Y (0 to about 100) of Munsell value 0 to 10 (ASTM D1535, eq. 2).

    Parameters
    ----------
    value : array, shape (...)
        Munsell value, 0 to 10.
    """
    v = np.asarray(value, dtype=np.float64)
    return np.asarray(
        v * (1.1914 + v * (-0.22533 + v * (0.23352 + v * (-0.020484 + v * 0.00081939))))
    )


@cache
def _value_table() -> tuple[Array, Array]:
    value = np.linspace(0, 10.2, 4081)
    return luminance_of_value(value), value


def value_of_luminance(luminance: Array) -> Array:
    """Munsell value of luminance factor Y, the inverse of `luminance_of_value`.

    Parameters
    ----------
    luminance : array, shape (...)
        Y of the perfect diffuser's 100.
    """
    return np.interp(np.asarray(luminance, dtype=np.float64), *_value_table())


def _chromaticity(hue: Array, value: Array, chroma: Array) -> tuple[Array, Array, Array]:
    """Offset from grey (n, 2) and its slopes over hue number and over chroma, each (n, 2)."""
    table = _renotation()
    column = ((hue - 2.5) % 100) * 1.6
    c0 = np.minimum(column.astype(np.intp), 159)
    row = np.clip(chroma / 2, 0, GREATEST_CHROMA / 2)
    r0 = np.minimum(row.astype(np.intp), 24)
    tc, tr = (column - c0)[:, None], (row - r0)[:, None]
    p0 = np.clip(np.searchsorted(table.planes, value, "right") - 1, 0, len(table.planes) - 2)
    low, high = table.luminances[p0], table.luminances[p0 + 1]
    tp = np.clip((luminance_of_value(value) - low) / (high - low), 0, 1)[:, None]
    flat = table.xy.reshape(-1, 2)
    at = (p0 * 161 + c0) * 26 + r0
    plane, turn = 161 * 26, 26

    def blend(offset: int) -> Array:
        lower = flat[at + offset]
        return np.asarray(lower + (flat[at + offset + plane] - lower) * tp)

    near, far, near_on, far_on = blend(0), blend(1), blend(turn), blend(turn + 1)
    inner, outer = near + (near_on - near) * tc, far + (far_on - far) * tc
    slope_hue = ((near_on - near) * (1 - tr) + (far_on - far) * tr) * 1.6
    slope_chroma = (outer - inner) / 2
    return inner + (outer - inner) * tr, slope_hue, slope_chroma


def lab_from_munsell(munsell: Array) -> Array:
    """CIELAB (D65) of Munsell colours.

    Parameters
    ----------
    munsell : array, shape (..., 3)
        Hue number, value 0 to 10, chroma 0 to 50.

    Returns
    -------
    array, shape (..., 3)
    """
    munsell = np.asarray(munsell, dtype=np.float64)
    flat = munsell.reshape(-1, 3)
    offset, _, _ = _chromaticity(flat[:, 0], flat[:, 1], flat[:, 2])
    x, y = (offset + _GREY_XY).T
    # Chroma that no light can show at its value ends at the edge of the diagram.
    y = np.maximum(y, 1e-4)
    luminance = luminance_of_value(flat[:, 1])
    xyz = np.stack([x / y, np.ones_like(y), (1 - x - y) / y], axis=-1) * luminance[:, None]
    xyz_d65 = xyz @ np.linalg.inv(_to_illuminant_c()).T
    return lab_from_xyz(xyz_d65).reshape(munsell.shape)


def real_chroma(hue: Array, value: Array) -> Array:
    """Greatest chroma of the renotation's real chips near a hue and value, interpolated.

    Parameters
    ----------
    hue : array, shape (n,)
        Munsell hue as a number from 0 to 100.
    value : array, shape (n,)
        Munsell value, 0 to 10.
    """
    table = _renotation()
    limits = table.real_chroma.copy()
    # Outside values 1 to 9 there are no chips; only greys count as known there.
    column = ((np.asarray(hue) - 2.5) % 100) / 2.5
    c0 = np.minimum(column.astype(np.intp), 39)
    plane = np.clip(np.searchsorted(table.planes, value, "right") - 1, 0, len(table.planes) - 2)
    span = table.planes[plane + 1] - table.planes[plane]
    tp = np.clip((value - table.planes[plane]) / span, 0, 1)
    near = limits[plane, c0] + (limits[plane + 1, c0] - limits[plane, c0]) * tp
    c1 = (c0 + 1) % 40
    far = limits[plane, c1] + (limits[plane + 1, c1] - limits[plane, c1]) * tp
    return np.asarray(near + (far - near) * (column - c0))


def munsell_from_lab(lab: Array) -> tuple[Array, np.ndarray]:
    """Munsell colours of CIELAB (D65) colours.

    The chromaticity surface is inverted by Newton's method on the interpolated renotation.

    Parameters
    ----------
    lab : array, shape (..., 3)

    Returns
    -------
    munsell : array, shape (..., 3)
        Hue number, value, chroma.
    extrapolated : array of bool, shape (...)
        Where the colour lies outside the real chips of the renotation.
    """
    lab = np.asarray(lab, dtype=np.float64)
    flat = lab.reshape(-1, 3)
    xyz = np.maximum(xyz_from_lab(flat), 0) @ _to_illuminant_c().T
    luminance = xyz[:, 1]
    total = np.maximum(xyz.sum(axis=1), _SMALL)
    wanted = xyz[:, :2] / total[:, None] - _GREY_XY
    wanted[luminance < _SMALL] = 0
    value = np.clip(value_of_luminance(luminance), 0, 10)
    hue, chroma = _solved(wanted, value, flat)
    result = np.stack([hue, value, chroma], axis=-1)
    outside = (chroma > real_chroma(hue, value) + 0.5) & (chroma >= NEUTRAL_BELOW_CHROMA)
    return result.reshape(lab.shape), outside.reshape(lab.shape[:-1])


def _solved(wanted: Array, value: Array, lab: Array) -> tuple[Array, Array]:
    """Hue number and chroma at which the renotation has the wanted offset from grey."""
    radius = np.hypot(wanted[:, 0], wanted[:, 1])
    angle = np.degrees(np.arctan2(lab[:, 2], lab[:, 1])) % 360
    hue = np.interp(angle, *_first_hues())
    chroma = np.clip(np.hypot(lab[:, 1], lab[:, 2]) / 5, 0.05, GREATEST_CHROMA)
    live = np.flatnonzero(radius > _SMALL)
    for _ in range(_ROUNDS):
        at, slope_hue, slope_chroma = _chromaticity(hue[live], value[live], chroma[live])
        gap = wanted[live] - at
        # Newton along hue in degrees of turn and along chroma by ratio keeps far starts in bounds.
        det = slope_hue[:, 0] * slope_chroma[:, 1] - slope_hue[:, 1] * slope_chroma[:, 0]
        det = np.where(np.abs(det) < 1e-15, -1e-15, det)
        step_hue = (gap[:, 0] * slope_chroma[:, 1] - gap[:, 1] * slope_chroma[:, 0]) / det
        step_chroma = (slope_hue[:, 0] * gap[:, 1] - slope_hue[:, 1] * gap[:, 0]) / det
        hue[live] = (hue[live] + np.clip(step_hue, -6, 6)) % 100
        before = chroma[live]
        after = np.clip(before + step_chroma, before * 0.4, before * 2.0 + 0.5)
        chroma[live] = np.clip(after, 1e-4, GREATEST_CHROMA)
        moving = np.hypot(gap[:, 0], gap[:, 1]) > 1e-5
        if not moving.any():
            break
        live = live[moving]
    chroma[radius <= _SMALL] = 0
    return hue, chroma


@cache
def _first_hues() -> tuple[Array, Array]:
    """Hue number over CIELAB hue angle at value 5, chroma 8, for a first guess."""
    numbers = np.arange(0.0, 100.0, 1.0)
    lab = lab_from_munsell(np.stack([numbers, np.full(100, 5.0), np.full(100, 8.0)], axis=-1))
    angle = np.degrees(np.arctan2(lab[:, 2], lab[:, 1])) % 360
    order = np.argsort(angle)
    angle, numbers = angle[order], numbers[order]
    start = numbers[0]
    numbers = (numbers - start) % 100 + start
    angles = np.concatenate([[angle[-1] - 360], angle, [angle[0] + 360]])
    return angles, np.concatenate([[numbers[-1] - 100], numbers, [numbers[0] + 100]])


def _short(number: float) -> str:
    return f"{number:.1f}".removesuffix(".0")


def notation(munsell: Array) -> str:
    """One colour as painters write it: ``5YR 4/2``, ``7.5PB 2.5/6``, ``N 5``.

    Hue, value and chroma are rounded to a tenth.

    Parameters
    ----------
    munsell : array, shape (3,)
        Hue as a number from 0 to 100, value, chroma.
    """
    return notations(np.asarray(munsell)[None])[0]


def notations(munsell: Array) -> list[str]:
    """Colours of shape (n, 3) as painters write them, as `notation` does.

    Parameters
    ----------
    munsell : array, shape (n, 3)
        Hue as a number from 0 to 100, value, chroma.
    """
    tenths = np.rint(munsell[:, 0] * 10).astype(int) % 1000
    told = np.round(munsell, 1)
    return [
        f"N {_short(value)}"
        if plain
        else f"{_short(((tenth or 1000) - 1) % 100 / 10 + 0.1)}"
        f"{FAMILIES[((tenth or 1000) - 1) // 100]} {_short(value)}/{_short(chroma)}"
        for plain, tenth, (_, value, chroma) in zip(
            (munsell[:, 2] < NEUTRAL_BELOW_CHROMA).tolist(),
            tenths.tolist(),
            told.tolist(),
            strict=True,
        )
    ]


_CHROMATIC: Final = re.compile(
    r"^\s*(\d{1,2}(?:\.\d+)?)\s*(R|YR|Y|GY|G|BG|B|PB|P|RP)\s*(\d{1,2}(?:\.\d+)?)\s*/\s*(\d{1,2}(?:\.\d+)?)\s*$",
    re.IGNORECASE,
)
_NEUTRAL: Final = re.compile(r"^\s*N\s*(\d{1,2}(?:\.\d+)?)\s*/?\s*$", re.IGNORECASE)


def parse(text: str) -> Array:
    """Hue number, value and chroma, shape (3,), of a notation as painters write it.

    Parameters
    ----------
    text : str
        As a painter writes it.

    Raises
    ------
    InputError
        When the text is no notation, or a figure is out of range.

    Examples
    --------
    >>> parse("5YR 4/2").tolist()
    [15.0, 4.0, 2.0]
    """
    shown = text[:40]
    if match := _NEUTRAL.match(text):
        hue, value, chroma = 0.0, float(match[1]), 0.0
    elif match := _CHROMATIC.match(text):
        step, value, chroma = float(match[1]), float(match[3]), float(match[4])
        if step > 10:
            raise InputError(f"'{shown}': the hue step runs from 0 to 10, as in 7.5PB.", "munsell")
        hue = (FAMILIES.index(match[2].upper()) * 10 + step) % 100
    else:
        raise InputError(
            f"'{shown}' is not a Munsell notation; write it like 5YR 4/2 or N 5.", "munsell"
        )
    if value > 10:
        raise InputError(f"'{shown}': value runs from 0 to 10.", "munsell")
    if chroma > GREATEST_CHROMA:
        raise InputError(f"'{shown}': chroma runs from 0 to {GREATEST_CHROMA:g}.", "munsell")
    return np.array([hue, value, chroma])


def lightness_of_value(value: float) -> float:
    """L* of a Munsell value (ASTM D1535).

    Parameters
    ----------
    value : float
        Munsell value, 0 to 10.
    """
    return float(lab_from_munsell(np.array([0.0, value, 0.0]))[0])
