"""Reading what was typed: parts, boxes, targets, and how a mixture is laid and seen."""

import argparse
import re
from collections.abc import Iterable, Mapping
from typing import Any, Final

from mesotint.colour.colorimetry import LIGHTS, checked_lab
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.ground import GROUNDS, USUAL_GROUND
from mesotint.mixing.mixture import DRYING, MEDIA, Mixture, Viewing, checked_amount
from mesotint.mixing.muting.trail import LIGHTENER_MOST
from mesotint.mixing.near import colour_called
from mesotint.optics.grid import Array
from mesotint.optics.surface import FINISHES
from mesotint.paints.library import Paint, library
from mesotint.paints.names import colour_name, colour_names
from mesotint.paints.roles import without

_WASH: Final = "wash"
WORDS: Final = {
    "medium": "opaque",
    "finish": "satin",
    "light": "D65",
    "wet": "",
    "ground": USUAL_GROUND,
}
"""The words of a viewing, with what they are where nothing is said."""


def mixture_from(
    parts: object, options: Mapping[str, Any], viewing: Viewing | None = None
) -> Mixture:
    """A mixture from parts by paint key and the words of medium, finish, light and water."""
    if not isinstance(parts, Mapping):
        raise InputError('Write parts as {"PY3": 9, "PV23": 1}.', "parts")
    paints = {library().paint(key): amount for key, amount in parts.items()}
    viewing = viewing or viewing_from(options)
    water = options.get("water", 0.0)
    if water and viewing.medium != "wash":
        raise InputError(
            f"Water thins a wash alone; leave it out, or say --medium {_WASH}.", "water"
        )
    return Mixture.of(paints, viewing, water)


def viewing_from(options: Mapping[str, Any]) -> Viewing:
    """How a mixture is laid and seen, from the words of medium, finish, light and wet."""
    words = {name: options.get(name, default) for name, default in WORDS.items()}
    for name, word in words.items():
        if not isinstance(word, str):
            raise InputError(f"Give a word for {name}.", name)
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
        raise InputError(f"'{wet[:40]}' is no wet film; try {', '.join(near)}.", "wet") from None


def lightener_of(args: argparse.Namespace) -> float:
    """Parts that lighten: white in an opaque medium, water in a wash."""
    wash = args.medium == _WASH
    if args.water and not wash:
        raise InputError(f"Water thins a wash alone; say --white, or --medium {_WASH}.", "water")
    lightener: float = args.water if wash else args.white
    # A wash may still hold white where it is asked for by its parts.
    checked_amount(lightener, "water" if wash else "white", most=LIGHTENER_MOST)
    return lightener


def number(text: str, field: str) -> float:
    """A number; `InputError` with the field for anything else."""
    try:
        return float(text)
    except ValueError:
        raise InputError(f"'{text[:40]}' is not a number.", field) from None


def parts_of(words: Iterable[str]) -> dict[str, float]:
    """Parts by paint key from words such as PY3=9."""
    parts: dict[str, float] = {}
    for word in words:
        key, equals, amount = word.partition("=")
        if not equals:
            raise InputError(f"'{word[:40]}': write a paint and its parts, as PY3=9.", "parts")
        known = library().paint(key).key
        parts[known] = parts.get(known, 0.0) + number(amount, f"parts of {key}")
    return parts


def box_of(text: str) -> list[Paint]:
    """Paints of a comma-separated list of keys; the whole fitted library for an empty one."""
    if not text:
        return library().plain
    return [library().paint(key) for key in text.split(",") if key.strip()]


def keys_of(text: str) -> list[str]:
    """Keys of the library from a comma-separated list."""
    return [library().paint(key).key for key in text.split(",") if key.strip()]


def target_options(parser: argparse.ArgumentParser) -> None:
    """Give a command the ways to name a target."""
    parser.add_argument("--lab", metavar="L,A,B")
    parser.add_argument("--munsell", metavar="NOTATION")
    parser.add_argument("--named", metavar="NAME", help="a colour by its common name: raw umber")
    parser.add_argument("--mix", nargs="+", default=[], metavar="PAINT=PARTS")


def target_of(args: argparse.Namespace) -> Array:
    """The target's CIELAB, from one of --lab, --munsell, --named and --mix."""
    given = [args.lab is not None, args.munsell is not None, bool(args.named), bool(args.mix)]
    if sum(given) != 1:
        raise InputError(
            'Give one target of --lab 45,8,12, --munsell "5YR 4/2", --named "raw umber", '
            "--mix PY3=9."
        )
    if args.named:
        return named_colour(args.named)
    if args.munsell is not None:
        return lab_from_munsell(parse(args.munsell))
    if args.lab is not None:
        return checked_lab([number(word, "lab") for word in args.lab.split(",")])
    return mixture_from(parts_of(args.mix), vars(args)).lab


def named_colour(word: str) -> Array:
    """CIELAB of a colour by its common name; `InputError` with the nearest names else."""
    lab = colour_called(word)
    if lab is None:
        names = [row.name for row in colour_names()] + [p.name for p in library().paints.values()]
        near = nearest_words(word, names)
        hint = f"Nearest: {', '.join(near)}." if near else "See: mesotint paints list."
        raise InputError(f"'{word[:40]}' is no colour that has a name here. {hint}", "named")
    return lab


def guesses_in(words: Iterable[object]) -> list[str]:
    """What was taken for common names among the words of a command, a sentence each."""
    rows = {}
    for word in words:
        for part in re.split("[,=:]", word) if isinstance(word, str) else ():
            common = colour_name(part)
            if common and not any(
                part.strip().casefold() in (paint.key.casefold(), paint.name.casefold())
                for paint in library().paints.values()
            ):
                rows[common.name] = common.in_words(library().paint(common.paint).name)
    return list(rows.values())


def advice_options(parser: argparse.ArgumentParser) -> None:
    """Give a command that advises the box it advises from, and what it is not to name."""
    parser.add_argument("--paints", default="", metavar="KEY,KEY", help="the box; else all")
    parser.add_argument("--forbid", default="", metavar="KEY,KEY", help="what is never taken")


def advised_box(args: argparse.Namespace) -> list[Paint]:
    """The paints of --paints, or the whole library, without those of --forbid."""
    return without(box_of(args.paints), forbidden=keys_of(args.forbid))


def viewing_options(parser: argparse.ArgumentParser) -> None:
    """Give a command the options of how a mixture is laid and seen."""
    parser.add_argument("--medium", default="opaque", help=" or ".join(MEDIA))
    parser.add_argument("--finish", default="satin", help=", ".join(FINISHES))
    parser.add_argument("--light", default="D65", help=", ".join(LIGHTS))
    parser.add_argument(
        "--ground", default=USUAL_GROUND, help=f"under a wash: {', '.join(GROUNDS)}, or a colour"
    )
    parser.add_argument("--wet", default="", help=f"while wet: {', '.join(DRYING)}, or a figure")
    parser.add_argument("--water", type=float, default=0.0, help="parts of water to one, in a wash")
    parser.add_argument("--json", action="store_true")
