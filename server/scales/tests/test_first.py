"""The first sheet of a studio."""

import numpy as np

from mesotint.mixing.mixture import Viewing
from mesotint.paints.library import library
from server.scales.models import Sheet
from server.scales.tests.desk import DeskTest
from server.tubes.models import Tube


class FirstTest(DeskTest):
    def first(self, key: str, **told: object) -> tuple[int, dict[str, object]]:
        """The first sheet of a tube by its paint."""
        return self.send("post", "scales/first", {"tube": self.tubes[key], **told})

    def test_a_tube_is_muted_by_what_takes_it_nearest_to_grey(self) -> None:
        """Chroma of every other tube of the box is looked for here, at a hundred shares."""
        share = np.linspace(0, 1, 101)
        parts = np.column_stack([1 - share, share])
        for medium in ("opaque", "wash"):
            left = {}
            for key in ("PB29", "PY3", "PV23"):
                paints = [library().paint("PO20"), library().paint(key)]
                lab = Viewing(medium).lab(parts, paints)
                left[key] = float(np.hypot(lab[:, 1], lab[:, 2]).min())
            wanted = min(left, key=lambda key: left[key])
            status, sheet = self.first("PO20", medium=medium)
            self.assertEqual(status, 201)
            request = sheet["request"]
            self.assertEqual(request["second"]["parts"][0]["tube"], self.tubes[wanted])
            self.assertEqual(request["medium"], medium)
        self.assertEqual(sheet["name"], "Cadmium orange into ultramarine blue")
        self.assertEqual(len(sheet["patches"]), 9)

    def test_it_is_measured_as_this_painter_measures(self) -> None:
        self.send("patch", "me", {"measure": "hand", "hand_ml": {"pea": 0.6}})
        measure = self.first("PB29")[1]["measure"]
        self.assertEqual((measure["kind"], measure["hand_ml"]["pea"]), ("hand", 0.6))

    def test_sent_twice_it_is_one_sheet_and_a_tube_alone_is_refused(self) -> None:
        token = "a" * 32
        for _ in range(2):
            self.assertEqual(self.first("PO20", token=token)[0], 201)
        self.assertEqual(Sheet.objects.count(), 1)
        Tube.objects.exclude(pk=self.tubes["PO20"]).update(put_away=True)
        self.assert_problem(self.first("PO20"), 422, "add a tube")
        self.assertEqual(
            self.send("post", "scales/first", {"tube": self.tubes["PB29"]}, self.as_other())[0], 404
        )
