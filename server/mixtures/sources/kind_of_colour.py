"""A kind of colour that painters aim at; written as one."""

from typing import Final

from server.mixtures.sources.kind import TargetSource

KIND: Final = TargetSource("kind", "A kind of colour", rank=50)
