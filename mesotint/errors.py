"""The one kind of error the core raises for input that a person can mend."""

import difflib
from collections.abc import Iterable


class InputError(ValueError):
    """Input that cannot be used, with the field it stands in and how to mend it.

    Parameters
    ----------
    message : str
        What is wrong and what would do, in a painter's words.
    field : str
        Name of the argument or field at fault.
    """

    def __init__(self, message: str, field: str = "") -> None:
        super().__init__(message)
        self.message = message
        self.field = field


def nearest_words(word: str, known: Iterable[str], count: int = 3) -> list[str]:
    """Known words most like `word`, best first; case is ignored.

    Parameters
    ----------
    word : str
        As it was typed.
    known : iterable of str
        The words there are.
    count : int
        How many at the most.

    Examples
    --------
    >>> nearest_words("PB92", ["PB29", "PY3"])
    ['PB29']
    """
    by_folded = {entry.casefold(): entry for entry in known}
    close = difflib.get_close_matches(word[:80].casefold(), by_folded, n=count, cutoff=0.5)
    return [by_folded[entry] for entry in close]
