"""What is wrong with a file, line by line."""

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Final

from mesotint.errors import InputError

GREATEST_FILE: Final = 5 * 1024 * 1024
MOST_TUBES: Final = 2_000
MOST_READINGS: Final = 20_000
MOST_LINES: Final = 25_000
"""Sizes that a studio needs; what is larger is refused before anything slow is done with it.

The largest file takes about a second to read. Only files of readings are counted by their lines.
"""
MOST_TOLD: Final = 50


@dataclass(frozen=True)
class Fault:
    """One thing to mend, and the line it stands in; 0 where it is about the whole file."""

    line: int
    says: str


class FileFaults(InputError):
    """A file from which nothing is taken, with everything that is wrong with it."""

    def __init__(self, faults: list[Fault]) -> None:
        self.faults = faults
        told = [
            f"line {fault.line}: {fault.says}" if fault.line else fault.says for fault in faults
        ]
        more = f" … and {len(told) - 3} more." if len(told) > 3 else ""
        super().__init__("In the file: " + " ".join(told[:3]) + more, "file")


@dataclass
class Faults:
    """Faults found so far, so that a file is read to its end before it is refused."""

    found: list[Fault] = field(default_factory=list)

    def add(self, line: int, says: str) -> None:
        """Note one, up to as many as anybody reads.

        Parameters
        ----------
        line : int
            Line of the file, from 1; 0 where none is to blame.
        says : str
            What is wrong and how to mend it, as a sentence.
        """
        if len(self.found) < MOST_TOLD:
            self.found.append(Fault(line, says))

    @property
    def full(self) -> bool:
        """Whether there are as many as anybody reads."""
        return len(self.found) >= MOST_TOLD

    @contextmanager
    def noting(self, line: int) -> Iterator[None]:
        """Note an `InputError` of what is done inside, instead of ending there.

        Parameters
        ----------
        line : int
            Line of the file, from 1; 0 where none is to blame.
        """
        try:
            yield
        except InputError as error:
            self.add(line, error.message)

    def refuse(self) -> None:
        """Raise `FileFaults` where there is any."""
        if self.found:
            raise FileFaults(self.found)


def text_of(data: bytes) -> str:
    """The text of a file.

    Parameters
    ----------
    data : bytes
        The file as it came.

    Raises
    ------
    FileFaults
        For a file that is too large, holds a NUL, or is not UTF-8.
    """
    if len(data) > GREATEST_FILE:
        size = GREATEST_FILE // 2**20
        raise FileFaults([Fault(0, f"The file is over {size} MB; readings never are that large.")])
    if b"\0" in data:
        line = data[: data.index(b"\0")].count(b"\n") + 1
        raise FileFaults([Fault(line, "There is a NUL in it: this is no text file.")])
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        line = data[: error.start].count(b"\n") + 1
        raise FileFaults(
            [Fault(line, "This is not UTF-8; save the file as UTF-8 and try again.")]
        ) from None
