"""What is told of a box and of the tubes, in a painter's words."""

from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.painted.boxes import BoxPixels
from mesotint.painted.joint_fit import JointFit

MEASURED_OFF_FROM: Final = 1.2
"""How many times too much of a paint, or too little, is told as mixed off. A hand is off by a
twentieth anyhow."""

SURE_FROM: Final = 2.5
"""Standard errors from which an error of a hand is more than chance."""

UNEXPLAINED_FROM: Final = 4.0
"""Errors of a box from which nothing that is known explains its colour."""

TRUE_BELOW: Final = 2.0
"""CIEDE2000 from what was meant, below which a box is true to plan."""

TRUE: Final = "true to plan"
AS_TOLD: Final = "mixed as told; the tubes are not quite what was thought"
"""Remarks on a box with which nothing is wrong."""

SAYS_MUCH: Final = 0.5
SAYS_LITTLE: Final = 0.8
"""Shares of a ± that are left below which a sheet says much of a tube, and above which little."""


def remark_on_box(
    seen: BoxPixels, fit: JointFit, place: int, names: Sequence[str], delta_e: float
) -> tuple[tuple[int, float] | None, str]:
    """The paint that most too much or too little was taken of with how many times, and a remark.

    Parameters
    ----------
    place : int
        Where the box stands in the fit.
    names : sequence of str
        Of the paints, in the fit's order.
    delta_e : float
        CIEDE2000 of what was painted from what was meant.
    """
    told = list(seen.remarks)
    off = _mixed_off(fit, place)
    if fit.thin[place] > 0:
        off = None
        told.insert(0, "too thin, the paper shows")
    elif off is not None:
        which, times = off
        name = names[which][0].lower() + names[which][1:]
        told.insert(0, (
            f"too much {name}, about {times:.1f} times" if times > 1
            else f"too little {name}, about {times:.1f} of what was meant"
        ))  # fmt: skip
    elif fit.misfit[place] > UNEXPLAINED_FROM:
        told.insert(0, "another colour than what was told can make")
    if told:
        return off, "; ".join(told)
    return off, TRUE if delta_e < TRUE_BELOW else AS_TOLD


def is_right(remark: str) -> bool:
    """Whether a remark says that nothing is wrong with how a box was mixed.

    Parameters
    ----------
    remark : str
        As `remark_on_box` makes it, with a capital or without.
    """
    return remark[:1].lower() + remark[1:] in (TRUE, AS_TOLD)


def _mixed_off(fit: JointFit, place: int) -> tuple[int, float] | None:
    """The paint that stands out from the others of a box, and how many times it was taken."""
    held = np.flatnonzero(fit.hand_error[place])
    if held.size < 2:
        return None
    hand, error = fit.hand[place, held], fit.hand_error[place, held]
    others = (hand.sum() - hand) / (held.size - 1)
    apart = hand - others
    # Of two paints either may be at fault: what less was taken of is measured worse.
    share = fit.shares[place, held]
    order = np.lexsort((share, -np.abs(apart).round(6)))
    which = int(order[0])
    times = float(np.exp(apart[which]))
    sure = abs(apart[which]) > SURE_FROM * float(np.hypot(error[which], error.min()))
    if not sure or max(times, 1 / times) < MEASURED_OFF_FROM:
        return None
    return int(held[which]), times


def remarks_on_tubes(left: Sequence[tuple[str, float]]) -> tuple[str, ...]:
    """How much a sheet says of each tube.

    Parameters
    ----------
    left : sequence of (str, float)
        Names of the tubes, and the share of each ± that is left.
    """
    much = [name for name, share in left if share < SAYS_MUCH]
    some = [name for name, share in left if SAYS_MUCH <= share < SAYS_LITTLE]
    little = [name for name, share in left if share >= SAYS_LITTLE]
    told = [
        f"{how} about {_listed(names)}"
        for how, names in (("much", much), ("something", some), ("little", little))
        if names
    ]
    return (f"This sheet says {', '.join(told)}.",) if told else ()


def _listed(names: Sequence[str]) -> str:
    lowered = [name[0].lower() + name[1:] for name in names]
    return lowered[0] if len(lowered) == 1 else f"{', '.join(lowered[:-1])} and {lowered[-1]}"
