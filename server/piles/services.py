"""Piles computed from their events, and the advice on what to add."""

import uuid
from collections.abc import Sequence

import numpy as np
from django.db import transaction
from django.shortcuts import get_object_or_404

from mesotint.errors import InputError
from mesotint.mixing import pile as core
from mesotint.mixing.correction import Addition, begin, correct
from mesotint.mixing.mixture import DEFAULT_VIEWING, appearances
from mesotint.optics.grid import Array
from server.painters.models import Painter
from server.piles.models import Pile, PileEvent
from server.piles.schemas import (
    AdviceOut,
    PileAdviceOut,
    PileEventIn,
    PileIn,
    PileOut,
    PileStepOut,
    PileSummaryOut,
    TargetIn,
)
from server.scales.ends import look_fields, look_out, paint_of
from server.tubes.measuring import colour_typed
from server.tubes.services import PaintBox


def _box(painter: Painter, pile: Pile) -> PaintBox:
    named = pile.events.exclude(tube=None).values_list("tube_id", flat=True)
    return PaintBox(painter, set(named))


def core_pile(pile: Pile, box: PaintBox) -> tuple[core.Pile, list[int]]:
    """A pile of the core from its events, and the tube of each addition that stands."""
    events: list[core.Event] = []
    tubes: dict[int, int] = {}
    for row in pile.events.all():
        if row.kind == PileEvent.ADD:
            added = core.Added(box.paint(row.tube_id), row.volume_ml)
            tubes[id(added)] = row.tube_id
            events.append(added)
        elif row.kind == PileEvent.TAKE_BACK:
            events.append(core.TakenBack())
        else:
            events.append(core.BroughtBack())
    made = core.Pile(tuple(events))
    return made, [tubes[id(added)] for added in made.additions]


def target_lab(pile: Pile) -> Array | None:
    """CIELAB of a pile's target, where it has one."""
    if pile.target_lightness is None:
        return None
    return np.array([pile.target_lightness, pile.target_a, pile.target_b])


def set_target(pile: Pile, painter: Painter, asked: TargetIn) -> None:
    """Give a pile a colour to hit."""
    if asked.mixture is not None:
        box = PaintBox(painter, {part.tube for part in asked.mixture.parts})
        lab = DEFAULT_VIEWING.lab(np.ones(1), [paint_of(box, asked.mixture)])
    elif asked.colour.strip():
        lab = colour_typed(asked.colour)
    else:
        raise InputError("target: write a colour, as 5YR 4/2, 45 8 12 or #8a7f72.", "target")
    pile.target_lightness, pile.target_a, pile.target_b = (float(v) for v in lab)
    pile.target_name = asked.name.strip() or appearances(lab)[0].name


@transaction.atomic
def new_pile(painter: Painter, asked: PileIn) -> Pile:
    """A new pile, with its target and what it starts from."""
    pile = Pile(painter=painter, name=asked.name.strip())
    if asked.target is not None:
        set_target(pile, painter, asked.target)
    pile.name = pile.name or pile.target_name or "A pile"
    pile.save()
    if asked.start is not None:
        box = PaintBox(painter, {part.tube for part in asked.start.parts})
        total = sum(part.parts for part in asked.start.parts)
        for part in asked.start.parts:
            box.paint(part.tube)
            volume = asked.volume_ml * part.parts / total
            do(painter, pile, PileEventIn(kind="add", tube=part.tube, volume_ml=volume,
                                          token=uuid.uuid4().hex))  # fmt: skip
    return pile


@transaction.atomic
def do(painter: Painter, pile: Pile, asked: PileEventIn) -> None:
    """Do one thing to a pile; what was done under the same token already is not done again."""
    # Two windows do their things one after the other, each on what the other left.
    pile = Pile.objects.select_for_update().get(pk=pile.pk)
    if pile.events.filter(token=asked.token).exists():
        return
    if asked.kind == PileEvent.ADD:
        if asked.tube is None or asked.volume_ml is None:
            raise InputError("add: name a tube and an amount.", "tube")
        PaintBox(painter, {asked.tube}).paint(asked.tube)
    last = pile.events.order_by("-place").values_list("place", flat=True).first()
    adds = asked.kind == PileEvent.ADD
    PileEvent.objects.create(
        pile=pile,
        place=0 if last is None else last + 1,
        kind=asked.kind,
        tube_id=asked.tube if adds else None,
        volume_ml=asked.volume_ml if adds else None,
        token=asked.token,
    )
    # Refused here, with nothing kept, where there is nothing to take or to bring back.
    _ = core_pile(pile, _box(painter, pile))[0].additions
    pile.save(update_fields=["changed"])


def pile_out(painter: Painter, pile: Pile) -> PileOut:
    """A pile as the API tells it."""
    box = _box(painter, pile)
    made, tubes = core_pile(pile, box)
    target = target_lab(pile)
    steps = [
        PileStepOut(
            tube=tube, label=added.paint.name, volume_ml=added.volume_ml, **look_fields(look)
        )
        for added, tube, look in zip(made.additions, tubes, made.looks, strict=True)
    ]
    return PileOut(
        id=pile.pk,
        name=pile.name,
        changed=pile.changed,
        look=look_out(made.looks[-1]) if made.looks else None,
        target=None if target is None else look_out(appearances(target)[0]),
        target_name=pile.target_name,
        steps=steps,
        taken_back=made.taken_back,
        volume_ml=made.volume_ml,
        advice=None if target is None else _advice(made, box, target),
    )


def summary_out(painter: Painter, pile: Pile) -> PileSummaryOut:
    """A pile as it stands on the shelf."""
    made, _ = core_pile(pile, _box(painter, pile))
    target = target_lab(pile)
    return PileSummaryOut(
        id=pile.pk,
        name=pile.name,
        changed=pile.changed,
        look=look_out(made.looks[-1]) if made.looks else None,
        target=None if target is None else look_out(appearances(target)[0]),
    )


def _advice(made: core.Pile, box: PaintBox, target: Array) -> PileAdviceOut:
    usable = [paint for paint in box.paints if paint.key in box.tube_of]
    if not usable:
        raise InputError("box: it is empty; put a tube in to mix with.", "box")
    if not made.additions:
        additions, gap = begin(target, usable)
        return PileAdviceOut(
            wrong=[],
            waits=False,
            additions=_additions_out(additions, box),
            delta_e_now=None,
            delta_e_then=gap,
            growth=1.0,
            start_again=False,
            says=f"Begin with these; together they come within ΔE {gap:.1f}.",
        )
    found = correct(made.volumes_ml, target, usable)
    return PileAdviceOut(
        wrong=list(found.wrong),
        waits=found.waits,
        additions=_additions_out(found.additions, box),
        delta_e_now=found.delta_e_now,
        delta_e_then=found.delta_e,
        growth=found.growth,
        start_again=found.start_again,
        says=found.says,
    )


def _additions_out(additions: Sequence[Addition], box: PaintBox) -> list[AdviceOut]:
    looks = appearances(np.array([a.lab for a in additions])) if additions else []
    return [
        AdviceOut(
            tube=box.tube_of[addition.paint.key],
            label=addition.paint.name,
            volume_ml=addition.volume_ml,
            first_ml=addition.first_ml,
            says=f"then it is {look.munsell}, {look.name}",
            **look_fields(look),
        )
        for addition, look in zip(additions, looks, strict=True)
    ]


def mine(painter: Painter, pile_id: int) -> Pile:
    """One of the painter's piles; 404 where it is not theirs."""
    return get_object_or_404(Pile, pk=pile_id, painter=painter)
