"""``mesotint grid``, ``darks``, ``shades``, ``layers``, ``nudge``, ``wheel`` and ``kinds``."""

import argparse
import json
from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np

from mesotint.colour.kinds import KINDS, SOURCE, WARMTHS, field_of, kind
from mesotint.colour.words import difference_in_words
from mesotint.commands.reading import (
    advised_box,
    box_of,
    lightener_of,
    number,
    parts_of,
    viewing_from,
)
from mesotint.errors import InputError
from mesotint.mixing.darks import darks as darks_of
from mesotint.mixing.layers import THICKEST, THINNEST, laid_in_words, layer_grid
from mesotint.mixing.mixture import appearances, checked_amount, merged
from mesotint.mixing.muting.grid import GREYEST, STRENGTH, in_order, pair_grid
from mesotint.mixing.nudging import nudged
from mesotint.mixing.true_hues import angle_of, true_hues, wheel_hues
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.planning.shades import shades as shades_of
from mesotint.planning.shades import usual_darkeners, usual_lighteners


def _looks(labs: Array) -> list[dict[str, Any]]:
    return [
        {"lab": list(look.lab), "munsell": look.munsell, "name": look.name}
        for look in appearances(np.asarray(labs).reshape(-1, 3))
    ]


def _told(paints: Sequence[Paint], parts: Sequence[float]) -> dict[str, float]:
    """Parts by key of the paints that are in it."""
    once, amounts = merged(paints, np.array(parts, dtype=np.float64))
    return {p.key: round(n, 6) for p, n in zip(once, amounts.tolist(), strict=True) if n > 0}


def _named(text: str, field: str) -> list[Paint]:
    """Paints of a list that may not be empty."""
    if not text.strip(" ,"):
        raise InputError(f"Name a paint or more for {field}, as PR177,PG7.", field)
    return box_of(text)


def ratio_of(text: str) -> float | str:
    """A ratio as it is typed: 2:1, a number, strength or greyest."""
    if text in (STRENGTH, GREYEST):
        return text
    one, colon, other = text.partition(":")
    try:
        below = number(other, "ratio") if colon else 1.0
        ratio = number(one, "ratio") / below
    except (InputError, ZeroDivisionError):
        raise InputError(
            f"'{text[:40]}' is no ratio; write 2:1, or say {STRENGTH} or {GREYEST}.", "ratio"
        ) from None
    return ratio


def grid(args: argparse.Namespace) -> None:
    """Rows against columns, each cell their mixture."""
    viewing = viewing_from(vars(args))
    rows, columns = (
        in_order(_named(text, side), args.order, viewing)
        for text, side in ((args.rows, "rows"), (args.columns, "columns"))
    )
    found = pair_grid(rows, columns, ratio_of(args.ratio), lightener_of(args), viewing)
    looks = iter(_looks(found.labs))
    cells = [
        [
            {
                "parts": _told([row, column, viewing.lightener], found.amounts[i, j].tolist()),
                **next(looks),
                "kind": found.kinds[i][j],
                "remark": found.remarks[i][j],
            }
            for j, column in enumerate(found.columns)
        ]
        for i, row in enumerate(found.rows)
    ]
    if args.json:
        keys = {"rows": [p.key for p in rows], "columns": [p.key for p in columns]}
        print(json.dumps({**keys, "cells": cells}))
        return
    for row, line in zip(rows, cells, strict=True):
        for column, cell in zip(columns, line, strict=True):
            told = "  ".join(f"{key}={n:.3g}" for key, n in cell["parts"].items())
            print(f"{row.key} × {column.key}: {cell['name']}  [{told}]")


def darks(args: argparse.Namespace) -> None:
    """Darks of a box, best first."""
    viewing = viewing_from(vars(args))
    found = darks_of(
        advised_box(args),
        args.most,
        no_black=args.no_black,
        transparent=args.transparent,
        leans=args.leans,
        viewing=viewing,
    )
    if args.json:
        answer = [
            {
                "parts": _told(dark.paints, dark.parts),
                "opened_lab": [round(x, 3) for x in dark.opened_lab.tolist()],
                "lean": dark.lean,
                "transparent": dark.transparent,
                **look,
            }
            for dark, look in zip(found, _looks(np.array([d.lab for d in found])), strict=True)
        ]
        print(json.dumps({"darks": answer}))
        return
    for dark in found[:20]:
        told = "  ".join(f"{key}={n:.3g}" for key, n in _told(dark.paints, dark.parts).items())
        print(f"{told}: {dark.says}")


def shades(args: argparse.Namespace) -> None:
    """One colour down in value by each of some paints, or up."""
    viewing = viewing_from(vars(args))
    colour = library().paint(args.paint)
    usual = usual_lighteners if args.up else usual_darkeners
    added = box_of(args.added) if args.added else usual(colour, advised_box(args), viewing)
    rows = shades_of(colour, added, args.steps, up=args.up, viewing=viewing)
    if not args.json:
        for row in rows:
            print(row.says)
        return
    answer = [
        {
            "paint": row.paint.key,
            "says": row.says,
            "steps": [
                {
                    "value": round(step.value, 3),
                    "parts": _told([colour, row.paint], step.parts),
                    "turns": round(step.turns, 2),
                    "keeps": None if step.keeps is None else round(step.keeps, 4),
                    **look,
                }
                for step, look in zip(
                    row.steps, _looks(np.array([step.lab for step in row.steps])), strict=True
                )
            ],
        }
        for row in rows
    ]
    print(json.dumps({"colour": colour.key, "shades": answer}))


def layers(args: argparse.Namespace) -> None:
    """Glazes over dry layers, and beside each the mixture of the two that comes nearest."""
    viewing = viewing_from(vars(args))
    unders = _named(args.under, "under") if args.under else []
    glazes = _named(args.over, "over")
    coats = checked_amount(args.coats, "coats", least=THINNEST, most=THICKEST)
    ground = "" if args.bare == "none" else args.bare
    found = layer_grid(
        [{p: 1.0} for p in unders], [{p: 1.0} for p in glazes], viewing, ground, coats
    )
    at = found.nearest(coats)
    below: list[Paint | None] = [*([None] if ground else []), *unders]
    looks = iter(_looks(found.labs[:, :, at]))
    mixed = iter(_looks(found.mixed_labs[:, :, at]))
    cells = []
    for i, under in enumerate(below):
        line = []
        for j, glaze in enumerate(glazes):
            share = float(found.mixed_shares[i, j, at])
            parts = _told([under or viewing.lightener, glaze], [1 - share, share])
            line.append(
                {
                    "under": under.key if under else ground,
                    "over": glaze.key,
                    **next(looks),
                    "mixture": {"parts": parts, **next(mixed)},
                    "delta_e": round(float(found.away[i, j, at]), 3),
                }
            )
        cells.append(line)
    if args.json:
        print(json.dumps({"coats": float(found.coats[at]), "cells": cells}))
        return
    print(f"Glazes: {laid_in_words(coats)}.")
    for cell in (cell for line in cells for cell in line):
        print(
            f"{cell['over']} over {cell['under']}: {cell['name']}; the mixture of both is ΔE "
            f"{cell['delta_e']:.1f} off, {difference_in_words(cell['delta_e'])}"
        )


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


def wheel(args: argparse.Namespace) -> None:
    """The hues of the painters' wheel from a box, each from the tubes on either side of it."""
    viewing = viewing_from(vars(args))
    hues = [(args.hue, angle_of(args.hue))] if args.hue else wheel_hues(args.count)
    found = true_hues(hues, advised_box(args), viewing)
    if not args.json:
        for each in found:
            print(each.says)
        return
    answer = [
        {
            "hue": each.name,
            "parts": _told([*each.paints, viewing.lightener], [*each.parts, each.white]),
            "off": round(each.off, 2),
            "true": each.is_true,
            "says": each.says,
            **look,
        }
        for each, look in zip(found, _looks(np.array([e.lab for e in found])), strict=True)
    ]
    print(json.dumps({"hues": answer}))


def kinds(args: argparse.Namespace) -> None:
    """Kinds of colour to aim at, or the field of one."""
    told = [kind(args.kind)] if args.kind else list(KINDS)
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
