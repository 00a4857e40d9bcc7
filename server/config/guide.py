"""The table of the charts in the guide, made of what each kind says of itself."""

from typing import Any, Final

from mesotint.planning.charts import KINDS
from mesotint.planning.charts.kind import Kind
from mesotint.planning.charts.options import in_words

BEGINS: Final = "<!-- The charts: written by ./studio client. -->"
ENDS: Final = "<!-- To here. -->"


def _sides(kind: Kind[Any]) -> str:
    return "; ".join(
        f"{side.label.replace(' {}', 's').lower()}: "
        + (f"{side.fewest} to {side.most}" if side.fewest < side.most else f"{side.most}")
        for side in kind.sides.values()
    )


def table() -> str:
    """The kinds of chart, a row each, in Markdown."""
    rows = ["| Chart | | Tubes or mixtures | To choose | `mesotint` |", "|-|-|-|-|-|"]
    for kind in KINDS.values():
        options = "; ".join(filter(None, map(in_words, kind.choices.values()))).lower()
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
