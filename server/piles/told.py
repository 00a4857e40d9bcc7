"""How piles are told, and the advice on what to add."""

from collections.abc import Mapping, Sequence

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.colour.srgb import hex_from_lab
from mesotint.colour.words import difference_in_words
from mesotint.mixing import palette as core
from mesotint.mixing.correction import Addition, begin, correct
from mesotint.mixing.mixture import Viewing, appearances
from mesotint.optics.grid import Array
from mesotint.paints.library import WHITE_KEY, Paint
from mesotint.planning.tools import TOOLS, told_in
from server.painters.models import Painter
from server.piles.ledger import Ledger
from server.piles.models import Pile
from server.piles.schemas import (
    AdviceOut,
    CalibratesOut,
    IngredientOut,
    OpenedLookOut,
    PileAdviceOut,
    PileOut,
    PileStepOut,
    PileSummaryOut,
    TouchingOut,
)
from server.piles.targets import target_lab
from server.scales.answers import LookOut
from server.scales.ends import look_fields, look_out
from server.tubes.services import PaintBox


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
            return f"measured, ΔE {off:.1f} from predicted, {difference_in_words(off)}", None, None


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
    # A pot is a paint like another, as long as there is enough in it.
    pots = {pk: pot for pk, pot in ledger.pots.items() if pk != pile.pk}
    stock = {paint.key: ml for paint, ml in pots.values()}
    paints = [paint for paint in ledger.box.paints if paint.key in ledger.box.tube_of]
    paints += [paint for paint, _ in pots.values()]
    additions, fresh, told = _advised(there, target, paints, stock)
    pot_of = {paint.key: pk for pk, (paint, _) in pots.items()}
    return PileAdviceOut(
        additions=_additions_out(additions, ledger.box, pot_of),
        fresh=_additions_out(fresh, ledger.box, pot_of),
        **told,
    )


def _advised(
    there: core.Pile, target: Array, paints: Sequence[Paint], stock_ml: Mapping[str, float]
) -> tuple[Sequence[Addition], Sequence[Addition], dict[str, object]]:
    if not there.volumes_ml:
        additions, gap = begin(target, paints, stock_ml=stock_ml)
        return (
            additions,
            (),
            {
                "wrong": [],
                "waits": False,
                "delta_e_now": None,
                "delta_e_then": gap,
                "growth": 1.0,
                "start_again": False,
                "says": f"Begin with these: within ΔE {gap:.1f}, {difference_in_words(gap)}.",
            },
        )
    seen = None if there.off is None else there.seen_lab
    found = correct(there.volumes_ml, target, paints, seen=seen, stock_ml=stock_ml)
    return (
        found.additions,
        found.fresh,
        {
            "wrong": list(found.wrong),
            "waits": found.waits,
            "delta_e_now": found.delta_e_now,
            "delta_e_then": found.delta_e,
            "growth": found.growth,
            "start_again": found.start_again,
            "says": found.says,
        },
    )


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
            touch=addition.touch,
            says=f"{addition.why}: {look.munsell}, {look.name}",
            **look_fields(look),
        )
        for addition, look in zip(additions, looks, strict=True)
    ]
