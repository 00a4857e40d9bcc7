"""What goes out of piles: how they are told, step by step."""

from datetime import datetime
from typing import Literal

import numpy as np
from pydantic import BaseModel

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.colour.words import difference_in_words
from mesotint.mixing import palette as core
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.near import near_names
from mesotint.paints.roles import is_white
from server.kept.looks import Look, looks
from server.mixtures.answers import Ingredient
from server.mixtures.services import cautions_of
from server.painters.models import Painter
from server.piles.ledger import Ledger, noted
from server.piles.models import Pile


class PileStepOut(BaseModel):
    """Something done that stands, and how the pile looked after it; none where nothing is left."""

    kind: str
    tube: int | None
    pile: int | None
    label: str
    volume_ml: float | None
    mass_g: float | None
    look: Look | None


class AdviceOut(BaseModel):
    """One addition that would help: how much in all, how much of it first, and what it does.

    It comes from a tube or from a pot. The amounts are told in every measure; `touch` is not empty
    for a trace.
    """

    tube: int | None
    pot: int | None
    label: str
    look: Look
    volume_ml: float
    first_ml: float
    measured: dict[str, str]
    first_measured: dict[str, str]
    touch: str
    says: str


class PileAdviceOut(BaseModel):
    """What is wrong with a pile, what waits, and what to add.

    `fresh` is what a fresh pile is mixed from, where correcting this one would take litres.
    """

    wrong: list[str]
    waits: bool
    additions: list[AdviceOut]
    fresh: list[AdviceOut]
    delta_e_now: float | None
    delta_e_then: float
    growth: float
    start_again: bool
    says: str


class CalibratesOut(BaseModel):
    """A tube whose calibration a measured pile can serve, as a reading of it; `alone` tells whether
    nothing but white is with it."""

    tube: int
    label: str
    alone: bool


class PileSummaryOut(BaseModel):
    """A pile on the palette, known by its colour and its target's."""

    id: int
    name: str
    kind: Literal["pile", "pot", "let-down"]
    changed: datetime
    volume_ml: float
    look: Look | None
    target: Look | None


class PileOut(PileSummaryOut):
    """A pile with everything that stands on it, and what to do next.

    `near` names the colour that it is near, empty where it lies between the names. `cautions` are
    those of its paints. `reading` is its colour by the instrument, and `reading_delta_e` how far
    that is from predicted.
    """

    near: str
    cautions: list[str]
    target_name: str
    steps: list[PileStepOut]
    taken_back: int
    make_up: list[Ingredient]
    reading: Look | None
    reading_delta_e: float | None
    calibrates: list[CalibratesOut]
    advice: PileAdviceOut | None


class TouchingOut(BaseModel):
    """A pile and its target under a light, the pile opened with white as well."""

    pile: Look | None
    target: Look | None


class GramScaleOut(BaseModel):
    """What the simulated gram scale shows; no figure where it is overloaded.

    Between `least_g` and `greatest_g` it weighs honestly.
    """

    step_g: float
    shown_g: float | None
    settled: bool
    greatest_g: float
    least_g: float


def piles_out(painter: Painter) -> list[PileSummaryOut]:
    """The piles on the palette, the last one touched first; none that nothing is left of."""
    shown = [pile for pile in noted(painter) if _lies_there(pile)]
    now = looks([pile.lab for pile in shown], [pile.opened_srgb for pile in shown])
    wanted = looks([pile.target_lab for pile in shown])
    return [
        PileSummaryOut(
            id=pile.pk,
            name=pile.name,
            kind=pile.kind,
            changed=pile.changed,
            volume_ml=pile.volume_ml,
            look=look,
            target=target,
        )
        for pile, look, target in zip(shown, now, wanted, strict=True)
    ]


def _lies_there(pile: Pile) -> bool:
    """Whether something is left of a pile, or it was only just begun."""
    if pile.volume_ml > 0:
        return True
    return not pile.stands and (pile.target_lab is not None or not pile.taken_back)


def pile_out(pile: Pile, ledger: Ledger, advice: PileAdviceOut | None) -> PileOut:
    """A pile as the API tells it, from its ledger, with the advice on it."""
    there = ledger.pile(pile.pk)
    read = None if there.off is None else there.corrected_lab
    target, reading = looks([pile.target_lab, read])
    steps = _steps_out(ledger, pile.pk, there)
    return PileOut(
        id=pile.pk,
        name=pile.name,
        kind=pile.kind,
        changed=pile.changed,
        volume_ml=there.volume_ml,
        look=steps[-1].look if steps else None,
        cautions=cautions_of(ledger.box, there.volumes_ml),
        near=near_names(there.lab)[0] if there.lab is not None else "",
        target=target,
        reading=reading,
        reading_delta_e=_off(there),
        target_name=pile.target_name,
        steps=steps,
        taken_back=there.taken_back,
        make_up=[
            Ingredient(
                tube=part.tube,
                label=part.paint.name,
                volume_ml=part.volume_ml,
                share=part.volume_ml / there.volume_ml,
            )
            for part in ledger.make_up(there.volumes_ml)
        ],
        calibrates=calibrates(ledger, there),
        advice=advice,
    )


def _off(there: core.Pile) -> float | None:
    """CIEDE2000 from predicted to measured."""
    if there.off is None or there.lab is None:
        return None
    return float(delta_e_2000(there.lab + there.off, there.lab))


def touching_out(painter: Painter, pile: Pile, light: str) -> TouchingOut:
    """A pile and its target as a light shows them.

    Of a target only its colour in daylight is known, so it is taken to have the smoothest
    spectrum of that colour.
    """
    there = Ledger(painter, {pile.pk}).pile(pile.pk)
    target, viewing = pile.target_lab, Viewing(light=light)
    lies = under = None
    if there.volumes_ml:
        paints, parts = list(there.volumes_ml), np.array([list(there.volumes_ml.values())])
        # What the instrument found is off in daylight, and is taken to be off alike elsewhere.
        off = np.zeros(3) if there.off is None else there.off
        lies = looks(viewing.lab(parts, paints) + off, viewing.opened_lab(parts, paints))[0]
    if target is not None:
        under = looks([lab_from_reflectance(smoothest_reflectance(target), light)])[0]
    return TouchingOut(pile=lies, target=under)


def _steps_out(ledger: Ledger, pile_id: int, there: core.Pile) -> list[PileStepOut]:
    filled = [step for step in there.steps if step.lab is not None]
    labs = np.array([step.lab for step in filled])
    seen = iter(looks(labs, ledger.opened([step.volumes_ml for step in filled])))
    told = []
    for step in there.steps:
        row = ledger.rows[step.place]
        label, other, volume = step_words(ledger, pile_id, step)
        told.append(
            PileStepOut(
                kind=row.kind,
                tube=row.tube_id,
                pile=other,
                label=label,
                volume_ml=volume,
                mass_g=row.mass_g,
                look=None if step.lab is None else next(seen),
            )
        )
    return told


def step_words(
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
        case core.Scooped():
            return "scooped off", None, -move.volume_ml
        case _:
            off = 0.0 if step.lab is None else float(delta_e_2000(np.array(move.lab), step.lab))
            return f"measured, ΔE {off:.1f} from predicted, {difference_in_words(off)}", None, None


def calibrates(ledger: Ledger, there: core.Pile) -> list[CalibratesOut]:
    """The tubes that a pile tells of which was just measured; white is taken as known."""
    if not there.steps or not isinstance(there.steps[-1].move, core.Reading):
        return []
    coloured = [
        part
        for part in ledger.make_up(there.volumes_ml)
        if part.tube is not None and not is_white(part.paint)
    ]
    return [
        CalibratesOut(tube=part.tube, label=part.paint.name, alone=len(coloured) == 1)
        for part in coloured
    ]
