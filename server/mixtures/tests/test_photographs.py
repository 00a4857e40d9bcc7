"""Photographs: taken in safely, private, and read as the core reads them."""

import io
import struct
import zlib

import numpy as np
from PIL import Image

from mesotint.colour.difference import delta_e_2000
from mesotint.pictures.photograph import Card, area_colour
from mesotint.pictures.taken import KEPT_SIDE
from server.kept.models import Photograph
from server.kept.photographs import pixels_of
from server.kept.tests.pictures import PATCHES, SIDE, picture, picture_file
from server.painters.tests.studio import StudioTest

SECRET = "38 deg 51 min north"


def bomb(width: int = 30_000, height: int = 30_000) -> bytes:
    """A PNG of a few kilobytes that unpacks to gigabytes."""

    def chunk(kind: bytes, data: bytes) -> bytes:
        return (
            struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))
        )

    head = struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0)
    return (
        b"\x89PNG\r\n\x1a\n"
        + chunk(b"IHDR", head)
        + chunk(b"IDAT", zlib.compress(b"\0" * 1_000_000))
        + chunk(b"IEND", b"")
    )


class PhotographTest(StudioTest):
    def give(self, data: bytes, name: str = "yard.png"):
        answer = self.client.post(
            f"/api/photographs?name={name}", data, content_type="application/octet-stream"
        )
        return answer.status_code, answer.json()

    def taken(self, form: str = "PNG", **saved) -> dict:
        status, told = self.give(picture_file(form, **saved))
        self.assertEqual(status, 201, told)
        return told

    def area(self, photo: int, patch: int, margin: float = 0.2) -> dict:
        part = 1 / len(PATCHES)
        body = {"left": (patch + margin) * part, "top": margin, "width": (1 - 2 * margin) * part,
                "height": 1 - 2 * margin}  # fmt: skip
        status, told = self.send("post", f"photographs/{photo}/area", body)
        self.assertEqual(status, 200, told)
        return told

    def test_every_format_gives_the_colours_that_are_in_it(self) -> None:
        for form, saved in (("PNG", {}), ("JPEG", {"quality": 95}), ("WEBP", {"quality": 95})):
            photo = self.taken(form, **saved)
            self.assertEqual((photo["width"], photo["height"]), (SIDE * len(PATCHES), SIDE))
            for i, lab in enumerate(PATCHES):
                told = self.area(photo["id"], i)
                with self.subTest(form=form, patch=i):
                    self.assertLess(float(delta_e_2000(told["look"]["lab"], lab)), 2.5)
                    self.assertLess(told["spread"], 1.5)

    def test_what_a_page_reads_is_what_the_core_reads(self) -> None:
        photo = self.taken()
        pixels = pixels_of(Photograph.objects.get(pk=photo["id"]))
        card = {"kind": "grey", "area": {"left": 0.8, "top": 0.2, "width": 0.15, "height": 0.6}}
        told = self.send("put", f"photographs/{photo['id']}/card", {"card": card})[1]
        self.assertEqual((told["card"], told["card_area"]["left"]), ("grey", 0.8))
        width = pixels.shape[1]
        at = slice(round(0.8 * width), round(0.95 * width))
        known = Card.of("grey", pixels[12:48, at])
        wanted = area_colour(pixels[12:48, 12:48], known)
        np.testing.assert_allclose(self.area(photo["id"], 0)["look"]["lab"], wanted.lab, atol=2e-3)
        self.send("put", f"photographs/{photo['id']}/card", {"card": None})
        plain = area_colour(pixels[12:48, 12:48])
        np.testing.assert_allclose(self.area(photo["id"], 0)["look"]["lab"], plain.lab, atol=2e-3)

    def test_a_point_reads_the_few_pixels_around_it_at_every_edge(self) -> None:
        photo = self.taken()["id"]
        for left, patch in ((0.0, 0), (1.0, 3)):
            for top in (0.0, 0.5, 1.0):
                told = self.send("post", f"photographs/{photo}/area", {"left": left, "top": top})
                self.assertLess(float(delta_e_2000(told[1]["look"]["lab"], PATCHES[patch])), 1.5)

    def test_notes_are_the_patches_dark_to_light(self) -> None:
        told = self.send("get", f"photographs/{self.taken()['id']}/notes?count=4")[1]
        for note, lab in zip(told, sorted(PATCHES), strict=True):
            self.assertLess(float(delta_e_2000(note["look"]["lab"], lab)), 2)
            self.assertAlmostEqual(note["share"], 0.25, delta=0.01)

    def test_where_and_with_what_it_was_taken_stays_behind(self) -> None:
        exif = Image.Exif()
        exif[0x010E] = SECRET
        exif[0x0112] = 6
        exif.get_ifd(0x8825)[2] = (38.0, 51.0, 0.0)
        kept = io.BytesIO()
        picture().save(kept, "JPEG", exif=exif, quality=95, comment=SECRET)
        self.assertIn(SECRET.encode(), kept.getvalue())
        photo = self.give(kept.getvalue(), "IMG_0001.jpg")[1]
        # It lay on its side, as the camera noted, and is kept upright.
        self.assertEqual((photo["width"], photo["height"]), (SIDE, SIDE * len(PATCHES)))
        image = self.client.get(f"/api/photographs/{photo['id']}/image")
        self.assertNotIn(SECRET.encode(), image.content)
        self.assertEqual(dict(Image.open(io.BytesIO(image.content)).getexif()), {})
        self.assertIn("private", image["Cache-Control"])

    def test_a_large_picture_is_kept_small_and_a_clear_one_lies_on_white(self) -> None:
        kept = io.BytesIO()
        Image.new("RGB", (4000, 3000), "#8a7f72").save(kept, "JPEG")
        photo = self.give(kept.getvalue())[1]
        self.assertEqual((photo["width"], photo["height"]), (KEPT_SIDE, KEPT_SIDE * 3 // 4))
        self.assertLess(len(Photograph.objects.get(pk=photo["id"]).image), 200_000)
        noise = np.random.default_rng(1).integers(0, 256, (1050, 1400, 3), dtype=np.uint8)
        grainy = io.BytesIO()
        Image.fromarray(noise).save(grainy, "PNG")
        photo = self.give(grainy.getvalue())[1]
        self.assertLessEqual(len(Photograph.objects.get(pk=photo["id"]).image), 400_000)
        for mode in ("RGBA", "P", "L", "I;16", "CMYK"):
            form = "JPEG" if mode == "CMYK" else "PNG"
            kept = io.BytesIO()
            Image.new(mode, (20, 20), 0).save(kept, form)
            self.assertEqual(self.give(kept.getvalue())[0], 201, mode)

    def test_what_is_hostile_or_broken_is_refused_in_a_sentence(self) -> None:
        whole = picture_file("JPEG", quality=95)
        svg = b'<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'
        gif = io.BytesIO()
        picture().save(gif, "GIF")
        cases = (
            (bomb(), 422, "million pixels"),
            (bomb(100_000, 100_000), 422, "million pixels"),
            (svg, 422, "no JPEG, PNG, WebP or HEIC"),
            (gif.getvalue(), 422, "no JPEG, PNG, WebP or HEIC"),
            (whole[: len(whole) // 2], 422, "breaks off"),
            (picture_file()[:200], 422, "breaks off"),
            (b"", 422, "empty"),
            (b"\xff\xd8\xff" + b"\0" * 100, 422, "photograph"),
            (b"\0" * (26 * 1024 * 1024), 413, "25 MB"),
        )
        for data, status, told in cases:
            with self.subTest(told=told):
                self.assert_problem(self.give(data), status, told)
        self.assertEqual(Photograph.objects.count(), 0)

    def test_anothers_photograph_is_not_there(self) -> None:
        photo, other = self.taken()["id"], self.as_other()
        at = f"photographs/{photo}"
        body = {"left": 0.5, "top": 0.5}
        for method, path, sent in (("get", f"{at}/image", None), ("get", f"{at}/notes", None),
                                   ("post", f"{at}/area", body), ("delete", at, None),
                                   ("put", f"{at}/card", {"card": None})):  # fmt: skip
            self.assert_problem(self.send(method, path, sent, client=other), 404, "no such thing")
        target = {"photo": {"photograph": photo, "area": body}}
        answer = self.send("post", "piles", {"target": target}, client=other)
        self.assert_problem(answer, 404, "no such thing")
        self.assertEqual(self.send("get", "photographs", client=other)[1], [])
        self.send("delete", at)
        self.assertEqual(self.send("get", "photographs")[1], [])
        self.send("post", f"{at}/restore")
        self.assertEqual(len(self.send("get", "photographs")[1]), 1)

    def test_an_area_is_a_target(self) -> None:
        photo = self.taken()["id"]
        area = {"left": 0.3, "top": 0.2, "width": 0.15, "height": 0.5}
        target = {"name": "rust", "photo": {"photograph": photo, "area": area}}
        status, pile = self.send("post", "piles", {"target": target})
        self.assertEqual((status, pile["target_name"]), (201, "rust"))
        self.assertLess(float(delta_e_2000(pile["target"]["lab"], PATCHES[1])), 1)
