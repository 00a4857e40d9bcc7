"""The simulated colorimeter on a painter's desk, as a real one would stand there."""

import numpy as np

from mesotint.errors import InputError
from mesotint.instruments.colorimeter import SimulatedColorimeter, drawdown, hidden_tube
from mesotint.paints.calibration import Reading as CoreReading
from mesotint.paints.library import Paint, library
from server.kept.clock import now_s
from server.painters.models import Painter
from server.tubes.models import Desk, Reading, Tube
from server.tubes.readings import keep_readings
from server.tubes.services import labelled_paint, paint_in


def desk_of(painter: Painter) -> Desk:
    """The painter's desk, made when it is first needed."""
    return Desk.objects.get_or_create(painter=painter)[0]


def instrument_of(desk: Desk) -> SimulatedColorimeter:
    """The instrument on a desk; `InputError` where it is off."""
    if desk.instrument_on_s is None:
        raise InputError("The instrument is off; switch it on first.", "instrument")
    return SimulatedColorimeter(desk.instrument_on_s, desk.instrument_tile_s)


def switch_on(desk: Desk) -> None:
    """Switch the instrument on, cold, with no tile read."""
    desk.instrument_on_s, desk.instrument_tile_s = now_s(), None
    desk.save(update_fields=["instrument_on_s", "instrument_tile_s"])


def read_tile(desk: Desk) -> None:
    """Let the instrument read its white tile."""
    now = now_s()
    desk.instrument_tile_s = instrument_of(desk).with_tile(now).tile_s
    desk.save(update_fields=["instrument_tile_s"])


def real_paint_in(tube: Tube) -> Paint:
    """What a simulated instrument finds in a tube, whatever its label or its readings say."""
    return hidden_tube(labelled_paint(tube) or paint_in(tube), tube.seed or tube.pk)


def measure(desk: Desk, tube: Tube, white_parts: float, count: int) -> Reading:
    """Measure a drawdown of the tube with the instrument, and keep the average."""
    instrument = instrument_of(desk)
    truth = drawdown(real_paint_in(tube), library().white, white_parts)
    found = instrument.measure(truth, now_s(), count, np.random.default_rng())
    reading = CoreReading(white_parts, found.lab)
    return keep_readings(tube, [reading], f"instrument, {found.count}")[0]
