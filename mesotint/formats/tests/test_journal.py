"""Journals in files: what is written reads back; what is wrong is told by its line."""

import csv
import io
import json
import unittest

import jsonschema
import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from mesotint.formats.faults import FileFaults
from mesotint.formats.journal import (
    JOURNAL_FILE,
    EntryData,
    JournalData,
    PartData,
    parts_in,
    read_journal_csv,
    read_journal_json,
    write_journal_csv,
)

ENTRY = EntryData(
    "Rust, wet", [PartData("Cadmium orange", 75.0, "PO20"), PartData("=Ultramarine", 25.0)],
    date="2026-05-31", times=3, medium="wash", ground="bright white", finish="matte",
    lab=np.array([40.0, 20.5, -3.25]), reflectance=np.linspace(0.1, 0.9, 36),
    seen=np.array([41.0, 20.0, -3.0]), seen_by="eye", target="rust", note='two "coats", then\nmore',
    tags=["hull", "rain"],
)  # fmt: skip
TEXT = st.text(
    st.characters(codec="utf-8", exclude_categories=("Cs", "Cc")), min_size=1, max_size=30
)


class JournalFileTest(unittest.TestCase):
    def test_json_follows_its_schema_and_reads_back(self) -> None:
        """Checked by another validator than the one that reads it."""
        written = JOURNAL_FILE.written(JournalData([ENTRY]))
        jsonschema.Draft202012Validator.check_schema(JOURNAL_FILE.schema)
        jsonschema.validate(json.loads(written), JOURNAL_FILE.schema)
        (back,) = read_journal_json(written.encode())
        for name in ("name", "parts", "date", "times", "medium", "finish", "ground", "seen_by",
                     "target", "note", "tags"):  # fmt: skip
            self.assertEqual(getattr(back, name), getattr(ENTRY, name), name)
        for name in ("lab", "seen", "reflectance"):
            np.testing.assert_allclose(getattr(back, name), getattr(ENTRY, name), atol=1e-6)

    def test_a_table_reads_back_and_holds_no_formula(self) -> None:
        written = write_journal_csv([ENTRY])
        (row,) = list(csv.DictReader(io.StringIO(written)))
        self.assertFalse(any(cell.startswith(("=", "+", "@")) for cell in row.values()))
        (back,) = read_journal_csv(written.encode("utf-8-sig"))
        self.assertEqual([(p.parts, p.label) for p in back.parts],
                         [(75.0, "Cadmium orange"), (25.0, "=Ultramarine")])  # fmt: skip
        self.assertEqual((back.name, back.note, back.tags), (ENTRY.name, ENTRY.note, ENTRY.tags))
        self.assertEqual((back.date, back.medium), (ENTRY.date, ENTRY.medium))

    @given(TEXT, TEXT, st.floats(0.01, 999))
    def test_any_name_and_note_come_back(self, name: str, note: str, parts: float) -> None:
        name, note = f"x{name}".strip(), f"x{note}".strip()
        told = [EntryData(name, [PartData("blue", float(f"{parts:.6g}"))], note=note)]
        as_json, table = JOURNAL_FILE.written(JournalData(told)), write_journal_csv(told)
        for (back,) in (read_journal_json(as_json.encode()), read_journal_csv(table.encode())):
            self.assertEqual((back.name, back.note), (name, note))
            self.assertAlmostEqual(back.parts[0].parts, parts, delta=1e-4 * parts)

    def test_every_fault_is_told_by_its_line(self) -> None:
        table = (
            "name,date,parts,medium\n"
            "rust,2026-05-31,3 orange + 1 blue,opaque\n"
            ",2026-05-31,1 blue,\n"
            "mud,31.5.2026,1 blue,\n"
            "fog,2026-05-31,some blue,\n"
            "sea,2026-05-31,1 blue,fresco\n"
        )
        with self.assertRaises(FileFaults) as caught:
            read_journal_csv(table.encode())
        told = [(fault.line, fault.says.split(";")[0]) for fault in caught.exception.faults]
        self.assertEqual([line for line, _ in told], [3, 4, 5, 6])
        self.assertIn("31.5.2026", told[1][1])
        for data, says in (
            (b"label,paint\nx,y\n", "names the columns"),
            (b'{"format":"mesotint box","version":1,"entries":[]}', "mesotint journal"),
            (b'{"format":"mesotint journal","version":2,"entries":[]}', "version"),
            (b'{"format":"mesotint journal","version":1,"entries":[{"name":"x","parts":[]}]}',
             "parts"),
            (b"[" * 900, ""),
        ):  # fmt: skip
            read = read_journal_json if data[:1] in b"{[" else read_journal_csv
            with self.subTest(says), self.assertRaises(FileFaults) as caught:
                read(data)
            self.assertIn(says, caught.exception.message)

    def test_parts_are_read_as_they_are_written_beside_a_swatch(self) -> None:
        told = parts_in(" 3 Cadmium orange+0,5 Blue 15:3 ")
        self.assertEqual([(p.parts, p.label) for p in told],
                         [(3.0, "Cadmium orange"), (0.5, "Blue 15:3")])  # fmt: skip

    def test_a_hostile_entry_is_not_looked_into(self) -> None:
        for value in ("[" * 12 + "1" + "]" * 12, "[" + "1," * 200_000 + "1]"):
            entry = f'{{"name":"x","parts":[{{"label":"b","parts":1}}],"note":{value}}}'
            data = f'{{"format":"mesotint journal","version":1,"entries":[{entry}]}}'
            with self.assertRaises(FileFaults) as caught:
                read_journal_json(data.encode())
            self.assertIn("holds more than", caught.exception.message)
