"""The ``mesotint`` command: mixtures, trails, notations and paints at the shell."""

import argparse
import json
import sys
from collections.abc import Iterable, Mapping
from dataclasses import asdict
from typing import Any, NoReturn

import numpy as np

from mesotint.colour.colorimetry import LIGHTS, checked_lab
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.words import miss_in_words
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.character import character, nearest_classic
from mesotint.mixing.mixture import DRYING, MEDIA, Mixture, Viewing, appearances
from mesotint.mixing.partners import partners
from mesotint.mixing.recipe import MOST_PAINTS, search
from mesotint.mixing.trail import Trail
from mesotint.mixing.trust import uncertainty
from mesotint.optics.grid import Array
from mesotint.optics.surface import FINISHES
from mesotint.paints.library import WHITE_KEY, Paint, library
from mesotint.planning.scale import SPACINGS, Scale

BAD_INPUT = 2
_WORDS = {"medium": "opaque", "finish": "satin", "light": "D65", "wet": ""}
_BATCH_FIELDS = {"parts", "water", *_WORDS}


class _Parser(argparse.ArgumentParser):
    """Reports bad words as the rest of the command does: the word, the nearest one, exit 2."""

    def error(self, message: str) -> NoReturn:
        sys.stderr.write(f"mesotint: {message}\n")
        raise SystemExit(BAD_INPUT)


def mixture_answer(mixture: Mixture) -> dict[str, Any]:
    """What `mix` tells of a mixture, ready for JSON."""
    parts = np.array(mixture.parts)
    doubt = float(uncertainty(mixture.viewing, parts, mixture.paints, mixture.water))
    return {
        **asdict(mixture.appearance),
        "uncertainty_delta_e": round(doubt, 2),
        "reflectance": [round(float(r), 5) for r in mixture.reflectance],
    }


def mixture_from(parts: object, options: Mapping[str, Any]) -> Mixture:
    """A mixture from parts by paint key and the words of medium, finish, light and water."""
    if not isinstance(parts, Mapping):
        raise InputError('parts: write them as {"PY3": 9, "PV23": 1}.', "parts")
    paints = {library().paint(key): amount for key, amount in parts.items()}
    return Mixture.of(paints, viewing_from(options), options.get("water", 0.0))


def viewing_from(options: Mapping[str, Any]) -> Viewing:
    """How a mixture is laid and seen, from the words of medium, finish, light and wet."""
    words = {name: options.get(name, default) for name, default in _WORDS.items()}
    for name, word in words.items():
        if not isinstance(word, str):
            raise InputError(f"{name}: give a word.", name)
    wet = words.pop("wet")
    return Viewing(**words, wet_load=_wet_load(wet))


def _wet_load(wet: str) -> float:
    if not wet:
        return 1.0
    if wet in DRYING:
        return DRYING[wet]
    try:
        return float(wet)
    except ValueError:
        near = nearest_words(wet, DRYING) or list(DRYING)
        raise InputError(f"wet: '{wet[:40]}' is not known; try {', '.join(near)}.", "wet") from None


def _number(text: str, field: str) -> float:
    try:
        return float(text)
    except ValueError:
        raise InputError(f"{field}: '{text[:40]}' is not a number.", field) from None


def _parts(words: Iterable[str]) -> dict[str, float]:
    parts: dict[str, float] = {}
    for word in words:
        key, equals, amount = word.partition("=")
        if not equals:
            raise InputError(f"'{word[:40]}': write a paint and its parts, as PY3=9.", "parts")
        known = library().paint(key).key
        parts[known] = parts.get(known, 0.0) + _number(amount, f"parts of {key}")
    return parts


def _mix(args: argparse.Namespace) -> None:
    if args.batch:
        _batch(args)
        return
    mixture = mixture_from(_parts(args.parts), vars(args))
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


def _trail(args: argparse.Namespace) -> None:
    first, second = (library().paint(key) for key in args.pair)
    viewing = viewing_from(vars(args))
    lightener = args.white if args.medium == "opaque" else args.water
    trail = Trail(first, second, lightener, viewing)
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


def _munsell(args: argparse.Namespace) -> None:
    if (args.notation is None) == (args.lab is None):
        raise InputError('give either a notation such as "5YR 4/2" or --lab 45,8,12.', "munsell")
    if args.lab is not None:
        lab = checked_lab([_number(word, "lab") for word in args.lab.split(",")])
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


def _box(text: str) -> list[Paint]:
    """Paints of a comma-separated list of keys; the whole fitted library for an empty one."""
    if not text:
        return [paint for paint in library().paints.values() if not paint.recipe]
    return [library().paint(key) for key in text.split(",") if key.strip()]


def _keys(text: str) -> list[str]:
    return [library().paint(key).key for key in text.split(",") if key.strip()]


def _target(args: argparse.Namespace) -> Array:
    given = [args.lab is not None, args.munsell is not None, bool(args.mix)]
    if sum(given) != 1:
        raise InputError('target: give one of --lab 45,8,12, --munsell "5YR 4/2", --mix PY3=9.')
    if args.munsell is not None:
        return lab_from_munsell(parse(args.munsell))
    if args.lab is not None:
        return checked_lab([_number(word, "lab") for word in args.lab.split(",")])
    return mixture_from(_parts(args.mix), vars(args)).lab


def _match(args: argparse.Namespace) -> None:
    viewing = viewing_from(vars(args))
    spectrum = mixture_from(_parts(args.mix), vars(args)).reflectance if args.mix else None
    found = search(
        _target(args),
        _box(args.paints),
        args.max_paints,
        viewing,
        reflectance=spectrum,
        required=_keys(args.require),
        forbidden=_keys(args.forbid),
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


def _partners(args: argparse.Namespace) -> None:
    lightener = args.white if args.medium == "opaque" else args.water
    paint = library().paint(args.paint)
    found = partners(paint, _box(args.paints), lightener, viewing_from(vars(args)))
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


def _paints(args: argparse.Namespace) -> None:
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


def _viewing_options(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--medium", default="opaque", help=" or ".join(MEDIA))
    parser.add_argument("--finish", default="satin", help=", ".join(FINISHES))
    parser.add_argument("--light", default="D65", help=", ".join(LIGHTS))
    parser.add_argument("--wet", default="", help=f"while wet: {', '.join(DRYING)}, or a figure")
    parser.add_argument("--water", type=float, default=0.0, help="parts of water to one, in a wash")
    parser.add_argument("--json", action="store_true")


def _parser() -> argparse.ArgumentParser:
    parser = _Parser(prog="mesotint", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True, parser_class=_Parser)
    mix = commands.add_parser("mix", help="the colour of paints in parts by volume")
    mix.add_argument("parts", nargs="*", metavar="PAINT=PARTS")
    mix.add_argument("--batch", action="store_true", help="one JSON object a line on stdin")
    _viewing_options(mix)
    mix.set_defaults(run=_mix)
    trail = commands.add_parser("trail", help="a scale between two paints, through grey")
    trail.add_argument("pair", nargs=2, metavar="PAINT")
    trail.add_argument("--steps", type=int, default=9)
    trail.add_argument("--spacing", default="chroma", help=", ".join(SPACINGS))
    trail.add_argument("--white", type=float, default=0.0, help="parts of white to one of the pair")
    _viewing_options(trail)
    trail.set_defaults(run=_trail)
    munsell = commands.add_parser("munsell", help="a notation from CIELAB, or the other way")
    munsell.add_argument("notation", nargs="?")
    munsell.add_argument("--lab", metavar="L,A,B")
    munsell.add_argument("--json", action="store_true")
    munsell.set_defaults(run=_munsell)
    match = commands.add_parser("match", help="the best recipes for a colour")
    match.add_argument("--lab", metavar="L,A,B")
    match.add_argument("--munsell", metavar="NOTATION")
    match.add_argument("--mix", nargs="+", default=[], metavar="PAINT=PARTS")
    match.add_argument("--paints", default="", metavar="KEY,KEY", help="the box; else all")
    match.add_argument("--max-paints", type=int, default=MOST_PAINTS)
    match.add_argument("--require", default="", metavar="KEY,KEY")
    match.add_argument("--forbid", default="", metavar="KEY,KEY")
    _viewing_options(match)
    match.set_defaults(run=_match)
    muting = commands.add_parser("partners", help="what mutes a paint, nearest to grey first")
    muting.add_argument("paint", metavar="PAINT")
    muting.add_argument("--paints", default="", metavar="KEY,KEY", help="the box; else all")
    muting.add_argument("--white", type=float, default=0.0)
    _viewing_options(muting)
    muting.set_defaults(run=_partners)
    paints = commands.add_parser("paints", help="the paint library")
    paints.add_argument("action", choices=("list", "show", "fit"))
    paints.add_argument("key", nargs="?")
    paints.add_argument("--json", action="store_true")
    paints.set_defaults(run=_paints)
    return parser


def main(argv: list[str] | None = None) -> int:
    """Run the command; the exit status is 2 for bad input."""
    try:
        args = _parser().parse_args(argv)
        args.run(args)
    except InputError as error:
        sys.stderr.write(f"mesotint: {error.message}\n")
        return BAD_INPUT
    except BrokenPipeError:
        return 0
    return 0


if __name__ == "__main__":
    sys.exit(main())
