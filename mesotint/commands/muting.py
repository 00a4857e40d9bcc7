"""``mesotint match``, ``partners``, ``scale``, ``triad`` and ``correct``."""

import argparse
import json
from dataclasses import asdict
from typing import Any, Final

import numpy as np

from mesotint.colour.colorimetry import checked_lab
from mesotint.commands.reading import (
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
from mesotint.mixing.partners import partners as muting_partners
from mesotint.mixing.recipe import Wishes, search
from mesotint.mixing.trail import Trail
from mesotint.mixing.triad import Triad
from mesotint.paints.library import WHITE_KEY, library
from mesotint.planning.scale import Scale
from mesotint.planning.tools import Measured, measured, tool_of
from mesotint.planning.workplan import NANOLITRES, replay, work_plan


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
        hint = f" {library().paint(helper).name} ({helper}) would help." if helper else ""
        print(f"Out of reach of these paints; the nearest are listed.{hint}")
    for r in found.recipes:
        parts = "  ".join(f"{p.key}={n * 100:.3g}" for p, n in zip(r.paints, r.parts, strict=True))
        print(f"ΔE {r.delta_e:<6.2f}under a lamp {r.metameric_risk:<6.2f}{parts}")


def partners(args: argparse.Namespace) -> None:
    """What mutes a paint, nearest to grey first, with what takes out each lean."""
    paint = library().paint(args.paint)
    found = muting_partners(
        paint, box_of(args.paints), lightener_of(args), viewing_from(vars(args))
    )
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
                "fix": p.fix and {"paint": p.fix.paint.key, "parts": p.fix.parts,
                                  "chroma": p.fix.chroma, "says": p.fix.in_words(str(p.lean))},
                **asdict(appearances(p.lab)[0]),
            }
            for p in found
        ]  # fmt: skip
        print(json.dumps(answer))
        return
    for p in found:
        print(f"{p.paint.key:<18}{p.miss}  [{p.relation}]")
        if p.fix and p.lean:
            print(f"{'':<18}{p.fix.in_words(p.lean)}")


def correct(args: argparse.Namespace) -> None:
    """What to add to a pile to bring it to a target."""
    pile = {library().paint(key): ml for key, ml in parts_of(args.pile).items()}
    seen = [number(word, "seen") for word in args.seen.split(",")] if args.seen else None
    found = corrected(
        pile,
        target_of(args),
        box_of(args.paints),
        viewing_from(vars(args)),
        seen=None if seen is None else checked_lab(seen, "seen"),
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
        print(f"add {a.volume_ml:.2g} ml {a.paint.name}{first}: {appearances(a.lab)[0].name}")


def _measured_answer(found: Measured) -> dict[str, Any]:
    return {
        "amounts": [
            {"paint": a.paint.key, "amount": round(a.amount, 4), "unit": a.unit}
            for a in found.amounts
        ],
        "cost_delta_e": round(found.cost_delta_e, 2),
        "let_downs": [paint.name for paint in found.let_downs],
    }


WORTH_TELLING_ML: Final = 0.01


def scale(args: argparse.Namespace) -> None:
    """A scale in the painter's measure, and the work plan to make it by."""
    first, second = (library().paint(key) for key in args.pair)
    trail = Trail(first, second, lightener_of(args), viewing_from(vars(args)))
    steps = Scale(trail, args.steps, args.spacing, args.to_grey).steps
    tool = tool_of(args.tool, args.step)
    white = library().paint(WHITE_KEY)
    amounts = [
        measured(step.parts, trail.paints, args.ml, tool, white, trail.viewing) for step in steps
    ]
    plan = work_plan(np.array([step.parts for step in steps]), args.ml, args.way)
    ledger = replay(plan)
    left = float(ledger.left_nl) / NANOLITRES
    left_look = None
    if left >= WORTH_TELLING_ML:
        left_lab = trail.viewing.lab(np.array(ledger.left_parts), trail.paints)
        left_look = asdict(appearances(left_lab)[0])
    used = {
        paint.key: round(nl / NANOLITRES, 4)
        for paint, nl in zip(trail.paints, plan.paint_nl, strict=True)
    }
    if args.json:
        answer = {
            "steps": [
                {"share": step.share, **asdict(step.appearance), **_measured_answer(amount)}
                for step, amount in zip(steps, amounts, strict=True)
            ],
            "plan": [asdict(move) for move in plan.moves],
            "paint_ml": used,
            "left_ml": left,
            "left_colour": left_look,
        }
        print(json.dumps(answer))
        return
    for step, amount in zip(steps, amounts, strict=True):
        told = "  ".join(f"{a.amount:g} {a.unit} {a.paint.name}" for a in amount.amounts)
        print(f"{step.appearance.munsell:<16}{told}  (ΔE {amount.cost_delta_e:.1f})")
    print("in all: " + ", ".join(f"{ml:g} ml {key}" for key, ml in used.items()))


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
