"""A printed card that is laid beside the palette: by it any place of a photograph is read.

Its markers find it; its greys, its black and its bare paper tell the tone curve and the white of
the picture. What colour then shows so depends on the camera, of which no more is known: very many
made-up cameras are asked what paint they show so, and how far their answers lie apart is the
colour's ±.
"""

import io
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np
from reportlab.graphics import renderPDF
from reportlab.graphics.shapes import Drawing
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from scipy.spatial import cKDTree

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.lamps import KINDS
from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.colour.srgb import decoded, encoded, encoding_slope
from mesotint.errors import InputError
from mesotint.mixing.ground import USUAL_GROUND, ground_lab
from mesotint.optics.film import opaque_film_of
from mesotint.optics.grid import Array, Pixels
from mesotint.painted.boxes import grey_pixels, ink_pixels, judge_exposure
from mesotint.painted.found import flat_page
from mesotint.painted.joint_fit import tone_and_white
from mesotint.painted.layout import Grey, Marker, Markers, Rectangle, SheetLayout
from mesotint.painted.placing import GREYS
from mesotint.painted.sheet import (
    SOFT,
    draw_marker,
    draw_rectangle,
    grey_of,
    line_of_text,
    with_fonts,
)
from mesotint.painted.unknowns import Sighting, inked
from mesotint.paints.library import library
from mesotint.pictures.camera import (
    made_up_lights,
    made_up_sensitivities,
    responses,
    tone_shapes,
)

CARD_MM: Final = (90.0, 55.0)
FIRST_MARKER: Final = 240
"""The card's top left marker; no sheet has so many pages that it comes to have it."""

MARKER_MM: Final = 11.0
_CENTRE_MM: Final = 8.5
_GREY_MM: Final = (9.0, 16.0)

CAMERAS: Final = 60
"""Made-up cameras of each kind of light and sensor that are asked; more change it no longer."""

LIKELY_SENSORS: Final = ("filtered", "filtered", "filtered", "layered")
"""One camera in four has a sensor of layers (our own judgement)."""

NEIGHBOURS: Final = 250
"""Answers that a colour is taken from: those that show nearest to it."""

ELSEWHERE: Final = 0.08
"""How far the light on what is read may differ from that on the card, one standard deviation of
log: it lies beside the card, and not under it."""

_SEED: Final = 11
_MIXTURES: Final = 40_000
_STEPS: Final = 12


@cache
def card_layout() -> SheetLayout:
    """Where everything stands on the card."""
    wide, high = CARD_MM
    near = _CENTRE_MM
    corners = [(near, near), (wide - near, near), (wide - near, high - near), (near, high - near)]
    across, down = _GREY_MM
    left = (wide - len(GREYS) * (across + 1.5) + 1.5) / 2
    return SheetLayout(
        page_mm=CARD_MM,
        markers=Markers([Marker(FIRST_MARKER + i, at) for i, at in enumerate(corners)], MARKER_MM),
        boxes=(),
        greys=[
            Grey(Rectangle(left + i * (across + 1.5), 20.0, across, down), level)
            for i, level in enumerate(GREYS)
        ],
    )


def draw_card() -> bytes:
    """The card as PDF, to be printed at its true size on white paper and cut out."""
    with_fonts()
    layout = card_layout()
    wide, high = (side * mm for side in CARD_MM)
    drawing = Drawing(wide, high)
    for mark in layout.markers.at:
        draw_marker(drawing, mark, MARKER_MM, high)
    for grey in layout.greys:
        drawing.add(draw_rectangle(grey.rect_mm, high, fillColor=grey_of(grey.reflectance),
                                   strokeColor=None))  # fmt: skip
    told = "Lay it beside the paint, in the same light. Photograph both."
    drawing.add(line_of_text(16.5 * mm, 9 * mm, told, 6.5, wide - 33 * mm, fillColor=SOFT))
    file = io.BytesIO()
    canvas = Canvas(file, pagesize=(wide, high), invariant=True)
    canvas.setTitle("Card to photograph paint by")
    renderPDF.draw(drawing, canvas, 0, 0)
    canvas.showPage()
    canvas.save()
    return file.getvalue()


@dataclass(frozen=True)
class ReadColour:
    """A colour read off a photograph by the card: CIELAB (D65), shape (3,), and its ± in
    CIEDE2000."""

    lab: Array
    uncertainty: float


@dataclass(frozen=True)
class ReadCard:
    """A card that was found in a picture.

    Attributes
    ----------
    tone : array, shape (3,)
        Bends of the picture's tone curve.
    white : array, shape (3,)
        Linear light of its bare paper, as the picture shows it.
    """

    tone: Array
    white: Array

    def colour(self, shown: Array) -> ReadColour:
        """The colour of a place in the picture.

        Parameters
        ----------
        shown : array, shape (3,)
            sRGB of the place, 0 to 1, averaged as light.
        """
        there = _undone(shown, self.tone) / self.white
        lab, apart = _likely(encoded(there))
        other, _ = _likely(encoded(there * np.exp(ELSEWHERE)))
        return ReadColour(lab, float(np.hypot(apart, delta_e_2000(other, lab))))


@cache
def _asked() -> tuple[cKDTree, Array, Array]:
    """What made-up cameras show of paint beside bare paper: sRGB as a tree and as an array, and
    CIELAB of the paint, shape (n, 3) each."""
    rng = np.random.default_rng(_SEED)
    paper = smoothest_reflectance(np.array(ground_lab(USUAL_GROUND)))
    cameras = np.concatenate([
        responses(made_up_sensitivities(rng, CAMERAS, sensor),
                  made_up_lights(rng, kind, CAMERAS), rng)
        for kind in KINDS for sensor in LIKELY_SENSORS
    ])  # fmt: skip
    cameras = cameras / (cameras @ paper)[..., None]
    # Each paint is shown by one camera alone, so that near answers are of many paints.
    films = _mixtures(rng)
    each = rng.integers(len(cameras), size=len(films))
    told = encoded(np.einsum("ncb,nb->nc", cameras[each], films))
    return cKDTree(told), told, lab_from_reflectance(films)


def _mixtures(rng: np.random.Generator) -> Array:
    """Films of mixtures of two paints of the library and white, shape (n, 36)."""
    paints, white = library().plain, library().white
    first, second = rng.integers(len(paints), size=(2, _MIXTURES))
    parts = rng.dirichlet((0.8, 0.8, 0.8), _MIXTURES)
    k, s = (
        parts[:, :1] * of[first] + parts[:, 1:2] * of[second] + parts[:, 2:] * white_of
        for of, white_of in (
            (np.array([paint.absorption for paint in paints]), white.absorption),
            (np.array([paint.scattering for paint in paints]), white.scattering),
        )
    )
    return opaque_film_of(k, s)


def _likely(shown: Array) -> tuple[Array, float]:
    """The paint that cameras show so, CIELAB, and how far their answers lie apart, in CIEDE2000."""
    tree, told, labs = _asked()
    _, near = tree.query(shown, NEIGHBOURS)
    # Near by, what is shown and what is there go together in a straight line.
    off = told[near] - shown
    line = np.column_stack([np.ones(len(near)), off])
    bent = np.linalg.lstsq(line, labs[near], rcond=None)[0]
    lab = np.asarray(bent[0])
    lab[0] = np.clip(lab[0], 0, 100)
    apart = delta_e_2000(lab + labs[near] - line @ bent, lab)
    return lab, float(np.sqrt((apart**2).mean()))


def _undone(shown: Array, tone: Array) -> Array:
    """Linear light of what a tone curve shows, by Newton's steps."""
    linear = decoded(np.clip(shown, 0.004, 0.996))
    for _ in range(_STEPS):
        plain = encoded(linear)
        shapes, slopes = tone_shapes(plain)
        told = plain + np.tensordot(tone, shapes, 1)
        slope = np.maximum((1 + np.tensordot(tone, slopes, 1)) * encoding_slope(linear), 0.05)
        linear = np.clip(linear - (told - shown) / slope, 1e-5, 1.2)
    return np.asarray(linear)


def find_card(pixels: Pixels) -> ReadCard | None:
    """The card in a picture, and what it tells of the camera; none where there is none.

    Parameters
    ----------
    pixels : array of uint8, shape (height, width, 3)
        sRGB.
    """
    layout = card_layout()
    try:
        page = flat_page(pixels, layout)
        judge_exposure(page, grey=True)
    except InputError:
        return None
    seen = [
        *zip(
            grey_pixels(page, layout),
            (inked(grey.reflectance) for grey in layout.greys),
            strict=True,
        ),
        *((ink, 1.0) for ink in ink_pixels(page, layout)),
    ]
    known = [(grey, share) for grey, share in seen if np.isfinite(grey.paint).all()]
    if len(known) < len(layout.greys):
        return None
    nothing = np.zeros((0, 3))
    sighting = Sighting(
        parts=np.zeros((0, 1)),
        paint=nothing,
        paper=nothing,
        error=np.zeros(0),
        greys=np.array([grey.paint for grey, _ in known]),
        by_greys=np.array([grey.paper for grey, _ in known]),
        inked=np.array([share for _, share in known]),
    )
    paper = smoothest_reflectance(np.array(ground_lab(USUAL_GROUND)))
    return ReadCard(*tone_and_white(sighting, paper, library().white))
