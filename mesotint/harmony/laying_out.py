"""How to lay the palette out before painting: a string from dark to light, clear colours to one
side, dull ones below, earths as dull primaries, and what is carried on from one pile into the next.

All of it is common practice; where clear ends and dull begins is our own judgement.
"""

from collections.abc import Mapping
from itertools import pairwise
from typing import Final

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import family
from mesotint.harmony.painting import Painting
from mesotint.mixing.character import hue_of
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_black, is_earth, is_white

CLEAR_FROM: Final = 30.0
"""C* from which a mixture lies with the clear colours."""

CARRIED_FROM: Final = 0.5
"""Share of one mixture that is in the next already, from which its rest is carried on."""

_PRIMARIES: Final = {"yellow": "yellow", "orange": "yellow", "red": "red", "red-violet": "red",
                     "blue": "blue", "blue-green": "blue"}  # fmt: skip


def laying_out(painting: Painting) -> list[str]:
    """What to lay where, in a few sentences; nothing for a painting of one passage.

    Parameters
    ----------
    painting : Painting
        With its mother in it, where it has one.
    """
    if len(painting.passages) < 2:
        return []
    lch = lch_from_lab(painting.labs)
    names = [passage.name for passage in painting.passages]
    string = sorted(range(len(names)), key=lambda i: float(lch[i, 0]))
    told = [f"From dark to light: {_listed([names[i] for i in string])}."]
    clear = [i for i in string if lch[i, 1] >= CLEAR_FROM]
    if clear and len(clear) < len(string):
        told.append(
            f"{_listed([names[i] for i in clear])} to one side, toward the light, with a clean "
            "knife; the dull ones below."
        )
    if earths := _earths(painting):
        told.append(f"Earths stand in for primaries: {earths}.")
    told += [
        f"What is left of {names[one]} goes on into {names[other]}."
        for one, other in pairwise(painting.mixing_order)
        if not painting.accents[one]
        and not painting.accents[other]
        and _in_common(painting, one, other) >= CARRIED_FROM
    ]
    return told


def _earths(painting: Painting) -> str:
    """Which earth or black of the painting serves as which primary."""
    found: dict[str, str] = {}
    for paint in painting.table[0]:
        if is_black(paint):
            found.setdefault("blue", paint.name)
        elif is_earth(paint) and (hue := hue_of(paint)) is not None:
            primary = _PRIMARIES.get(family(hue))
            if primary:
                found.setdefault(primary, paint.name)
    return ", ".join(f"{name} as a dull {primary}" for primary, name in sorted(found.items()))


def _in_common(painting: Painting, one: int, other: int) -> float:
    """How much of one mixture is of paints that the other takes as well, white left out."""

    def coloured(mixture: Mapping[Paint, float]) -> dict[str, float]:
        some = {p.key: part for p, part in mixture.items() if not is_white(p)}
        whole = sum(some.values())
        return {key: part / whole for key, part in some.items()} if whole else {}

    mine, theirs = (coloured(painting.passages[i].mixture) for i in (one, other))
    return sum(min(part, theirs.get(key, 0.0)) for key, part in mine.items())


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
