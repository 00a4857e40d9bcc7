"""Colours to hit, wherever they come from."""

from typing import TYPE_CHECKING, Any

from pydantic import create_model

from mesotint.errors import InputError
from mesotint.optics.grid import Array
from server.kept.requests import Asked, Name
from server.mixtures.requests import Origin, TubeMixture
from server.mixtures.sources import KINDS
from server.mixtures.sources.kind import TargetSource
from server.painters.models import Painter


class _Target(Asked):
    """A colour to hit, from one source of all that there are; made of what each takes."""

    name: Name = ""

    @property
    def source(self) -> tuple[TargetSource, Any]:
        """The source that is meant, and what was given of it."""
        for source in KINDS.values():
            given = getattr(self, source.key, source.usual)
            if given != source.usual and str(given).strip():
                return source, given
        raise InputError("Write a colour, as 5YR 4/2, 45 8 12 or #8a7f72.", "target")

    @property
    def named(self) -> list[TubeMixture]:
        """The mixture it names, if it is one."""
        return [given for _, given in self if isinstance(given, TubeMixture)]


if TYPE_CHECKING:
    Target = _Target
else:
    Target = create_model(
        "Target",
        __base__=_Target,
        __doc__="A colour to hit, from one source of all that there are.",
        __module__=__name__,
        **{
            source.key: (source.takes, source.usual)
            for source in KINDS.values()
            if source.takes is not None
        },
    )


class SourceIn(Asked):
    """Where a mixture comes from: something that was made, or a colour that the box is to mix."""

    origin: Origin | None = None
    target: Target | None = None


def found_target(painter: Painter, asked: Target) -> tuple[Array, str]:
    """The colour a target asks for, and what to call it; an empty word where nothing tells."""
    source, given = asked.source
    assert source.colour is not None, "a source that takes something leads to a colour"
    return source.colour(painter, given)
