"""Pictures that paintings begin from: divided, changed, mixed for, carried, and put away."""

import io
import json
from typing import Any

import numpy as np
from PIL import Image
from pypdf import PdfReader

from mesotint.colour.difference import delta_e_2000
from mesotint.pictures.photograph import area_colour
from mesotint.pictures.pieces import labels_from_png
from mesotint.pictures.tests.scenes import agreement, scene
from server.kept.models import Photograph
from server.paintings.drawing import STRIP_PX
from server.paintings.models import Division
from server.paintings.tests.yard import YardTest


def jpeg(pixels: np.ndarray) -> bytes:
    file = io.BytesIO()
    Image.fromarray(pixels).save(file, "JPEG", quality=95)
    return file.getvalue()


class DivisionTest(YardTest):
    def setUp(self) -> None:
        super().setUp()
        self.pixels, self.truth = scene(4)
        self.photograph = self.upload(self.pixels)
        self.count = int(self.truth.max()) + 1

    def upload(self, pixels: np.ndarray) -> int:
        answer = self.client.post(
            "/api/photographs?name=Scene", jpeg(pixels), content_type="image/jpeg"
        )
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()["id"]

    def divided(self, count: int | None = None) -> dict[str, Any]:
        body = {"photograph": self.photograph, "count": count}
        status, told = self.send("post", "paintings/divisions", body)
        self.assertEqual(status, 201, told)
        return told

    def labels(self, key: int) -> np.ndarray:
        answer = self.client.get(f"/api/paintings/divisions/{key}/pieces")
        self.assertEqual(answer["Content-Type"], "image/png")
        return labels_from_png(answer.content)

    def begun(self) -> dict[str, Any]:
        """A painting that begins from the picture, nothing mixed yet."""
        told = self.divided(self.count)
        passages = [
            {"key": f"r{i}", "name": region["name"], "area": region["area"],
             "pieces": region["pieces"]}
            for i, region in enumerate(told["regions"])
        ]  # fmt: skip
        touching = [[i, j] for i, r in enumerate(told["regions"]) for j in r["touching"] if i < j]
        return {"passages": passages, "touching": touching, "picture": {"division": told["id"]}}

    def test_a_photograph_is_divided_and_every_pixel_is_somebodys(self) -> None:
        told = self.divided(self.count)
        labels = self.labels(told["id"])
        self.assertEqual(labels.shape, (told["height"], told["width"]))
        owner = np.full(labels.max() + 1, -1)
        for place, region in enumerate(told["regions"]):
            owner[region["pieces"]] = place
        self.assertTrue((owner >= 0).all())
        self.assertGreater(agreement(self.truth, owner[labels]), 0.85)
        for place, region in enumerate(told["regions"]):
            share = float((owner[labels] == place).mean())
            self.assertAlmostEqual(region["area"], 100 * share, delta=0.01)
        picture = self.client.get(f"/api/paintings/divisions/{told['id']}/picture")
        shown = np.asarray(Image.open(io.BytesIO(picture.content)))
        self.assertEqual(shown.shape[:2], labels.shape)
        self.assertLess(len(picture.content), 400_000)

    def test_two_are_merged_and_one_is_split(self) -> None:
        told = self.divided(self.count)
        regions = [region["pieces"] for region in told["regions"]]
        path = f"paintings/divisions/{told['id']}/regions"
        both = [regions[0] + regions[1], *regions[2:]]
        _, merged = self.send("post", path, {"regions": both})
        areas = [region["area"] for region in told["regions"]]
        self.assertAlmostEqual(merged[0]["area"], areas[0] + areas[1], places=2)
        _, parted = self.send("post", path, {"regions": both, "split": 0})
        self.assertEqual(len(parted), len(both) + 1)
        self.assertEqual(sorted(parted[0]["pieces"] + parted[-1]["pieces"]), sorted(both[0]))
        self.assertEqual(parted[1]["pieces"], both[1])
        # A passage of which nothing is left is told as that, and takes nothing else away.
        _, emptied = self.send("post", path, {"regions": [*regions, []]})
        self.assertEqual((emptied[-1]["area"], emptied[-1]["touching"]), (0.0, []))

    def test_every_passage_is_mixed_from_few_tubes(self) -> None:
        request = self.begun()
        status, told = self.send("post", "paintings/compute/mixtures", {"request": request})
        self.assertEqual(status, 200, told)
        self.assertEqual([each["place"] for each in told["passages"]], list(range(self.count)))
        self.assertLessEqual(len(told["tubes"]), told["knee"])
        mixed = {**request, "passages": [
            {**passage, "mixture": found["mixture"]}
            for passage, found in zip(request["passages"], told["passages"], strict=True)
        ]}  # fmt: skip
        _, harmony = self.send("post", "paintings/compute/harmony", mixed)
        for found, passage in zip(told["passages"], harmony["passages"], strict=True):
            off = float(delta_e_2000(np.array(passage["after"]["lab"]), found["wanted"]["lab"]))
            self.assertAlmostEqual(off, found["delta_e"], delta=0.05)
            self.assertEqual(found["says"].startswith("No eye tells"), off < 1)
            used = {part["tube"] for part in found["mixture"]["parts"]}
            self.assertTrue(used <= set(told["tubes"]))
        # By lamp light the same mixtures are found: the picture's colours are those of daylight.
        lamp = {"request": {**request, "light": "A"}}
        _, same = self.send("post", "paintings/compute/mixtures", lamp)
        self.assertEqual(same["passages"], told["passages"])
        asked = {"request": request, "tubes": 3, "blacks": "never"}
        _, three = self.send("post", "paintings/compute/mixtures", asked)
        self.assertLessEqual(len(three["tubes"]), 3)

    def test_it_goes_along_with_its_painting_and_the_photograph_only_where_asked(self) -> None:
        request = self.begun()
        request["passages"][0]["mixture"] = self.one("PB29")
        _, kept = self.send("post", "paintings", {"name": "Scene", "request": request})
        for picture in (False, True):
            file = self.client.get(
                f"/api/paintings/{kept['id']}/file", {"picture": picture}
            ).content
            self.assertEqual(json.loads(file)["division"]["picture"] is not None, picture)
            status, taken = self.send("post", "paintings/import", json.loads(file))
            self.assertEqual(status, 201, taken)
            key = taken["request"]["picture"]["division"]
            self.assertNotEqual(key, request["picture"]["division"])
            np.testing.assert_array_equal(
                self.labels(key), self.labels(request["picture"]["division"])
            )
            _, there = self.send("get", f"paintings/divisions/{key}")
            self.assertEqual((there["there"], there["photograph"]), (picture, None))
            pieces = [passage["pieces"] for passage in taken["request"]["passages"]]
            self.assertEqual(pieces, [passage["pieces"] for passage in request["passages"]])

    def test_before_and_after_stand_side_by_side_over_the_palette(self) -> None:
        """Each passage's mean right of the middle is its mixture; left stands the picture."""
        request = self.begun()
        request["passages"][0]["mixture"] = self.one("PO20")
        request["passages"][1]["mixture"] = self.one("PB29")
        _, kept = self.send("post", "paintings", {"name": "Scene", "request": request})
        path = f"/api/paintings/{kept['id']}/before-and-after.png"
        answer = self.client.get(path)
        self.assertEqual(answer["Content-Type"], "image/png")
        shown = np.asarray(Image.open(io.BytesIO(answer.content)))
        labels = self.labels(request["picture"]["division"])
        height, width = labels.shape
        self.assertEqual(shown.shape, (height + STRIP_PX, 2 * width, 3))
        for place in (0, 1):
            mine = np.isin(labels, request["passages"][place]["pieces"])
            got = area_colour(shown[:height, width:][mine][None]).lab
            wanted = np.array(kept["palette"][place]["look"]["lab"])
            self.assertLess(float(delta_e_2000(got, wanted)), 1.5)
        rest = np.isin(labels, request["passages"][4]["pieces"])
        left, right = shown[:height, :width][rest], shown[:height, width:][rest]
        self.assertLess(float(np.abs(left.astype(int) - right).mean()), 1.0)
        self.assertEqual(len(np.unique(shown[height + 4], axis=0)), 2)
        bare = {**request, "passages": [{**p, "mixture": None} for p in request["passages"]]}
        _, none = self.send("post", "paintings", {"name": "Bare", "request": bare})
        answer = self.client.get(f"/api/paintings/{none['id']}/before-and-after.png")
        self.assertEqual(answer.status_code, 422)
        self.assertIn("no passage has a mixture", answer.json()["detail"].lower())

    def test_the_sheet_has_the_picture_on_a_page_of_its_own(self) -> None:
        """One page more, numbered by passage; where its boxes are is as without a picture."""
        request = self.begun()
        for passage in request["passages"]:
            passage["mixture"] = self.one("PO20")
        request["passages"][0]["mixture"] = self.one("PB29")
        # Names come from colour and place, and two may be alike.
        request["passages"][2]["name"] = request["passages"][1]["name"]
        _, kept = self.send("post", "paintings", {"name": "Scene", "request": request})
        _, plain = self.send("post", "paintings", {"name": "Scene",
                             "request": {**request, "picture": None}})  # fmt: skip
        pages, texts = [], []
        for painting in (kept, plain):
            pdf = self.client.get(f"/api/paintings/{painting['id']}/palette.pdf").content
            found = PdfReader(io.BytesIO(pdf)).pages
            pages.append(len(found))
            texts.append(found[-1].extract_text())
        self.assertEqual(pages[0], pages[1] + 1)
        self.assertIn("How to lay the palette out", texts[0])
        self.assertIn("From dark to light", texts[0])
        for number in range(1, self.count + 1):
            self.assertIn(str(number), texts[0])
        svg = self.client.get(f"/api/paintings/{kept['id']}/palette.svg").content.decode()
        self.assertIn("<image", svg)
        boxes = [
            json.loads(self.client.get(f"/api/paintings/{p['id']}/palette.layout").content)["boxes"]
            for p in (kept, plain)
        ]
        self.assertEqual([box["rect_mm"] for box in boxes[0]], [b["rect_mm"] for b in boxes[1]])
        self.send("delete", f"photographs/{self.photograph}")
        pdf = self.client.get(f"/api/paintings/{kept['id']}/palette.pdf").content
        self.assertEqual(len(PdfReader(io.BytesIO(pdf)).pages), pages[1])

    def test_a_dot_says_what_is_off_where_it_is_put(self) -> None:
        """Against the picture's own pixels there, averaged as light."""
        key = self.divided(self.count)["id"]
        picture = self.client.get(f"/api/paintings/divisions/{key}/picture").content
        pixels = np.asarray(Image.open(io.BytesIO(picture)))
        height, width = pixels.shape[:2]
        body = {"x": 0.5, "y": 0.5, "mixture": self.one("PB29")}
        status, told = self.send("post", f"paintings/divisions/{key}/dot", body)
        self.assertEqual(status, 200, told)
        y, x = height // 2, width // 2
        there = area_colour(pixels[y - 4 : y + 5, x - 4 : x + 5]).lab
        self.assertLess(float(delta_e_2000(np.array(told["under"]["lab"]), there)), 0.2)
        off = float(delta_e_2000(np.array(told["look"]["lab"]), there))
        self.assertAlmostEqual(told["delta_e"], off, delta=0.05)
        self.assertTrue(told["says"].startswith("Darker by"), told["says"])
        lamp = self.send("post", f"paintings/divisions/{key}/dot", {**body, "light": "A"})[1]
        self.assertEqual((lamp["says"], lamp["delta_e"]), (told["says"], told["delta_e"]))
        self.assertNotEqual(lamp["look"], told["look"])
        body = {**body, "x": 1.0, "y": 1.0}
        self.assertEqual(self.send("post", f"paintings/divisions/{key}/dot", body)[0], 200)

    def test_a_file_with_another_picture_is_refused_in_a_sentence(self) -> None:
        request = self.begun()
        _, kept = self.send("post", "paintings", {"name": "Scene", "request": request})
        file = json.loads(self.client.get(f"/api/paintings/{kept['id']}/file").content)
        before = Division.objects.count()
        for broken in (
            7, {}, {"labels": "!!"}, {**file["division"], "labs": [[1, 2]]},
            {**file["division"], "spreads": []}, {**file["division"], "picture": "AAAA"},
            {**file["division"], "labs": file["division"]["labs"][:3], "spreads": [1, 1, 1]},
        ):  # fmt: skip
            with self.subTest(str(broken)[:40]):
                answer = self.send("post", "paintings/import", {**file, "division": broken})
                self.assert_problem(answer, 422, "not as it was exported")
        self.assertEqual(Division.objects.count(), before)

    def test_a_picture_that_is_put_away_is_not_shown_and_the_rest_goes_on(self) -> None:
        request = self.begun()
        request["passages"][0]["mixture"] = self.one("PB29")
        key = request["picture"]["division"]
        self.send("delete", f"photographs/{self.photograph}")
        self.assertEqual(
            self.client.get(f"/api/paintings/divisions/{key}/picture").status_code, 404
        )
        _, there = self.send("get", f"paintings/divisions/{key}")
        self.assertFalse(there["there"])
        status, told = self.send("post", "paintings/compute/harmony", request)
        self.assertEqual((status, told["passages"][0]["trouble"]), (200, ""))
        self.assertEqual(
            self.send("post", "paintings/compute/mixtures", {"request": request})[0], 200
        )
        self.send("post", f"photographs/{self.photograph}/restore")
        _, there = self.send("get", f"paintings/divisions/{key}")
        self.assertTrue(there["there"])

    def test_nobody_sees_anothers(self) -> None:
        key, other = self.divided()["id"], self.as_other()
        for method, path, body in (
            ("get", f"paintings/divisions/{key}", None),
            ("get", f"paintings/divisions/{key}/picture", None),
            ("get", f"paintings/divisions/{key}/pieces", None),
            ("post", f"paintings/divisions/{key}/regions", {"regions": [[0]]}),
            ("post", "paintings/divisions", {"photograph": self.photograph}),
            ("post", "paintings/compute/mixtures",
             {"request": {"passages": [], "picture": {"division": key}}}),
        ):  # fmt: skip
            with self.subTest(path):
                self.assertEqual(self.send(method, path, body, other)[0], 404)

    def test_what_came_to_no_painting_is_not_kept_for_ever(self) -> None:
        used, loose = self.begun(), self.divided()["id"]
        self.send("post", "paintings", {"name": "Scene", "request": used})
        Division.objects.update(created="2020-01-01T00:00:00Z")
        self.divided()
        left = set(Division.objects.values_list("pk", flat=True))
        self.assertIn(used["picture"]["division"], left)
        self.assertNotIn(loose, left)

    def test_odd_pictures_and_bad_requests(self) -> None:
        for pixels in (
            np.full((90, 120, 3), 128, dtype=np.uint8),
            np.zeros((300, 3, 3), dtype=np.uint8),
        ):
            self.photograph = self.upload(pixels)
            told = self.divided(8)
            self.assertLessEqual(len(told["regions"]), 8)
        path = f"paintings/divisions/{told['id']}/regions"
        self.assert_problem(self.send("post", path, {"regions": [[1999]]}), 422, "another picture")
        one = [region["pieces"][:1] for region in told["regions"]][:1]
        answer = self.send("post", path, {"regions": one, "split": 0})
        self.assert_problem(answer, 422, "as small as")
        self.assert_problem(self.send("post", path, {"regions": [], "split": 3}), 422, "is gone")
        body = {"request": {"passages": []}}
        answer = self.send("post", "paintings/compute/mixtures", body)
        self.assert_problem(answer, 422, "begin it from one")
        body["request"]["picture"] = {"division": told["id"]}
        answer = self.send("post", "paintings/compute/mixtures", body)
        self.assert_problem(answer, 422, "divide it first")
        self.assertEqual(self.send("post", "paintings/divisions", {"photograph": 10**9})[0], 404)
        self.assertEqual(Photograph.objects.filter(thrown_away=False).count(), 3)
