"""Charts of every kind at the shell, ``nudge`` and ``kinds``."""

import argparse
import json
from collections.abc import Mapping
from dataclasses import replace
from functools import partial
from typing import Any

import numpy as np

from mesotint.colour.kinds import KINDS as COLOURS
from mesotint.colour.kinds import SOURCE, WARMTHS, field_of, kind
from mesotint.commands.reading import (
    advice_options,
    advised_box,
    box_of,
    number,
    parts_of,
    viewing_from,
    viewing_options,
)
from mesotint.errors import InputError
from mesotint.mixing.mixture import appearances
from mesotint.mixing.nudging import nudged
from mesotint.paints.library import Paint, library
from mesotint.planning.charts import KINDS
from mesotint.planning.charts.cells import Cell
from mesotint.planning.charts.kind import Chart, Kind
from mesotint.planning.charts.options import (
    Count,
    Number,
    Numbers,
    OfEach,
    OneOf,
    Option,
    Toggle,
    checked,
    in_words,
)

NO_GROUND = "none"


def chart_commands(commands: "argparse._SubParsersAction[Any]") -> None:
    """Give the command a verb for each kind of chart, with a flag for each side and option.

    A scale and a triangle have verbs of their own: in measured amounts, and to a lean.
    """
    for each in (chart for chart in KINDS.values() if chart.picture == "cells"):
        parser = commands.add_parser(each.key, help=f"{each.title}: {each.question}")
        parser.add_argument("tubes", nargs="*", metavar="PAINT", help="what stands first")
        for name, side in each.sides.items():
            parser.add_argument(*_flags(each, name), dest=name, metavar="KEY,KEY", help=side.label)
        for name, option in each.choices.items():
            how: dict[str, Any] = {"dest": name, "help": in_words(option)}
            if _is_ground(option):
                how["help"] += f": a ground, or {NO_GROUND}"
            elif isinstance(getattr(each.options, name), bool):
                how["action"] = "store_true"
            parser.add_argument(*_flags(each, name), **how)
        advice_options(parser)
        viewing_options(parser)
        parser.set_defaults(run=partial(_chart, each))


def _word(each: Kind[Any], name: str) -> str:
    """What a side or an option is called on the command line."""
    return each.flags.get(name, name).replace("_", "-")


def _flags(each: Kind[Any], name: str) -> list[str]:
    return [f"--{word}" for word in dict.fromkeys((_word(each, name), name.replace("_", "-")))]


def _read(option: Option, text: str, name: str) -> Any:
    """An option as it is typed."""
    match option:
        case Count() | Number():
            return number(text, name)
        case Numbers() | OfEach():
            return [number(word, name) for word in text.split(",")]
        case OneOf() | Toggle():
            values = option.words if isinstance(option, OneOf) else (option.on, option.off)
            typed = {str(value): value for value in values}
            if text not in typed and isinstance(option, OneOf) and option.between:
                return _ratio(text, option, name)
            return typed.get(text, text)


def _ratio(text: str, option: OneOf, name: str) -> float:
    """A number, or one to another as 2:1."""
    one, colon, other = text.partition(":")
    try:
        ratio = number(one, name) / (number(other, name) if colon else 1.0)
    except (InputError, ZeroDivisionError):
        words = " or ".join(word for word in option.words if isinstance(word, str))
        raise InputError(f"'{text[:40]}' is no {name}; write 2:1, or say {words}.", name) from None
    return ratio


def _is_ground(option: Option) -> bool:
    """Whether a ground is chosen with it, so that it is given as the ground's name."""
    return isinstance(option, Toggle) and option.ground


def _named(text: str, name: str) -> list[Paint]:
    """Paints of a list that may not be empty."""
    if not text.strip(" ,"):
        raise InputError(f"Name a paint or more for {name}, as PR177,PG7.", name)
    return box_of(text)


def _chart(each: Kind[Any], args: argparse.Namespace) -> None:
    """A chart of a kind."""
    given = vars(args)
    viewing = viewing_from(given)
    if args.water and viewing.medium != "wash":
        raise InputError("Water thins a wash alone; leave it out, or say --medium wash.", "water")
    sides = {
        name: _named(given[name], _word(each, name))
        for name in each.sides
        if given[name] is not None
    }
    if args.tubes:
        first = next(iter(each.sides))
        sides[first] = [*sides.get(first, []), *(library().paint(key) for key in args.tubes)]
    options: dict[str, Any] = {}
    for name, option in each.choices.items():
        text = given[name]
        if _is_ground(option):
            options[name] = text not in (None, NO_GROUND)
            viewing = replace(viewing, ground=text) if options[name] else viewing
        elif isinstance(option, Number) and option.in_wash and args.water:
            options[name] = args.water
        elif isinstance(text, str):
            word = _word(each, name)
            options[name] = checked(option, _read(option, text, word), word)
        elif text:
            options[name] = True
    chart = each.chart(sides, options, advised_box(args), viewing)
    if args.json:
        print(json.dumps({"chart": each.key, **_answer(chart)}))
        return
    print(chart.title)
    for row, says in zip(chart.rows, chart.row_says or [""] * len(chart.rows), strict=True):
        for cell, look in zip(row, appearances(np.array([c.lab for c in row])), strict=True):
            parts = "  ".join(f"{key}={part:.3g}" for key, part in _parts(cell).items())
            print(f"{cell.label}: {look.name}  [{parts}]")
        if says:
            print(says)
    for remark in (remark for row in chart.remarks for remark in row if remark):
        print(remark)


def _parts(cell: Cell) -> dict[str, float]:
    """Parts by key of the paints that are in it."""
    parts: dict[str, float] = {}
    for paint, part in zip(cell.paints, cell.parts, strict=True):
        if part > 0:
            parts[paint.key] = round(parts.get(paint.key, 0.0) + part, 6)
    return parts


def _answer(chart: Chart) -> dict[str, Any]:
    """A chart as JSON: every cell with its parts, its look and what else is known of it."""
    looks = iter(appearances(np.array([cell.lab for row in chart.rows for cell in row])))
    cells = [
        [
            {
                "label": cell.label,
                "parts": _parts(cell),
                **_look(next(looks)),
                **cell.facts,
                **({"kind": chart.kinds[i][j]} if i < len(chart.kinds) else {}),
                **({"remark": chart.remarks[i][j]} if chart.remarks else {}),
            }
            for j, cell in enumerate(row)
        ]
        for i, row in enumerate(chart.rows)
    ]
    says = {"row_says": chart.row_says, "column_says": chart.column_says}
    return {
        "title": chart.title,
        "rows": chart.row_labels,
        "columns": chart.column_labels,
        "cells": cells,
        **{name: sentences for name, sentences in says.items() if sentences},
    }


def _look(look: Any) -> dict[str, Any]:
    return {"lab": list(look.lab), "munsell": look.munsell, "name": look.name}


def nudge(args: argparse.Namespace) -> None:
    """Traces that take the lean out of a pile, one after the other."""
    viewing = viewing_from(vars(args))
    pile = {library().paint(key): ml for key, ml in parts_of(args.pile).items()}
    found = nudged(pile, advised_box(args), args.test, viewing)
    if args.json:
        print(
            json.dumps(
                {
                    "lean": found.lean,
                    "nudges": [
                        {
                            "paint": each.paint.key,
                            "volume_ml": round(each.volume_ml, 6),
                            "says": each.says,
                            "lab": each.lab.round(3).tolist(),
                            "test_lab": each.test_lab.round(3).tolist(),
                        }
                        for each in found.nudges
                    ],
                    "at_once": _ml(found.at_once),
                    "pile": _ml(found.pile),
                    "left": found.left,
                }
            )
        )
        return
    for each in found.nudges:
        print(f"{each.says} ({each.volume_ml:.3g} ml)")
    left = f"It leans {found.left}, and nothing in the box takes it out."
    print("No lean an eye could name." if found.left is None else left)


def _ml(pile: Mapping[Paint, float]) -> dict[str, float]:
    return {paint.key: round(volume, 6) for paint, volume in pile.items()}


def kinds(args: argparse.Namespace) -> None:
    """Kinds of colour to aim at, or the field of one."""
    told = [kind(args.kind)] if args.kind else list(COLOURS)
    if args.json:
        answer = [
            {
                "kind": each.key,
                "name": each.name,
                "group": each.group,
                "source": SOURCE,
                "opaque": each.opaque,
                "wash": each.wash,
                "across": list(WARMTHS),
                "munsell": field_of(each.key)[1],
                "lab": field_of(each.key)[0].round(2).tolist(),
            }
            for each in told
        ]
        print(json.dumps({"kinds": answer}))
        return
    for each in told:
        _, notations = field_of(each.key)
        print(f"{each.key:<18}{each.name}: {notations[0]} to {notations[-1]} ({SOURCE})")
