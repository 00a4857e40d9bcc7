"""The mould of a measure: what a kind of measure says of itself, and how it is read.

A kind is one module of this package with a constant ``KIND``.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from mesotint.planning.measures.measure import Measure


@dataclass(frozen=True)
class MeasureKind:
    """What a kind of measure says of itself.

    Attributes
    ----------
    key : str
        In requests, in files and on the command line.
    title : str
        In the list of measures.
    unit : str
        Beside an amount that is typed; empty where amounts are chosen by name.
    most : float
        The most of one addition, in its unit.
    usual : float
        Its usual step in its own unit; of a ribbon its nozzle in mm, of a hand its pea and of a
        brush its load in ml.
    make : callable
        The measure of a step.
    rank : int
        Where it stands among the measures, the lowest first.
    read_by : str
        What a painter says of how finely it reads: its "step", its "nozzle", or nothing.
    own_step : float, optional
        The finest step that a painter's own is likely to have, where that is its own to say.
    imperial : bool
        Whether it is offered to who works in ounces and inches alone.
    """

    key: str
    title: str
    unit: str
    most: float
    usual: float
    make: Callable[[float], Measure]
    rank: int
    read_by: Literal["step", "nozzle", ""] = ""
    own_step: float | None = None
    imperial: bool = False
