"""Requests of charts, made of what each kind of chart says of itself."""

from collections.abc import Mapping
from dataclasses import asdict
from functools import reduce
from operator import or_
from typing import TYPE_CHECKING, Annotated, Any, Final, Literal, get_type_hints

from pydantic import BeforeValidator, ConfigDict, Field, create_model, model_validator

from mesotint.planning.charts import KINDS
from mesotint.planning.charts.kind import Kind, Side
from mesotint.planning.charts.options import Count, Marks, Number, Numbers, OfEach, OneOf, Option
from server.kept.requests import Asked
from server.mixtures.requests import TubeMixture, Viewing
from server.scales import older

MOST_MIXTURES: Final = 24
"""Tubes or mixtures along one side of a chart; how many each takes is its own to say."""


class ChartIn(Viewing):
    """A chart of any kind: tubes or mixtures on its sides, and what it leaves to choose.

    The request of a kind is made of what the kind says of itself, and takes nothing else.
    """

    model_config = ConfigDict(extra="forbid")

    kind: Literal["chart"] = "chart"
    chart: str

    @model_validator(mode="before")
    @classmethod
    def _of_an_older_client(cls, given: Any) -> Any:
        return older.chart(older.sheet(given), cls.model_fields)

    @property
    def chart_kind(self) -> Kind[Any]:
        """The kind it asks for."""
        return KINDS[self.chart]

    @property
    def sides(self) -> dict[str, list[TubeMixture]]:
        """What stands on each of its sides."""
        ends_of = {name: getattr(self, name) for name in self.chart_kind.sides}
        return {
            name: ends if isinstance(ends, list) else [ends] if ends else []
            for name, ends in ends_of.items()
        }

    @property
    def options(self) -> dict[str, Any]:
        """What is chosen, by the names of the options."""
        return self.model_dump(include={*self.chart_kind.choices})

    @property
    def asked_for(self) -> list[TubeMixture]:
        """Every tube or mixture that it names."""
        return [mixture for side in self.sides.values() for mixture in side]


def _number(least: float, most: float, *, above: bool = False) -> Any:
    low: Mapping[str, Any] = {"gt" if above else "ge": least}
    return Annotated[float, Field(**low, le=most, allow_inf_nan=False)]


def _row(least: float, most: float) -> Any:
    one = _number(least, most)
    return list[one]  # type: ignore[valid-type]


def _typed(name: str, option: Option, hint: Any) -> Any:
    """The type of an option in a request, with its limits."""
    match option:
        case Number():
            hint = _number(option.least, option.most, above=option.above)
            hint = hint | None if option.optional else hint
        case Marks():
            hint = Annotated[_marks(name, option), Field(max_length=option.most)]
        case Count():
            # What is out of reach is refused by the chart, in its own words.
            hint = Annotated[int, Field(description=f"{option.least} to {option.most}.")]
        case OneOf(between=(least, most)):
            words = tuple(word for word in option.words if isinstance(word, str))
            hint = _number(least, most) | Literal[words]
        case OneOf() if hint is str:
            hint = Literal[tuple(option.words)]
        case Numbers():
            row = _row(option.least, option.most)
            fewest = min(option.by_length)
            hint = Annotated[row, Field(min_length=fewest, max_length=option.longest)]
        case OfEach():
            row = _row(option.least, option.most)
            hint = Annotated[row, Field(max_length=MOST_MIXTURES)]
    return hint


def _marks(name: str, option: Marks) -> Any:
    values: dict[str, Any] = {
        of: (_typed(of, value, Any), ...) for of, value in option.values.items()
    }
    says = "A mark that is set by hand on the picture of a chart."
    mark = create_model(f"{name.capitalize()}In", __base__=Asked, __doc__=says, **values)
    return list[mark]


def _side(side: Side) -> Any:
    """The type of a side in a request, and what it is where nothing stands there."""
    if not side.single:
        row: Any = Field([], max_length=MOST_MIXTURES, description=side.label)
        return list[TubeMixture], row
    if side.fewest:
        return TubeMixture, Field(..., description=side.label)
    return TubeMixture | None, Field(None, description=side.label)


def _request_of(kind: Kind[Any]) -> type[ChartIn]:
    """The request of a kind of chart."""
    fields: dict[str, Any] = {"chart": (Literal[kind.key], ...)}
    fields |= {name: _side(side) for name, side in kind.sides.items()}
    hints, given = get_type_hints(kind.options), asdict(kind.options())
    for name, option in kind.choices.items():
        value = given[name]
        default = list(value) if isinstance(value, tuple) else value
        fields[name] = (_typed(name, option, hints[name]), default)
    if taken := fields.keys() & {*dir(ChartIn), *ChartIn.model_fields} - {"chart"}:
        raise TypeError(f"A chart's option may not be called {', '.join(taken)}.")
    made: type[ChartIn] = create_model(
        f"{kind.key.capitalize()}ChartIn",
        __base__=ChartIn,
        __module__=__name__,
        __doc__=kind.question,
        **fields,
    )
    return made


CHART_REQUESTS: Final = {key: _request_of(kind) for key, kind in KINDS.items()}
"""Requests of charts by the keys of their kinds."""

if TYPE_CHECKING:
    AnyChart = ChartIn
else:
    AnyChart = Annotated[
        reduce(or_, CHART_REQUESTS.values()),
        Field(discriminator="chart"),
        BeforeValidator(older.sheet),
    ]
