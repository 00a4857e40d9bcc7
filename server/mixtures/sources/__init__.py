"""Where a colour to hit comes from: a module for each source."""

import sys
from collections.abc import Mapping
from typing import Final

from mesotint.kinds import kinds_of
from server.mixtures.sources.kind import TargetSource

KINDS: Final[Mapping[str, TargetSource]] = kinds_of(sys.modules[__name__])
"""The sources by their keys, in the order in which painters are offered them."""
