"""Commands of a painting as a whole: its mother colour."""

import argparse
import json

from mesotint.commands.reading import box_of, number, parts_of, viewing_from
from mesotint.errors import InputError
from mesotint.paints.library import library


def mother(args: argparse.Namespace) -> None:
    """The mothers of a painting, the one that costs least first."""
    # What needs scipy is loaded when it is asked for: the other commands start without it.
    from mesotint.harmony.candidates import candidates, ranked
    from mesotint.harmony.painting import Painting, Passage

    def passage(word: str) -> Passage:
        name, _, rest = word.partition(":")
        area, _, mixture = rest.partition(":")
        if not mixture:
            raise InputError(
                f"passage: '{word[:60]}' is none; write it as mud:30:PB29=2,PO20=1, with its share "
                "of the surface in per cent.",
                "passage",
            )
        mixed = {library().paint(key): n for key, n in parts_of(mixture.split(",")).items()}
        part = "accent" if name in args.accent else "supporting"
        return Passage(name, number(area, "area") / 100, mixed, part)

    painting = Painting(
        tuple(passage(word) for word in args.passages), viewing=viewing_from(vars(args))
    )
    dark = library().paint(args.dark)
    found = ranked(painting, candidates(painting, box_of(args.paints)), dark)
    found = found[: args.count]
    if args.json:
        names = [passage.name for passage in painting.passages]
        told = [
            {
                "mother": each.mother.paint.name,
                "key": each.mother.paint.key,
                "shares": dict(zip(names, each.shares.round(5).tolist(), strict=True)),
                "spread_before": round(each.spread_before, 2),
                "spread_after": round(each.spread_after, 2),
                "chroma_kept": round(each.chroma_kept, 3),
                "gives_way": list(each.gives_way),
            }
            for each in found
        ]
        print(json.dumps({"mothers": told}))
        return
    for each in found:
        print(
            f"{each.mother.paint.name}: hues {each.spread_before:.0f}° to "
            f"{each.spread_after:.0f}°, {each.chroma_kept:.0%} of the chroma stays"
        )
        shares = zip(painting.passages, each.shares, strict=True)
        print("  " + "  ".join(f"{p.name} {100 * share:.3g} %" for p, share in shares))
        for wish in each.gives_way:
            print(f"  {wish}")
