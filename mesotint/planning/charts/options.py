"""What a painter may choose of a chart: within which limits, and in which words.

An option is a field of its chart's dataclass of options. What it is annotated with says how it is
offered; its type and its default are those of the field.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any

from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import checked_amount
from mesotint.planning.openings import MOST_OPENING, OPENINGS


@dataclass(frozen=True)
class Number:
    """A number of any size within limits.

    Attributes
    ----------
    least, most : float
        Limits, both of which may be taken.
    label : str
        What stands beside it; empty where it is not offered but taken.
    unit : str
    in_wash : str
        What stands beside it in a wash, where that is another word.
    percent : bool
        Whether it is a share that is told in hundredths.
    above : bool
        Whether `least` itself may not be taken.
    optional : bool
        Whether there may be none.
    """

    least: float
    most: float
    label: str = ""
    unit: str = ""
    in_wash: str = ""
    percent: bool = False
    above: bool = False
    optional: bool = False


@dataclass(frozen=True)
class Count:
    """A whole number, one more or one less at a time; `word` is what is counted."""

    least: int
    most: int
    word: str


@dataclass(frozen=True)
class OneOf:
    """One of a few.

    Attributes
    ----------
    label : str
    words : mapping of str, int or bool to str
        What each is called.
    clears : tuple of str
        Sides that are emptied when it changes, since what stands there suits the other alone.
    between : (float, float), optional
        Numbers that are taken as well, though they have no word.
    """

    label: str
    words: Mapping[str | float | bool, str]
    clears: tuple[str, ...] = ()
    between: tuple[float, float] | None = None


@dataclass(frozen=True)
class Toggle:
    """One of two, of which only one has a word.

    Attributes
    ----------
    label : str
    on, off : bool or int
        What it is while it is on, and while it is off.
    ground : bool
        Whether, while it is on, a ground is to be chosen as well.
    """

    label: str
    on: bool | int = True
    off: bool | int = False
    ground: bool = False


@dataclass(frozen=True)
class Numbers:
    """A row of numbers, of which the painter chooses how many.

    Attributes
    ----------
    least, most : float
        Limits of each.
    word : str
        What is counted.
    by_length : mapping of int to tuple of float
        The rows that are offered.
    longest : int
        How many are taken.
    """

    least: float
    most: float
    word: str
    by_length: Mapping[int, tuple[float, ...]]
    longest: int = 10


@dataclass(frozen=True)
class OfEach:
    """A number for each of the first side's tubes.

    Attributes
    ----------
    least, most : float
        Limits of each.
    label : str
        What stands beside it, with {} for the tube's name; empty where it is not offered.
    unit : str
    each : float
        What each is where none is given.
    """

    least: float
    most: float
    label: str = ""
    unit: str = ""
    each: float = 1.0


@dataclass(frozen=True)
class Marks:
    """What is set by hand on the picture, each mark told by some values.

    Attributes
    ----------
    values : mapping of str to Number, Count or Numbers
        What tells a mark, by name.
    most : int
        How many there may be.
    """

    values: Mapping[str, Number | Count | Numbers]
    most: int


Option = Number | Count | OneOf | Toggle | Numbers | OfEach | Marks


def opened(word: str, usual: tuple[float, ...] = OPENINGS) -> Numbers:
    """Parts of white or water in rising steps: each new one as far again as the last was.

    Parameters
    ----------
    word : str
        What is opened so: columns, or rows.
    usual : tuple of float
        How the row begins.
    """
    row = list(usual)
    while len(row) < 8:
        step = row[-1] - row[-2] if len(row) > 1 else 1.0
        row.append(min(MOST_OPENING, row[-1] + max(1.0, step)))
    return Numbers(0, MOST_OPENING, word, {n: tuple(row[:n]) for n in range(1, 9)})


def checked(option: Option, value: Any, name: str) -> Any:
    """An option that lies within what may be chosen; rows of numbers come back as tuples.

    Parameters
    ----------
    value : object
        What was chosen.
    name : str
        What it is called, for the error.

    Raises
    ------
    InputError
        For what may not be chosen, with what may.
    """
    match option:
        case Number(optional=True) if value is None:
            return None
        case Count(least=least, most=most):
            if isinstance(value, bool) or not least <= value <= most or value != int(value):
                raise InputError(f"Give {least} to {most} {option.word}.", name)
            return int(value)
        case Number(least=least, most=most):
            return checked_amount(value, name, least=least, most=most)
        case Numbers() | OfEach() | Marks():
            return tuple(_checked_row(option, value, name))
        case OneOf(between=(least, most)) if not isinstance(value, str):
            return checked_amount(value, name, least=least, most=most)
        case OneOf() | Toggle():
            values = list(option.words) if isinstance(option, OneOf) else [option.on, option.off]
            if value not in values:
                *most_words, last = [str(each) for each in values if each != ""]
                near = nearest_words(str(value), map(str, values))
                words = " or ".join(near or [f"{', '.join(most_words)} or {last}"])
                raise InputError(f"'{str(value)[:40]}' is nothing for {name}; say {words}.", name)
    return value


def _checked_row(option: Numbers | OfEach | Marks, row: Any, name: str) -> Iterator[Any]:
    """Numbers, or marks, that lie within what may be chosen."""
    if not isinstance(option, Marks):
        for number in row:
            yield checked_amount(number, name, least=option.least, most=option.most)
        return
    if len(row) > option.most:
        raise InputError(f"Set {option.most} {name} at the most.", name)
    for mark in row:
        yield {of: checked(value, mark[of], name) for of, value in option.values.items()}


def in_words(option: Option) -> str:
    """What an option offers, in a few words; nothing where it is not offered."""
    match option:
        case OneOf(label=label) if label:
            return f"{label} ({', '.join(option.words.values())})"
        case Count(least=least, most=most):
            return f"{least} to {most} {option.word}"
        case Numbers(by_length=rows):
            return f"{min(rows)} to {max(rows)} {option.word}"
        case Toggle(label=label) | Number(label=label) | OfEach(label=label):
            return label.replace("{}", "of each")
    return ""
