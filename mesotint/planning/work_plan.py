"""Work plans: one scale made by three methods, addition by addition.

Each step by itself; one running pile that is scooped from; piles that are carried into the next.
Volumes are whole nanolitres, so that nothing is lost in rounding: what was squeezed out is what
was scooped plus what is left, to the last digit.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import checked_amount
from mesotint.optics.grid import Array

NANOLITRES: Final = 10**6
"""Nanolitres in a millilitre."""

KNIFE_LOAD: Final = 0.3
"""Share of a pile that is carried into the next on the knife (common practice)."""

METHODS: Final = ("separate", "running", "carried")


@dataclass(frozen=True)
class Move:
    """One thing to do.

    `kind` is add (paint of number `paint` to pile `pile`), scoop (from pile `pile` for step
    `step`) or carry (from pile `pile` to pile `to`); `volume_nl` is how much.
    """

    kind: str
    pile: int
    volume_nl: int
    paint: int = -1
    step: int = -1
    to: int = -1


@dataclass(frozen=True)
class WorkPlan:
    """A scale made by one method: the moves in order, for steps of shape (steps, paints)."""

    method: str
    moves: tuple[Move, ...]
    steps: int
    paints: int


def work_plan(parts: Array, step_ml: float | Sequence[float], method: str = "separate") -> WorkPlan:
    """A plan for a scale.

    Parameters
    ----------
    parts : array, shape (steps, paints)
        Parts of every step, in order.
    step_ml : float or sequence of float
        Volume wanted of each step, above zero; each its own only where all are mixed separately.
    method : str
        One of `METHODS`.

    Raises
    ------
    InputError
        For a volume of nothing, a method that is not known, or a step without paint.
    """
    if method not in METHODS:
        raise InputError(
            f"The method '{method[:40]}' is not known; choose {', '.join(METHODS)}.", "method"
        )
    parts = np.asarray(parts, dtype=np.float64)
    if parts.ndim != 2 or not len(parts) or (parts.sum(axis=1) <= 0).any():
        raise InputError("Every step needs at least one paint.", "parts")
    shares = parts / parts.sum(axis=1, keepdims=True)
    volumes = _volumes_nl(step_ml, len(parts))
    if method == "separate":
        moves = [
            move
            for i, (row, volume) in enumerate(zip(shares, volumes, strict=True))
            for move in _from_scratch(row, i, i, volume)
        ]
    elif len(set(volumes)) > 1:
        raise InputError("Steps of different volumes are mixed separately.", "method")
    elif method == "running":
        moves = _running(shares, volumes[0])
    else:
        moves = _carried(shares, volumes[0])
    return WorkPlan(method, tuple(moves), *shares.shape)


def _volumes_nl(step_ml: float | Sequence[float], steps: int) -> list[int]:
    each = [step_ml] * steps if isinstance(step_ml, int | float) else list(step_ml)
    if len(each) != steps:
        raise InputError("Give one volume for each step.", "step_ml")
    for volume in each:
        checked_amount(volume, "step_ml", least=1e-3, most=1e4)
    return [round(volume * NANOLITRES) for volume in each]


def _adds(amounts: Sequence[int], pile: int) -> list[Move]:
    return [Move("add", pile, nl, paint=p) for p, nl in enumerate(amounts) if nl > 0]


def _whole(amounts: Array, total: int) -> list[int]:
    """Whole nanolitres that add to a total, as near the amounts as they can be."""
    floors = np.floor(amounts).astype(int)
    missing = total - int(floors.sum())
    for at in np.argsort(floors - amounts)[: max(missing, 0)]:
        floors[at] += 1
    return [int(v) for v in floors]


def _from_scratch(row: Array, pile: int, step: int, volume: int) -> list[Move]:
    adds = _adds(_whole(row * volume, volume), pile)
    return [*adds, Move("scoop", pile, volume, step=step)]


def _running(shares: Array, volume: int) -> list[Move]:
    """One pile: paint is only added, and each step is scooped out of it.

    A pile can go from one mixture to the next by adding while no paint in it has to become less;
    the paint whose share falls most sets how far the pile grows. Where a paint must vanish a new
    pile is begun.
    """
    moves: list[Move] = []
    groups: list[list[int]] = [[0]]
    for i in range(1, len(shares)):
        vanishes = ((shares[i - 1] > 0) & (shares[i] <= 0)).any()
        groups.append([i]) if vanishes else groups[-1].append(i)
    for pile, group in enumerate(groups):
        # Backward: the last pile is just what is scooped; earlier ones are as small as may be.
        sizes = [0.0] * len(group)
        sizes[-1] = float(volume)
        for at in range(len(group) - 2, -1, -1):
            now, after = shares[group[at]], shares[group[at + 1]]
            held = now > 0
            # What stays after the scoop may hold no more of any paint than the next pile wants.
            shrink = float(np.min(after[held] / now[held]))
            sizes[at] = volume + sizes[at + 1] * shrink
        content = np.zeros(shares.shape[1])
        for at, step in enumerate(group):
            wanted = shares[step] * sizes[at]
            added = np.maximum(np.rint(wanted - content), 0).astype(int)
            moves += _adds([int(v) for v in added], pile)
            content = content + added
            scoop = min(volume, int(np.floor(content.sum())))
            moves.append(Move("scoop", pile, scoop, step=step))
            content = content * (1 - scoop / content.sum())
    return moves


def _carried(shares: Array, volume: int) -> list[Move]:
    """Piles side by side: a knife-load of each goes into the next before its own paint is added."""
    count = len(shares)
    loads = [0] * (count + 1)
    for i in range(1, count):
        held = shares[i - 1] > 0
        # No more may be carried than the next pile wants of any paint in the load.
        most = float(np.min(shares[i][held] / shares[i - 1][held])) * volume
        loads[i] = int(min(KNIFE_LOAD * volume, most))
    moves: list[Move] = []
    for i in range(count):
        if loads[i]:
            moves.append(Move("carry", i - 1, loads[i], to=i))
        whole = volume + loads[i + 1]
        carried = shares[i - 1] * loads[i] if loads[i] else np.zeros(shares.shape[1])
        wanted = np.maximum(shares[i] * whole - carried, 0)
        moves += _adds(_whole(wanted, whole - loads[i]), i)
        if i + 1 == count or not loads[i + 1]:
            moves.append(Move("scoop", i, volume, step=i))
    # A pile that gives a load away is scooped after it has given.
    last = {move.pile: at for at, move in enumerate(moves) if move.kind == "carry"}
    for pile, at in sorted(last.items(), key=lambda entry: -entry[1]):
        moves.insert(at + 1, Move("scoop", pile, volume, step=pile))
    return moves
