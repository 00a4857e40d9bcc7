"""The swatch book on paper: its words are the entries', its codes open them, it can be stopped."""

import io
import unittest

import cv2
import numpy as np
from pypdf import PdfReader

from mesotint.errors import InputError
from mesotint.painted.code import code_rows
from mesotint.painted.swatch_book import LABEL_COLUMNS, LABEL_ROWS, BookEntry, draw_book

ENTRY = BookEntry(
    "Rust, wet", "31 May 2026", "5YR 4/6", "#8a5a3c", "#80503a", ("75 % Cadmium orange",),
    "two coats", "http://127.0.0.1:8460/journal/17",
)  # fmt: skip


class SwatchBookTest(unittest.TestCase):
    def test_cards_and_labels_tell_what_the_entries_tell(self) -> None:
        each = LABEL_COLUMNS * LABEL_ROWS
        for form, pages in (("cards", each + 1), ("labels", 2)):
            book = PdfReader(io.BytesIO(draw_book([ENTRY] * (each + 1), form)))
            self.assertEqual(len(book.pages), pages)
            text = book.pages[0].extract_text()
            for word in ("Rust, wet", "31 May 2026", "5YR 4/6", "75 % Cadmium orange"):
                self.assertIn(word, text, form)
        width, height = (
            float(edge) / 72 * 25.4
            for edge in PdfReader(io.BytesIO(draw_book([ENTRY], "cards"))).pages[0].mediabox[2:]
        )
        # ISO 216.
        self.assertAlmostEqual(width, 105, delta=0.5)
        self.assertAlmostEqual(height, 148, delta=0.5)

    def test_the_code_is_read_by_another_library(self) -> None:
        """Its modules are drawn into a picture, and OpenCV reads them."""
        picture = np.where(np.array(code_rows(ENTRY.address)), 0, 255).astype(np.uint8)
        picture = np.kron(np.pad(picture, 10, constant_values=255), np.ones((8, 8), np.uint8))
        told, *_ = cv2.QRCodeDetector().detectAndDecode(picture)
        self.assertEqual(told, ENTRY.address)

    def test_it_is_told_how_far_it_is_and_ends_where_it_is_stopped(self) -> None:
        seen: list[int] = []

        def stop(place: int) -> None:
            seen.append(place)
            if place == 2:
                raise KeyboardInterrupt

        with self.assertRaises(KeyboardInterrupt):
            draw_book([ENTRY] * 9, "cards", stop)
        self.assertEqual(seen, [0, 1, 2])

    def test_what_is_none_is_told(self) -> None:
        for entries, form, says in (
            ([ENTRY], "poster", "cards or labels"),
            ([], "cards", "no entry"),
        ):
            with self.assertRaisesRegex(InputError, says):
                draw_book(entries, form)
