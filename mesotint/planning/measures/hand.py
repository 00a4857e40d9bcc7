"""Amounts that a hand knows."""

from typing import Final

from mesotint.planning.hand import Hand
from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import Measure


def hand(own: Hand | None = None) -> Measure:
    """Amounts that a hand knows, from a knife-tip to a walnut; a knife-tip is its step.

    Parameters
    ----------
    own : Hand, optional
        What each amount of this hand is; the usual ones where none is given.
    """
    own = own or Hand()
    return Measure("knife-tips", 1.0, 1, 1 / own.knife_tip, hand=own, counted=True)


KIND: Final = MeasureKind(
    key="hand",
    title="By hand",
    unit="",
    most=1000,
    usual=Hand().pea,
    make=lambda pea_ml: hand(Hand().scaled(pea_ml / Hand().pea)),
    rank=10,
)
