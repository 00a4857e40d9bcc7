"""The mould of a chart: what a kind of chart says of itself, what it is given, and what it gives.

A kind is one module of this package with a constant ``KIND``. The request, the controls on screen,
the command and the list painters choose from are made of what it says there.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from dataclasses import field as usual
from functools import cached_property
from typing import Any, Generic, Literal, TypeVar, get_type_hints

from mesotint.errors import InputError
from mesotint.mixing.layers import LayerGrid, Laying
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.muting.triad import Triad
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import Cell
from mesotint.planning.charts.options import Option, checked
from mesotint.planning.scale import Scale

Options = TypeVar("Options")


@dataclass(frozen=True)
class Side:
    """Where tubes or mixtures stand on a chart.

    Attributes
    ----------
    label : str
        What the side is called where there are several; where there is one, what each of its
        places is, with {} for its number.
    fewest, most : int
        How many it takes. Where none of the only side is needed, the tubes on the desk serve.
    example : tuple of tuple of str
        For each place of an example the keys of paints that would serve, the best first.
    single : bool
        Whether it is one place rather than a row of them, so that what stands there is no list.
    """

    label: str
    fewest: int
    most: int
    example: tuple[tuple[str, ...], ...] = ()
    single: bool = False


@dataclass(frozen=True)
class Chart:
    """Cells row by row, with what is written beside the rows and above the columns.

    Attributes
    ----------
    title : str
        What the chart shows, in a line.
    rows : list of list of Cell
        Rows of equal length.
    row_labels, column_labels : list of str
    kinds : list of list of str
        What each cell of the first rows is in a word; empty where that is not told.
    remarks : list of list of str
        What there is to say of each cell.
    row_says, column_says : list of str
        What there is to say of each row and each column.
    pairs : list of list of (int, int)
        Where each cell is mixed of one of the first side and one across: their places there.
    layers : LayerGrid, optional
        Where the cells are films over dry layers.
    laying : Laying, optional
        How those are laid.
    run : Scale, optional
        Where the first row is steps of a trail.
    field : Triad, optional
        Where the cells are points of a triangle.
    advice : tuple of str
        What the work plan says beside its lines.
    """

    title: str
    rows: list[list[Cell]]
    row_labels: list[str]
    column_labels: list[str]
    kinds: list[list[str]] = usual(default_factory=list)
    remarks: list[list[str]] = usual(default_factory=list)
    row_says: list[str] = usual(default_factory=list)
    column_says: list[str] = usual(default_factory=list)
    pairs: list[list[tuple[int, int]]] = usual(default_factory=list)
    layers: LayerGrid | None = None
    laying: Laying | None = None
    run: Scale | None = None
    field: Triad | None = None
    advice: tuple[str, ...] = ()


@dataclass(frozen=True)
class Inputs(Generic[Options]):
    """What a chart is made of.

    Attributes
    ----------
    sides : mapping of str to sequence of Paint
        Tubes and mixtures by the side they stand on; every side of the kind.
    options : Options
    box : sequence of Paint
        The tubes on the desk.
    viewing : Viewing
    """

    sides: Mapping[str, Sequence[Paint]]
    options: Options
    box: Sequence[Paint] = ()
    viewing: Viewing = DEFAULT_VIEWING

    @property
    def mixtures(self) -> Sequence[Paint]:
        """What stands on the first side."""
        return next(iter(self.sides.values()))

    @property
    def columns(self) -> Sequence[Paint]:
        """What stands across."""
        return self.sides["columns"]


@dataclass(frozen=True)
class Kind(Generic[Options]):
    """What a kind of chart says of itself.

    Attributes
    ----------
    key : str
        In requests, in files and on the command line.
    title : str
        In the list of kinds.
    noun : str
        In the name of a sheet: "*Shades* of hansa yellow light". Where there is none, the sheet is
        called by what it needs.
    joined : str
        What stands between the names of its tubes there.
    picture : str
        How it is drawn: "cells" in rows, a "run" of steps along a trail, or a "field".
    question : str
        What there is to choose, and what one will see.
    takes : str
        What is said where too many or too few tubes are chosen.
    sides : mapping of str to Side
        Sides by the name of their field: `mixtures` and, where there are more, `columns`, `dark`.
    options : type
        A frozen dataclass whose fields are annotated with an `Option` each.
    compute : callable
        Gives the chart of some inputs; raises `InputError`.
    presets : (str, mapping), optional
        What some options are called together, and what each of those sets: weathers, say.
    rank : int
        Where it stands among the kinds, the lowest first.
    opaque : bool
        Whether it is only for opaque paint.
    example : mapping of str to object
        Options of its example that are not as usual.
    goes_on : str
        What one may go on to with a mixture, if one may: "A tint column of it".
    goes_on_as : str
        The side where that mixture stands.
    after_reading : str
        What one may go on to from a painted sheet that was read, if one may.
    laid : callable, optional
        What is said on paper of how a cell is laid, where that is not mixed alone.
    flags : mapping of str to str
        Other names of sides and options on the command line.
    for_class : str
        What a teacher would call it as a sheet to paint, if it suits.
    """

    key: str
    title: str
    noun: str
    question: str
    takes: str
    sides: Mapping[str, Side]
    options: type[Options]
    compute: Callable[[Inputs[Options]], Chart]
    rank: int
    picture: Literal["cells", "run", "field"] = "cells"
    joined: str = ", "
    presets: tuple[str, Mapping[str, Mapping[str, float]]] | None = None
    opaque: bool = False
    example: Mapping[str, Any] = usual(default_factory=dict)
    goes_on: str = ""
    goes_on_as: str = "mixtures"
    after_reading: str = ""
    laid: Callable[[Options], str] | None = None
    flags: Mapping[str, str] = usual(default_factory=dict)
    for_class: str = ""

    def chart(
        self,
        sides: Mapping[str, Sequence[Paint]],
        options: Mapping[str, Any],
        box: Sequence[Paint] = (),
        viewing: Viewing = DEFAULT_VIEWING,
    ) -> Chart:
        """The chart of some tubes.

        Parameters
        ----------
        sides : mapping of str to sequence of Paint
            Tubes and mixtures by side; a side that is left out is empty.
        options : mapping of str to object
            Options by their names; one that is left out is as it usually is.
        box : sequence of Paint
            The tubes on the desk.

        Raises
        ------
        InputError
            For a number of tubes that it cannot be made of, or an option out of its limits.
        """
        given = {name: sides.get(name, ()) for name in self.sides}
        for name, side in self.sides.items():
            if not side.fewest <= len(given[name]) <= side.most:
                raise InputError(self.takes, name)
        return self.compute(Inputs(given, self.chosen(options), box, viewing))

    def chosen(self, options: Mapping[str, Any]) -> Options:
        """Options by their names; one that is left out is as it usually is.

        Parameters
        ----------
        options : mapping of str to object
            Rows of numbers as any sequence.

        Raises
        ------
        InputError
            For what is no option of this kind, or may not be chosen.
        """
        for name in options.keys() - self.choices.keys():
            raise InputError(f"There is no “{name}” to choose here; leave it out.", name)
        return self.options(
            **{name: checked(self.choices[name], value, name) for name, value in options.items()}
        )

    @cached_property
    def choices(self) -> Mapping[str, Option]:
        """How each option is offered, by its name."""
        hints = get_type_hints(self.options, include_extras=True)
        return {name: hint.__metadata__[0] for name, hint in hints.items()}
