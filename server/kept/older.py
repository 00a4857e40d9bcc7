"""Names that were other ones in earlier versions, in what was kept as JSON and in files.

What is not as it should be is left as it is, for whoever checks it to say so.
"""

from collections.abc import Mapping
from typing import Any


def _renamed(told: Any, names: Mapping[str, str]) -> Any:
    if not isinstance(told, dict):
        return told
    return {names.get(name, name): value for name, value in told.items()}


def sheet_request(told: Any) -> Any:
    """What a sheet is computed from: a chart had ``ends``, a third paint was an ``end``, a triad a
    ``triangle``."""
    request = _renamed(told, {"ends": "mixtures"})
    if isinstance(request, dict):
        if "third" in request:
            request["third"] = _renamed(request["third"], {"end": "mixture"})
        if request.get("kind") == "triangle":
            request["kind"] = "triad"
    return request


def measure(told: Any) -> Any:
    """How a painter measures: the kind was a ``tool``, and the method a ``way``."""
    return _renamed(told, {"tool": "kind", "way": "method"})


def painting_request(told: Any) -> Any:
    """What a painting is computed from: a giving had a ``way``, and passages had no keys."""
    if not isinstance(told, dict):
        return told
    request = {**told, "giving": _renamed(told.get("giving", {}), {"way": "kind"})}
    if isinstance(passages := told.get("passages"), list):
        request["passages"] = [
            {"key": f"p{place}", **passage} if isinstance(passage, dict) else passage
            for place, passage in enumerate(passages)
        ]
    return request
