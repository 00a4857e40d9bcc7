"""Charts a painter makes of a few paints: a module for each kind."""

import sys
from collections.abc import Mapping
from typing import Any, Final

from mesotint.kinds import kinds_of
from mesotint.planning.charts.kind import Kind

KINDS: Final[Mapping[str, Kind[Any]]] = kinds_of(sys.modules[__name__])
"""The kinds of chart by their keys, in the order in which painters are offered them."""
