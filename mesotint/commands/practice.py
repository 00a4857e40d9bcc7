"""``mesotint practice``: exercises made and judged."""

import argparse
import json
import sys
from typing import Any

from mesotint.colour.srgb import hex_from_lab
from mesotint.commands.reading import box_of
from mesotint.errors import InputError
from mesotint.optics.grid import Array
from mesotint.practice.exercise import Exercise
from mesotint.practice.exercises import KINDS
from mesotint.practice.making import judge as judged
from mesotint.practice.making import make as made


def make(args: argparse.Namespace) -> None:
    """An exercise with its answer."""
    found = made(args.kind, args.seed, box_of(args.paints), args.level)
    told = {
        "kind": found.kind,
        "seed": found.seed,
        "asks": found.asks,
        "shown": [{"id": each.id, "says": each.says, **_patch(each.lab)} for each in found.shown],
        "choices": [
            {"id": each.id, "says": each.says, **({} if each.lab is None else _patch(each.lab))}
            for each in found.choices
        ],
        "answer": _plain(found.answer),
        "margin": round(found.margin, 3),
        "why": found.why,
        "paints": args.paints,
        "level": found.level,
    }
    if args.json:
        print(json.dumps(told))
        return
    print(found.asks)
    for each in found.shown:
        print(f"    {each.says or each.id}: {_patch(each.lab)['srgb']}")
    for choice in found.choices:
        colour = "" if choice.lab is None else f"  {_patch(choice.lab)['srgb']}"
        print(f"    {choice.id}: {choice.says}{colour}")
    print(f"Answer: {told['answer']}. {found.why}")


def _patch(lab: Array) -> dict[str, Any]:
    return {"lab": [round(x, 3) for x in lab.tolist()], "srgb": hex_from_lab(lab[None])[0][0]}


def _plain(answer: str | float | tuple[str, ...]) -> object:
    return list(answer) if isinstance(answer, tuple) else answer


def judge(args: argparse.Namespace) -> None:
    """What an answer to an exercise that was made comes to."""
    exercise = _again(args.exercise)
    found = judged(exercise, _answer(args.answer, exercise))
    if args.json:
        print(json.dumps({"right": found.right, "score": round(found.score, 4),
                          "off": round(found.off, 3), "says": found.says}))  # fmt: skip
        return
    print(f"{'Right. ' if found.right else ''}{found.says}")


def _again(path: str) -> Exercise:
    """The exercise of a file, or of stdin: made again from its kind, seed, box and level."""
    try:
        if path == "-":
            told = json.load(sys.stdin)
        else:
            with open(path, encoding="utf-8") as file:  # noqa: PTH123 - a path as it was typed
                told = json.load(file)
        kind, seed = told["kind"], told["seed"]
        paints, level = told.get("paints", ""), told.get("level") or None
    except (OSError, ValueError, KeyError, TypeError, AttributeError):
        raise InputError(
            f"{path[:80]} is no exercise that `practice make` told.", "exercise"
        ) from None
    return made(str(kind), seed, box_of(str(paints)), level)


def _answer(text: str, exercise: Exercise) -> object:
    """An answer as it is typed: an id, a figure, or ids or figures with commas."""
    words, answer = [word.strip() for word in text.split(",")], KINDS[exercise.kind].answer
    if answer == "order":
        return words
    if answer in ("share", "lab"):
        try:
            figures = [float(word) for word in words]
        except ValueError:
            raise InputError(f"'{text[:40]}' is no number.", "answer") from None
        return figures[0] if answer == "share" else figures
    return text.strip()
