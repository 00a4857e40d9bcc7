"""Painted sheets read back from pictures of known make: tubes, boxes, and what is wrong with them.

What is true of each sheet is known, since a simulated painter made it; nothing here is computed
with the reader's own functions.
"""

import io
import unittest
from dataclasses import replace
from functools import cache

import colour
import cv2
import numpy as np
from PIL import Image, ImageOps

from mesotint.colour.srgb import hex_from_lab
from mesotint.errors import InputError
from mesotint.instruments.camera import Shot, Slip
from mesotint.optics.grid import WAVELENGTHS_NM
from mesotint.painted.layout import Markers
from mesotint.painted.read import SheetReading, read_sheet
from mesotint.painted.tests.painting import Painted, layout_of, over_the_triangle, painted
from mesotint.paints.library import library

SLIPS = {
    "4": Slip(covered=0.0),
    "7": Slip(covered=0.55),
    "11": Slip(times={"PW6": 1.7}),
    "12": Slip(times={"PB29": 1.8}),
    "14": Slip(unmixed=0.4),
    "15": Slip(fleck="PO20"),
    "17": Slip(thin=0.2),
}


def lab_of(films: np.ndarray) -> np.ndarray:
    """CIELAB of spectra by colour-science's own integration (ASTM E308)."""
    observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
    light = colour.SDS_ILLUMINANTS["D65"]
    told = []
    for film in films:
        sd = colour.SpectralDistribution(dict(zip(WAVELENGTHS_NM, film, strict=True)))
        told.append(colour.sd_to_XYZ(sd, observer, light, method="ASTM E308") / 100)
    white = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]["D65"]
    return np.asarray(colour.XYZ_to_Lab(np.array(told), white))


def film_of(parts: np.ndarray, paints: list) -> np.ndarray:
    """Opaque films by Duncan (1940), Kubelka and Munk (1931), Saunderson (1942), written out."""
    shares = parts / parts.sum(axis=1, keepdims=True)
    q = shares @ np.array([p.absorption for p in paints])
    q = q / (shares @ np.array([p.scattering for p in paints]))
    inside = 1 + q - np.sqrt(q * q + 2 * q)
    return 0.012 + (1 - 0.035) * (1 - 0.6) * inside / (1 - 0.6 * inside)


@cache
def with_slips() -> tuple[Painted, SheetReading]:
    made = painted(107, SLIPS)
    return made, read_sheet(made.photograph, made.layout)


def mended(data: bytes, change) -> bytes:
    """A picture with something done to it, as a JPEG again."""
    file = io.BytesIO()
    change(Image.open(io.BytesIO(data))).save(file, "JPEG", quality=92)
    return file.getvalue()


class ReadTest(unittest.TestCase):
    def gap(self, made: Painted, read: SheetReading, *, learnt: bool) -> float:
        keys = list(made.tubes)
        known = {tube.key: tube.learnt if learnt else library().paint(tube.key)
                 for tube in read.tubes}  # fmt: skip
        parts = over_the_triangle(120, 5)
        true = lab_of(film_of(parts, [made.tubes[key] for key in keys]))
        told = lab_of(film_of(parts, [known[key] for key in keys]))
        return float(np.mean(colour.delta_E(told, true)))

    def test_mixtures_that_were_not_painted_are_known_better(self) -> None:
        for seed, pair in ((21, ("PO20", "PB29")), (22, ("PR101", "PB15:3"))):
            made = painted(seed, pair=pair)
            read = read_sheet(made.photograph, made.layout)
            before, after = (self.gap(made, read, learnt=learnt) for learnt in (False, True))
            self.assertLess(after, 0.6 * before, (seed, before, after))
            true = lab_of(made.sheet.films)
            seen = np.array([box.lab for box in read.boxes])
            self.assertLess(float(np.mean(colour.delta_E(seen, true))), 2.5)
            self.assertEqual(read.markers, (40, 41, 42, 43))
            for tube in read.tubes:
                self.assertLessEqual(tube.uncertainty, tube.uncertainty_before * 1.05, tube.key)

    def test_whatever_black_a_printer_prints_unmeasured_mixtures_are_known_better(self) -> None:
        """With a black of 2 % taken for 5 % they were known worse than before."""
        for seed, ink in ((31, 0.018), (32, 0.085)):
            made = painted(seed, shot=Shot(ink=ink))
            read = read_sheet(made.photograph, made.layout)
            before = self.gap(made, read, learnt=False)
            with self.subTest(ink=ink):
                self.assertLess(self.gap(made, read, learnt=True), 0.7 * before)

    def test_what_is_wrong_with_a_box_is_told_and_does_not_bend_the_tubes(self) -> None:
        made, read = with_slips()
        told = {box.id: box.remark for box in read.boxes}
        for box, says in (
            ("4", "It is not painted"), ("7", "painted only in part"), ("11", "titanium white"),
            ("12", "oo much ultramarine blue"), ("14", "not mixed through"),
            ("15", "fleck of another colour"), ("17", "Too thin, the paper shows"),
        ):  # fmt: skip
            self.assertIn(says, told[box], told)
        well = [remark for box, remark in told.items() if box not in SLIPS]
        right = [remark for remark in well if remark == "True to plan" or "as told" in remark]
        self.assertGreaterEqual(len(right), len(well) - 1, told)
        for box in read.boxes:
            if box.remark == "True to plan":
                self.assertLess(float(colour.delta_E(box.lab, box.predicted)), 2.0, box.id)
        self.assertLess(self.gap(made, read, learnt=True), 0.6 * self.gap(made, read, learnt=False))
        (empty,) = [box for box in read.boxes if box.id == "4"]
        self.assertFalse(empty.told)
        self.assertIn("tell nothing", " ".join(read.remarks).replace("tells", "tell"))
        self.assertRegex(" ".join(read.remarks), "much about .*little about titanium white")

    def test_corners_tapped_by_hand_serve_as_well(self) -> None:
        made = painted(31, shot=Shot(tilt_deg=0, turn_deg=0, falls_off=0.1))
        picture = np.asarray(Image.open(io.BytesIO(made.photograph)).convert("L")).astype(float)
        rows, columns = (np.flatnonzero(picture.mean(axis=axis) > 130) for axis in (1, 0))
        high, wide = picture.shape
        corners = [
            (columns[x] / wide, rows[y] / high) for x, y in ((0, 0), (-1, 0), (-1, -1), (0, -1))
        ]
        plain = replace(made.layout, markers=Markers())
        with self.assertRaisesRegex(InputError, "tap its four corners"):
            read_sheet(made.photograph, plain)
        read = read_sheet(made.photograph, plain, corners=corners)
        true = lab_of(made.sheet.films)
        seen = np.array([box.lab for box in read.boxes])
        self.assertLess(float(np.mean(colour.delta_E(seen, true))), 3.0)
        with self.assertRaisesRegex(InputError, "clockwise"):
            read_sheet(made.photograph, plain, corners=corners[::-1])

    def test_a_picture_that_cannot_be_read_says_how_to_take_it_again(self) -> None:
        made, _ = with_slips()
        photo, layout = made.photograph, made.layout
        first = Image.open(io.BytesIO(photo))
        wide, high = first.size

        def beside(image: Image.Image) -> Image.Image:
            both = Image.new("RGB", (2 * wide, high))
            both.paste(image, (0, 0))
            both.paste(image, (wide, 0))
            return both

        def brighter(image: Image.Image) -> Image.Image:
            return image.point(lambda v: min(255, int(v * 2.4)))

        others = [replace(m, id=m.id + 60) for m in layout.markers.at]
        other = replace(layout, markers=Markers(others))
        for data, known, says in (
            (mended(photo, lambda im: Image.new("RGB", im.size, "#8a8a7a")), layout, "no sheet"),
            (mended(photo, beside), layout, "two of these sheets"),
            (photo, other, "another sheet"),
            (mended(photo, lambda im: im.crop((0, 0, wide // 2, high // 2))), layout, "four"),
            (mended(photo, lambda im: ImageOps.grayscale(im).convert("RGB")), layout,
             "black and white"),
            (mended(photo, brighter), layout, "overexposed"),
            (mended(photo, lambda im: im.point(lambda v: v // 5)), layout, "too dark"),
            (b"\0" * 100, layout, "no JPEG, PNG, WebP or HEIC"),
            (b"", layout, "empty"),
            (photo[: len(photo) // 2], layout, "breaks off"),
            (b"\xff\xd8" + bytes(26 * 2**20), layout, "larger than 25 MB"),
        ):  # fmt: skip
            with self.assertRaisesRegex(InputError, says):
                read_sheet(data, known)

    def test_a_sheet_that_is_not_painted_or_only_on_a_screen_is_told_as_such(self) -> None:
        bare = painted(41, {box.id: Slip(covered=0.0) for box in layout_of().boxes[:-1]})
        with self.assertRaisesRegex(InputError, "None of its boxes is painted"):
            read_sheet(bare.photograph, replace(bare.layout, boxes=bare.layout.boxes[:-1]))

        page = np.full((2970, 2100, 3), 255, np.uint8)
        known = cv2.aruco.getPredefinedDictionary(cv2.aruco.DICT_4X4_250)
        for mark in bare.layout.markers.at:
            x, y = (round(10 * (v - 7)) for v in mark.centre_mm)
            page[y : y + 140, x : x + 140] = cv2.aruco.generateImageMarker(known, mark.id, 140)[
                ..., None
            ]
        for i, box in enumerate(bare.layout.boxes):
            at = box.rect_mm
            code = hex_from_lab(np.array([30 + 2.5 * i, 20 - i, 15.0]))[0][0]
            rows = slice(round(10 * at.top), round(10 * (at.top + at.height)))
            columns = slice(round(10 * at.left), round(10 * (at.left + at.width)))
            page[rows, columns] = [int(code[j : j + 2], 16) for j in (1, 3, 5)]
        file = io.BytesIO()
        Image.fromarray(page).save(file, "PNG")
        with self.assertRaisesRegex(InputError, "no photograph"):
            read_sheet(file.getvalue(), bare.layout)

    def test_work_tells_how_far_it_is_and_is_stopped_where_it_stands(self) -> None:
        made, _ = with_slips()
        told: list[float] = []

        class Stopped(Exception):
            pass

        def tell(share: float, saying: str) -> None:
            told.append(share)
            if share > 0.5:
                raise Stopped

        with self.assertRaises(Stopped):
            read_sheet(made.photograph, made.layout, tell=tell)
        self.assertEqual(told, sorted(told))
        self.assertGreater(len(told), 3)

    def test_a_picture_that_lies_on_its_side_is_turned_by_what_it_says(self) -> None:
        made = painted(21)
        image = Image.open(io.BytesIO(made.photograph))
        exif = image.getexif()
        exif[0x0112] = 6
        file = io.BytesIO()
        image.rotate(90, expand=True).save(file, "JPEG", quality=95, exif=exif)
        turned = read_sheet(file.getvalue(), made.layout, light="daylight")
        plain = read_sheet(made.photograph, made.layout, light="daylight")
        gaps = [float(np.abs(a.lab - b.lab).max())
                for a, b in zip(turned.boxes, plain.boxes, strict=True)]  # fmt: skip
        self.assertLess(float(np.mean(gaps)), 1.5)
