"""Whatever is sent to the API, the answer is an answer: a refusal in words, never a fall."""

import copy
import json
from collections.abc import Iterator
from typing import Any

from django.test import Client
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as PropertyTest

from server.kept.photographs import take_in
from server.kept.tests.pictures import picture_file
from server.scales.tests.desk import DeskTest

Place = tuple[str | int, ...]

DEVICES = ("weigh", "read")

NONSENSE: tuple[Any, ...] = (
    None, True, 0, -1, 1, 10**30, 1e308, -1e308, 5e-324, float("nan"), float("inf"), float("-inf"),
    "", " ", "NaN", "5YR 4/2", "\x00", "é" * 300, "x" * 10_000, "'; DROP TABLE tubes_tube; --",
    "\ud800", [], [[]], {}, [None] * 40, {"parts": []}, [{"tube": 0, "parts": 1}],
)  # fmt: skip
"""What a broken client, a tired painter or somebody unkind puts where something else belongs."""

ANYTHING = st.recursive(
    st.sampled_from(NONSENSE) | st.integers() | st.floats() | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=8), inner),
    max_leaves=8,
)
TRIES = settings(
    max_examples=15,
    deadline=None,
    derandomize=True,
    # An example is one knock at every door.
    suppress_health_check=[HealthCheck.too_slow],
)


def places(body: Any, at: Place = ()) -> Iterator[Place]:
    """Every place in a body of JSON, the whole first."""
    yield at
    if isinstance(body, dict):
        for key, value in body.items():
            yield from places(value, (*at, key))
    elif isinstance(body, list):
        for i, value in enumerate(body):
            yield from places(value, (*at, i))


def put(body: Any, at: Place, value: Any) -> Any:
    """The body with one of its places filled with something else."""
    if not at:
        return value
    changed = copy.deepcopy(body)
    inner = changed
    for step in at[:-1]:
        inner = inner[step]
    inner[at[-1]] = value
    return changed


class HostileTest(DeskTest, PropertyTest):
    def setUp(self) -> None:
        # A property's test is set up before its first client is there.
        self.client = Client()
        super().setUp()
        tube, tubes = self.tubes["PO20"], list(self.tubes.values())
        scale = self.scale(lightener=1, third=self.one("PY3"), third_parts=0.1, pins=[])
        kept = self.kept(scale)
        measure = {"kind": "grams", "step": 0.1, "volume_ml": 5, "method": "running"}
        mixture = self.mix("mud", PO20=3, PB29=1)
        pile = self.send("post", "piles", {"target": {"colour": "5Y 5/2"}, "mixture": mixture})[1]
        photo = take_in(self.painter, picture_file(), "yard").pk
        box = self.send("post", "boxes", {"name": "Travel", "tubes": tubes})[1]
        chart = self.chart("browns", "PO20", "PB29", "PY3", base=[3, 1, 1])
        painting = {
            "passages": [
                {"name": "mud", "area": 60, "part": "dominant", "mixture": mixture},
                {"name": "sky", "area": 38, "distance": "far", "mixture": self.one("PB29")},
                {"name": "bill", "area": 2, "part": "accent", "mixture": self.one("PO20")},
            ],
            "touching": [[0, 1], [0, 2]],
            "mother": {"kind": "tube", "id": self.tubes["PV23"]},
            "giving": {"kind": "equal", "amount": 0.2, "pins": [{"place": 1, "share": 0.1}]},
            "surface": {"width_cm": 40, "height_cm": 30, "coats": 1},
        }
        canvas = self.send("post", "paintings", {"name": "Yard", "request": painting})[1]
        carried = self.send("get", f"paintings/{canvas['id']}/file")[1]
        self.wares: list[tuple[str, str, Any]] = [
            ("patch", "me", {"stage_value": 5}),
            ("post", "tubes", {"paint_key": "PY43", "label": "Ochre", "finish": "satin"}),
            ("patch", f"tubes/{tube}", {"label": "Orange", "size_ml": 40, "left_ml": 20}),
            ("post", f"tubes/{tube}/readings", {"colour": "5YR 6/12", "white_parts": 4}),
            ("post", f"tubes/{tube}/measure", {"white_parts": 0, "count": 3}),
            ("post", "boxes", {"name": "Class", "tubes": tubes}),
            ("put", f"boxes/{box['id']}", {"name": "Class", "tubes": tubes}),
            ("put", "desk", {"box": box["id"]}),
            ("post", "scales/compute/chart", scale),
            ("post", "scales/compute/chart", self.triad("PO20", "PB29", "PW6")),
            ("post", "scales/compute/chart", chart),
            ("post", "scales/compute/partners", {"mixture": mixture, "medium": "opaque"}),
            ("post", "scales/compute/schools", {"mixture": self.one("PO20"), "chroma": 30}),
            ("post", "scales/compute/plan", {"request": scale, "measure": measure}),
            ("post", "scales/compute/comparison", {"request": scale, "sheet": kept["id"]}),
            ("post", "scales", self.sheet(scale, measure=measure, notes=[])),
            ("put", f"scales/{kept['id']}", self.sheet(scale, revision=kept["revision"])),
            ("put", f"scales/{kept['id']}/ticks", {"plan": "separate", "lines": [0, 1]}),
            ("post", "piles", {"target": {"mixture": mixture}, "mixture": mixture, "volume_ml": 5}),
            ("patch", f"piles/{pile['id']}", {"name": "Mud", "target": {"colour": "N 5"}}),
            ("post", "paintings/compute/harmony", painting),
            ("post", "paintings/compute/mothers", painting),
            ("post", "paintings/compute/schools", {"request": painting, "tubes": 4}),
            ("post", "paintings/compute/plan",
             {"request": painting, "measure": {"kind": "grams", "step": 0.1}}),
            ("post", "mixtures/find", {"origin": {"kind": "pile", "id": pile["id"]}}),
            ("post", "mixtures/find",
             {"origin": {"kind": "patch", "id": kept["id"], "place": 2}}),
            ("post", "paintings", {"name": "Yard", "request": painting}),
            ("put", f"paintings/{canvas['id']}",
             {"name": "Yard", "request": painting, "measure": {"kind": "ml"}, "revision": 1}),
            ("put", f"paintings/{canvas['id']}/ticks", {"plan": "yard", "lines": [0, 1]}),
            ("post", f"paintings/{canvas['id']}/versions", {"name": "First"}),
            ("post", "paintings/import", carried),
            ("post", f"piles/{pile['id']}/events",
             {"kind": "add", "tube": tube, "amount": 1, "measure": "grams",
              "token": "a-token-of-it"}),
            ("post", f"piles/{pile['id']}/events",
             {"kind": "scoop", "share": 0.1, "token": "a-token-more"}),
            ("post", f"piles/{pile['id']}/events",
             {"kind": "split", "shares": [2, 1], "token": "a-token-split"}),
            ("post", f"piles/{pile['id']}/events",
             {"kind": "family", "by": "distance", "share": 0.3, "token": "a-token-far"}),
            ("post", f"piles/{pile['id']}/events",
             {"kind": "keep", "name": "Mud", "token": "a-token-kept"}),
            ("post", f"piles/{pile['id']}/events",
             {"kind": "weigh", "tube": tube, "token": "a-token-heavy"}),
            ("post", f"piles/{pile['id']}/events",
             {"kind": "read", "count": 3, "token": "a-token-seen"}),
            ("post", f"piles/{pile['id']}/events",
             {"kind": "pot", "pot": None, "token": "a-token-pot"}),
            ("put", "gram-scale", {"step_g": 0.01}),
            ("post", "gram-scale/put", {"mass_g": 2.5}),
            ("put", f"photographs/{photo}/card",
             {"card": {"kind": "grey", "area": {"left": 0.1, "top": 0.1}}}),
            ("post", f"photographs/{photo}/area",
             {"left": 0.2, "top": 0.1, "width": 0.3, "height": 0.4}),
        ]  # fmt: skip

    def assert_answered(self, method: str, path: str, raw: bytes) -> None:
        status, told = self.send(method, path, raw)
        self.assertLess(status, 500, told)
        if status >= 400:
            self.assertEqual(told["status"], status)
            self.assertTrue(told["detail"].strip())
            self.assertLess(len(told["detail"]), 2000)

    def test_every_door_takes_what_it_is_for(self) -> None:
        """Else the other tests would knock at closed doors."""
        for method, path, body in self.wares:
            with self.subTest(method=method, path=path):
                status, told = self.send(method, path, body)
                # The device may still be off; everything else is right as it stands.
                device = path.endswith("/measure") or body.get("kind") in DEVICES
                waiting = (409, 422) if device else ()
                self.assertIn(status, (200, 201, 204, *waiting), told)

    @TRIES
    @given(st.data())
    def test_nonsense_in_any_place_is_refused_in_words(self, data: st.DataObject) -> None:
        for method, path, body in self.wares:
            at = data.draw(st.sampled_from(list(places(body))), label=path)
            value = data.draw(st.sampled_from(NONSENSE), label="value")
            raw = json.dumps(put(body, at, value)).encode()
            self.assert_answered(method, path, raw)

    @TRIES
    @given(ANYTHING)
    def test_any_json_at_any_door_is_answered(self, body: Any) -> None:
        raw = json.dumps(body).encode()
        for method, path, _ in self.wares:
            self.assert_answered(method, path, raw)

    @TRIES
    @given(st.binary(max_size=60))
    def test_what_is_no_json_is_answered(self, raw: bytes) -> None:
        for method, path, _ in self.wares:
            self.assert_answered(method, path, raw)

    def test_deep_nesting_is_answered(self) -> None:
        for raw in (b"[" * 100_000, b'{"a":' * 50_000 + b"1" + b"}" * 50_000):
            for method, path, _ in self.wares:
                self.assert_answered(method, path, raw)

    def test_numbers_in_addresses_that_no_table_has(self) -> None:
        for path in ("tubes/{}", "scales/{}", "piles/{}", "tubes/{}/calibration"):
            for number in ("0", "-1", str(10**30), "9" * 400, "seven", "1e3", "%00"):
                with self.subTest(path=path, number=number[:12]):
                    answer = self.client.get(f"/api/{path.format(number)}")
                    self.assertIn(answer.status_code, (404, 422))
