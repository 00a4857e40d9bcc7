"""A sheet found in a photograph by its markers, or by four corners, and laid flat.

Sources: Garrido-Jurado et al., "Automatic generation and detection of highly reliable fiducial
markers under occlusion", Pattern Recognition 47 (2014), 2280, for the markers, by OpenCV; that four
points or more of a plane tell how it lies: Hartley and Zisserman, *Multiple View Geometry* (2004),
section 4.1.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import cv2
import numpy as np

from mesotint.errors import InputError
from mesotint.optics.grid import Array, Mask, Pixels
from mesotint.painted.layout import SheetLayout

PX_PER_MM: Final = 6.0
"""How finely a page is laid flat: a brush's hair is seen, and no more."""

FEWEST_MARKERS: Final = 2
_WAYS: Final = ((1.0, False), (0.5, False), (1.6, False), (1.0, True), (2.0, True))
"""How markers are looked for: as taken, smaller against noise, larger for small ones; and then
sharpened, as if the hand had shaken, at two sizes."""

_ENOUGH: Final = 3
"""Markers that tell how a page lies; with two a tilt is told poorly."""

_SHARPER: Final = 3.0
_SHARPER_OVER_PX: Final = 4.0
"""How much a blurred picture is sharpened, and over how many pixels."""

_SMALLEST_PX: Final = 24
"""Of a side of a picture; in a smaller one no marker has a pixel for each of its cells."""

_WRONG_BY_MM: Final = 4.0
"""How far a marker may lie from its place once the page is flat; beyond, the paper was bent."""


@dataclass(frozen=True)
class FlatPage:
    """A page as if seen from straight above.

    Attributes
    ----------
    pixels : array of uint8, shape (height, width, 3)
        sRGB, `PX_PER_MM` to the millimetre; black beyond the picture's edge.
    there : array of bool, shape (height, width)
        Where the picture shows the page at all.
    seen : tuple of int
        The markers that were found.
    """

    pixels: Pixels
    there: Mask
    seen: tuple[int, ...]


def flat_page(pixels: Pixels, layout: SheetLayout) -> FlatPage:
    """The page of a layout, found in a picture by its markers.

    Parameters
    ----------
    pixels : array of uint8, shape (height, width, 3)
        sRGB.

    Raises
    ------
    InputError
        Where no sheet is in the picture, or two, or another one, or too little of it.
    """
    corners = _markers(np.ascontiguousarray(pixels), layout)
    half = layout.markers.size_mm / 2
    around = np.array([[-half, -half], [half, -half], [half, half], [-half, half]])
    at = {mark.id: np.array(mark.centre_mm) + around for mark in layout.markers.at}
    ids = sorted(corners)
    page = np.concatenate([at[i] for i in ids])
    seen = np.concatenate([corners[i] for i in ids])
    lies, _ = cv2.findHomography(seen, page, cv2.RANSAC, _WRONG_BY_MM)
    if lies is None:
        raise InputError(
            "The sheet's markers do not lie as they were printed; flatten the paper and take the "
            "picture again.",
            "photograph",
        )
    return _laid_flat(pixels, np.asarray(lies, np.float64), layout, tuple(ids))


def flat_by_corners(
    pixels: Pixels, corners: Sequence[tuple[float, float]], layout: SheetLayout
) -> FlatPage:
    """The page of a layout whose four corners somebody tapped.

    Parameters
    ----------
    pixels : array of uint8, shape (height, width, 3)
        sRGB.
    corners : sequence of four pairs of float
        In shares of the picture's width and height, from the page's top left one clockwise.

    Raises
    ------
    InputError
        Where the corners are not those of a sheet.
    """
    height, width = pixels.shape[:2]
    seen = np.array(corners, dtype=np.float32) * [width, height]
    if seen.shape != (4, 2) or not np.isfinite(seen).all():
        raise InputError("Tap the four corners of the sheet.", "corners")
    side = np.roll(seen, -1, 0) - seen
    onward = np.roll(side, -1, 0)
    if not (side[:, 0] * onward[:, 1] - side[:, 1] * onward[:, 0] > 0).all():
        raise InputError(
            "These are not a sheet's corners; tap the top left one first and go round clockwise.",
            "corners",
        )
    across, down = layout.page_mm
    page = np.array([[0, 0], [across, 0], [across, down], [0, down]], dtype=np.float32)
    lies = cv2.getPerspectiveTransform(seen.astype(np.float32), page)
    return _laid_flat(pixels, np.asarray(lies, np.float64), layout, ())


def _laid_flat(pixels: Pixels, lies: Array, layout: SheetLayout, seen: tuple[int, ...]) -> FlatPage:
    across, down = (round(side * PX_PER_MM) for side in layout.page_mm)
    scaled = np.diag([PX_PER_MM, PX_PER_MM, 1.0]) @ lies
    # A page that is taken larger than it is laid flat is first made smaller, so that grain is
    # averaged and not picked from.
    finer = 1 / max(1e-6, np.sqrt(abs(np.linalg.det(scaled[:2, :2] / scaled[2, 2]))))
    source = np.ascontiguousarray(pixels)
    if finer > 1.5:
        blur = 0.35 * finer
        source = np.asarray(cv2.GaussianBlur(source, (0, 0), blur), np.uint8)
    flat = cv2.warpPerspective(source, scaled, (across, down), flags=cv2.INTER_LINEAR)
    whole = np.full(pixels.shape[:2], 255, np.uint8)
    there = cv2.warpPerspective(whole, scaled, (across, down), flags=cv2.INTER_NEAREST) > 0
    return FlatPage(np.asarray(flat, np.uint8), there, seen)


def _markers(pixels: Pixels, layout: SheetLayout) -> Mapping[int, Array]:
    """Corners, shape (4, 2), of the layout's markers that are in a picture, by their numbers."""
    wanted = {mark.id for mark in layout.markers.at}
    if not wanted:
        raise InputError(
            "This sheet was printed without markers; tap its four corners in the picture.",
            "corners",
        )
    known = getattr(cv2.aruco, layout.markers.dictionary, None)
    if known is None or not layout.markers.dictionary.startswith("DICT_"):
        raise InputError(f"No markers are called '{layout.markers.dictionary[:40]}'.", "markers")
    grey = np.asarray(cv2.cvtColor(pixels, cv2.COLOR_RGB2GRAY), np.uint8)
    found: dict[int, list[Array]] = {}
    others: set[int] = set()
    for size, blurred in _WAYS:
        # What is taken for blurred is looked at more leniently, and only where little was found.
        if blurred and len(found) >= _ENOUGH:
            break
        for number, corners in _looked_for(grey, known, size, blurred):
            if number not in wanted:
                others.add(number)
                continue
            places = found.setdefault(number, [])
            span = np.ptp(corners, axis=0).max()
            if all(np.abs(corners - each).max() > span for each in places):
                places.append(corners)
        if len(found) == len(wanted):
            break
    twice = [number for number, places in found.items() if len(places) > 1]
    if len(twice) > 1:
        raise InputError(
            "There are two of these sheets in the picture; lay one aside and take it again.",
            "photograph",
        )
    ours = {number: places[0] for number, places in found.items() if len(places) == 1}
    if len(ours) >= FEWEST_MARKERS:
        return ours
    if len(others) >= FEWEST_MARKERS:
        raise InputError(
            "This is another sheet, or another page, than the one it is read as; choose that one, "
            "or photograph this one.",
            "photograph",
        )
    if len(ours) == 1 or others:
        raise InputError(
            "Only one of the four markers is in the picture; take it again with all four corners "
            "of the sheet in sight, and none in deep shade or covered.",
            "photograph",
        )
    raise InputError(
        "There is no sheet in the picture: none of its four black and white markers is seen. Take "
        "it again from above, sharp, with all four corners in sight.",
        "photograph",
    )


def _looked_for(grey: Pixels, known: int, size: float, blurred: bool) -> list[tuple[int, Array]]:
    """Markers of a dictionary in a picture, looked for at a size of it."""
    if min(grey.shape) < _SMALLEST_PX:
        return []
    scaled = grey if size == 1 else cv2.resize(
        grey, None, fx=size, fy=size, interpolation=cv2.INTER_AREA if size < 1 else cv2.INTER_CUBIC
    )  # fmt: skip
    how = cv2.aruco.DetectorParameters()
    if blurred:
        soft = cv2.GaussianBlur(scaled, (0, 0), _SHARPER_OVER_PX * size)
        scaled = cv2.addWeighted(scaled, 1 + _SHARPER, soft, -_SHARPER, 0)
        how.errorCorrectionRate = 1.0
        how.perspectiveRemoveIgnoredMarginPerCell = 0.3
        how.polygonalApproxAccuracyRate = 0.05
    how.cornerRefinementMethod = cv2.aruco.CORNER_REFINE_SUBPIX
    how.adaptiveThreshWinSizeMin = 5
    how.adaptiveThreshWinSizeMax = 53
    how.adaptiveThreshWinSizeStep = 12
    how.minMarkerPerimeterRate = 0.02
    detector = cv2.aruco.ArucoDetector(cv2.aruco.getPredefinedDictionary(known), how)
    corners, ids, _ = detector.detectMarkers(scaled)
    if ids is None:
        return []
    numbers = [int(each) for each in np.ravel(ids)]
    return [
        (number, np.asarray(square, dtype=np.float64).reshape(4, 2) / size)
        for number, square in zip(numbers, corners, strict=True)
    ]
