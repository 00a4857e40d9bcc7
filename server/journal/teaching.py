"""What the journal teaches: from entries that had a target, in dimensions a painter can work on."""

from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import WHEEL
from mesotint.colour.srgb import hex_from_lab
from mesotint.optics.grid import Array
from mesotint.practice.habits import FEWEST, habits, hues_mixed, trend
from server.journal.answers import HabitOut, HueCount, Point, TeachesOut
from server.journal.wall import swatches_of
from server.mixtures.models import KeptMixture, Mixing
from server.painters.models import Painter

MOST_LEARNT_FROM: Final = 400
"""The newest ones: what a painter did years ago is no habit of today's."""

MOST_REACHED_FOR: Final = 12
_FIELDS: Final = (
    "at", *Mixing.lab.columns, *Mixing.target_lab.columns,
    *(f"mixture__{column}" for column in KeptMixture.seen_lab.columns),
)  # fmt: skip


def teaches(painter: Painter) -> TeachesOut:
    """What the painter's entries show, each only where it is more than chance."""
    mine = KeptMixture.objects.filter(painter=painter, thrown_away=False)
    rows = list(
        Mixing.objects.filter(
            mixture__in=mine, target_lightness__isnull=False,
            came__in=(Mixing.PILE, Mixing.SCOOP, Mixing.KEPT),
        ).order_by("-at").values_list(*_FIELDS)[:MOST_LEARNT_FROM]
    )[::-1]  # fmt: skip
    came = np.array([row[7:10] if row[7] is not None else row[1:4] for row in rows], dtype=float)
    wanted = np.array([row[4:7] for row in rows], dtype=float)
    gaps = delta_e_2000(came, wanted).tolist() if rows else []
    found = habits(wanted, came) if rows else []
    labs = np.array(list(mine.values_list(*KeptMixture.lab.columns)), dtype=float).reshape(-1, 3)
    hues, greys = _hues(labs)
    often = mine.filter(times__gt=1).order_by("-times", "-mixed").values_list("pk", flat=True)
    said = [each.says for each in found if each.says]
    return TeachesOut(
        hits=[Point(at=row[0], value=gap) for row, gap in zip(rows, gaps, strict=True)],
        habits=[HabitOut(**vars(each)) for each in found],
        hues=hues,
        greys=greys,
        most=swatches_of(list(often[:MOST_REACHED_FOR])),
        says=[*said, *_more(gaps, hues, len(labs))],
        needed=max(FEWEST - len(rows), 0),
    )


def _hues(labs: Array) -> tuple[list[HueCount], int]:
    """How often each hue of the wheel was mixed, shown by the clearest that was; and the greys."""
    where = hues_mixed(labs)
    chroma = np.hypot(labs[:, 1], labs[:, 2])
    told = []
    for place, hue in enumerate(WHEEL):
        mine = np.flatnonzero(where == place)
        code = None
        if len(mine):
            clearest = labs[mine[np.argmax(chroma[mine])]]
            code = hex_from_lab(clearest[None])[0][0]
        told.append(HueCount(name=hue.name, srgb=code, count=len(mine)))
    return told, int(np.count_nonzero(where < 0))


def _more(gaps: list[float], hues: list[HueCount], entries: int) -> list[str]:
    told = []
    way = trend(gaps)
    if way:
        told.append(f"Over {len(gaps)} mixtures with a target, how far off they end {way}.")
    never = [hue.name for hue in hues if not hue.count]
    # Of this many, each twelfth would come up if all were reached for alike, but for one in 1,000.
    if entries >= _ENOUGH_FOR_HUES and 0 < len(never) <= _MOST_NAMED:
        told.append(f"You have never mixed {_listed(never)}.")
    return told


_ENOUGH_FOR_HUES: Final = 80
_MOST_NAMED: Final = 4


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else ", ".join(names[:-1]) + " or " + names[-1]
