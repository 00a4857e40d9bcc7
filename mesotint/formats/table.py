"""Cells of a table that spreadsheets open: text that begins as a formula stays text.

A spreadsheet runs what begins with one of ``= + - @`` or a tab; one that is marked as text by an
apostrophe it shows. OWASP, *CSV Injection*; RFC 4180 knows of none of this.
"""

import csv
import io
from collections.abc import Iterable, Sequence
from typing import Final

_FORMULA: Final = ("=", "+", "-", "@", "\t", "\r", "\n")
_MARK: Final = "'"


def written_table(rows: Iterable[Sequence[object]]) -> str:
    """Rows as CSV (RFC 4180), in which no text is a formula.

    Parameters
    ----------
    rows : iterable of sequence
        Text, numbers, or anything that is told as text; headings first.

    Examples
    --------
    >>> written_table([["name", "parts"], ["=1+1", -2]])
    "name,parts\\r\\n'=1+1,-2\\r\\n"
    """
    file = io.StringIO()
    writer = csv.writer(file)
    for row in rows:
        writer.writerow([_safe(cell) if isinstance(cell, str) else cell for cell in row])
    return file.getvalue()


def _safe(text: str) -> str:
    # What begins with the mark itself is marked once more, so that it reads back as it was.
    return _MARK + text if text.startswith((*_FORMULA, _MARK)) and not _is_number(text) else text


def _is_number(text: str) -> bool:
    """Whether it is one, as -3.20 is, which no spreadsheet runs."""
    try:
        float(text)
    except ValueError:
        return False
    return text == text.strip()


def plain(cell: str) -> str:
    """The text of a cell that `written_table` wrote.

    Examples
    --------
    >>> plain("'=1+1"), plain("rust"), plain("'tis")
    ('=1+1', 'rust', "'tis")
    """
    rest = cell.removeprefix(_MARK)
    return rest if rest != cell and _safe(rest) == cell else cell
