"""The moves of the palette, each done once however often it is sent."""

from server.painters.models import Painter
from server.piles import desk
from server.piles.ledger import Ledger
from server.piles.models import Pile
from server.piles.requests import (
    CalibrateIn,
    FamilyIn,
    KeepIn,
    Move,
    PotIn,
    ReadPileIn,
    SplitIn,
    WeighIn,
)
from server.piles.services import do, family, into_pot, keep, split


def move(painter: Painter, pile: Pile, asked: Move) -> tuple[Pile, Ledger | None]:
    """Do it.

    Returns
    -------
    tuple of Pile, Ledger or None
        The pile that one goes on with, and its ledger where that is known already.
    """
    match asked:
        case PotIn():
            return into_pot(painter, pile, asked), None
        case SplitIn():
            split(painter, pile, asked)
        case FamilyIn():
            family(painter, pile, asked)
        case WeighIn():
            desk.weigh(painter, pile, asked)
        case ReadPileIn():
            desk.measure(painter, pile, asked)
        case CalibrateIn():
            desk.calibrate(painter, pile, asked.tube)
        case KeepIn():
            keep(painter, pile, asked)
        case _:
            return pile, do(painter, pile, asked)
    return pile, None
