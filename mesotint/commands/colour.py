"""``mesotint mix``, ``trail``, ``munsell`` and ``paints``."""

import argparse
import json
from collections.abc import Sequence
from dataclasses import asdict

from mesotint.colour.colorimetry import checked_lab
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.words import difference_in_words
from mesotint.commands.batch import mixture_answers, print_batch
from mesotint.commands.reading import (
    lightener_of,
    mixture_from,
    number,
    parts_of,
    viewing_from,
)
from mesotint.errors import InputError
from mesotint.mixing.character import character, nearest_classic, temperature_in_words
from mesotint.mixing.mixture import Mixture, appearances
from mesotint.mixing.muting.trail import Trail
from mesotint.mixing.near import near_names
from mesotint.paints.library import Paint, library
from mesotint.planning.scale import Scale


def mix(args: argparse.Namespace) -> None:
    """The colour of paints in parts by volume, or a batch of them."""
    if args.batch:
        print_batch(vars(args))
        return
    mixture = mixture_from(parts_of(args.parts), vars(args))
    (answer,) = mixture_answers([mixture])
    if args.json:
        near = near_names(mixture.lab)[0]
        print(json.dumps({**answer, "near": near, "reflectance": answer["reflectance"].tolist()}))
        return
    shown = "" if mixture.appearance.in_gamut else "  (a screen cannot show it truly)"
    print(f"{answer['name']}\n{answer['munsell']}  {answer['srgb']}{shown}")
    print(_lab_in_words(answer["lab"], 1), end="")
    doubt = answer["uncertainty_delta_e"]
    print(f"   ± ΔE {doubt:.1f}, {difference_in_words(doubt)}")
    print(f"systematic name: {answer['systematic_name']}")
    if near := near_names(mixture.lab)[0]:
        print(near[0].upper() + near[1:])
    classic, away = nearest_classic(mixture.lab)
    print(f"nearest classic colour: {classic}, ΔE {away:.1f} away, {difference_in_words(away)}")


def _lab_in_words(lab: Sequence[float], decimals: int) -> str:
    # Adding nothing turns -0 into 0.
    figures = (f"{round(figure, decimals) + 0.0:.{decimals}f}" for figure in lab)
    return "L* {}  a* {}  b* {}".format(*figures)


def trail(args: argparse.Namespace) -> None:
    """A scale between two paints, through the mixture nearest to grey."""
    first, second = (library().paint(key) for key in args.pair)
    viewing = viewing_from(vars(args))
    trail = Trail(first, second, lightener_of(args), viewing)
    scale = Scale(trail, args.steps, args.spacing)
    miss = trail.miss
    if args.json:
        steps = [
            {
                "share": step.share,
                "parts": {p.key: n for p, n in zip(trail.paints, step.parts, strict=True)},
                "whole_parts": step.whole.parts,
                "touches": step.whole.touches,
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
        parts = " : ".join(
            f"1 in {of}" if of else str(n)
            for n, of in zip(step.whole.parts, step.whole.touches, strict=True)
        )
        print(f"{mark} {parts:<18}{step.appearance.munsell:<16}{step.appearance.name}")


def munsell(args: argparse.Namespace) -> None:
    """A notation from CIELAB, or a colour from a notation."""
    if (args.notation is None) == (args.lab is None):
        raise InputError('give either a notation such as "5YR 4/2" or --lab 45,8,12.', "munsell")
    if args.lab is not None:
        lab = checked_lab([number(word, "lab") for word in args.lab.split(",")])
        if lab.shape != (3,):
            raise InputError("Give three numbers, such as 45,8,12.", "lab")
    else:
        lab = lab_from_munsell(parse(args.notation))
    answer = asdict(appearances(lab)[0])
    if args.json:
        print(json.dumps(answer))
        return
    print(f"{answer['munsell']}  {answer['name']}  {answer['srgb']}")
    print(_lab_in_words(answer["lab"], 2))


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
    rows = [(paint.key, paint.name, paint.family) for paint in library().paints.values()]
    wide = [max(len(row[column]) for row in rows) + 2 for column in range(2)]
    for key, name, family in rows:
        print(f"{key:<{wide[0]}}{name:<{wide[1]}}{family}")


def _show_paint(paint: Paint, as_json: bool) -> None:
    nature = character(paint)
    looks = {
        "masstone": Mixture.of({paint: 1.0}).appearance,
        "tint": Mixture.of({paint: 1.0, library().white: 10.0}).appearance,
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
    print(temperature_in_words(nature))
    print(f"strength {nature.strength:.2f} of ultramarine's; opacity {nature.opacity:.2f}")
    if nature.undertone_shift is not None:
        print(f"undertone shift {round(nature.undertone_shift):+d}° of hue from masstone to tint")
