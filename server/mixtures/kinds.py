"""Kinds of colour that painters aim at, as the API tells them."""

from functools import cache

from mesotint.colour.kinds import KINDS, SOURCE, VALUES, WARMTHS, field_of
from server.kept.looks import looks
from server.mixtures.answers import KindOut


@cache
def kinds_out() -> list[KindOut]:
    """Every kind with its field."""
    wide = len(WARMTHS)
    told = []
    for kind in KINDS:
        seen = looks(field_of(kind.key)[0].reshape(-1, 3))
        told.append(
            KindOut(
                key=kind.key,
                name=kind.name,
                group=kind.group,
                opaque=kind.opaque,
                wash=kind.wash,
                source=SOURCE,
                across=list(WARMTHS),
                rows=[seen[at : at + wide] for at in range(0, VALUES * wide, wide)],
            )
        )
    return told
