"""Schools of muting: a module for each."""

import sys
from collections.abc import Mapping
from typing import Final

from mesotint.kinds import kinds_of
from mesotint.mixing.muting.schools.kind import SchoolOfMuting

KINDS: Final[Mapping[str, SchoolOfMuting]] = kinds_of(sys.modules[__name__])
"""The schools by their keys, in the order in which they stand side by side."""
