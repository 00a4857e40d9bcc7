"""Charts as earlier versions asked for them: with every field of every kind."""

from collections.abc import Container
from typing import Any, Final

_FIELDS: Final = frozenset({
    "mixtures", "columns", "base", "more", "richer", "counted_by", "count", "openings", "values",
    "dark", "lighter", "cooler", "greyer", "flatter", "ratio", "row_parts", "white", "order",
    "most", "no_black", "transparent", "leans", "up", "coats", "bare",
})  # fmt: skip
_ALWAYS: Final = frozenset({"more", "values", "lighter", "cooler", "greyer"})
"""What every earlier version sent with every chart; no kind has all of them."""


def chart(given: Any, fields: Container[str]) -> Any:
    """A chart's request without what means nothing for its kind, if it is of an earlier version.

    Parameters
    ----------
    given : object
        What came in, or what is kept of a sheet.
    fields : container of str
        What the kind takes.
    """
    if not isinstance(given, dict) or not given.keys() >= _ALWAYS:
        return given
    given = dict(given)
    # What darkens a string was one or none.
    dark = given.get("dark")
    given["dark"] = dark if isinstance(dark, list) else [dark] if dark else []
    # A ratio by parts stood in a field of its own.
    if given.get("ratio") == "parts":
        given["ratio"] = given.get("row_parts", 1.0)
    return {name: value for name, value in given.items() if name in fields or name not in _FIELDS}
