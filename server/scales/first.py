"""The first sheet of a studio: one tube, and what mutes it best."""

from mesotint.errors import InputError
from mesotint.mixing.muting.partners import first_partner
from server.mixtures.requests import TubeMixture, TubePart, Viewing
from server.mixtures.services import box_of, paint_of
from server.painters.models import Painter
from server.scales.chart_requests import CHART_REQUESTS
from server.scales.models import Sheet
from server.scales.requests import FirstIn, SheetIn, SheetMeasure
from server.scales.services import keep


def first_scale(painter: Painter, asked: FirstIn) -> Sheet:
    """Keep a scale of a tube with what mutes it first among the tubes on the desk."""
    muted = TubeMixture(parts=[TubePart(tube=asked.tube)])
    viewing = Viewing(medium=asked.medium).viewing
    box = box_of(painter, [muted])
    paint = paint_of(box, muted)
    partner = first_partner(paint, box.advised, viewing)
    if partner is None:
        raise InputError("There is nothing else in the box to mute it with; add a tube.", "tube")
    second = TubeMixture(parts=[TubePart(tube=box.tube_of[partner.key])])
    pair = {"first": muted, "second": second}
    request = CHART_REQUESTS["scale"].model_validate(
        {"chart": "scale", "medium": asked.medium, **pair}
    )
    name = f"{paint.name} into {partner.name[0].lower()}{partner.name[1:]}"
    own = {"hand_ml": painter.hand_ml}
    if painter.measure:
        own["kind"] = painter.measure
    measure = SheetMeasure.model_validate(own)
    return keep(painter, SheetIn(name=name, request=request, measure=measure, token=asked.token))[0]
