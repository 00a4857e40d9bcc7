"""JSON as text: read within bounds, and the line that a value stands in."""

import json
import re
from collections.abc import Iterator, Sequence
from typing import Any, Final

from mesotint.formats.faults import Fault, FileFaults, text_of

_DECODER: Final = json.JSONDecoder()
_SURROGATE: Final = re.compile(r"\\u[dD][89a-fA-F]")
_FILLED: Final = re.compile(r"[^ \t\r\n]")


def read_json(data: bytes) -> tuple[Any, str]:
    """What a JSON file holds, and its text.

    Parameters
    ----------
    data : bytes
        The file as it came.

    Raises
    ------
    FileFaults
        For a file that is too large, is no JSON, or is nested too deep to be read.
    """
    text = text_of(data)
    try:
        whole = json.loads(text, parse_constant=_no_constant)
    except json.JSONDecodeError as error:
        raise FileFaults([Fault(error.lineno, f"This is no JSON: {error.msg}.")]) from None
    except (RecursionError, ValueError):
        raise FileFaults([Fault(0, "This is no JSON that we can read.")]) from None
    half = _SURROGATE.search(text)
    if half is not None:
        # Mostly both halves of a character are there.
        try:
            json.dumps(whole, ensure_ascii=False).encode()
        except UnicodeEncodeError:
            line = text.count("\n", 0, half.start()) + 1
            says = "There is half a character in it; write it out whole."
            raise FileFaults([Fault(line, says)]) from None
    return whole, text


def _no_constant(word: str) -> float:
    raise ValueError(word)


class Lines:
    """The lines in which the values of a JSON text begin.

    What lies before a value is stepped over by Python's own decoder, once, which takes little time
    even where that is megabytes.

    Parameters
    ----------
    text : str
        JSON that was read without a fault.
    """

    def __init__(self, text: str) -> None:
        self._text = text
        self._found: dict[int, dict[str | int, int]] = {}

    def of(self, path: Sequence[str | int]) -> int:
        """The line, from 1, of the value that keys and places lead to; 1 where they lead nowhere.

        Examples
        --------
        >>> Lines('{"tubes": [{},\\n{"label": 7}]}').of(["tubes", 1, "label"])
        2
        """
        at = self._next(0)
        for part in path:
            if at not in self._found:
                self._found[at] = dict(self._members(at))
            if part not in self._found[at]:
                return 1
            at = self._found[at][part]
        return self._text.count("\n", 0, at) + 1

    def _members(self, at: int) -> Iterator[tuple[str | int, int]]:
        """Where each member of the object or the array that begins at a place begins."""
        text, here = self._text, 0
        opened, at = text[at], self._next(at + 1)
        while opened in "{[" and text[at] not in "}]":
            key: str | int = here
            if opened == "{":
                key, at = _DECODER.raw_decode(text, at)
                at = self._next(self._next(at) + 1)
            yield key, at
            at = self._next(_DECODER.raw_decode(text, at)[1])
            at, here = self._next(at + 1) if text[at] == "," else at, here + 1

    def _next(self, at: int) -> int:
        """The first place from one on that holds no white space."""
        found = _FILLED.search(self._text, at)
        return found.start() if found else len(self._text)
