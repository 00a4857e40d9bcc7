"""What a camera makes of light: sensitivities, white balance and matrix, and the tone curve.

Cameras are made up at random around usual ones. From very many of them comes what may be expected
of a camera of which nothing is known: how each of its three channels answers to every band of a
reflectance, as a mean and a few independent departures from it. All figures are our own, after
published sensitivities as we remember them; no measured camera is behind them.

Source: IEC 61966-2-1 for sRGB. That a raw picture is balanced to white and then turned into sRGB
by a matrix fitted to surfaces is common practice.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import xyz_from_reflectance
from mesotint.colour.lamps import daylight, glowing, lamps
from mesotint.colour.srgb import LINEAR_FROM_XYZ
from mesotint.optics.film import opaque_film
from mesotint.optics.grid import BANDS, WAVELENGTHS_NM, Array
from mesotint.paints.library import library

MADE_UP: Final = 1500
"""Cameras that an expectation is taken from; more change it no longer."""

DEPARTURES: Final = 36
"""Independent departures that are kept; the others move no colour by what an eye sees."""

_SEED: Final = 20_311

SENSORS: Final[Mapping[str, tuple[tuple[float, float, float, float], ...]]] = {
    "filtered": ((600, 33, 38, 9), (533, 36, 40, 8), (459, 27, 34, 7)),
    "layered": ((612, 95, 60, 14), (560, 85, 95, 14), (490, 62, 110, 14)),
}
"""Kinds of sensor: for red, green and blue each the wavelength it answers to most, how broad it is
to the short and the long side, and how far that wavelength strays, in nm. Behind filters the three
are narrow; in layers of silicon each takes nearly everything."""

LIFE: Final = (1.06, 0.09)
"""How much more life a maker gives to colours, and how far that strays from maker to maker."""

ODD: Final = 0.025
"""How far each figure of a maker's matrix strays beside that."""

_WORST_BALANCE: Final = 0.03
"""How far the white balance misses, one standard deviation of the logarithm of a channel."""

TONE_STRAYS: Final = (0.25, 0.35, 0.30)
"""How far each bend of the tone curve strays from sRGB's, one standard deviation: phones lift and
press tones at will."""


def made_up_sensitivities(rng: np.random.Generator, count: int, sensor: str = "filtered") -> Array:
    """Sensitivities of made-up cameras, shape (count, 3, 36), red first.

    Parameters
    ----------
    sensor : str
        A key of `SENSORS`.
    """
    nm = WAVELENGTHS_NM

    def bell(peak: float, left: float, right: float, spread: float) -> Array:
        """Bells about a peak, broader or narrower to either side."""
        middle = rng.normal(peak, spread, (count, 1))
        widths = np.exp(rng.normal(0, 0.16, (count, 2)))
        side = np.where(nm < middle, left * widths[:, :1], right * widths[:, 1:])
        power = rng.uniform(1.7, 2.4, (count, 1))
        return np.asarray(np.exp(-0.5 * np.abs((nm - middle) / side) ** power))

    (red, green, blue) = (bell(*shape) for shape in SENSORS[sensor])
    # Every channel leaks into the others, and red a little at the violet end.
    leak = rng.gamma(1.6, 0.05, (count, 3, 3)) * (1 - np.eye(3))
    violet = np.exp(-0.5 * ((nm - 420) / 22) ** 2) * rng.gamma(1.2, 0.02, (count, 1))
    plain = np.stack([red + violet, green, blue], axis=1)
    mixed = plain + np.einsum("nij,njb->nib", leak, plain)
    cut = rng.normal(668, 14, (count, 1)), rng.normal(402, 6, (count, 1))
    glass = 1 / (1 + np.exp((nm - cut[0]) / 9)) / (1 + np.exp((cut[1] - nm) / 5))
    return np.asarray(mixed * glass[:, None])


def made_up_lights(rng: np.random.Generator, kind: str, count: int) -> Array:
    """Spectral powers of lights of a kind, shape (count, 36), each of mean 1.

    Parameters
    ----------
    kind : str
        A key of `mesotint.colour.lamps.KINDS`.
    """
    if kind == "daylight":
        kelvin = np.clip(1e6 / rng.normal(172, 22, count), 4200, 9500)
        # A room, a tree or a wall colours it a little.
        along = (WAVELENGTHS_NM - 555) / 175
        tint = np.exp(rng.normal(0, 0.05, (count, 1)) * along + rng.normal(0, 0.04, (count, 1))
                      * (2 * along**2 - 1))  # fmt: skip
        return np.array([daylight(each) for each in kelvin]) * tint
    if kind == "tungsten":
        return np.array([glowing(each) for each in rng.normal(2850, 150, count)])
    known = lamps(kind)
    # No two lamps of a kind are alike: each is between two of the standard ones.
    share = rng.beta(0.5, 0.5, (count, 1))
    first, second = rng.integers(len(known), size=(2, count))
    return np.asarray(share * known[first] + (1 - share) * known[second])


@cache
def surfaces() -> Array:
    """Surfaces that a camera's matrix is fitted to, shape (n, 36): the library's paints, alone and
    let into white, and greys."""
    paints, white = library().plain, library().white
    k = np.array([paint.absorption for paint in paints])
    s = np.array([paint.scattering for paint in paints])
    films = [
        opaque_film(np.eye(1), (k + parts * white.absorption)[:, None][i],
                    (s + parts * white.scattering)[:, None][i])
        for parts in (0.0, 2.0, 12.0) for i in range(len(paints))
    ]  # fmt: skip
    greys = np.repeat(np.array([[0.04], [0.18], [0.5], [0.9]]), BANDS, axis=1)
    return np.concatenate([*films, greys])


def responses(sensitivities: Array, lights: Array, rng: np.random.Generator) -> Array:
    """How the channels of pictures, before their tone curve, answer to each band of a reflectance.

    Each camera is balanced to white, missing a little, and turned into sRGB by a matrix that was
    fitted for its own light or for daylight; its maker gives colours a little more or less life.

    Parameters
    ----------
    sensitivities : array, shape (n, 3, 36)
    lights : array, shape (n, 36)

    Returns
    -------
    array, shape (n, 3, 36)
        Linear sRGB, 1 for a perfect white, is a reflectance times these.
    """
    count = len(sensitivities)
    known = surfaces()
    wanted = xyz_from_reflectance(known) / 100 @ LINEAR_FROM_XYZ.T
    raw = sensitivities * lights[:, None]
    raw = raw / raw.sum(axis=2, keepdims=True)
    under_day = sensitivities * daylight(5500)
    under_day = under_day / under_day.sum(axis=2, keepdims=True)
    fitted_for = np.where(rng.random((count, 1, 1)) < 0.6, raw, under_day)
    seen = np.einsum("ncb,kb->nkc", fitted_for, known)
    # Relative errors count alike for dark and light surfaces.
    weight = 1 / (wanted.mean(axis=1) + 0.03)
    matrices = np.stack([
        np.linalg.lstsq(each * weight[:, None], wanted * weight[:, None], rcond=None)[0].T
        for each in seen
    ])  # fmt: skip
    # White stays white.
    matrices /= matrices.sum(axis=2, keepdims=True)
    grey = np.array([0.2126, 0.7152, 0.0722])
    life = rng.normal(*LIFE, (count, 1, 1))
    livelier = life * np.eye(3) + (1 - life) * grey
    odd = rng.normal(0, ODD, (count, 3, 3))
    odd -= odd.mean(axis=2, keepdims=True)
    balance = np.exp(rng.normal(0, _WORST_BALANCE, (count, 3, 1)))
    return np.asarray(balance * (((livelier + odd) @ matrices) @ raw))


@dataclass(frozen=True)
class Expected:
    """What may be expected of a camera under a kind of light.

    Attributes
    ----------
    mean : array, shape (3, 36)
    moves : array, shape (departures, 3, 36)
        Independent of each other, each one standard deviation long.
    """

    mean: Array
    moves: Array


@cache
def expected(kind: str, sensor: str) -> Expected:
    """What may be expected of a camera of which only the kinds of light and sensor are known.

    Parameters
    ----------
    kind : str
        A key of `mesotint.colour.lamps.KINDS`.
    sensor : str
        A key of `SENSORS`.
    """
    rng = np.random.default_rng(_SEED)
    found = responses(
        made_up_sensitivities(rng, MADE_UP, sensor), made_up_lights(rng, kind, MADE_UP), rng
    )
    mean = found.mean(axis=0)
    flat = (found - mean).reshape(MADE_UP, -1)
    sizes, shapes = np.linalg.eigh(flat.T @ flat / MADE_UP)
    moves = shapes[:, ::-1].T[:DEPARTURES] * np.sqrt(sizes[::-1][:DEPARTURES, None])
    return Expected(mean, moves.reshape(-1, 3, BANDS))


def tone_shapes(told: Array) -> tuple[Array, Array]:
    """Bends that a tone curve may have beside sRGB's, and their slopes, shape (3, ...) each.

    Nothing at black and at white: the first lifts or lowers the middle, the second makes an S, the
    third presses both ends.

    Parameters
    ----------
    told : array
        sRGB, 0 to 1.
    """
    x = np.clip(told, 0.0, 1.0)
    u = 1 - 2 * x
    hill, down = x * (1 - x), u
    shapes = np.stack([hill, hill * u, hill * u**2])
    slopes = np.stack([down, down * u - 2 * hill, down * u**2 - 4 * hill * u])
    return shapes, np.where((told >= 0) & (told <= 1), slopes, 0.0)
