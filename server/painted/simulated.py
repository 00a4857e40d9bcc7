"""A sheet painted and photographed by stand-ins, so that the whole loop is walked without a phone.

What is really in a tube is what the simulated colorimeter finds in it, so that a sheet and an
instrument agree.
"""

from typing import Final
from zlib import crc32

import numpy as np

from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.instruments.camera import Camera, Shot, Slip, painted_sheet, photograph
from mesotint.mixing.ground import USUAL_GROUND, ground_lab
from mesotint.paints.library import library
from server.painted.requests import Taken
from server.painted.services import layout_of, tubes_by_key
from server.paintings.models import Painting
from server.scales.models import Sheet
from server.tubes.instrument import real_paint_in

SLIPS: Final = 3
"""Boxes of a simulated sheet that go wrong, each by another paint, where it has so many."""

TIMES: Final = 1.8


def photographed(thing: Sheet | Painting, kind: str, asked: Taken) -> bytes:
    """A JPEG of one page, painted by a hand that errs by a twentieth and slips thrice."""
    layout = layout_of(thing, kind, asked.page, asked.size)
    tubes = tubes_by_key(thing)
    keys = dict.fromkeys(key for box in layout.boxes for key in box.parts)
    really = {
        key: real_paint_in(tubes[key]) if key in tubes else library().paint(key) for key in keys
    }
    # The same sheet is painted by the same hand wherever it is kept.
    rng = np.random.default_rng(crc32(thing.name.encode()))
    white = {key for key, paint in really.items() if paint.name == library().white.name}
    slips: dict[str, Slip] = {}
    wrong: set[str] = set()
    for place in rng.permutation(len(layout.boxes)):
        box = layout.boxes[place]
        strong = [key for key in box.parts if key not in white]
        # In what is dark nobody sees twice too much of a paint; and no paint goes wrong twice.
        if len(slips) < SLIPS and strong and white & set(box.parts) and strong[-1] not in wrong:
            slips[box.id] = Slip(times={strong[-1]: TIMES})
            wrong.add(strong[-1])
    paper = smoothest_reflectance(np.array(ground_lab(layout.ground or USUAL_GROUND)))
    sheet = painted_sheet(layout, really, paper, rng, slips=slips)
    camera = Camera.made_up(asked.light or "daylight", rng)
    return photograph(sheet, camera, Shot(), rng)
