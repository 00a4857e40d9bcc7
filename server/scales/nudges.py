"""A mixture nudged true: what its lean is, and the traces that take it out."""

from mesotint.mixing.nudging import nudged
from mesotint.planning.measures.measure import told_in
from mesotint.planning.measures.ml import syringe
from server.kept.looks import looks
from server.mixtures.requests import TubeMixture
from server.mixtures.services import box_of, in_tubes
from server.painters.models import Painter
from server.scales.answers import NudgeOut, NudgesOut
from server.scales.requests import NudgesIn


def nudges_out(painter: Painter, asked: NudgesIn) -> NudgesOut:
    """The run of traces that takes the lean out of a mixture, from the tubes on the desk."""
    box = box_of(painter, [asked.mixture])
    whole = sum(part.parts for part in asked.mixture.parts)
    pile = {
        box.paint(part.tube): asked.volume_ml * part.parts / whole for part in asked.mixture.parts
    }
    found = nudged(pile, box.advised, asked.test, asked.viewing)
    seen = looks([found.lab, found.test_lab, *(lab for each in found.nudges
                                               for lab in (each.lab, each.test_lab))])  # fmt: skip
    parts = in_tubes(box, list(found.pile), list(found.pile.values()))
    return NudgesOut(
        look=seen[0],
        test=seen[1],
        lean=found.lean,
        nudges=[
            NudgeOut(
                tube=box.tube_of[each.paint.key],
                label=each.paint.name,
                volume_ml=each.volume_ml,
                lean=each.lean,
                says=each.says,
                look=seen[2 + 2 * i],
                test=seen[3 + 2 * i],
            )
            for i, each in enumerate(found.nudges)
        ],
        at_once=[
            f"{told_in(ml, paint, syringe())} {paint.name}" for paint, ml in found.at_once.items()
        ],
        mixture=None if parts is None else TubeMixture(parts=parts, name=asked.mixture.name),
        left=found.left,
    )
