"""Sheets as earlier versions asked for them: charts with every field of every kind, and one kind
of chart that is a scale now."""

from collections.abc import Container
from typing import Any, Final

_FIELDS: Final = frozenset({
    "mixtures", "columns", "base", "more", "richer", "counted_by", "count", "openings", "values",
    "dark", "lighter", "cooler", "greyer", "flatter", "ratio", "row_parts", "white", "order",
    "most", "no_black", "transparent", "leans", "up", "coats", "bare",
})  # fmt: skip
_VIEWING: Final = {"medium", "ground", "finish", "light"}
_OPENED: Final = (0.0, 1.0, 2.0, 3.0, 4.0)
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


def sheet(given: Any) -> Any:
    """A sheet as one of the kinds there are now; anything else is left as it is.

    Scales and triangles were no charts, and a complement chart is a scale with opened rows.

    Parameters
    ----------
    given : object
        What came in, or what is kept of a sheet.
    """
    if not isinstance(given, dict):
        return given
    if given.get("chart") == "complement":
        return _complement(given)
    kind = given.get("kind")
    if kind not in ("scale", "triad"):
        return given
    third = given.get("third")
    if isinstance(third, dict) and "mixture" in third:
        given = {**given, "third": third["mixture"], "third_parts": third.get("parts")}
    return {**given, "kind": "chart", "chart": kind}


def _complement(given: dict[str, Any]) -> Any:
    try:
        first, second = given["mixtures"]
        openings = list(given.get("openings") or _OPENED)
        # The row with least white is the run; the others are opened from there, by the same
        # mixtures: what they held was to one of the pair.
        lightener = min(openings)
        openings.remove(lightener)
        rows = [(opening - lightener) / (1 + lightener) for opening in openings]
    except (KeyError, TypeError, ValueError, ArithmeticError):
        return given
    viewing = {name: given[name] for name in _VIEWING & given.keys()}
    pair = {"first": first, "second": second, "steps": given.get("count", 9)}
    chosen = {"lightener": lightener, "openings": rows}
    return {"kind": "chart", "chart": "scale", **pair, **chosen, **viewing}
