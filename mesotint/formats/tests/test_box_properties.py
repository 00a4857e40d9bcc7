"""Any box goes out and comes back whole, as JSON and as CSV; any bytes are read or refused."""

import csv
import io
import json
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from mesotint.formats.box import (
    BOX_FILE,
    COLUMNS,
    TUBE_MEDIA,
    BoxData,
    TubeData,
    read_box_csv,
    read_box_json,
    write_box_csv,
)
from mesotint.formats.faults import FileFaults
from mesotint.optics.surface import FINISHES
from mesotint.paints.calibration import Reading
from mesotint.paints.library import library

KEYS = sorted(library().paints)
# A return alone and a NUL are no text that a painter types; a file may write a return as it likes.
TEXT = st.text(st.characters(exclude_categories=("Cs", "Cc"), include_characters="\n\t"))
VOLUMES = st.none() | st.floats(0, 100_000, allow_subnormal=False)
READINGS = st.builds(
    Reading,
    st.floats(0, 1000, allow_subnormal=False),
    st.tuples(st.floats(0, 100), st.floats(-90, 90), st.floats(-90, 90)).map(np.array),
    st.none(),
) | st.builds(
    Reading.of_spectrum,
    st.floats(0, 1000, allow_subnormal=False),
    st.lists(st.floats(0.01, 0.99), min_size=36, max_size=36).map(np.array),
)
LOOKS = {
    "label": TEXT.map(str.strip).filter(bool).map(lambda label: label[:120]),
    "medium": st.sampled_from(TUBE_MEDIA),
    "finish": st.sampled_from(tuple(FINISHES)),
    "size_ml": VOLUMES,
    "left_ml": VOLUMES,
    "notes": TEXT,
}
TUBES = (
    st.builds(TubeData, paint=st.sampled_from(KEYS), **LOOKS)
    | st.builds(
        TubeData,
        recipe=st.dictionaries(st.sampled_from(KEYS), st.floats(1e-3, 1e3), min_size=1, max_size=4),
        **LOOKS,
    )
    | st.builds(TubeData, readings=st.lists(READINGS, min_size=1, max_size=3), **LOOKS)
)
BOXES = st.builds(BoxData, st.just("Studio"), st.lists(TUBES, max_size=4))


class BoxPropertyTest(unittest.TestCase):
    def assert_same(self, ours: BoxData, again: BoxData) -> None:
        self.assertEqual(len(again.tubes), len(ours.tubes))
        for was, now in zip(ours.tubes, again.tubes, strict=True):
            for field in ("label", "paint", "medium", "finish", "size_ml", "left_ml", "notes"):
                self.assertEqual(getattr(now, field), getattr(was, field), field)
            self.assertEqual(dict(now.recipe), dict(was.recipe))
            self.assertEqual(len(now.readings), len(was.readings))
            for one, other in zip(was.readings, now.readings, strict=True):
                self.assertEqual(one.white_parts, other.white_parts)
                # Readings are told to more digits than an instrument has.
                np.testing.assert_allclose(one.lab, other.lab, atol=1e-3)
                self.assertEqual(one.reflectance is None, other.reflectance is None)
                if one.reflectance is not None and other.reflectance is not None:
                    np.testing.assert_allclose(one.reflectance, other.reflectance, atol=1e-5)

    @settings(deadline=None)
    @given(BOXES)
    def test_json_comes_back_whole_and_keeps_to_its_schema(self, box: BoxData) -> None:
        text = BOX_FILE.written(box)
        Draft202012Validator(BOX_FILE.schema).validate(json.loads(text))
        again = read_box_json(text.encode())
        self.assertEqual(again.name, box.name)
        self.assert_same(box, again)

    @settings(deadline=None)
    @given(BOXES)
    def test_csv_comes_back_whole(self, box: BoxData) -> None:
        self.assert_same(box, read_box_csv(write_box_csv(box).encode(), box.name))

    @settings(deadline=None)
    @given(BOXES)
    def test_csv_is_rows_of_rfc_4180(self, box: BoxData) -> None:
        """RFC 4180: a header, lines that end in CRLF, and as many fields in each record."""
        text = write_box_csv(box)
        self.assertTrue(text.endswith("\r\n"))
        rows = list(csv.reader(io.StringIO(text, newline="")))
        self.assertEqual(tuple(rows[0]), COLUMNS)
        self.assertEqual({len(row) for row in rows}, {len(COLUMNS)})
        self.assertEqual(len(rows), 1 + len(box.tubes))

    @settings(deadline=None)
    @given(st.binary(max_size=400))
    def test_any_bytes_are_read_or_refused_with_lines(self, data: bytes) -> None:
        for read in (read_box_json, lambda raw: read_box_csv(raw, "Box")):
            try:
                read(data)
            except FileFaults as refused:
                self.assertTrue(refused.faults)
                for fault in refused.faults:
                    self.assertGreaterEqual(fault.line, 0)
                    self.assertTrue(fault.says.strip())

    @settings(deadline=None)
    @given(BOXES.filter(lambda box: len(box.tubes) > 0), st.data())
    def test_a_torn_file_is_never_taken_in_part(self, box: BoxData, data: st.DataObject) -> None:
        text = BOX_FILE.written(box).strip()
        cut = data.draw(st.integers(0, len(text) - 1))
        with self.assertRaises(FileFaults):
            read_box_json(text[:cut].encode())
