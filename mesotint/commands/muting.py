"""``mesotint match``, ``partners``, ``scale``, ``triad`` and ``correct``."""

import argparse
import json
from dataclasses import asdict
from functools import partial
from itertools import groupby
from typing import Any

import numpy as np

from mesotint.colour.colorimetry import checked_lab
from mesotint.colour.words import difference_in_words
from mesotint.commands.reading import (
    advised_box,
    box_of,
    keys_of,
    lightener_of,
    mixture_from,
    number,
    parts_of,
    target_of,
    viewing_from,
)
from mesotint.mixing.correction import correct as corrected
from mesotint.mixing.mixture import appearances
from mesotint.mixing.muting.partners import partners as muting_partners
from mesotint.mixing.muting.trail import Trail
from mesotint.mixing.muting.triad import Triad
from mesotint.mixing.recipe import Wishes, search
from mesotint.paints.cautions import cautions
from mesotint.paints.library import library
from mesotint.planning.amounts import whole_parts
from mesotint.planning.following import Instructions
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures import measure_of
from mesotint.planning.measures.measure import Measure
from mesotint.planning.measuring import Measured
from mesotint.planning.scale import Scale
from mesotint.planning.work_plan import work_plan


def match(args: argparse.Namespace) -> None:
    """The best few recipes for a colour."""
    viewing = viewing_from(vars(args))
    spectrum = mixture_from(parts_of(args.mix), vars(args)).reflectance if args.mix else None
    found = search(
        target_of(args),
        box_of(args.paints),
        Wishes(
            most_paints=args.max_paints,
            required=keys_of(args.require),
            forbidden=keys_of(args.forbid),
            look_beyond=True,
        ),
        viewing,
        spectrum,
    )
    helper = found.helper.key if found.helper else None
    if args.json:
        recipes = [
            {
                "parts": {p.key: round(n, 6) for p, n in zip(r.paints, r.parts, strict=True)},
                "delta_e": round(r.delta_e, 3),
                "metameric_risk": round(r.metameric_risk, 2),
                "tubes": r.tubes,
                **asdict(appearances(r.lab)[0]),
            }
            for r in found.recipes
        ]
        print(json.dumps({"reached": found.reached, "helper": helper, "recipes": recipes}))
        return
    if not found.reached:
        nearest = min(r.delta_e for r in found.recipes)
        hint = (
            f"{library().paint(helper).name} ({helper}) would help."
            if helper
            else "No other paint of the library would help."
        )
        print(
            f"Out of reach of these paints. The nearest is ΔE {nearest:.1f} off: "
            f"{difference_in_words(nearest)}. {hint}"
        )
    for r in found.recipes:
        told = whole_parts(np.array([r.parts]), partial(viewing.lab, paints=r.paints))[0]
        words = told.in_words([paint.name.lower() for paint in r.paints])
        print(f"ΔE {r.delta_e:.2f}, {difference_in_words(r.delta_e)}: {words}")
        print(
            f"    under a lamp ΔE {r.metameric_risk:.2f}, {difference_in_words(r.metameric_risk)}"
        )


def partners(args: argparse.Namespace) -> None:
    """What mutes a paint, the best partner first, with what takes out each lean; greys last."""
    paint = library().paint(args.paint)
    found = muting_partners(paint, advised_box(args), lightener_of(args), viewing_from(vars(args)))
    if args.json:
        answer = [
            {
                "paint": p.paint.key,
                "share": p.share,
                "chroma": round(p.chroma, 3),
                "lean": p.lean,
                "miss": p.miss,
                "passes": p.passes,
                "relation": p.relation,
                "remark": p.remark,
                "residue": round(p.residue, 3),
                "opened_lab": p.opened_lab.round(3).tolist(),
                "opened_miss": p.opened_miss,
                "stray": round(p.stray, 3),
                "opposite": p.opposite,
                "sharing": p.sharing,
                "why": p.why,
                "fix": p.fix and {"paint": p.fix.paint.key, "parts": p.fix.parts,
                                  "chroma": p.fix.chroma, "says": p.fix.in_words(str(p.lean))},
                **asdict(appearances(p.lab)[0]),
            }
            for p in found
        ]  # fmt: skip
        print(json.dumps(answer))
        return
    for p, before in zip(found, [None, *found], strict=False):
        if p.grey and not (before and before.grey):
            print("Instead: a black or a grey")
        print(f"{p.paint.key:<18}{p.opened_miss}  [{p.relation}]")
        for sentence in filter(None, (p.why, p.sharing)):
            print(f"{'':<18}{sentence}")
        if p.fix and p.lean:
            print(f"{'':<18}{p.fix.in_words(p.lean)}")


def correct(args: argparse.Namespace) -> None:
    """What to add to a pile to bring it to a target."""
    pile = {library().paint(key): ml for key, ml in parts_of(args.pile).items()}
    reading = (
        [number(word, "reading") for word in args.reading.split(",")] if args.reading else None
    )
    found = corrected(
        pile,
        target_of(args),
        advised_box(args),
        viewing_from(vars(args)),
        reading=None if reading is None else checked_lab(reading, "reading"),
        most_growth=args.growth,
    )
    if args.json:
        additions = [
            {
                "paint": a.paint.key,
                "volume_ml": round(a.volume_ml, 4),
                "first_ml": round(a.first_ml, 4),
                **asdict(appearances(a.lab)[0]),
            }
            for a in found.additions
        ]
        answer = {
            "wrong": found.wrong,
            "waits": found.waits,
            "additions": additions,
            "fresh": [
                {"paint": a.paint.key, "volume_ml": round(a.volume_ml, 4)} for a in found.fresh
            ],
            "delta_e_now": round(found.delta_e_now, 3),
            "delta_e": round(found.delta_e, 3),
            "growth": round(found.growth, 3),
            "start_again": found.start_again,
        }
        print(json.dumps(answer))
        return
    print(found.says)
    for a in found.additions:
        first = f"  (take {a.first_ml:.2g} ml first, then look)" * (a.first_ml < a.volume_ml)
        trace = f"  ({a.touch})" * bool(a.touch)
        print(
            f"add {a.volume_ml:.2g} ml {a.paint.name}{trace}{first}: {appearances(a.lab)[0].name}"
        )
    for a in found.fresh:
        trace = f"  ({a.touch})" * bool(a.touch)
        print(f"fresh: {a.volume_ml:.2g} ml {a.paint.name}{trace}: {appearances(a.lab)[0].name}")


def scale(args: argparse.Namespace) -> None:
    """A scale in the painter's measure, and the work plan to make it by."""
    first, second = (library().paint(key) for key in args.pair)
    trail = Trail(first, second, lightener_of(args), viewing_from(vars(args)))
    openings = tuple(number(word, "openings") for word in args.openings.split(",") if word)
    found = Scale(trail, args.steps, args.spacing, args.to_grey, openings=openings)
    measure = measure_of(args.measure, args.step)
    paints, rows = found.rows
    parts = rows.reshape(-1, len(paints))
    told = instructions(
        parts, paints, found.labels, Work(measure, args.ml, args.method), trail.viewing
    )
    if not args.json:
        _print_plan(told, measure)
        return
    answer = {
        "steps": [
            {"label": label, "share": share, **asdict(look), **_measured_answer(amount)}
            for label, share, look, amount in zip(
                found.labels,
                np.tile(found.shares, len(rows)).tolist(),
                appearances(trail.viewing.lab(parts, paints)),
                told.patches,
                strict=True,
            )
        ],
        "plan": [asdict(move) for move in work_plan(parts, args.ml, args.method).moves],
        "lines": [asdict(line) for line in told.lines],
        "costs_delta_e": [round(cost, 2) for cost in told.costs],
        "volumes_ml": [round(ml, 3) for ml in told.volumes_ml],
        "paint_ml": {used.paint.key: round(used.volume_ml, 4) for used in told.used},
        "left_ml": told.left_ml,
        "left_colour": asdict(told.left) if told.left else None,
        "spare_ml": {spare.name: round(spare.volume_ml, 3) for spare in told.spare},
        "advice": list(told.advice),
        "cautions": list(cautions([used.paint for used in told.used])),
    }
    print(json.dumps(answer))


def _measured_answer(found: Measured) -> dict[str, Any]:
    return {
        "amounts": [
            {"paint": a.paint.key, "amount": round(a.amount, 4), "unit": a.unit}
            for a in found.amounts
        ],
        "cost_delta_e": round(found.cost_delta_e, 2),
        "let_downs": [paint.name for paint in found.let_downs],
    }


def _print_plan(told: Instructions, measure: Measure) -> None:
    """The plan in its order: what is mixed beforehand, what is added, scooped and carried; what it
    takes in all, and what is left."""
    for heading, lines in groupby(told.lines, key=lambda line: line.heading):
        print(heading)
        for line in lines:
            print(f"    {line.says}")
    worst = max(told.costs)
    print(f"As measured, at most ΔE {worst:.1f} from the scale: {difference_in_words(worst)}.")
    used = (
        f"{measure.told(use.amount)} ({use.volume_ml:.2f} ml) {use.paint.name}" for use in told.used
    )
    print("In all: " + ", ".join(used))
    if told.left:
        print(f"Left in the piles: {told.left_ml:.2f} ml, {told.left.name}")
    for spare in told.spare:
        print(f"Left over: {spare.volume_ml:.2f} ml {spare.name}")
    for sentence in (*told.advice, *cautions([use.paint for use in told.used])):
        print(sentence)


def triad(args: argparse.Namespace) -> None:
    """Where three paints reach grey, and the parts for a wanted lean."""
    first, second, third = (library().paint(key) for key in args.trio)
    found = Triad((first, second, third), args.white, viewing_from(vars(args)))
    at = found.neutral_point
    parts = found.parts(at)
    keys = [paint.key for paint in found.all_paints]
    answer: dict[str, Any] = {
        "neutral": {
            "parts": dict(zip(keys, parts.round(5).tolist(), strict=True)),
            "miss": found.miss,
            **asdict(appearances(found.labs(at))[0]),
        }
    }
    if args.lean:
        leaning, gap = found.leaning(args.lean, args.chroma, args.value * 10)
        answer["lean"] = {
            "parts": dict(zip(keys, leaning.round(5).tolist(), strict=True)),
            "delta_e": round(gap, 3),
        }
    if args.json:
        print(json.dumps(answer))
        return
    print(found.miss)
    for title in ("neutral", "lean"):
        if title in answer:
            told = "  ".join(f"{key}={n:.3g}" for key, n in answer[title]["parts"].items())
            print(f"{title}: {told}")
