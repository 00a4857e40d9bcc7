"""What a colour looks like, told: the one way in which colours travel."""

from collections.abc import Sequence
from typing import Any, overload

import numpy as np
from pydantic import BaseModel

from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.mixing.mixture import Appearance, appearances
from mesotint.optics.grid import Array

Lab = tuple[float, float, float]


class Swatch(BaseModel):
    """A colour as a screen shows it.

    `value_srgb` is its lightness alone. `opened_srgb` is the mixture in the white test, opened
    with four parts of white, or of water; none where there is nothing to open.
    """

    srgb: str
    value_srgb: str
    opened_srgb: str | None = None
    in_gamut: bool


class Look(Swatch):
    """A colour with CIELAB (D65, 2°), its Munsell notation and its words."""

    lab: Lab
    munsell: str
    name: str


class Line(BaseModel):
    """Colours in order, for drawing and for smooth dragging; each list as a `Swatch` has it."""

    lab: list[Lab]
    srgb: list[str]
    in_gamut: list[bool]
    value_srgb: list[str]
    opened_srgb: list[str]


def look(appearance: Appearance, opened_srgb: str | None = None) -> Look:
    """An appearance as the API tells it."""
    return Look(
        srgb=appearance.srgb,
        value_srgb=appearance.value_srgb,
        opened_srgb=opened_srgb,
        in_gamut=appearance.in_gamut,
        lab=appearance.lab,
        munsell=appearance.munsell,
        name=appearance.name,
    )


Opened = Array | Sequence[str | None]


@overload
def looks(
    labs: Sequence[Array] | Sequence[Lab] | Array, opened: Opened | None = None
) -> list[Look]: ...
@overload
def looks(
    labs: Sequence[Array | None] | Sequence[Lab | None], opened: Opened | None = None
) -> list[Look | None]: ...
def looks(
    labs: Sequence[Any] | Array, opened: Opened | None = None
) -> list[Look] | list[Look | None]:
    """Looks of CIELAB colours, shape (n, 3), plain or with what the white test makes of them, as
    colours or codes of the screen; none of those that are none."""
    there = [lab for lab in labs if lab is not None]
    codes: Sequence[str | None] = [None] * len(labs) if opened is None else _codes(opened)
    seen = iter(appearances(np.asarray(there, dtype=np.float64)) if there else ())
    return [
        None if lab is None else look(next(seen), code)
        for lab, code in zip(labs, codes, strict=True)
    ]


def _codes(opened: Opened) -> Sequence[str | None]:
    return hex_from_lab(opened)[0] if isinstance(opened, np.ndarray) else opened


def swatches(labs: Array, opened: Array) -> list[Swatch]:
    """Colours without their words, CIELAB of shape (n, 3), plain and opened."""
    line = lines(labs[None], opened[None])[0]
    told = zip(line.srgb, line.value_srgb, line.opened_srgb, line.in_gamut, strict=True)
    return [
        Swatch(srgb=code, value_srgb=value, opened_srgb=light, in_gamut=shown)
        for code, value, light, shown in told
    ]


def plain_swatches(labs: Array) -> list[Swatch]:
    """Colours without their words and unopened, CIELAB of shape (n, 3)."""
    codes, inside = hex_from_lab(labs)
    told = zip(codes, neutral_hex(labs[:, 0]), inside, strict=True)
    return [Swatch(srgb=code, value_srgb=value, in_gamut=shown) for code, value, shown in told]


def lines(labs: Array, opened: Array) -> list[Line]:
    """Some lines of equal length, CIELAB of shape (lines, n, 3), plain and opened."""
    flat, points = labs.reshape(-1, 3), labs.shape[1]
    codes, inside = hex_from_lab(flat)
    light, values = hex_from_lab(opened.reshape(-1, 3))[0], neutral_hex(flat[:, 0])
    rounded = np.round(flat, 2).tolist()
    cuts = [slice(at, at + points) for at in range(0, len(flat), points)]
    return [
        Line(
            lab=rounded[cut],
            srgb=codes[cut],
            in_gamut=inside[cut],
            value_srgb=values[cut],
            opened_srgb=light[cut],
        )
        for cut in cuts
    ]


def line(labs: Array, opened: Array) -> Line:
    """One line, CIELAB of shape (n, 3), plain and opened."""
    return lines(labs[None], opened[None])[0]
