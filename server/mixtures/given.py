"""Mixtures of tubes as requests give them: of some parts, or of where they came from."""

from mesotint.errors import InputError
from server.kept.models import NAME_LENGTH
from server.mixtures.origins import found as found_origin
from server.mixtures.origins import made_of
from server.mixtures.requests import MOST_IN_MIXTURE, Origin, TubeMixture, TubePart
from server.painters.models import Painter


def mixture_from(painter: Painter, origin: Origin) -> TubeMixture:
    """What a patch, a passage, a pile or a kept mixture is made of, back to the tubes."""
    source, name = found_origin(painter, origin)
    parts = [
        TubePart(tube=tube, parts=float(f"{100 * share:.6g}"))
        for tube, share in made_of(source).items()
    ]
    return mixture_of(parts, name).model_copy(update={"origin": origin})


def mixture_of(parts: list[TubePart], name: str) -> TubeMixture:
    """A mixture of some parts, under a name."""
    if not 1 <= len(parts) <= MOST_IN_MIXTURE:
        raise InputError(
            f"“{name or 'it'}” is empty, or of paints that are in no tube of yours, or of more "
            f"than {MOST_IN_MIXTURE}; mix it first, or take a simpler one.",
            "mixture",
        )
    return TubeMixture(parts=parts, name=name[:NAME_LENGTH])
