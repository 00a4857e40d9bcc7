"""The simulated gram scale and colorimeter at the pile, as real ones would stand there."""

from dataclasses import fields

import numpy as np
from django.db import transaction

from mesotint.errors import InputError
from mesotint.instruments.gram_scale import GREATEST_LOAD_G, SimulatedScale, squeezed
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.paints.calibration import GREATEST_TINT
from mesotint.paints.calibration import Reading as CoreReading
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_white
from mesotint.planning.measures.measure import HONEST_STEPS
from server.kept.clock import now_s
from server.painters.models import Painter
from server.piles.answers import GramScaleOut, calibrates
from server.piles.ledger import Ledger
from server.piles.models import Balance, Pile
from server.piles.requests import AddIn, PutIn, ReadPileIn, WeighIn
from server.piles.services import do, read
from server.tubes.instrument import desk_of, instrument_of, real_paint_in
from server.tubes.readings import colour_typed, keep_readings
from server.tubes.services import PaintBox

_STATE = [field.name for field in fields(SimulatedScale)]


def balance_of(painter: Painter) -> Balance:
    """The scale on the painter's desk, set up when it is first needed."""
    new = {"zeroed_s": now_s()}
    return Balance.objects.get_or_create(painter=painter, defaults=new)[0]


def scale_of(balance: Balance) -> SimulatedScale:
    """The scale of the core as it stands."""
    return SimulatedScale(**{name: getattr(balance, name) for name in _STATE})


def _keep(balance: Balance, scale: SimulatedScale) -> Balance:
    for name in _STATE:
        setattr(balance, name, getattr(scale, name))
    balance.save()
    return balance


def scale_out(balance: Balance) -> GramScaleOut:
    """What the scale shows."""
    weight = scale_of(balance).read(now_s())
    return GramScaleOut(
        step_g=balance.step_g,
        shown_g=weight.shown_g,
        settled=weight.settled,
        greatest_g=GREATEST_LOAD_G[balance.step_g],
        least_g=HONEST_STEPS * balance.step_g,
    )


def _touched(painter: Painter) -> Balance:
    """The scale for one hand at a time: another waits until this transaction is over."""
    return Balance.objects.select_for_update().get(pk=balance_of(painter).pk)


@transaction.atomic
def set_up(painter: Painter, step_g: float) -> Balance:
    """Put a scale of this step on the desk, with nothing on it."""
    return _keep(_touched(painter), SimulatedScale(step_g=step_g, zeroed_s=now_s()))


@transaction.atomic
def tare(painter: Painter) -> Balance:
    """Take what lies on the scale as zero."""
    balance = _touched(painter)
    return _keep(balance, scale_of(balance).tared(now_s()))


@transaction.atomic
def put(painter: Painter, asked: PutIn) -> Balance:
    """Let the simulated hand put something on the scale, or take something off."""
    mass = squeezed(asked.mass_g, np.random.default_rng()) if asked.unsteady else asked.mass_g
    balance = _touched(painter)
    return _keep(balance, scale_of(balance).with_more(mass, now_s()))


@transaction.atomic
def weigh(painter: Painter, pile: Pile, asked: WeighIn) -> None:
    """Take what the scale shows as an addition of a tube, and tare for the next one."""
    # Sent twice, the second waits here until the first has tared.
    balance = _touched(painter)
    if pile.events.filter(token=asked.token).exists():
        return
    weight = scale_of(balance).read(now_s())
    if weight.shown_g is None:
        raise InputError(
            f"The scale weighs no more than {GREATEST_LOAD_G[balance.step_g]:.0f} g; take "
            "something off.",
            "scale",
        )
    if not weight.settled:
        raise InputError("The scale is still swinging; wait until it has settled.", "scale")
    if weight.shown_g <= 0:
        raise InputError("Nothing was added since it was tared.", "scale")
    added = AddIn(
        kind="add", tube=asked.tube, amount=weight.shown_g, measure="grams", token=asked.token
    )
    do(painter, pile, added, mass_g=weight.shown_g)
    _keep(balance, scale_of(balance).tared(now_s()))


def measure(painter: Painter, pile: Pile, asked: ReadPileIn) -> None:
    """Measure a pile with the colorimeter, which finds the real paint of its tubes; or take its
    colour as it was read otherwise."""
    ledger = Ledger(painter, {pile.pk})
    volumes = ledger.pile(pile.pk).volumes_ml
    if not volumes:
        raise InputError("Nothing lies there yet; put paint on it first.", "pile")
    if asked.colour.strip():
        read(painter, pile, colour_typed(asked.colour), asked.token)
        return
    box = ledger.box
    real = [real_paint(box, paint) for paint in volumes]
    truth = DEFAULT_VIEWING.lab(np.array(list(volumes.values())), real)
    instrument = instrument_of(desk_of(painter))
    found = instrument.measure(truth, now_s(), asked.count, np.random.default_rng())
    read(painter, pile, found.lab, asked.token)


def real_paint(box: PaintBox, paint: Paint) -> Paint:
    """What is truly in a paint's tube; what thins is what it says it is."""
    tube_id = box.tube_of.get(paint.key)
    return paint if tube_id is None else real_paint_in(box.tubes[tube_id])


def calibrate(painter: Painter, pile: Pile, tube_id: int) -> None:
    """Keep what was measured of a pile as a reading of one of its tubes."""
    ledger = Ledger(painter, {pile.pk})
    there = ledger.pile(pile.pk)
    seen = there.corrected_lab
    if seen is None or tube_id not in {found.tube for found in calibrates(ledger, there)}:
        raise InputError(
            "A pile tells of a tube that is in it, and right after it was measured.",
            "tube",
        )
    made = {part.tube: part for part in ledger.make_up(there.volumes_ml) if part.tube is not None}
    of_it = made.pop(tube_id).volume_ml
    white = sum(part.volume_ml for part in made.values() if is_white(part.paint)) / of_it
    others = [
        (tube, float(f"{part.volume_ml / of_it:.6g}"))
        for tube, part in made.items()
        if not is_white(part.paint)
    ]
    reading = CoreReading(float(f"{min(white, GREATEST_TINT):.6g}"), seen)
    tube = ledger.box.tubes[tube_id]
    # The same measurement tells once, however often it is sent.
    if not any(
        row.white_parts == reading.white_parts and np.array_equal(row.lab, seen)
        for row in tube.readings.filter(source="pile")
    ):
        keep_readings(tube, [reading], "pile", others)
