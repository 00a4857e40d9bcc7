"""The ``mesotint`` command: mixtures, scales, recipes and corrections at the shell."""

import argparse
import os
import sys
from collections.abc import Iterator, Mapping
from functools import partial
from typing import NoReturn

# A batch is shared out among processes, and threads of each would get in the others' way.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

from mesotint.commands import charts, colour, harmony, muting
from mesotint.commands.reading import (
    advice_options,
    guesses_in,
    target_options,
    viewing_options,
)
from mesotint.errors import InputError
from mesotint.mixing.correction import MOST_GROWTH
from mesotint.mixing.searcher import MOST_PAINTS
from mesotint.planning.scale import SPACINGS
from mesotint.planning.work_plan import METHODS

BAD_INPUT = 2


class _Parser(argparse.ArgumentParser):
    """Reports bad words as the rest of the command does: the word, the nearest one, exit 2."""

    def error(self, message: str) -> NoReturn:
        sys.stderr.write(f"mesotint: {message}\n")
        raise SystemExit(BAD_INPUT)


def _colour_commands(commands: "argparse._SubParsersAction[_Parser]") -> None:
    mix = commands.add_parser("mix", help="the colour of paints in parts by volume")
    mix.add_argument("parts", nargs="*", metavar="PAINT=PARTS")
    mix.add_argument("--batch", action="store_true", help="one JSON object a line on stdin")
    viewing_options(mix)
    mix.set_defaults(run=colour.mix)
    trail = commands.add_parser("trail", help="a scale between two paints, through grey")
    trail.add_argument("pair", nargs=2, metavar="PAINT")
    trail.add_argument("--steps", type=int, default=9)
    trail.add_argument("--spacing", default="chroma", help=", ".join(SPACINGS))
    trail.add_argument("--white", type=float, default=0.0, help="parts of white to one of the pair")
    viewing_options(trail)
    trail.set_defaults(run=colour.trail)
    munsell = commands.add_parser("munsell", help="a notation from CIELAB, or the other way")
    munsell.add_argument("notation", nargs="?")
    munsell.add_argument("--lab", metavar="L,A,B")
    munsell.add_argument("--json", action="store_true")
    munsell.set_defaults(run=colour.munsell)
    paints = commands.add_parser("paints", help="the paint library")
    paints.add_argument("action", choices=("list", "show", "fit"))
    paints.add_argument("key", nargs="?")
    paints.add_argument("--json", action="store_true")
    paints.set_defaults(run=colour.paints)


def _muting_commands(commands: "argparse._SubParsersAction[_Parser]") -> None:
    match = commands.add_parser("match", help="the best recipes for a colour")
    target_options(match)
    advice_options(match)
    match.add_argument("--max-paints", type=int, default=MOST_PAINTS)
    match.add_argument("--require", default="", metavar="KEY,KEY")
    viewing_options(match)
    match.set_defaults(run=muting.match)
    mutes = commands.add_parser("partners", help="what mutes a paint, the best first")
    mutes.add_argument("paint", metavar="PAINT")
    advice_options(mutes)
    mutes.add_argument("--white", type=float, default=0.0)
    viewing_options(mutes)
    mutes.set_defaults(run=muting.partners)
    scale = commands.add_parser("scale", help="a scale in measured amounts, with its work plan")
    scale.add_argument("pair", nargs=2, metavar="PAINT")
    scale.add_argument("--steps", type=int, default=9)
    scale.add_argument("--spacing", default="chroma", help=", ".join(SPACINGS))
    scale.add_argument("--to-grey", action="store_true", help="end at the nearest grey")
    scale.add_argument("--white", type=float, default=0.0)
    scale.add_argument("--openings", default="", help="rows below, in parts of white: 1,2,4")
    scale.add_argument("--ml", type=float, default=2.0, help="millilitres of each step")
    scale.add_argument(
        "--measure",
        "--tool",
        default="grams",
        help="grams, ounces, ml, drops, ribbon, inches, hand or brush",
    )
    scale.add_argument("--step", type=float, default=None, help="step of the scale or nozzle, mm")
    scale.add_argument("--method", "--way", default="separate", help=", ".join(METHODS))
    viewing_options(scale)
    scale.set_defaults(run=muting.scale)
    triad = commands.add_parser("triad", help="where three paints reach grey")
    triad.add_argument("trio", nargs=3, metavar="PAINT")
    triad.add_argument("--white", type=float, default=0.0)
    triad.add_argument("--lean", default="", help="parts for a grey that leans so")
    triad.add_argument("--chroma", type=float, default=8.0)
    triad.add_argument("--value", type=float, default=5.0)
    viewing_options(triad)
    triad.set_defaults(run=muting.triad)
    mend = commands.add_parser("correct", help="what to add to a pile to reach a target")
    mend.add_argument("--pile", nargs="+", required=True, metavar="PAINT=ML")
    target_options(mend)
    advice_options(mend)
    mend.add_argument(
        "--reading", "--seen", default="", metavar="L,A,B", help="the pile as it was measured"
    )
    mend.add_argument("--growth", type=float, default=MOST_GROWTH)
    viewing_options(mend)
    mend.set_defaults(run=muting.correct)


def _chart_commands(commands: "argparse._SubParsersAction[_Parser]") -> None:
    charts.chart_commands(commands)
    nudge = commands.add_parser("nudge", help="traces that take the lean out of a pile")
    nudge.add_argument("--pile", nargs="+", required=True, metavar="PAINT=ML")
    advice_options(nudge)
    nudge.add_argument("--test", default="white", help="white, or film: thin over white")
    viewing_options(nudge)
    nudge.set_defaults(run=charts.nudge)
    kinds = commands.add_parser("kinds", help="kinds of colour to aim at: skin, foliage, stone …")
    kinds.add_argument("kind", nargs="?", default="")
    kinds.add_argument("--json", action="store_true")
    kinds.set_defaults(run=charts.kinds)


def _harmony_commands(commands: "argparse._SubParsersAction[_Parser]") -> None:
    mother = commands.add_parser("mother", help="one mother colour for a painting's passages")
    mother.add_argument("passages", nargs="+", metavar="NAME:PERCENT:PAINT=PARTS,...")
    mother.add_argument("--accent", nargs="*", default=[], metavar="NAME", help="kept clean")
    advice_options(mother)
    mother.add_argument("--dark", default="", metavar="PAINT", help="holds values down; a black")
    mother.add_argument("--count", type=int, default=5)
    viewing_options(mother)
    mother.set_defaults(run=harmony.mother)


def _of_painted(name: str, args: argparse.Namespace) -> None:
    """Run a command of painted sheets; pictures and paper take longer to load than all the rest."""
    from mesotint.commands import painted

    getattr(painted, name)(args)


def _of_pictures(name: str, args: argparse.Namespace) -> None:
    """Run a command of pictures, which take longer to load than all the rest."""
    from mesotint.commands import pictures

    getattr(pictures, name)(args)


def _picture_commands(commands: "argparse._SubParsersAction[_Parser]") -> None:
    passages = commands.add_parser("passages", help="a photograph divided into passages")
    passages.add_argument("photograph", metavar="PHOTO")
    passages.add_argument("--count", type=int, help="how many; as many as it seems to have, else")
    passages.add_argument(
        "--card", metavar="X,Y,W,H", help="where a card lies, in pixels of the upright picture"
    )
    passages.add_argument("--card-kind", default="grey", help="grey or white")
    passages.add_argument("--labels", metavar="OUT.png", help="the passage of each pixel, from 0")
    passages.add_argument("--json", action="store_true")
    passages.set_defaults(run=partial(_of_pictures, "passages"))


def _painted_commands(commands: "argparse._SubParsersAction[_Parser]") -> None:
    sheet = commands.add_parser("sheet", help="a sheet to paint, with the layout to read it by")
    sheet.add_argument("paints", nargs="+", metavar="PAINT")
    sheet.add_argument("--to", required=True, metavar="FILE", help="writes FILE.pdf and its layout")
    sheet.add_argument("--calibration", action="store_true", help="what tells most of the tubes")
    sheet.add_argument("--steps", type=int, default=9)
    sheet.add_argument("--opened", action="store_true", help="each step opened with white as well")
    sheet.add_argument("--size", default="A4", help="A4 or Letter")
    sheet.add_argument("--date", default="", help="day that is printed on it; today")
    viewing_options(sheet)
    sheet.set_defaults(run=partial(_of_painted, "sheet"))
    read = commands.add_parser("read", help="what a photograph of a painted sheet tells")
    read.add_argument("layout", metavar="LAYOUT.json")
    read.add_argument("photograph", metavar="PHOTO")
    read.add_argument("--calibrate", action="store_true", help="give the tubes as learnt from it")
    read.add_argument("--light", default="", help="daylight, led, fluorescent or tungsten")
    read.add_argument("--json", action="store_true")
    read.set_defaults(run=partial(_of_painted, "read"))


def _of_practice(name: str, args: argparse.Namespace) -> None:
    """Run a command of practice."""
    from mesotint.commands import practice

    getattr(practice, name)(args)


def _practice_commands(commands: "argparse._SubParsersAction[_Parser]") -> None:
    practice = commands.add_parser("practice", help="exercises of the eye and the hand")
    tasks = practice.add_subparsers(dest="task", required=True, parser_class=_Parser)
    make = tasks.add_parser("make", help="an exercise with its answer")
    make.add_argument("kind", help="lean, darker, value, duller, mixture, how-much, fix …")
    make.add_argument("--seed", type=int, required=True)
    make.add_argument("--paints", default="", metavar="KEY,KEY", help="the box; else all")
    make.add_argument("--level", type=float, default=None, help="how much is to be told")
    make.add_argument("--json", action="store_true")
    make.set_defaults(run=partial(_of_practice, "make"))
    judge = tasks.add_parser("judge", help="what an answer comes to")
    judge.add_argument("exercise", metavar="FILE", help="what make told as JSON; - for stdin")
    judge.add_argument("answer", help="an id, a figure, or several with commas")
    judge.add_argument("--json", action="store_true")
    judge.set_defaults(run=partial(_of_practice, "judge"))


def _parser() -> argparse.ArgumentParser:
    parser = _Parser(prog="mesotint", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True, parser_class=_Parser)
    _colour_commands(commands)
    _muting_commands(commands)
    _chart_commands(commands)
    _harmony_commands(commands)
    _painted_commands(commands)
    _picture_commands(commands)
    _practice_commands(commands)
    return parser


_OF_PAINTS = (
    "parts", "pair", "trio", "paint", "paints", "tubes", "forbid", "require", "pile", "mix",
    "mixtures", "columns", "dark", "key",
)  # fmt: skip
"""The arguments in which paints are named."""


def _paint_words(args: Mapping[str, object]) -> Iterator[object]:
    """Every word in which a paint was named."""
    for name in _OF_PAINTS:
        value = args.get(name)
        if isinstance(value, list):
            yield from value
        else:
            yield value


def main(argv: list[str] | None = None) -> int:
    """Run the command; the exit status is 2 for bad input."""
    try:
        args = _parser().parse_args(argv)
        for sentence in guesses_in(_paint_words(vars(args))):
            sys.stderr.write(f"{sentence}\n")
        args.run(args)
    except InputError as error:
        sys.stderr.write(f"mesotint: {error.message}\n")
        return BAD_INPUT
    except BrokenPipeError:
        return 0
    return 0
