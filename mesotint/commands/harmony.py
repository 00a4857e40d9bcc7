"""Commands of a painting as a whole: its mother colour."""

import argparse
import json

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
    from mesotint.harmony.candidates import candidates, harmony, ranked
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
    found = ranked(painting, candidates(painting, advised_box(args)), dark)
    # Ways are read coarsely where there are many; what is told is computed.
    fine = (Mother(painting, each.mother.paint, dark=dark) for each in found[: args.count])
    found = [harmony(each, each.equal_pull(each.usual())) for each in fine]
    if args.json:
        names = [passage.name for passage in painting.passages]
        told = [
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
                "spread_before": round(each.spread_before, 2),
                "spread_after": round(each.spread_after, 2),
                "chroma_kept": round(each.chroma_kept, 3),
                "gives_way": list(each.gives_way),
            }
            for each in found
        ]
        print(json.dumps({"together": already_together(painting), "mothers": told}))
        return
    if says := already_together(painting):
        print(says)
        return
    for each in found:
        print(
            f"{each.mother.paint.name}: hues {each.spread_before:.0f}° to "
            f"{each.spread_after:.0f}°; the painting moves by ΔE {each.movement:.1f}, "
            f"{difference_in_words(each.movement)}; {each.chroma_says}"
        )
        shares = zip(painting.passages, each.shares, strict=True)
        print("  " + "  ".join(f"{p.name} {100 * share:.3g} %" for p, share in shares))
        for wish in each.gives_way:
            print(f"  {wish}")
