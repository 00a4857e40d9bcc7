"""What is done to piles, how they are told, and the advice on what to add."""

import uuid
from collections.abc import Mapping, Sequence

import numpy as np
from django.db import IntegrityError, transaction
from django.shortcuts import get_object_or_404

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab
from mesotint.errors import InputError
from mesotint.mixing import palette as core
from mesotint.mixing.correction import Addition, Correction, begin, correct
from mesotint.mixing.mixture import Viewing, appearances
from mesotint.mixing.recipe import smoothest_reflectance
from mesotint.optics.grid import Array
from mesotint.paints.library import WHITE_KEY, Paint
from mesotint.planning.charts import RECEDING, receded, valued
from mesotint.planning.tools import TOOLS, told_in, volume_of
from server.painters.models import Painter
from server.piles.ledger import THINNERS, Ledger
from server.piles.models import Pile, PileEvent
from server.piles.schemas import (
    AdviceOut,
    CalibratesOut,
    FamilyIn,
    IngredientOut,
    OpenedLookOut,
    PileAdviceOut,
    PileEventIn,
    PileIn,
    PileOut,
    PileStepOut,
    PileSummaryOut,
    PotIn,
    SplitIn,
    TouchingOut,
)
from server.piles.targets import set_lab, set_target, target_lab
from server.scales.answers import LookOut
from server.scales.ends import look_fields, look_out
from server.tubes.models import Tube
from server.tubes.services import PaintBox, paint_in

FIRST_POT = "Pot of mud"


def mine(painter: Painter, pile_id: int) -> Pile:
    """One of the painter's piles; 404 where it is not theirs."""
    return get_object_or_404(Pile, pk=pile_id, painter=painter)


@transaction.atomic
def new_pile(painter: Painter, asked: PileIn) -> Pile:
    """A new pile, with its target and what it starts from; sent twice, it is begun once."""
    if asked.token and (known := Pile.objects.filter(painter=painter, token=asked.token).first()):
        return known
    pile = Pile(painter=painter, name=asked.name.strip(), kind=asked.kind, token=asked.token)
    if asked.target is not None:
        set_target(pile, painter, asked.target)
    pile.name = pile.name or pile.target_name or "A pile"
    pile.save()
    if asked.start is not None:
        total = sum(part.parts for part in asked.start.parts)
        for part in asked.start.parts:
            volume = asked.volume_ml * part.parts / total
            do(painter, pile, PileEventIn(kind="add", tube=part.tube, amount=volume,
                                          token=uuid.uuid4().hex))  # fmt: skip
    return pile


@transaction.atomic
def do(
    painter: Painter, pile: Pile, asked: PileEventIn, *, mass_g: float | None = None
) -> Ledger | None:
    """Do one thing to a pile; what was done under the same token already is not done again.

    Returns the ledger with it, or none where nothing was to be done.
    """
    onto = None
    if asked.kind == PileEvent.CARRY:
        if asked.onto is None:
            raise InputError("carry: say which pile it goes to.", "onto")
        onto = mine(painter, asked.onto)
    _lock(pile, onto)
    if pile.events.filter(token=asked.token).exists():
        return None
    event = PileEvent(pile=pile, kind=asked.kind, onto=onto, token=asked.token, mass_g=mass_g)
    if asked.kind == PileEvent.ADD:
        event.tube_id, event.thinner = asked.tube, asked.thinner or ""
        event.volume_ml = _volume_to_add(painter, asked)
    elif asked.kind in (PileEvent.CARRY, PileEvent.TAKE_OFF):
        event.volume_ml = _load_ml(painter, pile, asked)
    event.save()
    return _check(painter, pile, onto)


def _volume_to_add(painter: Painter, asked: PileEventIn) -> float:
    if (asked.tube is None) == (asked.thinner is None):
        raise InputError("add: name a tube, or what to thin with.", "tube")
    if asked.amount is None:
        raise InputError("add: say how much.", "amount")
    if asked.thinner is not None:
        return volume_of(asked.amount, THINNERS[asked.thinner], asked.measure)
    paint = paint_in(get_object_or_404(Tube, pk=asked.tube, painter=painter))
    return volume_of(asked.amount, paint, asked.measure)


def _load_ml(painter: Painter, pile: Pile, asked: PileEventIn) -> float:
    """Millilitres to take from a pile, as an amount of it or a share."""
    if (asked.amount is None) == (asked.share is None):
        raise InputError(f"{asked.kind}: give an amount, or a share of the pile.", "amount")
    if asked.amount is not None:
        if asked.measure != "ml":
            raise InputError("measure: what is taken from a pile is told in ml.", "measure")
        return asked.amount
    holds = Ledger(painter, {pile.pk}).pile(pile.pk).volume_ml
    if holds <= 0:
        raise InputError(f"pile: “{pile.name}” is empty; there is nothing to take.", "pile")
    return holds * asked.share


def _lock(*piles: Pile | None) -> None:
    """Two windows do their things one after the other, each on what the other left."""
    keys = sorted(pile.pk for pile in piles if pile is not None)
    list(Pile.objects.select_for_update().filter(pk__in=keys).order_by("pk"))


def _check(painter: Painter, *piles: Pile | None) -> Ledger:
    """Replay what was just written: what cannot be is refused, and nothing of it is kept."""
    there = [pile for pile in piles if pile is not None]
    ledger = Ledger(painter, {pile.pk for pile in there})
    _ = ledger.palette.piles
    for pile in there:
        pile.save(update_fields=["changed"])
    return ledger


def see(painter: Painter, pile: Pile, lab: Array, token: str) -> None:
    """Note the colour of a pile as the instrument measured it."""
    with transaction.atomic():
        _lock(pile)
        if pile.events.filter(token=token).exists():
            return
        lightness, a, b = (float(v) for v in lab)
        PileEvent.objects.create(
            pile=pile, kind=PileEvent.SEE, lightness=lightness, a=a, b=b, token=token
        )
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
        raise InputError(f"pile: “{pile.name}” is empty; there is nothing to split.", "pile")
    loads = (
        core.given_loads(volume, asked.shares)
        if asked.shares is not None
        else core.equal_loads(volume, asked.into)
    )
    made = []
    for i, (load, token) in enumerate(zip(loads, tokens, strict=True), start=2):
        child = _child(pile, f"{pile.name} {i}"[:120], token)
        do(painter, pile, PileEventIn(kind="carry", onto=child.pk, amount=load, token=token))
        made.append(child)
    return made


@transaction.atomic
def into_pot(painter: Painter, pile: Pile, asked: PotIn) -> Pile:
    """Put all that is left of a pile into a pot of mud, a new one where none is named."""
    if asked.pot is None:
        pot = _child(pile, FIRST_POT, f"{asked.token[:36]}-p", Pile.POT)
    else:
        pot = get_object_or_404(Pile, pk=asked.pot, painter=painter, kind=Pile.POT)
    do(painter, pile, PileEventIn(kind="carry", onto=pot.pk, share=1.0, token=asked.token))
    return pot


@transaction.atomic
def family(painter: Painter, pile: Pile, asked: FamilyIn) -> list[Pile]:
    """Related piles, made by carrying some of each into the next, each with its own target."""
    there = Ledger(painter, {pile.pk}).pile(pile.pk)
    if there.seen_lab is None:
        raise InputError(f"pile: “{pile.name}” is empty; mix the first of the set.", "pile")
    turned = receded if asked.kind == "distance" else valued
    words = RECEDING if asked.kind == "distance" else ("light", "middle", "dark")
    made, last = [], pile
    for steps, word in enumerate(words[1:], start=1):
        token = f"{asked.token[:36]}-{word[:3]}"
        child = _child(pile, f"{pile.name}, {word}"[:120], token)
        if not child.target_name:
            set_lab(child, turned(there.seen_lab, steps), f"{word} of {pile.name}"[:120])
            child.save()
        do(painter, last, PileEventIn(kind="carry", onto=child.pk, share=asked.share, token=token))
        made.append(child)
        last = child
    return made


def piles_out(painter: Painter) -> list[PileSummaryOut]:
    """The piles on the palette, the last one touched first; none that nothing is left of."""
    ledger = Ledger(painter)
    shown = []
    for pile in Pile.objects.filter(painter=painter, thrown_away=False):
        there = ledger.pile(pile.pk)
        begun = not there.steps and (pile.target_lightness is not None or not there.taken_back)
        if there.volumes_ml or begun:
            shown.append((pile, there))
    labs = [_lab for _, pile in shown if (_lab := pile.seen_lab) is not None]
    targets = [lab for pile, _ in shown if (lab := target_lab(pile)) is not None]
    looks = iter(_looks(labs))
    wanted = iter(_looks(targets))
    return [
        PileSummaryOut(
            look=None if there.seen_lab is None else next(looks),
            target=None if pile.target_lightness is None else next(wanted),
            **_summary(pile, there),
        )
        for pile, there in shown
    ]


def _looks(labs: Sequence[Array]) -> list[LookOut]:
    return [look_out(look) for look in appearances(np.array(labs))] if labs else []


def _summary(pile: Pile, there: core.Pile) -> dict[str, object]:
    return {
        "id": pile.pk,
        "name": pile.name,
        "kind": pile.kind,
        "changed": pile.changed,
        "volume_ml": there.volume_ml,
    }


def pile_out(painter: Painter, pile: Pile, ledger: Ledger | None = None) -> PileOut:
    """A pile as the API tells it, from a ledger where one is at hand."""
    ledger = ledger or Ledger(painter, {pile.pk})
    there = ledger.pile(pile.pk)
    target = target_lab(pile)
    labs = [lab for lab in (there.lab, target, there.seen_lab) if lab is not None]
    looks = iter(_looks(labs))
    return PileOut(
        look=None if there.lab is None else next(looks),
        target=None if target is None else next(looks),
        seen=None if there.off is None or there.lab is None else next(looks),
        seen_delta_e=(
            None
            if there.off is None or there.lab is None
            else float(delta_e_2000(there.seen_lab, there.lab))
        ),
        target_name=pile.target_name,
        steps=_steps_out(ledger, pile.pk, there),
        taken_back=there.taken_back,
        make_up=[
            IngredientOut(
                tube=part.tube,
                label=part.paint.name,
                volume_ml=part.volume_ml,
                share=part.volume_ml / there.volume_ml,
            )
            for part in ledger.make_up(there.volumes_ml)
        ],
        calibrates=calibrates(ledger, there),
        advice=None if target is None else _advice(ledger, pile, there, target),
        **_summary(pile, there),
    )


def touching_out(painter: Painter, pile: Pile, light: str) -> TouchingOut:
    """A pile and its target as a light shows them.

    Of a target only its colour in daylight is known, so it is taken to have the smoothest
    spectrum of that colour.
    """
    there = Ledger(painter, {pile.pk}).pile(pile.pk)
    target, viewing = target_lab(pile), Viewing(light=light)
    seen = opened = None
    if there.volumes_ml:
        paints, parts = list(there.volumes_ml), np.array(list(there.volumes_ml.values()))
        # What the instrument found is off in daylight, and is taken to be off alike elsewhere.
        off = np.zeros(3) if there.off is None else there.off
        seen = viewing.lab(parts, paints) + off
        opened = hex_from_lab(viewing.opened_lab(parts, paints))[0][0]
    under = None if target is None else lab_from_reflectance(smoothest_reflectance(target), light)
    labs = [lab for lab in (seen, under) if lab is not None]
    looks = iter(appearances(np.array(labs)) if labs else [])
    return TouchingOut(
        pile=(
            None if seen is None else OpenedLookOut(opened_srgb=opened, **look_fields(next(looks)))
        ),
        target=None if under is None else look_out(next(looks)),
    )


def _steps_out(ledger: Ledger, pile_id: int, there: core.Pile) -> list[PileStepOut]:
    looks = iter(_looks([step.lab for step in there.steps if step.lab is not None]))
    told = []
    for step in there.steps:
        row = ledger.rows[step.place]
        label, other, volume = _step_words(ledger, pile_id, step)
        told.append(
            PileStepOut(
                kind=row.kind,
                tube=row.tube_id,
                pile=other,
                label=label,
                volume_ml=volume,
                mass_g=row.mass_g,
                look=None if step.lab is None else next(looks),
            )
        )
    return told


def _step_words(
    ledger: Ledger, pile_id: int, step: core.Step
) -> tuple[str, int | None, float | None]:
    """A step in words, the other pile it has to do with, and how much came (or went, below 0)."""
    move = step.move
    match move:
        case core.Added():
            return move.paint.name, None, move.volume_ml
        case core.Carried() if move.onto == pile_id:
            name = ledger.pile_of[int(move.pile)].name
            return f"from “{name}”", int(move.pile), move.volume_ml
        case core.Carried():
            name = ledger.pile_of[int(move.onto)].name
            return f"to “{name}”", int(move.onto), -move.volume_ml
        case core.TakenOff():
            return "taken off", None, -move.volume_ml
        case _:
            off = 0.0 if step.lab is None else float(delta_e_2000(np.array(move.lab), step.lab))
            return f"measured, ΔE {off:.1f} from predicted", None, None


def calibrates(ledger: Ledger, there: core.Pile) -> list[CalibratesOut]:
    """The tubes that a pile tells of which was just measured; white is taken as known."""
    if not there.steps or not isinstance(there.steps[-1].move, core.Seen):
        return []
    coloured = [
        part
        for part in ledger.make_up(there.volumes_ml)
        if part.tube is not None and part.paint.key != WHITE_KEY
    ]
    return [
        CalibratesOut(tube=part.tube, label=part.paint.name, alone=len(coloured) == 1)
        for part in coloured
    ]


def _advice(ledger: Ledger, pile: Pile, there: core.Pile, target: Array) -> PileAdviceOut:
    tubes = {paint.key: paint for paint in ledger.box.paints if paint.key in ledger.box.tube_of}
    # A pot is a paint like another, as long as there is enough in it.
    pots = {paint.key: (pk, ml) for pk, (paint, ml) in ledger.pots.items() if pk != pile.pk}
    paints = [*tubes.values(), *(p for pk, (p, _) in ledger.pots.items() if pk != pile.pk)]
    if not paints:
        raise InputError("box: it is empty; put a tube in to mix with.", "box")
    while True:
        additions, told = _advised(there, target, paints)
        short = {a.paint.key for a in additions if a.volume_ml > pots.get(a.paint.key, (0, 1e9))[1]}
        if not short:
            break
        paints = [paint for paint in paints if paint.key not in short]
    return PileAdviceOut(
        additions=_additions_out(additions, ledger.box, {k: pk for k, (pk, _) in pots.items()}),
        **told,
    )


def _advised(
    there: core.Pile, target: Array, paints: Sequence[Paint]
) -> tuple[Sequence[Addition], dict[str, object]]:
    if not there.volumes_ml:
        additions, gap = begin(target, paints)
        return additions, {
            "wrong": [],
            "waits": False,
            "delta_e_now": None,
            "delta_e_then": gap,
            "growth": 1.0,
            "start_again": False,
            "says": f"Begin with these; together they come within ΔE {gap:.1f}.",
        }
    seen = None if there.off is None else there.seen_lab
    found: Correction = correct(there.volumes_ml, target, paints, seen=seen)
    return found.additions, {
        "wrong": list(found.wrong),
        "waits": found.waits,
        "delta_e_now": found.delta_e_now,
        "delta_e_then": found.delta_e,
        "growth": found.growth,
        "start_again": found.start_again,
        "says": found.says,
    }


def _additions_out(
    additions: Sequence[Addition], box: PaintBox, pots: Mapping[str, int]
) -> list[AdviceOut]:
    looks = appearances(np.array([a.lab for a in additions])) if additions else []
    return [
        AdviceOut(
            tube=box.tube_of.get(addition.paint.key),
            pot=pots.get(addition.paint.key),
            label=addition.paint.name,
            volume_ml=addition.volume_ml,
            first_ml=addition.first_ml,
            measured={t: told_in(addition.volume_ml, addition.paint, t) for t in TOOLS},
            first_measured={t: told_in(addition.first_ml, addition.paint, t) for t in TOOLS},
            says=f"{addition.why}: {look.munsell}, {look.name}",
            **look_fields(look),
        )
        for addition, look in zip(additions, looks, strict=True)
    ]
