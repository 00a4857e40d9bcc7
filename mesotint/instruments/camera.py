"""A simulated painter who paints a sheet, and a simulated camera that photographs it.

They stand in for a brush and a phone, so that the whole loop can be walked without either. What
they do is our own making-up, after pictures of painted sheets as we remember them: a hand that
measures a few per cent off, streaks, ragged edges; a camera of made-up sensitivities, light that
falls off, a tone curve, grain, a tilted view, and JPEG.
"""

import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Final

import cv2
import numpy as np
from PIL import Image

from mesotint.colour.srgb import encoded
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import BANDS, Array
from mesotint.painted.layout import Rectangle, SheetLayout
from mesotint.paints.library import Paint
from mesotint.paints.stray import bent
from mesotint.pictures.camera import made_up_lights, made_up_sensitivities, responses, tone_shapes

_PX_PER_MM: Final = 6.0
_DRIVER: Final = (0.9, 0.04)
"""Paper and black that a printer's driver was made for, whatever lies in the printer."""

_YULE_NIELSEN: Final = 2.0
"""How far light spreads below the dots: 1 not at all, 2 wholly (J. A. C. Yule and W. J. Nielsen,
*The penetration of light into paper and its effect on halftone reproduction*, TAGA Proceedings 3,
1951; from memory). The reading knows nothing of it."""

_TABLE: Final = 0.13
STREAKS: Final = 0.02
"""How far a brush's streaks move the light that paint turns back, one standard deviation of log."""

TONE: Final = (0.12, 0.25, 0.12)
"""How far each bend of a simulated tone curve goes, one standard deviation."""


@dataclass(frozen=True)
class Slip:
    """What went wrong in a box: `times` too much of a paint, or how its paint lies.

    Attributes
    ----------
    times : mapping of str to float
        How many times too much of a paint was taken, by key.
    covered : float
        Share of the box that is painted at all.
    unmixed : float
        How far the paint is from mixed through; 0 for well mixed, 0.5 for streaks at arm's length.
    fleck : str
        Key of a paint of which a fleck fell into it.
    thin : float
        Share of the paper that shows through.
    """

    times: Mapping[str, float] = field(default_factory=dict)
    covered: float = 1.0
    unmixed: float = 0.0
    fleck: str = ""
    thin: float = 0.0


@dataclass(frozen=True)
class PaintedSheet:
    """A sheet as it was really painted.

    Attributes
    ----------
    layout : SheetLayout
    films : array, shape (boxes, 36)
        Reflectance of what is in each box.
    parts : array, shape (boxes, paints)
        What was really measured into it.
    paper : array, shape (36,)
    slips : mapping of str to Slip
        By box.
    flecks : mapping of str to array
        Reflectance of the fleck in a box.
    """

    layout: SheetLayout
    films: Array
    parts: Array
    paper: Array
    slips: Mapping[str, Slip]
    flecks: Mapping[str, Array]


def painted_sheet(
    layout: SheetLayout,
    tubes: Mapping[str, Paint],
    paper: Array,
    rng: np.random.Generator,
    hand: float = 0.05,
    slips: Mapping[str, Slip] | None = None,
) -> PaintedSheet:
    """Paint a sheet with the tubes there really are.

    Parameters
    ----------
    tubes : mapping of str to Paint
        What is really in the tubes, by the layout's keys.
    paper : array, shape (36,)
    hand : float
        How far the hand is off by, one standard deviation of the logarithm of an amount.
    slips : mapping of str to Slip, optional
        What goes wrong, by box.
    """
    slips = slips or {}
    keys = list(tubes)
    viewing = Viewing(layout.medium, layout.finish)
    told = np.array([[box.parts.get(key, 0.0) for key in keys] for box in layout.boxes])
    really = told * np.exp(hand * rng.standard_normal(told.shape))
    for i, box in enumerate(layout.boxes):
        for key, times in slips.get(box.id, Slip()).times.items():
            really[i, keys.index(key)] *= times
    films = viewing.reflectance(really, [tubes[key] for key in keys])
    through = np.array([slips.get(box.id, Slip()).thin for box in layout.boxes])[:, None]
    films = (1 - through) * films + through * paper
    flecks = {
        name: viewing.reflectance(np.ones(1), [tubes[slip.fleck]])
        for name, slip in slips.items()
        if slip.fleck
    }
    return PaintedSheet(layout, films, really, paper, slips, flecks)


@dataclass(frozen=True)
class Camera:
    """A camera under one light.

    Attributes
    ----------
    answers : array, shape (3, 36)
        How its channels answer to each band of a reflectance, in linear sRGB.
    tone : array, shape (3,)
        Bends of its tone curve; see `mesotint.pictures.camera.tone_shapes`.
    """

    answers: Array
    tone: Array

    @classmethod
    def made_up(cls, kind: str, rng: np.random.Generator) -> "Camera":
        """A made-up camera under a light of a kind.

        Parameters
        ----------
        kind : str
            A key of `mesotint.colour.lamps.KINDS`.
        """
        return cls.of(made_up_sensitivities(rng, 1)[0], made_up_lights(rng, kind, 1)[0], rng)

    @classmethod
    def of(cls, sensitivities: Array, light: Array, rng: np.random.Generator) -> "Camera":
        """A camera of known sensitivities under a known light, balanced and matrixed as usual.

        Parameters
        ----------
        sensitivities : array, shape (3, 36)
        light : array, shape (36,)
        """
        tone = np.array(TONE) * rng.standard_normal(3)
        return cls(responses(sensitivities[None], light[None], rng)[0], tone)

    def shown(self, linear: Array) -> Array:
        """What the camera shows of linear light, in sRGB, 0 to 1.

        Parameters
        ----------
        linear : array
        """
        plain = np.clip(encoded(np.clip(linear, 0, None)), 0, 1)
        bent_by = np.tensordot(self.tone, tone_shapes(plain)[0], 1)
        return np.asarray(np.clip(plain + bent_by, 0, 1))


@dataclass(frozen=True)
class Shot:
    """How a picture is taken.

    Attributes
    ----------
    width_px, height_px : int
    tilt_deg, turn_deg : float
        How far from straight above it looks, and how far the page is turned in it.
    exposure : float
        Linear light that a perfect white comes to.
    falls_off : float
        Share of light that is lost from one side to the other.
    blur_px : float
    shadow : float
        Share of the page that lies in a soft shadow.
    grain : float
        Standard deviation of the noise in the middle tones, in sRGB.
    covered : tuple of int
        Markers that a finger hides.
    ink : float
        Reflectance of what the sheet's printer prints as black.
    flare : float
        Share of the paper's light that the lens scatters over the whole picture.
    quality : int
        Of the JPEG.
    """

    width_px: int = 2000
    height_px: int = 2700
    tilt_deg: float = 8.0
    turn_deg: float = 3.0
    exposure: float = 0.85
    falls_off: float = 0.2
    blur_px: float = 0.8
    shadow: float = 0.0
    grain: float = 0.008
    covered: tuple[int, ...] = ()
    ink: float = 0.045
    flare: float = 0.0
    quality: int = 92


def photograph(sheet: PaintedSheet, camera: Camera, shot: Shot, rng: np.random.Generator) -> bytes:
    """A JPEG of a painted sheet."""
    page = _page(sheet, camera, shot, rng)
    lit = page * _light(page.shape[:2], shot, rng)[..., None]
    seen = _from_afar(lit, sheet.layout, shot, rng)
    seen = np.asarray(cv2.GaussianBlur(seen, (0, 0), max(shot.blur_px, 0.3)), np.float32)
    told = camera.shown(seen * shot.exposure)
    told = told + rng.normal(0, shot.grain, told.shape) * (0.4 + told)
    pixels = np.clip(np.rint(told * 255), 0, 255).astype(np.uint8)
    file = io.BytesIO()
    Image.fromarray(pixels).save(file, "JPEG", quality=shot.quality)
    return file.getvalue()


def _area(rect: Rectangle) -> tuple[slice, slice]:
    top, left = round(rect.top * _PX_PER_MM), round(rect.left * _PX_PER_MM)
    high, wide = round(rect.height * _PX_PER_MM), round(rect.width * _PX_PER_MM)
    return slice(top, top + high), slice(left, left + wide)


def _page(sheet: PaintedSheet, camera: Camera, shot: Shot, rng: np.random.Generator) -> Array:
    """Linear light from every place of the page, as the camera's channels take it."""
    layout = sheet.layout
    wide, high = (round(side * _PX_PER_MM) for side in layout.page_mm)
    paper = camera.answers @ sheet.paper
    ink = camera.answers @ np.full(BANDS, shot.ink)
    page = np.broadcast_to(paper, (high, wide, 3)).astype(np.float32).copy()
    page *= np.exp(rng.normal(0, 0.004, (high, wide, 1))).astype(np.float32)
    _print_markers(page, layout, ink, paper, shot)
    for grey in layout.greys:
        # No two printers agree on a grey.
        level = _printed(grey.reflectance, shot.ink, sheet.paper) * np.exp(rng.normal(0, 0.1))
        page[_area(grey.rect_mm)] = camera.answers @ level
    scattered = (shot.flare * paper).astype(np.float32)
    for box, film in zip(layout.boxes, sheet.films, strict=True):
        _paint_box(page, box.rect_mm, camera, film, sheet, box.id, rng)
    return page + scattered


def _printed(meant: float, ink: float, paper: Array) -> Array:
    """Reflectance of a grey in dots that are right for the printer its driver was made for."""
    root = 1 / _YULE_NIELSEN
    white, black = (each**root for each in _DRIVER)
    dots = np.clip((white - meant**root) / (white - black), 0, 1)
    return np.asarray((dots * ink**root + (1 - dots) * paper**root) ** _YULE_NIELSEN)


def _print_markers(page: Array, layout: SheetLayout, ink: Array, paper: Array, shot: Shot) -> None:
    side = round(layout.markers.size_mm * _PX_PER_MM)
    known = cv2.aruco.getPredefinedDictionary(getattr(cv2.aruco, layout.markers.dictionary))
    for mark in layout.markers.at:
        if mark.id in shot.covered:
            continue
        drawn = cv2.aruco.generateImageMarker(known, mark.id, side) > 127
        left, top = (round((c - layout.markers.size_mm / 2) * _PX_PER_MM) for c in mark.centre_mm)
        page[top : top + side, left : left + side] = np.where(drawn[..., None], paper, ink)


def _paint_box(
    page: Array,
    rect: Rectangle,
    camera: Camera,
    film: Array,
    sheet: PaintedSheet,
    name: str,
    rng: np.random.Generator,
) -> None:
    slip = sheet.slips.get(name, Slip())
    rows, columns = _area(rect)
    high, wide = rows.stop - rows.start, columns.stop - columns.start
    edge = camera.answers @ np.full(BANDS, 0.3)
    for line in ((rows.start, columns), (rows.stop, columns)):
        page[line[0] - 1 : line[0] + 1, line[1]] = edge
    for column in (columns.start, columns.stop):
        page[rows, column - 1 : column + 1] = edge
    # A brush's streaks run along the box, and its edge is ragged.
    along = cv2.GaussianBlur(rng.standard_normal((high, wide)), (0, 0), 12, sigmaY=1.6)
    along *= STREAKS / max(along.std(), 1e-9)
    ragged = cv2.GaussianBlur(rng.standard_normal((high, wide)), (0, 0), 4)
    ragged = ragged / max(ragged.std(), 1e-9) * 2.5
    y, x = np.mgrid[:high, :wide]
    inside = np.minimum(np.minimum(x, wide - 1 - x), np.minimum(y, high - 1 - y)) + ragged > 2
    inside &= x < wide * slip.covered
    spectra = np.broadcast_to(film, (high, wide, BANDS))
    if slip.unmixed:
        # What is not mixed through leans to either side of the mixture.
        other = film * np.exp(slip.unmixed * np.cos(np.linspace(0, 3.2, BANDS)))
        lean = cv2.GaussianBlur(rng.standard_normal((high, wide)), (0, 0), 14, sigmaY=4)
        lean = np.clip(lean / max(lean.std(), 1e-9), -1, 1)[..., None]
        spectra = film * (other / film) ** lean
    paint = (spectra @ camera.answers.T) * np.exp(along)[..., None]
    area = page[rows, columns]
    area[inside] = paint[inside]
    if name in sheet.flecks:
        middle = rng.uniform(0.3, 0.7, 2) * (high, wide)
        fleck = np.hypot(y - middle[0], x - middle[1]) < 0.14 * min(high, wide)
        area[fleck] = camera.answers @ sheet.flecks[name]


def _light(shape: tuple[int, ...], shot: Shot, rng: np.random.Generator) -> Array:
    high, wide = shape
    y, x = np.mgrid[:high, :wide]
    turn = rng.uniform(0, 2 * np.pi)
    along = (np.cos(turn) * (x / wide - 0.5) + np.sin(turn) * (y / high - 0.5)).astype(np.float32)
    light = 1 - shot.falls_off * (along + 0.5)
    if shot.shadow:
        across = np.sin(turn) * (x / wide - 0.5) - np.cos(turn) * (y / high - 0.5)
        edge = np.quantile(across[::8, ::8], shot.shadow)
        light = light * (1 - 0.45 / (1 + np.exp((across - edge) * 25)))
    return np.asarray(light, dtype=np.float32)


def _from_afar(page: Array, layout: SheetLayout, shot: Shot, rng: np.random.Generator) -> Array:
    """The page in the picture: turned, tilted, and small enough to be in it whole."""
    wide, high = layout.page_mm
    corners = np.array([[0, 0], [wide, 0], [wide, high], [0, high]]) - [wide / 2, high / 2]
    turn, tilt = np.radians([shot.turn_deg, shot.tilt_deg])
    lean = rng.uniform(0, 2 * np.pi)
    spun = corners @ np.array([[np.cos(turn), np.sin(turn)], [-np.sin(turn), np.cos(turn)]])
    axis = np.array([np.cos(lean), np.sin(lean)])
    along = spun @ axis
    away = 2.2 * max(wide, high)
    depth = away + along * np.sin(tilt)
    flat = spun + np.outer(along * (np.cos(tilt) - 1), axis)
    seen = flat / depth[:, None]
    size = 0.94 * min(shot.width_px / np.ptp(seen[:, 0]), shot.height_px / np.ptp(seen[:, 1]))
    middle = (seen.max(axis=0) + seen.min(axis=0)) / 2
    placed = (seen - middle) * size + [shot.width_px / 2, shot.height_px / 2]
    source = np.array([[0, 0], [1, 0], [1, 1], [0, 1]]) * [page.shape[1], page.shape[0]]
    lies = cv2.getPerspectiveTransform(source.astype(np.float32), placed.astype(np.float32))
    return np.asarray(
        cv2.warpPerspective(
            page, lies, (shot.width_px, shot.height_px), flags=cv2.INTER_AREA,
            borderMode=cv2.BORDER_CONSTANT, borderValue=(_TABLE, _TABLE, _TABLE),
        )
    )  # fmt: skip


def tubes_that_stray(paints: Sequence[Paint], rng: np.random.Generator) -> list[Paint]:
    """Tubes as they may really be, each as far from what is taken of it as its doubts say."""
    found = []
    for paint in paints:
        by = rng.standard_normal(len(paint.doubts.names))
        k, s = bent(paint.absorption, paint.scattering, paint.doubts, by)
        found.append(replace(paint, absorption=k, scattering=s))
    return found
