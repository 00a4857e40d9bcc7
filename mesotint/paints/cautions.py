"""The usual cautions of paints, thinning and painting with a class.

Common practice, from memory; never more than the usual: the label, the maker's safety sheet and
local rules have the say.
"""

from collections.abc import Sequence
from typing import Final

from mesotint.paints.library import NO_HAZARD, Paint

SAY: Final = "The label, the maker's safety sheet and local rules have the say."

HANDLING: Final = (
    "do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children "
    "and food"
)

RINSING: Final = (
    "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where "
    "it goes."
)

OILY: Final = (
    "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep "
    "them under water in a closed metal can."
)

NO_DUST: Final = "Do not spray paint, and do not sand it dry: its dust is not for lungs."

CHILDREN: Final = "For children, use paints that are labelled for children."

LEAD: Final = "lead"

LIBRARY: Final = (
    "Lead white holds lead, which is poisonous: keep it away from children altogether, and from "
    "food, mouth and dust.",
    f"Cadmium, cobalt, nickel, chromium and manganese pigments: {HANDLING}.",
    "Zinc white: do not eat, sand or spray; wash hands.",
    f"{RINSING} {CHILDREN} {SAY}",
)
"""What is said where every paint of the library stands to be chosen."""

_METALS: Final = ("cadmium", "cobalt", "nickel", "chromium(III)", "manganese")
_DUSTS: Final = ("fine carbon dust", "fine mineral dust")


def groups_of(paint: Paint) -> tuple[str, ...]:
    """The hazard groups of a paint, each by itself; empty where none is usual."""
    if paint.hazard_group == NO_HAZARD:
        return ()
    return tuple(paint.hazard_group.split(" and "))


def has_no_usual_hazard(paint: Paint) -> bool:
    """Whether nothing but its dust is usually cautioned of, which no paint in a tube gives off."""
    return all(group in _DUSTS for group in groups_of(paint))


def cautions(paints: Sequence[Paint], *, oil: bool = False) -> tuple[str, ...]:
    """What is usually cautioned of some paints, a sentence or two each.

    Lead stands by itself, before all others; so does zinc, which is no heavy case of the same.

    Parameters
    ----------
    oil : bool
        Whether it is painted in oil, or anything is thinned with a solvent.

    Returns
    -------
    tuple of str
        Never empty: of paints without a usual hazard, that they are not to be sprayed or sanded.

    Examples
    --------
    >>> from mesotint.paints.library import library
    >>> cautions([library().paint("PB29")])[0]
    'Do not spray paint, and do not sand it dry: its dust is not for lungs.'
    """
    by_group: dict[str, list[str]] = {}
    for paint in paints:
        for group in groups_of(paint):
            names = by_group.setdefault(group, [])
            if paint.name not in names:
                names.append(paint.name)
    rows = []
    if LEAD in by_group:
        rows.append(
            f"{_listed(by_group[LEAD])} holds lead, which is poisonous: {HANDLING}. Not for a room "
            "that children use."
        )
    metals = [group for group in _METALS if group in by_group]
    if metals:
        named = list(dict.fromkeys(name for group in metals for name in by_group[group]))
        verb = "hold" if len(named) > 1 else "holds"
        rows.append(f"{_listed(named)} {verb} {_listed(metals, lower=True)}: {HANDLING}.")
    others = [group for group in by_group if group not in (LEAD, *_METALS, *_DUSTS)]
    rows += [
        f"{_listed(by_group[group])} ({group}): do not eat, sand or spray; wash hands."
        for group in others
    ]
    if metals or LEAD in by_group:
        rows.append(RINSING)
    else:
        rows.append(NO_DUST)
    if oil:
        rows.append(OILY)
    return (*rows, f"{CHILDREN} {SAY}")


def _listed(names: Sequence[str], *, lower: bool = False) -> str:
    words = [
        name if lower or i == 0 else name[0].lower() + name[1:] for i, name in enumerate(names)
    ]
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"
