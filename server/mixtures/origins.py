"""Where mixtures came from, where they went, and what they are made of, back to the tubes."""

from collections.abc import Callable, Collection, Iterable, Mapping, Sequence
from typing import TypeAlias

from django.db.models import Model, Q
from django.http import Http404

from server.mixtures.models import KEPT, KeptMixture, KeptPart, Origin, TubeShare
from server.mixtures.requests import Origin as Asked
from server.mixtures.requests import TubeMixture
from server.painters.models import Painter

Source: TypeAlias = tuple[str, int]
"""What something is, and the key of its row: ("patch", 12)."""


def used_in(source: Source) -> list[Source]:
    """What was made from a patch, a passage, a pile or a kept mixture: one query."""
    rows = Origin.objects.filter(from_kind=source[0], from_key=source[1])
    return list(rows.order_by("pk").values_list("made_kind", "made_key"))


def made_of(source: Source) -> dict[int, float]:
    """How much of each tube is in a patch, a passage, a pile or a kept mixture: one query."""
    kind, key = source
    if kind == KEPT:
        parts = KeptPart.objects.filter(mixture=key, tube__isnull=False)
        amounts = dict(parts.values_list("tube", "parts"))
        whole = sum(amounts.values()) or 1.0
        return {tube: amount / whole for tube, amount in amounts.items()}
    shares = TubeShare.objects.filter(kind=kind, key=key, share__gt=0)
    return dict(shares.values_list("tube", "share"))


def set_origins(painter: Painter, made: Mapping[Source, Collection[Source]]) -> None:
    """Write where each of some things was made from; what stood there before gives way."""
    if not made:
        return
    of = Q()
    for kind, key in made:
        of |= Q(made_kind=kind, made_key=key)
    wanted = {(*thing, *source) for thing, sources in made.items() for source in sources}
    names = ("made_kind", "made_key", "from_kind", "from_key")
    known = {row[1:]: row[0] for row in Origin.objects.filter(of).values_list("pk", *names)}
    gone = [known[row] for row in known.keys() - wanted]
    if gone:
        Origin.objects.filter(pk__in=gone).delete()
    Origin.objects.bulk_create(
        Origin(painter=painter, **dict(zip(names, row, strict=True)))
        for row in sorted(wanted - known.keys())
    )


def set_shares(kind: str, shares: Mapping[int, Mapping[int, float]]) -> None:
    """Write how much of each tube is in some rows of a kind, by their keys, in one go.

    Rows that stand there keep their place. A tube that is no longer in one is to be told as 0.
    """
    TubeShare.objects.bulk_create(
        (
            TubeShare(kind=kind, key=key, tube_id=tube, share=share)
            for key, parts in shares.items()
            for tube, share in parts.items()
        ),
        update_conflicts=True,
        update_fields=["share"],
    )


def take_out(rows: type[Model], kind: str, gone: Sequence[int]) -> None:
    """Take mixtures out of what they stood in; those that something was made from stay as rows
    without a place, so that it can still be told where that came from."""
    used = Origin.objects.filter(from_kind=kind, from_key__in=gone)
    wanted = set(used.values_list("from_key", flat=True))
    there = rows._default_manager
    there.filter(pk__in=wanted).update(place=None)
    there.filter(pk__in=set(gone) - wanted).delete()
    forget_shares(kind, sorted(set(gone) - wanted))


def forget_shares(kind: str, keys: Collection[int]) -> None:
    """Take away what some rows of a kind were made of."""
    TubeShare.objects.filter(kind=kind, key__in=keys).delete()


def sources_of(painter: Painter, mixtures: Iterable[TubeMixture]) -> set[Source]:
    """Where some mixtures were taken from, as far as it is still there and the painter's own."""
    asked: dict[str, list[Asked]] = {}
    for mixture in mixtures:
        if mixture.origin is not None:
            asked.setdefault(mixture.origin.kind, []).append(mixture.origin)
    return {
        (kind, key) for kind, origins in asked.items() for key in _FINDERS[kind](painter, origins)
    }


def found(painter: Painter, asked: Asked) -> tuple[Source, str]:
    """What a painter names, and what it is called; 404 where it is not theirs or gone."""
    for key, name in _FINDERS[asked.kind](painter, [asked]).items():
        return (asked.kind, key), name
    raise Http404


Finder: TypeAlias = Callable[[Painter, Sequence[Asked]], Mapping[int, str]]
"""From what a painter names to the keys of the rows, each with what it is called."""

_FINDERS: dict[str, Finder] = {}


def finds(kind: str) -> Callable[[Finder], Finder]:
    """Tell how the rows of a kind are found that a painter names; the stage that has them does."""

    def told(finder: Finder) -> Finder:
        _FINDERS[kind] = finder
        return finder

    return told


@finds(KEPT)
def _kept(painter: Painter, asked: Sequence[Asked]) -> Mapping[int, str]:
    mine = KeptMixture.objects.filter(painter=painter, pk__in=[each.id for each in asked])
    return dict(mine.values_list("pk", "name"))
