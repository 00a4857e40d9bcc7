"""What is done to piles: begun, added to, carried, split, potted, and measured."""

import uuid
from collections.abc import Mapping, Sequence

import numpy as np
from django.db import IntegrityError, transaction
from django.shortcuts import get_object_or_404

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import EYE_TELLS
from mesotint.errors import InputError
from mesotint.mixing import palette as core
from mesotint.mixing.mixture import appearances
from mesotint.optics.grid import Array
from mesotint.planning.charts.recession import RECEDING, receded, valued
from server.kept.notes import pile_hit, pile_scooped
from server.mixtures import keeping
from server.mixtures.models import PILE, KeptMixture, Mixing
from server.mixtures.origins import finds, set_origins, sources_of
from server.mixtures.requests import Origin as Asked
from server.mixtures.services import box_of, paint_of, usual_measure
from server.mixtures.targets import Target, found_target
from server.painters.models import Painter
from server.piles.ledger import THINNERS, Ledger, noted
from server.piles.models import Pile, PileEvent
from server.piles.requests import (
    AddIn,
    CarryIn,
    Change,
    FamilyIn,
    KeepIn,
    PileIn,
    PotIn,
    ScoopIn,
    SplitIn,
)
from server.tubes.models import Tube
from server.tubes.services import data_version, paint_in

FIRST_POT = "Pot of mud"


def mine(painter: Painter, pile_id: int) -> Pile:
    """One of the painter's piles; 404 where it is not theirs."""
    return get_object_or_404(Pile, pk=pile_id, painter=painter)


@finds(PILE)
def _piles(painter: Painter, asked: Sequence[Asked]) -> Mapping[int, str]:
    noted(painter)
    mine = Pile.objects.filter(painter=painter, pk__in=[each.id for each in asked])
    return dict(mine.values_list("pk", "name"))


def set_target(pile: Pile, painter: Painter, asked: Target) -> None:
    """Give a pile a colour to hit, under its name or what it is from."""
    lab, name = found_target(painter, asked)
    set_lab(pile, lab, asked.name.strip() or name)


def set_lab(pile: Pile, lab: Array, name: str) -> None:
    """Give a pile a colour to hit."""
    pile.target_lab = lab
    pile.target_name = name or appearances(lab)[0].name


@transaction.atomic
def new_pile(painter: Painter, asked: PileIn) -> Pile:
    """A new pile, with its target and what it starts from; sent twice, it is begun once."""
    if asked.token and (known := Pile.objects.filter(painter=painter, token=asked.token).first()):
        return known
    pile = Pile(painter=painter, name=asked.name.strip(), kind=asked.kind, token=asked.token)
    if asked.target is not None:
        set_target(pile, painter, asked.target)
    pile.name = pile.name or pile.target_name or "A pile"
    try:
        with transaction.atomic():
            pile.save()
    except IntegrityError:
        # Another of its requests was as quick.
        return Pile.objects.get(painter=painter, token=asked.token)
    # What it is to look like counts as well as what it is begun with.
    named = [asked.mixture] if asked.mixture else []
    named += asked.target.named if asked.target else []
    set_origins(painter, {(PILE, pile.pk): sources_of(painter, named)} if named else {})
    if asked.mixture is not None:
        paint_of(box_of(painter, [asked.mixture]), asked.mixture)
        total = sum(part.parts for part in asked.mixture.parts)
        for part in asked.mixture.parts:
            volume = asked.volume_ml * part.parts / total
            if volume < core.LEAST_ML:
                least = core.LEAST_ML * total / part.parts
                raise InputError(
                    "One of its tubes would be less than any hand can put on a pile; begin with "
                    f"{least:.2g} ml or more.",
                    "volume_ml",
                )
            added = AddIn(kind="add", tube=part.tube, amount=volume, token=uuid.uuid4().hex)
            do(painter, pile, added)
    return pile


@transaction.atomic
def do(
    painter: Painter, pile: Pile, asked: Change, *, mass_g: float | None = None
) -> Ledger | None:
    """Do one thing to a pile; what was done under the same token already is not done again.

    Returns the ledger with it, or none where nothing was to be done.
    """
    onto = None
    if isinstance(asked, CarryIn):
        if asked.onto is None:
            raise InputError("Say which pile it goes to.", "onto")
        onto = mine(painter, asked.onto)
    _lock(pile, onto)
    if pile.events.filter(token=asked.token).exists():
        return None
    event = PileEvent(pile=pile, kind=asked.kind, onto=onto, token=asked.token, mass_g=mass_g)
    if isinstance(asked, AddIn):
        event.tube_id, event.thinner = asked.tube, asked.thinner or ""
        event.volume_ml = _volume_to_add(painter, asked)
    elif isinstance(asked, CarryIn | ScoopIn):
        event.volume_ml = _load_ml(painter, pile, asked)
    event.save()
    ledger = _check(painter, pile, onto)
    if event.kind == PileEvent.SCOOP:
        pile_scooped.send(Pile, event=event, ledger=ledger)
    for hit in (pile, onto):
        if hit is not None and _is_hit(ledger.pile_of[hit.pk]):
            pile_hit.send(Pile, pile=hit, ledger=ledger)
    return ledger


def _is_hit(pile: Pile) -> bool:
    """Whether no eye tells a pile from its target, as it was noted just now."""
    if pile.target_lab is None or pile.lab is None:
        return False
    return float(delta_e_2000(pile.lab, pile.target_lab)) < EYE_TELLS


def _volume_to_add(painter: Painter, asked: AddIn) -> float:
    if (asked.tube is None) == (asked.thinner is None):
        raise InputError("Name a tube, or what to thin with.", "tube")
    if asked.amount is None:
        raise InputError("Say how much.", "amount")
    if asked.thinner is not None:
        paint = THINNERS[asked.thinner]
    else:
        paint = paint_in(get_object_or_404(Tube, pk=asked.tube, painter=painter))
    return asked.amount / usual_measure(painter, asked.measure).per_ml(paint)


def _load_ml(painter: Painter, pile: Pile, asked: CarryIn | ScoopIn) -> float:
    """Millilitres to take from a pile, as an amount of it or a share."""
    if (asked.amount is None) == (asked.share is None):
        raise InputError("Give an amount, or a share of the pile.", "amount")
    if asked.amount is not None:
        if asked.measure != "ml":
            raise InputError("What is taken from a pile is told in ml.", "measure")
        return asked.amount
    holds = Ledger(painter, {pile.pk}).pile(pile.pk).volume_ml
    if holds <= 0:
        raise InputError(f"“{pile.name}” is empty; there is nothing to take.", "pile")
    return holds * (asked.share or 0.0)


def _lock(*piles: Pile | None) -> None:
    """Two windows do their things one after the other, each on what the other left."""
    keys = sorted(pile.pk for pile in piles if pile is not None)
    list(Pile.objects.select_for_update().filter(pk__in=keys).order_by("pk"))


def _check(painter: Painter, *piles: Pile | None) -> Ledger:
    """Replay what was just written: what cannot be is refused, and nothing of it is kept."""
    there = [pile for pile in piles if pile is not None]
    touched = {pile.pk for pile in there}
    ledger = Ledger(painter, touched)
    ledger.note(touched)
    for pile in there:
        pile.changed = ledger.pile_of[pile.pk].changed
    return ledger


def read(painter: Painter, pile: Pile, lab: Array, token: str) -> None:
    """Note the colour of a pile as the instrument measured it."""
    with transaction.atomic():
        _lock(pile)
        if pile.events.filter(token=token).exists():
            return
        seen = PileEvent.lab.values(lab)
        PileEvent.objects.create(pile=pile, kind=PileEvent.READ, token=token, **seen)
        _check(painter, pile)


def _child(pile: Pile, name: str, token: str, kind: str = Pile.PILE) -> Pile:
    """A pile that is made from another one, once for each token."""
    try:
        with transaction.atomic():
            return Pile.objects.create(painter=pile.painter, name=name, token=token, kind=kind)
    except IntegrityError:
        return Pile.objects.get(painter=pile.painter, token=token)


@transaction.atomic
def split(painter: Painter, pile: Pile, asked: SplitIn) -> list[Pile]:
    """Split a pile into equal or given parts; the first part stays where it is."""
    _lock(pile)
    parts = len(asked.shares) if asked.shares is not None else asked.into
    # The pile's token, its place in the split, and once only.
    tokens = [f"{asked.token[:36]}-{i}" for i in range(2, parts + 1)]
    if pile.events.filter(token=tokens[0]).exists():
        return list(Pile.objects.filter(painter=painter, token__in=tokens))
    volume = Ledger(painter, {pile.pk}).pile(pile.pk).volume_ml
    if volume <= 0:
        raise InputError(f"“{pile.name}” is empty; there is nothing to split.", "pile")
    loads = (
        core.given_loads(volume, asked.shares)
        if asked.shares is not None
        else core.equal_loads(volume, asked.into)
    )
    made = []
    for i, (load, token) in enumerate(zip(loads, tokens, strict=True), start=2):
        child = _child(pile, f"{pile.name} {i}"[:120], token)
        do(painter, pile, CarryIn(kind="carry", onto=child.pk, amount=load, token=token))
        made.append(child)
    return made


@transaction.atomic
def into_pot(painter: Painter, pile: Pile, asked: PotIn) -> Pile:
    """Put all that is left of a pile into a pot of mud, a new one where none is named."""
    if asked.pot is None:
        pot = _child(pile, FIRST_POT, f"{asked.token[:36]}-p", Pile.POT)
    else:
        pot = get_object_or_404(Pile, pk=asked.pot, painter=painter, kind=Pile.POT)
    do(painter, pile, CarryIn(kind="carry", onto=pot.pk, share=1.0, token=asked.token))
    return pot


@transaction.atomic
def family(painter: Painter, pile: Pile, asked: FamilyIn) -> list[Pile]:
    """Related piles, made by carrying some of each into the next, each with its own target."""
    there = Ledger(painter, {pile.pk}).pile(pile.pk)
    if there.corrected_lab is None:
        raise InputError(f"“{pile.name}” is empty; mix the first of the set.", "pile")
    turned = receded if asked.by == "distance" else valued
    words = RECEDING if asked.by == "distance" else ("light", "middle", "dark")
    made, last = [], pile
    for steps, word in enumerate(words[1:], start=1):
        token = f"{asked.token[:36]}-{word[:3]}"
        child = _child(pile, f"{pile.name}, {word}"[:120], token)
        if not child.target_name:
            set_lab(child, turned(there.corrected_lab, steps), f"{word} of {pile.name}"[:120])
            child.save()
        do(painter, last, CarryIn(kind="carry", onto=child.pk, share=asked.share, token=token))
        made.append(child)
        last = child
    return made


def keep(painter: Painter, pile: Pile, asked: KeepIn) -> KeptMixture:
    """Keep what a pile is made of under a name; sent twice, it is kept once."""
    ledger = Ledger(painter, {pile.pk})
    if ledger.pile(pile.pk).corrected_lab is None:
        raise InputError("The pile is empty; mix something first.", "pile")
    name = asked.name.strip()
    told = to_keep(ledger, pile, name or pile.name, named=bool(name))
    return keeping.keep(painter, told, (PILE, pile.pk), asked.token)


def to_keep(
    ledger: Ledger,
    pile: Pile,
    name: str,
    *,
    named: bool = False,
    came: str = Mixing.KEPT,
    volume_ml: float | None = None,
) -> keeping.ToKeep:
    """A pile as a mixture to keep: what lies there, or lay there last, where all was scooped.

    `volume_ml` is how much was taken of it, where that is not all of the pile.
    """
    there = ledger.pile(pile.pk)
    steps = [step for step in there.steps if step.volumes_ml]
    volumes, first = steps[-1].volumes_ml, steps[0].volumes_ml
    whole = sum(volumes.values())
    lab = steps[-1].lab
    assert lab is not None
    made = ledger.make_up(volumes)
    return keeping.ToKeep(
        name=name,
        named=named,
        came=came,
        lab=lab if there.off is None else lab + there.off,
        parts=[
            keeping.Ingredients(part.tube, part.paint.name, part.volume_ml / whole, part.paint.key)
            for part in made
        ],
        data_version=data_version(
            ledger.box.tubes[part.tube] for part in made if part.tube is not None
        ),
        target_name=pile.target_name,
        target=pile.target_lab,
        volume_ml=whole if volume_ml is None else volume_ml,
        growth=max(sum(step.volumes_ml.values()) for step in steps) / sum(first.values()),
        opened=ledger.opened([volumes])[0],
        spectrum=ledger.palette.viewing.reflectance(
            np.array(list(volumes.values())), list(volumes)
        ),
    )


def colour_of(painter: Painter, pile: Pile) -> Array:
    """The colour a pile is to have, or has where it has no target."""
    lab: Array | None = pile.target_lab
    if lab is None:
        lab = Ledger(painter, {pile.pk}).pile(pile.pk).corrected_lab
    if lab is None:
        raise InputError("The pile has neither a target nor paint to go by.", "pile")
    return lab
