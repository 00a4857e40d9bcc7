"""The table of the charts in the guide, made of what each kind says of itself."""

from typing import Any, Final

from mesotint.planning.charts import KINDS
from mesotint.planning.charts.kind import Kind
from mesotint.planning.charts.options import Count, Number, Numbers, OfEach, OneOf, Option, Toggle

BEGINS: Final = "<!-- The charts: written by ./studio client. -->"
ENDS: Final = "<!-- To here. -->"


def _option(option: Option) -> str:
    """What an option offers, in a few words; nothing where it is not offered."""
    words = ""
    match option:
        case OneOf(label=label) if label:
            words = f"{label} ({', '.join(option.words.values())})"
        case Count():
            words = f"{option.least} to {option.most} {option.word}"
        case Numbers(by_length=rows):
            words = f"{min(rows)} to {max(rows)} {option.word}"
        case Toggle(label=label) | Number(label=label) | OfEach(label=label):
            words = label.replace("{}", "of each")
    return words.lower()


def _sides(kind: Kind[Any]) -> str:
    return "; ".join(
        f"{side.label.replace(' {}', 's').lower()}: {side.fewest} to {side.most}"
        if side.fewest < side.most
        else f"{side.label.replace(' {}', 's').lower()}: {side.most}"
        for side in kind.sides.values()
    )


def table() -> str:
    """The kinds of chart, a row each, in Markdown."""
    rows = ["| Chart | | Tubes or mixtures | To choose | `mesotint` |", "|-|-|-|-|-|"]
    for kind in KINDS.values():
        options = "; ".join(filter(None, map(_option, kind.choices.values())))
        rows.append(
            f"| {kind.title} | {kind.question} | {_sides(kind)} | {options} | `{kind.key}` |"
        )
    return "\n".join(rows)


def written(guide: str) -> str:
    """The guide with that table between its marks.

    Parameters
    ----------
    guide : str
        The guide as it is.
    """
    before, rest = guide.split(BEGINS)
    _, after = rest.split(ENDS)
    return f"{before}{BEGINS}\n{table()}\n{ENDS}{after}"
