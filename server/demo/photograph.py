"""The demo painter's photograph: a made-up view of the breakers' yard, painted by arithmetic.

Flat shapes are laid first, then gone over with thousands of strokes that follow what they lie on,
as an oil sketch would be. It has a grey card in the corner, and was "taken" in a light that is a
little warm and dim, so that the card has something to set right. Beside it lies how the demo's
painter has divided it, as a painting's file has it. ``python -m server.demo.photograph`` makes both
anew.
"""

import io
import json
from base64 import b64encode
from pathlib import Path
from typing import Any, Final

import cv2
import numpy as np
from PIL import Image

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.srgb import encoded, srgb_from_lab
from mesotint.optics.grid import Array

PICTURE: Final = Path(__file__).parent / "low-tide.jpg"
DIVISION: Final = Path(__file__).parent / "low-tide-division.json"
WIDTH: Final = 1200
HEIGHT: Final = 800
CARD: Final = (1075, 1175, 712, 782)
"""Left, right, top and bottom of the grey card, in pixels."""

HULL, RUST, MUD, ROPE, FOG, WATER, BILL = range(7)
NOBODYS: Final = 255
"""In the picture of passages: the card."""

_LIGHT: Final = np.array([0.90, 0.80, 0.66])
_SEED: Final = 7
_DOWN, _ACROSS = np.mgrid[0:HEIGHT, 0:WIDTH].astype(np.float32)


def _noise(rng: np.random.Generator, across: float, down: float) -> Array:
    """Soft noise of spread 1, shape (HEIGHT, WIDTH)."""
    soft = cv2.GaussianBlur(
        rng.standard_normal((HEIGHT, WIDTH)).astype(np.float32), (0, 0), across, sigmaY=down
    )
    return np.asarray(soft / soft.std())


def _inside(points: list[tuple[float, float]]) -> Array:
    """How much of each pixel lies inside a polygon, 0 to 1."""
    mask = np.zeros((HEIGHT, WIDTH), np.uint8)
    cv2.fillPoly(mask, [np.array(points, np.int32)], 255, cv2.LINE_AA)
    return np.asarray(mask / np.float32(255))


def _line(points: list[tuple[float, float]], width: int) -> Array:
    mask = np.zeros((HEIGHT, WIDTH), np.uint8)
    cv2.polylines(mask, [np.array(points, np.int32)], False, 255, width, cv2.LINE_AA)
    return np.asarray(mask / np.float32(255))


def _below(line: Array, soft: float = 2.0) -> Array:
    """How much of each pixel lies below a line, 0 to 1."""
    return np.asarray(1 / (1 + np.exp(np.clip((line - _DOWN) / soft, -50, 50))))


class _Sheet:
    """A picture in the making: CIELAB, whose each place is, and which way its strokes run."""

    def __init__(self) -> None:
        self.lab = np.zeros((HEIGHT, WIDTH, 3), np.float32)
        self.whose = np.full((HEIGHT, WIDTH), FOG, np.uint8)
        self.angle = np.zeros((HEIGHT, WIDTH), np.float32)

    def lay(self, colour: Array | tuple[float, float, float], how: Array,
            whose: int | None = None, angle: Array | float | None = None) -> None:  # fmt: skip
        """Lay a colour (L*, C*, h) where `how` says so, as much as it says."""
        lab = lab_from_lch(np.asarray(colour, dtype=np.float64)).astype(np.float32)
        self.lab += np.clip(how, 0, 1)[..., None] * (lab - self.lab)
        there = how > 0.5
        if whose is not None:
            self.whose[there] = whose
        if angle is not None:
            self.angle[there] = np.broadcast_to(np.float32(angle), how.shape)[there]


def _sky_and_shore(sheet: _Sheet, rng: np.random.Generator) -> None:
    glow = np.exp(-(((_ACROSS - 930) / 470) ** 2) - ((_DOWN - 350) / 210) ** 2)
    cool, warm = (lab_from_lch(np.array(lch)) for lch in ((68.0, 4.0, 258.0), (86.0, 11.0, 84.0)))
    sheet.lab = (cool + glow[..., None] * (warm - cool)).astype(np.float32)
    sheet.lab[..., 0] += 9 * (_DOWN / 380)
    sheet.lab[..., 0] += 2.2 * _noise(rng, 130, 22)
    sheet.angle[:] = 0.12
    # The far shore and its cranes, hardly there.
    ridge = 322 - 14 * np.sin(_ACROSS / 190 + 0.6) - 5 * np.sin(_ACROSS / 47)
    sheet.lay((66.0, 5.0, 255.0), 0.6 * _below(ridge, 6), angle=0.0)
    for x, tall in ((96, 150), (150, 96), (1010, 118), (1070, 170), (1118, 88)):
        crane = np.maximum(_line([(x, 330), (x, 330 - tall)], 7),
                           _line([(x - 12, 345 - tall), (x + 64, 322 - tall)], 5))  # fmt: skip
        sheet.lay((66.0, 5.0, 258.0), 0.5 * crane)


def _water(sheet: _Sheet, rng: np.random.Generator) -> None:
    shore = 344 + 3 * np.sin(_ACROSS / 120)
    there = _below(shore)
    depth = np.clip((_DOWN - 344) / 200, 0, 1)
    lch = np.stack([58 - 15 * depth, 8 + 5 * depth, np.full_like(depth, 222.0)], axis=-1)
    sheet.lay(lch, there, WATER, 0.0)
    ripples = _noise(rng, 46, 2.2) + 0.6 * _noise(rng, 16, 1.2)
    sheet.lab[..., 0] += np.where(shore < _DOWN, (3 + 3 * depth) * ripples, 0)
    glint = np.exp(-(((_ACROSS - 900) / 150) ** 2)) * (ripples > 0.9) * (shore < _DOWN)
    sheet.lay((80.0, 6.0, 90.0), 0.8 * glint * (1 - 0.6 * depth))


def _mud(sheet: _Sheet, rng: np.random.Generator) -> None:
    edge = 548 + 20 * np.sin(_ACROSS / 170 + 1) + 9 * _noise(rng, 60, 60)
    there = _below(edge)
    near = np.clip((_DOWN - 545) / 255, 0, 1)
    lch = np.stack([45 - 9 * near, 11 + 4 * near, np.full_like(near, 68.0)], axis=-1)
    sheet.lay(lch, there, MUD, -0.06)
    ruts = _noise(rng, 70, 7) + 0.5 * _noise(rng, 20, 4)
    sheet.lab[..., 0] += np.where(edge < _DOWN, 4.5 * ruts, 0)
    pools = (_noise(rng, 95, 8) > 1.25) & (edge + 16 < _DOWN) & (_DOWN < 760)
    wet = cv2.GaussianBlur(pools.astype(np.float32), (0, 0), 2)
    sheet.lay((55.0, 5.0, 235.0), 0.8 * wet, None, 0.0)


def _hull(sheet: _Sheet, rng: np.random.Generator) -> None:
    t = np.linspace(0, 1, 40)
    rail = [(150 + 640 * s, 128 + 118 * s - 96 * s * (1 - s) * 1.6) for s in t]
    stern = [(790, 246), (786, 400), (756, 556)]
    keel = [(756 - 508 * s, 556 + 12 * np.sin(3 * s)) for s in t]
    stem = [(248, 558), (216, 430), (178, 270), (150, 128)]
    shape = _inside([*rail, *stern, *keel, *stem])
    lean = 0.16 * (1 - (_DOWN - 150) / 430)
    sheet.lay((21.0, 5.0, 275.0), shape, HULL, lean)
    # The light slides along the planks, and the bow turns away from it.
    turned = np.clip((_ACROSS - 150) / 640, 0, 1)
    sheet.lab[..., 0] += shape * (9 * turned - 1)
    plank = (_DOWN - 130 - 0.16 * (_ACROSS - 150)) / 33
    seam = np.exp(-((((plank % 1) - 0.5) / 0.09) ** 2))
    sheet.lab[..., 0] += shape * (2.4 * _noise(rng, 60, 3) - 5 * seam)
    sheet.lay((52.0, 6.0, 80.0), 0.9 * _line(rail, 7) * (_DOWN < 300), HULL, lean)
    # Rust: bled from the rail, and a broad scab where the plates lie bare.
    scab = np.exp(-(((_ACROSS - 610) / 128) ** 2) - ((_DOWN - 392) / 92) ** 2)
    ragged = scab + 0.13 * _noise(rng, 7, 26) + 0.08 * _noise(rng, 22, 9)
    runs = _noise(rng, 7, 95) - 0.55 - (_DOWN - 215) / 360
    rust = np.clip(7 * (ragged - 0.42), 0, 1) * shape
    rust = np.maximum(rust, np.clip(3 * runs, 0, 1) * shape * (_ACROSS > 340) * (_DOWN > 190))
    dark = 6 * _noise(rng, 24, 12).clip(0, 2)
    chroma, hue = 37 + 4 * _noise(rng, 24, 24), 51 + 5 * _noise(rng, 30, 60)
    lch = np.stack([39 + 5 * _noise(rng, 9, 34) - dark, chroma, hue], axis=-1)
    sheet.lay(lch, rust, RUST, 1.5)
    # Its reflection in the wet mud.
    below = _inside([(256, 560), (754, 556), (700, 622), (310, 630)])
    sheet.lay((29.0, 7.0, 60.0), 0.6 * cv2.GaussianBlur(below.astype(np.float32), (0, 0), 9))


def _rope(sheet: _Sheet) -> None:
    t = np.linspace(0, 1, 60)
    fall = [(786 + 190 * s, 250 + 372 * s**1.7) for s in t]
    around = np.linspace(0, 2 * np.pi, 90)
    sheet.lay((28.0, 9.0, 62.0), 0.75 * cv2.GaussianBlur(
        (((_ACROSS - 970) / 122) ** 2 + ((_DOWN - 676) / 54) ** 2 < 1).astype(np.float32),
        (0, 0), 5))  # fmt: skip
    # Coil on coil, each with its own shadow on the one below.
    for turn in range(4):
        coil = [(966 + (102 - 22 * turn) * np.cos(s), 668 - 9 * turn + (44 - 9 * turn) * np.sin(s))
                for s in around]  # fmt: skip
        sheet.lay((34.0, 12.0, 66.0), 0.8 * np.roll(_line(coil, 19), 4, 0), ROPE)
        sheet.lay((72.0 + 2 * turn, 15.0, 86.0), _line(coil, 15), ROPE, 0.3)
    sheet.lay((36.0, 12.0, 66.0), 0.7 * np.roll(_line(fall, 11), 4, 1), ROPE)
    sheet.lay((75.0, 14.0, 86.0), _line(fall, 11), ROPE, 1.1)
    twist = np.sin((_ACROSS + 1.4 * _DOWN) / 3.2) * (sheet.whose == ROPE)
    sheet.lab[..., 0] += 4 * twist


def _bird(sheet: _Sheet) -> None:
    """The oystercatcher, near: black and white, and the bill that is the one accent."""
    x, y = (_ACROSS - 196) / 0.9, (_DOWN - 706) / 0.9
    body = (x / 96) ** 2 + (y / 44) ** 2 < 1
    body |= (x < -40) & (np.abs(y + 8 + 0.16 * x) < 18 + 0.14 * x) & (x > -150)
    body |= (np.abs(x - 74 - 0.34 * (-y - 20)) < 25) & (y < 0) & (y > -72)
    body |= ((x - 96) / 35) ** 2 + ((y + 70) / 30) ** 2 < 1
    sheet.lay((17.0, 3.0, 275.0), cv2.GaussianBlur(body.astype(np.float32), (0, 0), 1), HULL, 0.25)
    belly = ((x - 18) / 76) ** 2 + ((y - 24) / 27) ** 2 < 1
    sheet.lay((80.0, 5.0, 88.0), cv2.GaussianBlur(belly.astype(np.float32), (0, 0), 1.2), ROPE, 0.1)
    legs = np.maximum(_line([(186, 746), (182, 790)], 7), _line([(220, 746), (224, 790)], 7))
    sheet.lay((58.0, 42.0, 40.0), legs, BILL)
    bill = _inside([(308, 630), (436, 652), (440, 660), (308, 656)])
    sheet.lay((55.0, 86.0, 46.0), bill, BILL, 0.17)
    eye = np.hypot(_ACROSS - 294, _DOWN - 638)
    sheet.lay((58.0, 80.0, 44.0), (eye < 6).astype(np.float32))
    sheet.lay((8.0, 0.0, 0.0), (eye < 3).astype(np.float32))


def _stroked(sheet: _Sheet, rng: np.random.Generator) -> Array:
    """The flat picture gone over with strokes, broad ones first; fine things stay sharp."""
    canvas: Array = np.asarray(cv2.GaussianBlur(sheet.lab, (0, 0), 7))
    wide = cv2.dilate(np.isin(sheet.whose, (ROPE, BILL)).astype(np.float32), np.ones((9, 9)))
    fine = np.asarray(cv2.GaussianBlur(wide, (0, 0), 3))
    for length, width, count in ((54, 11, 9000), (30, 6, 16000), (15, 3, 26000)):
        x, y = rng.integers(0, WIDTH, count), rng.integers(0, HEIGHT, count)
        told = sheet.lab[y, x] + rng.normal(0, (2.2, 1.1, 1.3), (count, 3))
        turn = sheet.angle[y, x] + rng.normal(0, 0.13, count)
        for i in range(count):
            if length > 20 and fine[y[i], x[i]] > 0.3:
                continue
            along = length * rng.uniform(0.6, 1.2) / 2
            dx, dy = along * np.cos(turn[i]), along * np.sin(turn[i])
            ends = (int(x[i] - dx), int(y[i] - dy)), (int(x[i] + dx), int(y[i] + dy))
            cv2.line(canvas, *ends, told[i].tolist(), max(1, int(width * rng.uniform(0.6, 1.1))),
                     cv2.LINE_AA)  # fmt: skip
    # Strokes stop at what they would run over.
    keep = 0.72 * fine[..., None]
    return np.asarray((1 - keep) * canvas + keep * sheet.lab)


def painted() -> tuple[Image.Image, Image.Image]:
    """The picture, and whose each place of it is."""
    rng = np.random.default_rng(_SEED)
    sheet = _Sheet()
    _sky_and_shore(sheet, rng)
    _water(sheet, rng)
    _mud(sheet, rng)
    _hull(sheet, rng)
    _rope(sheet)
    _bird(sheet)
    lab = _stroked(sheet, rng)
    weave = 0.7 * (np.sin(_ACROSS * 1.9) * np.sin(_DOWN * 1.9)) + rng.normal(0, 0.7, lab.shape[:2])
    lab[..., 0] = np.clip(lab[..., 0] + weave, 3, 97)
    left, right, top, bottom = CARD
    lab[top:bottom, left:right] = (49.5, 0.0, 0.0)
    sheet.whose[top:bottom, left:right] = NOBODYS
    coded = cv2.GaussianBlur(np.clip(srgb_from_lab(lab), 0, 1).astype(np.float32), (0, 0), 0.6)
    linear = np.where(coded <= 0.04045, coded / 12.92, ((coded + 0.055) / 1.055) ** 2.4) * _LIGHT
    shown = np.rint(encoded(linear).clip(0, 1) * 255).astype(np.uint8)
    return Image.fromarray(shown), Image.fromarray(sheet.whose)


def card_area() -> dict[str, float]:
    """Where its grey card lies, a little inside of its edges, in shares of the picture."""
    left, right, top, bottom = CARD
    return {
        "left": (left + 15) / WIDTH,
        "top": (top + 10) / HEIGHT,
        "width": (right - left - 30) / WIDTH,
        "height": (bottom - top - 20) / HEIGHT,
    }


def divided(belongs: Array) -> dict[str, Any]:
    """The picture in pieces, as a file carries it, and those of each passage: what the painter has
    merged and split until it was right."""
    from mesotint.pictures.photograph import Card, lit
    from mesotint.pictures.pieces import labels_as_png, pieces_of, resized
    from mesotint.pictures.taken import Area, cut, small_jpeg, taken

    pixels = np.asarray(Image.open(io.BytesIO(taken(PICTURE.read_bytes()).data)))
    small = resized(pixels)
    card = Card.of("grey", cut(small, Area(**card_area())))
    pieces = pieces_of(small, card)
    height, width = small.shape[:2]
    whose = cv2.resize(belongs, (width, height), interpolation=cv2.INTER_NEAREST)
    most = [
        int(np.bincount(whose[pieces.labels == piece], minlength=256).argmax())
        for piece in range(len(pieces.labs))
    ]
    return {
        "width": width,
        "height": height,
        "labels": b64encode(labels_as_png(pieces.labels)).decode(),
        "labs": pieces.labs.round(2).tolist(),
        "spreads": pieces.spreads.round(2).tolist(),
        "picture": b64encode(small_jpeg(Image.fromarray(lit(small, card)))).decode(),
        "passages": [np.flatnonzero(np.array(most) == place).tolist() for place in range(BILL + 1)],
    }


if __name__ == "__main__":
    picture, belongs = painted()
    picture.save(PICTURE, "JPEG", quality=90)
    DIVISION.write_text(json.dumps(divided(np.asarray(belongs))), "utf-8")
