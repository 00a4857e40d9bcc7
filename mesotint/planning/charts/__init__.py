"""Charts a painter makes of a few paints: a module for each kind."""

from collections.abc import Mapping
from importlib import import_module
from pkgutil import iter_modules
from typing import Any, Final

from mesotint.planning.charts.kind import Kind

_MODULES: Final = [import_module(f"{__name__}.{each.name}") for each in iter_modules(__path__)]
_FOUND: Final[list[Kind[Any]]] = [each.KIND for each in _MODULES if hasattr(each, "KIND")]

KINDS: Final[Mapping[str, Kind[Any]]] = {
    kind.key: kind for kind in sorted(_FOUND, key=lambda kind: (kind.rank, kind.title))
}
"""The kinds of chart by their keys, in the order in which painters are offered them."""
