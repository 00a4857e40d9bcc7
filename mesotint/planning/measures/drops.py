"""A dropper."""

from typing import Final

from mesotint.mixing.mixture import checked_amount
from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.measures.measure import Measure


def dropper(drop_ml: float = 0.05) -> Measure:
    """A dropper; the drop of water of a household dropper is about 0.05 ml (from memory).

    Parameters
    ----------
    drop_ml : float
        Millilitres of one drop, above zero.
    """
    checked_amount(drop_ml, "drop_ml", least=1e-4, most=1)
    return Measure("drops", 1.0, 1, 1 / drop_ml, counted=True)


KIND: Final = MeasureKind(
    key="drops",
    title="Drops",
    unit="drops",
    most=20_000,
    usual=1.0,
    make=lambda _: dropper(),
    rank=40,
)
