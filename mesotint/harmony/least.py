"""The least movement of passages toward a mother colour that reaches a wanted hue spread."""

from typing import Final

import numpy as np
from scipy.interpolate import PchipInterpolator
from scipy.optimize import minimize

from mesotint.harmony.pulls import Pulls
from mesotint.harmony.unity import hue_spread, spread_length
from mesotint.optics.grid import Array

_GRID: Final = 33
_WITHIN_DEGREES: Final = 0.05
_NO_CHROMA: Final = 1e-9


def least_movement(pulls: Pulls, start: float, wanted_degrees: float, areas: Array) -> Array:
    """Fractions of the pulls to one mother that reach a hue spread while the passages move least.

    What is made least is the sum of the squared pulls in the plan, each by its area, by sequential
    quadratic programming (Kraft 1988, as scipy has it) on smooth curves through sampled pulls.

    Parameters
    ----------
    pulls : Pulls
        Of one mother.
    start : float
        The same fraction of every pull, at which the spread is reached.
    areas : array, shape (passages,)

    Returns
    -------
    array, shape (passages,)
        Those of `start` where nothing better is found.
    """
    passages = len(areas)
    grid = np.linspace(0, 1, _GRID)
    even = np.repeat(grid[:, None], passages, axis=1)
    plan = pulls.between(pulls.shares_at(even[None]))[0][..., 1:]
    pieces, rows = PchipInterpolator(grid, plan, axis=0).c, np.arange(passages)
    length = spread_length(wanted_degrees)
    # In units of what it costs and has to begin with, so that the search knows how near is near.
    whole = max(float(areas @ np.linalg.norm(plan[0], axis=-1)), _NO_CHROMA)

    def read(fractions: Array) -> tuple[Array, Array]:
        """Places in the plan and their slopes, shape (passages, 2) each."""
        at = np.clip((fractions * (_GRID - 1)).astype(int), 0, _GRID - 2)
        step = (fractions - grid[at])[:, None]
        third, second, first, place = pieces[:, at, rows]
        return (
            ((third * step + second) * step + first) * step + place,
            (3 * third * step + 2 * second) * step + first,
        )

    def moved(fractions: Array) -> tuple[float, Array]:
        now, slope = read(fractions)
        moved = now - plan[0]
        return float(areas @ (moved**2).sum(-1)), 2 * areas * (moved * slope).sum(-1)

    def room(fractions: Array) -> float:
        now, _ = read(fractions)
        mean = float(np.linalg.norm(areas @ now))
        return (mean - length * float(areas @ np.linalg.norm(now, axis=-1))) / whole

    def room_slope(fractions: Array) -> Array:
        now, slope = read(fractions)
        mean, chroma = areas @ now, np.linalg.norm(now, axis=-1, keepdims=True)
        toward = mean / max(float(np.linalg.norm(mean)), _NO_CHROMA)
        away = toward - length * now / np.maximum(chroma, _NO_CHROMA)
        return np.asarray(areas * (away * slope).sum(-1) / whole)

    first = np.full(passages, start)
    cost = max(moved(first)[0], _NO_CHROMA)
    found = minimize(
        lambda f: tuple(each / cost for each in moved(f)),
        first,
        jac=True,
        bounds=[(0.0, 1.0)] * passages,
        constraints={"type": "ineq", "fun": room, "jac": room_slope},
        method="SLSQP",
        options={"maxiter": 100, "ftol": 1e-6},
    )
    fractions: Array = np.clip(found.x, 0.0, 1.0)
    labs = pulls.between(pulls.shares_at(fractions[None, None]))[0, 0]
    if hue_spread(labs, areas) > wanted_degrees + _WITHIN_DEGREES or moved(fractions)[0] > cost:
        return first
    return fractions
