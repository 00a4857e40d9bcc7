"""Commands of a painting as a whole: its mother colour."""

import argparse
import json
from collections.abc import Sequence
from typing import Any

import numpy as np

from mesotint.colour.words import difference_in_words
from mesotint.commands.reading import advised_box, keys_of, number, parts_of, viewing_from
from mesotint.errors import InputError
from mesotint.paints.library import Paint, library


def _darkener(args: argparse.Namespace) -> Paint:
    """What holds values down: what is named, else ivory black, or the darkest paint that is left
    where that is not to be taken."""
    if args.dark:
        return library().paint(args.dark)
    black = library().paint("PBk9")
    box = advised_box(args)
    if black.key not in keys_of(args.forbid) or not box:
        return black
    labs = viewing_from(vars(args)).lab(np.eye(len(box)), box)
    return box[int(labs[:, 0].argmin())]


def mother(args: argparse.Namespace) -> None:
    """The mothers of a painting, the one that costs least first."""
    # What needs scipy is loaded when it is asked for: the other commands start without it.
    from mesotint.harmony.candidates import Candidate, Harmony, candidates, harmony, offered
    from mesotint.harmony.judgement import already_together
    from mesotint.harmony.mother import Mother
    from mesotint.harmony.painting import Painting, Passage

    def passage(word: str) -> Passage:
        name, _, rest = word.partition(":")
        area, _, mixture = rest.partition(":")
        if not mixture:
            raise InputError(
                f"'{word[:60]}' is no passage; write it as mud:30:PB29=2,PO20=1, with its share of "
                "the surface in per cent.",
                "passage",
            )
        mixed = {library().paint(key): n for key, n in parts_of(mixture.split(",")).items()}
        part = "accent" if name in args.accent else "supporting"
        return Passage(name, number(area, "area") / 100, mixed, part)

    painting = Painting(
        tuple(passage(word) for word in args.passages), viewing=viewing_from(vars(args))
    )
    dark = _darkener(args)
    offer = offered(painting, candidates(painting, advised_box(args)), dark)
    names = [passage.name for passage in painting.passages]

    def computed(row: Candidate) -> Harmony:
        # Pulls are read coarsely where there are many; what is printed is computed.
        fine = Mother(painting, row.mother.paint, dark=dark)
        return harmony(fine, fine.equal_pull(fine.usual()))

    def answers(rows: Sequence[Candidate]) -> list[dict[str, Any]]:
        return [
            {
                "mother": each.mother.paint.name,
                "key": each.mother.paint.key,
                "shares": dict(zip(names, each.shares.round(5).tolist(), strict=True)),
                "passages": [
                    {"name": name, "share": round(float(share), 5), "lab": lab}
                    for name, share, lab in zip(
                        names, each.shares, each.labs.round(3).tolist(), strict=True
                    )
                ],
                "movement_delta_e": round(each.movement, 2),
                "halved": each.halved,
                "gathered": round(each.gathered, 4),
                "own": row.own,
                "says": row.says,
                "spread_before": round(each.spread_before, 2),
                "spread_after": round(each.spread_after, 2),
                "chroma_kept": round(each.chroma_kept, 3),
                "gives_way": list(each.gives_way),
            }
            for row, each in ((row, computed(row)) for row in rows)
        ]

    if args.json:
        answer = {
            "together": already_together(painting),
            "mothers": answers(offer.mothers[: args.count]),
            "dulling": answers(offer.dulling[: args.count]),
            "few": offer.few,
        }
        print(json.dumps(answer))
        return
    if says := already_together(painting):
        print(says)
        return
    if offer.few:
        print(offer.few)
    for row in offer.mothers[: args.count]:
        each = computed(row)
        print(
            f"{each.mother.paint.name}: {100 * (1 - each.gathered):.0f} % nearer together; the "
            f"painting moves by ΔE {each.movement:.1f}, {difference_in_words(each.movement)}; "
            f"{each.chroma_says}"
        )
        print(f"  {row.says}")
        shares = zip(painting.passages, each.shares, strict=True)
        print("  " + "  ".join(f"{p.name} {100 * share:.3g} %" for p, share in shares))
        for wish in each.gives_way:
            print(f"  {wish}")
    if offer.dulling:
        names = [row.mother.paint.name for row in offer.dulling[: args.count]]
        print(f"Dulls everything: {', '.join(names)}")
