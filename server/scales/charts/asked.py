"""What a chart is asked for, and what it comes to: cells row by row."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from mesotint.errors import InputError
from mesotint.mixing.darks import chromatic_dark
from mesotint.mixing.layers import LayerGrid
from mesotint.mixing.mixture import Viewing
from mesotint.paints.library import Paint
from mesotint.planning import charts as core
from server.scales.patches import Laying
from server.scales.requests import ChartIn


@dataclass(frozen=True)
class Grid:
    """Cells row by row, with what is written beside the rows and above the columns."""

    title: str
    rows: list[list[core.Cell]]
    row_labels: list[str]
    column_labels: list[str]
    kinds: list[list[str]] = field(default_factory=list)
    remarks: list[list[str]] = field(default_factory=list)
    row_says: list[str] = field(default_factory=list)
    column_says: list[str] = field(default_factory=list)
    layers: LayerGrid | None = None
    laying: Laying | None = None
    advice: tuple[str, ...] = ()


@dataclass(frozen=True)
class Asked:
    """A request with its paints."""

    request: ChartIn
    paints: Sequence[Paint]
    columns: Sequence[Paint]
    dark: Paint | None
    box: Sequence[Paint]
    viewing: Viewing

    def need(self, what: str) -> None:
        """Refuse a number of mixtures that the chart cannot be made of."""
        fewest, most = core.CHART_MIXTURES[self.request.chart]
        if not fewest <= len(self.paints) <= most:
            raise InputError(what, "mixtures")
        fewest, most = core.CHART_COLUMNS.get(self.request.chart, (0, len(self.columns)))
        if not fewest <= len(self.columns) <= most:
            raise InputError(what, "columns")

    def darkener(self) -> Paint:
        """What darkens: what is chosen, else a chromatic dark of the box."""
        return self.dark or chromatic_dark(tuple(self.box), self.viewing) or self.paints[0]


def openings(asked: Asked) -> list[str]:
    """What is written above columns that are opened."""
    word = "water" if asked.viewing.medium == "wash" else "white"
    return [f"1 : {opening:g} {word}" for opening in asked.request.openings]


def listed(paints: Sequence[Paint]) -> str:
    """Some paints as one would say them."""
    names = [paint.name.lower() for paint in paints]
    told = " and ".join([", ".join(names[:-1]), names[-1]]) if len(names) > 1 else names[0]
    return told[0].upper() + told[1:]


def there(
    paints: Sequence[Paint], parts: Sequence[float]
) -> tuple[tuple[Paint, ...], tuple[float, ...]]:
    """The paints of a mixture that are in it, and their parts."""
    found = [(paint, part) for paint, part in zip(paints, parts, strict=True) if part > 0]
    return tuple(paint for paint, _ in found), tuple(part for _, part in found)
