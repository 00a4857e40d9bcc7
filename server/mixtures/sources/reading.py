"""A colour that an instrument read, out of a file of readings; written as one."""

from typing import Final

from server.mixtures.sources.kind import TargetSource

KIND: Final = TargetSource("reading", "A reading", rank=30)
