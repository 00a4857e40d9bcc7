"""CGATS.17 and CxF 3: round trips, other lights and grids, and faults with their lines."""

import re
import unittest

import colour
import numpy as np

from mesotint.colour.colorimetry import adapted_lab
from mesotint.formats.cgats import read_cgats, write_cgats
from mesotint.formats.cxf import read_cxf, write_cxf
from mesotint.formats.faults import GREATEST_FILE, MOST_LINES, FileFaults
from mesotint.formats.readings import NamedReading, resampled, white_parts_in
from mesotint.optics.grid import WAVELENGTHS_NM
from mesotint.paints.calibration import Reading

WHEN = "2026-01-02T03:04:05Z"
SPECTRUM = 0.1 + 0.5 * (WAVELENGTHS_NM - 380) / 350
MINE = [
    NamedReading("Harbour blue, masstone", Reading.of_spectrum(0.0, SPECTRUM)),
    NamedReading("Harbour blue 1:9", Reading(9.0, np.array([62.5, -3.25, -31.0]))),
    NamedReading("Nebel – 霧", Reading(2.5, np.array([80.0, 1.0, 2.0]))),
]
CGATS = """CGATS.17
ORIGINATOR "an example of our own"
{header}
NUMBER_OF_FIELDS 5
BEGIN_DATA_FORMAT
SAMPLE_ID SAMPLE_NAME LAB_L LAB_A LAB_B
END_DATA_FORMAT
NUMBER_OF_SETS 2
BEGIN_DATA
1 "Rust" 38.2 30.1 25.9
2 "Rust 1:4" 60.0 25.0 18.0
END_DATA
"""


def faults_of(read, data: bytes) -> list[tuple[int, str]]:
    try:
        read(data)
    except FileFaults as error:
        return [(fault.line, fault.says) for fault in error.faults]
    raise AssertionError("nothing was found wrong with it")


class RoundTripTest(unittest.TestCase):
    def test_nothing_is_lost_either_way(self) -> None:
        for write, read in (
            (lambda r: write_cgats(r, WHEN).encode(), read_cgats),
            (lambda r: write_cxf(r, WHEN), read_cxf),
        ):
            again = {named.name: named.reading for named in read(write(MINE))}
            self.assertEqual(set(again), {named.name for named in MINE})
            for named in MINE:
                found = again[named.name]
                self.assertEqual(found.white_parts, named.reading.white_parts)
                np.testing.assert_allclose(found.lab, named.reading.lab, atol=2e-3)
                self.assertEqual(found.reflectance is None, named.reading.reflectance is None)
                if found.reflectance is not None:
                    np.testing.assert_allclose(found.reflectance, SPECTRUM, atol=2e-6)


class CgatsTest(unittest.TestCase):
    def test_other_lights_are_adapted_and_names_tell_tints(self) -> None:
        """ICC.1:2022 annex E (Bradford), against colour-science."""
        whites = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]
        lab = np.array([38.2, 30.1, 25.9])
        for header, light in (('WEIGHTING_FUNCTION "ILLUMINANT, A"', "A"), ("", "D50"),
                              ('ILLUMINATION_NAME "D65"', "D65")):  # fmt: skip
            first, second = read_cgats(CGATS.format(header=header).encode())
            xyz = colour.chromatic_adaptation(
                colour.Lab_to_XYZ(lab, whites[light]),
                colour.xy_to_XYZ(whites[light]),
                colour.xy_to_XYZ(whites["D65"]),
                transform="Bradford",
            )
            with self.subTest(light=light):
                theirs = colour.XYZ_to_Lab(xyz, whites["D65"])
                np.testing.assert_allclose(first.reading.lab, theirs, atol=0.05)
            self.assertEqual((first.reading.white_parts, second.reading.white_parts), (0, 4))
        np.testing.assert_allclose(adapted_lab(adapted_lab(lab, "A"), "D65", "A"), lab, atol=1e-9)

    def test_every_fault_is_told_with_its_line(self) -> None:
        bad = CGATS.format(header='ILLUMINANT "moonlight"').replace("30.1 25.9", "30.1")
        bad = bad.replace("60.0", "sixty").replace("NUMBER_OF_SETS 2", "NUMBER_OF_SETS 3")
        found = faults_of(read_cgats, bad.encode())
        # A light that is not known is told before anything is read under it.
        self.assertEqual([line for line, _ in found], [3])
        found = faults_of(read_cgats, bad.replace('"moonlight"', '"D50"').encode())
        self.assertEqual([line for line, _ in found], [8, 10, 11])
        told = " ".join(says for _, says in found)
        for words in ("says 3", "4 values for 5 fields", "'sixty' is no number"):
            self.assertIn(words, told)

    def test_what_is_no_cgats_is_refused(self) -> None:
        cases = [
            (b"hello\nworld\n", "begins with CGATS"),
            (b"CGATS.17\nBEGIN_DATA\n1 2 3\n", "never ended"),
            (b"CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID\nEND_DATA_FORMAT\nBEGIN_DATA\n1\nEND_DATA\n",
             "neither LAB_L"),
            (b'CGATS.17\nORIGINATOR "open\n', "quotation mark"),
            (b"CGATS.17\n\0\n", "NUL"),
            ("CGATS.17\nORIGINATOR \"é\"\n".encode("latin-1"), "UTF-8"),
            (b"x" * (GREATEST_FILE + 1), "5 MB"),
            (CGATS.format(header='WEIGHTING_FUNCTION "OBSERVER, 10 degree"').encode(), "10°"),
            (CGATS.format(header="").replace("38.2", "138.2").encode(), "between 0 and 100"),
            (CGATS.format(header="").replace("38.2", "nan").encode(), "'nan' is no number"),
            (CGATS.format(header="").replace("38.2", "inf").encode(), "'inf' is no number"),
            (b"CGATS.17\n" + b"#\n" * MOST_LINES, "Split it"),
        ]  # fmt: skip
        for data, told in cases:
            with self.subTest(told=told):
                self.assertIn(told, " ".join(says for _, says in faults_of(read_cgats, data)))

    def test_spectra_of_other_grids_are_brought_onto_ours(self) -> None:
        for start, stop, step in ((400, 700, 10), (380, 730, 5), (360, 740, 20)):
            grid = np.arange(start, stop + 1, step)
            smooth = 0.3 + 0.2 * np.sin(grid / 60)
            found = resampled(grid.astype(float), smooth)
            within = (start <= WAVELENGTHS_NM) & (stop >= WAVELENGTHS_NM)
            true = 0.3 + 0.2 * np.sin(WAVELENGTHS_NM / 60)
            np.testing.assert_allclose(found[within], true[within], atol=4e-3)
        for grid in ([400.0, 500.0, 600.0, 700.0], [450.0, 460.0]):
            with self.assertRaisesRegex(ValueError, "400 to 700"):
                resampled(np.array(grid), np.full(len(grid), 0.5))
        self.assertEqual((white_parts_in("x 1 : 2,5"), white_parts_in("rust")), (2.5, 0))

    def test_per_cent_is_told_from_factors(self) -> None:
        fields = " ".join(f"NM_{nm:.0f}" for nm in WAVELENGTHS_NM)
        values = " ".join(f"{100 * v:.4f}" for v in SPECTRUM)
        text = (f"CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_NAME {fields}\nEND_DATA_FORMAT\n"
                f"BEGIN_DATA\nblue {values}\nEND_DATA\n")  # fmt: skip
        (found,) = read_cgats(text.encode())
        np.testing.assert_allclose(found.reading.reflectance, SPECTRUM, atol=1e-5)


class CxfTest(unittest.TestCase):
    def test_hostile_and_foreign_xml_is_refused(self) -> None:
        laughs = '<!DOCTYPE a [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;">]><a>&b;</a>'
        entity = '<!DOCTYPE a [<!ENTITY a SYSTEM "file:///etc/passwd">]><a>&a;</a>'
        good = write_cxf(MINE, WHEN).decode()
        cases = [
            (laughs.encode(), "document type"),
            (entity.encode(), "document type"),
            (b"<a><b></a>", "well-formed"),
            (b"<html><body/></html>", "no CxF"),
            (re.sub(r"<ns0:Color(CIELab).*?</ns0:ColorCIELab>", "", good).encode(), "neither"),
            (good.replace('Value="9"', 'Value="nine"').encode(), "no number"),
            (good.replace(">D65<", ">F12<").encode(), "adapt"),
            (good.replace("2_Degree", "10_Degree").encode(), "10°"),
        ]
        for data, told in cases:
            with self.subTest(told=told):
                self.assertIn(told, " ".join(says for _, says in faults_of(read_cxf, data)))
