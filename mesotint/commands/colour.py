"""``mesotint mix``, ``trail``, ``munsell`` and ``paints``."""

import argparse
import json
import sys
from dataclasses import asdict
from typing import Any, Final

import numpy as np

from mesotint.colour.colorimetry import checked_lab
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.words import miss_in_words
from mesotint.commands.reading import (
    WORDS,
    lightener_of,
    mixture_from,
    number,
    parts_of,
    viewing_from,
)
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.character import character, nearest_classic
from mesotint.mixing.mixture import Mixture, appearances
from mesotint.mixing.trail import Trail
from mesotint.mixing.trust import uncertainty
from mesotint.paints.library import WHITE_KEY, Paint, library
from mesotint.planning.scale import Scale

_BATCH_FIELDS: Final = {"parts", "water", *WORDS}


def mixture_answer(mixture: Mixture) -> dict[str, Any]:
    """What `mix` tells of a mixture, ready for JSON."""
    parts = np.array(mixture.parts)
    doubt = float(uncertainty(mixture.viewing, parts, mixture.paints, mixture.water))
    return {
        **asdict(mixture.appearance),
        "uncertainty_delta_e": round(doubt, 2),
        "reflectance": [round(float(r), 5) for r in mixture.reflectance],
    }


def mix(args: argparse.Namespace) -> None:
    """The colour of paints in parts by volume, or a batch of them."""
    if args.batch:
        _batch(args)
        return
    mixture = mixture_from(parts_of(args.parts), vars(args))
    answer = mixture_answer(mixture)
    if args.json:
        print(json.dumps(answer))
        return
    shown = "" if mixture.appearance.in_gamut else "  (a screen cannot show it truly)"
    print(f"{answer['name']}\n{answer['munsell']}  {answer['srgb']}{shown}")
    print("L* {:.1f}  a* {:.1f}  b* {:.1f}".format(*answer["lab"]), end="")
    print(f"   ± ΔE {answer['uncertainty_delta_e']:.1f}")
    print(f"systematic name: {answer['systematic_name']}")
    classic, away = nearest_classic(mixture.lab)
    print(f"nearest classic colour: {classic}, ΔE {away:.1f} away")


def _batch(args: argparse.Namespace) -> None:
    """One JSON object a line in, one out; a bad line answers with its error, the rest goes on."""
    for line in sys.stdin:
        if not line.strip():
            continue
        try:
            asked = json.loads(line)
            if not isinstance(asked, dict):
                raise InputError('write one object a line: {"parts": {"PY3": 9}}.', "line")
            if unknown := set(asked) - _BATCH_FIELDS:
                word = sorted(unknown)[0]
                near = nearest_words(word, _BATCH_FIELDS) or sorted(_BATCH_FIELDS)
                raise InputError(f"'{word[:40]}' is not a field; try {', '.join(near)}.", word[:40])
            answer = mixture_answer(mixture_from(asked.get("parts", {}), {**vars(args), **asked}))
        except InputError as error:
            answer = {"error": error.message}
        except ValueError as error:
            answer = {"error": f"not JSON: {error}"}
        print(json.dumps(answer))


def trail(args: argparse.Namespace) -> None:
    """A scale between two paints, through the mixture nearest to grey."""
    first, second = (library().paint(key) for key in args.pair)
    viewing = viewing_from(vars(args))
    trail = Trail(first, second, lightener_of(args), viewing)
    scale = Scale(trail, args.steps, args.spacing)
    miss = miss_in_words(trail.lab(np.array(trail.neutral_share)))
    if args.json:
        steps = [
            {
                "share": step.share,
                "parts": {p.key: n for p, n in zip(trail.paints, step.parts, strict=True)},
                "whole_parts": step.whole.parts,
                "rounding_delta_e": round(step.whole.cost_delta_e, 3),
                "uncertainty_delta_e": round(step.uncertainty, 2),
                **asdict(step.appearance),
            }
            for step in scale.steps
        ]
        answer = {
            "paints": [p.key for p in trail.paints],
            "neutral_share": trail.neutral_share,
            "neutral_index": scale.neutral_index,
            "miss": miss,
            "steps": steps,
        }
        print(json.dumps(answer))
        return
    print(f"{first.name} to {second.name}. {miss}")
    for index, step in enumerate(scale.steps):
        mark = "·" if index == scale.neutral_index else " "
        parts = " : ".join(str(n) for n in step.whole.parts)
        print(f"{mark} {parts:<14}{step.appearance.munsell:<16}{step.appearance.name}")


def munsell(args: argparse.Namespace) -> None:
    """A notation from CIELAB, or a colour from a notation."""
    if (args.notation is None) == (args.lab is None):
        raise InputError('give either a notation such as "5YR 4/2" or --lab 45,8,12.', "munsell")
    if args.lab is not None:
        lab = checked_lab([number(word, "lab") for word in args.lab.split(",")])
        if lab.shape != (3,):
            raise InputError("lab: give three numbers, such as 45,8,12.", "lab")
    else:
        lab = lab_from_munsell(parse(args.notation))
    answer = asdict(appearances(lab)[0])
    if args.json:
        print(json.dumps(answer))
        return
    print(f"{answer['munsell']}  {answer['name']}  {answer['srgb']}")
    print("L* {:.2f}  a* {:.2f}  b* {:.2f}".format(*answer["lab"]))


def paints(args: argparse.Namespace) -> None:
    """The library: listed, one paint shown, or fitted anew."""
    if args.action == "fit":
        # The fit needs scipy's optimiser, which no other command does.
        from mesotint.paints import fit

        print(fit.write(fit.fit()))
        return
    if args.action == "show":
        if args.key is None:
            raise InputError("name a paint to show, as: mesotint paints show PB29.", "paint")
        _show_paint(library().paint(args.key), args.json)
        return
    if args.json:
        print(json.dumps([{"key": p.key, "name": p.name} for p in library().paints.values()]))
        return
    for paint in library().paints.values():
        print(f"{paint.key:<18}{paint.name:<32}{paint.family}")


def _show_paint(paint: Paint, as_json: bool) -> None:
    nature = character(paint)
    looks = {
        "masstone": Mixture.of({paint: 1.0}).appearance,
        "tint": Mixture.of({paint: 1.0, library().paint(WHITE_KEY): 10.0}).appearance,
    }
    if as_json:
        answer = {
            "key": paint.key,
            "name": paint.name,
            "origin": paint.origin,
            "recipe": dict(paint.recipe),
            "hazard_group": paint.hazard_group,
            **asdict(nature),
            **{which: asdict(look) for which, look in looks.items()},
        }
        print(json.dumps(answer))
        return
    print(f"{paint.key}  {paint.name}  ({paint.family}, {paint.opacity})")
    print(f"hazard group: {paint.hazard_group}; the label and the safety sheet have the say")
    print(f"optics: {paint.origin}; paint data {library().version}")
    for which, look in looks.items():
        print(f"{which:<9} {look.munsell:<16}{look.name}")
    lean = f"{nature.temperature} {nature.hue}" if nature.temperature else nature.hue or "no hue"
    print(f"{lean}; strength {nature.strength:.2f} of ultramarine's; opacity {nature.opacity:.2f}")
    if nature.undertone_shift is not None:
        print(f"undertone shift {nature.undertone_shift:+.0f}° of hue from masstone to tint")
